/** How full places get, and how many containers are in use, week by week in the years that might be. */
import type { Batch } from '../batch/batch'
import type { Span } from '../batch/course'
import { weekStart, type Day } from '../calendar/day'
import type { Load } from '../capacity/load'
import type { Plan } from '../plan/plan'
import { spreadIn } from './spread'

/** What the years say of one place, or one kind of container, by week. */
export interface LoadOutlook {
  /** Place or container by number in the season. */
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
}

/** Gathers what stands where, year by year. */
export interface Loads {
  add(batch: Batch, spans: readonly Span[], year: number): void
  outlooks(): LoadOutlooks
}

export function createLoads({ season, places, containers, today }: Plan, open: readonly Batch[], years: number): Loads {
  const first = weekStart(Math.max(today ?? -Infinity, Math.min(...open.map(({ sow }) => sow!), Infinity)))
  const last = Math.max(...open.map(({ plantOn }) => plantOn), -Infinity) + 1
  const days = Number.isFinite(first) && Number.isFinite(last) ? Math.max(0, last - first) : 0
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
  const outlook = (row: number, of: number, load: Load<unknown>): LoadOutlook => {
    const out = { low: new Float64Array(weeks), middle: new Float64Array(weeks), high: new Float64Array(weeks), over: new Float64Array(weeks) } // prettier-ignore
    const values = new Float64Array(years)
    for (let week = 0; week < weeks; week++) {
      const room = roomIn(load, first + week * 7)
      let over = 0
      for (let n = 0; n < years; n++) {
        values[n] = most[row]![n * weeks + week]!
        if (values[n]! > room + 1e-6) over++
      }
      ;[out.low[week], out.middle[week], out.high[week]] = spreadIn(values) as [number, number, number]
      out.over[week] = over / years
    }
    return { of, weeks: Array.from({ length: weeks }, (_, week) => first + week * 7), ...out }
  }
  return {
    add(batch, spans, n) {
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
    outlooks() {
      close()
      year = -1
      return {
        places: season.places.map((_, of) => outlook(of, of, places[of]!)),
        containers: season.containers.flatMap((_, of) => {
          const load = containers[of]!
          return load.capacity.some(Number.isFinite) ? [outlook(season.places.length + of, of, load)] : []
        }),
      }
    },
  }
}

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
