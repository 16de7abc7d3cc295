/** Planning from what is in hand: so many cells, trays or seeds, and the plants that may be promised from them. */
import type { Batch } from '../batch/batch'

/** What there is to sow, or to sow into. */
export interface InHand {
  of: 'cells' | 'trays' | 'seeds'
  amount: number
}

const MOST_PLANTS = 10_000_000

/** How much of what is in hand a batch takes; `undefined` where it cannot be sized. */
export function takenBy(batch: Batch, of: InHand['of']): number | undefined {
  if (!batch.sizing) return undefined
  return of === 'trays' ? batch.stays[0]?.trays : batch.sizing[of]
}

/**
 * The most plants that may be promised from what is in hand, with the confidence of the batch: the largest number whose
 * sowing takes no more than there is.
 *
 * @param tried the batch as it would be for a number of plants
 * @returns `undefined` where not even one plant may be promised, or nothing can be sized
 */
export function plantsFromHand(
  { of, amount }: InHand,
  tried: (plants: number) => Batch | undefined,
): { plants: number; batch: Batch } | undefined {
  const fits = (plants: number): Batch | undefined => {
    const batch = tried(plants)
    const taken = batch && takenBy(batch, of)
    return taken !== undefined && taken <= amount ? batch : undefined
  }
  let batch = amount > 0 ? fits(1) : undefined
  if (!batch) return undefined
  // A first guess by proportion, then doubling or halving until the answer lies between two numbers.
  let low = 1
  let high = 2
  for (let found = fits(high); found && high < MOST_PLANTS; found = fits(high)) {
    ;[low, batch] = [high, found]
    const taken = takenBy(found, of)!
    const more = Math.floor((amount / Math.max(taken, 1)) * high * 0.98)
    high = Math.min(MOST_PLANTS, Math.max(high * 2, more))
  }
  while (high - low > 1) {
    const middle = Math.floor((low + high) / 2)
    const found = fits(middle)
    if (found) [low, batch] = [middle, found]
    else high = middle
  }
  return { plants: low, batch }
}
