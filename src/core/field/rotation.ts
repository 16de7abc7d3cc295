/** Families that come back to a bed too soon. */
import type { Bed, Season } from '../../season/schema'
import { civil, parseDay, type Day } from '../calendar/day'
import type { BedPlan, BedUse } from './beds'

/** A planting that follows its own family in a bed before as many years as the farm wishes have passed. */
export interface RotationBreak {
  bed: Bed
  use: BedUse
  family: string
  /** What of its family grew there last. */
  before: { what: string | undefined; year: number; until: Day | undefined }
}

type Beds = Pick<BedPlan, 'uses'>

/** `Brassicaceae` and `brassicaceae ` are one. */
const plain = (family: string) => family.trim().toLowerCase()

const familyOf = (use: BedUse): string | undefined => use.stand?.crop.family ?? use.family

/**
 * Plantings whose family grew on their stretch of a bed earlier in the season, or in the bed in the years before.
 *
 * @returns by day; nothing where the farm says no years
 */
export function rotationBreaks({ beds, habits }: Pick<Season, 'beds' | 'habits'>, { uses }: Beds): RotationBreak[] {
  const { rotationYears: years = 0 } = habits
  if (years === 0) return []
  const breaks: RotationBreak[] = []
  for (const bed of beds) {
    const own = uses.get(bed.key) ?? []
    for (const use of own) {
      const family = familyOf(use)
      if (!use.stand || family === undefined) continue
      const before = lastOf(plain(family), bed, own, use)
      if (before && civil(use.from).year - before.year <= years) breaks.push({ bed, use, family, before })
    }
  }
  return breaks.sort((a, b) => a.use.from - b.use.from || (a.bed.key < b.bed.key ? -1 : 1))
}

function lastOf(family: string, bed: Bed, uses: readonly BedUse[], use: BedUse): RotationBreak['before'] | undefined {
  let last: RotationBreak['before'] | undefined
  for (const other of uses) {
    const of = familyOf(other)
    if (other === use || of === undefined || plain(of) !== family || other.until > use.from) continue
    if (other.at + other.length <= use.at || use.at + use.length <= other.at) continue
    if (last?.until === undefined || other.until > last.until)
      last = { what: other.what, year: civil(other.until).year, until: other.until }
  }
  if (last) return last
  for (const grew of bed.grew ?? [])
    if (plain(grew.family) === family && (!last || grew.year > last.year))
      last = { what: grew.what, year: grew.year, until: undefined }
  return last
}

/** What follows its own family in several beds, as one. */
export interface RotationBreaks extends Omit<RotationBreak, 'bed'> {
  beds: Bed[]
}

/** Breaks of one planting after the same, together. */
export function breaksTogether(breaks: readonly RotationBreak[]): RotationBreaks[] {
  const together = new Map<string, RotationBreaks>()
  for (const { bed, ...one } of breaks) {
    const { what, year, until } = one.before
    const key = JSON.stringify([one.use.stand!.id, one.use.from, what, year, until])
    const known = together.get(key)
    if (!known) together.set(key, { ...one, beds: [bed] })
    else if (!known.beds.includes(bed)) known.beds.push(bed)
  }
  return [...together.values()]
}

const REMEMBERED = 10 // years

/** What beds bear in mind after a season: what grew before, and the families of this one's plantings. */
export function grewAfter(season: Season): Map<string, NonNullable<Bed['grew']>> {
  const year = civil((parseDay(season.season.from) + parseDay(season.season.to)) >> 1).year
  const varieties = new Map(season.varieties.map((one) => [one.key, one]))
  const crops = new Map(season.crops.map((one) => [one.key, one]))
  const grew = new Map(season.beds.map((bed) => [bed.key, [...(bed.grew ?? [])]]))
  const add = (bed: string, family: string | undefined, what: string) => {
    const list = grew.get(bed)
    if (!list || family === undefined) return
    if (!list.some((one) => one.year === year && plain(one.family) === plain(family))) list.push({ year, family, what })
  }
  for (const bed of season.beds) for (const { family, what } of bed.standing) add(bed.key, family, what)
  for (const { variety, goes, changes } of season.plantings) {
    const of = varieties.get(variety)
    const family = of && crops.get(of.crop)?.family
    for (const share of [...(goes ?? []), ...changes.flatMap((change) => change.goes ?? [])])
      if (share.to === 'bed') add(share.bed, family, of!.name)
  }
  return new Map(
    [...grew].map(([bed, list]) => [bed, list.filter((one) => one.year > year - REMEMBERED).sort((a, b) => b.year - a.year).slice(0, 60)]), // prettier-ignore
  )
}
