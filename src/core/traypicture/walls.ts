/** Walls of a tray whose corners are known: how well they are seen, and which of them. */
import type { Picture, Point } from './picture'
import { lookOf, type Look } from './look'
import { toPicture, type Corners } from './upright'

/** Cells of a tray, as it lies in the picture. */
export interface Grid {
  rows: number
  perRow: number
}

const GOES_ON = 0.7 // share of walls seen beyond a side, from which it is none

const LOOKS = 18 // along each line
export const SIDES = 1.5 // what the outer lines count while a tray is looked for

/** A number for each trait. */
export type Traits = [number, number, number]

/**
 * The mean of each trait on the lines between cells less its mean along their middles.
 *
 * @param sides what the outer lines count
 */
export function contrast(along: (t: number) => [Point, Point], look: Look, parts: number, sides: number): Traits {
  const [inner, middles]: [Traits, Traits] = [
    [0, 0, 0],
    [0, 0, 0],
  ]
  for (let i = 1; i < parts; i++) addAlong(inner, look, along(i / parts), 1 / (parts - 1))
  for (let i = 0; i < parts; i++) addAlong(middles, look, along((i + 0.5) / parts), 1 / parts)
  const sum = inner.map((mean) => mean * (parts - 1)) as Traits
  for (const side of [0, 1]) {
    const outer: Traits = [0, 0, 0]
    addAlong(outer, look, along(side), 1)
    for (let k = 0; k < 3; k++) {
      sum[k]! += sides * outer[k]!
    }
  }
  return sum.map((all, k) => all / (parts - 1 + 2 * sides) - middles[k]!) as Traits
}

/** Adds the mean of each trait along a line, as often as it counts. */
export function addAlong(
  sum: Traits,
  { upright: { width, height }, traits }: Look,
  [from, to]: [Point, Point],
  counts: number,
): void {
  const [dx, dy] = [(to.x - from.x) / LOOKS, (to.y - from.y) / LOOKS]
  let [a, b, c] = [0, 0, 0]
  for (let k = 0, x = from.x + dx / 2, y = from.y + dy / 2; k < LOOKS; k++, x += dx, y += dy) {
    if (x < 0 || y < 0 || x >= width || y >= height) continue
    const i = ((y | 0) * width + (x | 0)) * 3
    a += traits[i]!
    b += traits[i + 1]!
    c += traits[i + 2]!
  }
  const each = counts / LOOKS
  sum[0] += a * each
  sum[1] += b * each
  sum[2] += c * each
}

/** How well a tray of these corners fits what is seen: by the traits in which walls differ from cells, along and down alike. */
export function fitOf(corners: Corners, look: Look, grid: Grid, sides = SIDES): number {
  return Math.hypot(...signsOf(corners, look, grid, sides))
}

/** By how much walls differ from cells in each trait; nothing where one way says otherwise than the other. */
function signsOf(corners: Corners, look: Look, { rows, perRow }: Grid, sides = SIDES): number[] {
  const to = toPicture(corners)
  const across = contrast((t) => [to(t, 0), to(t, 1)], look, perRow, sides)
  const down = contrast((t) => [to(0, t), to(1, t)], look, rows, sides)
  // One way alone would do for planks.
  return across.map((one, k) => (one * down[k]! > 0 ? Math.sign(one) * Math.min(Math.abs(one), Math.abs(down[k]!)) : 0))
}

/** Whether there is a wall across the rows (upright) or along them, by its line from 0 and the cell of that line. */
export type IsWall = (way: 'upright' | 'level', line: number, part: number) => boolean

/** Where walls are seen: what differs, as walls do, from what lies half a cell to both sides. */
export function wallsOf(corners: Corners, look: Look, { rows, perRow }: Grid): IsWall {
  const to = toPicture(corners)
  const signs = signsOf(corners, look, { rows, perRow })
  return (way, line, part) => {
    const at = (along: number, down: number) =>
      way === 'upright' ? to(along / perRow, down / rows) : to(down / perRow, along / rows)
    const mean = (off: number) => {
      const sum: Traits = [0, 0, 0]
      addAlong(sum, look, [at(line + off, part + 0.15), at(line + off, part + 0.85)], 1)
      return sum[0] * signs[0]! + sum[1] * signs[1]! + sum[2] * signs[2]!
    }
    return mean(0) > Math.max(mean(-0.5), mean(0.5))
  }
}

/** Share of the walls inside that are seen, of the way that has fewer, and how many sides have another such line a cell beyond. */
export function certaintyOf(isWall: IsWall, { rows, perRow }: Grid): { inside: number; beyond: number } {
  const upright = (line: number) => shareOf(rows, (part) => isWall('upright', line, part))
  const level = (line: number) => shareOf(perRow, (part) => isWall('level', line, part))
  const inside = (lines: number, of: (line: number) => number) =>
    lines < 2 ? 1 : Array.from({ length: lines - 1 }, (_, i) => of(i + 1)).reduce((a, b) => a + b, 0) / (lines - 1)
  // Where cells go on, there are walls between them too, not only a line that may be a rim or a board.
  const inColumn = (column: number) => shareOf(rows - 1, (i) => isWall('level', i + 1, column))
  const inRow = (row: number) => shareOf(perRow - 1, (i) => isWall('upright', i + 1, row))
  const outside = [
    Math.min(upright(-1), inColumn(-1)),
    Math.min(upright(perRow + 1), inColumn(perRow)),
    Math.min(level(-1), inRow(-1)),
    Math.min(level(rows + 1), inRow(rows)),
  ]
  return {
    inside: Math.min(inside(perRow, upright), inside(rows, level)),
    beyond: outside.filter((share) => share > GOES_ON).length,
  }
}

/** Share of a number of things that something is so of. */
export const shareOf = (count: number, is: (i: number) => boolean): number => {
  let sum = 0
  for (let i = 0; i < count; i++) if (is(i)) sum++
  return count > 0 ? sum / count : 1
}

/** How many of the four walls of each cell are seen, along the rows: a hand, a label or a large leaf hides them. */
export function wallsSeen(picture: Picture, corners: Corners, grid: Grid): number[] {
  const { small, look } = lookOf(picture)
  const by = small.width / picture.width
  const isWall = wallsOf(corners.map(({ x, y }) => ({ x: x * by, y: y * by })) as unknown as Corners, look, grid)
  return Array.from({ length: grid.rows * grid.perRow }, (_, cell) => {
    const [row, column] = [Math.floor(cell / grid.perRow), cell % grid.perRow]
    const walls = [
      isWall('upright', column, row),
      isWall('upright', column + 1, row),
      isWall('level', row, column),
      isWall('level', row + 1, column),
    ]
    return walls.filter(Boolean).length
  })
}
