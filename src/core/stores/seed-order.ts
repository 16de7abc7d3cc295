/** Seed to order for the next season: this one's wishes on the new calendar, less the seed that will be left and what it still germinates. */
import type { Lot } from '../../season/schema'
import { parseDay } from '../calendar/day'
import { nextSeason } from '../plan/next-season'
import { createPlanner, type Plan } from '../plan/plan'
import { buy, type ToBuy } from './buying'
import { needsOf } from './needs'
import { packsToCome } from '../supply/orders'

/** A lot with so many seeds in it. */
function withSeeds(lot: Lot, seeds: number): Lot {
  const { grams: _weight, ...counted } = lot
  return { ...counted, seeds: Math.max(0, Math.floor(seeds)) }
}

/**
 * The seed order for the season after this one, the first needed before others.
 *
 * Every planting of this season is wished for again. What is in the lots once this season is sown is taken off, at the
 * germination it will have by then; so is what is ordered and still to come.
 */
export function seedOrder(plan: Plan): ToBuy[] {
  const next = nextSeason(plan.season, new Map())
  const season = {
    ...next,
    lots: plan.lots.map(({ lot, left, toSow }) => (left === undefined ? lot : withSeeds(lot, left - toSow))),
    orders: next.orders.filter((order) => packsToCome(order) > 0),
  }
  const from = parseDay(season.season.from)
  const needs = needsOf(createPlanner().plan(season), from)
  return buy(
    plan,
    needs.filter(({ of, short }) => of.what === 'seed' && short > 0),
  ).sort((a, b) => (a.need.firstShort ?? Infinity) - (b.need.firstShort ?? Infinity))
}
