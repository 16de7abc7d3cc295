import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { createPlanner } from '../../core/plan/plan'
import { allKinds, documentOf } from '../../library/begin'
import { PRESET_CONTAINERS } from '../../library/presets'
import { readSeason } from '../../season/read'
import { EMPTY_ROW, type SheetRow } from '../../interchange/plan-sheet/columns'
import type { Line } from '../../interchange/plan-sheet/reader'
import {
  bareFarm,
  BEGIN_WITH,
  createGrowing,
  createGrowingIn,
  firstAnswers,
  withKind,
  withLatitude,
  withoutKind,
  wrongWith,
  type Answers,
} from './model'

const answered = (more: Partial<Answers> = {}, today = '2027-01-04'): Answers => ({
  ...firstAnswers(today, 'metric'),
  farm: 'Reed Bank',
  latitude: 47,
  ...more,
})
const line = (id: string, part: Partial<SheetRow>): Line => ({ ...EMPTY_ROW, ...part, id })
const grownOn = (answers: Answers, lines: readonly Line[]) => {
  const bare = bareFarm(answers)
  if (!bare)
    throw new Error(
      wrongWith(answers)
        .map(({ path, message }) => `${path} ${message}`)
        .join('\n'),
    )
  return createGrowingIn('en-GB', 'dmy')(answers, bare, lines)
}
const tenKinds = BEGIN_WITH.map((kind, i) =>
  line(kind, { kind, quantity: String(50 + 10 * i), ...(i === 0 ? { every: '14 × 4' } : {}) }),
)

