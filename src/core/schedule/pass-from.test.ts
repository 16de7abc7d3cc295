import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { anySeason } from '../../season/any-season'
import { readSmall } from '../../season/small-season'
import { createPlanner } from '../plan/plan'
import { ageOn, forwardPass, legStart, limitDay, readyDay } from './forward'
import type { Route } from './route'
import { signFigures, type Seen } from '../growth/plant-state'
import { passFrom, type Happened, type SeenAge } from './pass-from'

const nothing = (route: Route, sown: number, more: Partial<Happened> = {}): Happened => ({
  sown,
  leftHeat: undefined,
  legs: route.legs.map(() => undefined),
  seen: [],
  notBefore: route.legs.map(() => -Infinity),
  ...more,
})
const t = createPlanner().plan(readSmall()).byId.get('t')!
const { route } = t.way
const from = (more: Partial<Happened>) => passFrom(route, nothing(route, t.sow!, more), t.plantOn)

describe('the pass from what has happened', () => {
  it('is the forward pass of the plan where nothing has happened yet, in any season', () => {
    let compared = 0
    fc.assert(
      fc.property(anySeason, fc.integer({ min: -20, max: 20 }), (season, shift) => {
        for (const { way, sow, plantOn, pass } of createPlanner().plan(season).batches) {
          if (sow === undefined || !pass || sow + shift >= plantOn || sow + shift <= way.route.climate.from) continue
          const planned = forwardPass(way.route, sow + shift, plantOn)
          const { due, ...forecast } = passFrom(way.route, nothing(way.route, sow + shift), plantOn)
          // What could have been done was done then.
          due.forEach((day, leg) => expect(day).toBe(leg === 0 ? planned.leavesHeat : legStart(planned, leg)))
          expect({ ...forecast, pieces: forecast.pieces.length }).toEqual({ ...planned, pieces: planned.pieces.length })
          for (let leg = 0; leg < way.route.legs.length; leg++)
            expect(legStart(forecast, leg)).toBe(legStart(planned, leg))
          for (const day of [plantOn, plantOn + 7])
            expect(ageOn(way.route, forecast, day)).toBeCloseTo(ageOn(way.route, planned, day), 6)
          compared++
        }
      }),
      { numRuns: 80 },
    )
    expect(compared).toBeGreaterThan(40)
  })
  it('comes up later where heat was left sooner', () => {
    const early = from({ leftHeat: t.sow! + 2 })
    const late = from({ leftHeat: t.pass!.emergence + 3 })
    expect(early.emergence).toBeGreaterThan(late.emergence)
    expect(late.emergence).toBe(t.pass!.emergence)
    expect(late.leavesHeat).toBe(t.pass!.emergence + 3)
  })
  it('keeps the days that are known, and puts what is not begun no sooner than it can be', () => {
    const planned = legStart(t.pass!, 1)
    expect(legStart(from({ legs: [undefined, planned + 4] }), 1)).toBe(planned + 4)
    expect(legStart(from({ legs: [undefined, planned - 4] }), 1)).toBe(planned - 4)
    expect(legStart(from({ notBefore: [-Infinity, planned + 9] }), 1)).toBe(planned + 9)
    expect(legStart(from({ notBefore: [-Infinity, planned - 9] }), 1)).toBe(planned)
  })
  it('potted up later is ready later, and stands still while it settles', () => {
    const planned = legStart(t.pass!, 1)
    const late = from({ legs: [undefined, planned + 6] })
    expect(readyDay(route, late)).toBeGreaterThanOrEqual(readyDay(route, t.pass!))
    expect(ageOn(route, late, planned + 6 + t.way.crop.pauseDays)).toBeCloseTo(ageOn(route, late, planned + 6), 9)
    expect(ageOn(route, late, planned + 7 + t.way.crop.pauseDays)).toBeGreaterThan(ageOn(route, late, planned + 6))
  })
  it('agrees with what was seen: leaves first, and the plug has the last word', () => {
    const on = t.pass!.leavesHeat + 10
    const look = (age: number | undefined, seen: Seen = {}): SeenAge => ({
      on,
      age,
      seen,
      figures: (step) => signFigures(t.way.crop, undefined, step === 1),
    })
    const age = (seen: SeenAge) => ageOn(route, from({ seen: [seen], notBefore: [-Infinity, on] }), on)
    const { ready, limit } = route.steps[0]!
    const reckoned = ageOn(route, t.pass!, on)
    expect(age(look(undefined))).toBeCloseTo(reckoned, 9)
    expect(age(look(190))).toBeCloseTo(190, 9)
    expect(age(look(190, { lifts: true }))).toBeCloseTo(ready, 9)
    expect(age(look(ready + 50, { lifts: false }))).toBeCloseTo(0.95 * ready, 9)
    expect(age(look(undefined, { roots: 'circling-hard' }))).toBeCloseTo(limit, 9)
  })
  it('is outgrown the sooner the further on it is seen to be', () => {
    const on = t.pass!.leavesHeat + 10
    const limits = [80, 160, 240, 320].map((age) =>
      limitDay(
        route,
        from({ seen: [{ on, age, seen: {}, figures: (step) => signFigures(t.way.crop, undefined, step === 1) }] }),
      ),
    )
    expect(limits).toEqual([...limits].sort((a, b) => b - a))
  })
})
