/** Exact binomial tails. */

const LANCZOS = [
  0.99999999999980993, 676.5203681218851, -1259.1392167224028, 771.32342877765313, -176.61502916214059,
  12.507343278686905, -0.13857109526572012, 9.9843695780195716e-6, 1.5056327351493116e-7,
]

/**
 * Natural logarithm of the gamma function.
 *
 * @param x above 0
 * @see Lanczos (1964), g = 7, nine terms; Stirling's series from 20 on
 */
export function logGamma(x: number): number {
  if (x >= 20) {
    const y = 1 / (x * x)
    return (
      (x - 0.5) * Math.log(x) -
      x +
      0.5 * Math.log(2 * Math.PI) +
      (1 / 12 - y * (1 / 360 - y * (1 / 1260 - y / 1680))) / x
    )
  }
  let sum = LANCZOS[0]!
  for (let i = 1; i < 9; i++) sum += LANCZOS[i]! / (x - 1 + i)
  const t = x + 6.5
  return 0.5 * Math.log(2 * Math.PI) + (x - 0.5) * Math.log(t) - t + Math.log(sum)
}

const FACTORIALS = Float64Array.from({ length: 4096 }, (_, n) => logGamma(n + 1))

/** Natural logarithm of n!; n is whole and not below 0. */
function logFactorial(n: number): number {
  return n < FACTORIALS.length ? FACTORIALS[n]! : logGamma(n + 1)
}

/** Natural logarithm of the chance of exactly k in n. */
export function logBinomial(n: number, k: number, p: number): number {
  return logFactorial(n) - logFactorial(k) - logFactorial(n - k) + k * Math.log(p) + (n - k) * Math.log1p(-p)
}

/**
 * Chance of at least r successes in n, each with chance p.
 *
 * Sums the shorter tail, term by term, until terms no longer count.
 *
 * @example atLeast(2, 0.5, 1) // 0.75
 */
export function atLeast(n: number, p: number, r: number): number {
  if (r <= 0) return 1
  if (r > n || p <= 0) return 0
  if (p >= 1) return 1
  const odds = p / (1 - p)
  if (r > n * p) {
    let term = Math.exp(logBinomial(n, r, p))
    let sum = term
    for (let k = r; k < n && term > sum * 1e-17; k++) sum += term *= ((n - k) / (k + 1)) * odds
    return Math.min(1, sum)
  }
  let term = Math.exp(logBinomial(n, r - 1, p))
  let sum = term
  for (let k = r - 1; k > 0 && term > sum * 1e-17; k--) sum += term *= k / ((n - k + 1) * odds)
  return Math.max(0, 1 - sum)
}

const NEAR = 64 // trials more or fewer that are stepped to; further away the tail is summed anew

/**
 * The same chance, `(n, r) => atLeast(n, p, r)`, for an n that is searched for: from one n to the next the tail grows by
 * p times the chance of exactly r − 1, so a step costs a few multiplications.
 */
export function createTail(p: number): (n: number, r: number) => number {
  let at = 0
  let wanted = 0
  let tail = 0
  let below = 0 // chance of exactly r − 1 in `at`
  return (n, r) => {
    if (r <= 0 || r > n || p <= 0 || p >= 1) return atLeast(n, p, r)
    if (r !== wanted || at < r || Math.abs(n - at) > NEAR) {
      at = n
      wanted = r
      tail = atLeast(n, p, r)
      below = Math.exp(logBinomial(n, r - 1, p))
      return tail
    }
    while (at < n) {
      tail += p * below
      at++
      below *= (at / (at - r + 1)) * (1 - p)
    }
    while (at > n) {
      below *= (at - r + 1) / (at * (1 - p))
      at--
      tail -= p * below
    }
    return Math.min(1, Math.max(0, tail))
  }
}

/** Chances of 0 … n successes in n, each with chance p; n is a handful, so one is added at a time. */
export function binomialChances(n: number, p: number): number[] {
  const chances = new Array<number>(n + 1).fill(0)
  chances[0] = 1
  for (let i = 1; i <= n; i++) {
    for (let k = i; k > 0; k--) chances[k] = chances[k]! * (1 - p) + chances[k - 1]! * p
    chances[0] = chances[0]! * (1 - p)
  }
  return chances
}
