/** What a grower means by the names in a row: a variety of the season, a kind of the library, or nothing known. */
import { findKinds, kindNamed, namedFor, namesOf, libraryKind } from '../../library/library'
import type { Region } from '../../library/entry'
import type { Crop, Season, Variety } from '../../season/schema'
import { plainText } from '../sheet-file/plain-text'

/** What names were found to mean. */
export type Named =
  | { is: 'variety'; variety: Variety }
  /** A new variety of a crop of the season. */
  | { is: 'new-variety'; crop: Crop; name: string }
  /** A kind of the library that the season does not have yet. */
  | { is: 'new-kind'; crop: Crop; name: string }
  | { is: 'unknown'; column: 'kind' | 'variety'; like: string[] }

/** Names of a season, looked up by plain text; made once for a season. */
export interface NameIndex {
  crops: ReadonlyMap<string, Crop>
  varieties: ReadonlyMap<string, readonly Variety[]>
  region: Region
  season: Season
  /** Names that nothing was found for, with what is like them. */
  unknown: Map<string, string[]>
}

export function indexNames(season: Season): NameIndex {
  const crops = new Map<string, Crop>()
  for (const crop of season.crops) {
    const kind = libraryKind(crop.kind)
    for (const name of kind ? namesOf(kind) : []) crops.set(plainText(name), crop)
  }
  // Its own name counts for more than a name of the library.
  for (const crop of season.crops) crops.set(plainText(crop.name), crop)
  const varieties = new Map<string, Variety[]>()
  const cropOf = new Map(season.crops.map((crop) => [crop.key, crop]))
  for (const variety of season.varieties) {
    const crop = cropOf.get(variety.crop)
    const names = new Set([variety.name, crop ? `${crop.name} ${variety.name}` : variety.name].map(plainText))
    for (const name of names) varieties.set(name, [...(varieties.get(name) ?? []), variety])
  }
  return { crops, varieties, region: season.farm.region ?? 'uk', season, unknown: new Map() }
}

const SUGGESTED = 4

/**
 * Reads the kind and the variety of a row: either column may hold both, as `Tomato, red cherry`.
 *
 * @param kind as typed; may be empty where the variety says it all
 * @param variety as typed; empty for the only, or the plain, variety of the kind
 */
export function readNames(kind: string, variety: string, index: NameIndex): Named {
  const whole = variety.trim() === '' ? kind : kind.trim() === '' ? variety : `${kind} ${variety}`
  const exact = index.varieties.get(plainText(whole)) ?? index.varieties.get(plainText(variety))
  const crop = cropNamed(kind.trim() === '' ? variety : kind, index)
  if (exact) {
    const own = crop && exact.find((one) => one.crop === crop.crop.key)
    if (own ?? (exact.length === 1 && (kind.trim() === '' || variety.trim() === '')))
      return { is: 'variety', variety: own ?? exact[0]! }
  }
  if (crop) return varietyOf(crop, kind.trim() === '' ? '' : variety.trim(), index)
  const split = splitName(whole, index)
  return split
    ? varietyOf(split, split.rest, index)
    : { is: 'unknown', column: kind.trim() === '' ? 'variety' : 'kind', like: likeNames(whole, index) }
}

interface CropFound {
  crop: Crop
  isNew: boolean
}

/** A crop by any of its names: of the season, else of the library. */
function cropNamed(text: string, { crops, region }: NameIndex): CropFound | undefined {
  const plain = plainText(text)
  if (plain === '') return undefined
  const known = crops.get(plain) ?? crops.get(plain.replace(/e?s$/, '')) ?? crops.get(`${plain}s`)
  if (known) return { crop: known, isNew: false }
  const kind = kindNamed(text)
  if (!kind) return undefined
  const own = [...crops.values()].find((crop) => crop.kind === kind.crop.key)
  return own ? { crop: own, isNew: false } : { crop: namedFor(kind.crop, region), isNew: true }
}

/** `Tomato, red cherry`, `red cherry tomato`: the crop at one end, the variety at the other. */
function splitName(text: string, index: NameIndex): (CropFound & { rest: string }) | undefined {
  const words = text.split(/[\s,:;–-]+/).filter(Boolean)
  for (let n = words.length - 1; n > 0; n--) {
    for (const [name, rest] of [
      [words.slice(0, n), words.slice(n)],
      [words.slice(-n), words.slice(0, -n)],
    ] as const) {
      const found = cropNamed(name.join(' '), index)
      if (found) return { ...found, rest: rest.join(' ').replace(/^['"‘“]|['"’”]$/g, '') }
    }
  }
  return undefined
}

function varietyOf({ crop, isNew }: CropFound, name: string, { season }: NameIndex): Named {
  if (isNew) return { is: 'new-kind', crop, name: name === '' ? crop.name : name }
  const own = season.varieties.filter((one) => one.crop === crop.key)
  const wanted = plainText(name)
  const found =
    wanted === ''
      ? (own.find((one) => plainText(one.name) === plainText(crop.name)) ?? (own.length === 1 ? own[0] : undefined))
      : own.find((one) => plainText(one.name) === wanted || plainText(one.name) === plainText(`${crop.name} ${name}`))
  if (found) return { is: 'variety', variety: found }
  if (wanted === '' && own.length > 0)
    return { is: 'unknown', column: 'variety', like: own.map((one) => one.name).slice(0, SUGGESTED) }
  return { is: 'new-variety', crop, name: name === '' ? crop.name : name }
}

/** Unknown names that names like them are looked for: in a file of another kind there are thousands. */
const MOST_LOOKED_FOR = 300

/** Names like what was typed, for choosing from. */
function likeNames(text: string, { season, region, unknown }: NameIndex): string[] {
  const plain = plainText(text)
  const known = unknown.get(plain)
  if (known || unknown.size >= MOST_LOOKED_FOR) return known ?? []
  const near = season.crops.filter((crop) => plainText(crop.name).startsWith(plain.slice(0, 4))).map(({ name }) => name)
  const kinds = findKinds(text).concat(plain.length > 4 ? findKinds(plain.slice(0, 4)) : [])
  const like = [...new Set([...near, ...kinds.map((kind) => kind.names[region])])].slice(0, SUGGESTED)
  unknown.set(plain, like)
  return like
}
