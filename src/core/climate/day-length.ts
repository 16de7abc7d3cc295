/** How long the day is. */
import type { Day } from '../calendar/day'
import { sun } from './light'

/**
 * Day length.
 *
 * @param latitude degrees, south negative
 * @returns hours from sunrise to sunset
 * @see FAO Irrigation and Drainage Paper 56, eq. 34
 */
export function dayLength(day: Day, latitude: number): number {
  return (24 / Math.PI) * sun(day, latitude).sunset
}
