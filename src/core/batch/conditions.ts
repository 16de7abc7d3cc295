/** What the places of a climate are like for a kind: running totals that marks are made from. */
import type { Crop } from '../../season/schema'
import type { Climate, RunningTotal } from '../climate/climate'
import { Totals } from '../climate/totals'

/** Running totals of every place, each made when first asked for. */
export interface Conditions {
  /** Daily mean temperature, °C. */
  temperature: Totals
  /** Degree-days of temperature alone. */
  warmth: Totals
  /** Nights under a limit, °C. */
  coldNights(below: number): Totals
  /** Days over what the kind can bear; `undefined` where nothing is known of that. */
  hotDays: Totals | undefined
  /** Days a place is not open; `undefined` when it always is. */
  closedDays(place: number): RunningTotal | undefined
}

/** Conditions of a climate for a kind. */
export function conditionsOf(climate: Climate, { growth, stressAbove }: Crop): Conditions {
  const nights = new Map<number, Totals>()
  return {
    temperature: new Totals((place) => climate.temperature(place)),
    warmth: new Totals((place) => climate.warmth(place, growth)),
    coldNights(below) {
      let totals = nights.get(below)
      if (!totals) nights.set(below, (totals = new Totals((place) => climate.coldNights(place, below))))
      return totals
    },
    hotDays: stressAbove === undefined ? undefined : new Totals((place) => climate.hotDays(place, stressAbove)),
    closedDays: (place) => climate.closedDays(place),
  }
}
