import { describe, expect, it } from 'vitest'
import type { Outlook } from '../../core/rehearsal/rehearse'
import { byChance, ordered, sumOf, whyMissed, worstWeek } from './model'

const one = (id: string, chance: number, reasons: Partial<Outlook['reasons']> = {}): Outlook => ({
  id,
  years: 1000,
  chance,
  enough: chance,
  inTime: 1,
  plants: [1, 2, 3],
  ready: [1, 2, 3],
  short: 0,
  late: 0,
  lost: 0,
  worth: undefined,
  reasons: {
    cold: 0,
    'slow-lot': 0,
    'late-work': 0,
    delivery: 0,
    hours: 0,
    bed: 0,
    'weak-lot': 0,
    losses: 0,
    heat: 0,
    outgrown: 0,
    ...reasons,
  },
})

describe('what a rehearsal says', () => {
  it('names those first that miss most', () => {
    expect(byChance([one('a', 0.9), one('c', 0.4), one('b', 0.4)]).map(({ id }) => id)).toEqual(['b', 'c', 'a'])
  })
  it('counts those that come off in nine years of ten, and those in fewer than seven', () => {
    expect(sumOf([one('a', 0.9), one('b', 0.7), one('c', 0.69), one('d', 1)])).toEqual({ sure: 2, unsure: 1, all: 4 })
  })
  it('says why, the commonest first, without what is less than one in a hundred', () => {
    expect(whyMissed(one('a', 0.6, { losses: 120, cold: 276, 'slow-lot': 4 }))).toEqual([
      { reason: 'cold', n: 28 },
      { reason: 'losses', n: 12 },
    ])
  })
  it('names the week in which a place is over in most years, and none where it hardly ever is', () => {
    const weeks = [0, 7, 14]
    expect(worstWeek({ weeks, over: Float64Array.of(0.1, 0.34, 0.2) })).toEqual({ week: 7, share: 0.34 })
    expect(worstWeek({ weeks, over: Float64Array.of(0.01, 0.02, 0) })).toBeUndefined()
  })
  it('ranks what would help by what it gains, or by that for what it takes', () => {
    const lever = (name: string, chance: number, money: number, trayDays: number) => ({ name, was: 0.5, chance, money, trayDays }) // prettier-ignore
    const all = [lever('much', 0.9, 40, 10), lever('cheap', 0.6, 1, 50), lever('saves', 0.55, -3, 80)]
    const names = (rank: Parameters<typeof ordered>[1]) => ordered(all, rank).map(({ name }) => name)
    expect(names('chance')).toEqual(['much', 'cheap', 'saves'])
    expect(names('money')).toEqual(['saves', 'cheap', 'much'])
    expect(names('room')).toEqual(['much', 'cheap', 'saves'])
  })
})
