/** Batches as they really are: what was recorded holds, what is overdue waits for today, the rest is forecast. */
import type { Entry } from '../../season/schema'
import { parseDay, type Day } from '../calendar/day'
import type { Climate } from '../climate/climate'
import { isConfirmed, ledgerOf, RESTS_FROM, type Ledger, type Ledgers } from '../ledger/ledger'
import { partOf, type Line, type RecordIndex } from '../ledger/records'
import type { StandForecast } from '../ledger/stand-count'
import { batchInProgress, type Batch } from '../plan/batch'
import { Course } from '../plan/course'
import { forwardPass } from '../schedule/forward'
import { placesOf, type Route, type TailLeg } from '../schedule/route'
import { along } from './along'
import { amountsOf } from './amounts'
import { meantOf } from './meant'
import { passFrom, type Happened } from './pass'
import type { SisterChecks } from './sisters'
import { routeTaken, tailTaken, type Keyed } from './route-taken'
import { agesSeen, plugsSeen, sownCells, standOf } from './seen'

/** How far a batch is. */
export type Standing = 'to-sow' | 'sown' | 'up' | 'hardening' | 'planted' | 'gone'

/** What has happened to a batch, beside what was planned for it. */
export interface Progress {
  planned: Batch
  ledger: Ledger
  /** Every part of the batch it belongs to, and what of its records could not be. */
  all: Ledgers
  standing: Standing
  /** Whether somebody has to say first whether it was sown: until then it stands nowhere. */
  asks: boolean
  /** First day that is forecast: what lies before it has happened. */
  today: Day
  /** By container of the way: cells, pots or flats in use. */
  cells: readonly number[]
  /** What counts say of the stand; `undefined` before one. */
  stand: StandForecast | undefined
  /** Good plants expected at planting: of those counted, else in the same share as was sown. */
  plants: number
  /** Share of the planned batch that this part is: 1 when it was never split. */
  share: number
  /** Looks at plugs, with the age that was reckoned then and the age at which the plug was to hold. */
  plugs: readonly { on: Day; age: number; ready: number; holds: boolean }[]
  /** Steps that are due and have not happened, with the day they were due: what follows is forecast as if they were done tomorrow. */
  held: ReadonlyMap<string, Day>
  /** Looks at its plants, and at those of the same sowing, by their days. */
  checked: readonly Line<'check'>[]
  /** What fixes its course, for asking what would be if a step came later; `undefined` while it is asked about. */
  happened: Happened | undefined
  /** Steps nobody ticked off though what comes after them was: `leave-heat/0`. */
  implied: ReadonlySet<string>
  /** Days on which its cells changed within one container. */
  cuts: readonly { on: Day; cells: number }[]
  /** First day it stands anywhere for itself, for a part; first day it no longer does, when it is gone. */
  begins: Day
  ends: Day
}

/** What makes a plan know what has happened. */
export interface Reality {
  /** Records of each batch that count, in order. */
  byBatch: ReadonlyMap<string, readonly Entry[]>
  /** Looks at plants of the same sowing in other batches. */
  sisters?: SisterChecks
  /** Work planned before this day counts as done as planned where the batch is known to be sown: nobody kept records then. */
  since: Day
  /** The day it is: what was due before and was not done cannot come before it. */
  today: Day
}

/**
 * Reality of a season's records.
 *
 * @param recordsFrom first day the farm keeps records, where it says so; else the day of the first record, else today
 */
export function realityOf(
  { byBatch, firstDay }: Pick<RecordIndex, 'byBatch' | 'firstDay'>,
  today: Day,
  recordsFrom: Day | undefined,
): Reality {
  const since = recordsFrom ?? (firstDay === undefined ? Infinity : parseDay(firstDay.slice(0, 10)))
  return { byBatch, since: Math.min(since, today), today }
}

/** Whether anything of a batch that is only planned was due before today, and has not been recorded. */
function isOverdue({ sow, plantOn, stays }: Batch, { today }: Reality): boolean {
  return sow !== undefined && (sow < today || plantOn < today || stays.some(({ from }) => from < today))
}

/**
 * Whether a batch is to be asked about: its sowing day was past already when records began, or when it was planned, and
 * nobody has said what became of it.
 */
function isAskedAbout(planned: Batch, ledger: Ledger, { since, today }: Reality): boolean {
  const { sow, planting, way } = planned
  if (sow === undefined || sow >= today || isConfirmed(ledger)) return false
  const task = way.route.boughtAge === undefined ? 'sow/0' : 'receive/0'
  if (ledger.waits.has(task) || ledger.dropped.has(task) || ledger.dropped.has('plant/0') || ledger.ended) return false
  const { plannedOn } = planting
  return sow < Math.max(since, plannedOn === undefined ? -Infinity : parseDay(plannedOn))
}

