import { describe, expect, it } from 'vitest'
import { readSmall } from '../../season/small-season'
import { simulatedThermometer } from '../../standins/thermometer'
import { parseDay } from '../calendar/day'
import { warningsOf } from '../advice/warnings'
import { done, entry } from '../testing/records'
import { createPlanner } from '../plan/plan'
import { daysOf } from './readings'

const DAY = parseDay('2027-04-01')
const curve = (mean = 10, half = 6) =>
  Array.from({ length: 24 }, (_, hour) => mean + half * Math.cos((2 * Math.PI * (hour - 14)) / 24))

describe('days from hours', () => {
  it('are their lowest and highest', () => {
    expect(daysOf([{ day: DAY, hours: curve() }])).toEqual({
      days: [{ on: '2027-04-01', low: 4, high: 16 }],
      faults: [],
    })
  })
  it('leave out what cannot be, and say so', () => {
    const hours: (number | undefined)[] = curve()
    hours[5] = 85
    hours[9] = hours[8]! + 25
    const { days, faults } = daysOf([{ day: DAY, hours }])
    expect(days).toEqual([{ on: '2027-04-01', low: 4, high: 16 }])
    expect(faults).toEqual([{ on: '2027-04-01', kind: 'impossible', hours: 2 }])
  })
  it('are not made of a few hours, nor of a night without a noon', () => {
    const few: (number | undefined)[] = curve()
    for (let i = 0; i < 9; i++) few[i + 12] = undefined
    expect(daysOf([{ day: DAY, hours: few }])).toEqual({
      days: [],
      faults: [{ on: '2027-04-01', kind: 'gap', hours: 9 }],
    })
  })
  it('do not believe a thermometer that is stuck, but a thermostat', () => {
    const stuck = [{ day: DAY, hours: Array.from({ length: 24 }, () => 12.5) }]
    expect(daysOf(stuck).faults.map(({ kind }) => kind)).toEqual(['stuck'])
    expect(daysOf(stuck, true).days).toHaveLength(1)
  })
})

describe('the simulated thermometer', () => {
  const season = readSmall()
  const bench = season.places[1]!
  it('says the same for the same seed, with faults and gaps now and then', () => {
    const read = (seed: number) => simulatedThermometer({ ...season.site }, seed).read(bench, DAY - 200, DAY)
    expect(read(3)).toEqual(read(3))
    expect(read(3)).not.toEqual(read(4))
    const { days, faults } = daysOf(read(3))
    expect(days.length).toBeGreaterThan(180)
    expect(new Set(faults.map(({ kind }) => kind))).toEqual(new Set(['gap', 'impossible']))
  })
})

describe('what was measured', () => {
  const sown = (readings: { on: string; low: number; high: number }[], place = 'bench') => {
    const season = readSmall()
    const t = createPlanner().plan(season).byId.get('t')!
    const records = [
      entry(undefined, '2027-01-02', { did: 'note' }),
      done('t', '2027-04-01', 'sow', { cells: 80, seeds: 160 }),
      done('t', '2027-04-06', 'leave-heat'),
    ]
    return {
      t,
      plan: createPlanner().plan(
        { ...season, records, readings: [{ place, from: 'file', days: readings }] },
        parseDay('2027-04-25'),
      ),
    }
  }
  const week = (low: number, high: number) =>
    Array.from({ length: 12 }, (_, i) => ({ on: `2027-04-${String(10 + i).padStart(2, '0')}`, low, high }))
  it('moves the forecast of what stood there, and leaves the plan as it was', () => {
    const ready = (low: number, high: number) => sown(week(low, high)).plan.byId.get('t')!.ready!
    expect(ready(6, 10)).toBeGreaterThan(ready(18, 28))
    expect(sown(week(0, 4)).plan.byId.get('t')!.progress!.planned.ready).toBe(
      createPlanner().plan(readSmall()).byId.get('t')!.ready,
    )
  })
  it('warns of cold under what a kind bears, with the trays it stood over', () => {
    const { plan } = sown([
      { on: '2027-04-12', low: 1.5, high: 14 },
      { on: '2027-04-13', low: 8, high: 14 },
    ])
    const warnings = warningsOf(plan, parseDay('2027-04-01'), parseDay('2027-04-25'))
    expect(
      warnings.map(({ kind, day, measured, limit, batches }) => [
        kind,
        day,
        measured,
        limit,
        batches.map(({ code }) => code),
      ]),
    ).toEqual([['cold', parseDay('2027-04-12'), 1.5, 4, ['T']]])
    expect(warnings[0]!.trays).toBe(1)
  })
})
