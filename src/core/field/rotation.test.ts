import { describe, expect, it } from 'vitest'
import { readField } from '../../season/small-field'
import type { SmallSeason } from '../../season/small-season'
import { parseDay } from '../calendar/day'
import { createPlanner } from '../plan/plan'
import { nextSeason } from '../plan/next-season'
import { grewAfter, rotationBreaks } from './rotation'

const field = (bend: (s: SmallSeason) => void = () => undefined) =>
  readField((s) => {
    s.habits = { ...s.habits, rotationYears: 3 }
    s.crops[0]!.family = 'Asteraceae'
    s.crops[1]!.family = 'Solanaceae'
    s.plantings[0]!.goes = [{ to: 'bed', bed: 'n2', plants: 20 }]
    bend(s)
  })
const breaksOf = (season: ReturnType<typeof field>) => {
  const plan = createPlanner().plan(season)
  return rotationBreaks(season, plan.beds).map(({ bed, use, family, before }) => [bed.key, use.stand!.planting.key, family, before.year, before.what]) // prettier-ignore
}
const grew = (year: number, family = 'Asteraceae') => [{ year, family, what: 'endive' }]

describe('rotation', () => {
  it('names what follows its own family within the years, and not a year later', () => {
    const of = (year: number) => breaksOf(field((s) => (s.beds![1]!.grew = grew(year))))
    expect(of(2026)).toEqual([['n2', 'a', 'Asteraceae', 2026, 'endive']])
    expect(of(2024)).toEqual([['n2', 'a', 'Asteraceae', 2024, 'endive']])
    expect(of(2023)).toEqual([])
  })
  it('looks at the last time of its family alone, however it is written, and at no other bed or family', () => {
    expect(breaksOf(field((s) => (s.beds![1]!.grew = [...grew(2024), ...grew(2025, ' asteraceae'), ...grew(2026, 'Fabaceae')])))).toEqual([['n2', 'a', 'Asteraceae', 2025, 'endive']]) // prettier-ignore
    expect(breaksOf(field((s) => (s.beds![2]!.grew = grew(2026))))).toEqual([])
  })
  it('is not looked at where the farm says no years', () => {
    const season = field((s) => {
      s.beds![1]!.grew = grew(2026)
      delete s.habits!.rotationYears
    })
    expect(breaksOf(season)).toEqual([])
  })
  it('counts what stood in the same stretch earlier in the season, what overwintered too', () => {
    const stands = (until: string) => field((s) => (s.beds![1]!.standing = [{ what: 'chicory', until, family: 'Asteraceae' }])) // prettier-ignore
    expect(breaksOf(stands('2027-03-01'))).toEqual([['n2', 'a', 'Asteraceae', 2027, 'chicory']])
    // What is still there is in the way, which is said of it already.
    expect(breaksOf(stands('2027-12-01'))).toEqual([])
    const side = field((s) => {
      s.plantings[0]!.goes = [{ to: 'bed', bed: 'n2', plants: 20, at: 0 }]
      s.plantings[1] = { ...s.plantings[0]!, key: 'b', code: 'LB', on: '2027-08-01', goes: [{ to: 'bed', bed: 'n2', plants: 20, at: 500 }] } // prettier-ignore
    })
    expect(breaksOf(side)).toEqual([])
    const after = { ...side, plantings: side.plantings.map((one) => (one.key === 'b' ? { ...one, goes: [{ to: 'bed' as const, bed: 'n2', plants: 20, at: 0 }] } : one)) } // prettier-ignore
    expect(breaksOf(after).map(([bed, key, family, year]) => [bed, key, family, year])).toEqual([['n2', 'b', 'Asteraceae', 2027]]) // prettier-ignore
  })
})

describe('what a bed bears in mind', () => {
  it('is each family that grew in it, once a year, and goes on to the next season', () => {
    const season = field((s) => {
      s.beds![1]!.grew = [...grew(2025), ...grew(2012)]
      s.beds![0]!.standing = [{ what: 'garlic', until: '2027-07-01', family: 'Amaryllidaceae' }]
    })
    const after = grewAfter(season)
    expect(after.get('n2')).toEqual([
      { year: 2027, family: 'Asteraceae', what: season.varieties[0]!.name },
      { year: 2025, family: 'Asteraceae', what: 'endive' },
    ])
    expect(after.get('n1')).toEqual([{ year: 2027, family: 'Amaryllidaceae', what: 'garlic' }])
    const next = nextSeason(season, new Map())
    expect(next.beds.map(({ grew: kept }) => kept?.length ?? 0)).toEqual([1, 2, 0])
    // The same plantings in the same beds follow themselves.
    const plan = createPlanner().plan(next)
    expect(rotationBreaks(next, plan.beds).map(({ before }) => before.year)).toEqual([2027])
    expect(parseDay(next.season.from)).toBeGreaterThan(parseDay(season.season.from))
  })
})
