import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { toDrop } from './retention'

const DAY = 86_400_000
const now = Date.UTC(2027, 5, 16, 3)

describe('backups that are kept', () => {
  it('are, of one a night for five years, those of a week, of eight weeks and of two years', () => {
    const made = Array.from({ length: 5 * 365 }, (_, i) => now - i * DAY)
    const dropped = new Set(toDrop(made, now))
    const kept = made.filter((at) => !dropped.has(at))
    expect(kept.slice(0, 7)).toEqual(made.slice(0, 7))
    expect(kept.length).toBeGreaterThanOrEqual(7 + 6 + 21)
    expect(kept.length).toBeLessThanOrEqual(7 + 8 + 24)
    expect(now - kept.at(-1)!).toBeGreaterThan(670 * DAY)
    expect(now - kept.at(-1)!).toBeLessThan(740 * DAY)
  })
  it('always hold the newest, drop nothing twice, and dropping again drops nothing more', () => {
    const moments = fc.uniqueArray(fc.integer({ min: now - 1500 * DAY, max: now }), { minLength: 1, maxLength: 80 })
    fc.assert(
      fc.property(moments, (made) => {
        const dropped = toDrop(made, now)
        const left = made.filter((at) => !dropped.includes(at))
        expect(left).toContain(Math.max(...made))
        expect(new Set(dropped).size).toBe(dropped.length)
        expect(toDrop(left, now)).toEqual([])
        // Every day of the last week, and every month of the last year, that had one still has one.
        for (const at of made) {
          if (now - at < 5 * DAY) expect(left.some((one) => Math.floor(one / DAY) === Math.floor(at / DAY))).toBe(true)
          if (now - at < 600 * DAY)
            expect(
              left.some((one) => new Date(one).toISOString().slice(0, 7) === new Date(at).toISOString().slice(0, 7)),
            ).toBe(true)
        }
      }),
    )
  })
  it('are all of those of two days, however many were made, and one of each day before', () => {
    // Every hour, back from three in the morning: of two days before, the one of 23 o'clock is the newest.
    const made = Array.from({ length: 60 }, (_, i) => now - i * 3_600_000)
    const lastOfThirteenth = made[52]!
    expect(new Date(lastOfThirteenth).toISOString()).toBe('2027-06-13T23:00:00.000Z')
    expect(toDrop(made, now)).toEqual(made.slice(48).filter((at) => at !== lastOfThirteenth))
  })
  it('leave what was made after now alone: a clock was wrong', () => {
    expect(toDrop([now + DAY, now, now - 900 * DAY], now)).toEqual([now - 900 * DAY])
  })
})
