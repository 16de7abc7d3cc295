/** One batch: the course of its way, sized, and laid out in stays. */
import type { Container, Variety } from '../../season/schema'
import type { Day } from '../calendar/day'
import type { Ledger, Ledgers } from '../ledger/ledger'
import type { Line } from '../ledger/records'
import type { StandForecast } from '../ledger/stand-count'
import type { CountedBack } from '../schedule/count-back'
import type { Pass } from '../schedule/forward'
import type { Happened } from '../schedule/pass-from'
import { MOST_CELLS, type Sizing } from '../sizing/size'
import { staysAsTheyAre } from './cut-stays'
import type { Course, LeafWork, Span } from './course'
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
  /** Its stays, and when its containers are free again. */
  readonly laidOut: LaidOut
  /** What is done when a true leaf shows, before planting. */
  readonly leafWork: readonly LeafWork[]
  marks: readonly Mark[]
  readonly bounds: Bounds
  readonly course: Course
  /** What has happened to it so far; `undefined` while it is only planned. */
  readonly progress: Progress | undefined
}

/** How far a batch is. */
export type Standing = 'to-sow' | 'sown' | 'up' | 'hardening' | 'planted' | 'gone'

/** What has happened to a batch, beside what was planned for it. */
export interface Progress {
  planned: Batch
  ledger: Ledger
  /** Every part of the batch it belongs to, and what of its records could not be. */
  all: Ledgers
  standing: Standing
  /** Whether somebody has to say first whether it was sown: until then it stands nowhere. */
  asks: boolean
  /** First day that is forecast: what lies before it has happened. */
  today: Day
  /** By container of the way: cells, pots or flats in use. */
  cells: readonly number[]
  /** What counts say of the stand; `undefined` before one. */
  stand: StandForecast | undefined
  /** Good plants expected at planting: of those counted, else in the same share as was sown. */
  plants: number
  /** Share of the planned batch that this part is: 1 when it was never split. */
  share: number
  /** Looks at plugs, with the age that was reckoned then and the age at which the plug was to hold. */
  plugs: readonly { on: Day; age: number; ready: number; holds: boolean }[]
  /** Steps that are due and have not happened, with the day they were due: what follows is forecast as if they were done tomorrow. */
  held: ReadonlyMap<string, Day>
  /** Looks at its plants, and at those of the same sowing, by their days. */
  checked: readonly Line<'check'>[]
  /** What fixes its course, for asking what would be if a step came later; `undefined` while it is asked about. */
  happened: Happened | undefined
  /** Steps nobody ticked off though what comes after them was: `leave-heat/0`. */
  implied: ReadonlySet<string>
  /** Days on which its cells changed within one container. */
  cuts: readonly { on: Day; cells: number }[]
  /** First day it stands anywhere for itself, for a part; first day it no longer does, when it is gone. */
  begins: Day
  ends: Day
}

/** What stands somewhere, and the first day on which all its containers are washed. */
export interface LaidOut {
  stays: Stay[]
  free: Day
}

const NOTHING: LaidOut = { stays: [], free: -Infinity }
const SOME = 0.001 // share that comes up, over which it is the number that is too large and not the seed
const WEAK = 0.5 // part of the lot's germination, below which it is called weak

/** What a season says that bears on every batch of it. */
export interface Bounds {
  /** First day of the season. */
  begins: Day
  /** First day records are kept; -Infinity when it is not known. */
  recordsFrom: Day
  /** Whether a day lies in the cold half of the year. */
  coldHalf(day: Day): boolean
}

/** What a batch is computed from, beside what is sought. */
export interface Raised {
  variety: Variety
  course: Course
  /** Seed as it stands on the sowing day. */
  seed: SeedShare
  agePoint: number
  confidence: number
  bounds: Bounds
}

/** Sizes a course for what is sought, and lays it out. */
export function computeBatch(sought: Sought, raised: Raised): Batch {
  return new Computed(sought, raised)
}

/** A batch on the course it really takes. */
export function batchInProgress(planned: Batch, sought: Sought, course: Course, progress: Progress): Batch {
  const { variety, seed, agePoint, confidence, bounds } = planned
  return new Computed(sought, { variety, course, seed, agePoint, confidence, bounds }, progress)
}

/** A batch holds its size and stays; what was sought and the days of its course are looked up there, for thousands are alive at once. */
class Computed implements Batch {
  readonly sizing: Sizing | undefined
  readonly laidOut: LaidOut
  #marks: readonly Mark[] | undefined

  readonly variety: Variety
  readonly course: Course
  readonly seed: SeedShare
  readonly agePoint: number
  readonly confidence: number
  readonly bounds: Bounds

