/** Ways a batch may go to make room: other sowing and planting days, places, containers, pot-up points, methods, or split in two. */
import type { Otherwise, Place, Season } from '../../season/schema'
import type { Day } from '../calendar/day'
import type { Batch, Stay } from '../batch/batch'
import { farmDays, isWorkDay } from '../schedule/work-days'
import type { Sought } from '../batch/expand'
import type { Planner } from '../plan/plan'
import { isStop } from '../batch/marks'
import { SEARCH_DAYS } from '../schedule/count-back'
import { ageOn, forwardPass, limitAge, movesDone, TOLERANCE } from '../schedule/forward'
import { PLACE_BY_RULE, stageOf } from '../schedule/place-by-rule'
import type { Route } from '../schedule/route'
import { springFrost } from '../field/anchor'
import type { Column } from './problem'
import { soundBeside } from './sound'
import { isBoughtIn } from '../sowing/policies'

/** A batch, or a part of one, as it is to go. */
export interface PickPart {
  plants: number
  plantOn: Day
  sow: Day
  otherwise: Otherwise | undefined
  /** Chance wanted of enough, where it is another than before. */
  confidence?: number
}

/** One way a batch may go. What was computed to find its column is not kept: there are many thousands. */
export interface Option {
  /** What is different in kind, so that the best of every kind are kept. */
  kind: string
  /** Two where it is split. */
  parts: PickPart[]
  column: Column
}

/** What a part of a batch goes as. */
export const partAs = ({ plants, plantOn, sow, otherwise }: Batch): PickPart => ({
  plants,
  plantOn,
  sow: sow ?? plantOn,
  otherwise,
})

/** Why a batch cannot change. */
export type Fixed = 'pinned' | 'past' | 'cannot'

const GERMINATING: ReadonlySet<Place['kind']> = new Set([
  'heat-mat',
  'germination-cabinet',
  'lit-shelf',
  'bench',
  'tunnel',
])
const GROWING: ReadonlySet<Place['kind']> = new Set(['lit-shelf', 'bench', 'tunnel', 'cold-frame'])
const HOLDING: ReadonlySet<Place['kind']> = new Set(['bench', 'tunnel', 'cold-frame'])
const HARDENING: ReadonlySet<Place['kind']> = new Set(['cold-frame', 'hardening-area', 'tunnel'])
const MOST_PLACES = 4 // other places tried for one stay
const POINTS = [0, 0.25, 0.5, 0.75, 1]
const HOLDS = [4, 8, 14] // days held in a cooler place
const NEAR = 45 // days about the sowing day looked at for another way

/** Why a batch stays as it is; `undefined` when it may change. */
export function fixedBy(batch: Batch, from: Day): Fixed | undefined {
  if (batch.pinned) return 'pinned'
  if (batch.progress?.asks) return 'past'
  // What is due and has not happened comes first: until then its days are not known.
  if (batch.progress && batch.progress.held.size > 0) return 'past'
  if (batch.stays.length === 0 || batch.marks.some(isStop)) return 'cannot'
  return batch.plantOn <= from ? 'past' : undefined
}

/** Days earlier and later than wanted that a batch may be planted. */
export function plantingRange(batch: Batch, season: Season): { earlier: number; later: number } {
  const { planting, plantOn } = batch
  const { fit } = season.habits
  let earlier = planting.may?.earlier ?? fit.earlier
  const later = planting.may?.later ?? fit.later
  // What waits for warmth, a bed or the frost does not go out before it; nor does a tender kind go out before frost is past.
  const { anchor } = planting
  if (planting.may?.earlier === undefined) {
    if (anchor && (anchor.to === 'bed' || anchor.to === 'warmth' || anchor.to === 'last-frost')) earlier = 0
    if (batch.way.crop.tenderness !== 'hardy' && season.site.frost) {
      const frost = springFrost(season)
      if (plantOn >= frost) earlier = Math.min(earlier, plantOn - frost)
    }
  }
  return { earlier, later }
}

/** A batch that is to make room, and what is known about where it may go. */
export interface Movable {
  planner: Planner
  season: Season
  batch: Batch
  /** What lies before this day has happened and stays as it was. */
  from: Day
  /** Free tray places at a place over the days a stay would take: more is tried first. */
  room: (place: number, from: Day, until: Day) => number
  /** What a batch, or the parts it is split into, cost and take. */
  columnOf: (parts: readonly Batch[]) => Column
}

