/** How old a plant must be for its plug to hold, and how old it may grow in a container. */

/** Ages, in degree-days since emergence, for one plant in `ml` of mix. */
export interface GrowthPoint {
  ml: number
  ready: number
  limit: number
}

/** Ready and limit ages in degree-days since emergence. */
export interface ContainerAge {
  ready: number
  limit: number
}

const READY_POWER = 0.15 // single-point estimate of how ready age grows with volume
const LIMIT_POWER = 0.35 // single-point estimate of how limit age grows with volume

/**
 * Ready and limit ages for a volume of mix: straight lines in ln ml between a crop's points, the
 * end lines continued. A crop with one point follows a power of the volume instead.
 *
 * @param points at least one, in any order
 * @param ml mix for one plant
 */
export function containerAge(points: readonly GrowthPoint[], ml: number): ContainerAge {
  const first = points[0]!
  if (points.length === 1) {
    return { ready: first.ready * (ml / first.ml) ** READY_POWER, limit: first.limit * (ml / first.ml) ** LIMIT_POWER }
  }
  const sorted = [...points].sort((a, b) => a.ml - b.ml)
  let i = 1
  while (i < sorted.length - 1 && ml > sorted[i]!.ml) i++
  const [a, b] = [sorted[i - 1]!, sorted[i]!]
  const t = Math.log(ml / a.ml) / Math.log(b.ml / a.ml)
  return { ready: a.ready + t * (b.ready - a.ready), limit: a.limit + t * (b.limit - a.limit) }
}

/** Whether a kind can be raised in a container at all: it must be ready before it starts to suffer. */
export function containerHolds(age: ContainerAge): boolean {
  return age.ready > 0 && age.limit > age.ready
}

/**
 * Ready age after a move: the new plug must root in first.
 *
 * @param readyNew ready age of the new container, degree-days
 * @param readyOld ready age of the container it came from, degree-days
 * @param ageAtMove age on the day of the move, degree-days
 */
export function rootedIn(readyNew: number, readyOld: number, ageAtMove: number): number {
  return Math.max(readyNew, ageAtMove + (readyNew - readyOld) / 2)
}
