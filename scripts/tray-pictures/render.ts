/** Pictures of trays of which it is known what stands in each cell. */
import { seeded } from '../../src/core/statistics/random'
import type { Picture, Point } from '../../src/core/traypicture/picture'
import { toPicture, type Corners } from '../../src/core/traypicture/upright'
import { canvas, grain, mixed, paint, photograph, times, type Canvas, type Colour } from './canvas'
import type { Style } from './style'

export type Truth = 'none' | 'one' | 'two' | 'hidden'

export interface TrayPicture {
  picture: Picture
  /** Of the cells, without the rim. */
  corners: Corners
  cells: Truth[]
}

export interface Tray {
  rows: number
  perRow: number
}

const WIDTH = 1200
const HEIGHT = 900
const AROUND = 0.25 // of the tray's length, of bench on each side

interface Scene {
  on: Canvas
  style: Style
  random: () => number
  seed: number
  /** Pixels of a cell. */
  cell: number
  left: number
  top: number
}

/** @param seed the same number gives the same picture */
export function trayPicture(style: Style, { rows, perRow }: Tray, seed: number): TrayPicture {
  const random = seeded(seed)
  for (let i = 0; i < 5; i++) random()
  const cell = Math.min(72, Math.floor(1150 / perRow), Math.floor(860 / rows))
  const around = Math.round(AROUND * perRow * cell)
  const on = canvas(perRow * cell + 2 * around, rows * cell + 2 * around)
  const scene: Scene = { on, style, random, seed, cell, left: around, top: around }
  paintBench(scene)
  const cells = paintTray(scene, rows, perRow)
  if (style.neighbour) {
    const rim = Math.round(cell * 0.7)
    const side = random() < 0.5 ? { top: around + rows * cell + rim } : { top: around - rows * cell - rim }
    paintTray({ ...scene, ...side }, rows, perRow)
  }
  const covered = [...(style.label ? [paintLabel(scene, perRow)] : []), ...(style.hand ? [paintHand(scene, rows)] : [])]
  for (const [i, truth] of cells.entries()) {
    const middle = { x: around + ((i % perRow) + 0.5) * cell, y: around + (Math.floor(i / perRow) + 0.5) * cell }
    const looks = [-0.3, 0, 0.3].flatMap((dx) => [-0.3, 0, 0.3].map((dy) => [dx, dy] as const))
    const hit = (at: Point) => covered.some((covers) => covers(at))
    const share = looks.filter(([dx, dy]) => hit({ x: middle.x + dx * cell, y: middle.y + dy * cell })).length / 9
    if (truth !== 'hidden' && share > 0.25) cells[i] = 'hidden'
  }
  const corners = cornersOf(scene, rows * cell, perRow * cell)
  const light = lightOf(style, random)
  const picture = photograph(on, { width: WIDTH, height: HEIGHT, corners, light, noise: 5 + 6 * random(), random })
  const to = toPicture(corners)
  const at = (x: number, y: number) => to(x / on.width, y / on.height)
  const [right, bottom] = [around + perRow * cell, around + rows * cell]
  return { picture, cells, corners: [at(around, around), at(right, around), at(right, bottom), at(around, bottom)] }
}

/** Bench without a tray: of nothing there is nothing to count. */
export function benchPicture(style: Style, seed: number): Picture {
  const random = seeded(seed)
  const on = canvas(WIDTH, HEIGHT)
  const scene: Scene = { on, style, random, seed, cell: 60, left: 200, top: 200 }
  paintBench(scene)
  for (let i = 0; i < 6; i++)
    paintSeedling(scene, { x: 100 + random() * 1000, y: 100 + random() * 700 }, 60 + 60 * random())
  const corners = cornersOf(scene, HEIGHT, WIDTH)
  return photograph(on, { width: WIDTH, height: HEIGHT, corners, light: lightOf(style, random), noise: 6, random })
}

