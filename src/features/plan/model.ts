/** What the plan shows: rows in order, filtered and grouped. */
import { weekStart, type Day } from '../../core/calendar/day'
import type { FieldCrop } from '../../core/field/field-crop'
import type { Batch } from '../../core/batch/batch'
import { isStop } from '../../core/batch/marks'
import type { Plan } from '../../core/plan/plan'
import { wordsFor } from '../../library/library'
import type { Crop } from '../../season/schema'
import { capital, type Format } from '../../words/format'

export const GROUPINGS = ['crop', 'week', 'none'] as const
export type Grouping = (typeof GROUPINGS)[number]
export const ORDERS = ['sow', 'plant', 'name', 'size'] as const
export type Order = (typeof ORDERS)[number]

export interface RowOptions {
  group: Grouping
  order: Order
  /** Free text: every word must be found in code, variety, crop or method. */
  text: string
  /** Crop key, or empty for all. */
  crop: string
  /** Monday of the sowing week, or undefined for all. */
  week?: Day | undefined
  /** Only batches that carry a mark. */
  marked: boolean
}

export type PlanRow =
  | { kind: 'group'; id: string; title: string; week: Day | undefined; batches: number; plants: number }
  | { kind: 'batch'; id: string; batch: Batch }
  | { kind: 'stand'; id: string; stand: FieldCrop }

/** What rows are found, ordered and grouped by, whether raised or sown in place. */
interface Entry {
  row: PlanRow
  code: string
  name: string
  crop: Pick<Crop, 'key' | 'name' | 'kind'>
  method: string
  sow: Day | undefined
  plantOn: Day
  plants: number
  marked: boolean
}

/** Plants a batch still stands for: none where it was thrown away or dropped. */
const plantsOf = ({ plants, progress }: Batch): number => (progress?.standing === 'gone' ? 0 : plants)

/** Plants of a plan, raised and sown in place together. */
export const plantsOfAll = ({ batches, inPlace }: Pick<Plan, 'batches' | 'inPlace'>): number =>
  batches.reduce((sum, batch) => sum + plantsOf(batch), 0) + inPlace.reduce((sum, { plants }) => sum + plants, 0)

const ofBatch = (batch: Batch): Entry => ({
  row: { kind: 'batch', id: batch.id, batch },
  code: batch.code,
  name: batch.variety.name,
  crop: batch.way.crop,
  method: batch.way.method.name,
  sow: batch.sow,
  plantOn: batch.plantOn,
  plants: plantsOf(batch),
  get marked() {
    return batch.marks.length > 0
  },
})

const ofStand = (stand: FieldCrop): Entry => ({
  row: { kind: 'stand', id: stand.id, stand },
  code: stand.code,
  name: stand.variety.name,
  crop: stand.crop,
  method: stand.inPlace!.method.name,
  sow: stand.from,
  plantOn: stand.from,
  plants: stand.plants,
  marked: stand.inPlace!.up === undefined,
})

/** Rows of the plan. */
export function planRows(plan: Plan, options: RowOptions, f: Format): PlanRow[] {
  const words = options.text.toLowerCase().split(/\s+/).filter(Boolean)
  const entries = [...plan.batches.map(ofBatch), ...plan.inPlace.map(ofStand)]
  const shown = entries.filter(
    (entry) =>
      (options.crop === '' || entry.crop.key === options.crop) &&
      (options.week === undefined || (entry.sow !== undefined && weekStart(entry.sow) === options.week)) &&
      (!options.marked || entry.marked) &&
      matches(entry, words),
  )
  shown.sort(comparing(options.order))
  if (options.group === 'none') return shown.map(({ row }) => row)

  const groups = new Map<string, Entry[]>()
  const keyOf = options.group === 'crop' ? ({ crop }: Entry) => crop.name : ({ sow }: Entry) => weekKey(sow)
  for (const entry of shown) {
    const key = keyOf(entry)
    const group = groups.get(key)
    if (group) group.push(entry)
    else groups.set(key, [entry])
  }
  const keys = [...groups.keys()]
  if (options.group === 'week') keys.sort()
  else keys.sort((a, b) => (options.order === 'name' ? a.localeCompare(b) : 0))
  return keys.flatMap((key) => {
    const own = groups.get(key)!
    const sow = own[0]!.sow
    const week = options.group === 'week' && sow !== undefined ? weekStart(sow) : undefined
    const title = options.group === 'crop' ? key : week === undefined ? f.t('plan.noSowingDay') : capital(f.week(week))
    const plants = own.reduce((sum, entry) => sum + entry.plants, 0)
    return [
      { kind: 'group' as const, id: `group ${key}`, title, week, batches: own.length, plants },
      ...own.map(({ row }) => row),
    ]
  })
}

const weekKey = (sow: Day | undefined) => (sow === undefined ? '~' : String(weekStart(sow) + 1_000_000))

function matches({ code, name, crop, method }: Entry, words: readonly string[]): boolean {
  if (words.length === 0) return true
  const text = `${code} ${name} ${method}`.toLowerCase() + ` ${wordsFor(crop)}`
  return words.every((word) => text.includes(word))
}

function comparing(order: Order): (a: Entry, b: Entry) => number {
  const sow = (entry: Entry) => entry.sow ?? -Infinity
  const byCode = (a: Entry, b: Entry) => a.code.localeCompare(b.code, 'en', { numeric: true })
  switch (order) {
    case 'sow':
      return (a, b) => compare(sow(a), sow(b)) || byCode(a, b)
    case 'plant':
      return (a, b) => a.plantOn - b.plantOn || byCode(a, b)
    case 'name':
      return (a, b) => a.name.localeCompare(b.name) || a.plantOn - b.plantOn || byCode(a, b)
    case 'size':
      return (a, b) => b.plants - a.plants || byCode(a, b)
  }
}

const compare = (a: number, b: number) => (a < b ? -1 : a > b ? 1 : 0)

/** Weeks in which anything is sown, for the filter. */
export function sowingWeeks(plan: Plan): Day[] {
  const weeks = new Set([
    ...plan.batches.flatMap(({ sow }) => (sow === undefined ? [] : [weekStart(sow)])),
    ...plan.inPlace.map(({ from }) => weekStart(from)),
  ])
  return [...weeks].sort((a, b) => a - b)
}

/** Crops that are planted this season, by name. */
export function plantedCrops(plan: Plan): { key: string; name: string }[] {
  const crops = new Map(
    [...plan.batches.map(({ way }) => way.crop), ...plan.inPlace.map(({ crop }) => crop)].map(({ key, name }) => [
      key,
      name,
    ]),
  )
  return [...crops].map(([key, name]) => ({ key, name })).sort((a, b) => a.name.localeCompare(b.name))
}

/** How a batch stands, for its colour and its word. */
export type Standing = 'cannot' | 'doubtful' | 'fine'

export function standing(batch: Batch): Standing {
  if (batch.marks.some(isStop)) return 'cannot'
  return batch.marks.length > 0 ? 'doubtful' : 'fine'
}
