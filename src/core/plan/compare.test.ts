import { describe, expect, it } from 'vitest'
import type { Method } from '../../season/schema'
import { readSmall } from '../../season/small-season'
import { chanceOnTime, compareWays, effortOf } from './compare'
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
    expect(effortOf(batch, free).cost).toEqual({ known: 0, unknown: ['seed', 'work', 'mix', 'heat'] })
    const lettuce = plan.byId.get('a')!
    const { cost } = effortOf(lettuce, season)
    expect(cost.unknown).toEqual([])
    expect(cost.known).toBeGreaterThan(lettuce.sizing!.seeds * 0.01)
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
