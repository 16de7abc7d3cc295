/** What is counted of a batch raised by a method: cells or seedlings, and how many plants one of them carries. */
import type { Method } from '../../season/schema'
import type { Meant } from './ledger'

/** Units of the ledger of a batch, from its method alone. */
export function meantBy({
  sowing,
  stages,
}: Pick<Method, 'sowing'> & { stages: readonly { divide?: number | undefined }[] }): Meant {
  return {
    flat: sowing.policy === 'flat',
    keep: plantsInOne(sowing),
    parts: Math.max(sowing.policy === 'divide' ? sowing.parts : 1, ...stages.map(({ divide }) => divide ?? 1)),
  }
}

/** Plants that one cell carries to the field: those kept when it is thinned, and all of a clump whose plants are counted. */
function plantsInOne(sowing: Method['sowing']): number {
  if (sowing.policy === 'thin') return sowing.keep
  return sowing.policy === 'clump' && sowing.count === 'plants' ? sowing.seedsPerCell : 1
}
