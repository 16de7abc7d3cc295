/** Sowings of one day that share a tray, each in rows of its own, where each needs only part of one. */
import type { Container } from '../../season/schema'
import type { Day } from '../calendar/day'
import type { Batch, Stay } from '../plan/batch'

/** The rows of one batch in a shared tray. */
export interface RowsOf {
  batch: Batch
  /** First row, from 0, and how many. */
  row: number
  rows: number
  /** Cells of it that are sown. */
  cells: number
}

/** A tray that several batches share, and where it stands while they do. */
export interface SharedTray {
  id: string
  sowOn: Day
  container: Container
  containerNumber: number
  /** Rows of the tray, and cells in each. */
  rowCount: number
  rowCells: number
  parts: RowsOf[]
  /** Its stays until the first of them is moved into another container. */
  stays: Stay[]
}

/** All shared trays of a plan, and what they save. */
export interface SharedTrays {
  trays: SharedTray[]
  /** By batch id: trays of its own that it needs one less of. */
  byBatch: ReadonlyMap<string, SharedTray>
  /** Trays fewer than without sharing. */
  saved: number
}

/** Days by which emergence and the next move may differ within one tray. */
const APART = 3

/** What batches must agree in to share a tray. */
function agreement(batch: Batch): string {
  const { crop, method } = batch.way
  const { germination, care } = crop
  const together = inFirstContainer(batch)
  const next = batch.stays[together.length]
  return [batch.sow, together[0]!.containerNumber, germination.light, care.water ?? '', method.leaveHeatAt, ...together.map(({ kind, place }) => `${kind} ${place}`), next ? `into ${next.containerNumber} at ${next.place}` : 'field'].join('|')
}

/** The part of a tray that a batch needs beyond whole ones; 0 where it needs none, or cannot share. */
function rowsNeeded(stay: Stay): { rows: number; cells: number } {
  const { container, cells } = stay
  const { rowCells } = container
  if (container.kind === 'open-flat' || rowCells === undefined || rowCells >= container.cells || container.packCells !== undefined) return { rows: 0, cells: 0 }
  const rest = cells % container.cells
  return { rows: Math.ceil(rest / rowCells), cells: rest }
}

/**
 * Groups part trays of sowings that agree in container, place and warmth, light or dark, water, and what comes next, and
 * that come up and move on within a few days of each other: first the largest, each into the fullest tray it still fits (best fit decreasing).
 */
export function sharedTrays(batches: readonly Batch[]): SharedTrays {
  const groups = new Map<string, { batch: Batch; rows: number; cells: number; up: Day; moves: Day }[]>()
  for (const batch of batches) {
    const [first] = batch.stays
    if (!first || batch.sow === undefined || !batch.pass || batch.way.route.boughtAge !== undefined) continue
    const { rows, cells } = rowsNeeded(first)
    if (rows === 0) continue
    const key = agreement(batch)
    const moves = inFirstContainer(batch).at(-1)!.until
    const group = groups.get(key)
    const one = { batch, rows, cells, up: batch.pass.emergence, moves }
    if (group) group.push(one)
    else groups.set(key, [one])
  }
  const trays: SharedTray[] = []
  for (const group of groups.values()) {
    if (group.length < 2) continue
    const [{ batch }] = group as [(typeof group)[number]]
    const { container, containerNumber } = batch.stays[0]!
    const rowCells = container.rowCells!
    const rowCount = Math.floor(container.cells / rowCells)
    const open: { used: number; up: [Day, Day]; moves: [Day, Day]; of: typeof group }[] = []
    for (const one of group.toSorted((a, b) => b.rows - a.rows || (a.batch.code < b.batch.code ? -1 : 1))) {
      const fits = open
        .filter(({ used, up, moves }) => used + one.rows <= rowCount && near(up, one.up) && near(moves, one.moves))
        .sort((a, b) => b.used - a.used)[0]
      if (fits) {
        fits.used += one.rows
        fits.of.push(one)
        fits.up = [Math.min(fits.up[0], one.up), Math.max(fits.up[1], one.up)]
        fits.moves = [Math.min(fits.moves[0], one.moves), Math.max(fits.moves[1], one.moves)]
      } else open.push({ used: one.rows, up: [one.up, one.up], moves: [one.moves, one.moves], of: [one] })
    }
    for (const { of } of open) {
      if (of.length < 2) continue
      let row = 0
      const parts = of.map(({ batch: own, rows, cells }) => {
        const part = { batch: own, row, rows, cells }
        row += rows
        return part
      })
      trays.push({ id: `shared ${parts.map(({ batch: own }) => own.id).join(' ')}`, sowOn: batch.sow!, container, containerNumber, rowCount, rowCells, parts, stays: staysOf(parts.map(({ batch: own }) => own), container) })
    }
  }
  trays.sort((a, b) => a.sowOn - b.sowOn || (a.id < b.id ? -1 : 1))
  const byBatch = new Map(trays.flatMap((tray) => tray.parts.map(({ batch }) => [batch.id, tray] as const)))
  return { trays, byBatch, saved: trays.reduce((sum, { parts }) => sum + parts.length - 1, 0) }
}

const near = ([low, high]: [Day, Day], day: Day) => Math.max(high, day) - Math.min(low, day) <= APART

/** Stays of a batch in the container it is sown in. */
function inFirstContainer({ stays }: Batch): Stay[] {
  const end = stays.findIndex(({ potted }, i) => i > 0 && potted)
  return end < 0 ? [...stays] : stays.slice(0, end)
}

/** Where a shared tray stands: at each place from the first of its batches to come until the last to leave. */
function staysOf(batches: readonly Batch[], container: Container): Stay[] {
  const [first] = batches
  return inFirstContainer(first!).map((stay, i, all) => {
    const same = batches.map((batch) => inFirstContainer(batch)[i])
    const until = i === all.length - 1 ? Math.max(...same.map((one) => one?.until ?? stay.until)) : Math.min(...same.map((one) => one?.until ?? stay.until))
    const from = i === 0 ? stay.from : Math.min(...batches.map((batch) => inFirstContainer(batch)[i - 1]!.until))
    return { ...stay, from, until, cells: container.cells, trays: 1, trayPlaces: container.trayPlaces }
  })
}

/** What stands somewhere: a batch with the trays that are its own, or a tray that several share. */
export interface Stander {
  /** The batch, or the first of those that share. */
  batch: Batch
  stays: readonly Stay[]
  shared?: SharedTray
}

/**
 * Everything that stands somewhere: where trays are shared, each batch has its part tray taken off and the shared trays
 * stand for themselves.
 */
export function standers(batches: readonly Batch[], shared: SharedTrays | undefined): Stander[] {
  if (!shared || shared.trays.length === 0) return batches.map((batch) => ({ batch, stays: batch.stays }))
  const own = batches.map((batch): Stander => {
    if (!shared.byBatch.has(batch.id)) return { batch, stays: batch.stays }
    const first = new Set(inFirstContainer(batch))
    return { batch, stays: batch.stays.flatMap((stay) => (!first.has(stay) ? [stay] : stay.trays <= 1 ? [] : [{ ...stay, trays: stay.trays - 1, trayPlaces: stay.trayPlaces - stay.container.trayPlaces }])) }
  })
  return [...own, ...shared.trays.map((tray): Stander => ({ batch: tray.parts[0]!.batch, stays: tray.stays, shared: tray }))]
}
