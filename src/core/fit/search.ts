/**
 * A fast search for a good choice of columns: repaired from the prices of the bound, then a few batches at a time are taken
 * out and put back better (large-neighbourhood search). It stops on work done, never on the clock, and the same
 * problem and seed give the same answer.
 */
import { isBetter, ROUNDING, type Packed, type Worth } from './problem'
import { seeded } from '../statistics/random'

/** A choice of columns that can be changed a batch at a time. */
export class Choice {
  readonly chosen: Int32Array
  readonly loads: Float64Array
  overfull = 0
  cost = 0
  /** Days of uses looked at so far: the work done. */
  work = 0

  constructor(readonly packed: Packed) {
    this.chosen = new Int32Array(packed.first.length - 1).fill(-1)
    this.loads = new Float64Array(packed.rows)
  }

  /** Begins again from a choice of every batch. */
  set(chosen: ArrayLike<number>): void {
    this.loads.fill(0)
    this.chosen.fill(-1)
    this.overfull = this.cost = 0
    for (let b = 0; b < this.chosen.length; b++) this.put(b, chosen[b]!)
    this.tidy()
  }

  /** Sums anew, so that rounding does not gather. */
  tidy(): void {
    const { capacity, weight, rows } = this.packed
    this.overfull = 0
    for (let i = 0; i < rows; i++) {
      const over = this.loads[i]! - capacity[i]!
      if (over > ROUNDING) this.overfull += over * weight[i]!
    }
  }

  get worth(): Worth {
    return { overfull: this.overfull < ROUNDING ? 0 : this.overfull, cost: this.cost }
  }

  /** Gives a batch that has none its column. */
  put(batch: number, column: number): void {
    const { packed, loads } = this
    const { first, cost, useFirst, useRow, useFrom, useUntil, useAmount, capacity, weight } = packed
    const c = first[batch]! + column
    this.chosen[batch] = column
    this.cost += cost[c]!
    for (let u = useFirst[c]!; u < useFirst[c + 1]!; u++) {
      const amount = useAmount[u]!
      const end = useRow[u]! + useUntil[u]!
      for (let i = useRow[u]! + useFrom[u]!; i < end; i++) {
        const before = loads[i]! - capacity[i]!
        const after = before + amount
        loads[i]! += amount
        if (after > ROUNDING) this.overfull += (before > ROUNDING ? amount : after) * weight[i]!
      }
    }
  }

  /** Takes the column of a batch away. */
  take(batch: number): void {
    const { packed, loads } = this
    const { first, cost, useFirst, useRow, useFrom, useUntil, useAmount, capacity, weight } = packed
    const c = first[batch]! + this.chosen[batch]!
    this.chosen[batch] = -1
    this.cost -= cost[c]!
    for (let u = useFirst[c]!; u < useFirst[c + 1]!; u++) {
      const amount = useAmount[u]!
      const end = useRow[u]! + useUntil[u]!
      for (let i = useRow[u]! + useFrom[u]!; i < end; i++) {
        const before = loads[i]! - capacity[i]!
        const after = before - amount
        loads[i]! -= amount
        if (before > ROUNDING) this.overfull -= (after > ROUNDING ? amount : before) * weight[i]!
      }
    }
  }

  /**
   * What a column would add to overfullness, were it put in now; stops counting beyond `enough`.
   */
  wouldAdd(c: number, enough: number): number {
    const { packed, loads } = this
    const { useFirst, useRow, useFrom, useUntil, useAmount, capacity, weight } = packed
    let sum = 0
    for (let u = useFirst[c]!; u < useFirst[c + 1]!; u++) {
      const amount = useAmount[u]!
      const begin = useRow[u]! + useFrom[u]!
      const end = useRow[u]! + useUntil[u]!
      this.work += end - begin
      for (let i = begin; i < end; i++) {
        const before = loads[i]! - capacity[i]!
        const after = before + amount
        if (after > ROUNDING) sum += (before > ROUNDING ? amount : after) * weight[i]!
      }
      if (sum > enough) return sum
    }
    return sum
  }

  /**
   * Best column for a batch that has none.
   *
   * @param order columns of the batch to look at, cheapest first
   * @param priced what each column costs
   */
  bestFor(order: Int32Array, priced: Float64Array, overCost: number): number {
    let best = order[0]!
    let least = Infinity
    for (let k = 0; k < order.length; k++) {
      const c = order[k]!
      const cost = priced[c]!
      if (cost >= least) break
      const sum = cost + overCost * this.wouldAdd(c, (least - cost) / overCost)
      if (sum < least - 1e-12) {
        least = sum
        best = c
      }
    }
    return best
  }
}

