/** How many seedlings live that were moved from doubles into blanks. */
import type { Crop } from '../../season/schema'

type Roots = NonNullable<Crop['care']['roots']>

const USUAL = 0.85 // where the crop says nothing of its roots
const BY_ROOTS: Partial<Record<Roots, number>> = { touchy: 0.6, tough: 0.95 }

/**
 * Share of seedlings that live when they are moved into blanks, until they are counted there.
 *
 * @param roots how the kind bears having its roots disturbed
 * @returns 0 to 1; estimates
 */
export const movedDoublesSurvival = (roots: Roots | undefined): number => (roots && BY_ROOTS[roots]) ?? USUAL
