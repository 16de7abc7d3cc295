/** The season's work as an iCalendar file: one all-day entry a task. */
import ical, { ICalCalendarMethod, ICalEventTransparency } from 'ical-generator'
import type { Day } from '../core/calendar/day'
import type { Plan } from '../core/plan/plan'
import { fieldWork } from '../core/field/field-work'
import { tasksBetween } from '../core/batch/tasks'
import { farmFormat } from '../words/format'
import { fieldWorkLine, fieldWorkName } from '../words/field'
import { taskLine, taskTitle } from '../words/tasks'

/**
 * iCalendar (RFC 5545) of all work in [from, until). Entries keep their id, so a calendar that reads
 * the file again moves them instead of doubling them.
 *
 * @param stamp when the plan was made, which the format asks for
 */
export function tasksCalendar(plan: Plan, stamp: Date, from: Day = -Infinity, until: Day = Infinity): string {
  const { season } = plan
  const f = farmFormat(season.farm)
  const calendar = ical({
    name: `${season.farm.name} ${season.season.name}`,
    prodId: { company: 'Dove Step', product: 'Season plan', language: 'EN' },
    method: ICalCalendarMethod.PUBLISH,
  })
  for (const task of tasksBetween(plan.batches, from, until)) {
    calendar.createEvent({
      id: `${task.id}@dove-step`,
      start: utcDay(task.day),
      end: utcDay(task.day + 1),
      allDay: true,
      timezone: 'UTC',
      stamp,
      transparency: ICalEventTransparency.TRANSPARENT,
      summary: taskTitle(task, f),
      description: taskLine(task, season.places, f),
    })
  }
  const bedName = new Map(season.beds.map(({ key, name }) => [key, name]))
  for (const work of fieldWork(plan.inField, from, until)) {
    calendar.createEvent({
      id: `${work.id}@dove-step`,
      start: utcDay(work.day),
      end: utcDay(work.day + 1),
      allDay: true,
      timezone: 'UTC',
      stamp,
      transparency: ICalEventTransparency.TRANSPARENT,
      summary: `${fieldWorkName(work, f)} ${work.stand.code} ${work.stand.variety.name}`,
      description: fieldWorkLine(work, (key) => bedName.get(key) ?? key, f),
    })
  }
  return calendar.toString()
}

const utcDay = (day: Day) => new Date(day * 86_400_000)
