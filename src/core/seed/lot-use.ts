/** How far the seed of each lot reaches through a plan. */
import type { Lot, Season } from '../../season/schema'
import type { Day } from '../calendar/day'
import { seedToHave } from '../sizing/size'
import { seedsLeft } from './lot-now'

/** Seed taken from a lot on one day. */
export interface Draw {
  id: string
  code: string
  lot: Lot
  day: Day
  seeds: number
}

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
  runsOut: Draw | undefined
  /** Batches it does not reach for, by id. */
  without: ReadonlySet<string>
}

/** What a plan asks of every lot of its season, in their order. */
export function lotUses(draws: readonly Draw[], season: Season): LotUse[] {
  const byLot = new Map<Lot, Draw[]>()
  for (const draw of draws) {
    const own = byLot.get(draw.lot)
    if (own) own.push(draw)
    else byLot.set(draw.lot, [draw])
  }
  const cropOf = new Map(season.varieties.map(({ key, crop }) => [key, crop]))
  const crops = new Map(season.crops.map((crop) => [crop.key, crop]))
  return season.lots.map((lot) => {
    const own = (byLot.get(lot) ?? []).sort((a, b) => a.day - b.day || (a.code < b.code ? -1 : 1))
    const have = seedsLeft(lot, crops.get(cropOf.get(lot.variety)!)!)
    const without = new Set<string>()
    let sown = 0
    let runsOut: LotUse['runsOut']
    for (const draw of own) {
      sown += draw.seeds
      if (have === undefined || seedToHave(sown, season.habits.handling) <= have) continue
      runsOut ??= draw
      without.add(draw.id)
    }
    const needed = seedToHave(sown, season.habits.handling)
    return { lot, sown, needed, have, short: have === undefined ? 0 : Math.max(0, needed - have), runsOut, without }
  })
}
