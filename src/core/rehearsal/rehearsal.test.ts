import { readFileSync } from 'node:fs'
import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { readSeason } from '../../season/read'
import { readSmall } from '../../season/small-season'
import type { Season } from '../../season/schema'
import { formatDay, parseDay } from '../calendar/day'
import { createClimate } from '../climate/climate'
import { createPlanner, type Plan } from '../plan/plan'
import { atLeast } from '../statistics/binomial'
import { seeded } from '../statistics/random'
import { done, entry } from '../testing/records'
import { latenessOf } from './lateness'
import { binomialAt, drawsOf, shareAt } from './draws'
import { outcomeOf, routeIn, type LeftTo } from './one-batch'
import { legStart } from '../schedule/forward'
import { rehearse, REASONS } from './rehearse'
import type { Rehearsed } from './years'
import { spreadOf, weatherOf } from './weather'

const demo = (): Season => {
  const read = readSeason(JSON.parse(readFileSync('demo/sallow-ferry-2027.json', 'utf8')))
  if (!read.ok) throw new Error('the demo farm must read')
  return { ...read.season, records: [] }
}

const NOTHING: LeftTo = {
  weather: false,
  seed: false,
  losses: false,
  badLots: false,
  work: false,
  heat: false,
  hours: false,
  beds: false,
}
const planOf = (season: Season = readSmall(), today?: string): Plan =>
  createPlanner().plan(season, today === undefined ? undefined : parseDay(today))
function rehearsed(plan: Plan, asked: Partial<Rehearsed> = {}) {
  const run = rehearse(plan, {
    years: 400,
    seed: 7,
    leftTo: {
      weather: true,
      seed: true,
      losses: true,
      badLots: false,
      work: false,
      heat: false,
      hours: false,
      beds: false,
    },
    ...asked,
  })
  for (;;) {
    const step = run.next()
    if (step.done) return step.value
  }
}
const outlook = (plan: Plan, id: string, asked: Partial<Rehearsed> = {}) =>
  rehearsed(plan, asked).batches.find((one) => one.id === id)!

describe('what is drawn', () => {
  it('is a binomial: each outcome as often as it should be', () => {
    for (const [n, p] of [
      [12, 0.7],
      [150, 0.9],
      [800, 0.05],
    ] as const)
      // prettier-ignore
      fc.assert(
        fc.property(fc.double({ min: 0.001, max: 0.999, noNaN: true }), (u) => {
          const k = binomialAt(n, p, u)
          // P(X < k) ≤ u < P(X ≤ k), with rounding.
          // Where there are many, it may be one too many or too few.
          const off = n * p * (1 - p) > 30 ? 1 : 0
          expect(1 - atLeast(n, p, k - off)).toBeLessThanOrEqual(u + 1e-9)
          expect(1 - atLeast(n, p, k + 1 + off)).toBeGreaterThanOrEqual(u - 1e-9)
        }),
        { numRuns: 60 },
      )
    expect([binomialAt(0, 0.5, 0.5), binomialAt(9, 0, 0.5), binomialAt(9, 1, 0.5)]).toEqual([0, 0, 9])
  })
  it('of a lot lies about what its test found, the closer the more seeds were tested, and is that where there is no doubt', () => {
    const mean = (tested: number) =>
      Array.from({ length: 500 }, (_, i) => shareAt(0.8, tested, (i + 0.5) / 500)).reduce((sum, x) => sum + x, 0) / 500
    expect(mean(50)).toBeCloseTo(0.8, 2)
    expect(shareAt(0.8, 20, 0.05)).toBeLessThan(shareAt(0.8, 400, 0.05))
    expect(shareAt(0.8, Infinity, 0.01)).toBe(0.8)
  })
  it('is of its year and name alone', () => {
    const some = (...of: [number, number, string]) => Array.from({ length: 4 }, drawsOf(...of))
    expect(some(1, 2, 'a')).toEqual(some(1, 2, 'a'))
    const all = [1, 2, 3].flatMap((seed) =>
      [1, 2, 3, 300].flatMap((year) => ['a', 'b', 'la.1'].map((name) => some(seed, year, name))),
    )
    expect(new Set(all.map(String)).size).toBe(36)
    const firsts = Array.from({ length: 4000 }, (_, year) => drawsOf(1, year, 'la.1')())
    expect(firsts.reduce((sum, u) => sum + u, 0) / 4000).toBeCloseTo(0.5, 1)
    expect(firsts.filter((u) => u < 0.1).length / 4000).toBeCloseTo(0.1, 1)
  })
})

