import { describe, expect, it } from 'vitest'
import { readSmall } from '../../season/small-season'
import { createPlanner } from '../plan/plan'
import { leavesAt } from '../growth/rate'
import { ageOn } from '../schedule/forward'
import { batchesOfTray } from './unlabelled'

const plan = createPlanner().plan(readSmall())
const day = plan.byId.get('t')!.pass!.emergence + 14
const ids = (found: Parameters<typeof batchesOfTray>[2], on = day) =>
  batchesOfTray(plan.batches, on, found).map(({ batch }) => batch.id)
const leavesOf = (id: string) => {
  const { way, pass } = plan.byId.get(id)!
  return Math.floor(leavesAt(ageOn(way.route, pass!, day), way.crop.growth.leafInterval!, way.crop.growth.firstLeaf))
}

describe('a tray found without its label', () => {
  it('may be of every batch that stands in such a container that day, and of no other', () => {
    const standing = plan.batches
      .filter(({ stays }) =>
        stays.some(({ from, until, containerNumber }) => from <= day && day < until && containerNumber === 0),
      )
      .map(({ id }) => id)
    expect(standing.length).toBeGreaterThan(1)
    expect(ids({ container: 0 }).sort()).toEqual(standing.sort())
    expect(ids({ container: 1 })).toEqual([])
    expect(ids({ container: 0, crop: 'tomato' })).toEqual(['t'])
  })
  it('is likeliest of the one whose leaves agree', () => {
    for (const id of ids({ container: 0 })) {
      const [first] = batchesOfTray(plan.batches, day, { container: 0, leaves: leavesOf(id) })
      expect(leavesOf(first!.batch.id)).toBe(leavesOf(id))
      expect(first!.differs).not.toContain('leaves')
    }
  })
  it('in another place is less likely, and the reason is said', () => {
    const all = batchesOfTray(plan.batches, day, { container: 0, place: 2 })
    const here = all.filter(({ stay }) => stay.place === 2)
    expect(all.slice(0, here.length)).toEqual(here)
    expect(all.slice(here.length).every(({ differs }) => differs.includes('place'))).toBe(true)
  })
  it('with nothing up is likeliest of one that is not up yet', () => {
    const b = plan.byId.get('b.1')!
    const early = b.sow! + 1
    const [first] = batchesOfTray(plan.batches, early, { container: 0, up: false })
    expect(first!.up).toBe(false)
  })
})
