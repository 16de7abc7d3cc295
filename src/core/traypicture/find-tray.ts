/**
 * Finds a tray in a picture, whose cells are known in number: four lines around its cells such that the lines between the
 * cells, too, lie where something changes, and the middles of the cells do not lie on such lines.
 */
import { field, quantileOf, shrunk, smooth, type Field, type Picture, type Point } from './picture'
import { toPicture, type Corners } from './upright'

/** Cells of a tray, as it lies in the picture. */
export interface Grid {
  rows: number
  perRow: number
}

export interface FoundTray {
  corners: Corners
  /** Share of the sides of cells that are seen, of the way along or down that has fewer: a half by chance. */
  certainty: number
}

const WORK = 420 // px of the longer side that it is looked for at
const STEEP = Math.PI / 4.2 // most that a side is turned against the picture's own
const ANGLES = 60
const LINES = 26 // candidates of each way
const PAIRS = 34 // kept of each way
const CLEARLY = 0.3 // by which more walls are seen in one row of cells than in another
const GOES_ON = 0.7 // share of walls seen beyond a side, from which it is none
const SURE = 0.84 // share of walls seen below which there is no tray

/**
 * @param grid cells along and down; a tray that lies crosswise has them the other way round
 * @returns nothing where no tray with such cells is seen
 */
export function findTray(picture: Picture, grid: Grid): FoundTray | undefined {
  const small = shrunk(picture, WORK)
  const by = picture.width / small.width
  const look = lookAt(small)
  const best = bestOf(look, small, grid)
  if (!best) return undefined
  const { inside, beyond } = certaintyOf(wallsOf(best, look, grid), grid)
  // Meshes go on and on; a tray ends.
  if (inside < SURE || beyond > 1) return undefined
  return { corners: best.map(({ x, y }) => ({ x: x * by, y: y * by })) as unknown as Corners, certainty: inside }
}

