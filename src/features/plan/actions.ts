/** Writes of the plan: plantings added, changed and removed. */
'use server'
import { refresh } from 'next/cache'
import { z } from 'zod'
import { savePlantings, type Stale } from '../../data/change-repository'
import { database } from '../../data/database'
import { todayOf } from '../../actions/season-data'
import { plannedAgain } from '../../core/batch/decided'
import { seasonSeen } from '../../actions/season-in-view'
import { loadSeason } from '../../data/season-repository'
import { readSeason, type Problem } from '../../season/read'
import { pathText } from '../../season/phrase'
import { Planting, type Season } from '../../season/schema'

const WHO = 'Grower' // until people sign in

const Change = z.strictObject({
  key: z.string().min(1).max(60),
  to: z.unknown(),
  version: z.int().min(1).nullable(),
})

/** A planting to add (`version` null), change, or remove (`to` null). */
export interface PlantingEdit {
  key: string
  to: z.input<typeof Planting> | null
  version: number | null
}

export type SaveResult =
  | { ok: true; entry: string; summary: string }
  | { ok: false; reason: 'wrong'; problems: Problem[] }
  | { ok: false; reason: 'stale'; stale: Stale[] }
  | { ok: false; reason: 'no-season' | 'other-season' }

/**
 * Saves one or more plantings, all or none.
 *
 * @param seen id of the season the page shows
 * @returns the journal entry to undo it by; or every problem, by field; or what someone else changed meanwhile
 */
export async function changePlantings(seen: string, edits: PlantingEdit[]): Promise<SaveResult> {
  const parsed = z.array(Change).min(1).max(500).safeParse(edits)
  if (!parsed.success) {
    const problems = parsed.error.issues.map((issue) => ({ path: pathText(issue.path), message: issue.message }))
    return { ok: false, reason: 'wrong', problems }
  }
  const db = database()
  const id = await seasonSeen(seen)
  if (typeof id === 'string') return { ok: false, reason: id }
  const stored = await loadSeason(db, id)
  if (!stored) return { ok: false, reason: 'no-season' }

  const { season, changed } = withEdits(stored.season, parsed.data)
  const read = readSeason(season)
  if (!read.ok) return { ok: false, reason: 'wrong', problems: ownProblems(read.problems, changed) }

  const byKey = new Map(read.season.plantings.map((planting) => [planting.key, planting]))
  const summary = summaryOf(parsed.data, stored.season, read.season)
  const written = await savePlantings(
    db,
    stored.id,
    parsed.data.map(({ key, to, version }) => ({ key, version, to: to === null ? null : byKey.get(key)! })),
    { who: WHO, summary },
  )
  refresh()
  return written.ok ? { ok: true, entry: written.entry, summary } : { ok: false, reason: 'stale', stale: written.stale }
}

type ParsedEdit = z.output<typeof Change>

/** The season as it would be, and where in its list the changed plantings stand. */
function withEdits(season: Season, edits: ParsedEdit[]): { season: unknown; changed: Set<number> } {
  const plantings: ({} | null)[] = [...season.plantings]
  const changed = new Set<number>()
  for (const { key, to } of edits) {
    const at = plantings.findIndex((planting) => (planting as { key?: unknown } | null)?.key === key)
    const before = season.plantings.find((planting) => planting.key === key)
    const next = typeof to === 'object' && to !== null ? plannedAgain(before, { ...to, key }, todayOf(season)) : null
    if (at >= 0) plantings[at] = next
    else plantings.push(next)
    changed.add(at >= 0 ? at : plantings.length - 1)
  }
  const kept = plantings.filter((planting) => planting !== null)
  const moved = new Set([...changed].filter((i) => plantings[i] !== null).map((i) => kept.indexOf(plantings[i]!)))
  return { season: { ...season, plantings: kept }, changed: moved }
}

/** Problems of the changed plantings, by field name; anything else by its whole path. */
function ownProblems(problems: Problem[], changed: ReadonlySet<number>): Problem[] {
  return problems.map(({ path, message }) => {
    const match = /^plantings\[(\d+)\]\.?(.*)$/.exec(path)
    return match && changed.has(Number(match[1])) ? { path: match[2]!, message } : { path, message }
  })
}

function summaryOf(edits: ParsedEdit[], before: Season, after: Season): string {
  const label = (key: string) => {
    const planting = after.plantings.find((p) => p.key === key) ?? before.plantings.find((p) => p.key === key)
    if (!planting) return key
    const variety = after.varieties.find((v) => v.key === planting.variety)
    return `${planting.code} ${variety?.name ?? planting.variety}`
  }
  const [first] = edits
  const what = first!.to === null ? 'removed' : first!.version === null ? 'added' : 'changed'
  return edits.length === 1 ? `${label(first!.key)} ${what}` : `${edits.length} plantings ${what}`
}
