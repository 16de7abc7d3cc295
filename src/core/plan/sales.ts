/** Young plants that are sold: who has reserved them, what is for sale, what was sold, and what that brings. */
import type { Batch } from '../batch/batch'
import { parseDay, type Day } from '../calendar/day'
import { foundOf, settle } from '../field/who-gets-what'
import { effortOf } from './compare'
import type { Plan } from './plan'
import { plantPrice } from './worth'

/** Plants that a customer has reserved of a batch. */
export interface Reserved {
  name: string
  plants: number
  on: Day
}

/** Young plants of one batch that are sold. */
export interface SaleLine {
  batch: Batch
  /** Container they are sold in, by key. */
  container: string | undefined
  /** Price of one; `undefined` where there is none. */
  price: number | undefined
  reserved: Reserved[]
  /** For sale to whoever comes. */
  open: number
  /** Plants wanted that there are not enough for. */
  short: number
  /** By the records. */
  sold: number
  given: number
  leftOver: number
  /** Reserved and for sale, and neither sold nor given away yet. */
  toSell: number
  /** In the farm's money; `undefined` where there is no price. */
  expected: number | undefined
  got: number | undefined
}

/** What a customer takes in all. */
export interface Customer {
  name: string
  plants: number
  /** What they pay, as far as there are prices; and what their plants cost. */
  pays: number
  costs: number
  /** Plants of theirs without a price. */
  unpriced: number
}

/** The batch that a part belongs to. */
const rootOf = (id: string): string => id.split('~')[0]!

/** Young plants that are sold, batch by batch in the order they are ready; parts are told with their whole. */
export function salesOf({ batches }: Plan): SaleLine[] {
  const went = new Map<string, { sold: number; given: number; leftOver: number }>()
  for (const { id, progress } of batches) {
    const gone = progress?.ledger.accounts.gone
    if (!gone) continue
    const sum = went.get(rootOf(id)) ?? { sold: 0, given: 0, leftOver: 0 }
    went.set(rootOf(id), {
      sold: sum.sold + gone.sold,
      given: sum.given + gone.given,
      leftOver: sum.leftOver + gone.leftOver,
    })
  }
  return batches
    .flatMap((batch): SaleLine[] => {
      if (batch.progress?.ledger.splitOff || batch.progress?.asks) return []
      const { planting, n, plants, way, stays } = batch
      // A promise is kept to its day, however late the batch is.
      const { plantOn } = batch.progress?.planned ?? batch
      const last = stays.at(-1)?.container.key
      const settled = settle(foundOf(planting, n).goes ?? [], plants)
      let [open, expected, price, container] = [0, 0, plantPrice(way.crop, last), last]
      const reserved: Reserved[] = []
      for (const { share, gets } of settled.shares) {
        if (share.to === 'customer')
          reserved.push({ name: share.name, plants: gets, on: share.on === undefined ? plantOn : parseDay(share.on) })
        else if (share.to === 'sale') {
          open += gets
          container = share.pot ?? last
          price = plantPrice(way.crop, container)
        } else continue
        expected += gets * (price ?? 0)
      }
      const { sold, given, leftOver } = went.get(batch.id) ?? { sold: 0, given: 0, leftOver: 0 }
      const wanted = open + reserved.reduce((sum, one) => sum + one.plants, 0)
      if (wanted + sold <= 0) return []
      const short = settled.shares.reduce((sum, { share, wanted: of, gets }) => sum + (share.to === 'customer' || share.to === 'sale' ? of - gets : 0), 0) // prettier-ignore
      return [
        {
          batch, container, price, reserved, open, short, sold, given, leftOver,
          toSell: Math.max(0, wanted - sold - given),
          expected: price === undefined ? undefined : expected,
          got: price === undefined ? undefined : sold * price,
        },
      ] // prettier-ignore
    })
    .sort((a, b) => a.batch.plantOn - b.batch.plantOn || (a.batch.code < b.batch.code ? -1 : 1))
}

/** Customers with what they take, what they pay and what their plants cost, the largest first. */
export function customersOf({ season }: Plan, lines: readonly SaleLine[]): Customer[] {
  const customers = new Map<string, Customer>()
  for (const { batch, price, reserved } of lines) {
    const perPlant = batch.plants > 0 ? effortOf(batch, season).cost.known / batch.plants : 0
    for (const { name, plants } of reserved) {
      const one = customers.get(name) ?? { name, plants: 0, pays: 0, costs: 0, unpriced: 0 }
      customers.set(name, {
        name,
        plants: one.plants + plants,
        pays: one.pays + plants * (price ?? 0),
        costs: one.costs + plants * perPlant,
        unpriced: one.unpriced + (price === undefined ? plants : 0),
      })
    }
  }
  return [...customers.values()].sort((a, b) => b.pays - a.pays || a.name.localeCompare(b.name))
}
