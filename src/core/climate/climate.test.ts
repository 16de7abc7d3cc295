import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { Place, Site } from '../../season/schema'
import { parseDay } from '../calendar/day'
import { emergenceRate, germinationFactor, shareShowing, thermalShareFor } from '../germination/emergence'
import { containerAge, containerHolds, rootedIn } from '../growth/container-age'
import { growthRate, leafAge } from '../growth/rate'
import { createClimate, sumOver } from './climate'
import { extraterrestrialRadiation, lampDay, lightFactor, lightOn } from './light'
import { dayLength } from './day-length'
import { outdoorMean } from './outdoor'
import { hourlyTemperatures } from './place-temperature'

const means = [-1, 0.2, 4.6, 9.3, 14.2, 17.8, 19.9, 19.4, 15.1, 9.8, 4.1, 0.3]
const site = Site.parse({ latitude: 45.3, outdoorMonthlyMeans: means })
const place = (temperature: object, more: object = {}) =>
  Place.parse({ key: 'p', name: 'p', kind: 'bench', trayPlaces: 1, temperature, ...more })
const from = parseDay('2027-01-01')
const climateOf = (...places: Place[]) => createClimate(site, places, from, from + 400)

describe('temperature', () => {
  it('outdoors is the monthly mean on the 15th and half way between at the middle', () => {
    expect(outdoorMean(means, parseDay('2027-04-15'))).toBe(9.3)
    expect(outdoorMean(means, parseDay('2027-04-30'))).toBeCloseTo(9.3 + (4.9 * 15) / 30, 10)
    expect(outdoorMean(means, parseDay('2027-01-01'))).toBeCloseTo(0.3 + (-1.3 * 17) / 31, 10)
  })
  it('a floor and a ceiling hold the hours between them', () => {
    const hours = new Float64Array(12)
    hourlyTemperatures({ lift: 5, halfRange: 10, floor: 12, ceiling: 20 }, 10, hours)
    expect(Math.max(...hours)).toBe(20)
    expect(Math.min(...hours)).toBe(12)
  })
  it('a period holds until the day it names', () => {
    const climate = climateOf(place({ held: 20, periods: [{ from: '01-01', until: '03-01', held: 5 }] }))
    const at = (iso: string) => sumOver(climate.temperature(0), from, parseDay(iso), parseDay(iso) + 1)
    expect(at('2027-02-28')).toBe(5)
    expect(at('2027-03-01')).toBe(20)
  })
  it('warm noons grow plants on days whose mean does not', () => {
    const climate = climateOf(place({ lift: 0, halfRange: 8 }))
    const day = parseDay('2027-03-10')
    expect(outdoorMean(means, day)).toBeLessThan(4)
    expect(sumOver(climate.growth(0, { base: 4, optimum: 22 }), from, day, day + 1)).toBeGreaterThan(1)
  })
  it('cold nights and hot days are counted', () => {
    const climate = climateOf(place({ lift: 0, halfRange: 10 }))
    expect(sumOver(climate.coldNights(0, 0), from, from, from + 59)).toBe(59)
    expect(sumOver(climate.hotDays(0, 28), from, parseDay('2027-07-10'), parseDay('2027-07-20'))).toBe(10)
  })
  it('growth never runs backwards, and light only ever lowers it', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: -5, max: 15 }),
        fc.double({ min: 0, max: 1, noNaN: true }),
        (lift, transmission) => {
          const climate = climateOf(place({ lift }), place({ lift }, { transmission }))
          const range = { base: 4, optimum: 22 }
          const [open, shaded] = [climate.growth(0, range), climate.growth(1, range)]
          for (let i = 1; i < 400; i += 13) {
            expect(open[i]!).toBeGreaterThanOrEqual(open[i - 1]!)
            expect(shaded[i]! - shaded[i - 1]!).toBeLessThanOrEqual(open[i]! - open[i - 1]! + 1e-9)
          }
        },
      ),
      { numRuns: 20 },
    )
  })
})

describe('light', () => {
  it('agrees with the worked example of FAO-56: 32.2 MJ at 20° south on 3 September', () => {
    expect(extraterrestrialRadiation(parseDay('2027-09-03'), -20)).toBeCloseTo(32.2, 1)
    expect(dayLength(parseDay('2027-09-03'), -20)).toBeCloseTo(11.7, 1)
  })
  it('midsummer days are long in the north and short in the south', () => {
    expect(dayLength(parseDay('2027-06-21'), 45)).toBeGreaterThan(15)
    expect(dayLength(parseDay('2027-06-21'), -45)).toBeLessThan(9)
  })
  it('a lamp of 130 µmol for 16 hours gives three quarters of enough', () => {
    expect(lightFactor(lightOn({ lamp: { ppfd: 130, hours: 16 } }, from, 45, 0.5))).toBeCloseTo(0.7488, 6)
    expect(lightFactor(undefined)).toBe(1)
    expect(lightFactor(0)).toBe(0.1)
  })
})

