import { readFileSync } from 'node:fs'
import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { readSeason } from '../../season/read'
import type { Entry, Season } from '../../season/schema'
import { simulatedThermometer } from '../../standins/thermometer'
import type { Batch } from '../batch/batch'
import { formatDay, parseDay, type Day } from '../calendar/day'
import { daysOf } from '../climate/readings'
import { createPlanner, type Plan } from '../plan/plan'
import { done, entry } from '../testing/records'
import { PRACTICE_SIZES, practiceSeason } from './begin'
import { cellsSeen, plantSeen, plantsOn, reallyOf } from './really'
import { firstSowing, judgePractice, sumsOf } from './result'
import { drawSowing } from './sowing'

const farm = (name: string): Season => {
  const read = readSeason(JSON.parse(readFileSync(`demo/${name}-2027.json`, 'utf8')))
  if (!read.ok) throw new Error(`${name} must read`)
  return read.season
}
const FARMS = ['sallow-ferry', 'kestrel-flat', 'loft-and-porch', 'one-tunnel'].map(
  (name) => [name, farm(name)] as const,
)
const planOf = (season: Season, today?: Day): Plan => createPlanner().plan(season, today)

function begun(season: Season, seed = 7, size: (typeof PRACTICE_SIZES)[number] = 'some'): Season {
  const plan = planOf({ ...season, records: [] })
  return practiceSeason(plan, { first: parseDay(firstSowing(plan)), size, seed, name: 'Practice', home: '/a/b' })!
}

/** With what the thermometers measured from the first day to another. */
function until(season: Season, day: Day): Season {
  const { seed, from } = season.season.practice!
  const thermometer = simulatedThermometer(season.site, seed)
  return {
    ...season,
    season: { ...season.season, opensOn: formatDay(day) },
    readings: season.places.map((place) => ({
      place: place.key,
      from: 'stand-in',
      days: daysOf(thermometer.read(place, parseDay(from), day), place.temperature.held !== undefined).days,
    })),
  }
}

/** Everything done on the day it was planned for, as it was planned. */
const asPlanned = ({ id, sow, sizing, plantOn, plants }: Batch): Entry[] => [
  done(id, formatDay(sow!), 'sow', { cells: sizing!.cells, seeds: sizing!.seeds }),
  done(id, formatDay(plantOn), 'plant', { plants }),
]

const last = ({ batches }: Plan): Day => Math.max(...batches.map(({ plantOn }) => plantOn)) + 10

describe.each(FARMS)('a practice season of %s', (_, season) => {
  it('is a season of its own that reads, with nothing done, and nothing sown before it begins', () => {
    for (const size of PRACTICE_SIZES) {
      const practice = begun(season, 3, size)
      const read = readSeason(JSON.parse(JSON.stringify(practice)))
      expect(read.ok ? [] : read.problems).toEqual([])
      expect(practice.records).toEqual([])
      expect(practice.plantings.length).toBeGreaterThan(0)
      const from = parseDay(practice.season.practice!.from)
      for (const { sow } of planOf(practice).batches) expect(sow).toBeGreaterThanOrEqual(from)
      expect(practice.season.opensOn).toBe(practice.season.practice!.from)
    }
  })

  it('comes up as it will: what has come up does not go back, and more cells leave the first as they were', () => {
    const practice = begun(season)
    const plan = planOf(practice)
    const batch = plan.batches.find(({ sizing, sow }) => sizing && sow !== undefined)!
    const own = { ...practice, records: asPlanned(batch).slice(0, 1) }
    const now = planOf(own, batch.plantOn - 1).byId.get(batch.id)!
    const really = reallyOf(now, 7)!
    let before = 0
    for (let day = batch.sow!; day < batch.plantOn; day += 2) {
      const up = cellsSeen(really, day).filter(({ stands, dead }) => stands || dead).length
      expect(up).toBeGreaterThanOrEqual(before)
      before = up
    }
    expect(before).toBeGreaterThan(0)
    const { cells } = batch.sizing!
    expect(drawSowing(batch, 7, cells + 30).cells.slice(0, cells)).toEqual(drawSowing(batch, 7, cells).cells)
    expect(drawSowing(batch, 8, cells).cells).not.toEqual(drawSowing(batch, 7, cells).cells)
  })

  it('gives at planting what was raised with nothing else done, and following the advice loses none of it', () => {
    let alike = 0
    for (const seed of [1, 2]) {
      const practice = begun(season, seed)
      const plan = planOf(practice)
      const plain = plan.batches.filter(
        ({ sizing, sow, way }) => sizing && sow !== undefined && way.method.stages.length === 1,
      )
      const end = last(plan)
      const judged = judgePractice(planOf(until({ ...practice, records: plain.flatMap(asPlanned) }, end), end), seed)
      expect(judged).toHaveLength(plan.batches.length)
      for (const { batch, yours, asPlanned: planned, best, wanted } of judged) {
        expect(best).toBeGreaterThanOrEqual(planned)
        expect(best).toBeLessThanOrEqual(wanted)
        if (!plain.some(({ id }) => id === batch.id)) expect(yours.onTime + yours.otherwise).toBe(0)
        // Nobody moved anything but out of heat: what was planted on its day is what was planned.
        else if (yours.otherwise === 0) {
          expect(Math.min(wanted, yours.onTime)).toBe(planned)
          alike += planned
        }
      }
      const sums = sumsOf(judged)
      expect(sums.toBuy + sums.onTime).toBe(sums.wanted)
    }
    expect(alike).toBeGreaterThan(0)
  })
})

