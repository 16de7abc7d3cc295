/** What a count of seedlings says of the stand to come. */
import { LOT_PACE_SPREAD, shareShowing } from '../germination/emergence'
import { atLeast, logBinomial } from '../statistics/binomial'
import { normalQuantile } from '../statistics/normal'

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

/** Points over germination shares, the midpoints of as many parts, and over paces. */
interface Grid {
  shares: number
  paces: number
  /** Logarithms of the shares, and of what they leave. */
  logs: Float64Array
  rests: Float64Array
}

const gridOf = (shares: number, paces: number): Grid => ({
  shares,
  paces,
  logs: Float64Array.from({ length: shares }, (_, i) => Math.log((i + 0.5) / shares)),
  rests: Float64Array.from({ length: shares }, (_, i) => Math.log(1 - (i + 0.5) / shares)),
})

const GRID = gridOf(400, 41)
const COARSE = gridOf(60, 13)
/** Share of lots of which anything may be true, whatever their test said. An estimate. */
export const BAD_LOT = 0.05
const TAIL = 0.05
const NEVER = 1e-12
const STEP = 5 // points of a line looked at first
const FAR = 16 // below the greatest logarithm, from which a point has no weight
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
  const points = grid === 'fine' ? GRID : COARSE
  const { shares, paces } = points
  const a = Math.max(0.5, germination * testedSeeds)
  const b = Math.max(0.5, (1 - germination) * testedSeeds)
  const prior = betaOn(points, a, b)
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
  const priors = prior.map((one) => Math.log(BAD_LOT / shares + (1 - BAD_LOT) * one))
  const lasts = Float64Array.from({ length: shares }, (_, i) => filling(((i + 0.5) / shares) * lastShare, k))
  const likely = Math.min(shares - 1, Math.floor((a / (a + b)) * shares))
  const logs = new Float64Array(shares)
  const kept: GridPoint[] = []
  let top = -Infinity
  for (let j = 0; j < paces; j++) {
    const z = paces === 1 ? 0 : -3 + (6 * j) / (paces - 1)
    const pace = Math.exp(LOT_PACE_SPREAD * z)
    const showing = telling.map(({ thermalShare }) => shareShowing(thermalShare / pace, spread))
    /** Cells that show by the last count, of those that ever may. */
    const shownBy = (i: number) => {
      let before = 0
      for (const one of showing) before = Math.max(before, Math.min(lasts[i]!, filling(((i + 0.5) / shares) * one, k)))
      return before
    }
    const likelihood = k === 1 ? ofSingles(points, { showing, lastShare, more, left }) : undefined
    const logAt = (i: number) => {
      const log = priors[i]! - (z * z) / 2
      if (likelihood) return log + likelihood(i)
      let before = 0
      let sum = 0
      for (let c = 0; c < showing.length; c++) {
        const p = Math.min(lasts[i]!, filling(((i + 0.5) / shares) * showing[c]!, k))
        if (more[c]! > 0) sum += more[c]! * Math.log(Math.max(NEVER, p - before))
        if (p > before) before = p
      }
      return log + (left > 0 ? sum + left * Math.log(Math.max(NEVER, 1 - before)) : sum)
    }
    logs.fill(-Infinity)
    top = Math.max(top, whereItMatters(logs, logAt, likely))
    for (let i = 0; i < shares; i++) {
      const log = logs[i]!
      if (!(log > top - FAR)) continue
      const before = shownBy(i)
      const r = before >= 1 ? 0 : Math.max(0, (lasts[i]! - before) / (1 - before))
      kept.push({ weight: log, g: (i + 0.5) / shares, pace, r })
    }
  }
  let total = 0
  for (const point of kept) total += point.weight = Math.exp(point.weight - top)
  for (const point of kept) point.weight /= total
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
  // Made when a chance is first asked for, and then for all.
  let filled: { alive: ReturnType<typeof survivors>; kinds: [r: number, weight: number][] } | undefined
  const ofEmptyCells = () => {
    const kinds = new Map<number, number>()
    // Points that say almost the same of the empty cells are one.
    for (const { weight, r } of kept) {
      const id = Math.round(r * KINDS) / KINDS
      kinds.set(id, (kinds.get(id) ?? 0) + weight)
    }
    return { alive: survivors(showingNow, survival), kinds: [...kinds].filter(([, weight]) => weight > 1e-7) }
  }
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
      const { alive, kinds } = (filled ??= ofEmptyCells())
      let chance = 0
      for (const [r, weight] of kinds) chance += weight * sumAtLeast(alive, empty, r * survival, plants)
      return Math.min(1, chance)
    },
  }
}

