/** Batches as they really are: what was recorded holds, what is overdue waits for today, the rest is forecast. */
import type { Entry } from '../../season/schema'
import { parseDay, type Day } from '../calendar/day'
import type { Climate } from '../climate/climate'
import { leafAge } from '../growth/rate'
import { batchAsItIs, type Batch } from '../plan/batch'
import { Course } from '../plan/course'
import type { Way } from '../plan/ways'
import { gain, legStart, type Pass } from '../schedule/forward'
import type { Route, TailLeg } from '../schedule/route'
import { cellYield, meanYield } from '../sizing/cell'
import { passFrom, type Happened, type SeenAge } from './pass'
import { standForecast, type StandForecast } from './stand-count'
import { rootOf, tallyOf, type Line, type Tallied, type Tally } from './tally'

/** How far a batch is. */
export type Standing = 'to-sow' | 'sown' | 'up' | 'hardening' | 'planted' | 'gone'

/** What has happened to a batch, beside what was planned for it. */
export interface AsItIs {
  planned: Batch
  tally: Tally
  /** Every part of the batch it belongs to, and what of its records could not be. */
  all: Tallied
  standing: Standing
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
  /** Work planned before this day counts as done as planned: nobody kept records then. */
  since: Day
  /** The day it is: what was due before and was not done cannot come before it. */
  today: Day
}

/** Reality of a season's records; `undefined` where nothing was ever recorded. */
export function realityOf(entries: readonly Entry[], byBatch: Reality['byBatch'], today: Day): Reality | undefined {
  if (entries.length === 0) return undefined
  let since = Infinity
  for (const { at } of entries) since = Math.min(since, parseDay(at.slice(0, 10)))
  return { byBatch, since: Math.min(since, today), today }
}

/** Whether anything of a batch that is only planned was due while records were kept, and has not been recorded. */
function isOverdue({ sow, plantOn, stays }: Batch, { since, today }: Reality): boolean {
  const due = (day: Day) => day >= since && day < today
  return sow !== undefined && ((sow < today && due(sow)) || due(plantOn) || stays.some(({ from }) => due(from)))
}

/**
 * A planned batch as it really is, with its parts.
 *
 * @returns the batch as planned where nothing has happened to it and nothing is overdue
 */
export function asItIs(planned: Batch, reality: Reality, climate: Climate, placeNumber: ReadonlyMap<string, number>): Batch[] {
  const entries = reality.byBatch.get(planned.id)
  if (!planned.pass || (!entries && !isOverdue(planned, reality))) return [planned]
  const all = tallyOf(planned.id, entries ?? [])
  const [root] = all.parts
  if (all.parts.length === 1 && !root!.sown && root!.done.size === 0 && root!.dropped.size === 0 && root!.waits.size === 0 && !root!.ended && !isOverdue(planned, reality)) {
    // Notes and labels alone change no day.
    return [planned]
  }
  const shares = sharesOf(all)
  return all.parts.map((tally) => oneAsItIs(planned, tally, all, shares.get(tally.id) ?? 1, reality, climate, placeNumber))
}

