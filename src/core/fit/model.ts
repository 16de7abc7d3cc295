/** A problem of fit as a mixed-integer program in sparse columns, for a solver. */
import { loadsOf, ROUNDING, type Packed } from './problem'

/** The program: one binary variable a column that is kept, then one for each way of being over. */
export interface FitModel {
  variables: number
  rows: number
  cost: Float64Array
  rowLower: Float64Array
  rowUpper: Float64Array
  /** Sparse columns: entries of variable v are [starts[v], starts[v + 1]). */
  starts: Int32Array
  index: Int32Array
  value: Float64Array
  /** Column, counted over all batches, that each binary variable stands for. */
  columns: Int32Array
}

/**
 * The program of a problem.
 *
 * A row is needed on each day a stay begins and each day a capacity falls; between those days a load only falls. Where
 * being over is allowed at a price, rows stand on every day anything changes, each counting for the days until the next.
 *
 * @param kept which columns may be chosen; all unless given
 * @param allowed being over: the program asks for the least overfullness whatever it costs, or for the least cost with
 * no more overfullness than is given; without it nothing may be over
 */
export function fitModel(
  packed: Packed,
  kept?: (column: number) => boolean,
  allowed?: { least: 'overfull' } | { least: 'cost'; overfull: number },
): FitModel {
  const { first, useFirst, useRow, useFrom, useUntil, useAmount, capacity, weight, tight, days, rows, problem } = packed
  const batches = problem.batches.length
  const columns: number[] = []
  for (let c = 0; c < packed.cost.length; c++) if (!kept || kept(c)) columns.push(c)
  // Days that need a row, by resource and day.
  const needed = new Uint8Array(rows)
  for (const c of columns) {
    for (let u = useFirst[c]!; u < useFirst[c + 1]!; u++) {
      needed[useRow[u]! + useFrom[u]!] = 1
      if (allowed !== undefined && useUntil[u]! < days) needed[useRow[u]! + useUntil[u]!] = 1
    }
  }
  for (let row = 0; row < rows; row += days) {
    needed[row] = 1
    for (let d = 1; d < days; d++) {
      const change = capacity[row + d]! - capacity[row + d - 1]!
      if (change < 0 || (allowed !== undefined && change !== 0)) needed[row + d] = 1
      // A row that is dropped because nothing can be over there must not stand for days where something can.
      if (tight[row + d] === 1 && tight[row + d - 1] === 0) needed[row + d] = 1
    }
  }
  const rowOf = new Int32Array(rows).fill(-1)
  const list: number[] = []
  for (let i = 0; i < rows; i++) {
    if (needed[i] === 1 && tight[i] === 1) {
      rowOf[i] = batches + list.length
      list.push(i)
    }
  }
  const starts = [0]
  const index: number[] = []
  const value: number[] = []
  const entry = new Float64Array(rows)
  let b = 0
  for (const c of columns) {
    while (c >= first[b + 1]!) b++
    index.push(b)
    value.push(1)
    const touched: number[] = []
    for (let u = useFirst[c]!; u < useFirst[c + 1]!; u++) {
      for (let i = useRow[u]! + useFrom[u]!; i < useRow[u]! + useUntil[u]!; i++) {
        if (rowOf[i]! < 0) continue
        if (entry[i] === 0) touched.push(i)
        entry[i]! += useAmount[u]!
      }
    }
    for (const i of touched) {
      index.push(rowOf[i]!)
      value.push(entry[i]!)
      entry[i] = 0
    }
    starts.push(index.length)
  }
  const cost = columns.map((c) => (allowed?.least === 'overfull' ? 0 : packed.cost[c]!))
  const count = batches + list.length + (allowed?.least === 'cost' ? 1 : 0)
  if (allowed !== undefined) {
    for (const i of list) {
      const end = i - (i % days) + days
      let next = i + 1
      while (next < end && needed[next] === 0) next++
      index.push(rowOf[i]!)
      value.push(-1)
      if (allowed.least === 'cost') {
        index.push(count - 1)
        value.push(weight[i]! * (next - i))
      }
      starts.push(index.length)
      cost.push(allowed.least === 'overfull' ? weight[i]! * (next - i) : 0)
    }
  }
  const rowLower = new Float64Array(count).fill(-Infinity)
  const rowUpper = new Float64Array(count)
  rowLower.fill(1, 0, batches)
  rowUpper.fill(1, 0, batches)
  list.forEach((i, k) => (rowUpper[batches + k] = capacity[i]!))
  if (allowed?.least === 'cost') rowUpper[count - 1] = allowed.overfull + 1e-6
  return {
    variables: cost.length,
    rows: count,
    cost: Float64Array.from(cost),
    rowLower,
    rowUpper,
    starts: Int32Array.from(starts),
    index: Int32Array.from(index),
    value: Float64Array.from(value),
    columns: Int32Array.from(columns),
  }
}

/** Values of the variables that a choice of columns stands for, what it is over by included. */
export function valuesOf(packed: Packed, model: FitModel, chosen: ArrayLike<number>): Float64Array {
  const { problem, first } = packed
  const values = new Float64Array(model.variables)
  const at = new Map(Array.from(model.columns, (c, v) => [c, v]))
  for (let b = 0; b < problem.batches.length; b++) {
    const v = at.get(first[b]! + chosen[b]!)
    if (v !== undefined) values[v] = 1
  }
  const over = model.variables - model.columns.length
  if (over > 0) {
    const sums = new Float64Array(model.rows)
    for (let v = 0; v < model.columns.length; v++) {
      if (values[v] === 1)
        for (let k = model.starts[v]!; k < model.starts[v + 1]!; k++) sums[model.index[k]!]! += model.value[k]!
    }
    for (let v = model.columns.length; v < model.variables; v++) {
      const row = model.index[model.starts[v]!]!
      values[v] = Math.max(0, sums[row]! - model.rowUpper[row]!)
    }
  }
  return values
}

/** Choice of columns that values of the variables stand for. */
export function chosenOf(packed: Packed, model: FitModel, values: ArrayLike<number>): Int32Array {
  const { first, problem } = packed
  const chosen = new Int32Array(problem.batches.length)
  const most = new Float64Array(problem.batches.length).fill(-1)
  let b = 0
  model.columns.forEach((c, v) => {
    while (c >= first[b + 1]!) b++
    if (values[v]! > most[b]!) {
      most[b] = values[v]!
      chosen[b] = c - first[b]!
    }
  })
  return chosen
}

/** Days and resources on which a choice is over, with how much. */
export function oversOf(
  packed: Packed,
  chosen: ArrayLike<number>,
): { resource: number; from: number; until: number; most: number }[] {
  const { problem, days } = packed
  const loads = loadsOf(problem, chosen)
  return problem.resources.flatMap(({ capacity }, resource) => {
    const overs: { resource: number; from: number; until: number; most: number }[] = []
    for (let d = 0; d < days; d++) {
      const over = loads[resource * days + d]! - capacity[d]!
      if (over <= ROUNDING) continue
      const last = overs.at(-1)
      if (last && last.until === d) {
        last.until = d + 1
        last.most = Math.max(last.most, over)
      } else overs.push({ resource, from: d, until: d + 1, most: over })
    }
    return overs
  })
}
