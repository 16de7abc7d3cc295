/** What can be started on a day: for one kind, whether a sowing of that day still comes to something, raised or in its place. */
import type { Crop, Site } from '../../season/schema'
import type { Way } from '../batch/ways'
import type { Day } from '../calendar/day'
import { asFarAsPlanted, firstHarvest, plantingForHarvest } from '../field/days-to-harvest'
import { plantingWindow, type PlantingWindow, type WindowEnd } from '../field/planting-window'
import { latestSowing, sowingWindow } from '../schedule/count-back'
import type { OpenAir } from '../weather/open-air'

/** Sowing days of one way of growing a kind, of one year. */
export interface SowingTime {
  /** The way it is raised; `undefined` where it is sown in its place. */
  way: Way | undefined
  from: Day
  /** Last sowing that comes to something; `undefined` where nothing ends it. */
  until: Day | undefined
  end: WindowEnd
  /** Planting day of a sowing on the day asked about, where that lies in this time; the day itself in its place. */
  plantOn: Day | undefined
  /** First harvest then. */
  harvest: Day | undefined
}

/**
 * - `in-time`: sown today it comes to something, raised as it usually is
 * - `in-place`: too late in cells, but not sown where it is to stand
 * - `not-yet`: its time comes
 * - `over`: its time is over, and the next is not known
 * - `never`: what the farm has raises none of it, or no year is long enough
 */
export type StartState = 'in-time' | 'in-place' | 'not-yet' | 'over' | 'never'

export interface Start {
  state: StartState
  /** In cells and the like, in the year that is asked about; the best of the ways. */
  raised: SowingTime | undefined
  inPlace: SowingTime | undefined
  /** Last day of the time the state speaks of, or, not yet, its first. */
  day: Day | undefined
  /** It is in time, and the time ends in the next days: what is sown later is not ripe before winter. */
  last: boolean
  /** Why it is never: no way here, no sowing that is ready for a planting in time, or no year long enough for its harvest. */
  why: 'no-way' | 'not-raised' | 'not-ripe' | undefined
}

const USUAL_NURSERY = 42 // days that plants are usually raised, where nothing better is known
const LAST_DAYS = 14 // days left from which it is called the last
const YEAR = 365 // days

/** A kind, and how it can be grown here. */
export interface Startable {
  crop: Crop
  /** Ways of raising it on this farm. */
  ways: readonly Way[]
  /** Whether it may be sown where it is to stand. */
  inPlace: boolean
}

export interface StartFacts {
  site: Pick<Site, 'frost' | 'latitude'>
  air: OpenAir
  /** Age wanted at planting, 0 just ready … 1 at the limit. */
  agePoint: number
}

/**
 * Whether a kind can be started on a day.
 *
 * The year is the first one whose time is not over yet. Raised, its time begins with the earliest sowing that is not too
 * old on the first usual planting day, and ends with the latest that is ready for the last (see `plantingWindow`). In its
 * place it begins when the soil is warm enough and, for what frost harms, when it is up no sooner than it may go out.
 */
export function startOn(what: Startable, today: Day, facts: StartFacts): Start {
  const works = { ...what, ways: what.ways.filter(({ refused }) => refused.length === 0) }
  const years = [today - YEAR, today, today + YEAR].map((day) => yearOf(works, { day, today }, facts))
  const open = (time: SowingTime | undefined) => time !== undefined && (time.until ?? Infinity) >= today
  const year = years.find(({ raised, sown }) => open(raised) || open(sown))
  if (!year) {
    const any = years.some(({ raised, sown }) => raised ?? sown)
    const { raised, sown: place } = years.at(-1)!
    const why = any ? undefined : whyNever(works, today, facts)
    return { state: any ? 'over' : 'never', raised, inPlace: place, day: undefined, last: false, why }
  }
  const { raised, sown } = year
  const now = (time: SowingTime | undefined) => open(time) && time!.from <= today
  const state = now(raised) ? 'in-time' : now(sown) ? (raised ? 'in-place' : 'in-time') : 'not-yet'
  const spoken = state === 'in-time' ? (now(raised) ? raised : sown) : sown
  const firsts = [raised, sown].flatMap((time) => (open(time) ? [time!.from] : []))
  const day = state === 'not-yet' ? Math.min(...firsts) : spoken!.until
  const last = state !== 'not-yet' && day !== undefined && day - today <= LAST_DAYS
  return { state, raised, inPlace: sown, day, last, why: undefined }
}

function whyNever({ crop, ways, inPlace }: Startable, today: Day, { site, air }: StartFacts) {
  if (ways.length === 0 && !inPlace) return 'no-way'
  return plantingWindow(crop, site, today, { air, nurseryDaysOf: () => USUAL_NURSERY }).end.by === 'never'
    ? 'not-ripe'
    : 'not-raised'
}

/** Times of the year whose spring a day leads to. */
function yearOf(
  { crop, ways, inPlace }: Startable,
  days: { day: Day; today: Day },
  facts: StartFacts,
): { raised: SowingTime | undefined; sown: SowingTime | undefined } {
  const times = ways.flatMap((way) => raisedTime(crop, way, days, facts) ?? [])
  // The way that leaves the most time.
  const raised = times.sort((a, b) => (b.until ?? Infinity) - (a.until ?? Infinity))[0]
  return { raised, sown: inPlace ? inPlaceTime(crop, days, facts) : undefined }
}

