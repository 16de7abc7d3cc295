/** What a batch was meant to be, for its ledger. */
import type { Meant } from '../ledger/ledger'
import { meantBy } from '../ledger/meant'
import type { Batch } from '../batch/batch'

const meant = new WeakMap<Batch, Meant>()

/** Amounts of a planned batch: they hold where a record gives none. */
export function meantOf(planned: Batch): Meant {
  const known = meant.get(planned)
  if (known) return known
  const { way, sizing, plants } = planned
  const of: Meant = {
    ...meantBy(way.method),
    plants,
    ...(sizing ? { cells: way.cellsIn(0, sizing), seeds: sizing.seeds } : {}),
    potted(stage) {
      const leg = way.route.legs.find((one) => one.starts.by === 'potting' && one.stage === stage)
      return leg && sizing ? way.cellsIn(leg.step, sizing) : undefined
    },
  }
  meant.set(planned, of)
  return of
}