/** Share of the batch that each part is now. */
function sharesOf(all: Tallied): Map<string, number> {
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
function linesOf({ parts }: Tallied): Line[] {
  const seen = new Set<string>()
  const lines = parts.flatMap(({ lines: own }) => own).filter(({ entry }) => !seen.has(entry.id) && seen.add(entry.id))
  return lines.sort((a, b) => a.on - b.on || (a.entry.at < b.entry.at ? -1 : 1))
}

function oneAsItIs(planned: Batch, tally: Tally, all: Tallied, share: number, reality: Reality, climate: Climate, placeNumber: ReadonlyMap<string, number>): Batch {
  const { since, today } = reality
  const { way, pass: plannedPass } = planned
  const { route, method } = way
  const harden = method.stages.length
  const doneOn = (task: string, nth: number) => tally.done.get(`${task}/${nth}`)
  /** Day a step was taken: as recorded, or as planned where nobody kept records yet. */
  const taken = (line: Line<'task'> | undefined, plannedOn: Day | undefined): Day | undefined => line?.on ?? (plannedOn !== undefined && plannedOn < since ? plannedOn : undefined)
  const notBefore = (task: string, nth: number) => Math.max(today, until(tally, task, nth))
  const sowTask = route.boughtAge === undefined ? 'sow' : 'receive'
  const sownOn = taken(tally.sown, planned.sow)
  const sow = sownOn ?? Math.max(planned.sow!, notBefore(sowTask, 0))
  const planting = taken(tally.planted ?? doneOn('plant', 0), planned.plantOn)
  const plantOn = Math.max(sow + 1, planting ?? Math.max(planned.plantOn, notBefore('plant', 0)))

  // A potting that was dropped leaves it in the container before; a move that was dropped leaves it where it is.
  const dropped = (kind: string, stage: number) => tally.dropped.has(`${kind}/${stage}`)
  const stop = route.legs.findIndex(({ starts, stage }) => starts.by === 'potting' && dropped('pot-up', stage))
  const kept = route.legs.flatMap((leg, i) => ((stop >= 0 && i >= stop) || (leg.starts.by === 'age' && dropped('move', leg.stage)) ? [] : [{ leg, i }]))
  const place = (line: Line<'task'> | undefined, usual: number) => (line?.entry.what.place === undefined ? usual : (placeNumber.get(line.entry.what.place) ?? usual))
  const taskOf = (stage: number, potting: boolean) => (potting ? doneOn('pot-up', stage) : doneOn('move', stage))
  const leftHeat = doneOn('leave-heat', 0)
  const germPlace = place(tally.sown, route.germPlace)
  const stays = new Map(planned.stays.map((stay) => [stay.stage, stay]))
  const legs = kept.map(({ leg }, k) => {
    if (k === 0) return { ...leg, place: place(leftHeat, germPlace === route.germPlace ? leg.place : route.germPlace === leg.place ? germPlace : leg.place) }
    return { ...leg, place: place(taskOf(leg.stage, leg.starts.by === 'potting'), leg.place) }
  })
  const tail: TailLeg[] = []
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
    tail.push({ ...leg, place: place(line, leg.place), daysBefore: Math.min(daysBefore, tail.at(-1)?.daysBefore ?? Infinity) })
  }
  const begun = kept.map(({ leg, i }, k) => {
    if (k === 0) return undefined
    const plannedOn = legStart(plannedPass!, i)
    return taken(taskOf(leg.stage, leg.starts.by === 'potting'), plannedOn < planned.plantOn ? plannedOn : undefined)
  })
  const measured = climate !== route.climate
  const actual: Route = { ...route, climate, germPlace, legs, tail, emergenceTotals: measured ? [] : [...route.emergenceTotals], growthTotals: measured ? [] : [...route.growthTotals] }
  for (const at of new Set([germPlace, ...legs.map((leg) => leg.place), ...tail.map((leg) => leg.place)])) {
    actual.emergenceTotals[at] ??= climate.emergence(at, route.germination)
    actual.growthTotals[at] ??= climate.growth(at, route.growth)
  }
  const happened: Happened = {
    sown: sow,
    leftHeat: taken(leftHeat, plannedPass!.leavesHeat < planned.plantOn && stays.has(0) ? plannedPass!.leavesHeat : undefined),
    legs: begun,
    seen: [],
    notBefore: kept.map(({ leg }, k) => (k === 0 ? notBefore('leave-heat', 0) : notBefore(leg.starts.by === 'potting' ? 'pot-up' : 'move', leg.stage))),
  }
  // Without heat to leave there is nothing to wait for: it comes off by itself.
  if (germPlace === legs[0]!.place && happened.leftHeat === undefined && !stayedInHeat(planned)) happened.notBefore = happened.notBefore.map((day, k) => (k === 0 ? -Infinity : day))

  let stand: StandForecast | undefined
  const survival = way.survivals.reduce((product, one) => product * one, 1)
  const plainPass = passFrom(actual, happened, plantOn)
  if (tally.counts.length > 0 && route.boughtAge === undefined && sownCells(tally, planned) > 0) {
    stand = standOf(actual, way, planned, tally, plainPass, survival)
    if (Math.abs(stand.pace - 1) > 0.005) {
      actual.pace *= stand.pace
      actual.leaveHeatShare *= stand.pace
    }
  }
  const seen = agesSeen(tally, way)
  const pass = stand || seen.length > 0 ? passFrom(actual, { ...happened, seen }, plantOn) : plainPass

  const standing: Standing = tally.ended
    ? 'gone'
    : dropped(sowTask, 0) || dropped('plant', 0)
      ? 'gone'
      : planting !== undefined
        ? 'planted'
        : sownOn === undefined
          ? 'to-sow'
          : tail.some(({ stage, daysBefore }) => stage === 'hardening' && plantOn - daysBefore <= today && taken(doneOn('harden', harden), planned.plantOn - daysBefore) !== undefined)
            ? 'hardening'
            : leftHeat || pass.emergence <= today
              ? 'up'
              : 'sown'
  const { cells, cuts, plants } = amounts(planned, tally, way, share, begun, stand)
  const known: AsItIs = {
    planned,
    tally,
    all,
    standing,
    today,
    cells,
    stand,
    plants,
    share,
    cuts,
    begins: tally.splitOff?.on ?? -Infinity,
    ends: tally.ended?.on ?? dropDay(tally, sowTask) ?? Infinity,
  }
  const part = tally.id === planned.id ? undefined : tally.id.split('~')[1]
  const wanted = Math.round(planned.plants * share)
  const sought = {
    id: tally.id,
    code: part === undefined ? planned.code : `${planned.code}/${part}`,
    planting: planned.planting,
    n: planned.n,
    plants: standing === 'planted' ? (tally.plants ?? wanted) : wanted,
    plantOn,
    sowOn: planned.sowOn,
    age: planned.age,
    otherwise: planned.otherwise,
    // A part, and what it was split from, are not one batch any more that could be planned otherwise.
    pinned: planned.pinned || all.parts.length > 1,
  }
  return batchAsItIs(planned, sought, new Course(along(way, actual, climate), plantOn, planned.agePoint, sow, [], pass), known)
}

