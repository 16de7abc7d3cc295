/** Where each tray stands: on real benches and levels, put and together for as long as it stays. */
import type { Place, StandsAt } from '../../season/schema'
import type { Day } from '../calendar/day'
import { traysOnBench } from '../geometry/bench'
import type { Batch, Stay } from '../batch/batch'
import { changeOf } from '../batch/one-of-series'
import type { SharedTray, Stander } from '../traymap/shared-trays'

/** One level of a bench, as a row of tray places filled from its head: column by column across it. */
export interface BenchLevel {
  /** Which of the benches of the place, from 0. */
  bench: number
  level: number
  name: string
  /** Tray places along and across; what is left over stands in no bench that is drawn. */
  along: number
  across: number
  /** Tray places. */
  size: number
}

/** What a batch takes of a place while it stands there without moving: [from, until). */
export interface Standing {
  batch: Batch
  /** The stays it is made of: heat is left where it stands without being moved. */
  stays: Stay[]
  from: Day
  until: Day
  /** Tray places. */
  size: number
  /** Tray places of one tray. */
  tray: number
  pinned: boolean
  /** The tray that several batches share, where it is one. */
  shared: SharedTray | undefined
}

/** A stretch of a level taken by a standing. */
export interface Piece {
  standing: Standing
  /** Level by number in the list of the place. */
  level: number
  at: number
  length: number
  /** Day it is put there: later than the standing begins only where there was no room before. */
  from: Day
}

/** How the trays of a place stand through the season. */
export interface Placement {
  levels: BenchLevel[]
  pieces: Piece[]
  /** What found no room, in tray places, over [from, until). */
  without: { standing: Standing; size: number; from: Day; until: Day }[]
  /** Pins that could not be kept, because another tray is pinned there or the bench ends. */
  lostPins: Standing[]
}

const TINY = 1e-9

/** The levels of a place: its benches, and one more row for room that no bench accounts for. */
export function levelsOf(place: Place): BenchLevel[] {
  const levels: BenchLevel[] = []
  place.layout?.benches.forEach((bench, i) => {
    const { along, across } = traysOnBench(bench)
    for (let level = 0; level < bench.levels; level++)
      levels.push({
        bench: i,
        level,
        name: bench.levels > 1 ? `${bench.name}, level ${level + 1}` : bench.name,
        along,
        across,
        size: along * across,
      })
  })
  const drawn = levels.reduce((sum, { size }) => sum + size, 0)
  const most = Math.max(place.trayPlaces, ...(place.rooms ?? []).map(({ trayPlaces }) => trayPlaces))
  const rest = Math.ceil(most - drawn - TINY)
  if (rest > 0) {
    const across = rest > 12 ? 4 : rest > 3 ? 2 : 1
    levels.push({
      bench: place.layout?.benches.length ?? 0,
      level: 0,
      name: levels.length > 0 ? 'Elsewhere there' : place.name,
      along: Math.ceil(rest / across),
      across,
      size: rest,
    })
  }
  return levels
}

/** Everything that stands at a place in a season, in the order it comes. */
export function standingsAt(all: readonly Stander[], place: number): Standing[] {
  const list: Standing[] = []
  for (const { batch, stays, shared } of all) {
    let last: Standing | undefined
    for (const stay of stays) {
      if (stay.place !== place) {
        last = undefined
        continue
      }
      if (last && !stay.potted && Math.abs(last.size - stay.trayPlaces) < TINY) {
        last.stays.push(stay)
        last.until = stay.until
        continue
      }
      if (stay.trayPlaces <= 0) continue
      last = {
        batch,
        stays: [stay],
        from: stay.from,
        until: stay.until,
        size: stay.trayPlaces,
        tray:
          stay.container.packCells === undefined
            ? stay.container.trayPlaces
            : Math.min(stay.container.trayPlaces, stay.trayPlaces),
        pinned: false,
        shared,
      }
      list.push(last)
    }
  }
  return list.sort(
    (a, b) => a.from - b.from || b.until - a.until || b.size - a.size || (a.batch.code < b.batch.code ? -1 : 1),
  )
}

/**
 * Places everything that stands at a place: pinned ones first, then in the order they come, each where it leaves
 * least room unused and its neighbours leave when it does (best fit over time). What is placed never moves until it leaves.
 */
