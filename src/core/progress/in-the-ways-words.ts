/** Records in the words of the method: a move that left heat, a potting into the container that comes next. */
import type { Day } from '../calendar/day'
import type { Ledger } from '../ledger/ledger'
import type { Line } from '../ledger/records'
import type { Batch } from '../batch/batch'

/**
 * A ledger in the words of the way: what was moved while in heat has left it, and what was potted into the container that
 * comes next has been potted up, whatever it was called.
 *
 * @param left day heat was left, as recorded or as planned where nobody kept records yet
 */
export function inTheWaysWords(ledger: Ledger, planned: Batch, left: Day | undefined): Ledger {
  if (ledger.moves.length === 0) return ledger
  const { route } = planned.way
  const done = new Map(ledger.done)
  const firstLater = firstAfterHeat(ledger)
  const as = ({ entry, on }: Line<'moved'>, task: 'leave-heat' | 'pot-up', nth: number): Line<'task'> => {
    const { place, container, cells } = entry.what
    const what = {
      did: 'task' as const,
      task,
      nth,
      ...(place === undefined ? {} : { place }),
      ...(task === 'leave-heat' || container === undefined ? {} : { container }),
      ...(task === 'leave-heat' || cells === undefined ? {} : { cells }),
    }
    return { entry: { ...entry, what }, on }
  }
  const moves = ledger.moves.filter((line, i) => {
    const { on, entry } = line
    const { container } = entry.what
    if (i === 0 && route.boughtAge === undefined && on < firstLater) {
      // Without heat of its own there is a place to leave only until it is up.
      const inHeat = left !== undefined ? on < left : stayedInHeat(planned) || on < planned.pass!.emergence
      if (inHeat && !done.has('leave-heat/0')) done.set('leave-heat/0', as(line, 'leave-heat', 0))
      if (inHeat && container === undefined) return false
    }
    const next =
      container === undefined
        ? undefined
        : route.legs.find(
            ({ starts, stage }) =>
              starts.by === 'potting' && !done.has(`pot-up/${stage}`) && !ledger.dropped.has(`pot-up/${stage}`),
          )
    if (!next || route.steps[next.step]!.container.key !== container) return true
    done.set(`pot-up/${next.stage}`, as(line, 'pot-up', next.stage))
    return false
  })
  return { ...ledger, done, moves }
}

/** Work that shows that heat was left. */
const LATER: ReadonlySet<string> = new Set(['pot-up', 'move', 'harden', 'plant'])

/** The work at which it was left behind, when others of its batch went on: it had been through all that comes before, as they had. */
export function leftBehindAt({ restOf, splitOff }: Ledger): Line<'task'> | undefined {
  return restOf !== undefined && splitOff?.entry.what.did === 'task' ? (splitOff as Line<'task'>) : undefined
}

/** First day that shows that heat was left; `Infinity` without one. */
export function firstAfterHeat(ledger: Ledger): Day {
  const { done } = ledger
  const behind = leftBehindAt(ledger)
  let first = behind && LATER.has(behind.entry.what.task) ? behind.on : Infinity
  for (const { on, entry } of done.values()) if (LATER.has(entry.what.task)) first = Math.min(first, on)
  return first
}

/** Whether it germinates somewhere else, or under cover, before it grows on. */
export const stayedInHeat = ({ stays }: Batch) => stays.some(({ kind }) => kind === 'germinate')
