/** Every limit of a nursery in one list: room, heat, light and covers at each place, containers, and hours of the crew. */
import type { Habits, Place } from '../../season/schema'
import type { Day } from '../calendar/day'
import { loadOfSteps, type Load, type Over } from './load'

export type LimitKind = 'place' | 'heat' | 'light' | 'cover' | 'container' | 'crew'

/** One limit with its load. */
export interface Limit {
  /** Stays the same while what it limits does. */
  id: string
  kind: LimitKind
  /** Place or container by number in the season; 0 for the crew. */
  of: number
  name: string
  unit: 'tray place' | 'tray' | 'hour'
  load: Load<{ name: string }>
}

const GIVES = ['heat', 'light', 'cover'] as const
type Gives = (typeof GIVES)[number]

/** Tray places that the mats, lamps or covers counted at a place serve; `undefined` where none are counted. */
export function served(place: Place, gives: Gives): number | undefined {
  const items = place.stock.filter((item) => item.gives === gives)
  return items.length === 0 ? undefined : items.reduce((sum, { count, serves }) => sum + count * (serves ?? 0), 0)
}

/** Whether a stay needs what is counted at its place: all seed that is germinating needs heat and cover; light is needed once green, and by seed that wants light. */
export function needs(gives: Gives, stay: { kind: 'germinate' | 'grow' | 'harden' }, wantsLight: boolean): boolean {
  if (gives === 'light') return stay.kind !== 'germinate' || wantsLight
  return stay.kind === 'germinate'
}

interface Standing {
  stays: readonly { kind: 'germinate' | 'grow' | 'harden'; place: number; from: Day; until: Day; trayPlaces: number }[]
  wantsLight: boolean
}

/** Loads of the heat, light and covers that are counted at places. */
export function stockLimits(batches: readonly Standing[], places: readonly Place[], from: Day, to: Day): Limit[] {
  return places.flatMap((place, of) =>
    GIVES.flatMap((gives): Limit[] => {
      const room = served(place, gives)
      if (room === undefined) return []
      const steps = new Float64Array(to - from + 1)
      for (const { stays, wantsLight } of batches) {
        for (const stay of stays) {
          if (stay.place !== of || !needs(gives, stay, wantsLight)) continue
          steps[stay.from - from]! += stay.trayPlaces
          steps[stay.until - from]! -= stay.trayPlaces
        }
      }
      return [
        {
          id: `${gives} ${place.key}`,
          kind: gives,
          of,
          name: place.name,
          unit: 'tray place',
          load: loadOfSteps({ name: place.name }, steps, from, new Float64Array(to - from).fill(room)),
        },
      ]
    }),
  )
}

/** The limits of a plan in order: places, what is counted there, containers, the crew. */
export function limitsOf(
  places: readonly Load<Place>[],
  stock: readonly Limit[],
  containers: readonly Load<{ key: string; name: string }>[],
  crew: Load<{ name: string }> | undefined,
): Limit[] {
  return [
    ...places.map((load, of): Limit => ({
      id: `place ${load.of.key}`,
      kind: 'place',
      of,
      name: load.of.name,
      unit: 'tray place',
      load,
    })),
    ...stock,
    ...containers.map((load, of): Limit => ({
      id: `container ${load.of.key}`,
      kind: 'container',
      of,
      name: load.of.name,
      unit: 'tray',
      load,
    })),
    ...(crew
      ? [{ id: 'crew', kind: 'crew' as const, of: 0, name: crew.of.name, unit: 'hour' as const, load: crew }]
      : []),
  ]
}

/** Whether the hours of the crew are limited at any time. */
export const crewIsLimited = ({ crew }: Pick<Habits, 'crew'>): boolean =>
  crew.hours !== undefined || crew.parts.length > 0

/**
 * How much all limits together are overfull from a day on: tray places × days of places, trays × days of containers, and
 * hours of the crew. What is served by the same stock as a place's room is counted beside it.
 *
 * @param from days before it are past and not counted
 */
export function overfull(limits: readonly Limit[], from = -Infinity): number {
  let sum = 0
  for (const { kind, load } of limits) {
    const weight = overfullWeight(kind)
    for (let i = Math.max(0, from - load.from); i < load.days.length; i++) {
      const over = load.days[i]! - load.capacity[i]!
      if (over > 1e-9) sum += over * weight
    }
  }
  return sum
}

/** Weight of one unit over for one day: the hours of a week stand on each of its seven days. */
export const overfullWeight = (kind: LimitKind): number => (kind === 'crew' ? 1 / 7 : 1)

/** Stretches still to come in which a limit is over. */
export const overFrom = ({ load }: Limit, day: Day): Over[] => load.over.filter(({ until }) => until > day)

/** Most a limit is over by at any time from a day on; 0 where it is not. */
export const worstOver = (limit: Limit, from: Day = -Infinity): number =>
  Math.max(0, ...overFrom(limit, from).map(({ most }) => most))

/** Limits whose worst day is worse or better in one plan than in another, the largest change first. */
export function changedLimits(
  before: readonly Limit[],
  after: readonly Limit[],
): { limit: Limit; was: number; is: number }[] {
  return after
    .map((limit, i) => ({ limit, was: worstOver(before[i]!), is: worstOver(limit) }))
    .filter(({ was, is }) => Math.abs(was - is) > 1e-9)
    .sort((a, b) => Math.abs(b.is - b.was) - Math.abs(a.is - a.was))
}
