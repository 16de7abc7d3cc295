import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { readSmall } from '../../season/small-season'
import { createPlanner } from '../plan/plan'
import { firstFeed, isSpent, type Filling } from './which-mix'

describe('the first feed', () => {
  it('waits for the leaf, or for the mix to be spent, whichever is later', () => {
    expect(firstFeed(10, [{ from: 0, feedsDays: 0 }])).toBe(10)
    expect(firstFeed(10, [{ from: 0, feedsDays: 21 }])).toBe(21)
    // Potted up before the first mix was spent: the second has to be.
    expect(firstFeed(10, [{ from: 0, feedsDays: 21 }, { from: 15, feedsDays: 21 }])).toBe(36) // prettier-ignore
    // Hungry before it was potted up: fed then.
    expect(firstFeed(10, [{ from: 0, feedsDays: 0 }, { from: 30, feedsDays: 21 }])).toBe(10) // prettier-ignore
  })
  it('is the first day from the leaf on which the mix is spent', () => {
    const filling = fc.record({ from: fc.integer({ min: 0, max: 120 }), feedsDays: fc.integer({ min: 0, max: 40 }) })
    const fillings = fc.array(filling, { minLength: 1, maxLength: 5 }).map((all) => all.sort((a, b) => a.from - b.from))
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 120 }), fillings, (leaf, fills: Filling[]) => {
        let day = leaf
        while (!isSpent(day, fills)) day++
        expect(firstFeed(leaf, fills)).toBe(day)
      }),
    )
  })
  it('comes later to a batch whose mix feeds it, and to no other', () => {
    const feed = (feedsDays: number | undefined) => {
      const { batches } = createPlanner().plan(
        readSmall((s) => {
          s.crops[1]!.care = { feedAtLeaf: 7 }
          s.mixes = [
            { key: 'rich', name: 'Rich', uses: ['potting'], ...(feedsDays === undefined ? {} : { feedsDays }) },
          ]
        }),
      )
      const t = batches.find(({ id }) => id === 't')!
      return { day: t.leafWork.find(({ kind }) => kind === 'feed')?.day, potted: t.stays.find(({ container }) => container.key === 'pots')!.from } // prettier-ignore
    }
    const plain = feed(undefined)
    expect(plain.day).toBeGreaterThanOrEqual(plain.potted)
    expect(feed(14).day).toBe(Math.max(plain.day!, plain.potted + 14))
    // So much that it reaches the field unfed.
    expect(feed(60).day).toBeUndefined()
  })
})
