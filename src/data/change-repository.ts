/**
 * Every change to a season, by one way: read and lock only what it touches, refuse what was changed since it was read,
 * write it with its journal entry in one transaction, and undo or redo it from that entry. An entry holds what differs,
 * before and after.
 */
import type { Kysely } from 'kysely'
import { Season } from '../season/schema'
import type { Problem } from '../season/problem'
import { sameValue } from '../season/values'
import { type Database, type SeasonId } from './schema'
import { cacheOf, documentOf, planOf, planWith, thingsIn, type PlanState } from './season-cache'
import { readThings, schemaOf, writeThings, type ThingRef, type ThingState } from './things'
import { findChange, type Author, type By, lockSeason, record } from './journal'

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

/** What is to be changed of a season as it stands, or everything that is wrong with it. */
export type Wanted = { ok: true; changes: readonly Change[]; summary: string } | { ok: false; problems: Problem[] }

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
  const done = await changeAsItStands(db, id, () => ({ ok: true, changes, summary: author.summary }), {
    who: author.who,
    person: author.person ?? null,
    needsSeason: false,
  })
  if ('problems' in done) throw new Error('nothing was checked')
  return done
}

/**
 * The same for changes that hang on the season as it stands, which nobody can alter meanwhile.
 *
 * @param want makes the changes of the season without what happened in it; what it finds wrong is given back
 * @param change id its device gave it: one that was made already is not made again
 * @param needsSeason whether it looks at the season at all; else only what is changed is read
 */
export async function changeAsItStands(
  db: Kysely<Database>,
  id: SeasonId,
  want: (season: Season) => Wanted,
  { who, person = null, change, needsSeason = true }: By & { change?: string | undefined; needsSeason?: boolean },
): Promise<(Written & { summary?: string }) | { ok: false; problems: Problem[] }> {
  const cache = cacheOf(db)
  let after: PlanState | undefined
  const done = await refusingUsed(() =>
    db.transaction().execute(async (trx) => {
      const locked = await lockSeason(trx, id)
      const made = change === undefined ? undefined : await findChange(trx, id, change)
      if (made) return { ok: true as const, ...made }
      const plan = needsSeason ? await planOf(trx, id, locked.row, cache) : cache.get(id, locked.row.plan_revision)
      const wanted = want(plan && needsSeason ? documentOf(plan) : (undefined as never))
      if (!wanted.ok) return wanted
      const { changes, summary } = wanted
      const before = plan ? thingsIn(plan, changes) : await readThings(trx, id, changes)
      const stale = changes.flatMap((wish, i): Stale[] => {
        const { of, key, value, version } = before[i]!
        const same = 'version' in wish ? wish.version === version : sameValue(value ?? null, wish.from ?? null)
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
        person,
        summary,
        action: 'things',
        change,
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

const FOREIGN_KEY = '23503'

// PostgreSQL: what is taken away is still referred to

export async function refusingUsed<T>(write: () => Promise<T>): Promise<T | { ok: false; used: true }> {
  try {
    return await write()
  } catch (error) {
    if ((error as { code?: unknown }).code === FOREIGN_KEY) return { ok: false, used: true }
    throw error
  }
}
