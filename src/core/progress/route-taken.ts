/** The way a batch really went: what was dropped is left out, what was potted or moved otherwise is put in. */
import type { Container } from '../../season/schema'
import type { Day } from '../calendar/day'
import { containerAge } from '../growth/container-age'
import { legStart, type Pass } from '../schedule/forward'
import { HAND_OVER, handOver } from '../schedule/place-by-rule'
import { UNPLANNED, type Leg, type Step, type TailLeg } from '../schedule/route'
import type { Way } from '../batch/ways'
import type { Ledger } from '../ledger/ledger'
import type { Line } from '../ledger/records'
import { leftBehindAt } from './in-the-ways-words'
import { inFlats, policyOf } from '../sowing/policies'

/** Where things are found by their keys. */
export interface Keyed {
  places: ReadonlyMap<string, number>
  containers: ReadonlyMap<string, { container: Container; number: number }>
}

/** The legs of the way as they came, with what is still to come of the planned ones. */
export interface Taken {
  germPlace: number
  legs: Leg[]
  steps: Step[]
  /** By step: the step of the planned way it stands for; -1 for a potting nobody had planned. */
  stepOf: number[]
  /** By leg: the line that says it happened. */
  lines: (Line<'task'> | Line<'moved'> | undefined)[]
  /** By leg: the day it began; `undefined` when it has not, and for the first. */
  begun: (Day | undefined)[]
  /** Steps nobody ticked off though a later one was: `pot-up/1`. They were taken on their day, or with the later one. */
  implied: string[]
  /** Moves that came when it was already counted back from planting: hardening, and what precedes it. */
  late: Line<'moved'>[]
}

/**
 * Steps nobody ticked off though a later one was; the days they are taken to have been on are put in.
 *
 * @param begun by leg, the day it began; @param plannedOn by leg, the day it was to
 */
