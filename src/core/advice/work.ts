/** The work of a day as it is: what is due, what is late, what is done. */
import type { Entry } from '../../season/schema'
import { parseDay, type Day } from '../calendar/day'
import type { Batch } from '../batch/batch'
import type { Plan } from '../plan/plan'
import { tasksOf, TASK_KINDS, type Task } from '../batch/tasks'
import type { Line } from '../ledger/records'
import { firstFeed } from './feed-rounds'

/** One piece of work with how it stands. */
export interface Work {
  task: Task
  state: 'open' | 'done'
  /** The day it was due by the plan, or put off to. */
  due: Day
  /** Days it is late by; 0 where it is not. */
  late: number
  /** What was recorded of it. */
  line: Line<'task'> | undefined
}

const LONGEST_AHEAD = 1200 // days a task may come before the sowing: six preparations of 200 at most, or an order
const RANK = Object.fromEntries(TASK_KINDS.map((kind, i) => [kind, i])) as Record<Task['kind'], number>

/**
 * Work of a day: on the day it is, everything that is due or late, and what was done on it; on any other day what falls
 * on it. Of what is not up, only what leads there can be done before its plants could be.
 *
 * @param from first day asked for; @param until first day no longer
 */
export function workBetween(plan: Plan, from: Day, until: Day): Work[] {
  const { today } = plan
  const work: Work[] = []
  for (const batch of plan.batches) {
    const { sow, plantOn } = batch
    if (sow === undefined || (plantOn < from && today === undefined) || sow - LONGEST_AHEAD >= until) continue
    if (today === undefined) {
      for (const task of tasksOf(batch, from, until))
        work.push({ task, state: 'open', due: task.day, late: 0, line: undefined })
    } else workOf({ ...plan, today }, batch, from, until, work)
  }
  return work
    .filter(isPossible)
    .sort(
      (a, b) =>
        dayOf(a) - dayOf(b) ||
        RANK[a.task.kind] - RANK[b.task.kind] ||
        (a.task.fromPlace ?? a.task.place ?? 0) - (b.task.fromPlace ?? b.task.place ?? 0) ||
        (a.task.batch.code < b.task.batch.code ? -1 : 1),
    )
}

/** All work of one batch, done and still to be done, in no order. */
export function workOfOne(plan: Pick<Plan, 'season' | 'today' | 'since'>, batch: Batch): Work[] {
  const { today } = plan
  if (batch.sow === undefined) return []
  if (today === undefined)
    return tasksOf(batch, -Infinity, Infinity).map((task) => ({ task, state: 'open', due: task.day, late: 0, line: undefined })) // prettier-ignore
  const work: Work[] = []
  workOf({ ...plan, today }, batch, -Infinity, Infinity, work)
  return work
}

/** Batches whose sowing day was past before anybody could record it: what became of them is asked, the earliest first. */
export const askedAbout = (plan: Plan): Batch[] =>
  plan.batches.filter(({ progress }) => progress?.asks).sort((a, b) => a.sow! - b.sow! || (a.code < b.code ? -1 : 1))

/**
 * What is still to be done of one batch, in the order of its days; as on the day's list, nothing is asked of plants that
 * are not up.
 *
 * @param day the day it is: where nothing was ever recorded, work before it counts as done
 */
export function workAhead(plan: Plan, batch: Batch, day: Day): Work[] {
  if (batch.sow === undefined) return []
  if (plan.today === undefined)
    return tasksOf(batch, day, Infinity).map((task) => ({
      task,
      state: 'open',
      due: task.day,
      late: 0,
      line: undefined,
    }))
  const work: Work[] = []
  const { today } = plan
  workOf({ ...plan, today }, batch, Math.min(today, batch.sow - LONGEST_AHEAD), Infinity, work)
  return work
    .filter((one) => one.state === 'open' && isPossible(one))
    .sort((a, b) => dayOf(a) - dayOf(b) || RANK[a.task.kind] - RANK[b.task.kind])
}

/** The day a piece of work is shown on. */
export const dayOf = ({ task, line }: Pick<Work, 'task' | 'line'>): Day => line?.on ?? task.day

const BEFORE_SOWING: ReadonlySet<Task['kind']> = new Set(['order', 'prepare'])
const SOWING: ReadonlySet<Task['kind']> = new Set(['sow', 'receive'])

const OF_TRAYS: ReadonlySet<Task['kind']> = new Set(['leave-heat', 'move'])

/**
 * Whether there is something to do it to: no plant is potted, hardened or planted before it could be up; trays that stand
 * somewhere may be moved before.
 */
function isPossible({ task, state }: Work): boolean {
  const { kind, batch, day } = task
  const standing = batch.progress?.standing
  if (state === 'done' || BEFORE_SOWING.has(kind) || SOWING.has(kind)) return true
  if (standing !== 'to-sow' && (standing !== 'sown' || OF_TRAYS.has(kind))) return true
  return batch.pass !== undefined && day >= batch.pass.emergence && day > batch.sow!
}

/** A plan that knows what day it is. */
type Known = Pick<Plan, 'season' | 'since'> & { today: Day }

