/** What in a season uses a thing of it, so that nothing in use is taken away unawares. */
import type { Collection, Season } from './schema'

/** One use of a thing: what uses it, by list, key and name. */
export interface Use {
  by: Collection
  key: string
  name: string
}

type Decided = Pick<Season['plantings'][number], 'stands' | 'otherwise'>

/** Everything that refers to a thing. */
export function usesOf(season: Season, of: Collection, key: string): Use[] {
  const varietyName = new Map(season.varieties.map((variety) => [variety.key, variety.name]))
  const uses: Use[] = []
  const add = <T extends { key: string }>(
    by: Collection,
    list: readonly T[],
    refers: (thing: T) => boolean | undefined,
    name: (thing: T) => string,
  ) => {
    for (const thing of list) if (refers(thing)) uses.push({ by, key: thing.key, name: name(thing) })
  }
  const named = ({ name }: { name: string }) => name
  const plantingName = (planting: Season['plantings'][number]) =>
    `${planting.code} ${varietyName.get(planting.variety) ?? ''}`.trim()
  if (of === 'places') {
    const used = (one: Decided) =>
      one.stands?.some(({ place }) => place === key) ||
      one.otherwise?.germinateAt === key ||
      one.otherwise?.hardenAt === key ||
      one.otherwise?.hold?.place === key ||
      one.otherwise?.places?.includes(key)
    add(
      'plantings',
      season.plantings,
      (planting) => Boolean(used(planting)) || planting.changes.some(used),
      plantingName,
    )
    add(
      'methods',
      season.methods,
      ({ stages, hardening }) =>
        hardening.place === key || stages.some(({ place, germinateAt }) => place === key || germinateAt === key),
      named,
    )
  }
  if (of === 'containers') {
    const used = ({ otherwise }: Decided) => otherwise?.containers?.includes(key) ?? false
    add('plantings', season.plantings, (planting) => used(planting) || planting.changes.some(used), plantingName)
    add('methods', season.methods, ({ stages }) => stages.some(({ container }) => container === key), named)
  }
  if (of === 'crops') {
    add('varieties', season.varieties, ({ crop }) => crop === key, named)
    add('methods', season.methods, ({ crop }) => crop === key, named)
  }
  if (of === 'varieties') {
    add('lots', season.lots, ({ variety }) => variety === key, named)
    add('plantings', season.plantings, ({ variety }) => variety === key, plantingName)
  }
  if (of === 'blocks') add('beds', season.beds, ({ block }) => block === key, named)
  if (of === 'beds') {
    const goesTo = (goes: Season['plantings'][number]['goes']) =>
      goes?.some((share) => share.to === 'bed' && share.bed === key) ?? false
    add(
      'plantings',
      season.plantings,
      ({ goes, changes, anchor }) =>
        goesTo(goes) || changes.some((change) => goesTo(change.goes)) || (anchor?.to === 'bed' && anchor.bed === key),
      plantingName,
    )
  }
  if (of === 'lots') add('plantings', season.plantings, ({ lot }) => lot === key, plantingName)
  if (of === 'methods') {
    const used = ({ otherwise }: Decided) => otherwise?.method === key
    add(
      'plantings',
      season.plantings,
      (planting) =>
        planting.method === key ||
        planting.may?.methods?.includes(key) ||
        used(planting) ||
        planting.changes.some(used),
      plantingName,
    )
  }
  return uses
}
