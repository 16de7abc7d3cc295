/** Which packs to buy of a thing: the least that so much of it can cost. */

/** One size something is sold in. */
export interface Pack {
  /** How much is in one. */
  size: number
  /** What one costs. */
  price: number
}

/** Packs to buy: how many of each size, in the order the sizes were given. */
export interface Bought {
  counts: number[]
  cost: number
  /** How much comes in all. */
  amount: number
}

const ROUNDING = 1e-9

/**
 * The packs that hold at least so much at the least cost; of those that cost the same the ones that leave least over,
 * then the fewest. Exact: no choice is left out that could be better.
 *
 * Of every size but the cheapest by the unit fewer are needed than would together hold a whole number of packs of the
 * cheapest, which would cost no more: that bounds the search, and a branch ends where even the unit price of what is
 * left over costs as much as the best found.
 *
 * @returns `undefined` where nothing is on sale
 */
export function leastCost(needed: number, packs: readonly Pack[]): Bought | undefined {
  if (packs.length === 0) return undefined
  const none: Bought = { counts: packs.map(() => 0), cost: 0, amount: 0 }
  if (needed <= ROUNDING) return none
  // From the dearest by the unit to the cheapest: the last of them fills what is left.
  const order = packs
    .map((_, i) => i)
    .sort((a, b) => unit(packs[b]!) - unit(packs[a]!) || packs[a]!.size - packs[b]!.size)
  const cheapest = packs[order.at(-1)!]!
  let best: Bought | undefined
  const counts = packs.map(() => 0)
  const tryFrom = (at: number, cost: number, amount: number) => {
    const left = needed - amount
    if (best && cost + Math.max(0, left) * unit(cheapest) > best.cost + ROUNDING) return
    const i = order[at]!
    const { size, price } = packs[i]!
    const enough = left <= ROUNDING ? 0 : Math.ceil((left - ROUNDING * needed) / size)
    if (at === order.length - 1) {
      counts[i] = enough
      best = better(best, { counts: [...counts], cost: cost + enough * price, amount: amount + enough * size })
      counts[i] = 0
      return
    }
    const most = Math.min(enough, price > 0 ? packsIn(cheapest.size, size) - 1 : enough)
    for (let n = 0; n <= most; n++) {
      counts[i] = n
      tryFrom(at + 1, cost + n * price, amount + n * size)
    }
    counts[i] = 0
  }
  tryFrom(0, 0, 0)
  return best
}

const unit = ({ size, price }: Pack): number => price / size

/** How many packs of a size hold together as much as a whole number of the cheapest ones. */
function packsIn(cheapest: number, size: number): number {
  const [a, b] = [Math.round(cheapest * 1000), Math.round(size * 1000)]
  const isWhole = Math.abs(a - cheapest * 1000) < ROUNDING && Math.abs(b - size * 1000) < ROUNDING
  return isWhole && b > 0 ? a / greatestCommon(a, b) : Infinity
}

function greatestCommon(a: number, b: number): number {
  while (b > 0) [a, b] = [b, a % b]
  return a
}

function better(best: Bought | undefined, next: Bought): Bought {
  if (!best) return next
  const packs = ({ counts }: Bought) => counts.reduce((sum, n) => sum + n, 0)
  const by = next.cost - best.cost || 0
  if (Math.abs(by) > ROUNDING) return by < 0 ? next : best
  const over = next.amount - best.amount
  if (Math.abs(over) > ROUNDING) return over < 0 ? next : best
  return packs(next) < packs(best) ? next : best
}
