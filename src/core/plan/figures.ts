/** A whole plan in a few figures, so that two plans can be laid side by side. */
import type { Day } from '../calendar/day'
import { overfull } from '../capacity/limits'
import { effortOf } from './compare'
import { isStop } from '../batch/marks'
import type { Plan } from './plan'

/** What a plan comes to. */
export interface PlanFigures {
  /** Tray places × days, trays × days and hours over, together. */
  overfull: number
  /** Places, containers and weeks' hours that are over at some time. */
  limitsOver: number
  /** Batches that cannot work as they stand. */
  cannot: number
  batches: number
  plants: number
  seeds: number
  /** Trays sown. */
  trays: number
  hours: number
  /** Tray places × days with bottom heat or lamps. */
  heatedDays: number
  benchDays: number
  /** Litres of mix. */
  mixLitres: number
  /** Known costs, in the farm's money. */
  cost: number
}

/**
 * The figures of a plan.
 *
 * @param from what is over before this day is past and not counted
 */
export function planFigures(plan: Plan, from: Day): PlanFigures {
  const figures: PlanFigures = {
    overfull: overfull(plan.limits, from),
    limitsOver: plan.limits.filter(({ load }) => load.over.some(({ until }) => until > from)).length,
    cannot: 0,
    batches: plan.batches.length,
    plants: 0,
    seeds: 0,
    trays: 0,
    hours: 0,
    heatedDays: 0,
    benchDays: 0,
    mixLitres: 0,
    cost: 0,
  }
  for (const batch of plan.batches) {
    if (batch.marks.some(isStop)) figures.cannot++
    const effort = effortOf(batch, plan.season)
    figures.plants += batch.plants
    figures.seeds += batch.sizing?.seeds ?? 0
    figures.trays += batch.stays[0]?.trays ?? 0
    figures.hours += effort.minutesInAll / 60
    figures.heatedDays += effort.heatedDays + effort.litDays
    figures.benchDays += effort.benchDays
    figures.mixLitres += effort.mixLitres
    figures.cost += effort.cost.known
  }
  return figures
}
