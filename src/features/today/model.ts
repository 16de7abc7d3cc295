/** What Today shows: the day's work in walking order, the rest of the week, and the sowings of the weeks after. */
import { weekStart, type Day } from '../../core/calendar/day'
import { fieldWork, type FieldWork } from '../../core/field/field-work'
import type { Stand } from '../../core/field/stand'
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
  /** What is sown in its place. */
  inPlace: Stand[]
  seeds: number
  trays: number
}

export interface TodayModel {
  today: DayWork
  /** The other days of the working week that have work. */
  week: DayWork[]
  /** Field work of the day, and of the rest of its week. */
  field: FieldWork[]
  fieldWeek: FieldWork[]
  /** Batches that are hardening on the day, with the days they do. */
  hardening: { batch: Batch; from: Day; until: Day }[]
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
  const field = fieldWork(plan.stands, monday, monday + 7)
  return {
    today: dayWork(day, byDay.get(day) ?? []),
    week,
    field: field.filter((work) => work.day === day),
    fieldWeek: field.filter((work) => work.day !== day),
    hardening: hardeningOn(plan, day),
    sowings: Array.from({ length: WEEKS_AHEAD + 1 }, (_, i) => sowingWeek(plan, monday + 7 * i)).filter(
      ({ batches, inPlace }) => batches.length + inPlace.length > 0,
    ),
  }
}

/** Batches that are hardening on a day, those that go out soonest first. */
function hardeningOn(plan: Plan, day: Day): TodayModel['hardening'] {
  const hardening = plan.batches.flatMap((batch) => {
    const stay = batch.stays.at(-1)
    return stay?.kind === 'harden' && stay.from <= day && day < stay.until ? [{ batch, from: stay.from, until: stay.until }] : []
  })
  return hardening.sort((a, b) => a.until - b.until || (a.batch.code < b.batch.code ? -1 : 1))
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
  const inPlace = plan.inPlace.filter((stand) => stand.from >= monday && stand.from < monday + 7).sort((a, b) => a.from - b.from)
  return {
    monday,
    batches,
    inPlace,
    seeds: batches.reduce((sum, { sizing }) => sum + (sizing?.seeds ?? 0), 0) + inPlace.reduce((sum, stand) => sum + stand.inPlace!.seeds, 0),
    trays: batches.reduce((sum, { stays }) => sum + (stays[0]?.trays ?? 0), 0),
  }
}
