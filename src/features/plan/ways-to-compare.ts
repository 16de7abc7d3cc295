/** Which ways of raising can be set beside one another for a batch. */
import { isInPlace } from '../../core/sowing/policies'
import { ownCrop } from '../../core/batch/own-crop'
import { methodOfSchool, SCHOOLS } from '../../library/schools'
import { readSeason } from '../../season/read'
import type { Method, Season, Variety } from '../../season/schema'
import { freeKeyIn } from '../../season/keys'

/** Ways a crop can be raised: those of the season, then ready ones that fit what the farm has. */
export function waysToCompare(season: Season, batch: { variety: Variety }): Method[] {
  const variety = batch.variety
  const crop = ownCrop(
    season.crops.find(({ key }) => key === variety.crop)!,
    variety,
  )
  const own = season.methods.filter((method) => method.crop === crop.key && !isInPlace(method))
  const known = new Set(own.map(({ school }) => school))
  const ready = SCHOOLS.filter(({ key }) => !known.has(key)).flatMap(({ key }): Method[] => {
    const made = methodOfSchool(key, crop, season)
    if ('needs' in made || isInPlace(made)) return []
    const method: Method = { ...made, key: freeKeyIn(season.methods, `${crop.key}-${key}`) }
    return readSeason({ ...season, methods: [...season.methods, method] }).ok ? [method] : []
  })
  return [...own, ...ready]
}
