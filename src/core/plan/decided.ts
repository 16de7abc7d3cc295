/** What is decided of one batch alone, put where it belongs: in the planting, or in the change of that one of a series. */
import type { Planting, SeriesChange } from '../../season/schema'

/** What can be decided of one batch. An entry that is there and undefined takes the decision back. */
export interface Decision {
  pinned?: boolean | undefined
  otherwise?: Planting['otherwise']
  stands?: Planting['stands']
}

/** A planting with something decided of one of its batches. */
export function withDecision(planting: Planting, n: number, decision: Decision): Planting {
  if (n === 0) return decided(planting, decision)
  const before: SeriesChange = planting.changes.find((change) => change.n === n) ?? { n }
  const change = decided(before, decision)
  const others = planting.changes.filter((other) => other.n !== n)
  return {
    ...planting,
    changes: (Object.keys(change).length === 1 ? others : [...others, change]).sort((a, b) => a.n - b.n),
  }
}

function decided<T extends Planting | SeriesChange>(of: T, decision: Decision): T {
  const next: Record<string, unknown> = { ...of }
  for (const [key, value] of Object.entries(decision)) {
    if (value === undefined) delete next[key]
    else next[key] = value
  }
  return next as T
}
