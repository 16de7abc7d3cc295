/** What the eye and the hand say of a plant: wait, prick out, pot up, plant, or past its best; and what gains days where it must wait. */
import type { Container, Place, Season } from '../../season/schema'
import type { Day } from '../calendar/day'
import type { RunningTotal } from '../climate/climate'
import { containerAge, containerHolds } from '../growth/container-age'
import {
  agreedPlace,
  ageAt,
  isStretched,
  placeOf,
  signFigures,
  type Seen,
  type SignFigures,
} from '../growth/plant-state'
import { leafAge } from '../growth/rate'
import type { Batch, Stay } from '../batch/batch'
import { leastNight } from '../schedule/place-by-rule'
import { ageOn, legStart, reach, tailDay } from '../schedule/forward'
import { inFlats, plantsSharing } from '../sowing/policies'

export type { Seen } from '../growth/plant-state'

export type Verdict =
  | { kind: 'wait'; days: number; until: Day }
  | { kind: 'prick-out'; into: Container }
  | { kind: 'pot-up'; into: Container }
  /** Ready to go out; the day it is meant to is so many days off. */
  | { kind: 'plant'; inDays: number }
  /** Has outgrown what it stands in. `into`: what it could still be potted into. */
  | { kind: 'past'; why: 'roots' | 'buds' | 'age'; into: Container | undefined }

/** What else the answers say, beside the verdict. */
export type Remark = 'leggy' | 'pale' | 'not-rooted' | 'ahead' | 'behind'

export interface Checked {
  verdict: Verdict
  remarks: Remark[]
  /** Age now and the ages between which it may move on, degree-days. */
  age: number
  ready: number
  limit: number
  /** Days until it has outgrown its container as it stands; `undefined` when that is farther than is known. */
  daysLeft: number | undefined
}

const STEP_DAYS = 2 // least wait that is worth saying

/** Index of the leg a batch is in on a day. */
function legOn({ way, pass }: Batch, day: Day): number {
  let leg = 0
  for (let i = 1; i < way.route.legs.length; i++) if (legStart(pass!, i) <= day) leg = i
  return leg
}

/**
 * What to do with a batch, from what was seen of it.
 *
 * Its age and everything seen are joined to one place on the way from just up to outgrown; more signs of age never give a
 * milder answer, and the last container is no exception.
 *
 * @param batch as it is, up
 */
export function judge(batch: Batch, seen: Seen, today: Day): Checked {
  const { way, pass, plantOn } = batch
  const { route } = way
  const { crop } = way
  const leg = legOn(batch, today)
  const at = route.legs[leg]!
  const { ready: plainReady, limit, container } = route.steps[at.step]!
  const { leafInterval, firstLeaf } = crop.growth
  const counted = seen.leaves !== undefined && seen.leaves >= 1 && leafInterval !== undefined
  const reckoned = ageOn(route, pass!, today)
  const byLeaves = counted ? leafAge(seen.leaves! + 0.5, leafInterval!, firstLeaf) : reckoned
  const last = at.step === route.steps.length - 1
  const ready = last && pass!.readyAge < Infinity ? pass!.readyAge : plainReady
  const next = route.legs.slice(leg + 1).find(({ starts }) => starts.by === 'potting')
  const into = next ? route.steps[next.step]!.container : undefined
  const flat = inFlats(way.method) && at.step === 0
  const figures = signFigures(crop, container.measures?.top, last)
  const place = agreedPlace(placeOf(byLeaves, ready, limit), seen, figures)
  const age = ageAt(place, ready, limit)
  const daysTo = (goal: number) => daysUntil(batch, placeIn(batch, today), today, goal - age)
  const daysLeft = daysTo(limit)

  const remarks: Remark[] = []
  if (isStretched(seen, figures)) remarks.push('leggy')
  if (seen.pale) remarks.push('pale')
  if (seen.lifts === false && byLeaves >= ready) remarks.push('not-rooted')
  if (counted && Math.abs(byLeaves - reckoned) > leafInterval!) remarks.push(byLeaves > reckoned ? 'ahead' : 'behind')

  let verdict: Verdict
  if (place >= OUTGROWN - 1e-9) verdict = { kind: 'past', why: whyPast(seen, figures), into }
  else if (flat)
    verdict =
      into && (place >= 1 - 1e-9 || (seen.leaves !== undefined && seen.leaves >= 1))
        ? { kind: 'prick-out', into }
        : wait(daysTo(ready), today)
  else if (place < 1 - 1e-9) {
    const apart = seen.lifts === false || seen.roots === 'none'
    verdict = wait(Math.max(apart ? STEP_DAYS : 0, daysTo(ready) ?? Infinity), today)
  } else if (into) verdict = { kind: 'pot-up', into }
  else verdict = { kind: 'plant', inDays: Math.max(0, plantOn - today) }
  return { verdict, remarks, age, ready, limit, daysLeft }
}

const OUTGROWN = 2 // on the scale of a plant in its container

