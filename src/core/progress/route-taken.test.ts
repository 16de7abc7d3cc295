import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { anySeason } from '../../season/any-season'
import type { Entry, Season } from '../../season/schema'
import { readSmall } from '../../season/small-season'
import { formatDay, parseDay, type Day } from '../calendar/day'
import { createPlanner } from '../plan/plan'
import type { Batch } from '../batch/batch'
import { tasksOf } from '../batch/tasks'
import { ageOn } from '../schedule/forward'
import { done, entry } from '../testing/records'
import { workAhead } from '../advice/work'

const day = (n: number) => formatDay(n)
const plan = (records: Entry[], today: Day, season: Season = readSmall()) =>
  createPlanner().plan({ ...season, records: [entry(undefined, '2027-01-02', { did: 'note' }), ...records] }, today)
const planned = (id: string) => createPlanner().plan(readSmall()).byId.get(id)!
const MAT = 0
const BENCH = 1
const FRAME = 2

/** Age by adding up, day by day, what each place gives where the stays say it stood; days after a potting give nothing. */
function addedUp({ stays, pass, way }: Batch, until: Day): number {
  const { route } = way
  const { from } = route.climate
  let age = route.boughtAge ?? 0
  for (let at = pass!.emergence; at < until; at++) {
    const stay = stays.find((one) => one.from <= at && at < one.until)!
    const resting = stays.some(
      ({ potted, from: since, containerNumber }, i) =>
        i > 0 &&
        potted &&
        since <= at &&
        at < since + route.steps.find((step) => step.containerNumber === containerNumber)!.pauseDays,
    )
    const total = route.growthTotals.of(stay.place)
    if (!resting) age += total[at + 1 - from]! - total[at - from]!
  }
  return age
}

describe('moved though nobody had planned to', () => {
  const a = planned('a')
  const sown = done('a', day(a.sow!), 'sow', { cells: a.sizing!.cells, seeds: a.sizing!.cells })
  const on = a.pass!.emergence + 8

  it('stands in the new place from then on, grows as that place lets it, and hardens where it was to harden', () => {
    const now = plan([sown, entry('a', day(on), { did: 'moved', place: 'frame' })], on).byId.get('a')!
    expect(now.stays.map(({ place, from }) => [place, from])).toEqual([
      [BENCH, a.sow],
      [FRAME, on],
      [FRAME, a.plantOn - 5],
    ])
    expect(now.ready!).toBeGreaterThan(a.ready!)
    expect(ageOn(now.way.route, now.pass!, a.plantOn)).toBeCloseTo(addedUp(now, a.plantOn), 6)
    expect(tasksOf(now, -Infinity, Infinity).map(({ kind }) => kind)).not.toContain('move')
  })
  it('comes back when it is moved back', () => {
    const now = plan(
      [
        sown,
        entry('a', day(on), { did: 'moved', place: 'frame' }),
        entry('a', day(on + 3), { did: 'moved', place: 'bench' }),
      ],
      on + 4,
    ).byId.get('a')!
    expect(now.stays.map(({ place }) => place)).toEqual([BENCH, FRAME, BENCH, FRAME])
    expect(ageOn(now.way.route, now.pass!, a.plantOn)).toBeCloseTo(addedUp(now, a.plantOn), 6)
  })
  it('is out of heat when it was moved while in heat, and is not asked to be taken off it again', () => {
    const t = planned('t')
    const early = t.sow! + 2
    const really = plan(
      [
        done('t', day(t.sow!), 'sow', { cells: 80, seeds: 160 }),
        entry('t', day(early), { did: 'moved', place: 'frame' }),
      ],
      early,
    )
    const now = really.byId.get('t')!
    expect(now.stays.slice(0, 2).map(({ place, from }) => [place, from])).toEqual([
      [MAT, t.sow],
      [FRAME, early],
    ])
    expect(now.pass!.leavesHeat).toBe(early)
    expect(now.pass!.emergence).toBeGreaterThan(t.pass!.emergence)
    expect(workAhead(really, now, early).map(({ task }) => task.kind)).not.toContain('leave-heat')
  })
  it('before it is up comes up as the new place lets it', () => {
    const now = plan([sown, entry('a', day(a.sow! + 1), { did: 'moved', place: 'frame' })], a.sow! + 1).byId.get('a')!
    expect(now.pass!.emergence).toBeGreaterThan(a.pass!.emergence + 3)
  })
  it('while it hardens goes on hardening there', () => {
    const late = a.plantOn - 3
    const now = plan(
      [
        sown,
        done('a', day(a.plantOn - 5), 'harden', { nth: 1 }),
        entry('a', day(late), { did: 'moved', place: 'bench' }),
      ],
      late,
    ).byId.get('a')!
    expect(now.stays.slice(-2).map(({ place, kind, from }) => [place, kind, from])).toEqual([
      [FRAME, 'harden', a.plantOn - 5],
      [BENCH, 'harden', late],
    ])
    expect(tasksOf(now, late, Infinity).map(({ kind }) => kind)).toEqual(['plant'])
  })
  it('a part that only moves elsewhere does, and the rest stays', () => {
    const really = plan(
      [
        sown,
        done('a', day(a.sow! + 4), 'leave-heat'),
        entry('a', day(on), { did: 'split', part: 2, cells: 100 }),
        entry('a~2', day(on), { did: 'moved', place: 'frame' }),
      ],
      on,
    )
    expect(really.byId.get('a~2')!.stays.map(({ place, from, cells }) => [place, from, cells])[0]).toEqual([
      FRAME,
      on,
      100,
    ])
    expect(really.byId.get('a')!.stays.find(({ from, until }) => from <= on && on < until)!.place).toBe(BENCH)
  })
})

