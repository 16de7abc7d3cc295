import { describe, expect, it } from 'vitest'
import { fromCivil } from '../core/calendar/day'
import { readTypedDay } from '../core/calendar/typed-day'
import { dayOrderOf } from '../words/format'
import { writeDayFor } from './day-field'
import { readIso } from './iso-day'

describe('a day in its field', () => {
  it.each(['en-GB', 'en-US', 'en-NZ', 'es', 'es-MX'])('is read back as it is written, in %s', (locale) => {
    const write = writeDayFor(locale)
    const from = fromCivil(2020, 1, 1)
    for (let day = fromCivil(2026, 12, 1); day < fromCivil(2028, 3, 10); day++)
      expect(readTypedDay(write(day), { from, order: dayOrderOf(locale) }), write(day)).toEqual({ ok: true, day })
  })
  it('is none where an address or a form holds something else', () => {
    expect(readIso('2027-02-30')).toBeUndefined()
    expect(readIso('tomorrow')).toBeUndefined()
    expect(readIso('')).toBeUndefined()
    expect(readIso('2027-02-28')).toBe(fromCivil(2027, 2, 28))
  })
})
