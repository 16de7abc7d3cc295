import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { atLeast, binomialChances, logGamma } from '../statistics/binomial'
import { cellYield, chanceOfAtLeast, meanYield } from './cell'
import fixture from './fixtures/sizing.json'
import { possibleShares } from './germination-doubt'
import { normalCdf, normalQuantile } from '../statistics/normal'
import { chanceWith, flatHabits, sizeBatch, type SizingInput } from './size'
import { seedToHave } from '../seed/handling'

const known = { testedSeeds: Infinity, keep: 1 }

describe('worked cases', () => {
  for (const c of fixture.cases) {
    it(`${c.need} wanted at ${c.germination}, ${c.seedsPerCell} to a cell`, () => {
      const input = { ...known, ...c, survivals: [c.survival] }
      const sizing = sizeBatch(input)!
      expect(sizing.cells).toBe(c.expected.cells)
      expect(sizing.seeds).toBe(c.expected.seeds)
      expect(sizing.chance).toBeCloseTo(c.expected.chance, 6)
      expect(flatHabits(input)[0]!.cells).toBe(c.expected.naiveCells)
    })
  }
  for (const c of fixture.stages) {
    it(`${c.need} wanted through ${c.survivalByStage.length} stages`, () => {
      expect(sizeBatch({ ...known, ...c, survivals: c.survivalByStage })!.counts).toEqual(c.expected.countsByStage)
    })
  }
  for (const c of fixture.betaBinomial) {
    it(`${c.cells} cells of a lot tested with ${c.testedSeeds} seeds`, () => {
      const input = { ...known, ...c, seedsPerCell: 1, survivals: [c.survival], confidence: 0.9 }
      expect(chanceWith(input, c.cells)).toBeCloseTo(c.chance, 3)
    })
  }
})

describe('facts', () => {
  it('two seeds in a cell at 60 % leave 16 cells in 100 empty', () => {
    expect(cellYield({ seedsPerCell: 2, keep: 1 }, 0.6, 1)[0]).toBeCloseTo(0.16, 12)
  })
  it('log gamma agrees with factorials on both sides of the switch', () => {
    let factorial = 0
    for (let n = 1; n < 60; n++) {
      factorial += Math.log(n)
      expect(logGamma(n + 1) / Math.max(1, factorial)).toBeCloseTo(factorial / Math.max(1, factorial), 12)
    }
  })
  it('the normal curve has its textbook values', () => {
    expect(normalCdf(0)).toBe(0.5)
    expect(normalCdf(1.959963984540054)).toBeCloseTo(0.975, 14)
    expect(normalCdf(-6)).toBeCloseTo(9.865876450376946e-10, 20)
    expect(normalQuantile(0.9)).toBeCloseTo(1.2815515655446004, 12)
    expect(() => normalQuantile(1)).toThrow(RangeError)
  })
  it('nothing that comes up gives no size at all', () => {
    expect(
      sizeBatch({ ...known, need: 10, germination: 0, seedsPerCell: 1, survivals: [1], confidence: 0.9 }),
    ).toBeUndefined()
  })
  it('a handling allowance of 3 % turns 442 seeds into 456', () => {
    expect(seedToHave(442, 0.03)).toBe(456)
  })
  it('rounding up to trays of 72 keeps the chance honest', () => {
    const input = { ...known, need: 200, germination: 0.85, seedsPerCell: 1, survivals: [0.95], confidence: 0.9 }
    const sizing = sizeBatch(input)!
    const trays = sizeBatch(input, 72)!
    expect(trays.cells).toBe(288)
    expect(trays.chance).toBeGreaterThan(sizing.chance)
    expect(trays.chance).toBeCloseTo(chanceWith(input, 288), 12)
    expect(trays.spare).toBeGreaterThan(sizing.spare)
  })
  it('fifty thousand cells of two kept plants are sized exactly', () => {
    const input = {
      need: 80_000,
      germination: 0.9,
      testedSeeds: Infinity,
      seedsPerCell: 3,
      keep: 2,
      survivals: [0.97],
      confidence: 0.9,
    }
    const sizing = sizeBatch(input)!
    expect(sizing.chance).toBeGreaterThanOrEqual(0.9)
    expect(chanceWith(input, sizing.cells - 1)).toBeLessThan(0.9)
  })
})

