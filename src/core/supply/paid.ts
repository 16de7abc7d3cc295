/** What a unit of something costs: what was really paid where it came, else the least that it is offered for. */
import type { MixRecipe, Season } from '../../season/schema'
import { measureOut } from '../mix/mix'
import { goodThatCame } from './orders'
import { idOf, type Thing } from './thing'

/** Money for one unit: a seed, a tray, a label, a litre or the unit of a dose. */
export interface UnitPrices {
  /** By what came: all that was paid for it, over all that was good; `undefined` where nothing came. */
  paid(of: Thing): number | undefined
  /** By the cheapest offer. */
  offered(of: Thing): number | undefined
  /** A litre of mix by its recipe, where every part of it came, and by what its parts are offered for. */
  mix(recipe: Recipe): { paid: number | undefined; offered: number | undefined }
}

type Recipe = Pick<MixRecipe, 'parts' | 'additives' | 'water'>

type Bought = Pick<Season, 'orders' | 'supplies'>

const known = new WeakMap<Bought['orders'], { supplies: Bought['supplies']; prices: UnitPrices }>()

/** Prices of everything that is bought. What was found is kept. */
export function unitPrices({ orders, supplies }: Bought): UnitPrices {
  const found = known.get(orders)
  if (found?.supplies === supplies) return found.prices
  const came = new Map<string, { money: number; good: number }>()
  for (const order of orders) {
    const packs = order.arrived.reduce((sum, one) => sum + one.packs, 0)
    const sum = came.get(idOf(order.of)) ?? { money: 0, good: 0 }
    came.set(idOf(order.of), { money: sum.money + packs * order.price, good: sum.good + goodThatCame(order) })
  }
  const offers = new Map(
    supplies.flatMap((supply) =>
      supply.offers.length > 0
        ? [[idOf(supply.of), Math.min(...supply.offers.map(({ price, size }) => price / size))] as const]
        : [],
    ),
  )
  const paid = (of: Thing) => {
    const sum = came.get(idOf(of))
    return sum && sum.good > 0 ? sum.money / sum.good : undefined
  }
  const offered = (of: Thing) => offers.get(idOf(of))
  const mixes = new WeakMap<Recipe['parts'], { additives: Recipe['additives']; made: ReturnType<UnitPrices['mix']> }>()
  const prices: UnitPrices = {
    paid,
    offered,
    mix: (recipe) => {
      const { parts, additives } = recipe
      const kept = mixes.get(parts)
      if (kept?.additives === additives) return kept.made
      const made = {
        paid: recipePrice(recipe, paid),
        offered: recipePrice(recipe, (of) => paid(of) ?? offered(of)),
      }
      mixes.set(parts, { additives, made })
      return made
    },
  }
  known.set(orders, { supplies, prices })
  return prices
}

/**
 * Price of a litre of mix by its recipe, in the money of the farm.
 *
 * @param priceOf a unit of one of its parts, or of what is added
 * @returns `undefined` where one of them has no price
 */
function recipePrice(recipe: Recipe, priceOf: (of: Thing) => number | undefined): number | undefined {
  const { parts, additives } = measureOut(recipe, 1)
  let sum = 0
  const all = [
    ...parts.map(({ what, litres }) => ({ material: what, amount: litres, unit: 'l' as const })),
    ...additives.map(({ what, amount, unit }) => ({ material: what, amount, unit })),
  ]
  for (const { material, amount, unit } of all) {
    const price = priceOf({ what: 'material', material, unit })
    if (price === undefined) return undefined
    sum += amount * price
  }
  return all.length > 0 ? sum : undefined
}