/**
 * A planned batch as it really is, with its parts.
 *
 * @returns the batch as planned where nothing has happened to it and nothing is overdue
 */
export function progressOf(planned: Batch, reality: Reality, climate: Climate, by: Keyed): Batch[] {
  const entries = reality.byBatch.get(planned.id)
  if (!planned.pass || (!entries && !isOverdue(planned, reality))) return [planned]
  const all = ledgerOf(planned.id, entries ?? [], meantOf(planned))
  const [root] = all.parts
  if (all.parts.length === 1 && isAskedAbout(planned, root!, reality)) return [asked(planned, all, reality)]
  if (
    all.parts.length === 1 &&
    all.impossible.length === 0 &&
    !root!.sown &&
    root!.done.size === 0 &&
    root!.dropped.size === 0 &&
    root!.waits.size === 0 &&
    !root!.ended &&
    !isOverdue(planned, reality)
  ) {
    // Notes and labels alone change no day.
    return [planned]
  }
  return all.parts.map((ledger) => onePart(planned, ledger, all, reality, climate, by))
}

const NONE_HELD: ReadonlyMap<string, Day> = new Map()
const NO_PLUGS: Progress['plugs'] = []

/** A batch to be asked about: as it was planned, and counted nowhere. */
function asked(planned: Batch, all: Ledgers, { today }: Reality): Batch {
  return batchInProgress(planned, planned, planned.course, {
    planned,
    ledger: all.parts[0]!,
    all,
    standing: 'to-sow',
    asks: true,
    today,
    cells: [],
    stand: undefined,
    plants: planned.plants,
    share: 1,
    plugs: NO_PLUGS,
    held: NONE_HELD,
    checked: [],
    happened: undefined,
    implied: new Set(),
    cuts: [],
    begins: -Infinity,
    ends: Infinity,
  })
}

