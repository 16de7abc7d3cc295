import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { ROOTS } from '../../season/schema'
import { ageAt, agreedPlace, isTall, placeOf, signFigures, type Seen } from './plant-state'

const cucurbit = { care: {}, family: 'Cucurbitaceae' }
const other = { care: {}, family: 'Solanaceae' }
const figures = (last = true, of: typeof other = other) => signFigures(of, 7, last)

const seen: fc.Arbitrary<Seen> = fc.record(
  {
    lifts: fc.boolean(),
    roots: fc.constantFrom(...ROOTS),
    height: fc.integer({ min: 1, max: 60 }),
    leaning: fc.boolean(),
    buds: fc.boolean(),
    pale: fc.boolean(),
  },
  { requiredKeys: [] },
)

/** The same plant with one more sign of age. */
const older = (of: Seen): Seen[] => [
  { ...of, buds: true },
  { ...of, pale: true },
  { ...of, leaning: true },
  ...(of.height === undefined ? [] : [{ ...of, height: of.height + 9 }]),
  ...(of.roots === undefined || of.roots === 'circling-hard'
    ? []
    : [{ ...of, roots: ROOTS[ROOTS.indexOf(of.roots) + 1]! }]),
  ...(of.lifts === false ? [{ ...of, lifts: true }] : []),
]

describe('how far a plant is in its container', () => {
  it('is never less for more signs of age, nor for more days', () => {
    fc.assert(
      fc.property(
        seen,
        fc.double({ min: 0, max: 3, noNaN: true }),
        fc.boolean(),
        fc.boolean(),
        (one, age, last, cuke) => {
          const of = figures(last, cuke ? cucurbit : other)
          const now = agreedPlace(age, one, of)
          for (const more of older(one)) expect(agreedPlace(age, more, of)).toBeGreaterThanOrEqual(now)
          expect(agreedPlace(age + 0.2, one, of)).toBeGreaterThanOrEqual(now)
        },
      ),
      { numRuns: 2000 },
    )
  })
  it('is the same by age there and back', () => {
    for (const age of [0, 40, 100, 140, 200, 260]) expect(ageAt(placeOf(age, 100, 200), 100, 200)).toBeCloseTo(age, 9)
  })
  it.each<[string, Seen, number, number]>([
    ['nothing: by its age', {}, 0.4, 0.4],
    ['a plug that lifts: may move on', { lifts: true }, 0.4, 1],
    ['a plug that falls apart: not yet', { lifts: false }, 1.4, 0.95],
    ['roots once round: move it on', { roots: 'circling-a-little' }, 0.6, 1.2],
    ['roots circling hard: outgrown', { roots: 'circling-hard', lifts: false }, 0.4, 2],
    ['three pot widths tall: move it up', { height: 21 }, 0.5, 1.3],
    ['nearly three pot widths: by its age', { height: 20 }, 0.5, 0.5],
    ['pale and old: older', { pale: true }, 1.05, 1.2],
    ['pale and young: hungry, not older', { pale: true }, 0.5, 0.5],
  ])('from %s', (_, one, byAge, place) => {
    expect(agreedPlace(byAge, one, figures())).toBeCloseTo(place, 9)
  })
  it('knows what a first bud means: too late for a cucurbit, time to plant in a last pot, too late in a cell', () => {
    expect(agreedPlace(0.8, { buds: true }, figures(true, cucurbit))).toBe(2)
    expect(agreedPlace(0.8, { buds: true }, figures(true))).toBe(1.5)
    expect(agreedPlace(0.8, { buds: true }, figures(false))).toBe(2)
    expect(
      agreedPlace(0.8, { buds: true }, signFigures({ ...cucurbit, care: { firstBud: 'no-matter' } }, 7, true)),
    ).toBe(0.8)
  })
  it('takes the heights from the kind', () => {
    expect(isTall({ height: 14 }, signFigures({ care: { moveUpHeight: 2 } }, 7, false))).toBe(true)
    expect(isTall({ height: 14 }, figures())).toBe(false)
  })
})
