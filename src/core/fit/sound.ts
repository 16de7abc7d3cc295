/** Whether a batch may go another way: nothing may become worse than it is, and what is past stays as it was. */
import type { Batch, Stay } from '../batch/batch'
import { isStop, type Mark } from '../batch/marks'
import type { Day } from '../calendar/day'

/**
 * Tells of other ways of a batch whether they are sound: it stands somewhere, no mark is worse than it was, and what comes before
 * sowing can still be done.
 *
 * @param from what lies before this day has happened
 */
export function soundBeside(batch: Batch, from: Day): (next: Batch) => boolean {
  const known = severities(batch.marks)
  const begun = batch.sow! < from
  return (next) => {
    const sow = next.sow
    if (sow === undefined || !next.sizing || next.stays.length === 0 || next.marks.some(isStop)) return false
    for (const [kind, how] of severities(next.marks)) if (how > (known.get(kind) ?? 0) + 1e-9) return false
    if (begun) return sameUntil(batch.stays, next.stays, from)
    const ahead = next.way.preparation.reduce((sum, { days }) => sum + days, 0)
    const { sowing } = next.way.method
    if (sow - ahead < from && sow !== batch.sow) return false
    return !(sowing.policy === 'bought' && sow - sowing.orderDays < from)
  }
}

/** How bad the marks of a batch are, kind by kind: nights, days or degree-days, or how many there are. */
function severities(marks: readonly Mark[]): Map<Mark['kind'], number> {
  const all = new Map<Mark['kind'], number>()
  for (const mark of marks) {
    const how =
      mark.kind === 'cold-nights' || mark.kind === 'killing-nights'
        ? mark.nights
        : mark.kind === 'hot-days' || mark.kind === 'past-limit'
          ? mark.days
          : mark.kind === 'outgrown-before-move'
            ? mark.age - mark.limitAge
            : 1
    all.set(mark.kind, (all.get(mark.kind) ?? 0) + how)
  }
  return all
}

/** Whether two courses are the same in all that lies before a day. */
function sameUntil(a: readonly Stay[], b: readonly Stay[], day: Day): boolean {
  for (let i = 0; ; i++) {
    const [x, y] = [a[i], b[i]]
    const begunX = x !== undefined && x.from < day
    const begunY = y !== undefined && y.from < day
    if (!begunX && !begunY) return true
    if (
      !begunX ||
      !begunY ||
      x.place !== y.place ||
      x.containerNumber !== y.containerNumber ||
      x.from !== y.from ||
      x.trays !== y.trays
    )
      return false
    if (Math.min(x.until, day) !== Math.min(y.until, day)) return false
  }
}
