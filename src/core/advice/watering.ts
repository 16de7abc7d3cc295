/** How often something is watered. */

const SMALL = 30 // ml for one plant, under which a cell dries within a day once it is full of root
const TWICE = 0.5

/**
 * Days a batch can go without water: 3 for a fresh large pot, falling as the plant fills its cell, half a day where a
 * small cell is full of root.
 *
 * @param grown share of the way to outgrowing its container, 0 … 1 and beyond
 * @param ml mix for one plant
 */
export function waterEvery(grown: number, ml: number): number {
  const full = Math.min(1, Math.max(0, grown))
  // A cell holds water for a full plant in the measure of its mix: about a day at 60 ml.
  const days = (ml / 60) ** 0.4 * (3 - 2.2 * full)
  if (days < 0.9 && ml < SMALL) return TWICE
  return Math.min(3, Math.max(1, Math.floor(days)))
}
