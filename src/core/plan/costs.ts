/** What plants cost, and what earns its room on the bench. */
import type { Crop } from '../../season/schema'
import type { Batch } from '../batch/batch'
import { yieldOfPlant } from '../field/even'
import { effortOf, type Effort } from './compare'
import { COST_PARTS, type CostPart } from './cost-items'
import type { Plan } from './plan'
import { worthOf, type Worth } from './worth'

/** What the plants of one kind cost, in the farm's money. */
export interface KindCost {
  crop: Crop
  batches: number
  plants: number
  parts: Record<CostPart, number>
  cost: number
  /** What it cost by the plan, before anything had gone otherwise. */
  planned: number
  /** Of one plant that is wanted in the field. */
  perPlant: number
  /** Of one of the unit of its yield, where the kind says what it gives: a stem, a kilo. */
  perYield: { cost: number; unit: NonNullable<Crop['field']['yield']>['unit'] } | undefined
  /** Tray places taken × weeks, wherever it stands. */
  trayWeeks: number
  /** Parts for which no price is known, in some batch of it. */
  unknown: CostPart[]
}

/** What a batch brings for the room it takes. */
export interface Earning {
  batch: Batch
  /** What it brings, in the farm's money: said with the planting, or by the prices of its kind. */
  worth: Worth
  cost: number
  trayWeeks: number
  /** What is left of its worth after its cost, for a tray place and week. */
  perTrayWeek: number
  /** Metres of bed × weeks that it stands in the field; 0 where it stands in no bed. */
  bedWeeks: number
  /** What is left for a metre of bed and week; `undefined` where it stands in none. */
  perBedWeek: number | undefined
  unknown: CostPart[]
}

const nothing = (): Record<CostPart, number> => ({ seed: 0, plants: 0, work: 0, mix: 0, heat: 0, pots: 0, room: 0 })

const trayWeeksOf = ({ heatedDays, litDays, benchDays }: Effort): number => (heatedDays + litDays + benchDays) / 7

/** Costs of every kind that is raised, the dearest in all first; batches that are gone cost what they had taken. */
export function costsByKind({ batches, season }: Plan): KindCost[] {
  const kinds = new Map<string, KindCost>()
  for (const batch of batches) {
    if (!batch.sizing || batch.progress?.asks) continue
    const { crop } = batch.way
    const effort = effortOf(batch, season)
    const kind = kinds.get(crop.key) ?? {
      crop,
      batches: 0,
      plants: 0,
      parts: nothing(),
      cost: 0,
      planned: 0,
      perPlant: 0,
      perYield: undefined,
      trayWeeks: 0,
      unknown: [],
    }
    kinds.set(crop.key, kind)
    kind.batches++
    kind.plants += plantsFrom(batch)
    kind.cost += effort.cost.known
    // Parts were planned with the whole that they are of.
    if (!batch.progress?.ledger.splitOff) kind.planned += effortOf(batch.progress?.planned ?? batch, season).cost.known
    kind.trayWeeks += trayWeeksOf(effort)
    for (const part of COST_PARTS) kind.parts[part] += effort.cost.parts[part]
    for (const part of effort.cost.unknown) if (!kind.unknown.includes(part)) kind.unknown.push(part)
  }
  return [...kinds.values()]
    .map((kind) => {
      const perPlant = kind.plants > 0 ? kind.cost / kind.plants : 0
      const yields = yieldOfPlant(kind.crop)
      const unit = kind.crop.field.yield?.unit
      return { ...kind, perPlant, perYield: yields && unit ? { cost: perPlant / yields, unit } : undefined }
    })
    .sort((a, b) => b.cost - a.cost || a.crop.name.localeCompare(b.crop.name))
}

/** Plants wanted of a batch; of one that is gone only those that somebody had. */
function plantsFrom({ progress, plants }: Batch): number {
  if (progress?.standing !== 'gone') return plants
  const { sold, given, planted } = progress.ledger.accounts.gone
  return Math.min(plants, sold + given + planted)
}

/** Batches of which it is known what they bring, what earns most for its room first. Of a series each has the worth that was said of it. */
export function whatEarns(plan: Plan): Earning[] {
  const { batches, season } = plan
  const beds = bedWeeks(plan)
  return batches
    .flatMap((batch): Earning[] => {
      // A part is worth its share of the whole, and is not ranked by itself.
      if (!batch.sizing || batch.progress?.asks || batch.progress?.ledger.splitOff || plantsFrom(batch) === 0) return []
      const worth = worthOf(batch)
      const effort = effortOf(batch, season)
      const trayWeeks = trayWeeksOf(effort)
      if (!worth || trayWeeks <= 0) return []
      const { known: cost, unknown } = effort.cost
      const left = worth.amount - cost
      const inBed = beds.get(batch.id) ?? 0
      return [{ batch, worth, cost, trayWeeks, perTrayWeek: left / trayWeeks, bedWeeks: inBed, perBedWeek: inBed > 0 ? left / inBed : undefined, unknown }] // prettier-ignore
    })
    .sort((a, b) => b.perTrayWeek - a.perTrayWeek)
}

/** Metres of bed × weeks of everything in the field, by its id; what stands between the rows of another takes none. */
function bedWeeks({ beds }: Plan): Map<string, number> {
  const weeks = new Map<string, number>()
  for (const uses of beds.uses.values())
    for (const { stand, length, from, until, between } of uses) {
      if (!stand || between) continue
      weeks.set(stand.id, (weeks.get(stand.id) ?? 0) + ((length / 100) * (until - from)) / 7)
    }
  return weeks
}
