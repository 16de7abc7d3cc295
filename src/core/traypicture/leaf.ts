/**
 * Which pixels of a tray are leaf. What grows differs from the mix in its colour, whatever the light: the light multiplies
 * red, green and blue, which moves the logarithm of their ratios of leaf and mix alike.
 */
import { field, quantileOf, smooth, type Field, type Picture } from './picture'
import { toPicture, type Corners } from './upright'
import type { Grid } from './walls'

/** Pixels of a cell that is set upright. */
const LEAST = 24
const MOST = 48

export interface Upright {
  /** Pixels of a cell. */
  cell: number
  /** How green: log g − (log r + log b) / 2. */
  green: Field
  light: Field
}

/** The cells set upright, one after the other in rows. */
export function upright(picture: Picture, corners: Corners, { rows, perRow }: Grid): Upright {
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

export interface Mix {
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
export function mixOf({ cell, green, light }: Upright, { rows, perRow }: Grid): Mix {
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
export interface Leaf {
  is: Uint8Array
  /** How far each pixel is from the mix in the leaves' own way. */
  by: Float32Array
  /** Of the leaves of this tray. */
  usual: number
}

export function leafOf({ green, cell }: Upright, mix: Mix, grid: Grid): Leaf {
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
