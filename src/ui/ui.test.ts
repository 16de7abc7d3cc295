import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { monthStarts, parseDay } from '../core/calendar/day'
import { createPlanner } from '../core/plan/plan'
import { PLACE_KINDS } from '../season/schema'
import { readSmall } from '../season/small-season'
import { fullestPlace, totalLoad } from './chart/fullness'
import { placeLooks } from './place-look'
import { treadHeight } from './stair/stair'

describe('places', () => {
  it('of different kinds, up to eight, never look the same', () => {
    fc.assert(
      fc.property(fc.array(fc.constantFrom(...PLACE_KINDS), { maxLength: 8 }), (kinds) => {
        const looks = placeLooks(kinds.map((kind) => ({ kind })))
        expect(new Set(looks.map(({ hatch }) => hatch)).size).toBe(kinds.length)
        expect(new Set(looks.map(({ fill }) => fill)).size).toBe(kinds.length)
      }),
    )
  })
  it('keep the look of their kind whatever stands before them', () => {
    const one = placeLooks([{ kind: 'bench' }])[0]!
    expect(placeLooks([{ kind: 'heat-mat' }, { kind: 'tunnel' }, { kind: 'bench' }])[2]).toEqual(one)
    expect(placeLooks([{ kind: 'heat-mat' }, { kind: 'heat-mat' }, { kind: 'bench' }])[2]).toEqual(one)
  })
  it('can be told apart in grey: no two hatches with fills of one lightness are both plain', () => {
    expect(placeLooks(PLACE_KINDS.map((kind) => ({ kind }))).filter(({ hatch }) => hatch === 'plain')).toHaveLength(1)
  })
})

describe('the stair', () => {
  it('rises with its tray places, never above its height and never too thin to see', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0.1, max: 100, noNaN: true }),
        fc.double({ min: 0.1, max: 100, noNaN: true }),
        (a, b) => {
          const [low, high] = [Math.min(a, b), Math.max(a, b)]
          expect(treadHeight(low, 100, 28)).toBeLessThanOrEqual(treadHeight(high, 100, 28))
          expect(treadHeight(low, 100, 28)).toBeGreaterThanOrEqual(7)
          expect(treadHeight(high * 5, 100, 28)).toBeLessThanOrEqual(28)
        },
      ),
    )
  })
})

describe('the ribbon', () => {
  it('marks each month that begins in its span', () => {
    expect(monthStarts(parseDay('2026-11-15'), parseDay('2027-02-01')).length).toBe(2)
    expect(monthStarts(parseDay('2027-01-01'), parseDay('2028-01-01')).length).toBe(12)
    expect(monthStarts(parseDay('2027-03-02'), parseDay('2027-03-20'))).toEqual([])
  })
  it('is as full as its fullest place, and counts what stands where nothing should', () => {
    const plan = createPlanner().plan(readSmall((s) => (s.places[2]!.open = { from: '01-01', until: '01-02' })))
    const [first, last] = [plan.from, plan.to]
    const full = fullestPlace(plan.places, first, last)
    const total = totalLoad(plan.places, first, last)
    plan.places.forEach((load) => {
      for (const over of load.over)
        for (let day = over.from; day < Math.min(last, over.until); day++) expect(full[day - first]).toBeGreaterThan(1)
    })
    expect(Math.max(...total)).toBeGreaterThan(0)
    total.forEach((sum, i) => expect(sum > 0).toBe(full[i]! > 0))
  })
})
