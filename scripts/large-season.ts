/** A large season from a seed: the demo farm's crops and methods with as many plantings as asked for. */
import { formatDay, parseDay } from '../src/core/calendar/day'
import { readSeason } from '../src/season/read'
import type { Planting, Season } from '../src/season/schema'
import { seeded } from '../src/core/statistics/random'
import { sallowFerry } from './demo/sallow-ferry'

/** A season of exactly so many batches: about a third of them single plantings, the rest in series. */
export function largeSeason(batches: number, seed = 1): Season {
  const read = readSeason(sallowFerry)
  if (!read.ok) throw new Error('the demo farm must read')
  const { season } = read
  const random = seeded(seed)
  const pick = <T>(items: readonly T[]): T => items[Math.floor(random() * items.length)]!
  const inPlace = new Set(season.methods.filter(({ sowing }) => sowing.policy === 'in-place').map(({ crop }) => crop))
  const raised = season.varieties.filter(({ crop }) => !inPlace.has(crop))
  const first = parseDay('2027-04-01')
  const plantings: Planting[] = []
  for (let left = batches, i = 0; left > 0; i++) {
    const variety = pick(raised)
    const method = pick(season.methods.filter((one) => one.crop === variety.crop))
    const count = random() < 0.55 ? 1 : Math.min(left, 2 + Math.floor(random() * 7))
    left -= count
    plantings.push({
      key: `p${i}`,
      code: `P${i}`,
      variety: variety.key,
      method: method.key,
      plants: 20 * (1 + Math.floor(random() * 30)),
      on: formatDay(first + Math.floor(random() * 150)),
      changes: [],
      ...(count > 1 ? { series: { every: 7 + Math.floor(random() * 3) * 7, count } } : {}),
    })
  }
  const large = readSeason({ ...season, habits: { ...season.habits, shareTrays: false }, plantings })
  if (!large.ok) throw new Error(large.problems[0]!.message)
  return large.season
}
