import { describe, expect, it } from 'vitest'
import { suggestionsOf, type Suggestion } from '../../core/advice/learned'
import { done, entry } from '../../core/testing/records'
import { formatDay } from '../../core/calendar/day'
import { nextSeason } from '../../core/plan/next-season'
import { createPlanner } from '../../core/plan/plan'
import { readSeason } from '../../season/read'
import type { Entry, Season } from '../../season/schema'
import { readSmall } from '../../season/small-season'
import { taught, taughtEdits } from './model'

const t = createPlanner().plan(readSmall()).byId.get('t')!
const day = (n: number) => formatDay(n)
const cells = t.sizing!.cells
const lived: Entry[] = [
  entry(undefined, '2027-01-02', { did: 'note' }),
  done('t', day(t.sow!), 'sow', { cells, seeds: t.sizing!.seeds }),
  entry('t', day(t.pass!.emergence + 6), { did: 'count', cells, showing: Math.round(cells * 0.4), doubles: 0 }),
  done('t', day(t.pass!.leavesHeat), 'leave-heat'),
  entry('t', day(t.pass!.emergence + 14), { did: 'check', lifts: true }),
  done('t', day(t.pass!.emergence + 16), 'pot-up', { nth: 1 }),
  entry('t', day(t.pass!.emergence + 20), { did: 'loss', plants: 12, cause: 'cold' }),
  done('t', day(t.plantOn), 'plant', { plants: 16 }),
]
const suggested = (season: Season) =>
  suggestionsOf(createPlanner().plan({ ...season, records: lived }, t.plantOn + 2), season)
const taken = (season: Season, chosen: readonly Suggestion[]): Season => {
  let next = season
  for (const { of, key, to } of taughtEdits(season, chosen)) {
    const list = of as Suggestion['of']
    next = { ...next, [list]: next[list].map((thing) => (thing.key === key ? to : thing)) }
  }
  return next
}

describe('figures a season taught', () => {
  it('are told for the crop and its method, and go where they belong', () => {
    const season = readSmall()
    const all = suggested(season)
    expect(all.map(({ what }) => what)).toEqual(expect.arrayContaining(['usual-share', 'ready', 'survival']))
    const next = taken(season, all)
    expect(readSeason(JSON.parse(JSON.stringify(next))).ok).toBe(true)
    for (const { of, key, path, to } of all) {
      const value = path.split('.').reduce<unknown>(
        (thing, part) => (thing as Record<string, unknown>)[part],
        next[of].find((thing) => thing.key === key),
      )
      expect([path, value]).toEqual([path, to])
    }
    // What was not suggested is as it was.
    expect(next.methods[1]!.stages[1]).toEqual(season.methods[1]!.stages[1])
    expect(next.crops[0]).toBe(season.crops[0])
  })
  it('are not learned twice from the same season: once taken, nothing is left to take', () => {
    const season = readSmall()
    const next = taken(season, suggested(season))
    for (const { of, key, path, prior } of suggested(season))
      expect(next[of].find((thing) => thing.key === key)!.learned![path]!.from).toBe(prior)
    const ids = new Set(suggested(season).map(({ id }) => id))
    expect(suggested(next).filter(({ id }) => ids.has(id))).toEqual([])
  })
  it('are what the next season begins with', () => {
    const season = readSmall()
    const next = nextSeason(taken(season, suggested(season)), new Map())
    expect([...next.crops, ...next.methods].every(({ learned }) => learned === undefined)).toBe(true)
  })
  it('keep the first figure when more is learned', () => {
    const crop = readSmall().crops[1]!
    const one: Suggestion = {
      id: 'x',
      of: 'crops',
      key: crop.key,
      path: 'germination.thermalTime',
      what: 'thermal-time',
      crops: [],
      name: crop.name,
      from: 88,
      to: 92,
      prior: 88,
      seen: 1,
    }
    const once = taught(crop, one)
    const twice = taught(once, { ...one, from: 92, to: 95, seen: 4 })
    expect([once.germination.thermalTime, twice.germination.thermalTime, twice.learned]).toEqual([
      92,
      95,
      { 'germination.thermalTime': { from: 88, seen: 4 } },
    ])
  })
})
