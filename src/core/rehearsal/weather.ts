/** Weather of a year that might be: the months' means, moved by what one day leaves to the next. */
import { outdoorMean } from '../climate/outdoor'
import type { Day } from '../calendar/day'
import type { Site } from '../../season/schema'
import { normalAt } from './draws'

const MEMORY = 0.75 // share of a day's departure that is left on the next; an estimate, as daily means of temperate places have it
const LEAST_SPREAD = 2.2 // °C that days depart from the month's mean by, beside the sea
const BY_RANGE = 0.06 // °C more of it for each °C between the coldest and the warmest month; both are estimates
const OF_YEAR = 0.6 // °C by which whole seasons depart

/** How far days depart from their month's mean, °C (one standard deviation): more where summers and winters lie far apart. */
export function spreadOf({ outdoorMonthlyMeans: means }: Pick<Site, 'outdoorMonthlyMeans'>): number {
  return LEAST_SPREAD + BY_RANGE * (Math.max(...means) - Math.min(...means))
}

/**
 * Daily outdoor means of one year that might be, from a day on.
 *
 * @param random numbers in [0, 1)
 * @returns °C
 * @see first-order autoregression about straight lines between the months
 */
export function weatherOf(site: Site, from: Day, days: number, random: () => number): Float64Array {
  const spread = spreadOf(site)
  const year = OF_YEAR * normalAt(random())
  const fresh = spread * Math.sqrt(1 - MEMORY * MEMORY)
  let departs = spread * normalAt(random())
  const daily = new Float64Array(days)
  for (let i = 0; i < days; i++) {
    daily[i] = outdoorMean(site.outdoorMonthlyMeans, from + i) + year + departs
    departs = MEMORY * departs + fresh * normalAt(random())
  }
  return daily
}