function workOf(plan: Known, batch: Batch, from: Day, until: Day, work: Work[]): void {
  const { today, since } = plan
  const { progress } = batch
  if (progress?.standing === 'gone' || progress?.asks) return
  const wantsToday = from <= today && today < until
  const planned = progress && plannedTasks(batch)
  const isSown = progress !== undefined && progress.standing !== 'to-sow'
  const seen = new Set<string>()
  const add = (task: Task, step: string) => {
    seen.add(step)
    const line = progress?.ledger.done.get(step)
    const plannedOn = planned?.get(step)?.day ?? task.day
    if (line) {
      if (line.on >= from && line.on < until)
        work.push({ task: { ...task, day: line.on }, state: 'done', due: plannedOn, late: 0, line })
      return
    }
    // Nothing is still to be done to what is in the field, nor what must have been done before something that was.
    if (
      progress &&
      (progress.ledger.dropped.has(step) ||
        progress.implied.has(step) ||
        progress.standing === 'planted' ||
        // Seed that is sown was ordered and prepared.
        (isSown && BEFORE_SOWING.has(task.kind)))
    )
      return
    // What is due and not recorded has not happened: it is still to be done today, whatever is forecast to follow from it.
    const held = progress?.held.get(step)
    if (held === undefined && task.day < since) {
      if (task.day >= from && task.day < until)
        work.push({ task, state: 'done', due: task.day, late: 0, line: undefined })
      return
    }
    const due = held ?? Math.max(isSown ? task.day : plannedOn, waitOf(batch, step))
    const feed = task.kind === 'feed' && isSown ? firstFeed(plan, batch, due) : undefined
    if (feed?.fed !== undefined) {
      if (feed.fed >= from && feed.fed < until)
        work.push({ task: { ...task, day: feed.fed }, state: 'done', due, late: 0, line: undefined })
      return
    }
    // What wants its first feed between two rounds gets it with the next.
    if (feed?.next !== undefined && feed.next > Math.max(task.day, today)) {
      if (feed.next >= from && feed.next < until)
        work.push({ task: { ...task, day: feed.next }, state: 'open', due, late: 0, line: undefined })
      return
    }
    const day =
      held === undefined ? Math.max(task.day, waitOf(batch, step), task.day < today ? today : -Infinity) : today
    if (day >= from && day < until)
      work.push({ task: { ...task, day }, state: 'open', due, late: Math.max(0, today - due), line: undefined })
  }
  // What is late is older than any day asked for, and what is due today is forecast for tomorrow.
  const [first, last] = wantsToday ? [Math.min(from, since), Math.max(until, today + 2)] : [from, until]
  for (const task of tasksOf(batch, first, last)) add(task, `${task.kind}/${task.nth}`)
  if (!wantsToday || !progress) return
  // What is due though there is no time left for it before what comes next.
  for (const step of progress.held.keys()) {
    const task = seen.has(step) ? undefined : planned?.get(step)
    if (task) add({ ...task, batch, id: task.id.replace(progress.planned.id, batch.id) }, step)
  }
}

function waitOf({ progress }: Batch, step: string): Day {
  const wait = progress?.ledger.waits.get(step)
  return wait ? parseDay(wait.entry.what.until) : -Infinity
}

const plannedTasksOf = new WeakMap<Batch, ReadonlyMap<string, Task>>()

/** A batch's work as it was planned, by its step. */
function plannedTasks(batch: Batch): ReadonlyMap<string, Task> {
  const { planned } = batch.progress!
  const known = plannedTasksOf.get(planned)
  if (known) return known
  const tasks = new Map(tasksOf(planned, -Infinity, Infinity).map((task) => [`${task.kind}/${task.nth}`, task]))
  plannedTasksOf.set(planned, tasks)
  return tasks
}

/** How a batch is doing against its planting day. */
export type Outlook = { kind: 'early' | 'on-time' | 'late' | 'overgrown'; days: number }

const EARLY = 3 // days ready before the plan said, from which a batch is called early

/**
 * Whether a batch that has begun will be in time.
 *
 * @returns `undefined` for one that is only planned, is planted, or is gone; days late or overgrown at its planting day,
 *   or ready earlier than was planned
 */
export function outlookOf(batch: Batch): Outlook | undefined {
  const { progress, ready, limit, plantOn } = batch
  if (!progress || progress.standing === 'planted' || progress.standing === 'gone') return undefined
  const { planned } = progress
  if (ready === undefined) return { kind: 'late', days: Infinity }
  if (ready > plantOn) return { kind: 'late', days: ready - plantOn }
  // The day itself may have slipped; while it is not past, it has not.
  const held = progress.held.get('plant/0')
  const slipped = held === undefined ? plantOn - planned.plantOn : progress.today - held
  if (slipped > 0) return { kind: 'late', days: slipped }
  if (limit !== undefined && limit < plantOn) return { kind: 'overgrown', days: plantOn - limit }
  if (planned.ready !== undefined && planned.ready - ready >= EARLY)
    return { kind: 'early', days: planned.ready - ready }
  return { kind: 'on-time', days: 0 }
}

/** Records of a batch and its parts, and of nothing else, the newest first. */
export function recordsOf(entries: readonly Entry[], id: string): Entry[] {
  return entries.filter(({ batch }) => batch === id || batch?.startsWith(`${id}~`)).reverse()
}
