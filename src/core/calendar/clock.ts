/** The day it is somewhere: a farm's day begins at its own midnight, wherever the server and the device stand. */
import type { Season } from '../../season/schema'
import { formatDay, type Day } from './day'

/** Making one of these costs more than what is asked of it. */
const calendars = new Map<string, Intl.DateTimeFormat>()

function calendarIn(zone: string): Intl.DateTimeFormat {
  const made = calendars.get(zone)
  if (made) return made
  const calendar = calendarFor(zone)
  calendars.set(zone, calendar)
  return calendar
}

function calendarFor(timeZone: string): Intl.DateTimeFormat {
  const parts = {
    calendar: 'gregory',
    numberingSystem: 'latn',
    year: 'numeric',
    month: 'numeric',
    day: 'numeric',
  } as const
  try {
    return new Intl.DateTimeFormat('en-US', { ...parts, timeZone })
  } catch (error) {
    if (error instanceof RangeError) return new Intl.DateTimeFormat('en-US', parts)
    throw error
  }
}

/**
 * The day on the wall calendar of a time zone.
 *
 * @param instant ms since the beginning of 1970 in UTC
 * @param zone IANA name, for example 'Europe/Paris'; where it is left out, or newer than what this machine knows, the zone
 *   of the machine
 * @example clockDay(Date.UTC(2027, 2, 1, 23, 30), 'Europe/Paris') // 2027-03-02
 */
export function clockDay(instant: number, zone?: string): Day {
  if (zone === undefined) {
    const here = new Date(instant)
    return Date.UTC(here.getFullYear(), here.getMonth(), here.getDate()) / 86_400_000
  }
  const part = Object.fromEntries(
    calendarIn(zone)
      .formatToParts(instant)
      .map(({ type, value }) => [type, Number(value)]),
  )
  return Date.UTC(part.year!, part.month! - 1, part.day!) / 86_400_000
}

/**
 * The day it is for a season, ISO: the one it says it opens on, else today where the farm is.
 *
 * @param now ms since the beginning of 1970 in UTC
 */
export const seasonToday = ({ season, farm }: Pick<Season, 'season' | 'farm'>, now: number): string =>
  season.opensOn ?? formatDay(clockDay(now, farm.timeZone))
