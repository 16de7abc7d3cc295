/** Makes the plan of a season fit: what a web worker, the server's queue and the command line all run. */
import { parseDay, type Day } from '../core/calendar/day'
import { overfull } from '../core/capacity/limits'
import { fitSteps, type FitSeason } from '../core/fit/columns'
import { hold, type Held, type HoldWanted } from '../core/hold/hold'
import { oversOf } from '../core/fit/model'
import { pack, worthOf } from '../core/fit/problem'
import { picksOf, type Pick } from '../core/fit/proposals'
import type { Standing } from '../core/fit/solve'
import { troublesOf, type Trouble } from '../core/fit/troubles'
import { createPlanner } from '../core/plan/plan'
import type { Season } from '../season/schema'
import { runFit, type FitNews, type RunOptions } from './run-fit'

/** A limit that stays over, and which: plain data. */
export interface StillOver {
  /** Id of the limit. */
  limit: string
  from: Day
  until: Day
  most: number
}

/** What a fit has come to so far: plain data, so that it can be sent about. */
export interface FitStatus extends Standing {
  doing: 'preparing' | FitNews['doing'] | 'holding'
  /** Where it is to hold: how much of that is done, 0 to 1, and what it came to. */
  holding?: { done: number; found: Held | undefined }
  overfullProven: boolean
  /** How overfull the plan is as it stands. */
  overfullNow: number
  costNow: number
  /** Columns looked at in all. */
  columns: number
  picks: Pick[]
  stillOver: StillOver[]
  /** What no plan can put right, told once the problem is known. */
  troubles: {
    kind: Trouble['kind']
    limit?: string
    batch?: string
    batches?: string[]
    from?: Day
    until?: Day
    most?: number
  }[]
}

export interface FitPlanOptions extends Omit<RunOptions, 'onNews'> {
  onNews?: (status: FitStatus) => void
  /** ISO day it is, where that is known: what was due by then and has not happened stays as it is. */
  today?: string | undefined
  /** What is to hold in the years that might be; nothing where it only has to fit as planned. */
  wanted?: HoldWanted | undefined
}

/**
 * Proposes changes that make the plan of a season fit.
 *
 * @param from ISO day before which nothing changes
 * @returns the best found, when it is proven near enough or when it is stopped
 */
