import fc from 'fast-check'
import { describe, expect, it, test } from 'vitest'
import { clockDay, clockTime, instantOf } from './clock'
import { formatDay, parseDay } from './day'

const at = (instant: string, zone?: string) => formatDay(clockDay(Date.parse(instant), zone))

test('one moment is three days on earth', () => {
  expect(at('2027-03-01T10:30:00Z', 'Pacific/Kiritimati')).toBe('2027-03-02')
  expect(at('2027-03-01T10:30:00Z', 'Europe/Paris')).toBe('2027-03-01')
  expect(at('2027-03-01T10:30:00Z', 'Pacific/Pago_Pago')).toBe('2027-02-28')
})

test('midnight is where the farm is, on both sides of a change of the clocks', () => {
  expect(at('2027-03-27T22:59:59Z', 'Europe/Paris')).toBe('2027-03-27')
  expect(at('2027-03-27T23:00:00Z', 'Europe/Paris')).toBe('2027-03-28')
  expect(at('2027-03-28T21:59:59Z', 'Europe/Paris')).toBe('2027-03-28')
  expect(at('2027-03-28T22:00:00Z', 'Europe/Paris')).toBe('2027-03-29')
  expect(at('2027-06-30T06:59:59Z', 'America/Los_Angeles')).toBe('2027-06-29')
})

test('a zone that is newer than this machine is the one of the machine', () => {
  const instant = Date.parse('2027-03-01T23:30:00Z')
  expect(clockDay(instant, 'Moon/Tranquility')).toBe(clockDay(instant))
})

test('in any zone the day is that of UTC or one beside it, and never goes back', () => {
  fc.assert(
    fc.property(
      fc.integer({ min: Date.UTC(1990, 0), max: Date.UTC(2090, 0) }),
      fc.constantFrom('America/Santiago', 'Australia/Lord_Howe', 'Asia/Kathmandu', 'UTC', undefined),
      (instant, zone) => {
        const day = clockDay(instant, zone)
        expect(Math.abs(day - Math.floor(instant / 86_400_000))).toBeLessThanOrEqual(1)
        expect(clockDay(instant + 3_600_000, zone)).toBeGreaterThanOrEqual(day)
      },
    ),
  )
})

describe('the instant of a time on the wall', () => {
  const zones = ['Europe/Paris', 'America/Los_Angeles', 'Pacific/Auckland', 'Asia/Kolkata', 'UTC', 'America/St_Johns']
  it('is the one at which the clock shows it, also on days when clocks are changed', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...zones),
        fc.integer({ min: Date.UTC(2026, 0, 1) / 60_000, max: Date.UTC(2028, 0, 1) / 60_000 }),
        (zone, minutes) => {
          const instant = minutes * 60_000
          const shown = clockTime(instant, zone)
          const back = instantOf(shown, zone)
          expect(clockTime(back, zone)).toEqual(shown)
          // Where the clock shows it twice it is the first time.
          expect(instant - back === 0 || instant - back === 3_600_000).toBe(true)
        },
      ),
    )
  })
  it('is after the jump where clocks are put forward over it', () => {
    const jumped = { day: parseDay('2027-03-28'), minute: 2 * 60 + 30 }
    expect(new Date(instantOf(jumped, 'Europe/Paris')).toISOString()).toBe('2027-03-28T01:30:00.000Z')
  })
  it('is the first of two where they are put back', () => {
    const twice = { day: parseDay('2027-10-31'), minute: 2 * 60 + 30 }
    expect(new Date(instantOf(twice, 'Europe/Paris')).toISOString()).toBe('2027-10-31T00:30:00.000Z')
  })
})
