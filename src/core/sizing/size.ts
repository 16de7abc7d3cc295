/** How many cells to sow, and how many plants to carry on at each stage. */
import { atLeast, createTail } from '../statistics/binomial'
import { cellYield, createCellChances, meanYield, yieldVariance, type CellSowing, type CellYield } from './cell'
import { possibleShares } from './germination-doubt'
import { normalQuantile, roughCdf } from '../statistics/normal'

/** What a batch must come to. */
export interface SizingInput extends CellSowing {
  /** Good plants wanted at planting. */
  need: number
  /** Share of the lot that comes up. */
  germination: number
  /** Seeds in the test behind it; `Infinity` for a share known without doubt. */
  testedSeeds: number
  /** Part of the germination left at the temperature it germinates at; 1 in the good range. */
  temperatureFactor?: number
  /** Share of good plants that stay good through each stage, in order. */
  survivals: readonly number[]
  /** Plants each one is divided into on entering a stage; 1, or left out, where it is not. */
  divisions?: readonly number[] | undefined
  /** Wanted chance to have enough. */
  confidence: number
}

/** A batch's size, with what it came from. */
export interface Sizing {
  /** Cells sown, then plants carried on into each later stage. */
  counts: number[]
  cells: number
  seeds: number
  /** Chance of at least the needed plants; with several stages, the product of the stages' chances. */
  chance: number
  /** Good plants expected beyond the need. */
  spare: number
  /** Mean good plants from one sown cell at the end of the first stage. */
  perCell: number
  input: SizingInput
}

/** Most cells a batch is sized to. */
export const MOST_CELLS = 5_000_000

/**
 * Smallest sowing that gives enough good plants with the wanted confidence.
 *
 * With several stages only what is needed is carried on: from the last stage back, each count is the
 * smallest that gives the next with chance ≥ confidence^(1/stages).
 *
 * @param unit cells that the first count is rounded up to a whole number of
 * @returns `undefined` when no number of cells would do (nothing comes up)
 * @see exact binomial and convolution; the doubt of the germination test is averaged over
 */
export function sizeBatch(input: SizingInput, unit = 1): Sizing | undefined {
  const { need, survivals, confidence } = input
  const perStage = confidence ** (1 / survivals.length)
  const carried: number[] = []
  let wanted = need
  let chance = 1
  for (let i = survivals.length - 1; i > 0; i--) {
    const survival = survivals[i]!
    const cell: CellYield = [1 - survival, survival]
    const next = wanted
    const carry = smallest((n) => atLeast(n, survival, next) >= perStage, guess(cell, next, perStage))!
    chance *= atLeast(carry, survival, next)
    carried.unshift(carry)
    wanted = entering(input, i, carry)
  }
  const typical = typicalYield(input)
  if (!(meanYield(typical) > 0)) return undefined
  const start = about(input, wanted)
  const sown = sownCells(input, start)
  const cells = smallest((n) => sown.chance(n, wanted) >= perStage, sown.refine(start, wanted, perStage))
  if (cells === undefined) return undefined
  return describe(input, Math.ceil(cells / unit) * unit, carried, sown, wanted, chance)
}

/**
 * Chance that a given number of sown cells gives enough plants.
 *
 * @param cells cells sown
 */
export function chanceWith(input: SizingInput, cells: number): number {
  const exact = sizeBatch(input)
  if (!exact) return 0
  const wanted = wantedOfSown(input, exact.counts)
  return sownCells(input, about(input, wanted)).chance(cells, wanted) * laterChance(input, exact.counts)
}

/** A habit of adding a flat share, with its real chance of being enough. */
export interface Habit {
  habit: 'averages' | 'add-10' | 'add-20'
  cells: number
  chance: number
}

/** What flat-percentage habits would sow, and the chance each really has. */
export function flatHabits(input: SizingInput): Habit[] {
  const perSown = meanYield(typicalYield(input))
  const later = input.survivals.slice(1).reduce((product, s, i) => product * s * (input.divisions?.[i + 1] ?? 1), 1)
  if (!(perSown > 0)) return []
  const perCell = Math.max(1, input.keep)
  return (
    [
      ['averages', Math.ceil(input.need / (perSown * later) - 1e-9)],
      ['add-10', Math.ceil((input.need / perCell) * 1.1 - 1e-9)],
      ['add-20', Math.ceil((input.need / perCell) * 1.2 - 1e-9)],
    ] as const
  ).map(([habit, cells]) => ({ habit, cells, chance: chanceWith(input, cells) }))
}

interface SownCells {
  typical: CellYield
  chance(cells: number, wanted: number): number
  /** A better first guess: where normal curves, one for each possible share, would put it. */
  refine(start: number, wanted: number, confidence: number): number
}

const CERTAIN = 6.8 // spreads away from the mean at which a chance is 0 or 1 to ten digits

/** What one cell yields when the lot's share is just what the test found. */
function typicalYield(input: SizingInput): CellYield {
  return cellYield(input, input.germination * (input.temperatureFactor ?? 1), input.survivals[0]!)
}

