import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { toPicture, type Corners } from './upright'

/** Corners of a square seen from anywhere: each strays from its own by less than would fold it. */
const corners = fc
  .array(fc.tuple(fc.double({ min: -20, max: 20, noNaN: true }), fc.double({ min: -20, max: 20, noNaN: true })), {
    minLength: 4,
    maxLength: 4,
  })
  .map((off) =>
    [
      [0, 0],
      [100, 0],
      [100, 100],
      [0, 100],
    ].map(([x, y], i) => ({ x: x! + off[i]![0], y: y! + off[i]![1] })),
  ) as fc.Arbitrary<unknown> as fc.Arbitrary<Corners>

describe('a tray seen at a slant', () => {
  it('has its corners where they are, and its straight lines straight', () => {
    fc.assert(
      fc.property(corners, fc.double({ min: 0, max: 1, noNaN: true }), (at, t) => {
        const to = toPicture(at)
        const ends = [to(0, 0), to(1, 0), to(1, 1), to(0, 1)]
        ends.forEach((end, i) => {
          expect(end.x).toBeCloseTo(at[i]!.x, 6)
          expect(end.y).toBeCloseTo(at[i]!.y, 6)
        })
        const [a, b, c] = [to(t, 0), to(t, 0.4), to(t, 1)]
        expect((b.x - a.x) * (c.y - a.y) - (b.y - a.y) * (c.x - a.x)).toBeCloseTo(0, 5)
      }),
    )
  })
  it('meets its diagonals in its middle, wherever that lies in the picture', () => {
    fc.assert(
      fc.property(corners, (at) => {
        const middle = toPicture(at)(0.5, 0.5)
        for (const [i, j] of [
          [0, 2],
          [1, 3],
        ] as const) {
          const [a, c] = [at[i], at[j]]
          expect((middle.x - a.x) * (c.y - a.y) - (middle.y - a.y) * (c.x - a.x)).toBeCloseTo(0, 4)
        }
      }),
    )
  })
  it('is none where three corners lie on one line', () => {
    expect(() =>
      toPicture([
        { x: 0, y: 0 },
        { x: 1, y: 0 },
        { x: 2, y: 0 },
        { x: 3, y: 0 },
      ]),
    ).toThrow(RangeError)
  })
})
