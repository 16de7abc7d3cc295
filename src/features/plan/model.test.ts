import { freeCode } from '../../season/keys'
import { describe, expect, it } from 'vitest'
import { lackingOf } from '../../core/plan/in-hand'
import { createPlanner } from '../../core/plan/plan'
import { readSmall } from '../../season/small-season'
import { parseDay, weekStart } from '../../core/calendar/day'
import { planRows, plantedCrops, sowingWeeks, standing, type RowOptions } from './model'
import { readField } from '../../season/small-field'
import {
  emptyForm,
  formOf,
  freeKey,
  isDivided,
  oneForm,
  plantingForm,
  type PlantingForm,
  plantingOf,
  withOneChanged,
  withOneDropped,
} from './planting-form'
import { movedBy } from './dragging'
import { fromHand } from './planting-choices'
import { createFormat } from '../../words/format'

const format = createFormat('en-GB', 'metric')
const season = readSmall()
const plan = createPlanner().plan(season)
const all: RowOptions = { group: 'none', order: 'sow', text: '', crop: '', week: undefined, marked: false }
const ids = (options: Partial<RowOptions>) =>
  planRows(plan, { ...all, ...options }, format).flatMap((row) => (row.kind === 'batch' ? [row.id] : []))

describe('rows of the plan', () => {
  it('are in the order asked for', () => {
    const sows = planRows(plan, all, format).map((row) => (row.kind === 'batch' ? row.batch.sow! : 0))
    expect(sows).toEqual([...sows].sort((a, b) => a - b))
    expect(ids({ order: 'size' })[0]).toBe('a')
  })
  it('are found by any words, by crop and by sowing week', () => {
    expect(ids({ text: 'plum TOMATO' })).toEqual(['t'])
    expect(ids({ crop: 'lettuce' })).toHaveLength(5)
    const week = weekStart(plan.byId.get('t')!.sow!)
    expect(ids({ week })).toContain('t')
    expect(sowingWeeks(plan)).toContain(week)
    expect(ids({ text: 'nothing of the sort' })).toEqual([])
    expect(ids({ marked: true })).toEqual(plan.batches.filter((b) => standing(b) !== 'fine').map((b) => b.id))
  })
  it('stand under their crop or week, each once', () => {
    for (const group of ['crop', 'week'] as const) {
      const rows = planRows(plan, { ...all, group }, format)
      expect(rows[0]!.kind).toBe('group')
      expect(rows.filter((row) => row.kind === 'batch')).toHaveLength(plan.batches.length)
      const counted = rows.reduce((n, row) => n + (row.kind === 'group' ? row.batches : 0), 0)
      expect(counted).toBe(plan.batches.length)
    }
    expect(plantedCrops(plan).map(({ name }) => name)).toEqual(['Lettuce', 'Tomato'])
  })
})

