import { describe, expect, it } from 'vitest'
import { libraryKind } from '../../library/library'
import { readSeason } from '../../season/read'
import { readField } from '../../season/small-field'
import { readSmall } from '../../season/small-season'
import { formatDay, parseDay } from '../../core/calendar/day'
import { createPlanner } from '../../core/plan/plan'
import {
  containerAges,
  entryOf,
  placesByWarmth,
  pointKey,
  problemAt,
  spotsOn,
  spread,
  tryOf,
  whenAt,
  whenOf,
  withOwnFigure,
  withPolicy,
  withWeeks,
  yearOfKind,
} from './model'

const season = readSmall((s) => {
  s.containers.push({ key: 'flat', name: 'Open flat', kind: 'open-flat', cells: 1, cellVolume: 3000, trayPlaces: 1 })
})
const [cells] = season.methods
const POLICIES = ['single', 'thin', 'clump', 'divide', 'flat', 'bought', 'in-place'] as const

describe('a way with another policy', () => {
  it.each(POLICIES)('%s reads as it begins', (policy) => {
    const way = { ...cells!, ...withPolicy(cells!, policy, season) }
    const read = readSeason({ ...season, plantings: [], methods: [way] })
    expect(read.ok ? [] : read.problems).toEqual([])
  })
  it('that is raised again after it was sown in place has a container and a place again', () => {
    const inPlace = { ...cells!, ...withPolicy(cells!, 'in-place', season) }
    expect(inPlace.stages).toEqual([])
    const raised = { ...inPlace, ...withPolicy(inPlace, 'single', season) }
    expect(raised.stages).toHaveLength(1)
  })
  it('that is no longer pricked out is no longer sown in a flat', () => {
    const flat = { ...cells!, ...withPolicy(cells!, 'flat', season) }
    expect(flat.stages.map(({ container }) => container)).toEqual(['flat', 'pots'])
    const single = { ...flat, ...withPolicy(flat, 'single', season) }
    expect(single.stages.map(({ container }) => container)).toEqual(['cells-128', 'pots'])
  })
  it('keeps the stages it has', () => {
    expect(withPolicy(cells!, 'clump', season).stages).toBeUndefined()
  })
})

describe('when a stage begins', () => {
  it.each([
    [{ daysBeforePlanting: 12 }, 'days', 12],
    [{ leaf: 3 }, 'leaf', 3],
    [{ age: 180.5 }, 'age', 180.5],
  ] as const)('%j is read and written back', (when, kind, number) => {
    expect(whenOf({ when })).toEqual({ kind, number })
    expect(whenAt(kind, number)).toEqual(when)
  })
  it('is whole in leaves and days', () => {
    expect(whenAt('leaf', 2.4)).toEqual({ leaf: 2 })
    expect(whenAt('days', 13.6)).toEqual({ daysBeforePlanting: 14 })
  })
  it('is early, usual or late on the way from ready to limit', () => {
    expect([0, 0.34, 0.35, 0.65, 0.66, 1].map(pointKey)).toEqual(['0.2', '0.2', '0.5', '0.5', '0.8', '0.8'])
  })
})

describe('a kind in the list', () => {
  it('is found by every name it goes by, and by its varieties', () => {
    const kind = libraryKind('courgette')!
    const entry = entryOf({ ...kind.crop, key: 'mine' }, '/x', true, 'long green')
    expect(entry.text).toContain('zucchini')
    expect(entry.text).toContain('long green')
    expect(entry.changed).toBe(false)
  })
  it('says whether the season has changed figures of it, whatever it is called here', () => {
    const { crop } = libraryKind('courgette')!
    expect(entryOf({ ...crop, name: 'Ours' }, '/x', true, '').changed).toBe(false)
    expect(entryOf({ ...crop, pauseDays: 9 }, '/x', true, '').changed).toBe(true)
    expect(entryOf({ ...crop, pauseDays: 9 }, '/x', false, '').changed).toBe(false)
  })
})

describe("a variety's own figures", () => {
  const [variety] = season.varieties
  it('are put in and taken out, and leave nothing behind', () => {
    const own = withOwnFigure(variety!, 'germination.thermalTime', 80)
    expect(own.overrides).toEqual({ germination: { thermalTime: 80 } })
    expect(withOwnFigure(own, 'germination.thermalTime', undefined)).toEqual(variety)
  })
  it('find what is wrong with them, or with a part of them', () => {
    const problems = [
      { path: 'overrides.growth.points[0].ml', message: 'must be more than 0' },
      { path: 'name', message: 'is missing' },
    ]
    expect(problemAt(problems, 'growth.points')).toBe('Must be more than 0')
    expect(problemAt(problems, 'growth.point')).toBeUndefined()
    expect(problemAt(problems, 'name')).toBe('Is missing')
  })
})

