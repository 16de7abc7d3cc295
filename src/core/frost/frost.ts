/** Frost at a site: from its record where there is one, else from typed dates. */
import type { Site } from '../../season/schema'
import { formatDay, parseDay, type Day } from '../calendar/day'
import { midsummerBefore } from './midsummer'
import { chanceOnOrAfter, chanceOnOrBefore, frostDates, type FrostDates, type FrostSeason } from './percentiles'
import { typedFrostChance } from './typed'

export type Frost = NonNullable<Site['frost']>
type Recorded = NonNullable<Frost['record']>

/** Fewer years than this are usable, with a warning. */
export const FEW_YEARS = 10

export const HALF_YEAR = 182 // days after midsummer from which a frost is a spring one

const seasonsOf = new WeakMap<Recorded, FrostSeason[]>()
const datesOf = new WeakMap<Recorded, Map<number, FrostDates>>()

/**
 * A record as a season document keeps it.
 *
 * @param madeUp it comes from the seeded generator, and must be marked so wherever it is shown
 */
export function recordOf(called: string, seasons: readonly FrostSeason[], madeUp: boolean): Recorded {
  const iso = (list: readonly (Day | null)[]) => list.map((day) => (day === null ? null : formatDay(day)))
  return {
    name: called.slice(0, 120) || 'record',
    madeUp,
    seasons: seasons.map(({ from, firstAutumn, lastSpring }) => ({
      from: formatDay(from),
      firstAutumn: iso(firstAutumn),
      lastSpring: iso(lastSpring),
    })),
  }
}

/** Seasons of a stored record, as days. */
export function recordedSeasons(record: Recorded): FrostSeason[] {
  let seasons = seasonsOf.get(record)
  if (!seasons) {
    const days = (list: readonly (string | null)[]) => list.map((iso) => (iso === null ? null : parseDay(iso)))
    seasons = record.seasons.map(({ from, firstAutumn, lastSpring }) => ({
      from: parseDay(from),
      firstAutumn: days(firstAutumn),
      lastSpring: days(lastSpring),
    }))
    seasonsOf.set(record, seasons)
  }
  return seasons
}

/**
 * Frost dates of a stored record.
 *
 * @param threshold index in `THRESHOLDS`: 0 for 0 °C, 1 for −2 °C, 2 for −4 °C
 */
export function recordedDates(record: Recorded, latitude: number, threshold = 0): FrostDates {
  let byThreshold = datesOf.get(record)
  if (!byThreshold) datesOf.set(record, (byThreshold = new Map()))
  const key = threshold * 2 + (latitude < 0 ? 1 : 0)
  let dates = byThreshold.get(key)
  if (!dates) byThreshold.set(key, (dates = frostDates(recordedSeasons(record), threshold, latitude)))
  return dates
}

/**
 * Chance of a frost on or after a spring day, or on or before an autumn day, whichever half the day lies in.
 *
 * @returns between 0 and 1; from a record, 0 means under one year in n + 1
 */
export function frostChance(frost: Frost, latitude: number, day: Day): number {
  const { record } = frost
  if (!record) return typedFrostChance(frost, latitude, day)
  const dates = recordedDates(record, latitude)
  const spring = day - midsummerBefore(day, latitude) > HALF_YEAR
  return (spring ? chanceOnOrAfter(dates, day, latitude) : chanceOnOrBefore(dates, day, latitude)).chance
}

/**
 * Chance of a frost that harms what is planted on a day: in spring on or after it, in autumn by so many days after it.
 *
 * @param threshold by its place among the thresholds of a record; typed dates know only 0 °C
 * @param settling days after an autumn planting in which a frost counts
 * @returns `undefined` where typed dates say nothing of so cold a night
 */
export function frostChanceAt(
  frost: Frost,
  latitude: number,
  day: Day,
  threshold: number,
  settling: number,
): number | undefined {
  const { record } = frost
  const spring = day - midsummerBefore(day, latitude) > HALF_YEAR
  if (!record) return threshold === 0 ? typedFrostChance(frost, latitude, spring ? day : day + settling) : undefined
  const dates = recordedDates(record, latitude, threshold)
  return (spring ? chanceOnOrAfter(dates, day, latitude) : chanceOnOrBefore(dates, day + settling, latitude)).chance
}
