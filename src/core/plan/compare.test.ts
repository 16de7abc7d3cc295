import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import type { Method } from '../../season/schema'
import { readSmall } from '../../season/small-season'
import { formatDay } from '../calendar/day'
import { done, entry } from '../testing/records'
import { chanceOnTime, compareWays, effortOf, type Effort } from './compare'
import { createPlanner } from './plan'

const season = readSmall((s) => {
  s.lots[0]!.packetSeeds = 500
  s.lots[0]!.packetPrice = 5
  s.habits = { costs: { hour: 18, mixLitre: 0.1, heatedTrayDay: 0.05 } }
})
const planner = createPlanner()
const plan = planner.plan(season)
const planting = season.plantings[2]! // tomato by cells, then pots
const { plantOn } = plan.byId.get('t')!
const [straight]: Method[] = [
  {
    ...season.methods[1]!,
    key: 'straight',
    name: 'Straight',
    stages: [{ ...season.methods[1]!.stages[0]!, container: 'pots' }],
  },
]
const bought: Method = {
  ...season.methods[1]!,
  key: 'bought',
  name: 'Bought',
  sowing: { policy: 'bought', age: 250, good: 1, orderDays: 20, price: 0.5 },
  stages: [{ place: 'bench', container: 'cells-128', survival: 1 }],
}

describe('ways side by side', () => {
  const [potted, direct, in3] = compareWays(planner, season, planting, plantOn, [season.methods[1]!, straight!, bought])
  it('keep their order, and each is the plan it would be', () => {
    expect(potted!.batch.sow).toBe(plan.byId.get('t')!.sow)
    expect(potted!.batch.sizing!.seeds).toBe(plan.byId.get('t')!.sizing!.seeds)
    expect([potted, direct, in3].map((way) => way!.method.key)).toEqual(['tomato-pots', 'straight', 'bought'])
  })
  it('straight into pots takes no potting and more heat; bought plants take no seed and no heat', () => {
    expect(direct!.effort.minutes.potting).toBe(0)
    expect(potted!.effort.minutes.potting).toBeGreaterThan(0)
    expect(direct!.effort.heatedDays).toBeGreaterThan(potted!.effort.heatedDays)
    expect(in3!.effort.heatedDays).toBe(0)
    expect(in3!.batch.sizing!.seeds).toBe(0)
    expect(in3!.effort.mixLitres).toBe(0)
    expect(in3!.effort.cost.known).toBeGreaterThan(in3!.batch.sizing!.cells * 0.5)
  })
  it('space adds up to the stays', () => {
    for (const way of [potted!, direct!, in3!]) {
      const { heatedDays, litDays, benchDays } = way.effort
      expect(heatedDays + litDays + benchDays).toBeCloseTo(
        way.batch.stays.reduce((sum, stay) => sum + stay.trayPlaces * (stay.until - stay.from), 0),
        9,
      )
    }
  })
  it('what no price is known of is named, not counted as nothing', () => {
    const free = readSmall()
    const batch = createPlanner().plan(free).byId.get('t')!
    expect(effortOf(batch, free).cost).toMatchObject({ known: 0, unknown: ['seed', 'work', 'mix', 'heat'] })
    const lettuce = plan.byId.get('a')!
    const { cost } = effortOf(lettuce, season)
    expect(cost.unknown).toEqual([])
    expect(cost.known).toBeGreaterThan(lettuce.sizing!.seeds * 0.01)
  })
})

describe('a batch that was split', () => {
  const split = (cells: number | undefined, after: number) => {
    const { sow, sizing } = plan.byId.get('a')!
    const records = [
      entry(undefined, '2027-01-02', { did: 'note' }),
      done('a', formatDay(sow!), 'sow', { cells: sizing!.cells, seeds: sizing!.seeds }),
      ...(cells === undefined ? [] : [entry('a', formatDay(sow! + after), { did: 'split', part: 2, cells })]),
    ]
    const { batches } = createPlanner().plan({ ...season, records }, sow! + 20)
    return batches.filter(({ id }) => id === 'a' || id.startsWith('a~')).map((batch) => effortOf(batch, season))
  }
  const sum = (efforts: Effort[], of: (effort: Effort) => number) => efforts.reduce((all, one) => all + of(one), 0)

  it('takes seed, mix, sowing and thinning once, whatever its parts', () => {
    const whole = split(undefined, 0)
    expect(whole).toHaveLength(1)
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 200 }), fc.integer({ min: 15, max: 19 }), (cells, after) => {
        const parts = split(cells, after)
        expect(parts).toHaveLength(2)
        for (const of of ['sowing', 'thinning'] as const)
          expect(sum(parts, ({ minutes }) => minutes[of])).toBeCloseTo(
            sum(whole, ({ minutes }) => minutes[of]),
            9,
          )
        expect(sum(parts, ({ mixLitres }) => mixLitres)).toBeCloseTo(whole[0]!.mixLitres, 9)
        // A tray that is shared is carried twice, and takes room twice: nothing else costs more.
        const carrying = sum(parts, ({ minutes }) => minutes.moving) - whole[0]!.minutes.moving
        expect(sum(parts, ({ cost }) => cost.known)).toBeCloseTo(whole[0]!.cost.known + (carrying / 60) * 18, 6)
      }),
      { numRuns: 25 },
    )
  })
})

describe('mixes by name', () => {
  it('are each taken at their own compaction and price', () => {
    const mixed = readSmall((s) => {
      s.habits = { costs: { mixLitre: 0.1 } }
      s.mixes = [
        { key: 'fine', name: 'Fine', uses: ['sowing'], litrePrice: 0.3 },
        { key: 'rich', name: 'Rich', uses: ['potting'], compaction: 0.5 },
      ]
    })
    const batch = createPlanner().plan(mixed).byId.get('t')!
    const cellsOf = (key: string) => batch.stays.find(({ potted, container }) => potted && container.key === key)!.cells
    const fine = (cellsOf('cells-128') * 25 * 1.2) / 1000
    const rich = (cellsOf('pots') * 350 * 1.5) / 1000
    const { mixLitres, cost } = effortOf(batch, mixed)
    expect(mixLitres).toBeCloseTo(fine + rich, 9)
    expect(cost.known).toBeCloseTo(fine * 0.3 + rich * 0.1, 9)
    expect(cost.unknown).not.toContain('mix')
  })
})

describe('the chance to be on time', () => {
  it('is never more than the chance to have enough, and older plants are surer', () => {
    for (const batch of plan.batches) expect(chanceOnTime(batch)).toBeLessThanOrEqual(batch.sizing!.chance + 1e-12)
    const at = (agePoint: number) => {
      const [way] = compareWays(planner, season, { ...planting, agePoint }, plantOn, [season.methods[1]!])
      return way!.onTime / way!.batch.sizing!.chance
    }
    expect(at(0.6)).toBeGreaterThan(at(0.1))
    expect(at(0.6)).toBeGreaterThan(0.9)
  })
  it('is nothing when nothing can be ready', () => {
    const [way] = compareWays(planner, season, planting, plantOn, [
      { ...straight!, stages: [{ ...straight!.stages[0]!, place: 'frame', germinateAt: 'frame' }] },
    ])
    expect(way === undefined || way.onTime < 1).toBe(true)
  })
})
