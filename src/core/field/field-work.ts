/** Work that belongs to the field and to no tray: sowing in place, thinning, handing over, harvest and clearing. */
import type { Share } from '../../season/schema'
import { parseDay, type Day } from '../calendar/day'
import type { FieldCrop } from './field-crop'

export const FIELD_WORK = ['sow-row', 'hand-over', 'thin-row', 'harvest', 'clear'] as const
export type FieldWorkKind = (typeof FIELD_WORK)[number]

export interface FieldWork {
  /** Stays the same while the planting and the work do. */
  id: string
  kind: FieldWorkKind
  day: Day
  stand: FieldCrop
  /** Who is given plants. */
  share: Share | undefined
}

/** Field work of [from, until), by day, then in the order of a day. */
export function fieldWork(stands: readonly FieldCrop[], from: Day, until: Day): FieldWork[] {
  const work: FieldWork[] = []
  const add = (kind: FieldWorkKind, day: Day | undefined, stand: FieldCrop, nth = 1, share?: Share) => {
    if (day !== undefined && day >= from && day < until)
      work.push({ id: `${stand.id}/${kind}/${nth}`, kind, day, stand, share })
  }
  for (const stand of stands) {
    // What nobody knows to be sown is asked about, and nothing is asked of it.
    if (stand.batch?.progress?.asks) continue
    if (stand.inPlace) {
      add('sow-row', stand.from, stand)
      add('thin-row', stand.inPlace.thin, stand)
    }
    stand.goes.forEach((share, i) => {
      if (share.to === 'customer' || share.to === 'sale')
        add('hand-over', share.on === undefined ? stand.from : parseDay(share.on), stand, i + 1, share)
    })
    add('harvest', stand.harvest, stand)
    add('clear', stand.clears, stand)
  }
  return work.sort(
    (a, b) =>
      a.day - b.day ||
      FIELD_WORK.indexOf(a.kind) - FIELD_WORK.indexOf(b.kind) ||
      (a.stand.code < b.stand.code ? -1 : 1),
  )
}