export async function fitPlan(
  season: Season,
  from: string,
  { onNews, wanted, today: known, ...options }: FitPlanOptions = {},
): Promise<FitStatus> {
  const planner = createPlanner()
  // What has happened cannot be planned otherwise any more.
  const today = dayOf(season, from, known)
  // It is planned on the evening before: what is due is then done on the day itself.
  const plan = planner.plan(season, today === undefined ? undefined : today - 1)
  const steps = fitSteps(planner, plan, { from: parseDay(from) })
  const quick = steps.next(undefined).value
  const { origin, limits } = quick
  let fit = quick
  let packed = pack(quick.problem)
  const standing = new Int32Array(quick.problem.batches.length)
  const overNow = oversOf(packed, standing)
  const columnsOf = ({ problem }: FitSeason) => problem.batches.reduce((sum, one) => sum + one.columns.length, 0)
  let troubles: FitStatus['troubles'] = []
  let status: FitStatus | undefined
  const overs = (found: typeof overNow): StillOver[] =>
    found.map(({ resource, from: a, until, most }) => ({
      limit: limits[resource]!.id,
      from: origin + a,
      until: origin + until,
      most,
    }))
  const tell = (news: FitNews): FitStatus => {
    const { doing, overfull, cost, bound, gap, overfullProven, chosen } = news
    status = {
      doing,
      overfull,
      cost,
      bound,
      gap,
      overfullProven,
      overfullNow: status?.overfullNow ?? news.overfull,
      costNow: status?.costNow ?? news.cost,
      columns: columnsOf(fit),
      picks: chosen ? picksOf(fit, chosen) : (status?.picks ?? []),
      stillOver: chosen ? overs(oversOf(packed, chosen)) : (status?.stillOver ?? overs(overNow)),
      troubles,
    }
    return status
  }
  const now = worthOf(quick.problem, standing)
  status = {
    doing: 'preparing',
    ...now,
    bound: -Infinity,
    gap: Infinity,
    overfullProven: false,
    overfullNow: now.overfull,
    costNow: now.cost,
    columns: columnsOf(quick),
    picks: [],
    stillOver: overs(overNow),
    troubles,
  }
  // Where nothing is over there is nothing to put right: the plan is not reshuffled only to make it cheaper.
  // Part trays count whole in the search; where those that are shared make it fit, it fits.
  const fits = now.overfull === 0 || overfull(plan.limits, parseDay(from)) === 0
  if (fits) status = { ...status, overfull: 0, overfullNow: 0, stillOver: [], doing: 'done', overfullProven: true }
  /** Goes on from the ordinary fit, so that it holds. */
  const held = async (chosen: Int32Array, hope: HoldWanted): Promise<FitStatus> => {
    const run = hold({ planner, plan, fit, chosen, from: parseDay(from) }, hope)
    for (;;) {
      const step = run.next()
      const found = step.done ? step.value : undefined
      status = {
        ...status!,
        doing: found ? 'done' : 'holding',
        holding: { done: step.done ? 1 : step.value, found },
        // How near the best it is, is not known of what holds.
        ...(found && {
          picks: found.picks,
          cost: found.held.cost,
          overfull: found.overfull,
          overfullProven: found.overfull === 0,
          stillOver: overs(found.stillOver),
          bound: -Infinity,
          gap: Infinity,
        }),
      }
      onNews?.(status)
      if (found || options.stopped?.()) return status
      await options.pause?.()
    }
  }
  if (fits) {
    if (wanted) {
      fit = steps.next(standing).value
      return held(standing, wanted)
    }
    onNews?.(status)
    return status
  }
  // With the columns that help most often something that fits is found soon; what that proves is true of those only.
  const soon = await runFit(quick.problem, {
    ...options,
    patience: FEW,
    untilItFits: true,
    onNews: (news) =>
      onNews?.(tell({ ...news, doing: 'searching', bound: -Infinity, gap: Infinity, overfullProven: false })),
  })
  if (options.stopped?.()) return tell({ ...soon, bound: -Infinity, gap: Infinity, overfullProven: false })
  fit = steps.next(soon.chosen).value
  packed = pack(fit.problem)
  const start = Int32Array.from(soon.chosen, (column, b) =>
    Math.max(0, fit.batches[b]!.options.indexOf(quick.batches[b]!.options[column]!)),
  )
  troubles = troublesOf(fit).map((trouble) => ({
    kind: trouble.kind,
    ...(trouble.kind === 'cannot'
      ? { batch: trouble.batch.id }
      : { limit: trouble.limit.id, batches: trouble.batches.map(({ id }) => id) }),
    ...(trouble.kind === 'fixed-over' ? { from: trouble.from, until: trouble.until, most: trouble.most } : {}),
  }))
  const end = await runFit(fit.problem, {
    ...options,
    start,
    // What is found is only where it begins: that it is the best need not be proven.
    searchOnly: options.searchOnly ?? wanted !== undefined,
    onNews: (news) => onNews?.(wanted && news.doing === 'done' ? { ...tell(news), doing: 'holding' } : tell(news)),
  })
  const found = tell(end)
  return wanted && !options.stopped?.() ? held(end.chosen, wanted) : found
}

/** The day it is: as it is said, or by what was written down; `undefined` where nothing was. */
function dayOf({ season, records }: Season, from: string, known: string | undefined): Day | undefined {
  if (known !== undefined) return parseDay(known)
  if (records.length === 0) return undefined
  const day = season.opensOn ?? records.reduce((last, { on }) => (on > last ? on : last), from)
  return Math.max(parseDay(from), parseDay(day))
}

const FEW = 4 // slices without anything better, after which the first search gives way to the whole one
