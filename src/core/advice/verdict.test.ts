import { readFileSync } from 'node:fs'
import { describe, expect, it } from 'vitest'
import { Season, type Entry } from '../../season/schema'
import { readSmall } from '../../season/small-season'
import { formatDay, parseDay, type Day } from '../calendar/day'
import { createPlanner } from '../plan/plan'
import { done, entry } from '../testing/records'
import { holdLevers, judge, type Lever, type Seen } from './verdict'

const day = (n: number) => formatDay(n)
const kept = entry(undefined, '2027-01-02', { did: 'note' })
const planned = (id: string) => createPlanner().plan(readSmall()).byId.get(id)!
const world = (records: Entry[], today: Day, season: Season = readSmall()) => {
  const full = { ...season, records: [kept, ...records] }
  const plan = createPlanner().plan(full, today)
  return { season: full, plan }
}

const a = planned('a')
const sownA = done('a', day(a.sow!), 'sow', { cells: a.sizing!.cells, seeds: a.sizing!.cells })

describe('levers', () => {
  const on = a.pass!.emergence + 10
  const off = done('a', day(a.sow! + 5), 'leave-heat')
  const levers = (season: Season = readSmall()) => {
    const { plan, season: full } = world([sownA, off], on, season)
    return holdLevers(plan.byId.get('a')!, full, on)
  }
  const limitWith = (records: Entry[], season: Season = readSmall()) =>
    world([sownA, off, ...records], on, season).plan.byId.get('a')!.limit!

  it('say the days that the forecast gains once they are pulled', () => {
    const place = levers().find((lever) => lever.kind === 'place')!
    expect(place.kind === 'place' && place.place.key).toBe('frame')
    expect(limitWith([entry('a', day(on), { did: 'moved', place: 'frame' })]) - limitWith([])).toBe(place.days)
    const pot = levers().find((lever) => lever.kind === 'container')!
    expect(pot.kind === 'container' && pot.container.key).toBe('pots')
    expect(limitWith([entry('a', day(on), { did: 'moved', container: 'pots', cells: 200 })]) - limitWith([])).toBe(
      pot.days,
    )
  })
  it('come in the order of what they cost, and say how many trays', () => {
    const kinds = levers().map(({ kind }) => kind)
    const order = ['place', 'feed', 'container']
    expect(kinds.map((kind) => order.indexOf(kind))).toEqual(
      [...kinds.map((kind) => order.indexOf(kind))].sort((x, y) => x - y),
    )
    const pot = levers().find((lever): lever is Extract<Lever, { kind: 'container' }> => lever.kind === 'container')!
    expect(pot.trays).toBe(Math.ceil(a.sizing!.cells / 18))
  })
  it('are never a place that is closed, of no room, or too cold at night', () => {
    const closed = readSmall((s) => {
      s.places[2]!.open = { from: '06-01', until: '07-01' }
    })
    expect(levers(closed).some((lever) => lever.kind === 'place')).toBe(false)
    const none = readSmall((s) => {
      s.places[2]!.trayPlaces = 0
    })
    expect(levers(none).some((lever) => lever.kind === 'place')).toBe(false)
    const tender = readSmall((s) => {
      s.crops[0]!.minNight = 12
    })
    expect(levers(tender).some((lever) => lever.kind === 'place')).toBe(false)
  })
  it('on the demo farm say what the forecast gains, for every place and container of every batch that only has to wait', () => {
    const season = Season.parse(JSON.parse(readFileSync('demo/sallow-ferry-2027.json', 'utf8')))
    const today = parseDay('2027-04-12')
    const planner = createPlanner()
    const plan = planner.plan(season, today)
    let pulled = 0
    for (const batch of plan.batches) {
      const { progress, pass, way, plantOn } = batch
      // What is still to be potted, or moved by its age, would be so elsewhere too; what hardens is moved within that.
      if (
        progress?.standing !== 'up' ||
        pass!.settled > today ||
        way.route.tail.some(({ daysBefore }) => plantOn - daysBefore <= today)
      )
        continue
      for (const lever of holdLevers(batch, season, today)) {
        if (lever.kind === 'feed' || batch.limit! - today + lever.days >= 200) continue
        const what = {
          did: 'moved' as const,
          ...(lever.kind === 'place' ? { place: lever.place.key } : { container: lever.container.key, cells: 60 }),
        }
        const moved = planner
          .plan({ ...season, records: [...season.records, entry(batch.id, day(today), what)] }, today)
          .byId.get(batch.id)!
        expect([batch.code, what, moved.limit! - batch.limit!]).toEqual([batch.code, what, lever.days])
        pulled++
      }
    }
    expect(pulled).toBeGreaterThan(100)
  })
})

