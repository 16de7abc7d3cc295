import { describe, expect, it } from 'vitest'
import { daysToEmerge, weeksTo } from '../core/growth/entry'
import { germinationFactor } from '../core/germination/emergence'
import { containerAge } from '../core/growth/container-age'
import { coldOf } from '../core/growth/cold'
import { lotNow } from '../core/seed/ageing'
import { parseDay } from '../core/calendar/day'
import { Lot } from '../season/schema'
import { readSeason } from '../season/read'
import { smallSeason } from '../season/small-season'
import { figureAt } from '../season/figures'
import { usualGermination } from './entry'
import ranges from './fixtures/common-ranges.json'
import measured from './fixtures/emergence.json'
import { FILES, findKinds, kindNamed, library, libraryKind, namedFor, namesOf } from './library'
import sources from './sources.json'

const kinds = library()
const common: Record<
  string,
  { up: { at: number; days: number[] }; weeks: { ml: number; at: number; weeks: number[] } }
> = ranges.kinds
type Row = (number | string | null)[]
const days: Record<string, Row> = measured.days
const percent: Record<string, Row> = measured.percent

describe('the library', () => {
  it('holds at least 130 kinds of every group, each under its own key', () => {
    expect(kinds.length).toBeGreaterThanOrEqual(130)
    expect(new Set(kinds.map(({ crop }) => crop.key)).size).toBe(kinds.length)
    const groups = new Map<string, number>()
    for (const { crop } of kinds) groups.set(crop.group!, (groups.get(crop.group!) ?? 0) + 1)
    for (const group of ['vegetable', 'herb', 'cut-flower', 'bedding', 'perennial'])
      expect(groups.get(group)).toBeGreaterThanOrEqual(8)
    expect(libraryKind('tomato')!.crop.name).toBe('Tomato')
    expect(libraryKind('no-such-kind')).toBeUndefined()
  })
  it('reads as part of a season, every kind of it', () => {
    const document = smallSeason()
    const read = readSeason({
      ...document,
      crops: [...document.crops, ...kinds.map(({ crop }) => ({ ...crop, key: `x-${crop.key}` }))],
    })
    expect(read.ok ? [] : read.problems).toEqual([])
  })
  for (const { crop } of kinds) {
    const range = common[crop.key]
    if (!range) continue
    it(`${crop.name}: is ready for planting when it commonly is`, () => {
      const { weeks } = range
      const { ready, limit } = containerAge(crop.growth.points, weeks.ml)
      const age = ready + 0.3 * (limit - ready)
      const usual = weeksTo(crop.germination, crop.growth, age, weeks.at, usualGermination(crop.germination))!
      expect(usual).toBeGreaterThanOrEqual(weeks.weeks[0]! - 0.5)
      expect(usual).toBeLessThanOrEqual(weeks.weeks[1]! + 0.5)
    })
    if (days[crop.key]) continue
    it(`${crop.name}: comes up when it commonly does`, () => {
      // Ranges on packets are wide; relatives that were measured are a little quicker than they say.
      const up = daysToEmerge(crop.germination, range.up.at)!
      expect(up).toBeGreaterThanOrEqual(0.5 * range.up.days[0]!)
      expect(up).toBeLessThanOrEqual(1.25 * range.up.days[1]! + 0.5)
    })
  }
  it('cannot be raised in a smaller cell for longer: a larger one holds every kind at least as long', () => {
    for (const { crop } of kinds) {
      let before = 0
      for (const ml of [13, 22, 45, 90, 350, 700]) {
        const { ready, limit } = containerAge(crop.growth.points, ml)
        expect(limit - ready).toBeGreaterThanOrEqual(before - 1e-9)
        before = limit - ready
      }
    }
  })
  it('gives every kind three nights, in their order', () => {
    for (const { crop } of kinds) {
      const cold = coldOf(crop)
      expect([crop.key, cold.killsHardened <= cold.kills && cold.kills <= cold.chills]).toEqual([crop.key, true])
      expect([crop.chillsUnder, crop.killsUnder, crop.killsHardenedUnder]).not.toContain(undefined)
    }
  })
})

