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
    hour: 'numeric',
    minute: 'numeric',
    hourCycle: 'h23',
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
export const clockDay = (instant: number, zone?: string): Day => clockTime(instant, zone).day

/** What a clock on the wall shows. */
export interface ClockTime {
  day: Day
  /** Minutes since midnight. */
  minute: number
}

/**
 * Day and time on the wall of a time zone.
 *
 * @param instant ms since the beginning of 1970 in UTC
 * @param zone IANA name, as for `clockDay`
 */
export function clockTime(instant: number, zone?: string): ClockTime {
  if (zone === undefined) {
    const here = new Date(instant)
    return {
      day: Date.UTC(here.getFullYear(), here.getMonth(), here.getDate()) / DAY_MS,
      minute: here.getHours() * 60 + here.getMinutes(),
    }
  }
  const part = Object.fromEntries(
    calendarIn(zone)
      .formatToParts(instant)
      .map(({ type, value }) => [type, Number(value)]),
  )
  return { day: Date.UTC(part.year!, part.month! - 1, part.day!) / DAY_MS, minute: part.hour! * 60 + part.minute! }
}

const DAY_MS = 86_400_000

/**
 * The instant at which a clock on the wall shows a time: the first one where it shows it twice, and where clocks are put
 * forward over it, as long after the jump.
 *
 * @param zone IANA name, as for `clockDay`
 * @returns ms since the beginning of 1970 in UTC
 */
export function instantOf({ day, minute }: ClockTime, zone?: string): number {
  const wanted = day * DAY_MS + minute * 60_000
  const shown = (instant: number) => {
    const { day: on, minute: at } = clockTime(instant, zone)
    return on * DAY_MS + at * 60_000
  }
  // No zone is further from UTC than this, and none changes twice in that time.
  const ahead = shown(wanted - 16 * HOUR_MS) - (wanted - 16 * HOUR_MS)
  const first = wanted - ahead
  const second = first - (shown(first) - wanted)
  return shown(second) === wanted ? second : first
}

const HOUR_MS = 3_600_000

/**
 * The day it is for a season, ISO: the one it says it opens on, else today where the farm is.
 *
 * @param now ms since the beginning of 1970 in UTC
 */
export const seasonToday = ({ season, farm }: Pick<Season, 'season' | 'farm'>, now: number): string =>
  season.opensOn ?? formatDay(clockDay(now, farm.timeZone))