describe('a sowing of a practice season', () => {
  const season = farm('sallow-ferry')
  const practice = begun(season, 7, 'all')
  const plan = planOf(practice)
  const cold = plan.batches.filter(
    ({ sizing, way }) => sizing && way.seedsPerCell === 1 && way.keep === 1 && way.method.stages.length === 1,
  )

  it('comes up in the share of its lot, over many years', () => {
    const batch = cold.find(({ sizing }) => sizing!.cells >= 40)!
    const { germination, temperatureFactor = 1 } = batch.sizing!.input
    let [up, all, square] = [0, 0, 0]
    const YEARS = 600
    for (let seed = 1; seed <= YEARS; seed++) {
      const { cells, share } = drawSowing(batch, seed, 100)
      const came = cells.filter(({ comes }) => comes.length > 0).length
      up += came - 100 * share * temperatureFactor
      square += (came - 100 * share * temperatureFactor) ** 2
      all += share
    }
    // One lot in twenty is anything at all; the others are as they were tested.
    expect(all / YEARS).toBeGreaterThan(germination - 0.08)
    expect(all / YEARS).toBeLessThan(germination + 0.03)
    expect(Math.abs(up / YEARS)).toBeLessThan(4 * Math.sqrt(square / YEARS / YEARS))
  })

  it('has no more plants than were potted, nor than are left when some were thrown away', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 500 }), fc.integer({ min: 1, max: 30 }), (seed, lost) => {
        const batch = cold[seed % cold.length]!
        const [sown] = asPlanned(batch)
        const on = batch.plantOn - 1
        const records = [sown!, entry(batch.id, formatDay(on), { did: 'loss', plants: lost, cause: 'pests' })]
        const alone = { ...practice, plantings: [batch.planting] }
        const whole = reallyOf(planOf({ ...alone, records: [sown!] }, on).byId.get(batch.id)!, seed)!
        const left = reallyOf(planOf({ ...alone, records }, on).byId.get(batch.id)!, seed)!
        expect(plantsOn(left, on)).toBeLessThanOrEqual(plantsOn(whole, on))
        expect(plantsOn(left, on)).toBeLessThanOrEqual(Math.max(0, batch.sizing!.cells - lost))
      }),
      { numRuns: 40 },
    )
  })

  it('shows nothing of a plant before one is up, and never fewer leaves on a later day', () => {
    for (const batch of cold.slice(0, 8)) {
      const now = planOf({ ...practice, records: asPlanned(batch).slice(0, 1) }, batch.plantOn).byId.get(batch.id)!
      const really = reallyOf(now, 5)!
      expect(plantSeen(really, batch.sow!)).toBeUndefined()
      let before = 0
      for (let day = batch.sow!; day <= batch.plantOn; day++) {
        const leaves = plantSeen(really, day)?.leaves ?? 0
        expect(leaves).toBeGreaterThanOrEqual(before)
        before = leaves
      }
    }
  })

  it('sown again brings plants that would not have been', () => {
    const batch = cold.find(({ sizing }) => sizing!.cells >= 40)!
    const bad = Array.from({ length: 400 }, (_, i) => i + 1).find((seed) => drawSowing(batch, seed, 1).share < 0.35)!
    const own = until(begun(season, bad, 'all'), batch.plantOn + 10)
    const judged = judgePractice(planOf(own, batch.plantOn + 10), bad)
    const one = judged.find(({ batch: { id } }) => id === batch.id)!
    expect(one.call!.showing).toBeLessThan(one.call!.cells / 2)
    expect(one.call!.did).toBe('nothing')
    expect(['resow', 'resow-here', 'fewer', 'wait']).toContain(one.call!.advised)
    if (one.call!.advised.startsWith('resow')) expect(one.best).toBeGreaterThan(one.asPlanned)
  })
})
