/** What there is to count of a batch: cells with a seedling, or in an open flat the seedlings themselves. */
import type { Container } from '../../season/schema'
import type { Cells } from '../traymap/mixed-tray'
import type { Day } from '../calendar/day'
import type { Batch } from '../batch/batch'
import { inFlats } from '../sowing/policies'

export interface Countable {
  /** Most that can be up: cells in use; of a flat, the seeds that were sown. */
  of: number
  /** Whether it stands in open flats, where seedlings are counted and not cells. */
  flat: boolean
  container: Container
  /** Its own cells, in a tray that holds other sowings; `undefined` where the tray is its own. */
  cells: Cells | undefined
}

/** What a count on a day is of; `undefined` where the batch stands nowhere. */
export function countable({ stays, way, progress, sizing }: Batch, day: Day): Countable | undefined {
  const stay = stays.find(({ from, until }) => from <= day && day < until) ?? stays[0]
  if (!stay) return undefined
  const { container } = stay
  const flat = inFlats(way.method) && container.cells === 1
  const of = flat
    ? (progress?.ledger.sown?.entry.what.seeds ?? sizing?.seeds ?? 0)
    : (progress?.ledger.cells ?? stay.cells)
  // Its rows are its own until it is potted on.
  const tray = stay.containerNumber === stays[0]?.containerNumber ? progress?.ledger.sown?.entry.what.tray : undefined
  return { of, flat, container, cells: tray?.cells }
}
