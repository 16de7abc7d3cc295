import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { loadOfSteps, type Load } from './load'
import { overChanges } from './over-change'

/** A load of so much on each day, with room for ten. */
const load = (days: readonly number[]): Load<string> => {
  const steps = new Float64Array(days.length + 1)
  days.forEach((n, i) => (steps[i] = n - (days[i - 1] ?? 0)))
  return loadOfSteps('bench', steps, 100, new Float64Array(days.length).fill(10))
}

describe('what a change makes over', () => {
  it('is said for each stretch of days, though it is over worse somewhere else', () => {
    const before = [load([9, 9, 9, 9, 30, 30])]
    const after = [load([12, 14, 9, 9, 30, 31])]
    expect(overChanges(before, after)).toEqual([
      { of: 'bench', from: 100, until: 102, kind: 'new', most: 4, was: 0 },
      { of: 'bench', from: 105, until: 106, kind: 'more', most: 21, was: 20 },
    ])
    expect(overChanges(after, before).map(({ kind, from }) => [kind, from])).toEqual([
      ['gone', 100],
      ['less', 105],
    ])
  })
  it('covers exactly the days on which what is over differs', () => {
    const days = fc.array(fc.integer({ min: 0, max: 20 }), { minLength: 12, maxLength: 12 })
    fc.assert(
      fc.property(days, days, (a, b) => {
        const changed = new Set(
          overChanges([load(a)], [load(b)]).flatMap(({ from, until }) =>
            Array.from({ length: until - from }, (_, i) => from + i - 100),
          ),
        )
        a.forEach((was, i) => expect(changed.has(i)).toBe(Math.max(0, was - 10) !== Math.max(0, b[i]! - 10)))
      }),
    )
  })
})