function onePart(planned: Batch, recorded: Ledger, all: Ledgers, reality: Reality, climate: Climate, by: Keyed): Batch {
  const { since, today } = reality
  const sisters = reality.sisters?.get(planned.id)
  const { way } = planned
  const { route, method } = way
  // What followed from a sowing on another day than was planned followed on other days, too.
  const sownAt = recorded.sown?.on
  const plannedPass =
    sownAt === undefined || sownAt === planned.sow || route.boughtAge !== undefined
      ? planned.pass
      : forwardPass(route, sownAt, Math.max(planned.plantOn, sownAt + 1))
  const harden = method.stages.length
  /** Day a step was taken: as recorded, or as planned where nobody kept records yet. */
  const confirmed = isConfirmed(recorded)
  const taken = (line: Line<'task'> | undefined, plannedOn: Day | undefined): Day | undefined =>
    line?.on ?? (confirmed && plannedOn !== undefined && plannedOn < since ? plannedOn : undefined)
  const stays = new Map(planned.stays.map((stay) => [stay.stage, stay]))
  const plannedLeaving = plannedPass!.leavesHeat < planned.plantOn && stays.has(0) ? plannedPass!.leavesHeat : undefined
  const ledger = inTheWaysWords(
    recorded,
    planned,
    taken(recorded.done.get('leave-heat/0'), stayedInHeat(planned) ? plannedLeaving : undefined),
  )
  const doneOn = (task: string, nth: number) => ledger.done.get(`${task}/${nth}`)
  /** Steps that are due and have not been recorded: they have not happened, and what follows is as if they were done tomorrow. */
  const held = new Map<string, Day>()
  const notBefore = (task: string, nth: number) => Math.max(today + 1, until(ledger, task, nth))
  const hold = (task: string, nth: number, due: Day) => {
    const natural = Math.max(due, until(ledger, task, nth))
    if (natural <= today) held.set(`${task}/${nth}`, natural)
    return Math.max(due, notBefore(task, nth))
  }
  const sowTask = route.boughtAge === undefined ? 'sow' : 'receive'
  const sownOn = taken(ledger.sown, planned.sow)
  const sow = sownOn ?? Math.max(planned.sow!, today, until(ledger, sowTask, 0))
  const planting = taken(ledger.planted ?? doneOn('plant', 0), planned.plantOn)
  const plantOn = Math.max(sow + 1, planting ?? hold('plant', 0, planned.plantOn))
  const plantsAhead = planting === undefined && !held.has('plant/0')

  const dropped = (kind: string, stage: number) => ledger.dropped.has(`${kind}/${stage}`)
  const placeOf = (key: string | undefined, usual: number) =>
    key === undefined ? usual : (by.places.get(key) ?? usual)
  const leftHeat = doneOn('leave-heat', 0)
  const plannedTail: TailLeg[] = []
  for (const leg of route.tail) {
    const hardens = leg.stage === 'hardening'
    const stage = leg.stage === 'hardening' ? harden : leg.stage
    if (dropped(hardens ? 'harden' : 'move', stage)) continue
    const line = doneOn(hardens ? 'harden' : 'move', stage)
    const plannedOn = planned.plantOn - leg.daysBefore
    const step = hardens ? 'harden' : 'move'
    const on = taken(line, plannedOn) ?? (plantsAhead ? hold(step, stage, plannedOn) : plannedOn)
    const daysBefore = plantOn - on
    // One that never came before planting did not happen.
    if (daysBefore < 1) continue
    plannedTail.push({
      ...leg,
      place: placeOf(line?.entry.what.place, leg.place),
      daysBefore: Math.min(daysBefore, plannedTail.at(-1)?.daysBefore ?? Infinity),
    })
  }
  const taking = routeTaken(
    way,
    plannedPass!,
    ledger,
    taken,
    planned.plantOn,
    plantOn - (plannedTail[0]?.daysBefore ?? -Infinity),
    by,
  )
  const { germPlace, legs, begun } = taking
  const firstLater = firstAfterHeat(ledger)
  const impliedLeaving =
    leftHeat === undefined && firstLater < Infinity
      ? Math.max(sow, Math.min(firstLater, plannedLeaving ?? firstLater))
      : undefined
  const tail = tailTaken(plannedTail, taking.late, plantOn, placeOf)
  const measured = climate !== route.climate
  const actual: Route = {
    ...route,
    climate,
    germPlace,
    legs,
    tail,
    steps: taking.steps,
    emergenceTotals: measured ? [] : [...route.emergenceTotals],
    growthTotals: measured ? [] : [...route.growthTotals],
  }
  for (const at of placesOf(actual)) {
    actual.emergenceTotals[at] ??= climate.emergence(at, route.germination)
    actual.growthTotals[at] ??= climate.growth(at, route.growth)
  }
  /** The step that begins a leg; of the first, leaving heat. */
  const startsOf = (leg: number): [string, number] => {
    const { starts, stage } = legs[leg]!
    return leg === 0 ? ['leave-heat', 0] : [starts.by === 'potting' ? 'pot-up' : 'move', stage]
  }
  // What was potted or moved on had left heat by then, whenever that was written down.
  const saidLeft = taken(leftHeat, plannedLeaving) ?? impliedLeaving
  const firstBegun = Math.max(sow, Math.min(Infinity, ...begun.filter((on) => on !== undefined)))
  const happened: Happened = {
    sown: sow,
    leftHeat: saidLeft === undefined ? undefined : Math.min(saidLeft, firstBegun),
    legs: begun,
    seen: [],
    notBefore: legs.map((_, leg) => notBefore(...startsOf(leg))),
  }
  const plainPlace = (place: number) => climate.changing.on(place, sow)
  // Without heat to leave there is nothing to wait for: it comes off by itself.
  if (plainPlace(germPlace) === plainPlace(legs[0]!.place) && happened.leftHeat === undefined && !stayedInHeat(planned))
    happened.notBefore = happened.notBefore.map((day, k) => (k === 0 ? -Infinity : day))

  let stand: StandForecast | undefined
  const survival = way.survivals.reduce((product, one) => product * one, 1)
  const plainPass = passFrom(actual, happened, plantOn)
  if (ledger.counts.length > 0 && route.boughtAge === undefined && sownCells(ledger, planned) > 0) {
    stand = standOf(actual, way, planned, ledger, plainPass, survival)
    if (Math.abs(stand.pace - 1) > 0.005) {
      actual.pace *= stand.pace
      actual.leaveHeatShare *= stand.pace
    }
  }
  const checked = sisters
    ? [...ledger.checks, ...sisters.filter(({ entry }) => !ledger.checks.some((own) => own.entry === entry))].sort(
        (a, b) => a.on - b.on,
      )
    : ledger.checks
  const seen = agesSeen(checked, way, actual)
  const pass = stand || seen.length > 0 ? passFrom(actual, { ...happened, seen }, plantOn) : plainPass

  // Steps of the legs that could have been taken by now.
  if (sownOn !== undefined && planting === undefined)
    pass.due.forEach((due, leg) => {
      const began = leg === 0 ? happened.leftHeat : begun[leg]
      if (began === undefined && happened.notBefore[leg]! > -Infinity && due < Infinity) {
        const [task, nth] = startsOf(leg)
        hold(task, nth, due)
      }
    })

  const standing: Standing = ledger.ended
    ? 'gone'
    : dropped(sowTask, 0) || dropped('plant', 0)
      ? 'gone'
      : planting !== undefined
        ? 'planted'
        : sownOn === undefined
          ? 'to-sow'
          : tail.some(
                ({ stage, daysBefore }) =>
                  stage === 'hardening' &&
                  plantOn - daysBefore <= today &&
                  taken(doneOn('harden', harden), planned.plantOn - daysBefore) !== undefined,
              )
            ? 'hardening'
            : leftHeat || pass.emergence <= today
              ? 'up'
              : 'sown'
  const { cells, cuts, plants } = amountsOf(planned, ledger, way, taking, stand)
  const { share } = ledger
  const known: Progress = {
    planned,
    ledger,
    all,
    standing,
    asks: false,
    today,
    cells,
    stand,
    plants,
    share,
    plugs: plugsSeen(ledger, actual, plainPass),
    held,
    checked,
    happened: { ...happened, seen },
    implied: new Set(impliedLeaving === undefined ? taking.implied : ['leave-heat/0', ...taking.implied]),
    cuts,
    begins: ledger.splitOff?.on ?? -Infinity,
    ends: ledger.ended?.on ?? dropDay(ledger, sowTask) ?? Infinity,
  }
  const part = ledger.id === planned.id ? undefined : ledger.id.split('~')[1]
  const wanted = Math.round(planned.plants * share)
  const sought = {
    id: ledger.id,
    code: part === undefined ? planned.code : `${planned.code}/${partName(ledger)}`,
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
  return batchInProgress(
    planned,
    sought,
    new Course(
      along(way, actual, climate, ledger.sown?.entry.what.tray !== undefined),
      plantOn,
      planned.agePoint,
      sow,
      [],
      pass,
    ),
    known,
  )
}

/** What a part is called on its label: its number, or the rest where it was left behind. */
function partName({ id, restOf }: Ledger): string {
  const number = partOf(id)
  if (restOf === undefined) return String(number)
  return number === RESTS_FROM ? 'rest' : `rest${RESTS_FROM - number + 1}`
}

/**
 * A ledger in the words of the way: what was moved while in heat has left it, and what was potted into the container that
 * comes next has been potted up, whatever it was called.
 *
 * @param left day heat was left, as recorded or as planned where nobody kept records yet
 */
function inTheWaysWords(ledger: Ledger, planned: Batch, left: Day | undefined): Ledger {
  if (ledger.moves.length === 0) return ledger
  const { route } = planned.way
  const done = new Map(ledger.done)
  const firstLater = firstAfterHeat(ledger)
  const as = ({ entry, on }: Line<'moved'>, task: 'leave-heat' | 'pot-up', nth: number): Line<'task'> => {
    const { place, container, cells } = entry.what
    const what = {
      did: 'task' as const,
      task,
      nth,
      ...(place === undefined ? {} : { place }),
      ...(task === 'leave-heat' || container === undefined ? {} : { container }),
      ...(task === 'leave-heat' || cells === undefined ? {} : { cells }),
    }
    return { entry: { ...entry, what }, on }
  }
  const moves = ledger.moves.filter((line, i) => {
    const { on, entry } = line
    const { container } = entry.what
    if (i === 0 && route.boughtAge === undefined && on < firstLater) {
      // Without heat of its own there is a place to leave only until it is up.
      const inHeat = left !== undefined ? on < left : stayedInHeat(planned) || on < planned.pass!.emergence
      if (inHeat && !done.has('leave-heat/0')) done.set('leave-heat/0', as(line, 'leave-heat', 0))
      if (inHeat && container === undefined) return false
    }
    const next =
      container === undefined
        ? undefined
        : route.legs.find(
            ({ starts, stage }) =>
              starts.by === 'potting' && !done.has(`pot-up/${stage}`) && !ledger.dropped.has(`pot-up/${stage}`),
          )
    if (!next || route.steps[next.step]!.container.key !== container) return true
    done.set(`pot-up/${next.stage}`, as(line, 'pot-up', next.stage))
    return false
  })
  return { ...ledger, done, moves }
}

/** Work that shows that heat was left. */
const LATER: ReadonlySet<string> = new Set(['pot-up', 'move', 'harden', 'plant'])

function firstAfterHeat({ done }: Ledger): Day {
  let first = Infinity
  for (const { on, entry } of done.values()) if (LATER.has(entry.what.task)) first = Math.min(first, on)
  return first
}

/** Whether it germinates somewhere else, or under cover, before it grows on. */
const stayedInHeat = ({ stays }: Batch) => stays.some(({ kind }) => kind === 'germinate')

/** First day a task may be done, where it was put off. */
function until(ledger: Ledger, task: string, nth: number): Day {
  const wait = ledger.waits.get(`${task}/${nth}`)
  return wait ? parseDay(wait.entry.what.until) : -Infinity
}

function dropDay(ledger: Ledger, sowTask: string): Day | undefined {
  return (ledger.dropped.get(`${sowTask}/0`) ?? ledger.dropped.get('plant/0'))?.on
}