function raisedTime(
  crop: Crop,
  way: Way,
  { day, today }: { day: Day; today: Day },
  { site, air, agePoint }: StartFacts,
): SowingTime | undefined {
  const nursery = (plantOn: Day) => {
    const sow = latestSowing(way.table, plantOn, agePoint)
    return sow === undefined ? undefined : plantOn - sow
  }
  const window = plantingWindow(crop, site, day, { air, nurseryDaysOf: nursery })
  if (window.end.by === 'never') return undefined
  const { first, last, end } = window
  const from = firstSowing(way, first, last)
  if (from === undefined) return undefined
  const fromSowing = crop.field.maturity?.from === 'sowing' && end.by === 'harvest'
  const ripe = (sown: Day) => {
    // Its days run from its sowing: the later it is sown, the less it matters when it goes out.
    const plantOn = plantingDayOf(way, sown, from.plantOn, end.by === 'harvest' ? end.day - 1 : last)
    const harvest = plantOn === undefined ? undefined : firstHarvest(crop, plantOn, sown, air)
    return end.by === 'harvest' && harvest !== undefined && harvest <= end.day
  }
  const counted = last === undefined ? undefined : lastSowing(way, last, from.plantOn)
  const until = fromSowing && counted !== undefined ? lastOf(ripe, from.sow, counted + LATER) : counted
  if (last !== undefined && (until === undefined || until < from.sow)) return undefined
  const latest = fromSowing && end.by === 'harvest' ? end.day - 1 : last
  const plantOn =
    from.sow <= today && today <= (until ?? Infinity) ? plantingDayOf(way, today, from.plantOn, latest) : undefined
  const harvest = plantOn === undefined ? undefined : firstHarvest(crop, plantOn, today, air)
  return { way, from: from.sow, until, end, plantOn, harvest }
}

/** The last day of [from, to] for which something is so. */
function lastOf(so: (day: Day) => boolean, from: Day, to: Day): Day | undefined {
  for (let day = to; day >= from; day--) if (so(day)) return day
  return undefined
}

const LATER = 21 // days after the sowing that is counted back on which another is tried, where days to harvest run from sowing
const LOOK = 120 // days after the first usual planting day on which a way is tried that raises nothing for it
const EARLY = 28 // days before the latest sowing from which one is not called too early: an estimate
const LONGEST = 150 // days that anything is raised at most
const BEFORE = 60 // days before the first usual planting day from which soil is looked at: the winter before is another year

/**
 * First sowing that makes sense, and the first day it can be planted: up to four weeks before the latest that is ready
 * then, as far as it is not too old.
 */
function firstSowing(way: Way, first: Day, last: Day | undefined): { sow: Day; plantOn: Day } | undefined {
  const until = Math.min(first + LOOK, last ?? Infinity, way.table.from + way.table.days - 1)
  for (let plantOn = first; plantOn <= until; plantOn++) {
    const window = raisedFor(way, plantOn)
    if (window) return { sow: Math.max(window.earliest, window.latest - EARLY), plantOn }
  }
  return undefined
}

/** Latest sowing that is ready by the last planting day on which any is. */
function lastSowing(way: Way, last: Day, first: Day): Day | undefined {
  for (let plantOn = last; plantOn >= first; plantOn--) {
    const window = raisedFor(way, plantOn)
    if (window) return window.latest
  }
  return undefined
}

/** Sowings for a planting day; none where even the latest would stand so long that it is a winter and not a nursery. */
function raisedFor(way: Way, plantOn: Day) {
  const window = sowingWindow(way.table, plantOn)
  return window && plantOn - window.latest <= LONGEST ? window : undefined
}

/** First day that a sowing of a day can be planted, being ready and not too old. */
function plantingDayOf(way: Way, sown: Day, first: Day, last: Day | undefined): Day | undefined {
  const until = Math.min(last ?? Infinity, way.table.from + way.table.days - 1)
  for (let plantOn = Math.max(first, sown + 1); plantOn <= until; plantOn++) {
    const window = raisedFor(way, plantOn)
    if (window && window.earliest <= sown && sown <= window.latest) return plantOn
  }
  return undefined
}

function inPlaceTime(
  crop: Crop,
  { day, today }: { day: Day; today: Day },
  { site, air }: StartFacts,
): SowingTime | undefined {
  const window = plantingWindow(crop, site, day, { air, nurseryDaysOf: () => 0 })
  if (window.end.by === 'never') return undefined
  const from = firstInPlace(crop, window, air)
  const until = lastInPlace(crop, window, air)
  if (from === undefined || (until !== undefined && until < from)) return undefined
  const now = from <= today && today <= (until ?? Infinity)
  return {
    way: undefined,
    from,
    until,
    end: window.end,
    plantOn: now ? today : undefined,
    harvest: now ? firstHarvest(crop, today, today, air) : undefined,
  }
}

/** First day whose soil is warm enough and whose sowing is up no sooner than the kind may go out. */
function firstInPlace(crop: Crop, { first, last }: PlantingWindow, air: OpenAir): Day | undefined {
  const warm = crop.field.soilAbove ?? crop.germination.goodFrom
  for (let day = first - BEFORE; day <= Math.min(first + LOOK, last ?? Infinity); day++) {
    if (warm !== undefined && air.soil(day) < warm) continue
    if ((air.emergence(crop.germination, day) ?? -Infinity) >= first) return day
  }
  return undefined
}

function lastInPlace(crop: Crop, { last, end }: PlantingWindow, air: OpenAir): Day | undefined {
  if (end.by === 'harvest') return plantingForHarvest(crop, end.day, 0, air)
  if (last === undefined) return undefined
  // What stays over winter has to be as far as a young plant by the last planting day.
  let day = last
  while (day > last - LOOK && (asFarAsPlanted(crop, day, air) ?? Infinity) > last) day--
  return day > last - LOOK ? day : undefined
}