describe('weather that might be', () => {
  const { site } = readSmall()
  it('departs from its months by what is said of them, and a day remembers the one before', () => {
    const departures = Array.from({ length: 60 }, (_, i) => {
      const days = weatherOf(site, parseDay('2027-01-01'), 365, seeded(i + 1))
      const mean = weatherOf({ ...site }, parseDay('2027-01-01'), 365, () => 0.5)
      return days.map((day, j) => day - mean[j]!)
    })
    const all = departures.flatMap((one) => [...one])
    const mean = all.reduce((sum, x) => sum + x, 0) / all.length
    const spread = Math.sqrt(all.reduce((sum, x) => sum + x * x, 0) / all.length)
    const next = departures.reduce((sum, one) => sum + one.slice(1).reduce((s, x, i) => s + x * one[i]!, 0), 0) / all.length / spread ** 2 // prettier-ignore
    expect(Math.abs(mean)).toBeLessThan(0.4)
    expect(spread).toBeGreaterThan(spreadOf(site) * 0.9)
    expect(spread).toBeLessThan(spreadOf(site) * 1.15)
    expect(next).toBeGreaterThan(0.68)
    expect(next).toBeLessThan(0.85)
  })
  it('is the same for the same seed', () => {
    const year = () => [...weatherOf(site, 0, 40, seeded(5))]
    expect(year()).toEqual(year())
  })
})

