/** Sowings of one day that share a tray, each in rows of its own, where each needs only part of one. */
import type { Container } from '../../season/schema'
import type { Day } from '../calendar/day'
import type { Batch, Stay } from '../batch/batch'

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

/** Whether two batches sown in the same container on the same day agree in all else that sharing a tray asks for. */
function agree(a: Batch, b: Batch): boolean {
  const { germination: ga, care: ca } = a.way.crop
  const { germination: gb, care: cb } = b.way.crop
  if (ga.light !== gb.light || ca.water !== cb.water || a.way.method.leaveHeatAt !== b.way.method.leaveHeatAt)
    return false
  const count = staysTogether(a)
  if (count !== staysTogether(b)) return false
  // The stays in the tray, and the move out of it.
  for (let i = 0; i <= count; i++) {
    const [x, y] = [a.stays[i], b.stays[i]]
    if (x?.place !== y?.place || x?.kind !== y?.kind || x?.containerNumber !== y?.containerNumber) return false
  }
  return true
}

/** Whether a stay takes part of a tray beyond whole ones, in rows that others may fill up. */
function needsPart({ container, cells }: Stay): boolean {
  const { rowCells } = container
  return (
    rowCells !== undefined &&
    rowCells < container.cells &&
    cells % container.cells !== 0 &&
    container.kind !== 'open-flat' &&
    container.packCells === undefined
  )
}

/** Batches of one day and container, in groups that agree. */
function agreeing(batches: readonly Batch[]): Sharer[][] {
  const groups: Sharer[][] = []
  for (const batch of batches) {
    const { container, cells } = batch.stays[0]!
    const rest = cells % container.cells
    const one: Sharer = {
      batch,
      rows: Math.ceil(rest / container.rowCells!),
      cells: rest,
      up: batch.pass!.emergence,
      moves: batch.stays[staysTogether(batch) - 1]!.until,
    }
    const group = groups.find(([other]) => agree(other!.batch, batch))
    if (group) group.push(one)
    else groups.push([one])
  }
  return groups
}

/**
 * Groups part trays of sowings that agree in container, place and warmth, light or dark, water, and what comes next, and
 * that come up and move on within a few days of each other: first the largest, each into the fullest tray it still fits (best fit decreasing).
 */
export function sharedTrays(batches: readonly Batch[]): SharedTrays {
  // Batches of one day and container first: most are alone there, and nothing more is made of those.
  const byDay = new Map<number, Batch | Batch[]>()
  for (const batch of batches) {
    const first = batch.stays[0]
    if (first === undefined || batch.way.route.boughtAge !== undefined || !needsPart(first)) continue
    const key = batch.sow! * 1000 + first.containerNumber
    const there = byDay.get(key)
    if (there === undefined) byDay.set(key, batch)
    else if (Array.isArray(there)) there.push(batch)
    else byDay.set(key, [there, batch])
  }
  const trays: SharedTray[] = []
  const groups = [...byDay.values()].flatMap((there) => (Array.isArray(there) ? agreeing(there) : []))
  for (const group of groups) {
    if (group.length < 2) continue
    const { batch } = group[0]!
    const { container, containerNumber } = batch.stays[0]!
    const rowCells = container.rowCells!
    const rowCount = Math.floor(container.cells / rowCells)
    const open: { used: number; up: [Day, Day]; moves: [Day, Day]; of: Sharer[] }[] = []
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
      trays.push({
        id: `shared ${parts.map(({ batch: own }) => own.id).join(' ')}`,
        sowOn: batch.sow!,
        container,
        containerNumber,
        rowCount,
        rowCells,
        parts,
        stays: staysOf(
          parts.map(({ batch: own }) => own),
          container,
        ),
      })
    }
  }
  trays.sort((a, b) => a.sowOn - b.sowOn || (a.id < b.id ? -1 : 1))
  const byBatch = new Map(trays.flatMap((tray) => tray.parts.map(({ batch }) => [batch.id, tray] as const)))
  return { trays, byBatch, saved: trays.reduce((sum, { parts }) => sum + parts.length - 1, 0) }
}

const near = ([low, high]: [Day, Day], day: Day) => Math.max(high, day) - Math.min(low, day) <= APART

/** A batch that needs part of a tray. */
interface Sharer {
  batch: Batch
  rows: number
  cells: number
  /** Day half are up, and day they are moved out of the tray. */
  up: Day
  moves: Day
}

/** How many stays of a batch are in the container it is sown in. */
function staysTogether({ stays }: Batch): number {
  for (let i = 1; i < stays.length; i++) if (stays[i]!.potted) return i
  return stays.length
}

/** Stays of a batch in the container it is sown in. */
const inFirstContainer = (batch: Batch): Stay[] => batch.stays.slice(0, staysTogether(batch))

/** Where a shared tray stands: at each place from the first of its batches to come until the last to leave. */
function staysOf(batches: readonly Batch[], container: Container): Stay[] {
  const [first] = batches
  return inFirstContainer(first!).map((stay, i, all) => {
    const same = batches.map((batch) => inFirstContainer(batch)[i])
    const until =
      i === all.length - 1
        ? Math.max(...same.map((one) => one?.until ?? stay.until))
        : Math.min(...same.map((one) => one?.until ?? stay.until))
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
  const own = batches.map((batch): Stander => ({ batch, stays: ownStays(batch, shared) }))
  return [
    ...own,
    ...shared.trays.map((tray): Stander => ({ batch: tray.parts[0]!.batch, stays: tray.stays, shared: tray })),
  ]
}

/** Stays of a batch without the part tray it shares. */
function ownStays(batch: Batch, shared: SharedTrays): readonly Stay[] {
  if (!shared.byBatch.has(batch.id)) return batch.stays
  const together = staysTogether(batch)
  return batch.stays.flatMap((stay, i) =>
    i >= together
      ? [stay]
      : stay.trays <= 1
        ? []
        : [{ ...stay, trays: stay.trays - 1, trayPlaces: stay.trayPlaces - stay.container.trayPlaces }],
  )
}

/** As `standers`, for summing: a batch that shares nothing stands for itself. */
export function sharedStays(batches: readonly Batch[], shared: SharedTrays): readonly { stays: readonly Stay[] }[] {
  if (shared.trays.length === 0) return batches
  const all: { stays: readonly Stay[] }[] = batches.map((batch) =>
    shared.byBatch.has(batch.id) ? { stays: ownStays(batch, shared) } : batch,
  )
  for (const tray of shared.trays) all.push(tray)
  return all
}
