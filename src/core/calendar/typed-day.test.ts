import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { formatDay, parseDay, weekday } from './day'
import { readTypedDay, readYearDay, type DayOrder } from './typed-day'

const from = parseDay('2026-10-01')
const read = (text: string, order?: DayOrder) => {
  const found = readTypedDay(text, { from, order })
  return found.ok ? [formatDay(found.day), ...(found.or === undefined ? [] : [formatDay(found.or)])].join(' or ') : 'no'
}

describe('a day as it is typed', () => {
  it.each([
    ['2027-03-17', '2027-03-17'],
    ['17 March', '2027-03-17'],
    ['March 17', '2027-03-17'],
    ['Wed 17 Mar 27', '2027-03-17'],
    ['mar 17th, 2027', '2027-03-17'],
    ['17 de marzo', '2027-03-17'],
    ['17.3.', '2027-03-17'],
    ['17/3', '2027-03-17'],
    ['3/17', '2027-03-17'],
    ['3/17/2027', '2027-03-17'],
    ['17-03-27', '2027-03-17'],
    ['1 Nov', '2026-11-01'],
    ['mid May', '2027-05-15'],
    ['early June', '2027-06-05'],
    ['end of June 2028', '2028-06-28'],
    ['mediados de mayo', '2027-05-15'],
    ['week 18', '2027-05-03'],
    ['Wk18', '2027-05-03'],
    ['w 45', '2026-11-02'],
    ['semana 18 2028', '2028-05-01'],
    ['29 Feb', '2028-02-29'],
    ['2027-03-17 00:00:00', '2027-03-17'],
  ])('%s is %s', (text, day) => {
    expect(read(text)).toBe(day)
  })
  it.each(['', 'soon', '31 February', '2027-13-01', '45/60', 'week 60', 'May', 'tomorrow', '17', '1900-01-01', '0/5'])(
    '“%s” is none',
    (text) => {
      expect(read(text)).toBe('no')
    },
  )
  it('in digits that could be either is in doubt, unless the order is known', () => {
    expect(read('04/05')).toBe('2027-05-04 or 2027-04-05')
    expect(read('04/05', 'dmy')).toBe('2027-05-04')
    expect(read('04/05', 'mdy')).toBe('2027-04-05')
    expect(read('05/05')).toBe('2027-05-05')
  })
  it('written any way comes back as that day, and without a year lies in the twelve months to come', () => {
    const days = fc.integer({ min: from, max: from + 364 })
    const names = ['January', 'February', 'March', 'April', 'May', 'June', 'July', 'August', 'September', 'October']
    names.push('November', 'December')
    fc.assert(
      fc.property(days, fc.constantFrom<DayOrder>('dmy', 'mdy'), (day, order) => {
        const [year, month, date] = formatDay(day).split('-').map(Number) as [number, number, number]
        const digits = order === 'dmy' ? `${date}/${month}` : `${month}/${date}`
        for (const text of [formatDay(day), `${date} ${names[month - 1]}`, `${names[month - 1]!.slice(0, 3)} ${date}`])
          expect(readTypedDay(text, { from })).toEqual({ ok: true, day })
        for (const text of [digits, `${digits}/${year}`])
          expect(readTypedDay(text, { from, order })).toEqual({ ok: true, day })
      }),
    )
  })
  it('of a week is its Monday', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 52 }), (week) => {
        const found = readTypedDay(`week ${week}`, { from })
        expect(found.ok && weekday(found.day)).toBe(1)
      }),
    )
  })
})

describe('a day of the year as it is typed', () => {
  it.each([
    ['05-15', '05-15'],
    ['15 May', '05-15'],
    ['mid May', '05-15'],
    ['May 15', '05-15'],
    ['15/5', '05-15'],
    ['29 Feb', '02-29'],
    ['15 de mayo', '05-15'],
  ])('%s is %s', (text, day) => {
    expect(readYearDay(text)).toBe(day)
  })
  it('in digits goes by the order of the place, and is none where it could be two', () => {
    expect(readYearDay('4/5', 'dmy')).toBe('05-04')
    expect(readYearDay('4/5', 'mdy')).toBe('04-05')
    expect(readYearDay('4/5')).toBeUndefined()
  })
  it.each(['', '13-40', '2027-05-15', 'week 18', 'soon', '02-30'])('“%s” is none', (text) => {
    expect(readYearDay(text)).toBeUndefined()
  })
})
