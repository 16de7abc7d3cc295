/** How full the places are, for the ribbon. */
import type { Day } from '../../core/calendar/day'
import { capacityOn, loadOn, type Load } from '../../core/capacity/load'
import type { Place } from '../../season/schema'

/** Fullness of the fullest place on each day of [first, last): 1 is full. */
export function fullestPlace(loads: readonly Load<Place>[], first: Day, last: Day): Float64Array {
  const full = new Float64Array(last - first)
  for (const load of loads) {
    for (let i = 0; i < full.length; i++) {
      const used = loadOn(load, first + i)
      if (used === 0) continue
      const capacity = capacityOn(load, first + i)
      full[i] = Math.max(full[i]!, capacity === 0 ? 2 : used / capacity)
    }
  }
  return full
}

/** Tray places in use on all places together, on each day of [first, last). */
export function totalLoad(loads: readonly Load<Place>[], first: Day, last: Day): Float64Array {
  const total = new Float64Array(last - first)
  for (const load of loads) for (let i = 0; i < total.length; i++) total[i]! += loadOn(load, first + i)
  return total
}
