/** The season's work as iCalendar: one all-day entry a task, in a file, or for a program that reads it again and again. */
import ical, {
  ICalAlarmRelatesTo,
  ICalAlarmType,
  ICalCalendarMethod,
  ICalEventStatus,
  ICalEventTransparency,
  type ICalEventData,
} from 'ical-generator'
import type { Day } from '../core/calendar/day'
import { dayOf, workBetween, type Work } from '../core/advice/work'
import type { Plan } from '../core/plan/plan'
import { fieldWork } from '../core/field/field-work'
import { tasksBetween, type TaskKind } from '../core/batch/tasks'
import type { CalendarFacts, CalendarWork, Told } from '../season/calendars'
import { farmFormat, type Format } from '../words/format'
import { fieldWorkLine, fieldWorkName } from '../words/field'
import { taskLine, taskTitle } from '../words/tasks'

/** One entry of a calendar. */
export interface CalendarEntry {
  /** Stays the same while the planting and the work do. */
  id: string
  day: Day
  title: string
  text: string
}

/** One entry with what is chosen by, and whether its day cannot wait. */
interface Entry extends CalendarEntry {
  work: CalendarWork
  /** Places it is done in, by their keys; none for the field. */
  places: readonly string[]
  cannotWait: boolean
  done: boolean
}

const GROUP: Readonly<Record<TaskKind, CalendarWork>> = {
  prepare: 'prepare',
  order: 'prepare',
  receive: 'move',
  sow: 'sow',
  'leave-heat': 'move',
  thin: 'care',
  pinch: 'care',
  feed: 'care',
  'pot-up': 'pot',
  move: 'move',
  harden: 'move',
  plant: 'plant',
}

/** A day missed here is lost: seed that soaks or chills, what is ordered or comes, seedlings under a cover or on the heat. */
const CANNOT_WAIT: ReadonlySet<TaskKind> = new Set(['prepare', 'order', 'receive', 'leave-heat'])

const DAY_MS = 86_400_000
const utcDay = (day: Day) => new Date(day * DAY_MS)

const wholeDay = ({ id, day, title, text }: CalendarEntry): ICalEventData => ({
  id: `${id}@dove-step`,
  start: utcDay(day),
  end: utcDay(day + 1),
  allDay: true,
  timezone: 'UTC',
  transparency: ICalEventTransparency.TRANSPARENT,
  summary: title,
  description: text,
})

const calendarNamed = (name: string) =>
  ical({
    name,
    prodId: { company: 'Dove Step', product: 'Season plan', language: 'EN' },
    method: ICalCalendarMethod.PUBLISH,
  })

/**
 * iCalendar (RFC 5545) of all work in [from, until), as a file. Entries keep their id, so a calendar that reads the file
 * again moves them instead of doubling them.
 *
 * @param stamp when the plan was made, which the format asks for
 */
export function tasksCalendar(plan: Plan, stamp: Date, from: Day = -Infinity, until: Day = Infinity): string {
  const { season } = plan
  const f = farmFormat(season.farm)
  const calendar = calendarNamed(`${season.farm.name} ${season.season.name}`)
  for (const task of tasksBetween(plan.batches, from, until))
    calendar.createEvent({
      ...wholeDay({ id: task.id, day: task.day, title: taskTitle(task, f), text: taskLine(task, season.places, f) }),
      stamp,
    })
  for (const entry of fieldEntries(plan, f, from, until)) calendar.createEvent({ ...wholeDay(entry), stamp })
  return calendar.toString()
}

function fieldEntries({ season, inField }: Plan, f: Format, from: Day, until: Day): Entry[] {
  const bedName = new Map(season.beds.map(({ key, name }) => [key, name]))
  return fieldWork(inField, from, until).map((work) => ({
    id: work.id,
    day: work.day,
    title: `${fieldWorkName(work, f)} ${work.stand.code} ${work.stand.variety.name}`,
    text: fieldWorkLine(work, (key) => bedName.get(key) ?? key, f),
    work: 'field',
    places: [],
    cannotWait: false,
    done: false,
  }))
}

/**
 * Work of [from, until) that somebody chose, as it really stands: what was done is on the day it was done, what is late on
 * the day it was due.
 *
 * @param season what tells one season of a farm from another, put before the ids
 */
export function chosenEntries(
  plan: Plan,
  f: Format,
  chosen: Pick<CalendarFacts, 'work' | 'places'>,
  { from, until, season }: { from: Day; until: Day; season: string },
): (CalendarEntry & { cannotWait: boolean; done: boolean })[] {
  const keys = plan.season.places.map(({ key }) => key)
  const placesOf = ({ task }: Work) =>
    [task.fromPlace, task.place].flatMap((place) => (place === undefined ? [] : [keys[place]!]))
  const tasks = workBetween(plan, from, until).map((work): Entry => {
    const { task, state } = work
    const title = taskTitle(task, f)
    return {
      id: task.id,
      day: state === 'done' ? dayOf(work) : work.due,
      title: state === 'done' ? f.t('words.calendar.done', { title }) : title,
      text: taskLine(task, plan.season.places, f),
      work: GROUP[task.kind],
      places: placesOf(work),
      cannotWait: CANNOT_WAIT.has(task.kind),
      done: state === 'done',
    }
  })
  return [...tasks, ...fieldEntries(plan, f, from, until)]
    .filter(({ work }) => chosen.work?.includes(work) ?? true)
    .filter(({ places }) => chosen.places === undefined || places.some((key) => chosen.places!.includes(key)))
    .map(({ id, day, title, text, cannotWait, done }) => ({
      id: `${season}/${id}`,
      day,
      title,
      text,
      cannotWait,
      done,
    }))
}

/** How often a program may ask again. */
const READ_EVERY = 60 * 60 // s

/**
 * iCalendar for a program that reads it again and again (RFC 5545, RFC 7986): whatever changed says so by its number in the
 * sequence, and what is no longer to be done is cancelled.
 *
 * @param told everything that is and was in it
 * @param now what is in it now, with what is reminded of
 */
export function subscribedCalendar(
  name: string,
  told: readonly Told[],
  now: ReadonlyMap<string, { text: string; remind: boolean }>,
  remindAt: number,
): string {
  const calendar = calendarNamed(name)
  calendar.ttl(READ_EVERY)
  for (const { id, day, title, sequence, changed, gone } of told) {
    const entry = now.get(id)
    const event = calendar.createEvent({
      ...wholeDay({ id, day, title, text: entry?.text ?? '' }),
      stamp: changed,
      lastModified: changed,
      sequence,
      status: gone === undefined ? ICalEventStatus.CONFIRMED : ICalEventStatus.CANCELLED,
    })
    if (gone === undefined && entry?.remind)
      event.createAlarm({
        type: ICalAlarmType.display,
        description: title,
        trigger: -remindAt * 60,
        relatesTo: ICalAlarmRelatesTo.start,
      })
  }
  return calendar.toString()
}
