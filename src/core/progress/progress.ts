/** Batches as they really are: what was recorded holds, what is overdue waits for today, the rest is forecast. */
import type { Entry } from '../../season/schema'
import { parseDay, type Day } from '../calendar/day'
import type { Climate } from '../climate/climate'
import { rootedIn } from '../growth/container-age'
import { leafAge } from '../growth/rate'
import { batchInProgress, type Batch } from '../plan/batch'
import { Course } from '../plan/course'
import { nightsByLimit, trayPlacesIn, traysIn, type Way } from '../plan/ways'
import { ageOn, forwardPass, gain, legAge, legStart, type Pass } from '../schedule/forward'
import { placesOf, type Route, type TailLeg } from '../schedule/route'
import { cellYield, meanYield } from '../sizing/cell'
import { tailTaken, routeTaken, type Keyed, type Taken } from './route-taken'
import { passFrom, type Happened, type SeenAge } from './pass'
import { standForecast, type StandForecast } from '../ledger/stand-count'
import { rootOf, ledgerOf, type Line, type Ledgers, type Ledger } from '../ledger/ledger'

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
  entries: readonly Entry[],
  byBatch: Reality['byBatch'],
  today: Day,
  recordsFrom: Day | undefined,
): Reality {
  let since = recordsFrom ?? Infinity
  if (recordsFrom === undefined) for (const { at } of entries) since = Math.min(since, parseDay(at.slice(0, 10)))
  return { byBatch, since: Math.min(since, today), today }
}

/** Whether anything of a batch that is only planned was due before today, and has not been recorded. */
function isOverdue({ sow, plantOn, stays }: Batch, { today }: Reality): boolean {
  return sow !== undefined && (sow < today || plantOn < today || stays.some(({ from }) => from < today))
}

/** Work that only what is sown can have. */
const SHOWS_SOWN: ReadonlySet<string> = new Set([
  'leave-heat',
  'thin',
  'pinch',
  'feed',
  'pot-up',
  'move',
  'harden',
  'plant',
])

/** Whether somebody said that a batch is sown, by a record of it or of what comes after. */
function isConfirmed({ sown, planted, counts, checks, moves, done, splitOff }: Ledger): boolean {
  return (
    sown !== undefined ||
    planted !== undefined ||
    splitOff !== undefined ||
    counts.length + checks.length + moves.length > 0 ||
    [...done.keys()].some((step) => SHOWS_SOWN.has(step.split('/')[0]!))
  )
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
  const all = ledgerOf(planned.id, entries ?? [])
  const [root] = all.parts
  if (all.parts.length === 1 && isAskedAbout(planned, root!, reality)) return [asked(planned, all, reality)]
  if (
    all.parts.length === 1 &&
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
  const shares = sharesOf(all)
  return all.parts.map((ledger) => oneAsItIs(planned, ledger, all, shares.get(ledger.id) ?? 1, reality, climate, by))
}

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
    implied: new Set(),
    cuts: [],
    begins: -Infinity,
    ends: Infinity,
  })
}

/** Share of the batch that each part is now. */
function sharesOf(all: Ledgers): Map<string, number> {
  const shares = new Map<string, number>([[all.parts[0]!.id, 1]])
  const cellsAt = new Map<string, number>()
  for (const { entry } of linesOf(all)) {
    const { what } = entry
    const id = entry.batch!
    if (what.did === 'task' && what.cells !== undefined) cellsAt.set(id, what.cells)
    if (what.did === 'split') {
      const part = `${rootOf(id)}~${what.part}`
      const whole = cellsAt.get(id)
      const taken = whole ? Math.min(1, what.cells / whole) : 0.5
      const share = shares.get(id) ?? 1
      shares.set(part, share * taken)
      shares.set(id, share * (1 - taken))
      if (whole !== undefined) cellsAt.set(id, whole - what.cells)
      cellsAt.set(part, what.cells)
    }
    if (what.did === 'merge') {
      shares.set(what.into, (shares.get(what.into) ?? 0) + (shares.get(id) ?? 0))
      shares.set(id, 0)
      cellsAt.set(what.into, (cellsAt.get(what.into) ?? 0) + (cellsAt.get(id) ?? 0))
    }
  }
  return shares
}