/** How a search stands. */
export interface Found extends Worth {
  chosen: Int32Array
}

/** A search that can be fed with starts and improved for as long as is wanted. */
export class FitSearch {
  readonly best: Found
  readonly #choice: Choice
  readonly #random: () => number
  #byCost: Int32Array[]
  #overCost: number
  #changed = 0
  readonly #spans: { firstOf: Int32Array; nextOf: Int32Array }

  constructor(
    private readonly packed: Packed,
    seed = 1,
  ) {
    const { first, cost, useFirst, rows, days } = packed
    const most = cost.reduce((most, _, c) => Math.max(most, useFirst[c + 1]! - useFirst[c]!), 0)
    this.#spans = { firstOf: new Int32Array(rows / Math.max(1, days)).fill(-1), nextOf: new Int32Array(most) }
    this.#choice = new Choice(packed)
    this.#random = seeded(seed)
    this.#overCost = usualOverCost(packed)
    this.#byCost = sorted(first, cost)
    const stands = new Int32Array(first.length - 1)
    this.#choice.set(stands)
    this.best = { ...this.#choice.worth, chosen: stands }
  }

  /** Work done so far, in days of uses looked at. */
  get work(): number {
    return this.#choice.work
  }

  /** How often the best choice has been bettered. */
  get betterings(): number {
    return this.#changed
  }

  /** Price of one unit over for a day while searching: dearer than anything a batch could cost by being changed. */
  get overCost(): number {
    return this.#overCost
  }

  /** Takes a choice as a start, puts right what is over, and betters it batch by batch. */
  start(chosen: ArrayLike<number>): void {
    const choice = this.#choice
    choice.set(chosen)
    this.#descend(this.#byCost)
    this.#keep()
  }

  /**
   * Leaves out columns that cannot be part of a better choice: their cost at the prices of the bound is beyond what could still be saved.
   *
   * @param reduced each column's cost at those prices beyond the cheapest of its batch
   * @param slack best cost known less the bound
   */
  narrow(reduced: Float64Array, slack: number): number {
    const { first, cost } = this.packed
    let left = 0
    this.#byCost = sorted(first, cost, (c, b) => reduced[c]! <= slack + 1e-9 || c === first[b]! + this.best.chosen[b]!)
    for (const list of this.#byCost) left += list.length
    return left
  }

  /**
   * Takes out and puts back a few batches at a time until so much more work is done.
   *
   * @param prices of the bound: they say where room is short
   */
  improve(work: number, prices: Float64Array): void {
    const choice = this.#choice
    const { packed } = this
    const { first } = packed
    const until = choice.work + work
    const count = first.length - 1
    const free = Array.from({ length: count }, (_, b) => b).filter((b) => this.#byCost[b]!.length > 1)
    if (free.length === 0) return
    choice.set(this.best.chosen)
    let { overfull, cost } = choice.worth
    let warmth = 0.01 * Math.max(1, Math.abs(cost)) * (1 / Math.max(10, count))
    const out: number[] = []
    while (choice.work < until) {
      // Batches that meet at one place in one stretch of days, or some at random.
      out.length = 0
      const size = 3 + Math.floor(this.#random() * 7)
      const around = free[Math.floor(this.#random() * free.length)]!
      out.push(around)
      const near = this.#meeting(around, free, prices)
      while (out.length < size && near.length > 0) {
        const [b] = near.splice(Math.floor(this.#random() * Math.min(near.length, size * 2)), 1)
        if (!out.includes(b!)) out.push(b!)
      }
      const before = out.map((b) => choice.chosen[b]!)
      for (const b of out) choice.take(b)
      for (let i = out.length - 1; i > 0; i--) {
        const j = Math.floor(this.#random() * (i + 1))
        ;[out[i], out[j]] = [out[j]!, out[i]!]
        ;[before[i], before[j]] = [before[j]!, before[i]!]
      }
      for (const b of out) {
        choice.put(b, choice.bestFor(this.#byCost[b]!, packed.cost, this.#overCost) - first[b]!)
      }
      // A second look at each of them, now that all are back.
      for (let k = 0; k < 2; k++) {
        let changed = false
        for (const b of out) changed = this.#reconsider(b) || changed
        if (!changed) break
      }
      const next = choice.worth
      const worse = next.cost - cost + (next.overfull - overfull) * this.#overCost
      if (worse <= 0 || this.#random() < Math.exp(-worse / warmth)) {
        ;({ overfull, cost } = next)
        if (isBetter(next, this.best)) this.#keep()
      } else {
        for (const b of out) choice.take(b)
        out.forEach((b, i) => choice.put(b, before[i]!))
      }
      warmth = Math.max(warmth * 0.9995, 1e-6 * Math.abs(cost) + 1e-9)
      choice.work += 50
    }
    choice.set(this.best.chosen)
    this.#descend(this.#byCost)
    this.#keep()
  }

  /** Other batches that take the same dear room on the same days, in the order of how much they share. */
  #meeting(batch: number, free: readonly number[], prices: Float64Array): number[] {
    const { packed } = this
    const choice = this.#choice
    const { first, useFirst, useRow, useFrom, useUntil, days } = packed
    const list = this.#byCost[batch]!
    const c =
      this.#random() < 0.5 ? first[batch]! + choice.chosen[batch]! : list[Math.floor(this.#random() * list.length)]!
    // What it takes, by row: each row points to its first use, and each use to the next of its row.
    const { firstOf, nextOf } = this.#spans
    const firstUse = useFirst[c]!
    for (let u = useFirst[c + 1]! - 1; u >= firstUse; u--) {
      const row = useRow[u]! / days
      nextOf[u - firstUse] = firstOf[row]!
      firstOf[row] = u
    }
    const shared = free.flatMap((b): [number, number][] => {
      if (b === batch) return []
      const own = first[b]! + choice.chosen[b]!
      let sum = 0
      for (let u = useFirst[own]!; u < useFirst[own + 1]!; u++) {
        const row = useRow[u]!
        for (let s = firstOf[row / days]!; s >= 0; s = nextOf[s - firstUse]!) {
          const begin = Math.max(useFrom[s]!, useFrom[u]!)
          const end = Math.min(useUntil[s]!, useUntil[u]!)
          if (end > begin) sum += (end - begin) * (1 + 10 * prices[row + ((begin + end) >> 1)]!)
        }
      }
      choice.work += 8
      return sum > 0 ? [[b, sum]] : []
    })
    for (let u = firstUse; u < useFirst[c + 1]!; u++) firstOf[useRow[u]! / days] = -1
    shared.sort((a, b) => b[1] - a[1] || a[0] - b[0])
    return shared.map(([b]) => b)
  }

  /** Gives a batch the best column as all others stand; whether it changed. */
  #reconsider(b: number): boolean {
    const { first, cost } = this.packed
    const choice = this.#choice
    const own = choice.chosen[b]!
    const list = this.#byCost[b]!
    if (list.length < 2) return false
    choice.take(b)
    const next = choice.bestFor(list, cost, this.#overCost) - first[b]!
    choice.put(b, next)
    return next !== own
  }

  #descend(order: readonly Int32Array[]): void {
    for (let round = 0; round < 12; round++) {
      let changed = false
      for (let b = 0; b < order.length; b++) changed = this.#reconsider(b) || changed
      if (!changed) return
    }
  }

  #keep(): void {
    const choice = this.#choice
    choice.tidy()
    const { worth } = choice
    if (!isBetter(worth, this.best)) return
    Object.assign(this.best, worth)
    this.best.chosen = choice.chosen.slice()
    this.#changed++
  }
}

/** So dear that a tray place over for a day is never worth what any one batch could save by it. */
export function usualOverCost({ first, cost, weight }: Packed): number {
  let widest = 1
  for (let b = 0; b < first.length - 1; b++) {
    let low = Infinity
    let high = -Infinity
    for (let c = first[b]!; c < first[b + 1]!; c++) {
      low = Math.min(low, cost[c]!)
      high = Math.max(high, cost[c]!)
    }
    widest = Math.max(widest, high - low)
  }
  const least = weight.reduce((min, w) => Math.min(min, w), 1)
  return (widest * 4) / Math.max(0.01, least)
}

function sorted(
  first: Int32Array,
  cost: Float64Array,
  keep: (c: number, b: number) => boolean = () => true,
): Int32Array[] {
  return Array.from({ length: first.length - 1 }, (_, b) => {
    const list: number[] = []
    for (let c = first[b]!; c < first[b + 1]!; c++) if (keep(c, b)) list.push(c)
    return Int32Array.from(list.sort((x, y) => cost[x]! - cost[y]! || x - y))
  })
}
