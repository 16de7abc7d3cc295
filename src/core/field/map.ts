/** The field from above: where each bed lies, and which spot of which bed a point is. */
import type { Bed, Block, Season } from '../../season/schema'

/** A place on the map: cm east and cm south of where it begins. */
export interface Point {
  x: number
  y: number
}

/** A bed where it lies. */
export interface MappedBed {
  bed: Bed
  /** Its corner at the head, to the left of who looks along it. */
  head: Point
  /** Directions of its length, and of its width to the right; each of length 1. */
  along: Point
  across: Point
}

/** A block where it lies. */
export interface MappedBlock {
  block: Block
  beds: MappedBed[]
  /** Its corners, in order. */
  corners: Point[]
  /** Where its beds run from their heads, degrees from north by way of east. */
  heading: number
  /** Whether somebody has said where it lies. */
  placed: boolean
}

export interface FieldMap {
  blocks: MappedBlock[]
  /** Its corners: the least and the most of both directions. */
  from: Point
  to: Point
}

const BETWEEN = 400 // cm between blocks nobody has placed
const UNPLACED = 90 // degrees: they run from left to right
const WIDER = 1.5 // as they are laid out, the field is so much wider than it is deep

const DEGREE = Math.PI / 180

/** Direction of a length that runs so many degrees from north. */
const alongOf = (heading: number): Point => ({ x: Math.sin(heading * DEGREE), y: -Math.cos(heading * DEGREE) })

/** Direction to the right of another. */
const rightOf = ({ x, y }: Point): Point => ({ x: -y, y: x })

const moved = (from: Point, ...steps: readonly (readonly [Point, number])[]): Point =>
  steps.reduce(({ x, y }, [by, far]) => ({ x: x + by.x * far, y: y + by.y * far }), from)

/** How deep and how wide a block is, cm: its longest bed, and its beds with the paths between them. */
function sizeOf({ path }: Block, beds: readonly Bed[]): { length: number; width: number } {
  return {
    length: Math.max(100, ...beds.map(({ length }) => length)),
    width: Math.max(
      100,
      beds.reduce((sum, { width }) => sum + width + path, -path),
    ),
  }
}

function mapBlock(block: Block, beds: readonly Bed[], at: Point, heading: number): MappedBlock {
  const along = alongOf(heading)
  const across = rightOf(along)
  let right = 0
  const mapped = beds.map((bed): MappedBed => {
    const head = moved(at, [across, right])
    right += bed.width + block.path
    return { bed, head, along, across }
  })
  const { length, width } = sizeOf(block, beds)
  const corners = [
    at,
    moved(at, [across, width]),
    moved(at, [across, width], [along, length]),
    moved(at, [along, length]),
  ]
  return { block, beds: mapped, corners, heading, placed: block.map !== undefined }
}

/**
 * Every block where it lies. Those that nobody has placed stand in rows below the others, their beds from left to right, so that
 * none lies on another.
 */
export function fieldMap({ blocks, beds }: Pick<Season, 'blocks' | 'beds'>): FieldMap {
  const own = new Map(blocks.map(({ key }) => [key, beds.filter(({ block }) => block === key)]))
  const mapped = new Map<string, MappedBlock>()
  for (const block of blocks)
    if (block.map)
      mapped.set(
        block.key,
        mapBlock(block, own.get(block.key)!, { x: block.map.east, y: block.map.south }, block.map.heading),
      )
  const placed = extentOf([...mapped.values()])
  const free = blocks
    .filter(({ map }) => map === undefined)
    .map((block) => ({ block, ...sizeOf(block, own.get(block.key)!) }))
  const area = free.reduce((sum, { length, width }) => sum + (length + BETWEEN) * (width + BETWEEN), 0)
  const wide = Math.max(Math.sqrt(area) * WIDER, ...free.map(({ length }) => length))
  let at: Point = { x: placed.from.x, y: mapped.size > 0 ? placed.to.y + BETWEEN : 0 }
  let deep = 0
  for (const { block, length, width } of free) {
    if (at.x > placed.from.x && at.x + length > placed.from.x + wide) {
      at = { x: placed.from.x, y: at.y + deep + BETWEEN }
      deep = 0
    }
    // Looking east, the first bed is the northernmost: its head lies at the left end.
    mapped.set(block.key, mapBlock(block, own.get(block.key)!, at, UNPLACED))
    at = { x: at.x + length + BETWEEN, y: at.y }
    deep = Math.max(deep, width)
  }
  const all = blocks.map(({ key }) => mapped.get(key)!)
  return { blocks: all, ...extentOf(all) }
}

function extentOf(blocks: readonly MappedBlock[]): Pick<FieldMap, 'from' | 'to'> {
  const corners = blocks.flatMap(({ corners: own }) => own)
  if (corners.length === 0) return { from: { x: 0, y: 0 }, to: { x: 0, y: 0 } }
  const [xs, ys] = [corners.map(({ x }) => x), corners.map(({ y }) => y)]
  return { from: { x: Math.min(...xs), y: Math.min(...ys) }, to: { x: Math.max(...xs), y: Math.max(...ys) } }
}

/**
 * Corners of a stretch of a bed.
 *
 * @param at cm from its head; @param length cm
 * @param side share of its width, from and to, counted from the left
 */
export function stretchOn(
  { bed, head, along, across }: MappedBed,
  { at, length }: { at: number; length: number },
  [left, right]: readonly [number, number] = [0, 1],
): Point[] {
  const [a, b] = [at, Math.min(at + length, bed.length)]
  const [c, d] = [left * bed.width, right * bed.width]
  return [
    moved(head, [along, a], [across, c]),
    moved(head, [along, a], [across, d]),
    moved(head, [along, b], [across, d]),
    moved(head, [along, b], [across, c]),
  ]
}

/** A spot of a bed: cm from its head. */
export interface Spot {
  bed: Bed
  at: number
}

/** The bed that a point lies on, or that is nearest to it beside half a path, and how far from its head that is. */
export function spotAt({ blocks }: FieldMap, point: Point): Spot | undefined {
  let best: (Spot & { off: number }) | undefined
  for (const { block, beds } of blocks)
    for (const { bed, head, along, across } of beds) {
      const from = { x: point.x - head.x, y: point.y - head.y }
      const at = from.x * along.x + from.y * along.y
      const side = from.x * across.x + from.y * across.y
      const off = Math.max(0, -at, at - bed.length, -side, side - bed.width)
      if (off <= block.path / 2 && (best === undefined || off < best.off))
        best = { bed, at: Math.min(bed.length, Math.max(0, at)), off }
    }
  return best && { bed: best.bed, at: best.at }
}