describe('potted otherwise', () => {
  const t = planned('t')
  const sown = done('t', day(t.sow!), 'sow', { cells: 80, seeds: 160 })
  const off = done('t', day(t.pass!.leavesHeat), 'leave-heat')
  const pot = tasksOf(t, -Infinity, Infinity).find(({ kind }) => kind === 'pot-up')!

  it('into another container takes its trays, its ages and its pause', () => {
    const now = plan(
      [sown, off, done('t', day(pot.day), 'pot-up', { nth: 1, cells: 66, container: 'cells-128' })],
      pot.day,
    ).byId.get('t')!
    const stay = now.stays.find(({ potted, from }) => potted && from === pot.day)!
    expect([stay.container.key, stay.cells, stay.trays]).toEqual(['cells-128', 66, 1])
    expect(now.limit!).toBeLessThan(t.limit!)
  })
  it('though nobody had planned to gains the days the larger container gives', () => {
    const a = planned('a')
    const on = a.ready!
    const lettuce = done('a', day(a.sow!), 'sow', { cells: a.sizing!.cells, seeds: a.sizing!.cells })
    const before = plan([lettuce], on).byId.get('a')!
    const now = plan([lettuce, entry('a', day(on), { did: 'moved', container: 'pots', cells: 180 })], on).byId.get('a')!
    const stay = now.stays.find(({ from }) => from === on)!
    expect([stay.container.key, stay.cells, stay.trays, stay.trayPlaces, stay.potted]).toEqual([
      'pots',
      180,
      10,
      10,
      true,
    ])
    expect(now.progress!.plants).toBe(180)
    expect(now.limit!).toBeGreaterThan(before.limit! + 5)
    expect(ageOn(now.way.route, now.pass!, a.plantOn)).toBeCloseTo(addedUp(now, a.plantOn), 6)
  })
  it('before the potting that was planned leaves that to come', () => {
    const on = t.pass!.emergence + 9
    const now = plan(
      [sown, off, entry('t', day(on), { did: 'moved', container: 'cells-128', cells: 70 })],
      on,
    ).byId.get('t')!
    expect(now.stays.filter(({ potted }) => potted).map(({ container }) => container.key)).toEqual([
      'cells-128',
      'cells-128',
      'pots',
    ])
    const dropped = plan(
      [
        sown,
        off,
        entry('t', day(on), { did: 'moved', container: 'cells-128', cells: 70 }),
        entry('t', day(on), { did: 'drop', task: 'pot-up', nth: 1, why: 'done before' }),
      ],
      on,
    ).byId.get('t')!
    expect(dropped.stays.filter(({ potted }) => potted).map(({ container }) => container.key)).toEqual([
      'cells-128',
      'cells-128',
    ])
  })
  it('into what comes next by the way, is potted up', () => {
    const on = t.pass!.emergence + 9
    const really = plan([sown, off, entry('t', day(on), { did: 'moved', container: 'pots', cells: 70 })], on)
    const now = really.byId.get('t')!
    expect(now.stays.filter(({ potted }) => potted).map(({ container, from }) => [container.key, from])).toEqual([
      ['cells-128', t.sow],
      ['pots', on],
    ])
    expect(workAhead(really, now, on).map(({ task }) => task.kind)).not.toContain('pot-up')
  })
  it('never, it is outgrown in the cell it stays in', () => {
    const now = plan(
      [sown, off, entry('t', day(pot.day), { did: 'drop', task: 'pot-up', nth: 1, why: 'no pots' })],
      pot.day,
    ).byId.get('t')!
    expect(now.limit!).toBeLessThan(t.limit!)
    expect(now.stays.every(({ container }) => container.key === 'cells-128')).toBe(true)
  })
  it('sown into another container, stands in that', () => {
    const now = plan([done('t', day(t.sow!), 'sow', { cells: 72, seeds: 144, container: 'pots' })], t.sow!).byId.get(
      't',
    )!
    expect([now.stays[0]!.container.key, now.stays[0]!.trays]).toEqual(['pots', 4])
  })
})

