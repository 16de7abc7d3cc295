import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import type { Planting, Season } from '../../season/schema'
import { readSmall } from '../../season/small-season'
import { formatDay, parseDay } from '../calendar/day'
import { capacityOn, freeOn, loadOn } from '../capacity/load'
import { expandPlanting, seriesLength } from '../batch/expand'
import { isStop } from '../batch/marks'
import { nearestThatWorks } from './nearest'
import { createPlanner } from './plan'
import { onSowingDay } from '../schedule/sowing-days'
import { workDays } from '../schedule/work-days'
import { tasksBetween, tasksOf } from '../batch/tasks'

const planOf = (season: Season) => createPlanner().plan(season)
const batchOf = (season: Season, id: string) => planOf(season).byId.get(id)!
const kinds = (season: Season, id: string) => batchOf(season, id).marks.map(({ kind }) => kind)

describe('series', () => {
  it('becomes one batch a planting, with its changes', () => {
    const season = readSmall()
    const batches = expandPlanting(season.plantings[1]!)
    expect(batches.map(({ code }) => code)).toEqual(['B-1', 'B-2', 'B-4'])
    expect(batches.map(({ plants }) => plants)).toEqual([150, 90, 150])
    expect(batches.map(({ plantOn }) => formatDay(plantOn))).toEqual(['2027-05-01', '2027-05-11', '2027-05-31'])
  })
  it('may have one sown for a greater chance of enough than the others, which stay as they were', () => {
    const usual = planOf(readSmall())
    const surer = planOf(
      readSmall(
        (s) =>
          (s.plantings[1]!.changes = [
            { n: 2, plants: 90, confidence: 0.99 },
            { n: 3, dropped: true },
          ]),
      ),
    )
    expect(surer.byId.get('b.2')!.confidence).toBe(0.99)
    expect(surer.byId.get('b.2')!.sizing!.cells).toBeGreaterThan(usual.byId.get('b.2')!.sizing!.cells)
    expect(surer.byId.get('b.2')!.sizing!.chance).toBeGreaterThanOrEqual(0.99)
    for (const id of ['b.1', 'b.4']) {
      expect(surer.byId.get(id)!.sizing).toEqual(usual.byId.get(id)!.sizing)
      expect(surer.byId.get(id)!.confidence).toBe(usual.byId.get(id)!.confidence)
    }
  })
  it('runs to the last date that still falls inside it', () => {
    const first = parseDay('2027-05-01')
    expect(seriesLength(first, { every: 10, last: '2027-05-31' })).toBe(4)
    expect(seriesLength(first, { every: 10, last: '2027-05-30' })).toBe(3)
  })
})

describe('a batch', () => {
  it('is sown inside its window, sized, and stands somewhere every day until planting', () => {
    const season = readSmall()
    for (const batch of planOf(season).batches) {
      expect(batch.sow).toBeDefined()
      expect(batch.sizing!.chance).toBeGreaterThanOrEqual(batch.confidence - 1e-9)
      expect(batch.stays[0]!.from).toBe(batch.sow)
      expect(batch.stays.at(-1)!.until).toBe(batch.plantOn)
      batch.stays.forEach((stay, i) => {
        expect(stay.until).toBeGreaterThan(stay.from)
        if (i > 0) expect(stay.from).toBe(batch.stays[i - 1]!.until)
        expect(stay.trays).toBe(Math.ceil(stay.cells / stay.container.cells))
      })
    }
  })
  it('climbs from the mat to the bench, into pots, to the frame', () => {
    const { stays } = batchOf(readSmall(), 't')
    expect(stays.map((stay) => `${stay.kind} ${stay.place} ${stay.container.key}`)).toEqual([
      'germinate 0 cells-128',
      'grow 1 cells-128',
      'grow 1 pots',
      'harden 2 pots',
    ])
  })
  it('keeps a sowing day chosen by hand, and says when that is too late or too early', () => {
    expect(formatDay(batchOf(readSmall(), 'h').sow!)).toBe('2027-05-02')
    const late = readSmall((s) => (s.plantings[3]!.sowOn = '2027-05-20'))
    expect(kinds(late, 'h')).toContain('not-ready')
    const early = readSmall((s) => (s.plantings[3]!.sowOn = '2027-03-20'))
    expect(kinds(early, 'h')).toContain('past-limit')
  })
  it('is moved to the nearest sowing weekday inside its window, a tie going earlier', () => {
    const wednesday = parseDay('2027-04-14')
    const window = { earliest: wednesday - 10, latest: wednesday + 10 }
    expect(onSowingDay(wednesday, { window, plantOn: wednesday + 40 }, workDays([1, 5]))).toBe(wednesday - 2)
    expect(
      onSowingDay(wednesday, { window: { ...window, earliest: wednesday }, plantOn: wednesday + 40 }, workDays([1, 5])),
    ).toBe(wednesday + 2)
    expect(onSowingDay(wednesday, { window, plantOn: wednesday + 40 }, workDays([3]))).toBe(wednesday)
    expect(onSowingDay(wednesday, { window, plantOn: wednesday + 40 }, workDays([]))).toBe(wednesday)
    // By date: the nearest of them inside the window, or of them and the days of the week.
    const dates = (...days: number[]) => days.map(formatDay)
    const on = (weekdays: number[], days: string[]) =>
      onSowingDay(wednesday, { window, plantOn: wednesday + 40 }, workDays(weekdays, days))
    expect(on([], dates(wednesday - 9, wednesday + 8))).toBe(wednesday + 8)
    expect(on([], dates(wednesday - 11, wednesday + 12))).toBe(wednesday)
    expect(on([1], dates(wednesday + 1))).toBe(wednesday + 1)
    expect(on([1], dates(wednesday + 3))).toBe(wednesday - 2)
  })
  it('stays in step over New Year and in the southern hemisphere', () => {
    const south = readSmall((s) => {
      s.season = { name: '2027/28', from: '2027-07-01', to: '2028-06-30' }
      s.site.latitude = -42
      s.site.frost!.lastSpring.median = '10-04'
      s.site.frost!.firstAutumn.median = '05-01'
      s.site.outdoorMonthlyMeans = [17, 17, 15, 12, 9, 7, 6.5, 8, 10, 12, 14, 16]
      s.plantings = [
        {
          key: 'n',
          code: 'N',
          variety: 'lettuce-red',
          method: 'lettuce-cells',
          plants: 100,
          on: '2027-12-28',
          series: { every: 14, count: 3 },
        },
      ]
    })
    const { batches } = planOf(south)
    expect(batches.map(({ plantOn }) => formatDay(plantOn))).toEqual(['2027-12-28', '2028-01-11', '2028-01-25'])
    for (const batch of batches) expect(batch.marks).toEqual([])
  })
})

