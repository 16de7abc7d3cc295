/** When plants are moved on into the next container. */
import type { Day } from '../calendar/day'
import type { Leg } from './route'
import { isWorkDay, nearestWorkDay, type WorkDays } from './work-days'

/**
 * Age at which a leg of the route begins, degree-days: of a potting up, its point between ready and limit of the container
 * they are in (0 as early as the plug allows, 1 as late as the cell allows); of a change of place, the age it names.
 *
 * @param ready and limit of the container before
 * @returns 0 where a day and not an age begins it
 */
export function ageToMove(starts: Leg['starts'], ready: number, limit: number): number {
  if (starts.by === 'potting') return ready + starts.point * (limit - ready)
  return starts.by === 'age' ? starts.age : 0
}

/**
 * Day of a potting up where it is done on some days only: the nearest of them on which the plug holds and the plant is not
 * too old yet; a tie goes earlier. Its own day, where none is near.
 *
 * @param day its own day
 * @param ready first day the plug holds; @param limit first day it is too old, found only where it is needed
 */
export function onPottingDay(
  day: Day,
  { ready, limit }: { ready: () => Day; limit: () => Day },
  days: WorkDays | undefined,
): Day {
  if (!days || day === Infinity || isWorkDay(day, days)) return day
  const [from, until] = [ready(), limit()]
  return nearestWorkDay(day, days, (other) => other >= from && other < until)
}
