import { describe, expect, it } from 'vitest'
import { readSmall } from '../../season/small-season'
import type { Crop, Planting } from '../../season/schema'
import { formatDay } from '../calendar/day'
import { readField } from '../../season/small-field'
import { anchoredDay, anchoredMoves, movedPlanting, seasonAir, springFrost } from './anchor'
import { expandPlanting } from '../batch/expand'

const season = readSmall((s) => {
  s.site.frost = {
    lastSpring: { median: '05-04', spreadDays: 15 },
    firstAutumn: { median: '10-09', spreadDays: 12 },
    trustedChance: 0.1,
    marginDays: 0,
  }
})
const crop: Crop = { ...season.crops[0]!, field: { maturity: { days: 50, from: 'planting' } } }
const on = (anchor: NonNullable<Planting['anchor']>, of = crop) => {
  const day = anchoredDay(anchor, of, season)
  return typeof day === 'number' ? formatDay(day) : day
}

describe('a planting day that hangs on something', () => {
  it('is so many days after or before the working frost date', () => {
    expect(formatDay(springFrost(season))).toBe('2027-05-19')
    expect(on({ to: 'last-frost', days: 7 })).toBe('2027-05-26')
    expect(on({ to: 'last-frost', days: -28 })).toBe('2027-04-21')
  })
  it('is ready before the first autumn frost, with more time for shortening days', () => {
    // Nine years in ten have no frost before 27 September; 50 days × 1.2 before that.
    expect(on({ to: 'first-frost', factor: 1.2 })).toBe('2027-07-29')
    expect(on({ to: 'first-frost', factor: 1 })).toBe('2027-08-08')
  })
  it('is so many days before a first harvest', () => {
    expect(on({ to: 'harvest', on: '2027-07-20' })).toBe('2027-05-31')
  })
  it('says why it comes to no day', () => {
    expect(on({ to: 'harvest', on: '2027-07-20' }, season.crops[0])).toBe('no-maturity')
    expect(on({ to: 'first-frost', factor: 1.2 }, { ...crop, field: { maturity: { days: 50, from: 'sowing' } } })).toBe(
      'from-sowing',
    )
    expect(
      anchoredDay({ to: 'last-frost', days: 1 }, crop, { ...season, site: { ...season.site, frost: undefined } }),
    ).toBe('no-frost')
  })
  it('in the south follows the October spring of a season over New Year', () => {
    const south = {
      beds: [],
      season: { name: 's', from: '2027-07-01', to: '2028-06-30' },
      site: {
        ...season.site,
        latitude: -38,
        frost: {
          lastSpring: { median: '10-05', spreadDays: 12 },
          firstAutumn: { median: '04-25', spreadDays: 10 },
          trustedChance: 0.1,
          marginDays: 0,
        },
      },
    }
    const day = anchoredDay({ to: 'last-frost', days: 0 }, crop, south)
    expect(formatDay(day as number)).toBe('2027-10-17')
    expect(formatDay(anchoredDay({ to: 'first-frost', factor: 1 }, crop, south) as number).slice(0, 7)).toBe('2028-02')
  })
})

