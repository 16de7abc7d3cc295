import { describe, expect, it } from 'vitest'
import { formatDay } from '../core/calendar/day'
import { createPlanner } from '../core/plan/plan'
import type { Planting } from '../season/schema'
import { readField } from '../season/small-field'
import { shownText, storedValue } from './measure'
import { moveEdits, movesIn, nurseryDays, plantingEdits } from './moves'

const season = readField((s) => {
  s.methods.push({
    key: 'rows',
    crop: 'lettuce',
    name: 'Rows',
    sowing: { policy: 'in-place', seedsPerMetre: 40, thinTo: 20 },
    stages: [],
  })
  s.plantings[0]!.goes = [{ to: 'bed', bed: 'n2', plants: 60 }]
  // A is clear on 18 June; H follows two days later.
  s.plantings[3] = {
    key: 'h',
    code: 'H',
    variety: 'lettuce-red',
    method: 'lettuce-cells',
    plants: 80,
    on: '2027-06-21',
    anchor: { to: 'bed', bed: 'n2', days: 3 },
    goes: [{ to: 'bed', bed: 'n2', plants: 60 }],
  }
  s.plantings.push({ key: 'd', code: 'D', variety: 'lettuce-red', method: 'rows', plants: 90, on: '2027-05-02' })
})
const plan = createPlanner().plan(season)
const [a] = season.plantings as [Planting]

describe('a planting that is changed', () => {
  it('is written together with what follows it in its bed', () => {
    const { edits, moves } = plantingEdits(season, plan, { ...a, on: '2027-04-27' })
    expect(edits.map((edit) => [edit.key, 'from' in edit && (edit.from as Planting).on])).toEqual([
      ['a', '2027-04-20'],
      ['h', '2027-06-21'],
    ])
    expect((edits[1]!.to as Planting).on).toBe('2027-06-28')
    expect(moves.map(({ planting }) => planting.key)).toEqual(['h'])
    expect(moveEdits(moves)).toEqual(edits.slice(1))
  })
  it('is followed from the day it goes out on, where the farm plants on some days of the week only', () => {
    // Wanted on a Tuesday, A goes out on the Friday after: its bed is clear three days later.
    const fridays = { ...season, habits: { ...season.habits, plantingWeekdays: [5] } }
    const moves = movesIn(fridays, createPlanner().plan(fridays))
    expect(moves.map(({ planting, to }) => [planting.key, formatDay(to)])).toEqual([['h', '2027-06-24']])
  })
  it('is written alone when nothing hangs on it', () => {
    const { edits, moves } = plantingEdits(season, plan, { ...a, plants: 180 })
    expect(edits).toEqual([{ of: 'plantings', key: 'a', from: a, to: { ...a, plants: 180 } }])
    expect(moves).toEqual([])
    expect(movesIn(season, plan)).toEqual([])
  })
  it('goes to the day its own anchor comes to, not to the one it was given', () => {
    const follower = season.plantings[3]!
    const { edits } = plantingEdits(season, plan, { ...follower, anchor: { to: 'bed', bed: 'n2', days: 9 } })
    expect(edits).toHaveLength(1)
    expect((edits[0]!.to as Planting).on).toBe('2027-06-27')
  })
})

describe('days in the nursery', () => {
  it('are those from sowing to planting; none for what is sown in its place', () => {
    const days = nurseryDays(plan)
    expect(days(a)).toBe(plan.byId.get('a')!.plantOn - plan.byId.get('a')!.sow!)
    expect(days(season.plantings.at(-1)!)).toBe(0)
    expect(days({ ...a, key: 'new' })).toBeUndefined()
  })
})

describe('ground', () => {
  it('is written in metres or feet and kept in centimetres', () => {
    expect([shownText(3000, 'ground', 'metric'), shownText(3000, 'ground', 'us')]).toEqual(['30', '98.4'])
    expect(storedValue('12,5', 'ground', 'metric')).toBe(1250)
    expect(storedValue('100', 'ground', 'us')).toBeCloseTo(3048, 6)
  })
})
