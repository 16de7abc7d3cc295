/** Moving trays, and planting out, only on some days. */
import type { Day } from '../calendar/day'
import { isWorkDay, nearestWorkDay, type WorkDays } from './work-days'

const HALF_A_WEEK = 3 // days, within which every day of the week lies

/** How far a day is looked for: half a week where days of the week are chosen, else as far as dates are looked for. */
const near = (days: WorkDays | undefined) => (days && days.weekdays.length > 0 ? HALF_A_WEEK : days?.within)

/**
 * Day of a change of place: the nearest of the days that trays are moved on, never before they came to where they stand.
 *
 * @param from day they came there
 */
export const onMovingDay = (day: Day, from: Day, days: WorkDays | undefined): Day =>
  nearestWorkDay(day, days, (other) => other >= from, near(days))

/** Longest that hardening, or another change counted back from planting, comes earlier to fall on a moving day, days. */
const EARLIER = 6

/**
 * Day of a change of place that is counted back from planting: the last moving day up to its own, so that nothing is
 * hardened shorter than its method says; its own where there is none in the week before.
 */
export function onMovingDayBefore(day: Day, days: WorkDays | undefined): Day {
  if (days === undefined || !Number.isFinite(day)) return day
  for (let other = day; other >= day - EARLIER; other--) if (isWorkDay(other, days)) return other
  return day
}

/** Planting day: the nearest to the wanted one of the days that are planted on. */
export const onPlantingDay = (day: Day, days: WorkDays | undefined): Day =>
  nearestWorkDay(day, days, () => true, near(days))
