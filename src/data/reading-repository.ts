/** Temperatures that were measured in the places of a season. */
import type { Kysely, Transaction } from 'kysely'
import type { Readings } from '../season/schema'
import type { Db } from './database'
import { ofSeason, type Database, type SeasonId } from './schema'

/** Temperatures that were measured, by place and source. */
export async function readReadings(db: Db, id: SeasonId): Promise<Readings[]> {
  const rows = await db
    .selectFrom('reading')
    .selectAll()
    .where('farm_id', '=', id.farm_id)
    .where('season_id', '=', id.season_id)
    .orderBy('place')
    .orderBy('source')
    .orderBy('on_day')
    .execute()
  const readings: Readings[] = []
  for (const { place, source, on_day: on, low, high } of rows) {
    const last = readings.at(-1)
    if (last && last.place === place && last.from === source) last.days.push({ on, low, high })
    else readings.push({ place, from: source, days: [{ on, low, high }] })
  }
  return readings
}

/** Puts what was measured in the place of what the same source said of those days. @returns the revision then */
export const keepReadings = (db: Kysely<Database>, id: SeasonId, readings: readonly Readings[]): Promise<number> =>
  db.transaction().execute((trx) => keepReadingsIn(trx, id, readings))

/** As `keepReadings`, in a transaction that does more. */
export async function keepReadingsIn(
  trx: Transaction<Database>,
  id: SeasonId,
  readings: readonly Readings[],
): Promise<number> {
  for (const row of readingRows(id, readings)) {
    await trx
      .insertInto('reading')
      .values(row)
      .onConflict((conflict) =>
        conflict
          .columns(['farm_id', 'season_id', 'place', 'source', 'on_day'])
          .doUpdateSet({ low: row.low, high: row.high }),
      )
      .execute()
  }
  return readingsChanged(trx, id)
}

/** Says that what was measured in a season is another. @returns its revision then */
export async function readingsChanged(trx: Transaction<Database>, id: SeasonId): Promise<number> {
  const { revision } = await ofSeason(
    trx
      .updateTable('season')
      .set(({ eb }) => ({ revision: eb('revision', '+', 1), readings_revision: eb('revision', '+', 1) })),
    id,
  )
    .returning('revision')
    .executeTakeFirstOrThrow()
  return revision
}

/** Takes away all that one source measured. */
export async function dropReadings(db: Kysely<Database>, id: SeasonId, source: string): Promise<void> {
  await db.transaction().execute(async (trx) => {
    await trx
      .deleteFrom('reading')
      .where('farm_id', '=', id.farm_id)
      .where('season_id', '=', id.season_id)
      .where('source', '=', source)
      .execute()
    await readingsChanged(trx, id)
  })
}

export const readingRows = (id: SeasonId, readings: readonly Readings[]) =>
  readings.flatMap(({ place, from, days }) =>
    days.map(({ on, low, high }) => ({ ...id, place, source: from, on_day: on, low, high })),
  )
