/** How long the day is. */
import { dayOfYear, type Day } from '../calendar/day'

/** Solar declination and sunset hour angle, radians (FAO-56 eq. 24 and 25). */
export function sun(day: Day, latitude: number): { declination: number; sunset: number; phi: number; j: number } {
  const j = dayOfYear(day)
  const phi = (latitude * Math.PI) / 180
  const declination = 0.409 * Math.sin((2 * Math.PI * j) / 365 - 1.39)
  const x = -Math.tan(phi) * Math.tan(declination)
  return { declination, sunset: Math.acos(Math.min(1, Math.max(-1, x))), phi, j }
}

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
