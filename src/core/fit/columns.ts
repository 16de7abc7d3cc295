/** A season made into a problem of fit: what is limited, and for each batch the columns it may choose from. */
import type { Season } from '../../season/schema'
import { weekStart, type Day } from '../calendar/day'
import { crewIsLimited, needs, overfullWeight, served, type Limit } from '../capacity/limits'
import { freeOn, placeCapacity } from '../capacity/load'
import { ownedOver } from '../capacity/owned'
import { crewHours, spreadOverWeeks, type Work } from '../labour/labour'
import type { Batch, Stay } from '../batch/batch'
import type { Plan, Planner } from '../plan/plan'
import { workOfBatch } from '../batch/work'
import { fixedBy, optionSteps, partAs, type Fixed, type Option } from './options'
import { priceInAll, priceOf } from './prices'
import type { Column, FitProblem, Resource, Use } from './problem'

/** A season as a problem of fit. */
export interface FitSeason {
  problem: FitProblem
  /** First day of the problem. */
  origin: Day
  /** What each resource limits. */
  limits: readonly Limit[]
  /** What parts of a batch cost and take; a change costs a little of itself. */
  columnOf(batch: Batch): (parts: readonly Batch[]) => Column
  /** In the order of the plan. */
  batches: { batch: Batch; fixed: Fixed | undefined; options: Option[] }[]
}

export interface FitWanted {
  /** What lies before this day has happened and stays as it was. */
  from: Day
  /** Most columns of one batch. */
  most?: number
}

const MOST = 100

/** The problem of fit of a planned season. */
export function fitSeason(planner: Planner, plan: Plan, wanted: FitWanted): FitSeason {
  const steps = fitSteps(planner, plan, wanted)
  for (;;) {
    const { done, value } = steps.next(undefined)
    if (done) return value
  }
}

/**
 * As `fitSeason`, in two steps: with the columns that help most often first, so that something can be shown soon, and then
 * with all of them.
 *
 * @returns the whole problem; told what was chosen of the first, it has those columns too
 */
export function* fitSteps(
  planner: Planner,
  plan: Plan,
  { from, most = MOST }: FitWanted,
): Generator<FitSeason, FitSeason, ArrayLike<number> | undefined> {
  const { season } = plan
  const { fit } = season.habits
  const limits = plan.limits.filter(({ kind, load }) =>
    kind === 'crew' ? crewIsLimited(season.habits) : load.capacity.some(Number.isFinite),
  )
  const latest = plan.batches.reduce(
    (day, batch) => Math.max(day, batch.plantOn + (batch.planting.may?.later ?? fit.later)),
    plan.to,
  )
  const washed = season.containers.reduce((days, { washDays }) => Math.max(days, washDays), 0)
  const origin = weekStart(
    Math.max(from, Math.min(...plan.batches.map(({ sow, plantOn }) => (sow ?? plantOn) - 90), from + 3650)),
  )
  const days = Math.max(7, Math.ceil((latest + washed + 9 - origin) / 7) * 7)
  const uses = usesIn(season, limits, origin, days)
  const resources = limits.map((limit): Resource => {
    const capacity = capacityOver(season, limit, origin, days)
    // What is over in days gone by cannot be helped and is not counted.
    if (limit.kind !== 'crew') capacity.fill(Infinity, 0, Math.max(0, Math.min(days, from - origin)))
    return { capacity, weight: overfullWeight(limit.kind) }
  })
  const room = (place: number, a: Day, b: Day) => {
    const load = plan.places[place]!
    let free = 0
    for (let day = a; day < b; day += 3) free += Math.max(0, freeOn(load, day))
    return free
  }
  const columnOf =
    (batch: Batch) =>
    (parts: readonly Batch[]): Column => {
      const stands = parts[0] === batch
      let cost = stands ? 0 : fit.changed * parts.length
      const taken: Use[] = []
      for (const part of parts) {
        const work = workOfBatch(part, season.habits)
        cost += priceInAll(priceOf(part, part.plantOn - batch.plantOn, season, work))
        for (const use of uses(part, work)) taken.push(use)
      }
      return { cost, uses: taken }
    }
  const makers = plan.batches.map((batch) => {
    const fixed = fixedBy(batch, from)
    if (fixed)
      return {
        batch,
        fixed,
        steps: undefined,
        options: [{ kind: 'as it stands', parts: [partAs(batch)], column: columnOf(batch)([batch]) }],
      }
    const steps = optionSteps({ planner, season, batch, from, room, columnOf: columnOf(batch) })
    return { batch, fixed, steps, options: steps.next().value }
  })
  const problemOf = (batches: FitSeason['batches']): FitSeason => ({
    problem: {
      days,
      resources,
      batches: batches.map(({ options }) => ({ columns: options.map(({ column }) => column) })),
    },
    origin,
    limits,
    columnOf,
    batches,
  })
  const first = makers.map(({ batch, fixed, options }) => ({
    batch,
    fixed,
    options: fixed ? options : choose(options, most),
  }))
  const chosen = yield problemOf(first)
  const overNow = overRows(
    resources,
    makers.map(({ options }) => options[0]!.column.uses),
    days,
  )
  return problemOf(
    makers.map(({ batch, fixed, steps, options }, b) => {
      if (!steps) return { batch, fixed, options }
      const all = steps.next().value
      const split = meets(all[0]!.column.uses, overNow, days)
        ? splits(planner, season, batch, all, from, columnOf(batch))
        : []
      return { batch, fixed, options: choose([...all, ...split], most, chosen && first[b]!.options[chosen[b]!]) }
    }),
  )
}

