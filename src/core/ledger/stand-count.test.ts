import { readFileSync } from 'node:fs'
import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { seeded } from '../statistics/random'
import { standForecast, type CountedSowing } from './stand-count'

interface Case {
  need: number
  germination: number
  testedSeeds: number
  seedsPerCell: number
  cells: number
  counts: { thermalShare: number; showing: number }[]
  survival: number
  expected: { chance: number; finalStand: number }
}
const { cases } = JSON.parse(readFileSync(new URL('fixtures/stand-count.json', import.meta.url), 'utf8')) as {
  cases: Case[]
}
const SPREAD = 0.25

const sowing = (bend: Partial<CountedSowing> = {}): CountedSowing => ({
  cells: 140,
  seedsPerCell: 1,
  germination: 0.85,
  testedSeeds: 50,
  spread: SPREAD,
  survival: 0.95,
  ...bend,
})

describe('worked cases', () => {
  it.each(cases.map((one, i) => [i + 1, one] as const))('case %i', (_, { need, counts, expected, cells, ...rest }) => {
    const found = standForecast(
      { ...rest, cells, spread: SPREAD },
      counts.map((count) => ({ ...count, cells })),
    )
    expect(Math.abs(found.chanceOf(need) - expected.chance)).toBeLessThan(0.004)
    expect(Math.abs(found.cells - expected.finalStand)).toBeLessThan(0.05)
    expect(found.mean).toBeCloseTo(found.cells * rest.survival, 6)
  })
})

describe('the forecast of a stand', () => {
  const count = (showing: number, thermalShare: number, cells = 140) => ({ cells, showing, thermalShare })

  it('reads nothing showing when half should as slow or bad seed', () => {
    const none = standForecast(sowing(), [count(0, 1)])
    expect(none.pace).toBeGreaterThan(1.1)
    expect(none.mean).toBeLessThan(standForecast(sowing(), []).mean)
    expect(standForecast(sowing(), [count(0, 2.2)]).germination).toBeLessThan(0.1)
  })
  it('is surer the later the count', () => {
    const width = (h: number, showing: number) => {
      const { low, high } = standForecast(sowing(), [count(showing, h)])
      return high - low
    }
    expect(width(2, 119)).toBeLessThan(width(1, 60))
  })
  it('is less sure of a sample than of all cells', () => {
    const all = standForecast(sowing(), [count(100, 1.6)])
    const some = standForecast(sowing(), [count(20, 1.6, 28)])
    expect(some.high - some.low).toBeGreaterThan(all.high - all.low)
    expect(some.mean).toBeGreaterThan(80)
  })
  it('has no fewer plants the more show', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 0, max: 139 }),
        fc.double({ min: 0.6, max: 2.5, noNaN: true }),
        fc.constantFrom(1, 2),
        (showing, h, seedsPerCell) => {
          const fewer = standForecast(sowing({ seedsPerCell }), [count(showing, h)], 'coarse')
          const more = standForecast(sowing({ seedsPerCell }), [count(showing + 1, h)], 'coarse')
          expect(more.mean).toBeGreaterThanOrEqual(fewer.mean - 1e-6)
          expect(fewer.low).toBeLessThanOrEqual(Math.ceil(fewer.mean))
          expect(fewer.high).toBeGreaterThanOrEqual(Math.floor(fewer.mean))
        },
      ),
      { numRuns: 25 },
    )
  })
  it('says the same coarsely as finely, for plans', () => {
    for (const showing of [40, 90, 120]) {
      const fine = standForecast(sowing(), [count(showing, 1.2)])
      const coarse = standForecast(sowing(), [count(showing, 1.2)], 'coarse')
      expect(Math.abs(fine.mean - coarse.mean)).toBeLessThan(1)
      expect(Math.abs(fine.pace - coarse.pace)).toBeLessThan(0.01)
    }
  })
  it('agrees with trays sown over and over', () => {
    // Draws lots and trays from the same assumptions; those that look like the count say what became of them.
    const random = seeded(7)
    const normal = () => Math.sqrt(-2 * Math.log(1 - random())) * Math.cos(2 * Math.PI * random())
    const beta = () => {
      let k = 0
      for (let i = 0; i < 20; i++) if (random() < 0.8) k++
      return (k + random() * 0.999) / 21
    }
    const [cells, h, survival] = [12, 1.1, 0.9]
    const ends: number[] = []
    for (let run = 0; run < 60_000; run++) {
      const g = random() < 0.05 ? random() : beta()
      const pace = Math.exp(0.15 * normal())
      let showing = 0
      let good = 0
      for (let cell = 0; cell < cells; cell++) {
        if (random() >= g) continue
        if (Math.exp(SPREAD * normal()) * pace <= h) showing++
        if (random() < survival) good++
      }
      if (showing === 5) ends.push(good)
    }
    const found = standForecast(sowing({ cells, germination: 0.8, testedSeeds: 20, survival }), [count(5, h, cells)])
    const mean = ends.reduce((sum, n) => sum + n, 0) / ends.length
    expect(ends.length).toBeGreaterThan(800)
    expect(Math.abs(found.mean - mean)).toBeLessThan(0.45)
    expect(Math.abs(found.chanceOf(8) - ends.filter((n) => n >= 8).length / ends.length)).toBeLessThan(0.09)
  })
  it('refuses counts that cannot be', () => {
    expect(() => standForecast(sowing(), [count(141, 1)])).toThrow(RangeError)
    expect(() => standForecast(sowing(), [count(3, 1, 150)])).toThrow(RangeError)
  })
})
