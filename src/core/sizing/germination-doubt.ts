/** A germination test is a sample: the shares a lot may really have, and how likely each is. */

/** One possible germination share with its weight; weights add up to 1. */
export interface PossibleShare {
  share: number
  weight: number
}

const KEEP = 1e-10 // weights below this part of the greatest one cannot change an answer
const LEAST_GRID = 48
const POINTED_GRID = 256 // for tests with few that came up, or few that did not: the density is pointed at that end
const PER_SPREAD = 1.1 // grid points in one spread of the narrower of doubt and step: a midpoint rule is then right to ten digits

/**
 * Possible shares of a lot of which `tested` seeds gave `germination`:
 * Beta(g·N, (1 − g)·N), each part at least 0.5.
 *
 * With share = sin²t the density is smooth at both ends, so a plain midpoint rule is enough: its grid is
 * finer than the spread of t, 1/(2√N), and than the step that the answer makes for `cells` cells.
 *
 * @param germination share found in the test
 * @param tested number of seeds in the test; `Infinity` for a share known without doubt
 * @param cells about how many seeds or cells the answer is for
 */
export function possibleShares(germination: number, tested: number, cells = 0): PossibleShare[] {
  if (tested === Infinity) return [{ share: germination, weight: 1 }]
  const a = Math.max(0.5, germination * tested)
  const b = Math.max(0.5, (1 - germination) * tested)
  const spread = 0.5 / Math.sqrt(Math.max(a + b, cells))
  const grid = Math.max(Math.min(a, b) < 4 ? POINTED_GRID : LEAST_GRID, Math.ceil((PER_SPREAD * Math.PI) / 2 / spread))
  const mode = Math.atan2(Math.sqrt(Math.max(0, a - 0.5)), Math.sqrt(Math.max(0, b - 0.5)))
  const logAt = (t: number) => (2 * a - 1) * Math.log(Math.sin(t)) + (2 * b - 1) * Math.log(Math.cos(t))
  const top = logAt(Math.min(Math.PI / 2 - 1e-9, Math.max(1e-9, mode)))
  const kept: PossibleShare[] = []
  let total = 0
  const look = (i: number): boolean => {
    const t = ((i + 0.5) / grid) * (Math.PI / 2)
    const weight = Math.exp(logAt(t) - top)
    if (weight < KEEP) return false
    kept.push({ share: Math.sin(t) ** 2, weight })
    total += weight
    return true
  }
  // The density has one hill: from its top to where it counts no more, on either side.
  const middle = Math.min(grid - 1, Math.floor((mode / (Math.PI / 2)) * grid))
  for (let i = middle; i >= 0 && look(i); i--);
  kept.reverse()
  for (let i = middle + 1; i < grid && look(i); i++);
  for (const one of kept) one.weight /= total
  return kept
}
