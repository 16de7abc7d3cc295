import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { anySeason } from '../../season/any-season'
import { readSeason } from '../../season/read'
import { readSmall } from '../../season/small-season'
import { formatDay, parseDay, weekday } from '../calendar/day'
import { entry } from '../testing/records'
import { nextSeason, sameWeekday } from './next-season'

describe('the same day of the week', () => {
  it('is within three days of the same date', () => {
    expect(formatDay(sameWeekday(parseDay('2027-04-12'), 1))).toBe('2028-04-10')
    fc.assert(
      fc.property(
        fc.integer({ min: parseDay('2020-01-01'), max: parseDay('2040-12-31') }),
        fc.integer({ min: 1, max: 4 }),
        (day, years) => {
          const next = sameWeekday(day, years)
          expect(weekday(next)).toBe(weekday(day))
          expect(Math.abs(next - day - 365.25 * years)).toBeLessThan(4.5)
        },
      ),
    )
  })
})

describe('the next season', () => {
  it('has the same wishes, and nothing of what happened', () => {
    const season = readSmall((s) => {
      s.plantings[0]!.stand = { on: '2027-04-01', plants: 190 }
      s.plantings[0]!.goes = [{ to: 'customer', name: 'The inn', plants: 20, on: '2027-04-22' }]
      s.plantings[0]!.pinned = true
    })
    const next = nextSeason(
      { ...season, records: [entry('a', '2027-03-01', { did: 'resow', as: 'h' })] },
      new Map([['lettuce-lot', 1200]]),
    )
    expect(next.season).toEqual({ name: '2028', from: '2028-01-01', to: '2028-12-31' })
    expect(next.plantings.map(({ key }) => key)).toEqual(['a', 'b', 't'])
    expect(next.plantings[0]).toMatchObject({ on: '2028-04-18', goes: [{ on: '2028-04-20' }] })
    expect(next.plantings[0]!.stand ?? next.plantings[0]!.pinned).toBeUndefined()
    expect(next.lots[0]!.seeds).toBe(3800)
    expect(next.records).toEqual([])
  })
  it('is a season that can be read, whatever this one is', () => {
    fc.assert(
      fc.property(anySeason, (season) => {
        const read = readSeason(JSON.parse(JSON.stringify(nextSeason(season, new Map()))))
        expect(read.ok ? [] : read.problems).toEqual([])
      }),
      { numRuns: 40 },
    )
  })
})

describe('the name of the next season', () => {
  const named = (name: string, from: string, to: string) => {
    const season = { ...readSmall(), plantings: [], season: { ...readSmall().season, name, from, to } }
    return nextSeason(season, new Map()).season.name
  }
  it('has every year in it one later', () => {
    expect(named('2027', '2027-01-01', '2027-12-31')).toBe('2028')
    expect(named('2027–2028', '2027-07-01', '2028-06-30')).toBe('2028–2029')
    expect(named('Summer 2027/28', '2027-07-01', '2028-06-30')).toBe('Summer 2028/29')
    expect(named('2099/00', '2099-07-01', '2100-06-30')).toBe('2100/01')
    expect(named('The first', '2027-01-01', '2027-12-31')).toBe('The first, the next')
  })
})