function stepsImplied(
  ledger: Ledger,
  legs: readonly Leg[],
  begun: (Day | undefined)[],
  plannedOn: readonly Day[],
): string[] {
  const implied: string[] = []
  // What hardens, or is planted, has been through all that comes before.
  let next = Infinity
  for (const [step, { on }] of ledger.done) if (/^(harden|plant)\//.test(step)) next = Math.min(next, on)
  const behind = leftBehindAt(ledger)
  const waits = behind?.entry.what.task
  if (behind && (waits === 'harden' || waits === 'plant')) next = Math.min(next, behind.on)
  for (let i = legs.length - 1; i > 0; i--) {
    const { stage, starts } = legs[i]!
    const task = starts.by === 'potting' ? 'pot-up' : 'move'
    // What others of its batch went on to is still to be done to those left behind; what came before is done.
    if (behind && waits === task && behind.entry.what.nth === stage) {
      next = Math.min(next, behind.on)
      continue
    }
    if (begun[i] !== undefined) begun[i] = Math.min(begun[i]!, next)
    else if (next < Infinity) {
      begun[i] = Math.min(next, plannedOn[i]!)
      implied.push(`${task}/${stage}`)
    }
    next = Math.min(next, begun[i] ?? Infinity)
  }
  return implied
}

/**
 * Puts what happened in the place of what was planned.
 *
 * @param ledger with nothing moved before heat was left
 * @param taken day a step was taken, from its record and its planned day
 * @param tailFrom first day that is counted back from planting; moves from then on are not of the legs
 */
export function routeTaken(
  way: Way,
  planned: Pass,
  ledger: Ledger,
  taken: (line: Line<'task'> | undefined, plannedOn: Day | undefined) => Day | undefined,
  plantOn: Day,
  tailFrom: Day,
  by: Keyed,
): Taken {
  const { route } = way
  const done = (task: string, nth: number) => ledger.done.get(`${task}/${nth}`)
  const placeOf = (key: string | undefined, usual: number) =>
    key === undefined ? usual : (by.places.get(key) ?? usual)
  const stop = route.legs.findIndex(
    ({ starts, stage }) => starts.by === 'potting' && ledger.dropped.has(`pot-up/${stage}`),
  )
  const germPlace = placeOf(ledger.sown?.entry.what.place, route.germPlace)
  const legs: Leg[] = []
  const steps: Step[] = []
  const stepOf: number[] = []
  const lines: Taken['lines'] = []
  const begun: Taken['begun'] = []
  const plannedOn: Day[] = []
  const addStep = (container: string | undefined, step: Step, from: number) => {
    const other = container === undefined || container === step.container.key ? undefined : by.containers.get(container)
    steps.push(other ? stepIn(way, other, step) : step)
    stepOf.push(from)
  }

  const { climate } = route
  /** A leg as it came. Where a rule finds its place it is the one of the day it began, and the hand-over is a leg of its own. */
  const addLeg = (
    leg: Leg,
    where: string | undefined,
    entered: Day | undefined,
    line: Taken['lines'][number],
    began: Day | undefined,
    planned: Day,
  ) => {
    const first = entered === undefined ? leg.place : climate.changing.on(leg.place, entered)
    const place = placeOf(where, first)
    legs.push({ ...leg, place })
    lines.push(line)
    begun.push(began)
    plannedOn.push(planned)
    const stage = HAND_OVER + leg.stage
    if (entered === undefined || place !== first || ledger.dropped.has(`move/${stage}`)) return
    const next = handOver(climate, leg.place, entered)
    if (!next || next.on >= tailFrom) return
    const moved = done('move', stage)
    legs.push({
      step: leg.step,
      stage,
      place: placeOf(moved?.entry.what.place, next.to),
      starts: { by: 'day', day: next.on },
    })
    lines.push(moved)
    begun.push(taken(moved, onlyBefore(plantOn, next.on)))
    plannedOn.push(next.on)
  }

  route.legs.forEach((leg, i) => {
    // A potting that was dropped leaves it in the container before; a move that was dropped leaves it where it is.
    if ((stop >= 0 && i >= stop) || (leg.starts.by === 'age' && ledger.dropped.has(`move/${leg.stage}`))) return
    if (i === 0) {
      const own = germPlace === route.germPlace || route.germPlace !== leg.place ? leg.place : germPlace
      addStep(ledger.sown?.entry.what.container, route.steps[0]!, 0)
      const left = done('leave-heat', 0)
      const leaving =
        route.boughtAge !== undefined ? ledger.sown?.on : taken(left, onlyBefore(plantOn, planned.leavesHeat))
      addLeg({ ...leg, place: own }, left?.entry.what.place, leaving, ledger.sown, undefined, planned.sown)
      return
    }
    const potting = leg.starts.by === 'potting'
    const line = done(potting ? 'pot-up' : 'move', leg.stage)
    if (potting) addStep(line?.entry.what.container, route.steps[leg.step]!, leg.step)
    const start = legStart(planned, i)
    const began = taken(line, onlyBefore(plantOn, start))
    addLeg({ ...leg, step: steps.length - 1 }, line?.entry.what.place, began, line, began, start)
  })

  const implied = stepsImplied(ledger, legs, begun, plannedOn)

  const late: Line<'moved'>[] = []
  for (const line of ledger.moves) {
    const { on, entry } = line
    const { place, container } = entry.what
    if (on >= tailFrom && container === undefined) {
      late.push(line)
      continue
    }
    let at = 0
    for (let i = 1; i < legs.length; i++) if (begun[i] !== undefined && begun[i]! <= on) at = i
    const before = legs[at]!
    let { step } = before
    const into = container === undefined ? undefined : by.containers.get(container)
    if (into) {
      step++
      steps.splice(step, 0, stepIn(way, into, steps[before.step]!, true))
      stepOf.splice(step, 0, -1)
      for (let i = at + 1; i < legs.length; i++) legs[i] = { ...legs[i]!, step: legs[i]!.step + 1 }
    }
    legs.splice(at + 1, 0, {
      place: placeOf(place, before.place),
      step,
      stage: UNPLANNED,
      starts: into ? { by: 'potting', point: 0 } : { by: 'age', age: 0 },
    })
    lines.splice(at + 1, 0, line)
    begun.splice(at + 1, 0, on)
  }
  return { germPlace, legs, steps, stepOf, lines, begun, implied, late }
}

const onlyBefore = (end: Day, day: Day): Day | undefined => (day < end ? day : undefined)

/** A container in the place of a planned one, or after it; plants share its cells as they did. */
function stepIn(
  { crop, method: { sowing } }: Way,
  { container, number }: { container: Container; number: number },
  like: Step,
  after = false,
): Step {
  const of = {
    container,
    containerNumber: number,
    stage: after ? UNPLANNED : like.stage,
    pauseDays: container.plantable || (!after && like.stage === 0) ? 0 : crop.pauseDays,
  }
  // A flat is a flat: leaves say when its seedlings may be moved.
  if (!after && like.stage === 0 && inFlats({ sowing }))
    return { ...of, ml: like.ml, ready: like.ready, limit: like.limit }
  const apart = after && (inFlats({ sowing }) || policyOf(sowing).parts > 1)
  const ml = apart ? container.cellVolume : (container.cellVolume * like.ml) / like.container.cellVolume
  const { ready, limit } = containerAge(crop.growth.points, ml)
  // Too small to hold it: it suffers there from the day its plug holds.
  return { ...of, ml, ready, limit: Math.max(ready, limit) }
}

/** Changes of place that are counted back from planting, those that happened put in by their days. */
export function tailTaken(
  planned: readonly TailLeg[],
  late: readonly Line<'moved'>[],
  plantOn: Day,
  placeOf: (key: string | undefined, usual: number) => number,
): TailLeg[] {
  const tail = [...planned]
  for (const { on, entry } of late) {
    const daysBefore = plantOn - on
    if (daysBefore < 1) continue
    let at = tail.length - 1
    while (at >= 0 && tail[at]!.daysBefore < daysBefore) at--
    const before = tail[at]
    if (!before) continue
    tail.splice(at + 1, 0, { ...before, place: placeOf(entry.what.place, before.place), daysBefore, unplanned: true })
  }
  return tail
}
