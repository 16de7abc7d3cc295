/** The temperature of a place through the hours of a day. */
import type { Place } from '../../season/schema'
import { inPartOfYear, type Day } from '../calendar/day'

/** How warm a place is at one time of year; every part optional. */
export interface TemperatureRule {
  /** °C kept by a thermostat; overrides the rest. */
  held?: number | undefined
  /** °C above outdoors. */
  lift?: number | undefined
  /** °C from the daily mean to the warmest hour; 5 unless given. */
  halfRange?: number | undefined
  /** °C never fallen below. */
  floor?: number | undefined
  /** °C never risen above. */
  ceiling?: number | undefined
}

/** Distinct temperatures in a day: hours h and 23 − h are equally warm, so twelve stand for twenty-four. */
export const HALF_DAY = 12

const COS = Float64Array.from({ length: HALF_DAY }, (_, h) => Math.cos((2 * Math.PI * (h + 0.5)) / 24))

/** The rule in force at a place on a day: the first period that holds, else the rule for the rest of the year. */
export function temperatureRule(place: Pick<Place, 'temperature'>, day: Day): TemperatureRule {
  const { periods, ...usual } = place.temperature
  return periods.find((p) => inPartOfYear(day, p.from, p.until)) ?? usual
}

/**
 * Temperatures of the first twelve hours of a day (the other twelve mirror them).
 *
 * @param outdoor outdoor daily mean, °C
 * @param out twelve values are written here from `at` on, °C
 */
export function hourlyTemperatures(rule: TemperatureRule, outdoor: number, out: Float64Array, at = 0): void {
  const mean = outdoor + (rule.lift ?? 0)
  const half = rule.halfRange ?? 5
  const floor = rule.floor ?? -Infinity
  const ceiling = rule.ceiling ?? Infinity
  for (let h = 0; h < HALF_DAY; h++) {
    out[at + h] = rule.held ?? Math.min(ceiling, Math.max(floor, mean + half * COS[h]!))
  }
}

/**
 * Mean of a day at a place in a usual year.
 *
 * @param outdoor outdoor daily mean, °C
 * @returns °C
 */
export function placeMean(place: Pick<Place, 'temperature'>, day: Day, outdoor: number): number {
  const hours = new Float64Array(HALF_DAY)
  hourlyTemperatures(temperatureRule(place, day), outdoor, hours)
  return hours.reduce((sum, hour) => sum + hour, 0) / HALF_DAY
}
