import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { measureOut, mixLitres } from './mix'

const recipe = {
  name: 'Home mix',
  parts: [
    { what: 'Compost', parts: 3 },
    { what: 'Sand', parts: 1 },
  ],
  additives: [{ what: 'Lime', amount: 20, unit: 'g' as const }],
  water: 0.35,
}

describe('mix', () => {
  it('fills the cells and what is pressed into them', () => {
    // 5 trays of 72 cells of 45 ml with a fifth more: 360 · 45 · 1.2 / 1000.
    expect(mixLitres({ kind: 'cell-tray', cellVolume: 45 }, 360, 0.2)).toBeCloseTo(19.44, 10)
    expect(mixLitres({ kind: 'pellet-sheet', cellVolume: 30 }, 360, 0.2)).toBe(0)
  })
  it('is measured out by parts, by dose and by water', () => {
    expect(measureOut(recipe, 40)).toEqual({
      parts: [
        { what: 'Compost', litres: 30 },
        { what: 'Sand', litres: 10 },
      ],
      additives: [{ what: 'Lime', amount: 80, unit: 'g' }],
      water: 14,
    })
  })
  it('is dosed for the quantity its dose is said for', () => {
    // Two cups for two gallons: a cup a gallon.
    const dosed = { ...recipe, additives: [{ what: 'Worm castings', amount: 2, unit: 'cup' as const, litres: 7.57 }] }
    expect(measureOut(dosed, 37.85).additives[0]!.amount).toBeCloseTo(10, 9)
  })
  it('has parts that add up to all of it', () => {
    fc.assert(
      fc.property(
        fc.array(fc.double({ min: 0.1, max: 9, noNaN: true }), { minLength: 1, maxLength: 8 }),
        fc.double({ min: 0, max: 4000, noNaN: true }),
        (parts, litres) => {
          const { parts: out } = measureOut(
            { ...recipe, parts: parts.map((n, i) => ({ what: `p${i}`, parts: n })) },
            litres,
          )
          expect(out.reduce((sum, part) => sum + part.litres, 0)).toBeCloseTo(litres, 6)
        },
      ),
    )
  })
})
