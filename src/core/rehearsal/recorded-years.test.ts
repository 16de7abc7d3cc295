import { describe, expect, it } from 'vitest'
import { readSmall } from '../../season/small-season'
import type { Place, Season } from '../../season/schema'
import { civil, formatDay, fromCivil, parseDay, type Day } from '../calendar/day'
import { outdoorMean } from '../climate/outdoor'
import { createPlanner } from '../plan/plan'
import { FEWEST_YEARS, isOpenAir, recordedYears } from './recorded-years'
import { rehearse, USUAL } from './rehearse'

const open: Place['temperature'] = { lift: 0, halfRange: 6, periods: [] }
const small = readSmall()
const site = small.site
const out: Place = { ...small.places[0]!, key: 'standing-out', name: 'Standing-out ground', temperature: open }

/** The small farm with a place in the open and what was measured there: how far each day departs from its month. */
function measured(days: (on: Day) => number | undefined, years: readonly number[], last = '12-31'): Season {
  const list = years.flatMap((year) => {
    const all = []
    for (let day = fromCivil(year, 1, 1); day <= parseDay(`${year}-${last}`); day++) {
      const departs = days(day)
      if (departs === undefined) continue
      const mean = outdoorMean(site.outdoorMonthlyMeans, day) + departs
      all.push({ on: formatDay(day), low: mean - 6, high: mean + 6 })
    }
    return all
  })
  return { ...small, places: [...small.places, out], readings: [{ place: 'standing-out', from: 'a file', days: list }] }
}

const FROM = parseDay('2027-02-20')
const TO = parseDay('2027-07-10')
const departures = (year: Float64Array) =>
  [...year].map((mean, i) => mean - outdoorMean(site.outdoorMonthlyMeans, FROM + i))

describe('years of the farm’s own days', () => {
  it('are read in a place that is as warm as out of doors, and no other', () => {
    expect([open, { ...open, lift: 2 }, { ...open, floor: 5 }, { held: 20, periods: [] }].map((temperature) => isOpenAir({ temperature }))).toEqual([true, false, false, false]) // prettier-ignore
    const season = measured(() => 1, [2024, 2025])
    const elsewhere = { ...season, readings: season.readings.map((one) => ({ ...one, place: small.places[0]!.key })) }
    expect(recordedYears(elsewhere, FROM, TO)).toEqual({ place: undefined, years: [] })
  })

  it('are those before, the latest first, on the same days of the year', () => {
    // Each year departs by as many degrees as its last digit says; the leap day is the first of March of other years.
    const season = measured((day) => civil(day).year % 10, [2023, 2024, 2025, 2026])
    const { years, place } = recordedYears(season, FROM, TO)
    expect(place).toBe(small.places.length)
    expect(years).toHaveLength(4)
    years.forEach((year, i) => {
      for (const departs of departures(year)) expect(departs).toBeCloseTo(6 - i, 9)
    })
  })

  it('bridge a short gap by the days beside it, and leave a year with a longer one out', () => {
    const a = parseDay('2026-04-01')
    const gap = (long: number) =>
      measured((day) => (day > a && day <= a + long ? undefined : day <= a ? 0 : long + 1), [2025, 2026])
    const bridged = departures(recordedYears(gap(9), FROM, TO).years[0]!)
    const at = parseDay('2027-04-01') - FROM
    for (let i = 0; i <= 10; i++) expect(bridged[at + i]).toBeCloseTo(i, 9)
    expect(recordedYears(gap(9), FROM, TO).years).toHaveLength(2)
    expect(recordedYears(gap(30), FROM, TO).years).toHaveLength(1)
  })

  it('are not those that ended before the season did', () => {
    expect(
      recordedYears(
        measured(() => 0, [2026], '04-30'),
        FROM,
        TO,
      ).years,
    ).toHaveLength(0)
    // Where the days asked about go over New Year, they go over it in every year that was measured.
    const winter = recordedYears(measured((day) => civil(day).year - 2020, [2024, 2025, 2026]), parseDay('2027-11-01'), parseDay('2028-02-01')) // prettier-ignore
    expect(winter.years).toHaveLength(2)
    expect(winter.years[0]!.at(-1)! - outdoorMean(site.outdoorMonthlyMeans, parseDay('2028-01-31'))).toBeCloseTo(6, 9)
    expect(winter.years[0]![0]! - outdoorMean(site.outdoorMonthlyMeans, parseDay('2027-11-01'))).toBeCloseTo(5, 9)
  })
})

describe('a rehearsal by the farm’s own years', () => {
  const weather = { weather: true, seed: false, losses: false, badLots: false, work: false, heat: false, hours: false, beds: false } // prettier-ignore
  const run = (season: Season) => {
    const steps = rehearse(createPlanner().plan(season), { ...USUAL, years: 100, leftTo: weather })
    for (;;) {
      const step = steps.next()
      if (step.done) return step.value
    }
  }
  // The year before the season is left out, so that the whole of each year that may be asked about is there.
  const years = Array.from({ length: FEWEST_YEARS + 1 }, (_, i) => 2021 + i)

  it('has each of them as often: all alike, it is one year only', () => {
    const said = run(measured(() => 0, years))
    expect(said.measured.years).toBeGreaterThanOrEqual(FEWEST_YEARS)
    // Every year is the usual one, so that nothing is left to chance.
    for (const { ready } of said.batches) expect(ready[0]).toBe(ready[2])
    // In one year of six or so it is colder by eight degrees.
    const cold = run(measured((day) => (civil(day).year === 2023 ? -8 : 0), years))
    const late = cold.batches.filter(({ ready }) => ready[2] > ready[1])
    expect(late.length).toBeGreaterThan(0)
    expect(cold.batches.every(({ inTime }, i) => inTime === said.batches[i]!.inTime || Math.abs(said.batches[i]!.inTime - inTime - 1 / cold.measured.years) < 0.02)).toBe(true) // prettier-ignore
  })

  it('is drawn from the months where there are too few, and says how many there are', () => {
    const one = run(measured(() => -8, [2026]))
    const none = run(small)
    expect([one.measured.years, none.measured.years, none.measured.place]).toEqual([1, 0, undefined])
    expect(one.batches.map(({ ready }) => ready)).toEqual(none.batches.map(({ ready }) => ready))
  })
})
