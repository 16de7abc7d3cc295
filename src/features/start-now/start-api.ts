/** What can be started on a day, worked out on the server for a page that asks. */
import { z } from 'zod'
import { seasonAsked } from '../../actions/season-in-view'
import { todayOf } from '../../actions/season-data'
import { parseDay } from '../../core/calendar/day'
import { createPlanner } from '../../core/plan/plan'
import { rowsOf } from '../../data/database'
import { loadSeason } from '../../data/season-repository'
import { inOrder, startRows, USUAL_PLANTS, type StartRow } from './model'

/** What is asked: a day of a season, and plants of each kind. */
const Asked = z.object({
  season: z.uuid().nullable(),
  day: z.iso.date().refine((day) => day >= '1970-01-01' && day <= '2200-12-31', 'must lie between 1970 and 2200'),
  plants: z.coerce.number().int().min(1).max(1_000_000).default(USUAL_PLANTS),
})

const AT_ONCE = 8 // kinds worked out before anyone else is served

/** Rows of every kind on the day that the query says; 400 for a query that cannot be meant, 404 where there is no season. */
export async function answerStart(request: Request): Promise<Response> {
  const query = new URL(request.url).searchParams
  const asked = Asked.safeParse({
    season: query.get('season'),
    day: query.get('day'),
    plants: query.get('plants') ?? undefined,
  })
  if (!asked.success) {
    const problem = asked.error.issues.map(({ path, message }) => `${path.join('.')}: ${message}`).join('; ')
    return Response.json({ problem }, { status: 400 })
  }
  const { season, day, plants } = asked.data
  const found = await seasonAsked(season, 'read')
  const stored = found && (await loadSeason(rowsOf(found.id), found.id))
  if (!stored) return Response.json({ problem: 'There is no such season.' }, { status: 404 })
  const plan = createPlanner().plan(stored.season, parseDay(todayOf(stored.season)))
  const rows: StartRow[] = []
  for (const row of startRows(plan, parseDay(day), plants)) {
    rows.push(row)
    if (rows.length % AT_ONCE === 0) await new Promise((go) => setImmediate(go))
    if (request.signal.aborted) return new Response(null, { status: 499 })
  }
  return Response.json({ rows: inOrder(rows) }, { headers: { 'cache-control': 'no-store' } })
}
