import { describe, expect, it } from 'vitest'
import { sallowFerry } from '../../../scripts/demo/sallow-ferry'
import { createPlanner } from '../../core/plan/plan'
import { readSeason } from '../../season/read'
import { waysToCompare } from './ways-to-compare'

const read = readSeason(sallowFerry)
if (!read.ok) throw new Error('the demo farm must read')
const farm = read.season

describe('ways to compare', () => {
  const plan = createPlanner().plan(farm)
  it('are those of the season first, then ready ones, all of them of the crop and all sound', () => {
    for (const batch of plan.batches.filter(({ n }) => n < 2)) {
      const ways = waysToCompare(farm, batch)
      const own = farm.methods.filter(({ crop }) => crop === batch.way.crop.key)
      expect(ways.slice(0, own.length)).toEqual(own)
      expect(ways.length).toBeGreaterThanOrEqual(2)
      expect(new Set(ways.map(({ key }) => key)).size).toBe(ways.length)
      for (const way of ways) expect(way.crop).toBe(batch.way.crop.key)
    }
  })
})
