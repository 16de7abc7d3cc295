/** What there is to count of a batch: cells with a seedling, or in an open flat the seedlings themselves. */
import type { Container } from '../../season/schema'
import type { Day } from '../calendar/day'
import type { Batch } from '../plan/batch'

export interface Countable {
  /** Most that can be up: cells in use; of a flat, the seeds that were sown. */
  of: number
  /** Whether it stands in open flats, where seedlings are counted and not cells. */
  flat: boolean
  container: Container
}

/** What a count on a day is of; `undefined` where the batch stands nowhere. */
export function countable({ stays, way, progress, sizing }: Batch, day: Day): Countable | undefined {
  const stay = stays.find(({ from, until }) => from <= day && day < until) ?? stays[0]
  if (!stay) return undefined
  const { container } = stay
  const flat = way.method.sowing.policy === 'flat' && container.cells === 1
  const of = flat
    ? (progress?.ledger.sown?.entry.what.seeds ?? sizing?.seeds ?? 0)
    : (progress?.ledger.cells ?? stay.cells)
  return { of, flat, container }
}
