/** Money by month: what is spent as work is done, and what comes in. */
import { civil, fromCivil, type Day } from '../calendar/day'
import { COST_PARTS, costItems, type CostPart } from './cost-items'
import type { Plan } from './plan'
import { worthOf } from './worth'

/** One month. */
export interface BudgetMonth {
  /** Its first day. */
  from: Day
  parts: Record<CostPart, number>
  /** All that is spent. */
  spent: number
  /** What batches bring, in the month they are planted, fetched or first harvested. */
  comes: number
}

const monthStart = (day: Day): Day => {
  const { year, month } = civil(day)
  return fromCivil(year, month, 1)
}

const nextMonth = (first: Day): Day => {
  const { year, month } = civil(first)
  return month === 12 ? fromCivil(year + 1, 1, 1) : fromCivil(year, month + 1, 1)
}

/**
 * Every month in which something is spent or comes in, in their order, none left out between. What stretches over several
 * months is spread evenly over its days.
 */
export function budgetOf(plan: Plan): BudgetMonth[] {
  const { batches, season } = plan
  const months = new Map<Day, BudgetMonth>()
  const of = (day: Day): BudgetMonth => {
    const from = monthStart(day)
    const known = months.get(from)
    if (known) return known
    const parts = Object.fromEntries(COST_PARTS.map((part) => [part, 0])) as BudgetMonth['parts']
    const made: BudgetMonth = { from, parts, spent: 0, comes: 0 }
    months.set(from, made)
    return made
  }
  const harvests = new Map(plan.inField.map(({ id, harvest }) => [id, harvest]))
  for (const batch of batches) {
    if (batch.progress?.asks) continue
    for (const { part, from, until, money } of costItems(batch, season).items) {
      const days = Math.max(1, until - from)
      for (let day = from; day < from + days;) {
        const end = Math.min(from + days, nextMonth(monthStart(day)))
        const some = (money * (end - day)) / days
        const month = of(day)
        month.parts[part] += some
        month.spent += some
        day = end
      }
    }
    if (!batch.sizing || batch.progress?.ledger.splitOff || batch.progress?.standing === 'gone') continue
    const worth = worthOf(batch)
    if (worth) of(harvests.get(batch.id) ?? batch.plantOn).comes += worth.amount
  }
  const found = [...months.values()].sort((a, b) => a.from - b.from)
  const [first] = found
  if (first) for (let month = first.from; month < found.at(-1)!.from; month = nextMonth(month)) of(month)
  return [...months.values()].sort((a, b) => a.from - b.from)
}
