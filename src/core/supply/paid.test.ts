import { describe, expect, it } from 'vitest'
import type { Order, Season } from '../../season/schema'
import { readSmall } from '../../season/small-season'
import { costItems } from '../plan/cost-items'
import { createPlanner } from '../plan/plan'
import { unitPrices } from './paid'
import type { Thing } from './thing'

const bark: Thing = { what: 'material', material: 'Fine bark', unit: 'l' }
const lime: Thing = { what: 'material', material: 'Lime', unit: 'g' }
const order = (of: Thing, size: number, price: number, arrived: Order['arrived']): Order => ({
  key: `o-${size}`,
  name: 'Ordered',
  of,
  supplier: 'the merchant',
  size,
  price,
  packs: 4,
  orderedOn: '2027-01-10',
  arrived,
})
const came = (packs: number, bad = 0) => [{ on: '2027-01-20', packs, bad }]
const offer = (size: number, price: number) => ({ supplier: 'the merchant', size, price, leadDays: 7 })
const supply = (of: Thing, ...offers: ReturnType<typeof offer>[]) => ({ key: `s-${of.what}`, name: 'Sold', of, offers })

describe('the price of a unit', () => {
  it('is all that was paid for what came over what of it was good', () => {
    const orders = [order(bark, 50, 10, came(3, 1)), order(bark, 20, 5, came(2))]
    // 30 + 10 for 100 + 40 litres.
    expect(unitPrices({ orders, supplies: [] }).paid(bark)).toBeCloseTo(40 / 140, 12)
    // The same thing, however its name is written; another unit is another thing.
    expect(unitPrices({ orders, supplies: [] }).paid({ ...bark, material: ' fine BARK' } as Thing)).toBeDefined()
    expect(unitPrices({ orders, supplies: [] }).paid({ ...bark, unit: 'g' } as Thing)).toBeUndefined()
  })
  it('is not known by what was ordered and has not come, or came all bad', () => {
    expect(unitPrices({ orders: [order(bark, 50, 10, [])], supplies: [] }).paid(bark)).toBeUndefined()
    expect(unitPrices({ orders: [order(bark, 50, 10, came(2, 2))], supplies: [] }).paid(bark)).toBeUndefined()
  })
  it('is offered at the least of what its packs come to', () => {
    const { offered } = unitPrices({ orders: [], supplies: [supply(bark, offer(50, 12), offer(20, 4))] })
    expect(offered(bark)).toBeCloseTo(0.2, 12)
    expect(offered(lime)).toBeUndefined()
  })
  it('of a mix is what its parts come to, and unknown where one of them has no price', () => {
    const recipe = {
      parts: [
        { what: 'Fine bark', parts: 3 },
        { what: 'Sand', parts: 1 },
      ],
      additives: [{ what: 'Lime', amount: 20, unit: 'g' as const }],
      water: 0.3,
    }
    const sand: Thing = { what: 'material', material: 'Sand', unit: 'l' }
    const supplies = [supply(bark, offer(50, 10)), supply(sand, offer(25, 2)), supply(lime, offer(1000, 3))]
    // Three quarters of a litre at 0.20, a quarter at 0.08, 2 g at 0.003.
    const { offered, paid } = unitPrices({ orders: [], supplies }).mix(recipe)
    expect(offered).toBeCloseTo(0.15 + 0.02 + 0.006, 12)
    expect(paid).toBeUndefined()
    expect(unitPrices({ orders: [], supplies: supplies.slice(0, 2) }).mix(recipe).offered).toBeUndefined()
    // Bark that came cheaper counts as it was paid; the rest as it is offered.
    const orders = [order(bark, 50, 5, came(1))]
    expect(unitPrices({ orders, supplies }).mix(recipe).offered).toBeCloseTo(0.075 + 0.02 + 0.006, 12)
    // Another dose of the same parts is another price.
    const prices = unitPrices({ orders, supplies })
    prices.mix(recipe)
    expect(prices.mix({ ...recipe, additives: [] }).offered).toBeCloseTo(0.095, 12)
  })
})

describe('what was paid', () => {
  const pots: Thing = { what: 'container', container: 'pots' }
  const costOf = (bend: Partial<Season>, part: 'pots' | 'seed' | 'mix', id: string) => {
    const season = { ...readSmall((s) => Object.assign(s.containers[1]!, { price: 2, lasts: 4 })), ...bend }
    const { items, unknown } = costItems(createPlanner().plan(season).byId.get(id)!, season)
    return { money: items.reduce((sum, one) => sum + (one.part === part ? one.money : 0), 0), unknown }
  }
  it('goes before what is said of a pot, and that before what is asked for one', () => {
    const said = costOf({}, 'pots', 't')
    expect(said.money).toBeGreaterThan(0)
    expect(costOf({ supplies: [supply(pots, offer(10, 50))] }, 'pots', 't').money).toBeCloseTo(said.money, 9)
    const paid = costOf({ orders: [order(pots, 10, 30, came(1))] }, 'pots', 't')
    expect(paid.money).toBeCloseTo(said.money * 1.5, 9) // 3 a pot in place of 2
  })
  it('makes the price of seed and mix known where nobody said one', () => {
    const variety = readSmall().plantings[0]!.variety
    const seed: Thing = { what: 'seed', variety }
    expect(costOf({}, 'seed', 'a').unknown).toContain('seed')
    const season = readSmall()
    const batch = createPlanner().plan(season).byId.get('a')!
    const bought = costOf({ orders: [order(seed, 1000, 12, came(1))] }, 'seed', 'a')
    expect(bought.unknown).not.toContain('seed')
    const seeds = Math.ceil(batch.sizing!.seeds * (1 + season.habits.handling))
    expect(bought.money).toBeGreaterThanOrEqual(batch.sizing!.seeds * 0.012 - 1e-9)
    expect(bought.money).toBeLessThanOrEqual((seeds + 1) * 0.012)
  })
})
