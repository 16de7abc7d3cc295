import { describe, expect, it } from 'vitest'
import { readSmall } from '../../season/small-season'
import type { Entry } from '../../season/schema'
import { formatDay } from '../calendar/day'
import { createPlanner } from '../plan/plan'
import { done, entry } from '../testing/records'
import { plantsToOrder } from './plants-to-order'

const bent = (price?: number) =>
  readSmall((s) => {
    s.methods[0]!.sowing = { policy: 'bought', age: 120, good: 0.9, orderDays: 30, ...(price ? { price } : {}) }
    s.methods[0]!.stages = [{ place: 'bench', container: 'cells-128' }]
  })
const planned = createPlanner().plan(bent()).byId.get('a')!
const at = (today: number, records: Entry[] = [], price?: number) =>
  plantsToOrder(
    createPlanner().plan(
      { ...bent(price), records: [entry(undefined, '2027-01-02', { did: 'note' }), ...records] },
      today,
    ),
  ).filter(({ batch }) => batch.id === 'a')
const { sow } = planned

describe('young plants that are bought in', () => {
  it('are to be ordered so long before they arrive, as many as must be good and some more', () => {
    const [one] = at(sow! - 60, [], 0.4)
    expect(one).toMatchObject({ orderBy: sow! - 30, arrives: sow, plants: planned.sizing!.cells, price: 0.4 })
    expect(one!.order).toMatchObject({ kind: 'order' })
    expect(one!.plants * 0.9).toBeGreaterThanOrEqual(planned.plants)
    expect(at(sow! - 60)[0]!.price).toBeUndefined()
  })
  it('are ordered once that is ticked, and gone from the list once they came', () => {
    const ordered = done('a', formatDay(sow! - 31), 'order')
    expect(at(sow! - 10, [ordered])).toMatchObject([{ order: undefined, arrives: sow }])
    const came = done('a', formatDay(sow!), 'receive', { cells: planned.sizing!.cells })
    expect(at(sow! + 1, [ordered, came])).toEqual([])
    // They came though nobody wrote down that they were ordered.
    expect(at(sow! + 1, [came])).toEqual([])
  })
  it('stay with the day they should have been ordered on while that is late, and arrive later by it', () => {
    const [late] = at(sow! + 5)
    expect(late).toMatchObject({ orderBy: sow! - 30 })
    expect(late!.arrives).toBeGreaterThanOrEqual(sow! + 5)
  })
  it('are nobody else: what is sown is on no such list', () => {
    expect(plantsToOrder(createPlanner().plan(readSmall()))).toEqual([])
  })
})
