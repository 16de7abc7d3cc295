/** What in a season uses a thing of it, so that nothing in use is taken away unawares. */
import { referencesOf } from './lists'
import { COLLECTIONS, type Collection, type Season } from './schema'

/** One use of a thing: what uses it, by list, key and name. */
export interface Use {
  by: Collection
  key: string
  name: string
}

/** Everything that refers to a thing. */
export function usesOf(season: Season, of: Collection, key: string): Use[] {
  const varietyName = new Map(season.varieties.map((variety) => [variety.key, variety.name]))
  const nameOf = (thing: { key: string; name?: string; code?: string; variety?: string }) =>
    thing.name ?? `${thing.code ?? thing.key} ${varietyName.get(thing.variety ?? '') ?? ''}`.trim()
  return COLLECTIONS.flatMap((by) =>
    season[by].flatMap((thing): Use[] => {
      const uses = referencesOf(by, thing).some((one) => one.to === of && one.key === key)
      return uses ? [{ by, key: thing.key, name: nameOf(thing) }] : []
    }),
  )
}
