import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import type { Entry, Order, Season } from '../../season/schema'
import { readSmall, type SmallSeason } from '../../season/small-season'
import { formatDay, parseDay } from '../calendar/day'
import { createPlanner } from '../plan/plan'
import { entry } from '../testing/records'
import { buyingList } from './buying'
import { needsOf } from './needs'
import { goodThatCame, onTheWay, packsToCome, stateOf } from '../supply/orders'

const TODAY = parseDay('2027-02-01')
const COIR = { what: 'material', material: 'Bought sowing mix', unit: 'l' } as const

const order = (part: Partial<Order> = {}): Order => ({
  key: 'o',
  name: 'Mix',
  of: COIR,
  supplier: 'the merchant',
  size: 50,
  price: 9,
  packs: 5,
  orderedOn: '2027-02-01',
  expectedOn: '2027-02-08',
  arrived: [],
  ...part,
})

function needOf(orders: Order[], today = TODAY, bend: (s: SmallSeason) => void = () => undefined) {
  const records: Entry[] = [entry(undefined, '2027-01-02', { did: 'note' })]
  const season: Season = {
    ...readSmall((s) => {
      s.supplies = [{ key: 'mix', name: 'Mix', of: COIR, have: 4, countedOn: '2027-01-20', offers: [{ supplier: 'the merchant', size: 50, price: 9 }] }] // prettier-ignore
      bend(s)
    }),
    records,
    orders,
  }
  const plan = createPlanner().plan(season, today)
  return { need: needsOf(plan, today).find(({ id }) => id === 'material/bought sowing mix/l')!, plan }
}

describe('an order', () => {
  it('is to come until all came, or the rest is not coming', () => {
    expect(packsToCome(order())).toBe(5)
    const short = order({ arrived: [{ on: '2027-02-09', packs: 3, bad: 1 }] })
    expect([packsToCome(short), goodThatCame(short)]).toEqual([2, 100])
    expect(packsToCome({ ...short, closed: true })).toBe(0)
    expect(stateOf(short, parseDay('2027-02-05'))).toBe('coming')
    expect(stateOf(short, parseDay('2027-02-10'))).toBe('late')
    expect(stateOf({ ...short, closed: true }, TODAY)).toBe('came-short')
    expect(stateOf(order({ arrived: [{ on: '2027-02-08', packs: 5, bad: 0 }] }), TODAY)).toBe('came')
  })
  it('is no more to be bought while it comes, and is in store once it came', () => {
    const { need: before } = needOf([])
    const { need: coming } = needOf([order({ packs: 1 })])
    expect(coming.onOrder).toBe(50)
    expect(coming.have).toBe(4)
    expect(coming.short).toBeCloseTo(Math.max(0, before.short - 50), 9)
    const { need: came } = needOf([order({ packs: 1, arrived: [{ on: '2027-02-01', packs: 1, bad: 0 }] })])
    expect([came.onOrder, came.have]).toEqual([0, 54])
    expect(came.short).toBeCloseTo(coming.short, 9)
    // What came before it was counted stands in the count.
    const { need: counted } = needOf([order({ packs: 1, orderedOn: '2027-01-01', arrived: [{ on: '2027-01-20', packs: 1, bad: 0 }] })]) // prettier-ignore
    expect(counted.have).toBe(4)
  })
  it('that comes short by two packs is to be bought again by two packs', () => {
    const roomy = (s: SmallSeason) => (s.plantings[0]!.plants = 6000) // needs more than what is ordered
    const { need: before } = needOf([], TODAY, roomy)
    const { need: ordered } = needOf([order()], TODAY, roomy)
    const came = [{ on: '2027-02-01', packs: 3, bad: 0 }]
    const { need: short } = needOf([order({ arrived: came, closed: true })], TODAY, roomy)
    expect(before.short - ordered.short).toBeCloseTo(250, 6)
    expect(short.short - ordered.short).toBeCloseTo(100, 6)
  })
  it('of anything adds up: what is ordered is to come, came good, came bad, or is not coming', () => {
    const arrivals = fc.array(
      fc.integer({ min: 0, max: 6 }).chain((packs) => fc.record({ packs: fc.constant(packs), bad: fc.integer({ min: 0, max: packs }), on: fc.constant('2027-02-03') })), // prettier-ignore
      { maxLength: 5 },
    )
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 40 }), arrivals, fc.boolean(), (packs, arrived, closed) => {
        const one = order({ packs, arrived, ...(closed ? { closed } : {}) })
        const came = arrived.reduce((sum, { packs: n }) => sum + n, 0)
        const bad = arrived.reduce((sum, { bad: n }) => sum + n, 0)
        const notComing = closed ? Math.max(0, packs - came) : 0
        expect(goodThatCame(one) / one.size + bad + packsToCome(one) + notComing).toBe(Math.max(packs, came))
        expect(onTheWay([one]).get('material/bought sowing mix/l') ?? 0).toBe(packsToCome(one) * 50)
      }),
    )
  })
  it('of seed and containers fills what is short, too', () => {
    const bend = (s: SmallSeason) => {
      s.lots[0]!.seeds = 100
      s.containers[0]!.owned = 1
    }
    const lines = (orders: Order[]) => {
      const { plan } = needOf(orders, TODAY, bend)
      return new Map(buyingList(plan, TODAY).map((line) => [line.need.id, line.need.short]))
    }
    const before = lines([])
    const after = lines([
      order({ key: 'a', of: { what: 'seed', variety: 'lettuce-red' }, size: 100, packs: 2 }),
      order({ key: 'b', of: { what: 'container', container: 'cells-128' }, size: 1, packs: 1 }),
    ])
    expect(before.get('seed/lettuce-red')! - after.get('seed/lettuce-red')!).toBe(200)
    expect(before.get('container/cells-128')! - (after.get('container/cells-128') ?? 0)).toBe(1)
    expect(formatDay(TODAY)).toBe('2027-02-01')
  })
})
