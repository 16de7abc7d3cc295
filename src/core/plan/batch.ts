/** One batch: counted back, sized, laid out in stays, and marked where something is wrong. */
import type { Container, Variety } from '../../season/schema'
import { weekday, type Day } from '../calendar/day'
import { germinationFactor } from '../germination/emergence'
import { countBack, type CountedBack } from '../schedule/count-back'
import { ageOn, forwardPass, legAge, legStart, limitAge, limitDay, readyDay, type Pass } from '../schedule/forward'
import { fastestEmergence } from '../schedule/route'
import type { Sizing } from '../sizing/size'
import type { Sought } from './expand'
import type { Mark } from './marks'
import type { SeedShare, Way } from './ways'

/** A stretch of days in one container at one place: [from, until). */
export interface Stay {
  kind: 'germinate' | 'grow' | 'harden'
  /** Place by number in the season. */
  place: number
  container: Container
  /** Container by number in the season. */
  containerNumber: number
  from: Day
  until: Day
  /** Cells or pots in use. */
  cells: number
  trays: number
  /** Standard-flat footprints taken. */
  trayPlaces: number
  /** Whether it begins with a move into this container. */
  potted: boolean
}

/** What is sown on one day for one planting, and everything that follows from it. */
export interface Batch extends Sought {
  variety: Variety
  way: Way
  seed: SeedShare
  agePoint: number
  confidence: number
  /** Sowing day: chosen by hand, or counted back; `undefined` when no sowing works. */
  sow: Day | undefined
  window: CountedBack['window']
  /** Sowing day counted back, before sowing weekdays and choices by hand. */
  counted: Day | undefined
  pass: Pass | undefined
  ready: Day | undefined
  limit: Day | undefined
  ageAtPlanting: number
  /** Mean °C between sowing and emergence. */
  germTemperature: number | undefined
  sizing: Sizing | undefined
  stays: Stay[]
  marks: Mark[]
}

const NO_STAYS: Stay[] = []
const SLOW = 6 // times the days at the optimum, from which emergence is called slow
const WEAK = 0.5 // part of the lot's germination, below which it is called weak
const COLD_SHARE = 0.25 // part of full growth, below which a place is too cold to grow on

/**
 * Counts back, sizes and lays out one batch.
 *
 * @param sowingWeekdays days of the week sown on, 1 Monday … 7; none means any
 */
export function computeBatch(
  sought: Sought,
  variety: Variety,
  way: Way,
  seed: SeedShare,
  agePoint: number,
  confidence: number,
  sowingWeekdays: readonly number[],
): Batch {
  const marks: Mark[] = []
  const { route } = way
  const batch: Batch = {
    id: sought.id,
    code: sought.code,
    planting: sought.planting,
    n: sought.n,
    plants: sought.plants,
    plantOn: sought.plantOn,
    sowOn: sought.sowOn,
    variety,
    way,
    seed,
    agePoint,
    confidence,
    sow: undefined,
    window: undefined,
    counted: undefined,
    pass: undefined,
    ready: undefined,
    limit: undefined,
    ageAtPlanting: 0,
    germTemperature: undefined,
    sizing: undefined,
    stays: NO_STAYS,
    marks,
  }
  if (way.refused.length > 0) {
    for (const { container, ready, limit } of way.refused) {
      marks.push({ kind: 'container-too-small', container: container.name, ready, limit })
    }
    return batch
  }
  const { sow, window } = countBack(way.table, batch.plantOn, agePoint)
  batch.counted = sow
  batch.window = window
  batch.sow = sought.sowOn ?? (sow === undefined ? undefined : onSowingWeekday(sow, window, sowingWeekdays))
  if (batch.sow === undefined) {
    marks.push(whyNone(batch))
    return batch
  }
  const pass = forwardPass(route, batch.sow, batch.plantOn)
  batch.pass = pass
  batch.ageAtPlanting = ageOn(route, pass, batch.plantOn)
  const ready = readyDay(route, pass)
  const limit = limitDay(route, pass)
  batch.ready = ready === Infinity ? undefined : ready
  batch.limit = limit === Infinity ? undefined : limit
  size(batch)
  layOut(batch)
  markTiming(batch)
  for (const stay of batch.stays) markStay(batch, stay)
  return batch
}

