import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { formatDay, parseDay } from '../calendar/day'
import { countBack, createSowingTable } from './count-back'
import { ageOn, forwardPass, legStart, limitAge, limitDay, movesDone, readyDay } from './forward'
import type { Route } from './route'
import { workDays } from './work-days'
import { cases, crops, routeOf, slowCountBack, slowPass, type CaseMethod } from '../testing/worked-cases'

const methods: Record<string, CaseMethod> = cases.methods
const tableFrom = parseDay('2025-12-01')
const tableTo = parseDay('2028-03-01')
const iso = (day: number | undefined) => (day === undefined ? undefined : formatDay(day))

describe('worked cases', () => {
  for (const c of cases.cases as ((typeof cases.cases)[number] & { leaveHeatAt?: number })[]) {
    it(`${c.method} for ${c.planting} at age point ${c.agePoint}${c.leaveHeatAt ? `, heat left at ${c.leaveHeatAt}` : ''}`, () => {
      const route = routeOf(methods[c.method]!, c.leaveHeatAt)
      const table = createSowingTable(route, tableFrom, tableTo)
      const planting = parseDay(c.planting)
      const { sow, window } = countBack(table, planting, c.agePoint)
      const pass = forwardPass(route, sow!, planting)
      expect({
        sow: iso(sow),
        window: [iso(window?.earliest), iso(window?.latest)],
        emergence: iso(pass.emergence),
        leavesHeat: iso(pass.leavesHeat),
        transfers: route.legs.slice(1).map((_, i) => iso(legStart(pass, i + 1))),
        ready: iso(readyDay(route, pass)),
        limit: iso(limitDay(route, pass)),
      }).toEqual({
        sow: c.expected.sow,
        window: c.expected.window,
        emergence: c.expected.emergence,
        leavesHeat: c.expected.leavesHeat,
        transfers: c.expected.transfers,
        ready: c.expected.ready,
        limit: c.expected.limit,
      })
      expect(ageOn(route, pass, planting)).toBeCloseTo(c.expected.ageAtPlanting, 3)
      expect(pass.readyAge).toBeCloseTo(c.expected.readyAge, 2)
      expect(limitAge(route)).toBeCloseTo(c.expected.limitAge, 2)
    })
  }
})

const stayPlaces = ['warmbench', 'tunnel', 'rack', 'mat', 'litrack', 'glasshouse']
const anyMethod = fc
  .record({
    crop: fc.constantFrom(...crops.keys()),
    volumes: fc.uniqueArray(fc.constantFrom(10, 25, 30, 60, 90, 200, 350, 500), { minLength: 1, maxLength: 3 }),
    places: fc.array(fc.constantFrom(...stayPlaces), { minLength: 3, maxLength: 3 }),
    germ: fc.option(fc.constantFrom('mat', 'rack', 'litrack'), { nil: undefined }),
    days: fc.integer({ min: 0, max: 21 }),
    hardPlace: fc.constantFrom('frame', 'tunnel', 'warmbench'),
  })
  .map((m): CaseMethod => ({
    crop: m.crop,
    stages: [...m.volumes]
      .sort((a, b) => a - b)
      .map((ml, i) => ({ ml, place: m.places[i]!, ...(i === 0 && m.germ ? { germPlace: m.germ } : {}) })),
    hardening: { days: m.days, place: m.hardPlace },
  }))
const anyPlanting = fc.integer({ min: parseDay('2027-02-01'), max: parseDay('2027-11-01') })

/** Counted back by a forward pass of every sowing. */
function byPasses(route: Route, planting: number, point: number) {
  let sow: number | undefined
  let window: { earliest: number; latest: number } | undefined
  for (let sown = planting - 1; sown >= planting - 400; sown--) {
    const pass = forwardPass(route, sown, planting)
    if (!movesDone(pass)) continue
    const age = ageOn(route, pass, planting)
    const limit = limitAge(route)
    if (sow === undefined && age >= pass.readyAge + point * (limit - pass.readyAge) - 1e-9) sow = sown
    if (age >= pass.readyAge - 1e-9 && age <= limit + 1e-9) window = { earliest: sown, latest: window?.latest ?? sown }
  }
  return { sow, window }
}