describe('measured emergence', () => {
  const { celsius } = measured
  for (const [key, row] of Object.entries(days)) {
    it(`${key}: every measured number of days between 10 and 30 °C within a quarter or one day`, () => {
      const { germination } = libraryKind(key)!.crop
      celsius.forEach((temperature, i) => {
        const was = row[i]
        const up = daysToEmerge(germination, temperature) ?? Infinity
        if (was === 'none' && temperature >= 10 && temperature <= 30)
          expect(up, `${temperature} °C`).toBeGreaterThan(40)
        if (typeof was !== 'number' || temperature < 10 || temperature > 30) return
        expect(Math.abs(up - was), `${temperature} °C: ${up} for ${was}`).toBeLessThanOrEqual(Math.max(0.25 * was, 1))
      })
    })
  }
  it('shares lie within a fifth of the kind’s best for nine entries in ten', () => {
    let entries = 0
    let within = 0
    for (const [key, row] of Object.entries(percent)) {
      const { germination } = libraryKind(key)!.crop
      const best = Math.max(...row.filter((share): share is number => typeof share === 'number'))
      celsius.forEach((temperature, i) => {
        const share = row[i]
        if (typeof share !== 'number') return
        entries++
        if (Math.abs(germinationFactor(germination, temperature) - share / best) <= 0.2) within++
      })
    }
    expect(entries).toBeGreaterThan(120)
    expect(within / entries).toBeGreaterThanOrEqual(0.9)
  })
})

describe('where figures come from', () => {
  const figuresOf = Object.entries(FILES).flatMap(([file, rows]) =>
    Object.entries(rows).flatMap(([kind, { figures, comesUpAs }]) =>
      Object.entries(figures).map(([name, figure]) => ({
        file,
        kind,
        name,
        comesUpAs,
        source: (figure as [unknown, keyof typeof sources])[1],
      })),
    ),
  )
  it('every figure of every file names its source', () => {
    expect(figuresOf.length).toBeGreaterThan(4000)
    for (const { kind, name, source } of figuresOf) expect(sources[source], `${kind} ${name}`).toBeDefined()
  })
  it('only what was measured is called measured; every other figure of coming up follows a relative that was, or is said to be an estimate or a published range', () => {
    const outside: string[] = []
    for (const { file, kind, name, source, comesUpAs } of figuresOf) {
      const { kind: sort } = sources[source]
      if (sort !== 'measured') outside.push(`${file} ${kind}: ${name}`)
      if (sort === 'measured') expect(Object.keys(days), `${file} ${kind}: ${name}`).toContain(kind)
      if (source === 'relative') expect(Object.keys(days), `${file} ${kind}`).toContain(comesUpAs)
    }
    // Seven figures of each of the measured kinds are inside the table, and nothing else is.
    expect(outside.length).toBe(figuresOf.length - 7 * Object.keys(days).length)
  })
  it('a relative has the figures of the kind it follows', () => {
    for (const rows of Object.values(FILES))
      for (const [kind, { comesUpAs }] of Object.entries(rows))
        if (comesUpAs) {
          const [own, other] = [libraryKind(kind)!.crop.germination, libraryKind(comesUpAs)!.crop.germination]
          expect(own.thermalTime, kind).toBe(other.thermalTime)
          expect(own.base, kind).toBe(other.base)
        }
  })
  it('is known for every figure that can be seen, and a range is given only where one is published', () => {
    for (const { crop, about } of kinds)
      for (const [path, { source, range, says, cited }] of Object.entries(about)) {
        expect(says).not.toBe('')
        expect(cited === undefined, `${crop.key} ${path}`).toBe(source !== 'measured')
        if (!range) continue
        expect(source, `${crop.key} ${path}`).toBe('range')
        const value = figureAt(crop, path) as number
        expect(range[0]).toBeLessThanOrEqual(value)
        expect(range[1]).toBeGreaterThanOrEqual(value)
      }
  })
})

