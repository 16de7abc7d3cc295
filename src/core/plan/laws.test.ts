import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { anySeason } from '../../season/any-season'
import type { Season } from '../../season/schema'
import { formatDay, parseDay, weekday, type Day } from '../calendar/day'
import { loadOn } from '../capacity/load'
import { SEARCH_DAYS } from '../schedule/count-back'
import { ageOn, forwardPass, limitAge, movesDone } from '../schedule/forward'
import { isStop } from '../batch/marks'
import { nearestThatWorks } from './nearest'
import { createPlanner } from './plan'
import { TASK_KINDS, tasksBetween } from '../batch/tasks'
import { planReport } from '../../interchange/plan-report'

const law = (check: (season: Season) => void, numRuns = 60) => fc.assert(fc.property(anySeason, check), { numRuns })
const planOf = (season: Season) => createPlanner().plan(season)

describe('whatever a grower writes', () => {
  it('every batch is either sown, or kept and marked with the reason', () => {
    law((season) => {
      for (const batch of planOf(season).batches) {
        if (batch.sow === undefined) expect(batch.marks.some(isStop)).toBe(true)
        else expect(batch.sow).toBeLessThan(batch.plantOn)
      }
    })
  })
  it('a batch stands in just one place on every day from sowing to planting', () => {
    law((season) => {
      for (const batch of planOf(season).batches) {
        if (batch.stays.length === 0) continue
        let day = batch.sow!
        for (const stay of batch.stays) {
          expect(stay.from).toBe(day)
          expect(stay.until).toBeGreaterThan(stay.from)
          expect(stay.trayPlaces).toBeCloseTo(
            Math.ceil(stay.cells / stay.container.cells) * stay.container.trayPlaces,
            9,
          )
          day = stay.until
        }
        expect(day).toBe(batch.plantOn)
      }
    })
  })
  it('the window holds sowings that are ready and not outgrown, and its neighbours are not in it', () => {
    law((season) => {
      for (const { window, way, plantOn } of planOf(season).batches) {
        if (!window) continue
        const inside = (sown: number) => {
          const pass = forwardPass(way.route, sown, plantOn)
          const age = ageOn(way.route, pass, plantOn)
          return movesDone(pass) && age >= pass.readyAge - 1e-9 && age <= limitAge(way.route) + 1e-9
        }
        expect(inside(window.earliest)).toBe(true)
        expect(inside(window.latest)).toBe(true)
        if (window.latest + 1 < plantOn) expect(inside(window.latest + 1)).toBe(false)
        if (window.earliest - 1 >= plantOn - SEARCH_DAYS) expect(inside(window.earliest - 1)).toBe(false)
      }
    })
  })
  it('sowings fall on days of sowing, of the week or by date, whenever the window has one near', () => {
    law((season) => {
      const { sowingWeekdays, workDates } = season.habits
      const dates = (workDates?.sowing ?? []).map(parseDay)
      if (sowingWeekdays.length + dates.length === 0) return
      const sownOn = (day: Day) => sowingWeekdays.includes(weekday(day)) || dates.includes(day)
      for (const { sow, counted, window } of planOf(season).batches) {
        if (sow === undefined || sownOn(sow)) continue
        // It stayed where it was counted back to: no allowed day lies near enough inside the window.
        expect(sow).toBe(counted)
        for (let away = 1; away < 7; away++) {
          for (const day of [sow - away, sow + away]) {
            expect(sownOn(day) && (!window || (day >= window.earliest && day <= window.latest))).toBe(false)
          }
        }
      }
    })
  })
  it('loads are the sum of what stands there, day by day', () => {
    law((season) => {
      const plan = planOf(season)
      plan.places.forEach((load, place) => {
        for (let day = load.from; day < load.from + load.days.length; day += 11) {
          const standing = plan.standing.flatMap(({ stays }) =>
            stays.filter((stay) => stay.place === place && day >= stay.from && day < stay.until),
          )
          expect(loadOn(load, day)).toBeCloseTo(
            standing.reduce((sum, stay) => sum + stay.trayPlaces, 0),
            6,
          )
        }
      })
    }, 40)
  })
  it('tasks come in order, and none before the seed is prepared or after planting', () => {
    law((season) => {
      const { batches } = planOf(season)
      const tasks = tasksBetween(batches, -Infinity, Infinity)
      tasks.forEach((task, i) => {
        const before = tasks[i - 1]
        if (before) {
          expect(task.day).toBeGreaterThanOrEqual(before.day)
          if (task.day === before.day)
            expect(TASK_KINDS.indexOf(task.kind)).toBeGreaterThanOrEqual(TASK_KINDS.indexOf(before.kind))
        }
        expect(task.day).toBeLessThanOrEqual(task.batch.plantOn)
      })
      const sown = batches.filter(({ stays }) => stays.length > 0)
      for (const begins of [['sow', 'receive'], ['plant']])
        expect(tasks.filter((task) => begins.includes(task.kind))).toHaveLength(sown.length)
    })
  })
  it('a remedy offered is one that works', () => {
    law((season) => {
      const planner = createPlanner()
      for (const batch of planner.plan(season).batches) {
        for (const remedy of nearestThatWorks(planner, season, batch)) {
          if (
            remedy.kind !== 'plant-on' ||
            remedy.sow === undefined ||
            batch.marks.some(({ kind }) => kind === 'past-limit')
          )
            continue
          const single = { ...batch.planting, on: formatDay(remedy.day), changes: [] }
          delete single.series
          const [then] = planner.preview(season, single)
          expect(then!.counted).toBe(remedy.sow)
        }
      }
    }, 30)
  })
  it('the report is plain data with real dates', () => {
    law((season) => {
      const report = JSON.parse(JSON.stringify(planReport(season))) as ReturnType<typeof planReport>
      expect(JSON.stringify(report)).not.toMatch(/NaN|Infinity|\[object/)
      for (const batch of report.batches) {
        expect(batch.plant).toMatch(/^\d{4}-\d\d-\d\d$/)
        const bought = season.methods.some(({ key, sowing }) => key === batch.method && sowing.policy === 'bought')
        if (bought) expect(batch.seeds ?? 0).toBe(0)
        else if (batch.cells !== null) expect(batch.seeds).toBeGreaterThanOrEqual(batch.cells)
      }
    }, 30)
  })
  it('the same season gives the same plan', () => {
    law((season) => {
      expect(planReport(structuredClone(season))).toEqual(planReport(season))
    }, 20)
  })
})
