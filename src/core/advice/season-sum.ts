/** The season in a few figures: what went out when, how many plants of those wanted, and what was lost of what cause. */
import type { LossCause } from '../../season/schema'
import type { Batch } from '../batch/batch'
import type { Plan } from '../plan/plan'
import { meantOf } from '../progress/meant'

/** Figures of what was due by the working day; a batch that was parted counts by its parts. */
export interface SeasonSum {
  /** Plantings due, by what became of them. */
  due: number
  onTime: number
  late: number
  /** Days late, together. */
  lateDays: number
  /** Ended without being planted. */
  gone: number
  /** Still to go out, though their day is past. */
  waiting: number
  wanted: number
  planted: number
  /** Plants lost by cause, most first; those of what is not due yet among them. */
  losses: readonly (readonly [LossCause, number])[]
}

/** A kind with its figures. */
export interface KindSum {
  crop: string
  name: string
  sum: SeasonSum
}

/** Plants of a batch that went out, by its records. */
function plantedOf({ progress }: Batch): number {
  if (progress?.standing !== 'planted') return 0
  const { ledger, planned, plants } = progress
  if (ledger.known) return ledger.accounts.gone.planted * Math.max(1, meantOf(planned).keep)
  return ledger.planted?.entry.what.plants ?? Math.round(plants)
}

const nothing = () => ({ due: 0, onTime: 0, late: 0, lateDays: 0, gone: 0, waiting: 0, wanted: 0, planted: 0 })

function sumOf(batches: readonly Batch[], today: number): SeasonSum {
  const sum = nothing()
  const losses = new Map<LossCause, number>()
  for (const batch of batches) {
    const { progress, plantOn, plants } = batch
    for (const { on, entry } of progress?.ledger.losses ?? [])
      if (!progress!.ledger.splitOff || on >= progress!.ledger.splitOff.on)
        losses.set(entry.what.cause, (losses.get(entry.what.cause) ?? 0) + entry.what.plants)
    const standing = progress?.standing ?? 'to-sow'
    const planned = progress?.planned.plantOn ?? plantOn
    if (standing !== 'planted' && standing !== 'gone' && planned > today) continue
    sum.due++
    sum.wanted += progress ? progress.planned.plants * progress.share : plants
    sum.planted += plantedOf(batch)
    if (standing === 'gone') sum.gone++
    else if (standing !== 'planted') sum.waiting++
    else if (plantOn > planned) {
      sum.late++
      sum.lateDays += plantOn - planned
    } else sum.onTime++
  }
  return { ...sum, losses: [...losses].sort((a, b) => b[1] - a[1]) }
}

/** The whole season, and each kind in the order of the names. */
export function seasonSum(plan: Plan): { all: SeasonSum; kinds: KindSum[] } {
  const today = plan.today ?? -Infinity
  const own = new Map<string, Batch[]>()
  for (const batch of plan.batches) {
    const { key } = batch.way.crop
    const list = own.get(key)
    if (list) list.push(batch)
    else own.set(key, [batch])
  }
  return {
    all: sumOf(plan.batches, today),
    kinds: [...own]
      .map(([crop, batches]) => ({ crop, name: batches[0]!.way.crop.name, sum: sumOf(batches, today) }))
      .sort((a, b) => (a.name < b.name ? -1 : 1)),
  }
}
