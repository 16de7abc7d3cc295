import { describe, expect, it } from 'vitest'
import { sallowFerry } from '../../../scripts/demo/sallow-ferry'
import { parseDay } from '../../core/calendar/day'
import { createPlanner } from '../../core/plan/plan'
import { writeDayIn, writtenDays } from '../../interchange/plan-sheet/file-rows'
import { createReader, outcomesOf, seasonAsWritten } from '../../interchange/plan-sheet/reader'
import { EMPTY_ROW } from '../../interchange/plan-sheet/columns'
import { readSeason } from '../../season/read'
import { dayOrderOf } from '../../words/format'
import {
  ended,
  following,
  isEdited,
  newLine,
  removedKeys,
  sheetOf,
  storedLines,
  unsavedOf,
  withRows,
  type Sheet,
} from './model'

const read = readSeason(sallowFerry)
if (!read.ok) throw new Error('the demo farm must read')
const { season } = read
const write = writeDayIn('en-GB')
const planner = createPlanner()
const ways = { order: 'dmy', planner } as const
const stored = storedLines(season, write)
const at = season.plantings.findIndex(({ key }) => key === 'bs')
const change = (sheet: Sheet, id: string, part: object): Sheet => ({
  ...sheet,
  lines: sheet.lines.map((line) => (line.id === id ? { ...line, ...part } : line)),
})
const readAll = (sheet: Sheet, reader = createReader()) => {
  const edited = sheet.lines.filter((line) => isEdited(line, stored))
  return { edited, read: reader.read(edited, season, ways) }
}

describe('the sheet as it is written', () => {
  it('begins with every planting, an empty row to write in, and nothing to save, however days are written', () => {
    for (const locale of ['en-GB', 'en-US', 'es', 'en-AU']) {
      const sheet = sheetOf(season, writeDayIn(locale))
      expect(sheet.lines).toHaveLength(season.plantings.length + 1)
      const own = storedLines(season, writeDayIn(locale))
      expect(sheet.lines.filter((line) => isEdited(line, own))).toEqual([])
      // Days written out are read back as the same.
      const rows = createReader().read(sheet.lines.slice(0, -1), season, { ...ways, order: dayOrderOf(locale) }).rows
      rows.forEach(({ planting }, i) => expect(planting).toBe(season.plantings[i]))
    }
  })
  it('counts what is new, changed, taken out and not ready', () => {
    let sheet = sheetOf(season, write)
    sheet = change(sheet, 'bs', { quantity: '300' })
    sheet = { ...sheet, lines: sheet.lines.filter(({ of }) => of !== 'kc') }
    sheet = {
      ...sheet,
      lines: [...sheet.lines, { ...newLine('a'), kind: 'Kale, curly green', quantity: '9', on: '1 May' }],
    }
    sheet = { ...sheet, lines: [...sheet.lines, { ...newLine('b'), kind: 'Kale, curly green' }] }
    const { edited, read } = readAll(sheet)
    expect(unsavedOf(sheet, edited, read.rows)).toEqual({ added: 1, changed: 1, removed: 1, unready: 1 })
    const then = seasonAsWritten(read, removedKeys(sheet))
    expect(then.plantings).toHaveLength(season.plantings.length)
    expect(then.plantings.find(({ key }) => key === 'bs')!.plants).toBe(300)
    expect(then.plantings.some(({ key }) => key === 'kc')).toBe(false)
  })
  it('comes to the same object while a row says the same, so that nothing is planned again', () => {
    const reader = createReader()
    const sheet = change(sheetOf(season, write), 'bs', { quantity: '300' })
    const [first, second] = [readAll(sheet, reader), readAll({ ...sheet, lines: [...sheet.lines] }, reader)]
    expect(second.read.rows[0]!.planting).toBe(first.read.rows[0]!.planting)
  })
  it('follows the season: what is being written stays, what was sent is its planting, what others add or remove comes and goes', () => {
    let sheet = change(sheetOf(season, write), 'bs', { note: 'mine' })
    const x = { ...newLine('x'), kind: 'Kale' }
    sheet = { ...sheet, lines: [x, ...sheet.lines], sent: new Map([['x', { key: 'p-new', line: x }]]) }
    const [first, ...rest] = season.plantings
    const next = {
      ...season,
      plantings: [
        { ...first!, plants: 7 },
        ...rest.filter(({ key }) => key !== 'kc'),
        { ...season.plantings[at]!, key: 'p-new', code: 'ZZ' },
        { ...season.plantings[at]!, key: 'theirs', code: 'ZY' },
      ],
    }
    const then = following(sheet, next, write)
    const of = (key: string) => then.lines.filter((line) => line.of === key)
    expect(of(first!.key)[0]!.quantity).toBe('7')
    expect(of('bs')[0]!.note).toBe('mine')
    expect(of('kc')).toEqual([])
    expect(of('p-new')).toEqual([storedLines(next, write).get('p-new')])
    // What was typed on while it was being saved is kept.
    const typed = following(change(sheet, 'x', { note: 'and more' }), next, write)
    expect(typed.lines.filter((line) => line.of === 'p-new')).toMatchObject([{ kind: 'Kale', note: 'and more' }])
    expect(of('theirs')).toHaveLength(1)
    expect(then.lines.filter((line) => line.of === undefined)).toHaveLength(1)
  })
  it('always ends in one empty row', () => {
    expect(ended([])).toHaveLength(1)
    expect(ended(ended([]))).toHaveLength(1)
    expect(ended([{ ...newLine('new 1'), kind: 'x' }]).map(({ id }) => id)).toEqual(['new 1', 'new 2'])
  })
  it('takes rows of a file: by the code of a planting into its row, the others below', () => {
    const from = parseDay(season.season.from)
    const rows = writtenDays(
      [
        { code: season.plantings[at]!.code, row: { ...EMPTY_ROW, kind: 'Beetroot', quantity: '5', on: '4/5' } },
        { code: '', row: { ...EMPTY_ROW, kind: 'Kale', quantity: '6', on: 'soon', times: '3' } },
      ],
      { from, order: 'mdy' },
      'en-GB',
    )
    const sheet = withRows(sheetOf(season, write), rows, () => 'fresh')
    expect(sheet.lines.find((line) => line.of === 'bs')).toMatchObject({ quantity: '5', on: '5 Apr 2027' })
    expect(sheet.lines.find(({ id }) => id === 'fresh')).toMatchObject({ on: 'soon', times: '3' })
    expect(sheet.lines).toHaveLength(season.plantings.length + 2)
  })
  it('says of every planting when it is first sown and the trays of all of it', () => {
    const plan = planner.plan(season)
    const outcomes = outcomesOf(plan)
    const own = plan.batches.filter(({ planting }) => planting.key === 'bs')
    expect(outcomes.get('bs')).toMatchObject({
      sow: Math.min(...own.map(({ sow }) => sow!)),
      trays: own.reduce((sum, { stays }) => sum + stays[0]!.trays, 0),
    })
    for (const { key } of season.plantings) expect(outcomes.has(key)).toBe(true)
  })
})