describe('names', () => {
  it('old, regional and plain names all find the kind', () => {
    const pairs: Record<string, string[]> = {
      courgette: ['zucchini', 'Courgettes', 'summer squash'],
      aubergine: ['eggplant', 'Egg-plant'.replace('-', '')],
      rocket: ['arugula'],
      coriander: ['cilantro'],
      'spring-onion': ['scallion', 'Green onions', 'bunching onion'],
      swede: ['rutabaga'],
      'pak-choi': ['bok choy', 'pak choi'],
      'french-bean': ['green bean', 'French beans', 'string bean'],
      squash: ['pumpkin', 'winter squash'],
      achillea: ['yarrow', 'achillea'],
      snapdragon: ['antirrhinum', 'Snapdragons'],
      tomato: ['tomatoes'],
      'sweet-corn': ['maize', 'sweetcorn'],
      chard: ['Swiss chard', 'silverbeet'],
    }
    for (const [key, names] of Object.entries(pairs))
      for (const name of [key, ...names]) expect(kindNamed(name)?.crop.key, name).toBe(key)
    expect(kindNamed('no such plant')).toBeUndefined()
  })
  it('a search finds them by the beginning of any name, by any part of one, and by the family', () => {
    expect(findKinds('zucch').map(({ crop }) => crop.key)).toEqual(['courgette'])
    expect(findKinds('antirr')[0]!.crop.key).toBe('snapdragon')
    expect(findKinds('asteraceae').length).toBeGreaterThan(10)
    expect(findKinds('qqq')).toEqual([])
    expect(findKinds('')).toHaveLength(kinds.length)
  })
  it('are shown as the region has them, and as the grower has them where they were changed', () => {
    const { crop } = libraryKind('courgette')!
    expect(namedFor(crop, 'us').name).toBe('Zucchini')
    expect(namedFor(crop, 'uk').name).toBe('Courgette')
    expect(namedFor({ ...crop, name: 'Little marrows' }, 'us').name).toBe('Little marrows')
  })
  it('no two kinds are shown under one name', () => {
    for (const region of ['uk', 'us'] as const) {
      const names = kinds.map((kind) => kind.names[region])
      expect(names.filter((name, i) => names.indexOf(name) !== i)).toEqual([])
    }
    for (const kind of kinds) expect(kindNamed(kind.crop.key)).toBe(kind)
    for (const kind of kinds) expect(namesOf(kind).length).toBeGreaterThan(0)
  })
})

describe('seed that ages as seed does', () => {
  const after = (key: string, years: number, germination = 0.9) => {
    const { crop } = libraryKind(key)!
    const lot = Lot.parse({ key: 'l', variety: 'v', name: 'L', germination, year: 2026, stored: 'cool-dry' })
    return lotNow(lot, crop, parseDay('2026-01-01') + Math.round(365.25 * years)).germination / germination
  }
  it.each([
    [['tomato', 'cabbage', 'kale', 'cucumber', 'courgette', 'melon'], 0.93, 1],
    [['lettuce', 'carrot', 'pepper'], 0.85, 1],
    [['onion', 'leek', 'parsley'], 0.7, 0.85],
    [['parsnip', 'aster', 'delphinium'], 0.45, 0.75],
  ] as const)('%j keep between %d and %d of their test for a year, cool and dry', (keys, least, most) => {
    for (const key of keys)
      for (const germination of [0.85, 0.9]) {
        expect(after(key, 1, germination), key).toBeGreaterThan(least)
        expect(after(key, 1, germination), key).toBeLessThanOrEqual(most)
      }
  })
  it('an onion lot of 85 % packed for 2026 still comes up at about two in three in 2027', () => {
    const { crop } = libraryKind('onion')!
    const lot = Lot.parse({ key: 'l', variety: 'v', name: 'L', germination: 0.85, year: 2026 })
    expect(lotNow(lot, crop, parseDay('2027-01-01')).germination).toBeCloseTo(0.68, 2)
  })
})
