/** A tray found without its label: which batches it may be of, likeliest first. */
import type { Day } from '../calendar/day'
import { leavesAt } from '../growth/rate'
import type { Batch, Stay } from '../batch/batch'
import { ageOn } from '../schedule/forward'

/** What can be seen of the tray; every answer may be left out. */
export interface FoundTray {
  /** Container, by number in the season. */
  container?: number | undefined
  /** Where it stands, by place number. */
  place?: number | undefined
  /** Whether anything shows. */
  up?: boolean | undefined
  /** True leaves. */
  leaves?: number | undefined
  crop?: string | undefined
}

/** A batch that it may be of. */
export interface Candidate {
  batch: Batch
  stay: Stay
  /** True leaves it should have by now; `undefined` before it is up, or where its kind has no leaf clock. */
  leaves: number | undefined
  up: boolean
  /** What does not agree with what was seen; none for a likely one. */
  differs: ('place' | 'up' | 'leaves')[]
  /** How far off it is; 0 agrees in all. */
  distance: number
}

const OTHER_PLACE = 2 // as far off as two leaves: trays are put down in the wrong place more often than they grow wrongly
const NOT_UP = 3
const NEAR = 1.5 // leaves by which one batch may differ from its reckoning

/**
 * Batches that a tray may be of.
 *
 * @param day the day it is found
 * @returns those with such a container in use on that day, likeliest first; a container of another kind rules a batch out,
 *   everything else only makes it less likely
 */
export function batchesOfTray(batches: readonly Batch[], day: Day, found: FoundTray): Candidate[] {
  const candidates: Candidate[] = []
  for (const batch of batches) {
    const { pass, way, stays, progress } = batch
    if (!pass || progress?.standing === 'to-sow' || progress?.standing === 'gone') continue
    const stay = stays.find(({ from, until }) => from <= day && day < until)
    if (
      !stay ||
      (found.container !== undefined && stay.containerNumber !== found.container) ||
      (found.crop !== undefined && way.crop.key !== found.crop)
    )
      continue
    const up = pass.emergence <= day
    const { leafInterval, firstLeaf } = way.crop.growth
    const leaves =
      up && leafInterval !== undefined ? leavesAt(ageOn(way.route, pass, day), leafInterval, firstLeaf) : undefined
    const differs: Candidate['differs'] = []
    let distance = 0
    if (found.place !== undefined && stay.place !== found.place) {
      differs.push('place')
      distance += OTHER_PLACE
    }
    const seenUp = found.up ?? (found.leaves === undefined ? undefined : true)
    if (seenUp !== undefined && seenUp !== up) {
      differs.push('up')
      distance += NOT_UP
    }
    if (found.leaves !== undefined && leaves !== undefined) {
      const off = Math.abs(Math.floor(leaves) - found.leaves)
      if (off > NEAR) differs.push('leaves')
      distance += off
    }
    candidates.push({ batch, stay, leaves, up, differs, distance })
  }
  return candidates.sort((a, b) => a.distance - b.distance || (a.batch.code < b.batch.code ? -1 : 1))
}
