/** Weeks of a practice year in which some of the crew are away. */
import type { Habits } from '../../season/schema'
import { batchWork } from '../batch/work'
import { formatDay, weekStart, type Day } from '../calendar/day'
import { crewHours, spreadOverWeeks } from '../labour/labour'
import type { Plan } from '../plan/plan'
import { drawsOf } from '../rehearsal/draws'

const ONE_IN = 6 // weeks; an estimate
const LEFT = 0.5 // part of the hours there are then
const MOST_PARTS = 12 // that the year of a crew may have

type Crew = Habits['crew']
type Part = Crew['parts'][number]

/** Whether some of the crew are away in the week that begins on a Monday. */
const isAway = (seed: number, monday: Day): boolean => drawsOf(seed, monday, 'crew')() < 1 / ONE_IN

const sameWeek = (a: Omit<Part, 'hours'>, b: Omit<Part, 'hours'>) => a.from === b.from && a.until === b.until
const weekOf = (monday: Day) => ({ from: formatDay(monday).slice(5), until: formatDay(monday + 7).slice(5) })

/**
 * The hours of the crew as they usually are: without what `crewOn` took off in a week before.
 *
 * @param from first day of practice
 * @param until last day that may have been looked at
 */
export function usualCrew(crew: Crew, seed: number, from: Day, until: Day): Crew {
  const [first] = crew.parts
  if (!first) return crew
  const others = { ...crew, parts: crew.parts.slice(1) }
  for (let monday = weekStart(from); monday <= until; monday += 7)
    if (
      sameWeek(first, weekOf(monday)) &&
      isAway(seed, monday) &&
      first.hours === LEFT * crewHours({ crew: others }, monday)
    )
      return others
  return crew
}

/** The hours of the crew on a day of practice: fewer in its week where some are away. They are as usual where nobody counts hours. */
export function crewOn(crew: Crew, seed: number, from: Day, today: Day): Crew {
  const usual = usualCrew(crew, seed, from, today)
  const monday = weekStart(today)
  const hours = crewHours({ crew: usual }, monday)
  if (!isAway(seed, monday) || !Number.isFinite(hours) || usual.parts.length >= MOST_PARTS) return usual
  return { ...usual, parts: [{ ...weekOf(monday), hours: LEFT * hours }, ...usual.parts] }
}

/** A week in which some of the crew are away: hours there are then, and of the work that was done in it. */
export interface ShortWeek {
  monday: Day
  hours: number
  done: number
}

/** The weeks of practice until today in which some of the crew were away, in their order; none where nobody counts hours. */
export function shortWeeks({ season, batches, today = -Infinity }: Plan, seed: number, from: Day): ShortWeek[] {
  const { habits } = season
  const usual = usualCrew(habits.crew, seed, from, today)
  const first = weekStart(from)
  const weeks = Math.max(0, Math.floor((today - first) / 7) + 1)
  const done = new Float64Array(weeks)
  // What is late waits for today: on days before it only what was done is left.
  for (const batch of batches)
    for (const work of batchWork(batch, habits))
      if (work.from <= today) spreadOverWeeks(work, first, weeks, (week, hours) => (done[week]! += hours))
  return Array.from(done, (hours, week) => ({ monday: first + 7 * week, done: hours }))
    .map((one) => ({ ...one, hours: LEFT * crewHours({ crew: usual }, one.monday) }))
    .filter(({ monday, hours }) => isAway(seed, monday) && Number.isFinite(hours))
}
