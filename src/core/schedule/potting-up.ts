/** When plants are moved on into the next container. */
import type { Leg } from './route'

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
