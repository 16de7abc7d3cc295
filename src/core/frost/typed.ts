/** Frost risk from typed dates: a median and how far the latest (or earliest) tenth of years lies from it. */
import type { Site } from '../../season/schema'
import { civil, inYear, type Day } from '../calendar/day'
import { normalCdf, normalQuantile } from '../sizing/normal'

type Frost = NonNullable<Site['frost']>

const TENTH = normalQuantile(0.9) // spreads from the median to the latest tenth

/** Midsummer of the hemisphere, which parts spring frosts from autumn frosts: 15 July, or 15 January in the south. */
export function midsummerBefore(day: Day, latitude: number): Day {
  const monthDay = latitude >= 0 ? '07-15' : '01-15'
  const { year } = civil(day)
  const here = inYear(monthDay, year)
  return here <= day ? here : inYear(monthDay, year - 1)
}

/**
 * Chance of a frost on or after a spring day, or on or before an autumn day, whichever season the day lies in.
 *
 * @returns between 0 and 1; in deep winter close to 1
 */
export function frostChance(frost: Frost, latitude: number, day: Day): number {
  const { lastSpring, firstAutumn } = datesAround(frost, latitude, day)
  return Math.min(1 - at(day - 0.5, lastSpring), at(day + 0.5, firstAutumn))
}

/** The two frost dates between the midsummer before a day and the one after it. */
export function datesAround(frost: Frost, latitude: number, day: Day) {
  const from = midsummerBefore(day, latitude)
  const to = midsummerBefore(from + 370, latitude)
  const within = (monthDay: string) => {
    const inFirst = inYear(monthDay, civil(from).year)
    const found = inFirst >= from ? inFirst : inYear(monthDay, civil(from).year + 1)
    return found < to ? found : inFirst
  }
  return {
    lastSpring: { median: within(frost.lastSpring.median), sd: frost.lastSpring.spreadDays / TENTH },
    firstAutumn: { median: within(frost.firstAutumn.median), sd: frost.firstAutumn.spreadDays / TENTH },
  }
}

/**
 * The last spring frost date the grower trusts, for the spring a day's year of growth begins with.
 *
 * @returns first day on which the chance of a later frost is at most the trusted one, plus the margin
 */
export function workingFrostDate(frost: Frost, latitude: number, day: Day): Day {
  const { lastSpring } = datesAround(frost, latitude, day)
  return Math.ceil(lastSpring.median + lastSpring.sd * normalQuantile(1 - frost.trustedChance)) + frost.marginDays
}

function at(day: number, { median, sd }: { median: Day; sd: number }): number {
  if (sd === 0) return day < median ? 0 : 1
  return normalCdf((day - median) / sd)
}
