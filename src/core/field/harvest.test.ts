import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { readField } from '../../season/small-field'
import type { Crop } from '../../season/schema'
import { formatDay, parseDay } from '../calendar/day'
import { growthRate } from '../growth/rate'
import { seasonAir } from './anchor'
import { chainHarvests, evenPlantings, weeklyPlantings } from './even'
import { clearDay, firstHarvest, maturityHeat, plantingForHarvest } from './days-to-harvest'
import { createOpenAir, warmFrom } from '../weather/open-air'

const season = readField()
const air = seasonAir(season)
const lettuce = season.crops[0]!
const tomato = season.crops[1]!
const at = (crop: Crop, maturity: Crop['field']['maturity']): Crop => ({ ...crop, field: { ...crop.field, maturity } })
const day = parseDay

describe('the open air', () => {
  it('has soil that follows the days before, with the site’s own difference', () => {
    const steady = createOpenAir(
      { outdoorMonthlyMeans: Array<number>(12).fill(12), latitude: 45, nightDrop: 4, soilLift: 1.5 },
      0,
      100,
    )
    expect(steady.soil(50)).toBeCloseTo(13.5, 9)
    expect(steady.night(50)).toBeCloseTo(8, 9)
    // In a warming spring soil is as warm as the air was five and a half days ago.
    const d = day('2027-04-28')
    expect(air.soil(d)).toBeLessThan(air.mean(d))
    expect(air.soil(d)).toBeCloseTo(
      Array.from({ length: 10 }, (_, i) => air.mean(d - 1 - i)).reduce((a, b) => a + b) / 10,
      9,
    )
  })
  it('adds warmth as the hours of each day have it, and finds days by it both ways', () => {
    const range = { base: 5, optimum: 25 }
    const steady = createOpenAir(
      { outdoorMonthlyMeans: Array<number>(12).fill(15), latitude: 45, nightDrop: 0, soilLift: 0 },
      0,
      200,
    )
    expect(steady.warmth(range, 10, 20)).toBeCloseTo(100, 9)
    expect(steady.dayOfWarmth(range, 10, 100)).toBe(20)
    expect(steady.dayOfWarmth(range, 10, 101)).toBe(21)
    expect(steady.startForWarmth(range, 20, 100)).toBe(10)
    expect(steady.startForWarmth(range, 20, 101)).toBe(9)
    expect(steady.dayOfWarmth(range, 10, 1e6)).toBeUndefined()
    expect(steady.startForWarmth(range, 20, 1e6)).toBeUndefined()
  })
  it('is warm from the first day that stays warm', () => {
    const from = warmFrom(air, 8, undefined, day('2027-01-01'), day('2027-07-15'))!
    expect(air.night(from)).toBeGreaterThanOrEqual(8)
    expect(air.night(from - 1)).toBeLessThan(8)
    const both = warmFrom(air, 8, 15, day('2027-01-01'), day('2027-07-15'))!
    expect(both).toBeGreaterThanOrEqual(from)
    expect(warmFrom(air, 30, undefined, day('2027-01-01'), day('2027-07-15'))).toBeUndefined()
  })
  it('finds the same day either way', () => {
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 250 }), fc.double({ min: 1, max: 900, noNaN: true }), (offset, sum) => {
        const a = air.from + 400 + offset
        const range = tomato.growth
        const b = air.dayOfWarmth(range, a, sum)
        if (b === undefined) return
        expect(air.warmth(range, a, b)).toBeGreaterThanOrEqual(sum - 1e-6)
        expect(air.warmth(range, a, b - 1)).toBeLessThan(sum + 1e-6)
        const back = air.startForWarmth(range, b, sum)!
        expect(back).toBeGreaterThanOrEqual(a)
        expect(air.warmth(range, back, b)).toBeGreaterThanOrEqual(sum - 1e-6)
      }),
    )
  })
})

