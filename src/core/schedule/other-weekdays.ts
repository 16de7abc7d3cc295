/** Moving trays, and planting out, only on some days of the week. */
import { weekday, type Day } from '../calendar/day'

const AWAY = 3 // days, within which every day of the week lies

/** Nearest day of the chosen days of the week that is allowed; a tie goes earlier. Its own day where none are chosen. */
function nearest(day: Day, weekdays: readonly number[], allowed: (other: Day) => boolean): Day {
  if (weekdays.length === 0 || !Number.isFinite(day) || weekdays.includes(weekday(day))) return day
  for (let away = 1; away <= AWAY; away++)
    for (const other of [day - away, day + away]) if (weekdays.includes(weekday(other)) && allowed(other)) return other
  return day
}

/**
 * Day of a change of place: the nearest of the days of the week that trays are moved on, never before they came to where
 * they stand.
 *
 * @param from day they came there
 */
export const onMovingWeekday = (day: Day, from: Day, weekdays: readonly number[]): Day =>
  nearest(day, weekdays, (other) => other >= from)

/** Planting day: the nearest to the wanted one of the days of the week that are planted on. */
export const onPlantingWeekday = (day: Day, weekdays: readonly number[] | undefined): Day =>
  nearest(day, weekdays ?? [], () => true)

/** Whether a day is one that is planted out on. */
export const isPlantingDay = (day: Day, weekdays: readonly number[] | undefined): boolean =>
  weekdays === undefined || weekdays.length === 0 || weekdays.includes(weekday(day))