const stayedInHeat = ({ stays }: Batch) => stays.some(({ kind }) => kind === 'germinate')

/** First day a task may be done, where it was put off. */
function until(tally: Tally, task: string, nth: number): Day {
  const wait = tally.waits.get(`${task}/${nth}`)
  return wait ? parseDay(wait.entry.what.until) : -Infinity
}

function dropDay(tally: Tally, sowTask: string): Day | undefined {
  return (tally.dropped.get(`${sowTask}/0`) ?? tally.dropped.get('plant/0'))?.on
}

const sownCells = (tally: Tally, planned: Batch): number => tally.sown?.entry.what.cells ?? planned.sizing?.cells ?? 0

/** What the counts of a batch say of its stand. Counts before a split are of the whole. */
function standOf(route: Route, way: Way, planned: Batch, tally: Tally, pass: Pass, survival: number): StandForecast {
  const flats = way.method.sowing.policy === 'flat'
  const cells = flats ? (tally.sown?.entry.what.seeds ?? planned.sizing!.cells) : sownCells(tally, planned)
  const counts = tally.counts.map(({ on, entry: { what } }) => ({
    cells: Math.min(cells, what.cells),
    showing: Math.min(cells, what.showing, what.cells),
    thermalShare: thermalShareOn(route, pass, on) / (route.boughtAge === undefined ? route.pace : 1),
  }))
  const { germination, testedSeeds } = planned.seed
  return standForecast({ cells, seedsPerCell: flats ? 1 : way.seedsPerCell, germination, testedSeeds, spread: route.germination.spread, survival, perCell: plantsPerCell(way, germination) }, counts, 'coarse')
}

/** Plants that a cell with seedlings gives: those kept of the seeds in it, on average. */
export function plantsPerCell({ keep, seedsPerCell }: Pick<Way, 'keep' | 'seedsPerCell'>, germination: number): number {
  if (keep <= 1) return 1
  const any = 1 - (1 - germination) ** seedsPerCell
  return any <= 0 ? 1 : meanYield(cellYield({ seedsPerCell, keep }, germination, 1)) / any
}

/** Sum of daily rates from sowing to a day, at the pace of the kind: heat first, then the place it grows in. */
export function thermalShareOn(route: Route, pass: Pass, day: Day): number {
  const { emergenceTotals: totals, germPlace } = route
  const left = Math.min(day, pass.leavesHeat)
  const inHeat = left > pass.sown ? gain(route, totals, germPlace, pass.sown, left, pass.planting) : 0
  return inHeat + (day > left ? gain(route, totals, route.legs[0]!.place, left, day, pass.planting) : 0)
}

