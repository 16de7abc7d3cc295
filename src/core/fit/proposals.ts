/** What a fit proposes: changes of single batches, each with what it makes room for. */
import type { Anchor, Season } from '../../season/schema'
import { PLACE_BY_RULE, stageOf } from '../schedule/place-by-rule'
import { weekStart, type Day } from '../calendar/day'
import type { Limit } from '../capacity/limits'
import type { Batch } from '../batch/batch'
import type { Plan, Planner } from '../plan/plan'
import { batchWork, workOfBatch } from '../batch/work'
import { usesIn, type FitSeason } from './columns'
import type { PickPart } from './options'
import { priceInAll, priceOf } from './prices'
import type { Use } from './problem'
import { isBoughtIn } from '../sowing/policies'

/** A change of one batch: plain data, so that it can be sent about. More than one part splits it. */
export interface Pick {
  /** Id of the batch. */
  batch: string
  parts: PickPart[]
}

/** What is different about a part. */
export type Difference =
  | { kind: 'sow'; from: Day; to: Day }
  | { kind: 'plant'; from: Day; to: Day }
  | { kind: 'germinate'; to: number }
  | { kind: 'grow'; from: number; to: number }
  | { kind: 'harden'; to: number }
  | { kind: 'hold'; to: number; days: number }
  | { kind: 'pot-up'; from: number; to: number }
  | { kind: 'container'; from: string; to: string }
  | { kind: 'method'; to: string; bought: boolean }
  /** Cells more of the first container, for a greater chance of enough. */
  | { kind: 'surer'; confidence: number; cells: number }

/** What a change makes room for. */
export interface Relief {
  limit: Limit
  /** Monday of the week it helps most in. */
  week: Day
  amount: number
  /** Days on which it helps. */
  days: number
  /** Whether it was over before; otherwise it makes room for what other changes bring there. */
  wasOver: boolean
}

/** A change to accept or not. */
export interface Proposal {
  pick: Pick
  batch: Batch
  /** As it would be: one, or two where it is split. */
  becomes: Batch[]
  /** By part. */
  differences: Difference[][]
  /** Days its last part is planted after the day that was wanted; below 0 before it. */
  late: number
  /** Whether every part is still ready, and not past its limit, when it is planted. */
  insideWindow: boolean
  relief: Relief | undefined
  /** What it costs beyond the plan as it stands, in the unit of the fit; below 0 it saves. */
  cost: number
  /** Why its planting day no longer hangs on what it did. */
  unhung: Anchor | undefined
}

/** The changes that a choice of columns comes to. */
export function picksOf({ batches }: FitSeason, chosen: ArrayLike<number>): Pick[] {
  return batches.flatMap(({ batch, options }, b) => {
    const option = options[chosen[b]!]!
    if (chosen[b] === 0) return []
    return [{ batch: batch.id, parts: option.parts }]
  })
}

export type { PickPart }

/** A part of a batch as it would be. */
export function partOf(
  planner: Planner,
  season: Season,
  batch: Batch,
  { plants, plantOn, sow, otherwise, confidence = batch.confidence }: PickPart,
): Batch {
  const { id, code, planting, n, age } = batch
  return planner.tryOne(season, {
    id,
    code,
    planting,
    n,
    age,
    confidence,
    pinned: false,
    plants,
    plantOn,
    sowOn: sow,
    otherwise,
  })
}

/** What every change is, what it makes room for and what it costs. Changes of batches that are not there are left out. */
export function proposalsOf(planner: Planner, plan: Plan, picks: readonly Pick[], from: Day): Proposal[] {
  const steps = proposalSteps(planner, plan, picks, from)
  for (;;) {
    const step = steps.next()
    if (step.done) return step.value
  }
}

