/** Who gets what of a batch: the wanted quantities, and what each gets of a stand that is known. */
import type { Planting, Share } from '../../season/schema'
import { changeOf } from '../batch/one-of-series'

/** A share and what it gets. */
export interface Settled {
  share: Share
  wanted: number
  gets: number
}

/** Shares settled, first served first. */
export interface Settlement {
  shares: Settled[]
  /** Plants nobody has asked for. */
  left: number
  /** Plants wanted beyond what there is. */
  short: number
}

/**
 * Divides plants among shares by priority, the order they are listed in.
 *
 * @param plants good plants there are, or are planned
 */
export function settle(shares: readonly Share[], plants: number): Settlement {
  let left = plants
  let short = 0
  const settled = shares.map((share) => {
    const gets = Math.min(left, share.plants)
    left -= gets
    short += share.plants - gets
    return { share, wanted: share.plants, gets }
  })
  return { shares: settled, left, short }
}

/** Shares and what was found of one of a planting: of the single one in a series where it has its own, else of the whole. */
export function foundOf(planting: Planting, n: number): Pick<Planting, 'goes' | 'stand' | 'leaves' | 'clears'> {
  if (n === 0) {
    const { goes, stand, leaves, clears } = planting
    return { goes, stand, leaves, clears }
  }
  const own = changeOf(planting, n)
  // What was counted or seen belongs to one sowing; who it is for may be said once for all.
  return { goes: own.goes ?? planting.goes, stand: own.stand, leaves: own.leaves, clears: own.clears }
}
