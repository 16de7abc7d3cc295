/** Thermal-time germination: how fast seeds come up, how they scatter, and what share comes up. */
import { normalCdf, normalQuantile } from '../statistics/normal'

/** Germination facts of a kind. Temperatures °C, thermal time °C·days. */
export interface Germination {
  base: number
  optimum: number
  /** Warmest with the pace of the optimum; the optimum unless given. */
  plateauTo?: number | undefined
  ceiling: number
  /** °C·days above the base until half of the final count is up. */
  thermalTime: number
  /** Spread of ln thermal time between single seeds. */
  spread: number
  goodFrom?: number | undefined
  goodTo?: number | undefined
}

/** Spread of ln pace between lots of a kind: how much faster or slower a lot comes up than its kind does. An estimate. */
export const LOT_PACE_SPREAD = 0.15

/**
 * Share of the way to emergence gained in a day at a steady temperature.
 *
 * @param temperature °C
 * @param pace factor on thermal time; above 1 is slower
 * @returns 1/days; 0 at or below the base and at or above the ceiling
 * @see thermal-time model of germination with a plateau, and a linear fall from its end to the ceiling
 */
export function emergenceRate(g: Germination, temperature: number, pace = 1): number {
  if (temperature <= g.base || temperature >= g.ceiling) return 0
  const rate = (Math.min(temperature, g.optimum) - g.base) / (g.thermalTime * pace)
  const end = g.plateauTo ?? g.optimum
  return temperature > end ? (rate * (g.ceiling - temperature)) / (g.ceiling - end) : rate
}

/**
 * Sum of `emergenceRate` over a stretch of a table of hours, at the pace of the kind; the same formula with what does not
 * change between hours taken out of the loop, for seasons ask it of millions of hours.
 *
 * @param hours °C
 * @param from first of the stretch
 * @param until first no longer in it
 */
export function ratesOver(g: Germination, hours: Float64Array, from: number, until: number): number {
  const { base, optimum, ceiling } = g
  const end = g.plateauTo ?? optimum
  const most = optimum - base
  let degrees = 0
  for (let at = from; at < until; at++) {
    const t = hours[at]!
    if (t <= base || t >= ceiling) continue
    if (t <= end) degrees += t < optimum ? t - base : most
    else degrees += (most * (ceiling - t)) / (ceiling - end)
  }
  return degrees / g.thermalTime
}

/**
 * Share of the final count that shows after a thermal share.
 *
 * @param thermalShare sum of daily rates since sowing; 1 is the day half are up
 * @param spread of ln thermal time
 */
export function shareShowing(thermalShare: number, spread: number): number {
  return thermalShare <= 0 ? 0 : normalCdf(Math.log(thermalShare) / spread)
}

/**
 * Thermal share at which a given share of the final count shows.
 *
 * @param share between 0 and 1, both excluded
 */
export function thermalShareFor(share: number, spread: number): number {
  return share === 0.5 ? 1 : Math.exp(spread * normalQuantile(share))
}

/** Temperatures, °C, between which a lot comes up in full. */
export function goodRange(g: Germination): { from: number; to: number } {
  return {
    from: g.goodFrom ?? Math.max(g.base, g.optimum - 8),
    to: g.goodTo ?? Math.min(g.ceiling, (g.plateauTo ?? g.optimum) + 3),
  }
}

/**
 * Part of a lot's germination that is left at a temperature: 1 in the good range, falling in a
 * straight line to 0 at the base and at the ceiling.
 *
 * @param temperature °C of an hour, or steady
 * @param range the good range, where it is known already
 */
export function germinationFactor(g: Germination, temperature: number, range = goodRange(g)): number {
  const { from, to } = range
  if (temperature <= g.base || temperature >= g.ceiling) return 0
  if (temperature < from) return (temperature - g.base) / (from - g.base)
  if (temperature > to) return (g.ceiling - temperature) / (g.ceiling - to)
  return 1
}

/** Days to emergence at the optimum temperature: the fastest this seed can be. */
export const fastestDays = ({ base, optimum, thermalTime }: Germination, pace = 1): number =>
  (thermalTime * pace) / (optimum - base)
