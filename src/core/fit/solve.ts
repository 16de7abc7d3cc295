/** The search for a plan that fits, slice by slice, with the bound it is held against. */
import { BoundSearch } from './bound'
import { fitModel, valuesOf, type FitModel } from './model'
import { isBetter, pack, worthOf, type FitProblem, type Packed, type Worth } from './problem'
import { FitSearch } from './search'

/** How far a search has come. */
export interface Standing extends Worth {
  /** No choice that fits costs less; −Infinity while nothing is known, or while nothing fits. */
  bound: number
  /** Part of the cost that could still be saved at most; `Infinity` while nothing is known. */
  gap: number
}

export interface SolveOptions {
  /** Part of the cost within which the best is near enough. */
  gap?: number
  seed?: number
  /** Slices without anything better after which the search has done what it can. */
  patience?: number
}

const STEPS = 15 // prices tried in one slice
const WORK = 300_000 // most days of uses looked at in one slice
const WORK_PER_USE = 40 // the same for every use of a column: small problems take little
const PATIENCE = 12
const MOST_SLICES = 400

/** Searches for the best choice of columns; the same problem always gives the same answer. */
export class FitSolver {
  readonly packed: Packed
  readonly gap: number
  readonly #search: FitSearch
  readonly #bound: BoundSearch
  readonly #patience: number
  readonly #work: number
  #bestBound = -Infinity
  #slices = 0
  #idle = 0
  #betterings = 0

  constructor(
    readonly problem: FitProblem,
    { gap = 0.01, seed = 1, patience = PATIENCE }: SolveOptions = {},
  ) {
    this.packed = pack(problem)
    this.gap = gap
    this.#patience = patience
    this.#work = Math.min(WORK, WORK_PER_USE * this.packed.useAmount.length)
    this.#search = new FitSearch(this.packed, seed)
    this.#bound = new BoundSearch(this.packed, this.#search.overCost)
    if (problem.batches.length > 0) this.#search.start(new Int32Array(problem.batches.length))
  }

  /** The best choice found. */
  get chosen(): Int32Array {
    return this.#search.best.chosen
  }

  get standing(): Standing {
    const { overfull, cost } = this.#search.best
    const bound = overfull > 0 ? -Infinity : this.#bestBound
    return { overfull, cost, bound, gap: gapOf(cost, bound) }
  }

  /** Whether the search can stop: near enough, or nothing better for long. */
  get done(): boolean {
    return (
      this.problem.batches.length === 0 ||
      this.standing.gap <= this.gap ||
      this.#idle >= this.#patience ||
      this.#slices >= MOST_SLICES
    )
  }

  /** One slice of work; whether something better was found. */
  step(): boolean {
    const search = this.#search
    const bound = this.#bound
    const known = () => search.best.cost + search.overCost * search.best.overfull
    if (!bound.done) {
      for (let i = 0; i < STEPS; i++) bound.step(known())
      search.start(bound.chosen)
      this.#bestBound = Math.max(this.#bestBound, bound.best.value)
    }
    if (++this.#slices % 5 === 0 && bound.best.value > -Infinity)
      search.narrow(bound.best.reduced, known() - bound.best.value)
    search.improve(this.#work, bound.best.prices)
    const better = search.betterings > this.#betterings
    this.#betterings = search.betterings
    this.#idle = better || !bound.done ? 0 : this.#idle + 1
    return better
  }

  /** Takes over a choice found elsewhere when it is better. */
  offer(chosen: Int32Array): boolean {
    const worth = worthOf(this.problem, chosen)
    if (!isBetter(worth, this.#search.best)) return false
    Object.assign(this.#search.best, worth)
    this.#search.best.chosen = chosen
    return true
  }

  /** Takes over a bound proven elsewhere. */
  proven(bound: number): void {
    this.#bestBound = Math.max(this.#bestBound, Math.min(bound, this.#search.best.cost))
  }

  /** What is left to prove: the columns that may still be part of a better choice, and the best as a start. */
  toProve(): { model: FitModel; start: Float64Array } {
    const { cost, overfull, chosen } = this.#search.best
    const { first } = this.packed
    const { reduced, value } = this.#bound.best
    const own = new Set(Array.from(chosen, (column, b) => first[b]! + column))
    const kept =
      overfull === 0 && value > -Infinity ? (c: number) => reduced[c]! <= cost - value + 1e-6 || own.has(c) : undefined
    const model = overfull > 0 ? fitModel(this.packed, undefined, { least: 'overfull' }) : fitModel(this.packed, kept)
    return { model, start: valuesOf(this.packed, model, chosen) }
  }

  /** What is left to prove once it is known how little can be over: the least cost with no more than that. */
  toProveCost(): { model: FitModel; start: Float64Array } {
    const { overfull, chosen } = this.#search.best
    const model = fitModel(this.packed, undefined, { least: 'cost', overfull })
    return { model, start: valuesOf(this.packed, model, chosen) }
  }
}

/** Part of a cost that could still be saved. */
export function gapOf(cost: number, bound: number): number {
  if (bound === -Infinity) return Infinity
  return Math.max(0, cost - bound) / Math.max(1e-9, Math.abs(cost))
}
