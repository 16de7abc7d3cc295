/** Seed as a planting draws it: it ages as the season goes on. */
import type { Crop, Lot, Season } from '../../season/schema'
import type { SeedShare } from '../batch/ways'
import type { Day } from '../calendar/day'
import { judgedOn, lotNow } from '../seed/ageing'

/** Seed of a planting: its lot, else the variety's first lot, else the crop's usual share. It ages as the season goes on. */
export interface Seed {
  /** As it stands when the season begins, or when it was last tested; its pace, and what clumps are planned with. */
  first: SeedShare
  /** As it stands on a sowing day. */
  on(day: Day): SeedShare
}

const SEED_STEP = 14 // days through which a lot is taken to stand as it is
const SEED_ROUND = 200 // parts of a share that are told apart: sizes are kept by them

export function seedOf(lot: Lot | undefined, crop: Crop, season: Season): Seed {
  if (!lot) {
    const usual = { lot: undefined, germination: crop.germination.usualShare, testedSeeds: 100, pace: 1 }
    return { first: usual, on: () => usual }
  }
  const from = judgedOn(lot, season.season)
  const at = (day: Day): SeedShare => {
    const { germination, testedSeeds } = lotNow(lot, crop, day)
    return { lot, germination, testedSeeds, pace: lot.pace }
  }
  const first = at(from)
  const byStep = new Map<number, SeedShare>()
  // Of equal shares there is one object, and so are the sizes kept for it. In a season only the share changes notably.
  const byShare = new Map<number, SeedShare>()
  const shareAt = (step: number): SeedShare => {
    const { germination } = at(from + step * SEED_STEP)
    if (Math.abs(germination - first.germination) < 0.5 / SEED_ROUND) return first
    const rounded = Math.round(germination * SEED_ROUND) / SEED_ROUND
    let share = byShare.get(rounded)
    if (!share) byShare.set(rounded, (share = { ...first, germination: rounded }))
    return share
  }
  return {
    first,
    on(day) {
      const step = Math.max(0, Math.floor((day - from) / SEED_STEP))
      let share = byStep.get(step)
      if (!share) byStep.set(step, (share = shareAt(step)))
      return share
    },
  }
}

/** Seed as it stands on the day it is sown. */
export const seedFor = (seed: Seed, { sow }: { sow: Day | undefined }): SeedShare =>
  sow === undefined ? seed.first : seed.on(sow)
