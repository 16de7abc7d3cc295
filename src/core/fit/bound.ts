/**
 * A proven lower bound on what any choice of columns can cost, by pricing what is limited (Lagrangian relaxation).
 *
 * Given a price of every resource on every day, each batch alone takes its cheapest column, and what is saved by leaving
 * room unused is given back: no choice that fits can cost less. Prices are raised where that choice is over and lowered
 * where room is left (subgradient steps with deflection). Where not everything can fit, a price may not go beyond what being over
 * is said to cost, and the bound holds for cost and overfullness together.
 */
import type { Packed } from './problem'

/** How the search for good prices stands. */
export interface Bound {
  /** No choice costs less, in cost plus `overCost` times overfullness. */
  value: number
  prices: Float64Array
  /** Cheapest column of every batch at the prices last tried. */
  chosen: Int32Array
  /** Each column's cost at the best prices beyond the cheapest of its batch. */
  reduced: Float64Array
}

/** Looks for prices step by step; each step looks at every column once. */
export class BoundSearch {
  readonly best: Bound
  /** Columns that each batch alone would take at the prices last tried. */
  readonly chosen: Int32Array
  readonly #priced: Float64Array
  readonly #prices: Float64Array
  readonly #totals: Float64Array
  readonly #slope: Float64Array
  readonly #direction: Float64Array
  readonly #most: Float64Array
  #pace = 1.2
  #since = 0
  #steps = 0

  /**
   * @param overCost most that one unit of overfullness is worth; `Infinity` when everything is known to fit
   */
  constructor(
    private readonly packed: Packed,
    readonly overCost: number,
  ) {
    const { rows, first, weight } = packed
    this.chosen = new Int32Array(first.length - 1)
    this.#priced = new Float64Array(packed.cost.length)
    this.#prices = new Float64Array(rows)
    this.#totals = new Float64Array(rows + packed.problem.resources.length)
    this.#slope = new Float64Array(rows)
    this.#direction = new Float64Array(rows)
    this.#most = Float64Array.from(weight, (w) => w * overCost)
    this.best = {
      value: -Infinity,
      prices: new Float64Array(rows),
      chosen: new Int32Array(first.length - 1),
      reduced: new Float64Array(packed.cost.length),
    }
  }

  get steps(): number {
    return this.#steps
  }

  /**
   * One step towards better prices.
   *
   * @param known what the best choice found so far costs, overfullness included
   * @returns the bound at the prices tried
   */
  step(known: number): number {
    const { packed } = this
    const { first, cost, useFirst, useRow, useFrom, useUntil, useAmount, capacity, tight, days, rows } = packed
    const prices = this.#prices
    const totals = this.#totals
    // Running totals of the prices make the price of a stay one subtraction.
    for (let row = 0, at = 0; row < rows; row += days, at += days + 1) {
      totals[at] = 0
      for (let d = 0; d < days; d++) totals[at + d + 1] = totals[at + d]! + prices[row + d]!
    }
    let value = 0
    const slope = this.#slope
    slope.fill(0)
    const priced = this.#priced
    for (let b = 0; b < first.length - 1; b++) {
      let least = Infinity
      let at = first[b]!
      for (let c = first[b]!; c < first[b + 1]!; c++) {
        let sum = cost[c]!
        for (let u = useFirst[c]!; u < useFirst[c + 1]!; u++) {
          const base = useRow[u]! + useRow[u]! / days
          sum += useAmount[u]! * (totals[base + useUntil[u]!]! - totals[base + useFrom[u]!]!)
        }
        priced[c] = sum
        if (sum < least) {
          least = sum
          at = c
        }
      }
      value += least
      this.chosen[b] = at - first[b]!
      for (let u = useFirst[at]!; u < useFirst[at + 1]!; u++) {
        const amount = useAmount[u]!
        for (let i = useRow[u]! + useFrom[u]!; i < useRow[u]! + useUntil[u]!; i++) slope[i]! += amount
      }
    }
    for (let i = 0; i < rows; i++) {
      if (tight[i] === 0) {
        slope[i] = 0
        continue
      }
      value -= prices[i]! * capacity[i]!
      slope[i]! -= capacity[i]!
    }
    this.#steps++
    const { best } = this
    if (best.value === -Infinity || value > best.value + 1e-9 * Math.abs(best.value)) {
      best.value = value
      best.prices.set(prices)
      best.chosen.set(this.chosen)
      for (let b = 0; b < first.length - 1; b++) {
        const least = priced[first[b]! + this.chosen[b]!]!
        for (let c = first[b]!; c < first[b + 1]!; c++) best.reduced[c] = priced[c]! - least
      }
      this.#since = 0
    } else if (++this.#since >= PATIENCE) {
      // No better for a while: smaller steps, from the best prices known.
      this.#pace *= 0.6
      this.#since = 0
      prices.set(best.prices)
      this.#direction.fill(0)
    }
    const direction = this.#direction
    const most = this.#most
    let length = 0
    for (let i = 0; i < rows; i++) {
      if (tight[i] === 0) continue
      const g = slope[i]! + DEFLECTION * direction[i]!
      direction[i] = g
      if (g < 0 && prices[i] === 0) continue
      length += g * g
    }
    if (length === 0) return value
    const step = (this.#pace * Math.max(known - value, 1e-4 * Math.abs(known) + 1e-6)) / length
    for (let i = 0; i < rows; i++) {
      if (tight[i] === 0) continue
      prices[i] = Math.min(most[i]!, Math.max(0, prices[i]! + step * direction[i]!))
    }
    return value
  }

  /** Whether the steps have become too small to matter. */
  get done(): boolean {
    return this.#pace < 1e-3
  }
}

const PATIENCE = 12 // steps without a better bound before the steps are made smaller
const DEFLECTION = 0.6 // part of the last direction that is kept
