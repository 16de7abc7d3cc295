/** How far the seed of each lot reaches through a plan. */
import type { Lot, Season } from '../../season/schema'
import type { Day } from '../calendar/day'
import type { Batch } from '../plan/batch'
import { seedToHave } from '../sizing/size'
import { seedsLeft } from './lot-now'

/** What a plan asks of one lot. */
export interface LotUse {
  lot: Lot
  /** Seeds sown in all, and with the allowance for handling. */
  sown: number
  needed: number
  /** Seeds there are; `undefined` when it is not known. */
  have: number | undefined
  /** Seeds that are missing; 0 when it reaches or is not known. */
  short: number
  /** The sowing at which it runs out. */
  runsOut: { batch: Batch; day: Day } | undefined
  /** Batches it does not reach for, by id. */
  without: ReadonlySet<string>
}

/** What a plan asks of every lot of its season, in their order. */
export function lotUses(batches: readonly Batch[], season: Season): LotUse[] {
  const byLot = new Map<Lot, Batch[]>()
  for (const batch of batches) {
    const { lot } = batch.seed
    if (!lot || batch.sow === undefined || !batch.sizing || batch.sizing.seeds === 0) continue
    const own = byLot.get(lot)
    if (own) own.push(batch)
    else byLot.set(lot, [batch])
  }
  const cropOf = new Map(season.varieties.map(({ key, crop }) => [key, crop]))
  const crops = new Map(season.crops.map((crop) => [crop.key, crop]))
  return season.lots.map((lot) => {
    const own = (byLot.get(lot) ?? []).sort((a, b) => a.sow! - b.sow! || (a.code < b.code ? -1 : 1))
    const have = seedsLeft(lot, crops.get(cropOf.get(lot.variety)!)!)
    const without = new Set<string>()
    let sown = 0
    let runsOut: LotUse['runsOut']
    for (const batch of own) {
      sown += batch.sizing!.seeds
      if (have === undefined || seedToHave(sown, season.habits.handling) <= have) continue
      runsOut ??= { batch, day: batch.sow! }
      without.add(batch.id)
    }
    const needed = seedToHave(sown, season.habits.handling)
    return { lot, sown, needed, have, short: have === undefined ? 0 : Math.max(0, needed - have), runsOut, without }
  })
}
