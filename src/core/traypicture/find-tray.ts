/**
 * Finds a tray in a picture, whose cells are known in number: four lines around its cells such that the lines between the
 * cells, too, lie where something changes, and the middles of the cells do not lie on such lines.
 */
import { linesOf, meeting, pairsOf, type Line } from './lines'
import { lookOf, type Look } from './look'
import type { Picture, Point } from './picture'
import { toPicture, type Corners } from './upright'
import { addAlong, certaintyOf, contrast, fitOf, shareOf, SIDES, wallsOf, type Grid, type Traits } from './walls'

export interface FoundTray {
  corners: Corners
  /** Share of the sides of cells that are seen, of the way along or down that has fewer: a half by chance. */
  certainty: number
}

const PAIRS = 34 // kept of each way
const CLEARLY = 0.3 // by which more walls are seen in one row of cells than in another
const SURE = 0.84 // share of walls seen below which there is no tray

/**
 * @param grid cells along and down; a tray that lies crosswise has them the other way round
 * @returns nothing where no tray with such cells is seen
 */
export function findTray(picture: Picture, grid: Grid): FoundTray | undefined {
  const { small, look } = lookOf(picture)
  const by = picture.width / small.width
  const best = bestOf(look, small, grid)
  if (!best) return undefined
  const { inside, beyond } = certaintyOf(wallsOf(best, look, grid), grid)
  // Meshes go on and on; a tray ends.
  if (inside < SURE || beyond > 1) return undefined
  return { corners: best.map(({ x, y }) => ({ x: x * by, y: y * by })) as unknown as Corners, certainty: inside }
}

const TRIED = 8 // candidates that are moved until they fit

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
      if (!isConvex(corners)) continue
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

/** Whether the corners go around once: a camera sees no tray folded. */
function isConvex(corners: Corners): boolean {
  return corners.every((a, i) => {
    const [b, c] = [corners[(i + 1) % 4]!, corners[(i + 2) % 4]!]
    return (b.x - a.x) * (c.y - b.y) - (b.y - a.y) * (c.x - b.x) > 1
  })
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
