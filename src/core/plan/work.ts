/** The work of a batch. */
import type { Habits } from '../../season/schema'
import { workOf, type Work } from '../labour/labour'
import type { Batch } from './batch'

/** All work of a batch, in minutes. */
export function batchWork(batch: Batch, habits: Pick<Habits, 'work'>): Work[] {
  const { way, plants, plantOn, stays, sizing } = batch
  if (!sizing || stays.length === 0) return []
  const thinOn = way.method.sowing.policy === 'thin' ? batch.leafWork.find(({ kind }) => kind === 'thin')?.day : undefined
  return workOf({ method: way.method, plants, plantOn, stays, sown: sizing.cells, thinOn }, habits)
}
