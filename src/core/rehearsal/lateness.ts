/** How late sowing really is on a farm, by what was written down. */
import type { Day } from '../calendar/day'
import type { Plan } from '../plan/plan'

/** Sowings that have to be written down before they say how late sowing is. */
export const FEWEST_SOWINGS = 8

/**
 * Days that sowings were later than planned, in order; what was sown earlier, or on its day, was 0 late.
 *
 * @returns `undefined` where too few were written down to say
 */
export function latenessOf({ batches }: Pick<Plan, 'batches'>): readonly number[] | undefined {
  const late = batches.flatMap(({ progress }): number[] => {
    const sown: Day | undefined = progress?.ledger.sown?.on
    const planned = progress?.planned.sow
    // A part was sown with the whole that it is of.
    return sown === undefined || planned === undefined || progress?.ledger.splitOff ? [] : [Math.max(0, sown - planned)]
  })
  return late.length < FEWEST_SOWINGS ? undefined : late.sort((a, b) => a - b)
}

/** Days late below which a share u of them lies. */
export const lateAt = (late: readonly number[], u: number): number =>
  late[Math.min(late.length - 1, Math.floor(u * late.length))]!
