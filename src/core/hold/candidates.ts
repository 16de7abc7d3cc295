/** The ways worth trying in the years that might be: of a fit's many, those that may matter, and surer ones of what is promised. */
import type { Batch } from '../batch/batch'
import type { Day } from '../calendar/day'
import { BoundSearch } from '../fit/bound'
import type { FitSeason } from '../fit/columns'
import { partAs, type PickPart } from '../fit/options'
import { pack, worthOf, type Column, type FitProblem } from '../fit/problem'
import { partOf } from '../fit/proposals'
import { usualOverCost } from '../fit/search'
import { soundBeside } from '../fit/sound'
import type { Plan, Planner } from '../plan/plan'
import { GRACE } from '../rehearsal/years'
import { farmDays, isWorkDay } from '../schedule/work-days'
import { foundOf } from '../field/who-gets-what'

/** A way with what it costs and takes as planned. */
export interface Candidate {
  /** Nothing where it goes as it stands. */
  pick: PickPart[] | undefined
  parts: Batch[]
  column: Column
}

export interface Choices {
  batch: Batch
  /** Whether somebody counts on it, and it is still to come. */
  promised: boolean
  /** As it stands first, then as the ordinary fit has it, where that is another. */
  candidates: Candidate[]
}

const MOST_WAYS = 12 // of one batch
const MOST_IN_ALL = 2000
const OF_ONE_KIND = 2
const MARGIN = 0.9 // share of the room by which prices are found: what is nearly full has its price too
const PRICE_STEPS = 120
const SURER = [0.9, 0.95, 0.98, 0.995]
const EARLIER = [0, 4, 8, 14] // days
const SURER_OF = 3 // ways made surer
const A_WEEK = 7

/** Whether somebody counts on a batch: it is promised, or some of it goes to a customer. */
export const isPromised = ({ planting, n }: Pick<Batch, 'planting' | 'n'>): boolean =>
  planting.worth?.by === 'promise' || (foundOf(planting, n).goes ?? []).some(({ to }) => to === 'customer')

/** Whether nothing more is to come of it, or it is asked about first. */
const isOver = ({ progress }: Pick<Batch, 'progress'>): boolean =>
  progress !== undefined && (progress.standing === 'planted' || progress.standing === 'gone' || progress.asks)

interface Of {
  planner: Planner
  plan: Plan
  fit: FitSeason
  /** What the ordinary fit chose, by batch. */
  chosen: ArrayLike<number>
  from: Day
}

/** The ways of every batch that are tried. */
export function choicesOf(of: Of): Choices[] {
  const { planner, plan, fit, chosen, from } = of
  const reduced = reducedCosts(fit.problem, chosen)
  const free = fit.batches.filter(({ options }) => options.length > 1).length
  const most = Math.max(3, Math.min(MOST_WAYS, Math.floor(MOST_IN_ALL / Math.max(1, free))))
  let first = 0
  return fit.batches.map(({ batch, fixed, options }, b): Choices => {
    const promised = isPromised(batch) && !isOver(batch)
    const begun = batch.sow === undefined || batch.sow < from
    // How sure what has begun is, is known of it as it stands only.
    const stays = fixed !== undefined || (begun && promised)
    const taken = new Set([0, chosen[b]!])
    const kinds = new Map<string, number>()
    const order = options.map((_, i) => i).sort((x, y) => reduced[first + x]! - reduced[first + y]! || x - y)
    first += options.length
    for (const i of stays ? [] : order) {
      const { kind } = options[i]!
      const seen = kinds.get(kind) ?? 0
      if (taken.size >= most || seen >= OF_ONE_KIND || taken.has(i)) continue
      taken.add(i)
      kinds.set(kind, seen + 1)
    }
    const candidates = [...taken].map((i): Candidate => {
      const { parts, column } = options[i]!
      return i === 0
        ? { pick: undefined, parts: [batch], column }
        : { pick: parts, parts: parts.map((part) => partOf(planner, plan.season, batch, part)), column }
    })
    if (promised && !stays && batch.sizing) candidates.push(...surerWays(of, batch, candidates))
    return { batch, promised, candidates }
  })
}

/** By option, what each costs beyond the cheapest of its batch where room that is nearly full has a price. */
function reducedCosts({ days, resources, batches }: FitProblem, chosen: ArrayLike<number>): Float64Array {
  const tighter: FitProblem = {
    days,
    batches,
    resources: resources.map(({ capacity, weight }) => ({ weight, capacity: capacity.map((room) => room * MARGIN) })),
  }
  const packed = pack(tighter)
  const overCost = usualOverCost(packed)
  const search = new BoundSearch(packed, overCost)
  const { cost, overfull } = worthOf(tighter, chosen)
  for (let i = 0; i < PRICE_STEPS && !search.done; i++) search.step(cost + overCost * overfull)
  return search.best.reduced
}

/** Ways with more cells, and sown earlier, of what is promised. */
function surerWays({ planner, plan, fit, from }: Of, batch: Batch, ways: readonly Candidate[]): Candidate[] {
  const { season } = plan
  const columnOf = fit.columnOf(batch)
  const isSound = soundBeside(batch, from)
  const { sowing } = farmDays(season.habits)
  const earlier = (sow: Day, days: number): Day | undefined => {
    if (days === 0) return sow
    for (let day = sow - days; day > sow - days - A_WEEK; day--)
      if (isWorkDay(day, sowing)) return day < from ? undefined : day
    return undefined
  }
  const whole = ways.filter(({ parts }) => parts.length === 1 && parts[0]!.plantOn <= batch.plantOn + GRACE)
  const confidences = [undefined, ...SURER.filter((one) => one > batch.confidence + 1e-9)]
  return whole.slice(0, SURER_OF).flatMap(({ parts: [part] }) =>
    EARLIER.flatMap((days) => {
      const sow = part!.sow === undefined ? undefined : earlier(part!.sow, days)
      if (sow === undefined) return []
      return confidences.flatMap((confidence): Candidate[] => {
        if (days === 0 && confidence === undefined) return []
        const pick: PickPart = { ...partAs(part!), sow, ...(confidence === undefined ? {} : { confidence }) }
        const next = partOf(planner, season, batch, pick)
        return isSound(next) ? [{ pick: [pick], parts: [next], column: columnOf([next]) }] : []
      })
    }),
  )
}
