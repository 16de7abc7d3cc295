/** Counts a tray from a picture alone: where it lies, and what is in each of its cells. */
import { findTray, type FoundTray } from './find-tray'
import { judgeCells, type Judged } from './judge-cells'
import type { Picture } from './picture'
import type { Corners } from './upright'
import { wallsSeen, type Grid } from './walls'

export interface CountedTray {
  grid: Grid
  corners: Corners
  /** What is in each cell, along the rows. */
  cells: Judged[]
}

const LONGEST = 3.5 // times as long as wide, that a tray's cells are
const CERTAIN = 0.93 // share of walls seen from which no other way of lying is tried

/**
 * How the cells of a tray may lie: in the rows it is known to have, else in all rows that make a tray of them.
 *
 * @param rowCells cells in a row, where that is known
 */
export function gridsOf(cells: number, rowCells?: number): Grid[] {
  if (rowCells !== undefined && cells % rowCells === 0) return [{ rows: cells / rowCells, perRow: rowCells }]
  const grids: Grid[] = []
  for (let perRow = 2; perRow * perRow <= cells; perRow++)
    if (cells % perRow === 0 && cells / perRow / perRow <= LONGEST) grids.push({ rows: cells / perRow, perRow })
  // The most like a tray first: about twice as long as wide.
  const like = ({ rows, perRow }: Grid) => Math.abs(Math.log(rows / perRow / 2))
  return grids.sort((a, b) => like(a) - like(b))
}

/**
 * Finds a tray, which may lie along or across the picture, and judges its cells.
 *
 * @param grids ways its cells may lie in
 * @returns nothing where no such tray is seen
 */
export function countTray(picture: Picture, grids: readonly Grid[]): CountedTray | undefined {
  let best: (FoundTray & { grid: Grid }) | undefined
  for (const grid of grids)
    for (const found of bothWays(picture, grid)) {
      if (found && (!best || found.certainty > best.certainty)) best = { ...found, grid }
      if (best && best.certainty > CERTAIN) return counted(picture, best)
    }
  return best && counted(picture, best)
}

const counted = (picture: Picture, { corners, grid }: { corners: Corners; grid: Grid }): CountedTray => ({
  grid,
  corners,
  cells: countAt(picture, corners, grid),
})

/** The tray with its rows along the picture and across it, the likelier first. */
function* bothWays(picture: Picture, grid: Grid): Generator<FoundTray | undefined> {
  const { rows, perRow } = grid
  const along = () => findTray(picture, grid)
  const across = () => {
    const found = findTray(picture, { rows: perRow, perRow: rows })
    return found && { ...found, corners: turned(found.corners) }
  }
  const isWide = picture.width > picture.height
  const isLong = perRow > rows
  yield isWide === isLong ? along() : across()
  if (rows !== perRow) yield isWide === isLong ? across() : along()
}

/** Corners of the same tray with its rows running as its columns did: a quarter turn. */
export const turned = ([a, b, c, d]: Corners): Corners => [b, c, d, a]

const FEW = 1 // walls of four: with no more, something lies over the cell
const MOST_SEEN = 0.85 // share of cells whose walls are seen, from which it is strange that one has none

/**
 * Judges the cells of a tray whose corners are known, or were shown by somebody.
 *
 * @throws RangeError where three of the corners lie on one line
 */
export function countAt(picture: Picture, corners: Corners, grid: Grid): Judged[] {
  const walls = wallsSeen(picture, corners, grid)
  const seen = walls.filter((count) => count > FEW).length / walls.length
  return judgeCells(picture, corners, grid).map((judged, cell) =>
    seen > MOST_SEEN && walls[cell]! <= FEW ? 'unsure' : judged,
  )
}
