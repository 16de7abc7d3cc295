/** What one sown cell yields, and what many of them yield together. */
import { atLeast, binomialChances } from './binomial'

/** Chances that a cell yields 0, 1, 2 … good plants. */
export type CellYield = readonly number[]

/** How a cell is sown: k seeds, thinned to the best `keep`. One seed kept is a single. */
export interface CellSowing {
  seedsPerCell: number
  keep: number
}

/**
 * Good plants from one cell: min(keep, Binomial(seeds, germination)), each surviving on its own.
 *
 * @param germination share of seeds that come up
 * @param survival share of seedlings still good at the end of the stage
 */
export function cellYield({ seedsPerCell, keep }: CellSowing, germination: number, survival: number): CellYield {
  if (keep === 1) {
    const good = (1 - (1 - germination) ** seedsPerCell) * survival
    return [1 - good, good]
  }
  const up = binomialChances(seedsPerCell, germination)
  const good = new Array<number>(keep + 1).fill(0)
  up.forEach((chance, seedlings) => {
    binomialChances(Math.min(keep, seedlings), survival).forEach((share, plants) => {
      good[plants] = good[plants]! + chance * share
    })
  })
  return good
}

/** Mean number of good plants from one cell. */
export function meanYield(cell: CellYield): number {
  return cell.reduce((sum, chance, plants) => sum + chance * plants, 0)
}

/** Variance of the number of good plants from one cell. */
export function yieldVariance(cell: CellYield): number {
  const mean = meanYield(cell)
  return cell.reduce((sum, chance, plants) => sum + chance * (plants - mean) ** 2, 0)
}

/**
 * Chance that n cells together yield at least `need` good plants, exactly.
 *
 * Cells of at most one plant are a binomial; others are convolved, by repeated squaring.
 */
export function chanceOfAtLeast(n: number, cell: CellYield, need: number): number {
  if (cell.length === 2) return atLeast(n, cell[1]!, need)
  if (need <= 0) return 1
  if (need > n * (cell.length - 1)) return 0
  return tail(manyCells(n, cell), need)
}

function tail({ offset, chances }: Spread, need: number): number {
  let below = 0
  for (let i = 0; i < chances.length && offset + i < need; i++) below += chances[i]!
  return Math.max(0, 1 - below)
}

/**
 * Chances of at least `need` plants for many numbers of cells of one kind. A number a little above one
 * already asked for is reached by adding single cells, which is far less work than starting again.
 */
export function createCellChances(cell: CellYield): (n: number, need: number) => number {
  if (cell.length === 2) return (n, need) => atLeast(n, cell[1]!, need)
  const one: Spread = { offset: 0, chances: Float64Array.from(cell) }
  const known = new Map<number, Spread>()
  return (n, need) => {
    if (need <= 0) return 1
    if (need > n * (cell.length - 1)) return 0
    let from = n
    while (from > 0 && n - from < STEPS && !known.has(from)) from--
    let spread = known.get(from)
    if (!spread) known.set((from = n), (spread = manyCells(n, cell)))
    for (; from < n; from++) spread = convolve(spread, one)
    known.set(n, spread)
    return tail(spread, need)
  }
}

const STEPS = 48 // single cells added before starting again is less work

/** A run of chances for totals `offset`, `offset + 1`, …; what is left off is too small to count. */
interface Spread {
  offset: number
  chances: Float64Array
}

const NEGLIGIBLE = 1e-15

function manyCells(n: number, cell: CellYield): Spread {
  let power: Spread = { offset: 0, chances: Float64Array.from(cell) }
  let result: Spread | undefined
  for (let left = n; left > 0; left >>= 1) {
    if (left & 1) result = result ? convolve(result, power) : power
    if (left > 1) power = convolve(power, power)
  }
  return result ?? { offset: 0, chances: Float64Array.of(1) }
}

function convolve(a: Spread, b: Spread): Spread {
  const sum = new Float64Array(a.chances.length + b.chances.length - 1)
  for (let i = 0; i < a.chances.length; i++) {
    const x = a.chances[i]!
    for (let j = 0; j < b.chances.length; j++) sum[i + j] = sum[i + j]! + x * b.chances[j]!
  }
  let from = 0
  let to = sum.length
  while (to - from > 1 && sum[from]! < NEGLIGIBLE) from++
  while (to - from > 1 && sum[to - 1]! < NEGLIGIBLE) to--
  return { offset: a.offset + b.offset + from, chances: sum.slice(from, to) }
}
