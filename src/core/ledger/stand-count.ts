/** What a count of seedlings says of the stand to come. */
import { shareShowing } from '../germination/emergence'
import { atLeast } from '../sizing/binomial'
import { normalQuantile } from '../sizing/normal'

/** One count of a batch. */
export interface StandCount {
  /** Cells looked at: all, or a sample of rows. */
  cells: number
  /** Of these, cells with a seedling. */
  showing: number
  /** Sum of daily rates from sowing to the count, at the lot's own pace: 1 is the day half are up. */
  thermalShare: number
}

/** What was sown, and what is known of the seed. */
export interface CountedSowing {
  /** Cells sown. */
  cells: number
  seedsPerCell: number
  /** Germination share of the lot, at the temperature it stands at. */
  germination: number
  /** Seeds in the test that says so. */
  testedSeeds: number
  /** Spread of ln thermal time between seeds. */
  spread: number
  /** Share of seedlings still good at planting. */
  survival: number
  /** Part of the final count that shows by the last useful day. */
  lastShare?: number
  /** Plants that a cell with seedlings gives on average, where more than one of them is kept; 1 unless given. */
  perCell?: number
}

/** The stand as far as counts tell. */
export interface StandForecast {
  /** Good plants at the end: mean, and the range that nine in ten stands of this kind keep to. */
  mean: number
  low: number
  high: number
  /** Cells with a seedling in the end, before any is lost. */
  cells: number
  /** Germination share now believed, and the lot's pace as a factor on its thermal time. */
  germination: number
  pace: number
  /** Chance of at least so many good plants. */
  chanceOf(plants: number): number
}

const GRID = { shares: 400, paces: 41 }
const COARSE = { shares: 60, paces: 13 }
const PACE_SPREAD = 0.15 // of ln pace between lots of a kind
const BAD_LOT = 0.05 // share of lots of which anything may be true
const TAIL = 0.05
const NEVER = 1e-12
const KINDS = 1000 // chances of filling told apart

/**
 * Forecast of the final stand from counts.
 *
 * Grid over germination g and pace τ. Prior of g: 0.95 Beta of the lot's test + 0.05 uniform; ln τ ~ N(0, 0.15²);
 * F = Φ(ln(h/τ)/σ). A cell shows by then with p = 1 − (1 − gF)^k; counts are multinomial in the steps of p. Of the cells
 * still empty each fills with r = (p2 − p)/(1 − p).
 *
 * @param counts in the order of their days; later ones showing fewer than before count as nothing new
 * @param grid `coarse` for plans of many batches
 * @throws RangeError when more show than were looked at, or a count is of more cells than were sown
 */
export function standForecast(
  sowing: CountedSowing,
  counts: readonly StandCount[],
  grid: 'fine' | 'coarse' = 'fine',
): StandForecast {
  for (const { cells, showing } of counts) {
    if (cells > sowing.cells) throw new RangeError(`${cells} cells cannot be looked at of ${sowing.cells}`)
    if (showing > cells || showing < 0) throw new RangeError(`${showing} cannot show in ${cells} cells`)
  }
  const { cells, seedsPerCell: k, germination, testedSeeds, spread, survival, lastShare = 1, perCell = 1 } = sowing
  const { shares, paces } = grid === 'fine' ? GRID : COARSE
  const a = Math.max(0.5, germination * testedSeeds)
  const b = Math.max(0.5, (1 - germination) * testedSeeds)
  const prior = betaOnGrid(a, b, shares)
  const last = counts.at(-1)
  /** Cells that show now, of all: a sample stands for the rest. */
  const seen = last ? (last.showing / last.cells) * cells : 0
  const known = last ? last.cells : 0
  // Of counts that show the same, one after another, the first and the last say all.
  const telling = counts.filter((count, c) => !(sameShare(counts[c - 1], count) && sameShare(count, counts[c + 1])))
  const more = telling.map(() => 0)
  let shown = 0
  telling.forEach((count, c) => {
    // Counts of samples of other sizes are put on the scale of the last.
    more[c] = Math.max(0, (count.showing / count.cells) * known - shown)
    shown += more[c]!
  })
  const left = Math.max(0, known - shown)
  const size = shares * paces
  const weights = new Float64Array(size)
  const rs = new Float64Array(size)
  const priors = prior.map((one) => Math.log(BAD_LOT / shares + (1 - BAD_LOT) * one))
  const lasts = Float64Array.from({ length: shares }, (_, i) => filling(((i + 0.5) / shares) * lastShare, k))
  let top = -Infinity
  for (let j = 0; j < paces; j++) {
    const z = paces === 1 ? 0 : -3 + (6 * j) / (paces - 1)
    const pace = Math.exp(PACE_SPREAD * z)
    const showing = telling.map(({ thermalShare }) => shareShowing(thermalShare / pace, spread))
    for (let i = 0; i < shares; i++) {
      const g = (i + 0.5) / shares
      const p2 = lasts[i]!
      let log = priors[i]! - (z * z) / 2
      let before = 0
      for (let c = 0; c < telling.length; c++) {
        const p = Math.min(p2, filling(g * showing[c]!, k))
        if (more[c]! > 0) log += more[c]! * Math.log(Math.max(NEVER, p - before))
        if (p > before) before = p
      }
      if (left > 0) log += left * Math.log(Math.max(NEVER, 1 - before))
      const at = j * shares + i
      rs[at] = before >= 1 ? 0 : Math.max(0, (p2 - before) / (1 - before))
      weights[at] = log
      if (log > top) top = log
    }
  }
  let total = 0
  for (let at = 0; at < size; at++) total += weights[at] = Math.exp(weights[at]! - top)
  const kept: { weight: number; g: number; pace: number; r: number }[] = []
  for (let at = 0; at < size; at++) {
    const weight = weights[at]! / total
    if (!(weight > 1e-7)) continue
    const j = Math.floor(at / shares)
    const z = paces === 1 ? 0 : -3 + (6 * j) / (paces - 1)
    kept.push({ weight, g: ((at % shares) + 0.5) / shares, pace: Math.exp(PACE_SPREAD * z), r: rs[at]! })
  }
  const showingNow = Math.round(seen)
  const empty = cells - showingNow
  let mean = 0
  let square = 0
  let inCells = 0
  let share = 0
  let lnPace = 0
  for (const { weight, g, pace, r } of kept) {
    const m = survival * (showingNow + empty * r)
    const v = showingNow * survival * (1 - survival) + empty * r * survival * (1 - r * survival)
    // What was not looked at is a guess of its own.
    const sampled =
      last && known < cells
        ? (cells * (cells - known) * (seen / cells) * (1 - seen / cells) * survival * survival) / Math.max(1, known)
        : 0
    mean += weight * m
    square += weight * (m * m + v + sampled)
    inCells += weight * (showingNow + empty * r)
    share += weight * g
    lnPace += weight * Math.log(pace)
  }
  const deviation = Math.sqrt(Math.max(0, square - mean * mean))
  const reach = -normalQuantile(TAIL) * deviation
  return {
    mean: mean * perCell,
    low: Math.max(0, Math.floor((mean - reach) * perCell)),
    high: Math.ceil(Math.min(cells, mean + reach) * perCell),
    cells: inCells,
    germination: share,
    pace: Math.exp(lnPace),
    chanceOf(wanted) {
      const plants = Math.ceil(wanted / perCell - 1e-9)
      if (plants <= 0) return 1
      if (plants > cells) return 0
      let chance = 0
      const kinds = new Map<number, number>()
      // Points that say almost the same of the empty cells are one.
      for (const { weight, r } of kept) {
        const id = Math.round(r * KINDS) / KINDS
        kinds.set(id, (kinds.get(id) ?? 0) + weight)
      }
      const alive = survivors(showingNow, survival)
      for (const [r, weight] of kinds)
        if (weight > 1e-7) chance += weight * sumAtLeast(alive, empty, r * survival, plants)
      return Math.min(1, chance)
    },
  }
}

