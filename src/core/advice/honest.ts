/** Whether what was forecast came true: ranges said from counts, and chances said before sowing, against what really was planted. */
import type { Season } from '../../season/schema'
import type { Batch } from '../batch/batch'
import type { Day } from '../calendar/day'
import type { Plan, Planner } from '../plan/plan'
import { meantOf } from '../progress/meant'

/** Batches whose chance to have enough was said to lie in one tenth. */
export interface Tenth {
  /** The tenth: 0 to 0.1 is 0. */
  tenth: number
  batches: number
  /** Mean of the chances that were said. */
  said: number
  /** Batches that had enough. */
  had: number
}

/** How far forecasts held. */
export interface Honesty {
  /** Batches that were counted and then planted, and of these those whose plants lay in the range that their first count gave. */
  counted: number
  held: number
  /** The same, were plants no whole numbers: what lies on the edge of a narrow range is held in part, so that nine in ten are nine in ten. */
  inside: number
  /** Share of ranges that ought to hold. */
  ought: number
  /** By tenth of the chance, lowest first; a tenth of which none was said is left out. */
  tenths: readonly Tenth[]
}

const OUGHT = 0.9

/** Good plants there really were at planting: planted, sold, given away, left over. `undefined` where that was not written down. */
function plantsThereWere({ progress }: Batch): number | undefined {
  if (progress?.standing !== 'planted' || progress.ledger.splitOff || progress.share !== 1) return undefined
  const { ledger, planned } = progress
  if (ledger.planted?.entry.what.plants === undefined) return undefined
  // What was thrown away at planting was no good plant.
  const { planted, sold, given, leftOver } = ledger.accounts.gone
  return (planted + sold + given + leftOver) * Math.max(1, meantOf(planned).keep)
}

/** What was said on the day of a count, by what was written down until then. */
function planOn(planner: Planner, season: Season, day: Day, text: string): Plan {
  return planner.plan({ ...season, records: season.records.filter(({ on }) => on <= text) }, day)
}

/**
 * How far forecasts held, over every batch that was planted with its plants written down.
 *
 * @param planner one of its own: it looks at the season as it was on many days
 */
export function honestyOf(planner: Planner, plan: Plan): Honesty {
  const { season } = plan
  const days = new Map<string, Plan>()
  const tenths = new Map<number, { batches: number; said: number; had: number }>()
  let counted = 0
  let held = 0
  let inside = 0
  for (const batch of plan.batches) {
    const there = plantsThereWere(batch)
    const progress = batch.progress
    if (there === undefined || !progress) continue
    const [first] = progress.ledger.counts
    if (first) {
      const text = first.entry.on
      let then = days.get(text)
      if (!then) days.set(text, (then = planOn(planner, season, first.on, text)))
      const stand = then.byId.get(batch.id)?.progress?.stand
      if (stand) {
        counted++
        if (there >= stand.low && there <= stand.high) held++
        const below = 1 - (stand.chanceOf(there) + stand.chanceOf(there + 1)) / 2
        if (Math.abs(below - 0.5) <= OUGHT / 2) inside++
      }
    }
    const chance = progress.planned.sizing?.chance
    // Where other cells were sown than were planned, the chance was said of something else.
    if (chance === undefined || (progress.ledger.sown?.entry.what.cells ?? progress.planned.sizing!.cells) !== progress.planned.sizing!.cells) continue // prettier-ignore
    const tenth = Math.min(9, Math.floor(chance * 10))
    const own = tenths.get(tenth) ?? { batches: 0, said: 0, had: 0 }
    own.batches++
    own.said += chance
    if (there >= progress.planned.plants) own.had++
    tenths.set(tenth, own)
  }
  return {
    counted,
    held,
    inside,
    ought: OUGHT,
    tenths: [...tenths]
      .sort(([a], [b]) => a - b)
      .map(([tenth, { batches, said, had }]) => ({ tenth, batches, said: said / batches, had })),
  }
}
