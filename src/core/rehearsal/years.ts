/** The years of a rehearsal, one after another: each with its weather, and the same whatever is tried in it. */
import type { Batch } from '../batch/batch'
import type { Day } from '../calendar/day'
import { createClimate, type Climate } from '../climate/climate'
import { crewIsLimited } from '../capacity/limits'
import type { Plan } from '../plan/plan'
import type { Route } from '../schedule/route'
import { airIn, bedsBefore, bedWaits, type AirOf, type BedsBefore } from './beds'
import { drawsOf } from './draws'
import { heatOf } from './heat'
import { addDue, noHours, roomOf, waitsOf, type DueHours, type Room } from './hours'
import { latenessOf } from './lateness'
import { Due, isOpen, outcomeOf, routeIn, waitingForBed, type LeftTo, type Outcome, type Year } from './one-batch'
import { FEWEST_YEARS, recordedYears } from './recorded-years'
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

/** What may be done otherwise for one batch in all years. */
export interface Tried {
  cells?: number | undefined
  /** More hours in the week that begins on a Monday. */
  more?: { week: Day; hours: number } | undefined
}

/** What becomes of batches in one year. */
export interface Run {
  year: Year
  /** Hours of work of all that is open as they are due in that year; none where the crew's hours are not limited. */
  due: DueHours | undefined
  /** The way of a batch in that year. */
  routeOf(batch: Batch): Route
  /**
   * What becomes of a batch; nothing of one that stands nowhere, or is planted or gone.
   *
   * @param tried what is done otherwise: cells sown in the place of those planned, hours of a week beyond those there are
   */
  outcome(batch: Batch, tried?: Tried): Outcome | undefined
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
  const draw = leftTo.weather && base ? weatherDrawn(season, batches, base, seed) : undefined
  const weathers = draw ? Math.min(WEATHERS, years) : 1
  const hours = crewIsLimited(season.habits) ? hoursOf(plan) : undefined
  const beds = leftTo.beds ? bedsBefore(plan) : NO_BEDS
  let done = 0
  for (let weather = 0; weather < weathers; weather++) {
    const climate = draw?.(weather)
    const routes = new Map<Batch['way'], Route>()
    const totals: Year['totals'] = new Map()
    const air = airIn(plan, climate)
    for (let n = weather; n < years; n += weathers) {
      const heat = leftTo.heat && base ? heatOf(climate ?? base, { seed, n }, today) : undefined
      const year: Year = { seed, n, climate, totals, leftTo, late, heat }
      const routeOf = ({ way }: Batch) => {
        let route = routes.get(way)
        if (!route) routes.set(way, (route = routeIn(way, year, today)))
        return route
      }
      const due = hours?.in(year, routeOf)
      const own = (batch: Batch, { cells, more }: Tried = {}) =>
        outcomeOf(
          batch,
          routeOf(batch),
          more && due ? { ...year, waits: waitsOf(due, hours!.room, more) } : year,
          cells,
        )
      const outcome = beds.size > 0 ? withBeds(own, beds, air) : own
      visit({ year, due, routeOf, outcome })
      done++
    }
    yield done
  }
}

/** What becomes of batches in a year in which some wait for their beds; what others wait for is looked at once. */
function withBeds(own: Run['outcome'], beds: BedsBefore, air: AirOf): Run['outcome'] {
  const known = new Map<Batch, Outcome | undefined>()
  const asIs = (batch: Batch) => {
    if (!known.has(batch)) known.set(batch, own(batch))
    return known.get(batch)
  }
  const waits = bedWaits(beds, air, asIs)
  return (batch, tried) => {
    const outcome = tried ? own(batch, tried) : asIs(batch)
    return outcome && beds.has(batch.id) ? waitingForBed(outcome, waits(batch)) : outcome
  }
}

const NO_BEDS: BedsBefore = new Map()

interface HoursOfYears {
  room: Room
  /** The hours of work of all that is open as they are due in a year; the year is told how long it waits. */
  in: (year: Year, routeOf: Run['routeOf']) => DueHours
}

/** The hours there are, and those of work in a year. */
function hoursOf(plan: Plan): HoursOfYears {
  const { habits } = plan.season
  const left = openOf(plan)
  const open = left.filter(isOpen)
  const days = daysOf(left, plan.today)
  const room = roomOf(noHours(...days), habits)
  const dueIn: HoursOfYears['in'] = (year, routeOf) => {
    const all = new Map(open.map((batch) => [batch, new Due(batch, routeOf(batch), year)]))
    const due = noHours(...days)
    for (const [batch, { spans }] of all) addDue(due, batch, spans, habits)
    year.due = all
    if (year.leftTo.hours) year.waits = waitsOf(due, room)
    return due
  }
  return { room, in: dueIn }
}

/** Days of what is left: from today, or the first sowing, to the day after the last planting. */
export function daysOf(open: readonly Batch[], today = -Infinity): readonly [from: Day, to: Day] {
  const from = Math.max(today, Math.min(...open.map(({ sow }) => sow!), Infinity))
  const to = Math.max(...open.map(({ plantOn }) => plantOn), -Infinity) + 1
  return Number.isFinite(from) && Number.isFinite(to) ? [from, Math.max(from, to)] : [0, 0]
}

/** Whether a batch and its bed are ready for its day in a year, and it is not past its limit by then. */
export const isInTime = (
  { plantOn }: Batch,
  { ready, limit, waits }: Pick<Outcome, 'ready' | 'limit' | 'waits'>,
): boolean => Math.max(ready, plantOn + waits) <= plantOn + GRACE && limit >= plantOn + waits

/**
 * The weather of one year after another in the places of the farm, over the days that matter: the years that were measured out
 * of doors, each as often as the others, else drawn from the months.
 */
function weatherDrawn(
  season: Plan['season'],
  batches: readonly Batch[],
  base: Climate,
  seed: number,
): (weather: number) => Climate {
  const { site, places } = season
  const [from, to] = weatherDays(batches, base)
  const { years } = recordedYears(season, from, to)
  return (weather) => {
    const outdoor =
      years.length < FEWEST_YEARS
        ? weatherOf(site, from, to - from, drawsOf(seed, weather, 'weather'))
        : years[(weather + seed) % years.length]!
    return createClimate({ ...site, outdoor }, places, from, to, [], base)
  }
}

/** Days whose weather is drawn for some batches: from before the first sowing to well after the last planting. */
export function weatherDays(batches: readonly Batch[], base: Climate): readonly [from: Day, to: Day] {
  const last: Day = batches.reduce((most, { plantOn }) => Math.max(most, plantOn), -Infinity) + AFTER
  const first: Day = batches.reduce(
    (least, { sow, progress }) => Math.min(least, sow ?? Infinity, progress?.happened?.sown ?? Infinity),
    Infinity,
  )
  // Begun on a grid of days, so that a few days more or less that are looked at bring no other weather.
  return [base.from + Math.max(0, Math.floor((first - 1 - base.from) / GRID) * GRID), Math.min(base.to, last)]
}
