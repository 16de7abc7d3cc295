import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { field, quantileOf, shrunk, smooth } from './picture'

const grey = (width: number, height: number, of: (x: number, y: number) => number) => ({
  width,
  height,
  data: Uint8ClampedArray.from({ length: width * height * 4 }, (_, i) => {
    const k = Math.floor(i / 4)
    return i % 4 === 3 ? 255 : of(k % width, Math.floor(k / width))
  }),
})
const mean = (numbers: ArrayLike<number>, step = 1) => {
  let [sum, n] = [0, 0]
  for (let i = 0; i < numbers.length; i += step, n++) sum += numbers[i]!
  return sum / n
}

describe('a picture', () => {
  it('made smaller is as bright as before, and not larger than asked', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 60 }),
        fc.integer({ min: 1, max: 60 }),
        fc.integer({ min: 4, max: 40 }),
        fc.integer({ min: 0, max: 255 }),
        (width, height, most, level) => {
          const small = shrunk(
            grey(width, height, () => level),
            most,
          )
          expect(Math.max(small.width, small.height)).toBeLessThanOrEqual(Math.max(most, 1))
          expect([...small.data].filter((_, i) => i % 4 === 0).every((one) => one === level)).toBe(true)
        },
      ),
      { numRuns: 50 },
    )
    const stripes = grey(64, 32, (x) => (x % 2 ? 200 : 100))
    expect(mean(shrunk(stripes, 16).data, 4)).toBeCloseTo(150, 0)
  })
  it('smoothed keeps what is even, and spreads a point to its sides alike', () => {
    const even = field(20, 10)
    even.data.fill(3)
    for (const one of smooth(even, 2).data) expect(one).toBeCloseTo(3, 5)
    const point = field(21, 21)
    point.data[10 * 21 + 10] = 1
    const { data } = smooth(point, 2)
    expect(data.reduce((sum, one) => sum + one, 0)).toBeCloseTo(1, 4)
    expect(data[10 * 21 + 8]).toBeCloseTo(data[10 * 21 + 12]!, 6)
    expect(data[8 * 21 + 10]).toBeCloseTo(data[12 * 21 + 10]!, 6)
    expect(data[10 * 21 + 10]).toBeGreaterThan(data[10 * 21 + 8]!)
  })
  it('has quantiles of its numbers', () => {
    expect(quantileOf(Float32Array.from([5, 1, 4, 2, 3]), 0.5)).toBe(3)
    expect(quantileOf(Float32Array.from([5, 1, 4, 2, 3]), 0)).toBe(1)
    expect(quantileOf(new Float32Array(0), 0.5)).toBe(0)
  })
})
