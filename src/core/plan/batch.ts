/** One batch: the course of its way, sized, and laid out in stays. */
import type { Container, Variety } from '../../season/schema'
import type { Day } from '../calendar/day'
import type { CountedBack } from '../schedule/count-back'
import type { Pass } from '../schedule/forward'
import type { Sizing } from '../sizing/size'
import type { AsItIs } from '../forecast/as-it-is'
import { staysAsTheyAre } from '../forecast/cut-stays'
import type { Course, LeafWork } from './course'
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
  /** Cells or pots in use; flats, when it is sown in flats. */
  cells: number
  trays: number
  /** Standard-flat footprints taken. */
  trayPlaces: number
  /** Whether it begins with a move into this container. */
  potted: boolean
  /** Stage of the method it belongs to; the number of stages, when it hardens; -1 when it was moved there and nobody had planned to. */
  stage: number
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
  /** What is done when a true leaf shows, before planting. */
  readonly leafWork: readonly LeafWork[]
  marks: readonly Mark[]
  /** What has happened to it so far; `undefined` while it is only planned. */
  readonly asItIs: AsItIs | undefined
}

const NO_STAYS: Stay[] = []
const WEAK = 0.5 // part of the lot's germination, below which it is called weak

/** Sizes a course for what is sought, and lays it out. */
export function computeBatch(
  sought: Sought,
  variety: Variety,
  course: Course,
  seed: SeedShare,
  agePoint: number,
  confidence: number,
): Batch {
  return new Computed(sought, variety, course, seed, agePoint, confidence)
}

/** A batch on the course it really takes. */
export function batchAsItIs(planned: Batch, sought: Sought, course: Course, asItIs: AsItIs): Batch {
  return new Computed(sought, planned.variety, course, planned.seed, planned.agePoint, planned.confidence, asItIs)
}

/** A batch holds its size and stays; what was sought and the days of its course are looked up there, for thousands are alive at once. */
class Computed implements Batch {
  readonly sizing: Sizing | undefined
  readonly stays: Stay[]
  #marks: readonly Mark[] | undefined

  constructor(
    readonly sought: Sought,
    readonly variety: Variety,
    readonly course: Course,
    readonly seed: SeedShare,
    readonly agePoint: number,
    readonly confidence: number,
    readonly asItIs: AsItIs | undefined = undefined,
  ) {
    this.sizing =
      asItIs?.planned.sizing ??
      (!course.stands ? undefined : course.way.size(sought.plants, seed, confidence, course.germinationFactor))
    this.stays = this.sizing ? staysOf(course, this.sizing, asItIs?.cells) : NO_STAYS
    if (asItIs) this.stays = staysAsTheyAre(this.stays, asItIs, (stay, cells) => resized(stay, cells, course.way))
  }

  get id(): string {
    return this.sought.id
  }
  get code(): string {
    return this.sought.code
  }
  get planting(): Sought['planting'] {
    return this.sought.planting
  }
  get n(): number {
    return this.sought.n
  }
  get plants(): number {
    return this.sought.plants
  }
  get plantOn(): Day {
    return this.sought.plantOn
  }
  get sowOn(): Day | undefined {
    return this.sought.sowOn
  }
  get age(): number | undefined {
    return this.sought.age
  }
  get otherwise(): Sought['otherwise'] {
    return this.sought.otherwise
  }
  get pinned(): boolean {
    return this.sought.pinned
  }
  get sow(): Day | undefined {
    return this.course.sow
  }
  get way(): Way {
    return this.course.way
  }
  get counted(): Day | undefined {
    return this.course.counted
  }
  get window(): CountedBack['window'] {
    return this.course.window
  }
  get pass(): Pass | undefined {
    return this.course.pass
  }
  get ready(): Day | undefined {
    return this.course.ready
  }
  get limit(): Day | undefined {
    return this.course.limit
  }
  get ageAtPlanting(): number {
    return this.course.ageAtPlanting
  }
  get germTemperature(): number | undefined {
    return this.course.germTemperature
  }
  get leafWork(): readonly LeafWork[] {
    return this.course.leafWork
  }
  get marks(): readonly Mark[] {
    if (this.#marks) return this.#marks
    const { timingMarks, stayMarks } = this.course
    return (this.#marks = [...sizeMarks(this, this.course), ...timingMarks, ...(this.sizing ? stayMarks : [])])
  }
}

function staysOf({ spans, way }: Course, sizing: Sizing, inUse: readonly number[] | undefined): Stay[] {
  const { steps } = way.route
  // Made at its full length: thousands of these are alive at once.
  const stays = new Array<Stay>(spans.length)
  for (let i = 0; i < spans.length; i++) {
    const { kind, place, from, until, step, stage, potted } = spans[i]!
    const { container, containerNumber } = steps[step]!
    const cells = inUse?.[step] ?? way.cellsIn(step, sizing)
    stays[i] = {
      kind,
      place,
      container,
      containerNumber,
      from,
      until,
      cells,
      trays: way.traysOf(step, cells),
      trayPlaces: way.trayPlacesOf(step, cells),
      potted,
      stage,
    }
  }
  return stays
}

/** A stay with another number of cells in use. */
function resized(stay: Stay, cells: number, way: Way): Stay {
  const step = way.route.steps.findIndex(({ containerNumber }) => containerNumber === stay.containerNumber)
  return { ...stay, cells, trays: way.traysOf(step, cells), trayPlaces: way.trayPlacesOf(step, cells) }
}

function sizeMarks(
  { seed, sizing }: Batch,
  { pass, germTemperature: temperature, heatPlace: place, germinationFactor: factor }: Course,
): Mark[] {
  if (!pass || pass.emergence === Infinity || temperature === undefined) return []
  if (!sizing) return [{ kind: 'no-germination', place, temperature }]
  const lotShare = seed.germination
  return factor < WEAK ? [{ kind: 'weak-emergence', place, temperature, share: lotShare * factor, lotShare }] : []
}
