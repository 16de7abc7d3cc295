/** One tray sown by hand with several lots, row by row: which cells are whose, and what speaks against sharing it. */
import type { Crop } from '../../season/schema'
import { fastestDays } from '../germination/emergence'

/** Stretches of cells, by number from 0 along the rows: first, and first no longer. */
export type Cells = readonly (readonly [number, number])[]

/**
 * Cells of each owner of a tray's rows.
 *
 * @param rows owner of each row, from the head; `undefined` is left empty
 * @param perRow cells in a row
 * @param cells cells in the tray
 */
export function cellsByOwner(
  rows: readonly (number | undefined)[],
  perRow: number,
  cells: number,
): Map<number, [number, number][]> {
  const byOwner = new Map<number, [number, number][]>()
  rows.forEach((owner, row) => {
    const from = row * perRow
    const until = Math.min(cells, from + perRow)
    if (owner === undefined || until <= from) return
    const own = byOwner.get(owner)
    const last = own?.at(-1)
    if (last && last[1] === from) last[1] = until
    else if (own) own.push([from, until])
    else byOwner.set(owner, [[from, until]])
  })
  return byOwner
}

/** Cells in stretches of them. */
export const cellCount = (cells: Cells): number => cells.reduce((sum, [from, until]) => sum + until - from, 0)

/** Whether a cell is one of them. */
export const hasCell = (cells: Cells, cell: number): boolean =>
  cells.some(([from, until]) => cell >= from && cell < until)

/** What speaks against two kinds in one tray. */
export type TrayDoubt =
  | { kind: 'light'; of: [string, string] }
  | { kind: 'days'; of: [string, string]; apart: number }
  | { kind: 'water'; of: [string, string] }

const DAYS_APART = 4 // to come up at their best, from which the first wait for the last under cover

/** What speaks against sowing kinds into one tray: one wants light and one dark, one is up long before another, or they want water otherwise. */
export function trayDoubts(crops: readonly Pick<Crop, 'name' | 'germination' | 'care'>[]): TrayDoubt[] {
  const doubts: TrayDoubt[] = []
  for (let i = 0; i < crops.length; i++)
    for (let j = i + 1; j < crops.length; j++) {
      const [a, b] = [crops[i]!, crops[j]!]
      if (a.name === b.name) continue
      const of: [string, string] = [a.name, b.name]
      const lights = new Set([a.germination.light, b.germination.light])
      if (lights.has('light') && lights.has('dark')) doubts.push({ kind: 'light', of })
      const apart = Math.abs(fastestDays(a.germination, 1) - fastestDays(b.germination, 1))
      if (apart >= DAYS_APART) doubts.push({ kind: 'days', of, apart: Math.round(apart) })
      if (a.care.water && b.care.water && a.care.water !== b.care.water) doubts.push({ kind: 'water', of })
    }
  return doubts
}
