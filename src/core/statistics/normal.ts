/** The normal distribution, to nearly full double precision. */

/**
 * Chance that a standard normal value is at most z.
 *
 * @see Marsaglia (2004), Taylor series for small |z|; continued fraction for the tails
 */
export function normalCdf(z: number): number {
  if (z < -38) return 0
  if (z > 38) return 1
  const density = Math.exp((-z * z) / 2) / Math.sqrt(2 * Math.PI)
  if (Math.abs(z) < 5) {
    let term = z
    let sum = z
    for (let i = 3; Math.abs(term) > 1e-17 * Math.abs(sum); i += 2) {
      term *= (z * z) / i
      sum += term
    }
    return 0.5 + sum * density
  }
  const x = Math.abs(z)
  let fraction = x
  for (let i = 40; i > 0; i--) fraction = x + i / fraction
  return z < 0 ? density / fraction : 1 - density / fraction
}

/**
 * The same to seven digits and several times as fast, for guesses that are made exact after.
 *
 * @see Abramowitz & Stegun 26.2.17
 */
export function roughCdf(z: number): number {
  const t = 1 / (1 + 0.2316419 * Math.abs(z))
  const series = t * (0.31938153 + t * (-0.356563782 + t * (1.781477937 + t * (-1.821255978 + t * 1.330274429))))
  const tail = (Math.exp((-z * z) / 2) / Math.sqrt(2 * Math.PI)) * series
  return z > 0 ? 1 - tail : tail
}

/**
 * Value below which a standard normal value falls with a given chance.
 *
 * @param p chance between 0 and 1, both excluded
 * @throws RangeError outside that range
 * @see Abramowitz & Stegun 26.2.23 for the start, refined by Halley steps
 */
export function normalQuantile(p: number): number {
  if (!(p > 0 && p < 1)) throw new RangeError(`a chance must lie between 0 and 1, not ${p}`)
  const tail = Math.min(p, 1 - p)
  const t = Math.sqrt(-2 * Math.log(tail))
  const start =
    t - (2.515517 + 0.802853 * t + 0.010328 * t * t) / (1 + 1.432788 * t + 0.189269 * t * t + 0.001308 * t ** 3)
  let z = p < 0.5 ? -start : start
  for (let i = 0; i < 3; i++) {
    const error = normalCdf(z) - p
    const u = error * Math.sqrt(2 * Math.PI) * Math.exp((z * z) / 2)
    z -= u / (1 + (z * u) / 2)
  }
  return z
}
