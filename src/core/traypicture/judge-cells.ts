/**
 * Judges the cells of a tray in a picture. What grows differs from the mix in its colour, whatever the light: the light
 * multiplies red, green and blue, which moves the logarithm of their ratios of leaf and mix alike.
 */
import { field, quantileOf, smooth, type Field, type Picture, type Point } from './picture'
import type { Grid } from './find-tray'
import { toPicture, type Corners } from './upright'

/** What is in a cell, as far as can be seen. */
export type Judged = 'none' | 'one' | 'two' | 'unsure'

/** Pixels of a cell that is set upright. */
const LEAST = 24
const MOST = 48

interface Upright {
  /** Pixels of a cell. */
  cell: number
  /** How green: log g − (log r + log b) / 2. */
  green: Field
  light: Field
}

/** The cells set upright, one after the other in rows. */
function upright(picture: Picture, corners: Corners, { rows, perRow }: Grid): Upright {
  const to = toPicture(corners)
  const along = Math.hypot(corners[1].x - corners[0].x, corners[1].y - corners[0].y) / perRow
  const cell = Math.max(LEAST, Math.min(MOST, Math.round(along)))
  const [width, height] = [perRow * cell, rows * cell]
  const [green, light] = [field(width, height), field(width, height)]
  const last = { x: picture.width - 1.001, y: picture.height - 1.001 }
  for (let v = 0, k = 0; v < height; v++)
    for (let u = 0; u < width; u++, k++) {
      const at = to((u + 0.5) / width, (v + 0.5) / height)
      const [x, y] = [Math.max(0, Math.min(last.x, at.x - 0.5)), Math.max(0, Math.min(last.y, at.y - 0.5))]
      const [i, j] = [x | 0, y | 0]
      const [s, t] = [x - i, y - j]
      const p = (j * picture.width + i) * 4
      const q = p + picture.width * 4
      const mean = (c: number) =>
        (picture.data[p + c]! * (1 - s) + picture.data[p + 4 + c]! * s) * (1 - t) +
        (picture.data[q + c]! * (1 - s) + picture.data[q + 4 + c]! * s) * t
      const [red, leaf, blue] = [mean(0), mean(1), mean(2)]
      const [r, g, b] = [Math.log(red + DARK), Math.log(leaf + DARK), Math.log(blue + DARK)]
      light.data[k] = (r + g + b) / 3
      // What is brighter than the camera can tell has no colour: it goes by what lies beside it.
      const before = u > 0 ? green.data[k - 1]! : v > 0 ? green.data[k - width]! : 0
      green.data[k] = Math.max(red, leaf, blue) > BLOWN ? before : g - (r + b) / 2
    }
  return { cell, green: smooth(green, 1), light }
}

const BLOWN = 246 // steps of 255

const DARK = 4 // steps of 255 that are added: in the dark, colour is noise

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

interface Mix {
  green: number
  light: number
  /** How much its greenness and brightness stray. */
  stray: number
  strayLight: number
  /** 1 where leaves are greener than it, −1 where they are less green, as red ones are; nothing where that is not clear. */
  way: 1 | -1 | undefined
}

const APART = 0.14 // in greenness, by which leaf and mix are told apart at once

/** The mix of all cells. Leaves lie in the middle of cells more than near their walls: that tells which of two colours they are. */
function mixOf({ cell, green, light }: Upright, { rows, perRow }: Grid): Mix {
  const take = (of: Field, from: number, until: number): Float32Array => {
    const at: number[] = []
    for (let v = 0; v < cell; v++)
      for (let u = 0; u < cell; u++) {
        const far = Math.hypot(u + 0.5 - cell / 2, v + 0.5 - cell / 2) / cell
        if (far >= from && far < until) at.push(v * of.width + u)
      }
    const out = new Float32Array(rows * perRow * at.length)
    let n = 0
    for (let row = 0; row < rows; row++)
      for (let column = 0; column < perRow; column++)
        for (const k of at) out[n++] = of.data[row * cell * of.width + column * cell + k]!
    return out
  }
  const [middle, ring] = [take(green, 0, 0.16), take(green, 0.27, 0.36)]
  const split = parting(Float32Array.of(...sample(middle, 4000), ...sample(ring, 8000)))
  const share = (numbers: Float32Array) => numbers.filter((one) => one > split.at).length / numbers.length
  const isClear = split.apart > APART
  const way = isClear ? (share(middle) > share(ring) ? 1 : -1) : undefined
  const own = way === undefined ? ring : ring.filter((one) => (way === 1 ? one <= split.at : one > split.at))
  const spread = (numbers: Float32Array) => {
    const half = quantileOf(numbers, 0.5)
    // Leaves lie to one side of the mix: its own spread is read off the other.
    return {
      half,
      stray: Math.max(0.012, Math.min(half - quantileOf(numbers, 0.16), quantileOf(numbers, 0.84) - half)),
    }
  }
  const [g, l] = [spread(own.length > 50 ? own : ring), spread(take(light, 0.27, 0.36))]
  return { green: g.half, light: l.half, stray: g.stray, strayLight: l.stray, way }
}

