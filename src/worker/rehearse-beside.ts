/** Rehearsing a season in a worker of the page: it tells how far it is; to stop it is to end the worker. */
import type { Day } from '../core/calendar/day'
import { createPlanner } from '../core/plan/plan'
import { levers, type Lever, type LeversAsked } from '../core/rehearsal/levers'
import { rehearse, type Rehearsal } from '../core/rehearsal/rehearse'
import type { Rehearsed } from '../core/rehearsal/years'
import type { Season } from '../season/schema'

const TELL_EVERY = 100 // ms

/** @param onYears told now and then how many years are done */
export const rehearseBeside = (
  season: Season,
  today: Day,
  asked: Rehearsed,
  onYears: (years: number) => void,
): Rehearsal => told(rehearse(createPlanner().plan(season, today), asked), onYears)

/** @param onShare told now and then how much of it is done, 0 to 1 */
export function leversBeside(
  season: Season,
  today: Day,
  asked: LeversAsked,
  onShare: (share: number) => void,
): Lever[] {
  const planner = createPlanner()
  return told(levers(planner, planner.plan(season, today), asked), onShare)
}

/** Goes through to the end, and tells how far it is. */
function told<T>(run: Generator<number, T>, tell: (done: number) => void): T {
  let last = 0
  for (;;) {
    const step = run.next()
    if (step.done) return step.value
    const now = performance.now()
    if (now - last < TELL_EVERY) continue
    last = now
    tell(step.value)
  }
}