/**
 * Every way a batch may go that breaks nothing the plan as it stands does not break, the one as it stands first. What
 * helps most often comes in a first step: other days, and other places to come up and grow on in.
 */
export function* optionSteps(of: Movable): Generator<Option[], Option[]> {
  const trials = new Trials(of)
  trials.otherDays()
  const heated = trials.comingUpElsewhere()
  const grown = trials.growingElsewhere()
  yield trials.options
  trials.both(heated, grown)
  trials.hardeningElsewhere()
  trials.held()
  trials.pottedAtAnotherPoint()
  trials.inOtherContainers()
  trials.byOtherMethods()
  return trials.options
}

/** Where a stage may grow: places by stage, and the one that is new. */
interface Grown {
  places: (string | null)[]
  key: string
}

/** Ways of one batch, tried one after another; those that work are kept. */
class Trials {
  readonly options: Option[]
  /** What stands already is only moved on, never sown on another day. */
  private readonly begun: boolean
  private readonly sound: (next: Batch) => boolean
  private readonly sought: Sought
  private readonly range: { earlier: number; later: number }
  private readonly own: Otherwise
  private readonly placeKeys: readonly string[]

  constructor(private readonly of: Movable) {
    const { batch, from, season, columnOf } = of
    this.options = [{ kind: 'as it stands', parts: [partAs(batch)], column: columnOf([batch]) }]
    this.begun = batch.sow! < from
    this.sound = soundBeside(batch, from)
    this.range = plantingRange(batch, season)
    this.own = batch.otherwise ?? {}
    this.placeKeys = season.places.map(({ key }) => key)
    const { id, code, planting, n, plants, plantOn, age, confidence, otherwise } = batch
    this.sought = {
      id,
      code,
      planting,
      n,
      plants,
      plantOn,
      sowOn: undefined,
      age,
      confidence,
      otherwise,
      pinned: false,
    }
  }

  otherDays(): void {
    const { batch } = this.of
    this.tryWay(batch.otherwise, batch.plantOn, 'sow', 12)
    for (const shift of plantingShifts(this.range.earlier, this.range.later))
      this.tryWay(batch.otherwise, batch.plantOn + shift, `plant ${shift}`, 5)
  }

  /** @returns the places that work */
  comingUpElsewhere(): string[] {
    const germinating = this.of.batch.stays.find(({ kind }) => kind === 'germinate')
    if (!germinating) return []
    return this.others(GERMINATING, this.placeKeys[germinating.place], germinating).filter(
      (key) => this.tryAll({ ...this.own, germinateAt: key }, `germinate ${key}`) > 0,
    )
  }

  /** @returns the places that work */
  growingElsewhere(): Grown[] {
    const { batch } = this.of
    const { method } = batch.way
    const grown: Grown[] = []
    method.stages.forEach((stage, i) => {
      if (stage.when && 'daysBeforePlanting' in stage.when) return
      const stay = batch.stays.find((one) => one.kind === 'grow' && stageOf(one.stage) === i) ?? batch.stays.at(-1)!
      const now = stage.place === PLACE_BY_RULE ? this.placeKeys[stay.place] : stage.place
      for (const key of this.others(GROWING, now, stay)) {
        const places = this.atStage(i, key, this.own.places)
        // Where seed comes up in the place it grows in, only the growing moves.
        const keep =
          i === 0 && stage.germinateAt === undefined && !isBoughtIn(method) ? { germinateAt: stage.place } : {}
        if (this.tryAll({ ...this.own, ...keep, places }, `grow ${i} ${key}`) > 0) grown.push({ places, key })
      }
    })
    return grown
  }

  /** Coming up and growing elsewhere together. */
  both(heated: readonly string[], grown: readonly Grown[]): void {
    for (const germinateAt of heated.slice(0, 2))
      for (const { places, key } of grown.slice(0, 2))
        this.tryAll({ ...this.own, germinateAt, places }, `both ${germinateAt} ${key}`, 2)
  }

  hardeningElsewhere(): void {
    const { batch } = this.of
    const { hardening } = batch.way.method
    if (hardening.days === 0) return
    for (const key of this.others(HARDENING, hardening.place, batch.stays.at(-1)!))
      this.tryAll({ ...this.own, hardenAt: key }, `harden ${key}`, 2)
  }

