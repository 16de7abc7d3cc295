/** What belongs to one batch alone, put where it belongs: in the planting, or in the change of that one of a series. */
import type { Planting, SeriesChange } from '../../season/schema'
import { present } from '../../season/values'

/** What can be said of one of a series. A part that is there and `undefined` is taken back. */
export type Said = { [Part in keyof Omit<SeriesChange, 'n'>]?: SeriesChange[Part] | undefined }

/** What can be decided of one batch. */
export type Decision = Pick<Said, 'pinned' | 'otherwise' | 'stands' | 'confidence'>

/** What can be found of one batch. */
export type Found = Pick<Planting, 'goes' | 'stand' | 'leaves' | 'clears'>

/** What was changed of one of a series; nothing where it is as all of them. */
export const changeOf = (planting: Planting, n: number): SeriesChange =>
  (n > 0 ? planting.changes.find((change) => change.n === n) : undefined) ?? { n }

/**
 * A planting with something said of one of its series. What was said of it before stays where nothing is said of that.
 *
 * @param n which one, from 1
 */
export function withChange(planting: Planting, n: number, said: Said): Planting {
  const change = present({ ...changeOf(planting, n), ...said }) as SeriesChange
  const others = planting.changes.filter((other) => other.n !== n)
  const changes = Object.keys(change).length === 1 ? others : [...others, change]
  return { ...planting, changes: changes.sort((a, b) => a.n - b.n) }
}

/** A planting with something said of one of its batches: the only one, which is number 0, or one of a series. */
export function withSaid(planting: Planting, n: number, said: Omit<Said, 'dropped'>): Planting {
  if (n > 0) return withChange(planting, n, said)
  // A sowing day that is said, or taken back, hangs on nothing any more.
  const free = 'sowOn' in said ? { sowAnchor: undefined } : {}
  return present({ ...planting, ...free, ...said }) as Planting
}

/** A planting with what was found of one of its batches, and nothing that was found before. */
export function withFound(planting: Planting, n: number, found: Found): Planting {
  return withSaid(planting, n, { goes: undefined, stand: undefined, leaves: undefined, clears: undefined, ...found })
}

/** A planting with one of its batches planted on another day; a day that hung on something hangs on it no longer. */
export function plantedOn(planting: Planting, n: number, on: string): Planting {
  const { anchor: _anchor, ...free } = planting
  return withSaid(n === 0 ? free : planting, n, { on })
}

/** The same, and sown when that day asks for it: a sowing day that was given goes with it. */
export function plannedFor(planting: Planting, n: number, on: string): Planting {
  return withSaid(plantedOn(planting, n, on), n, { sowOn: undefined })
}
