/** What leaves the application as files, made from the open season. */
import { createPlanner } from '../../core/plan/plan'
import { database } from '../../data/database'
import { seasonAsked } from '../../actions/season-in-view'
import { loadSeason } from '../../data/season-repository'
import { tasksCalendar } from '../../interchange/calendar'
import { todayOf } from '../../actions/season-data'
import { parseDay } from '../../core/calendar/day'
import { journalCsv } from '../../interchange/journal-csv'
import { fieldPlanCsv } from '../../interchange/field-plan'
import { sowingListCsv } from '../../interchange/sowing-list'
import type { Season } from '../../season/schema'

type Kind = 'field-plan.csv' | 'journal.csv' | 'sowing-list.csv' | 'tasks.ics' | 'season.json'

const TYPES: Record<Kind, string> = {
  'field-plan.csv': 'text/csv; charset=utf-8',
  'journal.csv': 'text/csv; charset=utf-8',
  'sowing-list.csv': 'text/csv; charset=utf-8',
  'tasks.ics': 'text/calendar; charset=utf-8',
  'season.json': 'application/json; charset=utf-8',
}

/** A season as a file to download: the one whose id the query says; 404 when there is none. */
export async function exportFile(kind: Kind, request: Request): Promise<Response> {
  const db = database()
  const found = await seasonAsked(new URL(request.url).searchParams.get('season'))
  const stored = found && (await loadSeason(db, found.id))
  if (!stored)
    return new Response('There is no season yet.\n', {
      status: 404,
      headers: { 'content-type': 'text/plain; charset=utf-8' },
    })
  return new Response(body(kind, stored.season), {
    headers: {
      'content-type': TYPES[kind],
      'content-disposition': `attachment; filename="${fileName(stored.season, kind)}"`,
      'cache-control': 'no-store',
    },
  })
}

function body(kind: Kind, season: Season): string {
  if (kind === 'season.json') return `${JSON.stringify(season, null, 1)}\n`
  const plan = createPlanner().plan(season, parseDay(todayOf(season)))
  if (kind === 'journal.csv') return journalCsv(season, plan)
  if (kind === 'field-plan.csv') return fieldPlanCsv(plan)
  return kind === 'sowing-list.csv' ? sowingListCsv(plan) : tasksCalendar(plan, new Date())
}

function fileName(season: Season, kind: Kind): string {
  const slug = `${season.farm.name} ${season.season.name}`
    .toLowerCase()
    .replace(/[^a-z0-9]+/g, '-')
    .replace(/^-|-$/g, '')
  return `${slug || 'season'}-${kind === 'season.json' ? 'season.json' : kind}`
}
