import { describe, expect, it } from 'vitest'
import { readSmall } from '../../season/small-season'
import type { Crop, Planting } from '../../season/schema'
import { formatDay } from '../calendar/day'
import { anchoredDay, anchoredMoves, springFrost } from './anchor'

const season = readSmall((s) => {
  s.site.frost = { lastSpring: { median: '05-04', spreadDays: 15 }, firstAutumn: { median: '10-09', spreadDays: 12 }, trustedChance: 0.1, marginDays: 0 }
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
    expect(on({ to: 'first-frost', factor: 1.2 }, { ...crop, field: { maturity: { days: 50, from: 'sowing' } } })).toBe('from-sowing')
    expect(anchoredDay({ to: 'last-frost', days: 1 }, crop, { ...season, site: { ...season.site, frost: undefined } })).toBe('no-frost')
  })
  it('in the south follows the October spring of a season over New Year', () => {
    const south = {
      season: { name: 's', from: '2027-07-01', to: '2028-06-30' },
      site: { ...season.site, latitude: -38, frost: { lastSpring: { median: '10-05', spreadDays: 12 }, firstAutumn: { median: '04-25', spreadDays: 10 }, trustedChance: 0.1, marginDays: 0 } },
    }
    const day = anchoredDay({ to: 'last-frost', days: 0 }, crop, south)
    expect(formatDay(day as number)).toBe('2027-10-17')
    expect(formatDay(anchoredDay({ to: 'first-frost', factor: 1 }, crop, south) as number).slice(0, 7)).toBe('2028-02')
  })
})

describe('what moves', () => {
  it('is what hangs on a frost date that changed, and nothing else', () => {
    const plantings = season.plantings.map((planting) => (planting.key === 'a' ? { ...planting, on: '2027-05-26', anchor: { to: 'last-frost' as const, days: 7 } } : planting.key === 't' ? { ...planting, anchor: { to: 'harvest' as const, on: '2027-07-30' } } : planting))
    const before = { ...season, plantings }
    expect(anchoredMoves(before, () => crop).map(({ planting }) => planting.key)).toEqual(['t'])
    const later = { ...before, site: { ...season.site, frost: { ...season.site.frost!, marginDays: 5 } } }
    const moves = anchoredMoves(later, () => crop)
    expect(moves.map(({ planting, to }) => [planting.key, formatDay(to)])).toEqual([['a', '2027-05-31'], ['t', '2027-06-10']])
    expect(anchoredMoves(later, () => season.crops[0]!).map(({ planting }) => planting.key)).toEqual(['a'])
  })
})