/** Where the camera sees the canvas: turned a little, and at a slant of up to 30°. */
function cornersOf({ on, random }: Scene, high: number, wide: number): Corners {
  const turn = (random() - 0.5) * 0.35
  const [slant, way] = [random() * (Math.PI / 6), random() * 2 * Math.PI]
  const far = 1.9 * Math.max(wide, high)
  // The tray fills most of the picture, whichever way it lies.
  const scale = (0.74 + 0.16 * random()) * Math.min(WIDTH / (wide * 1.06), HEIGHT / (high * 1.06))
  const shift = { x: (random() - 0.5) * 0.05 * WIDTH, y: (random() - 0.5) * 0.05 * HEIGHT }
  const see = (x: number, y: number): Point => {
    const [a, b] = [x - on.width / 2, y - on.height / 2]
    const along = a * Math.cos(way) + b * Math.sin(way)
    const depth = far / (far + along * Math.sin(slant))
    const [p, q] = [
      (a - along * (1 - Math.cos(slant)) * Math.cos(way)) * depth,
      (b - along * (1 - Math.cos(slant)) * Math.sin(way)) * depth,
    ]
    return {
      x: WIDTH / 2 + shift.x + scale * (p * Math.cos(turn) - q * Math.sin(turn)),
      y: HEIGHT / 2 + shift.y + scale * (p * Math.sin(turn) + q * Math.cos(turn)),
    }
  }
  return [see(0, 0), see(on.width, 0), see(on.width, on.height), see(0, on.height)]
}

function lightOf({ light, uneven }: Style, random: () => number): (x: number, y: number) => Colour {
  const way = random() * 2 * Math.PI
  const level = 0.85 + 0.3 * random()
  return (x, y) => {
    const far = ((x - 0.5) * Math.cos(way) + (y - 0.5) * Math.sin(way)) / 0.7 // −1 to 1
    return times(light, level * (1 - uneven * (0.5 + 0.5 * far)))
  }
}

function paintBench({ on, style, random, seed }: Scene): void {
  const { colour, kind } = style.bench
  const [fine, wide] = [grain(seed + 11, 5), grain(seed + 12, 60)]
  const plank = 90 + 60 * random()
  paint(on, { left: 0, top: 0, right: on.width, bottom: on.height }, (x, y) => {
    let shade = 0.85 + 0.3 * wide(x, y) + 0.15 * (fine(x, y) - 0.5)
    if (kind === 'planks') shade *= y % plank < 4 ? 0.45 : 0.95 + 0.1 * wide(x / 8, Math.floor(y / plank) * 99)
    if (kind === 'gravel') shade *= 0.6 + 0.9 * grainOf(fine, x, y)
    if (kind === 'wire') shade *= x % 44 < 5 || y % 44 < 5 ? 1 : 0.4
    return { colour: times(colour, shade), cover: 1 }
  })
}

const grainOf = (fine: (x: number, y: number) => number, x: number, y: number) => fine(x / 2, y / 2)

function paintTray(scene: Scene, rows: number, perRow: number): Truth[] {
  const { on, style, seed, cell, left, top } = scene
  const { plastic, mix, hole, wall } = style
  const rim = cell * 0.28
  const [coarse, fine, film] = [grain(seed + 1, cell / 6), grain(seed + 2, 2.2), grain(seed + 3, cell * 0.7)]
  const dust = grain(seed + 4, cell / 3)
  const right = left + perRow * cell
  const bottom = top + rows * cell
  const half = (1 - wall) / 2
  /** How far from the middle of its cell a point lies: 1 on the edge of the hole. */
  const outness = (x: number, y: number) => {
    const [u, v] = [Math.abs(((x - left) / cell) % 1) - 0.5, Math.abs(((y - top) / cell) % 1) - 0.5]
    return hole === 'round' ? Math.hypot(u, v) / half : (Math.abs(u) ** 8 + Math.abs(v) ** 8) ** (1 / 8) / half
  }
  paint(on, { left: left - rim, top: top - rim, right: right + rim, bottom: bottom + rim }, (x, y) => {
    const edge = Math.min(x - left + rim, right + rim - x, y - top + rim, bottom + rim - y)
    const shine = edge < 4 ? 1.5 : 1
    const out = x < left || x > right || y < top || y > bottom ? 2 : outness(x, y)
    if (out > 1) return { colour: times(plastic, shine * (0.8 + 0.5 * dust(x, y)) * (out < 1.08 ? 1.5 : 1)), cover: 1 }
    const grainy = (coarse(x, y) - 0.5) * mix.rough + (fine(x, y) - 0.5) * mix.rough
    let colour: Colour = [mix.colour[0] + grainy, mix.colour[1] + grainy * 0.95, mix.colour[2] + grainy * 0.85]
    if (fine(x * 0.7 + 31, y * 0.7) > 1 - mix.share * 4) colour = mix.flecks
    const green = Math.max(0, film(x, y) - (1 - style.film)) * 2.2
    if (green > 0) colour = mixed(colour, [82, 98, 48], Math.min(0.6, green))
    const shadow = out > 0.88 ? 0.62 : 1
    return { colour: times(colour, shadow), cover: 1 }
  })
  const cells: Truth[] = []
  for (let row = 0; row < rows; row++)
    for (let column = 0; column < perRow; column++)
      cells.push(paintCell(scene, { x: left + (column + 0.5) * cell, y: top + (row + 0.5) * cell }))
  if (style.glare > 0) paintGlare(scene, rows, perRow)
  return cells
}

