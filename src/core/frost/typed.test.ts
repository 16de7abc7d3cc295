import { describe, expect, it } from 'vitest'
import { formatDay, parseDay } from '../calendar/day'
import { midsummerBefore } from './midsummer'
import { frostChance } from './frost'
import { workingFrostDate } from './working-date'

const frost = {
  lastSpring: { median: '05-04', spreadDays: 15 },
  firstAutumn: { median: '10-09', spreadDays: 12 },
  trustedChance: 0.1,
  marginDays: 3,
}
const chance = (iso: string, latitude = 45) => frostChance(frost, latitude, parseDay(iso))

describe('typed frost dates', () => {
  it('half the years have a frost after the median, a tenth after the spread', () => {
    expect(chance('2027-05-04')).toBeCloseTo(0.517, 2)
    expect(chance('2027-05-19')).toBeCloseTo(0.108, 2)
    expect(chance('2027-10-09')).toBeCloseTo(0.521, 2)
  })
  it('midwinter is sure of frost and midsummer of none, also over New Year', () => {
    expect(chance('2027-01-01')).toBeGreaterThan(0.999)
    expect(chance('2027-12-31')).toBeGreaterThan(0.999)
    expect(chance('2027-07-15')).toBeLessThan(0.001)
  })
  it('the working date is the trusted chance plus the margin', () => {
    expect(formatDay(workingFrostDate(frost, 45, parseDay('2027-03-01')))).toBe('2027-05-22')
  })
  it('in the south spring frosts come in October', () => {
    const south = {
      ...frost,
      lastSpring: { median: '10-05', spreadDays: 15 },
      firstAutumn: { median: '04-20', spreadDays: 12 },
    }
    expect(frostChance(south, -42, parseDay('2027-07-01'))).toBeGreaterThan(0.999)
    expect(frostChance(south, -42, parseDay('2027-01-20'))).toBeLessThan(0.001)
    expect(formatDay(midsummerBefore(parseDay('2027-01-14'), -42))).toBe('2026-01-15')
    expect(formatDay(workingFrostDate(south, -42, parseDay('2027-07-01')))).toBe('2027-10-23')
  })
  it('no spread is a step on the day itself', () => {
    const sharp = { ...frost, lastSpring: { median: '05-04', spreadDays: 0 } }
    expect(frostChance(sharp, 45, parseDay('2027-05-04'))).toBe(1)
    expect(frostChance(sharp, 45, parseDay('2027-05-05'))).toBe(0)
  })
})
