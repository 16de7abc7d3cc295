/** What Today shows: the day's work in walking order, the rest of the week, and the sowings of the weeks after. */
import { weekStart, type Day } from '../../core/calendar/day'
import type { Batch } from '../../core/plan/batch'
import type { Plan } from '../../core/plan/plan'
import { tasksBetween, type Task } from '../../core/plan/tasks'

/** Work at one place; `undefined` is the field. */
export interface Stop {
  place: number | undefined
  tasks: Task[]
}

export interface DayWork {
  day: Day
  stops: Stop[]
  tasks: number
}

export interface SowingWeek {
  monday: Day
  batches: Batch[]
  seeds: number
  trays: number
}

export interface TodayModel {
  today: DayWork
  /** The other days of the working week that have work. */
  week: DayWork[]
  /** The working week and the six after it, those with sowings. */
  sowings: SowingWeek[]
}

/** Where orders are made: no place of the season, and first on the way. */
export const DESK = -1

const WEEKS_AHEAD = 6

/** Today's page for a working day. */
export function todayModel(plan: Plan, day: Day): TodayModel {
  const monday = weekStart(day)
  const byDay = new Map<Day, Task[]>()
  for (const task of tasksBetween(plan.batches, monday, monday + 7)) {
    const tasks = byDay.get(task.day)
    if (tasks) tasks.push(task)
    else byDay.set(task.day, [task])
  }
  const week = [...byDay].filter(([other]) => other !== day).map(([other, tasks]) => dayWork(other, tasks))
  return {
    today: dayWork(day, byDay.get(day) ?? []),
    week,
    sowings: Array.from({ length: WEEKS_AHEAD + 1 }, (_, i) => sowingWeek(plan, monday + 7 * i)).filter(
      ({ batches }) => batches.length > 0,
    ),
  }
}

/** A day's work by place: where the trays stand, in the order of the places, the field last. */
function dayWork(day: Day, tasks: readonly Task[]): DayWork {
  const stops = new Map<number | undefined, Task[]>()
  for (const task of tasks) {
    const place = task.kind === 'order' ? DESK : (task.fromPlace ?? task.place)
    const stop = stops.get(place)
    if (stop) stop.push(task)
    else stops.set(place, [task])
  }
  const order = [...stops].sort(([a], [b]) => (a ?? Infinity) - (b ?? Infinity))
  return { day, stops: order.map(([place, own]) => ({ place, tasks: own })), tasks: tasks.length }
}

function sowingWeek(plan: Plan, monday: Day): SowingWeek {
  const batches = plan.batches
    .filter(({ sow }) => sow !== undefined && sow >= monday && sow < monday + 7)
    .sort((a, b) => a.sow! - b.sow! || (a.code < b.code ? -1 : 1))
  return {
    monday,
    batches,
    seeds: batches.reduce((sum, { sizing }) => sum + (sizing?.seeds ?? 0), 0),
    trays: batches.reduce((sum, { stays }) => sum + (stays[0]?.trays ?? 0), 0),
  }
}
