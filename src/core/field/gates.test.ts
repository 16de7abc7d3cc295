import { describe, expect, it } from 'vitest'
import type { Season } from '../../season/schema'
import type { SmallSeason } from '../../season/small-season'
import { formatDay, parseDay, type Day } from '../calendar/day'
import { dayLength } from '../climate/day-length'
import { seasonAir } from './anchor'
import { createPlanner } from '../plan/plan'
import { soilAhead, type Ahead, type Forecast } from '../weather/forecast'
import { gatesBetween, gatesOf, type Gate } from './gates'
import { exposureOn, SCHOOL_DAYS } from './hardening'
import { dayOfLength, leafTime } from './leaf-time'
import { monthSheet } from '../plan/month'
import { plantingCard } from './planting-card'
import { readField } from '../../season/small-field'

const day = parseDay
const ahead = (from: string, days: Ahead[]): Forecast => ({
  name: 'test',
  simulated: false,
  days: new Map(days.map((one, i) => [day(from) + i, one])),
})
const mild = (count: number, low = 8, high = 20): Ahead[] => Array.from({ length: count }, () => ({ low, high }))

function judge(season: Season, id: string, today: string, forecast?: Forecast) {
  const plan = createPlanner().plan(season)
  const stand = plan.inField.find((one) => one.id === id)!
  return gatesOf(stand, {
    season,
    air: seasonAir(season),
    forecast,
    today: day(today),
    clashes: plan.beds.clashesOf.get(id),
  })
}
const gate = <K extends Gate['kind']>(gated: { gates: Gate[] }, kind: K) =>
  gated.gates.find((one) => one.kind === kind) as Extract<Gate, { kind: K }> | undefined
const tomatoOn = (on: string, more: (s: SmallSeason) => void = () => undefined) =>
  readField((s) => {
    s.plantings[2]!.on = on
    more(s)
  })

