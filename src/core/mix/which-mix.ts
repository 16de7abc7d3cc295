/** Which mix a container is filled with. */
import type { Day } from '../calendar/day'
import type { Container, Habits, Mix, MixRecipe, MixUse, Stage } from '../../season/schema'

/** A mix as it is used, with its compaction said. */
export interface MixInUse extends MixRecipe {
  /** None for the usual mix of the farm, which stands in no list. */
  key: string | undefined
  compaction: number
}

/** What of a season says which mix is used. */
export interface MixesOf {
  mixes: readonly Mix[]
  habits: Pick<Habits, 'mix' | 'mixCompaction'>
}

/** What a container is filled for: blocks are pressed from their own mix, whatever is done with them. */
export const mixUseOf = ({ kind }: Pick<Container, 'kind'>, potted: boolean): MixUse =>
  kind === 'block-sheet' ? 'blocks' : potted ? 'potting' : 'sowing'

/**
 * The mix that is filled in: what the stage says, else the container, else the first mix that is usually used so, else
 * the usual mix of the farm.
 */
export function whichMix(
  { mixes, habits }: MixesOf,
  container: Pick<Container, 'kind' | 'mix'>,
  stage: Pick<Stage, 'mix'> | undefined,
  use: MixUse,
): MixInUse {
  const named = stage?.mix ?? container.mix
  const mix =
    (named === undefined ? undefined : mixes.find(({ key }) => key === named)) ??
    mixes.find(({ uses }) => uses.includes(use))
  return mix
    ? { ...mix, compaction: mix.compaction ?? habits.mixCompaction }
    : { ...habits.mix, key: undefined, compaction: habits.mixCompaction }
}

/** A day on which plants come into fresh mix, and the days its feed lasts. */
export interface Filling {
  from: Day
  feedsDays: number
}

/** Whether the mix that plants stand in on a day has given all its feed. */
export function isSpent(day: Day, fills: readonly Filling[]): boolean {
  const last = fills.findLast(({ from }) => from <= day)
  return last === undefined || day >= last.from + last.feedsDays
}

/**
 * First day from which plants are to be fed: at their leaf, or when the feed in the mix they stand in is spent,
 * whichever is later.
 *
 * @param leaf day on which the leaf shows
 * @param fills days on which they came into a fresh mix, in order, with the days its feed lasts
 */
export function firstFeed(leaf: Day, fills: readonly Filling[]): Day {
  // What stands in a mix changes only where it is filled anew, or is spent.
  const days = [leaf, ...fills.flatMap(({ from, feedsDays }) => [from, from + feedsDays])]
  return days.reduce((first, day) => (day >= leaf && day < first && isSpent(day, fills) ? day : first), Infinity)
}
