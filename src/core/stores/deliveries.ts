/** What suppliers ask for bringing an order, and which of them to buy from then. */
import type { ToBuy } from './buying'

/** What a supplier asks for bringing an order, however large it is. */
export interface Delivery {
  supplier: string
  cost: number
}

/** The same for the same supplier, however the name is written. */
const supplierId = (name: string): string => name.trim().toLowerCase()

/**
 * The list bought at the least cost, one delivery from each supplier included. Exact: every set of those that ask for
 * delivery is tried, and within a set every thing is bought at its least.
 *
 * @param deliveries at most a dozen that ask for something
 * @param lineOf what buying a thing comes to of some suppliers; without packs where none of them sells it
 * @returns the lines in the order of `things`
 */
export function leastWithDelivery<T>(
  things: readonly T[],
  deliveries: readonly Delivery[],
  lineOf: (thing: T, from: (supplier: string) => boolean) => ToBuy,
): ToBuy[] {
  const free = things.map((thing) => lineOf(thing, () => true))
  const charged = new Map(
    deliveries.flatMap(({ supplier, cost }) => (cost > 0 ? [[supplierId(supplier), cost] as const] : [])),
  )
  const suppliers = [...charged.keys()].filter((id) => free.some(({ need }) => offeredBy(need, id)))
  if (suppliers.length === 0) return free
  const sold = free.map(({ packs }) => packs.length > 0)
  // What a line comes to hangs only on those of the suppliers that sell it.
  const sellers = free.map(({ need }) => suppliers.reduce((bits, id, i) => (offeredBy(need, id) ? bits | (1 << i) : bits), 0)) // prettier-ignore
  const known = things.map(() => new Map<number, ToBuy>())
  const line = (n: number, bits: number) => {
    const of = bits & sellers[n]!
    const made = known[n]!.get(of) ?? lineOf(things[n]!, (name) => of & 1 << suppliers.indexOf(supplierId(name)) ? true : !charged.has(supplierId(name))) // prettier-ignore
    known[n]!.set(of, made)
    return made
  }
  let best: { lines: ToBuy[]; cost: number } | undefined
  for (let bits = 0; bits < 1 << suppliers.length; bits++) {
    let cost = suppliers.reduce((sum, id, i) => (bits & (1 << i) ? sum + charged.get(id)! : sum), 0)
    const lines: ToBuy[] = []
    for (let n = 0; n < things.length; n++) {
      const next = line(n, bits)
      if (sold[n] && next.packs.length === 0) cost = Infinity
      cost += next.cost
      if (best && cost >= best.cost - ROUNDING) break
      lines.push(next)
    }
    if (lines.length === things.length && cost < Infinity && (!best || cost < best.cost - ROUNDING))
      best = { lines, cost }
  }
  return best?.lines ?? free
}

const ROUNDING = 1e-9

const offeredBy = ({ supply }: ToBuy['need'], id: string): boolean =>
  supply?.offers.some(({ supplier }) => supplierId(supplier) === id) ?? false

/** What is bought of each supplier and what that costs, with what it asks for bringing it; the dearest first. */
export function costBySupplier(
  lines: readonly Pick<ToBuy, 'packs'>[],
  deliveries: readonly Delivery[] = [],
): { supplier: string; cost: number; delivery: number }[] {
  const costs = new Map<string, { supplier: string; cost: number }>()
  for (const { packs } of lines)
    for (const { offer, count } of packs) {
      const id = supplierId(offer.supplier)
      const known = costs.get(id)
      if (known) known.cost += count * offer.price
      else costs.set(id, { supplier: offer.supplier, cost: count * offer.price })
    }
  const asks = new Map(deliveries.map(({ supplier, cost }) => [supplierId(supplier), cost]))
  return [...costs]
    .map(([id, one]) => ({ ...one, delivery: asks.get(id) ?? 0 }))
    .sort((a, b) => b.cost + b.delivery - a.cost - a.delivery)
}