describe('gates for planting out', () => {
  it('go when the chance is small, nights and soil are warm, the bed is free and plugs hold', () => {
    const season = tomatoOn('2027-06-10', (s) => {
      s.plantings[2]!.goes = [{ to: 'bed', bed: 'n2', plants: 20 }]
      s.plantings[2]!.leaves = { on: '2027-06-08', firm: true, dark: true }
    })
    const judged = judge(season, 't', '2027-06-08')
    expect(judged.gates.map(({ kind, verdict }) => `${kind} ${verdict}`)).toEqual([
      'frost go',
      'night go',
      'soil go',
      'bed go',
      'plants go',
      'leaves go',
    ])
    expect(judged.verdict).toBe('go')
  })
  it('are at risk when more years than accepted have a later frost', () => {
    const frost = gate(judge(tomatoOn('2027-05-10'), 't', '2027-05-01'), 'frost')!
    expect(frost.verdict).toBe('risk')
    expect(frost.chance).toBeGreaterThan(0.1)
    expect(frost.typed).toBe(true)
  })
  it('wait for a frost that is forecast in the week after planting, not for one after that', () => {
    const season = tomatoOn('2027-06-01')
    const cold = ahead('2027-05-30', [...mild(5), { low: -0.5, high: 12 }, ...mild(4)])
    expect(gate(judge(season, 't', '2027-05-30', cold), 'frost')).toMatchObject({
      verdict: 'wait',
      cold: { day: day('2027-06-04'), low: -0.5 },
    })
    const later = ahead('2027-05-30', [...mild(9), { low: -0.5, high: 12 }])
    expect(gate(judge(season, 't', '2027-05-30', later), 'frost')!.verdict).toBe('go')
  })
  it('know how much cold a kind bears', () => {
    const cold = ahead('2027-04-18', mild(10, -1.5, 9))
    // Lettuce is half-hardy: −1.5 °C does it no harm, −2 °C does.
    expect(gate(judge(readField(), 'a', '2027-04-18', cold), 'frost')!.verdict).toBe('go')
    expect(gate(judge(readField(), 'a', '2027-04-18', ahead('2027-04-18', mild(10, -2, 9))), 'frost')!.verdict).toBe(
      'wait',
    )
    expect(
      gate(
        judge(
          readField((s) => (s.crops[0]!.tenderness = 'hardy')),
          'a',
          '2027-04-18',
          ahead('2027-04-18', mild(10, -3, 9)),
        ),
        'frost',
      )!.verdict,
    ).toBe('go')
  })
  it('judge nights and soil by the forecast first, by a usual year where there is none', () => {
    const season = tomatoOn('2027-05-12')
    expect(gate(judge(season, 't', '2027-05-10'), 'night')).toMatchObject({ verdict: 'risk', forecast: false })
    expect(gate(judge(season, 't', '2027-05-10', ahead('2027-05-10', mild(10, 6, 15))), 'night')).toMatchObject({
      verdict: 'wait',
      low: 6,
      forecast: true,
    })
    expect(gate(judge(season, 't', '2027-05-10', ahead('2027-05-10', mild(10, 12, 24))), 'night')!.verdict).toBe('go')
    const air = seasonAir(season)
    const usual = soilAhead(air, undefined, day('2027-05-12'))
    const warm = soilAhead(air, ahead('2027-05-02', mild(10, 15, 29)), day('2027-05-12'))
    expect(usual).toEqual({ soil: air.soil(day('2027-05-12')), forecast: false })
    expect(warm.soil).toBeCloseTo(22, 9)
  })
  it('judge what is sown in its place by frost and nights only once it is up', () => {
    const season = readField((s) => {
      s.crops[0]!.tenderness = 'tender'
      s.crops[0]!.germination.goodFrom = 9
      s.methods.push({
        key: 'rows',
        crop: 'lettuce',
        name: 'Rows',
        sowing: { policy: 'in-place', seedsPerMetre: 40, thinTo: 20 },
        stages: [],
      })
      s.plantings.push(
        { key: 'd', code: 'D', variety: 'lettuce-red', method: 'rows', plants: 90, on: '2027-05-12' },
        { key: 'e', code: 'E', variety: 'lettuce-red', method: 'lettuce-cells', plants: 90, on: '2027-05-12' },
      )
    })
    const rows = judge(season, 'd', '2027-05-10')
    const raised = judge(season, 'e', '2027-05-10')
    expect(gate(rows, 'frost')!.chance!).toBeLessThan(gate(raised, 'frost')!.chance!)
    expect(gate(rows, 'soil')).toMatchObject({ above: 9, verdict: 'go' })
    expect(gate(rows, 'plants')).toBeUndefined()
    expect(gate(rows, 'leaves')).toBeUndefined()
  })
  it('say which bed is taken, or that none is chosen', () => {
    expect(gate(judge(readField(), 'h', '2027-05-28'), 'bed')).toMatchObject({ state: 'none', verdict: 'risk' })
    const taken = judge(
      readField((s) => (s.plantings[3]!.goes = [{ to: 'bed', bed: 'n1', plants: 80 }])),
      'h',
      '2027-05-28',
    )
    expect(gate(taken, 'bed')).toMatchObject({ state: 'taken', verdict: 'wait' })
    expect(taken.verdict).toBe('wait')
    const sold = judge(
      readField((s) => (s.plantings[3]!.goes = [{ to: 'sale', plants: 80 }])),
      'h',
      '2027-05-28',
    )
    expect(gate(sold, 'bed')).toBeUndefined()
  })
  it('wait for plugs that do not hold, and warn of plants past their limit', () => {
    expect(
      gate(
        judge(
          readField((s) => (s.plantings[3]!.sowOn = '2027-05-22')),
          'h',
          '2027-05-28',
        ),
        'plants',
      ),
    ).toMatchObject({ state: 'not-ready', verdict: 'wait' })
    expect(
      gate(
        judge(
          readField((s) => (s.plantings[3]!.sowOn = '2027-04-01')),
          'h',
          '2027-05-28',
        ),
        'plants',
      ),
    ).toMatchObject({ state: 'past', verdict: 'risk' })
  })
  it('ask for leaves only in the last days, and wait while they are soft or pale', () => {
    expect(gate(judge(readField(), 'h', '2027-05-20'), 'leaves')).toBeUndefined()
    expect(gate(judge(readField(), 'h', '2027-05-28'), 'leaves')!.state).toBe('not-looked')
    const seen = (firm: boolean, dark: boolean) =>
      gate(
        judge(
          readField((s) => (s.plantings[3]!.leaves = { on: '2027-05-30', firm, dark })),
          'h',
          '2027-05-31',
        ),
        'leaves',
      )!
    expect([seen(true, true).state, seen(false, true).state, seen(true, false).state]).toEqual(['good', 'soft', 'pale'])
    expect(seen(false, true).verdict).toBe('wait')
  })
  it('are listed by day for the weeks asked for', () => {
    const season = readField()
    const plan = createPlanner().plan(season)
    const listed = gatesBetween(plan.inField, plan.beds.clashesOf, day('2027-05-01'), day('2027-05-25'), {
      season,
      air: seasonAir(season),
      forecast: undefined,
      today: day('2027-05-01'),
    })
    expect(listed.map(({ stand }) => stand.code)).toEqual(['B-1', 'B-2', 'T'])
  })
})