/** Nearest allowed weekday to a sowing day that stays inside its window; a tie goes earlier. */
export function onSowingWeekday(sow: Day, window: CountedBack['window'], weekdays: readonly number[]): Day {
  if (weekdays.length === 0 || weekdays.includes(weekday(sow))) return sow
  for (let away = 1; away < 7; away++) {
    for (const day of [sow - away, sow + away]) {
      if (!weekdays.includes(weekday(day))) continue
      if (!window || (day >= window.earliest && day <= window.latest)) return day
    }
  }
  return sow
}

function size(batch: Batch): void {
  const { way, seed, pass } = batch
  const until = Math.min(pass!.emergence, pass!.leavesHeat, batch.plantOn)
  if (until <= pass!.sown) return
  const place = pass!.sown >= batch.plantOn ? way.route.legs[0]!.place : way.route.germPlace
  const temperature = meanOver(batch, way.temperature, place, pass!.sown, until)
  batch.germTemperature = temperature
  const factor = pass!.emergence === Infinity ? 0 : germinationFactor(way.crop.germination, temperature)
  batch.sizing = way.size(batch.plants, seed, batch.confidence, factor)
  if (pass!.emergence === Infinity) return
  if (!batch.sizing) batch.marks.push({ kind: 'no-germination', place, temperature })
  else if (factor < WEAK) {
    const lotShare = seed.germination
    batch.marks.push({ kind: 'weak-emergence', place, temperature, share: lotShare * factor, lotShare })
  }
}

function layOut(batch: Batch): void {
  const { way, sizing, plantOn } = batch
  const { route, keep } = way
  const pass = batch.pass!
  if (!sizing) return
  // Made at its greatest length and cut, as in the forward pass: thousands of these are alive at once.
  const stays = new Array<Stay>(route.legs.length + route.tail.length + 1)
  let count = 0
  let from = pass.sown
  let leg = 0
  let step = 0
  let tail = -1
  let heated = pass.leavesHeat > from
  let potted = true
  while (from < plantOn) {
    // The next day anything changes: heat left, the next leg, the next of the tail, or planting.
    const nextTail = tail + 1 < route.tail.length ? plantOn - route.tail[tail + 1]!.daysBefore : Infinity
    const nextLeg = leg + 1 < route.legs.length ? legStart(pass, leg + 1) : Infinity
    const nextHeat = heated && tail < 0 ? pass.leavesHeat : Infinity
    const until = Math.min(plantOn, nextTail, nextLeg, nextHeat)
    if (until > from) {
      const place = tail >= 0 ? route.tail[tail]!.place : heated ? route.germPlace : route.legs[leg]!.place
      const kind = tail >= 0 && route.tail[tail]!.stage === 'hardening' ? 'harden' : heated ? 'germinate' : 'grow'
      const { container, containerNumber } = route.steps[step]!
      const cells = step === 0 ? sizing.cells : Math.ceil(sizing.counts[step]! / keep)
      const last = count > 0 ? stays[count - 1] : undefined
      if (last && last.place === place && last.kind === kind && !potted) last.until = until
      else {
        const trays = Math.ceil(cells / container.cells)
        stays[count++] = { kind, place, container, containerNumber, from, until, cells, trays, trayPlaces: trays * container.trayPlaces, potted }
        potted = false
      }
    }
    if (until === nextTail) {
      tail++
      heated = false
    }
    if (until === nextHeat) heated = false
    if (until === nextLeg) {
      leg++
      if (route.legs[leg]!.step !== step) {
        step = route.legs[leg]!.step
        potted = true
      }
    }
    from = Math.max(from, until)
  }
  stays.length = count
  batch.stays = stays
}

