/** What stands where: load per place and per container for every day, peaks, and what is over. */
import type { Container, Place, Season } from '../../season/schema'
import { inPartOfYear, type Day } from '../calendar/day'
import { breakages, ownedOver } from './owned'

/** A stretch of days on which something is over its limit: [from, until). */
export interface Over {
  from: Day
  until: Day
  /** Most it is over by, on the first such day. */
  most: number
  worst: Day
}

/** Load of one place (tray places) or one kind of container (trays in use or being washed). */
export interface Load<Of> {
  of: Of
  /** First day of `days`. */
  from: Day
  days: Float64Array
  /** What there is on each day. */
  capacity: Float64Array
  peak: number
  peakDay: Day | undefined
  over: Over[]
}

/** The part of a stay that counts here. */
export interface StayLoad {
  place: number
  /** Container by number in the season. */
  containerNumber: number
  container: Container
  from: Day
  until: Day
  trays: number
  trayPlaces: number
}

const ROUNDING = 1e-9
const NONE: Season['records'] = []

/** Load of every place over [from, to) from the stays of all batches. */
export function placeLoads(
  batches: readonly { stays: readonly StayLoad[] }[],
  places: readonly Place[],
  from: Day,
  to: Day,
): Load<Place>[] {
  const steps = rowsOf(places.length, to - from + 1)
  for (const { stays } of batches) {
    for (const stay of stays) {
      const step = steps[stay.place]!
      step[stay.from - from]! += stay.trayPlaces
      step[stay.until - from]! -= stay.trayPlaces
    }
  }
  return places.map((place, i) => loadOfSteps(place, steps[i]!, from, placeCapacity(place, from, to)))
}

/**
 * Containers of each kind in use, and being washed, over [from, to).
 *
 * @param of the containers, and the records that say which broke
 */
export function containerLoads(
  batches: readonly { stays: readonly StayLoad[] }[],
  { containers, records }: Pick<Season, 'containers' | 'records'>,
  from: Day,
  to: Day,
): Load<Container>[] {
  const days = to - from
  const steps = rowsOf(containers.length, days + 1)
  for (const { stays } of batches) {
    for (let i = 0; i < stays.length; i++) {
      const stay = stays[i]!
      const step = steps[stay.containerNumber]!
      const next = stays[i + 1]
      const washed = next?.containerNumber === stay.containerNumber ? stay.until : stay.until + stay.container.washDays
      step[stay.from - from]! += stay.trays
      step[Math.min(days, washed - from)]! -= stay.trays
    }
  }
  return containers.map((container, i) => {
    return loadOfSteps(container, steps[i]!, from, containerCapacity(container, records, from, to))
  })
}

/** Rows of numbers, all 0, in one piece of memory. */
function rowsOf(rows: number, length: number): Float64Array[] {
  const all = new Float64Array(rows * length)
  return Array.from({ length: rows }, (_, row) => all.subarray(row * length, (row + 1) * length))
}

const capacities = new WeakMap<Place | Container, { from: Day; to: Day; capacity: Float64Array }>()

/** What there is of something on each day of [from, to); what was found last is kept. */
function capacityOver<Of extends Place | Container>(
  of: Of,
  from: Day,
  to: Day,
  find: (of: Of, from: Day, to: Day) => Float64Array,
): Float64Array {
  const known = capacities.get(of)
  if (known && known.from === from && known.to === to) return known.capacity
  const capacity = find(of, from, to)
  capacities.set(of, { from, to, capacity })
  return capacity
}

/** Trays of a kind that there are on each day of [from, to). */
const containerCapacity = (container: Container, records: Season['records'], from: Day, to: Day): Float64Array =>
  breakages(records).has(container.key)
    ? ownedOver(container, records, from, to)
    : capacityOver(container, from, to, () => ownedOver(container, NONE, from, to))

/** Tray places open at a place on each day of [from, to). */
export const placeCapacity = (place: Place, from: Day, to: Day): Float64Array =>
  capacityOver(place, from, to, findPlaceCapacity)

function findPlaceCapacity(place: Place, from: Day, to: Day): Float64Array {
  const capacity = new Float64Array(to - from).fill(place.trayPlaces)
  const { open, rooms } = place
  if (open || rooms) {
    for (let i = 0; i < capacity.length; i++) {
      const room = rooms?.find((part) => inPartOfYear(from + i, part.from, part.until))
      if (room) capacity[i] = room.trayPlaces
      if (open && !inPartOfYear(from + i, open.from, open.until)) capacity[i] = 0
    }
  }
  return capacity
}

/** What is left free on a day; negative when over. */
export function freeOn(load: Load<unknown>, day: Day): number {
  return capacityOn(load, day) - loadOn(load, day)
}

/** Load on a day; 0 outside the span. */
export function loadOn(load: Load<unknown>, day: Day): number {
  return load.days[day - load.from] ?? 0
}

/** Capacity on a day; that of the nearest known day outside the span. */
export function capacityOn(load: Load<unknown>, day: Day): number {
  const i = Math.min(load.capacity.length - 1, Math.max(0, day - load.from))
  return load.capacity[i] ?? 0
}

/** A load from the steps it goes up and down by each day: its peak, and where it is over. */
export function loadOfSteps<Of>(of: Of, steps: Float64Array, from: Day, capacity: Float64Array): Load<Of> {
  const days = steps.subarray(0, steps.length - 1)
  const over: Over[] = []
  let sum = 0
  let peak = 0
  let peakDay: Day | undefined
  let open: Over | undefined
  for (let i = 0; i < days.length; i++) {
    sum += days[i]!
    const load = Math.abs(sum) < ROUNDING ? 0 : sum
    days[i] = load
    if (load > peak + ROUNDING) {
      peak = load
      peakDay = from + i
    }
    const excess = load - capacity[i]!
    if (excess > ROUNDING) {
      if (!open) over.push((open = { from: from + i, until: from + i + 1, most: excess, worst: from + i }))
      open.until = from + i + 1
      if (excess > open.most + ROUNDING) {
        open.most = excess
        open.worst = from + i
      }
    } else open = undefined
  }
  return { of, from, days, capacity, peak, peakDay, over }
}
