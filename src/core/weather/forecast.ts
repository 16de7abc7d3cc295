/** The weather ahead, from wherever it comes. */
import type { ForecastDay } from '../../season/schema'
import type { Day } from '../calendar/day'
import type { OpenAir } from './open-air'
import { SOIL_DAYS } from './open-air'

/** One day ahead: °C, mm, km/h. */
export type Ahead = Omit<ForecastDay, 'on'>

/** Some days ahead. */
export interface Forecast {
  /** Where it comes from, as a reader is told. */
  name: string
  /** Made up by the stand-in: never to be planted by. */
  simulated: boolean
  days: ReadonlyMap<Day, Ahead>
}

/** What any source of weather answers: the simulated stand-in, a file, or a real service in their place. */
export interface ForecastSource {
  ahead(day: Day): Forecast
}

/** Coldest night of [from, until) that is forecast, with its day; `undefined` when none of them is. */
export function coldestAhead(
  forecast: Forecast | undefined,
  from: Day,
  until: Day,
): { day: Day; low: number } | undefined {
  let coldest: { day: Day; low: number } | undefined
  for (let day = from; day < until; day++) {
    const ahead = forecast?.days.get(day)
    if (ahead && (!coldest || ahead.low < coldest.low)) coldest = { day, low: ahead.low }
  }
  return coldest
}

/** Soil on a day, °C: means of the days before it, forecast where there is one and usual where not. An estimate. */
export function soilAhead(air: OpenAir, forecast: Forecast | undefined, day: Day): { soil: number; forecast: boolean } {
  let difference = 0
  let known = false
  for (let back = 1; back <= SOIL_DAYS; back++) {
    const ahead = forecast?.days.get(day - back)
    if (!ahead) continue
    known = true
    difference += (ahead.low + ahead.high) / 2 - air.mean(day - back)
  }
  return { soil: air.soil(day) + difference / SOIL_DAYS, forecast: known }
}
