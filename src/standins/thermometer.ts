/** A thermometer in every place that is not there: weather of its own, faults and gaps, always the same for a seed. */
import { parseDay, type Day } from '../core/calendar/day'
import { temperatureRule, type TemperatureRule } from '../core/climate/place-temperature'
import type { DayOfHours } from '../core/climate/readings'
import { seeded } from '../core/statistics/random'
import type { Place, Site } from '../season/schema'
import { madeUpDay } from './forecast'

/** Reads the temperature of places; a real device would answer the same way. */
export interface Thermometer {
  readonly simulated: boolean
  /** Hour by hour over [from, until). */
  read(place: Place, from: Day, until: Day): DayOfHours[]
}

const NOISE = 0.4 // °C
const HEATER_FAILS = 0.012 // of nights
const GAP = 0.03 // of days with hours missing
const SPIKE = 0.002 // of hours

/** The stand-in for a site. */
export function simulatedThermometer(site: Pick<Site, 'outdoorMonthlyMeans' | 'nightDrop'>, seed: number): Thermometer {
  return {
    simulated: true,
    read: (place, from, until) =>
      Array.from({ length: Math.max(0, until - from) }, (_, i) => dayIn(place, from + i, site, seed)),
  }
}

function dayIn(
  place: Place,
  day: Day,
  site: Pick<Site, 'outdoorMonthlyMeans' | 'nightDrop'>,
  seed: number,
): DayOfHours {
  const random = seeded(Math.imul(seed, 0x9e3779b1) ^ Math.imul(day + 50_000, 0x85ebca6b) ^ hashOf(place.key))
  const weather = madeUpDay(site, seed, day)
  const mean = (weather.low + weather.high) / 2
  const rule: TemperatureRule = temperatureRule(place, day)
  const fails = rule.floor !== undefined && random() < HEATER_FAILS
  const gap = random() < GAP ? Math.floor(random() * 24) : -1
  const gapHours = 2 + Math.floor(random() * 9)
  const half = rule.halfRange ?? Math.max(2, (weather.high - weather.low) / 2)
  const hours = Array.from({ length: 24 }, (_, hour) => {
    const noise = (random() - 0.5) * 2 * NOISE
    const spike = random() < SPIKE
    if (gap >= 0 && hour >= gap && hour < gap + gapHours) return undefined
    if (spike) return 85
    if (rule.held !== undefined) return round(rule.held + noise)
    // Warmest in the afternoon, coldest before sunrise.
    const free = mean + (rule.lift ?? 0) + half * Math.cos((2 * Math.PI * (hour - 14)) / 24)
    const floor = fails && (hour < 8 || hour > 21) ? -Infinity : (rule.floor ?? -Infinity)
    return round(Math.min(rule.ceiling ?? Infinity, Math.max(floor, free)) + noise)
  })
  return { day, hours }
}

function hashOf(text: string): number {
  let value = 7
  for (let i = 0; i < text.length; i++) value = Math.imul(value ^ text.charCodeAt(i), 0x01000193)
  return value
}

const round = (value: number) => Math.round(value * 10) / 10

/** Days a source has not been read yet: from the day after its last reading, or so many days back. */
export function daysToRead(last: string | undefined, today: Day, back = 60): { from: Day; until: Day } {
  return { from: last === undefined ? today - back : parseDay(last) + 1, until: today }
}
