/** What one more missed day costs: for work that is due, the last day on which it does no harm, and what slips after it. */
import type { Habits } from '../../season/schema'
import type { Day } from '../calendar/day'
import { crewHours } from '../labour/labour'
import { weekStart } from '../calendar/day'
import type { Batch } from '../batch/batch'
import type { Task } from '../batch/tasks'
import { passFrom } from '../schedule/pass-from'
import { dayAtAge, legStart, readyDay } from '../schedule/forward'
import type { Work } from './work'
import { inFlats } from '../sowing/policies'

/** What slips when it is done later than its last harmless day. */
export type Slips =
  /** It has outgrown its container before it is moved on, or planted. */
  | 'limit'
  /** It is not ready on its planting day. */
  | 'ready'
  /** It stretches in the warmth and under cover. */
  | 'stretch'
  /** Less hardening than it should have. */
  | 'hardening'
  /** Somebody was promised it. */
  | 'promise'
  /** Seedlings crowd one another. */
  | 'crowding'

/** What waiting with a piece of work means. */
export interface Waiting {
  /** Last day on which it does no harm; before today where harm is being done. */
  last: Day
  slips: Slips
}

const FARTHEST = 90 // days looked ahead
const HARDENED = 0.5 // share of the days of hardening that is still enough: an estimate
const CROWDED = 4 // days after the leaf at which it is to be thinned or pinched: an estimate

/**
 * The last harmless day of a piece of work, and what slips after it.
 *
 * Found by the same forward pass as everything else, with that step on each later day: until it outgrows what it stands
 * in, or is no longer ready on its planting day.
 *
 * @returns `undefined` where no harm is known of
 */
export function waitingOf({ task, due }: Pick<Work, 'task' | 'due'>): Waiting | undefined {
  const { batch, kind, nth } = task
  switch (kind) {
    case 'sow':
    case 'receive':
      return sowBy(batch)
    case 'leave-heat':
      return leaveHeatBy(batch, due)
    case 'pot-up':
    case 'move':
      return stepBy(batch, kind, nth, due)
    case 'harden': {
      const days = batch.way.method.hardening.days
      return { last: Math.max(due, batch.plantOn - Math.ceil(days * HARDENED)), slips: 'hardening' }
    }
    case 'thin':
    case 'pinch':
      return { last: due + CROWDED, slips: 'crowding' }
    case 'plant': {
      const { limit, planting } = batch
      if (planting.worth?.by === 'promise') return { last: due, slips: 'promise' }
      return limit === undefined ? undefined : { last: Math.max(due, limit), slips: 'limit' }
    }
    default:
      return undefined
  }
}

function sowBy(batch: Batch): Waiting | undefined {
  const window = (batch.progress?.planned ?? batch).window
  return window && { last: window.latest, slips: 'ready' }
}

/** Heat and cover are left by the time nine in ten are up: after that those that came first stretch. */
function leaveHeatBy({ pass }: Batch, due: Day): Waiting | undefined {
  if (!pass || pass.emergence === Infinity) return undefined
  return { last: Math.max(due, pass.emergence) + 1, slips: 'stretch' }
}

function stepBy(batch: Batch, kind: 'pot-up' | 'move', nth: number, due: Day): Waiting | undefined {
  const { way, progress, plantOn, pass } = batch
  const { route } = way
  const happened = progress?.happened
  const leg = route.legs.findIndex(
    ({ starts, stage }, i) => i > 0 && stage === nth && (starts.by === 'potting') === (kind === 'pot-up'),
  )
  if (!happened || !pass || leg < 1) return undefined
  const plantBy = Math.max(progress.planned.plantOn, progress.today)
  const wasReady = readyDay(route, pass) <= plantBy
  const from = Math.max(progress.today, due)
  // Where it stands until then, it outgrows its container on this day.
  const { limit } = route.steps[route.legs[leg - 1]!.step]!
  const stays = passFrom(
    { ...route, legs: route.legs.slice(0, leg) },
    { ...happened, legs: happened.legs.slice(0, leg), notBefore: happened.notBefore.slice(0, leg) },
    plantOn,
  )
  const outgrown = kind === 'pot-up' ? dayAtAge(route, stays, limit) : Infinity
  let last = from
  for (let day = from; day < from + FARTHEST; day++) {
    if (day > outgrown) return { last: Math.max(last, Math.min(outgrown, day)), slips: 'limit' }
    if (wasReady) {
      const notBefore = happened.notBefore.map((one, i) => (i === leg ? day : one))
      const then = passFrom(route, { ...happened, notBefore }, plantOn)
      if (!(readyDay(route, then) <= plantBy) || legStart(then, leg) >= plantBy) return { last, slips: 'ready' }
    }
    last = day
  }
  return outgrown < Infinity ? { last: outgrown, slips: 'limit' } : undefined
}

/** Minutes a piece of work takes, by what the farm says each takes; 0 where nothing is said. */
function minutesOf({ kind, batch, cells, trays }: Task, { work }: Pick<Habits, 'work'>): number {
  const { method } = batch.way
  switch (kind) {
    case 'sow':
      return trays * (work.fillTray + (method.seeder ? work.seederTray : work.sowTray))
    case 'thin':
      return (cells / 100) * work.thinHundred
    case 'pot-up': {
      const first = batch.stays.find(({ potted }, i) => i > 0 && potted)
      const pricked = inFlats(method) && first?.container === batch.way.route.steps[1]?.container
      return (cells / 100) * (pricked ? work.prickHundred : work.potHundred)
    }
    case 'receive':
    case 'leave-heat':
    case 'move':
      return trays * work.moveTray
    case 'harden':
      return trays * work.hardenTray
    case 'plant':
      return (batch.plants / 100) * work.plantHundred + trays * work.moveTray
    default:
      return 0
  }
}

/** Work with what waiting means for it, the least patient first; with how much of it the hours of a working day reach for. */
export function byPatience(
  works: readonly Work[],
  habits: Pick<Habits, 'work' | 'crew'>,
  today: Day,
): { work: Work; waiting: Waiting | undefined; minutes: number; reached: boolean }[] {
  const hours = crewHours(habits, weekStart(today)) / WORKING_DAYS
  let sum = 0
  return works
    .map((work) => ({ work, waiting: waitingOf(work), minutes: minutesOf(work.task, habits) }))
    .sort((a, b) => (a.waiting?.last ?? Infinity) - (b.waiting?.last ?? Infinity) || b.work.late - a.work.late)
    .map((one) => ({ ...one, reached: (sum += one.minutes) <= hours * 60 + 1e-9 }))
}

const WORKING_DAYS = 5 // of a week's hours
