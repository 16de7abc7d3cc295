import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { emergenceRate, ratesOver, type Germination } from './emergence'

const kinds = fc
  .record({
    base: fc.double({ min: -2, max: 14, noNaN: true }),
    rise: fc.double({ min: 2, max: 20, noNaN: true }),
    plateau: fc.option(fc.double({ min: 0, max: 6, noNaN: true }), { nil: undefined }),
    fall: fc.double({ min: 1, max: 12, noNaN: true }),
    thermalTime: fc.double({ min: 20, max: 400, noNaN: true }),
  })
  .map(({ base, rise, plateau, fall, thermalTime }): Germination => {
    const optimum = base + rise
    const plateauTo = plateau === undefined ? undefined : optimum + plateau
    return { base, optimum, plateauTo, ceiling: (plateauTo ?? optimum) + fall, thermalTime, spread: 0.2 }
  })
const hours = fc.array(fc.double({ min: -10, max: 50, noNaN: true }), { minLength: 1, maxLength: 30 })

describe('the pace of many hours', () => {
  it('is the sum of the paces of each', () => {
    fc.assert(
      fc.property(kinds, hours, fc.nat(29), (g, list, skipped) => {
        const from = Math.min(skipped, list.length - 1)
        const sum = list.slice(from).reduce((all, temperature) => all + emergenceRate(g, temperature), 0)
        expect(ratesOver(g, Float64Array.from(list), from, list.length)).toBeCloseTo(sum, 9)
      }),
    )
  })
  it('is the fastest at the optimum, and none at the base and the ceiling', () => {
    fc.assert(
      fc.property(kinds, fc.double({ min: -20, max: 60, noNaN: true }), (g, temperature) => {
        expect(emergenceRate(g, temperature)).toBeLessThanOrEqual(emergenceRate(g, g.optimum) + 1e-12)
        expect(emergenceRate(g, g.base)).toBe(0)
        expect(emergenceRate(g, g.ceiling)).toBe(0)
      }),
    )
  })
})
