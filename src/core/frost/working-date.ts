/** Frost dates to plan by: the day left in so many years, and the working date the grower trusts. */
import type { Day } from '../calendar/day'
import { HALF_YEAR, recordedDates, type Frost } from './frost'
import { midsummerBefore } from './midsummer'
import { dayOfSeason, percentile } from './percentiles'
import { typedFrostDate } from './typed'

/**
 * Spring day after which a frost comes in no more than a share of years, for the spring that a day's season leads to.
 *
 * @param chance share of years with a later frost
 */
export function lastFrostFor(frost: Frost, latitude: number, day: Day, chance: number): Day {
  const { record } = frost
  if (!record) return typedFrostDate(frost, latitude, day, chance)
  const offset = percentile(recordedDates(record, latitude).lastSpring, 1 - chance)
  const from = midsummerBefore(day, latitude)
  // A record without any spring frost: the season's own midwinter is as early as it can be said.
  return dayOfSeason(Number.isFinite(offset) ? Math.ceil(offset) : HALF_YEAR, from, latitude)
}

/** Autumn day before which a frost comes in no more than a share of years, for the autumn a day's season begins with. */
export function firstFrostFor(frost: Frost, latitude: number, day: Day, chance: number): Day {
  const { record } = frost
  if (!record) return typedFrostDate(frost, latitude, day, chance, 'autumn')
  const offset = percentile(recordedDates(record, latitude).firstAutumn, chance)
  const from = midsummerBefore(day, latitude)
  return dayOfSeason(Number.isFinite(offset) ? Math.floor(offset) : HALF_YEAR, from, latitude)
}

/** The last spring frost date the grower trusts, with their margin. */
export function workingFrostDate(frost: Frost, latitude: number, day: Day): Day {
  return lastFrostFor(frost, latitude, day, frost.trustedChance) + frost.marginDays
}