const FEWEST_TRAYS = 3 // a batch of fewer is not split
const MOST_SPLITS = 10

/** Ways to split a batch in two: half as it stands, half another of the ways already found. */
function splits(
  planner: Planner,
  season: Season,
  batch: Batch,
  options: readonly Option[],
  from: Day,
  columnOf: (parts: readonly Batch[]) => Column,
): Option[] {
  const most = Math.max(...batch.stays.map(({ trays }) => trays))
  if (most < FEWEST_TRAYS || batch.sow! < from || batch.plants < 2 || batch.planting.stand) return []
  const half = Math.ceil(batch.plants / 2)
  const { id, code, planting, n, age, confidence } = batch
  const sought = { id, code, planting, n, age, confidence, pinned: false }
  const stays = planner.tryOne(season, {
    ...sought,
    plants: half,
    plantOn: batch.plantOn,
    sowOn: batch.sow,
    otherwise: batch.otherwise,
  })
  const seen = new Set<string>()
  const found: Option[] = []
  for (const {
    kind,
    parts: [part],
  } of options) {
    const { plantOn, sow, otherwise } = part!
    if (
      seen.has(kind) ||
      kind === 'as it stands' ||
      kind === 'sow' ||
      kind.startsWith('both') ||
      kind.startsWith('method')
    )
      continue
    seen.add(kind)
    const other = planner.tryOne(season, { ...sought, plants: batch.plants - half, plantOn, sowOn: sow, otherwise })
    if (!other.sizing || !stays.sizing) continue
    found.push({ kind: `split ${kind}`, parts: [partAs(stays), partAs(other)], column: columnOf([stays, other]) })
    if (found.length >= MOST_SPLITS) break
  }
  return found
}

/** Capacity of a limit over the days of the problem. */
function capacityOver(season: Season, { kind, of }: Limit, origin: Day, days: number): Float64Array {
  if (kind === 'place') return placeCapacity(season.places[of]!, origin, origin + days).slice()
  if (kind === 'container') return ownedOver(season.containers[of]!, season.records, origin, origin + days)
  if (kind === 'crew')
    return Float64Array.from({ length: days }, (_, d) => crewHours(season.habits, weekStart(origin + d)))
  return new Float64Array(days).fill(served(season.places[of]!, kind)!)
}

/** What of every resource a batch takes, on the days of the problem: where it stands, if not over its own days, and by its work. */
export function usesIn(
  season: Season,
  limits: readonly Limit[],
  origin: Day,
  days: number,
): (batch: Batch, work: readonly Work[], stays?: readonly Stay[]) => Use[] {
  const byPlace = new Map<number, { resource: number; kind: Limit['kind'] }[]>()
  const byContainer = new Map<number, number>()
  let crew: number | undefined
  limits.forEach(({ kind, of }, resource) => {
    if (kind === 'container') byContainer.set(of, resource)
    else if (kind === 'crew') crew = resource
    else byPlace.set(of, [...(byPlace.get(of) ?? []), { resource, kind }])
  })
  return (batch, all, stays = batch.stays) => {
    const uses: Use[] = []
    const add = (resource: number, from: Day, until: Day, amount: number) => {
      const a = Math.max(0, from - origin)
      const b = Math.min(days, until - origin)
      if (b <= a || amount <= 0) return
      const last = uses.findLast((use) => use.resource === resource)
      if (last && last.until === a && last.amount === amount) last.until = b
      else uses.push({ resource, from: a, until: b, amount })
    }
    const wantsLight = batch.way.crop.germination.light === 'light'
    stays.forEach((stay, i) => {
      for (const { resource, kind } of byPlace.get(stay.place) ?? []) {
        if (kind === 'place' || needs(kind as 'heat', stay, wantsLight))
          add(resource, stay.from, stay.until, stay.trayPlaces)
      }
      const owned = byContainer.get(stay.containerNumber)
      const washed = stays[i + 1]?.containerNumber === stay.containerNumber ? 0 : stay.container.washDays
      if (owned !== undefined) add(owned, stay.from, stay.until + washed, stay.trays)
    })
    if (crew !== undefined) {
      const hours = new Map<number, number>()
      for (const work of all)
        spreadOverWeeks(work, origin, days / 7, (week, some) => hours.set(week, (hours.get(week) ?? 0) + some))
      for (const [week, amount] of [...hours].sort((a, b) => a[0] - b[0]))
        add(crew, origin + week * 7, origin + week * 7 + 7, amount)
    }
    return uses
  }
}

