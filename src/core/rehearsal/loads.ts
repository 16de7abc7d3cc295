/** How full places get, how many containers are in use, and how many hours there are to work, week by week in the years that might be. */
import type { Batch } from '../batch/batch'
import { weekStart, type Day } from '../calendar/day'
import { crewIsLimited } from '../capacity/limits'
import type { Load } from '../capacity/load'
import { crewLoad } from '../labour/labour'
import type { Plan } from '../plan/plan'
import { byWeek, type DueHours } from './hours'
import type { Outcome } from './one-batch'
import { spreadIn } from './spread'
import { daysOf } from './years'

/** What the years say of one place, one kind of container, or the crew, by week. */
export interface LoadOutlook {
  /** Place or container by number in the season; 0 for the crew. */
  of: number
  /** First day of each week. */
  weeks: readonly Day[]
  /** Most taken in the week: the fifth, fiftieth and ninety-fifth of a hundred years. */
  low: Float64Array
  middle: Float64Array
  high: Float64Array
  /** Share of years in which it is over. */
  over: Float64Array
}

export interface LoadOutlooks {
  places: LoadOutlook[]
  /** Only of kinds that are counted: there are no more than are owned. */
  containers: LoadOutlook[]
  /** Hours of the crew, where it is said how many there are. */
  crew: LoadOutlook | undefined
}

/** Gathers what stands where, year by year. */
export interface Loads {
  add(batch: Batch, outcome: Pick<Outcome, 'spans' | 'plants'>, year: number): void
  /** Hours of work as they are due in a year. */
  addHours(due: DueHours, year: number): void
  outlooks(): LoadOutlooks
}

export function createLoads({ season, places, containers, today }: Plan, open: readonly Batch[], years: number): Loads {
  const [from, last] = daysOf(open, today)
  const first = weekStart(from)
  const days = last > from ? last - first : 0
  const weeks = Math.ceil(days / 7)
  // Places, then containers: steps by day of the year that is looked at, summed up in its end.
  const rows = season.places.length + season.containers.length
  const most = Array.from({ length: rows }, () => new Float32Array(years * weeks))
  const steps = Array.from({ length: rows }, () => new Float64Array(days + 1))
  let year = -1
  const put = (row: number, from: Day, until: Day, amount: number) => {
    const a = Math.max(0, from - first)
    const b = Math.min(days, until - first)
    if (b <= a) return
    steps[row]![a]! += amount
    steps[row]![b]! -= amount
  }
  const close = () => {
    if (year < 0) return
    steps.forEach((own, row) => {
      let sum = 0
      for (let day = 0; day < days; day++) {
        sum += own[day]!
        const i = year * weeks + Math.floor(day / 7)
        if (sum > most[row]![i]!) most[row]![i] = sum
      }
      own.fill(0)
    })
  }
  const isLimited = crewIsLimited(season.habits)
  const hours = new Float32Array(isLimited ? years * weeks : 0)
  const outlook = (of: number, taken: Float32Array, n: number, load: Load<unknown>): LoadOutlook => {
    const out = { low: new Float64Array(weeks), middle: new Float64Array(weeks), high: new Float64Array(weeks), over: new Float64Array(weeks) } // prettier-ignore
    const values = new Float64Array(n)
    for (let week = 0; week < weeks; week++) {
      const room = roomIn(load, first + week * 7)
      let over = 0
      for (let year = 0; year < n; year++) {
        values[year] = taken[year * weeks + week]!
        if (values[year]! > room + ROUNDING) over++
      }
      ;[out.low[week], out.middle[week], out.high[week]] = spreadIn(values) as [number, number, number]
      out.over[week] = over / n
    }
    return { of, weeks: Array.from({ length: weeks }, (_, week) => first + week * 7), ...out }
  }
  return {
    add(batch, outcome, n) {
      const { spans } = outcome
      if (n !== year) {
        close()
        year = n
      }
      const { route } = batch.way
      spans.forEach(({ place, from, until, step }, i) => {
        put(place, from, until, sizeAt(batch, step))
        const { container, containerNumber } = route.steps[step]!
        if (containerNumber < 0) return
        const next = spans[i + 1]
        const stays = next !== undefined && route.steps[next.step]!.containerNumber === containerNumber
        put(
          season.places.length + containerNumber,
          from,
          stays ? until : until + container.washDays,
          traysAt(batch, step),
        )
      })
    },
    addHours(due, n) {
      hours.set(byWeek(due).subarray(0, weeks), n * weeks)
    },
    outlooks() {
      close()
      year = -1
      return {
        places: season.places.map((_, of) => outlook(of, most[of]!, years, places[of]!)),
        containers: season.containers.flatMap((_, of) => {
          const load = containers[of]!
          return load.capacity.some(Number.isFinite) ? [outlook(of, most[season.places.length + of]!, years, load)] : []
        }),
        crew: isLimited ? outlook(0, hours, years, crewLoad([], season.habits, first, last)) : undefined,
      }
    },
  }
}

const ROUNDING = 1e-4 // sums are kept in single precision

/** Most room there is in a week. */
function roomIn(load: Load<unknown>, week: Day): number {
  let room = 0
  for (let day = week; day < week + 7; day++) room = Math.max(room, load.capacity[day - load.from] ?? 0)
  return room
}

/** Cells of a batch in a container of its way. */
const cellsAt = ({ progress, way, sizing }: Batch, step: number): number =>
  progress?.cells[step] ?? way.cellsIn(step, sizing!)

const sizes = new WeakMap<Batch, number[]>()

/** Tray places of a batch in a container of its way. */
function sizeAt(batch: Batch, step: number): number {
  let known = sizes.get(batch)
  if (!known) sizes.set(batch, (known = []))
  return (known[step] ??= batch.way.trayPlacesOf(step, cellsAt(batch, step)))
}

/** Trays of a batch in a container of its way: as it is laid out, else as many as its cells fill. */
function traysAt(batch: Batch, step: number): number {
  const { containerNumber, container } = batch.way.route.steps[step]!
  const laid = batch.stays.find((stay) => stay.containerNumber === containerNumber)
  return laid?.trays ?? Math.ceil(cellsAt(batch, step) / Math.max(1, container.cells))
}
