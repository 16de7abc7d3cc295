/** The work of a batch. */
import type { Habits } from '../../season/schema'
import { workOf, type Work, type Worked } from '../labour/labour'
import type { Batch } from './batch'

const found = new WeakMap<Batch, { by: Habits['work']; work: readonly Work[] }>()

/** All work of a batch, in minutes; what was found of a batch is kept. */
export function batchWork(batch: Batch, habits: Pick<Habits, 'work'>): readonly Work[] {
  const known = found.get(batch)
  if (known?.by === habits.work) return known.work
  const work = workOfBatch(batch, habits)
  found.set(batch, { by: habits.work, work })
  return work
}

/** As `batchWork`, without keeping it: for batches that are only tried. */
export function workOfBatch(batch: Batch, habits: Pick<Habits, 'work'>): Work[] {
  return !batch.sizing || batch.stays.length === 0 ? [] : workOf(batchWorked(batch), habits)
}

/** What of a batch its work hangs on. */
export function batchWorked({ way, plants, plantOn, stays, sizing, leafWork }: Batch): Worked {
  const thinOn = way.method.sowing.policy === 'thin' ? leafWork.find(({ kind }) => kind === 'thin')?.day : undefined
  return { method: way.method, plants, plantOn, stays, sown: sizing?.cells ?? 0, thinOn }
}