describe('the first harvest', () => {
  it('is so many days after planting, or after sowing', () => {
    expect(formatDay(firstHarvest(lettuce, day('2027-05-01'), undefined, air)!)).toBe('2027-06-15')
    const sown = at(lettuce, { days: 70, from: 'sowing' })
    expect(formatDay(firstHarvest(sown, day('2027-05-01'), day('2027-04-01'), air)!)).toBe('2027-06-10')
    expect(firstHarvest(sown, day('2027-05-01'), undefined, air)).toBeUndefined()
    expect(firstHarvest(at(lettuce, undefined), day('2027-05-01'), undefined, air)).toBeUndefined()
  })
  it('comes sooner in summer than in spring where days are counted in warmth', () => {
    expect(maturityHeat(tomato)).toBeCloseTo(60 * growthRate(tomato.growth, 20), 9)
    const spring = firstHarvest(tomato, day('2027-04-15'), undefined, air)! - day('2027-04-15')
    const summer = firstHarvest(tomato, day('2027-06-15'), undefined, air)! - day('2027-06-15')
    expect(spring).toBeGreaterThan(summer + 10)
    expect(summer).toBeGreaterThan(55)
  })
  it('is put off by pinching', () => {
    const pinched: Crop = { ...lettuce, care: { pinch: { leaf: 4, delayDays: 12, stems: 3 } } }
    expect(
      firstHarvest(pinched, day('2027-05-01'), undefined, air)! -
        firstHarvest(lettuce, day('2027-05-01'), undefined, air)!,
    ).toBe(12)
    expect(plantingForHarvest(pinched, day('2027-07-10'), undefined, air)).toBe(day('2027-07-10') - 12 - 45)
  })
  it('is met by the latest planting that can', () => {
    for (const crop of [lettuce, tomato, at(tomato, { days: 90, from: 'sowing', at: 20 })]) {
      fc.assert(
        fc.property(fc.integer({ min: 170, max: 270 }), (offset) => {
          const wanted = day('2027-01-01') + offset
          const nursery = crop.field.maturity!.from === 'sowing' ? 35 : undefined
          const plant = plantingForHarvest(crop, wanted, nursery, air)
          if (plant === undefined) return
          const of = (on: number) => firstHarvest(crop, on, nursery === undefined ? undefined : on - nursery, air)!
          expect(of(plant)).toBeLessThanOrEqual(wanted)
          expect(of(plant + 1)).toBeGreaterThan(wanted)
        }),
        { numRuns: 40 },
      )
    }
  })
  it('clears its ground when the last is cut', () => {
    expect(clearDay(lettuce, day('2027-06-15'))).toBe(day('2027-06-29'))
    expect(clearDay(lettuce, undefined)).toBeUndefined()
  })
})

describe('a series that harvests evenly', () => {
  it('is planted further apart in spring than in summer', () => {
    const days = evenPlantings(tomato, day('2027-04-10'), 14, 5, undefined, air)!
    const harvests = days.map((on) => firstHarvest(tomato, on, undefined, air)!)
    harvests.forEach((harvest, n) => expect(Math.abs(harvest - (harvests[0]! + n * 14))).toBeLessThanOrEqual(1))
    expect(days[1]! - days[0]!).toBeGreaterThan(14)
    expect(days[1]! - days[0]!).toBeGreaterThan(days[4]! - days[3]!)
  })
  it('is even in its plantings too where days are plain days', () => {
    const days = evenPlantings(lettuce, day('2027-04-10'), 10, 4, undefined, air)!
    expect(days.map((on, i) => on - (days[i - 1] ?? on))).toEqual([0, 10, 10, 10])
  })
  it('says so when the crop gives no days to harvest', () => {
    expect(evenPlantings(at(lettuce, undefined), day('2027-04-10'), 10, 4, undefined, air)).toBeUndefined()
  })
})

describe('so much a week', () => {
  it('takes plants and an interval from yield and harvest', () => {
    // One head a plant, cut over two weeks: 60 a week are 120 plants every fortnight.
    expect(weeklyPlantings(lettuce, 60)).toEqual({ plants: 120, every: 14, perPlant: 1 })
    const again: Crop = {
      ...lettuce,
      field: { ...lettuce.field, harvestDays: 42, yield: { amount: 3, unit: 'stems', per: 'plant-week' } },
    }
    expect(weeklyPlantings(again, 100)).toEqual({ plants: 34, every: 42, perPlant: 18 })
    expect(weeklyPlantings({ ...again, care: { pinch: { leaf: 4, delayDays: 10, stems: 2 } } }, 100)).toEqual({
      plants: 17,
      every: 42,
      perPlant: 36,
    })
    expect(weeklyPlantings(tomato, 10)).toBeUndefined()
    expect(weeklyPlantings(lettuce, 0)).toBeUndefined()
  })
})

describe('a chain of season groups', () => {
  it('begins each harvest when the one before is done', () => {
    const links = chainHarvests(
      [lettuce, at(lettuce, { days: 60, from: 'planting' }), at(lettuce, undefined), lettuce],
      day('2027-06-20'),
      () => undefined,
      air,
    )
    expect(links[0]).toEqual({ plantOn: day('2027-05-06'), harvest: day('2027-06-20'), until: day('2027-07-04') })
    expect(links[1]).toEqual({ plantOn: day('2027-07-04') - 60, harvest: day('2027-07-04'), until: day('2027-07-18') })
    expect(links[2]).toBeUndefined()
    expect(links[3]!.harvest).toBe(day('2027-07-18'))
  })
})
