/** Straight lines along which much changes, as sides of a tray are. */
import type { Field, Point } from './picture'

const STEEP = Math.PI / 4.2 // most that a side is turned against the picture's own
const ANGLES = 60
const LINES = 26 // candidates of each way

/** A line x·cos a + y·sin a = far. */
export interface Line {
  angle: number
  far: number
  strength: number
}

/** Lines along which much changes, of one way: `upright` ones or level. */
export function linesOf(edges: Field, upright: boolean): Line[] {
  const { width, height, data } = edges
  const most = Math.ceil(Math.hypot(width, height))
  const sums = new Float32Array(ANGLES * 2 * most)
  const turns = Array.from(
    { length: ANGLES },
    (_, a) => (upright ? 0 : Math.PI / 2) + ((a + 0.5) / ANGLES - 0.5) * 2 * STEEP,
  )
  const [cos, sin] = [turns.map(Math.cos), turns.map(Math.sin)]
  for (let y = 1; y < height - 1; y++)
    for (let x = 1; x < width - 1; x++) {
      const strength = data[y * width + x]!
      if (strength < 1.15) continue
      for (let a = 0; a < ANGLES; a++)
        sums[a * 2 * most + Math.round(x * cos[a]! + y * sin[a]!) + most]! += strength - 1
    }
  const lines: Line[] = []
  for (let a = 0; a < ANGLES; a++)
    for (let far = -most + 2; far < most - 2; far++) {
      const i = a * 2 * most + far + most
      const strength = sums[i]! + 0.5 * (sums[i - 1]! + sums[i + 1]!)
      if (strength > 0) lines.push({ angle: turns[a]!, far, strength })
    }
  lines.sort((one, other) => other.strength - one.strength)
  const apart: Line[] = []
  const middle = { x: width / 2, y: height / 2 }
  const at = ({ angle, far }: Line) => far - middle.x * Math.cos(angle) - middle.y * Math.sin(angle)
  for (const line of lines) {
    if (apart.length >= LINES) break
    const isNew = apart.every(
      (other) => Math.abs(at(other) - at(line)) > width / 110 || Math.abs(other.angle - line.angle) > 0.09,
    )
    if (isNew) apart.push(line)
  }
  return apart.sort((one, other) => at(one) - at(other))
}

/** Where two lines meet; nothing where they do not. */
export function meeting(a: Line, b: Line): Point | undefined {
  const det = Math.cos(a.angle) * Math.sin(b.angle) - Math.sin(a.angle) * Math.cos(b.angle)
  if (Math.abs(det) < 1e-6) return undefined
  return {
    x: (a.far * Math.sin(b.angle) - b.far * Math.sin(a.angle)) / det,
    y: (b.far * Math.cos(a.angle) - a.far * Math.cos(b.angle)) / det,
  }
}

/** Two lines of one way with a share of the picture between them that a tray may have. */
export function pairsOf(lines: readonly Line[], across: number, middle: Point): [Line, Line][] {
  const at = ({ angle, far }: Line) => far - middle.x * Math.cos(angle) - middle.y * Math.sin(angle)
  const pairs: { pair: [Line, Line]; worth: number }[] = []
  for (const [i, one] of lines.entries())
    for (const other of lines.slice(i + 1)) {
      const between = at(other) - at(one)
      if (between < 0.25 * across || Math.abs(one.angle - other.angle) > 0.45) continue
      pairs.push({ pair: [one, other], worth: one.strength + other.strength })
    }
  return pairs.sort((a, b) => b.worth - a.worth).map(({ pair }) => pair)
}
