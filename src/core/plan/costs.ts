/** What plants cost, and what earns its room on the bench. */
import type { Crop } from '../../season/schema'
import type { Batch } from '../batch/batch'
import { COST_PARTS, effortOf, type CostPart, type Effort } from './compare'
import type { Plan } from './plan'

/** What the plants of one kind cost, in the farm's money. */
export interface KindCost {
  crop: Crop
  batches: number
  plants: number
  parts: Record<CostPart, number>
  cost: number
  /** Of one plant that is wanted in the field. */
  perPlant: number
  /** Tray places taken × weeks, wherever it stands. */
  trayWeeks: number
  /** Parts for which no price is known, in some batch of it. */
  unknown: CostPart[]
}

/** What a planting with a worth brings for the room it takes. */
export interface Earning {
  batch: Batch
  /** What hangs on it, in the farm's money. */
  worth: number
  cost: number
  trayWeeks: number
  /** What is left of its worth after its cost, for a tray place and week. */
  perTrayWeek: number
  unknown: CostPart[]
}

const nothing = (): Record<CostPart, number> => ({ seed: 0, plants: 0, work: 0, mix: 0, heat: 0, pots: 0 })

const trayWeeksOf = ({ heatedDays, litDays, benchDays }: Effort): number => (heatedDays + litDays + benchDays) / 7

/** Costs of every kind that is raised, the dearest in all first; batches that are gone cost what they had taken. */
export function costsByKind({ batches, season }: Plan): KindCost[] {
  const kinds = new Map<string, KindCost>()
  for (const batch of batches) {
    if (!batch.sizing || batch.progress?.asks) continue
    const { crop } = batch.way
    const effort = effortOf(batch, season)
    const kind = kinds.get(crop.key) ?? { crop, batches: 0, plants: 0, parts: nothing(), cost: 0, perPlant: 0, trayWeeks: 0, unknown: [] } // prettier-ignore
    kinds.set(crop.key, kind)
    kind.batches++
    kind.plants += batch.plants
    kind.cost += effort.cost.known
    kind.trayWeeks += trayWeeksOf(effort)
    for (const part of COST_PARTS) kind.parts[part] += effort.cost.parts[part]
    for (const part of effort.cost.unknown) if (!kind.unknown.includes(part)) kind.unknown.push(part)
  }
  return [...kinds.values()]
    .map((kind) => ({ ...kind, perPlant: kind.plants > 0 ? kind.cost / kind.plants : 0 }))
    .sort((a, b) => b.cost - a.cost || a.crop.name.localeCompare(b.crop.name))
}

/** Plantings whose worth is said in money, what earns most for its room first. Of a series each has that worth. */
export function whatEarns({ batches, season }: Plan): Earning[] {
  return batches
    .flatMap((batch) => {
      const { worth } = batch.planting
      // A part is worth its share of the whole, and is not ranked by itself.
      if (worth?.by !== 'money' || !batch.sizing || batch.progress?.ledger.splitOff) return []
      const effort = effortOf(batch, season)
      const trayWeeks = trayWeeksOf(effort)
      if (trayWeeks <= 0) return []
      const { known: cost, unknown } = effort.cost
      return [{ batch, worth: worth.amount, cost, trayWeeks, perTrayWeek: (worth.amount - cost) / trayWeeks, unknown }]
    })
    .sort((a, b) => b.perTrayWeek - a.perTrayWeek)
}