describe('a farm begun on one page', () => {
  it('makes a season that reads and plans, for ten kinds without a date, with nothing sown before it was begun', () => {
    const grown = grownOn(answered(), tenKinds)
    expect(grown.rows.flatMap(({ problems }) => problems)).toEqual([])
    const read = readSeason(grown.season)
    expect(read.ok ? [] : read.problems).toEqual([])
    if (!read.ok) return
    const plan = createPlanner().plan(read.season)
    expect(plan.batches).toHaveLength(13)
    expect(read.season.farm.recordsFrom).toBe('2027-01-04')
    for (const batch of plan.batches) {
      expect(batch.sow, batch.code).toBeDefined()
      expect(batch.marks.map(({ kind }) => kind)).not.toContain('sown-before-season')
      expect(batch.marks.map(({ kind }) => kind)).not.toContain('sowing-day-past')
    }
    expect(new Set(read.season.plantings.map(({ code }) => code)).size).toBe(10)
    // What was taken for the empty dates is what the plan has.
    for (const { id, on } of grown.edited) expect(grown.taken.get(id)).toEqual({ on })
  })
  it('knows every kind of the library by the name it is ticked under', () => {
    const containers = Object.fromEntries(PRESET_CONTAINERS.map(({ key }) => [key, null]))
    const lines = allKinds().map(({ key, name }) => line(key, { kind: name, quantity: '50' }))
    const grown = grownOn(answered({ containers }), lines)
    expect(grown.rows.flatMap(({ problems }, i) => problems.map((problem) => [lines[i]!.kind, problem]))).toEqual([])
    expect(grown.season.crops).toHaveLength(lines.length)
  })
  it('a kind that is only named comes to the farm without a planting', () => {
    const grown = grownOn(answered(), [line('a', { kind: 'Zucchini' }), line('b', { kind: 'Zucchini', every: '14' })])
    expect(grown.rows.map(({ problems }) => problems.length > 0)).toEqual([false, true])
    expect(grown.season.crops.map(({ kind }) => kind)).toEqual(['courgette'])
    expect(grown.season.plantings).toEqual([])
  })
  it('reading again after one change comes to what a fresh reading comes to', () => {
    const kinds = fc.constantFrom('Lettuce', 'Tomato', 'leeks', 'no such kind', '')
    const rows = fc.array(
      fc.record({
        kind: kinds,
        variety: fc.constantFrom('', 'red', 'early'),
        quantity: fc.constantFrom('', '40', '2 trays', 'many'),
        on: fc.constantFrom('', '20 May', 'week 22', 'soon'),
        every: fc.constantFrom('', '14', '14 × 3'),
      }),
      { maxLength: 5 },
    )
    const answers = answered()
    const bare = bareFarm(answers)!
    fc.assert(
      fc.property(rows, rows, (before, after) => {
        const planner = createPlanner()
        const growing = createGrowing({ planner, order: 'dmy', locale: 'en-GB' })
        const linesOf = (some: typeof before) => some.map((row, i) => line(`l${i}`, row))
        growing(answers, bare, linesOf(before))
        const again = growing(answers, bare, linesOf(after))
        const fresh = grownOn(answers, linesOf(after))
        expect(again.season).toEqual(fresh.season)
        expect(again.rows).toEqual(fresh.rows)
      }),
      { numRuns: 25 },
    )
  })
  it('south of the equator the season crosses New Year, and summer is in January', () => {
    const south = withLatitude(answered({ lastFrost: '05-10' }, '2027-07-20'), -38)
    expect(wrongWith(south)).toEqual([])
    const grown = grownOn(south, tenKinds)
    expect(grown.season.season).toMatchObject({ from: '2027-07-01', to: '2028-06-30' })
    const { outdoorMonthlyMeans } = grown.season.site
    expect(outdoorMonthlyMeans[0]).toBeGreaterThan(outdoorMonthlyMeans[6]!)
    expect(grown.season.plantings.find(({ variety }) => variety === 'tomato')!.on >= '2027-09-19').toBe(true)
    expect(grown.plan.batches.filter(({ sow }) => sow === undefined)).toEqual([])
  })
  it('says what is guessed until it is said', () => {
    const guessed = (more: Partial<Answers>) => bareFarm(answered(more))!.site
    expect(guessed({}).guessed).toEqual(['temperatures', 'frost'])
    expect(guessed({ coldest: -2, warmest: 19 }).guessed).toEqual(['frost'])
    expect(guessed({ coldest: -2, warmest: 19, lastFrost: '05-01', firstFrost: '10-10' }).guessed).toBeUndefined()
    // Higher up it is colder, and what was said stays as it was said.
    const [low, high] = [guessed({ warmest: 18 }), guessed({ warmest: 18, height: 800 })]
    expect(high.outdoorMonthlyMeans[0]).toBeLessThan(low.outdoorMonthlyMeans[0]!)
    expect(high.outdoorMonthlyMeans[6]).toBe(18)
    expect(high.elevation).toBe(800)
  })
  it('makes places of houses and benches as they were said, each with a key and a name of its own', () => {
    const { places } = bareFarm(
      answered({
        rooms: [
          { like: 'warm-bench', name: 'Old house', room: '2 benches 3.6 x 0.9 m, 2 levels', heatedTo: 8 },
          { like: 'tunnel', name: 'Tunnel', room: '40' },
          { like: 'tunnel', name: 'Tunnel', room: '20', heatedTo: 3 },
          { like: 'mats', room: '4', heatedTo: 26 },
          { like: 'frames', room: '0' },
        ],
      }),
    )!
    expect(places.map(({ key, name, trayPlaces }) => [key, name, trayPlaces])).toEqual([
      ['old-house', 'Old house', 72],
      ['tunnel', 'Tunnel', 40],
      ['tunnel-2', 'Tunnel', 20],
      ['mats', 'Heat mats', 4],
    ])
    expect(places.map(({ temperature: { floor, held } }) => [floor, held])).toEqual([
      [8, undefined],
      [undefined, undefined],
      [3, undefined],
      [undefined, 26],
    ])
    expect(places[0]!.layout!.benches.map(({ name, levels }) => [name, levels])).toEqual([
      ['Bench 1', 2],
      ['Bench 2', 2],
    ])
  })
  it('says what is wrong where it stands', () => {
    const paths = (more: Partial<Answers>) => wrongWith(answered(more)).map(({ path }) => path)
    expect(paths({})).toEqual([])
    expect(paths({ farm: ' ' })).toEqual(['farm'])
    expect(paths({ latitude: undefined })).toEqual(['latitude'])
    expect(paths({ latitude: 80 })).toEqual(['latitude'])
    expect(paths({ height: 9000 })).toEqual(['height'])
    expect(paths({ coldest: 20, warmest: 10 })).toEqual(['warmest'])
    expect(paths({ lastFrost: 'soon' })).toEqual(['lastFrost'])
    expect(paths({ lastFrost: '10-05' })).toEqual(['lastFrost'])
    expect(paths({ latitude: -42, lastFrost: '05-05' })).toEqual(['lastFrost'])
    expect(paths({ rooms: [] })).toEqual(['rooms'])
    expect(paths({ rooms: [{ like: 'tunnel', room: 'big' }] })).toEqual(['rooms[0].room'])
    expect(paths({ rooms: [{ like: 'tunnel', room: '20 x 20 cm' }] })).toEqual(['rooms[0].room'])
    expect(paths({ containers: {} })).toEqual(['containers'])
  })
  it('ticking a kind adds a line, unticking takes only lines in which nothing else is written', () => {
    const some = withKind(withKind([], 'Leek', 'a'), 'Kale', 'b')
    expect(some.map(({ kind }) => kind)).toEqual(['Leek', 'Kale', ''])
    const filled = some.map((one) => (one.kind === 'Kale' ? { ...one, quantity: '40' } : one))
    expect(withoutKind(withoutKind(filled, 'Leek'), 'Kale').map(({ kind }) => kind)).toEqual(['Kale', ''])
  })
  it('needs no weather in a file of answers', () => {
    const bare = documentOf({ ...answered(), crops: ['leek'] })
    expect(readSeason(bare).ok).toBe(true)
  })
})
