/** Outdoor daily mean temperature from twelve monthly means. */
import { civil, fromCivil, type Day } from '../calendar/day'

/**
 * Outdoor daily mean: straight lines between the 15th of one month and the 15th of the next.
 *
 * @param monthlyMeans twelve means in °C, January first
 * @returns °C
 */
export function outdoorMean(monthlyMeans: readonly number[], day: Day): number {
  const { year, month, date } = civil(day)
  const first = date >= 15 ? month : month - 1
  const from = fromCivil(year, first, 15)
  const to = fromCivil(year, first + 1, 15)
  const a = monthlyMeans[(first + 11) % 12]!
  const b = monthlyMeans[first % 12]!
  return a + ((b - a) * (day - from)) / (to - from)
}
