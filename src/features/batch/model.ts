/** What the pages of a batch decide, without drawing it. */
import { formatDay } from '../../core/calendar/day'
import type { Batch } from '../../core/batch/batch'
import type { Judged } from '../../core/traypicture/judge-cells'
import type { Method, Planting } from '../../season/schema'
import type { CellState } from '../../ui/records/tray-drawing'
import type { Format } from '../../words/format'

/**
 * A planting for what lacks of a batch: same variety and day, sown anew.
 *
 * @param all plantings of the season: it gets a key and a code that none of them has
 */
export function resownPlanting(
  batch: Batch,
  {
    method,
    plants,
    sowOn,
    lot = batch.planting.lot,
  }: { method: Method; plants: number; sowOn: string; lot?: string | undefined },
  all: readonly Planting[],
): Planting {
  const { planting } = batch
  const keys = new Set(all.map(({ key }) => key))
  const codes = new Set(all.map(({ code }) => code))
  let i = 1
  const stem = planting.key.slice(0, 50)
  while (keys.has(`${stem}-again${i}`) || codes.has(codeOf(i))) i++
  function codeOf(n: number): string {
    return `${planting.code.slice(0, 8)}R${batch.n > 0 ? batch.n : ''}${n > 1 ? ('ABCDEFGH'[n - 2] ?? n) : ''}`.slice(
      0,
      12,
    )
  }
  return {
    key: `${stem}-again${i}`,
    code: codeOf(i),
    variety: planting.variety,
    method: method.key,
    plants,
    on: formatDay(batch.plantOn),
    sowOn,
    changes: [],
    note: `Sown again for ${batch.code}.`,
    ...(lot === undefined ? {} : { lot }),
    ...(planting.worth === undefined ? {} : { worth: planting.worth }),
  }
}

/** What was seen of some cells. */
export interface Counted {
  cells: number
  /** Of these, with a seedling; and with more than one. */
  showing: number
  doubles: number
}

/** A count of cells that were tapped one by one; `undefined` before any was. */
export function seenIn(states: readonly CellState[]): Counted | undefined {
  if (states.length === 0) return undefined
  return {
    cells: states.length,
    showing: states.filter((state) => state !== 'none').length,
    doubles: states.filter((state) => state === 'two').length,
  }
}

/** What was seen of cells in a photo. */
export function judgedNumbers(cells: readonly Judged[]): {
  up: number
  doubles: number
  empty: number
  unsure: number
} {
  const of = (one: Judged) => cells.filter((cell) => cell === one).length
  return { up: of('one') + of('two'), doubles: of('two'), empty: of('none'), unsure: of('unsure') }
}

/** A tray that is being counted: what is in its cells, and those of which that is not known. */
export interface DrawnTray {
  cells: readonly CellState[]
  /** Cells that a photo did not tell: they do not count until they are tapped. */
  unsure: ReadonlySet<number>
}

/** The drawn tray of what was seen in a photo, as many cells as are sown. */
export function drawnFrom(judged: readonly Judged[], cells: number): DrawnTray {
  const own = judged.slice(0, cells)
  return {
    cells: own.map((one) => (one === 'unsure' ? 'one' : one)),
    unsure: new Set(own.flatMap((one, i) => (one === 'unsure' ? [i] : []))),
  }
}

/** A cell that was tapped: of what was not known it is known then. */
export const tapped = (tray: DrawnTray, cells: readonly CellState[], cell: number): DrawnTray => ({
  cells,
  unsure: new Set([...tray.unsure].filter((other) => other !== cell)),
})

/** The cells of trays that count. @param isOwn whether a cell is of the sowing that is counted */
export const known = (trays: Iterable<DrawnTray>, isOwn: (cell: number) => boolean = () => true): CellState[] =>
  [...trays].flatMap(({ cells, unsure }) => cells.filter((_, cell) => isOwn(cell) && !unsure.has(cell)))

/** A count that was written in numbers; `undefined` while one is missing. */
export function toldOf(cells: number, showing: number | undefined, doubles: number | undefined): Counted | undefined {
  return showing === undefined || cells === 0 ? undefined : { cells, showing, doubles: doubles ?? 0 }
}

/** Why a count cannot be; `undefined` when it can. */
export function wrongCount({ cells, showing, doubles }: Counted, f: Format): string | undefined {
  if (showing > cells) return f.t('batch.onlyWereLookedAt', { cells: f.number(cells) })
  return doubles > showing ? f.t('batch.moreWithTwoThanAre') : undefined
}
