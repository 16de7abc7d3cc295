/**
 * Makes a plan fit and hold: what is promised keeps the chance that is wished for, and nothing is over in more years than are
 * accepted. The search knows some years that might be; what it comes to is judged by others.
 */
import type { Batch } from '../batch/batch'
import type { Day } from '../calendar/day'
import { usesIn, type FitSeason } from '../fit/columns'
import { oversOf } from '../fit/model'
import { pack, worthOf, type FitProblem, type Use } from '../fit/problem'
import type { Pick } from '../fit/proposals'
import type { Plan, Planner } from '../plan/plan'
import { choicesOf, type Candidate, type Choices } from './candidates'
import { inYears, type Way, type WayInYears } from './in-years'
import { solveInYears, YearsFit, type Patience, type YearsProblem } from './years-problem'

/** What is to hold: shares of years. */
export interface HoldWanted {
  /** In which enough of what is promised must be there in time. */
  chance: number
  /** In which a place may be over in a week. */
  over: number
}

/** What a fit is asked for. */
export interface FitAsked {
  /** ISO day before which nothing changes. */
  from: string
  /** ISO day it is; without it that of the last record, and nothing is known of a season without any. */
  today?: string | undefined
  /** What is to hold; nothing where it only has to fit as planned. */
  wanted?: HoldWanted | undefined
}

/** A limit that is over in a week, in so great a share of years. */
export interface OverInYears {
  limit: string
  week: Day
  share: number
}

/** What years that the search did not know say of one way to go: plain data. */
export interface HeldFigures {
  /** In the unit of the fit. */
  cost: number
  promises: { batch: string; chance: number }[]
  /** Limits and weeks that are over in more years than are accepted, the worst first. */
  overs: OverInYears[]
}

/** What holding comes to: plain data. */
export interface Held {
  wanted: HoldWanted
  /** Years it was searched in, and others it is judged by. */
  years: number
  judgedBy: number
  picks: Pick[]
  /** How much is over as planned, and which limits are, as they stand in the fit. */
  overfull: number
  stillOver: { resource: number; from: number; until: number; most: number }[]
  /** As the ordinary fit has it, and so that it holds. */
  ordinary: HeldFigures
  held: HeldFigures
  /** What is promised and cannot be that sure, with the most that was found. */
  cannot: { batch: string; chance: number }[]
}

export interface HoldOf {
  planner: Planner
  plan: Plan
  fit: FitSeason
  /** What the ordinary fit chose. */
  chosen: ArrayLike<number>
  from: Day
}

const YEARS = 20 // whose loads the search knows
const CHANCE_YEARS = 100 // in which it knows whether a promise is kept
const JUDGED = 150 // others
const FEWEST_JUDGED = 40 // in plans so large that the loads of more would fill the memory
const MOST_JUDGED = 60_000 // ways × years
const SEED = 1
const SEARCH: Patience = { work: 2_000_000, idle: 3, steps: 24 }
const AS_PLANNED = 10 // times as much as in all years counts what is over as planned: that it fits as planned comes first
const NEARLY = 0.02 // share of years within which ways that miss the chance are as good as the best

/**
 * Searches for a choice that holds.
 *
 * @returns after each step how much of it is done, 0 to 1
 */
export function* hold(of: HoldOf, wanted: HoldWanted): Generator<number, Held> {
  const { fit } = of
  const accepted = Math.floor(YEARS * wanted.over + 1e-9)
  const choices = choicesOf(of)
  const asked = { ...wanted, seed: SEED, loads: YEARS, chances: CHANCE_YEARS }
  const years = yield* scaled(tried(of, waysOf(choices), choices, asked), 0, 0.4)
  const open = choices.map((one, b) => openTo(one, years[b]!, wanted))
  const problem = problemOf(
    fit,
    choices.map(({ candidates }, b) => open[b]!.kept.map((i) => [candidates[i]!, years[b]![i]!])),
    accepted,
  )
  const start = Int32Array.from(choices, (_, b) => Math.max(0, open[b]!.kept.indexOf(ordinaryIn(of, b))))
  const found = yield* scaled(solveInYears(new YearsFit(problem), start, SEARCH), 0.4, 0.75)
  const best = Array.from(found, (column, b) => open[b]!.kept[column]!)
  const ways = choices.map((_, b) => [ordinaryIn(of, b), best[b]!])
  const judges = Math.max(FEWEST_JUDGED, Math.min(JUDGED, Math.floor(MOST_JUDGED / Math.max(1, 2 * ways.length))))
  const [ordinary, held] = yield* scaled(judged(of, choices, ways, { ...wanted, years: judges }), 0.75, 1)
  return {
    wanted,
    years: YEARS,
    judgedBy: judges,
    picks: choices.flatMap(({ batch, candidates }, b): Pick[] => {
      const parts = candidates[best[b]!]!.pick
      return parts ? [{ batch: batch.id, parts }] : []
    }),
    ...overAsPlanned(fit, choices, best),
    ordinary: ordinary!,
    held: held!,
    cannot: choices.flatMap(({ batch }, b) => {
      const { most } = open[b]!
      return most === undefined ? [] : [{ batch: batch.id, chance: most }]
    }),
  }
}

