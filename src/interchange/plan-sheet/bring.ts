/** Kinds and varieties that rows of a sheet name, brought into the season where it does not have them. */
import { editsToAdd, usualSchool, type Addition } from '../../library/adding'
import { freeKeyIn, keyOf } from '../../season/keys'
import { Variety, type Crop, type Method, type Season } from '../../season/schema'
import { plainText } from '../sheet-file/plain-text'
import { indexNames, readNames, type NameIndex } from './names'

/** A season that rows are read into, with what they have brought along so far. */
export interface Bringing {
  season: Season
  names: NameIndex
  /** Kinds, varieties and methods that are new, in the order they are needed. */
  additions: Addition[]
}

const VarietyName = Variety.shape.name

/** Nothing brought yet. */
export const createBringing = (season: Season): Bringing => ({ season, names: indexNames(season), additions: [] })

/** A variety that names mean, and what it brought along; or what is not known of it. */
export type Brought =
  | { ok: true; crop: Crop; variety: Variety; brings: string | undefined }
  | { ok: false; column: 'kind' | 'variety'; like: string[] }

/** The variety that two names mean; one that is new is added, with its kind where that is new too. */
export function bringVariety(kind: string, variety: string, bringing: Bringing): Brought {
  const named = readNames(kind, variety, bringing.names)
  if (named.is === 'unknown') return { ok: false, column: named.column, like: named.like }
  if (named.is === 'variety') {
    const crop = bringing.season.crops.find(({ key }) => key === named.variety.crop)!
    return { ok: true, crop, variety: named.variety, brings: undefined }
  }
  const { crop, name } = named
  // What is no name for a variety is none here either.
  if (!VarietyName.safeParse(fullName(crop, name)).success)
    return { ok: false, column: variety.trim() === '' ? 'kind' : 'variety', like: [] }
  const before = bringing.season.varieties
  const edits: Addition[] =
    named.is === 'new-kind'
      ? editsToAdd(bringing.season, crop, usualSchool(crop, bringing.season), fullName(crop, name))
      : [varietyToAdd(bringing.season, crop, fullName(crop, name))]
  take(edits, bringing)
  const added = bringing.season.varieties.find((one) => !before.includes(one))!
  return { ok: true, crop, variety: added, brings: fullName(crop, name) }
}

/** A variety goes by its kind and its own name: `Tomato, red cherry`. */
const fullName = (crop: Crop, name: string): string =>
  plainText(name).includes(plainText(crop.name)) ? name : `${crop.name}, ${name}`

/** A variety without the name of its kind. */
export const ownName = (crop: Crop | undefined, name: string): string =>
  crop && name.startsWith(`${crop.name}, `) ? name.slice(crop.name.length + 2) : name === crop?.name ? '' : name

function varietyToAdd(season: Season, crop: Crop, name: string): Addition {
  const key = freeKeyIn(season.varieties, keyOf(name))
  return { of: 'varieties', key, from: null, to: { key, crop: crop.key, name } as Variety }
}

/** Takes additions into the season that is being read into. */
function take(edits: readonly Addition[], bringing: Bringing): void {
  bringing.additions.push(...edits)
  const more = (of: Addition['of']) => edits.filter((edit) => edit.of === of).map(({ to }) => to)
  const { season } = bringing
  bringing.season = {
    ...season,
    crops: [...season.crops, ...(more('crops') as Crop[])],
    varieties: [...season.varieties, ...(more('varieties') as Variety[])],
    methods: [...season.methods, ...(more('methods') as Method[])],
  }
  bringing.names = indexNames(bringing.season)
}
