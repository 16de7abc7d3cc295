import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import type { Supply } from '../../season/schema'
import { toBuy } from './buying'
import { costBySupplier, leastWithDelivery, type Delivery } from './deliveries'
import type { Need } from './needs'

const need = (short: number, offers: Supply['offers'], n = 0): Need => {
  const of = { what: 'material' as const, material: `thing ${n}`, unit: 'l' as const }
  return {
    id: `material/thing ${n}/l`,
    of,
    name: `Thing ${n}`,
    unit: 'l',
    needed: short,
    have: 0,
    overdrawn: 0,
    onOrder: 0,
    short,
    firstShort: 20_000,
    supply: { key: `s-${n}`, name: `Thing ${n}`, of, offers },
  }
}
const offer = (supplier: string, size: number, price: number) => ({ supplier, size, price, leadDays: 7 })
const total = (needs: readonly Need[], deliveries: readonly Delivery[]) =>
  costBySupplier(leastWithDelivery(needs, deliveries, toBuy), deliveries).reduce(
    (sum, { cost, delivery }) => sum + cost + delivery,
    0,
  )

describe('buying from suppliers that ask for delivery', () => {
  // By hand: at the mill alone 40 + 30 and 25 of delivery, 95; at the merchant alone 50 + 24 and 10, 84; split 40 + 24
  // and both deliveries, 99.
  const mixed = need(100, [offer('mill', 50, 20), offer('merchant', 50, 25)], 0)
  const labels = need(100, [offer('mill', 100, 30), offer('merchant', 100, 24)], 1)
  const deliveries = [
    { supplier: 'mill', cost: 25 },
    { supplier: 'merchant', cost: 10 },
  ]

  it('takes the suppliers that cost least together, and says what each asks', () => {
    const lines = leastWithDelivery([mixed, labels], deliveries, toBuy)
    expect(costBySupplier(lines, deliveries)).toEqual([{ supplier: 'merchant', cost: 74, delivery: 10 }])
    // Without delivery each thing is bought where it is cheapest.
    expect(costBySupplier(leastWithDelivery([mixed, labels], [], toBuy)).map(({ cost }) => cost)).toEqual([40, 24])
  })
  it('still buys what only one of them sells, however far that comes', () => {
    const only = need(10, [offer('mill', 10, 3)], 2)
    const dear = [{ supplier: 'mill', cost: 500 }]
    const lines = leastWithDelivery([only, labels], dear, toBuy)
    expect(lines.map(({ packs }) => packs[0]!.offer.supplier)).toEqual(['mill', 'merchant'])
    expect(total([only, labels], dear)).toBe(3 + 500 + 24)
  })
  it('knows a supplier however the name is written, and leaves alone what nobody sells', () => {
    const unsold = need(5, [], 3)
    const lines = leastWithDelivery([mixed, labels, unsold], [{ supplier: ' MILL ', cost: 1000 }], toBuy)
    expect(lines.map(({ packs }) => packs.map(({ offer: { supplier } }) => supplier))).toEqual([
      ['merchant'],
      ['merchant'],
      [],
    ])
  })
  it('costs as little as trying every number of every pack', () => {
    const names = ['a', 'b', 'c']
    const anyOffer = fc.record({
      supplier: fc.constantFrom(...names),
      size: fc.integer({ min: 2, max: 6 }),
      price: fc.integer({ min: 1, max: 9 }),
      leadDays: fc.constant(7),
    })
    const anyNeed = fc.record({
      short: fc.integer({ min: 1, max: 8 }),
      offers: fc.array(anyOffer, { minLength: 1, maxLength: 3 }),
    })
    fc.assert(
      fc.property(
        fc.array(anyNeed, { minLength: 1, maxLength: 2 }),
        fc.array(fc.integer({ min: 0, max: 12 }), { minLength: 3, maxLength: 3 }),
        (asked, asks) => {
          const needs = asked.map(({ short, offers }, n) => need(short, offers, n))
          const charges = names.map((supplier, i) => ({ supplier, cost: asks[i]! }))
          expect(total(needs, charges)).toBe(tryAll(asked, new Map(names.map((name, i) => [name, asks[i]!]))))
        },
      ),
      { numRuns: 120 },
    )
  })
})

/** Least cost of all that can be bought, found by trying it. */
function tryAll(
  asked: readonly { short: number; offers: Supply['offers'] }[],
  asks: ReadonlyMap<string, number>,
): number {
  let least = Infinity
  const of = (line: number, used: ReadonlySet<string>, cost: number): void => {
    const next = asked[line]
    if (!next) {
      least = Math.min(least, cost + [...used].reduce((sum, name) => sum + asks.get(name)!, 0))
      return
    }
    const counts = (i: number, amount: number, soFar: number, from: ReadonlySet<string>): void => {
      const one = next.offers[i]
      if (!one) {
        if (amount >= next.short) of(line + 1, from, soFar)
        return
      }
      for (let n = 0; n * one.size < next.short + one.size; n++)
        counts(i + 1, amount + n * one.size, soFar + n * one.price, n > 0 ? new Set([...from, one.supplier]) : from)
    }
    counts(0, 0, cost, used)
  }
  of(0, new Set(), 0)
  return least
}
