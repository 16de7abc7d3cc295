/** What a batch costs, item by item, each with the days it falls on. */
import type { Container, Season } from '../../season/schema'
import type { Batch } from '../batch/batch'
import { batchWork } from '../batch/work'
import type { Day } from '../calendar/day'
import { mixLitres } from '../mix/mix'
import { mixUseOf, whichMix } from '../mix/which-mix'
import { seedToHave } from '../seed/handling'
import { unitPrices, type UnitPrices } from '../supply/paid'
import { warmthPrice } from './warmth-price'

export const COST_PARTS = ['seed', 'plants', 'work', 'mix', 'heat', 'pots', 'room'] as const
export type CostPart = (typeof COST_PARTS)[number]

/** One thing that costs something, over [from, until). */
export interface CostItem {
  part: CostPart
  from: Day
  until: Day
  money: number
}

/** What a batch costs in the farm's money, and of which parts no price is known. */
export interface CostItems {
  items: CostItem[]
  unknown: CostPart[]
}

const found = new WeakMap<Batch, { by: readonly unknown[]; all: CostItems }>()

/**
 * Costs of a batch: seed with its allowance, young plants bought, work up to planting out, mix, warmth and light, pots that
 * are planted whole, wear of those that are used again, and room. A part that was split off was sown, or bought, with the whole. What was found is kept.
 */
export function costItems(batch: Batch, season: Season): CostItems {
  const by = [season.habits, season.mixes, season.places, season.supplies, season.orders]
  const known = found.get(batch)
  if (known?.by.every((one, i) => one === by[i])) return known.all
  const all = calculated(batch, season)
  found.set(batch, { by, all })
  return all
}

function calculated(batch: Batch, season: Season): CostItems {
  const { stays, sizing, way, seed } = batch
  const items: CostItem[] = []
  const unknown = new Set<CostPart>()
  const [first] = stays
  if (!sizing || !first) return { items, unknown: [] }
  const { sowing } = way.method
  const { costs, handling } = season.habits
  const prices = unitPrices(season)
  const add = (part: CostPart, [from, until]: [Day, Day], amount: number, price: number | undefined) => {
    if (amount <= 0) return
    if (price === undefined) unknown.add(part)
    else if (price > 0) items.push({ part, from, until, money: amount * price })
  }
  const begins: [Day, Day] = [first.from, first.from + 1]
  // A part was sown, or bought, with the whole that it is of.
  if (first.potted) {
    add('seed', begins, seedToHave(sizing.seeds, handling), seedPrice(seed.lot, batch.variety.key, prices))
    if (sowing.policy === 'bought') add('plants', begins, sizing.cells, sowing.price)
  }
  for (const { kind, from, until, minutes } of batchWork(batch, season.habits))
    if (kind !== 'plant') add('work', [from, until], minutes / 60, costs.hour)
  stays.forEach((stay, i) => {
    const { from, until, container } = stay
    const space = stay.trayPlaces * (until - from)
    add('heat', [from, until], space, warmthPrice(season.places[stay.place]!, costs))
    add('room', [from, until], space, costs.trayDay ?? 0)
    if (!stay.potted || (i === 0 && sowing.policy === 'bought')) return
    const mix = whichMix(season, container, way.method.stages[Math.max(0, stay.stage)], mixUseOf(container, i > 0))
    const litres = mixLitres(container, stay.cells, mix.compaction)
    const byRecipe = prices.mix(mix)
    // What was really paid goes before what was said, and that before what is asked for now.
    const litre = byRecipe.paid ?? mix.litrePrice ?? costs.mixLitre ?? byRecipe.offered
    add('mix', [from, from + 1], litres, litre)
    add('pots', [from, from + 1], stay.trays, wearOf(container, prices))
  })
  return { items, unknown: COST_PARTS.filter((part) => unknown.has(part)) }
}

/** A seed of a lot by its own packet; else by what seed of its variety came for, or is offered for. */
function seedPrice(lot: Batch['seed']['lot'], variety: string, prices: UnitPrices): number | undefined {
  if (lot?.packetPrice !== undefined && lot.packetSeeds !== undefined) return lot.packetPrice / lot.packetSeeds
  const of = { what: 'seed' as const, variety }
  return prices.paid(of) ?? prices.offered(of)
}

/** What filling a container once takes of it: all of one that is planted, its share of one that is used again. */
function wearOf({ key, plantable, price: said, lasts }: Container, prices: UnitPrices): number {
  const of = { what: 'container' as const, container: key }
  const price = prices.paid(of) ?? said ?? prices.offered(of) ?? 0
  return plantable ? price : lasts === undefined ? 0 : price / lasts
}
