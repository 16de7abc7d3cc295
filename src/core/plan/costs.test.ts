import { describe, expect, it } from 'vitest'
import { readSmall } from '../../season/small-season'
import { formatDay } from '../calendar/day'
import { done, entry } from '../testing/records'
import { effortOf } from './compare'
import { COST_PARTS } from './cost-items'
import { costsByKind, whatEarns } from './costs'
import { createPlanner } from './plan'

const season = readSmall((s) => {
  s.lots[0]!.packetSeeds = 500
  s.lots[0]!.packetPrice = 5
  s.habits = { costs: { hour: 18, mixLitre: 0.1, heatedTrayDay: 0.05 } }
  s.plantings[0]!.worth = { by: 'money', amount: 200 }
  s.plantings[2]!.worth = { by: 'money', amount: 90 }
  s.plantings[3]!.worth = { by: 'promise' }
})
const plan = createPlanner().plan(season)

describe('what plants cost', () => {
  it('is the sum of its parts, and of its batches', () => {
    const kinds = costsByKind(plan)
    expect(kinds.map(({ crop }) => crop.key).sort()).toEqual(['lettuce', 'tomato'])
    for (const { crop, parts, cost, plants, perPlant, batches, trayWeeks } of kinds) {
      const own = plan.batches.filter(({ way }) => way.crop.key === crop.key)
      expect(batches).toBe(own.length)
      expect(plants).toBe(own.reduce((sum, batch) => sum + batch.plants, 0))
      expect(COST_PARTS.reduce((sum, part) => sum + parts[part], 0)).toBeCloseTo(cost, 9)
      expect(own.reduce((sum, batch) => sum + effortOf(batch, season).cost.known, 0)).toBeCloseTo(cost, 9)
      expect(perPlant).toBeCloseTo(cost / plants, 12)
      const days = own.flatMap(({ stays }) => stays).reduce((sum, { trayPlaces, from, until }) => sum + trayPlaces * (until - from), 0) // prettier-ignore
      expect(trayWeeks).toBeCloseTo(days / 7, 9)
    }
  })
  it('of a lettuce is what a grower works out by hand', () => {
    const a = plan.byId.get('a')!
    const { parts } = effortOf(a, season).cost
    const { seeds } = a.sizing!
    const [{ cells, trays }] = a.stays as [(typeof a.stays)[number]]
    expect(parts.seed).toBeCloseTo(Math.ceil(seeds * 1.03) * 0.01, 9)
    expect(parts.mix).toBeCloseTo(((cells * 25 * 1.2) / 1000) * 0.1, 9)
    // Filled and sown in six minutes a tray; uncovered, carried to the frame and to the field in half a minute each; five days of hardening.
    expect(parts.work).toBeCloseTo(((trays * (2 + 4 + 0.5 + 0.5 + 0.5 + 5 * 0.2)) / 60) * 18, 9)
    expect([parts.heat, parts.plants, parts.pots]).toEqual([0, 0, 0])
  })
  it('of what was thrown away is borne by the plants that are left; what was sold counts among them', () => {
    const a = plan.byId.get('a')!
    const on = (days: number) => formatDay(a.sow! + days)
    const sown = done('a', on(0), 'sow', { cells: a.sizing!.cells, seeds: a.sizing!.seeds })
    const after = (what?: Parameters<typeof entry>[2]) => {
      const records = [sown, ...(what ? [entry('a', on(20), what)] : [])]
      const then = createPlanner().plan({ ...season, records }, a.sow! + 21)
      return { kind: costsByKind(then).find(({ crop }) => crop.key === 'lettuce')!, earns: whatEarns(then) }
    }
    const kept = after().kind
    const { kind: gone, earns } = after({ did: 'end', how: 'discarded', cause: 'damping-off' })
    expect(gone.plants).toBe(kept.plants - a.plants)
    expect(gone.cost).toBeGreaterThan(0)
    expect(gone.perPlant).toBeCloseTo(gone.cost / gone.plants, 9)
    expect(earns.map(({ batch }) => batch.id)).not.toContain('a')
    for (const plants of [40, undefined]) {
      const { kind: sold, earns: then } = after({ did: 'end', how: 'sold', ...(plants ? { plants } : {}) })
      expect(sold.plants).toBe(kept.plants)
      expect(then.map(({ batch }) => batch.id)).toContain('a')
    }
  })
  it('names what has no price', () => {
    const tomato = costsByKind(plan).find(({ crop }) => crop.key === 'tomato')!
    expect(tomato.unknown).toEqual(['seed'])
    expect(costsByKind(createPlanner().plan(readSmall()))[0]!.cost).toBe(0)
  })
})

describe('what earns its bench', () => {
  it('ranks plantings whose worth is said in money by what is left of it for the room they take', () => {
    const ranked = whatEarns(plan)
    expect(ranked.map(({ batch }) => batch.id).sort()).toEqual(['a', 't'])
    for (const { batch, worth, cost, trayWeeks, perTrayWeek } of ranked) {
      expect(worth).toEqual({ amount: batch.id === 'a' ? 200 : 90, by: 'said' })
      expect(perTrayWeek).toBeCloseTo((worth.amount - cost) / trayWeeks, 9)
    }
    expect(ranked[0]!.perTrayWeek).toBeGreaterThanOrEqual(ranked[1]!.perTrayWeek)
  })
})
