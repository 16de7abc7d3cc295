import { describe, expect, it } from 'vitest'
import { readSmall } from '../../season/small-season'
import { parseDay, weekStart } from '../calendar/day'
import {
  changedLimits,
  crewIsLimited,
  limitsOf,
  needs,
  overfull,
  served,
  stockLimits,
  worstOver,
} from '../capacity/limits'
import { placeCapacity } from '../capacity/load'
import { effortOf } from '../plan/compare'
import { planFigures } from '../plan/figures'
import { createPlanner } from '../plan/plan'
import { batchWork } from '../batch/work'
import { crewHours, crewLoad, spreadOverWeeks } from './labour'

const season = readSmall()
const plan = createPlanner().plan(season)
const tomato = plan.byId.get('t')!

describe('work', () => {
  it('follows a batch from the filled tray to the field', () => {
    const work = batchWork(tomato, season.habits)
    const by = (kind: string) => work.filter((one) => one.kind === kind).reduce((sum, { minutes }) => sum + minutes, 0)
    const [cells, , pots, hardening] = tomato.stays
    expect(by('fill')).toBe(cells!.trays * 2)
    expect(by('sow')).toBe(cells!.trays * 4)
    expect(by('thin')).toBeCloseTo((tomato.sizing!.cells / 100) * 8)
    expect(by('pot-up')).toBeCloseTo((pots!.cells / 100) * 25)
    expect(by('harden')).toBeCloseTo(hardening!.trays * 0.2 * 7)
    expect(by('plant')).toBeCloseTo((60 / 100) * 30)
  })
  it('is less with a seeder, and pricking out of a flat is not potting', () => {
    const seeded = readSmall((s) => (s.methods[1]!.seeder = true))
    const sow = batchWork(createPlanner().plan(seeded).byId.get('t')!, seeded.habits).find(
      ({ kind }) => kind === 'sow',
    )!
    expect(sow.minutes).toBe(tomato.stays[0]!.trays * 1.5)
    const flat = readSmall((s) => {
      s.containers.push({ key: 'flat', name: 'Flat', kind: 'open-flat', cells: 1, cellVolume: 6000, trayPlaces: 1 })
      s.methods[1]!.sowing = { policy: 'flat', seedsPerFlat: 200 }
      s.methods[1]!.stages[0]!.container = 'flat'
    })
    const kinds = batchWork(createPlanner().plan(flat).byId.get('t')!, flat.habits).map(({ kind }) => kind)
    expect(kinds).toContain('prick-out')
    expect(kinds).not.toContain('pot-up')
  })
  it('is what an effort is made of, but for planting out', () => {
    const work = batchWork(tomato, season.habits).filter(({ kind }) => kind !== 'plant')
    expect(effortOf(tomato, season).minutesInAll).toBeCloseTo(work.reduce((sum, { minutes }) => sum + minutes, 0))
    expect(planFigures(plan, -Infinity).hours).toBeCloseTo(
      plan.batches.reduce((sum, batch) => sum + effortOf(batch, season).minutesInAll / 60, 0),
    )
  })
})

describe('hours of the crew', () => {
  const habits = readSmall(
    (s) => (s.habits = { crew: { hours: 20, parts: [{ from: '05-01', until: '06-01', hours: 35 }] } }),
  ).habits
  it('are those of the part of the year a week belongs to', () => {
    expect([
      crewHours(habits, parseDay('2027-04-19')),
      crewHours(habits, parseDay('2027-05-03')),
      crewHours(season.habits, 0),
    ]).toEqual([20, 35, Infinity])
    expect([crewIsLimited(habits), crewIsLimited(season.habits)]).toEqual([true, false])
  })
  it('stand on every day of the week they fall into, and none is lost', () => {
    const all = plan.batches.map((batch) => batchWork(batch, season.habits))
    const load = crewLoad(all, habits, plan.from - 200, plan.to + 200)
    expect(load.from).toBe(weekStart(load.from))
    let sum = 0
    for (let i = 0; i < load.days.length; i += 7) {
      sum += load.days[i]!
      expect(new Set(load.days.slice(i, i + 7)).size).toBe(1)
    }
    expect(sum).toBeCloseTo(all.flat().reduce((total, { minutes }) => total + minutes / 60, 0))
    const weeks: [number, number][] = []
    spreadOverWeeks({ kind: 'harden', from: 5, until: 12, minutes: 420 }, 0, 2, (week, hours) =>
      weeks.push([week, hours]),
    )
    expect(weeks).toEqual([
      [0, 2],
      [1, 5],
    ])
  })
  it('count as overfull by the hour', () => {
    const busy = readSmall((s) => (s.habits = { crew: { hours: 0.5 } }))
    const limits = createPlanner().plan(busy).limits
    const crew = limits.at(-1)!
    const over = Array.from({ length: crew.load.days.length / 7 }, (_, w) =>
      Math.max(0, crew.load.days[w * 7]! - 0.5),
    ).reduce((a, b) => a + b, 0)
    expect(overfull([crew])).toBeCloseTo(over)
    expect(overfull([crew], Infinity)).toBe(0)
  })
})

