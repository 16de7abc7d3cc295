import { describe, expect, it } from 'vitest'
import { sallowFerry } from '../../../scripts/demo/sallow-ferry'
import { takenBy } from '../../core/plan/in-hand'
import { createPlanner } from '../../core/plan/plan'
import { editSeason } from '../../season/edit'
import { readSeason } from '../../season/read'
import { sheet as words } from '../../words/messages/en/sheet'
import { EMPTY_ROW, type SheetRow } from './columns'
import { numberIn, readRows, rowOf } from './read-rows'

const read = readSeason(sallowFerry)
if (!read.ok) throw new Error('the demo farm must read')
const { season } = read
const planner = createPlanner()
const ways = { order: undefined, planner } as const
const row = (part: Partial<SheetRow>): SheetRow => ({ ...EMPTY_ROW, ...part })
const one = (part: Partial<SheetRow>, order?: 'dmy' | 'mdy') => {
  const sheet = readRows([{ row: row(part) }], season, { ...ways, order })
  return { ...sheet.rows[0]!, sheet }
}

describe('the plan as rows', () => {
  it('says every planting so that reading it again changes nothing', () => {
    const rows = season.plantings.map((base) => ({ row: rowOf(base, season), base }))
    const sheet = readRows(rows, season, ways)
    expect(
      sheet.rows.flatMap(({ problems }, i) => problems.map((problem) => [season.plantings[i]!.key, problem])),
    ).toEqual([])
    sheet.rows.forEach(({ planting }, i) => expect(planting).toBe(season.plantings[i]))
    expect(sheet.additions).toEqual([])
    expect(sheet.season.plantings).toEqual(season.plantings)
  })
  it('takes one line as it stands on paper', () => {
    const { planting, problems } = one({ kind: 'Kale, long black', quantity: '48', on: '17 March' })
    expect(problems).toEqual([])
    expect(planting).toMatchObject({ plants: 48, on: '2027-03-17' })
    expect(season.varieties.find(({ key }) => key === planting!.variety)!.name).toBe('Kale, long black')
  })
  it.each([
    [{ kind: 'Tomato', variety: 'red slicer' }, 'Tomato, red slicer'],
    [{ variety: 'Tomato, red slicer' }, 'Tomato, red slicer'],
    [{ kind: 'tomatoes', variety: 'Red Slicer' }, 'Tomato, red slicer'],
    [{ kind: 'red slicer tomato' }, 'Tomato, red slicer'],
  ])('finds a variety by %j', (names, found) => {
    const { planting } = one({ ...names, quantity: '10', on: '20 May' })
    expect(season.varieties.find(({ key }) => key === planting?.variety)?.name).toBe(found)
  })
  it('brings a new variety and a new kind along, each once, under any common name', () => {
    const rows = [
      row({ kind: 'Tomato', variety: 'yellow pear', quantity: '20', on: '25 May' }),
      row({ kind: 'Tomato', variety: 'Yellow Pear', quantity: '20', on: '5 June' }),
      row({ kind: 'Watermelon', quantity: '12', on: '1 June' }),
      row({ kind: 'watermelons', quantity: '12', on: '10 June' }),
    ]
    const sheet = readRows(
      rows.map((one) => ({ row: one })),
      season,
      ways,
    )
    expect(sheet.rows.flatMap(({ problems }) => problems)).toEqual([])
    expect(sheet.rows.map(({ brings }) => brings)).toEqual(['Tomato, yellow pear', undefined, 'Watermelon', undefined])
    const [a, b, c, d] = sheet.rows.map(({ planting }) => planting!)
    expect([a!.variety === b!.variety, c!.variety === d!.variety]).toEqual([true, true])
    expect(new Set([a, b, c, d].map((planting) => planting!.code)).size).toBe(4)
    // What it comes to can be saved.
    const edits = sheet.rows.map(({ planting }) => ({ of: 'plantings' as const, key: planting!.key, to: planting }))
    const saved = editSeason(season, [...sheet.additions, ...edits])
    expect(saved.ok).toBe(true)
    expect(saved.ok && saved.season.plantings).toEqual(sheet.season.plantings)
  })
  it('finds courgettes as zucchini', () => {
    const { planting, problems } = one({ kind: 'zucchini', quantity: '10', on: '20 May' })
    const variety = season.varieties.find(({ key }) => key === planting?.variety)
    expect(problems.length === 0 ? variety?.crop : problems).toSatisfy(
      (found: unknown) => found === 'courgette' || JSON.stringify(found).includes('Courgette'),
    )
  })
  it('keeps what it does not know, and offers what is like it', () => {
    expect(one({ kind: 'Tomatto', quantity: '10', on: '20 May' }).problems).toEqual([
      { column: 'kind', what: 'unknown', like: expect.arrayContaining(['Tomato']) as string[] },
    ])
    expect(one({ kind: 'Xyzzy', quantity: '10', on: '20 May' }).planting).toBeUndefined()
  })
  it('counts back from what is in hand: never more than there is, and one plant more would take more', () => {
    for (const [quantity, unit, of] of [
      ['48', 'cells', 'cells'],
      ['2', 'trays', 'trays'],
      ['50 seeds', '', 'seeds'],
      ['3 bandejas', '', 'trays'],
    ] as const) {
      const { planting, problems, sheet } = one({ kind: 'Kale', variety: 'curly green', quantity, unit, on: '1 May' })
      expect(problems).toEqual([])
      const amount = Number.parseInt(quantity, 10)
      const taken = (plants: number) =>
        takenBy(planner.preview(sheet.season, { ...planting!, plants })[0]!, { of, amount })!
      expect(taken(planting!.plants)).toBeLessThanOrEqual(amount)
      expect(taken(planting!.plants + 1)).toBeGreaterThan(amount)
    }
    expect(one({ kind: 'Kale', variety: 'curly green', quantity: '1', unit: 'seed', on: '1 May' }).problems).toEqual([
      { column: 'quantity', what: 'not-from-this', unit: 'seeds' },
    ])
  })
  it('reads every unit it offers', () => {
    for (const unit of Object.values(words.units))
      expect(one({ kind: 'Kale', variety: 'curly green', quantity: '60', unit, on: '1 May' }).problems, unit).toEqual(
        [],
      )
  })
  it('reads lengths of bed', () => {
    const metres = one({ kind: 'Kale', variety: 'curly green', quantity: '10', unit: 'm', on: '1 May' }).planting!
      .plants
    const feet = one({ kind: 'Kale', variety: 'curly green', quantity: '33 ft', on: '1 May' }).planting!.plants
    expect(metres).toBeGreaterThan(10)
    expect(Math.abs(metres - feet)).toBeLessThan(metres * 0.1)
  })
  it('reads successions by number or last day, and says what is missing', () => {
    const series = (every: string, times: string) =>
      one({ kind: 'Kale, curly green', quantity: '9', on: '1 May', every, times })
    expect(series('2 weeks', '3').planting!.series).toEqual({ every: 14, count: 3 })
    expect(series('weekly', 'until 1 June').planting!.series).toEqual({ every: 7, last: '2027-06-01' })
    expect(series('10', '1').planting!.series).toBeUndefined()
    expect(series('10', '').problems).toEqual([{ column: 'times', what: 'both' }])
    expect(series('', '4').problems).toEqual([{ column: 'every', what: 'both' }])
    expect(series('2 weeks', '15 April 2027').problems).toEqual([{ column: 'times', what: 'before-first' }])
    expect(series('1', 'until 1 August 2028').problems).toEqual([{ column: 'times', what: 'too-often' }])
    expect(series('100', '30').problems).toMatchObject([{ column: 'times', what: 'outside' }])
    expect(one({ kind: 'Kale, curly green', quantity: '9', on: '1 May 2031' }).problems).toMatchObject([
      { column: 'on', what: 'outside' },
    ])
    expect(series('often', '4').problems).toEqual([{ column: 'every', what: 'no-number' }])
  })
  it('asks where a day could be either, unless the order is known', () => {
    const part = { kind: 'Kale, curly green', quantity: '9', on: '04/05' }
    expect(one(part).problems).toEqual([{ column: 'on', what: 'either', days: ['2027-05-04', '2027-04-05'] }])
    expect(one(part, 'mdy').planting!.on).toBe('2027-04-05')
  })
  it('gives the plants to a bed or a buyer, and keeps several shares as they are', () => {
    const bed = season.beds[0]!
    const to = (goes: string) => one({ kind: 'Kale, curly green', quantity: '9', on: '1 May', goes }).planting!.goes
    expect(to(bed.name)).toEqual([{ to: 'bed', bed: bed.key, plants: 9 }])
    expect(to('Saturday market')).toEqual([{ to: 'customer', name: 'Saturday market', plants: 9 }])
    const base = season.plantings.find(({ goes }) => (goes?.length ?? 0) > 1)!
    const more = { ...rowOf(base, season), note: 'Early' }
    expect(readRows([{ row: more, base }], season, ways).rows[0]!.planting).toEqual({ ...base, note: 'Early' })
  })
  it('reads numbers as they are written anywhere', () => {
    expect(['48', '1,200', '1.200', '1 200', '12.5', '12,5', 'x', ''].map(numberIn)).toEqual([
      48,
      1200,
      1200,
      1200,
      12.5,
      12.5,
      undefined,
      undefined,
    ])
  })
})
