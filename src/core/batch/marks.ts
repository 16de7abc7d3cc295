/** What is wrong or doubtful about a batch: values, phrased by the interface. */
import type { Day } from '../calendar/day'

/** Place by number in the season; temperatures °C; ages degree-days. */
export type Mark =
  /** The kind suffers in this container before its plug holds. */
  | { kind: 'container-too-small'; container: string; ready: number; limit: number }
  /** Seed does not come up there at all. */
  | { kind: 'never-emerges'; place: number; temperature: number; base: number; ceiling: number }
  /** No sowing in 400 days is ready by the planting day. */
  | { kind: 'no-time'; part: 'germination' | 'growing' | 'moves'; place: number; temperature: number }
  | { kind: 'slow-emergence'; place: number; temperature: number; days: number; fastestDays: number }
  | { kind: 'weak-emergence'; place: number; temperature: number; share: number; lotShare: number }
  /** Nothing of the lot comes up, so it cannot be sized. */
  | { kind: 'no-germination'; place: number; temperature: number }
  /** More plants than the calculation allows in one batch. */
  | { kind: 'too-many'; plants: number; most: number }
  | { kind: 'not-ready'; days: number | undefined }
  | { kind: 'past-limit'; days: number }
  | { kind: 'outgrown-before-move'; container: string; day: Day; limitAge: number; age: number }
  | { kind: 'moves-after-planting'; day: Day }
  | { kind: 'move-in-hardening'; day: Day }
  | { kind: 'cold-place'; place: number; share: number; temperature: number; from: Day; until: Day }
  | { kind: 'cold-nights'; place: number; nights: number; below: number; from: Day; until: Day }
  /** Usual nights that would kill it there. */
  | { kind: 'killing-nights'; place: number; nights: number; below: number; from: Day; until: Day }
  /** Much longer than usual for the kind in its container; `stay` when one stay alone drags. */
  | { kind: 'slower-than-usual'; place: number; days: number; usual: readonly [number, number]; stay?: true }
  | { kind: 'faster-than-usual'; place: number; days: number; usual: readonly [number, number] }
  /** It is to be sown before the season begins, or before the farm began to keep records, and nobody has said it is sown. */
  | { kind: 'sown-before-season'; day: Day; begins: Day }
  | { kind: 'sowing-day-past'; day: Day; today: Day }
  /** A tender kind that goes out in the cold half of the year. */
  | { kind: 'cold-half-year'; day: Day }
  /** Seed so weak that it takes more than twice the cells its packet would. */
  | { kind: 'weak-lot'; lot: string; share: number; packet: number; cells: number; usualCells: number }
  | { kind: 'hot-days'; place: number; days: number; above: number; from: Day; until: Day }
  | { kind: 'place-closed'; place: number; day: Day }

/** Marks that mean the batch cannot work as it stands. */
const STOPS: ReadonlySet<Mark['kind']> = new Set([
  'container-too-small',
  'never-emerges',
  'no-time',
  'no-germination',
  'not-ready',
  'moves-after-planting',
  'weak-lot',
  'too-many',
])

/** Whether a mark means that the batch cannot work as it stands. */
export function isStop(mark: Mark): boolean {
  return STOPS.has(mark.kind)
}
