/** Fits asked of the server: queued in PostgreSQL, made by a worker process, looked at by their address. */
import { z } from 'zod'
import { allowed } from '../../actions/asker'
import { todayOf } from '../../actions/season-data'
import { seasonAsked, seasonNamed } from '../../actions/season-in-view'
import { database, rowsOf } from '../../data/database'
import { askForFit, findFit, seasonOfFit, stopFit } from '../../data/fit-run-repository'
import { loadSeason } from '../../data/season-repository'
import type { Deed } from '../../season/roles'
import { fitReport } from '../../interchange/fit-report'
import type { FitStatus } from '../../worker/fit-plan'

const Asked = z.strictObject({
  from: z.iso.date('Write the day as YYYY-MM-DD.').optional(),
  season: z.uuid().optional(),
  hold: z
    .strictObject({
      chance: z.number('Write a share of years, as 0.9.').gt(0).lt(1),
      over: z.number('Write a share of years, as 0.1.').min(0).lt(1),
    })
    .optional(),
})

const say = (status: number, body: unknown) => Response.json(body, { status, headers: { 'cache-control': 'no-store' } })

/**
 * Asks for a fit: `{ "from": "YYYY-MM-DD", "season": id, "hold": { "chance": 0.9, "over": 0.1 } }`; without a day for all
 * that is still to come, without an id for the one looked at last, without `hold` so that it fits as planned.
 */
export const askFit = allowed(async (request: Request): Promise<Response> => {
  const text = await request.text()
  let body: unknown
  try {
    body = text.trim() === '' ? {} : JSON.parse(text)
  } catch {
    return say(400, { problems: [{ path: '', message: 'This is not JSON.' }] })
  }
  const asked = Asked.safeParse(body)
  if (!asked.success)
    return say(400, { problems: asked.error.issues.map(({ path, message }) => ({ path: path.join('.'), message })) })
  const at = await seasonAsked(asked.data.season ?? null, 'plan')
  const stored = at && (await loadSeason(rowsOf(at.id), at.id))
  if (!stored) return say(404, { problems: [{ path: '', message: 'There is no season yet.' }] })
  const today = todayOf(stored.season)
  const { from: first } = stored.season.season
  const run = await askForFit(rowsOf(stored.id), process.env.DATABASE_URL!, stored.id, stored.revision, {
    from: asked.data.from ?? (first > today ? first : today),
    today,
    wanted: asked.data.hold,
  })
  return say(202, { run, at: `/api/fit/${run}` })
})

/** How a fit stands. While the season has not changed since, with the changes it proposes. */
export const showFit = allowed(async (run: string): Promise<Response> => {
  const found = await findRun(run, 'read')
  if (!found) return say(404, { problems: [{ path: '', message: 'There is no such fit.' }] })
  const { fit, id } = found
  const { state, failure, from, revision, askedAt, doneAt } = fit
  const stored = await loadSeason(rowsOf(id), id)
  const changed = stored?.revision !== revision
  const status = fit.status as FitStatus | null
  return say(200, {
    run,
    state,
    failure,
    from,
    revision,
    askedAt,
    doneAt,
    seasonChangedSince: changed,
    doing: status?.doing ?? null,
    ...(status && stored && !changed ? { report: fitReport(stored.season, withNumbers(status), from) } : {}),
  })
})

/** JSON knows no infinities: what it made of them is put back. */
const withNumbers = (status: FitStatus): FitStatus => ({
  ...status,
  bound: status.bound ?? -Infinity,
  gap: status.gap ?? Infinity,
})

/** Stops a fit. */
export const endFit = allowed(async (run: string): Promise<Response> => {
  const found = await findRun(run, 'plan')
  if (!found) return say(404, { problems: [{ path: '', message: 'There is no such fit.' }] })
  return say(200, { stopped: await stopFit(rowsOf(found.id), found.id, run) })
})

async function findRun(run: string, deed: Deed) {
  if (!z.uuid().safeParse(run).success) return undefined
  const at = await seasonOfFit(database(), run)
  const id = (await seasonNamed(at?.season_id, deed))?.id
  const fit = id && (await findFit(rowsOf(id), id, run))
  return id && fit ? { id, fit } : undefined
}
