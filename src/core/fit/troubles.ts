/** What no plan can put right: limits of nothing, what is pinned and already too much, batches that cannot work. */
import type { Day } from '../calendar/day'
import type { Limit } from '../capacity/limits'
import type { Batch } from '../batch/batch'
import { isStop, type Mark } from '../batch/marks'
import type { FitSeason } from './columns'
import { ROUNDING } from './problem'

export type Trouble =
  /** There is none of it at any time, and these cannot do without. */
  | { kind: 'nothing-there'; limit: Limit; batches: Batch[] }
  /** What cannot change is already over. */
  | { kind: 'fixed-over'; limit: Limit; from: Day; until: Day; most: number; batches: Batch[] }
  /** No sowing, place or size works for it as it stands, so it is left alone. */
  | { kind: 'cannot'; batch: Batch; mark: Mark | undefined }

/** Everything that stands in the way of a fit before any search is made. */
export function troublesOf({ problem, limits, batches, origin }: FitSeason): Trouble[] {
  const troubles: Trouble[] = []
  const { days, resources } = problem
  limits.forEach((limit, r) => {
    const { capacity } = resources[r]!
    const least = new Float64Array(days)
    const needing: Batch[] = []
    batches.forEach(({ batch }, b) => {
      const { columns } = problem.batches[b]!
      // The least a batch takes on each day, whichever way it goes.
      const own = new Float64Array(days).fill(Infinity)
      for (const { uses } of columns) {
        const one = new Float64Array(days)
        for (const { resource, from, until, amount } of uses)
          if (resource === r) for (let d = from; d < until; d++) one[d]! += amount
        for (let d = 0; d < days; d++) own[d] = Math.min(own[d]!, one[d]!)
      }
      if (!own.some((amount) => amount > 0)) return
      needing.push(batch)
      for (let d = 0; d < days; d++) least[d]! += own[d]!
    })
    if (needing.length === 0) return
    if (capacity.every((room) => room <= 0 || room === Infinity) && capacity.some((room) => room <= 0)) {
      troubles.push({ kind: 'nothing-there', limit, batches: needing })
      return
    }
    let open: Extract<Trouble, { kind: 'fixed-over' }> | undefined
    for (let d = 0; d < days; d++) {
      const over = least[d]! - capacity[d]!
      if (over <= ROUNDING) {
        open = undefined
        continue
      }
      if (!open)
        troubles.push(
          (open = {
            kind: 'fixed-over',
            limit,
            from: origin + d,
            until: origin + d + 1,
            most: over,
            batches: needing.filter(({ stays }) =>
              stays.some(({ from, until }) => from <= origin + d && origin + d < until),
            ),
          }),
        )
      open.until = origin + d + 1
      open.most = Math.max(open.most, over)
    }
  })
  for (const { batch, fixed } of batches)
    if (fixed === 'cannot') troubles.push({ kind: 'cannot', batch, mark: batch.marks.find(isStop) })
  return troubles
}