/** As `proposalsOf`, a little at a time, so that a page can do other things between. */
export function* proposalSteps(
  planner: Planner,
  plan: Plan,
  picks: readonly Pick[],
  from: Day,
): Generator<void, Proposal[]> {
  const { season } = plan
  const known: { pick: Pick; batch: Batch; becomes: Batch[] }[] = []
  for (const pick of picks) {
    const batch = plan.byId.get(pick.batch)
    if (batch) known.push({ pick, batch, becomes: pick.parts.map((part) => partOf(planner, season, batch, part)) })
    yield
  }
  const span = spanOf(
    plan,
    known.flatMap(({ becomes }) => becomes),
  )
  const { origin, days } = span
  const limits = plan.limits.filter(({ load }) => load.capacity.some(Number.isFinite))
  const uses = usesIn(season, limits, origin, days)
  const before = known.map(({ batch }) => uses(batch, batchWork(batch, season.habits)))
  const after = known.map(({ becomes }) => becomes.flatMap((one) => uses(one, workOfBatch(one, season.habits))))
  const now = limits.map(({ load }) => rowOf(load.from, load.days, span, 0))
  const room = limits.map(({ load }) => rowOf(load.from, load.capacity, span, load.capacity.at(-1) ?? Infinity))
  const all = now.map((row) => row.slice())
  known.forEach((_, i) => {
    addUses(all, before[i]!, -1)
    addUses(all, after[i]!, 1)
  })
  const first = Math.max(0, from - origin)
  const proposals: Proposal[] = []
  for (const [i, { pick, batch, becomes }] of known.entries()) {
    const change = limits.map(() => new Float64Array(days))
    addUses(change, before[i]!, 1)
    addUses(change, after[i]!, -1)
    const late = Math.max(...becomes.map(({ plantOn }) => plantOn)) - batch.plantOn
    const own = priceInAll(priceOf(batch, 0, season, batchWork(batch, season.habits)))
    proposals.push({
      pick,
      batch,
      becomes,
      differences: becomes.map((part) => differencesOf(batch, part, season)),
      late: late > 0 ? late : Math.min(...becomes.map(({ plantOn }) => plantOn)) - batch.plantOn,
      insideWindow: becomes.every(
        (part) => !part.marks.some(({ kind }) => kind === 'not-ready' || kind === 'past-limit'),
      ),
      relief:
        reliefOf({ limits, room, origin, first }, change, now, true) ??
        reliefOf(
          { limits, room, origin, first },
          change,
          all.map((row, r) => row.map((load, d) => load + change[r]![d]!)),
          false,
        ),
      cost:
        becomes.reduce(
          (sum, part) =>
            sum + priceInAll(priceOf(part, part.plantOn - batch.plantOn, season, workOfBatch(part, season.habits))),
          0,
        ) - own,
      unhung:
        batch.n === 0 &&
        becomes[0]!.plantOn !== batch.plantOn &&
        batch.planting.anchor &&
        batch.planting.anchor.to !== 'last-frost'
          ? batch.planting.anchor
          : undefined,
    })
    yield
  }
  return proposals
}

/** Days that are looked at: whole weeks from a Monday on. */
interface SpanOfDays {
  origin: Day
  days: number
}

function spanOf(plan: Plan, more: readonly Batch[]): SpanOfDays {
  let first = plan.from
  let last = plan.to
  for (const { stays, plantOn } of [...plan.batches, ...more]) {
    first = Math.min(first, stays[0]?.from ?? first)
    last = Math.max(last, plantOn + 40)
  }
  const origin = weekStart(first)
  return { origin, days: Math.ceil((last - origin) / 7) * 7 }
}

function rowOf(from: Day, row: Float64Array, { origin, days }: SpanOfDays, beyond: number): Float64Array {
  return Float64Array.from({ length: days }, (_, d) => row[origin + d - from] ?? beyond)
}

function addUses(rows: readonly Float64Array[], uses: readonly Use[], sign: number): void {
  for (const { resource, from, until, amount } of uses)
    for (let d = from; d < until; d++) rows[resource]![d]! += sign * amount
}

