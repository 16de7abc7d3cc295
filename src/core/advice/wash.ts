/** Containers that came free and are to be washed. */
import type { Container } from '../../season/schema'
import type { Batch, Stay } from '../batch/batch'
import { parseDay, type Day } from '../calendar/day'
import { standing } from '../ledger/records'
import type { Plan } from '../plan/plan'

/** Containers of a kind that came free and nobody has washed. */
export interface WashDue {
  container: Container
  trays: number
  /** Day the first of them came free. */
  since: Day
}

const REMEMBERED = 45 // days after which trays that nobody washed are no longer asked for

/** Trays of a stay that did not come free when it ended: others of the batch stayed behind in them. */
function leftBehind(plan: Plan, { ledger, all }: NonNullable<Batch['progress']>, { container, until }: Stay): number {
  return all.parts.reduce((sum, part) => {
    if (part.restOf !== ledger.id || part.splitOff?.on !== until) return sum
    const first = plan.byId.get(part.id)?.stays.find(({ from }) => from === until)
    return first?.container.key === container.key ? sum + first.trays : sum
  }, 0)
}

/** What is to be washed: containers that were recorded as emptied by potting up, planting or an end, less those washed or broken before. */
export function washDue(plan: Plan, day: Day): WashDue[] {
  const due = new Map<string, WashDue>()
  const first = Math.max(plan.since, day - REMEMBERED)
  for (const { progress, stays } of plan.batches) {
    // What nobody sowed filled no tray.
    if (!progress || progress.standing === 'to-sow') continue
    stays.forEach((stay, i) => {
      const { container, until } = stay
      // Trays in which some stayed behind are not empty yet.
      const trays = stay.trays - leftBehind(plan, progress, stay)
      const next = stays[i + 1]
      const emptied = next ? next.potted : progress.standing === 'planted' || progress.standing === 'gone'
      if (!emptied || trays <= 0 || container.washDays === 0 || container.plantable || until < first || until > day)
        return
      const one = due.get(container.key)
      due.set(container.key, {
        container,
        trays: (one?.trays ?? 0) + trays,
        since: Math.min(until, one?.since ?? Infinity),
      })
    })
  }
  for (const { on, what } of standing(plan.season.records)) {
    if (what.did !== 'wash' && !(what.did === 'broke' && what.unwashed)) continue
    if (parseDay(on) < first || parseDay(on) > day) continue
    const one = due.get(what.container)
    if (one) due.set(what.container, { ...one, trays: one.trays - what.trays })
  }
  return [...due.values()].filter(({ trays }) => trays > 0)
}
