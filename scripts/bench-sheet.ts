/** npm run bench -- --sheet: 2,000 rows pasted into the sheet, read from a file, and one of them changed. One JSON line a measurement. */
import { createPlanner } from '../src/core/plan/plan'
import { readSeason } from '../src/season/read'
import type { Season } from '../src/season/schema'
import { createReader, type Line } from '../src/interchange/plan-sheet/reader'
import { newLine } from '../src/ui/typed-sheet/model'
import { readRows, rowOf } from '../src/interchange/plan-sheet/read-rows'
import { fileRowsOf, PLAN_FILE } from '../src/interchange/plan-sheet/file-rows'
import { planCells, type SheetHeadings } from '../src/interchange/plan-sheet/write-file'
import { readSheetFile } from '../src/interchange/sheet-file/read-file'
import { findTable, rowsOf } from '../src/interchange/sheet-file/table'
import { sheetXlsx } from '../src/interchange/sheet-file/write-cells'
import { sheet } from '../src/words/messages/en/sheet'
import { sallowFerry } from './demo/sallow-ferry'
import { largeSeason } from './large-season'

const ROWS = 2000
const read = readSeason(sallowFerry)
if (!read.ok) throw new Error('the demo farm must read')
const farm: Season = { ...read.season, plantings: [], records: [] }

// As many plantings as rows, each once.
const large = largeSeason(3 * ROWS)
const plantings = large.plantings.slice(0, ROWS)
const season = { ...large, plantings }
const rows = plantings.map((planting) => ({ row: rowOf(planting, season) }))

const timed = async <T>(what: string, run: () => T | Promise<T>): Promise<T> => {
  const begun = performance.now()
  const made = await run()
  console.log(JSON.stringify({ what, ms: Math.round(performance.now() - begun) }))
  return made
}

const headings: SheetHeadings = sheet.columns
const file = await timed(`${ROWS} rows written as XLSX`, () =>
  sheetXlsx(planCells(season, headings), 'Plan', PLAN_FILE),
)
const cells = await timed(`${ROWS} rows of XLSX read`, () => readSheetFile('plan.xlsx', file))
if (!cells.ok) throw new Error(cells.fault)
await timed('its table found and matched', () => {
  const table = findTable(cells.cells, PLAN_FILE)!
  return fileRowsOf(rowsOf(table, table.guess, PLAN_FILE))
})
const planner = createPlanner()
const ways = { order: 'dmy', planner } as const
const pasted = await timed(`${ROWS} pasted rows read`, () => readRows(rows, farm, ways))
if (pasted.rows.some(({ planting }) => !planting)) throw new Error('every row must read')
await timed(`${ROWS} new plantings planned for the first time`, () => planner.plan(pasted.season))
const lines = rows.map(({ row }, i): Line => ({ ...newLine(`line ${i}`), ...row }))
const reader = createReader()
planner.plan(reader.read(lines, farm, ways).season)
const times: number[] = []
for (let i = 0; i < 20; i++) {
  const next = lines.map((line, at) => (at === i ? { ...line, quantity: String(31 + i) } : line))
  const begun = performance.now()
  planner.plan(reader.read(next, farm, ways).season)
  times.push(performance.now() - begun)
}
times.sort((a, b) => a - b)
console.log(
  JSON.stringify({ what: 'one row of them changed: all read and planned again, median', ms: Math.round(times[10]!) }),
)
