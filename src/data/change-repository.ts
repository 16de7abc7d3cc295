/**
 * Every change to a season: checked against the version it was read at, written in one transaction
 * with its journal entry, and undone or redone from that entry.
 */
import { isDeepStrictEqual } from 'node:util'
import type { Kysely, Transaction } from 'kysely'
import { Season, type Planting } from '../season/schema'
import { readRecords } from './record-repository'
import * as rows from './rows'
import type { Database } from './schema'
import { readThings, writeThings, type ThingRef, type ThingState } from './things'
import { readSeasonRows, replaceContents, type SeasonId } from './season-repository'

/** One planting added (`version` null), changed, or removed (`to` null). */
export interface PlantingChange {
  key: string
  to: Planting | null
  /** The version it was read at; `null` when it is new. */
  version: number | null
}

/** A change that was refused because someone else changed the same thing since it was read. */
export interface Stale {
  key: string
  /** What stands there now; `null` when it was removed. */
  now: Planting | null
  version: number | null
}

export type Written = { ok: true; revision: number; entry: string } | { ok: false; stale: Stale[] }

/** Who changes what, for the journal. */
export interface Author {
  who: string
  summary: string
}

interface PlantingState {
  key: string
  planting: Planting | null
  position: number
}

type State = { plantings: PlantingState[] } | { season: Season } | { things: ThingState[] }

/**
 * Adds, changes and removes plantings, all or none.
 *
 * @returns the new revision and journal entry, or everything that had changed since it was read
 */
export async function savePlantings(
  db: Kysely<Database>,
  id: SeasonId,
  changes: readonly PlantingChange[],
  author: Author,
): Promise<Written> {
  return db.transaction().execute(async (trx) => {
    const revision = await lockSeason(trx, id)
    const now = await plantingStates(
      trx,
      id,
      changes.map(({ key }) => key),
    )
    const stale = changes.filter(({ key, version }) => (now.get(key)?.version ?? null) !== version)
    if (stale.length > 0) {
      return {
        ok: false,
        stale: stale.map(({ key }) => ({
          key,
          now: now.get(key)?.planting ?? null,
          version: now.get(key)?.version ?? null,
        })),
      }
    }
    let next = await nextPosition(trx, id)
    const before: PlantingState[] = []
    const after: PlantingState[] = []
    for (const { key, to } of changes) {
      const position = now.get(key)?.position ?? next++
      before.push({ key, planting: now.get(key)?.planting ?? null, position })
      after.push({ key, planting: to, position })
    }
    await writeStates(trx, id, after, revision + 1)
    // What was written is read again, so that undo compares like with like.
    const written = await plantingStates(
      trx,
      id,
      changes.map(({ key }) => key),
    )
    const stored = after.map((state) => ({ ...state, planting: written.get(state.key)?.planting ?? null }))
    const entry = await record(trx, id, {
      ...author,
      action: 'plantings',
      before: { plantings: before },
      after: { plantings: stored },
      revision: revision + 1,
    })
    return { ok: true, revision: revision + 1, entry }
  })
}

/** One thing of a season added (`from` null), changed, or removed (`to` null). */
export interface ThingChange extends ThingRef {
  /** What it was when it was read. */
  from: unknown
  to: unknown
}

/** Why things were not written. */
export type ThingsRefused = { ok: false; stale: ThingRef[] } | { ok: false; used: true }

/**
 * Adds, changes and removes things of a season, all or none.
 *
 * @returns the new revision and journal entry; or what had changed since it was read; or that something
 *   removed is still used
 */