  /** Held back in a cooler place at the end. */
  held(): void {
    const { batch } = this.of
    const last = batch.stays.findLast(({ kind }) => kind === 'grow')
    if (!last || batch.way.method.stages.some(({ when }) => when && 'daysBeforePlanting' in when)) return
    for (const key of this.others(HOLDING, this.placeKeys[last.place], last))
      for (const days of HOLDS) this.tryAll({ ...this.own, hold: { place: key, days } }, `hold ${key} ${days}`, 2)
  }

  pottedAtAnotherPoint(): void {
    const { method } = this.of.batch.way
    if (!method.stages.some(({ container }, i) => i > 0 && container !== undefined)) return
    for (const potUpPoint of POINTS)
      if (potUpPoint !== method.potUpPoint) this.tryAll({ ...this.own, potUpPoint }, `pot up ${potUpPoint}`, 3)
  }

  inOtherContainers(): void {
    const { batch, season } = this.of
    batch.way.method.stages.forEach((stage, i) => {
      for (const container of otherContainers(season, stage.container)) {
        const containers = this.atStage(i, container, this.own.containers)
        this.tryAll({ ...this.own, containers }, `container ${i} ${container}`, 3)
      }
    })
  }

  byOtherMethods(): void {
    const { batch } = this.of
    const { earlier, later } = this.range
    for (const other of batch.planting.may?.methods ?? []) {
      if (other === (this.own.method ?? batch.planting.method)) continue
      const by: Otherwise | undefined = other === batch.planting.method ? undefined : { method: other }
      for (const shift of [0, ...plantingShifts(earlier, later)])
        this.tryWay(by, batch.plantOn + shift, `method ${other}`, 4)
    }
  }

  /** A list by stage with one of them set, the others as they were. */
  private atStage(i: number, key: string, before: readonly (string | null)[] | undefined): (string | null)[] {
    return this.of.batch.way.method.stages.map((_, j) => (j === i ? key : (before?.[j] ?? null)))
  }

  /** Other places of some kinds, those with most room over the days first. */
  private others(
    kinds: ReadonlySet<Place['kind']>,
    now: string | undefined,
    over: Pick<Stay, 'from' | 'until'>,
  ): string[] {
    const { season, room } = this.of
    return season.places
      .flatMap((place, i) =>
        kinds.has(place.kind) && place.key !== now && place.trayPlaces > 0
          ? [{ key: place.key, free: room(i, over.from, over.until) }]
          : [],
      )
      .sort((a, b) => b.free - a.free || (a.key < b.key ? -1 : 1))
      .slice(0, MOST_PLACES)
      .map(({ key }) => key)
  }

  /** Tries a way for the planting day and a few days on; how many worked. */
  private tryAll(otherwise: Otherwise, kind: string, most = 4): number {
    const shifts = this.range.later >= 4 ? [0, 4] : [0]
    return shifts.reduce((sum, shift) => sum + this.tryWay(otherwise, this.of.batch.plantOn + shift, kind, most), 0)
  }

  /** Tries some sowing days of the window of a way; how many worked. */
  private tryWay(otherwise: Otherwise | undefined, plantOn: Day, kind: string, most: number): number {
    const { planner, season, batch } = this.of
    if (plantOn !== batch.plantOn && !isWorkDay(plantOn, batch.way.route.plantingDays)) return 0
    if (this.begun) return this.tryOn({ otherwise, plantOn, sow: batch.sow! }, kind) ? 1 : 0
    const probe = planner.tryOne(season, { ...this.sought, otherwise, plantOn, sowOn: batch.sow! })
    if (probe.way.refused.length > 0) return 0
    const window = windowNear(probe.way.route, plantOn, batch.sow! + plantOn - batch.plantOn)
    if (!window) return 0
    let worked = 0
    for (const sow of spaced(window.earliest, window.latest, most))
      if (this.tryOn({ otherwise, plantOn, sow }, kind)) worked++
    return worked
  }

