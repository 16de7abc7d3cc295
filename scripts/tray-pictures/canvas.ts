/** A plane to paint on, of which a camera takes a picture. */
import type { Picture, Point } from '../../src/core/traypicture/picture'
import { toPicture, type Corners } from '../../src/core/traypicture/upright'

export type Colour = readonly [number, number, number]

/** Paints where a shape says so. */
export interface Canvas {
  width: number
  height: number
  data: Float32Array
}

export const canvas = (width: number, height: number): Canvas => ({
  width,
  height,
  data: new Float32Array(width * height * 3),
})

export interface Box {
  left: number
  top: number
  right: number
  bottom: number
}

/** How a pixel is painted: a colour, and how much of what lay there it covers (0 to 1). */
export type Paint = (x: number, y: number) => { colour: Colour; cover: number } | undefined

export function paint(on: Canvas, { left, top, right, bottom }: Box, how: Paint): void {
  for (let y = Math.max(0, Math.floor(top)); y < Math.min(on.height, bottom); y++)
    for (let x = Math.max(0, Math.floor(left)); x < Math.min(on.width, right); x++) {
      const painted = how(x + 0.5, y + 0.5)
      if (!painted) continue
      const i = (y * on.width + x) * 3
      for (let k = 0; k < 3; k++)
        on.data[i + k] = on.data[i + k]! * (1 - painted.cover) + painted.colour[k]! * painted.cover
    }
}

/** Numbers between 0 and 1 that change smoothly from place to place, the same each time. @param size pixels of its grain */
export function grain(seed: number, size: number): (x: number, y: number) => number {
  const at = (i: number, j: number) => {
    let n = Math.imul(i, 374761393) + Math.imul(j, 668265263) + Math.imul(seed, 2246822519)
    n = Math.imul(n ^ (n >>> 13), 1274126177)
    return ((n ^ (n >>> 16)) >>> 0) / 4294967296
  }
  const ease = (t: number) => t * t * (3 - 2 * t)
  return (x, y) => {
    const [i, j] = [Math.floor(x / size), Math.floor(y / size)]
    const [s, t] = [ease(x / size - i), ease(y / size - j)]
    const top = at(i, j) * (1 - s) + at(i + 1, j) * s
    return top * (1 - t) + (at(i, j + 1) * (1 - s) + at(i + 1, j + 1) * s) * t
  }
}

export const mixed = (a: Colour, b: Colour, share: number): Colour => [
  a[0] * (1 - share) + b[0] * share,
  a[1] * (1 - share) + b[1] * share,
  a[2] * (1 - share) + b[2] * share,
]

export const times = (colour: Colour, by: number): Colour => [colour[0] * by, colour[1] * by, colour[2] * by]

/** Light that falls on what a camera sees, by where in the picture it falls. */
export type Light = (x: number, y: number) => Colour

export interface Camera {
  width: number
  height: number
  /** Corners of the whole canvas in the picture. */
  corners: Corners
  light: Light
  /** Of the picture's noise, in steps of 255. */
  noise: number
  random: () => number
}

/** A picture of what was painted. */
export function photograph(of: Canvas, { width, height, corners, light, noise, random }: Camera): Picture {
  const back = backFrom(corners, of)
  const data = new Uint8ClampedArray(width * height * 4)
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++) {
      const i = (y * width + x) * 4
      const lit = light(x / width, y / height)
      const seen = lookAt(of, back, x, y)
      const bell = (random() + random() + random() - 1.5) * noise * 1.15
      for (let k = 0; k < 3; k++) data[i + k] = seen[k]! * lit[k]! + bell + (random() - 0.5) * noise
      data[i + 3] = 255
    }
  return { width, height, data }
}

/** The mean of four looks at a pixel: a camera's pixel sees a square, not a point. */
function lookAt(of: Canvas, back: (x: number, y: number) => Point, x: number, y: number): Colour {
  const sum: [number, number, number] = [0, 0, 0]
  for (const [dx, dy] of [
    [0.2, 0.2],
    [0.8, 0.2],
    [0.2, 0.8],
    [0.8, 0.8],
  ] as const) {
    const { x: u, y: v } = back(x + dx, y + dy)
    const [i, j] = [
      Math.min(of.width - 1, Math.max(0, Math.floor(u))),
      Math.min(of.height - 1, Math.max(0, Math.floor(v))),
    ]
    const at = (j * of.width + i) * 3
    for (let k = 0; k < 3; k++) sum[k]! += of.data[at + k]! / 4
  }
  return sum
}

/** From the picture back to the canvas: the inverse of the map to its corners, by its adjugate. */
function backFrom(corners: Corners, { width, height }: Canvas): (x: number, y: number) => Point {
  const to = toPicture(corners)
  // Four points and where they come from give the inverse map, found through the square's own.
  const [o, a, b, c] = [to(0, 0), to(1, 0), to(1, 1), to(0, 1)]
  const m = adjugate(matrixOf([o, a, b, c]))
  return (x, y) => {
    const w = m[6]! * x + m[7]! * y + m[8]!
    return { x: ((m[0]! * x + m[1]! * y + m[2]!) / w) * width, y: ((m[3]! * x + m[4]! * y + m[5]!) / w) * height }
  }
}

function matrixOf([p, q, r, s]: Corners): number[] {
  const [dx1, dx2, dx3] = [q.x - r.x, s.x - r.x, p.x - q.x + r.x - s.x]
  const [dy1, dy2, dy3] = [q.y - r.y, s.y - r.y, p.y - q.y + r.y - s.y]
  const det = dx1 * dy2 - dx2 * dy1
  const [g, h] = [(dx3 * dy2 - dx2 * dy3) / det, (dx1 * dy3 - dx3 * dy1) / det]
  return [q.x - p.x + g * q.x, s.x - p.x + h * s.x, p.x, q.y - p.y + g * q.y, s.y - p.y + h * s.y, p.y, g, h, 1]
}

function adjugate(m: readonly number[]): number[] {
  const [a, b, c, d, e, f, g, h, i] = m as [number, number, number, number, number, number, number, number, number]
  return [
    e * i - f * h,
    c * h - b * i,
    b * f - c * e,
    f * g - d * i,
    a * i - c * g,
    c * d - a * f,
    d * h - e * g,
    b * g - a * h,
    a * e - b * d,
  ]
}
