/** Who the plants of a sowing are for. */
import type { Batch } from '../batch/batch'
import { settle } from '../field/who-gets-what'
import type { Plan } from '../plan/plan'

/** Who a sowing is for. */
interface For {
  to: 'bed' | 'customer' | 'sale' | 'spare'
  name: string
  plants: number
}

/** Who gets the plants of a batch. */
export function whoGets(plan: Plan, batch: Batch): For[] {
  const goes = plan.inField.find(({ id }) => id === batch.id)?.goes ?? []
  return settle(goes, batch.plants).shares.map(({ share, gets }) => ({
    to: share.to,
    name:
      share.to === 'bed'
        ? (plan.season.beds.find(({ key }) => key === share.bed)?.name ?? share.bed)
        : share.to === 'customer'
          ? share.name
          : share.to === 'sale'
            ? 'for sale'
            : 'spare',
    plants: gets,
  }))
}
