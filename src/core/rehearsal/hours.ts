/** Work that waits in a year for want of hours: it is done in the order in which it is due, and what a week has no hours for is done first in the next. */
import type { Habits } from '../../season/schema'
import { staysOver, type Batch } from '../batch/batch'
import type { Span } from '../batch/course'
import { batchWorked } from '../batch/work'
import { weekStart, type Day } from '../calendar/day'
import { crewHours, workOf } from '../labour/labour'

/** Hours there are in each week of some work, and in those after it for which what is left over is waited for. */
export type Room = Float64Array

/** Hours of work by the day they are due on, from a Monday on. */
export interface DueHours {
  first: Day
  /** One for each day of whole weeks. */
  hours: Float64Array
}

/** Days that the work of a day waits. */
export type Waits = (day: Day) => number

const LONGEST_WAIT = 60 // days: what waits longer is not waited for any more
const WEEKS_AFTER = Math.ceil(LONGEST_WAIT / 7)

/** No hours yet, over the weeks of [from, to). */
export function noHours(from: Day, to: Day): DueHours {
  const first = weekStart(from)
  return { first, hours: new Float64Array(7 * Math.max(1, Math.ceil((to - first) / 7))) }
}

/** Hours of the crew in the weeks of some work. */
export const roomOf = ({ first, hours }: DueHours, crew: Pick<Habits, 'crew'>): Room =>
  Float64Array.from({ length: hours.length / 7 + WEEKS_AFTER }, (_, week) => crewHours(crew, first + 7 * week))

/** Adds the work of a batch as it is in a year. */
export function addDue(
  { first, hours }: DueHours,
  batch: Batch,
  spans: readonly Span[],
  habits: Pick<Habits, 'work'>,
): void {
  const { way, sizing, progress } = batch
  if (!sizing) return
  const stays = staysOver({ spans, way, sizing, progress })
  if (stays.length === 0) return
  for (const { from, until, minutes } of workOf({ ...batchWorked(batch), stays }, habits)) {
    const perDay = minutes / 60 / (until - from)
    const end = Math.min(hours.length, until - first)
    for (let day = Math.max(0, from - first); day < end; day++) hours[day]! += perDay
  }
}

/** Hours of work in the weeks, one after another. */
export const byWeek = ({ hours }: DueHours): Float64Array =>
  Float64Array.from({ length: hours.length / 7 }, (_, week) => sumOf(hours, week * 7, week * 7 + 7))

function sumOf(hours: Float64Array, from: number, until: number): number {
  let sum = 0
  for (let i = from; i < until; i++) sum += hours[i]!
  return sum
}

/**
 * How long the work of each day waits. A week does first what the week before left over, then its own work in the order of its
 * days; work whose turn has not come by Sunday is done in the next weeks as fast as there are hours. All work of one day is
 * taken to be done when half of it is.
 *
 * @param there hours there are, week by week
 * @param more hours of one week beyond them: its Monday, and how many
 */
export function waitsOf({ first, hours }: DueHours, there: Room, more?: { week: Day; hours: number }): Waits {
  const weeks = hours.length / 7
  const room = more ? withMore(there, (more.week - first) / 7, more.hours) : there
  const waits = new Int16Array(hours.length)
  let left = 0
  let some = false
  for (let week = 0; week < weeks; week++) {
    const own = room[week]!
    let before = left
    for (let day = 7 * week; day < 7 * week + 7; day++) {
      const work = hours[day]!
      const over = before + work / 2 - own
      before += work
      // What was left over is done first, so that nothing is sooner done than what was due before it.
      const done = over > ROUNDING ? doneAfter(week, over, room) : left > 0 ? doneIn(week, left, own) : day
      if (done <= day) continue
      waits[day] = done - day
      some = true
    }
    left = Math.max(0, before - own)
  }
  return some ? (day) => waits[day - first] ?? 0 : NEVER
}

const ROUNDING = 1e-9
/** Where nothing waits in any week. */
export const NEVER: Waits = () => 0

/** Day, counted from the first, on which so many hours of a week's work are done, of those there are. */
const doneIn = (week: number, hours: number, room: number): number =>
  7 * week + Math.min(6, Math.floor((7 * hours) / room))

/** Day, counted from the first, on which work beyond the hours of a week is done. */
function doneAfter(week: number, over: number, room: Room): number {
  let left = over
  const last = week + WEEKS_AFTER
  for (let next = week + 1; next < last; next++) {
    const own = room[next]!
    if (left <= own) return doneIn(next, left, own)
    left -= own
  }
  return 7 * last
}

function withMore(there: Room, week: number, hours: number): Room {
  const room = there.slice()
  if (week >= 0 && week < room.length) room[week]! += hours
  return room
}
