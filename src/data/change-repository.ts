/**
 * Every change to a season, by one way: read and lock only what it touches, refuse what was changed since it was read,
 * write it with its journal entry in one transaction, and undo or redo it from that entry. An entry holds what differs,
 * before and after.
 */
import type { Kysely, Selectable, Transaction } from 'kysely'
import { COLLECTIONS, Season, type Entry as HappenedEntry } from '../season/schema'
import type { Problem } from '../season/problem'
import { sameValue } from '../season/values'
import { readingRows, readReadings, readRecords, recordRow } from './record-repository'
import { ofSeason, type Database, type SeasonId, type SeasonTable } from './schema'
import { cacheOf, documentOf, planOf, planWith, thingsIn, type PlanState } from './season-cache'
import { factsOf, insertAll, readThings, schemaOf, writeThings, type ThingRef, type ThingState } from './things'

/** A thing added, changed, or removed (`to` null), with what its writer had seen of it: its version, or itself. */
export type Change = ThingRef & { to: unknown } & ({ version: number | null } | { from: unknown })

/** A change that was refused because someone else changed the same thing since it was read. */
export interface Stale extends ThingRef {
  /** What stands there now; `null` when it was removed. */
  now: unknown
  version: number | null
}

export type Refused = { ok: false; stale: Stale[] } | { ok: false; used: true }
export type Written = { ok: true; revision: number; entry: string } | Refused

/** Who changes what, for the journal. */
export interface Author {
  who: string
  summary: string
}

/** What is to be changed of a season as it stands, or everything that is wrong with it. */
export type Wanted = { ok: true; changes: readonly Change[]; summary: string } | { ok: false; problems: Problem[] }

/** One side of a journal entry: the things it touched, and what it added of what happened. */
interface State {
  things: ThingState[]
  /** Records that stand on this side only. */
  records?: HappenedEntry[]
  /** All readings, where they differ. */
  readings?: Season['readings']
}

/** Sides of journal entries as they were written once: a season's plantings, or the whole of it. */
type OldState =
  | { plantings: { key: string; planting: unknown; position: number }[] }
  | { season: Record<string, unknown> & Partial<Pick<Season, 'records'>> }

/**
 * Adds, changes and removes things of a season, all or none.
 *
 * @returns the new revision and journal entry; or what had changed since it was read; or that something removed is used
 */
export async function saveChanges(
  db: Kysely<Database>,
  id: SeasonId,
  changes: readonly Change[],
  author: Author,
): Promise<Written> {
  const done = await changeAsItStands(db, id, author.who, () => ({ ok: true, changes, summary: author.summary }), false)
  if ('problems' in done) throw new Error('nothing was checked')
  return done
}

/**
 * The same for changes that hang on the season as it stands, which nobody can alter meanwhile.
 *
 * @param want makes the changes of the season without what happened in it; what it finds wrong is given back
 * @param needsSeason whether it looks at the season at all; else only what is changed is read
 */
export async function changeAsItStands(
  db: Kysely<Database>,
  id: SeasonId,
  who: string,
  want: (season: Season) => Wanted,
  needsSeason = true,
): Promise<(Written & { summary?: string }) | { ok: false; problems: Problem[] }> {
  const cache = cacheOf(db)
  let after: PlanState | undefined
  const done = await refusingUsed(() =>
    db.transaction().execute(async (trx) => {
      const locked = await lockSeason(trx, id)
      const plan = needsSeason ? await planOf(trx, id, locked.row, cache) : cache.get(id, locked.row.plan_revision)
      const wanted = want(plan && needsSeason ? documentOf(plan) : (undefined as never))
      if (!wanted.ok) return wanted
      const { changes, summary } = wanted
      const before = plan ? thingsIn(plan, changes) : await readThings(trx, id, changes)
      const stale = changes.flatMap((change, i): Stale[] => {
        const { of, key, value, version } = before[i]!
        const same = 'version' in change ? change.version === version : sameValue(value ?? null, change.from ?? null)
        return same ? [] : [{ of, key, now: value, version }]
      })
      if (stale.length > 0) return { ok: false as const, stale }
      const next = before.map(({ of, key, position }, i): ThingState => ({
        of,
        key,
        position,
        value: parsed(of, changes[i]!.to),
      }))
      const revision = locked.revision + 1
      await writeThings(trx, id, next, revision)
      const entry = await record(trx, id, {
        who,
        summary,
        action: 'things',
        before: { things: before.map(({ of, key, value, position }) => ({ of, key, value, position })) },
        after: { things: next },
        revision,
      })
      after = plan && planWith(plan, next, revision)
      return { ok: true as const, revision, entry, summary }
    }),
  )
  if (done.ok && after) cache.set(id, after)
  return done
}

/** A thing as its list's schema has it; `null` when there is none. */
const parsed = (of: ThingRef['of'], value: unknown): unknown =>
  value === null || value === undefined ? null : of === 'head' ? value : schemaOf(of).parse(value)

/** As it is once it has been through JSON: no parts that are undefined. */

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
 * Replaces everything in a season by a document. Only what differs is written.
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
  const cache = cacheOf(db)
  return db.transaction().execute(async (trx) => {
    const locked = await lockSeason(trx, id)
    if (locked.revision !== readAt) return undefined
    const revision = locked.revision + 1
    const { before, after } = await differences(
      trx,
      id,
      await planOf(trx, id, locked.row, cache),
      season,
      locked.isCopy,
    )
    await write(trx, id, before, after, revision)
    const entry = await record(trx, id, { ...author, action: 'import', before, after, revision })
    return { revision, entry }
  })
}

