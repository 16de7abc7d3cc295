/** What leaves the application as files, made from the open season. */
import { createPlanner } from '../../core/plan/plan'
import { database } from '../../data/database'
import { seasonAsked } from '../../actions/season-in-view'
import { loadSeason } from '../../data/season-repository'
import { tasksCalendar } from '../../interchange/calendar'
import { readersLocale, todayOf } from '../../actions/season-data'
import { parseDay } from '../../core/calendar/day'
import { journalCsv } from '../../interchange/journal-csv'
import { fieldPlanCsv } from '../../interchange/field-plan'
import { sowingListCsv } from '../../interchange/sowing-list'
import { FILE_COLUMNS } from '../../interchange/plan-sheet/table'
import {
  planCells,
  sheetCsv,
  sheetXlsx,
  templateCells,
  type SheetHeadings,
} from '../../interchange/plan-sheet/write-file'
import { createFormat } from '../../words/format'
import type { Season } from '../../season/schema'

type Kind =
  | 'field-plan.csv'
  | 'journal.csv'
  | 'plan.csv'
  | 'plan.xlsx'
  | 'plan-template.xlsx'
  | 'sowing-list.csv'
  | 'tasks.ics'
  | 'season.json'

const XLSX = 'application/vnd.openxmlformats-officedocument.spreadsheetml.sheet'

const TYPES: Record<Kind, string> = {
  'field-plan.csv': 'text/csv; charset=utf-8',
  'journal.csv': 'text/csv; charset=utf-8',
  'plan.csv': 'text/csv; charset=utf-8',
  'plan.xlsx': XLSX,
  'plan-template.xlsx': XLSX,
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
  return new Response(await body(kind, stored.season), {
    headers: {
      'content-type': TYPES[kind],
      'content-disposition': `attachment; filename="${fileName(stored.season, kind)}"`,
      'cache-control': 'no-store',
    },
  })
}

async function body(kind: Kind, season: Season): Promise<string | ArrayBuffer> {
  if (kind === 'season.json') return `${JSON.stringify(season, null, 1)}\n`
  if (kind === 'plan.csv' || kind === 'plan.xlsx' || kind === 'plan-template.xlsx') return planSheet(kind, season)
  const plan = createPlanner().plan(season, parseDay(todayOf(season)))
  if (kind === 'journal.csv') return journalCsv(season, plan)
  if (kind === 'field-plan.csv') return fieldPlanCsv(plan)
  return kind === 'sowing-list.csv' ? sowingListCsv(plan) : tasksCalendar(plan, new Date())
}

/** The plan as a spreadsheet, with headings in the language of the reader. */
async function planSheet(
  kind: 'plan.csv' | 'plan.xlsx' | 'plan-template.xlsx',
  season: Season,
): Promise<string | ArrayBuffer> {
  const { locale } = await readersLocale()
  const f = createFormat(locale, 'metric')
  const headings = Object.fromEntries(
    FILE_COLUMNS.map((column) => [column, f.t(`sheet.columns.${column}`)]),
  ) as SheetHeadings
  if (kind === 'plan.csv') return sheetCsv(planCells(season, headings), f.number(1.5, 1).includes(','))
  const cells = kind === 'plan.xlsx' ? planCells(season, headings) : templateCells(season, headings)
  const file = await sheetXlsx(cells, `${season.farm.name} ${season.season.name}`)
  return file.buffer.slice(file.byteOffset, file.byteOffset + file.byteLength) as ArrayBuffer
}

function fileName(season: Season, kind: Kind): string {
  const slug = `${season.farm.name} ${season.season.name}`
    .toLowerCase()
    .replace(/[^a-z0-9]+/g, '-')
    .replace(/^-|-$/g, '')
  return `${slug || 'season'}-${kind === 'season.json' ? 'season.json' : kind}`
}
