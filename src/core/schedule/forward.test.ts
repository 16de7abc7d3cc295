import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { parseDay } from '../calendar/day'
import { ageOn, dayAtAge, forwardPass, gain, legAge, legStart, limitDay, movesDone, reach, readyDay } from './forward'
import { routeOf, type CaseMethod } from '../testing/worked-cases'

const single: CaseMethod = {
  crop: 'tomato',
  stages: [{ ml: 30, place: 'warmbench', germPlace: 'mat' }],
  hardening: { days: 7, place: 'frame' },
} as CaseMethod
const potted: CaseMethod = { ...single, stages: [single.stages[0]!, { ml: 500, place: 'tunnel' }] } as CaseMethod
const sowing = fc.integer({ min: parseDay('2027-01-20'), max: parseDay('2027-06-01') })

describe('a pass', () => {
  it('goes one way only: sown, up, moved, ready, past its limit', () => {
    const route = routeOf(potted)
    fc.assert(
      fc.property(sowing, (sown) => {
        const pass = forwardPass(route, sown, Infinity)
        expect(pass.emergence).toBeGreaterThan(sown)
        expect(legStart(pass, 1)).toBeGreaterThanOrEqual(pass.emergence)
        expect(readyDay(route, pass)).toBeGreaterThanOrEqual(legStart(pass, 1))
        expect(limitDay(route, pass)).toBeGreaterThanOrEqual(readyDay(route, pass))
        expect(movesDone(pass)).toBe(true)
      }),
    )
  })
  it('ages every day or not at all, and pauses after a potting-up', () => {
    const route = routeOf(potted)
    fc.assert(
      fc.property(sowing, (sown) => {
        const pass = forwardPass(route, sown, Infinity)
        const move = legStart(pass, 1)
        let before = 0
        for (let day = sown; day < sown + 120; day++) {
          const age = ageOn(route, pass, day)
          expect(age).toBeGreaterThanOrEqual(before - 1e-9)
          before = age
        }
        expect(ageOn(route, pass, move + route.steps[1]!.pauseDays)).toBeCloseTo(legAge(pass, 1), 9)
        expect(ageOn(route, pass, pass.emergence)).toBe(0)
      }),
    )
  })
  it('reaches an age on the first day it has it', () => {
    const route = routeOf(single)
    fc.assert(
      fc.property(sowing, fc.integer({ min: 1, max: 500 }), (sown, age) => {
        const pass = forwardPass(route, sown, Infinity)
        const day = dayAtAge(route, pass, age)
        expect(ageOn(route, pass, day)).toBeGreaterThanOrEqual(age - 1e-6)
        expect(ageOn(route, pass, day - 1)).toBeLessThan(age)
      }),
    )
  })
  it('a slower lot is up later, and is younger on every day after', () => {
    fc.assert(
      fc.property(sowing, fc.constantFrom(1.1, 1.3, 1.8), (sown, pace) => {
        const usual = forwardPass(routeOf(single), sown, Infinity)
        const slow = forwardPass(routeOf(single, 0.5, pace), sown, Infinity)
        expect(slow.emergence).toBeGreaterThanOrEqual(usual.emergence)
        expect(ageOn(routeOf(single, 0.5, pace), slow, sown + 50)).toBeLessThanOrEqual(
          ageOn(routeOf(single), usual, sown + 50) + 1e-9,
        )
      }),
      { numRuns: 30 },
    )
  })
  it('leaves heat sooner when it leaves at the first seedlings', () => {
    fc.assert(
      fc.property(sowing, (sown) => {
        const at = (share: number) => forwardPass(routeOf(single, share), sown, Infinity).leavesHeat
        expect(at(0.1)).toBeLessThanOrEqual(at(0.5))
        expect(at(0.5)).toBeLessThanOrEqual(at(0.9))
      }),
      { numRuns: 30 },
    )
  })
})

describe('sums along a route', () => {
  const route = routeOf(single)
  const [leg] = route.legs
  it('what is gained in two parts is gained in one', () => {
    fc.assert(
      fc.property(sowing, fc.nat(60), fc.nat(60), fc.nat(120), (from, a, b, ahead) => {
        const planting = from + ahead
        const whole = gain(route, route.growthTotals, leg!.place, from, from + a + b, planting)
        const parts =
          gain(route, route.growthTotals, leg!.place, from, from + a, planting) +
          gain(route, route.growthTotals, leg!.place, from + a, from + a + b, planting)
        expect(whole).toBeCloseTo(parts, 6)
      }),
    )
  })
  it('an amount is reached on the first day that has gained it', () => {
    fc.assert(
      fc.property(sowing, fc.double({ min: 1, max: 400, noNaN: true }), fc.nat(120), (from, amount, ahead) => {
        const planting = from + ahead
        const day = reach(route, route.growthTotals, leg!.place, from, amount, planting)
        if (day === Infinity) return
        expect(gain(route, route.growthTotals, leg!.place, from, day, planting)).toBeGreaterThanOrEqual(amount - 1e-6)
        expect(gain(route, route.growthTotals, leg!.place, from, day - 1, planting)).toBeLessThan(amount)
      }),
    )
  })
})
