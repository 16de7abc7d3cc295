/** Labels scanned one after another, and what is recorded of all of them together. */
import { batchOfLabel, stayOn } from '../../core/labels/content'
import type { Day } from '../../core/calendar/day'
import type { Batch, Stay } from '../../core/batch/batch'
import { alive } from '../../core/ledger/accounts'
import type { Plan } from '../../core/plan/plan'
import type { Entry, Place } from '../../season/schema'
import type { Said } from '../../ui/records/use-record'

/** A batch whose label was scanned. */
export interface Scanned {
  id: string
  /** Trays that are meant; all there are unless it was said otherwise. */
  trays?: number
}

/** The label code in what a camera, a tag or a hand gives: the address on a label, or the code itself. */
function codeIn(text: string): string {
  const address = /\/b\/([^/?#]+)\/?(?:[?#].*)?$/.exec(text.trim())
  return address?.[1] ?? text
}

/** The batch that something scanned says; or what is wrong with it. */
export const batchScanned = (text: string, plan: Plan, records: readonly Entry[]): ReturnType<typeof batchOfLabel> =>
  batchOfLabel(codeIn(text), plan.batches, records)

/** A batch of the list, and where it stands; only what has been sown stands anywhere. */
export interface ScannedBatch {
  batch: Batch
  stay: Stay | undefined
  /** Trays that stand there, and those that are meant. */
  there: number
  trays: number
}

export function scannedBatches(scanned: readonly Scanned[], { byId }: Plan, today: Day): ScannedBatch[] {
  return scanned.flatMap(({ id, trays }) => {
    const batch = byId.get(id)
    if (!batch) return []
    const stands = ['sown', 'up', 'hardening'].includes(batch.progress?.standing ?? '')
    const stay = stands ? stayOn(batch, today) : undefined
    const there = stay?.trays ?? 0
    return [{ batch, stay, there, trays: Math.min(trays ?? there, there) }]
  })
}

/** Those that stand in another place, and so can be moved to this one. */
export const movable = (all: readonly ScannedBatch[], places: readonly Place[], place: string): ScannedBatch[] =>
  all.filter(({ stay, trays }) => stay !== undefined && trays > 0 && places[stay.place]?.key !== place)

/** What is recorded when scanned trays were moved to a place: of each batch that was not there already. */
export function movedTo(all: readonly ScannedBatch[], places: readonly Place[], place: string): Said[] {
  return movable(all, places, place).map(({ batch, stay, there, trays }) => {
    const { ledger } = batch.progress!
    // Some of the trays hold their share of what lives: an open flat has no cells to count by.
    const living = ledger.known ? alive(ledger.accounts.standing) : stay!.cells
    const cells = Math.max(1, Math.round((living * trays) / there))
    return { batch: batch.id, what: { did: 'moved', place, ...(trays < there ? { cells } : {}) } }
  })
}
