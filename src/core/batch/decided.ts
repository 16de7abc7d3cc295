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

/** A planting with one of its batches on another planting day; what hung on frost, a bed or a harvest hangs there no more. */
export function withPlantingDay(planting: Planting, n: number, on: string): Planting {
  if (n !== 0) {
    const { sowOn: _dropped, ...before } = planting.changes.find((change) => change.n === n) ?? { n }
    const others = planting.changes.filter((other) => other.n !== n)
    return { ...planting, changes: [...others, { ...before, n, on }].sort((a, b) => a.n - b.n) }
  }
  const { anchor: _anchor, sowOn: _sowOn, ...rest } = planting
  return { ...rest, on }
}

/** What days hang on: a planting in which one of these is new was planned again. */
const DAYS_HANG_ON = ['on', 'sowOn', 'method', 'variety', 'lot', 'agePoint', 'series', 'changes', 'otherwise'] as const

/**
 * A planting as it is written: with the day it was planned, where it is new or its days may be others than before. A
 * sowing day that is past by then is asked about.
 *
 * @param before the planting as it stands; `undefined` when it is new
 * @param today ISO
 */
export function plannedAgain<T extends object>(before: Planting | undefined, to: T, today: string): T {
  const next = to as Partial<Planting>
  const same = before && DAYS_HANG_ON.every((part) => JSON.stringify(before[part]) === JSON.stringify(next[part]))
  return same ? to : { ...to, plannedOn: today }
}
