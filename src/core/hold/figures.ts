/** What the figures of a plan in years that might be come to. */
import type { HeldFigures, OverInYears } from './hold'

/** How many promises are kept in so great a share of years. */
export const promisesKept = ({ promises }: Pick<HeldFigures, 'promises'>, chance: number): number =>
  promises.filter((one) => one.chance >= chance).length

/** Share of years in which the least sure promise is kept; `undefined` where nothing is promised. */
export const leastSure = ({ promises }: Pick<HeldFigures, 'promises'>): number | undefined =>
  promises.length === 0 ? undefined : Math.min(...promises.map(({ chance }) => chance))

/** Of each limit that is over too often, its worst week, the worst first. */
export function worstWeeks({ overs }: Pick<HeldFigures, 'overs'>): OverInYears[] {
  const worst = new Map<string, OverInYears>()
  for (const one of overs) if (one.share > (worst.get(one.limit)?.share ?? 0)) worst.set(one.limit, one)
  return [...worst.values()].sort((a, b) => b.share - a.share)
}
