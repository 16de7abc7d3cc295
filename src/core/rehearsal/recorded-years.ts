/** Years of weather that the farm has measured itself, to be drawn whole. */
import type { Place, Season, Site } from '../../season/schema'
import { civil, fromCivil, parseDay, type Day } from '../calendar/day'
import { measuredOf } from '../climate/measured'
import { outdoorMean } from '../climate/outdoor'

/** Years measured from which on they take the place of drawn weather: fewer say too little of what a year may be. */
export const FEWEST_YEARS = 5
const LONGEST_GAP = 10 // days without a reading that are bridged; more, and the year is left out
const MOST_YEARS = 40 // looked back

/** Years of days measured out of doors, the latest first: °C day by day over the days that were asked for. */
export interface RecordedYears {
  /** Place whose readings they are, by number; `undefined` where none lies open. */
  place: number | undefined
  years: readonly Float64Array[]
}

/** Whether it is as warm there as out of doors, as the farm describes it: nothing lifts, holds or bounds it. */
export const isOpenAir = ({ temperature: { periods, ...usual } }: Pick<Place, 'temperature'>): boolean =>
  [usual, ...periods].every(
    ({ held, lift, floor, ceiling }) =>
      held === undefined && floor === undefined && ceiling === undefined && (lift ?? 0) === 0,
  )

/**
 * The years before that were measured on the same days of the year, in the place out of doors where most of them were. A day's
 * mean lies midway between its lowest and highest; short gaps are bridged by how far the days beside them depart from the
 * months' means.
 *
 * @param from, to days of the season that are asked about, [from, to)
 */
export function recordedYears(
  { site, places, readings, records }: Pick<Season, 'site' | 'places' | 'readings' | 'records'>,
  from: Day,
  to: Day,
): RecordedYears {
  let best: RecordedYears = { place: undefined, years: [] }
  const measured = places.some(isOpenAir) ? measuredOf({ readings, records }) : []
  for (const { place: key, days } of measured) {
    const place = places.findIndex((one) => one.key === key)
    if (place < 0 || !isOpenAir(places[place]!)) continue
    const means = new Map<Day, number>()
    for (const { on, low, high } of days)
      if (low !== undefined && high !== undefined) means.set(parseDay(on), (low + high) / 2)
    const years: Float64Array[] = []
    for (let back = 1; back <= MOST_YEARS; back++) {
      const year = yearOf(means, site, { from, to, back })
      if (year) years.push(year)
    }
    if (years.length > best.years.length || best.place === undefined) best = { place, years }
  }
  return best
}

/** One year of what was measured, on the days of the year of [from, to); nothing where too much of it is missing. */
function yearOf(
  means: ReadonlyMap<Day, number>,
  { outdoorMonthlyMeans }: Pick<Site, 'outdoorMonthlyMeans'>,
  { from, to, back }: { from: Day; to: Day; back: number },
): Float64Array | undefined {
  const departs = new Float64Array(to - from)
  let last = -1
  for (let i = 0; i < departs.length; i++) {
    const then = yearsBefore(from + i, back)
    const mean = means.get(then)
    if (mean === undefined) {
      if (i - last > LONGEST_GAP) return undefined
      continue
    }
    departs[i] = mean - outdoorMean(outdoorMonthlyMeans, then)
    bridge(departs, last, i)
    last = i
  }
  if (last < 0) return undefined
  departs.fill(departs[last]!, last + 1)
  return departs.map((departs, i) => outdoorMean(outdoorMonthlyMeans, from + i) + departs)
}

/** Fills what lies between two days that were measured; before the first it is as on the first. */
function bridge(departs: Float64Array, a: number, b: number): void {
  const from = a < 0 ? departs[b]! : departs[a]!
  for (let i = a + 1; i < b; i++) departs[i] = from + ((departs[b]! - from) * (i - a)) / (b - a)
}

function yearsBefore(day: Day, back: number): Day {
  const { year, month, date } = civil(day)
  return fromCivil(year - back, month, date)
}
