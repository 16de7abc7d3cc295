/** When a planting was planned: what was due before then is asked about, not late. */
import type { Planting } from '../../season/schema'
import { sameValue } from '../../season/values'

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
  const same = before && DAYS_HANG_ON.every((part) => sameValue(before[part], next[part]))
  return same ? to : { ...to, plannedOn: today }
}
