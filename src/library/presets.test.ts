import { describe, expect, it } from 'vitest'
import { libraryKind } from './library'
import { firstPlanting, frostInItsHalf, monthlyMeans, seasonSpan, yearToBegin } from './presets'

describe('first guesses', () => {
  it('monthly means run between the coldest and the warmest', () => {
    const means = monthlyMeans(-1, 20, 47)
    expect(Math.min(...means)).toBe(-1)
    expect(Math.max(...means)).toBe(20)
    expect(means.indexOf(20)).toBe(6)
    expect(monthlyMeans(6, 17, -42).indexOf(17)).toBe(0)
  })
  it('tender kinds go out after the frost, hardy ones before, never before they can be raised', () => {
    const season = seasonSpan(2027, 47)
    const crop = (key: string) => libraryKind(key)!.crop
    expect(firstPlanting(crop('tomato'), '05-05', season)).toBe('2027-05-19')
    expect(firstPlanting(crop('kale'), '05-05', season)).toBe('2027-04-07')
    expect(firstPlanting(crop('kale'), '01-05', season) > '2027-02-01').toBe(true)
    expect(firstPlanting(crop('kale'), '05-05', season, '2027-06-01') > '2027-06-25').toBe(true)
    expect(firstPlanting(crop('carrot'), '01-05', season)).toBe('2027-01-08')
  })
})

describe('the season that is begun', () => {
  it('is the calendar year, or July to June south of the equator', () => {
    expect(seasonSpan(2027, 50)).toMatchObject({ from: '2027-01-01', to: '2027-12-31' })
    expect(seasonSpan(2027, -42)).toMatchObject({ from: '2027-07-01', to: '2028-06-30' })
  })
  it('is the one that is running', () => {
    expect(seasonSpan(2027, -42, '2027-03-10')).toMatchObject({ from: '2026-07-01', to: '2027-06-30' })
    expect(seasonSpan(2027, -42, '2027-08-10')).toMatchObject({ from: '2027-07-01', to: '2028-06-30' })
    expect(yearToBegin('2027-03-10', 47)).toBe(2027)
    expect(yearToBegin('2027-03-10', -42)).toBe(2026)
    expect(yearToBegin('2027-08-10', -42)).toBe(2027)
  })
  it('is the next one when it is nearly over', () => {
    expect(yearToBegin('2026-11-28', 47)).toBe(2027)
    expect(yearToBegin('2027-06-10', -42)).toBe(2027)
  })
})

describe('frosts and hemispheres', () => {
  it('a last frost falls between midwinter and midsummer, a first one in the other half', () => {
    expect(frostInItsHalf('05-05', 'spring', 47)).toBe(true)
    expect(frostInItsHalf('10-08', 'autumn', 47)).toBe(true)
    expect(frostInItsHalf('10-08', 'spring', 47)).toBe(false)
    expect(frostInItsHalf('10-05', 'spring', -42)).toBe(true)
    expect(frostInItsHalf('05-05', 'spring', -42)).toBe(false)
    expect(frostInItsHalf('05-05', 'autumn', -42)).toBe(true)
  })
})
