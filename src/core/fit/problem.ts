/** Making a plan fit, as a problem of choosing one column for each batch so that nothing is over. */

/** So much of a resource over the days [from, until), counted from the first day of the problem. */
export interface Use {
  resource: number
  from: number
  until: number
  amount: number
}

/** One way a batch may go. */
export interface Column {
  /** In the money-like unit that prices everything. */
  cost: number
  uses: readonly Use[]
}

/** Something that is limited on every day. */
export interface Resource {
  /** What there is on each day. */
  capacity: Float64Array
  /** What one unit over for one day counts for in the measure of overfullness. */
  weight: number
}

/** Batches with the columns they may choose from; the first of each is the plan as it stands. */
export interface FitProblem {
  days: number
  resources: readonly Resource[]
  batches: readonly { columns: readonly Column[] }[]
}

/** What a choice of columns comes to: first it must be as little overfull as can be, then cheap. */
export interface Worth {
  overfull: number
  cost: number
}

/** Sums of loads allow this much rounding. */
export const ROUNDING = 1e-7

/** Whether one choice is better than another by more than rounding. */
export function isBetter(a: Worth, b: Worth): boolean {
  if (Math.abs(a.overfull - b.overfull) > ROUNDING * 10) return a.overfull < b.overfull
  return a.cost < b.cost - 1e-9 * (1 + Math.abs(b.cost))
}

/** Loads of a choice: one row of days for each resource. */
export function loadsOf(problem: FitProblem, chosen: ArrayLike<number>): Float64Array {
  const { days } = problem
  const loads = new Float64Array(problem.resources.length * days)
  problem.batches.forEach(({ columns }, b) => {
    for (const { resource, from, until, amount } of columns[chosen[b]!]!.uses) {
      for (let d = from; d < until; d++) loads[resource * days + d]! += amount
    }
  })
  return loads
}

/** What a choice comes to, summed plainly. */
export function worthOf(problem: FitProblem, chosen: ArrayLike<number>): Worth {
  const loads = loadsOf(problem, chosen)
  let overfull = 0
  problem.resources.forEach(({ capacity, weight }, r) => {
    for (let d = 0; d < problem.days; d++) {
      const over = loads[r * problem.days + d]! - capacity[d]!
      if (over > ROUNDING) overfull += over * weight
    }
  })
  const cost = problem.batches.reduce((sum, { columns }, b) => sum + columns[chosen[b]!]!.cost, 0)
  return { overfull, cost }
}

/** A problem laid out in flat arrays, for those who look at every column again and again. */
export interface Packed {
  problem: FitProblem
  days: number
  rows: number
  /** Columns of batch b are [first[b], first[b + 1]). */
  first: Int32Array
  cost: Float64Array
  /** Uses of column c are [useFirst[c], useFirst[c + 1]). */
  useFirst: Int32Array
  /** Where the row of days of each use's resource begins. */
  useRow: Int32Array
  useFrom: Int32Array
  useUntil: Int32Array
  useAmount: Float64Array
  /** One for each resource and day. */
  capacity: Float64Array
  weight: Float64Array
  /** Days on which some choice of columns would be over. */
  tight: Uint8Array
}

/** Lays a problem out in flat arrays. */
export function pack(problem: FitProblem): Packed {
  const { days, resources, batches } = problem
  const columns = batches.flatMap(({ columns }) => columns)
  const uses = columns.reduce((sum, column) => sum + column.uses.length, 0)
  const packed: Packed = {
    problem,
    days,
    rows: resources.length * days,
    first: new Int32Array(batches.length + 1),
    cost: Float64Array.from(columns, ({ cost }) => cost),
    useFirst: new Int32Array(columns.length + 1),
    useRow: new Int32Array(uses),
    useFrom: new Int32Array(uses),
    useUntil: new Int32Array(uses),
    useAmount: new Float64Array(uses),
    capacity: new Float64Array(resources.length * days),
    weight: new Float64Array(resources.length * days),
    tight: new Uint8Array(resources.length * days),
  }
  batches.forEach(({ columns }, b) => (packed.first[b + 1] = packed.first[b]! + columns.length))
  let at = 0
  columns.forEach((column, c) => {
    for (const { resource, from, until, amount } of column.uses) {
      packed.useRow[at] = resource * days
      packed.useFrom[at] = from
      packed.useUntil[at] = until
      packed.useAmount[at++] = amount
    }
    packed.useFirst[c + 1] = at
  })
  resources.forEach(({ capacity, weight }, r) => {
    packed.capacity.set(capacity, r * days)
    packed.weight.fill(weight, r * days, (r + 1) * days)
  })
  markTight(packed)
  return packed
}

/** Finds the days on which the most that the batches could take together is more than there is. */
function markTight({
  problem,
  rows,
  first,
  useFirst,
  useRow,
  useFrom,
  useUntil,
  useAmount,
  capacity,
  tight,
}: Packed): void {
  const most = new Float64Array(rows)
  const own = new Float64Array(rows)
  const one = new Float64Array(rows)
  for (let b = 0; b < problem.batches.length; b++) {
    const touched: number[] = []
    for (let c = first[b]!; c < first[b + 1]!; c++) {
      // Two uses of one column may fall on the same day; they are summed before the columns are compared.
      for (let u = useFirst[c]!; u < useFirst[c + 1]!; u++) {
        for (let i = useRow[u]! + useFrom[u]!; i < useRow[u]! + useUntil[u]!; i++) {
          one[i]! += useAmount[u]!
          if (one[i]! > own[i]!) {
            if (own[i] === 0) touched.push(i)
            own[i] = one[i]!
          }
        }
      }
      for (let u = useFirst[c]!; u < useFirst[c + 1]!; u++)
        one.fill(0, useRow[u]! + useFrom[u]!, useRow[u]! + useUntil[u]!)
    }
    for (const i of touched) {
      most[i]! += own[i]!
      own[i] = 0
    }
  }
  for (let i = 0; i < rows; i++) tight[i] = most[i]! > capacity[i]! + ROUNDING ? 1 : 0
}
