/** Where a change of the plan makes something over that was not, or more over than it was: by its own days, not by the season's worst. */
import type { Day } from '../calendar/day'
import type { Load } from './load'

/** A stretch of days on which something becomes over, more over, or less: [from, until). */
export interface OverChange<Of> {
  of: Of
  from: Day
  until: Day
  kind: 'new' | 'more' | 'less' | 'gone'
  /** How much it is over then, at the day that changes most, and how much it was. */
  most: number
  was: number
}

const TINY = 1e-6

/**
 * Every stretch of days on which what is over changes.
 *
 * @param before loads of the plan as it is; @param after the same things in the same order and over the same days
 */
export function overChanges<Of>(before: readonly Load<Of>[], after: readonly Load<Of>[]): OverChange<Of>[] {
  return after.flatMap((now, i) => changesOf(before[i]!, now))
}

function changesOf<Of>(before: Load<Of>, after: Load<Of>): OverChange<Of>[] {
  const changes: OverChange<Of>[] = []
  let open: OverChange<Of> | undefined
  for (let at = 0; at < after.days.length; at++) {
    const day = after.from + at
    const over = Math.max(0, after.days[at]! - after.capacity[at]!)
    const was = Math.max(0, (before.days[day - before.from] ?? 0) - after.capacity[at]!)
    const kind =
      over > was + TINY
        ? was > TINY
          ? 'more'
          : 'new'
        : over < was - TINY
          ? over > TINY
            ? 'less'
            : 'gone'
          : undefined
    if (kind === undefined) {
      open = undefined
      continue
    }
    if (!open || open.kind !== kind)
      changes.push((open = { of: after.of, from: day, until: day, kind, most: over, was }))
    open.until = day + 1
    if (Math.abs(over - was) > Math.abs(open.most - open.was) + TINY) {
      open.most = over
      open.was = was
    }
  }
  return changes
}
