/** One money-like unit that prices everything a fit weighs: the farm's own money where it says what things cost. */
import type { Season } from '../../season/schema'
import type { Batch } from '../batch/batch'
import type { Work } from '../labour/labour'
import { warmthPrice } from '../plan/warmth-price'
import { worthOf } from '../plan/worth'

const HOUR = 18 // an hour of work, where the farm names none
const HEATED_DAY = 0.12 // a tray place with bottom heat or lamps for a day
const HELD_READY = 0.03 // a tray place whose plants are ready, for a day
const HELD_LIMIT = 0.15 // the same when they have come to their limit
const EARLY_DAY = 0.4 // a day sooner in the field than was wanted
const YOUNG_PLANT = 0.5 // a plant that is bought in, where the method names no price
const LATE_SHARE = 0.02 // part of a planting's money lost with every late day

/** What a batch costs as the fit counts it, part by part. */
export interface Price {
  late: number
  early: number
  holding: number
  work: number
  heat: number
  bought: number
}

/** What a day too late costs a planting: a promise, what it brings, or as much as any other. */
export function lateDayPrice(
  batch: Pick<Batch, 'planting' | 'n' | 'plants' | 'way' | 'stays'>,
  { fit }: Season['habits'],
): number {
  if (batch.planting.worth?.by === 'promise') return fit.promiseDay
  const worth = worthOf(batch)
  return worth ? worth.amount * LATE_SHARE : fit.lateDay
}

/**
 * Price of a batch.
 *
 * @param late days it is planted after the day it was wanted; below 0 before it
 * @param work all its work
 */
export function priceOf(batch: Batch, late: number, season: Season, work: readonly Work[]): Price {
  const { stays, plantOn, ready, limit, way, sizing } = batch
  const { habits, places } = season
  const price: Price = { late: 0, early: 0, holding: 0, work: 0, heat: 0, bought: 0 }
  if (late > 0) price.late = late * lateDayPrice(batch, habits)
  else price.early = -late * EARLY_DAY
  const last = stays.at(-1)
  if (last && ready !== undefined && ready < plantOn) {
    const held = plantOn - ready
    const span = limit === undefined ? Infinity : Math.max(1, limit - ready)
    let share = 0
    for (let day = 0; day < held; day++) share += HELD_READY + (HELD_LIMIT - HELD_READY) * Math.min(1, day / span)
    price.holding = share * last.trayPlaces
  }
  let minutes = 0
  for (const one of work) if (one.kind !== 'plant') minutes += one.minutes
  price.work = (minutes / 60) * (habits.costs.hour ?? HOUR)
  for (const { place, trayPlaces, from, until } of stays)
    price.heat += trayPlaces * (until - from) * (warmthPrice(places[place]!, habits.costs) ?? HEATED_DAY)
  const { sowing } = way.method
  if (sowing.policy === 'bought' && sizing) price.bought = sizing.cells * (sowing.price ?? YOUNG_PLANT)
  return price
}

/** All parts of a price together. */
export const priceInAll = ({ late, early, holding, work, heat, bought }: Price): number =>
  late + early + holding + work + heat + bought
