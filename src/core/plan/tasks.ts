/** What is to be done on which day. */
import type { Container } from '../../season/schema'
import type { Day } from '../calendar/day'
import { leafAge } from '../growth/rate'
import { dayAtAge } from '../schedule/forward'
import type { Batch, Stay } from './batch'

/** Kinds of work, in the order they come in a day. */
export const TASK_KINDS = ['prepare', 'sow', 'leave-heat', 'thin', 'pot-up', 'move', 'harden', 'plant'] as const
export type TaskKind = (typeof TASK_KINDS)[number]

/** One piece of work on one batch. */
export interface Task {
  /** Stays the same while the batch and the step do. */
  id: string
  kind: TaskKind
  day: Day
  batch: Batch
  /** Where it happens or begins, by place number; `undefined` in the field. */
  place: number | undefined
  /** Where the trays came from, for a move. */
  fromPlace: number | undefined
  container: Container | undefined
  cells: number
  trays: number
  /** What the preparation is. */
  what: string | undefined
}

/** All work of a batch whose day lies in [from, until). */
export function tasksOf(batch: Batch, from: Day, until: Day): Task[] {
  const { sow, pass, stays, plantOn, way } = batch
  if (sow === undefined || !pass || stays.length === 0) return []
  const tasks: Task[] = []
  const times = new Map<TaskKind, number>()
  const add = (kind: TaskKind, day: Day, stay: Stay | undefined, more: Partial<Task> = {}) => {
    const nth = (times.get(kind) ?? 0) + 1
    times.set(kind, nth)
    if (day < from || day >= until) return
    tasks.push({
      id: `${batch.id}/${kind}/${nth}`,
      kind,
      day,
      batch,
      place: stay?.place,
      fromPlace: undefined,
      container: stay?.container,
      cells: stay?.cells ?? 0,
      trays: stay?.trays ?? 0,
      what: undefined,
      ...more,
    })
  }
  let ahead = way.crop.preparation.reduce((sum, { days }) => sum + days, 0)
  for (const { what, days } of way.crop.preparation) {
    add('prepare', sow - ahead, stays[0], { what })
    ahead -= days
  }
  add('sow', sow, stays[0])
  for (let i = 1; i < stays.length; i++) {
    const stay = stays[i]!
    const before = stays[i - 1]!
    const fromPlace = before.place
    if (stay.potted) add('pot-up', stay.from, stay, { fromPlace })
    else if (stay.kind === 'harden') add('harden', stay.from, stay, { fromPlace })
    else if (before.kind === 'germinate') add('leave-heat', stay.from, stay, { fromPlace })
    else add('move', stay.from, stay, { fromPlace })
  }
  if (way.seedsPerCell > way.keep && way.crop.growth.leafInterval !== undefined) {
    const age = leafAge(way.crop.thinAtLeaf, way.crop.growth.leafInterval, way.crop.growth.firstLeaf)
    const day = dayAtAge(way.route, pass, age)
    if (day < plantOn) add('thin', day, stays.find((stay) => day >= stay.from && day < stay.until))
  }
  const last = stays.at(-1)!
  add('plant', plantOn, undefined, { fromPlace: last.place, container: last.container, cells: last.cells, trays: last.trays })
  return tasks
}

/** Work of all batches in [from, until), by day, then in the order of the day, then by place. */
export function tasksBetween(batches: readonly Batch[], from: Day, until: Day): Task[] {
  const tasks: Task[] = []
  for (const batch of batches) {
    const { sow, plantOn } = batch
    const first = sow === undefined ? Infinity : sow - batch.way.crop.preparation.reduce((sum, { days }) => sum + days, 0)
    if (first >= until || plantOn < from) continue
    for (const task of tasksOf(batch, from, until)) tasks.push(task)
  }
  return tasks.sort(
    (a, b) =>
      a.day - b.day ||
      TASK_KINDS.indexOf(a.kind) - TASK_KINDS.indexOf(b.kind) ||
      (a.fromPlace ?? a.place ?? 0) - (b.fromPlace ?? b.place ?? 0) ||
      (a.batch.code < b.batch.code ? -1 : 1),
  )
}
