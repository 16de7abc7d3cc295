import { describe, expect, it } from 'vitest'
import { createPlanner } from '../../core/plan/plan'
import { readSmall } from '../../season/small-season'
import { createFormat } from '../../words/format'
import { changeName, changeOf, fullest, withMoves } from './model'

const f = createFormat('en-GB', 'metric')
const season = readSmall()
const typed = {
  kind: 'same',
  place: 'bench',
  days: undefined,
  hours: undefined,
  from: 'cells-128',
  to: 'pots',
} as const

describe('what a copy is tried with', () => {
  it('is nothing until it is typed', () => {
    expect(changeOf(typed, season)).toBe('same')
    expect(changeOf({ ...typed, kind: 'frost' }, season)).toBeUndefined()
    expect(changeOf({ ...typed, kind: 'frost', days: 0 }, season)).toBeUndefined()
    expect(changeOf({ ...typed, kind: 'hours' }, season)).toBeUndefined()
    expect(changeOf({ ...typed, kind: 'more-room', place: '' }, season)).toBeUndefined()
    expect(changeOf({ ...typed, kind: 'container', to: 'cells-128' }, season)).toBeUndefined()
  })
  it('has a name that says it', () => {
    const named = (part: object) => changeName(changeOf({ ...typed, ...part }, season) as never, season, f)
    expect(named({ kind: 'frost', days: 7.4 })).toBe('Frost 7 days later')
    expect(named({ kind: 'frost', days: -1 })).toBe('Frost 1 day earlier')
    expect(named({ kind: 'hours', hours: 12.5 })).toBe('12.5 crew hours a week')
    expect(named({ kind: 'container' })).toBe('9 cm pots for 128-cell tray')
    expect(named({ kind: 'more-room' })).toMatch(/^Warm bench: \d+ tray places? more$/)
    expect(named({ kind: 'less-room' })).toMatch(/^Warm bench: \d+ tray places? less$/)
  })
})

describe('the place offered first', () => {
  it('is the one that goes over most, or else the first', () => {
    expect(fullest(createPlanner().plan(season))).toBe('mat')
    const tight = readSmall((s) => {
      s.places[1]!.trayPlaces = 1
    })
    expect(fullest(createPlanner().plan(tight))).toBe('bench')
  })
})

describe('a copy with another frost date', () => {
  it('moves what hangs on it, and nothing else', () => {
    const hung = readSmall((s) => {
      s.plantings[0]!.anchor = { to: 'last-frost', days: 3 }
    })
    const plan = createPlanner().plan(hung)
    const later = {
      ...hung,
      site: { ...hung.site, frost: { ...hung.site.frost!, lastSpring: { median: '05-14', spreadDays: 15 } } },
    } as typeof hung
    const moved = withMoves(later, plan)
    expect(Date.parse(moved.plantings[0]!.on) - Date.parse(withMoves(hung, plan).plantings[0]!.on)).toBe(
      10 * 86_400_000,
    )
    expect(moved.plantings.slice(1)).toEqual(hung.plantings.slice(1))
  })
})