describe('work of one batch', () => {
  it('is what is still to come, late first, and done before its day it is gone', () => {
    const t = planned('t')
    const on = t.sow! + 1
    const ahead = (records: Entry[]) => {
      const really = plan(records, on)
      return workAhead(really, really.byId.get('t')!, on).map(({ task, late }) => [task.kind, late])
    }
    expect(ahead([]).slice(0, 3)).toEqual([
      ['prepare', 2],
      ['sow', 1],
      ['leave-heat', 0],
    ])
    const sown = [done('t', day(t.sow! - 1), 'prepare'), done('t', day(t.sow!), 'sow', { cells: 80, seeds: 160 })]
    expect(ahead(sown)[0]![0]).toBe('leave-heat')
    expect(ahead([...sown, done('t', day(on), 'leave-heat')])[0]![0]).not.toBe('leave-heat')
  })
  it('does not ask for what must have been done before something that was', () => {
    const t = planned('t')
    const pot = tasksOf(t, -Infinity, Infinity).find(({ kind }) => kind === 'pot-up')!
    const really = plan(
      [
        done('t', day(t.sow! - 1), 'prepare'),
        done('t', day(t.sow!), 'sow', { cells: 80, seeds: 160 }),
        done('t', day(pot.day), 'pot-up', { nth: 1, cells: 66 }),
      ],
      pot.day,
    )
    const now = really.byId.get('t')!
    expect(now.progress!.implied.has('leave-heat/0')).toBe(true)
    expect(now.pass!.leavesHeat).toBe(t.pass!.leavesHeat)
    expect(workAhead(really, now, pot.day).map(({ task }) => task.kind)).toEqual(['thin', 'harden', 'plant'])
  })
  it('is none any more once it is planted', () => {
    const a = planned('a')
    const really = plan(
      [done('a', day(a.sow!), 'sow', { cells: 200, seeds: 200 }), done('a', day(a.plantOn), 'plant', { plants: 190 })],
      a.plantOn + 3,
    )
    expect(workAhead(really, really.byId.get('a')!, a.plantOn + 3)).toEqual([])
  })
  it('follows the plan where nothing was ever recorded', () => {
    const season = readSmall()
    const plain = createPlanner().plan(season)
    const t = plain.byId.get('t')!
    expect(workAhead(plain, t, t.sow! + 1).map(({ task }) => task.kind)[0]).toBe('leave-heat')
  })
})

describe('in any season', () => {
  it('the age of a batch is what the places gave on the days it stood there, wherever it was moved and whatever it was potted into', () => {
    let moved = 0
    fc.assert(
      fc.property(anySeason, fc.integer({ min: 20, max: 330 }), fc.nat(), (season, after, pick) => {
        const today = parseDay(season.season.from) + after
        const records: Entry[] = []
        createPlanner()
          .plan(season)
          .batches.forEach((batch, i) => {
            for (const task of tasksOf(batch, -Infinity, today))
              records.push(
                done(batch.id, day(task.day), task.kind, {
                  nth: task.nth,
                  ...(task.kind === 'sow' ? { cells: task.cells, seeds: batch.sizing!.seeds } : {}),
                }),
              )
            const { pass, plantOn } = batch
            if (!pass || !(pass.emergence < plantOn)) return
            const on = pass.emergence + ((pick + i) % Math.max(1, plantOn - pass.emergence))
            if (on >= today || season.places.length === 0) return
            const place = season.places[(pick + i) % season.places.length]!.key
            const container = season.containers[(pick + 3 * i) % season.containers.length]!.key
            records.push(
              entry(batch.id, day(on), {
                did: 'moved',
                place,
                ...((pick + i) % 3 === 0 ? { container, cells: 20 } : {}),
              }),
            )
          })
        const really = createPlanner().plan(
          { ...season, records: [entry(undefined, season.season.from, { did: 'note' }), ...records] },
          today,
        )
        for (const batch of really.batches) {
          if (
            !batch.progress ||
            // A part stands for itself from the day it was left behind or split off only.
            batch.progress.ledger.splitOff ||
            !batch.pass ||
            batch.stays.length === 0 ||
            !(batch.pass.emergence < batch.plantOn) ||
            batch.pass.settled === Infinity
          )
            continue
          if (batch.progress.ledger.moves.length > 0) moved++
          // Two stays in containers of one kind cannot be told apart by adding up.
          const potted = batch.stays.filter((stay) => stay.potted).map(({ containerNumber }) => containerNumber)
          if (new Set(potted).size < potted.length) continue
          const until = Math.min(batch.plantOn, batch.stays.at(-1)!.until)
          expect(ageOn(batch.way.route, batch.pass, until)).toBeCloseTo(addedUp(batch, until), 5)
          for (let i = 1; i < batch.stays.length; i++) expect(batch.stays[i]!.from).toBe(batch.stays[i - 1]!.until)
        }
      }),
      { numRuns: 60 },
    )
    expect(moved).toBeGreaterThan(20)
  })
})