describe('a rehearsal', () => {
  it('is the plan where nothing is left to chance', () => {
    const plan = planOf()
    for (const one of rehearsed(plan, { leftTo: NOTHING, years: 3 }).batches) {
      const batch = plan.byId.get(one.id)!
      expect(one.ready).toEqual([batch.ready, batch.ready, batch.ready])
    }
  })
  it('where seed alone is drawn comes to the chances that are known exactly', () => {
    const plan = planOf(readSmall((s) => s.plantings.forEach((one) => (one.plants = 60 + one.plants))))
    const years = 3000
    let seen = 0
    for (const one of rehearsed(plan, { leftTo: { ...NOTHING, seed: true }, years }).batches) {
      const { sizing } = plan.byId.get(one.id)!
      if (!sizing || sizing.input.survivals.length > 1 || sizing.input.keep > 1) continue
      seen++
      const error = Math.sqrt((sizing.chance * (1 - sizing.chance)) / years)
      expect(Math.abs(one.enough - sizing.chance)).toBeLessThan(4 * error + 0.004)
    }
    expect(seen).toBeGreaterThan(0)
  })
  it('has a bad lot in one year of twenty, of which anything may be true, and the same one in the same year', () => {
    const plan = planOf()
    const [batch] = plan.batches.filter(({ sizing, progress }) => sizing && !progress)
    const leftTo = { ...NOTHING, seed: true }
    const shareIn = (n: number, badLots: boolean) => {
      const year = { seed: 5, n, climate: undefined, totals: new Map(), leftTo: { ...leftTo, badLots } }
      return outcomeOf(batch!, routeIn(batch!.way, year, -Infinity), year)!.share
    }
    const years = Array.from({ length: 4000 }, (_, n) => n)
    const other = years.filter((n) => shareIn(n, true) !== shareIn(n, false))
    expect(other.length / years.length).toBeGreaterThan(0.04)
    expect(other.length / years.length).toBeLessThan(0.06)
    const mean = other.reduce((sum, n) => sum + shareIn(n, true), 0) / other.length
    expect(Math.abs(mean - 0.5)).toBeLessThan(0.08)
    expect(shareIn(other[0]!, true)).toBe(shareIn(other[0]!, true))
    // Fewer years have enough, for a bad lot is sized for by nobody.
    const enough = (badLots: boolean) =>
      outlook(plan, batch!.id, { leftTo: { ...leftTo, badLots }, years: 1500 }).enough
    expect(enough(true)).toBeLessThan(enough(false))
  })
  it('where weather alone is drawn is ready on the day that its temperature gives, counted by hand', () => {
    // A steady 15 °C outside, and a place that is no warmer and has no nights.
    const season = readSmall((s) => {
      for (const place of s.places) {
        place.temperature = { lift: 0, halfRange: 0, periods: [] }
        delete place.transmission
        delete place.lamp
      }
    })
    const plan = planOf(season)
    const batch = plan.batches.find(({ stays, way }) => stays.length > 0 && way.route.steps.length === 1)!
    const { route } = batch.way
    const base = route.climate
    const at = (celsius: number) => {
      const outdoor = new Float64Array(base.to - base.from).fill(celsius)
      const climate = createClimate({ ...season.site, outdoor }, season.places, base.from, base.to, [], base)
      const year = { seed: 1, n: 0, climate, totals: new Map(), leftTo: { ...NOTHING, weather: true } }
      const outcome = outcomeOf(batch, routeIn(batch.way, year, -Infinity), year)!
      return { ready: outcome.ready, up: outcome.pass.emergence }
    }
    const { germination: g, growth } = batch.way.crop
    const [ready] = [route.steps[0]!.ready]
    for (const celsius of [13, 15]) {
      const up = Math.ceil(g.thermalTime / (Math.min(celsius, g.optimum) - g.base) - 1e-6)
      expect(at(celsius).up - batch.sow!).toBe(up)
      const days = Math.ceil(ready / (Math.min(celsius, growth.optimum) - growth.base) - 1e-6)
      expect(at(celsius).ready - at(celsius).up).toBe(days)
    }
    expect(at(11).ready).toBeGreaterThan(at(15).ready)
  })
  it('gives the same answer for the same seed, and another for another', () => {
    const plan = planOf()
    const of = (seed: number) => JSON.stringify(rehearsed(plan, { seed, years: 60 }).batches)
    expect(of(3)).toBe(of(3))
    expect(of(3)).not.toBe(of(4))
  })
  it('says of every year that misses why, and what cannot be met at all is never met', () => {
    const plan = planOf()
    for (const { chance, enough, inTime, reasons, years } of rehearsed(plan).batches) {
      const missed = REASONS.reduce((sum, reason) => sum + reasons[reason], 0)
      expect(missed).toBe(Math.round((1 - chance) * years))
      expect(chance).toBeLessThanOrEqual(Math.min(enough, inTime) + 1e-9)
    }
    const late = readSmall((s) => (s.plantings[0]!.sowOn = formatDay(parseDay(s.plantings[0]!.on) - 6)))
    expect(outlook(planOf(late), 'a')).toMatchObject({ chance: 0, inTime: 0 })
  })
  it('never has fewer plants of more cells, in the same year', () => {
    const plan = planOf()
    fc.assert(
      fc.property(fc.nat({ max: 500 }), fc.integer({ min: 1, max: 60 }), (n, more) => {
        for (const batch of plan.batches) {
          if (!batch.sizing || batch.sizing.cells < 20) continue
          const year = {
            seed: 3,
            n,
            climate: undefined,
            totals: new Map(),
            leftTo: {
              weather: false,
              seed: true,
              losses: true,
              badLots: false,
              work: false,
              heat: false,
              hours: false,
              beds: false,
            },
          }
          const route = routeIn(batch.way, year, -Infinity)
          const of = (cells: number) => outcomeOf(batch, route, year, cells)!
          expect(of(batch.sizing.cells + more).plants).toBeGreaterThanOrEqual(of(batch.sizing.cells).plants)
          expect(of(batch.sizing.cells + more).ready).toBe(of(batch.sizing.cells).ready)
        }
      }),
      { numRuns: 60 },
    )
  })
  it('leaves out what is planted, and goes on with what is sown from what really happened', () => {
    const season = readSmall()
    const batch = planOf(season).byId.get('t')!
    const sown = { ...season, records: [done('t', formatDay(batch.sow!), 'sow')] }
    const then = planOf(sown, formatDay(batch.sow! + 6))
    const one = outlook(then, 't', { years: 60 })
    expect(one.ready[0]).toBeLessThanOrEqual(one.ready[2])
    const planted = { ...sown, records: [...sown.records, done('t', formatDay(batch.plantOn), 'plant')] }
    const after = planOf(planted, formatDay(batch.plantOn))
    expect(rehearsed(after, { years: 20 }).batches.some(({ id }) => id === 't')).toBe(false)
    expect(rehearsed(planOf(season, '2030-01-01'), { years: 20 })).toMatchObject({ batches: [] })
  })
  it('has of what has begun as many plants as its records leave, whatever was planned', () => {
    const season = readSmall()
    const batch = planOf(season).byId.get('a.1') ?? planOf(season).byId.get('a')!
    const { id } = batch
    const sow = batch.sow!
    const middle = (records: Season['records']) => {
      const plan = planOf({ ...season, records }, formatDay(sow + 3))
      return { drawn: outlook(plan, id, { years: 300 }).plants, expected: plan.byId.get(id)!.progress!.plants }
    }
    const cells = batch.sizing!.cells
    const sown = (n: number) => done(id, formatDay(sow), 'sow', { cells: n, seeds: n })
    const loss = entry(id, formatDay(sow + 2), { did: 'loss', plants: Math.floor(cells / 4), cause: 'mice-or-birds' })
    const cases = [[sown(cells)], [sown(Math.floor(cells / 2))], [sown(cells), loss]].map(middle)
    for (const { drawn, expected } of cases) expect(Math.abs(drawn[1] - expected)).toBeLessThan(0.04 * expected + 1.5)
    expect(cases[1]!.drawn[2]).toBeLessThan(cases[0]!.drawn[0])
    expect(cases[2]!.drawn[1]).toBeLessThan(cases[0]!.drawn[1] * 0.85)
  })
  it('fills the places week by week as the plan does where nothing is left to chance', () => {
    const plan = planOf()
    const { places } = rehearsed(plan, { leftTo: NOTHING, years: 2 })
    for (const { of: place, weeks, low, high, over } of places)
      weeks.forEach((week, i) => {
        const load = plan.places[place]!
        const most = Math.max(0, ...Array.from({ length: 7 }, (_, d) => load.days[week + d - load.from] ?? 0))
        expect(high[i]).toBeCloseTo(most, 4)
        expect(low[i]).toBe(high[i])
        expect([0, 1]).toContain(over[i])
      })
  })
  it('uses containers week by week as the plan does where nothing is left to chance', () => {
    const plan = planOf()
    const { containers } = rehearsed(plan, { leftTo: NOTHING, years: 2 })
    expect(containers.length).toBeGreaterThan(0)
    let used = 0
    for (const { of, weeks, low, high } of containers)
      weeks.forEach((week, i) => {
        const load = plan.containers[of]!
        const most = Math.max(0, ...Array.from({ length: 7 }, (_, d) => load.days[week + d - load.from] ?? 0))
        // What is washed after the last planting lies beyond what is looked at.
        if (week + 7 > Math.max(...plan.batches.map(({ plantOn }) => plantOn))) return
        expect(high[i]).toBeCloseTo(most, 4)
        expect(low[i]).toBe(high[i])
        if (most > 0) used++
      })
    expect(used).toBeGreaterThan(3)
  })
})

