/** Growth in degree-days. */

/** Temperatures, °C, between which a kind grows. */
export interface GrowthRange {
  base: number
  optimum: number
}

/**
 * Degree-days gained in a day at a steady temperature: what lies above the base, capped at the optimum.
 *
 * @param temperature °C
 * @returns °C·days
 */
export function growthRate(g: GrowthRange, temperature: number): number {
  return Math.max(0, Math.min(temperature, g.optimum) - g.base)
}

/**
 * Age at which a true leaf shows.
 *
 * @param leaf 1 for the first true leaf
 * @param interval degree-days from one true leaf to the next
 * @param firstLeaf degree-days to the first; the interval unless given
 * @returns degree-days since emergence
 */
export function leafAge(leaf: number, interval: number, firstLeaf = interval): number {
  return firstLeaf + (leaf - 1) * interval
}

/**
 * True leaves that show at an age; parts of a leaf count.
 *
 * @param age degree-days since emergence
 */
export function leavesAt(age: number, interval: number, firstLeaf = interval): number {
  return Math.max(0, 1 + (age - firstLeaf) / interval)
}
