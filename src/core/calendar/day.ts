/** Whole civil days as plain numbers: days since 1970-01-01, with no time zone. */

/** Days since 1970-01-01. */
export type Day = number

/**
 * Day number of an ISO date.
 *
 * @param iso `YYYY-MM-DD`
 * @throws RangeError when it is not a real date
 * @example parseDay('1970-01-02') // 1
 */
export function parseDay(iso: string): Day {
  const year = digits(iso, 0, 4)
  const month = digits(iso, 5, 2)
  const date = digits(iso, 8, 2)
  if (iso.length === 10 && iso[4] === '-' && iso[7] === '-' && month >= 1 && month <= 12 && date >= 1) {
    const leap = (year % 4 === 0 && year % 100 !== 0) || year % 400 === 0
    if (date <= (month === 2 && leap ? 29 : MONTH_DAYS[month - 1]!)) return civilDay(year, month, date)
  }
  throw new RangeError(`"${iso}" is not a date written YYYY-MM-DD`)
}

const MONTH_DAYS = [31, 28, 31, 30, 31, 30, 31, 31, 30, 31, 30, 31]

function digits(text: string, at: number, count: number): number {
  let value = 0
  for (let i = at; i < at + count; i++) {
    const digit = text.charCodeAt(i) - 48
    if (!(digit >= 0 && digit <= 9)) return Number.NaN
    value = value * 10 + digit
  }
  return value
}

/** Days since 1970-01-01 of a real date: years counted from March, so that a leap day comes last. */
function civilDay(year: number, month: number, date: number): Day {
  const y = month <= 2 ? year - 1 : year
  const era = Math.floor(y / 400)
  const yearOfEra = y - era * 400
  const dayOfMarchYear = Math.floor((153 * (month + (month > 2 ? -3 : 9)) + 2) / 5) + date - 1
  return (
    era * 146_097 + yearOfEra * 365 + Math.floor(yearOfEra / 4) - Math.floor(yearOfEra / 100) + dayOfMarchYear - 719_468
  )
}

/**
 * ISO date of a day number.
 *
 * @example formatDay(1) // '1970-01-02'
 */
export function formatDay(day: Day): string {
  return new Date(day * 86_400_000).toISOString().slice(0, 10)
}

/** Day of the week, 1 Monday … 7 Sunday. */
export function weekday(day: Day): number {
  return ((((day + 3) % 7) + 7) % 7) + 1
}

/** Monday of the week a day lies in. */
export function weekStart(day: Day): Day {
  return day - weekday(day) + 1
}

/** ISO 8601 week number, 1 … 53. */
export function isoWeek(day: Day): number {
  const thursday = weekStart(day) + 3
  return Math.floor((thursday - yearStart(thursday)) / 7) + 1
}

/** Year, month 1 … 12 and day of the month of a day. */
export function civil(day: Day): { year: number; month: number; date: number } {
  // Years counted from March, so that a leap day comes last; the inverse of civilDay.
  const z = day + 719_468
  const era = Math.floor(z / 146_097)
  const dayOfEra = z - era * 146_097
  const yearOfEra = Math.floor(
    (dayOfEra - Math.floor(dayOfEra / 1460) + Math.floor(dayOfEra / 36_524) - Math.floor(dayOfEra / 146_096)) / 365,
  )
  const dayOfMarchYear = dayOfEra - (365 * yearOfEra + Math.floor(yearOfEra / 4) - Math.floor(yearOfEra / 100))
  const marchMonth = Math.floor((5 * dayOfMarchYear + 2) / 153)
  const month = marchMonth < 10 ? marchMonth + 3 : marchMonth - 9
  const date = dayOfMarchYear - Math.floor((153 * marchMonth + 2) / 5) + 1
  return { year: era * 400 + yearOfEra + (month <= 2 ? 1 : 0), month, date }
}

/** Day number of a year, month 1 … 12 and day of the month; days past the month's end run on. */
export function fromCivil(year: number, month: number, date: number): Day {
  return Date.UTC(year, month - 1, date) / 86_400_000
}

/** First day of the year a day lies in. */
function yearStart(day: Day): Day {
  return fromCivil(civil(day).year, 1, 1)
}

/** Day of the year, 1 for 1 January. */
export function dayOfYear(day: Day): number {
  return day - yearStart(day) + 1
}

/**
 * Day a `MM-DD` falls on in a year; 29 February is 1 March in other years.
 *
 * @param monthDay `MM-DD`
 */
export function inYear(monthDay: string, year: number): Day {
  return fromCivil(year, Number(monthDay.slice(0, 2)), Number(monthDay.slice(3, 5)))
}

/**
 * Whether a day lies in a yearly recurring part of the year.
 *
 * @param from first `MM-DD` of it
 * @param until first `MM-DD` no longer in it; before `from` it wraps over New Year, equal means the whole year
 */
export function inPartOfYear(day: Day, from: string, until: string): boolean {
  if (from === until) return true
  const { month, date } = civil(day)
  const now = month * 100 + date
  const first = Number(from.slice(0, 2)) * 100 + Number(from.slice(3))
  const end = Number(until.slice(0, 2)) * 100 + Number(until.slice(3))
  return first < end ? now >= first && now < end : now >= first || now < end
}

/** First days of the months in [first, last). */
export function monthStarts(first: Day, last: Day): Day[] {
  const months: Day[] = []
  const { year, month } = civil(first)
  for (let m = month; ; m++) {
    const day = fromCivil(year, m, 1)
    if (day >= last) return months
    if (day >= first) months.push(day)
  }
}