describe('hours of the crew', () => {
  it('are those of the plan, week by week, where nothing is left to chance', () => {
    const small = readSmall((one) => (one.habits = { crew: { hours: 3, parts: [] } }))
    for (const [name, season] of Object.entries({ demo: demo(), small })) {
      const plan = planOf(season)
      const crew = rehearsed(plan, { years: 2, leftTo: NOTHING }).crew!
      const { load } = plan.limits.find(({ kind }) => kind === 'crew')!
      let worked = 0
      crew.weeks.forEach((week, i) => {
        // Plantings past their season's end are counted by both.
        const planned = load.days[week - load.from]!
        worked += planned
        expect([name, week, crew.middle[i]!]).toEqual([name, week, expect.closeTo(planned, 3)])
        expect(crew.over[i]).toBe(planned > load.capacity[week - load.from]! + 1e-3 ? 1 : 0)
      })
      expect(worked).toBeGreaterThan(0)
    }
  })
  it('spread over the years where work is late, and are not asked about where nobody said how many there are', () => {
    expect(rehearsed(planOf(), { years: 2 }).crew).toBeUndefined()
    const { crew } = rehearsed(planOf(demo()), { years: 200 })
    expect(crew!.high.some((most, i) => most > crew!.low[i]! + 0.5)).toBe(true)
    crew!.middle.forEach((half, i) => {
      expect(half).toBeGreaterThanOrEqual(crew!.low[i]!)
      expect(half).toBeLessThanOrEqual(crew!.high[i]!)
    })
  })
})

