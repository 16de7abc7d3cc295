/** Where something stands, as it is said in a sentence: in a tunnel, on a bench. */
import type { Place } from '../season/schema'
import type { Format } from './format'

const INSIDE: ReadonlySet<Place['kind']> = new Set(['tunnel', 'cold-frame', 'germination-cabinet'])

/** `in Long tunnel`, `on Heat mats`. */
export const placed = (f: Format, { name, kind }: Pick<Place, 'name' | 'kind'>): string =>
  f.t('words.placed', { inside: INSIDE.has(kind) ? 'yes' : 'no', name })
