import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import {
  civil,
  dayOfYear,
  formatDay,
  fromCivil,
  inPartOfYear,
  inYear,
  isoWeek,
  parseDay,
  weekday,
  weekStart,
} from './day'

const anyDay = fc.integer({ min: -30_000, max: 60_000 })

describe('days', () => {
  it('an ISO date survives the way to a number and back', () => {
    fc.assert(fc.property(anyDay, (day) => parseDay(formatDay(day)) === day))
  })
  it('year, month and date survive too', () => {
    fc.assert(
      fc.property(anyDay, (day) => {
        const { year, month, date } = civil(day)
        return fromCivil(year, month, date) === day
      }),
    )
  })
  it('refuses dates that do not exist', () => {
    for (const bad of ['2027-02-29', '2027-13-01', '2027-4-1', 'soon', ''])
      expect(() => parseDay(bad)).toThrow(RangeError)
  })
  it('12 April 2027 is a Monday in week 15', () => {
    const day = parseDay('2027-04-12')
    expect(weekday(day)).toBe(1)
    expect(isoWeek(day)).toBe(15)
    expect(dayOfYear(day)).toBe(102)
  })
  it('the first days of 2027 belong to week 53', () => {
    expect(isoWeek(parseDay('2027-01-03'))).toBe(53)
    expect(isoWeek(parseDay('2027-01-04'))).toBe(1)
  })
  it('a week starts on Monday, at most six days back', () => {
    fc.assert(
      fc.property(
        anyDay,
        (day) => weekday(weekStart(day)) === 1 && day - weekStart(day) >= 0 && day - weekStart(day) < 7,
      ),
    )
  })
  it('parts of the year may wrap over New Year', () => {
    expect(inPartOfYear(parseDay('2027-01-10'), '11-01', '03-01')).toBe(true)
    expect(inPartOfYear(parseDay('2027-03-01'), '11-01', '03-01')).toBe(false)
    expect(inPartOfYear(parseDay('2027-03-01'), '03-01', '11-01')).toBe(true)
  })
  it('29 February is 1 March in other years', () => {
    expect(formatDay(inYear('02-29', 2027))).toBe('2027-03-01')
    expect(formatDay(inYear('02-29', 2028))).toBe('2028-02-29')
  })
})
