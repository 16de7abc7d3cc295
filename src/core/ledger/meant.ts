/** What is counted of a batch raised by a method: cells or seedlings, and how many plants one of them carries. */
import type { Method } from '../../season/schema'
import { inFlats, policyOf } from '../sowing/policies'
import type { Meant } from './ledger'

/** Units of the ledger of a batch, from its method alone. */
export function meantBy({
  sowing,
  stages,
}: Pick<Method, 'sowing'> & { stages: readonly { divide?: number | undefined }[] }): Meant {
  const { carried, parts } = policyOf(sowing)
  return {
    flat: inFlats({ sowing }),
    keep: carried,
    parts: Math.max(parts, ...stages.map(({ divide }) => divide ?? 1)),
  }
}