const sameShare = (a: StandCount | undefined, b: StandCount | undefined): boolean =>
  a !== undefined && b !== undefined && a.showing * b.cells === b.showing * a.cells

/** Chance that a cell of k seeds shows where each does with this chance. */
const filling = (each: number, k: number): number => (k === 1 ? each : 1 - (1 - each) ** k)

/** Chances that 0, 1, 2 … of so many survive. */
function survivors(n: number, survival: number): Float64Array {
  const chances = new Float64Array(n + 1)
  if (survival >= 1) chances[n] = 1
  else {
    // From the most likely number outwards: nothing underflows.
    const mode = Math.min(n, Math.floor((n + 1) * survival))
    chances[mode] = 1
    const odds = survival / (1 - survival)
    for (let i = mode; i < n; i++) chances[i + 1] = (chances[i]! * (n - i) * odds) / (i + 1)
    for (let i = mode; i > 0; i--) chances[i - 1] = (chances[i]! * i) / ((n - i + 1) * odds)
    const sum = chances.reduce((all, chance) => all + chance, 0)
    for (let i = 0; i <= n; i++) chances[i]! /= sum
  }
  return chances
}

/** Chance that those alive with those still to come are at least so many. */
function sumAtLeast(alive: Float64Array, empty: number, p: number, plants: number): number {
  let chance = 0
  // The binomial tail grows by one term for each one more that is alive.
  let tail: number | undefined
  for (let i = 0; i < alive.length; i++) {
    const need = plants - i
    if (need > empty) continue
    if (need <= 0) {
      chance += alive[i]!
      continue
    }
    if (alive[i]! < 1e-9) {
      tail = undefined
      continue
    }
    tail = tail === undefined ? atLeast(empty, p, need) : tail + termOf(empty, p, need)
    chance += alive[i]! * Math.min(1, tail)
  }
  return chance
}

/** Chance of exactly k of n. */
function termOf(n: number, p: number, k: number): number {
  if (p <= 0) return k === 0 ? 1 : 0
  if (p >= 1) return k === n ? 1 : 0
  return Math.exp(logFactorial(n) - logFactorial(k) - logFactorial(n - k) + k * Math.log(p) + (n - k) * Math.log1p(-p))
}

const FACTORIALS: number[] = [0]
function logFactorial(n: number): number {
  for (let i = FACTORIALS.length; i <= n; i++) FACTORIALS.push(FACTORIALS[i - 1]! + Math.log(i))
  return FACTORIALS[n]!
}

/** Weights of a Beta distribution at the midpoints of a grid; they add up to 1. */
function betaOnGrid(a: number, b: number, points: number): Float64Array {
  const logs = Float64Array.from({ length: points }, (_, i) => {
    const g = (i + 0.5) / points
    return (a - 1) * Math.log(g) + (b - 1) * Math.log(1 - g)
  })
  const top = logs.reduce((most, log) => Math.max(most, log), -Infinity)
  const weights = logs.map((log) => Math.exp(log - top))
  const total = weights.reduce((sum, weight) => sum + weight, 0)
  return weights.map((weight) => weight / total)
}
