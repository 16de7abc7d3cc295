/** How a practice season went, planting by planting: beside everything done as planned, and beside what could have been known. */
import type { Season } from '../../season/schema'
import { standDecision, type StandChoice, type StandDecision } from '../advice/stand-choices'
import type { Batch } from '../batch/batch'
import { formatDay, parseDay, type Day } from '../calendar/day'
import { createClimate } from '../climate/climate'
import { measuredOf } from '../climate/measured'
import { sowingRecord } from '../drills/stands'
import { thermalShareFor } from '../germination/emergence'
import { createPlanner, type Plan } from '../plan/plan'
import { thermalShareOn } from '../progress/seen'
import { routeIn } from '../rehearsal/one-batch'
import { GRACE, isInTime } from '../rehearsal/years'
import { forwardPass, limitDay, readyDay } from '../schedule/forward'
import type { Route } from '../schedule/route'
import { isBoughtIn } from '../sowing/policies'
import { plantsOn, reallyOf } from './really'
import { atItsPace, cellsOn, CHANCE, drawSowing, plantsIn } from './sowing'

/** The call there was to make about a stand: what showed on the day nine in ten should be up, and what was to be done. */
export interface Call {
  on: Day
  cells: number
  showing: number
  decision: StandDecision
  advised: StandChoice['kind']
  /** Whether somebody had counted it by a week after. */
  counted: boolean
  /** What was done: sown again, doubles moved, or nothing. */
  did: 'resow' | 'fill' | 'nothing'
}

/** What became of plants that were planted, or were to be. */
export interface Yours {
  /** Good plants, planted on time. */
  onTime: number
  /** Planted too early to hold together, too late, or past their best. */
  otherwise: number
  /** First day on which any were planted. */
  planted: Day | undefined
}

export interface Judged {
  batch: Batch
  wanted: number
  yours: Yours
  /** Plants on time had everything been done as planned, and nothing else. */
  asPlanned: number
  /** The same, with its stand counted and the advice followed. */
  best: number
  call: Call | undefined
}

const ENOUGH_UP = 0.9
const LOOKS = 3 // times a stand is looked at again, where waiting is advised
const WEEK = 7

/** Everything that is over by the day it is, in the order of its planting days. */
export function judgePractice(plan: Plan, seed: number): Judged[] {
  const { season, today = -Infinity } = plan
  const again = resownFor(season)
  const roots = plan.batches.filter(
    (batch) =>
      !again.has(batch.planting.key) &&
      rootOf(batch).id === batch.id &&
      rootOf(batch).plantOn + GRACE < today &&
      rootOf(batch).sow !== undefined &&
      rootOf(batch).sizing !== undefined &&
      !isBoughtIn(batch.way.method),
  )
  const judge = judging(plan, seed)
  return roots
    .map((batch) =>
      judge(
        batch,
        [...again].filter(([, of]) => of === rootOf(batch).id).map(([key]) => key),
      ),
    ) // prettier-ignore
    .sort((a, b) => rootOf(a.batch).plantOn - rootOf(b.batch).plantOn)
}

const rootOf = (batch: Batch): Batch => batch.progress?.planned ?? batch

/** Plantings that were sown for another that failed, with its batch. */
function resownFor({ records }: Pick<Season, 'records'>): Map<string, string> {
  return new Map(records.flatMap(({ what, batch }) => (what.did === 'resow' && batch !== undefined ? [[what.as, batch] as const] : []))) // prettier-ignore
}

function judging(plan: Plan, seed: number) {
  const { season } = plan
  const base = plan.batches.find(({ way }) => way.refused.length === 0)?.progress?.planned.way.route.climate
    ?? plan.batches.find(({ way }) => way.refused.length === 0)?.way.route.climate // prettier-ignore
  const climate = base && createClimate(season.site, season.places, base.from, base.to, measuredOf({ readings: season.readings, records: [] }), base) // prettier-ignore
  const year = { seed, n: 0, climate, totals: new Map(), leftTo: CHANCE }
  return (batch: Batch, resown: readonly string[]): Judged => {
    const root = rootOf(batch)
    const parts = plan.batches.filter((one) => rootOf(one).id === root.id || resown.includes(one.planting.key))
    const yours = parts.map((part) => yoursOf(part, root, seed)).reduce(together)
    const route = routeIn(root.way, year, -Infinity)
    const own = asPlannedOf(root, route, seed)
    const { extra, call } = bestOf(season, root, route, seed)
    const wanted = root.plants
    return {
      batch,
      wanted,
      yours,
      asPlanned: Math.min(wanted, own),
      best: Math.min(wanted, own + extra),
      call: call && { ...call, ...didOf(parts, call.on, resown.length > 0) },
    }
  }
}

const together = (a: Yours, b: Yours): Yours => ({
  onTime: a.onTime + b.onTime,
  otherwise: a.otherwise + b.otherwise,
  planted: a.planted === undefined || (b.planted !== undefined && b.planted < a.planted) ? b.planted : a.planted,
})

/** Good plants that really were in what was planted, and whether that was their time. */
function yoursOf(part: Batch, { plantOn }: Batch, seed: number): Yours {
  const planted = part.progress?.ledger.planted
  const really = planted && reallyOf(part, seed)
  if (!planted || !really) return { onTime: 0, otherwise: 0, planted: undefined }
  const plants = Math.min(plantsOn(really, planted.on), planted.entry.what.plants ?? Infinity)
  const [ready, limit] = [readyDay(really.route, really.pass), limitDay(really.route, really.pass)]
  const isGood = ready <= planted.on && planted.on <= limit && planted.on <= plantOn + GRACE
  return { onTime: isGood ? plants : 0, otherwise: isGood ? 0 : plants, planted: planted.on }
}

