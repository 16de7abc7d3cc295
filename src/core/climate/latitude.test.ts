import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { readLatitude } from './latitude'

describe('a latitude as it is written', () => {
  it.each([
    ['47.6', 47.6],
    ['47,6', 47.6],
    ['47.6 N', 47.6],
    ['47.6°N', 47.6],
    ['N 47.6', 47.6],
    ['47°36′', 47.6],
    ["47°36'N", 47.6],
    ['47° 36\' 00" N', 47.6],
    ['47 36 N', 47.6],
    ['42 S', -42],
    ['42 south', -42],
    ['-42', -42],
    ['−42.5', -42.5],
    ['42°30′ S', -42.5],
    ['0', 0],
  ])('%s is %d', (text, degrees) => {
    expect(readLatitude(text)).toBeCloseTo(degrees, 9)
  })
  it.each(['', 'here', '95', '47.6.1', '-42 S', '47.5°30′', '47°75′', 'N 47 S', '47 E', '1e9'])(
    '“%s” is none',
    (text) => {
      expect(readLatitude(text)).toBeUndefined()
    },
  )
  it('comes back from degrees and minutes', () => {
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 89 }), fc.integer({ min: 0, max: 59 }), fc.boolean(), (d, m, south) => {
        const value = (d + m / 60) * (south ? -1 : 1)
        expect(readLatitude(`${d}°${m}′ ${south ? 'S' : 'N'}`)).toBeCloseTo(value, 9)
        expect(readLatitude(String(value))).toBeCloseTo(value, 9)
      }),
    )
  })
})
