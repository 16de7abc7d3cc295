import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { anySeason } from '../../season/any-season'
import type { Entry, Season } from '../../season/schema'
import { readSmall } from '../../season/small-season'
import { formatDay, parseDay } from '../calendar/day'
import { createPlanner } from '../plan/plan'
import { tasksOf } from '../batch/tasks'
import { done, entry } from '../testing/records'

const planned = (id: string, season = readSmall()) => createPlanner().plan(season).byId.get(id)!
const really = (id: string, today: string, records: Entry[], season: Season = readSmall()) =>
  createPlanner()
    .plan({ ...season, records }, parseDay(today))
    .byId.get(id)!
/** Keeps records from long before on, so that nothing counts as done unsaid. */
const kept = (day = '2027-01-02') => entry(undefined, day, { did: 'note' })
const day = (n: number) => formatDay(n)

describe('a batch as it is', () => {
  it('is as it was planned while nothing was recorded', () => {
    const season = readSmall()
    expect(
      createPlanner()
        .plan(season, parseDay('2027-06-01'))
        .batches.map(({ sow }) => sow),
    ).toEqual(
      createPlanner()
        .plan(season)
        .batches.map(({ sow }) => sow),
    )
  })
  it('done as planned comes out as planned', () => {
    const t = planned('t')
    const records = tasksOf(t, -Infinity, Infinity)
      .filter(({ kind }) => kind !== 'prepare')
      .map((task) =>
        done('t', day(task.day), task.kind, {
          nth: task.nth,
          ...(task.kind === 'sow'
            ? { cells: task.cells, seeds: t.sizing!.seeds }
            : task.kind === 'pot-up'
              ? { cells: task.cells }
              : {}),
        }),
      )
    const now = really('t', '2027-12-01', [kept(), ...records])
    expect(now.progress!.standing).toBe('planted')
    expect({ sow: now.sow, ready: now.ready, limit: now.limit, plantOn: now.plantOn }).toEqual({
      sow: t.sow,
      ready: t.ready,
      limit: t.limit,
      plantOn: t.plantOn,
    })
    expect(now.stays.map(({ place, from, until, kind, cells }) => ({ place, from, until, kind, cells }))).toEqual(
      t.stays.map(({ place, from, until, kind, cells }) => ({ place, from, until, kind, cells })),
    )
  })
  it('potted up after a move that is counted back from planting was potted up, on the day it was', () => {
    const season = readSmall()
    const methods = season.methods.map((method) =>
      method.key === 'tomato-pots'
        ? { ...method, stages: [...method.stages, { place: 'frame', survival: 1, when: { daysBeforePlanting: 36 } }] }
        : method,
    )
    const early = { ...season, methods } as Season
    const t = planned('t', early)
    const tasks = tasksOf(t, -Infinity, Infinity)
    const [moved, potted] = (['move', 'pot-up'] as const).map((kind) => tasks.find((task) => task.kind === kind)!)
    expect(moved!.day).toBe(t.plantOn - 36)
    expect(potted!.day).toBeGreaterThan(moved!.day)
    const late = potted!.day + 3
    const records = tasks
      .filter(({ kind, day }) => kind !== 'prepare' && day <= potted!.day)
      .map((task) =>
        done('t', day(task === potted ? late : task.day), task.kind, {
          nth: task.nth,
          ...(task.kind === 'sow' || task === potted ? { cells: task.cells } : {}),
          ...(task.kind === 'sow' ? { seeds: t.sizing!.seeds } : {}),
        }),
      )
    const now = really('t', day(late + 1), [kept(), ...records], early)
    const pots = now.stays.filter(({ container }) => container.key === 'pots')
    expect([pots[0]?.from, pots[0]?.potted, pots[0]?.cells]).toEqual([late, true, potted!.cells])
    const open = tasksOf(now, late + 1, Infinity).map(({ kind }) => kind)
    expect(open).not.toContain('pot-up')
  })
  it('not sown in time is late, and sown today at the earliest', () => {
    const t = planned('t')
    const now = really('t', day(t.sow! + 9), [kept()])
    expect(now.sow).toBe(t.sow! + 9)
    expect(now.ready!).toBeGreaterThan(t.ready!)
    expect(now.progress!.standing).toBe('to-sow')
  })
  it('sown late is ready late, by fewer days than it was sown late in spring', () => {
    const t = planned('t')
    const now = really('t', day(t.sow! + 8), [kept(), done('t', day(t.sow! + 8), 'sow', { cells: 80, seeds: 160 })])
    expect(now.ready! - t.ready!).toBeGreaterThan(0)
    expect(now.ready! - t.ready!).toBeLessThanOrEqual(8)
    const hopeless = really('t', day(t.sow! + 24), [
      kept(),
      done('t', day(t.sow! + 24), 'sow', { cells: 80, seeds: 160 }),
    ])
    expect(hopeless.marks.map(({ kind }) => kind)).toContain('not-ready')
  })
  it('potted up late moves what hangs on it', () => {
    const t = planned('t')
    const pot = tasksOf(t, -Infinity, Infinity).find(({ kind }) => kind === 'pot-up')!
    const sown = done('t', day(t.sow!), 'sow', { cells: 80, seeds: 160 })
    const off = done('t', day(t.pass!.leavesHeat), 'leave-heat')
    const waiting = really('t', day(pot.day + 6), [kept(), sown, off])
    // It has not happened by tonight: what follows is as if it were done tomorrow.
    expect(tasksOf(waiting, -Infinity, Infinity).find(({ kind }) => kind === 'pot-up')!.day).toBe(pot.day + 7)
    expect(waiting.progress!.held.get('pot-up/1')).toBe(pot.day)
    const potted = really('t', day(pot.day + 6), [
      kept(),
      sown,
      off,
      done('t', day(pot.day + 4), 'pot-up', { nth: 1, cells: 66 }),
    ])
    expect(potted.stays.find(({ container }) => container.key === 'pots')!.from).toBe(pot.day + 4)
    expect(potted.stays.find(({ container }) => container.key === 'pots')!.cells).toBe(66)
    expect(potted.ready!).toBeGreaterThanOrEqual(t.ready!)
  })
  it('stands where it was really put', () => {
    const t = planned('t')
    const now = really('t', day(t.sow! + 1), [
      kept(),
      done('t', day(t.sow!), 'sow', { cells: 80, seeds: 160, place: 'bench' }),
    ])
    expect(now.stays[0]!.place).toBe(1)
    expect(now.pass!.emergence).toBeGreaterThan(t.pass!.emergence)
  })
  it('comes up slower once a count says so', () => {
    const t = planned('t')
    const sown = done('t', day(t.sow!), 'sow', { cells: 80, seeds: 160 })
    const on = t.pass!.emergence + 1
    const none = really('t', day(on), [
      kept(),
      sown,
      entry('t', day(on), { did: 'count', cells: 80, showing: 0, doubles: 0 }),
    ])
    expect(none.progress!.stand!.pace).toBeGreaterThan(1.03)
    expect(none.pass!.emergence).toBeGreaterThan(t.pass!.emergence)
    expect(none.progress!.plants).toBeLessThan(
      really('t', day(on), [kept(), sown, entry('t', day(on), { did: 'count', cells: 80, showing: 60, doubles: 20 })])
        .progress!.plants,
    )
  })
  it('is as old as its leaves say', () => {
    const t = planned('t')
    const sown = done('t', day(t.sow!), 'sow', { cells: 80, seeds: 160 })
    const off = done('t', day(t.pass!.leavesHeat), 'leave-heat')
    const on = t.pass!.leavesHeat + 12
    const ahead = really('t', day(on), [kept(), sown, off, entry('t', day(on), { did: 'check', leaves: 6 })])
    const behind = really('t', day(on), [kept(), sown, off, entry('t', day(on), { did: 'check', leaves: 1 })])
    expect(ahead.ready!).toBeLessThan(behind.ready!)
  })
  it('is ready once its plug holds, not while it falls apart, and outgrown once its roots circle hard', () => {
    const a = planned('a')
    const sown = done('a', day(a.sow!), 'sow', { cells: 200, seeds: 200 })
    const look = (on: number, what: { lifts?: boolean; roots?: 'circling-hard' }) =>
      really('a', day(on), [
        kept(),
        sown,
        done('a', day(a.pass!.leavesHeat), 'leave-heat'),
        entry('a', day(on), { did: 'check', ...what }),
      ])
    expect(look(a.ready! - 6, { lifts: true }).ready).toBe(a.ready! - 6)
    expect(look(a.ready! + 2, { lifts: false }).ready).toBeGreaterThan(a.ready! + 2)
    expect(look(a.ready! - 2, { lifts: false }).ready).toBeGreaterThanOrEqual(a.ready!)
    expect(look(a.ready! + 1, { roots: 'circling-hard' }).limit).toBe(a.ready! + 1)
  })
  it('fewer trays sown take less room, and give fewer plants', () => {
    const a = planned('a')
    const half = Math.floor(a.sizing!.cells / 2)
    const now = really('a', day(a.sow! + 1), [kept(), done('a', day(a.sow!), 'sow', { cells: half, seeds: half })])
    expect(now.stays[0]!.cells).toBe(half)
    expect(now.progress!.plants).toBeLessThan(a.plants * 0.62)
  })
  it('thrown away stands nowhere after, and never in the field', () => {
    const a = planned('a')
    const season = readSmall()
    const plan = createPlanner().plan(
      {
        ...season,
        records: [
          kept(),
          done('a', day(a.sow!), 'sow', { cells: 200, seeds: 200 }),
          entry('a', day(a.sow! + 10), { did: 'end', how: 'discarded' }),
        ],
      },
      a.sow! + 20,
    )
    const now = plan.byId.get('a')!
    expect(now.stays.at(-1)!.until).toBe(a.sow! + 10)
    expect(plan.inField.some(({ id }) => id === 'a')).toBe(false)
  })
  it('in two parts takes the room of both and no more', () => {
    const a = planned('a')
    const { cells } = a.sizing!
    const on = a.sow! + 20
    const records = [
      kept(),
      done('a', day(a.sow!), 'sow', { cells, seeds: cells }),
      entry('a', day(on), { did: 'split', part: 2, cells: 100 }),
      done('a~2', day(on), 'harden', { nth: 1, place: 'frame' }),
    ]
    const plan = createPlanner().plan({ ...readSmall(), records }, on)
    const [rest, part] = [plan.byId.get('a')!, plan.byId.get('a~2')!]
    expect(part.code).toBe('A/2')
    expect(part.stays[0]!.from).toBe(on)
    expect(part.stays[0]!.place).toBe(2)
    const inUse = (at: number) =>
      [rest, part]
        .flatMap(({ stays }) => stays.filter(({ from, until }) => from <= at && at < until))
        .reduce((sum, stay) => sum + stay.cells, 0)
    expect(inUse(on - 1)).toBe(cells)
    expect(inUse(on + 1)).toBe(cells)
    expect(rest.plants + part.plants).toBe(a.plants)
  })
  it('what was due before anybody kept records counts as done', () => {
    const a = planned('a')
    const since = a.sow! + 3
    const now = really('a', day(since + 3), [entry(undefined, day(since), { did: 'note' })])
    expect(now.sow).toBe(a.sow)
  })
})

