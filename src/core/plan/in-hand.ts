/** Planning from what is in hand: so many cells, trays or seeds, and the plants that may be promised from them. */
import type { Method, Planting } from '../../season/schema'
import type { Batch } from '../batch/batch'
import type { Day } from '../calendar/day'
import { capacityOn, loadOn } from '../capacity/load'
import type { Plan } from './plan'

/** What there is to sow, to sow into, or to stand on: then tray places of a place, by its number in the season. */
export type InHand = { of: 'cells' | 'trays' | 'seeds'; amount: number } | { of: 'room'; amount: number; place: number }

const MOST_PLANTS = 10_000_000

/** How much of what is in hand a batch takes; `undefined` where it cannot be sized. */
export function takenBy(batch: Batch, hand: InHand): number | undefined {
  if (!batch.sizing) return undefined
  if (hand.of === 'trays') return batch.stays[0]?.trays
  if (hand.of !== 'room') return batch.sizing[hand.of]
  const there = batch.stays.filter(({ place }) => place === hand.place)
  return Math.max(0, ...there.map(({ trayPlaces }) => trayPlaces))
}

/**
 * The most plants that may be promised from what is in hand, with the confidence of the batch: the largest number whose
 * sowing takes no more than there is.
 *
 * @param tried the batch as it would be for a number of plants
 * @returns `undefined` where not even one plant may be promised, or nothing can be sized
 */
export function plantsFromHand(
  hand: InHand,
  tried: (plants: number) => Batch | undefined,
): { plants: number; batch: Batch } | undefined {
  const { amount } = hand
  const fits = (plants: number): Batch | undefined => {
    const batch = tried(plants)
    const taken = batch && takenBy(batch, hand)
    return taken !== undefined && taken <= amount ? batch : undefined
  }
  let batch = amount > 0 ? fits(1) : undefined
  if (!batch) return undefined
  // A first guess by proportion, then doubling or halving until the answer lies between two numbers.
  let low = 1
  let high = 2
  for (let found = fits(high); found && high < MOST_PLANTS; found = fits(high)) {
    ;[low, batch] = [high, found]
    const taken = takenBy(found, hand)!
    const more = Math.floor((amount / Math.max(taken, 1)) * high * 0.98)
    high = Math.min(MOST_PLANTS, Math.max(high * 2, more))
  }
  while (high - low > 1) {
    const middle = Math.floor((low + high) / 2)
    const found = fits(middle)
    if (found) [low, batch] = [middle, found]
    else high = middle
  }
  return { plants: low, batch }
}

/** A time for which a bench is had. */
export interface BenchTime {
  /** Number of the place in the season. */
  place: number
  days: number
}

/** Room a batch finds on a bench, and whether it is done there in time. */
export interface BenchRoom {
  /** Tray places free on every day of its stay there. */
  free: number
  /** Days it would stand there. */
  stays: number
  from: Day
  /** Days it would stand there longer than the bench is had; 0 where it is done in time. */
  over: number
}

/**
 * Room for a batch on a bench that is had for a time from the day it comes there.
 *
 * @param batch the batch as it would be
 * @returns `undefined` where it never stands there
 */
export function benchRoom(plan: Plan, batch: Batch, { place, days }: BenchTime): BenchRoom | undefined {
  const there = batch.stays.filter((stay) => stay.place === place)
  const load = plan.places[place]
  if (!load || there.length === 0) return undefined
  const from = Math.min(...there.map((stay) => stay.from))
  const until = Math.max(...there.map((stay) => stay.until))
  // What the planting takes there already is free for it.
  const own = plan.batches.filter(({ planting }) => planting.key === batch.planting.key).flatMap(({ stays }) => stays)
  let free = Infinity
  for (let day = from; day < Math.min(until, from + days); day++) {
    const taken = own.reduce(
      (sum, stay) => sum + (stay.place === place && stay.from <= day && day < stay.until ? stay.trayPlaces : 0),
      0,
    )
    free = Math.min(free, capacityOn(load, day) - loadOn(load, day) + taken)
  }
  return { free: Math.max(0, free), stays: until - from, from, over: Math.max(0, until - from - days) }
}

/** Sowing so many seeds in a cell, with what may be promised then. */
export interface BySeedsACell {
  seedsPerCell: number
  plants: number
  batch: Batch
}

const MOST_SEEDS_A_CELL = 4

/**
 * What may be promised from what is in hand for one to four seeds a cell, thinned to one; the best first, and of equals the
 * one that takes the least seed.
 *
 * @param tried the batch as a method would raise it, for a number of plants
 * @returns empty where the method sows otherwise than into cells of which one plant is kept
 */
export function bySeedsACell(
  hand: InHand,
  method: Method,
  tried: (plants: number, method: Method) => Batch | undefined,
): BySeedsACell[] {
  const { sowing } = method
  if (sowing.policy !== 'single' && !(sowing.policy === 'thin' && sowing.keep === 1)) return []
  const found: BySeedsACell[] = []
  for (let seedsPerCell = 1; seedsPerCell <= MOST_SEEDS_A_CELL; seedsPerCell++) {
    const by: Method = {
      ...method,
      sowing: seedsPerCell === 1 ? { policy: 'single' } : { policy: 'thin', seedsPerCell, keep: 1 },
    }
    const one = plantsFromHand(hand, (plants) => tried(plants, by))
    if (one) found.push({ seedsPerCell, ...one })
  }
  return found.sort((a, b) => b.plants - a.plants || a.batch.sizing!.seeds - b.batch.sizing!.seeds)
}

/** A batch that lacks plants, or seed, of a variety. */
export interface Lacking {
  batch: Batch
  /** Plants it is expected to lack at planting. */
  plants: number
  /** Whether its lot does not reach for it. */
  seed: boolean
}

/** Batches of a variety that lack plants or seed and are not in the field yet, the first to go out first. */
export function lackingOf(plan: Plan, planting: Pick<Planting, 'key' | 'variety'>): Lacking[] {
  return plan.batches
    .filter((batch) => batch.planting.variety === planting.variety && batch.planting.key !== planting.key)
    .map((batch): Lacking => {
      const standing = batch.progress?.standing
      const grows = standing !== undefined && standing !== 'planted' && standing !== 'gone' && standing !== 'to-sow'
      const plants = grows ? Math.max(0, Math.floor(batch.plants - batch.progress!.plants + 1e-9)) : 0
      return { batch, plants, seed: plan.shortOfSeed.has(batch.id) }
    })
    .filter(({ plants, seed }) => plants > 0 || seed)
    .sort((a, b) => a.batch.plantOn - b.batch.plantOn)
}
