import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { heightByLeaves, heightNow } from './height'

describe('the height of a seedling', () => {
  it('grows with its leaves, as its kind does', () => {
    expect([0, 2, 4].map((leaves) => heightByLeaves({}, leaves))).toEqual([2.5, 5.5, 8.5])
    expect(heightByLeaves({ leafHeight: 4 }, 3)).toBe(14.5)
  })
  it('follows what was measured of it: twice as tall as usual stays so', () => {
    // Two leaves are 5.5 cm by their leaves; it was 11.
    expect(heightNow({}, 4, { height: 11, leaves: 2 })).toBe(17)
    expect(heightNow({}, undefined, { height: 11, leaves: 2 })).toBe(11)
    expect(heightNow({}, undefined, undefined)).toBeUndefined()
  })
  it('never falls', () => {
    const figure = fc.double({ min: 0.1, max: 30, noNaN: true })
    fc.assert(
      fc.property(figure, figure, figure, fc.nat(12), (leafHeight, height, more, leaves) => {
        const before = heightNow({ leafHeight }, leaves, { height, leaves })!
        const after = heightNow({ leafHeight }, leaves + more, { height, leaves })!
        expect(before).toBeCloseTo(height, 9)
        expect(after).toBeGreaterThanOrEqual(before - 1e-9)
      }),
    )
  })
})
