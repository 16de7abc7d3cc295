import { describe, expect, it } from 'vitest'
import { readRoom } from './typed-room'

const bench = (length: number, width: number, levels = 1) => ({ length, width, levels })

describe('room as it is said', () => {
  it.each([
    ['24', { trayPlaces: 24 }],
    ['24 trays', { trayPlaces: 24 }],
    ['1,200 flats', { trayPlaces: 1200 }],
    ['0', { trayPlaces: 0 }],
    ['3.6 × 0.9 m', { benches: [bench(360, 90)] }],
    ['360x90', { benches: [bench(360, 90)] }],
    ['0,9 m x 3,6 m', { benches: [bench(360, 90)] }],
    ['2 benches 3.6 x 0.9 m, 2 levels', { benches: [bench(360, 90, 2), bench(360, 90, 2)] }],
    ['2 × 3.6 × 0.9 m', { benches: [bench(360, 90), bench(360, 90)] }],
    ['3.6 x 0.9 m; 2 x 0.6 m on 3 shelves', { benches: [bench(360, 90), bench(200, 60, 3)] }],
    ['90 cm by 3.6 m', { benches: [bench(360, 90)] }],
  ])('%s', (text, room) => {
    expect(readRoom(text)).toEqual(room)
  })
  it('takes feet where those are used, and where they are said', () => {
    expect(readRoom('12 x 3', true)).toEqual({ benches: [bench(365.8, 91.4)] })
    expect(readRoom("12' x 3'")).toEqual({ benches: [bench(365.8, 91.4)] })
    expect(readRoom('12 ft × 3 ft, 2 tiers')).toEqual({ benches: [bench(365.8, 91.4, 2)] })
  })
  it.each([
    '',
    'big',
    '3 x',
    '0 x 2 m',
    '900 m x 2 m',
    '3 x 1 m, 40 levels',
    '-4',
    '99 benches 3 x 1 m',
    '3 x 1 m; some',
  ])('is not “%s”', (text) => expect(readRoom(text)).toBeUndefined())
})
