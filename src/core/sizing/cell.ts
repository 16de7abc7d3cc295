/** What one sown cell yields, and what many of them yield together. */
import { atLeast, binomialChances, createTail } from '../statistics/binomial'

/** Chances that a cell yields 0, 1, 2 … good plants. */
export type CellYield = readonly number[]

/** How a cell is sown: k seeds, of which at most `keep` plants count. One seed kept is a single. */
export interface CellSowing {
  seedsPerCell: number
  keep: number
  /** Count cells, not plants: a cell is good when it has at least so many seedlings. */
  atLeast?: number | undefined
}

/**
 * Good plants from one cell: min(keep, Binomial(seeds, germination)), each surviving on its own; or,
 * when cells are counted, 1 for a cell with enough seedlings that survives as a whole.
 *
 * @param germination share of seeds that come up
 * @param survival share of seedlings (or clumps) still good at the end of the stage
 */
export function cellYield(
  { seedsPerCell, keep, atLeast: fewest }: CellSowing,
  germination: number,
  survival: number,
): CellYield {
  if (fewest !== undefined || keep === 1) {
    const good = atLeast(seedsPerCell, germination, fewest ?? 1) * survival
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

/** Chance that n cells together yield at least `need` good plants, exactly. */
export function chanceOfAtLeast(n: number, cell: CellYield, need: number): number {
  return createCellChances(cell)(n, need)
}

const GRID = 64 // points at which the characteristic function's size is bounded
const NOTHING = 40 // −ln of a term too small to count
const WIDTH = 24 // spreads of the total that the sum runs over, ±12: no chance is left outside
const MARGIN = 64

/**
 * Chances of at least `need` plants from any number of cells of one kind.
 *
 * Cells of at most one plant are a binomial. For others the distribution of the total is turned back
 * from its characteristic function, φ(ω)ⁿ at W equally spaced ω: exact for W whole numbers around the
 * mean (for small n, for all there are), however many cells. Few ω count, because |φ|ⁿ falls so fast;
 * a bound that rises nowhere says from which on none does.
 *
 * @see inversion of a lattice distribution by the discrete Fourier transform
 */
export function createCellChances(cell: CellYield): (n: number, need: number) => number {
  if (cell.length === 2) return createTail(cell[1]!)
  const most = cell.length - 1
  const mean = meanYield(cell)
  const spread = Math.sqrt(yieldVariance(cell))
  let bound: ((omega: number) => number) | undefined
  return (n, need) => {
    if (need <= 0) return 1
    if (need > n * most) return 0
    const all = n * most + 1
    const width = Math.min(all, Math.ceil(WIDTH * spread * Math.sqrt(n)) + MARGIN)
    const low = Math.max(0, Math.min(all - width, Math.round(n * mean) - (width >> 1)))
    if (need <= low) return 1
    const terms = low + width - need
    if (terms <= 0) return 0
    bound ??= sizeBound(cell, spread)
    let sum = terms
    for (let j = 1; 2 * j <= width; j++) {
      const omega = (2 * Math.PI * j) / width
      if (n * bound(omega) > NOTHING) break
      let re = 0
      let im = 0
      const cos = Math.cos(omega)
      const sin = Math.sin(omega)
      for (let k = most; k >= 0; k--) {
        const next = re * cos - im * sin + cell[k]!
        im = re * sin + im * cos
        re = next
      }
      const size = re * re + im * im
      if (size === 0) continue
      const logSize = (n * Math.log(size)) / 2
      if (logSize < -NOTHING) continue
      // φⁿ·Σ exp(−iωs) over s = need … low + width − 1: a geometric sum about its middle.
      const phase = n * Math.atan2(im, re) - omega * (need + (terms - 1) / 2)
      const value = (Math.exp(logSize) * Math.cos(phase) * Math.sin((omega * terms) / 2)) / Math.sin(omega / 2)
      sum += 2 * j === width ? value : 2 * value
    }
    return Math.min(1, Math.max(0, sum / width))
  }
}

/**
 * A bound for −ln|φ| at and beyond an ω up to π: |φ| changes by at most the spread of the cell for
 * each unit of ω, so between grid points it cannot be greater than the greatest of them by more.
 */
function sizeBound(cell: CellYield, spread: number): (omega: number) => number {
  const step = Math.PI / GRID
  const bound = new Float64Array(GRID + 1)
  let greatest = 0
  for (let i = GRID; i >= 0; i--) {
    const cos = Math.cos(i * step)
    const sin = Math.sin(i * step)
    let re = 0
    let im = 0
    for (let k = cell.length - 1; k >= 0; k--) {
      const next = re * cos - im * sin + cell[k]!
      im = re * sin + im * cos
      re = next
    }
    greatest = Math.max(greatest, Math.hypot(re, im))
    bound[i] = -Math.log(Math.min(1, greatest + spread * step))
  }
  return (omega) => bound[Math.min(GRID, Math.floor(omega / step))]!
}
