/** Feed that is used up: by the rounds that were done, and by those still to come. */
import { firstFeed, FEED_EVERY, feedRounds, roundsWritten } from '../advice/feed-rounds'
import { feedStrength, isHungry } from '../advice/rounds'
import type { Batch } from '../batch/batch'
import type { Day } from '../calendar/day'
import type { Plan } from '../plan/plan'

/** Litres that the dose of a feed is for, unless it says so. */
export const FEED_LITRES = 10

/** So much concentrate used on a day, in the unit of its dose. */
export interface FeedUse {
  day: Day
  amount: number
  done: boolean
}

const found = new WeakMap<Batch, { by: readonly unknown[]; uses: readonly FeedUse[] }>()

/**
 * Feed that a batch uses: at every round through its place while it wants feed, and from its first feed, or today, on to
 * planting as often as its kind asks for. Of a weaker feed less. What was found is kept.
 *
 * @returns nothing where the farm names no feed
 */
export function feedUses(plan: Plan, batch: Batch): readonly FeedUse[] {
  const { season, today } = plan
  const { feed } = season.habits
  if (!feed || !batch.leafWork.some(({ kind }) => kind === 'feed')) return []
  const by = [feed, season.places, today, roundsWritten(plan)]
  const known = found.get(batch)
  if (known?.by.every((one, i) => one === by[i])) return known.uses
  const tray = (feed.amount / (feed.litres ?? FEED_LITRES)) * feed.litresPerTray
  const uses = feedDays(plan, batch).flatMap(({ day, done }): FeedUse[] => {
    const stay = batch.stays.find(({ from, until }) => from <= day && day < until)
    return stay ? [{ day, done, amount: stay.trays * tray * feedStrength(batch, day) }] : []
  })
  found.set(batch, { by, uses })
  return uses
}

/** Days a batch was fed on, and those it will be. */
function feedDays(plan: Plan, batch: Batch): { day: Day; done: boolean }[] {
  const { today } = plan
  const { progress, plantOn, leafWork } = batch
  if (progress?.standing === 'gone' || progress?.asks) return []
  const due = leafWork.find(({ kind }) => kind === 'feed')!.day
  const given = daysGiven(plan, batch)
  const days = given.map((day) => ({ day, done: true }))
  if (progress?.standing === 'planted') return days
  const every = batch.way.crop.care.feedEvery ?? FEED_EVERY
  // What wants its first waits for the next round through its place.
  const next =
    given.length > 0
      ? Math.max(...given) + every
      : ((today === undefined ? undefined : firstFeed(plan, batch, due).next) ?? due)
  for (let day = Math.max(next, due, today ?? -Infinity); day < plantOn; day += every)
    if (isHungry(batch, day)) days.push({ day, done: false })
  return days
}

/** Days a batch was fed on: with the rounds through where it stood, or by itself. */
function daysGiven(plan: Plan, batch: Batch): Day[] {
  const { season, today } = plan
  const { progress } = batch
  if (today === undefined || !progress || progress.standing === 'to-sow') return []
  const rounds = feedRounds(plan)
  const given = new Set<Day>()
  for (const { place, from, until } of batch.stays)
    for (const day of rounds.get(season.places[place]!.key) ?? [])
      if (day >= from && day < until && day <= today && isHungry(batch, day)) given.add(day)
  const ticked = progress.ledger.done.get('feed/0')
  return [...(ticked ? given.add(ticked.on) : given)]
}