describe('the planting panel', () => {
  it('turns a planting into fields and back', () => {
    for (const planting of season.plantings) {
      const form = formOf(planting, 'metric')
      expect(plantingForm(format).safeParse(form).success).toBe(true)
      expect(plantingOf(form, planting.key, planting, 'metric')).toEqual(planting)
    }
  })
  it('keeps every kind of anchor, bed and even series through its fields, in °F too', () => {
    const field = readField((s) => {
      s.site.events = [{ key: 'fair', name: 'Fair', on: '2027-06-05' }]
      const [like] = s.plantings
      const anchors: NonNullable<typeof like>['anchor'][] = [
        { to: 'last-frost', days: -14, weeks: true },
        { to: 'last-frost', days: 5 },
        { to: 'first-frost', factor: 1.4 },
        { to: 'harvest', on: '2027-07-01' },
        { to: 'event', event: 'fair', days: 4 },
        { to: 'bed', bed: 'n1', days: 2 },
        { to: 'warmth', night: 8, soil: 12.5 },
        { to: 'warmth', soil: 10 },
      ]
      s.plantings = anchors.map((anchor, i) => ({
        ...like!,
        key: `k${i}`,
        code: `K${i}`,
        anchor,
        goes: [{ to: 'bed', bed: 'f1', plants: like!.plants, ...(i === 0 ? { at: 120 } : {}) }],
        spacing: { rows: 2 },
        stand: { on: '2027-04-18', plants: 90 },
      }))
    })
    for (const units of ['metric', 'us'] as const) {
      for (const planting of field.plantings)
        expect(plantingOf(formOf(planting, units), planting.key, planting, units)).toEqual(planting)
    }
    const [first] = field.plantings
    const divided = { ...first!, goes: [...first!.goes!, { to: 'spare' as const, plants: 3 }] }
    expect(isDivided(divided)).toBe(true)
    expect(plantingOf({ ...formOf(divided, 'metric'), bed: 'n2' }, 'k0', divided, 'metric').goes).toEqual(divided.goes)
    expect(plantingOf({ ...formOf(first!, 'metric'), bed: 'n2', plants: '70' }, 'k0', first, 'metric').goes).toEqual([
      { to: 'bed', bed: 'n2', plants: 70 },
    ])
    expect(plantingOf({ ...formOf(first!, 'metric'), bed: '' }, 'k0', first, 'metric').goes).toBeUndefined()
  })
  it('says what a day still needs to hang on', () => {
    const wrong = (part: Partial<PlantingForm>) => {
      const checked = plantingForm(format).safeParse({
        ...emptyForm(season, 'X', parseDay('2027-05-01')),
        variety: 'v',
        method: 'm',
        plants: '5',
        ...part,
      })
      return checked.success ? [] : checked.error.issues.map(({ path }) => path[0])
    }
    expect(wrong({})).toEqual([])
    expect(wrong({ hangs: 'event', event: '' })).toEqual(['event'])
    expect(wrong({ hangs: 'event', event: 'e', eventDays: 'soon' })).toEqual(['eventDays'])
    expect(wrong({ hangs: 'bed', afterBed: '', bedDays: '-1' })).toEqual(['afterBed', 'bedDays'])
    expect(wrong({ hangs: 'warmth' })).toEqual(['night'])
    expect(wrong({ hangs: 'warmth', soil: 'warm' })).toEqual(['soil'])
    expect(wrong({ hangs: 'last-frost', frostDays: 'x' })).toEqual(['frostDays'])
  })
  it('says what is missing, field by field', () => {
    const checked = plantingForm(format).safeParse({
      ...emptyForm(season, 'X', parseDay('2027-05-01')),
      repeat: 'series',
      every: '0',
      count: 'many',
      confidence: '120',
    })
    expect(checked.success).toBe(false)
    if (checked.success) return
    expect(checked.error.issues.map(({ path }) => path[0])).toEqual(
      expect.arrayContaining(['variety', 'method', 'plants', 'every', 'count', 'confidence']),
    )
  })
  it('finds a code and a key that are free', () => {
    expect(season.plantings.map(({ code }) => code)).not.toContain(freeCode(season, 'Lettuce'))
    expect(freeCode(season, 'Lettuce')).toBe('LE')
    expect(freeKey(season, 'A')).toBe('a-2')
  })
  it('changes one of a series and leaves the others', () => {
    const batch = plan.byId.get('b.1')!
    const changed = withOneChanged(batch.planting, 1, { ...oneForm(batch), on: '2027-05-03', plants: '150' })
    expect(changed.changes).toEqual([
      { n: 1, on: '2027-05-03' },
      { n: 2, plants: 90 },
      { n: 3, dropped: true },
    ])
    expect(withOneChanged(changed, 1, oneForm(batch)).changes).toEqual(batch.planting.changes)
    expect(withOneDropped(changed, 1).changes[0]).toEqual({ n: 1, dropped: true })
  })
})

