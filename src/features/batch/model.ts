/** What the pages of a batch decide, without drawing it. */
import { formatDay } from '../../core/calendar/day'
import type { Batch } from '../../core/batch/batch'
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

/** A count that was written in numbers; `undefined` while one is missing. */
export function toldOf(cells: number, showing: number | undefined, doubles: number | undefined): Counted | undefined {
  return showing === undefined || cells === 0 ? undefined : { cells, showing, doubles: doubles ?? 0 }
}

/** Why a count cannot be; `undefined` when it can. */
export function wrongCount({ cells, showing, doubles }: Counted, f: Format): string | undefined {
  if (showing > cells) return f.t('batch.onlyWereLookedAt', { cells: f.number(cells) })
  return doubles > showing ? f.t('batch.moreWithTwoThanAre') : undefined
}