describe('in any season', () => {
  const someRecords = (season: Season, today: number) => {
    const records: Entry[] = [entry(undefined, season.season.from, { did: 'note' })]
    createPlanner()
      .plan(season)
      .batches.forEach((batch, i) => {
        const behind = i % 4
        for (const task of tasksOf(batch, -Infinity, today - behind)) {
          if (i % 5 === 4) break
          records.push(
            done(batch.id, day(Math.min(today, task.day + behind)), task.kind, {
              nth: task.nth,
              ...(task.kind === 'sow' ? { cells: task.cells, seeds: batch.sizing!.seeds } : {}),
            }),
          )
        }
      })
    return records
  }
  it('days follow one another, nothing that has not happened lies before today, and loads are never below nothing', () => {
    fc.assert(
      fc.property(anySeason, fc.integer({ min: 20, max: 330 }), (season, after) => {
        const today = parseDay(season.season.from) + after
        const plan = createPlanner().plan({ ...season, records: someRecords(season, today) }, today)
        for (const batch of plan.batches) {
          for (let i = 1; i < batch.stays.length; i++)
            expect(batch.stays[i]!.from).toBeGreaterThanOrEqual(batch.stays[i - 1]!.from)
          for (const stay of batch.stays) expect(stay.until).toBeGreaterThan(stay.from)
          if (!batch.progress) continue
          const { ledger, planned: was } = batch.progress
          if (!ledger.sown && was.sow! >= parseDay(season.season.from))
            expect(batch.sow!).toBeGreaterThanOrEqual(Math.min(today, was.sow!))
          for (const task of tasksOf(batch, -Infinity, today)) {
            if (
              !['sow', 'receive', 'leave-heat', 'pot-up', 'plant'].includes(task.kind) ||
              task.day < parseDay(season.season.from)
            )
              continue
            expect([
              task.kind,
              ledger.done.has(`${task.kind}/${task.nth}`) ||
                task.day >= today ||
                // What stands in the field has been through it, on a day nobody wrote down.
                task.day <= (ledger.done.has('plant/0') ? Math.max(was.plantOn, batch.plantOn) : was.plantOn),
            ]).toEqual([task.kind, true])
          }
        }
        for (const load of plan.places) for (const used of load.days) expect(used).toBeGreaterThan(-1e-6)
      }),
      { numRuns: 60 },
    )
  })
  it('gives the same however it was computed before', () => {
    fc.assert(
      fc.property(anySeason, fc.integer({ min: 20, max: 330 }), (season, after) => {
        const today = parseDay(season.season.from) + after
        const records = someRecords(season, today)
        const planner = createPlanner()
        planner.plan(season, today)
        planner.plan({ ...season, records: records.slice(0, records.length >> 1) }, today)
        const say = (plan: ReturnType<typeof planner.plan>) =>
          plan.batches.map(({ id, sow, ready, limit, stays }) => [
            id,
            sow,
            ready,
            limit,
            stays.map(({ from, until, place, cells }) => [from, until, place, cells]),
          ])
        expect(say(planner.plan({ ...season, records }, today))).toEqual(
          say(createPlanner().plan({ ...season, records }, today)),
        )
      }),
      { numRuns: 30 },
    )
  })
})
