/** What was seen in a drawn picture, beside what stands there. */
import { countTray } from '../../src/core/traypicture/count-tray'
import { trayPicture, type Tray } from './render'
import type { Style } from './style'

export const PROOF_TRAYS: readonly Tray[] = [
  { rows: 6, perRow: 12 },
  { rows: 10, perRow: 20 },
  { rows: 8, perRow: 16 },
  { rows: 4, perRow: 6 },
  { rows: 8, perRow: 13 },
]

export interface Compared {
  /** Cells that can be seen. */
  cells: number
  /** Of these, those something was said of; and of those, how often it is so. */
  judged: number
  right: number
  found: boolean
  /** Time it took, ms. */
  took: number
}

/** A tray that is not found is judged nowhere. */
export function compared(style: Style, tray: Tray, seed: number): Compared {
  const { picture, cells } = trayPicture(style, tray, seed)
  const start = performance.now()
  const counted = countTray(picture, [tray])
  const took = performance.now() - start
  const visible = cells.flatMap((truth, i) =>
    truth === 'hidden' ? [] : [{ truth, said: counted?.cells[i] ?? 'unsure' }],
  )
  const judged = visible.filter(({ said }) => said !== 'unsure')
  return {
    cells: visible.length,
    judged: judged.length,
    right: judged.filter(({ truth, said }) => truth === said).length,
    found: counted !== undefined,
    took,
  }
}
