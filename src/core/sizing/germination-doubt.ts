/** A germination test is a sample: the shares a lot may really have, and how likely each is. */

/** One possible germination share with its weight; weights add up to 1. */
export interface PossibleShare {
  share: number
  weight: number
}

const GRID = 400
const KEEP = 1e-13 // weights below this part of the greatest one cannot change an answer

/**
 * Possible shares of a lot of which `tested` seeds gave `germination`:
 * Beta(g·N, (1 − g)·N), each part at least 0.5.
 *
 * With share = sin²t the density is smooth at both ends, so a plain midpoint rule is enough.
 *
 * @param germination share found in the test
 * @param tested number of seeds in the test; `Infinity` for a share known without doubt
 */
export function possibleShares(germination: number, tested: number): PossibleShare[] {
  if (tested === Infinity) return [{ share: germination, weight: 1 }]
  const a = Math.max(0.5, germination * tested)
  const b = Math.max(0.5, (1 - germination) * tested)
  const logs: number[] = []
  const shares: number[] = []
  for (let i = 0; i < GRID; i++) {
    const t = ((i + 0.5) / GRID) * (Math.PI / 2)
    shares.push(Math.sin(t) ** 2)
    logs.push((2 * a - 1) * Math.log(Math.sin(t)) + (2 * b - 1) * Math.log(Math.cos(t)))
  }
  const top = Math.max(...logs)
  const kept = logs.flatMap((log, i) => {
    const weight = Math.exp(log - top)
    return weight < KEEP ? [] : [{ share: shares[i]!, weight }]
  })
  const total = kept.reduce((sum, { weight }) => sum + weight, 0)
  return kept.map(({ share, weight }) => ({ share, weight: weight / total }))
}
