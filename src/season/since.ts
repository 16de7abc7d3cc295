/** What of a season has changed since a moment, and putting it into the season as it was then. */
import type { Collection, Entry, Readings, Season } from './schema'
import type { SetAside } from './set-aside'
import { sameValue } from './values'

/** A change that can be taken back, or done again. */
export interface ChangeNamed {
  entry: string
  summary: string
}

/** A season as a page holds it, and the moment it is of. */
export interface SeasonHeld {
  season: Season
  revision: number
  /** By list and key (`places/bench`, `head`): the revision that last changed it. */
  versions: Record<string, number>
  /** What of the season cannot be read, and is left out: what it is, its key, and why. */
  setAside: Omit<SetAside, 'value'>[]
  undo: ChangeNamed | null
  redo: ChangeNamed | null
  /** ISO day it was for the season at that moment. */
  today: string
  /** The moment, as the server tells moments apart. */
  mark: string
}

/** A thing as it stands now. */
export interface ThingSince {
  of: Collection | 'head'
  key: string
  /** `null` when there is none any more. */
  value: unknown
  version: number | null
  /** Key of the one before it in its list; `null` where it is the first. */
  after: string | null
}

/** What has changed since a moment. */
export interface SeasonChanges extends Pick<SeasonHeld, 'revision' | 'undo' | 'redo' | 'today' | 'mark'> {
  /** The farm's name, which its seasons share. */
  farm: string
  things: ThingSince[]
  /** Records that came in since, in their order; or all there are, where some have gone or are others now. */
  records: { all: boolean; list: Entry[] }
  /** All readings, where any are others now. */
  readings?: Readings[]
}

/** An answer to whoever holds a season: what has changed since, or all of it where that cannot be told. */
export type Since = { whole: SeasonHeld } | { changes: SeasonChanges }

/** A season as it stands after an answer. Parts that have not changed stay the same objects; where none has, the whole does. */
export function withSince(held: SeasonHeld | undefined, since: Since): SeasonHeld {
  if ('whole' in since) return since.whole
  if (!held) throw new Error('Changes of a season need the season they are of')
  const { changes } = since
  const { revision, undo, redo, today, mark } = changes
  const asBefore = sameValue(
    [mark, today, undo, redo, changes.farm],
    [held.mark, held.today, held.undo, held.redo, held.season.farm.name],
  )
  if (asBefore) return held
  const season = seasonWith(held.season, changes)
  const versions = changes.things.length > 0 ? versionsWith(held.versions, changes.things) : held.versions
  return { ...held, season, versions, revision, undo, redo, today, mark }
}

function seasonWith(season: Season, { farm, things, records, readings }: SeasonChanges): Season {
  let next = season
  const lists = new Set(things.map(({ of }) => of))
  for (const of of lists) {
    const own = things.filter((thing) => thing.of === of)
    next =
      of === 'head'
        ? { ...next, ...(own[0]!.value as object) }
        : { ...next, [of]: listWith(next[of] as readonly { key: string }[], own) }
  }
  if (next.farm.name !== farm) next = { ...next, farm: { ...next.farm, name: farm } }
  if (records.all) next = { ...next, records: records.list }
  else if (records.list.length > 0) next = { ...next, records: [...next.records, ...records.list] }
  return readings ? { ...next, readings } : next
}

/** A list with things put where they stand now; those that come one after another are given in that order. */
function listWith(list: readonly { key: string }[], things: readonly ThingSince[]): { key: string }[] {
  const touched = new Set(things.map(({ key }) => key))
  const put = new Map<string | null, { key: string }>()
  for (const { value, after } of things) if (value !== null) put.set(after, value as { key: string })
  const next: { key: string }[] = []
  const add = (key: string | null) => {
    for (let one = put.get(key); one; one = put.get(one.key)) next.push(one)
  }
  add(null)
  for (const thing of list) {
    if (touched.has(thing.key)) continue
    next.push(thing)
    add(thing.key)
  }
  return next
}

function versionsWith(versions: Record<string, number>, things: readonly ThingSince[]): Record<string, number> {
  const next = { ...versions }
  for (const { of, key, version } of things) {
    const name = of === 'head' ? 'head' : `${of}/${key}`
    if (version === null) delete next[name]
    else next[name] = version
  }
  return next
}