/** What is over as planned where every batch goes the way that was found. */
function overAsPlanned(
  { problem: { days, resources } }: FitSeason,
  choices: readonly Choices[],
  best: readonly number[],
): { overfull: number; stillOver: Held['stillOver'] } {
  const problem: FitProblem = {
    days,
    resources,
    batches: choices.map(({ candidates }) => ({ columns: candidates.map(({ column }) => column) })),
  }
  return { overfull: worthOf(problem, best).overfull, stillOver: oversOf(pack(problem), best) }
}

const waysOf = (choices: readonly Choices[]) => choices.map(({ candidates }) => candidates)

/** Where the ordinary choice stands among the ways that are tried: the first, or the one after it. */
const ordinaryIn = ({ chosen }: HoldOf, b: number): number => (chosen[b] === 0 ? 0 : 1)

function* scaled<T>(steps: Generator<number, T>, from: number, to: number): Generator<number, T> {
  for (;;) {
    const { done, value } = steps.next()
    if (done) return value
    yield from + (to - from) * value
  }
}

/** Whether ways of batches are asked about by year. */
type Ways = readonly (readonly Candidate[])[]

function* tried(
  { plan, fit }: HoldOf,
  ways: Ways,
  choices: readonly Choices[],
  { chance, ...asked }: { chance: number; seed: number; loads: number; chances: number },
): Generator<number, WayInYears[][]> {
  const uses = usesIn(plan.season, fit.limits, fit.origin, fit.problem.days)
  const flat = ways.flatMap((candidates, b) =>
    candidates.map(({ parts }): Way => ({ batch: choices[b]!.batch, parts, promised: choices[b]!.promised })),
  )
  const found = yield* inYears(plan, flat, {
    ...asked,
    wish: chance,
    usesOf: (batch: Batch, stays): Use[] => uses(batch, [], stays),
  })
  let at = 0
  return ways.map(({ length }) => found.slice(at, (at += length)))
}

/** The ways that are sure enough, by number; where none is, the surest, and how sure that is. */
function openTo(
  { promised, candidates }: Choices,
  years: readonly WayInYears[],
  { chance }: HoldWanted,
): { kept: number[]; most: number | undefined } {
  const all = candidates.map((_, i) => i)
  if (!promised) return { kept: all, most: undefined }
  // Of many that seem sure enough the cheapest is likely one that only seems so: half its standard error is asked on top.
  const sure = all.filter((i) => {
    const p = years[i]!.chance
    return p - 0.5 * Math.sqrt((p * (1 - p)) / CHANCE_YEARS) >= chance - 1e-9
  })
  if (sure.length > 0) return { kept: sure, most: undefined }
  const most = Math.max(...years.map((one) => one.chance))
  const kept = all.filter((i) => years[i]!.chance >= most - NEARLY)
  return { kept, most: most >= chance - 1e-9 ? undefined : most }
}

/**
 * The problem of ways in years: what is limited counts as planned, where no year is excused, and once more in every year; hours of
 * the crew only as planned.
 */
function problemOf(
  { problem, limits }: FitSeason,
  ways: readonly (readonly (readonly [Candidate, WayInYears])[])[],
  accepted: number,
): YearsProblem {
  const { days, resources } = problem
  const planned = resources.map((one) => ({ ...one, weight: one.weight * AS_PLANNED, yearly: false }))
  const byYear = resources.map((one, r) => ({ ...one, yearly: limits[r]!.kind !== 'crew' }))
  return {
    days,
    years: ways[0]?.[0]?.[1].uses.length ?? 0,
    accepted,
    resources: [...planned, ...byYear],
    batches: ways.map((own) => ({
      columns: own.map(([{ column }, { uses }]) => ({
        cost: column.cost,
        always: column.uses,
        inYears: uses.map((year) => year.map((use) => ({ ...use, resource: use.resource + resources.length }))),
      })),
    })),
  }
}

/** What other years say of choices. */
function* judged(
  of: HoldOf,
  choices: readonly Choices[],
  ways: readonly (readonly number[])[],
  wanted: HoldWanted & { years: number },
): Generator<number, HeldFigures[]> {
  const { fit } = of
  // What is the same in several is tried once.
  const once = ways.map((own) => [...new Set(own)])
  const years = yield* tried(
    of,
    choices.map(({ candidates }, b) => once[b]!.map((i) => candidates[i]!)),
    choices,
    { chance: 0, seed: SEED + 1, loads: wanted.years, chances: wanted.years },
  )
  const problem = problemOf(
    fit,
    choices.map(({ candidates }, b) => once[b]!.map((i, k) => [candidates[i]!, years[b]![k]!])),
    0,
  )
  const yearsFit = new YearsFit(problem)
  return [0, 1].map((k): HeldFigures => {
    const chosen = ways.map((own, b) => once[b]!.indexOf(own[k]!))
    const shares = yearsFit.sharesOver(chosen).slice(fit.limits.length)
    return {
      cost: chosen.reduce((sum, i, b) => sum + problem.batches[b]!.columns[i]!.cost, 0),
      promises: choices.flatMap(({ batch, promised }, b) =>
        promised ? [{ batch: batch.id, chance: years[b]![chosen[b]!]!.chance }] : [],
      ),
      overs: shares
        .flatMap((own, r) =>
          Array.from(own, (share, week): OverInYears => ({
            limit: fit.limits[r]!.id,
            week: fit.origin + week * 7,
            share,
          })),
        )
        .filter(({ share }) => share > wanted.over + 1e-9)
        .sort((a, b) => b.share - a.share || a.week - b.week),
    }
  })
}
