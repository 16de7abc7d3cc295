/** What-if copies of the season: made, looked at, compared, kept or dropped. */
'use server'
import { refresh } from 'next/cache'
import { z } from 'zod'
import { parseDay } from '../core/calendar/day'
import { worstOver, type Limit } from '../core/capacity/limits'
import { planFigures, type PlanFigures } from '../core/plan/figures'
import { createPlanner } from '../core/plan/plan'
import { importSeason } from '../data/import-repository'
import { rowsOf } from '../data/database'
import { loadSeason } from '../data/season-repository'
import { createWhatIf, dropWhatIf, findWhatIf, listWhatIfs } from '../data/what-if-repository'
import { mergeCopy, type Conflict } from '../season/merge'
import { readSeason, type Problem } from '../season/read'
import { todayOf } from './season-data'
import { byWhom } from './asker'
import { seasonNamed } from './season-in-view'

const Name = z.string().trim().min(1, 'Give it a name.').max(120)
const MOST = 12

export type WhatIfStarted =
  /** The copy stands there. */
  | { ok: true; at: string }
  | { ok: false; reason: 'wrong'; problems: Problem[] }
  | { ok: false; reason: 'no-season' | 'too-many' }

/**
 * Makes a copy of the season.
 *
 * @param seen id of the season, or of a copy of it, that the page shows
 * @param document what the copy is to hold; the season as it is unless given
 */
export async function startWhatIf(seen: string, name: string, document?: unknown): Promise<WhatIfStarted> {
  const called = Name.safeParse(name)
  if (!called.success)
    return { ok: false, reason: 'wrong', problems: [{ path: 'name', message: called.error.issues[0]!.message }] }
  const view = await seasonNamed(seen, 'plan')
  const stored = view && (await loadSeason(rowsOf(view.base), view.base))
  if (!stored) return { ok: false, reason: 'no-season' }
  if ((await listWhatIfs(rowsOf(view.base), view.base)).length >= MOST) return { ok: false, reason: 'too-many' }
  const read = document === undefined ? ({ ok: true, season: stored.season } as const) : readSeason(document)
  if (!read.ok) return { ok: false, reason: 'wrong', problems: read.problems }
  const { season_id } = await createWhatIf(rowsOf(view.base), view.base, called.data, stored.season, read.season)
  refresh()
  return { ok: true, at: (await seasonNamed(season_id, 'read'))!.at }
}

/**
 * Drops a copy; what it held is given back, so that it can be made again.
 *
 * @param seen id of what the page shows: one that shows the copy itself has to leave it, and is not drawn again
 */
export async function forgetWhatIf(seen: string, id: string): Promise<{ name: string; document: unknown } | null> {
  const view = await seasonNamed(id, 'plan')
  const copy = view && (await findWhatIf(rowsOf(view.base), view.base, view.id.season_id))
  if (!view || !copy) return null
  const stored = await loadSeason(rowsOf(view.base), { farm_id: view.base.farm_id, season_id: copy.id })
  await dropWhatIf(rowsOf(view.base), view.base, copy.id)
  if (seen !== copy.id) refresh()
  return stored ? { name: copy.name, document: stored.season } : null
}

export type WhatIfKept =
  | { ok: true; entry: string; summary: string }
  | { ok: false; reason: 'gone' | 'changed-since' }
  | { ok: false; reason: 'both-changed'; conflicts: Conflict[] }
  | { ok: false; reason: 'wrong'; problems: Problem[] }

/**
 * Puts everything that was changed in a copy into the season, as one change that can be undone, and drops the copy.
 *
 * @param seen id of what the page shows: one that shows the copy itself has to leave it, and is not drawn again
 */
export async function keepWhatIf(seen: string, id: string): Promise<WhatIfKept> {
  const view = await seasonNamed(id, 'plan')
  const found = view && (await findWhatIf(rowsOf(view.base), view.base, view.id.season_id))
  const [now, copy] = found
    ? await Promise.all([
        loadSeason(rowsOf(view.base), view.base),
        loadSeason(rowsOf(view.base), { farm_id: view.base.farm_id, season_id: found.id }),
      ])
    : []
  if (!view || !found || !now || !copy) return { ok: false, reason: 'gone' }
  const merged = mergeCopy(found.from, copy.season, now.season)
  if (!merged.ok) return { ok: false, reason: 'both-changed', conflicts: merged.conflicts }
  const read = readSeason(merged.season)
  if (!read.ok) return { ok: false, reason: 'wrong', problems: read.problems }
  const summary = `Kept: ${found.name}`
  const by = await byWhom('plan', view.base.farm_id)
  const written = await importSeason(rowsOf(view.base), view.base, read.season, {
    readAt: now.revision,
    ...by,
    summary,
  })
  if (!written) return { ok: false, reason: 'changed-since' }
  await dropWhatIf(rowsOf(view.base), view.base, found.id)
  if (seen !== found.id) refresh()
  return { ok: true, entry: written.entry, summary }
}

/** A season or copy of it in figures. */
export interface ComparedSeason {
  /** None for the season itself. */
  id: string | null
  name: string
  figures: PlanFigures
  /** Limits that are over, by name, with the most. */
  over: (Pick<Limit, 'name' | 'kind'> & { most: number })[]
}

/**
 * The season and all its copies, measured alike.
 *
 * @param seen id of the season, or of a copy of it, that the page shows
 * @param from ISO day: what is over before it is past and not counted
 */
export async function compareWhatIfs(seen: string, from: string): Promise<ComparedSeason[]> {
  const day = parseDay(z.iso.date().parse(from))
  const view = await seasonNamed(seen, 'read')
  if (!view) return []
  const whatIfs = await listWhatIfs(rowsOf(view.base), view.base)
  const all = [
    { id: null, name: 'The season as it is', of: view.base },
    ...whatIfs.map(({ id, name }) => ({ id, name, of: { farm_id: view.base.farm_id, season_id: id } })),
  ]
  const compared: ComparedSeason[] = []
  for (const { id, name, of } of all) {
    const stored = await loadSeason(rowsOf(view.base), of)
    if (!stored) continue
    const plan = createPlanner().plan(stored.season, parseDay(todayOf(stored.season)))
    const over = plan.limits.flatMap((limit) => {
      const most = worstOver(limit, day)
      return most > 0 ? [{ name: limit.name, kind: limit.kind, most }] : []
    })
    compared.push({ id, name, figures: planFigures(plan, day), over })
  }
  return compared
}