  constructor(
    readonly sought: Sought,
    { variety, course, seed, agePoint, confidence, bounds }: Raised,
    readonly progress: Progress | undefined = undefined,
  ) {
    this.variety = variety
    this.course = course
    this.seed = seed
    this.agePoint = agePoint
    this.confidence = confidence
    this.bounds = bounds
    if (!progress) {
      const { sizing, laidOut } = course.sizedFor(sought.plants, seed, confidence, planned)
      this.sizing = sizing
      this.laidOut = laidOut ?? NOTHING
      return
    }
    this.sizing = progress.planned.sizing ?? course.sizedFor(sought.plants, seed, confidence, planned).sizing
    this.laidOut = !this.sizing
      ? NOTHING
      : endingOf(staysOver({ spans: course.spans, way: course.way, sizing: this.sizing, progress }))
  }

  get stays(): Stay[] {
    return this.laidOut.stays
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
    return (this.#marks = [
      ...sizeMarks(this, this.course),
      ...timingMarks,
      ...dayMarks(this),
      ...(this.sizing ? stayMarks : []),
    ])
  }
}

const planned = (course: Course, sizing: Sizing): LaidOut =>
  endingOf(staysOf(course.spans, course.way, sizing, undefined))

function endingOf(stays: Stay[]): LaidOut {
  let free = -Infinity
  for (const { until, container } of stays) free = Math.max(free, until + container.washDays)
  return { stays, free }
}

/** The stays of a batch over its own days, or over others. */
export function staysOver({
  spans,
  way,
  sizing,
  progress,
}: {
  spans: readonly Span[]
  way: Way
  sizing: Sizing
  progress: Progress | undefined
}): Stay[] {
  const stays = staysOf(spans, way, sizing, progress?.cells)
  return progress ? staysAsTheyAre(stays, progress, (stay, cells) => resized(stay, cells, way)) : stays
}

function staysOf(spans: readonly Span[], way: Way, sizing: Sizing, inUse: readonly number[] | undefined): Stay[] {
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
  batch: Batch,
  { pass, germTemperature: temperature, heatPlace: place, germinationFactor: factor }: Course,
): Mark[] {
  const { seed, sizing } = batch
  if (!pass || pass.emergence === Infinity || temperature === undefined) return []
  if (!sizing)
    return factor * seed.germination > SOME
      ? [{ kind: 'too-many', plants: batch.plants, most: MOST_CELLS }]
      : [{ kind: 'no-germination', place, temperature }]
  const lotShare = seed.germination
  const marks: Mark[] =
    factor < WEAK ? [{ kind: 'weak-emergence', place, temperature, share: lotShare * factor, lotShare }] : []
  const weak = weakLot(batch, factor)
  return weak ? [weak, ...marks] : marks
}

const TWICE = 2 // times the cells that the packet's figure would need, from which a lot is too weak to sow without asking

/** Whether age has weakened a lot so much that it takes more than twice the cells; what a home test says is known, and not asked about. */
function weakLot({ seed, sizing, way, plants, confidence }: Batch, factor: number): Mark | undefined {
  const { lot, germination, testedSeeds } = seed
  if (!lot || lot.germination === undefined || lot.homeTests.length > 0 || germination >= lot.germination * 0.8)
    return undefined
  const packet = { lot: undefined, germination: lot.germination, testedSeeds: lot.testedSeeds, pace: seed.pace }
  const usual = way.size(plants, packet, confidence, factor)
  if (!usual || sizing!.cells <= TWICE * usual.cells || testedSeeds <= 0) return undefined
  const { cells } = sizing!
  return {
    kind: 'weak-lot',
    lot: lot.name,
    share: germination,
    packet: lot.germination,
    cells,
    usualCells: usual.cells,
  }
}

/** What is odd about the days of a batch that nobody has said is sown. */
function dayMarks({ progress, sow, plantOn, way, bounds, planting }: Batch): Mark[] {
  const marks: Mark[] = []
  if (way.crop.tenderness === 'tender' && bounds.coldHalf(plantOn) && !isCovered(planting))
    marks.push({ kind: 'cold-half-year', day: plantOn })
  const day = progress ? progress.planned.sow : sow
  if (day === undefined || progress?.ledger.sown) return marks
  const today = Math.max(bounds.recordsFrom, progress?.today ?? -Infinity)
  if (day < bounds.begins) marks.push({ kind: 'sown-before-season', day, begins: bounds.begins })
  else if (day < today) marks.push({ kind: 'sowing-day-past', day, today })
  return marks
}

/** Whether all of a planting goes to people, and none of it into the open field. */
const isCovered = ({ goes }: Batch['planting']): boolean =>
  goes !== undefined && goes.length > 0 && goes.every(({ to }) => to === 'customer' || to === 'sale')
