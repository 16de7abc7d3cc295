/** The forward pass: what happens to a sowing, day by day, from seed to field. */
import type { Day } from '../calendar/day'
import type { RunningTotal } from '../climate/climate'
import type { Totals } from '../climate/totals'
import { rootedIn } from '../growth/container-age'
import type { Route, TailLeg } from './route'
import { ageToMove, onPottingDay } from './potting-up'
import { onMovingDay, onMovingDayBefore } from './moving-days'

/** Comparisons of sums allow this much rounding. */
export const TOLERANCE = 1e-9

/** A stretch in one place: age known at `from`, growing again from `growsFrom` (later after a potting-up). */
export interface Piece {
  from: Day
  growsFrom: Day
  age: number
  place: number
}

/** What a sowing comes to. A day that never comes within the climate's span is `Infinity`. */
export interface Pass {
  sown: Day
  planting: Day
  /** The real place it is put to germinate in. */
  germPlace: number
  emergence: Day
  leavesHeat: Day
  /** Ready age in the last container, rooting-in counted, degree-days; `Infinity` when it is never reached. */
  readyAge: number
  /** Stretches of growth: one for each leg begun, and one before them for growth while still in heat. */
  pieces: Piece[]
  /** Whether there is such a stretch in heat. */
  inHeat: 0 | 1
  /** Day of the last potting-up; the sowing day when there is none. */
  potted: Day
  /** Last of the days on which something changes that does not hang on the planting day. */
  settled: Day
}

/**
 * Forward pass of a sowing.
 *
 * @param sown sowing day, inside the climate's span
 * @param planting planting day; `Infinity` leaves out hardening and every change counted back from planting
 */
export function forwardPass(route: Route, sown: Day, planting: Day): Pass {
  const pass: Pass = {
    sown,
    planting,
    germPlace: route.climate.changing.on(route.germPlace, sown),
    emergence: Infinity,
    leavesHeat: Infinity,
    readyAge: Infinity,
    pieces: NOTHING,
    inHeat: 0,
    potted: sown,
    settled: Infinity,
  }
  germinate(route, pass)
  grow(route, pass)
  return pass
}

const NOTHING: Piece[] = []

function germinate(route: Route, pass: Pass): void {
  if (route.boughtAge !== undefined) {
    // Young plants that are bought in are up, and need no heat of ours, on the day they arrive.
    pass.emergence = pass.leavesHeat = pass.sown
    return
  }
  const { emergenceTotals: totals, pace, leaveHeatShare } = route
  const { sown, planting, germPlace } = pass
  const later = route.legs[0]!.place
  if (leaveHeatShare <= pace) {
    pass.leavesHeat = reach(route, totals, germPlace, sown, leaveHeatShare, planting)
    const left =
      pace - (pass.leavesHeat < Infinity ? gain(route, totals, germPlace, sown, pass.leavesHeat, planting) : 0)
    pass.emergence =
      leaveHeatShare === pace || pass.leavesHeat === Infinity
        ? pass.leavesHeat
        : reach(route, totals, later, pass.leavesHeat, left, planting)
  } else {
    pass.emergence = reach(route, totals, germPlace, sown, pace, planting)
    pass.leavesHeat = reach(route, totals, germPlace, sown, leaveHeatShare, planting)
  }
}