function paintCell(scene: Scene, middle: Point): Truth {
  const { style, random, cell, on } = scene
  const near = (by: number): Point => ({
    x: middle.x + (random() - 0.5) * by * cell,
    y: middle.y + (random() - 0.5) * by * cell,
  })
  const size = () => (style.size[0] + (style.size[1] - style.size[0]) * random()) * cell
  if (random() < style.missing) {
    const r = 0.4 * cell
    paint(on, { left: middle.x - r, top: middle.y - r, right: middle.x + r, bottom: middle.y + r }, (x, y) => ({
      colour: times(style.plastic, 0.4 + 0.3 * (Math.hypot(x - middle.x, y - middle.y) / r)),
      cover: 0.92,
    }))
    return 'none'
  }
  const dice = random()
  if (dice < 0.16) {
    if (random() < style.dead) paintDead(scene, near(0.3), size() * 0.8)
    return 'none'
  }
  const own = size()
  if (dice < 0.25) {
    const [a, far] = [random() * 2 * Math.PI, Math.min(0.27, 0.1 + own / cell / 2) * cell * (0.75 + 0.3 * random())]
    const at = near(0.1)
    paintSeedling(scene, { x: at.x + far * Math.cos(a), y: at.y + far * Math.sin(a) }, own)
    paintSeedling(scene, { x: at.x - far * Math.cos(a), y: at.y - far * Math.sin(a) }, own * (0.8 + 0.4 * random()))
    return 'two'
  }
  paintSeedling(scene, near(own > 0.35 * cell ? 0.12 : 0.32), own)
  return 'one'
}

interface LeafLook {
  way: number
  length: number
  /** Half of it, for its length. */
  width: number
  notch: boolean
  colour: Colour
  edge: Colour
}

/** A leaf from its stem outwards. */
function paintLeaf({ on, random }: Scene, from: Point, look: LeafLook) {
  const { way, length } = look
  const [c, s] = [Math.cos(way), Math.sin(way)]
  const shade = 0.9 + 0.2 * random()
  const reach = length * 1.1
  const w = Math.max(0.55, length * look.width)
  paint(on, { left: from.x - reach, top: from.y - reach, right: from.x + reach, bottom: from.y + reach }, (x, y) => {
    const along = (x - from.x) * c + (y - from.y) * s
    const across = Math.abs(-(x - from.x) * s + (y - from.y) * c)
    const t = along / length
    if (t < 0 || t > 1) return undefined
    const tip = look.notch ? Math.max(0, t - 0.82) * 2.2 : 0
    const wide = w * Math.sin(Math.PI * Math.min(1, 0.12 + 0.88 * t ** 0.8)) ** 0.7
    if (across > wide || across < tip * w) return undefined
    const rib = across < 0.08 * w ? 1.12 : 1
    const rimmed = across > 0.8 * wide ? look.edge : look.colour
    return { colour: times(rimmed, shade * rib * (0.86 + 0.28 * t)), cover: Math.min(1, (wide - across) * 1.5 + 0.4) }
  })
}

