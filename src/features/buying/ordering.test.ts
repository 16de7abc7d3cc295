import { describe, expect, it } from 'vitest'
import { parseDay } from '../../core/calendar/day'
import { createPlanner } from '../../core/plan/plan'
import { buyingList } from '../../core/stores/buying'
import { costBySupplier } from '../../core/stores/deliveries'
import type { Order, Season } from '../../season/schema'
import { readSmall } from '../../season/small-season'
import { createFormat } from '../../words/format'
import { packWords, urgency } from './model'
import { arrivalOf, ordersFor } from './ordering'

const f = createFormat('en-GB', 'metric')
const TODAY = parseDay('2027-02-01')
const season = readSmall((s) => {
  s.containers[0]!.owned = 1
  s.supplies = [
    { key: 'trays', name: 'Trays', of: { what: 'container', container: 'cells-128' }, offers: [{ supplier: 'the merchant', size: 2, price: 3, leadDays: 5 }] }, // prettier-ignore
    { key: 'plum', name: 'Plum', of: { what: 'seed', variety: 'tomato-plum' }, offers: [{ supplier: 'the seed house', size: 50, price: 4, leadDays: 9 }, { supplier: 'the seed house', size: 20, price: 2, leadDays: 9 }] }, // prettier-ignore
  ]
})
const list = buyingList(createPlanner().plan(season, TODAY), TODAY)
const line = (id: string) => list.find(({ need }) => need.id === id)!
const ordered = (id: string): Order[] => ordersFor(line(id), season, TODAY, f).map(({ to }) => to as Order)

/** The season with some edits made. */
function edited(edits: ReturnType<typeof arrivalOf>['edits'], from: Season): Season {
  return edits.reduce<Season>((now, { of, key, to }) => {
    const others = (now[of as 'orders'] as { key: string }[]).filter((one) => one.key !== key)
    return { ...now, [of]: to === null ? others : [...others, to] }
  }, from)
}

describe('ordering', () => {
  it('makes an order for every size, to come when its supplier says', () => {
    const orders = ordered('container/cells-128')
    expect(orders).toMatchObject([{ supplier: 'the merchant', size: 2, orderedOn: '2027-02-01', expectedOn: '2027-02-06' }]) // prettier-ignore
    expect(orders[0]!.packs * 2).toBeGreaterThanOrEqual(line('container/cells-128').need.short)
    const seed = ordered('seed/tomato-plum')
    expect(new Set(seed.map(({ key }) => key)).size).toBe(seed.length)
    const after = { ...season, orders: [...orders, ...seed] }
    const left = buyingList(createPlanner().plan(after, TODAY), TODAY).map(({ need }) => need.id)
    expect(left).not.toContain('container/cells-128')
    expect(left).not.toContain('seed/tomato-plum')
  })
  it('that came leaves nothing short, and what came short is short again', () => {
    const [trays] = ordered('container/cells-128')
    const arrive = (packs: number, bad: number, closed = false) => {
      const { edits } = arrivalOf(trays!, { on: '2027-02-06', packs, bad, closed }, season)
      const now = edited(edits, { ...season, orders: [trays!] })
      const need = buyingList(createPlanner().plan(now, TODAY), TODAY).find(({ need: { id } }) => id === 'container/cells-128') // prettier-ignore
      return { owned: now.containers.find(({ key }) => key === 'cells-128')!.owned, short: need?.need.short ?? 0 }
    }
    const { packs } = trays!
    expect(arrive(packs, 0)).toEqual({ owned: 1 + 2 * packs, short: 0 })
    expect(arrive(packs, 1).owned).toBe(1 + 2 * (packs - 1))
    const wanted = line('container/cells-128').need.short
    expect(arrive(packs - 1, 0, true).short).toBe(Math.max(0, wanted - 2 * (packs - 1)))
  })
  it('of seed fills the lot there is, or begins one', () => {
    const [first] = ordered('seed/tomato-plum')
    const fresh = arrivalOf(first!, { on: '2027-02-10', packs: first!.packs, bad: 0, closed: false }, season)
    expect(fresh.delivered).toBeUndefined()
    expect(fresh.edits.find(({ of }) => of === 'lots')!.to).toMatchObject({
      variety: 'tomato-plum',
      seeds: first!.packs * first!.size,
    })
    const lettuce: Order = { ...first!, of: { what: 'seed', variety: 'lettuce-red' }, size: 100, packs: 3 }
    expect(arrivalOf(lettuce, { on: '2027-02-10', packs: 3, bad: 1, closed: false }, season)).toMatchObject({
      delivered: { lot: 'lettuce-lot', seeds: 200 },
      edits: [{ of: 'orders' }],
    })
    // Nothing came: only that the rest is not coming.
    expect(arrivalOf(lettuce, { on: '2027-02-10', packs: 0, bad: 0, closed: true }, season)).toMatchObject({
      delivered: undefined,
      edits: [{ to: { closed: true, arrived: [] } }],
    })
  })
})

describe('the buying list on the screen', () => {
  it('says its packs by supplier, what they cost, and how urgent they are', () => {
    const trays = line('container/cells-128')
    expect(packWords(trays, f)).toBe(`${trays.packs[0]!.count} × 2 trays, the merchant`)
    const costs = costBySupplier(list)
    expect(costs.every(({ delivery }) => delivery === 0)).toBe(true)
    expect(costBySupplier(list, [{ supplier: 'The Merchant ', cost: 12 }])).toContainEqual(
      expect.objectContaining({ supplier: 'the merchant', delivery: 12 }),
    )
    expect(costs.map(({ supplier }) => supplier).sort()).toEqual(['the merchant', 'the seed house'])
    expect(costs.reduce((sum, { cost }) => sum + cost, 0)).toBeCloseTo(
      list.reduce((sum, { cost }) => sum + cost, 0),
      9,
    )
    expect([TODAY - 1, TODAY, TODAY + 8, undefined].map((orderBy) => urgency({ orderBy }, TODAY))).toEqual([
      'late',
      'soon',
      'later',
      'later',
    ])
  })
})
