/**
 * Counting back from the planting day: the sowing day and its window.
 *
 * For one route, whatever happens before hardening does not hang on the planting day. So the passes
 * of all sowing days are made once, and each planting day is then answered by comparing one number
 * (what the stay before planting adds) with what each sowing still lacks.
 */
import type { Day } from '../calendar/day'
import { ageOn, forwardPass, gain, limitAge, movesDone, tailDay, TOLERANCE, type Pass } from './forward'
import type { Route } from './route'

/** Farthest a sowing is looked for before its planting, days. */
export const SEARCH_DAYS = 400

/** Every sowing day of a route, walked without a planting day. */
export interface SowingTable {
  route: Route
  from: Day
  /** Degree-days each sowing lacks at its last move to be ready, or to be at its limit, on the scale of the last place's total. */
  lacksReady: Float64Array
  lacksLimit: Float64Array
  /** Last day that something happens before the tail takes over. */
  settled: Float64Array
  /** Least `settled` of this and all later sowings. */
  settledLater: Float64Array
  /** Greatest `settled` of this and all earlier sowings. */
  settledSoFar: Float64Array
  lacksLimitSoFar: Float64Array
  /** Emergence of each sowing; it never falls from one sowing to the next. */
  emergence: Float64Array
  /** Least lack of this and all later sowings. */
  readyLater: Float64Array
  /** By age point: what each sowing lacks, and the least lack of this and all later sowings. */
  byPoint: Map<number, { lacks: Float64Array; later: Float64Array }>
  /** How long before planting the last answer was sown: the next one is looked for from there. */
  ahead: number
  /** Most age any sowing has gained when it leaves heat, degree-days. */
  headStart: number
}

/** Sowing day and window for a planting day. */
export interface CountedBack {
  /** Latest sowing that reaches the wanted age; `undefined` when none in 400 days does. */
  sow: Day | undefined
  /** Earliest and latest sowing that is ready and not past its limit at planting. */
  window: { earliest: Day; latest: Day } | undefined
}

/** Walks every sowing day of [from, to) once. */
export function createSowingTable(route: Route, from: Day, to: Day): SowingTable {
  const days = to - from
  const last = route.growthTotals[route.legs.at(-1)!.place]!
  const origin = route.climate.from
  const array = () => new Float64Array(days)
  const table: SowingTable = {
    route,
    from,
    lacksReady: array(),
    lacksLimit: array(),
    settled: array(),
    settledLater: array(),
    settledSoFar: array(),
    lacksLimitSoFar: array(),
    emergence: array(),
    readyLater: array(),
    byPoint: new Map(),
    ahead: 60,
    headStart: 0,
  }
  const { lacksReady, lacksLimit, settled, settledLater, settledSoFar, lacksLimitSoFar } = table
  for (let i = 0; i < days; i++) {
    const pass = forwardPass(route, from + i, Infinity)
    settled[i] = pass.settled
    table.emergence[i] = pass.emergence
    if (pass.settled === Infinity || pass.pieces.at(-1)!.growsFrom >= route.climate.to) {
      settled[i] = Infinity
      lacksReady[i] = Infinity
      lacksLimit[i] = -Infinity
    } else {
      const { age, growsFrom } = pass.pieces.at(-1)!
      const scale = age - last[growsFrom - origin]!
      lacksReady[i] = pass.readyAge - scale
      lacksLimit[i] = limitAge(route) - scale
      const atHeat = pass.pieces[pass.pieces.length > route.legs.length ? 1 : 0]!.age
      table.headStart = Math.max(table.headStart, atHeat)
    }
    settledSoFar[i] = Math.max(settled[i]!, i > 0 ? settledSoFar[i - 1]! : -Infinity)
    lacksLimitSoFar[i] = Math.max(lacksLimit[i]!, i > 0 ? lacksLimitSoFar[i - 1]! : -Infinity)
  }
  for (let i = days - 1; i >= 0; i--) {
    table.readyLater[i] = Math.min(lacksReady[i]!, i < days - 1 ? table.readyLater[i + 1]! : Infinity)
    settledLater[i] = Math.min(settled[i]!, i < days - 1 ? settledLater[i + 1]! : Infinity)
  }
  return table
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
  const { first, clear, offered } = asked
  const { lacks, later } = lacksAt(table, agePoint)
  // Sowings that meet the tail are later than any the table answers for.
  let sow = -1
  lateSowings(table, asked, true, (i, pass) => {
    if (pass) {
      const { route } = table
      const ready = pass.readyAge
      if (ageOn(route, pass, planting) < ready + agePoint * (limitAge(route) - ready) - TOLERANCE) return false
    } else if (lacks[i]! > offered + TOLERANCE) return false
    sow = i
    return true
  })
  if (sow < 0) {
    sow = latestIn(lacks, later, offered, first, clear, planting - table.from - table.ahead)
    if (sow >= 0) table.ahead = planting - table.from - sow
  }
  return sow >= first ? sow + table.from : undefined
}