/** How many of the four walls of each cell are seen, along the rows: a hand, a label or a large leaf hides them. */
export function wallsSeen(picture: Picture, corners: Corners, grid: Grid): number[] {
  const small = shrunk(picture, WORK)
  const by = small.width / picture.width
  const isWall = wallsOf(
    corners.map(({ x, y }) => ({ x: x * by, y: y * by })) as unknown as Corners,
    lookAt(small),
    grid,
  )
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

/** What is looked at. */
interface Look {
  /** How much brightness changes across upright lines, and across level ones, by what is usual around. */
  upright: Field
  level: Field
  /**
   * By what walls differ from what the cells hold: brightness, warmth of colour, roughness. Each less its mean around, in
   * units of its own spread; the three of a pixel side by side.
   */
  traits: Float32Array
  /** 1 where it looks like leaf. */
  leafy: Uint8Array
}

function lookAt(picture: Picture): Look {
  const { width, height, data } = picture
  const [light, green, warm] = [field(width, height), field(width, height), field(width, height)]
  for (let i = 0, k = 0; k < light.data.length; i += 4, k++) {
    const [r, g, b] = [Math.log(data[i]! + 12), Math.log(data[i + 1]! + 12), Math.log(data[i + 2]! + 12)]
    light.data[k] = (r + g + b) / 3
    green.data[k] = g - (r + b) / 2
    warm.data[k] = r - b
  }
  const usual = quantileOf(green.data.slice(), 0.5)
  const far = quantileOf(
    green.data.map((one) => Math.abs(one - usual)),
    0.5,
  )
  /** Leaves say nothing of the tray. */
  const isLeafy = (k: number) => Math.abs(green.data[k]! - usual) > 6 * far + 0.05
  const calm = smooth(light, 1)
  const rough = field(width, height)
  const [x, y] = [field(width, height), field(width, height)]
  for (let v = 1; v < height - 1; v++)
    for (let u = 1; u < width - 1; u++) {
      const k = v * width + u
      const counts = isLeafy(k) ? 0.25 : 1
      x.data[k] = Math.abs(calm.data[k + 1]! - calm.data[k - 1]!) * counts
      y.data[k] = Math.abs(calm.data[k + width]! - calm.data[k - width]!) * counts
      rough.data[k] = Math.abs(light.data[k]! - calm.data[k]!)
    }
  const traits = [light, warm, smooth(rough, 1)].map((trait) => standing(trait, isLeafy))
  return {
    upright: evened(x),
    level: evened(y),
    traits: sideBySide(traits),
    leafy: Uint8Array.from(light.data, (_, k) => (isLeafy(k) ? 1 : 0)),
  }
}

function sideBySide(fields: readonly Field[]): Float32Array {
  const out = new Float32Array(fields[0]!.data.length * fields.length)
  for (const [i, { data }] of fields.entries())
    for (let k = 0; k < data.length; k++) out[k * fields.length + i] = data[k]!
  return out
}

/** Strong changes count no more than usual ones around them: a bright board's edge outshines no tray. */
function evened(of: Field): Field {
  const around = smooth(of, Math.round(of.width / 14))
  const out = field(of.width, of.height)
  for (let k = 0; k < out.data.length; k++) out.data[k] = Math.min(3, of.data[k]! / (around.data[k]! + 0.004))
  return smooth(out, 1)
}

/** A trait less its mean around, in units of what is usual around; nothing where there are leaves. */
function standing(of: Field, isLeafy: (k: number) => boolean): Field {
  const radius = Math.round(of.width / 16)
  const around = smooth(of, radius)
  const out = field(of.width, of.height)
  const size = field(of.width, of.height)
  for (let k = 0; k < out.data.length; k++) {
    out.data[k] = isLeafy(k) ? 0 : of.data[k]! - around.data[k]!
    size.data[k] = Math.abs(out.data[k]!)
  }
  const usual = smooth(size, radius)
  for (let k = 0; k < out.data.length; k++)
    out.data[k] = Math.max(-3, Math.min(3, out.data[k]! / (usual.data[k]! + 0.01)))
  return out
}

/** A line x·cos a + y·sin a = far. */
interface Line {
  angle: number
  far: number
  strength: number
}

/** Lines along which much changes, of one way: `upright` ones or level. */
function linesOf(edges: Field, upright: boolean): Line[] {
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
function meeting(a: Line, b: Line): Point | undefined {
  const det = Math.cos(a.angle) * Math.sin(b.angle) - Math.sin(a.angle) * Math.cos(b.angle)
  if (Math.abs(det) < 1e-6) return undefined
  return {
    x: (a.far * Math.sin(b.angle) - b.far * Math.sin(a.angle)) / det,
    y: (b.far * Math.cos(a.angle) - a.far * Math.cos(b.angle)) / det,
  }
}

/** Two lines of one way with a share of the picture between them that a tray may have. */
function pairsOf(lines: readonly Line[], across: number, middle: Point): [Line, Line][] {
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

const TRIED = 12 // candidates that are moved until they fit

function bestOf(look: Look, { width, height }: Picture, grid: Grid): Corners | undefined {
  const middle = { x: width / 2, y: height / 2 }
  const upright = pairsOf(linesOf(look.upright, true), width, middle)
  const level = pairsOf(linesOf(look.level, false), height, middle)
  // Each way by itself first: pairs whose lines between them are seen too.
  const kept = (pairs: [Line, Line][], lines: number) =>
    pairs
      .map((pair) => ({ pair, fit: fitBetween(pair, look, lines) }))
      .sort((a, b) => b.fit - a.fit)
      .slice(0, PAIRS)
      .map(({ pair }) => pair)
  const [across, down] = [kept(upright, grid.perRow), kept(level, grid.rows)]
  const found: { corners: Corners; fit: number }[] = []
  for (const [left, right] of across)
    for (const [top, bottom] of down) {
      const met = [meeting(left, top), meeting(right, top), meeting(right, bottom), meeting(left, bottom)]
      if (met.some((point) => point === undefined || !isNear(point, width, height))) continue
      const corners = met as unknown as Corners
      found.push({ corners, fit: fitOf(corners, look, grid) })
    }
  const tried = found.sort((a, b) => b.fit - a.fit).slice(0, TRIED)
  for (const one of tried)
    Object.assign(
      one,
      refined(one.corners, COARSE.slice(0, 3), (now) => fitOf(now, look, grid)),
    )
  const best = tried.sort((a, b) => b.fit - a.fit)[0]
  if (!best) return undefined
  const { corners } = refined(best.corners, COARSE, (now) => fitOf(now, look, grid))
  const placed = inPlace(inPlace(onWalls(corners, look, grid), look, grid), look, grid)
  // The lines inside are walls and nothing else; what lies on the outer ones may be bench.
  return Math.min(grid.rows, grid.perRow) < 4
    ? placed
    : refined(placed, INSIDE, (now) => fitOf(now, look, grid, 0)).corners
}

/**
 * Moves a tray by half a cell where its lines run through the middles of cells. Of the crossings of the lines, the middles
 * between crossings, and the middles of cells, most leaf is on the middles; where there is none to tell, three of these lie
 * on walls, and the one that differs most from the others does not.
 */
function onWalls(corners: Corners, look: Look, grid: Grid): Corners {
  const { rows, perRow } = grid
  const to = toPicture(corners)
  const half = [0, 0.5]
  const kinds = half.flatMap((u) => half.map((v) => ({ u, v, sum: [0, 0, 0] as Traits, leaf: 0 })))
  const { width } = look.upright
  const places = (rows - 1) * (perRow - 1)
  for (const kind of kinds)
    for (let row = 1; row < rows; row++)
      for (let column = 1; column < perRow; column++) {
        // Seen from the middle of a cell, the one of no shift.
        const at = (by: number) => to((column + kind.u - 0.5 + by) / perRow, (row + kind.v - 0.5) / rows)
        addAlong(kind.sum, look, [at(-0.06), at(0.06)], 1 / places)
        const { x, y } = at(0)
        kind.leaf += (look.leafy[Math.round(y) * width + Math.round(x)] ?? 0) / places
      }
  const [own] = kinds
  const leafiest = kinds.reduce((one, other) => (other.leaf > one.leaf ? other : one))
  const oddness = kinds.map(({ sum }) =>
    Math.hypot(...sum.map((one, k) => one - mean(kinds.map((kind) => kind.sum[k]!)))),
  )
  const oddest = kinds[oddness.indexOf(Math.max(...oddness))]!
  const middle = leafiest.leaf > LEAFY ? (leafiest.leaf > 1.5 * own!.leaf ? leafiest : own!) : oddest
  if (middle.u === 0 && middle.v === 0) return corners
  const [du, dv] = [middle.u / perRow, middle.v / rows]
  const moved = [to(du, dv), to(1 + du, dv), to(1 + du, 1 + dv), to(du, 1 + dv)] as unknown as Corners
  return refined(moved, COARSE.slice(2), (now) => fitOf(now, look, grid)).corners
}

const LEAFY = 0.08 // share of places with leaf from which it tells where the middles are

const mean = (numbers: readonly number[]) => numbers.reduce((sum, one) => sum + one, 0) / numbers.length

/** Moves a tray by a cell where that is one cell too far to a side: there are no walls where there are no cells. */
function inPlace(corners: Corners, look: Look, grid: Grid): Corners {
  const { rows, perRow } = grid
  const isWall = wallsOf(corners, look, grid)
  const inColumn = (column: number) => shareOf(rows - 1, (i) => isWall('level', i + 1, column))
  const inRow = (row: number) => shareOf(perRow - 1, (i) => isWall('upright', i + 1, row))
  const step = (of: (i: number) => number, count: number): number => {
    const [before, first, last, after] = [of(-1), of(0), of(count - 1), of(count)]
    if (before - last > CLEARLY) return -1
    return after - first > CLEARLY ? 1 : 0
  }
  const [u, v] = [step(inColumn, perRow) / perRow, step(inRow, rows) / rows]
  if (u === 0 && v === 0) return corners
  const to = toPicture(corners)
  const moved = [to(u, v), to(1 + u, v), to(1 + u, 1 + v), to(u, 1 + v)] as unknown as Corners
  return refined(moved, FINE, (now) => fitOf(now, look, grid)).corners
}

/** Share of a number of things that something is so of. */
const shareOf = (count: number, is: (i: number) => boolean): number => {
  let sum = 0
  for (let i = 0; i < count; i++) if (is(i)) sum++
  return count > 0 ? sum / count : 1
}

const isNear = ({ x, y }: Point, width: number, height: number) =>
  x > -0.12 * width && y > -0.12 * height && x < 1.12 * width && y < 1.12 * height

const SLANTS = [0.72, 0.85, 1, 1.18, 1.39] // how much wider cells are at one side than at the other

/** How well lines between two sides are seen, as if the tray filled the picture between them, at the best of some slants. */
function fitBetween([one, other]: [Line, Line], look: Look, parts: number): number {
  const { width, height } = look.upright
  const isUpright = Math.abs(Math.cos(one.angle)) > Math.abs(Math.sin(one.angle))
  const ends = (line: Line): [Point, Point] => {
    const [c, s] = [Math.cos(line.angle), Math.sin(line.angle)]
    return isUpright
      ? [
          { x: (line.far - 0.25 * height * s) / c, y: 0.25 * height },
          { x: (line.far - 0.75 * height * s) / c, y: 0.75 * height },
        ]
      : [
          { x: 0.25 * width, y: (line.far - 0.25 * width * c) / s },
          { x: 0.75 * width, y: (line.far - 0.75 * width * c) / s },
        ]
  }
  const [[a, b], [c, d]] = [ends(one), ends(other)]
  let best = -9
  for (const slant of SLANTS) {
    const share = (t: number) => t / (t + (1 - t) * slant)
    const along = (t: number): [Point, Point] => {
      const u = share(t)
      return [
        { x: a.x + (c.x - a.x) * u, y: a.y + (c.y - a.y) * u },
        { x: b.x + (d.x - b.x) * u, y: b.y + (d.y - b.y) * u },
      ]
    }
    best = Math.max(best, ...contrast(along, look, parts, SIDES).map(Math.abs))
  }
  return best
}

const LOOKS = 18 // along each line
const SIDES = 1.5 // what the outer lines count while a tray is looked for

/** A number for each trait. */
type Traits = [number, number, number]

/**
 * The mean of each trait on the lines between cells less its mean along their middles.
 *
 * @param sides what the outer lines count
 */
function contrast(along: (t: number) => [Point, Point], look: Look, parts: number, sides: number): Traits {
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
function addAlong(
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
function fitOf(corners: Corners, look: Look, grid: Grid, sides = SIDES): number {
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
type IsWall = (way: 'upright' | 'level', line: number, part: number) => boolean

/** Where walls are seen: what differs, as walls do, from what lies half a cell to both sides. */
function wallsOf(corners: Corners, look: Look, { rows, perRow }: Grid): IsWall {
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
function certaintyOf(isWall: IsWall, { rows, perRow }: Grid): { inside: number; beyond: number } {
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

const COARSE = [6, 4, 2.5, 1.5, 1] // px at the size it is looked for
const FINE = [1, 0.5]
const INSIDE = [2, 1, 0.5]

/** Moves corners, sides and the whole as long as the tray fits better. @param steps px, the widest first */
function refined(start: Corners, steps: readonly number[], fitOfCorners: (corners: Corners) => number) {
  let best = { corners: start, fit: fitOfCorners(start) }
  const groups = [[0], [1], [2], [3], [0, 1], [1, 2], [2, 3], [3, 0], [0, 1, 2, 3]]
  for (const step of steps)
    for (let round = 0; round < 4; round++) {
      const before = best.fit
      for (const group of groups)
        for (const [dx, dy] of [
          [step, 0],
          [-step, 0],
          [0, step],
          [0, -step],
        ] as const) {
          const corners = best.corners.map((point, i) =>
            group.includes(i) ? { x: point.x + dx, y: point.y + dy } : point,
          ) as unknown as Corners
          const fit = fitOfCorners(corners)
          if (fit > best.fit) best = { corners, fit }
        }
      if (best.fit === before) break
    }
  return best
}