describe('hardening', () => {
  const exposures = (school: keyof typeof SCHOOL_DAYS, days: number = SCHOOL_DAYS[school]) =>
    Array.from({ length: days }, (_, i) => exposureOn(school, 100, 100 + days, 100 + i, 5)!)
  it('gives more of outside day by day in every school', () => {
    for (const school of ['growing-hours', 'two-weeks', 'four-weeks'] as const) {
      const hours = exposures(school).map((one) => one.hours)
      expect(hours).toEqual([...hours].sort((a, b) => a - b))
      expect(hours.at(-1)).toBe(24)
      expect(exposures(school).at(-1)).toMatchObject({ night: 'out', light: 'full' })
      expect(exposures(school)[0]).toMatchObject({ night: 'in', light: 'shade' })
    }
    expect(exposures('growing-hours').map(({ hours }) => hours)).toEqual([2, 4, 5, 7, 9, 24, 24])
    expect(
      exposures('cool-bench')
        .map(({ hours, fan }) => [hours, fan])
        .slice(-2),
    ).toEqual([
      [0, true],
      [4, true],
    ])
  })
  it('knows its days and no others', () => {
    expect(exposureOn('two-weeks', 100, 114, 99, 5)).toBeUndefined()
    expect(exposureOn('two-weeks', 100, 114, 114, 5)).toBeUndefined()
    expect(exposureOn('two-weeks', 100, 101, 100, 5)).toMatchObject({ nth: 1, of: 1, hours: 24 })
  })
  it('bends to the weather ahead', () => {
    const on = (nth: number, one: Ahead) =>
      exposureOn('growing-hours', 100, 107, 99 + nth, 5, {
        name: 't',
        simulated: false,
        days: new Map<Day, Ahead>([[99 + nth, one]]),
      })!
    expect(on(3, { low: 0, high: 6 })).toMatchObject({ hours: 0, change: 'stay-in' })
    expect(on(7, { low: 2, high: 14 })).toMatchObject({ night: 'in', hours: 12, change: 'night-in' })
    expect(on(4, { low: 8, high: 18, rain: 25 }).change).toBe('cover')
    expect(on(4, { low: 8, high: 18, wind: 55 }).change).toBe('shelter')
    expect(on(6, { low: 16, high: 33 })).toMatchObject({ light: 'shade', change: 'shade' })
    expect(on(4, { low: 8, high: 18 })).toMatchObject({ hours: 7, change: undefined })
  })
})