function markTiming(batch: Batch): void {
  const { way, marks, plantOn, ready, limit } = batch
  const { route } = way
  const pass = batch.pass!
  if (pass.emergence === Infinity) {
    marks.push(neverEmerges(batch, pass.sown))
    return
  }
  const days = pass.emergence - pass.sown
  const fastestDays = fastestEmergence(route)
  if (days > SLOW * fastestDays && batch.germTemperature !== undefined) {
    marks.push({ kind: 'slow-emergence', place: route.germPlace, temperature: batch.germTemperature, days, fastestDays })
  }
  for (let i = 1; i < route.legs.length; i++) {
    const leg = route.legs[i]!
    const day = legStart(pass, i)
    if (day >= plantOn) {
      marks.push({ kind: 'moves-after-planting', day })
      return
    }
    if (leg.starts.by !== 'potting') continue
    const { limit: oldest } = route.steps[leg.step - 1]!
    const age = legAge(pass, i)
    const container = route.steps[leg.step - 1]!.container.name
    if (age > oldest + 1e-9) marks.push({ kind: 'outgrown-before-move', container, day, limitAge: oldest, age })
    const hardening = route.tail.at(-1)
    if (hardening?.stage === 'hardening' && day >= plantOn - hardening.daysBefore) marks.push({ kind: 'move-in-hardening', day })
  }
  if (ready === undefined || ready > plantOn) {
    marks.push({ kind: 'not-ready', days: ready === undefined ? undefined : ready - plantOn })
  } else if (limit !== undefined && batch.ageAtPlanting > limitAge(route) + 1e-9) {
    marks.push({ kind: 'past-limit', days: Math.max(1, plantOn - limit) })
  }
}

function markStay(batch: Batch, stay: Stay): void {
  const { way, marks } = batch
  const { crop } = way
  const { place, from, until } = stay
  if (stay.kind === 'grow') {
    const share = meanOver(batch, way.warmth, place, from, until) / (crop.growth.optimum - crop.growth.base)
    if (share < COLD_SHARE) {
      const temperature = meanOver(batch, way.temperature, place, from, until)
      marks.push({ kind: 'cold-place', place, share, temperature, from, until })
    }
  }
  const grown = Math.max(from, batch.pass!.emergence)
  if (grown < until) {
    if (way.coldNights) {
      const nights = sumBetween(batch, way.coldNights, place, grown, until)
      if (nights > 0) marks.push({ kind: 'cold-nights', place, nights, below: crop.minNight!, from: grown, until })
    }
    if (way.hotDays) {
      const days = sumBetween(batch, way.hotDays, place, grown, until)
      if (days > 0) marks.push({ kind: 'hot-days', place, days, above: crop.stressAbove!, from: grown, until })
    }
  }
  const closed = way.closedDays[place]
  if (closed && sumBetween(batch, way.closedDays as Float64Array[], place, from, until) > 0) {
    let day = from
    while (sumBetween(batch, way.closedDays as Float64Array[], place, day, day + 1) === 0) day++
    marks.push({ kind: 'place-closed', place, day })
  }
}

function whyNone(batch: Batch): Mark {
  const { way, plantOn } = batch
  const { route } = way
  // Look at a sowing that leaves plenty of time: what does it get stuck on?
  let stuck: Mark | undefined
  for (const ahead of [60, 120, 240, 390]) {
    const pass = forwardPass(route, plantOn - ahead, plantOn)
    if (pass.emergence >= plantOn) {
      stuck = neverEmerges(batch, plantOn - ahead)
      continue
    }
    const late = route.legs.findIndex((_, i) => legStart(pass, i) >= plantOn)
    const leg = route.legs[late < 0 ? route.legs.length - 1 : late - 1]!
    const temperature = meanOver(batch, way.temperature, leg.place, pass.emergence, plantOn)
    return { kind: 'no-time', part: late < 0 ? 'growing' : 'moves', place: leg.place, temperature }
  }
  return stuck!
}

function neverEmerges(batch: Batch, sown: Day): Mark {
  const { way } = batch
  const place = way.route.germPlace
  const temperature = meanOver(batch, way.temperature, place, sown, sown + 30)
  const { base, ceiling } = way.crop.germination
  return { kind: 'never-emerges', place, temperature, base, ceiling }
}

function meanOver(batch: Batch, totals: readonly Float64Array[], place: number, a: Day, b: Day): number {
  return sumBetween(batch, totals, place, a, b) / (b - a)
}

function sumBetween(batch: Batch, totals: readonly Float64Array[], place: number, a: Day, b: Day): number {
  const { from } = batch.way.route.climate
  const total = totals[place]!
  return total[b - from]! - total[a - from]!
}