/** Plants on time of a sowing on its day, carried on stage by stage in the numbers that were planned. */
function asPlannedOf(root: Batch, route: Route, seed: number): number {
  const { counts, cells } = root.sizing!
  return onTimeOf(root, route, { seed, cells, sown: root.sow!, name: root.id, most: Math.min(...counts.slice(1)) })
}

interface Sown {
  seed: number
  cells: number
  sown: Day
  name: string
  most: number
}

function onTimeOf(root: Batch, planned: Route, { seed, cells, sown, name, most }: Sown): number {
  const sowing = drawSowing(root, seed, cells, name)
  const route = atItsPace(planned, root.way.route, sowing)
  const pass = forwardPass(route, sown, root.plantOn)
  const parted = (sowing.divisions ?? []).reduce((product, parts) => product * parts, 1)
  const plants = Math.min(most, plantsIn(cellsOn(sowing, route, pass, root.plantOn)) * parted)
  return isInTime(root, { ready: readyDay(route, pass), limit: limitDay(route, pass), waits: 0 }) ? plants : 0
}

/** The call there was to make, by what could be seen on its day, and the plants that following it brings. */
function bestOf(season: Season, root: Batch, route: Route, seed: number) {
  const { planting, way, plantOn } = root
  const planner = createPlanner()
  const { cells } = root.sizing!
  const sowing = drawSowing(root, seed, cells)
  const really = atItsPace(route, way.route, sowing)
  const pass = forwardPass(really, root.sow!, plantOn)
  const goal = thermalShareFor(ENOUGH_UP, way.route.germination.spread) * way.route.pace
  let on = root.sow! + 1
  while (on < plantOn && thermalShareOn(route, pass, on) < goal) on++
  let found: Omit<Call, 'counted' | 'did'> | undefined
  for (let looks = 0; looks < LOOKS && on < plantOn; looks++) {
    const own: Season = {
      ...season,
      plantings: [planting],
      records: [sowingRecord(root)],
      // Nobody knew on that day what the weather was to be.
      readings: season.readings.map((one) => ({ ...one, days: one.days.filter((day) => parseDay(day.on) < on) })),
    }
    const plan = planner.plan(own, on)
    const batch = plan.byId.get(root.id)
    if (!batch?.progress || !batch.pass) return { extra: 0, call: undefined }
    const seen = cellsOn(sowing, really, pass, on)
    const showing = seen.filter(({ stands }) => stands).length
    const doubles = seen.filter(({ double }) => double).length
    const decision = standDecision(planner, own, batch, { cells, showing, doubles }, on, [], plan.lots)
    const [first] = decision.choices
    found = { on, cells, showing, decision, advised: first!.kind }
    if (first!.kind !== 'wait') {
      const extra =
        first!.kind === 'resow'
          ? onTimeOf(root, route, { seed, cells: first!.resow.cells, sown: on, name: `${root.id} resown`, most: Infinity }) // prettier-ignore
          : first!.kind === 'resow-here'
            ? onTimeOf(root, route, { seed, cells: first!.cells, sown: on, name: `${root.id} again 0`, most: Infinity })
            : first!.kind === 'fill'
              ? Math.floor(first!.blanks * decision.fillSurvival)
              : 0
      return { extra, call: found }
    }
    on = Math.max(on + 1, first!.until)
  }
  return { extra: 0, call: found }
}

/** What was done about a stand, by a week after the day there was something to decide. */
function didOf(parts: readonly Batch[], on: Day, isResown: boolean): Pick<Call, 'counted' | 'did'> {
  const lines = parts.flatMap(({ progress }) => progress?.ledger.lines ?? [])
  const did = (what: string) => lines.some(({ entry }) => entry.what.did === what)
  return {
    counted: lines.some((line) => line.entry.what.did === 'count' && line.on <= on + WEEK),
    did: isResown || did('sow-again') ? 'resow' : did('fill') ? 'fill' : 'nothing',
  }
}

/** Sums over what is over. */
export interface Sums {
  wanted: number
  onTime: number
  otherwise: number
  asPlanned: number
  best: number
  /** Plants that would have to be bought in: wanted, and not planted on time. */
  toBuy: number
}

export const sumsOf = (judged: readonly Judged[]): Sums =>
  judged.reduce<Sums>(
    (sum, { wanted, yours, asPlanned, best }) => ({
      wanted: sum.wanted + wanted,
      onTime: sum.onTime + Math.min(wanted, yours.onTime),
      otherwise: sum.otherwise + yours.otherwise,
      asPlanned: sum.asPlanned + asPlanned,
      best: sum.best + best,
      toBuy: sum.toBuy + Math.max(0, wanted - yours.onTime),
    }),
    { wanted: 0, onTime: 0, otherwise: 0, asPlanned: 0, best: 0, toBuy: 0 },
  )

/** First day of a season on which something is sown. */
export function firstSowing({ batches, from }: Pick<Plan, 'batches' | 'from'>): string {
  const sown = batches.flatMap(({ sow, way }) => (sow === undefined || isBoughtIn(way.method) ? [] : [sow]))
  return formatDay(sown.length === 0 ? from : Math.min(...sown))
}