describe('what a packet says of its dates', () => {
  it('is kept as weeks before the last frost, and after it below 0', () => {
    const one = withWeeks(undefined, 'indoors', { first: 8, last: 6, after: false })
    expect(one).toEqual({ from: 'average', indoors: [8, 6] })
    const two = withWeeks(one, 'out', { first: 1, last: 2, after: true })
    expect(two).toEqual({ from: 'average', indoors: [8, 6], out: [-1, -2] })
    expect(withWeeks(two, 'direct', { first: 2, last: undefined, after: false })!.direct).toEqual([2, 2])
    expect(withWeeks(two, 'by', '08-15')!.by).toBe('08-15')
  })
  it('is nothing once its last line is empty', () => {
    const one = withWeeks(undefined, 'by', '08-15')
    expect(withWeeks(one, 'by', '')).toBeUndefined()
    expect(withWeeks(undefined, 'out', { first: undefined, last: undefined, after: true })).toBeUndefined()
  })
})

describe('plants on a bed', () => {
  it('stand evenly, in rows that share its width', () => {
    const spots = spotsOn({ rows: 3, plant: 25 }, 75, 150)
    expect(spots).toHaveLength(18)
    expect(new Set(spots.map(({ y }) => y))).toEqual(new Set([12.5, 37.5, 62.5]))
    expect(spots.filter(({ y }) => y === 12.5).map(({ x }) => x)).toEqual([12.5, 37.5, 62.5, 87.5, 112.5, 137.5])
    expect(spotsOn({ rows: 1, plant: 200 }, 75, 150)).toEqual([])
  })
})

describe('a kind through the year', () => {
  const planned = createPlanner().plan(readField())
  it('is its batches and what is sown of it in place, whole months from the first to the last of them', () => {
    for (const { key } of planned.season.crops) {
      const year = yearOfKind(planned, key)
      const own = planned.batches.filter(({ variety, sow, stays }) => variety.crop === key && sow !== undefined && stays.length > 0) // prettier-ignore
      const inPlace = planned.inField.filter(({ crop, inPlace: sown }) => crop.key === key && sown !== undefined)
      expect(year?.rows.length ?? 0).toBe(own.length + inPlace.length)
      if (!year) continue
      expect(new Set(year.rows.map(({ id }) => id))).toEqual(new Set([...own, ...inPlace].map(({ id }) => id)))
      expect([year.from, year.until].map((day) => formatDay(day).slice(8))).toEqual(['01', '01'])
      expect(year.rows.every(({ from, until }) => from >= year.from && until <= year.until && from < until)).toBe(true)
    }
    expect(yearOfKind(planned, 'nothing-of-it')).toBeUndefined()
  })
  it('shows so many of many, from the first to the last', () => {
    const list = Array.from({ length: 35 }, (_, i) => i)
    const some = spread(list, 8)
    expect([some.length, some[0], some.at(-1)]).toEqual([8, 0, 34])
    expect(new Set(some).size).toBe(8)
    expect(spread([1, 2], 8)).toEqual([1, 2])
  })
})

describe('how long a kind keeps', () => {
  const [crop] = season.crops
  it('is longer in more mix, in every container but open flats, the smallest first', () => {
    const ages = containerAges(crop!, season.containers, 16, 18)
    expect(ages.map(({ container }) => container.key)).toEqual(
      season.containers
        .filter(({ kind }) => kind !== 'open-flat')
        .sort((a, b) => a.cellVolume - b.cellVolume)
        .map(({ key }) => key),
    )
    for (let i = 1; i < ages.length; i++) expect(ages[i]!.limit).toBeGreaterThan(ages[i - 1]!.limit)
    expect(ages.every(({ ready, limit }) => ready > 0 && limit > ready)).toBe(true)
  })
  it('is less in a warmer place, and not said of what never grows in it', () => {
    const [cool, warm] = [13, 18].map((at) => containerAges(crop!, season.containers, at, 18)[0]!)
    expect(warm!.ready).toBeLessThan(cool!.ready)
    expect(containerAges(crop!, season.containers, -5, 18)).toEqual([])
  })
})

describe('what a method is shown by', () => {
  const plan = createPlanner().plan(season)
  it('is a planting that uses it, else a hundred plants; nothing without a variety', () => {
    const used = season.methods.find(({ key }) => season.plantings.some(({ method }) => method === key))!
    expect(tryOf(season, plan, used)!.planting.method).toBe(used.key)
    const other = { ...used, key: 'other' }
    expect(tryOf(season, plan, other)).toMatchObject({ planting: { plants: 100, method: 'other' } })
    expect(tryOf({ ...season, varieties: [] }, plan, other)).toBeUndefined()
  })
  it('is planted in the southern summer in the south', () => {
    const south = { ...season, site: { ...season.site, latitude: -41 } }
    expect(formatDay(tryOf(south, plan, { ...cells!, key: 'other' })!.on).slice(5)).toBe('11-01')
  })
})

describe('places by their warmth', () => {
  it('are together where they are alike, the warmest first', () => {
    const some = placesByWarmth(season, parseDay('2027-03-15'))
    const all = some.flatMap(({ names }) => names)
    expect(new Set(all)).toEqual(new Set(season.places.map(({ name }) => name)))
    const degrees = some.map(({ celsius }) => celsius)
    expect(degrees).toEqual([...degrees].sort((a, b) => b - a))
    const held = season.places.find(({ temperature }) => temperature.held !== undefined)
    if (held) expect(some.find(({ names }) => names.includes(held.name))!.celsius).toBe(Math.round(held.temperature.held!)) // prettier-ignore
  })
})