/** Chances for sown cells, the doubt of the test averaged over; `inQuestion` is how many cells that may be. */
function sownCells(input: SizingInput, inQuestion: number): SownCells {
  const { germination, testedSeeds, temperatureFactor = 1, survivals } = input
  const facts = possibleShares(germination, testedSeeds, inQuestion).map(({ share, weight }) => {
    const cell = cellYield(input, share * temperatureFactor, survivals[0]!)
    return {
      chance: manyCells(input, share * temperatureFactor * survivals[0]!, cell),
      weight,
      mean: meanYield(cell),
      sd: Math.sqrt(yieldVariance(cell)),
    }
  })
  return {
    typical: typicalYield(input),
    chance(cells, wanted) {
      let sum = 0
      for (const { chance, weight, mean, sd } of facts) {
        const z = (cells * mean - wanted) / (sd * Math.sqrt(cells) + 0.5)
        if (z < -CERTAIN) continue
        sum += weight * (z > CERTAIN ? 1 : chance(cells, wanted))
      }
      return sum
    },
    refine(start, wanted, confidence) {
      const roughly = (n: number) => {
        let sum = 0
        for (const { weight, mean, sd } of facts)
          sum += weight * roughCdf((n * mean - wanted + 0.5) / (sd * Math.sqrt(n) + 1e-9))
        return sum >= confidence
      }
      return facts.length === 1 ? start : (smallest(roughly, start) ?? start)
    },
  }
}

/** Chances for many cells: where every seedling counts they are single seeds, and those a plain binomial. */
function manyCells(
  { seedsPerCell, keep, atLeast: fewest }: CellSowing,
  perSeed: number,
  cell: CellYield,
): (n: number, need: number) => number {
  if (fewest === undefined && keep >= seedsPerCell) {
    const tail = createTail(perSeed)
    return (n, need) => tail(n * seedsPerCell, need)
  }
  return createCellChances(cell)
}

/** Spread of the mean yield of a cell that comes from the doubt of the test. */
function shareDoubt(input: SizingInput): number {
  const { germination: g, testedSeeds, temperatureFactor = 1, survivals } = input
  if (testedSeeds === Infinity) return 0
  const sd = Math.sqrt(Math.max(g * (1 - g), 0.5 / testedSeeds) / (testedSeeds + 1))
  const up = meanYield(cellYield(input, Math.min(1, g + sd) * temperatureFactor, survivals[0]!))
  const down = meanYield(cellYield(input, Math.max(0, g - sd) * temperatureFactor, survivals[0]!))
  return (up - down) / 2
}

function laterChance(input: SizingInput, counts: readonly number[]): number {
  let chance = 1
  for (let i = 1; i < counts.length; i++) {
    const next = counts[i + 1]
    chance *= atLeast(counts[i]!, input.survivals[i]!, next === undefined ? input.need : entering(input, i + 1, next))
  }
  return chance
}

/** Plants of the stage before from which a stage's count can be made. */
function entering({ divisions }: SizingInput, stage: number, count: number): number {
  return Math.ceil(count / (divisions?.[stage] ?? 1))
}

/** Good plants the sown cells must give. */
function wantedOfSown(input: SizingInput, counts: readonly number[]): number {
  return counts[1] === undefined ? input.need : entering(input, 1, counts[1])
}

function describe(
  input: SizingInput,
  cells: number,
  carried: number[],
  sown: SownCells,
  wanted: number,
  later: number,
): Sizing {
  const perCell = meanYield(sown.typical)
  const counts = [cells, ...carried]
  const lastCount = carried.length > 0 ? carried.at(-1)! * input.survivals.at(-1)! : cells * perCell
  return {
    counts,
    cells,
    seeds: cells * input.seedsPerCell,
    chance: sown.chance(cells, wanted) * later,
    spare: lastCount - input.need,
    perCell,
    input,
  }
}

/** Cells in question: the doubt of a test is averaged as finely as so many cells ask, the same for every count of them. */
function about(input: SizingInput, wanted: number): number {
  return guess(typicalYield(input), wanted, input.confidence ** (1 / input.survivals.length), shareDoubt(input))
}

/** Cells that a normal curve would call for; the exact search starts here. */
function guess(cell: CellYield, need: number, confidence: number, doubt = 0): number {
  const mean = meanYield(cell)
  const variance = yieldVariance(cell)
  const z = normalQuantile(Math.min(0.999999, Math.max(0.000001, confidence)))
  let n = need / mean
  for (let i = 0; i < 8; i++) n = Math.min(MOST_CELLS, (need + z * Math.sqrt(n * variance + (n * doubt) ** 2)) / mean)
  return Math.max(1, Math.round(n))
}

/** Smallest n ≥ 1 that passes, by doubling steps away from a guess and then halving. */
function smallest(passes: (n: number) => boolean, start: number): number | undefined {
  let low: number
  let high: number
  let step = 1
  if (passes(Math.min(start, MOST_CELLS))) {
    high = Math.min(start, MOST_CELLS)
    low = high - step
    while (low > 0 && passes(low)) {
      high = low
      step *= 2
      low = high - step
    }
    low = Math.max(0, low)
  } else {
    low = start
    high = start + step
    while (!passes(high)) {
      low = high
      step *= 2
      high = low + step
      if (high > MOST_CELLS) return undefined
    }
  }
  while (high - low > 1) {
    const middle = (low + high) >> 1
    if (passes(middle)) high = middle
    else low = middle
  }
  return high
}