const sample = (numbers: Float32Array, most: number): Float32Array => {
  const step = Math.max(1, Math.ceil(numbers.length / most))
  return numbers.filter((_, i) => i % step === 0)
}

/**
 * Parts numbers into two groups that are as far apart as can be.
 *
 * @returns where, and how far the groups' means lie apart
 * @see the threshold with the largest variance between the two classes (Otsu)
 */
function parting(numbers: Float32Array): { at: number; apart: number } {
  numbers.sort()
  const all = numbers.reduce((sum, one) => sum + one, 0)
  let best = { at: 0, apart: 0, worth: -1 }
  let low = 0
  for (let n = 1; n < numbers.length; n++) {
    low += numbers[n - 1]!
    const apart = (all - low) / (numbers.length - n) - low / n
    const worth = n * (numbers.length - n) * apart * apart
    if (worth > best.worth) best = { at: (numbers[n - 1]! + numbers[n]!) / 2, apart, worth }
  }
  return best
}

const CLEAR = 4.5 // times the stray of the mix, that a leaf is greener
const PART_OF_LEAF = 0.45 // of how green leaves of this tray are, that its edges are too
const LEAST_GREEN = 0.1 // below which nothing is called green

/** Whether each pixel is leaf. */
interface Leaf {
  is: Uint8Array
  /** How far each pixel is from the mix in the leaves' own way. */
  by: Float32Array
  /** Of the leaves of this tray. */
  usual: number
}

function leafOf({ green, cell }: Upright, mix: Mix, grid: Grid): Leaf {
  const off = green.data.map((one) => one - mix.green)
  const sorted = off.slice()
  const [low, high] = [quantileOf(sorted, 0.004), quantileOf(sorted, 0.996)]
  // Red and purple leaves are less green than any mix.
  const way = mix.way ?? (-low > high * 1.3 && -low > 3 * LEAST_GREEN ? -1 : 1)
  const by = off.map((one) => one * way)
  const usual = Math.max(
    LEAST_GREEN,
    quantileOf(
      by.filter((one) => one > 6 * mix.stray && one > LEAST_GREEN),
      0.85,
    ),
  )
  const least = Math.max(LEAST_GREEN, CLEAR * mix.stray, PART_OF_LEAF * usual)
  // Green film on the mix is greener than mix and changes slowly: what is around a pixel counts.
  const around = calmIn(by, usual, { cell, green }, grid)
  const is = new Uint8Array(by.length)
  for (let k = 0; k < by.length; k++) if (by[k]! - around[k]! > least) is[k] = 1
  return { is, by, usual }
}

/** What each cell's mix differs from that of the tray: its lower part, so that a small plant does not count. */
function calmIn(
  by: Float32Array,
  usual: number,
  { cell, green: { width } }: Pick<Upright, 'cell' | 'green'>,
  { rows, perRow }: Grid,
): Float32Array {
  const out = new Float32Array(by.length)
  const edge = Math.round(cell * 0.14)
  for (let row = 0; row < rows; row++)
    for (let column = 0; column < perRow; column++) {
      const inside: number[] = []
      for (let v = edge; v < cell - edge; v++)
        for (let u = edge; u < cell - edge; u++) inside.push(by[(row * cell + v) * width + column * cell + u]!)
      const low = Math.max(0, quantileOf(Float32Array.from(inside), 0.3))
      const calm = low > FILM * usual ? 0 : low
      for (let v = 0; v < cell; v++)
        for (let u = 0; u < cell; u++) out[(row * cell + v) * width + column * cell + u] = calm
    }
  return out
}

const FILM = 0.62 // of how green leaves are, that no film is: where most of a cell is greener, it is full of leaf

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
