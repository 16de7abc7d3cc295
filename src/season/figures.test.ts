import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { figureAt, withFigure } from './figures'
import { sameValue } from './values'

const crop = {
  name: 'Kale',
  germination: { base: 2, optimum: 21 },
  points: [
    { ml: 25, ready: 264 },
    { ml: 350, ready: 500 },
  ],
  care: {},
}

describe('figures by path', () => {
  it('are read and set, also in a list, and the rest stays the same object', () => {
    expect(figureAt(crop, 'germination.base')).toBe(2)
    expect(figureAt(crop, 'points.1.ready')).toBe(500)
    expect(figureAt(crop, 'points.7.ready')).toBeUndefined()
    expect(figureAt(crop, 'name.first')).toBeUndefined()
    const next = withFigure(crop, 'points.1.ready', 480)
    expect(next.points).toEqual([
      { ml: 25, ready: 264 },
      { ml: 350, ready: 480 },
    ])
    expect(next.points[0]).toBe(crop.points[0])
    expect(next.germination).toBe(crop.germination)
    expect(crop.points[1]!.ready).toBe(500)
  })
  it('that are taken out leave no empty group behind, and no list is shortened', () => {
    expect(withFigure({ care: { feed: 2 } }, 'care.feed', undefined)).toEqual({})
    expect(withFigure({ care: { feed: 2, pinch: 1 } }, 'care.feed', undefined)).toEqual({ care: { pinch: 1 } })
    expect(withFigure(crop, 'points.0.ready', undefined).points).toHaveLength(2)
  })
  it('make the groups they need', () => {
    expect(withFigure({} as object, 'germination.light', 'dark')).toEqual({ germination: { light: 'dark' } })
  })
  it('that were set are found where they were put, and nothing else differs', () => {
    const path = fc.constantFrom(
      'name',
      'germination.base',
      'germination.light',
      'points.0.ready',
      'points.1.ml',
      'care.feed',
    )
    fc.assert(
      fc.property(path, path, fc.integer(), (one, other, value) => {
        const next = withFigure(crop, one, value)
        expect(figureAt(next, one)).toBe(value)
        if (other !== one) expect(figureAt(next, other)).toEqual(figureAt(crop, other))
      }),
    )
  })
  it('are the same whatever the order of their parts', () => {
    expect(sameValue({ a: 1, b: [1, { c: 2 }] }, { b: [1, { c: 2 }], a: 1 })).toBe(true)
    expect(sameValue([1, 2], [2, 1])).toBe(false)
    expect(sameValue({ a: 1 }, { a: 1, b: undefined })).toBe(true)
    expect(sameValue(NaN, NaN)).toBe(true)
    expect(sameValue(null, {})).toBe(false)
  })
})
