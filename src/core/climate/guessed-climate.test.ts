import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { dayOfYear, parseDay } from '../calendar/day'
import { guessClimate, SEAS, type Sea } from './guessed-climate'

const anywhere = fc.record({
  latitude: fc.integer({ min: -720, max: 720 }).map((x) => x / 10),
  height: fc.integer({ min: -100, max: 3000 }),
  sea: fc.constantFrom(...SEAS),
})
const spring = (guess: { lastFrost: string }, latitude: number) =>
  (dayOfYear(parseDay(`2026-${guess.lastFrost}`)) + (latitude < 0 ? 184 : 0)) % 365

describe('a guessed climate', () => {
  it('is colder higher up and frost ends no sooner there', () => {
    fc.assert(
      fc.property(anywhere, fc.integer({ min: 50, max: 1500 }), (where, up) => {
        const [low, high] = [guessClimate(where), guessClimate({ ...where, height: where.height + up })]
        expect(high.coldest).toBeLessThan(low.coldest)
        expect(high.warmest).toBeLessThan(low.warmest)
        expect(spring(high, where.latitude)).toBeGreaterThanOrEqual(spring(low, where.latitude))
      }),
    )
  })
  it('has a colder winter and a warmer summer further from the sea, beyond the tropics', () => {
    fc.assert(
      fc.property(fc.integer({ min: 35, max: 60 }), fc.integer({ min: 0, max: 1000 }), (latitude, height) => {
        const [near, between, far] = SEAS.map((sea) => guessClimate({ latitude, height, sea }))
        expect(near!.coldest).toBeGreaterThan(between!.coldest)
        expect(between!.coldest).toBeGreaterThan(far!.coldest)
        expect(near!.warmest).toBeLessThan(between!.warmest)
        expect(between!.warmest).toBeLessThan(far!.warmest)
      }),
    )
  })
  it('always has a summer, and its frosts in the right halves of the year', () => {
    fc.assert(
      fc.property(anywhere, (where) => {
        const { coldest, warmest, lastFrost, firstFrost } = guessClimate(where)
        expect(warmest - coldest).toBeGreaterThanOrEqual(2.9)
        const [last, first] = where.latitude < 0 ? [firstFrost, lastFrost] : [lastFrost, firstFrost]
        expect(last >= '01-01' && last < '07-15', `${last}`).toBe(true)
        expect(first >= '07-15' && first <= '12-31', `${first}`).toBe(true)
      }),
    )
  })
  // Bands, as wide as the guess is said to be, that any atlas of climates fills.
  interface Band {
    where: string
    at: [latitude: number, height: number, sea: Sea]
    coldest: [number, number]
    warmest: [number, number]
    frost: [string, string]
  }
  it.each<Band>([
    {
      where: 'a western coast at 51°',
      at: [51, 20, 'near'],
      coldest: [1, 7],
      warmest: [14, 19],
      frost: ['04-05', '05-05'],
    },
    {
      where: 'lowland at 48°, 500 m up',
      at: [48, 500, 'between'],
      coldest: [-4, 2],
      warmest: [15, 20],
      frost: ['04-15', '05-20'],
    },
    {
      where: 'the middle of a continent at 45°',
      at: [45, 250, 'far'],
      coldest: [-11, 0],
      warmest: [20, 24],
      frost: ['04-20', '05-20'],
    },
    { where: 'plains at 39°', at: [39, 300, 'far'], coldest: [-5, 1], warmest: [22, 27], frost: ['04-01', '05-05'] },
    {
      where: 'an island at 43° south',
      at: [-43, 20, 'near'],
      coldest: [4, 9],
      warmest: [15, 20],
      frost: ['08-20', '10-20'],
    },
  ])('$where', ({ at: [latitude, height, sea], coldest, warmest, frost }) => {
    const guess = guessClimate({ latitude, height, sea })
    expect(guess.coldest).toBeGreaterThan(coldest[0])
    expect(guess.coldest).toBeLessThan(coldest[1])
    expect(guess.warmest).toBeGreaterThan(warmest[0])
    expect(guess.warmest).toBeLessThan(warmest[1])
    expect(guess.lastFrost >= frost[0] && guess.lastFrost <= frost[1], guess.lastFrost).toBe(true)
  })
  it('says that frost is rare where it is', () => {
    expect(guessClimate({ latitude: 15, height: 10, sea: 'near' }).rareFrost).toBe(true)
    expect(guessClimate({ latitude: 50, height: 10, sea: 'between' }).rareFrost).toBe(false)
  })
  it('refuses places beyond what was fitted', () => {
    expect(() => guessClimate({ latitude: 80, height: 0, sea: 'near' })).toThrow(RangeError)
    expect(() => guessClimate({ latitude: 50, height: 9000, sea: 'near' })).toThrow(RangeError)
  })
})
