/** Cells of a list as they are read: numbers, shares, days, choices and measures, each in the ways people write them. */
import { formatDay, parseDay } from '../../core/calendar/day'
import { readTypedDay } from '../../core/calendar/typed-day'
import { plainText } from '../sheet-file/plain-text'
import type { ListColumn } from './lists'
import type { ListProblem, ListReading } from './read-list'

/** What a cell says: nothing where it is empty, a problem where it is not understood. */
export type CellRead<T> = { value: T | undefined; problem?: ListProblem }

/** `1,200`, `1.200`, `12.5`, `~300`: a mark before three digits at the end parts thousands. */
export function readNumber(text: string, column: ListColumn): CellRead<number> {
  const plain = text.replace(/[\s~≈]/g, '').replace(/^[$€£]|[$€£]$/g, '')
  if (plain === '') return { value: undefined }
  const whole = /^\d{1,3}([.,]\d{3})+$/.test(plain) ? plain.replace(/[.,]/g, '') : plain.replace(',', '.')
  return /^\d+(\.\d+)?$/.test(whole)
    ? { value: Number(whole) }
    : { value: undefined, problem: { column, what: 'no-number' } }
}

/** The same, rounded to whole ones. */
export function readWhole(text: string, column: ListColumn): CellRead<number> {
  const { value, problem } = readNumber(text.replace(/\s*(seeds?|semillas?|days?|dias?)$/i, ''), column)
  return problem ? { value, problem } : { value: value === undefined ? undefined : Math.round(value) }
}

/** `85`, `85 %`, `0.85`: a share of all. */
export function readShare(text: string, column: ListColumn): CellRead<number> {
  const { value, problem } = readNumber(text.replace('%', ''), column)
  if (problem || value === undefined) return problem ? { value, problem } : { value }
  const share = text.includes('%') || value > 1 ? value / 100 : value
  return share <= 1 ? { value: Number(share.toFixed(6)) } : { value: undefined, problem: { column, what: 'no-number' } }
}

/** A day in any usual form. */
export function readDayCell(text: string, column: ListColumn, { season, order }: ListReading): CellRead<string> {
  if (text.trim() === '') return { value: undefined }
  // Tests of seed lie in the past: a day without a year is the last of its name before the season is over.
  const read = readTypedDay(text, { from: parseDay(season.season.to) - 365, order })
  if (!read.ok) return { value: undefined, problem: { column, what: 'no-day' } }
  if (read.or !== undefined) return { value: undefined, problem: { column, what: 'either' } }
  return { value: formatDay(read.day) }
}

/** One of several, by any of its words. */
export function readChoice<T extends string>(
  text: string,
  column: ListColumn,
  words: Readonly<Record<T, readonly string[]>>,
): CellRead<T> {
  const plain = plainText(text)
  if (plain === '') return { value: undefined }
  const found = (Object.keys(words) as T[]).find((one) => plainText(one) === plain || words[one].includes(plain))
  return found ? { value: found } : { value: undefined, problem: { column, what: 'no-choice' } }
}

const CM: Readonly<Record<string, number>> = {
  m: 100,
  cm: 1,
  mm: 0.1,
  ft: 30.48,
  feet: 30.48,
  foot: 30.48,
  in: 2.54,
  "'": 30.48,
  '"': 2.54,
}

/** `30 m`, `100 ft`, `75`: a length in cm. A bare number is taken in the unit that is usual for it. */
export function readLength(text: string, column: ListColumn, usual: (n: number) => keyof typeof CM): CellRead<number> {
  const found = /^([\d.,\s]*\d)\s*([a-z'"]*)$/.exec(text.trim().toLowerCase())
  if (text.trim() === '') return { value: undefined }
  const { value } = found ? readNumber(found[1]!, column) : { value: undefined }
  const unit = value === undefined ? undefined : found![2] === '' ? usual(value) : (found![2] as keyof typeof CM)
  const factor = unit === undefined ? undefined : CM[unit]
  return value !== undefined && factor !== undefined
    ? { value: Math.round(value * factor * 10) / 10 }
    : { value: undefined, problem: { column, what: 'no-number' } }
}
