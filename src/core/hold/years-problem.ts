/**
 * A problem of fit whose loads are another in every year that might be: one column for each batch, so that in each week
 * nothing is over in more years than are accepted.
 *
 * The years in which a limit may be over in a week are excused: those that are worst as things stand. With them excused it
 * is an ordinary problem with a row for every limit and year; the choice found there is worst in other years, which are excused
 * next. Each turn can only better it: what is excused is the least that has to be.
 */
import {
  isBetter,
  loadsOf,
  pack,
  ROUNDING,
  worthOf,
  type FitProblem,
  type Resource,
  type Use,
  type Worth,
} from '../fit/problem'
import { FitSearch } from '../fit/search'

/** One way a batch may go. */
export interface YearsColumn {
  /** In the money-like unit of the fit. */
  cost: number
  /** What it takes of what is the same in every year. */
  always: readonly Use[]
  /** What it takes of what is not, year by year. */
  inYears: readonly (readonly Use[])[]
}

export interface YearsProblem {
  /** Whole weeks. */
  days: number
  years: number
  /** Years in which something may be over in a week. */
  accepted: number
  resources: readonly (Resource & { yearly: boolean })[]
  batches: readonly { columns: readonly YearsColumn[] }[]
}

/** A problem with its rows laid out: what is limited once, or once in every year. */
export class YearsFit {
  private readonly weeks: number
  /** First row of each resource. */
  private readonly rows: readonly number[]
  private readonly batches: FitProblem['batches']
  /** Nothing excused. */
  private readonly plain: FitProblem

  constructor(readonly problem: YearsProblem) {
    const { days, years, resources, batches } = problem
    this.weeks = days / 7
    let rows = 0
    this.rows = resources.map(({ yearly }) => {
      const first = rows
      rows += yearly ? years : 1
      return first
    })
    const at = (use: Use, year: number): Use => ({ ...use, resource: this.rows[use.resource]! + year })
    this.batches = batches.map(({ columns }) => ({
      columns: columns.map(({ cost, always, inYears }) => ({
        cost,
        uses: [
          ...always.map((use) => at(use, 0)),
          ...inYears.flatMap((uses, year) => uses.map((use) => at(use, year))),
        ],
      })),
    }))
    this.plain = this.excusing(undefined)
  }

  /** Share of years in which a limit is over in a week, by resource and week. */
  sharesOver(chosen: ArrayLike<number>): Float64Array[] {
    const { resources, years } = this.problem
    const overs = this.overs(chosen)
    return resources.map(({ yearly }, r) => {
      const shares = new Float64Array(this.weeks)
      const of = yearly ? years : 1
      for (let week = 0; week < this.weeks; week++)
        for (let year = 0; year < of; year++)
          if (overs[(this.rows[r]! + year) * this.weeks + week]! > ROUNDING) shares[week]! += 1 / of
      return shares
    })
  }

  /** What a choice comes to: how much is over in the mean of the years, the worst of each week left out, and what it costs. */
  worthOf(chosen: ArrayLike<number>): Worth {
    return worthOf(this.excusing(this.excusedBy(chosen)), chosen)
  }

  /** The ordinary problem in which some years are excused in some weeks. */
  excusing(excused: Uint8Array | undefined): FitProblem {
    const { days, years, resources } = this.problem
    const rows = resources.flatMap(({ capacity, weight, yearly }, r): Resource[] => {
      if (!yearly) return [{ capacity, weight }]
      return Array.from({ length: years }, (_, year) => {
        const own = capacity.slice()
        for (let week = 0; excused && week < this.weeks; week++)
          if (excused[(this.rows[r]! + year) * this.weeks + week] === 1) own.fill(Infinity, week * 7, week * 7 + 7)
        return { capacity: own, weight: weight / years }
      })
    })
    return { days, resources: rows, batches: this.batches }
  }

  /** By row and week: 1 where that year is one of the worst that are accepted. */
  excusedBy(chosen: ArrayLike<number>): Uint8Array {
    const { resources, years, accepted } = this.problem
    const overs = this.overs(chosen)
    const excused = new Uint8Array(overs.length)
    resources.forEach(({ yearly }, r) => {
      if (!yearly) return
      for (let week = 0; week < this.weeks; week++) {
        const at = (year: number) => (this.rows[r]! + year) * this.weeks + week
        const worst = Array.from({ length: years }, (_, year) => year)
          .sort((a, b) => overs[at(b)]! - overs[at(a)]! || a - b)
          .slice(0, accepted)
        for (const year of worst) excused[at(year)] = 1
      }
    })
    return excused
  }

  /** By row and week: how much is over, all days of the week together; below 0 where nothing is, the most that comes near. */
  private overs(chosen: ArrayLike<number>): Float64Array {
    const { days } = this.problem
    const loads = loadsOf(this.plain, chosen)
    const overs = new Float64Array(this.plain.resources.length * this.weeks)
    this.plain.resources.forEach(({ capacity }, row) => {
      for (let week = 0; week < this.weeks; week++) {
        let over = 0
        let nearest = -Infinity
        for (let day = week * 7; day < week * 7 + 7; day++) {
          const by = loads[row * days + day]! - capacity[day]!
          if (by > ROUNDING) over += by
          nearest = Math.max(nearest, by)
        }
        overs[row * this.weeks + week] = over > 0 ? over : Math.min(0, nearest)
      }
    })
    return overs
  }
}

const MOST_TURNS = 6
const WORK_PER_USE = 30 // days of uses looked at in one step, at most: small problems take little

/** How long is searched. */
export interface Patience {
  /** Days of uses looked at in one step. */
  work: number
  /** Steps without anything better after which a turn ends. */
  idle: number
  /** Steps in all. */
  steps: number
}

/**
 * Searches for a good choice, turn by turn; never worse than the one it begins with.
 *
 * @returns after each step the share of all steps that is done; the same problem always gives the same answer
 */
export function* solveInYears(
  fit: YearsFit,
  start: Int32Array,
  { work, idle, steps }: Patience,
): Generator<number, Int32Array> {
  let best = start
  let worth = fit.worthOf(best)
  let step = 0
  const uses = fit.problem.batches.reduce(
    (sum, { columns }) => sum + columns.reduce((some, { inYears }) => some + inYears.flat().length, 0),
    0,
  )
  for (let turn = 0; turn < MOST_TURNS && step < steps; turn++) {
    const packed = pack(fit.excusing(fit.excusedBy(best)))
    const noPrices = new Float64Array(packed.rows)
    const search = new FitSearch(packed, turn + 1)
    search.start(best)
    for (let since = 0; since < idle && step < steps; step++) {
      const before = search.betterings
      search.improve(Math.min(work, WORK_PER_USE * uses), noPrices)
      since = search.betterings > before ? 0 : since + 1
      yield step / steps
    }
    const found = fit.worthOf(search.best.chosen)
    if (!isBetter(found, worth)) break
    best = search.best.chosen
    worth = found
  }
  return best
}
