/** Frost risk from typed dates: a median and how far the latest (or earliest) tenth of years lies from it. */
import type { Site } from '../../season/schema'
import { civil, inYear, type Day } from '../calendar/day'
import { midsummerBefore } from './midsummer'
import { normalCdf, normalQuantile } from '../statistics/normal'

type Frost = NonNullable<Site['frost']>

const TENTH = normalQuantile(0.9) // spreads from the median to the latest tenth

/**
 * Chance of a frost on or after a spring day, or on or before an autumn day, whichever season the day lies in.
 *
 * @returns between 0 and 1; in deep winter close to 1
 */
export function typedFrostChance(frost: Frost, latitude: number, day: Day): number {
  const { lastSpring, firstAutumn } = datesAround(frost, latitude, day)
  return Math.min(1 - at(day - 0.5, lastSpring), at(day + 0.5, firstAutumn))
}

/** The two frost dates between the midsummer before a day and the one after it. */
function datesAround(frost: Frost, latitude: number, day: Day) {
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
 * Spring day after which a frost comes in no more than a share of years; or, in autumn, the day before which.
 *
 * @param chance share of years with a later (or, in autumn, an earlier) frost
 */
export function typedFrostDate(
  frost: Frost,
  latitude: number,
  day: Day,
  chance: number,
  side: 'spring' | 'autumn' = 'spring',
): Day {
  const { lastSpring, firstAutumn } = datesAround(frost, latitude, day)
  if (side === 'autumn') return Math.floor(firstAutumn.median + firstAutumn.sd * normalQuantile(chance))
  return Math.ceil(lastSpring.median + lastSpring.sd * normalQuantile(1 - chance))
}

function at(day: number, { median, sd }: { median: Day; sd: number }): number {
  if (sd === 0) return day < median ? 0 : 1
  return normalCdf((day - median) / sd)
}
