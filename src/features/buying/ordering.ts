/** What becomes of the season when something is ordered, and when it comes. */
import { formatDay, type Day } from '../../core/calendar/day'
import type { ToBuy } from '../../core/stores/buying'
import type { ThingEdit } from '../../actions/change-season'
import { freeKeyIn } from '../../season/keys'
import type { Order, Season } from '../../season/schema'
import type { Format } from '../../words/format'
import { needName } from '../../words/stores'

type Ordering = Pick<Season, 'orders' | 'containers' | 'lots' | 'varieties' | 'season'>

/** The orders that a line of the buying list comes to, one for every size. */
export function ordersFor({ need, packs }: Pick<ToBuy, 'need' | 'packs'>, season: Ordering, today: Day, f: Format) {
  const orders: Order[] = []
  for (const { offer, count } of packs) {
    const { supplier, size, price, leadDays } = offer
    orders.push({
      key: freeKeyIn([...season.orders, ...orders], 'order'),
      name: needName(f, need),
      of: need.of,
      supplier,
      size,
      price,
      packs: count,
      orderedOn: formatDay(today),
      expectedOn: formatDay(today + leadDays),
      arrived: [],
    })
  }
  return orders.map((order): ThingEdit => ({ of: 'orders', key: order.key, from: null, to: order }))
}

/** What came of an order. */
export interface Arrival {
  on: string
  packs: number
  bad: number
  /** What has not come is not coming. */
  closed: boolean
}

/** Seed that came into a lot that is there: it is written down as a record of that lot. */
export interface Delivered {
  lot: string
  seeds: number
}

/**
 * The changes that an arrival makes: the order says it, containers are owned from then on, seed of a variety without a
 * lot becomes one. Materials count as in store by the order itself.
 */
export function arrivalOf(
  order: Order,
  { on, packs, bad, closed }: Arrival,
  season: Ordering,
): { edits: ThingEdit[]; delivered: Delivered | undefined } {
  const came: Order = {
    ...order,
    arrived: packs > 0 ? [...order.arrived, { on, packs, bad }] : order.arrived,
    ...(closed ? { closed: true } : {}),
  }
  const edits: ThingEdit[] = [{ of: 'orders', key: order.key, from: order, to: came }]
  const good = Math.max(0, packs - bad) * order.size
  const { of } = order
  if (good <= 0) return { edits, delivered: undefined }
  if (of.what === 'container') {
    const container = season.containers.find(({ key }) => key === of.container)
    if (container?.owned !== undefined)
      edits.push({ of: 'containers', key: container.key, from: container, to: { ...container, owned: container.owned + Math.round(good) } }) // prettier-ignore
  }
  if (of.what !== 'seed') return { edits, delivered: undefined }
  const lot = season.lots.find(({ variety }) => variety === of.variety)
  if (lot) return { edits, delivered: { lot: lot.key, seeds: Math.round(good) } }
  const year = Number(season.season.from.slice(0, 4))
  const name = season.varieties.find(({ key }) => key === of.variety)?.name ?? order.name
  const key = freeKeyIn(season.lots, `${of.variety}-${year}`.slice(0, 50))
  edits.push({
    of: 'lots',
    key,
    from: null,
    to: { key, variety: of.variety, name: `${name}, ${year}`, form: 'raw', testedSeeds: 100, pace: 1, seeds: Math.round(good), year, homeTests: [] }, // prettier-ignore
  })
  return { edits, delivered: undefined }
}
