/** Puts what was changed in a copy of a season into the season as it stands now. */
import { sameValue } from './values'
import { COLLECTIONS, type Collection, type Season } from './schema'

/** A thing that was changed in both, differently. */
export interface Conflict {
  of: Collection | 'head'
  key: string
}

export type Merged = { ok: true; season: Season } | { ok: false; conflicts: Conflict[] }

type Thing = { key: string }

/**
 * The season with everything that a copy changed: things added, changed or taken away there, and its own facts.
 *
 * @param from what both were when the copy was made
 * @param copy what the copy holds
 * @param now what the season holds
 * @returns the season, or everything that was changed in both
 */
export function mergeCopy(from: Season, copy: Season, now: Season): Merged {
  const conflicts: Conflict[] = []
  const season: Record<string, unknown> = { ...now }
  for (const part of ['season', 'site', 'habits'] as const) {
    if (sameValue(from[part], copy[part])) continue
    if (!sameValue(from[part], now[part]) && !sameValue(copy[part], now[part]))
      conflicts.push({ of: 'head', key: part })
    season[part] = copy[part]
  }
  for (const of of COLLECTIONS) {
    const before = byKey(from[of])
    const changed = byKey(copy[of])
    const list: Thing[] = [...now[of]]
    for (const key of new Set([...before.keys(), ...changed.keys()])) {
      const was = before.get(key)
      const is = changed.get(key)
      if (sameValue(was, is)) continue
      const at = list.findIndex((thing) => thing.key === key)
      const there = at < 0 ? undefined : list[at]
      if (!sameValue(was, there) && !sameValue(is, there)) conflicts.push({ of, key })
      if (is === undefined) {
        if (at >= 0) list.splice(at, 1)
      } else if (at >= 0) list[at] = is
      else list.push(is)
    }
    season[of] = list
  }
  return conflicts.length > 0 ? { ok: false, conflicts } : { ok: true, season: season as Season }
}

const byKey = (list: readonly Thing[]) => new Map(list.map((thing) => [thing.key, thing]))