describe('the planting card', () => {
  it('totals what goes into the holes of a planting', () => {
    const season = readField((s) => {
      s.crops[1]!.field = {
        ...s.crops[1]!.field,
        atSpot: 2,
        hole: [{ what: 'compost', amount: 250, unit: 'ml' }],
        support: 'stake',
      }
      s.crops[1]!.care = { buryAtPlanting: 'deep' }
    })
    const stand = createPlanner()
      .plan(season)
      .inField.find(({ id }) => id === 't')!
    const card = plantingCard(stand)
    expect(card).toMatchObject({ bury: 'deep', atSpot: 2, spots: 30, support: 'stake', water: 700 })
    expect(card.hole).toEqual([{ what: 'compost', amount: 250, unit: 'ml', total: 7500 }])
    expect(plantingCard(stand, 10).spots).toBe(5)
  })
})

describe('day length', () => {
  it('turns long-day crops when days reach their length, wherever that is', () => {
    const turns = dayOfLength({ latitude: 45.3 }, 14, 'long', day('2027-03-01'))!
    expect(dayLength(turns, 45.3)).toBeGreaterThanOrEqual(14)
    expect(dayLength(turns - 1, 45.3)).toBeLessThan(14)
    expect(dayOfLength({ latitude: 5 }, 14, 'long', day('2027-03-01'))).toBeUndefined()
    expect(formatDay(dayOfLength({ latitude: -45.3 }, 14, 'long', day('2027-08-01'))!).slice(0, 7)).toBe('2027-10')
  })
  it('counts the leaves that are made before', () => {
    const season = readField((s) => (s.crops[0]!.care = { dayLength: 'long', criticalHours: 14.5 }))
    const plan = createPlanner().plan(season)
    const [early, late] = ['a', 'b.2'].map((id) =>
      leafTime(
        plan.inField.find((stand) => stand.id === id)!,
        season,
        seasonAir(season),
      )!,
    )
    expect(early!.turns).toBe(late!.turns)
    expect(early!.days).toBe(early!.turns! - day('2027-04-20'))
    expect(early!.leaves!).toBeGreaterThan(late!.leaves!)
    expect(early!.lamps).toEqual([])
    const lit = {
      ...season,
      places: season.places.map((place) =>
        place.key === 'bench' ? { ...place, lamp: { ppfd: 150, hours: 16 } } : place,
      ),
    }
    const under = createPlanner()
      .plan(lit)
      .inField.find(({ id }) => id === 'a')!
    expect(leafTime(under, lit, seasonAir(lit))!.lamps).toEqual([{ place: 'Warm bench', hours: 16 }])
    expect(
      leafTime(
        plan.inField.find(({ id }) => id === 't')!,
        season,
        seasonAir(season),
      ),
    ).toBeUndefined()
  })
})

describe('the month on paper', () => {
  it('holds what starts, moves, is planted where, and comes out', () => {
    const season = readField((s) => {
      s.plantings[2]!.goes = [{ to: 'bed', bed: 'n2', plants: 20 }]
    })
    const sheet = monthSheet(createPlanner().plan(season), day('2027-05-12'))
    expect([formatDay(sheet.from), formatDay(sheet.until)]).toEqual(['2027-05-01', '2027-06-01'])
    expect(sheet.planted.map(({ stand, beds }) => `${stand.code} ${beds.map(({ bed }) => bed.name).join()}`)).toEqual([
      'B-1 ',
      'B-2 ',
      'T N2',
      'B-4 ',
    ])
    expect(sheet.starts.map(({ kind, batch }) => `${kind} ${batch.code}`)).toContain('sow H')
    expect(sheet.moves.every((task) => task.day >= sheet.from && task.day < sheet.until)).toBe(true)
    const june = monthSheet(createPlanner().plan(season), day('2027-06-12'))
    expect(june.out.map(({ what }) => what)).toContain('A Lettuce, red')
    const july = monthSheet(createPlanner().plan(season), day('2027-07-12'))
    expect(july.out).toContainEqual({ day: day('2027-07-01'), what: 'garlic', bed: 'N1' })
    expect(june.harvests.map(({ code }) => code)).toContain('A')
  })
})
