/** A season made into a problem of fit: what is limited, and for each batch the columns it may choose from. */
import type { Season } from '../../season/schema'
import { weekStart, type Day } from '../calendar/day'
import { crewIsLimited, needs, overfullWeight, served, type Limit } from '../capacity/limits'
import { freeOn, placeCapacity } from '../capacity/load'
import { crewHours, spreadOverWeeks } from '../labour/labour'
import type { Batch } from '../plan/batch'
import type { Plan, Planner } from '../plan/plan'
import { batchWork } from '../plan/work'
import { fixedBy, optionsOf, type Fixed, type Option } from './options'
import { priceInAll, priceOf } from './prices'
import type { Column, FitProblem, Resource, Use } from './problem'

/** A season as a problem of fit. */
export interface FitSeason {
  problem: FitProblem
  /** First day of the problem. */
  origin: Day
  /** What each resource limits. */
  limits: readonly Limit[]
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
export function fitSeason(planner: Planner, plan: Plan, { from, most = MOST }: FitWanted): FitSeason {
  const { season } = plan
  const { fit } = season.habits
  const limits = plan.limits.filter(({ kind, load }) => (kind === 'crew' ? crewIsLimited(season.habits) : load.capacity.some(Number.isFinite)))
  const latest = plan.batches.reduce((day, batch) => Math.max(day, batch.plantOn + (batch.planting.may?.later ?? fit.later)), plan.to)
  const washed = season.containers.reduce((days, { washDays }) => Math.max(days, washDays), 0)
  const origin = weekStart(Math.max(from, Math.min(...plan.batches.map(({ sow, plantOn }) => (sow ?? plantOn) - 90), from + 3650)))
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
  const columnOf = (option: Option, batch: Batch, changed: boolean): Column => {
    let cost = changed ? fit.changed * option.batches.length : 0
    for (const one of option.batches) cost += priceInAll(priceOf(one, one.plantOn - batch.plantOn, season))
    return { cost, uses: option.batches.flatMap(uses) }
  }
  const batches = plan.batches.map((batch) => {
    const fixed = fixedBy(batch, from)
    const stands: Option = { plantOn: batch.plantOn, sow: batch.sow ?? batch.plantOn, otherwise: batch.otherwise, kind: 'as it stands', batches: [batch] }
    const options = fixed ? [stands] : optionsOf(planner, season, batch, from, room)
    return { batch, fixed, options }
  })
  const overNow = overRows(resources, batches.map(({ batch }) => uses(batch)), days)
  const columns = batches.map((one) => {
    const { batch, fixed } = one
    if (fixed) return [columnOf(one.options[0]!, batch, false)]
    if (meets(uses(batch), overNow, days)) one.options.push(...splits(planner, season, batch, one.options, from))
    const all = one.options.map((option, i) => ({ option, column: columnOf(option, batch, i > 0) }))
    const kept = choose(all, most)
    one.options = kept.map(({ option }) => option)
    return kept.map(({ column }) => column)
  })
  return { problem: { days, resources, batches: columns.map((own) => ({ columns: own })) }, origin, limits, batches }
}

const FEWEST_TRAYS = 3 // a batch of fewer is not split
const MOST_SPLITS = 10

/** Ways to split a batch in two: half as it stands, half another of the ways already found. */
function splits(planner: Planner, season: Season, batch: Batch, options: readonly Option[], from: Day): Option[] {
  const most = Math.max(...batch.stays.map(({ trays }) => trays))
  if (most < FEWEST_TRAYS || batch.sow! < from || batch.plants < 2 || batch.planting.stand) return []
  const half = Math.ceil(batch.plants / 2)
  const sought = { id: batch.id, code: batch.code, planting: batch.planting, n: batch.n, age: batch.age, pinned: false }
  const stays = planner.tryOne(season, { ...sought, plants: half, plantOn: batch.plantOn, sowOn: batch.sow, otherwise: batch.otherwise })
  const seen = new Set<string>()
  const found: Option[] = []
  for (const { kind, plantOn, sow, otherwise } of options) {
    if (seen.has(kind) || kind === 'as it stands' || kind === 'sow' || kind.startsWith('both') || kind.startsWith('method')) continue
    seen.add(kind)
    const other = planner.tryOne(season, { ...sought, plants: batch.plants - half, plantOn, sowOn: sow, otherwise })
    if (!other.sizing || !stays.sizing) continue
    found.push({ plantOn, sow, otherwise, kind: `split ${kind}`, batches: [stays, other] })
    if (found.length >= MOST_SPLITS) break
  }
  return found
}

/** Capacity of a limit over the days of the problem. */
function capacityOver(season: Season, { kind, of }: Limit, origin: Day, days: number): Float64Array {
  if (kind === 'place') return placeCapacity(season.places[of]!, origin, origin + days).slice()
  if (kind === 'container') return new Float64Array(days).fill(season.containers[of]!.owned ?? Infinity)
  if (kind === 'crew') return Float64Array.from({ length: days }, (_, d) => crewHours(season.habits, weekStart(origin + d)))
  return new Float64Array(days).fill(served(season.places[of]!, kind)!)
}

/** What of every resource a batch takes, on the days of the problem. */
export function usesIn(season: Season, limits: readonly Limit[], origin: Day, days: number): (batch: Batch) => Use[] {
  const byPlace = new Map<number, { resource: number; kind: Limit['kind'] }[]>()
  const byContainer = new Map<number, number>()
  let crew: number | undefined
  limits.forEach(({ kind, of }, resource) => {
    if (kind === 'container') byContainer.set(of, resource)
    else if (kind === 'crew') crew = resource
    else byPlace.set(of, [...(byPlace.get(of) ?? []), { resource, kind }])
  })
  return (batch) => {
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
    batch.stays.forEach((stay, i) => {
      for (const { resource, kind } of byPlace.get(stay.place) ?? []) {
        if (kind === 'place' || needs(kind as 'heat', stay, wantsLight)) add(resource, stay.from, stay.until, stay.trayPlaces)
      }
      const owned = byContainer.get(stay.containerNumber)
      const washed = batch.stays[i + 1]?.containerNumber === stay.containerNumber ? 0 : stay.container.washDays
      if (owned !== undefined) add(owned, stay.from, stay.until + washed, stay.trays)
    })
    if (crew !== undefined) {
      const hours = new Map<number, number>()
      for (const work of batchWork(batch, season.habits)) spreadOverWeeks(work, origin, days / 7, (week, some) => hours.set(week, (hours.get(week) ?? 0) + some))
      for (const [week, amount] of [...hours].sort((a, b) => a[0] - b[0])) add(crew, origin + week * 7, origin + week * 7 + 7, amount)
    }
    return uses
  }
}

/** Days on which a resource is over as things stand. */
function overRows(resources: readonly Resource[], all: readonly Use[][], days: number): Uint8Array {
  const loads = new Float64Array(resources.length * days)
  for (const uses of all) for (const { resource, from, until, amount } of uses) for (let d = from; d < until; d++) loads[resource * days + d]! += amount
  const over = new Uint8Array(loads.length)
  resources.forEach(({ capacity }, r) => {
    for (let d = 0; d < days; d++) if (loads[r * days + d]! > capacity[d]! + 1e-7) over[r * days + d] = 1
  })
  return over
}

function meets(uses: readonly Use[], over: Uint8Array, days: number): boolean {
  return uses.some(({ resource, from, until }) => over.subarray(resource * days + from, resource * days + until).includes(1))
}

interface Candidate {
  option: Option
  column: Column
}

/** The columns worth keeping: none twice, none that another beats in everything, the best of every kind before more of one. */
function choose(all: readonly Candidate[], most: number): Candidate[] {
  const [stands, ...rest] = all
  const byUses = new Map<string, Candidate>()
  for (const one of rest) {
    const id = one.column.uses.map(({ resource, from, until, amount }) => `${resource} ${from} ${until} ${amount}`).join(';')
    const same = byUses.get(id)
    if (!same || one.column.cost < same.column.cost) byUses.set(id, one)
  }
  const cheapest = [...byUses.values()].sort((a, b) => a.column.cost - b.column.cost)
  const kept: Candidate[] = []
  for (const one of cheapest) {
    if (dominates(stands!.column, one.column) || kept.some(({ column }) => dominates(column, one.column))) continue
    kept.push(one)
  }
  if (kept.length < most) return [stands!, ...kept]
  const byKind = new Map<string, Candidate[]>()
  for (const one of kept) byKind.set(one.option.kind, [...(byKind.get(one.option.kind) ?? []), one])
  const picked = new Set<Candidate>()
  for (let turn = 0; picked.size < most - 1; turn++) {
    for (const own of byKind.values()) if (own[turn] && picked.size < most - 1) picked.add(own[turn]!)
  }
  return [stands!, ...kept.filter((one) => picked.has(one))]
}

/** Whether a column costs no more than another and never takes more of anything. */
function dominates(a: Column, b: Column): boolean {
  if (a.cost > b.cost) return false
  return a.uses.every((use) => {
    const { resource, from, until, amount } = use
    return b.uses.some((other) => other.resource === resource && other.from <= from && other.until >= until && other.amount >= amount) && a.uses.filter((one) => one.resource === resource).length <= 1
  })
}