/** Earliest and latest sowing that is ready and not past its limit on the planting day. */
export function sowingWindow(table: SowingTable, planting: Day): CountedBack['window'] {
  const asked = ask(table, planting)
  const { first, clear, offered } = asked
  const { route, from } = table
  let latest = latestIn(table.lacksReady, table.readyLater, offered, first, clear, planting - from - table.ahead + 4)
  while (latest >= first && !inWindow(table, latest, offered)) latest--
  let earliest = Math.max(first, firstAtLeast(table.lacksLimitSoFar, offered - TOLERANCE, latest - 20))
  while (earliest < clear && !inWindow(table, earliest, offered)) earliest++
  if (earliest >= clear || latest < first) earliest = latest = -1
  lateSowings(table, asked, false, (i, pass) => {
    if (pass) {
      const age = ageOn(route, pass, planting)
      if (age < pass.readyAge - TOLERANCE || age > limitAge(route) + TOLERANCE) return false
    } else if (!inWindow(table, i, offered)) return false
    if (earliest < 0) earliest = i
    latest = i
    return false
  })
  return earliest >= first ? { earliest: earliest + from, latest: latest + from } : undefined
}

/** A planting day put to a table: which sowings may answer, and what the stay before planting adds for them. */
interface Asked {
  planting: Day
  /** Sowings [first, end) by index; those before `clear` are all settled before the tail begins. */
  first: number
  end: number
  clear: number
  tailStart: Day
  tailGain: number
  /** Total of the last place when the tail begins, with what the tail adds. */
  offered: number
}

function ask(table: SowingTable, planting: Day): Asked {
  const { route, from } = table
  const first = Math.max(0, planting - SEARCH_DAYS - from)
  const end = Math.max(first, Math.min(table.lacksReady.length, planting - from)) // sown before the planting day
  const tailStart = route.tail.length > 0 ? tailDay(route, route.tail[0]!, planting) : planting
  const lastPlace = route.legs[route.legs.length - 1]!.place
  const tailGain = gain(route, route.growthTotals, lastPlace, tailStart, planting, planting)
  const offered =
    tailStart < route.climate.from
      ? -Infinity
      : route.growthTotals[lastPlace]![tailStart - route.climate.from]! + tailGain
  const clear = Math.min(end, lastAtMost(table.settledSoFar, tailStart, planting - from - table.ahead) + 1)
  return { planting, first, end, clear, tailStart, tailGain, offered }
}

/**
 * Looks at the sowings that may still be on the move when the tail begins, until one is taken.
 * Those whose last move meets the tail are walked one by one, unless none of them can be ready;
 * for the others `pass` is left out and the table answers.
 */
