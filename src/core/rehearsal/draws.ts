/** Numbers drawn for the years of a rehearsal: the same for the same year and batch, whatever else is tried in them. */
import { possibleShares } from '../sizing/germination-doubt'
import { normalQuantile } from '../statistics/normal'
import { seeded } from '../statistics/random'

/** One number mixed into another, so that each bit of both counts for all. @see the finalizer of MurmurHash3 */
function mixed(hash: number, value: number): number {
  let h = Math.imul(hash ^ value, 0x85ebca6b)
  h = Math.imul(h ^ (h >>> 13), 0xc2b2ae35)
  return (h ^ (h >>> 16)) + 0x9e3779b9
}

/** A generator of its own for a year and a name. */
export function drawsOf(seed: number, year: number, name: string): () => number {
  let hash = mixed(mixed(0, seed), year)
  for (let i = 0; i < name.length; i++) hash = mixed(hash, name.charCodeAt(i))
  return seeded(hash >>> 0)
}

const EDGE = 1e-9

/** A standard normal value from a number in [0, 1). */
export const normalAt = (u: number): number => normalQuantile(Math.min(1 - EDGE, Math.max(EDGE, u)))

const ROUND = 30 // variance from which on the curve is so near a normal one that a skew puts right what is left

/**
 * Number of successes in n trials below which a share u of all outcomes lies: it never falls with n, nor with p, for one u.
 *
 * @param p chance of each, 0 to 1
 * @see inversion of the distribution: outcome by outcome while there are few, else by Cornish and Fisher's curve (right to one)
 */
export function binomialAt(n: number, p: number, u: number): number {
  if (n <= 0 || p <= 0) return 0
  if (p >= 1) return n
  // The rarer of the two is counted.
  if (p > 0.5) return n - rareAt(n, 1 - p, 1 - u)
  return rareAt(n, p, u)
}

function rareAt(n: number, p: number, u: number): number {
  const variance = n * p * (1 - p)
  if (variance > ROUND) {
    const z = normalAt(u)
    return Math.min(n, Math.max(0, Math.round(n * p + z * Math.sqrt(variance) + ((z * z - 1) * (1 - 2 * p)) / 6)))
  }
  const odds = p / (1 - p)
  let chance = Math.exp(n * Math.log1p(-p))
  let sum = chance
  let k = 0
  while (sum <= u && k < n) {
    chance *= (odds * (n - k)) / (k + 1)
    k++
    if (chance === 0) break
    sum += chance
  }
  return k
}

const tables = new Map<string, { shares: Float64Array; sums: Float64Array }>()
const MOST_TABLES = 2000

/** The share a lot may really have, of whose seeds so many were tested: the one below which a share u of all lots lies. */
export function shareAt(germination: number, tested: number, u: number): number {
  if (tested === Infinity) return germination
  const key = `${germination} ${tested}`
  let table = tables.get(key)
  if (!table) {
    const all = possibleShares(germination, tested)
    let sum = 0
    table = {
      shares: Float64Array.from(all, ({ share }) => share),
      sums: Float64Array.from(all, ({ weight }) => (sum += weight)),
    }
    if (tables.size >= MOST_TABLES) tables.clear()
    tables.set(key, table)
  }
  const { shares, sums } = table
  let i = 0
  while (i < sums.length - 1 && sums[i]! <= u) i++
  return shares[i]!
}
