/** What the benches page asks of limits and places, without drawing it. */
import type { Day } from '../../core/calendar/day'
import { capacityOn, loadOn, type Load } from '../../core/capacity/load'
import type { Place } from '../../season/schema'
import { nextOver } from '../../words/loads'
import type { Limit } from '../../core/capacity/limits'

/** Whether a place is one that seed is put into to be warm. */
export const givesHeat = (place: Place): boolean =>
  place.kind === 'heat-mat' ||
  place.kind === 'germination-cabinet' ||
  place.kind === 'lit-shelf' ||
  place.stock.some(({ gives }) => gives === 'heat')

/** The place that is over soonest, or else the fullest on the day. */
export function firstWorry(loads: readonly Load<unknown>[], day: Day): number {
  let best = 0
  let score = -Infinity
  loads.forEach((load, i) => {
    const over = nextOver(load, day)
    const full = loadOn(load, day) / Math.max(1e-9, capacityOn(load, day))
    const own = over ? 1000 - Math.max(0, over.from - day) + over.most / 1000 : Math.min(full, 10)
    if (own > score) [best, score] = [i, own]
  })
  return best
}

export type Shown = 'place' | 'container' | 'crew'

/** Which list a limit is shown in. */
export const listOf = ({ kind }: Limit): Shown => (kind === 'container' || kind === 'crew' ? kind : 'place')
