/** Days on which a kind of work is done: days of the week, dates, or both. */
import type { Season } from '../../season/schema'
import { parseDay, weekday, type Day } from '../calendar/day'

const IN_THE_WEEK = 6 // days, within which every day of the week lies on both sides
const BETWEEN_DATES = 13 // days looked for a date on either side

/** The days on which a kind of work is done. */
export interface WorkDays {
  readonly weekdays: readonly number[]
  readonly dates: ReadonlySet<Day>
  /** How far a day of work is looked for, days. */
  readonly within: Day
}

/**
 * Days on which a kind of work is done, from what a farm has chosen.
 *
 * @param weekdays 1 Monday … 7 Sunday
 * @param dates days by date, beside the days of the week or without them
 * @returns `undefined` where none are chosen: any day will do
 */
export function workDays(weekdays: readonly number[] = [], dates: readonly string[] = []): WorkDays | undefined {
  if (weekdays.length === 0 && dates.length === 0) return undefined
  return {
    weekdays,
    dates: new Set(dates.map(parseDay)),
    within: weekdays.length > 0 ? IN_THE_WEEK : BETWEEN_DATES,
  }
}

/** Whether the work is done on a day. */
export const isWorkDay = (day: Day, days: WorkDays | undefined): boolean =>
  days === undefined || days.weekdays.includes(weekday(day)) || days.dates.has(day)

/**
 * Nearest day of work that is allowed; a tie goes earlier. Its own day where any will do, and where none is near.
 *
 * @param within days looked on either side, where that is less than to the next day of work
 */
export function nearestWorkDay(
  day: Day,
  days: WorkDays | undefined,
  allowed: (other: Day) => boolean,
  within: Day = days?.within ?? 0,
): Day {
  if (!Number.isFinite(day) || !days || isWorkDay(day, days)) return day
  for (let away = 1; away <= within; away++)
    for (const other of [day - away, day + away]) if (isWorkDay(other, days) && allowed(other)) return other
  return day
}

/** Days of each kind of work that a farm keeps to. */
export interface FarmDays {
  sowing: WorkDays | undefined
  potting: WorkDays | undefined
  moving: WorkDays | undefined
  planting: WorkDays | undefined
}

/** Days of each kind of work that a farm has chosen. */
export const farmDays = (habits: Season['habits']): FarmDays => ({
  sowing: workDays(habits.sowingWeekdays, habits.workDates?.sowing),
  potting: workDays(habits.pottingWeekdays, habits.workDates?.potting),
  moving: workDays(habits.movingWeekdays, habits.workDates?.moving),
  planting: workDays(habits.plantingWeekdays, habits.workDates?.planting),
})
