/**
 * Counting back from the planting day: the sowing day and its window.
 *
 * For one route, whatever happens before hardening does not hang on the planting day. So a sowing day is
 * walked once, when it is first looked at, and each planting day is then answered by comparing one number
 * (what the stay before planting adds) with what each sowing still lacks. The answer is looked for from the
 * planting day back, so sowings long before it are walked only where somebody asks for the whole window.
 */
import type { Day } from '../calendar/day'
import { ageOn, forwardPass, gain, limitAge, movesDone, tailDay, TOLERANCE } from './forward'
import { fastestEmergence, type Route } from './route'

/** Farthest a sowing is looked for before its planting, days. */
export const SEARCH_DAYS = 400

/** Sowing days of a route, each walked without a planting day when it is first looked at. */
export interface SowingTable {
  readonly route: Route
  readonly from: Day
  /** Number of sowing days it reaches over. */
  readonly days: number
  /** By sowing: last day that something happens before the tail takes over; not a number until it is walked. */
  readonly settled: Float64Array
  /** Degree-days each sowing lacks at its last move to be ready, or to be at its limit, on the scale of the last place's total. */
  readonly lacksReady: Float64Array
  readonly lacksLimit: Float64Array
  /** Day each sowing comes up, and the age it has when it leaves heat, degree-days. */
  readonly emergence: Float64Array
  readonly headStart: Float64Array
}

/** Sowing day and window for a planting day. */
export interface CountedBack {
  /** Latest sowing that reaches the wanted age; `undefined` when none in 400 days does. */
  sow: Day | undefined
  /** Earliest and latest sowing that is ready and not past its limit at planting. */
  window: { earliest: Day; latest: Day } | undefined
}

/** A table of the sowings of [from, to), none of them walked yet. */
export function createSowingTable(route: Route, from: Day, to: Day): SowingTable {
  const days = to - from
  const array = () => new Float64Array(days)
  const settled = array().fill(Number.NaN)
  return {
    route,
    from,
    days,
    settled,
    lacksReady: array(),
    lacksLimit: array(),
    emergence: array(),
    headStart: array(),
  }
}

/** Last day that something happens to a sowing before the tail takes over; walks it when nobody has. */
function settledOf(table: SowingTable, i: number): Day {
  const known = table.settled[i]!
  return Number.isNaN(known) ? walk(table, i) : known
}

function walk(table: SowingTable, i: number): Day {
  const { route, from, settled, lacksReady, lacksLimit, emergence, headStart } = table
  const pass = forwardPass(route, from + i, Infinity)
  emergence[i] = pass.emergence
  if (pass.settled === Infinity || pass.pieces.at(-1)!.growsFrom >= route.climate.to) {
    lacksReady[i] = Infinity
    lacksLimit[i] = -Infinity
    return (settled[i] = Infinity)
  }
  const { age, growsFrom } = pass.pieces.at(-1)!
  const scale = age - route.growthTotals.of(route.legs.at(-1)!.place)[growsFrom - route.climate.from]!
  lacksReady[i] = pass.readyAge - scale
  lacksLimit[i] = limitAge(route) - scale
  headStart[i] = pass.pieces[pass.pieces.length > route.legs.length ? 1 : 0]!.age
  return (settled[i] = pass.settled)
}

/**
 * Sowing day and window for a planting day.
 *
 * @param agePoint age wanted at planting: 0 just ready … 1 at the limit
 * @see the forward pass, which defines the answer: latest sowing whose pass reaches the age with every move done
 */
export function countBack(table: SowingTable, planting: Day, agePoint: number): CountedBack {
  return { sow: latestSowing(table, planting, agePoint), window: sowingWindow(table, planting) }
}

