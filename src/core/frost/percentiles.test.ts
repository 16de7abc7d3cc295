import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { formatDay, parseDay } from '../calendar/day'
import { frostChance } from './frost'
import { lastFrostFor } from './working-date'
import { workingFrostDate } from './working-date'
import {
  chanceOnOrAfter,
  chanceOnOrBefore,
  frostDates,
  frostSeasons,
  percentile,
  type FrostSeason,
} from './percentiles'

/** A season of 4 °C nights with frosts on the days named. */
function nights(from: string, until: string, frosts: Record<string, number>): [number, number][] {
  const days: [number, number][] = []
  for (let day = parseDay(from); day < parseDay(until); day++) days.push([day, frosts[formatDay(day)] ?? 4])
  return days
}

describe('a record of minima', () => {
  const record = [
    ...nights('2020-07-15', '2021-07-15', {
      '2020-10-05': -1,
      '2020-11-20': -6,
      '2021-02-01': -9,
      '2021-04-20': -3,
      '2021-05-06': 0,
    }),
    ...nights('2021-07-15', '2022-07-15', { '2021-10-12': -2.5, '2022-03-15': -5, '2022-04-28': -1 }),
    ...nights('2022-07-15', '2023-07-15', {}),
    ...nights('2023-07-15', '2023-12-01', { '2023-09-30': -1 }),
  ]
  const { seasons, dropped } = frostSeasons(record, 45)
  it('is split at midsummer, and a season that is not whole is left out with its count', () => {
    expect(seasons.map(({ from }) => formatDay(from))).toEqual(['2020-07-15', '2021-07-15', '2022-07-15'])
    expect(dropped.map(({ from, missing }) => [formatDay(from), missing])).toEqual([['2023-07-15', 227]])
  })
  it('has its first and last frost at each threshold, worked by hand', () => {
    const iso = (list: (number | null)[]) => list.map((day) => (day === null ? null : formatDay(day)))
    expect(iso(seasons[0]!.firstAutumn)).toEqual(['2020-10-05', '2020-11-20', '2020-11-20'])
    expect(iso(seasons[0]!.lastSpring)).toEqual(['2021-05-06', '2021-04-20', '2021-02-01'])
    expect(iso(seasons[1]!.lastSpring)).toEqual(['2022-04-28', '2022-03-15', '2022-03-15'])
    expect(iso(seasons[2]!.lastSpring)).toEqual([null, null, null])
  })
  it('gives chances as years over n + 1', () => {
    const dates = frostDates(seasons, 0, 45)
    expect(chanceOnOrAfter(dates, parseDay('2027-05-01'), 45)).toEqual({ chance: 1 / 4, least: 1 / 4 })
    expect(chanceOnOrAfter(dates, parseDay('2027-04-28'), 45).chance).toBe(2 / 4)
    expect(chanceOnOrAfter(dates, parseDay('2027-05-07'), 45).chance).toBe(0)
    expect(chanceOnOrBefore(dates, parseDay('2026-10-05'), 45).chance).toBe(1 / 4)
    expect(chanceOnOrBefore(dates, parseDay('2026-12-01'), 45).chance).toBe(2 / 4)
  })
  it('takes the first value of a doubled day, in any order of the rows', () => {
    const again = frostSeasons([...record, [parseDay('2021-06-20'), -3] as const], 45)
    expect(again.seasons).toEqual(seasons)
    const shuffled = [...record].sort(([a], [b]) => (a % 7) - (b % 7) || a - b)
    expect(frostSeasons(shuffled, 45).seasons).toEqual(seasons)
  })
  it('in the south a season runs from January to January', () => {
    const south = frostSeasons(
      nights('2026-01-15', '2027-01-15', { '2026-05-02': -1, '2026-09-28': -0.5 }),
      -38,
    ).seasons
    expect(formatDay(south[0]!.firstAutumn[0]!)).toBe('2026-05-02')
    expect(formatDay(south[0]!.lastSpring[0]!)).toBe('2026-09-28')
  })
})

