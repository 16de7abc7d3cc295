/** What a sowing day needs and lacks. */
import type { Day } from '../../core/calendar/day'
import type { Plan } from '../../core/plan/plan'
import { sowingDay, sowingDays, type Missing, type SowingDay } from '../../core/plan/sowing-day'
import { count, type Format } from '../../words/format'

export function missingWords(one: Missing, f: Format): string {
  switch (one.kind) {
    case 'seed':
      return f.t('sowing.ofFor', { seeds: count(f, one.short, 'seed'), lot: one.lot, batch: one.batch.code })
    case 'no-lot':
      return f.t('sowing.noSeedIsEnteredFor', { batch: one.batch.code, variety: one.batch.variety.name })
    case 'container':
      return `${f.number(one.short)} × ${one.container.name}`
    case 'place':
      return f.t('sowing.roomForTraysOn', { over: f.number(one.over, 1), place: one.place.name })
    case 'preparation':
      return f.t('sowing.ofFrom', { what: one.what, batch: one.batch.code, from: f.date(one.from) })
  }
}

const AHEAD = 28 // days
const LOOKED_AT = 8 // sowing days

/** The sowing days of the four weeks after a day. */
export const sowingsAhead = (plan: Plan, day: Day): Day[] =>
  sowingDays(plan, day, day + AHEAD).filter((other) => other !== day)

/** What cannot be had by preparing in time: seed, containers and room. */
export const lacking = ({ missing }: SowingDay): Missing[] => missing.filter(({ kind }) => kind !== 'preparation')

/** The next sowing days for which something lacks. */
export const daysLacking = (plan: Plan, ahead: readonly Day[]): SowingDay[] =>
  ahead
    .slice(0, LOOKED_AT)
    .map((other) => sowingDay(plan, other))
    .filter((session) => lacking(session).length > 0)