function paintSeedling(scene: Scene, at: Point, length: number): void {
  const { style, random, on } = scene
  const { shape } = style.leaf
  const tint = 0.88 + 0.24 * random()
  const colour = times(style.leaf.colour, tint)
  const edge = style.leaf.edge ? times(style.leaf.edge, tint) : times(colour, 0.9)
  const way = random() * 2 * Math.PI
  // The shade it casts.
  const reach = length * 0.7
  paint(on, { left: at.x - reach, top: at.y - reach, right: at.x + reach, bottom: at.y + reach }, (x, y) => ({
    colour: [12, 10, 8],
    cover: Math.max(0, 0.3 - 0.3 * (Math.hypot(x - at.x - 2, y - at.y - 2) / reach)),
  }))
  const leaf = (turn: number, share: number, width: number, notch = false) =>
    paintLeaf(scene, at, { way: way + turn, length: length * share, width, notch, colour, edge })
  if (shape === 'blade') return leaf(0, 1, 0.09)
  const width = shape === 'narrow' ? 0.16 : shape === 'heart' ? 0.46 : 0.34
  const bend = (random() - 0.5) * 0.5
  leaf(0, 1, width, shape === 'heart')
  leaf(Math.PI + bend, 0.9 + 0.2 * random(), width, shape === 'heart')
  if (shape !== 'leafy') return
  leaf(Math.PI / 2, 0.8, 0.26)
  leaf(-Math.PI / 2 + bend, 0.7, 0.26)
}

function paintDead(scene: Scene, at: Point, length: number): void {
  const way = scene.random() * 2 * Math.PI
  for (const turn of [0, 2.4])
    paintLeaf(scene, at, {
      way: way + turn,
      length,
      width: 0.14,
      notch: false,
      colour: [150, 118, 78],
      edge: [120, 92, 62],
    })
}

function paintGlare({ on, style, random, cell, left, top }: Scene, rows: number, perRow: number): void {
  for (let i = 0; i < style.glare * rows * perRow * 0.5; i++) {
    const at = { x: left + random() * perRow * cell, y: top + random() * rows * cell }
    const r = (0.04 + 0.1 * random()) * cell
    paint(on, { left: at.x - r, top: at.y - r, right: at.x + r, bottom: at.y + r }, (x, y) => {
      const far = Math.hypot(x - at.x, (y - at.y) * 1.4) / r
      return far < 1 ? { colour: [246, 248, 250], cover: 0.75 * (1 - far) } : undefined
    })
  }
}

function paintLabel({ on, random, cell, left, top }: Scene, perRow: number): (at: Point) => boolean {
  const at = { x: left + Math.floor(random() * (perRow - 1)) * cell, y: top - 1.1 * cell }
  const box = { left: at.x, top: at.y, right: at.x + Math.max(18, 0.5 * cell), bottom: at.y + 2.1 * cell }
  const ink = grain(7, 4)
  paint(on, box, (x, y) => ({ colour: ink(x, y) > 0.68 ? [60, 60, 66] : [236, 236, 230], cover: 1 }))
  return ({ x, y }) => x > box.left && x < box.right && y > box.top && y < box.bottom
}

function paintHand({ on, random, cell, left, top }: Scene, rows: number): (at: Point) => boolean {
  const skin = mixed([214, 164, 136], [120, 80, 58], random())
  const wrist = { x: left - 1.2 * cell, y: top + random() * rows * cell }
  const fingers = [-0.5, -0.2, 0.1, 0.4].map((way) => ({
    way: way + (random() - 0.5) * 0.1,
    long: (2.2 + random()) * cell,
  }))
  const inHand = ({ x, y }: Point) => {
    const [dx, dy] = [x - wrist.x, y - wrist.y]
    if (Math.hypot(dx, dy) < 0.9 * cell) return true
    return fingers.some(({ way, long }) => {
      const along = dx * Math.cos(way) + dy * Math.sin(way)
      return along > 0 && along < long && Math.abs(dy * Math.cos(way) - dx * Math.sin(way)) < 0.22 * cell
    })
  }
  const reach = 3.6 * cell
  paint(on, { left: wrist.x - reach, top: wrist.y - reach, right: wrist.x + reach, bottom: wrist.y + reach }, (x, y) =>
    inHand({ x, y }) ? { colour: times(skin, 0.9 + 0.2 * ((x + y) % 7 > 3 ? 0.4 : 0.6)), cover: 1 } : undefined,
  )
  return inHand
}
