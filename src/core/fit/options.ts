/** Ways a batch may go to make room: other sowing and planting days, places, containers, pot-up points, methods, or split in two. */
import type { Otherwise, Place, Season } from '../../season/schema'
import { weekday, type Day } from '../calendar/day'
import type { Batch, Stay } from '../batch/batch'
import type { Sought } from '../batch/expand'
import { isStop, type Mark } from '../batch/marks'
import type { Planner } from '../plan/plan'
import { SEARCH_DAYS } from '../schedule/count-back'
import { ageOn, forwardPass, limitAge, movesDone, TOLERANCE } from '../schedule/forward'
import { PLACE_BY_RULE, stageOf } from '../schedule/place-by-rule'
import type { Route } from '../schedule/route'
import { springFrost } from '../field/anchor'
import type { Column } from './problem'
import { isBoughtIn } from '../sowing/policies'

/** A batch, or a part of one, as it is to go. */
export interface PickPart {
  plants: number
  plantOn: Day
  sow: Day
  otherwise: Otherwise | undefined
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

/**
 * Every way a batch may go that breaks nothing the plan as it stands does not break, the one as it stands first. What
 * helps most often comes in a first step: other days, and other places to come up and grow on in.
 *
 * @param from what lies before this day has happened and stays as it was
 * @param columnOf what a batch, or the parts it is split into, cost and take
 * @param room free tray places at a place over the days a stay would take: more is tried first
 */
export function* optionSteps(
  planner: Planner,
  season: Season,
  batch: Batch,
  from: Day,
  room: (place: number, from: Day, until: Day) => number,
  columnOf: (parts: readonly Batch[]) => Column,
): Generator<Option[], Option[]> {
  const options: Option[] = [{ kind: 'as it stands', parts: [partAs(batch)], column: columnOf([batch]) }]
  const known = severities(batch.marks)
  const { sowingWeekdays } = season.habits
  const begun = batch.sow! < from
  const sought: Sought = {
    id: batch.id,
    code: batch.code,
    planting: batch.planting,
    n: batch.n,
    plants: batch.plants,
    plantOn: batch.plantOn,
    sowOn: undefined,
    age: batch.age,
    otherwise: batch.otherwise,
    pinned: false,
  }

  const tried = (otherwise: Otherwise | undefined, plantOn: Day, sow: Day, kind: string): boolean => {
    if (
      begun
        ? sow !== batch.sow
        : sow < from || (sowingWeekdays.length > 0 && sow !== batch.sow && !sowingWeekdays.includes(weekday(sow)))
    )
      return false
    if (sow === batch.sow && plantOn === batch.plantOn && otherwise === batch.otherwise) return false
    const next = planner.tryOne(season, { ...sought, otherwise, plantOn, sowOn: sow })
    if (!next.sizing || next.stays.length === 0 || next.marks.some(isStop)) return false
    for (const [kind, how] of severities(next.marks)) if (how > (known.get(kind) ?? 0) + 1e-9) return false
    if (!begun) {
      const ahead = next.way.preparation.reduce((sum, { days }) => sum + days, 0)
      const { sowing } = next.way.method
      if (sow - ahead < from && sow !== batch.sow) return false
      if (sowing.policy === 'bought' && sow - sowing.orderDays < from) return false
    } else if (!sameUntil(batch.stays, next.stays, from)) return false
    options.push({ kind, parts: [{ plants: batch.plants, plantOn, sow, otherwise }], column: columnOf([next]) })
    return true
  }

  /** Tries some sowing days of the window of a way; how many worked. */
  const tryWay = (otherwise: Otherwise | undefined, plantOn: Day, kind: string, most: number): number => {
    if (begun) return tried(otherwise, plantOn, batch.sow!, kind) ? 1 : 0
    const probe = planner.tryOne(season, { ...sought, otherwise, plantOn, sowOn: batch.sow! })
    if (probe.way.refused.length > 0) return 0
    const window = windowNear(probe.way.route, plantOn, batch.sow! + plantOn - batch.plantOn)
    if (!window) return 0
    let worked = 0
    for (const sow of spaced(window.earliest, window.latest, most)) if (tried(otherwise, plantOn, sow, kind)) worked++
    return worked
  }

  const { earlier, later } = plantingRange(batch, season)
  tryWay(batch.otherwise, batch.plantOn, 'sow', 12)
  for (const shift of plantingShifts(earlier, later))
    tryWay(batch.otherwise, batch.plantOn + shift, `plant ${shift}`, 5)

  const { method } = batch.way
  const placeKeys = season.places.map(({ key }) => key)
  const others = (kinds: ReadonlySet<Place['kind']>, now: string | undefined, over: Pick<Stay, 'from' | 'until'>) =>
    season.places
      .flatMap((place, i) =>
        kinds.has(place.kind) && place.key !== now && place.trayPlaces > 0
          ? [{ key: place.key, free: room(i, over.from, over.until) }]
          : [],
      )
      .sort((a, b) => b.free - a.free || (a.key < b.key ? -1 : 1))
      .slice(0, MOST_PLACES)
      .map(({ key }) => key)
  const own = batch.otherwise ?? {}
  const shifts = later >= 4 ? [0, 4] : [0]
  const tryAll = (otherwise: Otherwise, kind: string, most = 4): number =>
    shifts.reduce((sum, shift) => sum + tryWay(otherwise, batch.plantOn + shift, kind, most), 0)
  const germinating = batch.stays.find(({ kind }) => kind === 'germinate')
  const heated: string[] = []
  if (germinating)
    for (const key of others(GERMINATING, placeKeys[germinating.place], germinating))
      if (tryAll({ ...own, germinateAt: key }, `germinate ${key}`) > 0) heated.push(key)
  const grown: { places: (string | null)[]; key: string }[] = []
  method.stages.forEach((stage, i) => {
    if (stage.when && 'daysBeforePlanting' in stage.when) return
    const stay = batch.stays.find((one) => one.kind === 'grow' && stageOf(one.stage) === i) ?? batch.stays.at(-1)!
    for (const key of others(GROWING, stage.place === PLACE_BY_RULE ? placeKeys[stay.place] : stage.place, stay)) {
      const places = Array.from({ length: method.stages.length }, (_, j) => (j === i ? key : (own.places?.[j] ?? null)))
      // Where seed comes up in the place it grows in, only the growing moves.
      const keep =
        i === 0 && method.stages[0]!.germinateAt === undefined && !isBoughtIn(method)
          ? { germinateAt: stage.place }
          : {}
      if (tryAll({ ...own, ...keep, places }, `grow ${i} ${key}`) > 0) grown.push({ places, key })
    }
  })
  yield options
  for (const germinateAt of heated.slice(0, 2))
    for (const { places, key } of grown.slice(0, 2))
      tryAll({ ...own, germinateAt, places }, `both ${germinateAt} ${key}`, 2)
  const { hardening } = method
  if (hardening.days > 0)
    for (const key of others(HARDENING, hardening.place, batch.stays.at(-1)!))
      tryAll({ ...own, hardenAt: key }, `harden ${key}`, 2)
  const last = batch.stays.findLast(({ kind }) => kind === 'grow')
  if (last && !method.stages.some(({ when }) => when && 'daysBeforePlanting' in when)) {
    for (const key of others(HOLDING, placeKeys[last.place], last))
      for (const days of HOLDS) tryAll({ ...own, hold: { place: key, days } }, `hold ${key} ${days}`, 2)
  }
  if (method.stages.some(({ container }, i) => i > 0 && container !== undefined)) {
    for (const potUpPoint of POINTS)
      if (potUpPoint !== method.potUpPoint) tryAll({ ...own, potUpPoint }, `pot up ${potUpPoint}`, 3)
  }
  method.stages.forEach((stage, i) => {
    for (const container of otherContainers(season, stage.container)) {
      const containers = Array.from({ length: method.stages.length }, (_, j) =>
        j === i ? container : (own.containers?.[j] ?? null),
      )
      tryAll({ ...own, containers }, `container ${i} ${container}`, 3)
    }
  })
  for (const other of batch.planting.may?.methods ?? []) {
    if (other === (own.method ?? batch.planting.method)) continue
    const by: Otherwise | undefined = other === batch.planting.method ? undefined : { method: other }
    for (const shift of [0, ...plantingShifts(earlier, later)]) tryWay(by, batch.plantOn + shift, `method ${other}`, 4)
  }
  return options
}

/** How bad the marks of a batch are, kind by kind: nights, days or degree-days, or how many there are. */
function severities(marks: readonly Mark[]): Map<Mark['kind'], number> {
  const all = new Map<Mark['kind'], number>()
  for (const mark of marks) {
    const how =
      mark.kind === 'cold-nights' || mark.kind === 'killing-nights'
        ? mark.nights
        : mark.kind === 'hot-days' || mark.kind === 'past-limit'
          ? mark.days
          : mark.kind === 'outgrown-before-move'
            ? mark.age - mark.limitAge
            : 1
    all.set(mark.kind, (all.get(mark.kind) ?? 0) + how)
  }
  return all
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

/** Whether two courses are the same in all that lies before a day. */
function sameUntil(a: readonly Stay[], b: readonly Stay[], day: Day): boolean {
  for (let i = 0; ; i++) {
    const [x, y] = [a[i], b[i]]
    const begunX = x !== undefined && x.from < day
    const begunY = y !== undefined && y.from < day
    if (!begunX && !begunY) return true
    if (
      !begunX ||
      !begunY ||
      x.place !== y.place ||
      x.containerNumber !== y.containerNumber ||
      x.from !== y.from ||
      x.trays !== y.trays
    )
      return false
    if (Math.min(x.until, day) !== Math.min(y.until, day)) return false
  }
}
