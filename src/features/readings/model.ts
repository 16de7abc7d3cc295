/** What was measured in a place, as it is drawn. */
import { parseDay, type Day } from '../../core/calendar/day'
import { measuredOf } from '../../core/climate/measured'
import type { Season } from '../../season/schema'
import type { ThermometerShown } from '../../season/thermometers'

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
  /** The last day that was read; of what somebody wrote down one end may not be known. */
  last: { day: Day; low: number | undefined; high: number | undefined }
}

const WARM = 30

/** Readings of a place on the days of [from, until); `undefined` where there are none. */
export function stripOf(season: Season, place: string, from: Day, until: Day): Strip | undefined {
  const measured = measuredOf(season).find((one) => one.place === place)
  const known = new Map((measured?.days ?? []).map((one) => [parseDay(one.on), one]))
  const days = Array.from({ length: until - from }, (_, i) => {
    const { low, high } = known.get(from + i) ?? {}
    const [least, most] = [low ?? high, high ?? low]
    return { day: from + i, read: least === undefined ? undefined : { low: least, high: most! } }
  })
  const read = days.flatMap(({ day, read: one }) => (one ? [{ day, ...one }] : []))
  const newest = read.at(-1)
  if (!newest) return undefined
  const { low, high } = known.get(newest.day)!
  const last = { day: newest.day, low, high }
  const lowest = Math.min(...read.map(({ low }) => low))
  const highest = Math.max(...read.map(({ high }) => high))
  return { days, least: Math.min(0, lowest), most: Math.max(WARM, highest), lowest, highest, last }
}

/** The site with simulated thermometers, or without any. */
export function withThermometers({ thermometer: _, ...site }: Season['site'], on: boolean): Season['site'] {
  return on ? { ...site, thermometer: { from: 'stand-in', seed: 1 } } : site
}

/** Faults of a thermometer by kind: hours that are missing or cannot be, days that are left out as stuck. */
export function faultCounts(faults: ThermometerShown['faults']): { gap: number; impossible: number; stuck: number } {
  const hours = (kind: string) => faults.filter((one) => one.kind === kind).reduce((sum, one) => sum + one.hours, 0)
  return {
    gap: hours('gap'),
    impossible: hours('impossible'),
    stuck: faults.filter(({ kind }) => kind === 'stuck').length,
  }
}

/** How something is sent, for who sets a logger up. @param at where the server is reached */
export const exampleFor = (at: string, key: string): string =>
  `curl -H 'Authorization: Bearer ${key}' --data '{"temperature": 4.6}' ${at}/api/thermometer`
