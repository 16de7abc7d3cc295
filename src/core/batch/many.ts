/** Many batches changed at once: what is asked of all of them, put where it belongs in each planting. */
import type { Method, Otherwise, Planting, Season, SeriesChange, Share } from '../../season/schema'
import { present } from '../../season/values'
import { formatDay, parseDay, weekStart, type Day } from '../calendar/day'
import { inFlats, isInPlace } from '../sowing/policies'
import { expandPlanting } from './expand'
import { changeOf, plannedFor, withChange, withSaid, type Said } from './one-of-series'
import { changedPlanting } from './planting-changes'

/** A batch that is ticked: its planting, and which of its series it is; 0 when it is none. */
export interface Ticked {
  id: string
  planting: Planting
  n: number
  /** Whether it is sown, so that what is decided before sowing is decided. */
  sown: boolean
}

/** What is asked of all that is ticked; what is not there stays as it is. */
export interface ManyChange {
  /** Days later, or earlier below 0. */
  by?: number
  /** Monday of the week it is planted in; the day of the week stays. */
  week?: Day
  /** Method by its key, or of each kind the one that is alike (see `methodLikeness`). */
  method?: { key: string } | { like: string }
  /** Container it is sown into. */
  container?: string
  /** Place it stands in until hardening, in every container. */
  place?: string
  plants?: number
  /** Factor on the plants there are. */
  times?: number
  /** Age at planting, 0 just ready … 1 at the limit; `null` as is usual. */
  age?: number | null
  lot?: string
  /** All of it to one bed or one buyer. */
  goes?: { bed: string } | { buyer: string }
  promised?: boolean
  pinned?: boolean
  /** Taken out of the plan; of a series only what is ticked. */
  remove?: true
}

/**
 * Why a ticked batch stays as it is:
 * it is sown; it is sown in its place or bought; no such method for its kind; the lot is of another variety; the lot or the
 * promise is the whole series' and only part of it is ticked.
 */
export type Unchanged = 'sown' | 'in-place' | 'no-method' | 'not-its-container' | 'other-variety' | 'part-of-series'

export interface ManyChanged {
  /** Plantings as they would be; `null` for those that are taken out. */
  plantings: Map<string, Planting | null>
  /** Batches that change. */
  changed: string[]
  /** Batches that stay as they are, with the first reason. */
  stay: { id: string; why: Unchanged }[]
}

/** Plantings with one change made to all that is ticked. What cannot be changed so is left as it is, with its reason. */
export function changedMany(
  season: Pick<Season, 'methods' | 'varieties' | 'lots' | 'containers'>,
  ticked: readonly Ticked[],
  change: ManyChange,
): ManyChanged {
  const groups = new Map<string, Ticked[]>()
  for (const one of ticked) {
    const own = groups.get(one.planting.key)
    if (!own) groups.set(one.planting.key, [one])
    // Parts of a batch that was split are one batch of the plan.
    else if (!own.some(({ n }) => n === one.n)) own.push(one)
  }
  const result: ManyChanged = { plantings: new Map(), changed: [], stay: [] }
  for (const [key, own] of groups) {
    const { planting } = own[0]!
    const able = own.filter((one) => {
      const why = reasonOf(season, one, change)
      if (why) result.stay.push({ id: one.id, why })
      return why === undefined
    })
    if (able.length === 0) continue
    if (!isWhole(planting, able) && ofWholeOnly(season, planting, change)) {
      result.stay.push(...able.map(({ id }) => ({ id, why: 'part-of-series' as const })))
      continue
    }
    const next = changedOne(season, planting, able, change)
    if (next === planting) continue
    result.plantings.set(key, next)
    result.changed.push(...able.map(({ id }) => id))
  }
  return result
}

/** Whether all there is of a planting is ticked. */
const isWhole = (planting: Planting, ticked: readonly Ticked[]): boolean =>
  ticked.length >= expandPlanting(planting).length

/** Whether a change can be said of a planting only with all its series: of part of it, it would change the rest. */
function ofWholeOnly(season: Pick<Season, 'methods' | 'varieties'>, planting: Planting, change: ManyChange): boolean {
  if (change.lot !== undefined || change.promised !== undefined) return true
  // One of a series can be as old as it likes, but not as is usual where the series is not.
  if (change.age === null && planting.agePoint !== undefined) return true
  const to = change.method && methodFor(season, planting, change.method)
  return to !== undefined && isInPlace(to) !== isInPlace(methodOf(season, planting, undefined))
}

