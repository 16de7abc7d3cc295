/** What the plan shows: rows in order, filtered and grouped. */
import { isoWeek, weekStart, type Day } from '../../core/calendar/day'
import type { Batch } from '../../core/plan/batch'
import { isStop } from '../../core/plan/marks'
import type { Plan } from '../../core/plan/plan'

export type Grouping = 'crop' | 'week' | 'none'
export type Order = 'sow' | 'plant' | 'name' | 'size'

export interface RowOptions {
  group: Grouping
  order: Order
  /** Free text: every word must be found in code, variety, crop or method. */
  text: string
  /** Crop key, or empty for all. */
  crop: string
  /** Monday of the sowing week, or undefined for all. */
  week: Day | undefined
  /** Only batches that carry a mark. */
  marked: boolean
}

export type PlanRow =
  | { kind: 'group'; id: string; title: string; week: Day | undefined; batches: number; plants: number }
  | { kind: 'batch'; id: string; batch: Batch }

/** Rows of the plan. */
export function planRows(plan: Plan, options: RowOptions): PlanRow[] {
  const words = options.text.toLowerCase().split(/\s+/).filter(Boolean)
  const shown = plan.batches.filter(
    (batch) =>
      (options.crop === '' || batch.way.crop.key === options.crop) &&
      (options.week === undefined || (batch.sow !== undefined && weekStart(batch.sow) === options.week)) &&
      (!options.marked || batch.marks.length > 0) &&
      matches(batch, words),
  )
  shown.sort(comparing(options.order))
  if (options.group === 'none') return shown.map(batchRow)

  const groups = new Map<string, Batch[]>()
  const keyOf = options.group === 'crop' ? (b: Batch) => b.way.crop.name : (b: Batch) => weekKey(b.sow)
  for (const batch of shown) {
    const key = keyOf(batch)
    const group = groups.get(key)
    if (group) group.push(batch)
    else groups.set(key, [batch])
  }
  const keys = [...groups.keys()]
  if (options.group === 'week') keys.sort()
  else keys.sort((a, b) => (options.order === 'name' ? a.localeCompare(b) : 0))
  return keys.flatMap((key) => {
    const batches = groups.get(key)!
    const sow = batches[0]!.sow
    const week = options.group === 'week' && sow !== undefined ? weekStart(sow) : undefined
    const title = options.group === 'crop' ? key : week === undefined ? 'No sowing day' : `Week ${isoWeek(week)}`
    const plants = batches.reduce((sum, batch) => sum + batch.plants, 0)
    return [{ kind: 'group' as const, id: `group ${key}`, title, week, batches: batches.length, plants }, ...batches.map(batchRow)]
  })
}

const batchRow = (batch: Batch): PlanRow => ({ kind: 'batch', id: batch.id, batch })
const weekKey = (sow: Day | undefined) => (sow === undefined ? '~' : String(weekStart(sow) + 1_000_000))

function matches(batch: Batch, words: readonly string[]): boolean {
  if (words.length === 0) return true
  const text = `${batch.code} ${batch.variety.name} ${batch.way.crop.name} ${batch.way.method.name}`.toLowerCase()
  return words.every((word) => text.includes(word))
}

function comparing(order: Order): (a: Batch, b: Batch) => number {
  const sow = (batch: Batch) => batch.sow ?? -Infinity
  const byCode = (a: Batch, b: Batch) => a.code.localeCompare(b.code, 'en', { numeric: true })
  switch (order) {
    case 'sow':
      return (a, b) => compare(sow(a), sow(b)) || byCode(a, b)
    case 'plant':
      return (a, b) => a.plantOn - b.plantOn || byCode(a, b)
    case 'name':
      return (a, b) => a.variety.name.localeCompare(b.variety.name) || a.plantOn - b.plantOn || byCode(a, b)
    case 'size':
      return (a, b) => b.plants - a.plants || byCode(a, b)
  }
}

const compare = (a: number, b: number) => (a < b ? -1 : a > b ? 1 : 0)

/** Weeks in which anything is sown, for the filter. */
export function sowingWeeks(plan: Plan): Day[] {
  const weeks = new Set(plan.batches.flatMap(({ sow }) => (sow === undefined ? [] : [weekStart(sow)])))
  return [...weeks].sort((a, b) => a - b)
}

/** Crops that are planted this season, by name. */
export function plantedCrops(plan: Plan): { key: string; name: string }[] {
  const crops = new Map(plan.batches.map(({ way }) => [way.crop.key, way.crop.name]))
  return [...crops].map(([key, name]) => ({ key, name })).sort((a, b) => a.name.localeCompare(b.name))
}

/** How a batch stands, for its colour and its word. */
export type Standing = 'cannot' | 'doubtful' | 'fine'

export function standing(batch: Batch): Standing {
  if (batch.marks.some(isStop)) return 'cannot'
  return batch.marks.length > 0 ? 'doubtful' : 'fine'
}
