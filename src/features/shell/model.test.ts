import { describe, expect, it } from 'vitest'
import { workBetween } from '../../core/advice/work'
import { createPlanner } from '../../core/plan/plan'
import { tasksOf } from '../../core/batch/tasks'
import { done } from '../../core/testing/records'
import { formatDay } from '../../core/calendar/day'
import { readSmall } from '../../season/small-season'
import { openOn, placesOver } from './model'

describe('the rail', () => {
  const season = readSmall()
  const plan = createPlanner().plan(season)
  const day = plan.byId.get('a')!.sow!
  it('counts the work of the day that is still to be done', () => {
    const real = createPlanner().plan({ ...season, farm: { ...season.farm, recordsFrom: '2027-01-01' } }, day)
    expect(openOn(real, day)).toBe(workBetween(real, day, day + 1).length)
    expect(openOn(real, day)).toBeGreaterThan(0)
    const records = plan.batches.flatMap((batch) =>
      tasksOf(batch, -Infinity, day + 1).map((task) =>
        done(batch.id, formatDay(task.day), task.kind, { nth: task.nth }),
      ),
    )
    const after = createPlanner().plan({ ...season, records }, day)
    expect(openOn(after, day)).toBe(0)
  })
  it('counts places that are over in the four weeks from this one, however often', () => {
    const tight = createPlanner().plan(
      readSmall((s) => {
        s.places[1]!.trayPlaces = 1
      }),
    )
    const { from, until } = tight.places[1]!.over[0]!
    const others = (at: number) =>
      tight.places.filter((load, i) => i !== 1 && load.over.some((one) => one.until > at - 6 && one.from < at + 28))
        .length
    expect(placesOver(tight, from)).toBeGreaterThanOrEqual(1)
    expect(placesOver(tight, from - 40)).toBeLessThanOrEqual(others(from - 40))
    expect(placesOver(tight, until - 1)).toBeGreaterThanOrEqual(1)
    expect(placesOver(plan, day)).toBe(0)
  })
})