/** Every line of all parts once, in order. */
function linesOf({ parts }: Ledgers): Line[] {
  const seen = new Set<string>()
  const lines = parts.flatMap(({ lines: own }) => own).filter(({ entry }) => !seen.has(entry.id) && seen.add(entry.id))
  return lines.sort((a, b) => a.on - b.on || (a.entry.at < b.entry.at ? -1 : 1))
}

function oneAsItIs(
  planned: Batch,
  recorded: Ledger,
  all: Ledgers,
  share: number,
  reality: Reality,
  climate: Climate,
  by: Keyed,
): Batch {
  const { since, today } = reality
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
  const notBefore = (task: string, nth: number) => Math.max(today, until(ledger, task, nth))
  const sowTask = route.boughtAge === undefined ? 'sow' : 'receive'
  const sownOn = taken(ledger.sown, planned.sow)
  const sow = sownOn ?? Math.max(planned.sow!, notBefore(sowTask, 0))
  const planting = taken(ledger.planted ?? doneOn('plant', 0), planned.plantOn)
  const plantOn = Math.max(sow + 1, planting ?? Math.max(planned.plantOn, notBefore('plant', 0)))

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
    const on = taken(line, plannedOn) ?? Math.max(plannedOn, notBefore(hardens ? 'harden' : 'move', stage))
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
  // What was potted or moved on had left heat by then, whenever that was written down.
  const saidLeft = taken(leftHeat, plannedLeaving) ?? impliedLeaving
  const firstBegun = Math.max(sow, Math.min(Infinity, ...begun.filter((on) => on !== undefined)))
  const happened: Happened = {
    sown: sow,
    leftHeat: saidLeft === undefined ? undefined : Math.min(saidLeft, firstBegun),
    legs: begun,
    seen: [],
    notBefore: legs.map(({ starts, stage }, k) =>
      k === 0 ? notBefore('leave-heat', 0) : notBefore(starts.by === 'potting' ? 'pot-up' : 'move', stage),
    ),
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
  const seen = agesSeen(ledger, way)
  const pass = stand || seen.length > 0 ? passFrom(actual, { ...happened, seen }, plantOn) : plainPass

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
  const { cells, cuts, plants } = amounts(planned, ledger, way, share, taking, stand)
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
    implied: new Set(impliedLeaving === undefined ? taking.implied : ['leave-heat/0', ...taking.implied]),
    cuts,
    begins: ledger.splitOff?.on ?? -Infinity,
    ends: ledger.ended?.on ?? dropDay(ledger, sowTask) ?? Infinity,
  }
  const part = ledger.id === planned.id ? undefined : ledger.id.split('~')[1]
  const wanted = Math.round(planned.plants * share)
  const sought = {
    id: ledger.id,
    code: part === undefined ? planned.code : `${planned.code}/${part}`,
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
    new Course(along(way, actual, climate), plantOn, planned.agePoint, sow, [], pass),
    known,
  )
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

const sownCells = (ledger: Ledger, planned: Batch): number =>
  ledger.sown?.entry.what.cells ?? planned.sizing?.cells ?? 0

/** What the counts of a batch say of its stand. Counts before a split are of the whole. */
function standOf(route: Route, way: Way, planned: Batch, ledger: Ledger, pass: Pass, survival: number): StandForecast {
  const flats = way.method.sowing.policy === 'flat'
  const cells = flats ? (ledger.sown?.entry.what.seeds ?? planned.sizing!.cells) : sownCells(ledger, planned)
  const counts = ledger.counts.map(({ on, entry: { what } }) => ({
    cells: Math.min(cells, what.cells),
    showing: Math.min(cells, what.showing, what.cells),
    thermalShare: thermalShareOn(route, pass, on) / (route.boughtAge === undefined ? route.pace : 1),
  }))
  const { germination, testedSeeds } = planned.seed
  return standForecast(
    {
      cells,
      seedsPerCell: flats ? 1 : way.seedsPerCell,
      germination,
      testedSeeds,
      spread: route.germination.spread,
      survival,
      perCell: plantsPerCell(way, germination),
    },
    counts,
    'coarse',
  )
}

/** Plants that a cell with seedlings gives: those kept of the seeds in it, on average. */
export function plantsPerCell({ keep, seedsPerCell }: Pick<Way, 'keep' | 'seedsPerCell'>, germination: number): number {
  if (keep <= 1) return 1
  const any = 1 - (1 - germination) ** seedsPerCell
  return any <= 0 ? 1 : meanYield(cellYield({ seedsPerCell, keep }, germination, 1)) / any
}

/** Sum of daily rates from sowing to a day, at the pace of the kind: heat first, then the places it stood in. */
export function thermalShareOn(route: Route, pass: Pass, day: Day): number {
  const { emergenceTotals: totals, legs } = route
  const { germPlace } = pass
  let from = Math.min(day, pass.leavesHeat)
  let sum = from > pass.sown ? gain(route, totals, germPlace, pass.sown, from, pass.planting) : 0
  for (let i = 0; i < legs.length && from < day; i++) {
    const next = i + 1 < legs.length ? Math.min(day, Math.max(from, legStart(pass, i + 1))) : day
    if (next > from) sum += gain(route, totals, legs[i]!.place, from, next, pass.planting)
    from = next
  }
  return sum
}

/** What checks say of the age: the leaf clock that of a plant with so many true leaves, plug and roots how far it is in its cell. */
function agesSeen(ledger: Ledger, way: Way): SeenAge[] {
  const { leafInterval, firstLeaf } = way.crop.growth
  return ledger.checks.flatMap(({ on, entry: { what } }) => {
    const age =
      what.leaves === undefined || what.leaves < 1 || leafInterval === undefined
        ? undefined
        : leafAge(what.leaves + 0.5, leafInterval, firstLeaf)
    const plug =
      what.roots === 'circling-hard'
        ? 'outgrown'
        : what.lifts === true
          ? 'holds'
          : what.lifts === false || what.roots === 'none'
            ? 'falls-apart'
            : undefined
    return age === undefined && plug === undefined ? [] : [{ on, age, plug }]
  })
}

const NO_PLUGS: Progress['plugs'] = []

function plugsSeen(ledger: Ledger, route: Route, pass: Pass): Progress['plugs'] {
  if (ledger.checks.length === 0) return NO_PLUGS
  return ledger.checks.flatMap(({ on, entry: { what } }) =>
    what.lifts === undefined || on < pass.emergence
      ? []
      : [{ on, age: ageOn(route, pass, on), ready: readyAgeOn(route, pass, on), holds: what.lifts }],
  )
}

/** Age at which the plug holds in the container it stands in on a day. */
function readyAgeOn({ legs, steps }: Route, pass: Pass, on: Day): number {
  let { ready } = steps[0]!
  for (let i = 1; i < legs.length && legStart(pass, i) <= on; i++) {
    const { step, starts } = legs[i]!
    if (starts.by === 'potting') ready = rootedIn(steps[step]!.ready, steps[step - 1]!.ready, legAge(pass, i))
  }
  return ready
}

function amounts(
  planned: Batch,
  ledger: Ledger,
  way: Way,
  share: number,
  { steps, stepOf, legs, lines, begun }: Taken,
  stand: StandForecast | undefined,
) {
  const sizing = planned.sizing
  const usual = stepOf.map((step) => (sizing && step >= 0 ? way.cellsIn(step, sizing) : 0))
  let current = 0
  const cells = [...usual]
  const sown = ledger.sown?.entry.what.cells
  if (sown !== undefined) cells[0] = sown
  for (let leg = 1; leg < legs.length; leg++) {
    const { step, starts } = legs[leg]!
    if (starts.by !== 'potting' || begun[leg] === undefined) continue
    current = step
    // What nobody had planned is taken to hold all that was there.
    cells[step] =
      lines[leg]?.entry.what.cells ?? (stepOf[step]! < 0 ? (ledger.plants ?? cells[step - 1]!) : cells[step]!)
  }
  const sownShare = sown !== undefined && usual[0]! > 0 ? sown / usual[0]! : 1
  const usualPlants = planned.plants + (sizing?.spare ?? 0)
  const plants = ledger.plants ?? (stand ? stand.mean * share : usualPlants * sownShare * share)
  // Only what is needed is carried on, and no more than there is.
  let left = 1
  for (let step = current + 1; step < steps.length; step++) {
    left *= way.survivals[stepOf[step]! - 1] ?? 1
    const fit =
      ledger.plants !== undefined
        ? plants * left
        : stand
          ? stand.cells * share * left
          : usual[step]! * sownShare * share
    cells[step] = Math.max(0, Math.min(Math.ceil(usual[step]! * share - 1e-9), Math.ceil(fit - 1e-9)))
  }
  // Cells that left, or came, while it stood in one container.
  const cuts: { on: Day; cells: number }[] = []
  let now = cells[0]!
  for (const { on, entry } of ledger.lines) {
    const { what } = entry
    if (
      ((what.did === 'task' && (what.task === 'sow' || what.task === 'pot-up')) ||
        (what.did === 'moved' && what.container !== undefined)) &&
      what.cells !== undefined
    )
      now = what.cells
    if (what.did === 'split') {
      now = `${rootOf(entry.batch!)}~${what.part}` === ledger.id ? what.cells : now - what.cells
      cuts.push({ on, cells: now })
    }
    if (what.did === 'merge' && what.into === ledger.id && ledger.cells !== undefined)
      cuts.push({ on, cells: (now = ledger.cells) })
  }
  return { cells, cuts, plants: Math.max(0, plants) }
}

/** The way with the route a batch really takes; what it shares with the planned way stays shared. */
function along(way: Way, route: Route, climate: Climate): Way {
  const own = Object.create(way) as { -readonly [Part in keyof Way]: Way[Part] }
  const define = (part: keyof Way, value: unknown) => Object.defineProperty(own, part, { value, enumerable: true })
  define('route', route)
  if (route.steps.some((step, i) => step !== way.route.steps[i])) {
    const flats = way.method.sowing.policy === 'flat'
    define('traysOf', (step: number, cells: number) =>
      traysIn(route.steps[step]!.container, cells, flats && step === 0),
    )
    define('trayPlacesOf', (step: number, cells: number) =>
      trayPlacesIn(route.steps[step]!.container, cells, flats && step === 0),
    )
  }
  const used = [...placesOf(route)]
  const measured = climate !== way.route.climate
  if (measured || used.some((place) => way.temperature[place] === undefined)) {
    const { crop } = way
    const filled = <T>(totals: readonly T[], make: (place: number) => T) => {
      const all = measured ? [] : [...totals]
      for (const place of used) all[place] ??= make(place)
      return all
    }
    define(
      'temperature',
      filled(way.temperature, (place) => climate.temperature(place)),
    )
    define(
      'warmth',
      filled(way.warmth, (place) => climate.warmth(place, crop.growth)),
    )
    define(
      'coldNights',
      nightsByLimit((below) => filled(way.coldNights(below), (place) => climate.coldNights(place, below))),
    )
    if (way.hotDays)
      define(
        'hotDays',
        filled(way.hotDays, (place) => climate.hotDays(place, crop.stressAbove!)),
      )
    define(
      'closedDays',
      filled(way.closedDays, (place) => climate.closedDays(place)),
    )
  }
  return own
}
