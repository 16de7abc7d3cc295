/** What a planting day hangs on: the working frost date, the first autumn frost, or a first harvest. */
import type { Crop, Planting, Season } from '../../season/schema'
import { parseDay, type Day } from '../calendar/day'
import { firstFrostFor, workingFrostDate } from '../frost/frost'
import { midsummerBefore } from '../frost/midsummer'

/** Why an anchor gives no day. */
export type AnchorProblem = 'no-frost' | 'no-maturity' | 'from-sowing'

/**
 * Planting day that an anchor comes to.
 *
 * - days from the last frost: the working frost date of the season's spring, so many days after (or before)
 * - ready before the first frost: days to maturity, stretched by a factor for shortening days, before the autumn
 *   day that the trusted share of years has its first frost by
 * - first harvest on a day: days to maturity before it
 *
 * @param crop with the variety's own figures; its days to maturity are counted from planting
 * @returns the day, or why there is none
 */
export function anchoredDay(anchor: NonNullable<Planting['anchor']>, crop: Crop, season: Pick<Season, 'site' | 'season'>): Day | AnchorProblem {
  const { frost, latitude } = season.site
  if (anchor.to === 'last-frost') return frost ? springFrost(season) + anchor.days : 'no-frost'
  const { maturity } = crop.field
  if (!maturity) return 'no-maturity'
  if (maturity.from !== 'planting') return 'from-sowing'
  if (anchor.to === 'harvest') return parseDay(anchor.on) - maturity.days
  if (!frost) return 'no-frost'
  const spring = springFrost(season)
  // The first autumn frost after that spring: the season of frosts that begins with the next midsummer.
  const summer = midsummerBefore(spring + 200, latitude)
  const first = firstFrostFor(frost, latitude, Math.max(summer, spring + 1), frost.trustedChance)
  return first - Math.ceil(maturity.days * anchor.factor - 1e-9)
}

/** The working frost date of the spring that falls in a season. */
export function springFrost({ site, season }: Pick<Season, 'site' | 'season'>): Day {
  const from = parseDay(season.from)
  const { latitude } = site
  const frost = site.frost!
  // A day of a season of frosts leads to the spring of that season; look from the season's beginning on.
  for (const day of [from, from + 183, from + 366]) {
    const date = workingFrostDate(frost, latitude, day)
    if (date >= from) return date
  }
  return workingFrostDate(frost, latitude, from)
}

/** A planting whose anchor now comes to another day. */
export interface Moved {
  planting: Planting
  from: Day
  to: Day
}

/**
 * Plantings that move when a season's facts change to others: those with an anchor that comes to another day.
 * Anchors that give no day stay where they are.
 */
export function anchoredMoves(season: Season, cropOf: (planting: Planting) => Crop): Moved[] {
  const moves: Moved[] = []
  for (const planting of season.plantings) {
    if (!planting.anchor) continue
    const to = anchoredDay(planting.anchor, cropOf(planting), season)
    const from = parseDay(planting.on)
    if (typeof to === 'number' && to !== from) moves.push({ planting, from, to })
  }
  return moves
}
