/** The course of a sowing by one way: its days and places from seed to planting, whatever its size. */
import { weekday, type Day } from '../calendar/day'
import { germinationFactor } from '../germination/emergence'
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
import { fastestEmergence, UNPLANNED } from '../schedule/route'
import type { Mark } from './marks'
import type { Way } from './ways'

/** A stretch of days in one container at one place: [from, until). */
export interface Span {
  kind: 'germinate' | 'grow' | 'harden'
  /** Place by number in the season. */
  place: number
  from: Day
  until: Day
  /** The container, by number on the route. */
  step: number
  /** Stage of the method it belongs to; the number of stages, when it hardens; -1 when it was moved there and nobody had planned to. */
  stage: number
  /** Whether it begins with a move into this container. */
  potted: boolean
}

/** Work that waits for a true leaf. */
export interface LeafWork {
  kind: 'thin' | 'pinch' | 'feed'
  day: Day
}

const SLOW = 6 // times the days at the optimum, from which emergence is called slow
const COLD_SHARE = 0.25 // part of full growth, below which a place is too cold to grow on
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
    this.heatPlace = route.germPlace
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
    if (pass.sown >= plantOn) this.heatPlace = route.legs[0]!.place
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
    if (pass.emergence < Infinity)
      this.germinationFactor = germinationFactor(way.crop.germination, this.germTemperature)
    this.spans = layOut(way, pass, plantOn)
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
    return (this.#stayMarks ??= this.spans.flatMap((span) => spanMarks(this, span)))
  }
}

const finite = (day: Day): Day | undefined => (day === Infinity ? undefined : day)

function leafWork({ way, pass, plantOn }: Course): LeafWork[] {
  const { crop, method, route } = way
  const { leafInterval, firstLeaf } = crop.growth
  if (!pass || leafInterval === undefined) return []
  const { pinch, feedAtLeaf } = crop.care
  const leaves: [LeafWork['kind'], number | undefined][] = [
    ['thin', method.sowing.policy === 'thin' && way.seedsPerCell > way.keep ? crop.thinAtLeaf : undefined],
    ['pinch', pinch?.leaf],
    ['feed', feedAtLeaf],
  ]
  return leaves.flatMap(([kind, leaf]) => {
    if (leaf === undefined) return []
    const day = dayAtAge(route, pass, leafAge(leaf, leafInterval, firstLeaf))
    return day < plantOn ? [{ kind, day }] : []
  })
}

/** Nearest allowed weekday to a sowing day that stays inside its window, or without one before the planting day; a tie goes earlier. */
export function onSowingWeekday(
  sow: Day,
  of: { readonly window: CountedBack['window']; readonly plantOn: Day },
  weekdays: readonly number[],
): Day {
  if (weekdays.length === 0 || weekdays.includes(weekday(sow))) return sow
  const { window, plantOn } = of
  for (let away = 1; away < 7; away++) {
    for (const day of [sow - away, sow + away]) {
      if (!weekdays.includes(weekday(day))) continue
      if (window ? day >= window.earliest && day <= window.latest : day < plantOn) return day
    }
  }
  return sow
}

function layOut(way: Way, pass: Pass, plantOn: Day): Span[] {
  const { route } = way
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
    const until = Math.min(plantOn, nextTail, nextLeg, nextHeat)
    if (until > from) {
      const place = tail >= 0 ? route.tail[tail]!.place : heated ? route.germPlace : route.legs[leg]!.place
      const at = tail >= 0 ? route.tail[tail]!.stage : heated ? 0 : route.legs[leg]!.stage
      const kind = at === 'hardening' ? 'harden' : heated ? 'germinate' : 'grow'
      const last = spans[spans.length - 1]
      if (last && last.place === place && last.kind === kind && !potted) last.until = until
      else {
        const stage =
          tail >= 0 && route.tail[tail]!.unplanned ? UNPLANNED : at === 'hardening' ? way.method.stages.length : at
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
      place: route.germPlace,
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
  const { crop } = way
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
    if (way.coldNights) {
      const nights = sumBetween(way, way.coldNights, place, grown, until)
      if (nights > 0) marks.push({ kind: 'cold-nights', place, nights, below: crop.minNight!, from: grown, until })
    }
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
    return { kind: 'no-time', part: late < 0 ? 'growing' : 'moves', place: leg.place, temperature }
  }
  return stuck!
}

function neverEmerges(way: Way, sown: Day): Mark {
  const place = way.route.germPlace
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