function grow(route: Route, pass: Pass): void {
  const { growthTotals: totals, legs, steps } = route
  const { emergence, leavesHeat, planting } = pass
  let step = 0
  let ready = steps[0]!.ready
  if (emergence === Infinity || leavesHeat === Infinity) return
  const inHeat = leavesHeat > emergence ? 1 : 0
  pass.inHeat = inHeat
  // Made at its full length: an array that grows by pushing takes several times the room, and thousands are alive at once.
  const pieces = (pass.pieces = new Array<Piece>(legs.length + inHeat))
  let piece: Piece = { from: emergence, growsFrom: emergence, age: route.boughtAge ?? 0, place: legs[0]!.place }
  if (inHeat === 1) {
    pieces[0] = { from: emergence, growsFrom: emergence, age: 0, place: pass.germPlace }
    const age = gain(route, totals, pass.germPlace, emergence, leavesHeat, planting)
    piece = { from: leavesHeat, growsFrom: leavesHeat, age, place: legs[0]!.place }
  }
  pieces[inHeat] = piece
  let settled = Math.max(emergence, leavesHeat)
  for (let i = 1; i < legs.length; i++) {
    const { place, starts } = legs[i]!
    const { limit } = steps[step]!
    const goal = ageToMove(starts, ready, limit)
    const own = starts.by === 'day' ? Math.max(piece.from, starts.day) : dayOfAge(route, piece, goal, planting)
    const day = onItsWorkDay(route, piece, { starts, own, ready, limit }, planting)
    if (day === Infinity) {
      pieces.length = i + inHeat
      return
    }
    const age =
      piece.age + (day > piece.growsFrom ? gain(route, totals, piece.place, piece.growsFrom, day, planting) : 0)
    let growsFrom = Math.max(piece.growsFrom, day)
    if (starts.by === 'potting') {
      const next = steps[++step]!
      growsFrom = Math.max(growsFrom, day + next.pauseDays)
      ready = rootedIn(next.ready, steps[step - 1]!.ready, age)
      pass.potted = day
    }
    piece = { from: day, growsFrom, age, place }
    pieces[i + inHeat] = piece
    // A day of work before its own still hangs on when that would have been.
    settled = Math.max(settled, day + 1, growsFrom, own)
  }
  pass.settled = settled
  pass.readyAge = ready
}

/** First day of a stretch on which an age is reached; `Infinity` when it never is. */
export function dayOfAge(route: Route, { from, growsFrom, age, place }: Piece, goal: number, planting: Day): Day {
  return age >= goal - TOLERANCE ? from : reach(route, route.growthTotals, place, growsFrom, goal - age, planting)
}

/** Day a stretch ends: its own, or the nearest of the days that are potted up, or moved, on. */
export function onItsWorkDay(
  route: Route,
  piece: Piece,
  { starts, own, ready, limit }: { starts: Route['legs'][number]['starts']; own: Day; ready: number; limit: number },
  planting: Day,
): Day {
  if (starts.by === 'age') return onMovingDay(own, piece.from, route.movingDays)
  if (starts.by !== 'potting' || !route.pottingDays) return own
  const at = (age: number) => () => dayOfAge(route, piece, age, planting)
  return onPottingDay(own, { ready: at(ready), limit: at(limit) }, route.pottingDays)
}

/** Day a leg of the route begins; the first begins with the sowing. `Infinity` when it never does. */
export function legStart(pass: Pass, leg: number): Day {
  return leg === 0 ? pass.sown : (pass.pieces[leg + pass.inHeat]?.from ?? Infinity)
}

/** Age on the day a leg of the route begins, degree-days. */
export function legAge(pass: Pass, leg: number): number {
  return leg === 0 ? 0 : (pass.pieces[leg + pass.inHeat]?.age ?? Number.NaN)
}

/** Age at which the plant has outgrown the last container, degree-days. */
export function limitAge(route: Route): number {
  return route.steps[route.steps.length - 1]!.limit
}

/** Whether every potting-up and move of the route happens before the planting day. */
export function movesDone(pass: Pass): boolean {
  const { settled, pieces, inHeat, planting } = pass
  return settled < Infinity && (pieces.length === 1 + inHeat || pieces[pieces.length - 1]!.from < planting)
}

/**
 * Age of a sowing on a day.
 *
 * @returns degree-days since emergence; 0 before it
 */
export function ageOn(route: Route, pass: Pass, day: Day): number {
  const { pieces, planting } = pass
  for (let i = pieces.length - 1; i >= 0; i--) {
    const piece = pieces[i]!
    if (day < piece.from) continue
    if (day <= piece.growsFrom) return piece.age
    return piece.age + gain(route, route.growthTotals, piece.place, piece.growsFrom, day, planting)
  }
  return 0
}

