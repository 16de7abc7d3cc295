import { describe, expect, it } from 'vitest'
import { parseDay, weekStart } from '../../core/calendar/day'
import { createPlanner } from '../../core/plan/plan'
import { tasksBetween } from '../../core/plan/tasks'
import { readSmall } from '../../season/small-season'
import { todayModel } from './model'

const plan = createPlanner().plan(readSmall())

describe('today', () => {
  it('holds every task of the working week once, today apart from the other days', () => {
    for (let day = parseDay('2027-03-01'); day < parseDay('2027-06-10'); day += 3) {
      const model = todayModel(plan, day)
      const monday = weekStart(day)
      const shown = [model.today, ...model.week].flatMap(({ stops }) => stops.flatMap(({ tasks }) => tasks.map(({ id }) => id)))
      expect(shown.sort()).toEqual(tasksBetween(plan.batches, monday, monday + 7).map(({ id }) => id).sort())
      expect(model.today.day).toBe(day)
      expect(model.week.some((other) => other.day === day)).toBe(false)
    }
  })
  it('walks through the places in their order, the field last', () => {
    const busy = Array.from({ length: 150 }, (_, i) => todayModel(plan, parseDay('2027-02-01') + i).today).filter(({ stops }) => stops.length > 1)
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
    expect(sowings.flatMap(({ batches }) => batches.map(({ id }) => id)).sort()).toEqual(wanted.map(({ id }) => id).sort())
    expect(sowings.reduce((sum, { seeds }) => sum + seeds, 0)).toBe(wanted.reduce((sum, { sizing }) => sum + sizing!.seeds, 0))
    expect(sowings.reduce((sum, { trays }) => sum + trays, 0)).toBe(wanted.reduce((sum, { stays }) => sum + stays[0]!.trays, 0))
  })
  it('is empty, not wrong, far from the season', () => {
    const model = todayModel(plan, parseDay('2029-01-01'))
    expect([model.today.tasks, model.week, model.sowings]).toEqual([0, [], []])
  })
})