  /** Tries one sowing day and planting day; kept where it works. */
  private tryOn(way: Omit<PickPart, 'plants'>, kind: string): boolean {
    const { planner, season, batch, columnOf } = this.of
    const { otherwise, plantOn, sow } = way
    if (!this.maySow(sow)) return false
    if (sow === batch.sow && plantOn === batch.plantOn && otherwise === batch.otherwise) return false
    const next = planner.tryOne(season, { ...this.sought, otherwise, plantOn, sowOn: sow })
    if (!this.sound(next)) return false
    this.options.push({ kind, parts: [{ plants: batch.plants, ...way }], column: columnOf([next]) })
    return true
  }

  private maySow(sow: Day): boolean {
    const { batch, from, season } = this.of
    if (this.begun || sow === batch.sow) return sow === batch.sow
    return sow >= from && isWorkDay(sow, farmDays(season.habits).sowing)
  }
}

/** The same container sizes next to one: a smaller and a larger of its kind. */
function otherContainers(season: Season, key: string | undefined): string[] {
  const own = season.containers.find((container) => container.key === key)
  if (!own || own.kind === 'open-flat') return []
  const alike = season.containers
    .filter(({ kind, owned, plantable }) => kind === own.kind && plantable === own.plantable && owned !== 0)
    .sort((a, b) => a.cellVolume - b.cellVolume || (a.key < b.key ? -1 : 1))
  const at = alike.indexOf(own)
  return [alike[at - 1], alike[at + 1]].flatMap((one) => (one ? [one.key] : []))
}

/** Shifts of the planting day that are tried: every day where they are few, wider apart where they are many. */
function plantingShifts(earlier: number, later: number): number[] {
  const shifts: number[] = []
  for (let day = 1; day <= earlier; day += day < 4 ? 1 : 3) shifts.push(-day)
  for (let day = 1; day <= later; day += day < 6 ? 1 : day < 14 ? 2 : 7) shifts.push(day)
  return shifts
}

/** Up to so many days of a window, its ends among them. */
function spaced(first: Day, last: Day, most: number): Day[] {
  const days = last - first + 1
  if (days <= most) return Array.from({ length: days }, (_, i) => first + i)
  return Array.from({ length: most }, (_, i) => first + Math.round((i * (days - 1)) / (most - 1)))
}

/** Earliest and latest sowing near a day that is ready and not past its limit on the planting day; `undefined` when none is. */
export function windowNear(route: Route, plantOn: Day, near: Day): { earliest: Day; latest: Day } | undefined {
  /** Below 0 too young on the planting day, above 0 too old. */
  const judged = (sow: Day): -1 | 0 | 1 => {
    const pass = forwardPass(route, sow, plantOn)
    if (!movesDone(pass)) return -1
    const age = ageOn(route, pass, plantOn)
    if (age < pass.readyAge - TOLERANCE) return -1
    return age > limitAge(route) + TOLERANCE ? 1 : 0
  }
  const floor = Math.max(near - NEAR * 2, plantOn - SEARCH_DAYS, route.climate.from + 1)
  const ceiling = Math.min(near + NEAR, plantOn - 1)
  let inside = Math.min(near, ceiling)
  let verdict = judged(inside)
  // Older by sowing earlier, younger by sowing later: steps that double, then halve.
  if (verdict !== 0) {
    const way = verdict
    let step = 1
    let outside = inside
    while (verdict === way) {
      outside = inside
      inside += way * step
      step *= 2
      if (inside < floor || inside > ceiling) return undefined
      verdict = judged(inside)
    }
    while (verdict !== 0) {
      const middle = (inside + outside) >> 1
      if (middle === inside || middle === outside) return undefined
      const at = judged(middle)
      if (at === 0) {
        inside = middle
        verdict = 0
      } else if (at === verdict) inside = middle
      else outside = middle
    }
  }
  return { earliest: edge(judged, inside, floor, -1), latest: edge(judged, inside, ceiling, 1) }
}

/** Farthest day in a direction that is still inside. */
function edge(judged: (day: Day) => number, inside: Day, end: Day, way: -1 | 1): Day {
  let good = inside
  let step = 1
  while ((end - good - way * step) * way >= 0 && judged(good + way * step) === 0) {
    good += way * step
    step *= 2
  }
  let bad = good + way * step
  if ((end - bad) * way < 0) {
    if (judged(end) === 0) return end
    bad = end
  }
  while (Math.abs(bad - good) > 1) {
    const middle = Math.floor((good + bad) / 2)
    if (judged(middle) === 0) good = middle
    else bad = middle
  }
  return good
}
