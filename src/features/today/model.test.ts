import { describe, expect, it } from 'vitest'
import { parseDay, weekStart } from '../../core/calendar/day'
import { createPlanner } from '../../core/plan/plan'
import { tasksBetween } from '../../core/batch/tasks'
import { readField } from '../../season/small-field'
import { readSmall } from '../../season/small-season'
import { todayModel } from './model'

const plan = createPlanner().plan(readSmall())

describe('today', () => {
  it('holds every task of the working week once, today apart from the other days', () => {
    for (let day = parseDay('2027-03-01'); day < parseDay('2027-06-10'); day += 3) {
      const model = todayModel(plan, day)
      const monday = weekStart(day)
      const shown = [model.today, ...model.week].flatMap(({ stops }) =>
        stops.flatMap(({ work }) => work.map(({ task }) => task.id)),
      )
      expect(shown.sort()).toEqual(
        tasksBetween(plan.batches, monday, monday + 7)
          .map(({ id }) => id)
          .sort(),
      )
      expect(model.today.day).toBe(day)
      expect(model.week.some((other) => other.day === day)).toBe(false)
    }
  })
  it('walks through the places in their order, the field last', () => {
    const busy = Array.from({ length: 150 }, (_, i) => todayModel(plan, parseDay('2027-02-01') + i).today).filter(
      ({ stops }) => stops.length > 1,
    )
    for (const { stops } of busy) {
      const order = stops.map(({ place }) => place ?? Infinity)
      expect(order).toEqual([...order].sort((a, b) => a - b))
    }
  })
  it('lists the sowings of this week and the six after, with their seeds and trays', () => {
    const day = parseDay('2027-03-10')
    const { sowings } = todayModel(plan, day)
    const monday = weekStart(day)
    const wanted = plan.batches.filter(({ sow }) => sow! >= monday && sow! < monday + 49)
    expect(sowings.flatMap(({ batches }) => batches.map(({ id }) => id)).sort()).toEqual(
      wanted.map(({ id }) => id).sort(),
    )
    expect(sowings.reduce((sum, { seeds }) => sum + seeds, 0)).toBe(
      wanted.reduce((sum, { sizing }) => sum + sizing!.seeds, 0),
    )
    expect(sowings.reduce((sum, { trays }) => sum + trays, 0)).toBe(
      wanted.reduce((sum, { stays }) => sum + stays[0]!.trays, 0),
    )
  })
  it('tells what hardens, and what the field asks for', () => {
    const field = readField((s) => {
      s.methods.push({
        key: 'rows',
        crop: 'lettuce',
        name: 'Rows',
        sowing: { policy: 'in-place', seedsPerMetre: 40, thinTo: 20 },
        stages: [],
      })
      s.plantings.push({ key: 'd', code: 'D', variety: 'lettuce-red', method: 'rows', plants: 90, on: '2027-04-21' })
      s.plantings[0]!.goes = [{ to: 'customer', name: 'The inn', plants: 20, on: '2027-04-22' }]
    })
    const of = (day: string) => todayModel(createPlanner().plan(field), parseDay(day))
    // The lettuce of 20 April hardens five days before it goes out.
    expect(of('2027-04-14').hardening).toEqual([])
    expect(of('2027-04-15').hardening.map(({ batch, from, until }) => [batch.code, until - from])).toEqual([['A', 5]])
    expect(of('2027-04-20').hardening.map(({ batch }) => batch.code)).toEqual([])
    const week = of('2027-04-21')
    expect(week.field.map(({ kind, stand }) => `${kind} ${stand.code}`)).toEqual(['sow-row D'])
    expect(week.fieldWeek.map(({ kind, stand }) => `${kind} ${stand.code}`)).toEqual(['hand-over A'])
    expect(week.sowings[0]!.inPlace.map(({ code }) => code)).toEqual(['D'])
    expect(week.sowings[0]!.seeds).toBe(
      week.sowings[0]!.batches.reduce((sum, { sizing }) => sum + sizing!.seeds, 0) + 720,
    )
  })
  it('is empty, not wrong, far from the season', () => {
    const model = todayModel(plan, parseDay('2029-01-01'))
    expect([model.today.tasks, model.week, model.sowings]).toEqual([0, [], []])
  })
})
