/** Sums and means of a way's running totals over days. */
import type { Day } from '../calendar/day'
import type { Totals } from '../climate/totals'
import type { Way } from './ways'

/** Mean of a total's days over [a, b) in a place. */
export function meanOver(way: Way, totals: Totals, place: number, a: Day, b: Day): number {
  return sumBetween(way, totals, place, a, b) / (b - a)
}

/** Sum of a total's days over [a, b) in a place. */
export function sumBetween(way: Way, totals: Totals, place: number, a: Day, b: Day): number {
  const { from } = way.route.climate
  const total = totals.of(place)
  return total[b - from]! - total[a - from]!
}

/** Mean °C where a batch stands, from its sowing to its planting; NaN for one that stands nowhere. */
export function meanWarmth({
  way,
  stays,
}: {
  way: Way
  stays: readonly { place: number; from: Day; until: Day }[]
}): number {
  const days = stays.reduce((sum, { from, until }) => sum + until - from, 0)
  return (
    stays.reduce(
      (sum, { place, from, until }) => sum + sumBetween(way, way.conditions.temperature, place, from, until),
      0,
    ) / days
  )
}