function reasonOf(
  season: Pick<Season, 'methods' | 'varieties' | 'lots' | 'containers'>,
  { planting, n, sown }: Ticked,
  change: ManyChange,
): Unchanged | undefined {
  const decidesRaising =
    change.method ?? change.container ?? change.place ?? change.lot ?? change.plants ?? change.times ?? change.remove
  if (sown && decidesRaising !== undefined) return 'sown'
  if (change.method && !methodFor(season, planting, change.method)) return 'no-method'
  const unfit = notRaisedSo(season, planting, n, change)
  if (unfit) return unfit
  const lot = season.lots.find(({ key }) => key === change.lot)
  return change.lot !== undefined && lot?.variety !== planting.variety ? 'other-variety' : undefined
}

/** Why one of a planting cannot be raised in the container or place that is asked for; nothing where none is. */
function notRaisedSo(
  season: Pick<Season, 'methods' | 'varieties' | 'containers'>,
  planting: Planting,
  n: number,
  change: ManyChange,
): Unchanged | undefined {
  if (change.container === undefined && change.place === undefined) return undefined
  const method = change.method
    ? methodFor(season, planting, change.method)!
    : methodOf(season, planting, otherwiseOf(planting, n))
  if (isInPlace(method) || method.stages.length === 0) return 'in-place'
  const container = season.containers.find(({ key }) => key === change.container)
  return container && (container.kind === 'open-flat') !== inFlats(method) ? 'not-its-container' : undefined
}

/** Where one of a planting is raised otherwise: as is said of it, else as of all. */
const otherwiseOf = (planting: Planting, n: number): Otherwise | undefined =>
  changeOf(planting, n).otherwise ?? planting.otherwise

/** The method something is raised by, with what is said of it otherwise. */
const methodOf = ({ methods }: Pick<Season, 'methods'>, planting: Planting, otherwise: Otherwise | undefined): Method =>
  methods.find(({ key }) => key === (otherwise?.method ?? planting.method))!

/** What methods of several kinds have in common: the ready-made method they came from, else their name. */
export const methodLikeness = ({ school, name }: Pick<Method, 'school' | 'name'>): string => school ?? name

/** The method that is asked for, for the kind of a planting. */
function methodFor(
  { methods, varieties }: Pick<Season, 'methods' | 'varieties'>,
  { variety }: Planting,
  asked: NonNullable<ManyChange['method']>,
): Method | undefined {
  const crop = varieties.find(({ key }) => key === variety)?.crop
  return methods.find(
    (method) =>
      method.crop === crop && ('key' in asked ? method.key === asked.key : methodLikeness(method) === asked.like),
  )
}

function changedOne(
  season: Pick<Season, 'methods' | 'varieties'>,
  planting: Planting,
  ticked: readonly Ticked[],
  change: ManyChange,
): Planting | null {
  const whole = isWhole(planting, ticked)
  if (change.remove) return whole ? null : without(planting, ticked)
  let next = planting
  if (change.method) {
    const { key } = methodFor(season, planting, change.method)!
    next = whole ? changedPlanting(next, { method: key }) : eachOf(next, ticked, { otherwise: { method: key } })
  }
  if (change.container !== undefined || change.place !== undefined) next = raisedElse(season, next, ticked, change)
  if (change.plants !== undefined || change.times !== undefined) next = withPlants(next, ticked, whole, change)
  if (change.age !== undefined) next = eachOf(next, ticked, { agePoint: change.age ?? undefined })
  if (change.pinned !== undefined) next = eachOf(next, ticked, { pinned: pinnedAs(next, whole, change.pinned) })
  if (change.goes) next = withGoes(next, ticked, change.goes)
  if (change.lot !== undefined) next = { ...next, lot: change.lot }
  if (change.promised !== undefined)
    next = present({ ...next, worth: change.promised ? { by: 'promise' } : undefined }) as Planting
  if (change.by !== undefined || change.week !== undefined) next = moved(next, ticked, whole, change)
  return next
}

/** How a pin is written: one of a series that is pinned is released by saying so. */
const pinnedAs = (planting: Planting, whole: boolean, pinned: boolean): boolean | undefined =>
  pinned ? true : !whole && planting.pinned ? false : undefined

/** A series without some of it; what else was said of those is forgotten. */
const without = (planting: Planting, ticked: readonly Ticked[]): Planting =>
  ticked.reduce(
    (now, { n }) => withChange({ ...now, changes: now.changes.filter((one) => one.n !== n) }, n, { dropped: true }),
    planting,
  )

/** What may be said of a planting and of each of its series alike. */
type SaidOfEach = Partial<Record<'otherwise' | 'agePoint' | 'pinned', unknown>>

