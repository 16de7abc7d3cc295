/** The course of a sowing by one way: its days and places from seed to planting, whatever its size. */
import { type Day } from '../calendar/day'
import { fastestDays } from '../germination/emergence'
import { checksUnder, killsUnder } from '../growth/cold'
import { leafAge } from '../growth/rate'
import { latestSowing, sowingWindow, type CountedBack } from '../schedule/count-back'
import {
  ageOn,
  dayAtAge,
  forwardPass,
  legAge,
  legStart,
  limitAge,
  limitDay,
  readyDay,
  type Pass,
} from '../schedule/forward'
import { HAND_OVER, usualRate } from '../schedule/place-by-rule'
import { fastestEmergence, UNPLANNED } from '../schedule/route'
import { onSowingWeekday } from '../schedule/sowing-weekdays'
import type { Sizing } from '../sizing/size'
import type { LaidOut } from './batch'
import type { Mark } from './marks'
import type { SeedShare, Way } from './ways'
import { policyOf } from '../sowing/policies'

/** A stretch of days in one container at one place: [from, until). */
export interface Span {
  kind: 'germinate' | 'grow' | 'harden'
  /** Place by number in the season. */
  place: number
  from: Day
  until: Day
  /** The container, by number on the route. */
  step: number
  /** Stage of the method it belongs to, with `HAND_OVER` added where it was handed over within it; the number of stages, when it hardens; -1 when it was moved there and nobody had planned to. */
  stage: number
  /** Whether it begins with a move into this container. */
  potted: boolean
}

/** Work that waits for a true leaf. */
export interface LeafWork {
  kind: 'thin' | 'pinch' | 'feed'
  day: Day
}

type LayOutAt = (course: Course, sizing: Sizing) => LaidOut

/** A course sized for a need. */
interface Sized {
  need: number
  seed: SeedShare
  confidence: number
  sizing: Sizing | undefined
  laidOut: LaidOut | undefined
}

const SLOW = 6 // times the days at the optimum, from which emergence is called slow
const COLD_SHARE = 0.25 // part of full growth, below which a place is too cold to grow on
const MOST_SIZES = 40 // sizes kept for one course
const NO_SPANS: Span[] = []

/**
 * What happens to everything sown by one way for one planting day at one age. Batches share it: many
 * varieties are sown together. What only a batch that is looked at needs is found when first asked for.
 */
export class Course {
  /** Sowing day: chosen by hand, or counted back; `undefined` when no sowing works. */
  readonly sow: Day | undefined
  readonly pass: Pass | undefined
  /** Place it stands in until heat is left. */
  readonly heatPlace: number
  /** Mean °C there between sowing and emergence. */
  readonly germTemperature: number | undefined
  /** Part of the lot's germination left at that temperature. */
  readonly germinationFactor: number
  /** Whether there is anything to stand somewhere: it is sown before it is planted. */
  readonly stands: boolean
  readonly spans: readonly Span[]
  #laidOut: Map<Sizing, LaidOut> | undefined
  #sized: Sized | undefined
  #counted: Day | undefined | null = null
  #window: CountedBack['window'] | null = null
  #leafWork: readonly LeafWork[] | undefined
  #timingMarks: readonly Mark[] | undefined
  #stayMarks: readonly Mark[] | undefined

  /**
   * @param sowOn sowing day chosen by hand
   * @param sowingWeekdays days of the week sown on, 1 Monday … 7; none means any
   * @param known the pass, where what has happened says it
   */
  constructor(
    readonly way: Way,
    readonly plantOn: Day,
    readonly agePoint: number,
    sowOn: Day | undefined,
    sowingWeekdays: readonly number[],
    known?: Pass,
  ) {
    const { route, refused, temperature } = way
    this.heatPlace = route.germPlace // until the sowing day is known
    this.germinationFactor = 0
    this.stands = false
    this.spans = NO_SPANS
    if (refused.length > 0) return
    this.sow = sowOn
    if (sowOn === undefined) {
      const { counted } = this
      this.sow = counted === undefined ? undefined : onSowingWeekday(counted, this, sowingWeekdays)
    }
    if (this.sow === undefined) return
    const pass = (this.pass = known ?? forwardPass(route, this.sow, plantOn))
    // A sowing by hand on the planting day or later has no heat to leave.
    this.heatPlace = pass.sown >= plantOn ? route.climate.changing.on(route.legs[0]!.place, pass.sown) : pass.germPlace
    if (route.boughtAge !== undefined) {
      this.germinationFactor = 1
      this.stands = pass.sown < plantOn
      if (this.stands) this.spans = layOut(way, pass, plantOn)
      return
    }
    const until = Math.min(pass.emergence, pass.leavesHeat, plantOn)
    if (until <= pass.sown) return
    this.stands = true
    this.germTemperature = meanOver(way, temperature, this.heatPlace, pass.sown, until)
    if (pass.emergence < Infinity) this.germinationFactor = shareLeft(way, this.heatPlace, pass.sown, until)
    this.spans = layOut(way, pass, plantOn)
  }

