/** What the rail says beside its views. */
import { weekStart, type Day } from '../../core/calendar/day'
import { workBetween } from '../../core/advice/work'
import type { Plan } from '../../core/plan/plan'

/** Pieces of work of a day that are still to be done. */
export const openOn = (plan: Plan, day: Day): number =>
  workBetween(plan, day, day + 1).filter(({ state }) => state === 'open').length

const AHEAD = 28

/** Places that are over on a day of the four weeks that begin with the week of a day. */
export function placesOver({ places }: Plan, day: Day): number {
  const monday = weekStart(day)
  return places.filter(({ over }) => over.some(({ from, until }) => until > monday && from < monday + AHEAD)).length
}
