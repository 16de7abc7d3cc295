/** What was ordered: what is still to come of it, and what came. */
import type { Order } from '../../season/schema'
import { parseDay, type Day } from '../calendar/day'
import { idOf } from './thing'

type Came = Pick<Order, 'packs' | 'arrived' | 'closed' | 'size'>

/** Packs that are still to come; none of an order that is closed. */
export function packsToCome({ packs, arrived, closed }: Pick<Order, 'packs' | 'arrived' | 'closed'>): number {
  return closed ? 0 : Math.max(0, packs - arrived.reduce((sum, one) => sum + one.packs, 0))
}

/** How much came that was good, of arrivals after a day. */
export const goodThatCame = ({ arrived, size }: Came, after: Day = -Infinity): number =>
  arrived.reduce((sum, { on, packs, bad }) => sum + (parseDay(on) > after ? (packs - bad) * size : 0), 0)

/** How much of every thing is still to come, by its id. */
export function onTheWay(orders: readonly Order[]): ReadonlyMap<string, number> {
  const coming = new Map<string, number>()
  for (const order of orders) {
    const amount = packsToCome(order) * order.size
    if (amount > 0) coming.set(idOf(order.of), (coming.get(idOf(order.of)) ?? 0) + amount)
  }
  return coming
}

/** How an order stands on a day. */
export type OrderState = 'coming' | 'late' | 'came' | 'came-short'

export function stateOf(order: Order, today: Day): OrderState {
  if (packsToCome(order) > 0)
    return order.expectedOn !== undefined && parseDay(order.expectedOn) < today ? 'late' : 'coming'
  return goodThatCame(order) < order.packs * order.size ? 'came-short' : 'came'
}
