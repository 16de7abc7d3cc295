/** What leaves the application as files, made from the open season. */
import { createPlanner } from '../../core/plan/plan'
import { tasksCalendar } from '../../interchange/calendar'
import { readersLocale, todayOf } from '../../actions/season-data'
import { parseDay } from '../../core/calendar/day'
import { journalCsv } from '../../interchange/journal-csv'
import { fieldPlanCsv } from '../../interchange/field-plan'
import { BUYING_FILE, buyingListCells, buyingListCsv } from '../../interchange/buying-list'
import { sowingListCsv } from '../../interchange/sowing-list'
import { PLAN_FILE } from '../../interchange/plan-sheet/file-rows'
import { planCells, templateCells, type SheetHeadings } from '../../interchange/plan-sheet/write-file'
import { sheetCsv, sheetXlsx } from '../../interchange/sheet-file/write-cells'
import { createFormat } from '../../words/format'
import type { Season } from '../../season/schema'
import { CSV, download, nothingThere, seasonOf, XLSX } from './download'

type Kind =
  | 'field-plan.csv'
  | 'journal.csv'
  | 'plan.csv'
  | 'plan.xlsx'
  | 'plan-template.xlsx'
  | 'buying-list.csv'
  | 'buying-list.xlsx'
  | 'sowing-list.csv'
  | 'tasks.ics'
  | 'season.json'

const TYPES: Record<Kind, string> = {
  'field-plan.csv': CSV,
  'journal.csv': CSV,
  'plan.csv': CSV,
  'plan.xlsx': XLSX,
  'plan-template.xlsx': XLSX,
  'buying-list.csv': CSV,
  'buying-list.xlsx': XLSX,
  'sowing-list.csv': CSV,
  'tasks.ics': 'text/calendar; charset=utf-8',
  'season.json': 'application/json; charset=utf-8',
}

/** What holds all of a plan or of what happened: owners are told who took it. */
const WHOLE: ReadonlySet<Kind> = new Set(['season.json', 'journal.csv', 'plan.csv', 'plan.xlsx', 'field-plan.csv'])

/** A season as a file to download: the one whose id the query says; 404 when there is none. */
export async function exportFile(kind: Kind, request: Request): Promise<Response> {
  const season = await seasonOf(request, WHOLE.has(kind) ? kind : undefined)
  return season ? download(season, kind, TYPES[kind], await body(kind, season)) : nothingThere()
}

async function body(kind: Kind, season: Season): Promise<string | Uint8Array> {
  if (kind === 'season.json') return `${JSON.stringify(season, null, 1)}\n`
  if (kind === 'plan.csv' || kind === 'plan.xlsx' || kind === 'plan-template.xlsx') return planSheet(kind, season)
  const today = parseDay(todayOf(season))
  const plan = createPlanner().plan(season, today)
  if (kind === 'buying-list.csv') return buyingListCsv(plan, today)
  if (kind === 'buying-list.xlsx')
    return sheetXlsx(buyingListCells(plan, today), `${season.farm.name} ${season.season.name}`, BUYING_FILE)
  if (kind === 'journal.csv') return journalCsv(season, plan)
  if (kind === 'field-plan.csv') return fieldPlanCsv(plan)
  return kind === 'sowing-list.csv' ? sowingListCsv(plan) : tasksCalendar(plan, new Date())
}

/** The plan as a spreadsheet, with headings in the language of the reader. */
async function planSheet(
  kind: 'plan.csv' | 'plan.xlsx' | 'plan-template.xlsx',
  season: Season,
): Promise<string | Uint8Array> {
  const { locale } = await readersLocale()
  const f = createFormat(locale, 'metric')
  const headings = Object.fromEntries(
    PLAN_FILE.columns.map((column) => [column, f.t(`sheet.columns.${column}`)]),
  ) as SheetHeadings
  if (kind === 'plan.csv') return sheetCsv(planCells(season, headings), f.number(1.5, 1).includes(','))
  const cells = kind === 'plan.xlsx' ? planCells(season, headings) : templateCells(season, headings)
  return sheetXlsx(cells, `${season.farm.name} ${season.season.name}`, PLAN_FILE)
}
