import { readFileSync } from 'node:fs'
import { describe, expect, it } from 'vitest'
import { readSeason } from '../../season/read'
import { readSmall, type SmallSeason } from '../../season/small-season'
import type { Season } from '../../season/schema'
import { formatDay, parseDay } from '../calendar/day'
import { withPlantings } from '../fit/as-plantings'
import { createPlanner } from '../plan/plan'
import { done } from '../testing/records'
import { levers, type Lever, type LeversAsked } from './levers'
import type { LeftTo } from './one-batch'
import { rehearse } from './rehearse'

const ALL: LeftTo = {
  weather: true,
  seed: true,
  losses: true,
  badLots: false,
  work: false,
  heat: false,
  hours: false,
  beds: false,
}
const FROM = parseDay('2027-01-02')

function asked(season: Season, ids: readonly string[], more: Partial<LeversAsked> = {}): Lever[] {
  const planner = createPlanner()
  const plan = planner.plan(season, more.from)
  const steps = levers(planner, plan, { years: 300, seed: 7, leftTo: ALL, from: FROM, batches: ids, ...more })
  for (;;) {
    const step = steps.next()
    if (step.done) return step.value
  }
}
function chanceIn(season: Season, id: string, leftTo = ALL, years = 300): number {
  const run = rehearse(createPlanner().plan(season), { years, seed: 7, leftTo })
  for (;;) {
    const step = run.next()
    if (step.done) return step.value.batches.find((one) => one.id === id)!.chance
  }
}
const unsure = (bend?: (s: SmallSeason) => void) =>
  readSmall((s) => {
    // A doubtful lot, sized for an even chance.
    s.habits = { confidence: 0.6 }
    bend?.(s)
  })
const kindsOf = (all: readonly Lever[]) => new Set(all.map(({ what }) => what.kind))

