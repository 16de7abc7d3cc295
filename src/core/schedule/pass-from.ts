/** The forward pass of a batch that has begun: what has happened is as it was, the rest follows from it. */
import type { Day } from '../calendar/day'
import { rootedIn } from '../growth/container-age'
import { agreedPlace, ageAt, placeOf, type Seen, type SignFigures } from '../growth/plant-state'
import { dayOfAge, gain, onItsWorkDay, reach, type Pass } from './forward'
import type { Route } from './route'
import { ageToMove } from './potting-up'

/** What a look at plants says of their age: leaves an age in degree-days, the rest how far they are in their container. */
export interface SeenAge {
  on: Day
  age: number | undefined
  seen: Seen
  /** What signs mean, by step of the route. */
  figures: (step: number) => SignFigures
}

/** Age that agrees with what was seen. */
function agreed(
  calculated: number,
  { age, seen, figures }: SeenAge,
  step: number,
  ready: number,
  limit: number,
): number {
  const now = age ?? calculated
  const byAge = placeOf(now, ready, limit)
  const place = agreedPlace(byAge, seen, figures(step))
  return place === byAge ? now : ageAt(place, ready, limit)
}

/** What fixes the course of a batch. Everything left out has not happened yet. */
export interface Happened {
  sown: Day
  /** Day heat and cover were left. */
  leftHeat: Day | undefined
  /** By leg of the route: the day it began. The first is the sowing. */
  legs: readonly (Day | undefined)[]
  /** What was seen of the plants, in the order of the days. */
  seen: readonly SeenAge[]
  /** By leg of the route: first day on which it can begin, where it has not; of the first, on which heat can be left. */
  notBefore: readonly Day[]
  /** By leg of the route: days after it could begin that it does, where it has not. */
  late?: readonly number[] | undefined
}

/** A pass with the days on which what has not happened could have begun, were it not that it has not: of the first leg, the day heat could have been left. */
export interface RealPass extends Pass {
  due: Day[]
}

/**
 * Forward pass from what has happened.
 *
 * @param route with the places it really stood in, and the pace its seed has shown
 * @param planting day it is planted
 * @see the forward pass of a plan, which this is where nothing has happened yet
 */
export function passFrom(route: Route, happened: Happened, planting: Day): RealPass {
  const { sown, leftHeat, notBefore } = happened
  const pass: RealPass = {
    sown,
    planting,
    germPlace: route.climate.changing.on(route.germPlace, sown),
    emergence: sown,
    leavesHeat: sown,
    readyAge: Infinity,
    pieces: [],
    inHeat: 0,
    potted: sown,
    settled: Infinity,
    due: [],
  }
  if (route.boughtAge === undefined) {
    const { emergenceTotals: totals, pace, leaveHeatShare } = route
    const { germPlace } = pass
    if (leftHeat === undefined) pass.due[0] = reach(route, totals, germPlace, sown, leaveHeatShare, planting)
    pass.leavesHeat = leftHeat ?? Math.max(pass.due[0]!, notBefore[0]!)
    const inHeat = reach(route, totals, germPlace, sown, pace, planting)
    if (inHeat <= pass.leavesHeat) pass.emergence = inHeat
    else if (pass.leavesHeat === Infinity) pass.emergence = Infinity
    else
      pass.emergence = emergenceAfterHeat(
        route,
        happened,
        pass,
        pace - gain(route, totals, germPlace, sown, pass.leavesHeat, planting),
      )
  }
  if (pass.emergence < Infinity && pass.leavesHeat < Infinity) walk(route, happened, pass)
  return pass
}

/** Day the rest of the thermal time is reached, in the places it stood in after heat was left. */
function emergenceAfterHeat(
  route: Route,
  { legs: begun }: Happened,
  { leavesHeat, planting }: Pass,
  needed: number,
): Day {
  const { legs, emergenceTotals: totals } = route
  let from = leavesHeat
  let left = needed
  let { place } = legs[0]!
  for (let i = 1; i < legs.length; i++) {
    const moved = begun[i]
    if (moved === undefined) break
    if (moved > from) {
      const up = reach(route, totals, place, from, left, planting)
      if (up <= moved) return up
      left -= gain(route, totals, place, from, moved, planting)
      from = moved
    }
    place = legs[i]!.place
  }
  return reach(route, totals, place, from, left, planting)
}

function walk(route: Route, { legs: begun, seen, notBefore, late }: Happened, pass: RealPass): void {
  const { growthTotals: totals, legs, steps } = route
  const { emergence, leavesHeat, planting, pieces } = pass
  const gained = (place: number, from: Day, to: Day) => (to > from ? gain(route, totals, place, from, to, planting) : 0)
  let step = 0
  let ready = steps[0]!.ready
  const germinating = leavesHeat > emergence
  pass.inHeat = germinating ? 1 : 0
  let next = 0
  /** What was seen in a stretch moves its ages to what they were. */
  const see = (stretch: Pass['pieces'][number], ends: Day) => {
    for (; next < seen.length && seen[next]!.on < ends; next++) {
      const { on } = seen[next]!
      if (on < stretch.from) continue
      const calculated = stretch.age + gained(stretch.place, stretch.growsFrom, on)
      stretch.age += agreed(calculated, seen[next]!, step, ready, steps[step]!.limit) - calculated
    }
  }
  const start = germinating ? leavesHeat : emergence
  let piece = { from: start, growsFrom: start, age: route.boughtAge ?? 0, place: legs[0]!.place }
  if (germinating) {
    const inHeat = { from: emergence, growsFrom: emergence, age: 0, place: pass.germPlace }
    pieces.push(inHeat)
    see(inHeat, leavesHeat)
    piece.age = Math.max(0, inHeat.age + gained(pass.germPlace, emergence, leavesHeat))
  }
  pieces.push(piece)
  let settled = Math.max(emergence, leavesHeat)
  for (let i = 1; i <= legs.length; i++) {
    see(piece, i < legs.length ? (begun[i] ?? Infinity) : Infinity)
    if (i === legs.length) break
    const { place, starts } = legs[i]!
    const { limit } = steps[step]!
    const dueOf = ({ starts: by }: Route['legs'][number]): Day => {
      if (by.by === 'day') return Math.max(piece.from, by.day)
      const own = dayOfAge(route, piece, ageToMove(by, ready, limit), planting)
      if (own !== Infinity) settled = Math.max(settled, own)
      return onItsWorkDay(route, piece, { starts: by, own, ready, limit }, planting)
    }
    let day = begun[i] ?? Math.max((pass.due[i] = dueOf(legs[i]!)) + (late?.[i] ?? 0), notBefore[i]!)
    // What is handed over on a day is not, where it is potted before.
    if (begun[i] === undefined && starts.by === 'day' && i + 1 < legs.length) {
      day = Math.min(day, begun[i + 1] ?? Math.max(dueOf(legs[i + 1]!), notBefore[i + 1]!))
    }
    if (day === Infinity) return
    const age = Math.max(0, piece.age + gained(piece.place, piece.growsFrom, day))
    let growsFrom = Math.max(piece.growsFrom, day)
    if (starts.by === 'potting') {
      const into = steps[++step]!
      growsFrom = Math.max(growsFrom, day + into.pauseDays)
      ready = rootedIn(into.ready, steps[step - 1]!.ready, age)
      pass.potted = day
    }
    piece = { from: day, growsFrom, age, place }
    pieces.push(piece)
    settled = Math.max(settled, day + 1, growsFrom)
  }
  pass.settled = settled
  pass.readyAge = ready
}
