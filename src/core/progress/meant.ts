/** What a batch was meant to be, for its ledger. */
import type { Meant } from '../ledger/ledger'
import type { Batch } from '../plan/batch'

const meant = new WeakMap<Batch, Meant>()

/** Amounts of a planned batch: they hold where a record gives none. */
export function meantOf(planned: Batch): Meant {
  const known = meant.get(planned)
  if (known) return known
  const { way, sizing, plants } = planned
  const { policy } = way.method.sowing
  const of: Meant = {
    flat: policy === 'flat',
    // A clump that is carried on whole, and what is thinned to several, hold so many plants in one place.
    keep: policy === 'divide' ? 1 : way.keep,
    parts: Math.max(policy === 'divide' ? way.keep : 1, ...way.method.stages.map(({ divide }) => divide ?? 1)),
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