describe('laws', () => {
  it('the fast answer is the one found by trying every sowing day', () => {
    fc.assert(
      fc.property(
        anyMethod,
        anyPlanting,
        fc.constantFrom(0, 0.3, 0.7, 1),
        fc.constantFrom(0.1, 0.5, 0.9),
        fc.constantFrom(0.8, 1, 1.4),
        (method, planting, point, leave, pace) => {
          const route = routeOf(method, leave, pace)
          const table = createSowingTable(route, planting - 420, planting + 10)
          expect(countBack(table, planting, point)).toEqual(slowCountBack(route, planting, point))
        },
      ),
      { numRuns: 60 },
    )
  }, 120_000)
  it('a table that is asked for one planting day after another answers as forward passes of every sowing do', () => {
    const someDays = fc.option(
      fc.uniqueArray(fc.integer({ min: 1, max: 7 }), { minLength: 1, maxLength: 3 }).map((days) => workDays(days)!),
      { nil: undefined },
    )
    const asked = fc.array(fc.record({ planting: anyPlanting, point: fc.constantFrom(0, 0.4, 1) }), {
      minLength: 2,
      maxLength: 4,
    })
    fc.assert(
      fc.property(anyMethod, asked, someDays, someDays, (method, asks, potting, moving) => {
        const route = routeOf(method)
        if (potting) route.pottingDays = potting
        if (moving) route.movingDays = moving
        const table = createSowingTable(route, tableFrom, tableTo)
        for (const { planting, point } of asks) {
          expect(countBack(table, planting, point)).toEqual(byPasses(route, planting, point))
        }
      }),
      { numRuns: 150 },
    )
  }, 120_000)
  it('the forward pass agrees with a pass made one day at a time', () => {
    fc.assert(
      fc.property(anyMethod, anyPlanting, fc.integer({ min: 10, max: 200 }), (method, planting, ahead) => {
        const route = routeOf(method)
        const fast = forwardPass(route, planting - ahead, planting)
        const slow = slowPass(route, planting - ahead, planting)
        expect(Math.min(fast.emergence, planting + 1)).toBe(Math.min(slow.emergence, planting + 1))
        const moves = route.legs.slice(1).map((_, i) => legStart(fast, i + 1))
        expect(moves.filter((day) => day <= planting)).toEqual(slow.moves)
        expect(ageOn(route, fast, planting)).toBeCloseTo(slow.age, 6)
      }),
      { numRuns: 200 },
    )
  })
  it('in one container a later sowing is never older at planting', () => {
    fc.assert(
      fc.property(anyMethod, anyPlanting, fc.integer({ min: 5, max: 200 }), (method, planting, ahead) => {
        const route = routeOf({ ...method, stages: method.stages.slice(0, 1) })
        const age = (sown: number) => ageOn(route, forwardPass(route, sown, planting), planting)
        expect(age(planting - ahead)).toBeGreaterThanOrEqual(age(planting - ahead + 1) - 1e-9)
      }),
    )
  })
  it('the counted-back sowing is inside its window at every age point below the limit', () => {
    fc.assert(
      fc.property(anyMethod, anyPlanting, fc.constantFrom(0, 0.3, 0.6), (method, planting, point) => {
        const route = routeOf(method)
        const { sow, window } = countBack(createSowingTable(route, planting - 420, planting + 1), planting, point)
        if (sow === undefined || !window) return
        expect(sow).toBeLessThanOrEqual(window.latest)
        const pass = forwardPass(route, sow, planting)
        expect(ageOn(route, pass, planting)).toBeGreaterThanOrEqual(pass.readyAge - 1e-6)
      }),
    )
  })
})
