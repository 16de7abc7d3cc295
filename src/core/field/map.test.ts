import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import type { Bed, Block } from '../../season/schema'
import { fieldMap, spotAt, stretchOn, type Point } from './map'

const bedOf = (block: string, n: number, length: number, width: number): Bed => ({
  key: `${block}${n}`,
  name: `${block.toUpperCase()}${n}`,
  block,
  length,
  width,
  standing: [],
})
const far = (a: Point, b: Point) => Math.hypot(a.x - b.x, a.y - b.y)
const anyBlock = (key: string) =>
  fc
    .record({
      path: fc.integer({ min: 10, max: 200 }),
      lengths: fc.array(fc.integer({ min: 200, max: 9000 }), { minLength: 1, maxLength: 6 }),
      width: fc.integer({ min: 40, max: 200 }),
      map: fc.option(
        fc.record({
          east: fc.integer({ min: -20_000, max: 20_000 }),
          south: fc.integer({ min: -20_000, max: 20_000 }),
          heading: fc.integer({ min: 0, max: 359 }),
        }),
        { nil: undefined },
      ),
    })
    .map(({ path, lengths, width, map }) => ({
      block: { key, name: key, path, ...(map ? { map } : {}) } as Block,
      beds: lengths.map((length, i) => bedOf(key, i, length, width)),
    }))
const seasonOf = (all: readonly { block: Block; beds: Bed[] }[]) => ({
  blocks: all.map(({ block }) => block),
  beds: all.flatMap(({ beds }) => beds),
})

describe('the field from above', () => {
  it('lies as its directions say', () => {
    const lying = (heading: number) =>
      fieldMap({
        blocks: [{ key: 'n', name: 'N', path: 50, map: { east: 100, south: 200, heading } }],
        beds: [bedOf('n', 1, 3000, 100), bedOf('n', 2, 3000, 100)],
      }).blocks[0]!
    // Beds that run north: their far end lies above, the second bed to the east of the first.
    const north = lying(0)
    expect(stretchOn(north.beds[0]!, { at: 0, length: 3000 })[3]).toMatchObject({ x: 100, y: -2800 })
    expect(north.beds[1]!.head).toMatchObject({ x: 250, y: 200 })
    // To the east: the second lies to the south of the first.
    const east = lying(90)
    expect(east.beds[1]!.head.x).toBeCloseTo(100)
    expect(east.beds[1]!.head.y).toBeCloseTo(350)
    expect(stretchOn(east.beds[0]!, { at: 0, length: 3000 })[3]!.x).toBeCloseTo(3100)
  })
  it('keeps lengths and widths however it is turned, and a point leads back to its spot', () => {
    fc.assert(
      fc.property(anyBlock('a'), fc.double({ min: 0, max: 1, noNaN: true }), ({ block, beds }, share) => {
        const map = fieldMap({ blocks: [block], beds })
        for (const mapped of map.blocks[0]!.beds) {
          const { bed } = mapped
          const [a, b, c] = stretchOn(mapped, { at: 0, length: bed.length })
          expect(far(a!, b!)).toBeCloseTo(bed.width, 4)
          expect(far(b!, c!)).toBeCloseTo(bed.length, 4)
          const at = share * bed.length
          const [left, right] = stretchOn(mapped, { at, length: 0 })
          const spot = spotAt(map, { x: (left!.x + right!.x) / 2, y: (left!.y + right!.y) / 2 })!
          expect(spot.bed.key).toBe(bed.key)
          expect(spot.at).toBeCloseTo(at, 4)
        }
      }),
      { numRuns: 100 },
    )
  })
  it('holds everything, and no block that nobody placed lies on another', () => {
    fc.assert(
      fc.property(fc.tuple(anyBlock('a'), anyBlock('b'), anyBlock('c'), anyBlock('d')), (all) => {
        const map = fieldMap(seasonOf(all))
        expect(map.blocks.map(({ block }) => block.key)).toEqual(['a', 'b', 'c', 'd'])
        const boxes = map.blocks.map(({ corners, placed }) => {
          const [xs, ys] = [corners.map(({ x }) => x), corners.map(({ y }) => y)]
          for (const x of xs) expect(x >= map.from.x - 1e-6 && x <= map.to.x + 1e-6).toBe(true)
          return {
            placed,
            left: Math.min(...xs),
            right: Math.max(...xs),
            top: Math.min(...ys),
            bottom: Math.max(...ys),
          }
        })
        boxes.forEach((one, i) => {
          for (const other of boxes.slice(i + 1)) {
            if (one.placed && other.placed) continue
            const apart =
              one.right <= other.left + 1e-6 ||
              other.right <= one.left + 1e-6 ||
              one.bottom <= other.top + 1e-6 ||
              other.bottom <= one.top + 1e-6
            expect(apart).toBe(true)
          }
        })
      }),
      { numRuns: 100 },
    )
  })
  it('is nothing where there is nothing, and a point beside every bed is on none', () => {
    expect(fieldMap({ blocks: [], beds: [] })).toEqual({ blocks: [], from: { x: 0, y: 0 }, to: { x: 0, y: 0 } })
    const bare = fieldMap({ blocks: [{ key: 'n', name: 'N', path: 50 }], beds: [] })
    expect(bare.blocks[0]!.beds).toEqual([])
    expect(bare.to.x).toBeGreaterThan(0)
    const one = fieldMap({ blocks: [{ key: 'n', name: 'N', path: 50 }], beds: [bedOf('n', 1, 1000, 80)] })
    expect(spotAt(one, { x: 500, y: 500 })).toBeUndefined()
  })
})
