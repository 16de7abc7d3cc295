/** The plan of one season through its changes: what a season shares with the last is not computed again. */
import { createPlanner, type Plan, type Planner } from '../core/plan/plan'
import type { Day } from '../core/calendar/day'
import type { Season } from '../season/schema'
import { shareUnchanged } from '../season/share'

export interface KeptPlan {
  readonly planner: Planner
  /** The season with the parts it shares with the last as the same objects, and its plan. */
  of(season: Season, today: Day): { season: Season; plan: Plan }
}

/** A plan to be kept by whoever draws a season: it ends with them, and no other season comes into it. */
export function createKeptPlan(): KeptPlan {
  const planner = createPlanner()
  let latest: Season | undefined
  return {
    planner,
    of(season, today) {
      latest = latest === undefined ? season : shareUnchanged(latest, season)
      return { season: latest, plan: planner.plan(latest, today) }
    },
  }
}
