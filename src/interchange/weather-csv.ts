/** Daily minima from a CSV of any date format and unit: read as far as it makes sense, every dropped row listed. */
import Papa from 'papaparse'
import { parseDay, type Day } from '../core/calendar/day'

export type DateOrder = 'ymd' | 'dmy' | 'mdy'
export type TemperatureUnit = 'C' | 'F'

/** How a file is read: recognised, or confirmed by the grower. */
export interface WeatherReading {
  date: number
  min: number
  order: DateOrder
  unit: TemperatureUnit
}

/** What could not be recognised for sure. */
export type WeatherDoubt = 'order' | 'unit' | 'columns'

export type DropReason = 'no-date' | 'no-number' | 'impossible' | 'doubled'

/** Why a row was left out, in words. */
export const DROP_WORDS: Record<DropReason, string> = {
  'no-date': 'no date',
  'no-number': 'no temperature',
  impossible: 'not possible',
  doubled: 'a day that was there already',
}

export interface DroppedRow {
  /** Line in the file, from 1. */
  line: number
  text: string
  why: DropReason
}

export interface WeatherFile {
  columns: string[]
  reading: WeatherReading
  doubts: WeatherDoubt[]
  /** Day and °C, in order. */
  minima: [Day, number][]
  dropped: DroppedRow[]
  /** Days between the first and the last that are missing. */
  missing: number
}

const COLDEST = -65 // °C: no farm has been colder
const WARMEST_NIGHT = 40 // °C

/**
 * Reads daily minima.
 *
 * @param text the file
 * @param confirmed what the grower has set; the rest is recognised
 * @returns what was read, or `undefined` when there is nothing that looks like dates and temperatures
 */
export function readWeather(text: string, confirmed: Partial<WeatherReading> = {}): WeatherFile | undefined {
  const rows = Papa.parse<string[]>(text.replace(/^\uFEFF/, ''), { skipEmptyLines: false }).data
  const first = rows.findIndex((row) => row.some((cell) => dateParts(cell) !== undefined))
  if (first < 0) return undefined
  const header = first > 0 ? rows[first - 1]! : []
  const body = rows.slice(first)
  const width = Math.max(...body.slice(0, 50).map((row) => row.length))
  const columns = Array.from({ length: width }, (_, i) => header[i]?.trim() || `column ${i + 1}`)
  const doubts: WeatherDoubt[] = []

  const dateColumn = confirmed.date ?? best(width, (i) => share(body, i, (cell) => dateParts(cell) !== undefined))
  if (dateColumn === undefined) return undefined
  const numeric = Array.from({ length: width }, (_, i) => i).filter(
    (i) => i !== dateColumn && share(body, i, (cell) => numberIn(cell) !== undefined) > 0.5,
  )
  if (numeric.length === 0) return undefined
  const named = numeric.find((i) => /(^|[^a-z])(t?min|minimum|low|lowest|tn)([^a-z]|$)/i.test(columns[i]!))
  // Without a name it is the coolest column; more than one to choose from is a doubt.
  const minColumn = confirmed.min ?? named ?? numeric.reduce((low, i) => (mean(body, i) < mean(body, low) ? i : low))
  if (confirmed.min === undefined && named === undefined && numeric.length > 1) doubts.push('columns')

  const parts = body.map((row) => dateParts(row[dateColumn] ?? '')).filter((found) => found !== undefined)
  const order = confirmed.order ?? orderOf(parts)
  if (order === undefined) doubts.push('order')
  const values = body.flatMap((row) => numberIn(row[minColumn] ?? '') ?? [])
  const unit = confirmed.unit ?? unitOf(columns[minColumn]!, values)
  if (unit === undefined) doubts.push('unit')
  const reading: WeatherReading = { date: dateColumn, min: minColumn, order: order ?? 'dmy', unit: unit ?? 'C' }
  return { columns, reading, doubts, ...minimaOf(rows, first, reading) }
}

function minimaOf(
  rows: readonly string[][],
  first: number,
  { date, min, order, unit }: WeatherReading,
): Pick<WeatherFile, 'minima' | 'dropped' | 'missing'> {
  const byDay = new Map<Day, number>()
  const dropped: DroppedRow[] = []
  rows.forEach((row, i) => {
    if (i < first || row.every((cell) => cell.trim() === '')) return
    const drop = (why: DropReason) => dropped.push({ line: i + 1, text: row.join(', ').slice(0, 80), why })
    const day = dayOf(row[date] ?? '', order)
    if (day === undefined) return drop('no-date')
    const value = numberIn(row[min] ?? '')
    if (value === undefined) return drop('no-number')
    const celsius = unit === 'F' ? ((value - 32) * 5) / 9 : value
    if (celsius < COLDEST || celsius > WARMEST_NIGHT) return drop('impossible')
    if (byDay.has(day)) return drop('doubled')
    byDay.set(day, celsius)
  })
  const minima = [...byDay].sort(([a], [b]) => a - b)
  const span = minima.length === 0 ? 0 : minima.at(-1)![0] - minima[0]![0] + 1
  return { minima, dropped, missing: span - minima.length }
}