export async function saveThings(
  db: Kysely<Database>,
  id: SeasonId,
  changes: readonly ThingChange[],
  author: Author,
): Promise<{ ok: true; revision: number; entry: string } | ThingsRefused> {
  return refusingUsed(() =>
    db.transaction().execute(async (trx) => {
      const revision = await lockSeason(trx, id)
      const before = await readThings(trx, id, changes)
      const stale = changes.filter(({ from }, i) => !isDeepStrictEqual(asJson(before[i]!.value), asJson(from)))
      if (stale.length > 0) return { ok: false as const, stale: stale.map(({ of, key }) => ({ of, key })) }
      const next = before.map((state, i) => ({ ...state, value: changes[i]!.to }))
      await writeThings(trx, id, next, revision + 1)
      // What was written is read again, so that undo compares like with like.
      const after = (await readThings(trx, id, changes)).map((state, i) => ({ ...state, position: next[i]!.position }))
      const entry = await record(trx, id, {
        ...author,
        action: 'things',
        before: { things: before },
        after: { things: after },
        revision: revision + 1,
      })
      return { ok: true as const, revision: revision + 1, entry }
    }),
  )
}

/** As it is once it has been through JSON: no parts that are undefined. */
const asJson = (value: unknown): unknown => (value === undefined ? null : JSON.parse(JSON.stringify(value)))

const FOREIGN_KEY = '23503' // PostgreSQL: what is taken away is still referred to

async function refusingUsed<T>(write: () => Promise<T>): Promise<T | { ok: false; used: true }> {
  try {
    return await write()
  } catch (error) {
    if ((error as { code?: unknown }).code === FOREIGN_KEY) return { ok: false, used: true }
    throw error
  }
}

/**
 * Replaces everything in a season by a document.
 *
 * @param readAt revision the preview of the change was made at
 * @returns the new revision, or `undefined` when the season has changed since the preview
 */
export async function importSeason(
  db: Kysely<Database>,
  id: SeasonId,
  season: Season,
  readAt: number,
  author: Author,
): Promise<{ revision: number; entry: string } | undefined> {
  return db.transaction().execute(async (trx) => {
    const revision = await lockSeason(trx, id)
    if (revision !== readAt) return undefined
    const before = await readSeasonRows(trx, id)
    await replaceContents(trx, id, season, revision + 1)
    const entry = await record(trx, id, {
      ...author,
      action: 'import',
      before: { season: before!.season },
      after: { season },
      revision: revision + 1,
    })
    return { revision: revision + 1, entry }
  })
}

/** What undo and redo would do now. */
export interface UndoState {
  undo: { entry: string; summary: string } | null
  redo: { entry: string; summary: string } | null
}

/** The change that undo would take back, and the one redo would bring back. */
export async function undoState(db: Kysely<Database> | Transaction<Database>, id: SeasonId): Promise<UndoState> {
  const entries = db.selectFrom('journal').where('farm_id', '=', id.farm_id).where('season_id', '=', id.season_id)
  const undo = await entries
    .select(['entry', 'summary'])
    .where('action', 'not in', ['undo', 'redo'])
    .where('undone', '=', false)
    .orderBy('entry', 'desc')
    .limit(1)
    .executeTakeFirst()
  const last = await entries
    .select('entry')
    .where('action', 'not in', ['undo', 'redo'])
    .orderBy('entry', 'desc')
    .limit(1)
    .executeTakeFirst()
  const redo = await entries
    .select(['entry', 'summary', 'undoes'])
    .where('action', '=', 'undo')
    .where('undone', '=', false)
    .where('entry', '>', last?.entry ?? '0')
    .orderBy('entry', 'desc')
    .limit(1)
    .executeTakeFirst()
  return { undo: undo ?? null, redo: redo ? { entry: redo.undoes!, summary: redo.summary } : null }
}

/** Why an undo or redo could not be done. */
export type UndoRefused = { ok: false; reason: 'nothing' | 'changed-since' }
export type Undone = { ok: true; revision: number; summary: string } | UndoRefused

/**
 * Takes a change back.
 *
 * @param entry journal entry to take back; the last one unless given
 */
