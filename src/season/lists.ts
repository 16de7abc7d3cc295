/** What the lists of a season are, said once: what one thing of each is called, and what it refers to. */
import type { Collection } from './schema'

/** A path inside a thing at which keys of another list stand; `[]` stands for each of a list. */
export interface Reference {
  at: string
  to: Collection
}

export interface ListFacts {
  /** One thing of it, in a sentence. */
  one: string
  refers: readonly Reference[]
}

/** What is decided of a planting, or of one of its series. */
const decided = (at: string): Reference[] => [
  { at: `${at}goes[].bed`, to: 'beds' },
  { at: `${at}goes[].pot`, to: 'containers' },
  { at: `${at}stands[].place`, to: 'places' },
  { at: `${at}otherwise.method`, to: 'methods' },
  { at: `${at}otherwise.germinateAt`, to: 'places' },
  { at: `${at}otherwise.hardenAt`, to: 'places' },
  { at: `${at}otherwise.hold.place`, to: 'places' },
  { at: `${at}otherwise.places[]`, to: 'places' },
  { at: `${at}otherwise.containers[]`, to: 'containers' },
]

export const LISTS: { readonly [Of in Collection]: ListFacts } = {
  places: { one: 'place', refers: [] },
  mixes: { one: 'mix', refers: [] },
  containers: { one: 'container', refers: [{ at: 'mix', to: 'mixes' }] },
  crops: { one: 'crop', refers: [{ at: 'prices.inContainer[].container', to: 'containers' }] },
  varieties: { one: 'variety', refers: [{ at: 'crop', to: 'crops' }] },
  lots: { one: 'seed lot', refers: [{ at: 'variety', to: 'varieties' }] },
  supplies: {
    one: 'supply',
    refers: [
      { at: 'of.variety', to: 'varieties' },
      { at: 'of.container', to: 'containers' },
    ],
  },
  orders: {
    one: 'order',
    refers: [
      { at: 'of.variety', to: 'varieties' },
      { at: 'of.container', to: 'containers' },
    ],
  },
  methods: {
    one: 'method',
    refers: [
      { at: 'crop', to: 'crops' },
      { at: 'stages[].place', to: 'places' },
      { at: 'stages[].germinateAt', to: 'places' },
      { at: 'stages[].container', to: 'containers' },
      { at: 'stages[].mix', to: 'mixes' },
      { at: 'hardening.place', to: 'places' },
    ],
  },
  blocks: { one: 'block', refers: [] },
  beds: { one: 'bed', refers: [{ at: 'block', to: 'blocks' }] },
  plantings: {
    one: 'planting',
    refers: [
      { at: 'variety', to: 'varieties' },
      { at: 'method', to: 'methods' },
      { at: 'lot', to: 'lots' },
      { at: 'may.methods[]', to: 'methods' },
      { at: 'anchor.bed', to: 'beds' },
      ...decided(''),
      ...decided('changes[].'),
    ],
  },
}

/** What stands at a path of a thing, each with the path it really has. */
export function valuesAt(thing: unknown, path: string): { value: unknown; at: string }[] {
  const found: { value: unknown; at: string }[] = []
  collect(thing, path, '', found)
  return found
}

/** Walks one step of a path after another; most things hold nothing at most paths, which costs nothing. */
function collect(thing: unknown, path: string, at: string, found: { value: unknown; at: string }[]): void {
  if (typeof thing !== 'object' || thing === null || Array.isArray(thing)) return
  const dot = path.indexOf('.')
  const part = dot < 0 ? path : path.slice(0, dot)
  const rest = dot < 0 ? '' : path.slice(dot + 1)
  const each = part.endsWith('[]')
  const name = each ? part.slice(0, -2) : part
  const inner = (thing as Record<string, unknown>)[name]
  if (inner === undefined) return
  const where = at === '' ? name : `${at}.${name}`
  const values = !each ? [inner] : Array.isArray(inner) ? (inner as unknown[]) : []
  values.forEach((value, i) => {
    const here = each ? `${where}[${i}]` : where
    if (rest !== '') collect(value, rest, here, found)
    else if (value !== undefined) found.push({ value, at: here })
  })
}

/** Keys of other things that a thing holds, each with its path; a rule in the place of a key is none. */
export const referencesOf = (of: Collection, thing: unknown): { to: Collection; key: string; at: string }[] =>
  LISTS[of].refers.flatMap(({ at: path, to }) =>
    valuesAt(thing, path).flatMap(({ value, at }) =>
      typeof value === 'string' && !value.startsWith('@') ? [{ to, key: value, at }] : [],
    ),
  )

/** Whether a method leaves it to a rule where its plants stand: then there must be places to choose from. */
export const choosesPlaces = (method: unknown): boolean =>
  LISTS.methods.refers.some(
    ({ at, to }) =>
      to === 'places' && valuesAt(method, at).some(({ value }) => typeof value === 'string' && value.startsWith('@')),
  )
