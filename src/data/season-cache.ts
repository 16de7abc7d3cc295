/** The lists of seasons as they were last read or written, for as long as nothing changed them since. */
import type { Kysely, Selectable } from 'kysely'
import { COLLECTIONS, type Collection, type Season } from '../season/schema'
import { withoutBroken, type SetAside } from '../season/set-aside'
import { wholeOf } from './database'
import type { Database, SeasonId, SeasonTable } from './schema'
import { factsFrom, readList, type Lists, type SeasonFacts, type StoredThing, type ThingState } from './things'

/** A thing of a list in its place; never changed once it is here. */
export interface Item {
  value: { key: string }
  position: number
  version: number
}

/** What is planned in a season: its facts and lists, without what happened. */
export interface PlanState {
  /** Revision of the season that last changed any of it. */
  revision: number
  facts: SeasonFacts
  factsVersion: number
  lists: Readonly<Record<Collection, readonly Item[]>>
  /** What cannot be understood, and is in none of these. */
  setAside: readonly SetAside[]
}

const MOST_SEASONS = 12 // kept at once; the one not asked for longest goes first

/**
 * Plans of seasons by farm and season. An entry holds only at the revision it was read at, which the database is asked
 * for each time, so another server's changes are seen.
 */
export class SeasonCache {
  readonly #plans = new Map<string, PlanState>()
  /** Records that were understood, by season and id. */
  readonly understood = new Set<string>()

  /** The plan of a season at a revision, where it is known. */
  get(id: SeasonId, revision: number): PlanState | undefined {
    const name = nameOf(id)
    const plan = this.#plans.get(name)
    if (plan?.revision !== revision) return undefined
    this.#plans.delete(name)
    this.#plans.set(name, plan)
    return plan
  }

  set(id: SeasonId, plan: PlanState): void {
    const name = nameOf(id)
    const known = this.#plans.get(name)
    if (known && known.revision > plan.revision) return
    // A change may make something readable again that was left out: such a plan is read anew each time.
    if (plan.setAside.length > 0) return void this.#plans.delete(name)
    this.#plans.delete(name)
    this.#plans.set(name, plan)
    if (this.#plans.size > MOST_SEASONS) this.#plans.delete(this.#plans.keys().next().value!)
  }
}

/** Both ids are UUIDs: no two pairs of them are written the same. */
const nameOf = ({ farm_id, season_id }: SeasonId) => `${farm_id}/${season_id}`

const caches = new WeakMap<Kysely<Database>, SeasonCache>()

/** The cache of a database: it ends when the connection to it does. */
export function cacheOf(db: Kysely<Database>): SeasonCache {
  const whole = wholeOf(db)
  let cache = caches.get(whole)
  if (!cache) caches.set(whole, (cache = new SeasonCache()))
  return cache
}

/** Forgets all seasons of a database: it was brought back from a backup, and its revisions count from there. */
export const forgetSeasons = (db: Kysely<Database>): boolean => caches.delete(wholeOf(db))

/**
 * What is planned in a season: from the cache where it still holds, else read.
 *
 * @param row of the season, read in the same transaction
 */
export async function planOf(
  trx: Kysely<Database>,
  id: SeasonId,
  row: Selectable<SeasonTable>,
  cache: SeasonCache | undefined,
): Promise<PlanState> {
  // The farm's name is shared by its seasons: another of them may have changed it.
  const { name } = await trx
    .selectFrom('farm')
    .select('name')
    .where('farm_id', '=', id.farm_id)
    .executeTakeFirstOrThrow()
  const known = cache?.get(id, row.plan_revision)
  if (known)
    return known.facts.farm.name === name
      ? known
      : { ...known, facts: { ...known.facts, farm: { ...known.facts.farm, name } } }
  const setAside: SetAside[] = []
  const plan: PlanState = {
    revision: row.plan_revision,
    facts: factsFrom(row, name, setAside),
    factsVersion: row.facts_version,
    lists: await readLists(trx, id, setAside),
    setAside,
  }
  cache?.set(id, plan)
  return plan
}

/** Reads the lists of a season, without what cannot be understood. */
async function readLists(trx: Kysely<Database>, id: SeasonId, aside: SetAside[]): Promise<PlanState['lists']> {
  const lists = {} as Record<Collection, readonly Item[]>
  for (const of of COLLECTIONS) lists[of] = await readList(trx, id, of, undefined, aside)
  return aside.length === 0 && lists.places.length > 0 ? lists : withoutBroken(lists, aside)
}

/** The lists as a document has them. */
export function listsOf({ lists }: PlanState): Lists {
  const document: Partial<Record<Collection, readonly { key: string }[]>> = {}
  for (const of of COLLECTIONS) document[of] = lists[of].map(({ value }) => value)
  return document as Lists
}

/** Versions by list and key. */
export function versionsOf({ lists, factsVersion }: PlanState): Record<string, number> {
  const versions: Record<string, number> = { head: factsVersion }
  for (const of of COLLECTIONS) for (const { value, version } of lists[of]) versions[`${of}/${value.key}`] = version
  return versions
}

/** The season that a plan is of, with nothing that happened in it. */
export const documentOf = (plan: PlanState): Season => ({
  format: 1,
  ...plan.facts,
  ...listsOf(plan),
  records: [],
  readings: [],
})

/** Things as they stand in a plan, new ones at the end of their lists. */
export function thingsIn(plan: PlanState, refs: readonly Pick<ThingState, 'of' | 'key'>[]): StoredThing[] {
  const ends = new Map<Collection, number>()
  return refs.map(({ of, key }): StoredThing => {
    if (of === 'head') return { of, key, value: plan.facts, position: 0, version: plan.factsVersion }
    const item = plan.lists[of].find(({ value }) => value.key === key)
    if (item) return { of, key, ...item }
    const end = ends.get(of) ?? (plan.lists[of].at(-1)?.position ?? -1) + 1
    ends.set(of, end + 1)
    return { of, key, value: null, position: end, version: null }
  })
}

/** The plan after things were put in the place of what stood under their keys. */
export function planWith(plan: PlanState, states: readonly ThingState[], revision: number): PlanState {
  const lists = { ...plan.lists }
  for (const of of COLLECTIONS) {
    const own = states.filter((state) => state.of === of)
    if (own.length === 0) continue
    const gone = new Set(own.map(({ key }) => key))
    const put = own.flatMap(({ value, position }) =>
      value === null ? [] : [{ value: value as { key: string }, position, version: revision }],
    )
    lists[of] = [...lists[of].filter(({ value }) => !gone.has(value.key)), ...put].sort(
      (a, b) => a.position - b.position || (a.value.key < b.value.key ? -1 : 1),
    )
  }
  const head = states.find(({ of }) => of === 'head')
  return {
    revision,
    lists,
    setAside: plan.setAside,
    facts: head ? (head.value as SeasonFacts) : plan.facts,
    factsVersion: head ? revision : plan.factsVersion,
  }
}
