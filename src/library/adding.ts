/** Bringing a kind into the season: the crop, a first variety, and ways of raising it. */
import { methodOfSchool, readyWays } from './schools'
import type { Collection, Crop, Method, Season, Variety } from '../season/schema'
import { freeKeyIn, keyOf } from '../season/keys'

/** A thing that is new to a season. */
export interface Addition {
  of: Collection
  key: string
  from: null
  to: { key: string }
}

/** The edits that bring a crop, a first variety and ways of raising it into a season. */
export function editsToAdd(
  season: Season,
  crop: Crop,
  schools: readonly string[],
  varietyName = crop.name,
): Addition[] {
  const variety: Variety = { key: freeKeyIn(season.varieties, keyOf(varietyName)), crop: crop.key, name: varietyName }
  return [
    { of: 'crops', key: crop.key, from: null, to: crop },
    { of: 'varieties', key: variety.key, from: null, to: variety },
    ...methodsToAdd(season, crop, schools),
  ]
}

/** The edits that add ready ways of raising a crop; schools the farm lacks something for are left out. */
export function methodsToAdd(season: Season, crop: Crop, schools: readonly string[]): Addition[] {
  const methods: Method[] = [...season.methods]
  return schools.flatMap((school): Addition[] => {
    const made = methodOfSchool(school, crop, season)
    if ('needs' in made) return []
    const method: Method = { ...made, key: freeKeyIn(methods, `${crop.key}-${school}`) }
    methods.push(method)
    return [{ of: 'methods', key: method.key, from: null, to: method }]
  })
}

/** The ready-made methods to begin with: what suits the kind, of those the farm can follow. */
export const usualSchool = (crop: Crop, farm: Pick<Season, 'places' | 'containers'>): string[] =>
  readyWays(crop, farm)
    .slice(0, 1)
    .map(({ school }) => school)
