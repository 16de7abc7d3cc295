import { describe, expect, it } from 'vitest'
import { leastSure, promisesKept, worstWeeks } from './figures'

const promises = [0.95, 0.9, 0.62].map((chance, i) => ({ batch: `b${i}`, chance }))

describe('figures of a plan made to hold', () => {
  it('count a promise as kept from the share that was wished for on', () => {
    expect([0.8, 0.9, 0.95, 0.99].map((chance) => promisesKept({ promises }, chance))).toEqual([2, 2, 1, 0])
  })
  it('name the least sure, and none where nothing is promised', () => {
    expect(leastSure({ promises })).toBe(0.62)
    expect(leastSure({ promises: [] })).toBeUndefined()
  })
  it('name of each limit its worst week alone, the worst limit first, in whatever order they come', () => {
    const overs = [
      { limit: 'mats', week: 7, share: 0.2 },
      { limit: 'tunnel', week: 14, share: 0.3 },
      { limit: 'mats', week: 21, share: 0.5 },
    ]
    expect(worstWeeks({ overs }).map(({ limit, week }) => [limit, week])).toEqual([
      ['mats', 21],
      ['tunnel', 14],
    ])
    expect(worstWeeks({ overs: [...overs].reverse() })).toEqual(worstWeeks({ overs }))
  })
})
