/** Spreadsheets nobody should choose, made by chance from good ones, read as the page reads them beside itself. */
import { readFileSync } from 'node:fs'
import { join } from 'node:path'
import { parseDay } from '../../src/core/calendar/day'
import { createPlanner } from '../../src/core/plan/plan'
import { LIST_NAMES } from '../../src/interchange/list-sheets/lists'
import { listCells } from '../../src/interchange/list-sheets/write-list'
import { readRows } from '../../src/interchange/plan-sheet/read-rows'
import { planCells } from '../../src/interchange/plan-sheet/write-file'
import { readSeasonText } from '../../src/interchange/season-file'
import { sheetFile, type Sought } from '../../src/interchange/sheet-file/beside'
import { sheetCsv } from '../../src/interchange/sheet-file/write-cells'
import { readWeather } from '../../src/interchange/weather-csv'
import { editSeason } from '../../src/season/edit'
import { readSeason } from '../../src/season/read'
import { lists } from '../../src/words/messages/en/lists'
import { sheet } from '../../src/words/messages/en/sheet'
import { ROOT } from '../machine.mjs'
import { chanceOf } from './chance'

const ODD = [
  '',
  '0',
  '-3',
  '1e9',
  '99999999999999999999',
  '4/5',
  '31/02/2027',
  '9999-12-31',
  'mid Juneuary',
  '__proto__',
  'constructor',
  '=1+1',
  '"',
  '""",',
  '\ud800',
  '💐',
  'x'.repeat(3000),
  '12 trays',
  '5 %',
  '∞',
  'NaN',
]
const SOUGHT: readonly Sought[] = ['plan', ...LIST_NAMES]
const FROM = parseDay('2027-01-01')

export interface SheetOutcome {
  sent: number
  /** Files with rows that could be read. */
  read: number
  faults: string[]
  /** The longest, ms. */
  longest: number
}

/**
 * Reads files made by chance: none may throw, and whatever is taken of one makes a season that reads and can be planned.
 *
 * @param seed the same files for the same seed
 */
export async function readOddSheets(count: number, seed: number): Promise<SheetOutcome> {
  const found = readSeasonText(readFileSync(join(ROOT, 'demo/sallow-ferry-2027.json'), 'utf8'))
  if (!found.ok) throw new Error('the demo farm must read')
  const { season } = found
  const chance = chanceOf(seed)
  const one = <T>(of: readonly T[]) => of[Math.floor(chance() * of.length)]!
  const planner = createPlanner()
  const outcome: SheetOutcome = { sent: 0, read: 0, faults: [], longest: 0 }

  const good = (of: Sought) => (of === 'plan' ? planCells(season, sheet.columns) : listCells(of, season, lists.columns))
  const odd = (of: Sought): Uint8Array => {
    const [headings, ...rows] = good(of).slice(0, 30)
    const cells = rows.map((row) => row.map((cell) => (chance() < 0.06 ? one(ODD) : cell)))
    const heads = headings!.map((heading) => (chance() < 0.1 ? one(ODD) : heading))
    for (let n = 0; n < 3 && cells.length > 0; n++)
      if (chance() < 0.5)
        cells.splice(Math.floor(chance() * cells.length), 1, one([[], [...one(cells)!, ...one(cells)!]]))
    const text = sheetCsv([heads, ...cells], chance() < 0.5)
    const kind = chance()
    const bytes = new Uint8Array(Buffer.from(text, kind < 0.2 ? 'latin1' : kind < 0.22 ? 'utf16le' : 'utf8'))
    for (let n = 0; n < 3 && chance() < 0.5; n++)
      bytes[Math.floor(chance() * bytes.length)] = Math.floor(chance() * 256)
    return chance() < 0.1 ? bytes.slice(0, Math.floor(chance() * bytes.length)) : bytes
  }
  const read = async (of: Sought): Promise<boolean> => {
    const bytes = odd(of)
    readWeather(new TextDecoder().decode(bytes))
    const opened = await sheetFile.openFile('odd.csv', Uint8Array.from(bytes).buffer, of)
    if (!opened.ok) return false
    const told = sheetFile.orderOf(opened.guess, FROM)
    const order = told === 'any' || told === undefined ? one(['dmy', 'mdy'] as const) : told
    if (of === 'plan') {
      const rows = sheetFile.plantings(opened.guess, { order, from: FROM }, 'en')
      const { season: made } = readRows(
        rows.map(({ code, row }) => ({ row, base: season.plantings.find((planting) => planting.code === code) })),
        season,
        { order, planner },
      )
      check(made)
    } else {
      const { rows, additions } = sheetFile.things(opened.guess, season, order)
      const made = editSeason(season, [
        ...additions.map((addition) => ({ of: addition.of, key: addition.key, to: addition.to })),
        ...rows.flatMap(({ is, to }) => (to && (is === 'new' || is === 'changed') ? [{ of, key: to.key, to }] : [])),
      ] as Parameters<typeof editSeason>[1])
      if (!made.ok) throw new Error(`what was taken does not fit: ${JSON.stringify(made).slice(0, 300)}`)
      check(made.season)
    }
    return true
  }
  const check = (made: typeof season) => {
    const again = readSeason(JSON.parse(JSON.stringify(made)))
    if (!again.ok) throw new Error(`what was taken does not read: ${JSON.stringify(again.problems.slice(0, 3))}`)
    planner.plan(again.season, FROM)
  }
  for (let i = 0; i < count; i++) {
    const of = SOUGHT[i % SOUGHT.length]!
    const begun = performance.now()
    try {
      if (await read(of)) outcome.read++
    } catch (error) {
      outcome.faults.push(
        `spreadsheet ${i} (${of}): ${error instanceof Error ? error.stack?.slice(0, 600) : String(error)}`,
      )
    }
    outcome.sent++
    outcome.longest = Math.max(outcome.longest, performance.now() - begun)
  }
  return outcome
}