describe('what is decided of a planting', () => {
  const form = (more: Partial<PlantingForm>) =>
    plantingForm(format).safeParse({ ...formOf(season.plantings[0]!, 'metric'), ...more })
  it('says what hangs on its day and what may change, and leaves out what is as usual', () => {
    const made = form({
      worth: 'money',
      amount: '1200,5',
      earlier: '',
      later: '4',
      methods: ['tomato-pots', 'lettuce-cells'],
    })
    const planting = plantingOf(made.data!, 'a', season.plantings[0], 'metric')
    expect(planting).toMatchObject({
      worth: { by: 'money', amount: 1200.5 },
      may: { later: 4, methods: ['tomato-pots'] },
    })
    expect(formOf(planting, 'metric')).toMatchObject({
      worth: 'money',
      amount: '1200.5',
      earlier: '',
      later: '4',
      methods: ['tomato-pots'],
    })
    const plain = plantingOf(form({}).data!, 'a', planting, 'metric')
    expect([plain.worth, plain.may]).toEqual([undefined, undefined])
    expect(plantingOf(form({ worth: 'promise' }).data!, 'a', undefined, 'metric').worth).toEqual({ by: 'promise' })
  })
  it('is refused where it makes no sense', () => {
    const paths = (more: Partial<PlantingForm>) => form(more).error?.issues.map(({ path }) => path[0])
    expect(paths({ worth: 'money', amount: 'much' })).toEqual(['amount'])
    expect(paths({ earlier: '121' })).toEqual(['earlier'])
    expect(paths({ later: 'soon' })).toEqual(['later'])
  })
  it('stays when the planting is edited, but for what belonged to another method', () => {
    const base = {
      ...season.plantings[0]!,
      pinned: true,
      otherwise: { hardenAt: 'bench' },
      stands: [{ place: 'bench', bench: 0, level: 0, at: 2 }],
    }
    const same = plantingOf({ ...formOf(base, 'metric'), plants: '210' }, 'a', base, 'metric')
    expect(same).toMatchObject({ plants: 210, pinned: true, otherwise: { hardenAt: 'bench' }, stands: base.stands })
    const other = plantingOf({ ...formOf(base, 'metric'), method: 'tomato-pots' }, 'a', base, 'metric')
    expect([other.pinned, other.otherwise]).toEqual([true, undefined])
    const series = { ...season.plantings[1]!, changes: [{ n: 1, otherwise: { hardenAt: 'bench' }, pinned: true }] }
    expect(plantingOf({ ...formOf(series, 'metric'), method: 'tomato-pots' }, 'b', series, 'metric').changes).toEqual([
      { n: 1, pinned: true },
    ])
  })
  it('and what was found of one in a series stays when that one is edited', () => {
    const series = {
      ...season.plantings[1]!,
      changes: [
        {
          n: 1,
          plants: 99,
          pinned: true,
          stand: { on: '2027-04-01', plants: 80 },
          goes: [{ to: 'spare' as const, plants: 5 }],
        },
      ],
    }
    const edited = withOneChanged(series, 1, { on: '2027-05-03', plants: '99', sowOn: '' })
    expect(edited.changes).toEqual([{ ...series.changes[0]!, on: '2027-05-03' }])
    const even = {
      ...season.plantings[1]!,
      series: { every: 10, count: 2, even: 'harvest' as const, dates: ['2027-05-01', '2027-05-08'] },
      changes: [],
    }
    expect(withOneChanged(even, 2, { on: '2027-05-08', plants: '150', sowOn: '' }).changes).toEqual([])
  })
})

describe('a stair that is dragged', () => {
  it('by its body plants on another day, and lets go of what its day hung on', () => {
    const hung = readSmall((s) => (s.plantings[0]!.anchor = { to: 'last-frost', days: -14 }))
    const batch = createPlanner().plan(hung).byId.get('a')!
    const moved = movedBy(batch, 'plant', 4)
    expect([moved.on, moved.anchor]).toEqual(['2027-04-24', undefined])
    const one = movedBy(plan.byId.get('b.2')!, 'plant', -3)
    expect(one.changes.find(({ n }) => n === 2)).toEqual({ n: 2, plants: 90, on: '2027-05-08' })
  })
  it('by its foot is sown on another day, inside its window', () => {
    const batch = plan.byId.get('a')!
    const { window, sow, counted } = batch
    expect(sow).toBe(counted)
    expect(movedBy(batch, 'sow', 0).sowOn).toBeUndefined()
    expect(parseDay(movedBy(batch, 'sow', -1).sowOn!)).toBe(sow! - 1)
    expect(parseDay(movedBy(batch, 'sow', -200).sowOn!)).toBe(window!.earliest)
    expect(parseDay(movedBy(batch, 'sow', 200).sowOn!)).toBe(window!.latest)
    expect(movedBy(plan.byId.get('b.4')!, 'sow', -2).changes.find(({ n }) => n === 4)!.sowOn).toBeDefined()
  })
})

