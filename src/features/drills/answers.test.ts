import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { seeded } from '../../core/statistics/random'
import { isDue, knownFrom, roundOf, type Answer } from './answers'

const DAY = 24 * 3600 * 1000
const NOW = Date.UTC(2027, 3, 12, 9)
const answers = fc.array(
  fc.record({
    card: fc.constantFrom('a', 'b', 'c'),
    right: fc.boolean(),
    at: fc.integer({ min: NOW - 60 * DAY, max: NOW }),
  }),
  { maxLength: 30 },
)

describe('what was practised', () => {
  it('is the same in whatever order answers arrive', () => {
    fc.assert(
      fc.property(answers, fc.integer(), (all, seed) => {
        const random = seeded(seed)
        const order = all.map((one) => [random(), one] as const).toSorted((x, y) => x[0] - y[0])
        expect(knownFrom(order.map(([, one]) => one))).toEqual(knownFrom(all))
      }),
    )
  })
  it('comes again sooner where it was wrong than where it was right', () => {
    fc.assert(
      fc.property(answers, (before) => {
        const own: Answer[] = before.map((one) => ({ ...one, card: 'a' }))
        const due = (right: boolean) => knownFrom([...own, { card: 'a', right, at: NOW + DAY }]).get('a')!.due
        expect(due(false)).toBeLessThan(due(true))
        expect(due(false)).toBeLessThan(NOW + 2 * DAY)
      }),
    )
  })
  it('counts every answer once', () => {
    fc.assert(
      fc.property(answers, (all) => {
        const known = [...knownFrom(all).values()]
        expect(known.reduce((sum, { right, wrong }) => sum + right + wrong, 0)).toBe(all.length)
      }),
    )
  })
  it('is stretched out the oftener it is right', () => {
    const days = [0, 1, 4, 15].map((day, i, all) => {
      const said = all.slice(0, i + 1).map((on) => ({ card: 'a', right: true, at: NOW + on * DAY }))
      return knownFrom(said).get('a')!.due - (NOW + day * DAY)
    })
    expect(days).toEqual(days.toSorted((x, y) => x - y))
    expect(days.at(-1)!).toBeGreaterThan(7 * DAY)
  })
})

describe('a round', () => {
  it('takes what is due first, then what is new, none twice', () => {
    fc.assert(
      fc.property(answers, (all) => {
        const cards = ['x', 'a', 'y', 'b', 'c', 'z']
        const known = knownFrom(all)
        const round = roundOf(cards, known, NOW)
        expect(new Set(round).size).toBe(round.length)
        expect(round.toSorted()).toEqual(cards.toSorted())
        const due = round.filter((card) => isDue(known.get(card), NOW))
        expect(round.slice(0, due.length)).toEqual(due)
      }),
    )
  })
  it('asks no more than two minutes hold', () => {
    const cards = Array.from({ length: 30 }, (_, i) => String(i))
    expect(roundOf(cards, new Map(), NOW)).toEqual(cards.slice(0, 8))
  })
  it('leaves for days what was right the first time', () => {
    const known = knownFrom([{ card: 'x', right: true, at: NOW }])
    expect(isDue(known.get('x'), NOW + DAY)).toBe(false)
    expect(isDue(known.get('x'), NOW + 30 * DAY)).toBe(true)
  })
  it('asks what was wrong again in the round after', () => {
    const known = knownFrom([{ card: 'x', right: false, at: NOW }])
    expect(roundOf(['y', 'x'], known, NOW)[0]).toBe('x')
  })
})
