/** How tall a seedling is: by its leaves, or by what was measured of it. */
import type { Crop } from '../../season/schema'

const SEED_LEAVES = 2.5 // cm, with its seed leaves open
const A_LEAF = 1.5 // cm with each true leaf

/**
 * Height by leaf stage: 2.5 cm with its seed leaves, and what the kind grows with each true leaf (1.5 cm unless it says
 * otherwise). An estimate, to be measured against.
 *
 * @param leaves true leaves
 * @returns cm
 */
export const heightByLeaves = ({ leafHeight = A_LEAF }: Pick<Crop['care'], 'leafHeight'>, leaves: number): number =>
  SEED_LEAVES + leafHeight * Math.max(0, leaves)

/** A measured height. */
export interface Measured {
  /** cm */
  height: number
  /** True leaves it had then. */
  leaves: number
}

/**
 * Height now: by its leaves, in the proportion in which it was last measured to be taller or shorter than that; never
 * shorter than it was.
 *
 * @param leaves true leaves now; `undefined` where the kind does not say how fast they come: then only what was measured
 *   is known
 * @returns cm
 */
export function heightNow(
  care: Pick<Crop['care'], 'leafHeight'>,
  leaves: number | undefined,
  measured: Measured | undefined,
): number | undefined {
  if (leaves === undefined) return measured?.height
  const reckoned = heightByLeaves(care, leaves)
  if (!measured) return reckoned
  return Math.max(measured.height, (reckoned * measured.height) / heightByLeaves(care, measured.leaves))
}
