import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { dayAt, dayScale, dayShare, heightScale } from './scale'
import { steppedArea, steppedLine, stepsOf } from './steps'

describe('a scale of days', () => {
  it('puts the first day at one end and the last at the other', () => {
    const x = dayScale(100, 200, 10, 60)
    expect([x(100), x(150), x(200)]).toEqual([10, 35, 60])
  })
  it('of one day alone is drawn all the same', () => {
    expect(dayScale(100, 100, 0, 60)(100)).toBe(0)
  })
  it('gives back the day that is drawn at a place', () => {
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 364 }), fc.integer({ min: 300, max: 4000 }), (day, length) => {
        const x = dayScale(20000, 20365, 0, length)
        expect(dayAt(x(20000 + day) + length / 365 / 2, 20000, 20365, length)).toBe(20000 + day)
      }),
    )
  })
  it('says shares as style sheets write them', () => {
    expect(dayShare(0, 200)(50)).toBe('25%')
  })
  it('draws what is more than the most at the top, and never through it', () => {
    const y = heightScale(0, 10, 50, 0)
    expect([y(0), y(5), y(10), y(14)]).toEqual([50, 25, 0, 0])
  })
})

describe('steps', () => {
  const amounts = [2, 2, 5, 5, 5, 0]
  const steps = stepsOf((day) => amounts[day - 10]!, 10, 16)
  it('are the days on which an amount changes, and the end', () => {
    expect(steps).toEqual([
      { day: 10, value: 2 },
      { day: 12, value: 5 },
      { day: 15, value: 0 },
      { day: 16, value: 0 },
    ])
  })
  it('of no days are none, and draw nothing', () => {
    expect(stepsOf(() => 1, 5, 5)).toEqual([])
    expect(steppedLine([], Number, Number)).toBe('')
  })
  it('hold their height until the next, and close at the foot', () => {
    expect(steppedLine(steps, Number, Number)).toBe('M10,2L12,2L12,5L15,5L15,0L16,0L16,0')
    expect(steppedArea(steps, Number, Number, 9)).toBe(
      'M10,2L12,2L12,5L15,5L15,0L16,0L16,0L16,9L16,9L15,9L15,9L12,9L12,9L10,9Z',
    )
  })
  it('say every amount on its day', () => {
    fc.assert(
      fc.property(fc.array(fc.integer({ min: 0, max: 4 }), { minLength: 1, maxLength: 60 }), (values) => {
        const found = stepsOf((day) => values[day]!, 0, values.length)
        expect(values.map((_, day) => found.findLast((step) => step.day <= day)!.value)).toEqual(values)
      }),
    )
  })
})
