/** Watering and feeding rounds: by place, oftener as plants grow and cells are small. */
import type { Container, Entry } from '../../season/schema'
import { formatDay, parseDay, type Day } from '../calendar/day'
import type { Batch, Stay } from '../batch/batch'
import type { Plan } from '../plan/plan'
import { thermalShareFor } from '../germination/emergence'
import { ageOn, limitAge } from '../schedule/forward'
import { thermalShareOn } from '../progress/seen'
import { standing } from '../ledger/records'

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
  /** The record that it was done on that day. */
  done: Entry | undefined
}

const SMALL = 30 // ml for one plant, under which a cell dries within a day once it is full of root
const FEED_EVERY = 7 // days between feeds once the mix is used up
const TWICE = 0.5

/**
 * Days a batch can go without water: 3 for a fresh large pot, falling as the plant fills its cell, half a day where a
 * small cell is full of root.
 *
 * @param grown share of the way to outgrowing its container, 0 … 1 and beyond
 * @param ml mix for one plant
 */
export function waterEvery(grown: number, ml: number): number {
  const full = Math.min(1, Math.max(0, grown))
  // A cell holds water for a full plant in the measure of its mix: about a day at 60 ml.
  const days = (ml / 60) ** 0.4 * (3 - 2.2 * full)
  if (days < 0.9 && ml < SMALL) return TWICE
  return Math.min(3, Math.max(1, Math.floor(days)))
}

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
    const lastOf = (what: Round['what']) =>
      records.findLast(
        (entry) =>
          entry.place === place.key && entry.what.did === 'round' && entry.what.what === what && entry.on <= iso,
      )
    const add = (what: Round['what'], of: typeof needs) => {
      const [first] = of
      if (!first) return
      const last = lastOf(what)
      const doneToday = last?.on === iso ? last : undefined
      const since = last ? day - parseDay(last.on) : Infinity
      const every = what === 'feed' ? FEED_EVERY : first.every
      if (doneToday || since >= every)
        rounds.push({
          place: at,
          what,
          every,
          batches: of.length,
          closest: { code: first.batch.code, container: first.stay.container.name },
          done: doneToday,
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

/** Whether a batch has used up what its mix began with: from its first feed on. */
function hungry({ leafWork }: Batch, day: Day): boolean {
  return leafWork.some((work) => work.kind === 'feed' && work.day <= day)
}

/** A batch whose seedlings are to be looked for, or counted. */
export interface CountDue {
  batch: Batch
  /** `look`: the first should show by now, and heat and cover are still on; `count`: nearly all should, or it was put off to that day. */
  kind: 'look' | 'count'
  /** Day it is due since: the first should show, nearly all should, or it was to be counted again. */
  since: Day
  /** Where it stands, by number. */
  place: number
}

const FIRST = 0.1
const FULL = 0.9
const FORGOTTEN = 21 // days after which a count says nothing that pricking out and planting will not

/** Batches to look at: those nobody has counted though nearly all should be up, and those in heat that should show; the longest due first. */
export function countsDue(plan: Plan, day: Day): CountDue[] {
  return plan.batches
    .flatMap((batch) => countDue(batch, day) ?? [])
    .sort((a, b) => a.since - b.since || a.place - b.place)
}

function countDue(batch: Batch, day: Day): CountDue | undefined {
  const { progress, pass, way, stays } = batch
  if (
    !progress ||
    !pass ||
    (progress.standing !== 'sown' && progress.standing !== 'up') ||
    way.route.boughtAge !== undefined
  )
    return undefined
  const { ledger } = progress
  if ([...ledger.done.keys()].some((step) => step.startsWith('pot-up'))) return undefined
  const stay = stays.find(({ from, until }) => from <= day && day < until)
  if (!stay) return undefined
  const due = (kind: CountDue['kind'], since: Day): CountDue | undefined =>
    since <= day && day - since <= FORGOTTEN ? { batch, kind, since, place: stay.place } : undefined
  const last = ledger.counts.at(-1)
  const again = last?.entry.what.again
  if (again !== undefined) return due('count', parseDay(again))
  // Counted once something shows, it has been counted; when again is the counter's to say.
  if (last && last.entry.what.showing > 0) return undefined
  const { route } = way
  /** First day on which so many of all that come show, of the days up to this one; `undefined` when it is still to come. */
  const showing = (share: number): Day | undefined => {
    const goal = thermalShareFor(share, route.germination.spread) * route.pace
    for (let at = pass.sown + 1; at <= day; at++) if (thermalShareOn(route, pass, at) >= goal) return at
    return undefined
  }
  const full = pass.emergence <= day ? showing(FULL) : undefined
  if (full !== undefined) return last && last.on >= full ? undefined : due('count', full)
  // On the day heat is to be left the tray is seen to anyway.
  if (ledger.done.has('leave-heat/0') || pass.leavesHeat <= day || last?.on === day) return undefined
  const first = showing(FIRST)
  return first === undefined ? undefined : due('look', first)
}

/** Containers of a kind that came free and nobody has washed. */
export interface WashDue {
  container: Container
  trays: number
  /** Day the first of them came free. */
  since: Day
}

const REMEMBERED = 45 // days after which trays that nobody washed are no longer asked for

/** Trays of a stay that did not come free when it ended: others of the batch stayed behind in them. */
function leftBehind(plan: Plan, { ledger, all }: NonNullable<Batch['progress']>, { container, until }: Stay): number {
  return all.parts.reduce((sum, part) => {
    if (part.restOf !== ledger.id || part.splitOff?.on !== until) return sum
    const first = plan.byId.get(part.id)?.stays.find(({ from }) => from === until)
    return first?.container.key === container.key ? sum + first.trays : sum
  }, 0)
}

/** What is to be washed: containers that were recorded as emptied by potting up, planting or an end, less those washed. */
export function washDue(plan: Plan, day: Day): WashDue[] {
  const due = new Map<string, WashDue>()
  const first = Math.max(plan.since, day - REMEMBERED)
  for (const { progress, stays } of plan.batches) {
    if (!progress) continue
    stays.forEach((stay, i) => {
      const { container, until } = stay
      // Trays in which some stayed behind are not empty yet.
      const trays = stay.trays - leftBehind(plan, progress, stay)
      const next = stays[i + 1]
      const emptied = next ? next.potted : progress.standing === 'planted' || progress.standing === 'gone'
      if (!emptied || trays <= 0 || container.washDays === 0 || container.plantable || until < first || until > day)
        return
      const one = due.get(container.key)
      due.set(container.key, {
        container,
        trays: (one?.trays ?? 0) + trays,
        since: Math.min(until, one?.since ?? Infinity),
      })
    })
  }
  for (const { on, what } of standing(plan.season.records)) {
    if (what.did !== 'wash' || parseDay(on) < first || parseDay(on) > day) continue
    const one = due.get(what.container)
    if (one) due.set(what.container, { ...one, trays: one.trays - what.trays })
  }
  return [...due.values()].filter(({ trays }) => trays > 0)
}
