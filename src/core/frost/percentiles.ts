/** Frost dates from a record of daily minima: yearly last and first frosts, their percentiles and chances. */
import { civil, inYear, type Day } from '../calendar/day'
import { midsummerBefore } from './midsummer'

/** °C at or below which a night counts as a frost: for tender, half-hardy and hardy plants. */
export const THRESHOLDS = [0, -2, -4] as const

/** Most days that may be missing from a season before it is left out. */
const MOST_MISSING = 10

/** One season of a record, midsummer to midsummer: its first autumn frost and its last spring frost, by threshold. */
export interface FrostSeason {
  from: Day
  firstAutumn: (Day | null)[]
  lastSpring: (Day | null)[]
}

/** A season that was left out, and how many of its days are missing. */
export interface DroppedSeason {
  from: Day
  missing: number
}

/**
 * Frosts of every season that a record covers.
 *
 * @param minima lowest temperature of each day, °C, in any order; later values of a day are ignored
 * @returns complete seasons in order, and those left out because more than ten days are missing
 */
export function frostSeasons(
  minima: Iterable<readonly [Day, number]>,
  latitude: number,
): { seasons: FrostSeason[]; dropped: DroppedSeason[] } {
  const byStart = new Map<Day, Map<Day, number>>()
  let start = Infinity
  let next = -Infinity
  let days: Map<Day, number> | undefined
  for (const [day, min] of minima) {
    if (!days || day < start || day >= next) {
      start = midsummerBefore(day, latitude)
      next = midsummerBefore(start + 370, latitude)
      days = byStart.get(start)
      if (!days) byStart.set(start, (days = new Map()))
    }
    if (!days.has(day)) days.set(day, min)
  }
  const seasons: FrostSeason[] = []
  const dropped: DroppedSeason[] = []
  for (const [from, own] of [...byStart].sort(([a], [b]) => a - b)) {
    const until = midsummerBefore(from + 370, latitude)
    const missing = until - from - own.size
    if (missing > MOST_MISSING) dropped.push({ from, missing })
    else seasons.push(seasonOf(from, until, own))
  }
  return { seasons, dropped }
}

/** The first frost before midwinter and the last one after it; a winter with none has neither. */
function seasonOf(from: Day, until: Day, minima: ReadonlyMap<Day, number>): FrostSeason {
  const middle = from + Math.floor((until - from) / 2)
  const firstAutumn: (Day | null)[] = THRESHOLDS.map(() => null)
  const lastSpring: (Day | null)[] = THRESHOLDS.map(() => null)
  for (const [day, min] of minima) {
    THRESHOLDS.forEach((threshold, i) => {
      if (min > threshold) return
      // A frost after midwinter can still be the first of a mild season, and one before it the last.
      if (firstAutumn[i] === null || day < firstAutumn[i]!) firstAutumn[i] = day
      if (lastSpring[i] === null || day > lastSpring[i]!) lastSpring[i] = day
    })
  }
  return {
    from,
    firstAutumn: firstAutumn.map((day) => (day !== null && day <= middle ? day : null)),
    lastSpring: lastSpring.map((day) => (day !== null && day > middle ? day : null)),
  }
}

/**
 * Value at a share of sorted values: position p(n + 1), clamped to the ends, linear between neighbours.
 * Beside an infinite neighbour the finite one is taken.
 *
 * @param sorted rising; infinities stand for seasons without a frost
 */
export function percentile(sorted: readonly number[], share: number): number {
  const n = sorted.length
  const position = Math.min(n, Math.max(1, share * (n + 1)))
  const low = sorted[Math.floor(position) - 1]!
  const high = sorted[Math.min(n, Math.ceil(position)) - 1]!
  if (!Number.isFinite(low) || !Number.isFinite(high)) return Number.isFinite(low) ? low : high
  return low + (position - Math.floor(position)) * (high - low)
}

/** Days after the season's midsummer: comparable from year to year, leap days apart. */
export interface FrostDates {
  /** Rising; −∞ for a season without a frost after midwinter. */
  lastSpring: number[]
  /** Rising; +∞ for a season without a frost before midwinter. */
  firstAutumn: number[]
}

/**
 * Frost dates of all seasons for one threshold, as days of a common season.
 *
 * @param threshold index in `THRESHOLDS`
 */
export function frostDates(seasons: readonly FrostSeason[], threshold: number, latitude: number): FrostDates {
  const offset = (day: Day) => commonDay(day, latitude)
  const rising = (a: number, b: number) => (a < b ? -1 : a > b ? 1 : 0)
  return {
    lastSpring: seasons
      .map(({ lastSpring }) => (lastSpring[threshold] == null ? -Infinity : offset(lastSpring[threshold])))
      .sort(rising),
    firstAutumn: seasons
      .map(({ firstAutumn }) => (firstAutumn[threshold] == null ? Infinity : offset(firstAutumn[threshold])))
      .sort(rising),
  }
}

const COMMON_YEAR = 2001 // no leap day, and none in the year after

/** A day as days after midsummer of a season without a leap day; 29 February counts as the 28th. */
function commonDay(day: Day, latitude: number): number {
  const { month, date } = civil(day)
  const monthDay = `${String(month).padStart(2, '0')}-${String(month === 2 && date === 29 ? 28 : date).padStart(2, '0')}`
  const start = inYear(latitude >= 0 ? '07-15' : '01-15', COMMON_YEAR)
  const here = inYear(monthDay, COMMON_YEAR)
  return here >= start ? here - start : inYear(monthDay, COMMON_YEAR + 1) - start
}

/** A day of the common season in the season that begins with a given midsummer. */
export function dayOfSeason(offset: number, from: Day, latitude: number): Day {
  const common = inYear(latitude >= 0 ? '07-15' : '01-15', COMMON_YEAR) + Math.round(offset)
  const { month, date } = civil(common)
  const monthDay = `${String(month).padStart(2, '0')}-${String(date).padStart(2, '0')}`
  const { year } = civil(from)
  const here = inYear(monthDay, year)
  return here >= from ? here : inYear(monthDay, year + 1)
}

/** A chance from a record; below one year in n + 1 it is only known to be under that. */
export interface RecordChance {
  chance: number
  /** Fewer years than this share can show nothing. */
  least: number
}

/** Chance of a frost on or after a spring day: (years whose last frost is on it or later) / (n + 1). */
export function chanceOnOrAfter(dates: FrostDates, day: Day, latitude: number): RecordChance {
  const offset = commonDay(day, latitude)
  const n = dates.lastSpring.length
  return { chance: dates.lastSpring.filter((last) => last >= offset).length / (n + 1), least: 1 / (n + 1) }
}

/** Chance of a frost on or before an autumn day: (years whose first frost is on it or earlier) / (n + 1). */
export function chanceOnOrBefore(dates: FrostDates, day: Day, latitude: number): RecordChance {
  const offset = commonDay(day, latitude)
  const n = dates.firstAutumn.length
  return { chance: dates.firstAutumn.filter((first) => first <= offset).length / (n + 1), least: 1 / (n + 1) }
}
