/** What stands on a label, and how many labels a batch takes. */
import type { Entry, Season } from '../../season/schema'
import { standing } from '../ledger/records'
import type { Day } from '../calendar/day'
import type { Batch, Stay } from '../batch/batch'
import { tasksOf, type Task } from '../batch/tasks'
import { codesOf, readCode } from './codes'

/** One label. */
export interface Label {
  batch: Batch
  /** Its label code, check character last. */
  code: string
  /** Which tray of how many; 0 where it is for the batch as a whole. */
  tray: number
  trays: number
  sown: Day
  /** Container it stands in on the day of the label. */
  container: Stay['container']
  place: number
  /** The next thing that is done to it; `undefined` when it is only planted. */
  next: Task | undefined
  /** What it is called when lots were mixed. */
  mixed: string | undefined
}

/** Codes of all batches, those on printed labels as they were printed. */
export function labelCodes(batches: readonly Pick<Batch, 'id'>[], records: readonly Entry[]): Map<string, string> {
  const printed = new Map<string, string>()
  for (const { batch, what } of standing(records))
    if (batch !== undefined && what.did === 'label' && !printed.has(batch)) printed.set(batch, what.code)
  return codesOf(
    batches.map(({ id }) => id),
    printed,
  )
}

/**
 * The batch that a label says, scanned or typed.
 *
 * @returns its id; or what is wrong with the code
 */
export function batchOfLabel(
  text: string,
  batches: readonly Pick<Batch, 'id'>[],
  records: readonly Entry[],
):
  | { ok: true; id: string }
  | { ok: false; reason: Extract<ReturnType<typeof readCode>, { ok: false }>['reason'] | 'unknown' } {
  const read = readCode(text)
  if (!read.ok) return read
  for (const [id, code] of labelCodes(batches, records)) if (code === read.code) return { ok: true, id }
  return { ok: false, reason: 'unknown' }
}

/** The stay a batch is in on a day; the first before it is sown, the last once it is out. */
export function stayOn({ stays }: Batch, day: Day): Stay | undefined {
  return (
    stays.find(({ from, until }) => from <= day && day < until) ??
    (stays[0] && day < stays[0].from ? stays[0] : stays.at(-1))
  )
}

/** What labels are printed for: what is sown in a week, what is potted up in it, or what stands on a day. */
export type LabelsFor = 'sow' | 'pot-up' | 'standing'

/** The day a batch's label is for: that of its sowing or potting in the week, so that it says what is true when it is stuck in. */
export function labelDay({ sow, stays }: Batch, which: LabelsFor, monday: Day, day: Day): Day {
  if (which === 'sow' && sow !== undefined && sow >= monday && sow < monday + 7) return sow
  if (which === 'pot-up')
    return stays.find(({ potted, from }, i) => i > 0 && potted && from >= monday && from < monday + 7)?.from ?? day
  return day
}

/**
 * Labels of batches.
 *
 * @param day the day they are for, or of each batch its own: the container and place of that day, and what comes next from
 *   there
 * @param each one for every tray, or one for the batch
 */
export function labelsOf(
  batches: readonly Batch[],
  season: Pick<Season, 'records'>,
  codes: ReadonlyMap<string, string>,
  day: Day | ((batch: Batch) => Day),
  each: 'tray' | 'batch',
): Label[] {
  return batches.flatMap((batch): Label[] => {
    const on = typeof day === 'number' ? day : day(batch)
    const stay = stayOn(batch, on)
    if (!stay || batch.sow === undefined || batch.progress?.standing === 'gone') return []
    const next = tasksOf(batch, Math.max(on + 1, batch.sow + 1), Infinity)
      .filter(
        ({ kind }) =>
          kind === 'leave-heat' || kind === 'pot-up' || kind === 'move' || kind === 'harden' || kind === 'plant',
      )
      .sort((a, b) => a.day - b.day)[0]
    const one: Label = {
      batch,
      code: codes.get(batch.id)!,
      tray: 0,
      trays: stay.trays,
      sown: batch.sow,
      container: stay.container,
      place: stay.place,
      next,
      mixed: batch.progress?.ledger.mixed?.entry.what.as,
    }
    return each === 'batch' ? [one] : Array.from({ length: stay.trays }, (_, i) => ({ ...one, tray: i + 1 }))
  })
}