function lateSowings(
  table: SowingTable,
  asked: Asked,
  latestFirst: boolean,
  take: (i: number, pass: Pass | undefined) => boolean,
): void {
  const { route, from } = table
  const { planting, clear, end, tailStart, tailGain } = asked
  const begin = Math.max(clear, asked.first)
  if (begin >= end) return
  const walked = tailMayMatter(table, tailGain)
  let until: number
  if (walked) {
    // Even growing at its best from emergence on, a plant needs so many days to be ready.
    const { steps, growth } = route
    const fewest =
      planting - Math.floor((steps[steps.length - 1]!.ready - (route.boughtAge ?? 0)) / (growth.optimum - growth.base))
    until = fewest < tailStart ? Math.min(end, lastAtMost(table.emergence, fewest) + 1) : end
  } else until = Math.min(end, lastAtMost(table.settledLater, tailStart, clear) + 1)
  for (let k = begin; k < until; k++) {
    const i = latestFirst ? begin + until - 1 - k : k
    if (walked) {
      const pass = forwardPass(route, from + i, planting)
      if (movesDone(pass) && take(i, pass)) return
    } else if (table.settled[i]! <= tailStart && take(i, undefined)) return
  }
}

function inWindow(table: SowingTable, i: number, offered: number): boolean {
  return table.lacksReady[i]! <= offered + TOLERANCE && table.lacksLimit[i]! >= offered - TOLERANCE
}

/** Whether a sowing that is settled only after the tail has begun could still be ready at planting. */
function tailMayMatter({ route, headStart }: SowingTable, tailGain: number): boolean {
  const { steps, legs } = route
  // A change of place alone may come late in a long stay: nothing can be said of the growth before it.
  if (legs.length > steps.length) return true
  const mostGain = headStart + tailGain + TOLERANCE
  if (steps.length === 1) return mostGain >= steps[0]!.ready
  return mostGain >= (steps.at(-1)!.ready - steps.at(-2)!.ready) / 2
}

function lacksAt(table: SowingTable, point: number): { lacks: Float64Array; later: Float64Array } {
  let found = table.byPoint.get(point)
  if (!found) {
    const { lacksReady, lacksLimit } = table
    const lacks = point === 0 ? lacksReady : new Float64Array(lacksReady.length)
    const later = new Float64Array(lacksReady.length)
    for (let i = lacks.length - 1; i >= 0; i--) {
      if (point !== 0) {
        lacks[i] = lacksReady[i] === Infinity ? Infinity : lacksReady[i]! + point * (lacksLimit[i]! - lacksReady[i]!)
      }
      later[i] = Math.min(lacks[i]!, i < lacks.length - 1 ? later[i + 1]! : Infinity)
    }
    if (table.byPoint.size >= MOST_POINTS) table.byPoint.clear()
    table.byPoint.set(point, (found = { lacks, later }))
  }
  return found
}

const MOST_POINTS = 50 // age points kept

/** Largest index in [first, end) that lacks no more than is offered, or −1. */
function latestIn(
  lacks: Float64Array,
  later: Float64Array,
  offered: number,
  first: number,
  end: number,
  near: number,
): number {
  let i = Math.min(end - 1, lastAtMost(later, offered + TOLERANCE, near))
  while (i >= first && lacks[i]! > offered + TOLERANCE) i--
  return i >= first ? i : -1
}

/**
 * Last index of a rising array with a value of at most x, or −1.
 *
 * @param near where the answer is likely; steps away from there double
 */
function lastAtMost(rising: Float64Array, x: number, near = rising.length >> 1): number {
  const { length } = rising
  if (length === 0) return -1
  let low = Math.min(length - 1, Math.max(0, near))
  let high: number
  let step = 4
  if (rising[low]! <= x) {
    high = low + step
    while (high < length && rising[high]! <= x) {
      low = high
      high += step *= 2
    }
    if (high > length) high = length
  } else {
    high = low
    low = high - step
    while (low >= 0 && rising[low]! > x) {
      high = low
      low -= step *= 2
    }
    if (low < -1) low = -1
  }
  while (high - low > 1) {
    const middle = (low + high) >> 1
    if (rising[middle]! <= x) low = middle
    else high = middle
  }
  return low
}

/** First index of a rising array with a value of at least x. */
function firstAtLeast(rising: Float64Array, x: number, near: number): number {
  let i = lastAtMost(rising, x, near)
  while (i >= 0 && rising[i]! >= x) i--
  return i + 1
}
