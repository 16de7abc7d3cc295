/** Days as people type them: `17 March`, `3/17`, `mid May`, `week 18`, `2027-03-17`. */
import { fromCivil, civil, formatDay, isoWeek, weekStart, type Day } from './day'

/** Which comes first where a day is written in digits alone. */
export type DayOrder = 'dmy' | 'mdy'

/** How days are typed here. */
export interface TypedDays {
  /** A day without a year is the first of its name from here on. */
  from: Day
  /** Said where it is known; without it a day that could be either is in doubt. */
  order?: DayOrder | undefined
}

/** What was typed, as a day; `or` is the other day it could be. */
export type TypedDay = { ok: true; day: Day; or?: Day } | { ok: false }

const NONE = { ok: false } as const

/** Beginnings of the names of months that tell them apart, in English and Spanish. */
const MONTHS: readonly (readonly string[])[] = [
  ['jan', 'ene'],
  ['feb'],
  ['mar'],
  ['apr', 'abr'],
  ['may'],
  ['jun'],
  ['jul'],
  ['aug', 'ago'],
  ['sep', 'set'],
  ['oct'],
  ['nov'],
  ['dec', 'dic'],
]
const WEEKDAY = /^(mon|tue|wed|thu|fri|sat|sun|lun|mar|mie|jue|vie|sab|dom)[a-z]*\.?,? +(?=\d|[a-z]{3})/

/** The part of a month a word means, as its day. */
const PARTS: Readonly<Record<string, number>> = {
  early: 5,
  beginning: 5,
  start: 1,
  mid: 15,
  middle: 15,
  late: 25,
  end: 28,
  principios: 5,
  mediados: 15,
  finales: 25,
}

/**
 * Reads a day.
 *
 * @param text as it was typed
 * @returns the day; where it has no year the first such day from `from` on. `or` where day and month could change places
 */
export function readTypedDay(text: string, { from, order }: TypedDays): TypedDay {
  const said = plain(text)
  const read = (one: string): TypedDay =>
    isoDay(one) ?? weekDay(one, from) ?? namedMonth(one, from) ?? inDigits(one, from, order) ?? NONE
  const whole = read(said)
  // `mar` is a month, and a weekday in Spanish: it is the weekday only where the rest is a day by itself.
  return whole.ok ? whole : read(said.replace(WEEKDAY, ''))
}

const plain = (text: string) =>
  text
    .normalize('NFD')
    .replace(/\p{M}/gu, '')
    .toLowerCase()
    .trim()
    .replace(/\s+/g, ' ')
    .replace(/[t ]\d\d?:\d\d.*$/, '')

function isoDay(text: string): TypedDay | undefined {
  const found = /^(\d{4})[-/.](\d{1,2})[-/.](\d{1,2})$/.exec(text)
  return found ? on(Number(found[1]), Number(found[2]), Number(found[3])) : undefined
}

/** `week 18`, `wk18`, `w 18 2027`: its Monday. */
function weekDay(text: string, from: Day): TypedDay | undefined {
  const found = /^(?:week|wk|w|kw|semana|sem)\.? ?(\d{1,2})(?:[ /,-]+(\d{4}|\d\d))?$/.exec(text)
  if (!found) return undefined
  const week = Number(found[1])
  if (week < 1 || week > 53) return NONE
  const first = found[2] === undefined ? civil(from).year - 1 : fullYear(found[2])
  for (let year = first; year <= first + 3; year++) {
    const monday = weekStart(fromCivil(year, 1, 4)) + 7 * (week - 1)
    if (isoWeek(monday) !== week) continue // a 53rd week that this year does not have
    if (found[2] !== undefined || monday + 6 >= from) return { ok: true, day: monday }
  }
  return NONE
}

/** `17 March`, `March 17, 2027`, `mid May`, `end of June 2027`. */
function namedMonth(text: string, from: Day): TypedDay | undefined {
  const words = text.split(/[\s,./-]+/).filter((word) => !['of', 'the', 'de', 'del', 'a'].includes(word))
  const at = words.findIndex((word) => monthOf(word) !== undefined)
  if (at < 0 || words.length > 3) return undefined
  const month = monthOf(words[at]!)!
  const [first, second] = words.filter((_, i) => i !== at)
  if (first === undefined) return NONE
  const date = PARTS[first] ?? numberOf(first)
  if (date === undefined || date > 31) return NONE
  if (second === undefined) return next(month, date, from)
  return /^\d{2}(\d{2})?$/.test(second) ? on(fullYear(second), month, date) : NONE
}

/** `17/3`, `3/17/2027`, `17.3.`, `17-03-27`. */
function inDigits(text: string, from: Day, order: DayOrder | undefined): TypedDay | undefined {
  const found = /^(\d{1,2})[-/. ](\d{1,2})(?:[-/. ](\d{4}|\d{2})?)?$/.exec(text)
  if (!found) return undefined
  const [a, b] = [Number(found[1]), Number(found[2])]
  const as = (month: number, date: number) =>
    found[3] === undefined ? next(month, date, from) : on(fullYear(found[3]), month, date)
  const [dmy, mdy] = [as(b, a), as(a, b)]
  if (!dmy.ok || !mdy.ok) return dmy.ok ? dmy : mdy
  if (order !== undefined || dmy.day === mdy.day) return order === 'mdy' ? mdy : dmy
  return { ...dmy, or: mdy.day }
}

function monthOf(word: string): number | undefined {
  const at = MONTHS.findIndex((names) => names.some((name) => word.startsWith(name)))
  return at < 0 || /\d/.test(word) || PARTS[word] !== undefined ? undefined : at + 1
}

const numberOf = (word: string): number | undefined => {
  const found = /^(\d{1,2})(st|nd|rd|th)?$/.exec(word)
  return found ? Number(found[1]) : undefined
}

const fullYear = (text: string) => (text.length === 2 ? 2000 + Number(text) : Number(text))

function on(year: number, month: number, date: number): TypedDay {
  if (year < 1970 || year > 2200 || month < 1 || month > 12 || date < 1) return NONE
  const day = fromCivil(year, month, date)
  return civil(day).month === month ? { ok: true, day } : NONE
}

/** The first such day from a day on; the 29th of February waits for a year that has it. */
function next(month: number, date: number, from: Day): TypedDay {
  const { year } = civil(from)
  for (let y = year; y <= year + 8; y++) {
    const found = on(y, month, date)
    if (found.ok && found.day >= from) return found
  }
  return NONE
}

const LEAP_YEAR = fromCivil(2024, 1, 1)

/**
 * Reads a day of the year, whichever year: `15 May`, `mid May`, `5/15`, or `05-15` as documents have it.
 *
 * @returns MM-DD; `undefined` where it is none, or could be two
 */
export function readYearDay(text: string, order?: DayOrder): string | undefined {
  const said = /^(\d\d)-(\d\d)$/.exec(text.trim())
  const read = said
    ? on(2024, Number(said[1]), Number(said[2]))
    : /\d{4}|week|wk|semana/i.test(text)
      ? NONE
      : readTypedDay(text, { from: LEAP_YEAR, order })
  return read.ok && read.or === undefined ? formatDay(read.day).slice(5) : undefined
}
