/** Nights on which heat fails, and the plants it costs. */
import type { Place } from '../../season/schema'
import type { Span } from '../batch/course'
import type { Day } from '../calendar/day'
import type { Climate } from '../climate/climate'
import { outdoorMean } from '../climate/outdoor'
import { HALF_DAY, hourlyTemperatures, temperatureRule } from '../climate/place-temperature'
import { killsUnder, type Cold } from '../growth/cold'
import { drawsOf } from './draws'

/** Nights of which heat fails on one. An estimate. */
export const NIGHTS_TO_A_FAILURE = 500
const BY_COVERS = 0.5 // °C: what falls no lower than this, or lower, may be kept so by covers alone

/** A night on which heat failed: its day, and the coldest hour without heat, °C. */
export interface FailedNight {
  on: Day
  coldest: number
}

/** Failed nights of a year, by place. */
export type HeatOfYear = (place: number) => readonly FailedNight[]

/**
 * Whether heat keeps a place from the cold of the night outdoors, and it is known how cold it gets without. What a thermostat
 * holds stands in a room of which nothing is known.
 */
export const isHeated = ({ temperature: { periods, ...usual } }: Pick<Place, 'temperature'>): boolean =>
  [usual, ...periods].some(({ held, floor }) => held === undefined && floor !== undefined && floor > BY_COVERS)

/**
 * Nights of a year on which the heat of its places fails while it is on.
 *
 * @param climate the weather of that year
 * @param since first day that may still go wrong
 */
export function heatOf(climate: Climate, { seed, n }: { seed: number; n: number }, since: Day): HeatOfYear {
  const { places } = climate
  const known: (readonly FailedNight[] | undefined)[] = []
  return (place) => (known[place] ??= failedIn(places[place]!, climate, drawsOf(seed, n, `heat ${places[place]!.key}`), since)) // prettier-ignore
}

function failedIn(place: Place, { site, from, to }: Climate, draw: () => number, since: Day): FailedNight[] {
  if (!isHeated(place)) return []
  const nights: FailedNight[] = []
  const hours = new Float64Array(HALF_DAY)
  const waits = Math.log(1 - 1 / NIGHTS_TO_A_FAILURE)
  for (let on = from; ; on++) {
    // Days until the next failure, drawn at once.
    on += Math.floor(Math.log(1 - draw()) / waits)
    if (on >= to) return nights
    const { held, floor, ...rest } = temperatureRule(place, on)
    if (on < since || held !== undefined || floor === undefined || floor <= BY_COVERS) continue
    const outdoors = site.outdoor?.[on - from] ?? outdoorMean(site.outdoorMonthlyMeans, on)
    hourlyTemperatures(rest, outdoors, hours)
    const coldest = hours[HALF_DAY - 1]!
    if (coldest < floor) nights.push({ on, coldest })
  }
}

/** First night whose cold kills plants that stand where heat failed; seed that is not up is not hurt. */
export function killedOn(spans: readonly Span[], up: Day, cold: Cold, heat: HeatOfYear): Day | undefined {
  for (const { place, kind, from, until } of spans) {
    const dies = killsUnder(cold, kind === 'harden' ? 'hardening' : 'soft')
    const night = heat(place).find(({ on, coldest }) => on >= Math.max(from, up) && on < until && coldest < dies)
    if (night) return night.on
  }
  return undefined
}
