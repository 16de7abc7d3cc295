/** What is drawn from seed lots: batches, blanks sown again, and what is sown in its place. */
import type { Lot } from '../../season/schema'
import type { Batch } from '../batch/batch'
import type { Day } from '../calendar/day'
import type { FieldCrop } from '../field/field-crop'
import type { Draw } from '../seed/lot-use'

type Lots = ReadonlyMap<string, Lot>

/** Everything that is sown from a lot, or was: batches, blanks sown again, and what is sown in its place. */
export function drawsOf(
  batches: readonly Batch[],
  sownInPlace: readonly FieldCrop[],
  lots: Lots,
  today: Day | undefined,
): Draw[] {
  return [
    ...batches.flatMap((batch) => drawsOfBatch(batch, lots)),
    ...sownInPlace.flatMap((crop) => inPlace(crop, today)),
  ]
}

/** Parts were sown with their batch; what was dropped before it was sown takes nothing. */
function drawsOfBatch(batch: Batch, lots: Lots): Draw[] {
  const { ledger, standing } = batch.progress ?? {}
  if (!ledger) return ownDraw(batch, lots)
  if (ledger.splitOff || (standing === 'gone' && !ledger.sown)) return []
  const again = ledger.again.flatMap(({ on, seeds, lot }): Draw[] => {
    const from = lotOf(batch, lot, lots)
    return from ? [{ id: `${batch.id}+${on}`, code: batch.code, lot: from, day: on, seeds, done: true }] : []
  })
  return [...again, ...ownDraw(batch, lots)]
}

/** The sowing of a batch itself: as it was written down, else as planned. */
function ownDraw(batch: Batch, lots: Lots): Draw[] {
  const { id, code, sow, sizing, progress } = batch
  const said = progress?.ledger.sown?.entry.what
  const seeds = (said?.seeds ?? sizing?.seeds ?? 0) + (said?.spilled ?? 0)
  const lot = lotOf(batch, said?.lot, lots)
  const done = progress !== undefined && progress.standing !== 'to-sow'
  return lot && sow !== undefined && seeds > 0 ? [{ id, code, lot, day: sow, seeds, done }] : []
}

const lotOf = ({ seed }: Batch, said: string | undefined, lots: Lots): Lot | undefined =>
  (said === undefined ? undefined : lots.get(said)) ?? seed.lot

function inPlace({ id, code, from, inPlace: sown }: FieldCrop, today: Day | undefined): Draw[] {
  if (!sown?.lot) return []
  return [{ id, code, lot: sown.lot, day: from, seeds: sown.seeds, done: today !== undefined && from < today }]
}
