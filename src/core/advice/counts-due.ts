/** Which batches are to be looked at or counted, and since when. */
import type { Batch } from '../batch/batch'
import { parseDay, type Day } from '../calendar/day'
import { thermalShareFor } from '../germination/emergence'
import type { Plan } from '../plan/plan'
import { thermalShareOn } from '../progress/seen'

/** A batch whose seedlings are to be looked for, or counted. */
export interface CountDue {
  batch: Batch
  /** `look`: the first should show by now, and heat and cover are still on; `count`: nearly all should, or it was put off to that day. */
  kind: 'look' | 'count'
  /** Day it is due since: the first should show, nearly all should, or it was to be counted again. */
  since: Day
  /** Where it stands, by number. */
  place: number
}

const FIRST = 0.1
const FULL = 0.9
const FORGOTTEN = 21 // days after which a count says nothing that pricking out and planting will not

function countDue(batch: Batch, day: Day): CountDue | undefined {
  const { progress, pass, way, stays } = batch
  if (
    !progress ||
    !pass ||
    (progress.standing !== 'sown' && progress.standing !== 'up') ||
    way.route.boughtAge !== undefined
  )
    return undefined
  const { ledger } = progress
  if ([...ledger.done.keys()].some((step) => step.startsWith('pot-up'))) return undefined
  const stay = stays.find(({ from, until }) => from <= day && day < until)
  if (!stay) return undefined
  const due = (kind: CountDue['kind'], since: Day): CountDue | undefined =>
    since <= day && day - since <= FORGOTTEN ? { batch, kind, since, place: stay.place } : undefined
  const last = ledger.counts.at(-1)
  const again = last?.entry.what.again
  if (again !== undefined) return due('count', parseDay(again))
  // Counted once something shows, it has been counted; when again is the counter's to say.
  if (last && last.entry.what.showing > 0) return undefined
  const { route } = way
  /** First day on which so many of all that come show, of the days up to this one; `undefined` when it is still to come. */
  const showing = (share: number): Day | undefined => {
    const goal = thermalShareFor(share, route.germination.spread) * route.pace
    for (let at = pass.sown + 1; at <= day; at++) if (thermalShareOn(route, pass, at) >= goal) return at
    return undefined
  }
  const full = pass.emergence <= day ? showing(FULL) : undefined
  if (full !== undefined) return last && last.on >= full ? undefined : due('count', full)
  // On the day heat is to be left the tray is seen to anyway.
  if (ledger.done.has('leave-heat/0') || pass.leavesHeat <= day || last?.on === day) return undefined
  const first = showing(FIRST)
  return first === undefined ? undefined : due('look', first)
}

/** Batches to look at: those nobody has counted though nearly all should be up, and those in heat that should show; the longest due first. */
export function countsDue(plan: Plan, day: Day): CountDue[] {
  return plan.batches
    .flatMap((batch) => countDue(batch, day) ?? [])
    .sort((a, b) => a.since - b.since || a.place - b.place)
}
