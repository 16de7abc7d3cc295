/** The one way any view changes facts of the season: checked as a whole document, written all or none. */
'use server'
import { refresh } from 'next/cache'
import { z } from 'zod'
import { saveThings } from '../data/change-repository'
import { database } from '../data/database'
import { loadSeason } from '../data/season-repository'
import { seasonSeen } from './season-in-view'
import { plannedAgain } from '../core/batch/decided'
import { todayOf } from './season-data'
import { readSeason, type Problem } from '../season/read'
import { COLLECTIONS, type Collection, type Season } from '../season/schema'

const WHO = 'Grower' // until people sign in

/** One thing to add (`from` null), change, or remove (`to` null). `head` is the season's own facts: farm, season, site, habits. */
export interface ThingEdit {
  of: Collection | 'head'
  key: string
  /** What it was when it was read. */
  from: unknown
  to: unknown
}

export type ChangeResult =
  | { ok: true; entry: string; summary: string }
  | { ok: false; reason: 'wrong'; problems: Problem[] }
  | { ok: false; reason: 'stale' | 'used' | 'no-season' | 'other-season' }

const Edits = z
  .array(
    z.strictObject({
      of: z.enum([...COLLECTIONS, 'head']),
      key: z.string().min(1).max(60),
      from: z.unknown(),
      to: z.unknown(),
    }),
  )
  .min(1)
  .max(3000)

/**
 * Changes facts of the season, all or none.
 *
 * @param seen id of the season the page shows
 * @param summary what was done, for the journal and the undo button
 * @returns the journal entry to undo it by; or every problem, by path inside the edited thing; or why it was refused
 */
export async function changeSeason(seen: string, edits: ThingEdit[], summary: string): Promise<ChangeResult> {
  const parsed = Edits.parse(edits)
  const said = z.string().trim().min(1).max(200).parse(summary)
  const db = database()
  const id = await seasonSeen(seen)
  if (typeof id === 'string') return { ok: false, reason: id }
  const stored = await loadSeason(db, id)
  if (!stored) return { ok: false, reason: 'no-season' }
  const { document, places } = withEdits(stored.season, parsed)
  const read = readSeason(document)
  if (!read.ok) return { ok: false, reason: 'wrong', problems: ownProblems(read.problems, places) }
  const next = read.season
  const changes = parsed.map(({ of, key, from, to }) => ({
    of,
    key,
    from: from ?? null,
    to:
      to === null || to === undefined
        ? null
        : of === 'head'
          ? { farm: next.farm, season: next.season, site: next.site, habits: next.habits }
          : next[of].find((thing) => thing.key === key)!,
  }))
  const written = await saveThings(db, stored.id, changes, { who: WHO, summary: said })
  refresh()
  if (written.ok) return { ok: true, entry: written.entry, summary: said }
  return { ok: false, reason: 'used' in written ? 'used' : 'stale' }
}

/** The document as it would be, and where in it each edited thing stands. */
function withEdits(season: Season, edits: z.output<typeof Edits>): { document: unknown; places: string[] } {
  const document: Record<string, unknown> = { ...season }
  const places: string[] = []
  for (const { of, key, to } of edits) {
    if (of === 'head') {
      Object.assign(document, to)
      continue
    }
    const list = [...(document[of] as { key: string }[])]
    const at = list.findIndex((thing) => thing.key === key)
    if (to === null || to === undefined) {
      if (at >= 0) list.splice(at, 1)
    } else {
      const wanted = { ...(to as object), key }
      const thing =
        of === 'plantings'
          ? plannedAgain(
              season.plantings.find((one) => one.key === key),
              wanted,
              todayOf(season),
            )
          : wanted
      if (at >= 0) list[at] = thing
      else list.push(thing)
      places.push(`${of}[${at >= 0 ? at : list.length - 1}]`)
    }
    document[of] = list
  }
  return { document, places }
}

/** Problems of the only edited thing by the path inside it; others by their whole path. */
function ownProblems(problems: Problem[], places: readonly string[]): Problem[] {
  if (places.length !== 1) return problems
  const own = places[0]!
  return problems.map((problem) => {
    if (!problem.path.startsWith(own)) return problem
    return { ...problem, path: problem.path.slice(own.length).replace(/^\./, '') }
  })
}
