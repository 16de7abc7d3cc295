import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import type { BedUse } from '../../core/field/beds'
import { formatDay, parseDay } from '../../core/calendar/day'
import { createPlanner } from '../../core/plan/plan'
import { readField } from '../../season/small-field'
import type { Planting, Season, Share } from '../../season/schema'
import { movedTo, spotNear, stepOn } from './moving'

const season = (bend?: (s: Season) => void): Season => {
  const made = structuredClone(readField()) as Season
  const [first] = made.plantings
  first!.goes = [
    { to: 'customer', name: 'The weir kitchen', plants: 10 },
    { to: 'bed', bed: made.beds[0]!.key, plants: 40, at: 200 },
  ]
  bend?.(made)
  return made
}
const usesOf = (of: Season) => [...createPlanner().plan(of).beds.uses.values()].flat()
const useOf = (of: Season): BedUse => usesOf(of).find(({ stand }) => stand?.planting.key === of.plantings[0]!.key)!
const goesOf = (planting: Planting, n: number): readonly Share[] =>
  (n > 0 ? planting.changes.find((one) => one.n === n)?.goes : undefined) ?? planting.goes ?? []
const after = (of: Season, planting: Planting): Season => ({
  ...of,
  plantings: of.plantings.map((one) => (one.key === planting.key ? planting : one)),
})

describe('a stretch of bed that is moved', () => {
  it('lies where it was let go, and nothing else of its planting changes', () => {
    const of = season()
    const use = useOf(of)
    const beds = of.beds.map(({ key }) => key)
    fc.assert(
      fc.property(fc.constantFrom(...beds), fc.nat(600), fc.integer({ min: -5, max: 5 }), (bed, at, days) => {
        const planting = movedTo(use, { bed, at, days })
        const next = useOf(after(of, planting))
        expect([next.bed.key, next.at, next.plants]).toEqual([bed, at, use.plants])
        expect(next.from - use.from).toBe(days)
        const [before, now] = [goesOf(use.stand!.planting, use.stand!.n), goesOf(planting, use.stand!.n)]
        expect(now.map((share, i) => (i === use.share ? 'moved' : share))).toEqual(
          before.map((share, i) => (i === use.share ? 'moved' : share)),
        )
        expect(planting.plants).toBe(use.stand!.planting.plants)
      }),
      { numRuns: 60 },
    )
  })
  it('takes the first gap of another bed where no spot is said, and is as before where it is put back', () => {
    const of = season()
    const use = useOf(of)
    const other = of.beds.find(({ key }) => key !== use.bed.key)!
    expect(goesOf(movedTo(use, { bed: other.key }), use.stand!.n)[use.share]).toEqual({
      to: 'bed',
      bed: other.key,
      plants: 40,
    })
    expect(movedTo(use, { days: 0 })).toEqual(use.stand!.planting)
    expect(movedTo(use, { at: 200 })).toEqual(use.stand!.planting)
  })
  it('moves its own day where it goes in on one, and the planting stays', () => {
    const on = formatDay(useOf(season()).from + 3)
    const of = season((s) => Object.assign(s.plantings[0]!.goes![1]!, { on }))
    const use = useOf(of)
    const planting = movedTo(use, { days: 4 })
    expect(planting.on).toBe(of.plantings[0]!.on)
    expect(goesOf(planting, use.stand!.n)[1]).toMatchObject({ on: formatDay(parseDay(on) + 4) })
  })
})

describe('where it is let go', () => {
  const use = { length: 300, from: 10, until: 50 }
  const bed = { length: 1000 }
  const beside = { at: 400, length: 200, from: 0, until: 20 }
  it('is at the end of what is beside it, or on the round figure', () => {
    const spot = (at: number, others = [beside]) => spotNear(at, use, { bed, others, step: 10 })
    expect(spot(590)).toBe(600)
    expect(spot(125)).toBe(100) // its end meets the beginning of the other
    expect(spot(643)).toBe(640)
    expect(spot(-90)).toBe(0)
    expect(spot(2000)).toBe(700)
    // One that is gone before it comes is not met.
    expect(spot(590, [{ ...beside, until: 10 }])).toBe(590)
  })
  it('is always on the bed where it fits on it', () => {
    fc.assert(
      fc.property(fc.integer({ min: -500, max: 1500 }), fc.constantFrom(10, 15.24), (at, step) => {
        const spot = spotNear(at, use, { bed, others: [beside], step })
        expect(spot).toBeGreaterThanOrEqual(0)
        expect(spot + use.length).toBeLessThanOrEqual(bed.length)
      }),
    )
    expect(spotNear(50, { ...use, length: 2000 }, { bed, others: [], step: 10 })).toBe(0)
  })
})

describe('a step with the keys', () => {
  const of = season()
  const use = useOf(of)
  const { beds } = of
  it('goes half a metre along the bed and stops at its ends, by a day through the season, to the bed beside', () => {
    const onDay = (now: object, at: BedUse, sideways: number) =>
      stepOn(now, at, { sideways, down: 0 }, { along: 'day', beds })
    expect(onDay({}, use, 1)).toEqual({ at: 250 })
    expect(onDay({}, { ...use, at: 20 }, -1)).toEqual({ at: 0 })
    expect(onDay({}, { ...use, at: use.bed.length - use.length }, 1)).toEqual({ at: use.bed.length - use.length })
    expect(stepOn({ days: 2 }, use, { sideways: -1, down: 0 }, { along: 'season', beds })).toEqual({ days: 1 })
    const down = stepOn({ at: 90, days: 2 }, use, { sideways: 0, down: 1 }, { along: 'day', beds })
    expect(down).toEqual({ days: 2, bed: beds[Math.min(beds.length - 1, 1)]!.key })
    expect(stepOn({}, use, { sideways: 0, down: -1 }, { along: 'day', beds })).toEqual({ bed: beds[0]!.key })
  })
})
