import { describe, expect, it } from 'vitest'
import { daysToEmerge, weeksTo } from '../core/know/entry'
import { containerAge } from '../core/growth/container-age'
import { readSeason } from '../season/read'
import { smallSeason } from '../season/small-season'
import { figureAt } from '../season/figures'
import { usualGermination } from './entry'
import ranges from './fixtures/common-ranges.json'
import { library, libraryKind } from './library'

const kinds = library()
const common: Record<
  string,
  { up: { at: number; days: number[] }; weeks: { ml: number; at: number; weeks: number[] } }
> = ranges.kinds

describe('the library', () => {
  it('holds at least 90 kinds of every group, each under its own key', () => {
    expect(kinds.length).toBeGreaterThanOrEqual(90)
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
  it('has a common range to be checked against for every kind', () => {
    expect(Object.keys(common).sort()).toEqual(kinds.map(({ crop }) => crop.key).sort())
  })
  for (const { crop, about } of kinds) {
    it(`${crop.name}: comes up and is ready for planting when it commonly is`, () => {
      const { up, weeks } = common[crop.key]!
      const days = daysToEmerge(crop.germination, up.at)!
      expect(days).toBeGreaterThanOrEqual(up.days[0]! - 0.5)
      expect(days).toBeLessThanOrEqual(up.days[1]! + 0.5)
      const { ready, limit } = containerAge(crop.growth.points, weeks.ml)
      const usual = weeksTo(
        crop.germination,
        crop.growth,
        ready + 0.3 * (limit - ready),
        weeks.at,
        usualGermination(crop.germination),
      )!
      expect(usual).toBeGreaterThanOrEqual(weeks.weeks[0]! - 0.3)
      expect(usual).toBeLessThanOrEqual(weeks.weeks[1]! + 0.3)
    })
    it(`${crop.name}: every figure says where it comes from, and lies in its own range`, () => {
      for (const [path, { source, range, cited }] of Object.entries(about)) {
        expect(['table', 'textbook', 'practice', 'estimate']).toContain(source)
        if (source === 'table') expect(cited).toMatch(/\w+ \d{4}$/)
        const value = figureAt(crop, path)
        if (!range || typeof value !== 'number') continue
        expect(range[0]).toBeLessThanOrEqual(value)
        expect(range[1]).toBeGreaterThanOrEqual(value)
      }
      for (const path of [
        'germination.base',
        'germination.thermalTime',
        'growth.points',
        'field.maturity',
        'seed.perGram',
      ])
        expect(about[path]).toBeDefined()
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
})
