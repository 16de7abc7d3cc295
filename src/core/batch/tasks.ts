/** What is to be done on which day. */
import type { Container } from '../../season/schema'
import type { Day } from '../calendar/day'
import type { Batch, Stay } from './batch'

/** Kinds of work, in the order they come in a day. */
export const TASK_KINDS = [
  'order',
  'prepare',
  'receive',
  'sow',
  'leave-heat',
  'thin',
  'pinch',
  'feed',
  'pot-up',
  'move',
  'harden',
  'plant',
] as const
export type TaskKind = (typeof TASK_KINDS)[number]

/** One piece of work on one batch. */
export interface Task {
  /** Stays the same while the batch and the step do. */
  id: string
  kind: TaskKind
  /** Which of its kind: the stage it begins, or its number in their order. */
  nth: number
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
  const tasks: Task[] = []
  const [first] = stays
  if (sow === undefined || !pass || !first) return tasks
  const { preparation } = way
  const { sowing } = way.method
  let ahead = 0
  for (let i = preparation.length - 1; i >= 0; i--) {
    ahead += preparation[i]!.days
    add(tasks, from, until, batch, 'prepare', i, sow - ahead, first.place, undefined, first, preparation[i]!.what)
  }
  if (sowing.policy === 'bought') {
    if (sowing.orderDays > 0)
      add(tasks, from, until, batch, 'order', 0, sow - sowing.orderDays, undefined, undefined, first)
    add(tasks, from, until, batch, 'receive', 0, sow, first.place, undefined, first)
  } else add(tasks, from, until, batch, 'sow', 0, sow, first.place, undefined, first)
  for (let i = 1; i < stays.length; i++) {
    const stay = stays[i]!
    const before = stays[i - 1]!
    // Nobody had planned it: it has happened, and is no work.
    if (stay.stage < 0) continue
    const kind = stay.potted
      ? 'pot-up'
      : stay.kind === 'harden'
        ? 'harden'
        : before.kind === 'germinate'
          ? 'leave-heat'
          : 'move'
    add(tasks, from, until, batch, kind, stay.stage, stay.from, stay.place, before.place, stay)
  }
  for (const { kind, day } of batch.leafWork) {
    if (day < from || day >= until) continue
    const stay = stays.find((one) => day >= one.from && day < one.until)
    if (stay) add(tasks, from, until, batch, kind, 0, day, stay.place, undefined, stay)
  }
  const last = stays[stays.length - 1]!
  add(tasks, from, until, batch, 'plant', 0, plantOn, undefined, last.place, last)
  return tasks
}

/** Adds a task when its day is asked for. */
function add(
  tasks: Task[],
  from: Day,
  until: Day,
  batch: Batch,
  kind: TaskKind,
  nth: number,
  day: Day,
  place: number | undefined,
  fromPlace: number | undefined,
  stay: Stay,
  what?: string,
): void {
  if (day < from || day >= until) return
  const { container, cells, trays } = stay
  tasks.push({
    id: `${batch.id}/${kind}/${nth}`,
    kind,
    nth,
    day,
    batch,
    place,
    fromPlace,
    container,
    cells,
    trays,
    what,
  })
}

/** Plants that go out: those wanted, or as many as are expected where that is fewer. */
export function plantsOut({ plants, progress }: Batch): number {
  if (!progress || !['sown', 'up', 'hardening'].includes(progress.standing)) return plants
  return Math.min(plants, Math.round(progress.plants))
}

const LONGEST_AHEAD = 1200 // days a task may come before the sowing: six preparations of 200 at most, or an order
const RANK = Object.fromEntries(TASK_KINDS.map((kind, i) => [kind, i])) as Record<TaskKind, number>

const MANY = 50 // tasks of one kind at one place on one day, from which moving them one by one is slower
const MOST_PLACES = 256 // more than a season has

/**
 * Work of all batches in [from, until), by day, then in the order of the day, then by place, then by code. Batches that are
 * asked about are counted nowhere.
 */
export function tasksBetween(batches: readonly Batch[], from: Day, until: Day): Task[] {
  const kinds = TASK_KINDS.length
  // A bin for every day, kind and place: only what falls together has to be compared.
  const bins = new Map<number, Task[]>()
  for (const batch of batches) {
    const { sow, plantOn, progress } = batch
    if (
      sow === undefined ||
      progress?.asks ||
      plantOn < from ||
      (sow >= until &&
        ((batch.way.preparation.length === 0 && batch.way.route.boughtAge === undefined) ||
          sow - LONGEST_AHEAD >= until))
    )
      continue
    // Of what was thrown away or left out nothing more is to be done.
    const over = progress?.standing === 'gone' ? Math.min(until, progress.ends) : until
    for (const task of tasksOf(batch, from, over)) {
      const bin = (task.day * kinds + RANK[task.kind]) * MOST_PLACES + (task.fromPlace ?? task.place ?? 0)
      const others = bins.get(bin)
      if (others) others.push(task)
      else bins.set(bin, [task])
    }
  }
  const tasks: Task[] = []
  for (const key of Float64Array.from(bins.keys()).sort()) {
    const bin = bins.get(key)!
    if (bin.length > 1) sortByCode(bin)
    for (const task of bin) tasks.push(task)
  }
  return tasks
}

/** Sorts by batch code, in place: plantings come nearly in that order, and moving the few that do not is cheap. */
function sortByCode(bin: Task[]): void {
  if (bin.length > MANY) {
    bin.sort((a, b) => (a.batch.code < b.batch.code ? -1 : 1))
    return
  }
  for (let at = 1; at < bin.length; at++) {
    const task = bin[at]!
    const { code } = task.batch
    let i = at
    for (; i > 0 && bin[i - 1]!.batch.code > code; i--) bin[i] = bin[i - 1]!
    bin[i] = task
  }
}
