/** The weather ahead from a CSV: dates, lows and highs, and rain and wind where there are columns of them. */
import Papa from 'papaparse'
import { formatDay } from '../core/calendar/day'
import type { ForecastDay } from '../season/schema'
import { dayOf, numberIn, readWeather, type DroppedRow, type WeatherDoubt, type WeatherReading } from './weather-csv'

export interface ForecastFile {
  columns: string[]
  reading: WeatherReading
  /** Column of the warmest of the day; none where the file has no such column. */
  high: number | undefined
  rain: number | undefined
  wind: number | undefined
  doubts: WeatherDoubt[]
  days: ForecastDay[]
  /** Days that give no high: it is taken as the low and twice the usual drop of a night. */
  guessedHighs: number
  dropped: DroppedRow[]
}

const MOST_DAYS = 400

/**
 * Reads a forecast.
 *
 * @param text the file
 * @param nightDrop °C from a day's mean to its coldest hour, for days without a high
 * @param confirmed what the grower has set; the rest is recognised
 * @returns what was read, or `undefined` when there is nothing that looks like dates and temperatures
 */
export function readForecast(
  text: string,
  nightDrop: number,
  confirmed: Partial<WeatherReading> = {},
): ForecastFile | undefined {
  const read = readWeather(text, confirmed)
  if (!read) return undefined
  const { columns, reading } = read
  const named = (pattern: RegExp) => {
    const at = columns.findIndex((name, i) => i !== reading.date && i !== reading.min && pattern.test(name))
    return at < 0 ? undefined : at
  }
  const high = named(/(^|[^a-z])(t?max|maximum|high|highest|tx)([^a-z]|$)/i)
  const rain = named(/rain|precip/i)
  const wind = named(/wind|gust/i)
  const celsius = (value: number) => (reading.unit === 'F' ? ((value - 32) * 5) / 9 : value)
  const others = new Map<number, { high: number | undefined; rain: number | undefined; wind: number | undefined }>()
  for (const row of Papa.parse<string[]>(text.replace(/^\uFEFF/, '')).data) {
    const day = dayOf(row[reading.date] ?? '', reading.order)
    if (day === undefined || others.has(day)) continue
    const cell = (column: number | undefined) => (column === undefined ? undefined : numberIn(row[column] ?? ''))
    const top = cell(high)
    others.set(day, {
      high: top === undefined ? undefined : celsius(top),
      rain: within(cell(rain), 2000),
      wind: within(cell(wind), 400),
    })
  }
  let guessedHighs = 0
  const days = read.minima.slice(0, MOST_DAYS).map(([day, low]): ForecastDay => {
    const more = others.get(day)
    const sound = more?.high !== undefined && more.high >= low && more.high <= 60
    if (!sound) guessedHighs++
    return {
      on: formatDay(day),
      low: round(low),
      high: round(sound ? more.high! : low + 2 * nightDrop),
      ...(more?.rain === undefined ? {} : { rain: more.rain }),
      ...(more?.wind === undefined ? {} : { wind: more.wind }),
    }
  })
  return { columns, reading, high, rain, wind, doubts: read.doubts, days, guessedHighs, dropped: read.dropped }
}

const round = (value: number) => Math.round(value * 10) / 10
const within = (value: number | undefined, most: number) =>
  value !== undefined && value >= 0 && value <= most ? value : undefined