describe('events, beds and warmth', () => {
  const field = readField((s) => {
    s.site.events = [{ key: 'market', name: 'First market', on: '2027-07-20' }]
    s.plantings[0]!.goes = [{ to: 'bed', bed: 'n2', plants: 60 }]
  })
  it('is harvested some days ahead of an event', () => {
    const lettuce = field.crops[0]!
    expect(formatDay(anchoredDay({ to: 'event', event: 'market', days: 0 }, lettuce, field) as number)).toBe(
      '2027-06-05',
    )
    expect(formatDay(anchoredDay({ to: 'event', event: 'market', days: 7 }, lettuce, field) as number)).toBe(
      '2027-05-29',
    )
    expect(anchoredDay({ to: 'event', event: 'gone', days: 0 }, lettuce, field)).toBe('no-event')
  })
  it('counts days from sowing by the days the plants are raised', () => {
    const sown: Crop = { ...crop, field: { maturity: { days: 70, from: 'sowing' } } }
    expect(anchoredDay({ to: 'harvest', on: '2027-07-20' }, sown, field)).toBe('from-sowing')
    expect(
      formatDay(anchoredDay({ to: 'harvest', on: '2027-07-20' }, sown, field, { nurseryDays: 30 }) as number),
    ).toBe('2027-06-10')
  })
  it('follows a bed that is cleared', () => {
    expect(formatDay(anchoredDay({ to: 'bed', bed: 'n1', days: 3 }, crop, field) as number)).toBe('2027-07-04')
    expect(anchoredDay({ to: 'bed', bed: 'f1', days: 3 }, crop, field)).toBe('bed-open')
    expect(anchoredDay({ to: 'bed', bed: 'x', days: 3 }, crop, field)).toBe('no-bed')
  })
  it('waits for warm nights and soil', () => {
    const warm = anchoredDay({ to: 'warmth', night: 8, soil: 14 }, crop, field) as number
    const air = seasonAir(field)
    expect(air.night(warm) >= 8 && air.soil(warm) >= 14).toBe(true)
    expect(air.night(warm - 1) < 8 || air.soil(warm - 1) < 14).toBe(true)
    expect(anchoredDay({ to: 'warmth', night: 25 }, crop, field)).toBe('never-warm')
  })
  it('in the south is warm in the southern spring', () => {
    const south = {
      beds: [],
      season: { name: 's', from: '2027-07-01', to: '2028-06-30' },
      site: { ...field.site, latitude: -38, outdoorMonthlyMeans: [19, 19, 17, 14, 11, 8, 7, 8, 10, 12, 15, 17] },
    }
    expect(formatDay(anchoredDay({ to: 'warmth', soil: 13 }, crop, south) as number).slice(0, 7)).toMatch(/2027-1[01]/)
  })
  it('moves down a chain of beds: one planting makes way for the next', () => {
    const chained = readField((s) => {
      s.plantings[0]!.goes = [{ to: 'bed', bed: 'n2', plants: 60 }]
      s.plantings[3]!.anchor = { to: 'bed', bed: 'n2', days: 2 }
      s.plantings[3]!.goes = [{ to: 'bed', bed: 'n2', plants: 60 }]
      delete s.plantings[3]!.sowOn
    })
    // A: 20 April, cut from 4 June, clear 18 June; the bed is turned around in three days, though two were asked for.
    const [move] = anchoredMoves(chained, () => chained.crops[0]!)
    expect([move!.planting.key, formatDay(move!.to)]).toEqual(['h', '2027-06-21'])
    const later = {
      ...chained,
      plantings: chained.plantings.map((p) => (p.key === 'a' ? { ...p, on: '2027-04-27' } : p)),
    }
    expect(anchoredMoves(later, () => chained.crops[0]!).map(({ to }) => formatDay(to))).toEqual(['2027-06-28'])
    const known = {
      ...chained,
      plantings: chained.plantings.map((p) => (p.key === 'a' ? { ...p, clears: '2027-06-30' } : p)),
    }
    expect(anchoredMoves(known, () => chained.crops[0]!).map(({ to }) => formatDay(to))).toEqual(['2027-07-03'])
  })
  it('moves a series that harvests evenly with its first', () => {
    const even = readField((s) => {
      s.plantings[1]! = {
        key: 'b',
        code: 'B',
        variety: 'tomato-plum',
        method: 'tomato-pots',
        plants: 20,
        on: '2027-05-19',
        anchor: { to: 'last-frost', days: 0 },
        series: { every: 14, count: 3, even: 'harvest', dates: ['2027-05-19', '2027-06-03', '2027-06-18'] },
      }
    })
    const later = { ...even, site: { ...even.site, frost: { ...even.site.frost!, marginDays: 6 } } }
    const [move] = anchoredMoves(later, () => even.crops[1]!)
    expect(formatDay(move!.to)).toBe('2027-05-25')
    const moved = movedPlanting(move!)
    expect(moved.series!.dates).toHaveLength(3)
    expect(moved.series!.dates![0]).toBe(moved.on)
    expect(expandPlanting(moved).map(({ plantOn }) => formatDay(plantOn))).toEqual(moved.series!.dates)
  })
})

describe('what moves', () => {
  it('is what hangs on a frost date that changed, and nothing else', () => {
    const plantings = season.plantings.map((planting) =>
      planting.key === 'a'
        ? { ...planting, on: '2027-05-26', anchor: { to: 'last-frost' as const, days: 7 } }
        : planting.key === 't'
          ? { ...planting, anchor: { to: 'harvest' as const, on: '2027-07-30' } }
          : planting,
    )
    const before = { ...season, plantings }
    expect(anchoredMoves(before, () => crop).map(({ planting }) => planting.key)).toEqual(['t'])
    const later = { ...before, site: { ...season.site, frost: { ...season.site.frost!, marginDays: 5 } } }
    const moves = anchoredMoves(later, () => crop)
    expect(moves.map(({ planting, to }) => [planting.key, formatDay(to)])).toEqual([
      ['a', '2027-05-31'],
      ['t', '2027-06-10'],
    ])
    expect(anchoredMoves(later, () => season.crops[0]!).map(({ planting }) => planting.key)).toEqual(['a'])
  })
})
