import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { binomialChances } from '../statistics/binomial'
import { cellYield, chanceOfAtLeast, meanYield, yieldVariance, type CellYield } from './cell'
import { chanceWith, sizeBatch, type SizingInput } from './size'

/** Chances of every total of n cells, the plain way: one cell added at a time. */
function totals(n: number, cell: CellYield): number[] {
  let sum = [1]
  for (let i = 0; i < n; i++) {
    const next = new Array<number>(sum.length + cell.length - 1).fill(0)
    sum.forEach((a, x) => cell.forEach((b, y) => (next[x + y] = next[x + y]! + a * b)))
    sum = next
  }
  return sum
}

const share = fc.double({ min: 0.02, max: 0.98, noNaN: true })
const known = { testedSeeds: Infinity, confidence: 0.9 }

describe('many cells of more than one plant', () => {
  it('come to the totals that adding cell by cell gives', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 60 }),
        fc.integer({ min: 2, max: 9 }),
        fc.integer({ min: 2, max: 9 }),
        share,
        share,
        (n, seedsPerCell, keep, g, s) => {
          const cell = cellYield({ seedsPerCell, keep: Math.min(keep, seedsPerCell) }, g, s)
          const chances = totals(n, cell)
          for (let need = 0; need <= chances.length; need += 1 + Math.floor(chances.length / 12)) {
            const sum = chances.slice(need).reduce((a, b) => a + b, 0)
            expect(chanceOfAtLeast(n, cell, need)).toBeCloseTo(sum, 10)
          }
        },
      ),
      { numRuns: 60 },
    )
  })
  it('of 50,000 agree with the normal curve, and a whole clump with its single seeds', () => {
    const cell = cellYield({ seedsPerCell: 4, keep: 4 }, 0.7, 0.95)
    const n = 50_000
    const mean = n * meanYield(cell)
    const spread = Math.sqrt(n * yieldVariance(cell))
    expect(chanceOfAtLeast(n, cell, Math.round(mean))).toBeCloseTo(0.5, 2)
    expect(chanceOfAtLeast(n, cell, Math.round(mean - 1.2815515655 * spread))).toBeCloseTo(0.9, 2)
    expect(chanceOfAtLeast(n, cell, Math.round(mean + 10 * spread))).toBeLessThan(1e-10)
    // All four of a clump that is never thinned: cells × 4 seeds, each up and alive on its own.
    expect(chanceOfAtLeast(300, cellYield({ seedsPerCell: 4, keep: 4 }, 0.7, 1), 830)).toBeCloseTo(
      chanceOfAtLeast(1200, [0.3, 0.7], 830),
      10,
    )
  })
})

describe('policies', () => {
  it('a clump counted whole is good when enough of it came up', () => {
    const [, good] = cellYield({ seedsPerCell: 5, keep: 1, atLeast: 3 }, 0.8, 0.9)
    const enough = binomialChances(5, 0.8)
      .slice(3)
      .reduce((a, b) => a + b, 0)
    expect(good).toBeCloseTo(enough * 0.9, 12)
  })
  it('clumps of more are harder to fill', () => {
    fc.assert(
      fc.property(share, fc.integer({ min: 2, max: 8 }), (g, k) => {
        for (let m = 2; m <= k; m++) {
          const now = cellYield({ seedsPerCell: k, keep: 1, atLeast: m }, g, 1)[1]!
          expect(now).toBeLessThanOrEqual(cellYield({ seedsPerCell: k, keep: 1, atLeast: m - 1 }, g, 1)[1]! + 1e-12)
        }
      }),
    )
  })
  it('dividing each plant into three on the way asks a third of the plants before', () => {
    const input: SizingInput = { ...known, need: 300, germination: 0.9, seedsPerCell: 1, keep: 1, survivals: [1, 1] }
    const whole = sizeBatch(input)!
    const divided = sizeBatch({ ...input, divisions: [1, 3] })!
    expect(whole.counts[1]).toBe(300)
    expect(divided.counts[1]).toBe(300)
    expect(divided.cells).toBe(sizeBatch({ ...input, need: 100 })!.cells)
  })
})

describe('laws of sizing', () => {
  const anySowing = fc.record({
    need: fc.integer({ min: 1, max: 400 }),
    germination: fc.double({ min: 0.3, max: 0.97, noNaN: true }),
    seedsPerCell: fc.integer({ min: 1, max: 4 }),
    survival: fc.double({ min: 0.7, max: 1, noNaN: true }),
    tested: fc.constantFrom(50, 100, Infinity),
  })
  const inputOf = (
    { need, germination, seedsPerCell, survival, tested }: typeof anySowing extends fc.Arbitrary<infer T> ? T : never,
    keep = 1,
  ): SizingInput => ({
    need,
    germination,
    seedsPerCell,
    keep: Math.min(keep, seedsPerCell),
    testedSeeds: tested,
    survivals: [survival],
    confidence: 0.9,
  })
  it('one more cell never lowers the chance, and one fewer than the answer is not enough', () => {
    fc.assert(
      fc.property(anySowing, fc.integer({ min: 1, max: 3 }), (sowing, keep) => {
        const input = inputOf(sowing, keep)
        const { cells } = sizeBatch(input)!
        expect(chanceWith(input, cells)).toBeGreaterThanOrEqual(0.9 - 1e-9)
        expect(chanceWith(input, cells + 1)).toBeGreaterThanOrEqual(chanceWith(input, cells) - 1e-9)
        if (cells > 1) expect(chanceWith(input, cells - 1)).toBeLessThan(0.9)
      }),
      { numRuns: 60 },
    )
  })
  it('two seeds thinned to one never need more cells than one seed', () => {
    fc.assert(
      fc.property(anySowing, (sowing) => {
        const one = sizeBatch(inputOf({ ...sowing, seedsPerCell: 1 }))!
        const two = sizeBatch(inputOf({ ...sowing, seedsPerCell: 2 }))!
        expect(two.cells).toBeLessThanOrEqual(one.cells)
      }),
      { numRuns: 60 },
    )
  })
})