describe('verdicts', () => {
  const t = planned('t')
  const sown = done('t', day(t.sow!), 'sow', { cells: 80, seeds: 160 })
  const off = done('t', day(t.pass!.leavesHeat), 'leave-heat')
  const potted = (on: Day) => done('t', day(on), 'pot-up', { nth: 1, cells: 70 })
  const look = (seen: Seen, on: Day, records: Entry[] = [sown, off]) =>
    judge(world(records, on).plan.byId.get('t')!, seen, on)
  const young = t.pass!.leavesHeat + 6

  it('wait as long as the forecast says where nothing was seen', () => {
    const { verdict, age, ready } = look({}, young)
    expect(verdict.kind).toBe('wait')
    expect(age).toBeLessThan(ready)
    if (verdict.kind === 'wait') {
      expect(verdict.until).toBe(young + verdict.days)
      expect(look({}, verdict.until).verdict.kind).toBe('pot-up')
      expect(look({}, verdict.until - 1).verdict.kind).toBe('wait')
    }
  })
  it.each<[string, Seen, string]>([
    ['a plug that lifts', { lifts: true }, 'pot-up'],
    ['roots that show', { roots: 'showing' }, 'pot-up'],
    ['roots that circle a little', { roots: 'circling-a-little', lifts: true }, 'pot-up'],
    ['no roots at all', { roots: 'none' }, 'wait'],
    ['a plug that falls apart though roots show', { roots: 'showing', lifts: false }, 'wait'],
    ['roots that circle hard', { roots: 'circling-hard' }, 'past'],
    ['buds in the cell', { buds: true, lifts: true }, 'past'],
  ])('of %s: %s → %s', (_, seen, kind) => {
    expect(look(seen, young + 4).verdict.kind).toBe(kind)
  })
  it('in the last container are to plant, with the days until its day', () => {
    const on = t.plantOn - 4
    const { verdict } = look({ lifts: true }, on, [
      sown,
      off,
      potted(t.stays.find((stay) => stay.potted && stay.from > t.sow!)!.from),
    ])
    expect(verdict).toEqual({ kind: 'plant', inDays: 4 })
    // Buds are what it is grown for once it stands in its last pot.
    expect(look({ lifts: true, buds: true }, on, [sown, off, potted(on - 20)]).verdict.kind).toBe('plant')
  })
  it('by age alone are past their best once the limit is passed, and not while a plug was looked at', () => {
    const late = t.plantOn + 40
    const stuck = [sown, off, entry('t', day(young), { did: 'drop', task: 'pot-up', nth: 1, why: 'no pots' })]
    expect(look({}, late, stuck).verdict).toMatchObject({ kind: 'past', why: 'age' })
    expect(look({ roots: 'showing', lifts: true }, late, stuck).verdict.kind).not.toBe('past')
  })
  it.each<[string, Seen, string]>([
    ['stretched stems', { leaning: true }, 'leggy'],
    ['pale leaves', { pale: true }, 'pale'],
    ['one leaf where more are due', { leaves: 1 }, 'behind'],
    ['more leaves than are due', { leaves: 6 }, 'ahead'],
  ])('remark on %s', (_, seen, remark) => {
    expect(look(seen, t.pass!.leavesHeat + 20).remarks).toContain(remark)
  })
  it('have as many days left as until the batch is outgrown', () => {
    const { plan } = world([sownA], a.pass!.emergence + 12)
    const batch = plan.byId.get('a')!
    expect(judge(batch, {}, a.pass!.emergence + 12).daysLeft).toBe(batch.limit! - (a.pass!.emergence + 12))
  })
})

describe('more signs of age', () => {
  const season = readSmall((s) => {
    s.crops[1]!.family = 'Cucurbitaceae'
  })
  const t = createPlanner().plan(season).byId.get('t')!
  const sown = done('t', day(t.sow!), 'sow', { cells: 80, seeds: 160 })
  const off = done('t', day(t.pass!.leavesHeat), 'leave-heat')
  const pots = done('t', day(t.stays.find(({ potted }, i) => i > 0 && potted)!.from), 'pot-up', { nth: 1, cells: 70 })
  const look = (seen: Seen, on: Day) => judge(world([sown, off, pots], on, season).plan.byId.get('t')!, seen, on)
  const kinds = ['wait', 'pot-up', 'prick-out', 'plant', 'past']
  it('never give a milder answer: in bud, pale and past its limit is past its best, in the last pot, too', () => {
    const late = t.limit! + 19
    expect(look({ buds: true }, t.plantOn - 4).verdict).toMatchObject({ kind: 'past', why: 'buds' })
    expect(look({ buds: true, pale: true, lifts: true }, late).verdict.kind).toBe('past')
    expect(look({ pale: true }, late).verdict.kind).toBe('past')
    const signs: Seen[] = [{}, { lifts: true }, { lifts: true, pale: true }, { lifts: true, pale: true, buds: true }]
    const ranks = signs.map((seen) => kinds.indexOf(look(seen, t.plantOn - 4).verdict.kind))
    expect(ranks).toEqual([...ranks].sort((x, y) => x - y))
  })
  it('of a plant three pot widths tall: it is moved up', () => {
    const tall = readSmall((s) => {
      for (const one of s.containers) one.measures = { shape: 'square', top: 4, bottom: 3, depth: 5 }
    })
    const batch = (on: Day) => world([sown, off], on, tall).plan.byId.get('t')!
    const on = t.pass!.leavesHeat + 8
    expect(judge(batch(on), { height: 11 }, on).verdict.kind).toBe('wait')
    expect(judge(batch(on), { height: 12 }, on).verdict.kind).toBe('pot-up')
    expect(judge(batch(on), { height: 9 }, on).remarks).toContain('leggy')
    expect(judge(batch(on), { height: 8 }, on).remarks).not.toContain('leggy')
  })
})
