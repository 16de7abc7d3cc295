/** The day that parts one season of frosts from the next. */
import { civil, inYear, type Day } from '../calendar/day'

/** Midsummer of the hemisphere, which parts spring frosts from autumn frosts: 15 July, or 15 January in the south. */
export function midsummerBefore(day: Day, latitude: number): Day {
  const monthDay = latitude >= 0 ? '07-15' : '01-15'
  const { year } = civil(day)
  const here = inYear(monthDay, year)
  return here <= day ? here : inYear(monthDay, year - 1)
}
