/** Judges the cells of a tray in a picture, each against what is usual in this tray. */
import { leafOf, mixOf, upright, type Leaf, type Mix, type Upright } from './leaf'
import { quantileOf, type Picture, type Point } from './picture'
import type { Corners } from './upright'
import type { Grid } from './walls'

/** What is in a cell, as far as can be seen. */
export type Judged = 'none' | 'one' | 'two' | 'unsure'

/** What is seen of one cell. */
interface Seen {
  /** Pixels of leaf that belong to this cell. */
  leaf: number
  /** Pixels of leaf within it of plants whose middle is in another. */
  foreign: number
  /** How much the leaves differ from what is around them. */
  contrast: number
  /** Share of the cell that is neither mix nor leaf: a label, a hand. */
  covered: number
  /** Plants as far as they lie apart. */
  groups: number
  /** Mean distance of leaf from its middle, px. */
  spread: number
}

/**
 * @param corners of the cells in the picture, from the first cell along the first row and around
 * @returns what is in each cell, along the rows
 */
export function judgeCells(picture: Picture, corners: Corners, grid: Grid): Judged[] {
  return judged(seenOf(picture, corners, grid))
}

/** What is seen of each cell. */
function seenOf(picture: Picture, corners: Corners, grid: Grid): Seen[] {
  const up = upright(picture, corners, grid)
  const mix = mixOf(up, grid)
  return seenIn(up, mix, leafOf(up, mix, grid), grid)
}

/** A stretch of leaf that holds together. */
interface Patch {
  size: number
  x: number
  y: number
  pixels: number[]
}

function patchesOf(is: Uint8Array, width: number): Patch[] {
  const left = is.slice()
  const patches: Patch[] = []
  const height = left.length / width
  for (let start = 0; start < left.length; start++) {
    if (!left[start]) continue
    const pixels = [start]
    left[start] = 0
    let [sx, sy] = [0, 0]
    for (let i = 0; i < pixels.length; i++) {
      const k = pixels[i]!
      const [x, y] = [k % width, Math.floor(k / width)]
      sx += x
      sy += y
      for (let v = Math.max(0, y - 1); v <= Math.min(height - 1, y + 1); v++)
        for (let u = Math.max(0, x - 1); u <= Math.min(width - 1, x + 1); u++)
          if (left[v * width + u]) {
            left[v * width + u] = 0
            pixels.push(v * width + u)
          }
    }
    patches.push({ size: pixels.length, x: sx / pixels.length, y: sy / pixels.length, pixels })
  }
  return patches
}

function seenIn(up: Upright, mix: Mix, leaf: Leaf, { rows, perRow }: Grid): Seen[] {
  const { cell, green } = up
  const width = green.width
  const own: number[][] = Array.from({ length: rows * perRow }, () => [])
  const foreign = new Array<number>(rows * perRow).fill(0)
  const groups = new Array<number>(rows * perRow).fill(0)
  const middleOf = (at: number) => ({ x: ((at % perRow) + 0.5) * cell, y: (Math.floor(at / perRow) + 0.5) * cell })
  const cellAt = (x: number, y: number) => Math.floor(y / cell) * perRow + Math.floor(x / cell)
  const patches = patchesOf(leaf.is, width)
  const least = Math.max(TINY, CRUMB * usualPatch(patches))
  for (const { size, x, y, pixels } of patches) {
    if (size < least) continue
    const home = cellAt(x, y)
    const byCell = new Map<number, number[]>()
    for (const k of pixels) {
      const at = cellAt(k % width, Math.floor(k / width))
      const list = byCell.get(at)
      if (list) list.push(k)
      else byCell.set(at, [k])
    }
    for (const [at, part] of byCell) {
      // A plant that leans over a wall is one of the cell it comes from; where plants have grown into each other, each has its own.
      if (at === home || part.length > 0.3 * size || isMiddle(part, middleOf(at), cell, width)) {
        own[at]!.push(...part)
        groups[at]!++
      } else foreign[at]! += part.length
    }
  }
  return own.map((pixels, at) => {
    const [row, column] = [Math.floor(at / perRow), at % perRow]
    return {
      leaf: pixels.length,
      foreign: foreign[at]!,
      contrast: contrastOf(pixels, leaf, insideOf(up, row, column)),
      covered: coveredOf(up, mix, leaf, insideOf(up, row, column)),
      groups: groups[at]!,
      spread: spreadOf(pixels, width),
    }
  })
}

const TINY = 4 // px of leaf that are noise
const CRUMB = 0.08 // of a usual patch, below which one is a grain of mix