export async function undo(db: Kysely<Database>, id: SeasonId, who: string, entry?: string): Promise<Undone> {
  return changedSince(
    db.transaction().execute(async (trx): Promise<Undone> => {
      const revision = await lockSeason(trx, id)
      const last = (await undoState(trx, id)).undo
      const target = await findEntry(trx, id, entry ?? last?.entry)
      if (!target || target.undone || target.action === 'undo' || target.action === 'redo')
        return { ok: false, reason: 'nothing' }
      const { before, after } = statesOf(target)
      if ('season' in after && target.entry !== last?.entry) return { ok: false, reason: 'changed-since' }
      if (!(await apply(trx, id, after, before, revision + 1))) return { ok: false, reason: 'changed-since' }
      await setUndone(trx, id, target.entry, true)
      const { summary } = target
      await record(trx, id, {
        who,
        summary,
        action: 'undo',
        before: after,
        after: before,
        revision: revision + 1,
        undoes: target.entry,
      })
      return { ok: true, revision: revision + 1, summary }
    }),
  )
}

/** A change that cannot be taken back because something added since needs it. */
async function changedSince(done: Promise<Undone>): Promise<Undone> {
  const result = await refusingUsed(() => done)
  return 'used' in result ? { ok: false, reason: 'changed-since' } : result
}

/** Brings the change last taken back into force again. */
export async function redo(db: Kysely<Database>, id: SeasonId, who: string): Promise<Undone> {
  return changedSince(
    db.transaction().execute(async (trx): Promise<Undone> => {
      const revision = await lockSeason(trx, id)
      const target = await findEntry(trx, id, (await undoState(trx, id)).redo?.entry)
      if (!target) return { ok: false, reason: 'nothing' }
      const { before, after } = statesOf(target)
      if (!(await apply(trx, id, before, after, revision + 1))) return { ok: false, reason: 'changed-since' }
      await setUndone(trx, id, target.entry, false)
      await trx
        .updateTable('journal')
        .set({ undone: true })
        .where('farm_id', '=', id.farm_id)
        .where('season_id', '=', id.season_id)
        .where('action', '=', 'undo')
        .where('undoes', '=', target.entry)
        .execute()
      const { summary } = target
      await record(trx, id, {
        who,
        summary,
        action: 'redo',
        before,
        after,
        revision: revision + 1,
        undoes: target.entry,
      })
      return { ok: true, revision: revision + 1, summary }
    }),
  )
}

/** Locks a season against other writers until the transaction ends, and gives its revision. */
async function lockSeason(trx: Transaction<Database>, id: SeasonId): Promise<number> {
  const { revision } = await trx
    .selectFrom('season')
    .select('revision')
    .where('farm_id', '=', id.farm_id)
    .where('season_id', '=', id.season_id)
    .forUpdate()
    .executeTakeFirstOrThrow()
  return revision
}

interface Entry extends Author {
  action: 'plantings' | 'things' | 'import' | 'undo' | 'redo'
  before: State
  after: State
  revision: number
  undoes?: string
}

async function record(
  trx: Transaction<Database>,
  id: SeasonId,
  { before, after, undoes, ...entry }: Entry,
): Promise<string> {
  await trx
    .updateTable('season')
    .set({ revision: entry.revision })
    .where('farm_id', '=', id.farm_id)
    .where('season_id', '=', id.season_id)
    .execute()
  const row = await trx
    .insertInto('journal')
    .values({ ...id, ...entry, before: JSON.stringify(before), after: JSON.stringify(after), undoes: undoes ?? null })
    .returning('entry')
    .executeTakeFirstOrThrow()
  return row.entry
}

async function plantingStates(trx: Transaction<Database>, id: SeasonId, keys: readonly string[]) {
  const states = new Map<string, PlantingState & { version: number }>()
  if (keys.length === 0) return states
  const plantings = await trx
    .selectFrom('planting')
    .selectAll()
    .where('farm_id', '=', id.farm_id)
    .where('season_id', '=', id.season_id)
    .where('key', 'in', keys)
    .execute()
  const changes = await trx
    .selectFrom('series_change')
    .selectAll()
    .where('farm_id', '=', id.farm_id)
    .where('season_id', '=', id.season_id)
    .where('planting', 'in', keys)
    .orderBy('n')
    .execute()
  const shares = await trx
    .selectFrom('planting_share')
    .selectAll()
    .where('farm_id', '=', id.farm_id)
    .where('season_id', '=', id.season_id)
    .where('planting', 'in', keys)
    .orderBy('position')
    .execute()
  for (const row of plantings) {
    const planting = rows.plantingOf(
      row,
      changes.filter((change) => change.planting === row.key),
      shares.filter((share) => share.planting === row.key),
    )
    states.set(row.key, { key: row.key, planting, position: row.position, version: row.version })
  }
  return states
}

