/** The crop library that ships with the application: its files of kinds, read when first asked for. */
import type { Crop } from '../season/schema'
import { kindOf, type KindRow, type LibraryKind, type Region } from './entry'
import alliums from './kinds/alliums.json'
import bedding from './kinds/bedding.json'
import brassicas from './kinds/brassicas.json'
import celeryAndRoots from './kinds/celery-and-roots.json'
import cucurbits from './kinds/cucurbits.json'
import coolFlowers from './kinds/cut-flowers-cool.json'
import warmFlowers from './kinds/cut-flowers-warm.json'
import fruiting from './kinds/fruiting.json'
import herbs from './kinds/herbs.json'
import leafAndOthers from './kinds/leaf-and-others.json'
import legumesAndCorn from './kinds/legumes-and-corn.json'
import perennials from './kinds/perennials.json'

/** The files by name, as they are written. */
export const FILES: Readonly<Record<string, Readonly<Record<string, KindRow>>>> = {
  'leaf-and-others': leafAndOthers,
  brassicas,
  'celery-and-roots': celeryAndRoots,
  alliums,
  fruiting,
  cucurbits,
  'legumes-and-corn': legumesAndCorn,
  herbs,
  'cut-flowers-cool': coolFlowers,
  'cut-flowers-warm': warmFlowers,
  bedding,
  perennials,
} as unknown as Readonly<Record<string, Readonly<Record<string, KindRow>>>>

let kinds: LibraryKind[] | undefined
let byKey: Map<string, LibraryKind> | undefined
let byName: Map<string, LibraryKind[]> | undefined

/** Every kind of the library, by group and then in the order of its file; read when first asked for. */
export function library(): readonly LibraryKind[] {
  return (kinds ??= Object.values(FILES).flatMap((file) => Object.entries(file).map(([key, row]) => kindOf(key, row))))
}

/** A kind of the library by its key. */
export function libraryKind(key: string | undefined): LibraryKind | undefined {
  if (key === undefined) return undefined
  return (byKey ??= new Map(library().map((kind) => [kind.crop.key, kind]))).get(key)
}

/** Every name a kind goes by. */
export const namesOf = ({ crop, names, also }: LibraryKind): string[] => [
  ...new Set([names.uk, names.us, ...also, crop.key.replaceAll('-', ' ')]),
]

/** A name as it is compared: small letters without accents, marks and plural. */
function plainName(name: string): string {
  return name
    .normalize('NFD')
    .replace(/[\u0300-\u036f]/g, '')
    .toLowerCase()
    .replace(/[^a-z0-9]+/g, ' ')
    .trim()
}

/** A plain name without the ending of many. */
function singular(name: string): string {
  if (name.endsWith('ies')) return `${name.slice(0, -3)}y`
  if (name.endsWith('oes')) return name.slice(0, -2)
  return name.endsWith('s') && !name.endsWith('ss') ? name.slice(0, -1) : name
}

/**
 * The kind that a grower means by a name: its key, or any of its common and old names.
 *
 * @returns `undefined` where no kind goes by it, or more than one does
 */
export function kindNamed(name: string): LibraryKind | undefined {
  const key = libraryKind(name)
  if (key) return key
  if (!byName) {
    byName = new Map()
    for (const kind of library()) {
      for (const one of new Set(namesOf(kind).flatMap((own) => [plainName(own), singular(plainName(own))]))) {
        byName.set(one, [...(byName.get(one) ?? []), kind])
      }
    }
  }
  const plain = plainName(name)
  const found = byName.get(plain) ?? byName.get(singular(plain)) ?? []
  return found.length === 1 ? found[0] : undefined
}

/** Kinds whose names, or family, hold what was typed; those that begin with it first. */
export function findKinds(text: string): LibraryKind[] {
  const wanted = plainName(text)
  if (wanted === '') return library().slice()
  const rank = (kind: LibraryKind) => {
    const names = namesOf(kind).map(plainName)
    if (names.some((name) => name.startsWith(wanted))) return 0
    if (names.some((name) => name.includes(wanted))) return 1
    return plainName(kind.crop.family ?? '').includes(wanted) ? 2 : 3
  }
  return library()
    .map((kind) => ({ kind, at: rank(kind) }))
    .filter(({ at }) => at < 3)
    .sort((a, b) => a.at - b.at)
    .map(({ kind }) => kind)
}

/** A crop under the name it has in a region; one the grower has named keeps that name. */
export function namedFor(crop: Crop, region: Region): Crop {
  const kind = libraryKind(crop.kind)
  return kind && crop.name === kind.names.uk ? { ...crop, name: kind.names[region] } : crop
}

/** Every word a crop is found by: its own name, and all names of the kind it came from, in small letters. */
export function wordsFor(crop: Pick<Crop, 'name' | 'kind'>): string {
  const kind = libraryKind(crop.kind)
  return `${crop.name} ${kind ? namesOf(kind).join(' ') : ''}`.toLowerCase()
}
