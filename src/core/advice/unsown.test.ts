/** What nobody has sown stands nowhere, on any farm, on any day: no list of the day may speak of it. */
import { readFileSync } from 'node:fs'
import { describe, expect, it } from 'vitest'
import { readSeason } from '../../season/read'
import { tasksBetween } from '../batch/tasks'
import { formatDay, parseDay } from '../calendar/day'
import { fieldWork } from '../field/field-work'
import { monthOf, monthSheet } from '../plan/month'
import { budgetOf } from '../plan/budget'
import { costsByKind } from '../plan/costs'
import { createPlanner, type Plan } from '../plan/plan'
import { salesOf } from '../plan/sales'
import { needsOf } from '../stores/needs'
import { loadOn } from '../capacity/load'
import { countsDue } from './counts-due'
import { eveningOf } from './evening'
import { plugChecksDue } from './plug-checks'
import { roundsOn } from './rounds'
import { warningsOf } from './warnings'
import { washDue } from './wash'
import { workBetween } from './work'

const FARMS = ['sallow-ferry', 'kestrel-flat', 'loft-and-porch', 'one-tunnel'].map((name) => {
  const read = readSeason(JSON.parse(readFileSync(`demo/${name}-2027.json`, 'utf8')))
  if (!read.ok) throw new Error(`${name} must read`)
  return { name, season: { ...read.season, records: [] } }
})
const BEFORE_SOWING = new Set(['order', 'prepare', 'receive', 'sow'])
const IN_TRAYS = new Set(['receive', 'sow'])

describe.each(FARMS)('on $name, where nobody has written anything down', ({ season }) => {
  const first = parseDay(season.season.from)
  const length = parseDay(season.season.to) - first
  /** Every day far too cold and far too hot: whatever stood anywhere was hurt. */
  const readings = season.places.map(({ key }) => ({
    place: key,
    from: 'a test',
    days: Array.from({ length }, (_, i) => ({ on: formatDay(first + i), low: -20, high: 55 })),
  }))

  it.each([0.3, 0.45, 0.6, 0.8])('nothing is said of plants, %f of the season in', (share) => {
    const today = first + Math.round(share * length)
    // Since its first day, when what is over is asked about, and since a month ago.
    for (const since of [first, today - 30, today]) {
      const planner = createPlanner()
      const farm = { ...season.farm, recordsFrom: formatDay(since) }
      const plan = planner.plan({ ...season, farm, readings }, today)
      expect(plan.batches.length).toBeGreaterThan(0)
      expect(warningsOf(plan, first, today + 1)).toEqual([])
      expect(plugChecksDue(plan, today)).toEqual([])
      expect(countsDue(plan, today)).toEqual([])
      expect(roundsOn(plan, today)).toEqual([])
      expect(washDue(plan, today)).toEqual([])
      expect(eveningOf(planner, plan, today).flatMap(({ staying, leaving }) => [...staying, ...leaving])).toEqual([])
      expect(workBetween(plan, today, today + 1).filter(({ task }) => !BEFORE_SOWING.has(task.kind))).toEqual([])
      // A day that was promised to a customer stays promised.
      const field = fieldWork(plan.inField, first, today).filter(
        ({ kind, stand }) => stand.batch && kind !== 'hand-over',
      )
      expect(field.map(({ id }) => id)).toEqual([])
      const calendar = tasksBetween(plan.batches, first, today).filter(({ kind }) => !BEFORE_SOWING.has(kind))
      expect(calendar.map(({ id }) => id)).toEqual([])
      // Paper of a month that is over, or has begun: what is still to be sown is sown today at the earliest.
      for (let month = first; month <= today; month = monthOf(month).until) {
        const sheet = monthSheet(plan, month)
        const over = (day: number) => day < today
        expect(
          [...sheet.moves, ...sheet.starts.filter(({ kind }) => IN_TRAYS.has(kind))]
            .filter(({ day }) => over(day))
            .map(({ id }) => id),
        ).toEqual([])
        expect(sheet.planted.filter(({ stand }) => over(stand.from)).map(({ stand }) => stand.id)).toEqual([])
      }
    }
  })
})

describe.each(FARMS)('on $name, where sowings are asked about', ({ season }) => {
  it.each([0.3, 0.5])('they are counted nowhere: a plan without them says the same, %f of the season in', (share) => {
    const first = parseDay(season.season.from)
    const today = first + Math.round(share * (parseDay(season.season.to) - first))
    const farm = { ...season.farm, recordsFrom: formatDay(today) }
    const plan = createPlanner().plan({ ...season, farm }, today)
    const isAsked = (key: string) => plan.batches.filter(({ planting }) => planting.key === key).every(({ progress }) => progress?.asks) // prettier-ignore
    const asked = new Set(season.plantings.map(({ key }) => key).filter((key) => plan.batches.some(({ planting }) => planting.key === key) && isAsked(key))) // prettier-ignore
    expect(asked.size).toBeGreaterThan(3)
    const plantings = season.plantings.filter(({ key }) => !asked.has(key))
    const without = createPlanner().plan({ ...season, farm, plantings }, today)
    const days = Array.from({ length: 250 }, (_, i) => today - 50 + i)
    const loads = (of: Plan) =>
      [...of.limits.map(({ id, load }) => ({ id, load })), ...of.places.map((load) => ({ id: load.of.key, load }))].map(
        ({ id, load }) => [id, days.map((day) => Math.round(loadOn(load, day) * 1e6))],
      )
    expect(loads(plan)).toEqual(loads(without))
    const says = (of: Plan) => ({
      needs: needsOf(of, today),
      costs: costsByKind(of).flatMap(({ crop, plants, cost, trayWeeks }) => (plants > 0 ? [[crop.key, plants, cost, trayWeeks]] : [])), // prettier-ignore
      budget: budgetOf(of),
      sales: salesOf(of).map(({ open, short, toSell }) => [open, short, toSell]),
      seed: of.lots.map(({ lot, used, toSow }) => [lot.key, used, toSow]),
      shared: of.shared.trays.length,
    })
    expect(says(plan)).toEqual(says(without))
  })
})
