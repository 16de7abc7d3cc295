/** What-if copies of the season: made, looked at, compared, kept or dropped. */
'use server'
import { refresh } from 'next/cache'
import { cookies } from 'next/headers'
import { z } from 'zod'
import { parseDay } from '../core/calendar/day'
import { worstOver, type Limit } from '../core/capacity/limits'
import { planFigures, type PlanFigures } from '../core/plan/figures'
import { createPlanner } from '../core/plan/plan'
import { importSeason } from '../data/import-repository'
import { database } from '../data/database'
import { loadSeason } from '../data/season-repository'
import { createWhatIf, dropWhatIf, findWhatIf } from '../data/what-if-repository'
import { mergeCopy, type Conflict } from '../season/merge'
import { readSeason, type Problem } from '../season/read'
import { todayOf } from './season-data'
import { inView, WHAT_IF_COOKIE } from './season-in-view'

const WHO = 'Grower' // until people sign in

const Name = z.string().trim().min(1, 'Give it a name.').max(120)
const MOST = 12

export type WhatIfStarted =
  | { ok: true; id: string }
  | { ok: false; reason: 'wrong'; problems: Problem[] }
  | { ok: false; reason: 'no-season' | 'too-many' }

/**
 * Makes a copy of the season and looks at it.
 *
 * @param document what the copy is to hold; the season as it is unless given
 */
export async function startWhatIf(name: string, document?: unknown): Promise<WhatIfStarted> {
  const called = Name.safeParse(name)
  if (!called.success)
    return { ok: false, reason: 'wrong', problems: [{ path: 'name', message: called.error.issues[0]!.message }] }
  const view = await inView()
  const stored = view && (await loadSeason(database(), view.base))
  if (!stored) return { ok: false, reason: 'no-season' }
  if (view.whatIfs.length >= MOST) return { ok: false, reason: 'too-many' }
  const read = document === undefined ? ({ ok: true, season: stored.season } as const) : readSeason(document)
  if (!read.ok) return { ok: false, reason: 'wrong', problems: read.problems }
  const { season_id } = await createWhatIf(database(), view.base, called.data, stored.season, read.season)
  await look(season_id)
  return { ok: true, id: season_id }
}

/** Looks at a copy, or at the season itself again. */
export async function viewWhatIf(id: string | null): Promise<void> {
  await look(z.uuid().nullable().parse(id))
}

async function look(id: string | null): Promise<void> {
  const jar = await cookies()
  if (id === null) jar.delete(WHAT_IF_COOKIE)
  else jar.set(WHAT_IF_COOKIE, id, { path: '/', sameSite: 'lax', httpOnly: true })
  refresh()
}

/** Drops a copy; what it held is given back, so that it can be made again. */
export async function forgetWhatIf(id: string): Promise<{ name: string; document: unknown } | null> {
  const view = await inView()
  const copy = view?.whatIfs.find((one) => one.id === z.uuid().parse(id))
  if (!view || !copy) return null
  const stored = await loadSeason(database(), { farm_id: view.base.farm_id, season_id: copy.id })
  await dropWhatIf(database(), view.base, copy.id)
  if (view.whatIf?.id === copy.id) await look(null)
  else refresh()
  return stored ? { name: copy.name, document: stored.season } : null
}

export type WhatIfKept =
  | { ok: true; entry: string; summary: string }
  | { ok: false; reason: 'gone' | 'changed-since' }
  | { ok: false; reason: 'both-changed'; conflicts: Conflict[] }
  | { ok: false; reason: 'wrong'; problems: Problem[] }

/** Puts everything that was changed in a copy into the season, as one change that can be undone, and drops the copy. */
export async function keepWhatIf(id: string): Promise<WhatIfKept> {
  const db = database()
  const view = await inView()
  const found = view && (await findWhatIf(db, view.base, z.uuid().parse(id)))
  const [now, copy] = found
    ? await Promise.all([
        loadSeason(db, view.base),
        loadSeason(db, { farm_id: view.base.farm_id, season_id: found.id }),
      ])
    : []
  if (!view || !found || !now || !copy) return { ok: false, reason: 'gone' }
  const merged = mergeCopy(found.from, copy.season, now.season)
  if (!merged.ok) return { ok: false, reason: 'both-changed', conflicts: merged.conflicts }
  const read = readSeason(merged.season)
  if (!read.ok) return { ok: false, reason: 'wrong', problems: read.problems }
  const summary = `Kept: ${found.name}`
  const written = await importSeason(db, view.base, read.season, { readAt: now.revision, who: WHO, summary })
  if (!written) return { ok: false, reason: 'changed-since' }
  await dropWhatIf(db, view.base, found.id)
  await look(null)
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
 * @param from ISO day: what is over before it is past and not counted
 */
export async function compareWhatIfs(from: string): Promise<ComparedSeason[]> {
  const day = parseDay(z.iso.date().parse(from))
  const view = await inView()
  if (!view) return []
  const all = [
    { id: null, name: 'The season as it is', of: view.base },
    ...view.whatIfs.map(({ id, name }) => ({ id, name, of: { farm_id: view.base.farm_id, season_id: id } })),
  ]
  const compared: ComparedSeason[] = []
  for (const { id, name, of } of all) {
    const stored = await loadSeason(database(), of)
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