/** What checks say of the age: the leaf clock that of a plant with so many true leaves, plug and roots how far it is in its cell. */
function agesSeen(tally: Tally, way: Way): SeenAge[] {
  const { leafInterval, firstLeaf } = way.crop.growth
  return tally.checks.flatMap(({ on, entry: { what } }) => {
    const age = what.leaves === undefined || what.leaves < 1 || leafInterval === undefined ? undefined : leafAge(what.leaves + 0.5, leafInterval, firstLeaf)
    const plug = what.roots === 'circling-hard' ? 'outgrown' : what.lifts === true ? 'holds' : what.lifts === false || what.roots === 'none' ? 'falls-apart' : undefined
    return age === undefined && plug === undefined ? [] : [{ on, age, plug }]
  })
}

function amounts(planned: Batch, tally: Tally, way: Way, share: number, begun: readonly (Day | undefined)[], stand: StandForecast | undefined) {
  const { steps, legs } = way.route
  const sizing = planned.sizing
  const usual = steps.map((_, step) => (sizing ? way.cellsIn(step, sizing) : 0))
  let current = 0
  const cells = [...usual]
  const sown = tally.sown?.entry.what.cells
  if (sown !== undefined) cells[0] = sown
  for (let leg = 1; leg < legs.length; leg++) {
    const { step, stage, starts } = legs[leg]!
    if (starts.by !== 'potting' || begun[leg] === undefined) continue
    current = step
    cells[step] = tally.done.get(`pot-up/${stage}`)?.entry.what.cells ?? cells[step]!
  }
  const sownShare = sown !== undefined && usual[0]! > 0 ? sown / usual[0]! : 1
  const usualPlants = planned.plants + (sizing?.spare ?? 0)
  const plants = tally.plants ?? (stand ? stand.mean * share : usualPlants * sownShare * share)
  // Only what is needed is carried on, and no more than there is.
  let left = 1
  for (let step = current + 1; step < steps.length; step++) {
    left *= way.survivals[step - 1] ?? 1
    const fit = tally.plants !== undefined ? plants * left : stand ? stand.cells * share * left : usual[step]! * sownShare * share
    cells[step] = Math.max(0, Math.min(Math.ceil(usual[step]! * share - 1e-9), Math.ceil(fit - 1e-9)))
  }
  // Cells that left, or came, while it stood in one container.
  const cuts: { on: Day; cells: number }[] = []
  let now = cells[0]!
  for (const { on, entry } of tally.lines) {
    const { what } = entry
    if (what.did === 'task' && (what.task === 'sow' || what.task === 'pot-up') && what.cells !== undefined) now = what.cells
    if (what.did === 'split') {
      now = `${rootOf(entry.batch!)}~${what.part}` === tally.id ? what.cells : now - what.cells
      cuts.push({ on, cells: now })
    }
    if (what.did === 'merge' && what.into === tally.id && tally.cells !== undefined) cuts.push({ on, cells: (now = tally.cells) })
  }
  return { cells, cuts, plants: Math.max(0, plants) }
}

/** The way with the route a batch really takes; what it shares with the planned way stays shared. */
function along(way: Way, route: Route, climate: Climate): Way {
  const own = Object.create(way) as { -readonly [Part in keyof Way]: Way[Part] }
  const define = (part: keyof Way, value: unknown) => Object.defineProperty(own, part, { value, enumerable: true })
  define('route', route)
  const used = [route.germPlace, ...route.legs.map(({ place }) => place), ...route.tail.map(({ place }) => place)]
  const measured = climate !== way.route.climate
  if (measured || used.some((place) => way.temperature[place] === undefined)) {
    const { crop } = way
    const filled = <T>(totals: readonly T[], make: (place: number) => T) => {
      const all = measured ? [] : [...totals]
      for (const place of used) all[place] ??= make(place)
      return all
    }
    define('temperature', filled(way.temperature, (place) => climate.temperature(place)))
    define('warmth', filled(way.warmth, (place) => climate.warmth(place, crop.growth)))
    if (way.coldNights) define('coldNights', filled(way.coldNights, (place) => climate.coldNights(place, crop.minNight!)))
    if (way.hotDays) define('hotDays', filled(way.hotDays, (place) => climate.hotDays(place, crop.stressAbove!)))
    define('closedDays', filled(way.closedDays, (place) => climate.closedDays(place)))
  }
  return own
}
