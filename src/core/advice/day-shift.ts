/** Work that falls on another day than its own, because of the days it is done on. */
import type { TaskKind } from '../batch/tasks'
import type { Batch } from '../batch/batch'
import { expandPlanting } from '../batch/expand'
import type { Day } from '../calendar/day'
import { forwardPass, legStart, tailDay } from '../schedule/forward'
import type { SessionLine } from './session'

/** A batch whose work is done on another day than its own. */
export interface DayShift {
  batch: Batch
  what: 'pot-up' | 'move' | 'harden' | 'plant'
  /** The day it would be done on. */
  own: Day
  /** Days later; below 0 earlier. */
  days: number
}

/** Work of a line that falls on another day than its own because of the days it is done on. */
export function shiftsOf({ works }: Pick<SessionLine, 'works'>): DayShift[] {
  return works.flatMap(({ task: { batch, kind, nth } }) => dayShift(batch, kind, nth) ?? [])
}

/** All such work of a batch. */
export const shiftsOfBatch = (batch: Batch): DayShift[] => [
  ...batch.way.method.stages.flatMap((_, stage) => legShift(batch, stage) ?? tailShift(batch, stage) ?? []),
  ...(tailShift(batch, 'hardening') ?? []),
  ...(plantingShift(batch) ?? []),
]

function dayShift(batch: Batch, kind: TaskKind, nth: number): DayShift[] | undefined {
  if (kind === 'plant') return plantingShift(batch)
  if (kind === 'harden') return tailShift(batch, 'hardening')
  return kind === 'pot-up' || kind === 'move' ? (legShift(batch, nth) ?? tailShift(batch, nth)) : undefined
}

/** How much earlier a change of place that is counted back from planting comes, hardening among them, to fall on a moving day. */
function tailShift(batch: Batch, stage: number | 'hardening'): DayShift[] | undefined {
  const { way, plantOn } = batch.progress?.planned ?? batch
  const leg = way.route.tail.find((one) => one.stage === stage)
  if (!leg) return undefined
  const own = plantOn - leg.daysBefore
  const days = tailDay(way.route, leg, plantOn) - own
  return days !== 0 ? [{ batch, what: stage === 'hardening' ? 'harden' : 'move', own, days }] : undefined
}

/** How far a potting up, or a change of place, of the plan is moved to fall on its days of work. */
function legShift(batch: Batch, stage: number): DayShift[] | undefined {
  const { pass, way, plantOn } = batch.progress?.planned ?? batch
  if (!pass || (!way.route.pottingDays && !way.route.movingDays)) return undefined
  const leg = way.route.legs.findIndex(({ stage: of, starts }) => of === stage && starts.by !== 'day')
  if (leg < 0) return undefined
  const what = way.route.legs[leg]!.starts.by === 'potting' ? 'pot-up' : 'move'
  const free = { ...way.route }
  if (what === 'pot-up') delete free.pottingDays
  else delete free.movingDays
  const own = legStart(forwardPass(free, pass.sown, plantOn), leg)
  const days = legStart(pass, leg) - own
  return Number.isFinite(days) && days !== 0 ? [{ batch, what, own, days }] : undefined
}

/** How far the planting day of the plan is moved to fall on a planting day. */
function plantingShift(batch: Batch): DayShift[] | undefined {
  const { planting, n, plantOn } = batch.progress?.planned ?? batch
  const wish = expandPlanting(planting).find((one) => one.n === n)
  const days = wish ? plantOn - wish.plantOn : 0
  return wish && days !== 0 ? [{ batch, what: 'plant', own: wish.plantOn, days }] : undefined
}
