/** The calendar to subscribe to, read by a parser that is not the one it was written with. */
import ICAL from 'ical.js'
import { describe, expect, it } from 'vitest'
import { formatDay, parseDay } from '../core/calendar/day'
import { createPlanner } from '../core/plan/plan'
import { done } from '../core/testing/records'
import { readSmall } from '../season/small-season'
import type { Season } from '../season/schema'
import { farmFormat } from '../words/format'
import { chosenEntries, subscribedCalendar } from './calendar'
import { toldNext } from './told-entries'

const today = parseDay('2027-01-10')
const f = farmFormat({})
const span = { from: today - 30, until: today + 400, season: 's' }
const planOf = (season: Season) => createPlanner().plan(season, today)
const all = (season = readSmall(), chosen: Parameters<typeof chosenEntries>[2] = {}) =>
  chosenEntries(planOf(season), f, chosen, span)

function read(text: string) {
  const calendar = new ICAL.Component(ICAL.parse(text) as unknown[])
  const events = calendar.getAllSubcomponents('vevent').map((one) => {
    const event = new ICAL.Event(one)
    return {
      uid: event.uid,
      day: event.startDate.toString(),
      isWhole: event.startDate.isDate,
      days: event.duration.days + 7 * event.duration.weeks,
      title: event.summary,
      text: event.description,
      sequence: event.sequence,
      status: one.getFirstPropertyValue('status'),
      alarms: one.getAllSubcomponents('valarm').map((alarm) => String(alarm.getFirstPropertyValue('trigger'))),
    }
  })
  return { calendar, events }
}

const asks = (entries: ReturnType<typeof all>, remind = false) =>
  new Map(entries.map(({ id, text, cannotWait }) => [id, { text, remind: remind && cannotWait }]))

describe('the calendar to subscribe to', () => {
  it('holds what is to be done on whole days, and says how often to ask', () => {
    const entries = all()
    const told = toldNext([], entries, new Date('2027-01-10T08:00:00Z'))
    const { calendar, events } = read(subscribedCalendar('Mill Field: Work', told, asks(entries), 420))
    expect(calendar.getFirstPropertyValue('x-wr-calname')).toBe('Mill Field: Work')
    expect(String(calendar.getFirstPropertyValue('refresh-interval'))).toBe('PT1H')
    expect(String(calendar.getFirstPropertyValue('x-published-ttl'))).toBe('PT1H')
    expect(events.map(({ uid, day, title, text }) => [uid, day, title, text])).toEqual(
      entries.map(({ id, day, title, text }) => [`${id}@dove-step`, formatDay(day), title, text]),
    )
    expect(events.every(({ isWhole, days, sequence, status }) => isWhole && days === 1 && sequence === 0 && status === 'CONFIRMED')).toBe(true) // prettier-ignore
    expect(events.flatMap(({ alarms }) => alarms)).toEqual([])
  })

  it('reminds at its hour of what cannot wait, and of nothing else', () => {
    const entries = all()
    const told = toldNext([], entries, new Date())
    const { events } = read(subscribedCalendar('Work', told, asks(entries, true), 6 * 60 + 30))
    const reminded = events.filter(({ alarms }) => alarms.length > 0)
    expect(reminded.length).toBeGreaterThan(0)
    expect(reminded.length).toBeLessThan(events.length)
    expect(new Set(reminded.flatMap(({ alarms }) => alarms))).toEqual(new Set(['PT6H30M']))
    expect(reminded.map(({ uid }) => uid)).toEqual(
      entries.filter(({ cannotWait }) => cannotWait).map(({ id }) => `${id}@dove-step`),
    )
  })

  it('moves what moved under the next number, and cancels what is gone, without a reminder', () => {
    const season = readSmall()
    const before = toldNext([], all(season), new Date('2027-01-10T08:00:00Z'))
    const [gone, moved] = season.plantings
    const later: Season = {
      ...season,
      plantings: season.plantings
        .filter(({ key }) => key !== gone!.key)
        .map((one) => (one.key === moved!.key ? { ...one, on: formatDay(parseDay(one.on!) + 7) } : one)),
    }
    const entries = all(later)
    const told = toldNext(before, entries, new Date('2027-01-11T08:00:00Z'))
    const { events } = read(subscribedCalendar('Work', told, asks(entries, true), 0))
    const cancelled = events.filter(({ status }) => status === 'CANCELLED')
    expect(cancelled.length).toBeGreaterThan(2)
    expect(cancelled.every(({ uid, sequence, alarms }) => new RegExp(`^s/${gone!.key}(\\.\\d+)?/`).test(uid) && sequence === 1 && alarms.length === 0)).toBe(true) // prettier-ignore
    const plant = (of: typeof events) => of.find(({ uid }) => new RegExp(`^s/${moved!.key}(\\.1)?/plant/`).test(uid))
    expect(plant(events)).toMatchObject({ day: formatDay(parseDay(moved!.on!) + 7), sequence: 1, status: 'CONFIRMED' })
    const same = events.filter(({ uid }) => uid.startsWith('s/t/'))
    expect(same.length).toBeGreaterThan(3)
    expect(same.every(({ sequence }) => sequence === 0)).toBe(true)
  })

  it('holds the work and the places that were chosen', () => {
    const season = readSmall()
    const sowings = all(season, { work: ['sow'] })
    expect(sowings.map(({ id }) => id.split('/')[2])).toEqual(sowings.map(() => 'sow'))
    expect(sowings.length).toBeGreaterThan(1)
    const place = season.places[0]!.key
    const there = all(season, { places: [place] })
    expect(there.length).toBeGreaterThan(0)
    expect(there.length).toBeLessThan(all(season).length)
    const each = season.places.map(({ key }) => new Set(all(season, { places: [key] }).map(({ id }) => id)))
    const anywhere = new Set(
      all(season, { work: ['prepare', 'sow', 'pot', 'move', 'care', 'plant'] }).map(({ id }) => id),
    )
    expect(new Set(each.flatMap((ids) => [...ids]))).toEqual(anywhere)
  })

  it('shows what was done on the day it was done, and what is late on the day it was due', () => {
    const season = readSmall()
    const batch = planOf(season).byId.get('t')!
    const sowOn = batch.sow!
    const doneOn = sowOn + 2
    const then = chosenEntries(
      createPlanner().plan({ ...season, records: [done('t', formatDay(doneOn), 'sow')] }, doneOn + 1),
      f,
      {},
      { from: sowOn - 30, until: sowOn + 100, season: 's' },
    )
    expect(then.find(({ id }) => id === 's/t/sow/0')).toMatchObject({ day: doneOn, done: true, title: expect.stringMatching(/^Done: Sow/) }) // prettier-ignore
    const late = chosenEntries(createPlanner().plan({ ...season, farm: { ...season.farm, recordsFrom: formatDay(sowOn - 5) } }, sowOn + 3), f, {}, { from: sowOn - 30, until: sowOn + 100, season: 's' }) // prettier-ignore
    expect(late.find(({ id }) => id === 's/t/sow/0')).toMatchObject({ day: sowOn, done: false })
  })
})