/** The size of the patch that half of all leaf lies in smaller ones than. */
function usualPatch(patches: readonly Patch[]): number {
  const sizes = patches.map(({ size }) => size).sort((a, b) => a - b)
  let left = sizes.reduce((sum, size) => sum + size, 0) / 2
  return sizes.find((size) => (left -= size) <= 0) ?? 0
}

/** Whether much of a part of a patch lies around the middle of its cell. @param cell px */
function isMiddle(part: readonly number[], middle: Point, cell: number, width: number): boolean {
  const near = part.filter((k) => Math.hypot((k % width) - middle.x, Math.floor(k / width) - middle.y) < 0.25 * cell)
  return near.length > 0.06 * cell * cell
}

function spreadOf(pixels: readonly number[], width: number): number {
  if (pixels.length === 0) return 0
  let [x, y] = [0, 0]
  for (const k of pixels) {
    x += k % width
    y += Math.floor(k / width)
  }
  x /= pixels.length
  y /= pixels.length
  return Math.sqrt(
    pixels.reduce((sum, k) => sum + ((k % width) - x) ** 2 + (Math.floor(k / width) - y) ** 2, 0) / pixels.length,
  )
}

/** Pixels of a cell without its walls. */
function insideOf({ cell, green: { width } }: Upright, row: number, column: number): number[] {
  const edge = Math.round(cell * 0.16)
  const pixels: number[] = []
  for (let v = edge; v < cell - edge; v++)
    for (let u = edge; u < cell - edge; u++) pixels.push((row * cell + v) * width + column * cell + u)
  return pixels
}

/** How much greener the leaves of a cell are than the rest of it. */
function contrastOf(leaves: readonly number[], { by, is }: Leaf, cell: readonly number[]): number {
  if (leaves.length === 0) return 0
  const rest = cell.filter((k) => !is[k])
  const middle = (pixels: readonly number[], share: number) =>
    quantileOf(
      Float32Array.from(pixels, (k) => by[k]!),
      share,
    )
  return middle(leaves, 0.6) - middle(rest, 0.5)
}

/** Share of a cell that is neither leaf nor like the mix: brighter by far. */
function coveredOf({ light }: Upright, mix: Mix, { is }: Leaf, cell: readonly number[]): number {
  const bright = Math.max(0.55, 4 * mix.strayLight)
  return cell.filter((k) => !is[k] && light.data[k]! - mix.light > bright).length / cell.length
}

/** The verdicts, each against what is usual in this tray. */
function judged(seen: readonly Seen[]): Judged[] {
  const sizes = seen.filter(({ leaf, covered }) => leaf > 0 && covered < COVERED).map(({ leaf }) => leaf)
  const usual = quantileOf(Float32Array.from(sizes), 0.45)
  const whole = seen.filter(({ leaf }) => leaf > 0.4 * usual)
  const middle = (of: (one: Seen) => number) => quantileOf(Float32Array.from(whole, of), 0.5)
  const usualContrast = middle(({ contrast }) => contrast)
  const usualSpread = Math.max(
    0.5,
    middle(({ spread }) => spread),
  )
  const usualShape = Math.max(
    0.05,
    middle(({ spread, leaf }) => spread / Math.sqrt(leaf)),
  )
  return seen.map((one) => {
    if (one.covered > COVERED) return 'unsure'
    if (one.leaf < 0.12 * usual || one.leaf < TINY) return one.foreign > 0.5 * usual ? 'unsure' : 'none'
    // What is dead has lost its green, and film never had as much.
    if (one.contrast < 0.4 * usualContrast) return 'none'
    if (one.leaf < 0.3 * usual || one.contrast < 0.55 * usualContrast) return 'unsure'
    const chance = chanceOfTwo({
      size: Math.log2(one.leaf / usual),
      spread: one.spread / usualSpread - 1,
      shape: one.spread / Math.sqrt(one.leaf) / usualShape - 1,
      groups: Math.min(3, one.groups),
    })
    if (chance > 0.5 + DOUBT) return 'two'
    return chance > 0.5 - DOUBT ? 'unsure' : 'one'
  })
}

const DOUBT = 0.25 // about an even chance, in which nothing is said

/**
 * How likely it is that there is more than one plant: by how much leaf there is, how far it lies apart, and in how many pieces,
 * each against what is usual in this tray.
 *
 * @see weights: logistic regression on 3 173 cells of drawn pictures of known truth, of the styles thresholds were set on
 */
function chanceOfTwo({
  size,
  spread,
  shape,
  groups,
}: {
  size: number
  spread: number
  shape: number
  groups: number
}): number {
  return 1 / (1 + Math.exp(6 - 3.8 * size - 6.6 * spread - 0.56 * shape - 0.75 * (groups - 1)))
}

const COVERED = 0.3 // share of a cell from which it cannot be judged
