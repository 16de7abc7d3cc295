/** The crop library that ships with the application. */
import { BEDDING, CUT_FLOWERS, PERENNIALS } from './flowers'
import { kindOf, type LibraryKind } from './entry'
import { HERBS } from './herbs'
import { VEGETABLES } from './vegetables'

let kinds: LibraryKind[] | undefined
let byKey: Map<string, LibraryKind> | undefined

/** Every kind of the library, by group and then in the order of its rows; read when first asked for. */
export function library(): readonly LibraryKind[] {
  return (kinds ??= [...VEGETABLES, ...HERBS, ...CUT_FLOWERS, ...BEDDING, ...PERENNIALS].map(kindOf))
}

/** A kind of the library by its key. */
export function libraryKind(key: string | undefined): LibraryKind | undefined {
  if (key === undefined) return undefined
  return (byKey ??= new Map(library().map((kind) => [kind.crop.key, kind]))).get(key)
}