/**
 * First day on which a sowing has reached an age.
 *
 * @param age degree-days since emergence
 * @returns the day, or `Infinity` when it is not reached within the climate's span
 */
export function dayAtAge(route: Route, pass: Pass, age: number): Day {
  const { pieces, planting } = pass
  for (let i = 0; i < pieces.length; i++) {
    const piece = pieces[i]!
    if (piece.age >= age - TOLERANCE) return piece.from
    const next = pieces[i + 1]
    if (next && next.age < age - TOLERANCE) continue
    const day = reach(route, route.growthTotals, piece.place, piece.growsFrom, age - piece.age, planting)
    return next ? Math.min(day, next.from) : day
  }
  return Infinity
}

/** First day the last container's plant may move on; `Infinity` when it never may. */
export function readyDay(route: Route, pass: Pass): Day {
  if (pass.settled === Infinity) return Infinity
  return Math.max(dayAtAge(route, pass, pass.readyAge), pass.potted)
}

/** First day the plant has outgrown its last container; `Infinity` when it never does. */
export function limitDay(route: Route, pass: Pass): Day {
  return pass.settled === Infinity ? Infinity : dayAtAge(route, pass, limitAge(route))
}

/** Day on which a change of place that is counted back from planting is made. */
export function tailDay({ movingDays }: Pick<Route, 'movingDays'>, leg: TailLeg, planting: Day): Day {
  const own = planting - leg.daysBefore
  return movingDays === undefined || leg.settled ? own : onMovingDayBefore(own, movingDays)
}

/**
 * First day ≥ `from` on which the total gained since `from` comes to `amount`, in `place` until the
 * tail of the route takes over.
 */
export function reach(route: Route, totals: Totals, place: number, from: Day, amount: number, planting: Day): Day {
  const { tail, climate } = route
  const origin = climate.from
  let at = from
  let left = amount - TOLERANCE
  if (left <= 0) return from
  if (at >= climate.to) return Infinity
  let j = 0
  while (j < tail.length && tailDay(route, tail[j]!, planting) <= at) place = tail[j++]!.place
  for (;;) {
    const total = totals.of(place)
    const end = j < tail.length ? Math.min(tailDay(route, tail[j]!, planting), climate.to) : climate.to
    const goal = total[at - origin]! + left
    if (total[end - origin]! >= goal) return firstAtLeast(total, goal, at - origin, end - origin) + origin
    if (end === climate.to) return Infinity
    left = goal - total[end - origin]!
    at = end
    place = tail[j++]!.place
  }
}

/** Total gained over [from, to), in `place` until the tail of the route takes over. */
export function gain(route: Route, totals: Totals, place: number, from: Day, to: Day, planting: Day): number {
  const { tail, climate } = route
  const origin = climate.from
  const last = Math.min(to, climate.to)
  let at = from
  let sum = 0
  for (let j = 0; j < tail.length; j++) {
    const boundary = tailDay(route, tail[j]!, planting)
    if (boundary >= last) break
    if (boundary > at) {
      const total = totals.of(place)
      sum += total[boundary - origin]! - total[at - origin]!
      at = boundary
    }
    place = tail[j]!.place
  }
  if (at >= last) return sum
  const total = totals.of(place)
  return sum + total[last - origin]! - total[at - origin]!
}

/** Smallest index in (low, high] whose running total is at least `goal`; the total at `high` is. */
function firstAtLeast(total: RunningTotal, goal: number, low: number, high: number): number {
  // Gallop first: the answer is a few weeks ahead, not half the span.
  let reachAhead = 8
  while (low + reachAhead < high && total[low + reachAhead]! < goal) {
    low += reachAhead
    reachAhead *= 2
  }
  if (low + reachAhead < high) high = low + reachAhead
  while (high - low > 1) {
    const middle = (low + high) >> 1
    if (total[middle]! >= goal) high = middle
    else low = middle
  }
  return high
}