describe('what is counted at a place', () => {
  const counted = readSmall((s) => {
    s.places[1]!.stock = [
      { what: 'Mats', count: 2, gives: 'heat', serves: 3 },
      { what: 'Covers', count: 1 },
    ]
    s.places[1]!.rooms = [{ from: '05-01', until: '06-01', trayPlaces: 5, why: 'tomatoes stand there' }]
  })
  it('serves so many tray places of what needs it', () => {
    const [mat, bench] = counted.places
    expect([served(bench!, 'heat'), served(bench!, 'cover'), served(mat!, 'heat')]).toEqual([6, undefined, undefined])
    expect([
      needs('heat', { kind: 'germinate' }, false),
      needs('heat', { kind: 'grow' }, false),
      needs('light', { kind: 'germinate' }, false),
      needs('light', { kind: 'germinate' }, true),
      needs('light', { kind: 'harden' }, false),
    ]).toEqual([true, false, false, true, true])
    const of = createPlanner().plan(counted)
    const heat = of.limits.find(({ id }) => id === 'heat bench')!
    const germinating = of.batches
      .flatMap(({ stays }) => stays.filter(({ kind, place }) => kind === 'germinate' && place === 1))
      .reduce((sum, { from, until, trayPlaces }) => sum + (until - from) * trayPlaces, 0)
    expect(heat.load.days.reduce((a, b) => a + b, 0)).toBeCloseTo(germinating)
    expect(heat.load.capacity[0]).toBe(6)
    expect(stockLimits([], counted.places, 0, 10)).toHaveLength(1)
  })
  it('and its room may be another in part of the year', () => {
    const from = parseDay('2027-04-30')
    expect([...placeCapacity(counted.places[1]!, from, from + 3)]).toEqual([12, 5, 5])
    expect([...placeCapacity(counted.places[1]!, parseDay('2027-06-01'), parseDay('2027-06-02'))]).toEqual([12])
  })
  it('stands in one list with places, containers and the crew', () => {
    expect(
      createPlanner()
        .plan(counted)
        .limits.map(({ id }) => id),
    ).toEqual([
      'place mat',
      'place bench',
      'place frame',
      'heat bench',
      'container cells-128',
      'container pots',
      'crew',
    ])
    expect(limitsOf([], [], [], undefined)).toEqual([])
  })
})

describe('two plans beside each other', () => {
  it('name the limits that are better or worse at their worst, the largest change first', () => {
    const limitsWith = (bench: number, frame: number) =>
      createPlanner().plan(
        readSmall((s) => {
          s.places[1]!.trayPlaces = bench
          s.places[2]!.trayPlaces = frame
        }),
      ).limits
    const changed = changedLimits(limitsWith(12, 10), limitsWith(1, 2))
    expect(changed.map(({ limit }) => limit.id)).toEqual(expect.arrayContaining(['place bench']))
    for (const { was, is } of changed) expect(is).toBeGreaterThan(was)
    changed.forEach(
      ({ was, is }, i) => i > 0 && expect(is - was).toBeLessThanOrEqual(changed[i - 1]!.is - changed[i - 1]!.was),
    )
    expect(changedLimits(plan.limits, plan.limits)).toEqual([])
  })
  it('count what is over only from a day on', () => {
    const [bench] = createPlanner()
      .plan(readSmall((s) => (s.places[1]!.trayPlaces = 1)))
      .limits.filter(({ id }) => id === 'place bench')
    expect(worstOver(bench!)).toBe(Math.max(...bench!.load.over.map(({ most }) => most)))
    expect(worstOver(bench!, bench!.load.over.at(-1)!.until)).toBe(0)
  })
})
