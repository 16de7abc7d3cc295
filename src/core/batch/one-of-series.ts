/** What belongs to one of a series, put where it belongs. */
import type { Planting, SeriesChange } from '../../season/schema'

/** What can be said of one batch alone. */
export type Found = Pick<Planting, 'goes' | 'stand' | 'leaves' | 'clears'>

/** A planting with what was found of one of its batches: in the planting itself, or in the change of that one of a series. */
export function withFound(planting: Planting, n: number, found: Found): Planting {
  const said = Object.fromEntries(Object.entries(found).filter(([, value]) => value !== undefined)) as Found
  if (n === 0) {
    const { goes: _goes, stand: _stand, leaves: _leaves, clears: _clears, ...rest } = planting
    return { ...rest, ...said }
  }
  const before = planting.changes.find((change) => change.n === n) ?? { n }
  const { goes: _goes, stand: _stand, leaves: _leaves, clears: _clears, ...rest } = before
  const change: SeriesChange = { ...rest, ...said }
  const others = planting.changes.filter((other) => other.n !== n)
  const empty = Object.keys(change).length === 1
  return { ...planting, changes: (empty ? others : [...others, change]).sort((a, b) => a.n - b.n) }
}

/** A planting, or one of its series, planted on another day; a day that hung on something hangs on it no longer. */
export function plantedOn(planting: Planting, n: number, on: string): Planting {
  if (n > 0) {
    const before = planting.changes.find((change) => change.n === n) ?? { n }
    return {
      ...planting,
      changes: [...planting.changes.filter((other) => other.n !== n), { ...before, on }].sort((a, b) => a.n - b.n),
    }
  }
  const { anchor: _anchor, ...rest } = planting
  return { ...rest, on }
}