/** Where a change takes most from what is over. */
function reliefOf(
  {
    limits,
    room,
    origin,
    first,
  }: { limits: readonly Limit[]; room: readonly Float64Array[]; origin: Day; first: number },
  change: readonly Float64Array[],
  loads: readonly Float64Array[],
  wasOver: boolean,
): Relief | undefined {
  let best: Relief | undefined
  let most = 0
  limits.forEach((limit, r) => {
    let sum = 0
    let amount = 0
    let days = 0
    let at = first
    for (let d = first; d < loads[r]!.length; d++) {
      const over = loads[r]![d]! - room[r]![d]!
      const helps = Math.min(over, change[r]![d]!)
      if (over <= 1e-7 || helps <= 1e-7) continue
      days++
      sum += limit.kind === 'crew' ? helps / 7 : helps
      if (helps > amount + 1e-9) {
        amount = helps
        at = d
      }
    }
    if (sum <= most + 1e-9) return
    most = sum
    best = { limit, week: weekStart(origin + at), amount, days, wasOver }
  })
  return best
}

/** What is different in kind between a batch and how it would go. */
export function differencesOf(batch: Batch, part: Batch, season: Season): Difference[] {
  const list: Difference[] = []
  const own = batch.way.method
  const other = part.way.method
  const number = (key: string) => season.places.findIndex((place) => place.key === key)
  const method = part.otherwise?.method ?? part.planting.method
  if (method !== (batch.otherwise?.method ?? batch.planting.method)) {
    return [
      {
        kind: 'method',
        to: season.methods.find(({ key }) => key === method)!.name,
        bought: isBoughtIn(other),
      },
      ...(part.plantOn === batch.plantOn ? [] : [{ kind: 'plant' as const, from: batch.plantOn, to: part.plantOn }]),
    ]
  }
  if (part.plantOn !== batch.plantOn) list.push({ kind: 'plant', from: batch.plantOn, to: part.plantOn })
  if (part.sow !== batch.sow) list.push({ kind: 'sow', from: batch.sow!, to: part.sow! })
  const heat = other.stages[0]!.germinateAt ?? other.stages[0]!.place
  if (heat !== (own.stages[0]!.germinateAt ?? own.stages[0]!.place))
    list.push({ kind: 'germinate', to: heat === PLACE_BY_RULE ? (part.pass?.germPlace ?? 0) : number(heat) })
  /** A place that is named, or the one the rule first takes in that stage. */
  const taken = (of: Batch, key: string, stage: number) =>
    key === PLACE_BY_RULE
      ? (of.stays.find((stay) => stay.kind === 'grow' && stageOf(stay.stage) === stage)?.place ?? 0)
      : number(key)
  own.stages.forEach((stage, i) => {
    const next = other.stages[i]
    if (!next) return
    if (next.place !== stage.place && !(next.when && 'daysBeforePlanting' in next.when && !stage.when))
      list.push({ kind: 'grow', from: taken(batch, stage.place, i), to: taken(part, next.place, i) })
    if (next.container !== stage.container && next.container !== undefined) {
      const name = (key: string | undefined) => season.containers.find((container) => container.key === key)?.name ?? ''
      list.push({ kind: 'container', from: name(stage.container), to: name(next.container) })
    }
  })
  const hold = part.otherwise?.hold
  if (hold && hold !== batch.otherwise?.hold) list.push({ kind: 'hold', to: number(hold.place), days: hold.days })
  if (other.hardening.place !== own.hardening.place && other.hardening.place !== undefined)
    list.push({ kind: 'harden', to: number(other.hardening.place) })
  if (part.confidence > batch.confidence && part.plants === batch.plants)
    list.push({
      kind: 'surer',
      confidence: part.confidence,
      cells: (part.sizing?.cells ?? 0) - (batch.sizing?.cells ?? 0),
    })
  if (other.potUpPoint !== own.potUpPoint) list.push({ kind: 'pot-up', from: own.potUpPoint, to: other.potUpPoint })
  return list
}