const anyInput: fc.Arbitrary<SizingInput> = fc
  .record({
    need: fc.integer({ min: 1, max: 400 }),
    germination: fc.double({ min: 0.2, max: 0.99, noNaN: true }),
    testedSeeds: fc.constantFrom(20, 100, Infinity),
    seedsPerCell: fc.integer({ min: 1, max: 4 }),
    keepWish: fc.integer({ min: 1, max: 2 }),
    survivals: fc.array(fc.double({ min: 0.7, max: 1, noNaN: true }), { minLength: 1, maxLength: 3 }),
    confidence: fc.constantFrom(0.6, 0.9, 0.97),
  })
  .map(({ keepWish, ...rest }) => ({ ...rest, keep: Math.min(keepWish, rest.seedsPerCell) }))

describe('laws', () => {
  it('chances of all outcomes add up to 1 and agree with the tail', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 80 }), fc.double({ min: 0.01, max: 0.99, noNaN: true }), (n, p) => {
        const chances = binomialChances(n, p)
        expect(chances.reduce((a, b) => a + b)).toBeCloseTo(1, 10)
        const half = n >> 1
        expect(atLeast(n, p, half)).toBeCloseTo(
          chances.slice(half).reduce((a, b) => a + b),
          10,
        )
      }),
    )
  })
  it('convolved cells agree with the binomial when each gives at most one', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 200 }), fc.double({ min: 0.1, max: 0.95, noNaN: true }), (n, p) => {
        const need = Math.ceil(n * p)
        expect(chanceOfAtLeast(n, [1 - p, p, 0], need)).toBeCloseTo(atLeast(n, p, need), 9)
      }),
    )
  })
  it('the size is the smallest that is sure enough', () => {
    fc.assert(
      fc.property(anyInput, (input) => {
        const sizing = sizeBatch(input)!
        expect(sizing.chance).toBeGreaterThanOrEqual(input.confidence - 1e-9)
        if (input.survivals.length === 1 && sizing.cells > 1) {
          expect(chanceWith(input, sizing.cells - 1)).toBeLessThan(input.confidence)
        }
      }),
      { numRuns: 25 },
    )
  })
  it('more cells never lower the chance, more doubt never lowers the size', () => {
    fc.assert(
      fc.property(anyInput, (input) => {
        const { cells } = sizeBatch(input)!
        expect(chanceWith(input, cells + 7)).toBeGreaterThanOrEqual(chanceWith(input, cells) - 1e-9)
        if (input.confidence >= 0.9 && input.keep === 1) {
          expect(sizeBatch({ ...input, testedSeeds: 20 })!.cells).toBeGreaterThanOrEqual(
            sizeBatch({ ...input, testedSeeds: Infinity })!.cells,
          )
        }
      }),
      { numRuns: 25 },
    )
  })
  it('possible shares of a tested lot average to what the test found', () => {
    fc.assert(
      fc.property(fc.double({ min: 0.1, max: 0.9, noNaN: true }), fc.integer({ min: 20, max: 400 }), (g, n) => {
        const shares = possibleShares(g, n)
        expect(shares.reduce((sum, { share, weight }) => sum + share * weight, 0)).toBeCloseTo(g, 6)
        expect(shares.reduce((sum, { weight }) => sum + weight, 0)).toBeCloseTo(1, 10)
      }),
    )
  })
  it('keeping more of a cell never yields fewer', () => {
    for (let keep = 1; keep < 4; keep++) {
      expect(meanYield(cellYield({ seedsPerCell: 4, keep: keep + 1 }, 0.6, 0.9))).toBeGreaterThan(
        meanYield(cellYield({ seedsPerCell: 4, keep }, 0.6, 0.9)),
      )
    }
  })
})
