/** One batch, or one part of it, as it really is: the days of its steps, the route it took, the pass from there, and what it comes to. */
import type { Day } from '../calendar/day'
import type { Climate } from '../climate/climate'
import { Totals } from '../climate/totals'
import { RESTS_FROM, type Ledger, type Ledgers } from '../ledger/ledger'
import { partOf, type Line } from '../ledger/records'
import type { StandForecast } from '../ledger/stand-count'
import { batchInProgress, type Batch, type Progress, type Standing } from '../batch/batch'
import { Course } from '../batch/course'
import { forwardPass, tailDay, type Pass } from '../schedule/forward'
import type { Route, TailLeg } from '../schedule/route'
import { along } from './along'
import { amountsOf } from './amounts'
import { firstAfterHeat, inTheWaysWords, stayedInHeat } from './in-the-ways-words'
import { passFrom, type Happened, type RealPass } from '../schedule/pass-from'
import type { Reality } from './progress'
import { routeTaken, tailTaken, type Keyed, type Taken } from './route-taken'
import { agesSeen, plugsSeen, sownCells, standOf } from './seen'
import { StepDays } from './step-days'

/** What a part is found from. */
export interface Sources {
  planned: Batch
  recorded: Ledger
  all: Ledgers
  reality: Reality
  climate: Climate
  by: Keyed
}

/** A batch or part as it is. */
export function onePart(sources: Sources): Batch {
  const dated = datesOf(sources)
  const routed = routeOf(sources, dated)
  const passed = passOf(sources, dated, routed)
  return batchOf(sources, dated, routed, passed)
}

/** The days that frame it: sowing and planting, with the ledger in the words of its method. */
interface Dated {
  ledger: Ledger
  days: StepDays
  plannedPass: Pass
  /** Day heat was to be left, where it was to be before planting. */
  plannedLeaving: Day | undefined
  sowTask: 'sow' | 'receive'
  sownOn: Day | undefined
  sow: Day
  planting: Day | undefined
  plantOn: Day
}

function datesOf({ planned, recorded, reality: { today, since } }: Sources): Dated {
  const { route } = planned.way
  // What followed from a sowing on another day than was planned followed on other days, too.
  const sownAt = recorded.sown?.on
  const plannedPass =
    sownAt === undefined || sownAt === planned.sow || route.boughtAge !== undefined
      ? planned.pass!
      : forwardPass(route, sownAt, Math.max(planned.plantOn, sownAt + 1))
  const leaves = plannedPass.leavesHeat < planned.plantOn && planned.stays.some(({ stage }) => stage === 0)
  const plannedLeaving = leaves ? plannedPass.leavesHeat : undefined
  const { taken } = new StepDays(recorded, today, since)
  const ledger = inTheWaysWords(
    recorded,
    planned,
    taken(recorded.done.get('leave-heat/0'), stayedInHeat(planned) ? plannedLeaving : undefined),
  )
  const days = new StepDays(ledger, today, since)
  const sowTask = route.boughtAge === undefined ? 'sow' : 'receive'
  const sownOn = days.taken(ledger.sown, planned.sow)
  const sow = sownOn ?? Math.max(planned.sow!, today, days.until(sowTask, 0))
  const planting = days.taken(ledger.planted ?? days.done('plant', 0), planned.plantOn)
  const plantOn = Math.max(sow + 1, planting ?? days.hold('plant', 0, planned.plantOn))
  return { ledger, days, plannedPass, plannedLeaving, sowTask, sownOn, sow, planting, plantOn }
}

/** The route it really took, with what has happened on it. */
interface Routed {
  taking: Taken
  actual: Route
  happened: Happened
  /** Day heat was left where nobody wrote it down though what comes after was. */
  impliedLeaving: Day | undefined
}

