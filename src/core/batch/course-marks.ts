/** What is wrong with the days of a course, and with where it stands. */
import { checksUnder, killsUnder } from '../growth/cold'
import { fastestDays } from '../germination/emergence'
import type { Day } from '../calendar/day'
import { sumOver } from '../climate/climate'
import { ageOn, forwardPass, legAge, legStart, limitAge, tailDay } from '../schedule/forward'
import { usualRate } from '../schedule/place-by-rule'
import { fastestEmergence } from '../schedule/route'
import type { Course, Span } from './course'
import type { Mark } from './marks'
import { meanOver, sumBetween } from './over-days'
import type { Way } from './ways'

const SLOW = 6 // times the days at the optimum, from which emergence is called slow
const COLD_SHARE = 0.25 // part of full growth, below which a place is too cold to grow on

/** Marks of its days. */
export function timingMarks(course: Course): readonly Mark[] {
  const { way, plantOn, ready, limit, pass } = course
  const { route } = way
  if (way.refused.length > 0) {
    return way.refused.map(({ container, ready, limit }) => ({
      kind: 'container-too-small',
      container: container.name,
      ready,
      limit,
    }))
  }
  if (!pass) return [whyNone(course)]
  if (pass.emergence === Infinity) return [neverEmerges(way, pass.sown)]
  const marks: Mark[] = []
  const days = pass.emergence - pass.sown
  const fastestDays = fastestEmergence(route)
  if (days > SLOW * fastestDays && course.germTemperature !== undefined) {
    marks.push({
      kind: 'slow-emergence',
      place: pass.germPlace,
      temperature: course.germTemperature,
      days,
      fastestDays,
    })
  }
  for (let i = 1; i < route.legs.length; i++) {
    const leg = route.legs[i]!
    const day = legStart(pass, i)
    if (day >= plantOn) {
      marks.push({ kind: 'moves-after-planting', day })
      return marks
    }
    if (leg.starts.by !== 'potting') continue
    const { limit: oldest } = route.steps[leg.step - 1]!
    const age = legAge(pass, i)
    const container = route.steps[leg.step - 1]!.container.name
    if (age > oldest + 1e-9) marks.push({ kind: 'outgrown-before-move', container, day, limitAge: oldest, age })
    const hardening = route.tail.at(-1)
    if (hardening?.stage === 'hardening' && day >= tailDay(route, hardening, plantOn))
      marks.push({ kind: 'move-in-hardening', day })
  }
  if (ready === undefined || ready > plantOn) {
    marks.push({ kind: 'not-ready', days: ready === undefined ? undefined : ready - plantOn })
  } else if (limit !== undefined && course.ageAtPlanting > limitAge(route) + 1e-9) {
    marks.push({ kind: 'past-limit', days: Math.max(1, plantOn - limit) })
  }
  return marks
}

/** Marks of one stretch. */
export function spanMarks(course: Course, span: Span): Mark[] {
  const marks: Mark[] = []
  const { way } = course
  const { crop, cold } = way
  const { place, from, until } = span
  if (span.kind === 'grow') {
    const share = meanOver(way, way.conditions.warmth, place, from, until) / (crop.growth.optimum - crop.growth.base)
    if (share < COLD_SHARE) {
      const temperature = meanOver(way, way.conditions.temperature, place, from, until)
      marks.push({ kind: 'cold-place', place, share, temperature, from, until })
    }
  }
  const grown = Math.max(from, course.pass!.emergence)
  if (grown < until) {
    const hardness = span.kind === 'harden' ? 'hardening' : 'soft'
    const nightsUnder = (below: number) => sumBetween(way, way.conditions.coldNights(below), place, grown, until)
    const kills = killsUnder(cold, hardness)
    const killing = nightsUnder(kills)
    if (killing > 0) marks.push({ kind: 'killing-nights', place, nights: killing, below: kills, from: grown, until })
    const below = checksUnder(cold, hardness)
    const nights = nightsUnder(below) - killing
    if (nights > 0) marks.push({ kind: 'cold-nights', place, nights, below, from: grown, until })
    const { hotDays } = way.conditions
    if (hotDays) {
      const days = sumBetween(way, hotDays, place, grown, until)
      if (days > 0) marks.push({ kind: 'hot-days', place, days, above: crop.stressAbove!, from: grown, until })
    }
  }
  const closed = way.conditions.closedDays(place)
  if (closed && sumOver(closed, way.route.climate.from, from, until) > 0) {
    let day = from
    while (sumOver(closed, way.route.climate.from, day, day + 1) === 0) day++
    marks.push({ kind: 'place-closed', place, day })
  }
  return marks
}

