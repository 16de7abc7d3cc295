/** Taking changes back and making them again. */
import type { Kysely, Transaction } from 'kysely'
import { Season } from '../season/schema'
import { sameValue } from '../season/values'
import { readRecords } from './record-repository'
import { ofSeason, type Database, type SeasonId } from './schema'
import { planOf } from './season-cache'
import { readThings } from './things'
import {
  type State,
  type OldState,
  type Locked,
  lockSeason,
  record,
  asThings,
  findEntry,
  setUndone,
  type Sides,
  type By,
} from './journal'
import { refusingUsed } from './change-repository'
import { differences, write } from './import-repository'

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
export async function undo(db: Kysely<Database>, id: SeasonId, by: By, entry?: string): Promise<Undone> {
  return changedSince(
    db.transaction().execute(async (trx): Promise<Undone> => {
      const locked = await lockSeason(trx, id)
      const target = await findEntry(trx, id, entry ?? (await undoState(trx, id)).undo?.entry)
      if (!target || target.undone || target.action === 'undo' || target.action === 'redo')
        return { ok: false, reason: 'nothing' }
      const revision = locked.revision + 1
      const applied = await apply(trx, id, locked, { from: target.after, to: target.before })
      if (!applied) return { ok: false, reason: 'changed-since' }
      await setUndone(trx, id, target.entry, true)
      const { summary } = target
      await record(trx, id, { ...by, summary, action: 'undo', ...applied, revision, undoes: target.entry })
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
export async function redo(db: Kysely<Database>, id: SeasonId, by: By): Promise<Undone> {
  return changedSince(
    db.transaction().execute(async (trx): Promise<Undone> => {
      const locked = await lockSeason(trx, id)
      const target = await findEntry(trx, id, (await undoState(trx, id)).redo?.entry)
      if (!target) return { ok: false, reason: 'nothing' }
      const revision = locked.revision + 1
      const applied = await apply(trx, id, locked, { from: target.before, to: target.after })
      if (!applied) return { ok: false, reason: 'changed-since' }
      await setUndone(trx, id, target.entry, false)
      await ofSeason(trx.updateTable('journal').set({ undone: true }), id)
        .where('action', '=', 'undo')
        .where('undoes', '=', target.entry)
        .execute()
      const { summary } = target
      await record(trx, id, { ...by, summary, action: 'redo', ...applied, revision, undoes: target.entry })
      return { ok: true, revision, summary }
    }),
  )
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
  stored: { from: unknown; to: unknown },
): Promise<Sides | undefined> {
  const revision = locked.revision + 1
  const { from, to } = stored as Record<'from' | 'to', State | OldState>
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
    const sides = await differences(trx, id, { plan, isCopy: locked.isCopy }, next)
    await write(trx, id, sides, revision)
    return sides
  }
  const [before, after] = [asThings(from), asThings(to)]
  if (!before || !after) return undefined
  const now = await readThings(trx, id, before.things)
  if (before.things.some(({ value }, i) => !sameValue(now[i]!.value, value))) return undefined
  const sides = { before, after }
  await write(trx, id, sides, revision)
  return sides
}
