/** What an import would change: every thing added, changed or removed, by name. */
import { COLLECTIONS, type Collection, type Season } from '../season/schema'
import { sameValue } from '../season/values'

/** Changes in one collection of the season. */
export interface CollectionChanges {
  collection: Collection
  added: string[]
  removed: string[]
  changed: { name: string; fields: string[] }[]
}

export interface SeasonChanges {
  /** Parts of the farm, season, site or habits that differ, as `site.latitude`. */
  facts: string[]
  collections: CollectionChanges[]
  /** Nothing differs. */
  same: boolean
}

/** Compares two seasons by key. */
export function compareSeasons(from: Season, to: Season): SeasonChanges {
  const facts = (['farm', 'season', 'site', 'habits'] as const).flatMap((part) =>
    differingFields(from[part], to[part]).map((field) => `${part}.${field}`),
  )
  facts.push(...happened(from, to))
  const collections = COLLECTIONS.map((collection): CollectionChanges => {
    const before = new Map(from[collection].map((item) => [item.key, item]))
    const after = new Map(to[collection].map((item) => [item.key, item]))
    const changed: CollectionChanges['changed'] = []
    for (const [key, item] of after) {
      const old = before.get(key)
      const fields = old ? differingFields(old, item) : []
      if (fields.length > 0) changed.push({ name: nameOf(item), fields })
    }
    return {
      collection,
      added: [...after.values()].filter(({ key }) => !before.has(key)).map(nameOf),
      removed: [...before.values()].filter(({ key }) => !after.has(key)).map(nameOf),
      changed,
    }
  }).filter(({ added, removed, changed }) => added.length + removed.length + changed.length > 0)
  return { facts, collections, same: facts.length === 0 && collections.length === 0 }
}

/** What was recorded and measured in one and not in the other. */
function happened(from: Season, to: Season): string[] {
  const before = new Set(from.records.map(({ id }) => id))
  const after = new Set(to.records.map(({ id }) => id))
  const more = [...after].filter((id) => !before.has(id)).length
  const fewer = [...before].filter((id) => !after.has(id)).length
  return [
    ...(more > 0 ? [`records: ${more} added`] : []),
    ...(fewer > 0 ? [`records: ${fewer} removed`] : []),
    ...(sameValue(from.readings, to.readings) ? [] : ['readings']),
  ]
}

function nameOf(item: { key: string; name?: string; code?: string; variety?: string }): string {
  return item.name ?? (item.code ? `${item.code} (${item.variety ?? item.key})` : item.key)
}

function differingFields(a: object, b: object): string[] {
  const fields = new Set([...Object.keys(a), ...Object.keys(b)])
  return [...fields].filter((field) => !sameValue((a as never)[field], (b as never)[field]))
}
