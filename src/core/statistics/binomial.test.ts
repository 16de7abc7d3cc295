import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { atLeast, createTail } from './binomial'
import { normalCdf, roughCdf } from './normal'

/** The chance of at least r in n by adding up every way one trial after another can go. */
function slowly(n: number, p: number, r: number): number {
  let chances = [1]
  for (let trial = 0; trial < n; trial++)
    chances = Array.from({ length: trial + 2 }, (_, k) => (chances[k] ?? 0) * (1 - p) + (chances[k - 1] ?? 0) * p)
  return chances.slice(Math.max(0, r)).reduce((sum, chance) => sum + chance, 0)
}

describe('binomial tails', () => {
  const share = fc.double({ min: 0, max: 1, noNaN: true })

  it('are what adding up every outcome gives', () => {
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 120 }), share, fc.integer({ min: -2, max: 125 }), (n, p, r) => {
        expect(atLeast(n, p, r)).toBeCloseTo(slowly(n, p, r), 10)
      }),
    )
  })

  it('are the same wherever a search steps to', () => {
    const look = fc.record({ n: fc.integer({ min: 0, max: 900 }), r: fc.constantFrom(0, 1, 40, 300, 899) })
    const near = fc.record({ n: fc.integer({ min: 295, max: 345 }), r: fc.constantFrom(300, 301) })
    fc.assert(
      fc.property(share, fc.array(fc.oneof(look, near), { minLength: 2, maxLength: 30 }), (p, looks) => {
        const tail = createTail(p)
        for (const { n, r } of looks) expect(tail(n, r)).toBeCloseTo(atLeast(n, p, r), 11)
      }),
    )
  })
})

describe('the quick normal curve', () => {
  it('is that of the exact one to six digits', () => {
    fc.assert(
      fc.property(fc.double({ min: -40, max: 40, noNaN: true }), (z) => {
        expect(roughCdf(z)).toBeCloseTo(normalCdf(z), 6)
      }),
    )
  })
})