async function nextPosition(trx: Transaction<Database>, id: SeasonId): Promise<number> {
  const { last } = await trx
    .selectFrom('planting')
    .select(({ fn }) => fn.max('position').as('last'))
    .where('farm_id', '=', id.farm_id)
    .where('season_id', '=', id.season_id)
    .executeTakeFirstOrThrow()
  return (last ?? -1) + 1
}

async function writeStates(
  trx: Transaction<Database>,
  id: SeasonId,
  states: readonly PlantingState[],
  version: number,
) {
  await trx
    .deleteFrom('planting')
    .where('farm_id', '=', id.farm_id)
    .where('season_id', '=', id.season_id)
    .where(
      'key',
      'in',
      states.map(({ key }) => key),
    )
    .execute()
  for (const { planting, position } of states) {
    if (!planting) continue
    await trx
      .insertInto('planting')
      .values(rows.plantingRow(id, planting, position, version))
      .execute()
    const changes = rows.changeRows(id, planting)
    if (changes.length > 0) await trx.insertInto('series_change').values(changes).execute()
    const shares = rows.shareRows(id, planting)
    if (shares.length > 0) await trx.insertInto('planting_share').values(shares).execute()
  }
}

/** Puts `to` in the place of `from`; false, with nothing written, when `from` is no longer what stands there. */
async function apply(
  trx: Transaction<Database>,
  id: SeasonId,
  from: State,
  to: State,
  revision: number,
): Promise<boolean> {
  if ('season' in to) {
    // A journal may be older than what a season holds now: what it lacks is filled in.
    const next = Season.parse(to.season)
    const known = new Set(
      [...next.records, ...('season' in from ? (from.season.records ?? []) : [])].map((entry) => entry.id),
    )
    // What happened since is no part of the change that is taken back.
    const since = (await readRecords(trx, id)).filter((entry) => !known.has(entry.id))
    await replaceContents(trx, id, { ...next, records: [...next.records, ...since] }, revision)
    return true
  }
  if ('things' in to) {
    if (!('things' in from)) return false
    const now = await readThings(trx, id, from.things)
    if (from.things.some(({ value }, i) => !isDeepStrictEqual(asJson(now[i]!.value), asJson(value)))) return false
    await writeThings(trx, id, to.things, revision)
    return true
  }
  if (!('plantings' in from)) return false
  const now = await plantingStates(
    trx,
    id,
    from.plantings.map(({ key }) => key),
  )
  for (const { key, planting } of from.plantings) {
    if (!isDeepStrictEqual(now.get(key)?.planting ?? null, planting)) return false
  }
  await writeStates(trx, id, to.plantings, revision)
  return true
}

async function findEntry(trx: Transaction<Database>, id: SeasonId, entry: string | undefined) {
  if (entry === undefined) return undefined
  return trx
    .selectFrom('journal')
    .selectAll()
    .where('farm_id', '=', id.farm_id)
    .where('season_id', '=', id.season_id)
    .where('entry', '=', entry)
    .executeTakeFirst()
}

async function setUndone(trx: Transaction<Database>, id: SeasonId, entry: string, undone: boolean): Promise<void> {
  await trx
    .updateTable('journal')
    .set({ undone })
    .where('farm_id', '=', id.farm_id)
    .where('season_id', '=', id.season_id)
    .where('entry', '=', entry)
    .execute()
}

function statesOf(row: { before: unknown; after: unknown }): { before: State; after: State } {
  return { before: row.before as State, after: row.after as State }
}
