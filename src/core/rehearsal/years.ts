/** The years of a rehearsal, one after another: each with its weather, and the same whatever is tried in it. */
import type { Batch } from '../batch/batch'
import type { Day } from '../calendar/day'
import { createClimate, type Climate } from '../climate/climate'
import type { Plan } from '../plan/plan'
import type { Route } from '../schedule/route'
import { drawsOf } from './draws'
import { heatOf } from './heat'
import { latenessOf } from './lateness'
import { outcomeOf, routeIn, type LeftTo, type Outcome, type Year } from './one-batch'
import { weatherOf } from './weather'

/** How a season is rehearsed. */
export interface Rehearsed {
  years: number
  seed: number
  leftTo: LeftTo
}

/** Days after its planting day by which a batch that is ready still counts as on time. */
export const GRACE = 3

export const AFTER = 60 // days after the last planting that are still looked at
const GRID = 28 // days
const WEATHERS = 200 // years of weather that are drawn; seed and losses are drawn anew for every year

/** What of a plan is left to be planted. */
export const openOf = ({ batches, today = -Infinity }: Pick<Plan, 'batches' | 'today'>): Batch[] =>
  batches.filter(({ plantOn, sow }) => plantOn >= today && sow !== undefined)

/** What becomes of batches in one year. */
export interface Run {
  year: Year
  /** The way of a batch in that year. */
  routeOf(batch: Batch): Route
  /**
   * What becomes of a batch; nothing of one that stands nowhere, or is planted or gone.
   *
   * @param cells sown in the place of those planned
   */
  outcome(batch: Batch, cells?: number): Outcome | undefined
}

/**
 * Goes through the years.
 *
 * @param batches all that will be looked at in them, and all that is open: the days they take say which weather is drawn
 * @param visit what is done in each
 * @returns after each stretch of years how many are done
 */
export function* eachYear(
  plan: Plan,
  batches: readonly Batch[],
  { years, seed, leftTo }: Rehearsed,
  visit: (run: Run) => void,
): Generator<number, void> {
  const { season, today = -Infinity } = plan
  const late = leftTo.work ? latenessOf(plan) : undefined
  const base = batches.find(({ way }) => way.refused.length === 0)?.way.route.climate
  const weathers = leftTo.weather ? Math.min(WEATHERS, years) : 1
  let done = 0
  for (let weather = 0; weather < weathers; weather++) {
    const climate =
      leftTo.weather && base ? climateOf(season, batches, base, drawsOf(seed, weather, 'weather')) : undefined
    const routes = new Map<Batch['way'], Route>()
    const totals: Year['totals'] = new Map()
    for (let n = weather; n < years; n += weathers) {
      const heat = leftTo.heat && base ? heatOf(climate ?? base, { seed, n }, today) : undefined
      const year: Year = { seed, n, climate, totals, leftTo, late, heat }
      const routeOf = ({ way }: Batch) => {
        let route = routes.get(way)
        if (!route) routes.set(way, (route = routeIn(way, year, today)))
        return route
      }
      visit({ year, routeOf, outcome: (batch, cells) => outcomeOf(batch, routeOf(batch), year, cells) })
      done++
    }
    yield done
  }
}

/** Whether a batch is ready for its day in a year, and not past its limit by then. */
export const isInTime = ({ plantOn }: Batch, { ready, limit }: Pick<Outcome, 'ready' | 'limit'>): boolean =>
  ready <= plantOn + GRACE && limit >= plantOn

/** Weather of a year in the places of the farm, over the days that matter. */
function climateOf(
  { site, places }: Plan['season'],
  batches: readonly Batch[],
  base: Climate,
  draw: () => number,
): Climate {
  const last: Day = batches.reduce((most, { plantOn }) => Math.max(most, plantOn), -Infinity) + AFTER
  const first: Day = batches.reduce(
    (least, { sow, progress }) => Math.min(least, sow ?? Infinity, progress?.happened?.sown ?? Infinity),
    Infinity,
  )
  // Begun on a grid of days, so that a few days more or less that are looked at bring no other weather.
  const from = base.from + Math.max(0, Math.floor((first - 1 - base.from) / GRID) * GRID)
  const to = Math.min(base.to, last)
  const outdoor = weatherOf(site, from, to - from, draw)
  return createClimate({ ...site, outdoor }, places, from, to, [], base)
}
