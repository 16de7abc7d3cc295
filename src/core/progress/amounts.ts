/** How many there are of a batch in each of its containers, and how many plants it will give. */
import type { Day } from '../calendar/day'
import type { Ledger } from '../ledger/ledger'
import { movedDoublesSurvival } from '../ledger/moved-doubles'
import type { StandForecast } from '../ledger/stand-count'
import type { Batch } from '../batch/batch'
import type { Way } from '../batch/ways'
import type { Taken } from './route-taken'

export interface Amounts {
  /** By container of the way: cells, pots or flats in use. */
  cells: number[]
  /** Days on which its cells changed within one container. */
  cuts: readonly { on: Day; cells: number }[]
  /** Good plants expected at planting. */
  plants: number
}

/**
 * Amounts of a batch as it is: what the ledger has, and for what is still to come what it leads to.
 *
 * @param taking the route it really took
 * @param stand what counts say; `undefined` before one
 */
export function amountsOf(
  planned: Batch,
  ledger: Ledger,
  way: Way,
  { steps, stepOf, legs, lines, begun }: Taken,
  stand: StandForecast | undefined,
): Amounts {
  const { share, kept, changes } = ledger
  const { sizing } = planned
  const usual = stepOf.map((step) => (sizing && step >= 0 ? way.cellsIn(step, sizing) : 0))
  let current = 0
  const cells = [...usual]
  const sown = ledger.sown?.entry.what.cells
  if (sown !== undefined) cells[0] = sown
  for (let leg = 1; leg < legs.length; leg++) {
    const { step, starts } = legs[leg]!
    if (starts.by !== 'potting' || begun[leg] === undefined) continue
    current = step
    // What nobody had planned is taken to hold all that was there.
    cells[step] =
      lines[leg]?.entry.what.cells ?? (stepOf[step]! < 0 ? (ledger.plants ?? cells[step - 1]!) : cells[step]!)
  }
  const sownShare = sown !== undefined && usual[0]! > 0 ? sown / usual[0]! : 1
  const survival = way.survivals.slice(current).reduce((product, one) => product * one, 1)
  // Doubles moved into blanks, and blanks sown again, add what is likely to live of them.
  const added =
    (ledger.filledSince * movedDoublesSurvival(way.crop.care.roots) + ledger.againSince * planned.seed.germination) *
    survival
  const usualPlants = planned.plants + (sizing?.spare ?? 0)
  const promised = stand ? stand.mean : usualPlants * sownShare
  const plants = ledger.plants ?? promised * share * kept + added
  // Only what is needed is carried on, and no more than there is.
  let left = 1
  for (let step = current + 1; step < steps.length; step++) {
    left *= way.survivals[stepOf[step]! - 1] ?? 1
    const fit =
      ledger.plants !== undefined
        ? plants * left
        : (stand ? stand.cells * left : usual[step]! * sownShare) * share * kept + added
    cells[step] = Math.max(0, Math.min(Math.ceil(usual[step]! * share - 1e-9), Math.ceil(fit - 1e-9)))
  }
  return { cells, cuts: changes, plants: Math.max(0, plants) }
}