/** Days on which a resource is over as things stand. */
function overRows(resources: readonly Resource[], all: readonly (readonly Use[])[], days: number): Uint8Array {
  const loads = new Float64Array(resources.length * days)
  for (const uses of all)
    for (const { resource, from, until, amount } of uses)
      for (let d = from; d < until; d++) loads[resource * days + d]! += amount
  const over = new Uint8Array(loads.length)
  resources.forEach(({ capacity }, r) => {
    for (let d = 0; d < days; d++) if (loads[r * days + d]! > capacity[d]! + 1e-7) over[r * days + d] = 1
  })
  return over
}

function meets(uses: readonly Use[], over: Uint8Array, days: number): boolean {
  return uses.some(({ resource, from, until }) =>
    over.subarray(resource * days + from, resource * days + until).includes(1),
  )
}

/**
 * The columns worth keeping: none twice, none that another beats in everything, the best of every kind before more of one.
 *
 * @param wanted one that is kept whatever beats it
 */
function choose(all: readonly Option[], most: number, wanted?: Option): Option[] {
  const [stands, ...rest] = all
  const byUses = new Map<number, Option[]>()
  const cheapest: Option[] = []
  for (const one of rest.sort((a, b) => a.column.cost - b.column.cost)) {
    const id = markOf(one.column.uses)
    const same = byUses.get(id)
    if (one !== wanted && same?.some(({ column }) => sameUses(column.uses, one.column.uses))) continue
    if (same) same.push(one)
    else byUses.set(id, [one])
    cheapest.push(one)
  }
  const kept: Option[] = []
  for (const one of cheapest) {
    if (
      one !== wanted &&
      (dominates(stands!.column, one.column) || kept.some(({ column }) => dominates(column, one.column)))
    )
      continue
    kept.push(one)
  }
  if (kept.length < most) return [stands!, ...kept]
  const byKind = new Map<string, Option[]>()
  for (const one of kept) {
    const own = byKind.get(one.kind)
    if (own) own.push(one)
    else byKind.set(one.kind, [one])
  }
  const picked = new Set<Option>(wanted && wanted !== stands ? [wanted] : [])
  for (let turn = 0; picked.size < most - 1; turn++) {
    for (const own of byKind.values()) if (own[turn] && picked.size < most - 1) picked.add(own[turn]!)
  }
  return [stands!, ...kept.filter((one) => picked.has(one))]
}

/** A number that the same uses always have. */
function markOf(uses: readonly Use[]): number {
  let mark = uses.length
  for (const { resource, from, until, amount } of uses)
    mark = (Math.imul(mark, 31) + resource * 7919 + from * 131 + until * 17 + Math.round(amount * 64)) | 0
  return mark
}

function sameUses(a: readonly Use[], b: readonly Use[]): boolean {
  return (
    a.length === b.length &&
    a.every(
      (use, i) =>
        use.resource === b[i]!.resource &&
        use.from === b[i]!.from &&
        use.until === b[i]!.until &&
        use.amount === b[i]!.amount,
    )
  )
}

/** Whether a column costs no more than another and never takes more of anything. */
function dominates(a: Column, b: Column): boolean {
  if (a.cost > b.cost) return false
  return a.uses.every((use) => {
    const { resource, from, until, amount } = use
    return (
      b.uses.some(
        (other) => other.resource === resource && other.from <= from && other.until >= until && other.amount >= amount,
      ) && a.uses.filter((one) => one.resource === resource).length <= 1
    )
  })
}
