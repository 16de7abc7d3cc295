import { describe, expect, it } from 'vitest'
import { seasonAir } from '../../core/field/anchor'
import { gatesBetween } from '../../core/field/gates'
import { createPlanner } from '../../core/plan/plan'
import { readField } from '../../season/small-field'
import { createFormat } from '../../words/format'
import { byWeek, coverNone, plantingOf, swapped, withBed } from './model'

const season = readField((s) => {
  s.plantings[1]!.goes = [{ to: 'bed', bed: 'f1', plants: 90 }]
  s.blocks![1]!.covers = [{ kind: 'low-tunnel', from: '03-01', until: '05-15' }]
})
const [single, series] = season.plantings

describe('a draft of who gets what', () => {
  it('of one of a series that has what the whole has writes nothing of its own', () => {
    expect(plantingOf(series!, 2, { goes: series!.goes })).toEqual(series)
  })
  it('of one of a series that differs is written there alone', () => {
    const next = plantingOf(series!, 2, { goes: [{ to: 'sale', plants: 12 }] })
    expect(next.goes).toEqual(series!.goes)
    expect(next.changes.find(({ n }) => n === 2)!.goes).toEqual([{ to: 'sale', plants: 12 }])
  })
  it('takes spacing for all of a planting, and an empty one out', () => {
    const wide = plantingOf(single!, 0, { spacing: { rows: 2 } })
    expect(wide.spacing).toEqual({ rows: 2 })
    expect(plantingOf(wide, 0, { spacing: {} })).toEqual(single)
  })
})

const f = createFormat('en-GB', 'metric')

describe('what goes out', () => {
  const plan = createPlanner().plan(season)
  const day = plan.byId.get('a')!.plantOn
  const facts = { season, air: seasonAir(season), forecast: undefined, today: day }
  const gated = gatesBetween(plan.inField, new Map(), day - 7, day + 21, facts as never)
  it('is parted by weeks, each planting once, none beyond the third week', () => {
    const weeks = byWeek(gated, day)
    const all = weeks.flatMap(({ list }) => list)
    expect(new Set(all).size).toBe(all.length)
    expect(all.length).toBe(gated.length)
    expect(weeks.every(({ list }) => list.length > 0)).toBe(true)
    expect(weeks.find(({ list }) => list.some(({ stand }) => stand.id === 'a'))!.week).toBe('next')
  })
  it('and is late is said so', () => {
    const late = byWeek(gated, day + 1).find(({ list }) => list.some(({ stand }) => stand.id === 'a'))!
    expect(late.week).toBe('over')
  })
})

describe('beds', () => {
  it('are put in the place of what they were', () => {
    const wide = { ...season.beds[1]!, width: 120 }
    const next = withBed(season, wide)
    expect(next.beds.map(({ width }) => width)).toEqual([75, 120, 75])
    expect(season.beds[1]!.width).toBe(75)
  })
  it('without a cover of their own are under that of their block', () => {
    expect(coverNone(season, season.beds[2]!, f)).toBe('as its block: low tunnel')
    expect(coverNone(season, season.beds[0]!, f)).toBe('none: open field')
  })
  it('are served in another order when two are swapped', () => {
    const goes = [
      { to: 'sale', plants: 1 },
      { to: 'spare', plants: 2 },
      { to: 'sale', plants: 3 },
    ] as const
    expect(swapped(goes, 0, 2).map(({ plants }) => plants)).toEqual([3, 2, 1])
    expect(goes[0].plants).toBe(1)
  })
})
