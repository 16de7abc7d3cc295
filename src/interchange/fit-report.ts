/** What a fit proposes as plain JSON with ISO dates, for the command line and other programs. */
import { formatDay, parseDay } from '../core/calendar/day'
import { plantingsOf, withPlantings } from '../core/fit/as-plantings'
import { proposalsOf } from '../core/fit/proposals'
import { planFigures } from '../core/plan/figures'
import type { Held } from '../core/hold/hold'
import { createPlanner, type Plan } from '../core/plan/plan'
import type { Season } from '../season/schema'
import type { FitStatus } from '../worker/fit-plan'
import { farmFormat } from '../words/format'
import { effectSentence, proposalTitle, reliefSentence } from '../words/fit'

const rounded = (value: number) => (Number.isFinite(value) ? Math.round(value * 1e4) / 1e4 : null)

/** Everything a fit has to say, and the season as it would be with all of it. */
export function fitReport(season: Season, status: FitStatus, from = season.season.from) {
  const planner = createPlanner()
  const plan = planner.plan(season)
  const format = farmFormat(season.farm)
  const proposals = proposalsOf(planner, plan, status.picks, parseDay(from))
  const fitted = withPlantings(season, plantingsOf(planner, plan, status.picks))
  return {
    farm: season.farm.name,
    season: season.season.name,
    fits: status.overfull === 0,
    leastOverfullProven: status.overfullProven,
    cost: rounded(status.cost),
    costNow: rounded(status.costNow),
    bound: rounded(status.bound),
    gap: rounded(status.gap),
    before: planFigures(plan, parseDay(from)),
    after: planFigures(createPlanner().plan(fitted), parseDay(from)),
    changes: proposals.map((proposal) => ({
      batch: proposal.batch.code,
      variety: proposal.batch.variety.name,
      change: proposalTitle(proposal, season.places, format),
      reason: reliefSentence(proposal.relief, format),
      effect: effectSentence(proposal, format),
      late: proposal.late,
      cost: rounded(proposal.cost),
    })),
    stillOver: status.stillOver.map(({ limit, from: a, until, most }) => ({
      limit,
      from: formatDay(a),
      until: formatDay(until),
      most: rounded(most),
    })),
    ...(status.holding?.found ? { holds: holdsReport(plan, status.holding.found) } : {}),
    troubles: status.troubles.map((trouble) => ({
      ...trouble,
      ...(trouble.from === undefined ? {} : { from: formatDay(trouble.from), until: formatDay(trouble.until!) }),
    })),
    fitted,
  }
}

/** What years that the search did not know say of a plan made to hold. */
function holdsReport({ byId }: Plan, { wanted, judgedBy, ordinary, held, cannot }: Held) {
  const codeOf = (batch: string) => byId.get(batch)?.code ?? batch
  const told = ({ promises, overs }: Held['held']) => ({
    promises: promises.map(({ batch, chance }) => ({ batch: codeOf(batch), chance: rounded(chance) })),
    over: overs.map(({ limit, week, share }) => ({ limit, week: formatDay(week), share: rounded(share) })),
  })
  return {
    wanted,
    judgedByYears: judgedBy,
    fitsAsPlanned: told(ordinary),
    madeToHold: told(held),
    cannot: cannot.map(({ batch, chance }) => ({ batch: codeOf(batch), chance: rounded(chance) })),
  }
}
