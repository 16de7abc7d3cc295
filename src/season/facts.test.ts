import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { figureAt, withFigure } from './figures'
import { sameValue } from './values'
import { readSmall } from './small-season'
import { usesOf } from './uses'

describe('figures by path', () => {
  const crop = readSmall().crops[0]!
  it('are read, set and taken out without touching the rest', () => {
    expect(figureAt(crop, 'germination.base')).toBe(3.5)
    expect(figureAt(crop, 'germination.nothing.deeper')).toBeUndefined()
    const next = withFigure(crop, 'germination.base', 5)
    expect(next.germination).toEqual({ ...crop.germination, base: 5 })
    expect(crop.germination.base).toBe(3.5)
    expect(next.growth).toBe(crop.growth)
    expect(withFigure(next, 'germination.base', 3.5)).toEqual(crop)
  })
  it('make groups that are not there, and leave no empty ones behind', () => {
    const own = withFigure({}, 'germination.base', 4)
    expect(own).toEqual({ germination: { base: 4 } })
    expect(withFigure(own, 'germination.base', undefined)).toEqual({})
  })
  it('are the same whatever the order of their parts', () => {
    fc.assert(
      fc.property(
        fc.dictionary(fc.string(), fc.oneof(fc.integer(), fc.string(), fc.array(fc.integer())), {
          noNullPrototype: true,
        }),
        (value) => {
          const turned = Object.fromEntries(Object.entries(value).reverse())
          expect(sameValue(value, turned)).toBe(true)
          expect(sameValue(value, { ...turned, oneMore: 1 })).toBe(false)
        },
      ),
    )
    expect(sameValue([1, 2], [2, 1])).toBe(false)
    expect(sameValue({ a: undefined }, {})).toBe(true)
  })
})

describe('what uses a thing', () => {
  const season = readSmall()
  const names = (of: Parameters<typeof usesOf>[1], key: string) => usesOf(season, of, key).map(({ name }) => name)
  it('is found in every list', () => {
    expect(names('places', 'mat')).toEqual(['Cells, then pots'])
    expect(names('places', 'frame')).toEqual(['Cells on the bench', 'Cells, then pots'])
    expect(names('containers', 'pots')).toEqual(['Cells, then pots'])
    expect(names('crops', 'tomato')).toEqual(['Tomato, plum', 'Cells, then pots'])
    expect(names('varieties', 'lettuce-red')).toEqual([
      'Lettuce lot',
      'A Lettuce, red',
      'B Lettuce, red',
      'H Lettuce, red',
    ])
    expect(names('lots', 'lettuce-lot')).toEqual(['B Lettuce, red'])
    expect(names('methods', 'tomato-pots')).toEqual(['T Tomato, plum'])
    expect(names('plantings', 'a')).toEqual([])
  })
})