describe('germination', () => {
  const tomato = { base: 8.7, optimum: 27, ceiling: 35, thermalTime: 88, spread: 0.25 }
  it('is fastest at the optimum and nothing outside base and ceiling', () => {
    expect(emergenceRate(tomato, 27)).toBeCloseTo(18.3 / 88, 12)
    expect(emergenceRate(tomato, 31)).toBeCloseTo(18.3 / 88 / 2, 12)
    expect(emergenceRate(tomato, 8.7)).toBe(0)
    expect(emergenceRate(tomato, 35)).toBe(0)
    expect(emergenceRate(tomato, 20, 2)).toBeCloseTo(emergenceRate(tomato, 20) / 2, 12)
  })
  it('half show at the thermal share of 1, and shares turn back into thermal shares', () => {
    expect(shareShowing(1, 0.25)).toBe(0.5)
    for (const share of [0.1, 0.5, 0.9]) expect(shareShowing(thermalShareFor(share, 0.25), 0.25)).toBeCloseTo(share, 10)
    expect(shareShowing(0, 0.25)).toBe(0)
  })
  it('the lot comes up in full from optimum − 8 to optimum + 3 and less beyond', () => {
    expect(germinationFactor(tomato, 19)).toBe(1)
    expect(germinationFactor(tomato, 30)).toBe(1)
    expect(germinationFactor(tomato, 32.5)).toBeCloseTo(0.5, 12)
    expect(germinationFactor(tomato, 8)).toBe(0)
  })
})

describe('containers', () => {
  const points = [
    { ml: 30, ready: 288, limit: 432 },
    { ml: 90, ready: 384, limit: 576 },
    { ml: 500, ready: 504, limit: 816 },
  ]
  it('ages pass through the points and run on beyond them', () => {
    for (const { ml, ready, limit } of points) expect(containerAge(points, ml)).toEqual({ ready, limit })
    expect(containerAge(points, 900).limit).toBeGreaterThan(816)
    expect(containerAge(points, 10).ready).toBeLessThan(288)
  })
  it('one point alone follows a power of the volume', () => {
    const age = containerAge([{ ml: 25, ready: 264, limit: 408 }], 50)
    expect(age.ready).toBeCloseTo(264 * 2 ** 0.15, 10)
    expect(age.limit).toBeCloseTo(408 * 2 ** 0.35, 10)
  })
  it('a container in which a plant suffers before it is ready holds nothing', () => {
    expect(containerHolds({ ready: 300, limit: 300 })).toBe(false)
    expect(containerHolds(containerAge([{ ml: 350, ready: 180, limit: 288 }], 20))).toBe(false)
  })
  it('after a move the plug roots in for half the difference', () => {
    expect(rootedIn(528, 360, 448)).toBe(532)
    expect(rootedIn(528, 360, 400)).toBe(528)
  })
  it('leaves follow the leaf clock', () => {
    expect(leafAge(1, 40)).toBe(40)
    expect(leafAge(3, 40, 60)).toBe(140)
    expect(growthRate({ base: 4, optimum: 22 }, 30)).toBe(18)
  })
})

describe('lamps', () => {
  const june = parseDay('2027-06-21')
  it('need no hours where daylight is enough, and as many as are missing where it is not', () => {
    const rack = { lamp: { ppfd: 180, hours: 12 } }
    expect(lampDay(rack, june, 45, 0.5)).toEqual({
      daylight: dayLength(june, 45),
      light: 180 * 12 * 0.0036,
      enough: 10 / (180 * 0.0036),
    })
    expect(lampDay({ ...rack, transmission: 0.7 }, june, 45, 0.5)!.enough).toBe(0)
    const winter = lampDay({ ...rack, transmission: 0.7 }, parseDay('2027-12-21'), 45, 0.5)!
    expect(
      lightOn({ transmission: 0.7, lamp: { ppfd: 180, hours: winter.enough! } }, parseDay('2027-12-21'), 45, 0.5),
    ).toBeCloseTo(10, 9)
    expect(lampDay({ lamp: { ppfd: 40, hours: 16 } }, june, 45, 0.5)!.enough).toBeUndefined()
    expect(lampDay({ transmission: 0.7 }, june, 45, 0.5)).toBeUndefined()
  })
})