/** Something said of every batch that is ticked: of all of a series in the planting itself, and of none of them apart. */
function eachOf(planting: Planting, ticked: readonly Ticked[], said: SaidOfEach): Planting {
  if (!isWhole(planting, ticked)) return ticked.reduce((now, { n }) => withSaid(now, n, said as Said), planting)
  const none = Object.fromEntries(Object.keys(said).map((name) => [name, undefined]))
  return {
    ...(present({ ...planting, ...said }) as Planting),
    changes: planting.changes.flatMap((one) => kept({ ...one, ...none })),
  }
}

/** Raised in another container or place, and otherwise as each was. */
function raisedElse(
  season: Pick<Season, 'methods'>,
  planting: Planting,
  ticked: readonly Ticked[],
  change: ManyChange,
): Planting {
  const raised = (was: Otherwise | undefined) => raisedIn(was, methodOf(season, planting, was), change)
  if (!isWhole(planting, ticked))
    return ticked.reduce((now, { n }) => withSaid(now, n, { otherwise: raised(otherwiseOf(planting, n)) }), planting)
  return {
    ...planting,
    otherwise: raised(planting.otherwise),
    changes: planting.changes.map((one) => (one.otherwise ? { ...one, otherwise: raised(one.otherwise) } : one)),
  }
}

/** What is said of one of a series, unless that is nothing any more. */
function kept(
  change: { n: number } & { [Part in keyof SeriesChange]?: SeriesChange[Part] | undefined },
): SeriesChange[] {
  const said = present(change) as SeriesChange
  return Object.keys(said).length > 1 ? [said] : []
}

function withGoes(planting: Planting, ticked: readonly Ticked[], to: NonNullable<ManyChange['goes']>): Planting {
  const goes = (plants: number): Share[] => [
    'bed' in to ? { to: 'bed', bed: to.bed, plants } : { to: 'customer', name: to.buyer, plants },
  ]
  if (!isWhole(planting, ticked)) {
    const amounts = new Map(expandPlanting(planting).map(({ n, plants }) => [n, plants]))
    return ticked.reduce((now, { n }) => withSaid(now, n, { goes: goes(amounts.get(n)!) }), planting)
  }
  return {
    ...planting,
    goes: goes(planting.plants),
    changes: planting.changes.flatMap((one) =>
      kept({ ...one, goes: one.plants === undefined ? undefined : goes(one.plants) }),
    ),
  }
}

function raisedIn(was: Otherwise | undefined, { stages }: Method, { container, place }: ManyChange): Otherwise {
  const containers = stages.map((_, i) => was?.containers?.[i] ?? null)
  if (container !== undefined) containers[0] = container
  return {
    ...was,
    ...(container === undefined ? {} : { containers }),
    ...(place === undefined ? {} : { places: stages.map(() => place) }),
  }
}

function withPlants(
  planting: Planting,
  ticked: readonly Ticked[],
  whole: boolean,
  { plants, times = 1 }: ManyChange,
): Planting {
  const amount = (was: number) => Math.max(1, plants ?? Math.round(was * times))
  if (!whole) {
    const amounts = new Map(expandPlanting(planting).map((one) => [one.n, one.plants]))
    return ticked.reduce((now, { n }) => withSaid(now, n, { plants: amount(amounts.get(n)!) }), planting)
  }
  return {
    ...planting,
    plants: amount(planting.plants),
    changes: planting.changes.flatMap((one) =>
      one.plants === undefined
        ? [one]
        : kept({ ...one, plants: plants === undefined ? amount(one.plants) : undefined }),
    ),
  }
}

/** Planted on other days: a whole series with all of it, so that what lies between its days stays. */
function moved(planting: Planting, ticked: readonly Ticked[], whole: boolean, { by, week }: ManyChange): Planting {
  const days = new Map(expandPlanting(planting).map(({ n, plantOn }) => [n, plantOn]))
  const to = (day: Day) => (week === undefined ? day + by! : week + (day - weekStart(day)))
  if (!whole || planting.series === undefined)
    return ticked.reduce((now, { n }) => {
      const day = days.get(n)!
      return to(day) === day ? now : plannedFor(now, n, formatDay(to(day)))
    }, planting)
  const first = Math.min(...days.values())
  const shift = to(first) - first
  if (shift === 0) return planting
  const later = (iso: string) => formatDay(parseDay(iso) + shift)
  const next = changedPlanting(planting, { on: later(planting.on) })
  const { series } = next
  return {
    ...next,
    ...(series?.last === undefined ? {} : { series: { ...series, last: later(series.last) } }),
    changes: next.changes.map(
      (one) =>
        present({ ...one, on: one.on === undefined ? undefined : later(one.on), sowOn: undefined }) as SeriesChange,
    ),
  }
}