describe('what cannot work', () => {
  it('a place too cold to germinate in is named, and warmer ones are offered', () => {
    const season = readSmall((s) => {
      s.places.push({ key: 'store', name: 'Cold store', kind: 'bench', trayPlaces: 5, temperature: { held: 3 } })
      s.methods[1]!.stages[0]!.germinateAt = 'store'
    })
    const batch = batchOf(season, 't')
    expect(batch.sow).toBeUndefined()
    expect(batch.marks).toMatchObject([{ kind: 'never-emerges', place: 3, temperature: 3 }])
    const remedies = nearestThatWorks(createPlanner(), season, batch)
    expect(remedies).toContainEqual(expect.objectContaining({ kind: 'germinate-at', place: season.places[0] }))
  })
  it('a container too small is refused, and a larger one is offered', () => {
    const season = readSmall((s) => {
      s.containers.push({ key: 'tiny', name: 'Tiny', kind: 'cell-tray', cells: 400, cellVolume: 1, trayPlaces: 1 })
      s.methods[0]!.stages[0]!.container = 'tiny'
    })
    const batch = batchOf(season, 'a')
    expect(batch.marks[0]).toMatchObject({ kind: 'container-too-small', container: 'Tiny' })
    expect(batch.marks.some(isStop)).toBe(true)
    const [remedy] = nearestThatWorks(createPlanner(), season, batch)
    expect(remedy).toMatchObject({ kind: 'container' })
  })
  it('no time to grow is said, and the first day that works is offered', () => {
    const season = readSmall((s) => {
      // Two weeks of growth a year: one spell is too little, and the second comes in May.
      s.places[1]!.temperature = { held: 3, periods: [{ from: '05-01', until: '05-15', held: 22 }] }
      s.methods[0]!.stages[0]!.germinateAt = 'mat'
      s.methods[0]!.hardening = { days: 0 }
      s.plantings = [{ ...s.plantings[0]!, on: '2027-04-20' }]
    })
    const batch = batchOf(season, 'a')
    expect(batch.sow).toBeUndefined()
    const remedy = nearestThatWorks(createPlanner(), season, batch).find(({ kind }) => kind === 'plant-on')
    expect(remedy).toBeDefined()
    if (remedy?.kind !== 'plant-on') return
    const later = structuredClone(season)
    later.plantings[0]!.on = formatDay(remedy.day)
    expect(batchOf(later, 'a').sow).toBe(remedy.sow)
    later.plantings[0]!.on = formatDay(remedy.day - 1)
    expect(batchOf(later, 'a').sow).toBeUndefined()
  })
  it('seed of which nothing comes up is not sized', () => {
    const dead = readSmall((s) => (s.lots[0]!.germination = 0))
    expect(kinds(dead, 'a')).toContain('no-germination')
  })
  it('cold nights, closed places and a move inside hardening are marked', () => {
    const season = readSmall((s) => {
      s.places[2]!.temperature = { lift: -8 }
      s.places[2]!.open = { from: '06-01', until: '10-01' }
    })
    expect(kinds(season, 't')).toEqual(expect.arrayContaining(['cold-nights', 'place-closed']))
    const long = readSmall((s) => {
      s.methods[1]!.hardening = { days: 30, place: 'bench' }
      s.plantings[2]!.sowOn = '2027-04-01'
    })
    expect(kinds(long, 't')).toContain('move-in-hardening')
  })
})