/** What differs between a season as it stands and a document, on both sides. */
async function differences(
  trx: Transaction<Database>,
  id: SeasonId,
  plan: PlanState,
  season: Season,
  isCopy: boolean,
): Promise<{ before: State; after: State }> {
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

/** Puts one side of a change in the place of the other. */
async function write(trx: Transaction<Database>, id: SeasonId, from: State, to: State, revision: number) {
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
  if (!to.readings) return
  await ofSeason(trx.deleteFrom('reading'), id).execute()
  await insertAll(trx, 'reading', readingRows(id, to.readings))
}

/** What undo and redo would do now. */
export interface UndoState {
  undo: { entry: string; summary: string } | null
  redo: { entry: string; summary: string } | null
}

/** The change that undo would take back, and the one redo would bring back. */
export async function undoState(db: Kysely<Database> | Transaction<Database>, id: SeasonId): Promise<UndoState> {
  const entries = ofSeason(db.selectFrom('journal'), id)
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
      const locked = await lockSeason(trx, id)
      const target = await findEntry(trx, id, entry ?? (await undoState(trx, id)).undo?.entry)
      if (!target || target.undone || target.action === 'undo' || target.action === 'redo')
        return { ok: false, reason: 'nothing' }
      const revision = locked.revision + 1
      const applied = await apply(trx, id, locked, target.after, target.before)
      if (!applied) return { ok: false, reason: 'changed-since' }
      await setUndone(trx, id, target.entry, true)
      const { summary } = target
      await record(trx, id, { who, summary, action: 'undo', ...applied, revision, undoes: target.entry })
      return { ok: true, revision, summary }
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
      const locked = await lockSeason(trx, id)
      const target = await findEntry(trx, id, (await undoState(trx, id)).redo?.entry)
      if (!target) return { ok: false, reason: 'nothing' }
      const revision = locked.revision + 1
      const applied = await apply(trx, id, locked, target.before, target.after)
      if (!applied) return { ok: false, reason: 'changed-since' }
      await setUndone(trx, id, target.entry, false)
      await ofSeason(trx.updateTable('journal').set({ undone: true }), id)
        .where('action', '=', 'undo')
        .where('undoes', '=', target.entry)
        .execute()
      const { summary } = target
      await record(trx, id, { who, summary, action: 'redo', ...applied, revision, undoes: target.entry })
      return { ok: true, revision, summary }
    }),
  )
}

/** A season locked against other writers until the transaction ends. */
interface Locked {
  row: Selectable<SeasonTable>
  revision: number
  isCopy: boolean
}

async function lockSeason(trx: Transaction<Database>, id: SeasonId): Promise<Locked> {
  const row = await ofSeason(trx.selectFrom('season').selectAll(), id).forUpdate().executeTakeFirstOrThrow()
  return { row, revision: row.revision, isCopy: row.what_if_of !== null }
}

interface Entry extends Author {
  action: 'things' | 'import' | 'undo' | 'redo'
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
  const { revision } = entry
  await ofSeason(trx.updateTable('season').set({ revision, plan_revision: revision }), id).execute()
  const row = await trx
    .insertInto('journal')
    .values({ ...id, ...entry, before: JSON.stringify(before), after: JSON.stringify(after), undoes: undoes ?? null })
    .returning('entry')
    .executeTakeFirstOrThrow()
  return row.entry
}

/**
 * Puts one side of a journal entry in the place of the other.
 *
 * @returns both sides as they were written; `undefined`, with nothing written, when what stands there is not that any more
 */
async function apply(
  trx: Transaction<Database>,
  id: SeasonId,
  locked: Locked,
  fromStored: unknown,
  toStored: unknown,
): Promise<{ before: State; after: State } | undefined> {
  const revision = locked.revision + 1
  const [from, to] = [fromStored as State | OldState, toStored as State | OldState]
  if ('season' in to) {
    // The whole of a season, as it was once kept: what such a journal lacks is filled in.
    const season = Season.parse(to.season)
    const known = new Set(
      [...season.records, ...('season' in from ? (from.season.records ?? []) : [])].map((e) => e.id),
    )
    // What happened since is no part of the change that is taken back.
    const since = (await readRecords(trx, id)).filter((entry) => !known.has(entry.id))
    const next = { ...season, records: [...season.records, ...since] }
    const plan = await planOf(trx, id, locked.row, undefined)
    const sides = await differences(trx, id, plan, next, locked.isCopy)
    await write(trx, id, sides.before, sides.after, revision)
    return sides
  }
  const [before, after] = [asThings(from), asThings(to)]
  if (!before || !after) return undefined
  const now = await readThings(trx, id, before.things)
  if (before.things.some(({ value }, i) => !sameValue(now[i]!.value, value))) return undefined
  await write(trx, id, before, after, revision)
  return { before, after }
}

/** Side of a journal entry by its things, however it was written. */
function asThings(state: State | OldState): State | undefined {
  if ('things' in state) return state
  if ('plantings' in state)
    return {
      things: state.plantings.map(({ key, planting, position }) => ({
        of: 'plantings',
        key,
        value: planting,
        position,
      })),
    }
  return undefined
}

async function findEntry(trx: Transaction<Database>, id: SeasonId, entry: string | undefined) {
  if (entry === undefined) return undefined
  return ofSeason(trx.selectFrom('journal').selectAll(), id).where('entry', '=', entry).executeTakeFirst()
}

async function setUndone(trx: Transaction<Database>, id: SeasonId, entry: string, undone: boolean): Promise<void> {
  await ofSeason(trx.updateTable('journal').set({ undone }), id).where('entry', '=', entry).execute()
}