/** Latest sowing that reaches an age by the planting day; `undefined` when none in 400 days does. */
export function latestSowing(table: SowingTable, planting: Day, agePoint: number): Day | undefined {
  const asked = ask(table, planting)
  const { route, lacksReady, lacksLimit, from } = table
  const { first, tailStart, offered } = asked
  const most = offered + TOLERANCE
  for (let i = asked.last; i >= first; i--) {
    if (settledOf(table, i) <= tailStart) {
      const ready = lacksReady[i]!
      if (ready + agePoint * (lacksLimit[i]! - ready) <= most) return i + from
    } else if (mayMeetTail(table, i, asked)) {
      const pass = forwardPass(route, from + i, planting)
      if (!movesDone(pass)) continue
      const ready = pass.readyAge
      if (ageOn(route, pass, planting) >= ready + agePoint * (limitAge(route) - ready) - TOLERANCE) return i + from
    }
  }
  return undefined
}

/** Earliest and latest sowing that is ready and not past its limit on the planting day. */
export function sowingWindow(table: SowingTable, planting: Day): CountedBack['window'] {
  const asked = ask(table, planting)
  const { first, last } = asked
  let latest = last
  while (latest >= first && !inWindow(table, latest, asked)) latest--
  if (latest < first) return undefined
  let earliest = first
  while (!inWindow(table, earliest, asked)) earliest++
  return { earliest: earliest + table.from, latest: latest + table.from }
}

/** A planting day put to a table: which sowings may answer, and what the stay before planting adds for them. */
interface Asked {
  planting: Day
  /** Sowings by index that are looked at, both included: later ones cannot be ready however well they grow. */
  first: number
  last: number
  /** Last day of coming up that leaves time to be ready, where that is before the tail. */
  upBy: Day
  tailStart: Day
  tailGain: number
  /** Total of the last place when the tail begins, with what the tail adds. */
  offered: number
}

function ask({ route, from, days }: SowingTable, planting: Day): Asked {
  const { tail, legs, steps, growth, boughtAge, climate } = route
  const tailStart = tail.length > 0 ? tailDay(route, tail[0]!, planting) : planting
  const lastPlace = legs[legs.length - 1]!.place
  const tailGain = gain(route, route.growthTotals, lastPlace, tailStart, planting, planting)
  const offered =
    tailStart < climate.from ? -Infinity : route.growthTotals.of(lastPlace)[tailStart - climate.from]! + tailGain
  // Growing at its best from coming up on, it takes so many days to be ready.
  const { ready, limit } = steps[steps.length - 1]!
  const age = Math.max(0, Math.min(ready, limit) - (boughtAge ?? 0))
  const growing = Math.floor(age / (growth.optimum - growth.base))
  const comingUp = boughtAge === undefined ? Math.floor(fastestEmergence(route) * (1 - TOLERANCE)) : 0
  return {
    planting,
    first: Math.max(0, planting - SEARCH_DAYS - from),
    last: Math.min(days - 1, planting - from - Math.max(1, growing + comingUp)),
    upBy: planting - growing < tailStart ? planting - growing : Infinity,
    tailStart,
    tailGain,
    offered,
  }
}

function inWindow(table: SowingTable, i: number, asked: Asked): boolean {
  const { offered, tailStart, planting } = asked
  if (settledOf(table, i) <= tailStart)
    return table.lacksReady[i]! <= offered + TOLERANCE && table.lacksLimit[i]! >= offered - TOLERANCE
  if (!mayMeetTail(table, i, asked)) return false
  const { route } = table
  const pass = forwardPass(route, table.from + i, planting)
  if (!movesDone(pass)) return false
  const age = ageOn(route, pass, planting)
  return age >= pass.readyAge - TOLERANCE && age <= limitAge(route) + TOLERANCE
}

/** Whether a sowing that is settled only after the tail has begun could still be ready at planting. */
function mayMeetTail({ route, emergence, headStart }: SowingTable, i: number, { upBy, tailGain }: Asked): boolean {
  if (emergence[i]! > upBy) return false
  const { steps, legs, pottingDays } = route
  // A change of place alone may come late in a long stay, and a day of potting before its own: nothing can be said of the
  // growth before it.
  if (legs.length > steps.length || pottingDays) return true
  const mostGain = headStart[i]! + tailGain + TOLERANCE
  if (steps.length === 1) return mostGain >= steps[0]!.ready
  return mostGain >= (steps.at(-1)!.ready - steps.at(-2)!.ready) / 2
}
