/** Turns wishes into batches to be raised: a series becomes one batch a planting. */
import type { Otherwise, Planting } from '../../season/schema'
import { parseDay, type Day } from '../calendar/day'

/** One planting day of a wish, before anything is counted back. */
export interface Sought {
  /** Stays the same as long as the planting and its place in the series do. */
  id: string
  /** What the label says: the planting's code, with its number in a series. */
  code: string
  planting: Planting
  /** Which of the series, from 1; 0 when it is not a series. */
  n: number
  plants: number
  plantOn: Day
  /** Sowing day chosen by hand. */
  sowOn: Day | undefined
  /** Age at planting chosen for it: 0 just ready, 1 at the limit. */
  age: number | undefined
  /** Chance wanted of enough, where it is another than that of its planting. */
  confidence?: number | undefined
  /** Where it is raised otherwise than the planting's method says. */
  otherwise: Otherwise | undefined
  /** Stays as it is when the plan is made to fit. */
  pinned: boolean
}

/** Most plantings one series makes. */
const MOST_IN_SERIES = 400

/** Planting days of a wish, in order; dropped ones are left out. */
export function expandPlanting(planting: Planting): Sought[] {
  const first = parseDay(planting.on)
  if (!planting.series) {
    const sowOn = planting.sowOn === undefined ? undefined : parseDay(planting.sowOn)
    return [
      {
        id: planting.key,
        code: planting.code,
        planting,
        n: 0,
        plants: planting.plants,
        plantOn: first,
        sowOn,
        age: planting.agePoint,
        otherwise: planting.otherwise,
        pinned: planting.pinned ?? false,
      },
    ]
  }
  const { plants, agePoint, otherwise, pinned = false } = planting
  const { every, dates } = planting.series
  const count = seriesLength(first, planting.series)
  const changes =
    planting.changes.length === 0 ? undefined : new Map(planting.changes.map((change) => [change.n, change]))
  const sought: Sought[] = []
  for (let n = 1; n <= count; n++) {
    const usual = dates ? parseDay(dates[n - 1]!) : first + (n - 1) * every
    const id = `${planting.key}.${n}`
    const code = `${planting.code}-${n}`
    const change = changes?.get(n)
    if (!change)
      sought.push({ id, code, planting, n, plants, plantOn: usual, sowOn: undefined, age: agePoint, otherwise, pinned })
    else if (!change.dropped) {
      sought.push({
        id,
        code,
        planting,
        n,
        plants: change.plants ?? plants,
        plantOn: change.on === undefined ? usual : parseDay(change.on),
        sowOn: change.sowOn === undefined ? undefined : parseDay(change.sowOn),
        age: change.agePoint ?? agePoint,
        confidence: change.confidence,
        otherwise: change.otherwise ?? otherwise,
        pinned: change.pinned ?? pinned,
      })
    }
  }
  return sought
}

/** Number of plantings in a series, dropped ones counted. */
export function seriesLength(first: Day, series: NonNullable<Planting['series']>): number {
  // Planting days that were reckoned for even harvests are as many as they are.
  const count =
    series.dates?.length ??
    series.count ??
    (series.last === undefined ? 1 : Math.floor((parseDay(series.last) - first) / series.every) + 1)
  return Math.min(MOST_IN_SERIES, Math.max(0, count))
}
