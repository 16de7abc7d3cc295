/** Watering and feeding rounds: by place, oftener as plants grow and cells are small. */
import type { Entry } from '../../season/schema'
import { formatDay, parseDay, type Day } from '../calendar/day'
import type { Batch, Stay } from '../batch/batch'
import { measuredOf } from '../climate/measured'
import { leavesAt } from '../growth/rate'
import { fillings } from '../batch/course'
import { isSpent } from '../mix/which-mix'
import type { Plan } from '../plan/plan'
import { ageOn, limitAge } from '../schedule/forward'
import { standing } from '../ledger/records'
import { dayOf, workOfOne, type Work } from './work'
import { FEED_EVERY } from './feed-rounds'
import { learnedEvery, waterEvery } from './watering'

/** One round through a place. */
export interface Round {
  /** Place by number in the season. */
  place: number
  what: 'water' | 'feed'
  /** Days from one to the next; half a day means morning and evening. */
  every: number
  batches: number
  /** Whether the days are those it was really watered in, and not only calculated. */
  learned: boolean
  /** Of a feed: the batches of each strength, the weakest first. */
  strengths: { strength: number; codes: string[] }[]
  /** Of a feed: the batches whose first it is. */
  first: string[]
  /** What asks for it oftenest. */
  closest: { code: string; container: string }
  /** The record that it was done on that day: of two, the second. */
  done: Entry | undefined
  /** The first of two on that day, where the second is still to come. */
  once: Entry | undefined
}

const FULL_FROM = 3 // true leaf from which feed is given at full strength
const WEAK = 0.5 // share of it before

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
    const watering = { below: place.water?.below, warmth: warmthOf(plan, place.key, day) }
    const needs = here
      .map((one) => ({
        ...one,
        every: waterEvery(grownOn(one.batch, one.stay, day), mlOf(one.batch, one.stay), watering),
      }))
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
      const learned = what === 'water' && place.water?.days === undefined && first.every >= 1 ? learnedEvery(before, first.every, day) : undefined // prettier-ignore
      const every = what === 'feed' ? feedEvery(of) : (place.water?.days ?? (learned === undefined ? first.every : Math.max(1, Math.round(learned)))) // prettier-ignore
      const times = every < 1 ? 2 : 1
      if (today.length > 0 || since >= every)
        rounds.push({
          place: at,
          what,
          every,
          learned: learned !== undefined,
          strengths: what === 'feed' ? strengthsOf(of, day) : [],
          first: what === 'feed' ? firstFeeds(plan, of, day) : [],
          batches: of.length,
          closest: { code: first.batch.code, container: first.stay.container.name },
          done: today.length >= times ? today.at(-1) : undefined,
          once: today.length < times ? today.at(-1) : undefined,
        })
    }
    add('water', needs)
    add(
      'feed',
      needs.filter(({ batch }) => isHungry(batch, day)),
    )
  })
  return rounds
}

interface Here {
  batch: Batch
  stay: Stay
}

const MEASURED = 2 // days before, whose measured warmth says how fast water is used

/** Mean °C measured in a place over the days just before; `undefined` where nobody measured both its low and its high. */
function warmthOf({ season }: Plan, place: string, day: Day): number | undefined {
  const days = measuredOf(season).find((one) => one.place === place)?.days ?? []
  const means = days.flatMap(({ on, low, high }) => {
    const at = parseDay(on)
    return low !== undefined && high !== undefined && at < day && at >= day - MEASURED ? [(low + high) / 2] : []
  })
  return means.length === 0 ? undefined : means.reduce((sum, mean) => sum + mean, 0) / means.length
}

/** Days from one feed to the next: those of the kind that is fed oftenest. */
const feedEvery = (of: readonly Here[]): number =>
  Math.min(...of.map(({ batch }) => batch.way.crop.care.feedEvery ?? FEED_EVERY))

/** Codes of the batches that are fed for the first time with a round of that day. */
function firstFeeds(plan: Plan, of: readonly Here[], day: Day): string[] {
  const isFirst = (work: Work) => work.task.kind === 'feed' && work.line === undefined && dayOf(work) === day
  return of.flatMap(({ batch }) => (workOfOne(plan, batch).some(isFirst) ? [batch.code] : [])).sort()
}

/** Strength of the feed of a batch on a day, as a share of full strength: what its kind says, or weaker while it is small. */
export function feedStrength({ way, pass }: Batch, day: Day): number {
  const { care, growth } = way.crop
  const leaves =
    pass && growth.leafInterval !== undefined
      ? leavesAt(ageOn(way.route, pass, day), growth.leafInterval, growth.firstLeaf)
      : FULL_FROM
  return care.feedStrength ?? (leaves < FULL_FROM ? WEAK : 1)
}

/** Batches by the strength of their feed, the weakest first. */
function strengthsOf(of: readonly Here[], day: Day): Round['strengths'] {
  const groups = new Map<number, string[]>()
  for (const { batch } of of) {
    const strength = feedStrength(batch, day)
    groups.set(strength, [...(groups.get(strength) ?? []), batch.code])
  }
  return [...groups]
    .map(([strength, codes]) => ({ strength, codes: codes.sort() }))
    .sort((a, b) => a.strength - b.strength)
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
export function isHungry({ leafWork, way, pass }: Batch, day: Day): boolean {
  return (
    leafWork.some((work) => work.kind === 'feed' && work.day <= day) &&
    (pass === undefined || isSpent(day, fillings(way, pass)))
  )
}
