/** The journal of changes: one writer of a season at a time, and an entry with both sides of what was changed. */
import type { Selectable, Transaction } from 'kysely'
import { Season, type Entry as HappenedEntry } from '../season/schema'
import { ofSeason, type Database, type SeasonId, type SeasonTable } from './schema'
import { type ThingState } from './things'

/** Who changes what, for the journal. */
export interface Author extends By {
  summary: string
}

/** By whom something was done. */
export interface By {
  who: string
  /** Id of the person, where people sign in. */
  person?: string | null
}

/** One side of a journal entry: the things it touched, and what it added of what happened. */
export interface State {
  things: ThingState[]
  /** Records that stand on this side only. */
  records?: HappenedEntry[]
  /** All readings, where they differ. */
  readings?: Season['readings']
}

/** Both sides of a change. */
export interface Sides {
  before: State
  after: State
}

/** Sides of journal entries as they were written once: a season's plantings, or the whole of it. */
export type OldState =
  | { plantings: { key: string; planting: unknown; position: number }[] }
  | { season: Record<string, unknown> & Partial<Pick<Season, 'records'>> }

/** A season locked against other writers until the transaction ends. */
export interface Locked {
  row: Selectable<SeasonTable>
  revision: number
  isCopy: boolean
}

export async function lockSeason(trx: Transaction<Database>, id: SeasonId): Promise<Locked> {
  const row = await ofSeason(trx.selectFrom('season').selectAll(), id).forUpdate().executeTakeFirstOrThrow()
  return { row, revision: row.revision, isCopy: row.what_if_of !== null }
}

interface Entry extends Author, Sides {
  change?: string | undefined
  action: 'things' | 'import' | 'undo' | 'redo'
  revision: number
  undoes?: string
}

export async function record(
  trx: Transaction<Database>,
  id: SeasonId,
  { before, after, undoes, person, change, ...entry }: Entry,
): Promise<string> {
  const { revision } = entry
  await ofSeason(trx.updateTable('season').set({ revision, plan_revision: revision }), id).execute()
  const row = await trx
    .insertInto('journal')
    .values({
      ...id,
      ...entry,
      before: JSON.stringify(before),
      after: JSON.stringify(after),
      undoes: undoes ?? null,
      person_id: person ?? null,
      change_id: change ?? null,
    })
    .returning('entry')
    .executeTakeFirstOrThrow()
  return row.entry
}

/** Side of a journal entry by its things, however it was written. */
export function asThings(state: State | OldState): State | undefined {
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

export async function findEntry(trx: Transaction<Database>, id: SeasonId, entry: string | undefined) {
  if (entry === undefined) return undefined
  return ofSeason(trx.selectFrom('journal').selectAll(), id).where('entry', '=', entry).executeTakeFirst()
}

/** A change that was made already, by the id its device gave it. */
export async function findChange(trx: Transaction<Database>, id: SeasonId, change: string) {
  return ofSeason(trx.selectFrom('journal').select(['entry', 'revision', 'summary']), id)
    .where('change_id', '=', change)
    .executeTakeFirst()
}

export async function setUndone(
  trx: Transaction<Database>,
  id: SeasonId,
  entry: string,
  undone: boolean,
): Promise<void> {
  await ofSeason(trx.updateTable('journal').set({ undone }), id).where('entry', '=', entry).execute()
}
