/** Whole seasons: opening, reading and replacing everything in one. */
import { sql, type Kysely, type Transaction } from 'kysely'
import { COLLECTIONS, SEASON_FORMAT, type Season } from '../season/schema'
import type { Db } from './database'
import { readingRows, readReadings, readRecords, recordRow } from './record-repository'
import { ofSeason, type Database, type SeasonId } from './schema'
import { cacheOf, listsOf, planOf, versionsOf, type SeasonCache } from './season-cache'
import { factsOf, factsRow, insertAll, insertThings } from './things'

export type { SeasonId } from './schema'

/** A season with the revision it was read at and the version of each thing in it. */
export interface StoredSeason {
  id: SeasonId
  season: Season
  revision: number
  /** By list and key (`places/bench`, `head`): the revision that last changed it. */
  versions: Record<string, number>
}

/** The season last opened, or `undefined` in an empty database; what-if copies are not opened this way. */
export async function openSeason(db: Db): Promise<SeasonId | undefined> {
  return db
    .selectFrom('season')
    .select(['farm_id', 'season_id'])
    .where('what_if_of', 'is', null)
    .orderBy('opened_at', 'desc')
    .orderBy('season_id')
    .limit(1)
    .executeTakeFirst()
}

/** Name of a farm. */
export async function farmName(db: Db, { farm_id }: SeasonId): Promise<string | undefined> {
  const row = await db.selectFrom('farm').select('name').where('farm_id', '=', farm_id).executeTakeFirst()
  return row?.name
}

/** The season of that id, unless there is none or it is a what-if copy: nothing happens in a copy. */
export async function ownSeason(db: Db, season: string): Promise<SeasonId | undefined> {
  return db
    .selectFrom('season')
    .select(['farm_id', 'season_id'])
    .where('season_id', '=', season)
    .where('what_if_of', 'is', null)
    .executeTakeFirst()
}

/** Revision of a season: it rises by one with every change. */
export async function seasonRevision(db: Db, id: SeasonId): Promise<number | undefined> {
  const row = await ofSeason(db.selectFrom('season').select('revision'), id).executeTakeFirst()
  return row?.revision
}

/** Everything of a season, read at one moment. */
export async function loadSeason(db: Kysely<Database>, id: SeasonId): Promise<StoredSeason | undefined> {
  return db
    .transaction()
    .setIsolationLevel('repeatable read')
    .setAccessMode('read only')
    .execute((trx) => readSeasonRows(trx, id, cacheOf(db)))
}

/** As `loadSeason`, inside a transaction that is already open; what is planned comes from the cache where it still holds. */
export async function readSeasonRows(
  trx: Transaction<Database>,
  id: SeasonId,
  cache?: SeasonCache,
): Promise<StoredSeason | undefined> {
  const row = await ofSeason(trx.selectFrom('season').selectAll(), id).executeTakeFirst()
  if (!row) return undefined
  const plan = await planOf(trx, id, row, cache)
  // A copy of a season knows what has happened in the season itself.
  const real = row.what_if_of === null ? id : { farm_id: id.farm_id, season_id: row.what_if_of }
  const records = await readRecords(trx, real)
  const readings = await readReadings(trx, real)

  const season: Season = { format: SEASON_FORMAT, ...plan.facts, ...listsOf(plan), records, readings }
  return { id, revision: row.revision, versions: versionsOf(plan), season }
}

/** Columns that `factsRow` fills, as far as the database's types know them. */
export type SeasonColumns = { name: string; ends_on: string; opens_on: string | null; rest: string }

/** Makes a farm with one season from a document. */
export async function createFarm(db: Kysely<Database>, season: Season): Promise<SeasonId> {
  return db.transaction().execute(async (trx) => {
    const farm = await trx
      .insertInto('farm')
      .values({ name: season.farm.name })
      .returning('farm_id')
      .executeTakeFirstOrThrow()
    const row = await trx
      .insertInto('season')
      .values({
        farm_id: farm.farm_id,
        season_id: crypto.randomUUID(),
        revision: 1,
        ...(factsRow(factsOf(season)) as SeasonColumns),
      })
      .returning(['farm_id', 'season_id'])
      .executeTakeFirstOrThrow()
    await insertContents(trx, row, season, 1)
    return row
  })
}

/** A season of a farm by its name. */
export interface SeasonOfFarm {
  id: string
  name: string
}

/** Seasons of a farm, the one that was opened last first. */
export async function listSeasons(db: Db, farm: string): Promise<SeasonOfFarm[]> {
  const found = await db
    .selectFrom('season')
    .select(['season_id', 'name'])
    .where('farm_id', '=', farm)
    .where('what_if_of', 'is', null)
    .orderBy('opened_at', 'desc')
    .orderBy('season_id')
    .execute()
  return found.map(({ season_id, name }) => ({ id: season_id, name }))
}

/** Makes another season of a farm from a document, and opens it. */
export async function createNextSeason(db: Kysely<Database>, farm: string, season: Season): Promise<SeasonId> {
  return db.transaction().execute(async (trx) => {
    const row = await trx
      .insertInto('season')
      .values({
        farm_id: farm,
        season_id: crypto.randomUUID(),
        revision: 1,
        ...(factsRow(factsOf(season)) as SeasonColumns),
      })
      .returning(['farm_id', 'season_id'])
      .executeTakeFirstOrThrow()
    await insertContents(trx, row, season, 1)
    return row
  })
}

/** Opens a season again; nothing happens where there is none of that id. */
export async function reopenSeason(db: Db, id: SeasonId): Promise<void> {
  await ofSeason(db.updateTable('season').set({ opened_at: sql`clock_timestamp()` }), id).execute()
}

/** Puts a document into a season that holds nothing yet. What happened belongs to a season, not to a copy of it. */
export async function insertContents(
  trx: Transaction<Database>,
  id: SeasonId,
  season: Season,
  version: number,
): Promise<void> {
  for (const of of COLLECTIONS)
    await insertThings(
      trx,
      id,
      of,
      season[of].map((value, position) => ({ value, position })),
      version,
    )
  const { what_if_of: copyOf } = await ofSeason(
    trx.selectFrom('season').select('what_if_of'),
    id,
  ).executeTakeFirstOrThrow()
  if (copyOf !== null) return
  await insertAll(
    trx,
    'record',
    season.records.map((x) => recordRow(id, x)),
  )
  await insertAll(trx, 'reading', readingRows(id, season.readings))
}
