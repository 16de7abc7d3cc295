/** A practice season made of a plan: some of its plantings from a day on, with nothing done yet. */
import type { Season } from '../../season/schema'
import { formatDay, type Day } from '../calendar/day'
import type { Plan } from '../plan/plan'
import { inFlats, isBoughtIn, isInPlace } from '../sowing/policies'
import { crewOn } from './crew'

export const PRACTICE_SIZES = ['few', 'some', 'all'] as const
export type PracticeSize = (typeof PRACTICE_SIZES)[number]

const MOST: Readonly<Record<PracticeSize, number>> = { few: 6, some: 20, all: Infinity }

/**
 * The season to practise in. Kept are plantings that are raised from seed on the farm and sown on the first day or after it,
 * those sown first, one of each variety before a second of any.
 *
 * @param plan of the season as it was planned, without what happened
 * @param first day it begins on
 * @param seed of the weather, the lots and the losses
 * @param home address of the season it is made of
 * @returns `undefined` where nothing is sown on that day or after it
 */
export function practiceSeason(
  plan: Plan,
  { first, size, seed, name, home }: { first: Day; size: PracticeSize; seed: number; name: string; home: string },
): Season | undefined {
  const { season } = plan
  const sown = new Map<string, Day>()
  for (const { planting, sow, way, sizing } of plan.batches) {
    if (sow === undefined || !sizing || isBoughtIn(way.method) || isInPlace(way.method)) continue
    if (size !== 'all' && inFlats(way.method)) continue
    sown.set(planting.key, Math.min(sow, sown.get(planting.key) ?? Infinity))
  }
  const open = season.plantings
    .filter(({ key }) => (sown.get(key) ?? -Infinity) >= first)
    .sort((a, b) => sown.get(a.key)! - sown.get(b.key)!)
  const varieties = new Set<string>()
  const [once, more] = [[] as typeof open, [] as typeof open]
  for (const planting of open) {
    const isNew = !varieties.has(planting.variety)
    varieties.add(planting.variety)
    ;(isNew ? once : more).push(planting)
  }
  const kept = new Set([...once, ...more].slice(0, MOST[size]).map(({ key }) => key))
  if (kept.size === 0) return undefined
  return {
    ...season,
    farm: { ...season.farm, name, recordsFrom: formatDay(first) },
    season: { ...season.season, opensOn: formatDay(first), practice: { seed, from: formatDay(first), size, home } },
    habits: { ...season.habits, crew: crewOn(season.habits.crew, seed, first, first) },
    site: { ...season.site, thermometer: { from: 'stand-in', seed }, forecast: { from: 'stand-in', seed } },
    plantings: season.plantings.filter(({ key }) => kept.has(key)),
    records: [],
    readings: [],
    orders: [],
  }
}
