/** A season document in the place of the season, as one change. */
import type { Kysely, Transaction } from 'kysely'
import { COLLECTIONS, Season } from '../season/schema'
import { sameValue } from '../season/values'
import { readingRows, readReadings } from './reading-repository'
import { readRecords, recordRow } from './record-repository'
import { ofSeason, type Database, type SeasonId } from './schema'
import { cacheOf, planOf, type PlanState } from './season-cache'
import { factsOf, insertAll, writeThings } from './things'
import { type Author, type State, type Sides, lockSeason, record } from './journal'

/**
 * Replaces everything in a season by a document. Only what differs is written.
 *
 * @param readAt revision the preview of the change was made at
 * @returns the new revision, or `undefined` when the season has changed since the preview
 */
export async function importSeason(
  db: Kysely<Database>,
  id: SeasonId,
  season: Season,
  { readAt, ...author }: Author & { readAt: number },
): Promise<{ revision: number; entry: string } | undefined> {
  const cache = cacheOf(db)
  return db.transaction().execute(async (trx) => {
    const locked = await lockSeason(trx, id)
    if (locked.revision !== readAt) return undefined
    const revision = locked.revision + 1
    const plan = await planOf(trx, id, locked.row, cache)
    const sides = await differences(trx, id, { plan, isCopy: locked.isCopy }, season)
    await write(trx, id, sides, revision)
    const entry = await record(trx, id, { ...author, action: 'import', ...sides, revision })
    return { revision, entry }
  })
}

/** What differs between a season as it stands and a document, on both sides. */
export async function differences(
  trx: Transaction<Database>,
  id: SeasonId,
  { plan, isCopy }: { plan: PlanState; isCopy: boolean },
  season: Season,
): Promise<Sides> {
  const before: State = { things: [] }
  const after: State = { things: [] }
  const facts = factsOf(season)
  if (!sameValue(plan.facts, facts)) {
    before.things.push({ of: 'head', key: 'head', value: plan.facts, position: 0 })
    after.things.push({ of: 'head', key: 'head', value: facts, position: 0 })
  }
  for (const of of COLLECTIONS) {
    const now = new Map(plan.lists[of].map((item) => [item.value.key, item]))
    season[of].forEach((value, position) => {
      const old = now.get(value.key)
      now.delete(value.key)
      if (old?.position === position && sameValue(old.value, value)) return
      before.things.push({ of, key: value.key, value: old?.value ?? null, position: old?.position ?? position })
      after.things.push({ of, key: value.key, value, position })
    })
    for (const { value, position } of now.values()) {
      before.things.push({ of, key: value.key, value, position })
      after.things.push({ of, key: value.key, value: null, position })
    }
  }
  // What happened belongs to a season, not to a copy of it.
  if (isCopy) return { before, after }
  const records = await readRecords(trx, id)
  const [had, has] = [records, season.records].map((list) => new Set(list.map((one) => one.id)))
  before.records = records.filter((one) => !has!.has(one.id))
  after.records = season.records.filter((one) => !had!.has(one.id))
  const readings = await readReadings(trx, id)
  if (!sameValue(readings, season.readings)) {
    before.readings = readings
    after.readings = season.readings
  }
  return { before, after }
}

/** Puts what is after a change in the place of what was before it. */
export async function write(
  trx: Transaction<Database>,
  id: SeasonId,
  { before: from, after: to }: Sides,
  revision: number,
): Promise<void> {
  await writeThings(trx, id, to.things, revision)
  const gone = (from.records ?? []).map((one) => one.id)
  for (let i = 0; i < gone.length; i += 1000)
    await ofSeason(trx.deleteFrom('record'), id)
      .where('id', 'in', gone.slice(i, i + 1000))
      .execute()
  await insertAll(
    trx,
    'record',
    (to.records ?? []).map((one) => recordRow(id, one)),
  )
  if (gone.length > 0) await ofSeason(trx.updateTable('season').set({ records_revision: revision }), id).execute()
  if (!to.readings) return
  await ofSeason(trx.updateTable('season').set({ readings_revision: revision }), id).execute()
  await ofSeason(trx.deleteFrom('reading'), id).execute()
  await insertAll(trx, 'reading', readingRows(id, to.readings))
}
