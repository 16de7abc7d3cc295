/** The course of a sowing by one way: its days and places from seed to planting, whatever its size. */
import { type Day } from '../calendar/day'
import { leafAge } from '../growth/rate'
import { firstFeed, type Filling } from '../mix/which-mix'
import { latestSowing, sowingWindow, type CountedBack } from '../schedule/count-back'
import { ageOn, dayAtAge, forwardPass, legStart, limitDay, readyDay, tailDay, type Pass } from '../schedule/forward'
import { HAND_OVER } from '../schedule/place-by-rule'
import { UNPLANNED, type Route } from '../schedule/route'
import { onSowingDay } from '../schedule/sowing-days'
import type { WorkDays } from '../schedule/work-days'
import type { Sizing } from '../sizing/size'
import type { LaidOut } from './batch'
import type { Mark } from './marks'
import type { SeedShare, Way } from './ways'
import { policyOf } from '../sowing/policies'
import { paceMarks, spanMarks, timingMarks } from './course-marks'
import { meanOver } from './over-days'

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
   * @param sowingDays days sown on, where not any will do
   * @param known the pass, where what has happened says it
   */
  constructor(
    readonly way: Way,
    readonly plantOn: Day,
    readonly agePoint: number,
    sowOn: Day | undefined,
    sowingDays: WorkDays | undefined,
    known?: Pass,
  ) {
    const { route, refused } = way
    this.heatPlace = route.germPlace // until the sowing day is known
    this.germinationFactor = 0
    this.stands = false
    this.spans = NO_SPANS
    if (refused.length > 0) return
    this.sow = sowOn
    if (sowOn === undefined) {
      const { counted } = this
      this.sow = counted === undefined ? undefined : onSowingDay(counted, this, sowingDays)
    }
    if (this.sow === undefined) return
    const pass = (this.pass = known ?? forwardPass(route, this.sow, plantOn))
    // A sowing by hand on the planting day or later has no heat to leave.
    this.heatPlace = pass.sown >= plantOn ? route.climate.changing.on(route.legs[0]!.place, pass.sown) : pass.germPlace
    if (route.boughtAge !== undefined) {
      this.germinationFactor = 1
      this.stands = pass.sown < plantOn
      if (this.stands) this.spans = layOut(route, way.method.stages.length, pass, plantOn)
      return
    }
    const until = Math.min(pass.emergence, pass.leavesHeat, plantOn)
    if (until <= pass.sown) return
    this.stands = true
    this.germTemperature = meanOver(way, way.conditions.temperature, this.heatPlace, pass.sown, until)
    if (pass.emergence < Infinity) this.germinationFactor = shareLeft(way, this.heatPlace, pass.sown, until)
    this.spans = layOut(route, way.method.stages.length, pass, plantOn)
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
  const gained = over(emergenceTotals.of(place))
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
    const shows = dayAtAge(route, pass, leafAge(leaf, leafInterval, firstLeaf))
    const day = kind === 'feed' ? firstFeed(shows, fillings(way, pass)) : shows
    return day < plantOn ? [{ kind, day }] : []
  })
}

/** Days on which plants come into fresh mix, and how long its feed lasts. */
export function fillings({ route: { legs }, feedsDays }: Way, pass: Pass): Filling[] {
  return legs.flatMap(({ step }, i) =>
    i > 0 && legs[i - 1]!.step === step ? [] : [{ from: legStart(pass, i), feedsDays: feedsDays[step]! }],
  )
}

/**
 * Where a sowing stands from its sowing day to its planting day.
 *
 * @param stages number of stages of its method
 */
export function layOut(route: Route, stages: number, pass: Pass, plantOn: Day): Span[] {
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
    const nextTail = tail + 1 < route.tail.length ? tailDay(route, route.tail[tail + 1]!, plantOn) : Infinity
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
        let stage = tail >= 0 && route.tail[tail]!.unplanned ? UNPLANNED : at === 'hardening' ? stages : at
        // Potted up where it stands before planting already: it is the potting of its leg all the same.
        if (potted && tail >= 0) stage = route.legs[leg]!.stage
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
