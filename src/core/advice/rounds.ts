/** Watering and feeding rounds: by place, oftener as plants grow and cells are small. */
import type { Entry } from '../../season/schema'
import { formatDay, parseDay, type Day } from '../calendar/day'
import type { Batch, Stay } from '../batch/batch'
import { fillings } from '../batch/course'
import { isSpent } from '../mix/which-mix'
import type { Plan } from '../plan/plan'
import { ageOn, limitAge } from '../schedule/forward'
import { standing } from '../ledger/records'
import { waterEvery } from './watering'

/** One round through a place. */
export interface Round {
  /** Place by number in the season. */
  place: number
  what: 'water' | 'feed'
  /** Days from one to the next; half a day means morning and evening. */
  every: number
  batches: number
  /** What asks for it oftenest. */
  closest: { code: string; container: string }
  /** The record that it was done on that day: of two, the second. */
  done: Entry | undefined
  /** The first of two on that day, where the second is still to come. */
  once: Entry | undefined
}

const FEED_EVERY = 7 // days between feeds once the mix is used up

/** Whether a batch is sown on a day: up to today only what somebody recorded, after it what the plan says. */
export function isSown({ progress }: Batch, { today }: Pick<Plan, 'today'>, day: Day): boolean {
  if (today === undefined || day > today) return !progress?.asks
  return progress !== undefined && progress.standing !== 'to-sow'
}

/** Rounds of a day, in the order of the places. */
export function roundsOn(plan: Plan, day: Day): Round[] {
  const { places } = plan.season
  const rounds: Round[] = []
  const records = standing(plan.season.records).filter(({ what }) => what.did === 'round')
  const iso = formatDay(day)
  places.forEach((place, at) => {
    const here = plan.batches.flatMap((batch) =>
      // What is not sown drinks nothing, whatever the plan says.
      (!isSown(batch, plan, day) ? [] : batch.stays).flatMap((stay) =>
        stay.place === at && stay.from <= day && day < stay.until ? [{ batch, stay }] : [],
      ),
    )
    if (here.length === 0) return
    const needs = here
      .map((one) => ({ ...one, every: waterEvery(grownOn(one.batch, one.stay, day), mlOf(one.batch, one.stay)) }))
      .sort((a, b) => a.every - b.every || mlOf(a.batch, a.stay) - mlOf(b.batch, b.stay))
    const all = (what: Round['what']) =>
      records.filter(
        (entry) =>
          entry.place === place.key && entry.what.did === 'round' && entry.what.what === what && entry.on <= iso,
      )
    const add = (what: Round['what'], of: typeof needs) => {
      const [first] = of
      if (!first) return
      const before = all(what)
      const last = before.reduce<Entry | undefined>((a, b) => (a && a.on > b.on ? a : b), undefined)
      const today = before.filter(({ on }) => on === iso)
      const since = last ? day - parseDay(last.on) : Infinity
      const every = what === 'feed' ? FEED_EVERY : first.every
      const times = every < 1 ? 2 : 1
      if (today.length > 0 || since >= every)
        rounds.push({
          place: at,
          what,
          every,
          batches: of.length,
          closest: { code: first.batch.code, container: first.stay.container.name },
          done: today.length >= times ? today.at(-1) : undefined,
          once: today.length < times ? today.at(-1) : undefined,
        })
    }
    add('water', needs)
    add(
      'feed',
      needs.filter(({ batch }) => hungry(batch, day)),
    )
  })
  return rounds
}

function mlOf({ way }: Batch, { containerNumber, container }: Stay): number {
  return way.route.steps.find((step) => step.containerNumber === containerNumber)?.ml ?? container.cellVolume
}

function grownOn({ way, pass }: Batch, { kind }: Stay, day: Day): number {
  // Seed that is not up yet is kept moist, and uses little.
  if (!pass || kind === 'germinate' || day < pass.emergence) return 0
  return ageOn(way.route, pass, day) / limitAge(way.route)
}

/** Whether a batch is fed: from its first feed on, but not while it stands in fresh mix that feeds it. */
function hungry({ leafWork, way, pass }: Batch, day: Day): boolean {
  return (
    leafWork.some((work) => work.kind === 'feed' && work.day <= day) &&
    (pass === undefined || isSpent(day, fillings(way, pass)))
  )
}
