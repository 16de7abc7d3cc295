/** Feeding rounds through the places, and the first feed of a batch that is given with them. */
import type { Batch } from '../batch/batch'
import { parseDay, type Day } from '../calendar/day'
import { standing } from '../ledger/records'
import type { Plan } from '../plan/plan'

/** Days between feeds once the mix is used up, where a kind names none. */
export const FEED_EVERY = 7

interface Rounds {
  byPlace: ReadonlyMap<string, readonly Day[]>
  written: string
}

const roundsOf = new WeakMap<readonly unknown[], Rounds>()

/** Days on which each place was fed, by the key of the place, rising. */
export const feedRounds = (plan: Pick<Plan, 'season'>): Rounds['byPlace'] => allRounds(plan).byPlace

/** The same as long as every place was fed on the same days. */
export const roundsWritten = (plan: Pick<Plan, 'season'>): string => allRounds(plan).written

function allRounds({ season }: Pick<Plan, 'season'>): Rounds {
  const { records } = season
  const known = roundsOf.get(records)
  if (known) return known
  const rounds = new Map<string, Day[]>()
  for (const { what, place, on } of standing(records)) {
    if (what.did !== 'round' || what.what !== 'feed' || place === undefined) continue
    const days = rounds.get(place)
    if (days) days.push(parseDay(on))
    else rounds.set(place, [parseDay(on)])
  }
  for (const days of rounds.values()) days.sort((a, b) => a - b)
  const made = { byPlace: rounds, written: JSON.stringify([...rounds].sort(([a], [b]) => (a < b ? -1 : 1))) }
  roundsOf.set(records, made)
  return made
}

/** How the first feed of a batch stands, that is due on a day and goes with the rounds. */
export interface FirstFeed {
  /** Day of the round that gave it; `undefined` where none has. */
  fed: Day | undefined
  /** Day of the next round through the place where it stands, where that is known and still to come. */
  next: Day | undefined
}

/**
 * The first feed of a batch against the feeding rounds.
 *
 * @param due day from which it wants feed
 */
export function firstFeed(plan: Pick<Plan, 'season' | 'today'>, batch: Batch, due: Day): FirstFeed {
  const rounds = feedRounds(plan)
  if (rounds.size === 0) return { fed: undefined, next: undefined }
  const { places } = plan.season
  const today = plan.today ?? due
  let [fed, last]: [Day | undefined, Day | undefined] = [undefined, undefined]
  for (const { place, from, until } of batch.stays) {
    const days = rounds.get(places[place]!.key) ?? []
    const given = days.find((day) => day >= due && day >= from && day < until)
    if (given !== undefined && (fed === undefined || given < fed)) fed = given
    if (from <= today && today < until) last = days.findLast((day) => day <= today)
  }
  const every = batch.way.crop.care.feedEvery ?? FEED_EVERY
  return { fed, next: last === undefined || last + every <= today ? undefined : last + every }
}