/** Days from sowing that are usual for the last container: up where it is usually germinated, ready and at its limit at the usual pace. */
export function usualDays({ route, crop }: Way): { first: number; last: number } {
  const { germination, steps, boughtAge, pace } = route
  const rate = usualRate(crop.growth)
  const up = boughtAge === undefined ? fastestDays(germination, pace) * (4 / 3) : 0
  const pauses = steps.reduce((sum, { pauseDays }) => sum + pauseDays, 0)
  const begun = boughtAge ?? 0
  const last = steps.at(-1)!
  return {
    first: up + pauses + Math.max(0, last.ready - begun) / rate,
    last: up + pauses + Math.max(1, last.limit - begun) / rate,
  }
}

const MUCH_SLOWER = 1.4 // times the longest usual time, from which it is said
const MUCH_FASTER = 0.7 // times the shortest
const LONG_STAY = 1.5 // times the usual stay in one container, from which it is said

/** Marks of a course that takes much longer, or much less time, than is usual for its kind and container. */
export function paceMarks(course: Course): Mark[] {
  const { way, plantOn, pass, spans } = course
  if (!pass || pass.settled === Infinity || spans.length === 0) return []
  const { route, crop } = way
  const usual = usualDays(way)
  const days = plantOn - pass.sown
  const place = spans.reduce((a, b) => (b.until - b.from > a.until - a.from ? b : a)).place
  const range = { days, usual: [Math.round(usual.first), Math.round(usual.last)] as const, place }
  if (days > MUCH_SLOWER * usual.last) return [{ kind: 'slower-than-usual', ...range }]
  if (days < MUCH_FASTER * usual.first) return [{ kind: 'faster-than-usual', ...range }]
  // One stay may drag though the whole does not.
  const rate = usualRate(crop.growth)
  for (let i = 0; i < route.legs.length; i++) {
    const from = Math.max(legStart(pass, i), pass.emergence)
    const until = i + 1 < route.legs.length ? legStart(pass, i + 1) : plantOn
    if (until - from < 14) continue
    const gained = ageOn(route, pass, until) - ageOn(route, pass, from)
    const pause = route.legs[i]!.starts.by === 'potting' ? route.steps[route.legs[i]!.step]!.pauseDays : 0
    const stay = gained / rate + pause
    const at = spans.find((span) => span.from <= from && from < span.until)?.place ?? place
    if (until - from > LONG_STAY * Math.max(stay, 7))
      return [
        {
          kind: 'slower-than-usual',
          days: until - from,
          usual: [Math.round(stay), Math.round(stay)],
          place: at,
          stay: true,
        },
      ]
  }
  return []
}

function whyNone({ way, plantOn }: Course): Mark {
  const { route } = way
  // Look at a sowing that leaves plenty of time: what does it get stuck on?
  let stuck: Mark | undefined
  for (const ahead of [60, 120, 240, 390]) {
    const pass = forwardPass(route, plantOn - ahead, plantOn)
    if (pass.emergence >= plantOn) {
      stuck = neverEmerges(way, plantOn - ahead)
      continue
    }
    const late = route.legs.findIndex((_, i) => legStart(pass, i) >= plantOn)
    const leg = route.legs[late < 0 ? route.legs.length - 1 : late - 1]!
    const temperature = meanOver(way, way.conditions.temperature, leg.place, pass.emergence, plantOn)
    const place = route.climate.changing.on(leg.place, plantOn - 1)
    return { kind: 'no-time', part: late < 0 ? 'growing' : 'moves', place, temperature }
  }
  return stuck!
}

function neverEmerges(way: Way, sown: Day): Mark {
  const { climate, germPlace } = way.route
  const place = climate.changing.on(germPlace, sown)
  const temperature = meanOver(way, way.conditions.temperature, place, sown, sown + 30)
  const { base, ceiling } = way.crop.germination
  return { kind: 'never-emerges', place, temperature, base, ceiling }
}
