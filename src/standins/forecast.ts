/** The weather ahead from a simulated stand-in, or from a file; a real service would answer the same way. */
import { formatDay, parseDay, type Day } from '../core/calendar/day'
import { outdoorMean } from '../core/climate/outdoor'
import type { Ahead, Forecast, ForecastSource } from '../core/weather/forecast'
import type { ForecastDay, Site } from '../season/schema'
import { seeded } from '../core/statistics/random'

const DAYS_AHEAD = 10
const SNAP_EVERY = 23 // days from one cold snap to the next, about
const SNAP_DAYS = 3
const SNAP = 7 // °C a snap is colder at its worst
const SPREAD = 2.4 // °C of ordinary weather

/** Numbers of one day, always the same for a seed and day. */
function numbersOf(seed: number, day: Day, salt: number): () => number {
  return seeded(Math.imul(seed, 0x9e3779b1) ^ Math.imul(day + 100_000, 0x85ebca6b) ^ salt)
}

const between = (random: () => number) => random() + random() + random() - 1.5 // near normal, −1.5 … 1.5

/** Degrees by which a made-up day differs from a usual one: slow weather from its neighbours, and cold snaps. */
function weatherOf(seed: number, day: Day): number {
  let weather = 0
  for (let back = 0; back < 4; back++) weather += between(numbersOf(seed, day - back, 1)) * SPREAD * 0.62 ** back
  const nth = Math.floor(day / SNAP_EVERY)
  const begins = nth * SNAP_EVERY + Math.floor(numbersOf(seed, nth, 2)() * (SNAP_EVERY - SNAP_DAYS))
  const into = day - begins
  return into >= 0 && into < SNAP_DAYS ? weather - SNAP * (1 - into / (SNAP_DAYS + 1)) : weather
}

/** The weather of one made-up day as it will be. */
export function madeUpDay(site: Pick<Site, 'outdoorMonthlyMeans' | 'nightDrop'>, seed: number, day: Day): ForecastDay {
  const random = numbersOf(seed, day, 3)
  const mean = outdoorMean(site.outdoorMonthlyMeans, day) + weatherOf(seed, day)
  const wet = random()
  const rain = wet > 0.68 ? Math.round((wet - 0.68) * 70) : 0
  const half = rain > 0 ? site.nightDrop * 0.6 : site.nightDrop + random() * 2
  return {
    on: formatDay(day),
    low: round(mean - half),
    high: round(mean + half),
    rain,
    wind: Math.round(6 + random() * random() * 50),
  }
}

const round = (value: number) => Math.round(value * 10) / 10

/** The stand-in: what it says of a day drifts the further ahead it is, as forecasts do. */
export function standInForecast(site: Pick<Site, 'outdoorMonthlyMeans' | 'nightDrop'>, seed: number): ForecastSource {
  return {
    ahead(day) {
      const days = new Map<Day, Ahead>()
      for (let lead = 0; lead < DAYS_AHEAD; lead++) {
        const { low, high, rain, wind } = madeUpDay(site, seed, day + lead)
        const off = between(numbersOf(seed, day + lead, 10 + lead)) * 0.25 * lead
        days.set(day + lead, { low: round(low + off), high: round(high + off), rain, wind })
      }
      return { name: 'simulated', simulated: true, days }
    },
  }
}

/** Days of a file, as many as are left. */
export function fileForecast(name: string, list: readonly ForecastDay[]): ForecastSource {
  const days = new Map<Day, Ahead>(list.map(({ on, ...ahead }) => [parseDay(on), ahead]))
  return { ahead: (day) => ({ name, simulated: false, days: new Map([...days].filter(([on]) => on >= day)) }) }
}

/** The weather ahead of a site on a day; `undefined` where none is switched on. */
export function forecastOf(site: Site, day: Day): Forecast | undefined {
  const { forecast } = site
  if (!forecast) return undefined
  const source =
    forecast.from === 'stand-in' ? standInForecast(site, forecast.seed) : fileForecast(forecast.name, forecast.days)
  return source.ahead(day)
}