describe('percentiles', () => {
  it('stand at p(n + 1), clamped, linear between neighbours', () => {
    const sorted = [10, 20, 30, 40]
    expect(percentile(sorted, 0.5)).toBe(25)
    expect(percentile(sorted, 0.2)).toBe(10)
    expect(percentile(sorted, 0.9)).toBe(40)
    expect(percentile(sorted, 0.01)).toBe(10)
    expect(percentile([-Infinity, 20, 30], 0.3)).toBe(20)
    expect(percentile([10, 20, Infinity], 0.7)).toBe(20)
  })
  it('never fall as the share rises, and lie among the values', () => {
    fc.assert(
      fc.property(
        fc.array(fc.integer({ min: 0, max: 360 }), { minLength: 1, maxLength: 60 }),
        fc.double({ min: 0, max: 1, noNaN: true }),
        fc.double({ min: 0, max: 1, noNaN: true }),
        (values, a, b) => {
          const sorted = [...values].sort((x, y) => x - y)
          const [low, high] = [Math.min(a, b), Math.max(a, b)]
          expect(percentile(sorted, low)).toBeLessThanOrEqual(percentile(sorted, high) + 1e-9)
          expect(percentile(sorted, low)).toBeGreaterThanOrEqual(sorted[0]! - 1e-9)
          expect(percentile(sorted, high)).toBeLessThanOrEqual(sorted.at(-1)! + 1e-9)
        },
      ),
    )
  })
})

describe('frost at a site with a record', () => {
  const seasons = Array.from({ length: 19 }, (_, i): FrostSeason => ({
    from: parseDay(`${2000 + i}-07-15`),
    firstAutumn: [parseDay(`${2000 + i}-10-01`) + i, null, null],
    lastSpring: [parseDay(`${2001 + i}-04-20`) + i, null, null],
  }))
  const iso = (list: (number | null)[]) => list.map((day) => (day === null ? null : formatDay(day)))
  const frost = {
    lastSpring: { median: '06-01', spreadDays: 3 },
    firstAutumn: { median: '09-01', spreadDays: 3 },
    trustedChance: 0.1,
    marginDays: 2,
    record: {
      name: 'Station',
      madeUp: false,
      seasons: seasons.map(({ from, firstAutumn, lastSpring }) => ({
        from: formatDay(from),
        firstAutumn: iso(firstAutumn),
        lastSpring: iso(lastSpring),
      })),
    },
  }
  it('dates come from it and not from what was typed', () => {
    // 19 years, last frosts on 20 April … 8 May: nine in ten are over by the 18th of them.
    expect(formatDay(lastFrostFor(frost, 45, parseDay('2027-03-01'), 0.1))).toBe('2027-05-07')
    expect(formatDay(workingFrostDate(frost, 45, parseDay('2027-03-01')))).toBe('2027-05-09')
    expect(formatDay(lastFrostFor(frost, 45, parseDay('2027-03-01'), 0.5))).toBe('2027-04-29')
  })
  it('a smaller accepted chance never gives an earlier day', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0.01, max: 0.5, noNaN: true }),
        fc.double({ min: 0.01, max: 0.5, noNaN: true }),
        (a, b) => {
          const at = (chance: number) => lastFrostFor(frost, 45, parseDay('2027-03-01'), chance)
          expect(at(Math.min(a, b))).toBeGreaterThanOrEqual(at(Math.max(a, b)))
        },
      ),
    )
  })
  it('chances fall through spring and rise through autumn', () => {
    let before = 1
    for (let day = parseDay('2027-02-01'); day < parseDay('2027-07-10'); day += 3) {
      const now = frostChance(frost, 45, day)
      expect(now).toBeLessThanOrEqual(before)
      before = now
    }
    expect(frostChance(frost, 45, parseDay('2027-08-01'))).toBe(0)
    expect(frostChance(frost, 45, parseDay('2027-11-01'))).toBe(19 / 20)
  })
})
