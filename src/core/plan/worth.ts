/** What the plants of a batch bring: sold as young plants, or by their harvest. */
import type { Crop, Share } from '../../season/schema'
import type { Batch } from '../batch/batch'
import { yieldOfPlant } from '../field/even'
import { foundOf, settle } from '../field/who-gets-what'

/** What a batch brings, in the farm's money. */
export interface Worth {
  amount: number
  /** Said with the planting, or reckoned by the prices of its kind. */
  by: 'said' | 'prices'
}

/** Price of a young plant of a kind, in the container it is sold in; `undefined` where there is none. */
export const plantPrice = ({ prices }: Pick<Crop, 'prices'>, container: string | undefined): number | undefined =>
  prices?.inContainer.find((one) => one.container === container)?.price ?? prices?.plant

/** What the harvest of one plant brings; `undefined` where its kind gives no yield or no price. */
function harvestPrice(crop: Crop): number | undefined {
  const yields = yieldOfPlant(crop)
  return yields === undefined || crop.prices?.harvest === undefined ? undefined : yields * crop.prices.harvest
}

/** Whether a share of a batch is sold as young plants. */
const isSale = ({ to }: Pick<Share, 'to'>): boolean => to === 'sale' || to === 'customer'

/**
 * What a batch brings: what was said to hang on it, or else its plants by the prices of their kind, those that are sold as
 * young plants at the price of their container and the others by their harvest.
 *
 * @returns `undefined` where neither says anything
 */
export function worthOf(batch: Pick<Batch, 'planting' | 'n' | 'plants' | 'way' | 'stays'>): Worth | undefined {
  const { planting, n, plants, way, stays } = batch
  if (planting.worth?.by === 'money') return { amount: planting.worth.amount, by: 'said' }
  const { crop } = way
  const last = stays.at(-1)?.container.key
  let amount = 0
  let known = false
  let toField = plants
  const bring = (some: number, price: number | undefined) => {
    if (price === undefined || some <= 0) return
    amount += some * price
    known = true
  }
  for (const { share, gets } of settle(foundOf(planting, n).goes ?? [], plants).shares) {
    if (share.to === 'spare') toField -= gets
    if (!isSale(share)) continue
    toField -= gets
    bring(gets, plantPrice(crop, (share.to === 'sale' ? share.pot : undefined) ?? last))
  }
  bring(toField, harvestPrice(crop))
  return known ? { amount, by: 'prices' } : undefined
}