  /**
   * Size for a need, and what then stands somewhere: batches of one size share it, for thousands are alive at once. The
   * last one found is at hand, for a plan is made again far more often than a planting changes.
   *
   * @param need plants wanted
   */
  sizedFor(need: number, seed: SeedShare, confidence: number, layOutAt: LayOutAt): Sized {
    const last = this.#sized
    if (last && last.need === need && last.seed === seed && last.confidence === confidence) return last
    const sizing = this.stands ? this.way.size(need, seed, confidence, this.germinationFactor) : undefined
    return (this.#sized = { need, seed, confidence, sizing, laidOut: sizing && this.laidOutAt(sizing, layOutAt) })
  }

  private laidOutAt(sizing: Sizing, layOutAt: LayOutAt): LaidOut {
    const known = (this.#laidOut ??= new Map())
    let laid = known.get(sizing)
    if (!laid) {
      if (known.size >= MOST_SIZES) known.clear()
      known.set(sizing, (laid = layOutAt(this, sizing)))
    }
    return laid
  }

  /** Sowing day counted back, before sowing weekdays and choices by hand. */
  get counted(): Day | undefined {
    if (this.#counted === null)
      this.#counted =
        this.way.refused.length > 0 ? undefined : latestSowing(this.way.table, this.plantOn, this.agePoint)
    return this.#counted
  }

  /** Earliest and latest sowing that is ready and not past its limit at planting. */
  get window(): CountedBack['window'] {
    if (this.#window === null)
      this.#window = this.way.refused.length > 0 ? undefined : sowingWindow(this.way.table, this.plantOn)
    return this.#window
  }

  get ready(): Day | undefined {
    return this.pass && finite(readyDay(this.way.route, this.pass))
  }

  get limit(): Day | undefined {
    return this.pass && finite(limitDay(this.way.route, this.pass))
  }

  get ageAtPlanting(): number {
    return this.pass ? ageOn(this.way.route, this.pass, this.plantOn) : 0
  }

  /** What is done when a true leaf shows, before planting. */
  get leafWork(): readonly LeafWork[] {
    return (this.#leafWork ??= leafWork(this))
  }

  /** What is wrong with its days. */
  get timingMarks(): readonly Mark[] {
    return (this.#timingMarks ??= timingMarks(this))
  }

  /** What is wrong with where it stands. */
  get stayMarks(): readonly Mark[] {
    return (this.#stayMarks ??= [...this.spans.flatMap((span) => spanMarks(this, span)), ...paceMarks(this)])
  }
}

/** Part of a lot's germination that is left in a place: the mean of the hours, each by the pace it gives. */
function shareLeft({ route: { climate, germination, emergenceTotals } }: Way, place: number, a: Day, b: Day): number {
  const over = (total: Float64Array) => total[b - climate.from]! - total[a - climate.from]!
  const gained = over(emergenceTotals[place]!)
  return gained > 0 ? Math.min(1, over(climate.comingUp(place, germination)) / gained) : 0
}

const finite = (day: Day): Day | undefined => (day === Infinity ? undefined : day)

function leafWork({ way, pass, plantOn }: Course): LeafWork[] {
  const { crop, method, route } = way
  const { leafInterval, firstLeaf } = crop.growth
  if (!pass || leafInterval === undefined) return []
  const { pinch, feedAtLeaf } = crop.care
  const leaves: [LeafWork['kind'], number | undefined][] = [
    ['thin', policyOf(method.sowing).thins ? crop.thinAtLeaf : undefined],
    ['pinch', pinch?.leaf],
    ['feed', feedAtLeaf],
  ]
  return leaves.flatMap(([kind, leaf]) => {
    if (leaf === undefined) return []
    const day = dayAtAge(route, pass, leafAge(leaf, leafInterval, firstLeaf))
    return day < plantOn ? [{ kind, day }] : []
  })
}

function layOut(way: Way, pass: Pass, plantOn: Day): Span[] {
  const { route } = way
  const { changing } = route.climate
  const spans: Span[] = []
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
    const named = tail >= 0 ? route.tail[tail]!.place : heated ? pass.germPlace : route.legs[leg]!.place
    const until = Math.min(plantOn, nextTail, nextLeg, nextHeat, changing.after(named, from))
    if (until > from) {
      const place = changing.on(named, from)
      const at = tail >= 0 ? route.tail[tail]!.stage : heated ? 0 : route.legs[leg]!.stage
      const kind = at === 'hardening' ? 'harden' : heated ? 'germinate' : 'grow'
      const last = spans[spans.length - 1]
      if (last && last.place === place && last.kind === kind && !potted) last.until = until
      else {
        let stage =
          tail >= 0 && route.tail[tail]!.unplanned ? UNPLANNED : at === 'hardening' ? way.method.stages.length : at
        // Handed over within its stage, by rule.
        if (last && last.kind === kind && last.stage === stage && named >= changing.realPlaces && !potted)
          stage += HAND_OVER
        spans.push({ kind, place, from, until, step, stage, potted })
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
  return spans
}

function timingMarks(course: Course): readonly Mark[] {
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
    if (hardening?.stage === 'hardening' && day >= plantOn - hardening.daysBefore)
      marks.push({ kind: 'move-in-hardening', day })
  }
  if (ready === undefined || ready > plantOn) {
    marks.push({ kind: 'not-ready', days: ready === undefined ? undefined : ready - plantOn })
  } else if (limit !== undefined && course.ageAtPlanting > limitAge(route) + 1e-9) {
    marks.push({ kind: 'past-limit', days: Math.max(1, plantOn - limit) })
  }
  return marks
}

function spanMarks(course: Course, span: Span): Mark[] {
  const marks: Mark[] = []
  const { way } = course
  const { crop, cold } = way
  const { place, from, until } = span
  if (span.kind === 'grow') {
    const share = meanOver(way, way.warmth, place, from, until) / (crop.growth.optimum - crop.growth.base)
    if (share < COLD_SHARE) {
      const temperature = meanOver(way, way.temperature, place, from, until)
      marks.push({ kind: 'cold-place', place, share, temperature, from, until })
    }
  }
  const grown = Math.max(from, course.pass!.emergence)
  if (grown < until) {
    const hardness = span.kind === 'harden' ? 'hardening' : 'soft'
    const nightsUnder = (below: number) => sumBetween(way, way.coldNights(below), place, grown, until)
    const kills = killsUnder(cold, hardness)
    const killing = nightsUnder(kills)
    if (killing > 0) marks.push({ kind: 'killing-nights', place, nights: killing, below: kills, from: grown, until })
    const below = checksUnder(cold, hardness)
    const nights = nightsUnder(below) - killing
    if (nights > 0) marks.push({ kind: 'cold-nights', place, nights, below, from: grown, until })
    if (way.hotDays) {
      const days = sumBetween(way, way.hotDays, place, grown, until)
      if (days > 0) marks.push({ kind: 'hot-days', place, days, above: crop.stressAbove!, from: grown, until })
    }
  }
  const closed = way.closedDays[place]
  if (closed && sumBetween(way, way.closedDays as Float64Array[], place, from, until) > 0) {
    let day = from
    while (sumBetween(way, way.closedDays as Float64Array[], place, day, day + 1) === 0) day++
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
function paceMarks(course: Course): Mark[] {
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
    const temperature = meanOver(way, way.temperature, leg.place, pass.emergence, plantOn)
    const place = route.climate.changing.on(leg.place, plantOn - 1)
    return { kind: 'no-time', part: late < 0 ? 'growing' : 'moves', place, temperature }
  }
  return stuck!
}

function neverEmerges(way: Way, sown: Day): Mark {
  const { climate, germPlace } = way.route
  const place = climate.changing.on(germPlace, sown)
  const temperature = meanOver(way, way.temperature, place, sown, sown + 30)
  const { base, ceiling } = way.crop.germination
  return { kind: 'never-emerges', place, temperature, base, ceiling }
}

function meanOver(way: Way, totals: readonly Float64Array[], place: number, a: Day, b: Day): number {
  return sumBetween(way, totals, place, a, b) / (b - a)
}

function sumBetween(way: Way, totals: readonly Float64Array[], place: number, a: Day, b: Day): number {
  const { from } = way.route.climate
  const total = totals[place]!
  return total[b - from]! - total[a - from]!
}