function routeOf(sources: Sources, dated: Dated): Routed {
  const { planned, climate, by } = sources
  const { ledger, days, plannedPass, plannedLeaving, sow, plantOn } = dated
  const { way } = planned
  const { route } = way
  const placeOf = (key: string | undefined, usual: number) =>
    key === undefined ? usual : (by.places.get(key) ?? usual)
  const plannedTail = tailOf(sources, dated, placeOf)
  const tailFrom = plantOn - (plannedTail[0]?.daysBefore ?? -Infinity)
  const taking = routeTaken(way, plannedPass, ledger, days.taken, planned.plantOn, tailFrom, by)
  const { germPlace, legs, begun } = taking
  const leftHeat = days.done('leave-heat', 0)
  const firstLater = firstAfterHeat(ledger)
  const impliedLeaving =
    leftHeat === undefined && firstLater < Infinity
      ? Math.max(sow, Math.min(firstLater, plannedLeaving ?? firstLater))
      : undefined
  const { germination, growth } = route
  const own =
    climate === route.climate
      ? undefined
      : {
          emergenceTotals: new Totals((place) => climate.emergence(place, germination)),
          growthTotals: new Totals((place) => climate.growth(place, growth)),
        }
  const actual: Route = {
    ...route,
    climate,
    germPlace,
    legs,
    tail: tailTaken(plannedTail, taking.late, plantOn, placeOf),
    steps: taking.steps,
    ...own,
  }
  // What was potted or moved on had left heat by then, whenever that was written down.
  const saidLeft = days.taken(leftHeat, plannedLeaving) ?? impliedLeaving
  const firstBegun = Math.max(sow, Math.min(Infinity, ...begun.filter((on) => on !== undefined)))
  const happened: Happened = {
    sown: sow,
    leftHeat: saidLeft === undefined ? undefined : Math.min(saidLeft, firstBegun),
    legs: begun,
    seen: [],
    notBefore: legs.map((_, leg) => days.notBefore(...stepOfLeg(actual, leg))),
  }
  // Without heat to leave there is nothing to wait for: it comes off by itself.
  const plain = (place: number) => climate.changing.on(place, sow)
  if (plain(germPlace) === plain(legs[0]!.place) && happened.leftHeat === undefined && !stayedInHeat(planned))
    happened.notBefore = happened.notBefore.map((day, leg) => (leg === 0 ? -Infinity : day))
  return { taking, actual, happened, impliedLeaving }
}

/** The step that begins a leg; of the first, leaving heat. */
function stepOfLeg({ legs }: Route, leg: number): [task: string, nth: number] {
  const { starts, stage } = legs[leg]!
  return leg === 0 ? ['leave-heat', 0] : [starts.by === 'potting' ? 'pot-up' : 'move', stage]
}

/** Changes of place that are counted back from planting, on the days they came or are forecast for. */
function tailOf(
  { planned }: Sources,
  { days, planting, plantOn }: Dated,
  placeOf: (key: string | undefined, usual: number) => number,
): TailLeg[] {
  const { route, method } = planned.way
  // Where planting itself is due there is no time left to wait for what comes before it.
  const plantsAhead = planting === undefined && !days.held.has('plant/0')
  const tail: TailLeg[] = []
  for (const leg of route.tail) {
    const [task, nth] =
      leg.stage === 'hardening' ? (['harden', method.stages.length] as const) : (['move', leg.stage] as const)
    if (days.dropped(task, nth)) continue
    const line = days.done(task, nth)
    const plannedOn = tailDay(route, leg, planned.plantOn)
    const on = days.taken(line, plannedOn) ?? (plantsAhead ? days.hold(task, nth, plannedOn) : plannedOn)
    const daysBefore = plantOn - on
    // One that never came before planting did not happen.
    if (daysBefore < 1) continue
    tail.push({
      ...leg,
      place: placeOf(line?.entry.what.place, leg.place),
      daysBefore: Math.min(daysBefore, tail.at(-1)?.daysBefore ?? Infinity),
      settled: true,
    })
  }
  return tail
}

/** The pass from what happened, and what was seen on it. */
interface Passed {
  pass: RealPass
  /** Without what was seen of its plants. */
  plainPass: RealPass
  stand: StandForecast | undefined
  checked: readonly Line<'check'>[]
  happened: Happened
}

