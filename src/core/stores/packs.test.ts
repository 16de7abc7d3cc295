import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { leastCost, type Pack } from './packs'

/** Every choice there is, one after another. */
function byTrying(needed: number, packs: readonly Pack[]): number {
  let best = Infinity
  const most = packs.map(({ size }) => Math.ceil(needed / size))
  const go = (i: number, cost: number, amount: number) => {
    if (i === packs.length) {
      if (amount >= needed) best = Math.min(best, cost)
      return
    }
    for (let n = 0; n <= most[i]!; n++) go(i + 1, cost + n * packs[i]!.price, amount + n * packs[i]!.size)
  }
  go(0, 0, 0)
  return best
}

describe('packs to buy', () => {
  it('are the cheapest that hold enough', () => {
    const packets = [
      { size: 50, price: 3 },
      { size: 250, price: 8 },
      { size: 1000, price: 22 },
    ]
    // Worked by hand: 1,260 seeds: one of 1,000 and 250 and 50 (33), two of 1,000 (44), six of 250 (48).
    expect(leastCost(1260, packets)).toEqual({ counts: [1, 1, 1], cost: 33, amount: 1300 })
    // Two of each of the small ones cost what one of 1,000 does, and leave nothing over.
    expect(leastCost(600, packets)).toEqual({ counts: [2, 2, 0], cost: 22, amount: 600 })
    // Three of 250 cost more than one of 1,000.
    expect(leastCost(700, packets)).toEqual({ counts: [0, 0, 1], cost: 22, amount: 1000 })
    expect(leastCost(40, packets)).toEqual({ counts: [1, 0, 0], cost: 3, amount: 50 })
    expect(leastCost(0, packets)).toEqual({ counts: [0, 0, 0], cost: 0, amount: 0 })
    expect(leastCost(10, [])).toBeUndefined()
  })
  it('leave least over where they cost the same, and are the fewest', () => {
    expect(leastCost(90, [{ size: 100, price: 5 }, { size: 95, price: 5 }])!.counts).toEqual([0, 1]) // prettier-ignore
    expect(leastCost(100, [{ size: 50, price: 5 }, { size: 100, price: 10 }])!.counts).toEqual([0, 1]) // prettier-ignore
  })
  it('cost as little as any choice does', () => {
    const pack = fc.record({ size: fc.integer({ min: 1, max: 40 }), price: fc.integer({ min: 0, max: 60 }) })
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 130 }), fc.array(pack, { minLength: 1, maxLength: 3 }), (needed, packs) => {
        const bought = leastCost(needed, packs)!
        expect(bought.cost).toBe(byTrying(needed, packs))
        expect(bought.amount).toBeGreaterThanOrEqual(needed)
        expect(bought.amount).toBe(packs.reduce((sum, { size }, i) => sum + size * bought.counts[i]!, 0))
        expect(bought.cost).toBe(packs.reduce((sum, { price }, i) => sum + price * bought.counts[i]!, 0))
      }),
      { numRuns: 300 },
    )
  })
  it('are found of any sizes, large needs and parts of units as well', () => {
    const found = leastCost(123_456.5, [{ size: 0.5, price: 0.2 }, { size: 33.3, price: 9 }, { size: 70, price: 17.5 }])! // prettier-ignore
    expect(found.amount).toBeGreaterThanOrEqual(123_456.5 - 1e-6)
    expect(found.cost).toBeLessThanOrEqual(Math.ceil(123_456.5 / 70) * 17.5)
  })
})
