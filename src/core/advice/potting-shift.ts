/** Pottings up that fall on another day than their own, because of the days of the week potted up on. */
import type { Batch } from '../batch/batch'
import type { Day } from '../calendar/day'
import { forwardPass, legStart } from '../schedule/forward'
import type { SessionLine } from './session'

/** A batch that is potted up on another day than its own, to fall on a potting day. */
export interface PottingShift {
  batch: Batch
  /** The day it would be potted up on. */
  own: Day
  /** Days later; below 0 earlier. */
  days: number
}

/** Pottings up of a line that fall on another day than their own because of the days of the week potted up on. */
export function shiftsOf({ kind, works }: Pick<SessionLine, 'kind' | 'works'>): PottingShift[] {
  if (kind !== 'pot-up' && kind !== 'prick-out') return []
  return works.flatMap(({ task: { batch, nth } }) => pottingShift(batch, nth) ?? [])
}

/** How far a potting up of the plan is moved to fall on a potting day; `undefined` where it is not. */
export function pottingShift(batch: Batch, stage: number): PottingShift | undefined {
  const planned = batch.progress?.planned ?? batch
  const { pass, way, plantOn } = planned
  if (!pass || !way.route.pottingWeekdays) return undefined
  const leg = way.route.legs.findIndex((one) => one.stage === stage && one.starts.by === 'potting')
  if (leg < 0) return undefined
  const free = { ...way.route }
  delete free.pottingWeekdays
  const own = legStart(forwardPass(free, pass.sown, plantOn), leg)
  const days = legStart(pass, leg) - own
  return Number.isFinite(days) && days !== 0 ? { batch, own, days } : undefined
}
