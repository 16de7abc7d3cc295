/** The buying list: what is short, in packs at the least cost, with the day to order it by. */
import type { Supply } from '../../season/schema'
import type { Day } from '../calendar/day'
import type { Plan } from '../plan/plan'
import { leastWithDelivery } from './deliveries'
import { needsOf, type Need } from './needs'
import { leastCost } from './packs'

/** So many packs of one size from one supplier. */
export interface Packs {
  offer: Supply['offers'][number]
  count: number
}

/** One line of the list. */
export interface ToBuy {
  need: Need
  /** What is short, with what is wanted to spare. */
  amount: number
  /** Empty where nobody said what it is sold in. */
  packs: Packs[]
  cost: number
  /** How much comes. */
  comes: number
  /** Day it has to be ordered by; `undefined` where nobody said what it is sold in. */
  orderBy: Day | undefined
}

/** Everything that is short, the most urgent first; what is sold nowhere yet by the day it is missing. */
export function buyingList(plan: Plan, today: Day): ToBuy[] {
  return buy(
    plan,
    needsOf(plan, today).filter(({ short }) => short > 0),
  ).sort((a, b) => urgent(a) - urgent(b))
}

/** What to buy for all needs of a season, at the least cost with what suppliers ask for bringing it. */
export const buy = ({ season }: Pick<Plan, 'season'>, needs: readonly Need[]): ToBuy[] =>
  leastWithDelivery(needs, season.habits.costs.delivery ?? [], toBuy)

const urgent = ({ orderBy, need }: ToBuy): number => orderBy ?? need.firstShort ?? Infinity

/**
 * What to buy for a need.
 *
 * @param from suppliers it may be bought of
 */
export function toBuy(need: Need, from: (supplier: string) => boolean = () => true): ToBuy {
  const offers = need.supply?.offers.filter(({ supplier }) => from(supplier)) ?? []
  const whole = need.unit === 'seeds' || need.unit === 'trays' || need.unit === 'labels'
  const wanted = need.short * (1 + (need.supply?.spare ?? 0))
  const amount = whole ? Math.ceil(wanted - 1e-9) : wanted
  const found = leastCost(amount, offers)
  const packs = found ? offers.flatMap((offer, i) => (found.counts[i]! > 0 ? [{ offer, count: found.counts[i]! }] : [])) : [] // prettier-ignore
  const lead = Math.max(0, ...packs.map(({ offer }) => offer.leadDays))
  return {
    need,
    amount,
    packs,
    cost: found?.cost ?? 0,
    comes: found?.amount ?? 0,
    orderBy: found && need.firstShort !== undefined ? need.firstShort - lead : undefined,
  }
}