describe('what would help most', () => {
  it('sows more, and more never lowers the chance; the surest gains most, and costs most', () => {
    const found = asked(unsure(), ['a'], {
      leftTo: {
        weather: false,
        seed: true,
        losses: true,
        badLots: false,
        work: false,
        heat: false,
        hours: false,
        beds: false,
      },
    })
    const surer = found.filter(({ what }) => what.kind === 'surer')
    expect(surer.length).toBeGreaterThan(1)
    const byConfidence = [...surer].sort((x, y) => (x.what as { confidence: number }).confidence - (y.what as { confidence: number }).confidence) // prettier-ignore
    byConfidence.forEach((one, i) => {
      const before = byConfidence[i - 1]
      expect(one.chance).toBeGreaterThanOrEqual(before?.chance ?? one.was)
      expect(one.money).toBeGreaterThanOrEqual(before?.money ?? 0)
      expect(one.trayDays).toBeGreaterThanOrEqual(before?.trayDays ?? 0)
    })
  })
  it('of a series sows more of the one that is asked about, and says what that takes for it alone', () => {
    const season = unsure()
    const planned = createPlanner().plan(season)
    for (const lever of asked(season, ['b.2']).filter(({ what }) => what.kind === 'surer')) {
      const then = createPlanner().plan(withPlantings(season, lever.changes))
      for (const { id, sizing } of planned.batches) if (id !== 'b.2') expect(then.byId.get(id)!.sizing).toEqual(sizing)
      const cells = then.byId.get('b.2')!.sizing!.cells - planned.byId.get('b.2')!.sizing!.cells
      expect(lever.what).toMatchObject({ kind: 'surer', cells })
      expect(cells).toBeGreaterThan(0)
    }
  })
  it('says of each the chance that the season has with it, to the year', () => {
    const season = unsure()
    const own = chanceIn(season, 'a')
    const found = asked(season, ['a'])
    expect(kindsOf(found).size).toBeGreaterThan(1)
    for (const one of found) {
      expect(one.was).toBe(own)
      if (one.what.kind === 'safety') continue // there two batches serve it
      expect(chanceIn(withPlantings(season, one.changes), 'a')).toBeCloseTo(one.chance, 10)
    }
  })
  it('says it on a farm of many batches, too, where others are sown long before', () => {
    const read = readSeason(JSON.parse(readFileSync('demo/sallow-ferry-2027.json', 'utf8')))
    if (!read.ok) throw new Error('must read')
    const { season } = read
    const from = parseDay('2027-04-12')
    const { id } = createPlanner()
      .plan(season, from)
      .batches.find(({ code }) => code === 'SF-3')!
    const best = asked(season, [id], { from, years: 40 }).find(({ what }) => what.kind !== 'safety')
    const with_ = (of: Season) => {
      const run = rehearse(createPlanner().plan(of, from), { years: 40, seed: 7, leftTo: ALL })
      for (;;) {
        const step = run.next()
        if (step.done) return step.value.batches.find((one) => one.id === id)!.chance
      }
    }
    expect([with_(season), with_(withPlantings(season, best!.changes))]).toEqual([best!.was, best!.chance])
  })
  it('says nothing that gains less than a year in a hundred', () => {
    for (const { chance, was } of asked(unsure(), ['a', 't'])) expect(chance - was).toBeGreaterThanOrEqual(0.01 - 1e-9)
    const sure = readSmall((s) => (s.habits = { confidence: 0.999 }))
    expect(
      asked(sure, ['a'], {
        leftTo: {
          weather: false,
          seed: true,
          losses: false,
          badLots: false,
          work: false,
          heat: false,
          hours: false,
          beds: false,
        },
      }),
    ).toEqual([])
  })
  it('sows earlier what is too late for a cold year', () => {
    const season = unsure((s) => {
      s.plantings[0]!.agePoint = 0
    })
    const sow = createPlanner().plan(season).byId.get('a')!.sow!
    const late = unsure((s) => {
      s.plantings[0]!.sowOn = formatDay(sow + 4)
    })
    const found = asked(late, ['a'], {
      leftTo: {
        weather: true,
        seed: false,
        losses: false,
        badLots: false,
        work: false,
        heat: false,
        hours: false,
        beds: false,
      },
    })
    const earlier = found.filter(({ what }) => what.kind === 'earlier')
    expect(earlier.length).toBeGreaterThan(0)
    for (const { what, changes } of earlier) expect(changes[0]!.to.sowOn).toBe(formatDay((what as { sow: number }).sow))
    // Nothing is sown before the day it is asked on.
    expect(asked(late, ['a'], { from: sow + 2, leftTo: { weather: true, seed: false, losses: false, badLots: false, work: false, heat: false, hours: false, beds: false } }).filter(({ what }) => what.kind === 'earlier' && (what as { sow: number }).sow < sow + 2)).toEqual([]) // prettier-ignore
  })
  it('sows a second time for safety, as a planting of its own that makes a season', () => {
    const season = unsure()
    const found = asked(season, ['a'], {
      leftTo: {
        weather: false,
        seed: true,
        losses: true,
        badLots: false,
        work: false,
        heat: false,
        hours: false,
        beds: false,
      },
    })
    const safety = found.find(({ what }) => what.kind === 'safety')!
    const [{ from, to }] = safety.changes as [Lever['changes'][number]]
    expect(from).toBeNull()
    expect(season.plantings.some(({ key, code }) => key === to.key || code === to.code)).toBe(false)
    const read = readSeason(JSON.parse(JSON.stringify(withPlantings(season, safety.changes))))
    expect(read.ok).toBe(true)
    expect(safety.money).toBeGreaterThanOrEqual(0)
    expect(safety.trayDays).toBeGreaterThan(0)
  })
  it('tests a lot that little is known of, where there is time for it, and sows by what comes up', () => {
    const season = unsure((s) => {
      Object.assign(s.lots[0]!, { germination: 0.7, testedSeeds: 10 })
      s.plantings[0]!.lot = s.lots[0]!.key
      s.habits = { confidence: 0.9 }
    })
    const leftTo = { ...ALL, weather: false, losses: false }
    const test = asked(season, ['a'], { leftTo, years: 1500 }).find(({ what }) => what.kind === 'test')!
    const { sow } = createPlanner().plan(season).byId.get('a')!
    expect(test.what).toMatchObject({ kind: 'test', lot: season.lots[0]!.key, seeds: 50, by: sow! - 14 })
    expect(test.changes).toEqual([])
    // So little was known that far too many would have been sown.
    expect(test.trayDays).toBeLessThan(-1)
    // Sown by a test of fifty, it comes to about the chance it is sized for: the doubt that is left is in the size.
    expect(test.chance).toBeGreaterThan(0.85)
    // What is well tested, or must be sown within a fortnight, is not tested again.
    const known = unsure((s) => Object.assign(s.lots[0]!, { germination: 0.7, testedSeeds: 400 }))
    for (const found of [asked(known, ['a'], { leftTo }), asked(season, ['a'], { leftTo, from: sow! - 5 })])
      expect(found.some(({ what }) => what.kind === 'test')).toBe(false)
  })
  it('sows nothing otherwise that is sown, and asks nothing about what is out', () => {
    const season = unsure()
    const batch = createPlanner().plan(season).byId.get('a')!
    const records = [done('a', formatDay(batch.sow!), 'sow')]
    const found = asked({ ...season, records }, ['a'], { from: batch.sow! + 3 })
    expect([...kindsOf(found)].every((kind) => kind === 'safety' || kind === 'otherwise')).toBe(true)
    const out = [...records, done('a', formatDay(batch.plantOn), 'plant')]
    expect(asked({ ...season, records: out }, ['a'], { from: batch.plantOn + 1 })).toEqual([])
    expect(asked(season, ['not there'])).toEqual([])
  })
  it.each(['kestrel-flat', 'loft-and-porch', 'one-tunnel'])(
    'makes a season of everything it proposes at %s',
    (farm) => {
      const read = readSeason(JSON.parse(readFileSync(`demo/${farm}-2027.json`, 'utf8')))
      if (!read.ok) throw new Error('must read')
      const { season } = read
      const plan = createPlanner().plan(season)
      const ids = plan.batches.slice(0, 4).map(({ id }) => id)
      for (const { changes, chance, was } of asked(season, ids, { years: 60 })) {
        expect(chance).toBeGreaterThan(was)
        const then = readSeason(JSON.parse(JSON.stringify(withPlantings(season, changes))))
        expect(then.ok ? [] : then.problems).toEqual([])
      }
    },
  )
})