describe('how late work is', () => {
  const base = readSmall()
  const { batches } = planOf(base)
  const sown = (days: number, ids: readonly string[]): Season['records'] =>
    ids.map((id) => done(id, formatDay(planOf(base).byId.get(id)!.sow! + days), 'sow'))

  it('is not known of a few sowings, and of more is what was written down', () => {
    expect(latenessOf(planOf())).toEqual({ sowing: undefined, moving: undefined, deliveries: undefined })
    const many = readSmall((s) => {
      s.plantings = Array.from({ length: 10 }, (_, i) => ({ ...s.plantings[0]!, key: `p${i}`, code: `P${i}`, on: `2027-05-${10 + i}` })) // prettier-ignore
    })
    const first = planOf(many)
    const late = [0, 0, 1, 0, 3, 5, 0, 2, -4]
    const records = late.map((days, i) => done(`p${i}`, formatDay(first.byId.get(`p${i}`)!.sow! + days), 'sow'))
    const day = formatDay(Math.max(...first.batches.slice(0, 9).map(({ sow }) => sow!)) + 6)
    const then = planOf({ ...many, records }, day)
    expect(latenessOf(then).sowing).toEqual([0, 0, 0, 0, 0, 1, 2, 3, 5])
    // What is still to be sown is drawn as late as that: never sooner, and seldom in time where it has no days to spare.
    const leftTo = { ...NOTHING, work: true, heat: false, hours: false, beds: false }
    const open = outlook(then, 'p9', { leftTo, years: 900 })
    const { ready } = outlook(then, 'p9', { leftTo: NOTHING, years: 2 })
    expect(open.ready[0]).toBe(ready[0])
    expect(open.ready[2]).toBeGreaterThan(ready[0])
    expect(open.reasons['late-work']).toBe(Math.round((1 - open.inTime) * 900))
    expect(rehearsed(then, { leftTo, years: 20 }).lateSowings).toBe(9)
  })
  it('of deliveries is what came and when, and what is still to come comes so: late, short, or as ordered', () => {
    const bought = readSmall((s) => {
      s.methods.push({
        key: 'lettuce-bought',
        crop: 'lettuce',
        name: 'Bought in',
        sowing: { policy: 'bought', age: 200, good: 1, orderDays: 10 },
        stages: [{ place: 'bench', container: 'cells-128', survival: 1 }],
        hardening: { days: 0 },
      })
      const one = { variety: 'lettuce-red', method: 'lettuce-bought', plants: 100 }
      s.plantings = Array.from({ length: 10 }, (_, i) => ({ ...one, key: `p${i}`, code: `P${i}`, on: `2027-05-${10 + i}` })) // prettier-ignore
    })
    const first = planOf(bought)
    const lateBy = [0, 0, 0, 0, 0, 0, 0, 20]
    const cameOf = [100, 100, 100, 100, 100, 100, 60, 100]
    const records = lateBy.map((days, i) => {
      const { sow, sizing } = first.byId.get(`p${i}`)!
      const cells = Math.round((sizing!.cells * cameOf[i]!) / 100)
      return done(`p${i}`, formatDay(sow! + days), 'receive', { cells })
    })
    const day = formatDay(first.byId.get('p9')!.sow! - 1)
    const then = planOf({ ...bought, records: records.filter(({ on }) => on <= day) }, day)
    const all = planOf({ ...bought, records }, formatDay(parseDay('2027-06-20')))
    const { sowing, deliveries } = latenessOf(all)
    expect(sowing).toBeUndefined()
    expect(deliveries!.map(({ late, share }) => [late, Math.round(share * 100)])).toEqual(
      lateBy.map((days, i) => [days, cameOf[i]]),
    )
    // Drawn as they were: one in eight comes too late, one in eight too short, and the others as ordered.
    const batch = then.byId.get('p9')!
    const leftTo = { ...NOTHING, work: true }
    const years = 800
    const outcomes = Array.from(
      { length: years },
      (_, n) =>
      outcomeOf(batch, batch.way.route, { seed: 3, n, climate: undefined, totals: new Map(), leftTo, late: latenessOf(all) })!, // prettier-ignore
    )
    const share = (of: (one: (typeof outcomes)[number]) => boolean) => outcomes.filter(of).length / years
    const error = 4 * Math.sqrt((1 / 8) * (7 / 8) * (1 / years))
    expect(Math.abs(share(({ plants }) => plants < batch.plants) - 1 / 8)).toBeLessThan(error)
    expect(Math.abs(share(({ pass }) => pass.sown > batch.sow!) - 1 / 8)).toBeLessThan(error)
  })
  it('of pottings and moves is from the day they could have been done, by what went before them', () => {
    const farm = demo()
    const first = planOf(farm)
    const moved = first.batches
      .filter(
        ({ sow, way, pass }) =>
          sow !== undefined && pass && way.route.legs.length > 1 && way.route.boughtAge === undefined,
      )
      .slice(0, 12)
    const days = [3, 0, 6]
    const records = moved.flatMap((batch, i) => {
      const { starts, stage } = batch.way.route.legs[1]!
      const on = legStart(batch.pass!, 1) + days[i % 3]!
      return [
        done(batch.id, formatDay(batch.sow!), 'sow', { cells: batch.sizing!.cells, seeds: batch.sizing!.seeds }),
        done(batch.id, formatDay(on), starts.by === 'potting' ? 'pot-up' : 'move', { nth: stage }),
      ]
    })
    const day = Math.max(...moved.map(({ pass }) => legStart(pass!, 1))) + 10
    const { moving } = latenessOf(planOf({ ...farm, records }, formatDay(day)))
    expect(moving).toEqual(moved.map((_, i) => days[i % 3]!).sort((a, b) => a - b))
  })
  it('of a first move begins it later and never sooner, in any year; and where nothing was late, changes nothing', () => {
    const plan = planOf(demo())
    const leftTo = { ...NOTHING, work: true, heat: false, hours: false, beds: false }
    let later = 0
    for (const batch of plan.batches) {
      if (!batch.pass || batch.sow === undefined) continue
      for (let n = 0; n < 3; n++) {
        const year = { seed: 5, n, climate: undefined, totals: new Map(), leftTo }
        const of = (moving: readonly number[] | undefined) =>
          outcomeOf(batch, batch.way.route, { ...year, late: { sowing: undefined, moving, deliveries: undefined } })
        const plain = of(undefined)
        if (!plain) continue
        expect(of([0, 0, 0])).toEqual(plain)
        const late = of([0, 2, 9])!
        // What stays longer in the warm may be ready sooner for it: only the move itself is later for certain.
        const by = legStart(late.pass, 1) - legStart(plain.pass, 1)
        if (batch.way.route.legs.length > 1) expect([0, 2, 9]).toContain(by)
        if (by > 0) later++
      }
    }
    expect(later).toBeGreaterThan(10)
  })
  it('changes nothing where too little is known of it', () => {
    const records = sown(2, [batches[0]!.id])
    const plan = planOf({ ...base, records }, formatDay(batches[0]!.sow! + 3))
    const of = (work: boolean) => JSON.stringify(rehearsed(plan, { leftTo: { ...NOTHING, work }, years: 20 }).batches)
    expect(of(true)).toBe(of(false))
  })
})

describe('what is lost', () => {
  it('is nothing where enough is there in time in every year, and all of it where it never is', () => {
    const plan = planOf()
    for (const { lost, chance, id } of rehearsed(plan).batches) {
      if (chance === 1) expect(lost).toBe(0)
      expect(lost).toBeLessThanOrEqual(plan.byId.get(id)!.plants)
    }
    const late = readSmall((s) => {
      s.plantings[0]!.sowOn = formatDay(parseDay(s.plantings[0]!.on) - 6)
      s.plantings[0]!.worth = { by: 'money', amount: 300 }
    })
    const a = outlook(planOf(late), 'a')
    expect(a.lost).toBe(planOf(late).byId.get('a')!.plants)
    expect(a.worth).toBeCloseTo(300, 6)
    expect(outlook(planOf(), 't').worth === undefined || outlook(planOf(), 't').worth! >= 0).toBe(true)
  })
})
