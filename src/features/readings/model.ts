/** What was measured in a place, as it is drawn. */
import { parseDay, type Day } from '../../core/calendar/day'
import type { Season } from '../../season/schema'

/** Lows and highs of some days, °C. */
export interface Strip {
  /** Every day, read or not. */
  days: { day: Day; read: { low: number; high: number } | undefined }[]
  /** Ends of the scale: freezing and a warm day are always on it. */
  least: number
  most: number
  /** The lowest low and the highest high. */
  lowest: number
  highest: number
  /** The last day that was read. */
  last: { day: Day; low: number; high: number }
}

const WARM = 30

/** Readings of a place on the days of [from, until); `undefined` where there are none. */
export function stripOf({ readings }: Season, place: string, from: Day, until: Day): Strip | undefined {
  const known = new Map(
    readings
      .filter((one) => one.place === place)
      .flatMap((one) => one.days.map(({ on, low, high }) => [parseDay(on), { low, high }] as const)),
  )
  const days = Array.from({ length: until - from }, (_, i) => ({ day: from + i, read: known.get(from + i) }))
  const read = days.flatMap(({ day, read: one }) => (one ? [{ day, ...one }] : []))
  const last = read.at(-1)
  if (!last) return undefined
  const lowest = Math.min(...read.map(({ low }) => low))
  const highest = Math.max(...read.map(({ high }) => high))
  return { days, least: Math.min(0, lowest), most: Math.max(WARM, highest), lowest, highest, last }
}

/** The site with simulated thermometers, or without any. */
export function withThermometers({ thermometer: _, ...site }: Season['site'], on: boolean): Season['site'] {
  return on ? { ...site, thermometer: { from: 'stand-in', seed: 1 } } : site
}