describe('from what is in hand', () => {
  it('as many plants as may be promised of it, and what it takes', () => {
    const planner = createPlanner()
    const ways = { season, planner, plan: planner.plan(season) }
    const planting = season.plantings[0]!
    for (const hand of [
      { of: 'cells', amount: 48 },
      { of: 'seeds', amount: 50 },
      { of: 'trays', amount: 2 },
    ] as const) {
      const found = fromHand(hand, planting, ways)!
      expect(found.left).toBeGreaterThanOrEqual(0)
      expect(found.expected).toBeGreaterThanOrEqual(found.plants)
      expect(found.chance).toBeGreaterThanOrEqual(season.habits.confidence)
      if (hand.of !== 'trays') expect(found[hand.of] + found.left).toBe(hand.amount)
      const { series: _, ...single } = planting
      const [more] = planner.preview(season, { ...single, changes: [], plants: found.plants + 1 })
      const taken = hand.of === 'trays' ? more!.stays[0]!.trays : more!.sizing![hand.of]
      expect(taken).toBeGreaterThan(hand.amount)
    }
    expect(fromHand({ of: 'seeds', amount: 0 }, planting, ways)).toBeUndefined()
  })
  it('of a bench that is free for some weeks, as many as stand there, and it says when they stay too long', () => {
    const planner = createPlanner()
    const plan = planner.plan(season)
    const ways = { season, planner, plan }
    let asked = 0
    for (const planting of season.plantings.slice(0, 20)) {
      const { series: _, ...single } = planting
      for (const place of season.places) {
        const at = season.places.indexOf(place)
        for (const weeks of [1, 6]) {
          const found = fromHand({ of: 'room', place: place.key, weeks }, planting, ways)
          if (!found) continue
          asked++
          const room = found.room!
          const [batch] = planner.preview(season, { ...single, changes: [], plants: found.plants })
          const there = batch!.stays.filter((stay) => stay.place === at)
          const most = Math.max(...there.map(({ trayPlaces }) => trayPlaces))
          expect(most).toBeLessThanOrEqual(room.free + 1e-9)
          expect(found.left).toBeCloseTo(room.free - most, 6)
          expect(room.over).toBe(Math.max(0, room.stays - 7 * weeks))
          // On every day it has the bench, there is room for it beside all others.
          const own = plan.batches.filter(({ planting: of }) => of.key === planting.key).flatMap(({ stays }) => stays)
          const load = plan.places[at]!
          for (let day = room.from; day < room.from + Math.min(room.stays, 7 * weeks); day++) {
            const others = own.reduce(
              (sum, stay) => (stay.place === at && stay.from <= day && day < stay.until ? sum - stay.trayPlaces : sum),
              load.days[day - load.from]!,
            )
            expect(others + most).toBeLessThanOrEqual(load.capacity[day - load.from]! + 1e-6)
          }
        }
      }
    }
    expect(asked).toBeGreaterThan(5)
  })
  it('the best seeds a cell are those of the most plants, and of equals the fewest seeds', () => {
    const planner = createPlanner()
    const ways = { season, planner, plan: planner.plan(season) }
    let chosen = 0
    for (const planting of season.plantings.slice(0, 12)) {
      for (const hand of [
        { of: 'cells', amount: 72 },
        { of: 'seeds', amount: 150 },
      ] as const) {
        const found = fromHand(hand, planting, ways)
        if (!found || found.bySeeds.length < 2) continue
        chosen++
        const [best, ...others] = found.bySeeds
        for (const other of others) {
          expect(best!.plants).toBeGreaterThanOrEqual(other.plants)
          if (best!.plants === other.plants)
            expect(best!.batch.sizing!.seeds).toBeLessThanOrEqual(other.batch.sizing!.seeds)
        }
        for (const { batch } of found.bySeeds) expect(batch.sizing![hand.of]).toBeLessThanOrEqual(hand.amount)
        // Seeds are what is short then: one in each cell goes furthest.
        if (hand.of === 'seeds') expect(best!.seedsPerCell).toBe(1)
      }
    }
    expect(chosen).toBeGreaterThan(3)
  })
  it('names the batches of the same variety that lack plants or seed, and no other', () => {
    const planner = createPlanner()
    const poor = { ...season, lots: season.lots.map((lot) => ({ ...lot, seeds: 1 })) }
    const plan = planner.plan(poor, parseDay('2027-04-12'))
    let named = 0
    for (const planting of poor.plantings) {
      for (const { batch, plants, seed } of lackingOf(plan, planting)) {
        named++
        expect(batch.planting.variety).toBe(planting.variety)
        expect(batch.planting.key).not.toBe(planting.key)
        expect(plants > 0 || (seed && plan.shortOfSeed.has(batch.id))).toBe(true)
        if (plants > 0) expect(batch.progress!.plants).toBeLessThanOrEqual(batch.plants - plants + 1e-6)
      }
    }
    expect(named).toBeGreaterThan(0)
  })
})