/**
 * Logarithm of the likelihood at a germination share g where each cell has one seed. A step of the counts then has the
 * chance g·(F − F before), whose logarithm is that of g and one that all shares have in common.
 *
 * @param showing share of seeds that come up which shows by each count
 */
function ofSingles(
  { shares, logs }: Grid,
  {
    showing,
    lastShare,
    more,
    left,
  }: { showing: readonly number[]; lastShare: number; more: readonly number[]; left: number },
): (i: number) => number {
  let before = 0
  let common = 0
  let shown = 0
  for (let c = 0; c < showing.length; c++) {
    const by = Math.min(lastShare, showing[c]!)
    shown += more[c]!
    if (more[c]! > 0) common += more[c]! * Math.log(Math.max(NEVER, by - before))
    if (by > before) before = by
  }
  return (i) => {
    const log = common + shown * logs[i]!
    return left > 0 ? log + left * Math.log(Math.max(NEVER, 1 - ((i + 0.5) / shares) * before)) : log
  }
}

/** A point of the grid that counts: its weight, germination share and pace, and the chance that an empty cell still fills. */
interface GridPoint {
  weight: number
  g: number
  pace: number
  r: number
}

/**
 * Fills in the logarithms that matter along one line of the grid: first every few points, then what lies between where
 * an end is not far below the best of them. A likelihood with one hill has its top beside the best of the few, and the
 * prior's own hill is always looked at.
 *
 * @returns the greatest
 */
function whereItMatters(logs: Float64Array, logAt: (i: number) => number, likely: number): number {
  const last = logs.length - 1
  let top = -Infinity
  let best = 0
  for (let i = 0; ; i = Math.min(last, i + STEP)) {
    const log = (logs[i] = logAt(i))
    if (log > top) {
      top = log
      best = i
    }
    if (i === last) break
  }
  const rough = top
  for (let i = 0; i < last; i += STEP) {
    const end = Math.min(last, i + STEP)
    const near = Math.max(logs[i]!, logs[end]!) > rough - FAR
    if (!near && i !== best && end !== best && !(i <= likely && likely <= end)) continue
    for (let between = i + 1; between < end; between++) {
      const log = (logs[between] = logAt(between))
      if (log > top) top = log
    }
  }
  return top
}

const sameShare = (a: StandCount | undefined, b: StandCount | undefined): boolean =>
  a !== undefined && b !== undefined && a.showing * b.cells === b.showing * a.cells

/** Chance that a cell of k seeds shows where each does with this chance. */
function filling(each: number, k: number): number {
  let none = 1
  for (let seed = 0; seed < k; seed++) none *= 1 - each
  return 1 - none
}

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
  return Math.exp(logBinomial(n, k, p))
}

/** Weights of a Beta distribution at the points of a grid; they add up to 1. */
function betaOn({ shares, logs, rests }: Grid, a: number, b: number): Float64Array {
  const weights = new Float64Array(shares)
  let top = -Infinity
  for (let i = 0; i < shares; i++) {
    const log = (weights[i] = (a - 1) * logs[i]! + (b - 1) * rests[i]!)
    if (log > top) top = log
  }
  let total = 0
  for (let i = 0; i < shares; i++) total += weights[i] = Math.exp(weights[i]! - top)
  for (let i = 0; i < shares; i++) weights[i]! /= total
  return weights
}