describe('load', () => {
  const season = readSmall()
  const plan = planOf(season)
  it('sums to the stays, place by place', () => {
    plan.places.forEach((load, place) => {
      const stays = plan.batches.flatMap((batch) => batch.stays.filter((stay) => stay.place === place))
      const wanted = stays.reduce((sum, stay) => sum + stay.trayPlaces * (stay.until - stay.from), 0)
      expect(load.days.reduce((a, b) => a + b, 0)).toBeCloseTo(wanted, 9)
    })
  })
  it('says on which days a place is over, and by how much', () => {
    for (const load of plan.places) {
      for (let day = load.from; day < load.from + load.days.length; day++) {
        const inside = load.over.find((over) => day >= over.from && day < over.until)
        expect(inside !== undefined).toBe(freeOn(load, day) < -1e-9)
        if (inside) expect(loadOn(load, day) - capacityOn(load, day)).toBeLessThanOrEqual(inside.most + 1e-9)
      }
    }
  })
  it('counts containers until they are washed', () => {
    const cells = plan.containers[0]!
    const last = Math.max(
      ...plan.batches.flatMap((b) => b.stays.filter((s) => s.container === cells.of).map((s) => s.until)),
    )
    expect(loadOn(cells, last)).toBeGreaterThan(0)
    expect(loadOn(cells, last + 2)).toBe(0)
  })
})

describe('computing again', () => {
  const anyEdit = fc.record({
    which: fc.integer({ min: 0, max: 3 }),
    plants: fc.integer({ min: 1, max: 900 }),
    shift: fc.integer({ min: -20, max: 40 }),
    drop: fc.boolean(),
  })
  it('after any edits a kept planner says what a fresh one says', () => {
    fc.assert(
      fc.property(fc.array(anyEdit, { minLength: 1, maxLength: 5 }), (edits) => {
        const planner = createPlanner()
        let season = readSmall()
        planner.plan(season)
        for (const { which, plants, shift, drop } of edits) {
          const old = season.plantings[which % Math.max(1, season.plantings.length)]
          if (!old) continue
          const next: Planting = { ...old, plants, on: formatDay(parseDay(old.on) + shift) }
          delete next.sowOn
          const plantings = season.plantings.flatMap((p) => (p !== old ? [p] : drop ? [] : [next]))
          season = { ...season, plantings }
        }
        const kept = planner.plan(season)
        const fresh = planOf(season)
        expect(kept.batches.map((b) => [b.id, b.sow, b.sizing?.cells, b.window])).toEqual(
          fresh.batches.map((b) => [b.id, b.sow, b.sizing?.cells, b.window]),
        )
        kept.places.forEach((load, i) => expect(load.over).toEqual(fresh.places[i]!.over))
      }),
      { numRuns: 25 },
    )
  })
  it('a preview is what saving comes to', () => {
    const season = readSmall()
    const planting: Planting = { ...season.plantings[0]!, key: 'z', code: 'Z', plants: 333 }
    const [preview] = createPlanner().preview(season, planting)
    const saved = batchOf({ ...season, plantings: [...season.plantings, planting] }, 'z')
    expect([preview!.sow, preview!.sizing!.cells]).toEqual([saved.sow, saved.sizing!.cells])
  })
  it('an empty season computes to nothing', () => {
    const empty = readSmall((s) => (s.plantings = []))
    expect(planOf(empty).batches).toEqual([])
    expect(planOf(empty).places.every(({ peak, over }) => peak === 0 && over.length === 0)).toBe(true)
  })
})

describe('tasks', () => {
  it('follow the batch from soaking to planting, in order', () => {
    const batch = batchOf(readSmall(), 't')
    const tasks = tasksOf(batch, -Infinity, Infinity)
    expect(tasks.map(({ kind }) => kind)).toEqual(
      expect.arrayContaining(['prepare', 'sow', 'leave-heat', 'thin', 'pot-up', 'harden', 'plant']),
    )
    expect(tasks.find(({ kind }) => kind === 'prepare')!.day).toBe(batch.sow! - 1)
    expect(tasks.find(({ kind }) => kind === 'plant')!.day).toBe(batch.plantOn)
  })
  it('keep their ids whatever span is asked for', () => {
    const plan = planOf(readSmall())
    const all = tasksBetween(plan.batches, -Infinity, Infinity)
    expect(new Set(all.map(({ id }) => id)).size).toBe(all.length)
    const [first, last] = [all[0]!.day, all.at(-1)!.day]
    const parts = [
      ...tasksBetween(plan.batches, first, first + 30),
      ...tasksBetween(plan.batches, first + 30, last + 1),
    ]
    expect(parts.map(({ id }) => id)).toEqual(all.map(({ id }) => id))
  })
})

describe('a sowing weekday', () => {
  it('without a window is still before the planting day', () => {
    const friday = parseDay('2027-04-16')
    expect(onSowingDay(friday - 1, { window: undefined, plantOn: friday }, workDays([6]))).toBe(friday - 6)
    expect(onSowingDay(friday - 3, { window: undefined, plantOn: friday + 9 }, workDays([5]))).toBe(friday)
  })
})