function passOf({ planned, reality }: Sources, dated: Dated, { actual, taking, happened }: Routed): Passed {
  const { ledger, days, plantOn, sownOn, planting } = dated
  const { way } = planned
  const plainPass = passFrom(actual, happened, plantOn)
  let stand: StandForecast | undefined
  if (ledger.counts.length > 0 && way.route.boughtAge === undefined && sownCells(ledger, planned) > 0) {
    const survival = way.survivals.reduce((product, one) => product * one, 1)
    stand = standOf(actual, way, planned, ledger, plainPass, survival)
    if (Math.abs(stand.pace - 1) > 0.005) {
      actual.pace *= stand.pace
      actual.leaveHeatShare *= stand.pace
    }
  }
  const checked = withSisters(ledger.checks, reality.sisters?.get(planned.id))
  const seen = agesSeen(checked, way, actual)
  const all = { ...happened, seen }
  const pass = stand || seen.length > 0 ? passFrom(actual, all, plantOn) : plainPass
  // Steps of the legs that could have been taken by now.
  if (sownOn !== undefined && planting === undefined)
    pass.due.forEach((due, leg) => {
      const began = leg === 0 ? happened.leftHeat : taking.begun[leg]
      if (began === undefined && happened.notBefore[leg]! > -Infinity && due < Infinity)
        days.hold(...stepOfLeg(actual, leg), due)
    })
  return { pass, plainPass, stand, checked, happened: all }
}

/** Looks at its own plants, and at those of the same sowing, by their days. */
function withSisters(
  own: readonly Line<'check'>[],
  sisters: readonly Line<'check'>[] | undefined,
): readonly Line<'check'>[] {
  if (!sisters) return own
  const others = sisters.filter(({ entry }) => !own.some((one) => one.entry === entry))
  return [...own, ...others].sort((a, b) => a.on - b.on)
}

function standingOf(
  { planned, reality: { today } }: Sources,
  dated: Dated,
  { actual }: Routed,
  { pass }: Passed,
): Standing {
  const { ledger, days, sowTask, sownOn, planting, plantOn } = dated
  if (ledger.ended || days.dropped(sowTask, 0) || days.dropped('plant', 0)) return 'gone'
  if (planting !== undefined) return 'planted'
  if (sownOn === undefined) return 'to-sow'
  const hardens = actual.tail.some(
    ({ stage, daysBefore }) =>
      stage === 'hardening' &&
      plantOn - daysBefore <= today &&
      days.taken(days.done('harden', planned.way.method.stages.length), planned.plantOn - daysBefore) !== undefined,
  )
  if (hardens) return 'hardening'
  return days.done('leave-heat', 0) || pass.emergence <= today ? 'up' : 'sown'
}

function batchOf(sources: Sources, dated: Dated, routed: Routed, passed: Passed): Batch {
  const { planned, all, climate, reality } = sources
  const { ledger, days, sowTask, sow, plantOn } = dated
  const { taking, actual, impliedLeaving } = routed
  const { pass, plainPass, stand, checked, happened } = passed
  const { way } = planned
  const standing = standingOf(sources, dated, routed, passed)
  const { cells, cuts, plants } = amountsOf(planned, ledger, way, taking, stand)
  const { share } = ledger
  const dropped = ledger.dropped.get(`${sowTask}/0`) ?? ledger.dropped.get('plant/0')
  const progress: Progress = {
    planned,
    ledger,
    all,
    standing,
    asks: false,
    today: reality.today,
    cells,
    stand,
    plants,
    share,
    plugs: plugsSeen(ledger, actual, plainPass),
    held: days.held,
    checked,
    happened,
    implied: new Set(impliedLeaving === undefined ? taking.implied : ['leave-heat/0', ...taking.implied]),
    cuts,
    begins: ledger.splitOff?.on ?? -Infinity,
    ends: ledger.ended?.on ?? dropped?.on ?? Infinity,
  }
  const wanted = Math.round(planned.plants * share)
  const sought = {
    id: ledger.id,
    code: ledger.id === planned.id ? planned.code : `${planned.code}/${partName(ledger)}`,
    planting: planned.planting,
    n: planned.n,
    plants: standing === 'planted' ? (ledger.plants ?? wanted) : wanted,
    plantOn,
    sowOn: planned.sowOn,
    age: planned.age,
    otherwise: planned.otherwise,
    // A part, and what it was split from, are not one batch any more that could be planned otherwise.
    pinned: planned.pinned || all.parts.length > 1,
  }
  const taken = along(way, actual, climate, ledger.sown?.entry.what.tray !== undefined)
  return batchInProgress(planned, sought, new Course(taken, plantOn, planned.agePoint, sow, undefined, pass), progress)
}

/** What a part is called on its label: its number, or the rest where it was left behind. */
function partName({ id, restOf }: Ledger): string {
  const number = partOf(id)
  if (restOf === undefined) return String(number)
  return number === RESTS_FROM ? 'rest' : `rest${RESTS_FROM - number + 1}`
}