export function placeTrays(all: readonly Stander[], places: readonly Place[], place: number): Placement {
  const levels = levelsOf(places[place]!)
  const standings = standingsAt(all, place)
  const placement: Placement = { levels, pieces: [], without: [], lostPins: [] }
  const byLevel: Piece[][] = levels.map(() => [])
  const put = (standing: Standing, level: number, at: number, length: number, from = standing.from) => {
    const piece = { standing, level, at, length, from }
    byLevel[level]!.push(piece)
    placement.pieces.push(piece)
  }
  const later: Standing[] = []
  for (const standing of standings) {
    const pin = standing.shared ? undefined : pinOf(standing.batch, places[place]!.key)
    const level = pin ? levels.findIndex((one) => one.bench === pin.bench && one.level === pin.level) : -1
    if (!pin) later.push(standing)
    else if (
      level >= 0 &&
      pin.at + standing.size <= levels[level]!.size + TINY &&
      gapsAlong(byLevel[level]!, levels[level]!.size, standing).some(
        (gap) => gap.from <= pin.at + TINY && gap.until >= pin.at + standing.size - TINY,
      )
    ) {
      standing.pinned = true
      put(standing, level, pin.at, standing.size)
    } else {
      placement.lostPins.push(standing)
      later.push(standing)
    }
  }
  for (const standing of later) {
    const gaps = levels.flatMap(({ size }, level) =>
      gapsAlong(byLevel[level]!, size, standing).map((gap) => ({ ...gap, level })),
    )
    const fitting = gaps.filter(({ from, until }) => until - from >= standing.size - TINY)
    if (fitting.length > 0) {
      const best = fitting.reduce((a, b) => (wasteOf(b, standing) < wasteOf(a, standing) - TINY ? b : a))
      // Against the neighbour that leaves nearest to its own day, so that room comes free in one stretch.
      const atEnd =
        best.until - best.from > standing.size + TINY &&
        Math.abs(best.after - standing.until) < Math.abs(best.before - standing.until)
      put(standing, best.level, atEnd ? best.until - standing.size : best.from, standing.size)
      continue
    }
    // It must be parted: whole trays into the widest gaps first, what is left as soon as others leave.
    let left = standing.size
    let since = standing.from
    const leaving = placement.pieces
      .map((piece) => piece.standing.until)
      .filter((day) => day > standing.from && day < standing.until)
    for (const day of [standing.from, ...[...new Set(leaving)].sort((a, b) => a - b)]) {
      if (left <= TINY) break
      const before = left
      const now = { ...standing, from: day }
      const open = levels.flatMap(({ size }, level) =>
        gapsAlong(byLevel[level]!, size, now).map((gap) => ({ ...gap, level })),
      )
      for (const gap of open.sort(
        (a, b) => b.until - b.from - (a.until - a.from) || a.level - b.level || a.from - b.from,
      )) {
        const whole = Math.floor((gap.until - gap.from) / standing.tray + TINY) * standing.tray
        const length = Math.min(left, whole)
        if (length <= TINY) continue
        put(standing, gap.level, gap.from, length, day)
        left -= length
        if (left <= TINY) break
      }
      if (left < before - TINY && day > since) {
        placement.without.push({ standing, size: before, from: since, until: day })
        since = day
      } else if (left < before - TINY) since = day
    }
    if (left > TINY) placement.without.push({ standing, size: left, from: since, until: standing.until })
  }
  return placement
}

interface Gap {
  from: number
  until: number
  /** Day its neighbour on either side leaves; the end of time at the ends of a bench. */
  before: Day
  after: Day
}

/** Free stretches of a level over all days of a standing. */
function gapsAlong(pieces: readonly Piece[], size: number, { from, until }: Standing): Gap[] {
  const taken = pieces.filter((piece) => piece.from < until && piece.standing.until > from).sort((a, b) => a.at - b.at)
  const gaps: Gap[] = []
  let free = 0
  let before = Infinity
  for (const { at, length, standing } of taken) {
    if (at - free > TINY) gaps.push({ from: free, until: at, before, after: standing.until })
    if (at + length > free) {
      free = at + length
      before = standing.until
    }
  }
  if (size - free > TINY) gaps.push({ from: free, until: size, before, after: Infinity })
  return gaps
}

/** Room a gap would have left, and a little for neighbours that leave at other times. */
function wasteOf({ from, until, before, after }: Gap, standing: Standing): number {
  const away = Math.min(30, Math.abs(before - standing.until), Math.abs(after - standing.until))
  return until - from - standing.size + away * 0.02
}

/** Where a batch was put by hand at a place. */
function pinOf(batch: Batch, place: string): StandsAt | undefined {
  return standsOf(batch)?.find((one) => one.place === place)
}

/** Where a batch was put by hand: one of a series in places of its own, else where all of them were put. */
const standsOf = ({ planting, n }: Batch): StandsAt[] | undefined => changeOf(planting, n).stands ?? planting.stands

/** What stands on a day, level by level. */
export const piecesOn = (placement: Placement, day: Day): Piece[] =>
  placement.pieces.filter(({ from, standing }) => from <= day && day < standing.until)

/** Where a batch is pinned, with one place set anew or taken out. */
export function withPin(batch: Batch, place: string, pin: Omit<StandsAt, 'place'> | undefined): StandsAt[] | undefined {
  const others = (standsOf(batch) ?? []).filter((one) => one.place !== place)
  const next = pin ? [...others, { place, ...pin }] : others
  return next.length > 0 ? next : undefined
}

/** Which tray place, counted from the head, lies at a column and a row: up one column and down the next, so that neighbours touch. */
export const slotAt = ({ across }: Pick<BenchLevel, 'across'>, column: number, row: number): number =>
  column * across + (column % 2 === 0 ? row : across - 1 - row)

/** Where a stretch of a level lies on the bench: rectangles in tray places, x along and y across. */
export function rectanglesOf(
  { across }: BenchLevel,
  at: number,
  length: number,
): { x: number; y: number; width: number; height: number }[] {
  const rectangles: { x: number; y: number; width: number; height: number }[] = []
  let from = at
  const end = at + length
  while (from < end - TINY) {
    const slot = Math.floor(from + TINY)
    const until = Math.min(end, slot + 1)
    rectangles.push({
      x: Math.floor(slot / across) + (from - slot),
      y: Math.floor(slot / across) % 2 === 0 ? slot % across : across - 1 - (slot % across),
      width: until - from,
      height: 1,
    })
    from = until
  }
  return rectangles
}