/** The three numbers of a date, in the order they are written; names of months count. */
function dateParts(cell: string): [number, number, number] | undefined {
  const text = cell.trim().replace(/[T ]\d\d?:\d\d.*$/, '')
  const compact = /^(\d{4})(\d\d)(\d\d)$/.exec(text)
  if (compact) return [Number(compact[1]), Number(compact[2]), Number(compact[3])]
  const split = /^(\d{1,4})[-/. ](\d{1,2}|[A-Za-z]{3,9})[-/. ,]+(\d{1,4})$/.exec(text)
  if (!split) return undefined
  const month = /^\d/.test(split[2]!) ? Number(split[2]) : MONTHS.indexOf(split[2]!.slice(0, 3).toLowerCase()) + 1
  return month === 0 ? undefined : [Number(split[1]), month, Number(split[3])]
}

const MONTHS = ['jan', 'feb', 'mar', 'apr', 'may', 'jun', 'jul', 'aug', 'sep', 'oct', 'nov', 'dec']

/** The order that all dates agree with; `undefined` when more than one would do. */
function orderOf(parts: readonly [number, number, number][]): DateOrder | undefined {
  if (parts.some(([a]) => a > 31)) return 'ymd'
  const dmy = parts.every(([, month]) => month >= 1 && month <= 12)
  const mdy = parts.every(([month]) => month >= 1 && month <= 12)
  return dmy === mdy ? undefined : dmy ? 'dmy' : 'mdy'
}

/** Unit by its name, else by what is possible: a mean night over 25 is no °C, one under 5 no °F of a whole year. */
function unitOf(name: string, values: readonly number[]): TemperatureUnit | undefined {
  if (/°\s?f|\bf\b|fahrenheit/i.test(name)) return 'F'
  if (/°\s?c|\bc\b|celsius/i.test(name)) return 'C'
  if (values.length === 0) return undefined
  const middle = [...values].sort((a, b) => a - b)[values.length >> 1]!
  if (middle > 27) return 'F'
  return middle < 18 ? 'C' : undefined
}

/** The day in a cell, by the order its parts are written in. */
export function dayOf(cell: string, order: DateOrder): Day | undefined {
  const parts = dateParts(cell)
  if (!parts) return undefined
  const [a, b, c] = parts
  const [year, month, date] = order === 'ymd' || a > 31 ? [a, b, c] : order === 'dmy' ? [c, b, a] : [c, a, b]
  const full = year < 100 ? (year > 60 ? 1900 + year : 2000 + year) : year
  try {
    return parseDay(
      `${String(full).padStart(4, '0')}-${String(month).padStart(2, '0')}-${String(date).padStart(2, '0')}`,
    )
  } catch {
    return undefined // 31 June: no day, and listed as dropped
  }
}

/** The number in a cell, with or without a unit; `undefined` when there is none. */
export function numberIn(cell: string): number | undefined {
  const clean = cell
    .trim()
    .replace(/\s*°?\s*[CF]$/i, '')
    .replace('−', '-')
    .replace(/^(-?\d+),(\d+)$/, '$1.$2')
  return /^-?(\d+\.?\d*|\.\d+)$/.test(clean) ? Number(clean) : undefined
}

function share(rows: readonly string[][], column: number, is: (cell: string) => boolean): number {
  const some = rows.slice(0, 400).filter((row) => row.some((cell) => cell.trim() !== ''))
  return some.filter((row) => is(row[column] ?? '')).length / Math.max(1, some.length)
}

function mean(rows: readonly string[][], column: number): number {
  const values = rows.slice(0, 400).flatMap((row) => numberIn(row[column] ?? '') ?? [])
  return values.reduce((sum, value) => sum + value, 0) / Math.max(1, values.length)
}

function best(width: number, score: (column: number) => number): number | undefined {
  const scores = Array.from({ length: width }, (_, i) => score(i))
  const top = Math.max(...scores)
  return top > 0 ? scores.indexOf(top) : undefined
}
