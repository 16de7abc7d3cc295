import { describe, expect, it } from 'vitest'
import type { Entry } from '../../season/schema'
import { readSmall } from '../../season/small-season'
import { formatDay, type Day } from '../calendar/day'
import { createPlanner } from '../plan/plan'
import { tasksOf } from '../batch/tasks'
import { done, entry } from '../testing/records'
import { lossTrend } from './losses'
import { byPatience, waitingOf } from './missed-day'
import { plugChecksDue } from './plug-checks'
import { workBetween } from './work'

const day = (n: Day) => formatDay(n)
const kept = entry(undefined, '2027-01-02', { did: 'note' })
const planned = (id: string) => createPlanner().plan(readSmall()).byId.get(id)!
const plan = (today: Day, ...records: Entry[]) =>
  createPlanner().plan({ ...readSmall(), records: [kept, ...records] }, today)
const t = planned('t')
const a = planned('a')
const sownT = done('t', day(t.sow!), 'sow', { cells: t.sizing!.cells, seeds: t.sizing!.seeds })
const offT = done('t', day(t.pass!.leavesHeat), 'leave-heat')
const sownA = done('a', day(a.sow!), 'sow', { cells: a.sizing!.cells, seeds: a.sizing!.cells })
const offA = done('a', day(a.pass!.leavesHeat), 'leave-heat')
const pot = tasksOf(t, -Infinity, Infinity).find(({ kind }) => kind === 'pot-up')!

describe('what one missed day costs', () => {
  const waiting = (today: Day, ...records: Entry[]) =>
    workBetween(plan(today, ...records), today, today + 1)
      .filter(({ task, state }) => state === 'open' && task.batch.planting.key === 't')
      .map((work) => ({ kind: work.task.kind, waiting: waitingOf(work) }))

  it('is nothing until the last day on which potting still makes the planting day', () => {
    const [{ waiting: one } = { waiting: undefined }] = waiting(pot.day, sownT, offT).filter(
      ({ kind }) => kind === 'pot-up',
    )
    expect(one!.last).toBeGreaterThanOrEqual(pot.day)
    // Potted on that day it is in time and not outgrown; a day later it is one or the other.
    const potted = (on: Day) =>
      plan(on, sownT, offT, done('t', day(on), 'pot-up', { nth: 1, cells: 60 })).byId.get('t')!
    if (one!.slips === 'ready') {
      expect(potted(one!.last).ready!).toBeLessThanOrEqual(t.plantOn)
      expect(potted(one!.last + 1).ready!).toBeGreaterThan(t.plantOn)
    } else expect(potted(one!.last + 1).marks.map(({ kind }) => kind)).toContain('outgrown-before-move')
  })
  it('for sowing is the end of its window', () => {
    const one = waiting(t.sow! + 1).find(({ kind }) => kind === 'sow')
    expect(one).toMatchObject({ kind: 'sow', waiting: { last: t.window!.latest, slips: 'ready' } })
  })
  it('puts what cannot wait first, and says how far the hours reach', () => {
    const today = pot.day + 1
    const habits = { ...readSmall().habits, crew: { hours: 1, parts: [] } }
    const works = workBetween(plan(today, sownT, offT, sownA, offA), today, today + 1).filter(
      ({ state }) => state === 'open',
    )
    const sorted = byPatience(works, habits, today)
    const lasts = sorted.map(({ waiting: one }) => one?.last ?? Infinity)
    expect(lasts).toEqual([...lasts].sort((x, y) => x - y))
    const minutes = sorted.reduce((sum, one) => sum + one.minutes, 0)
    expect(sorted.every(({ reached }) => reached)).toBe(minutes <= 12)
  })
})

describe('three plugs', () => {
  const lift = (today: Day, ...records: Entry[]) => plugChecksDue(plan(today, sownA, offA, ...records), today)
  it('are lifted just before a batch is ready, once', () => {
    const today = a.ready! - 1
    expect(lift(today).map(({ batch, why }) => [batch.id, why])).toEqual([['a', 'nearly-ready']])
    expect(lift(today, entry('a', day(today - 1), { did: 'check', lifts: false }))).toEqual([])
    expect(lift(a.pass!.emergence + 15)).toEqual([])
  })
})

describe('losses that grow', () => {
  const loss = (on: Day, plants: number, cause: 'damping-off' | 'pests' = 'damping-off') =>
    entry('a', day(on), { did: 'loss', plants, cause })
  const today = a.pass!.leavesHeat + 8
  const trend = (...losses: Entry[]) => lossTrend(plan(today, sownA, offA, ...losses).byId.get('a')!, today)
  it('are told once they go on for two days, with what would be left', () => {
    const one = trend(loss(today - 4, 6), loss(today - 1, 12))
    expect(one).toMatchObject({ cause: 'damping-off', left: a.sizing!.cells - 18 })
    expect(one!.perDay).toBeCloseTo(18 / 5, 6)
    expect(one!.byPlanting).toBe(Math.max(0, Math.round(one!.left - one!.perDay * (a.plantOn - today))))
  })
  it('are not told of one day, nor of what has stopped', () => {
    expect(trend(loss(today - 1, 12))).toBeUndefined()
    expect(trend(loss(today - 9, 12), loss(today - 8, 20))).toBeUndefined()
    expect(trend(loss(today - 20, 12), loss(today - 1, 20))).toBeUndefined()
  })
})

describe('batches of one sowing', () => {
  const season = readSmall((s) => {
    s.plantings.push({ ...structuredClone(s.plantings.find(({ key }) => key === 'a')!), key: 'a2', code: 'A2' })
  })
  const sownOn = (id: string) => done(id, day(a.sow!), 'sow', { cells: a.sizing!.cells, seeds: a.sizing!.cells })
  const offOn = (id: string) => done(id, day(a.pass!.leavesHeat), 'leave-heat')
  const today = a.ready! - 6
  const of = (...records: Entry[]) =>
    createPlanner().plan(
      { ...season, records: [kept, sownOn('a'), sownOn('a2'), offOn('a'), offOn('a2'), ...records] },
      today,
    )
  it('are all as far on as the one that was looked at', () => {
    const look = entry('a', day(today), { did: 'check', lifts: true })
    expect(of(look).byId.get('a2')!.ready).toBe(of(look).byId.get('a')!.ready)
    expect(of(look).byId.get('a2')!.ready).toBeLessThan(of().byId.get('a2')!.ready!)
  })
  it('are told of again when a record is added, and the forecast is the same as from nothing', () => {
    const planner = createPlanner()
    const records = [kept, sownOn('a'), sownOn('a2'), offOn('a'), offOn('a2')]
    planner.plan({ ...season, records }, today)
    const more = [...records, entry('a', day(today), { did: 'check', lifts: true })]
    const after = planner.plan({ ...season, records: more }, today)
    expect(after.byId.get('a2')!.ready).toBe(
      createPlanner()
        .plan({ ...season, records: more }, today)
        .byId.get('a2')!.ready,
    )
  })
})