function whyPast(seen: Seen, figures: SignFigures): 'roots' | 'buds' | 'age' {
  if (seen.roots === 'circling-hard') return 'roots'
  return seen.buds && figures.firstBud === 'past-its-best' ? 'buds' : 'age'
}

function wait(days: number | undefined, today: Day): Verdict {
  const n = days === undefined || days === Infinity ? 7 : Math.max(1, days)
  return { kind: 'wait', days: n, until: today + n }
}

/** Place a batch stands in on a day; where it grew last, if it stands nowhere. */
function placeIn({ stays, way }: Batch, day: Day): number {
  return stayOn(stays, day)?.place ?? way.route.climate.changing.on(way.route.legs.at(-1)!.place, day)
}

const stayOn = (stays: readonly Stay[], day: Day) => stays.find(({ from, until }) => from <= day && day < until)

/**
 * Days from a day until so much growth is gained, in a place until the hardening that is still to come.
 *
 * @param rests days without growth first, after a potting
 * @returns `undefined` when that is beyond what is known
 */
function daysUntil(
  { way: { route }, pass, plantOn }: Batch,
  place: number,
  today: Day,
  growth: number,
  rests = 0,
): number | undefined {
  if (growth <= 1e-9) return 0
  const planting = pass!.planting
  // Where it hardens already it is taken out of that by a move; what is still to come takes it on.
  const tail = route.tail.filter((leg) => tailDay(route, leg, planting) > today)
  const day = reach({ ...route, tail }, route.growthTotals, place, today + rests, growth, plantOn)
  return day === Infinity ? undefined : day - today
}

/** Something that gains days for plants that must wait. */
export type Lever =
  | { kind: 'place'; place: Place; days: number }
  | { kind: 'container'; container: Container; days: number; trays: number }
  | { kind: 'feed'; days: number }

const FEED = 0.08 // of the limit: a light feed keeps a full cell going so much longer (an estimate)
const SUITABLE: ReadonlySet<Place['kind']> = new Set(['bench', 'tunnel', 'cold-frame', 'hardening-area', 'lit-shelf'])
const EFFORT: Record<Lever['kind'], number> = { place: 0, feed: 1, container: 2 }
const MOST_DAYS = 200 // farther is not looked

/**
 * What gains days before a batch outgrows its container.
 *
 * @returns what costs least first: another place, a feed, then larger containers; of each kind most days first; nothing that gains less than a day, and no place that would harm it
 */
export function holdLevers(batch: Batch, season: Season, today: Day): Lever[] {
  const { way, pass } = batch
  const { route, crop } = way
  const { climate } = route
  const leg = legOn(batch, today)
  const { step } = route.legs[leg]!
  const { container, limit } = route.steps[step]!
  const age = ageOn(route, pass!, today)
  const here = placeIn(batch, today)
  const daysIn = (place: number, goal: number, rests = 0) =>
    Math.min(MOST_DAYS, daysUntil(batch, place, today, goal - age, rests) ?? MOST_DAYS)
  const now = daysIn(here, limit)
  const plants = batch.progress?.ledger.plants ?? stayOn(batch.stays, today)?.cells ?? batch.plants
  const levers: Lever[] = []
  season.places.forEach((place, i) => {
    if (i === here || !SUITABLE.has(place.kind) || place.trayPlaces === 0) return
    const ahead = Math.min(climate.to, today + Math.min(60, Math.max(7, now)))
    const closed = climate.closedDays(i)
    const sum = (total: RunningTotal) => total[ahead - climate.from]! - total[today - climate.from]!
    if (closed && sum(closed) > 0) return
    // Never a place whose coming nights would check or kill it.
    if (sum(climate.coldNights(i, leastNight(way.cold))) > 0) return
    const days = daysIn(i, limit) - now
    if (days >= 1) levers.push({ kind: 'place', place, days })
  })
  for (const other of season.containers) {
    if (other.kind === 'open-flat' || other.key === container.key || other.cellVolume <= container.cellVolume) continue
    const ml = other.cellVolume / plantsSharing(way.method.sowing, step === 0, batch.seed.germination)
    const ages = containerAge(crop.growth.points, ml)
    if (!containerHolds(ages)) continue
    const days = daysIn(here, ages.limit, other.plantable ? 0 : crop.pauseDays) - now
    if (days >= 1) levers.push({ kind: 'container', container: other, days, trays: Math.ceil(plants / other.cells) })
  }
  const fed = daysIn(here, limit * (1 + FEED)) - now
  if (fed >= 1) levers.push({ kind: 'feed', days: fed })
  // The smallest container that gains as much as a larger one is enough.
  const useful = levers.filter(
    (lever) =>
      lever.kind !== 'container' ||
      !levers.some(
        (other) =>
          other.kind === 'container' &&
          other.days >= lever.days &&
          other.container.cellVolume < lever.container.cellVolume,
      ),
  )
  return useful.sort((a, b) => EFFORT[a.kind] - EFFORT[b.kind] || b.days - a.days)
}
