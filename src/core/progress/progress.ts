/** Batches as they really are: what was recorded holds, what is overdue waits for today, the rest is forecast. */
import type { Entry } from '../../season/schema'
import { parseDay, type Day } from '../calendar/day'
import type { Climate } from '../climate/climate'
import { isConfirmed, ledgerOf, type Ledger, type Ledgers } from '../ledger/ledger'
import type { RecordIndex } from '../ledger/records'
import { batchInProgress, type Batch, type Progress } from '../batch/batch'
import { meantOf } from './meant'
import { onePart } from './one-part'
import type { Keyed } from './route-taken'
import type { SisterChecks } from './sisters'

/** What makes a plan know what has happened. */
export interface Reality {
  /** Records of each batch that count, in order. */
  byBatch: ReadonlyMap<string, readonly Entry[]>
  /** Looks at plants of the same sowing in other batches. */
  sisters?: SisterChecks
  /** Work planned before this day counts as done as planned where the batch is known to be sown: nobody kept records then. */
  since: Day
  /** The day it is: what was due before and was not done cannot come before it. */
  today: Day
}

/**
 * Reality of a season's records.
 *
 * @param recordsFrom first day the farm keeps records, where it says so; else the day of the first record, else today
 */
export function realityOf(
  { byBatch, firstDay }: Pick<RecordIndex, 'byBatch' | 'firstDay'>,
  today: Day,
  recordsFrom: Day | undefined,
): Reality {
  const since = recordsFrom ?? (firstDay === undefined ? Infinity : parseDay(firstDay.slice(0, 10)))
  return { byBatch, since: Math.min(since, today), today }
}

/** Whether anything of a batch that is only planned was due before today, and has not been recorded. */
function isOverdue({ sow, plantOn, stays }: Batch, { today }: Reality): boolean {
  return sow !== undefined && (sow < today || plantOn < today || stays.some(({ from }) => from < today))
}

/**
 * Whether a batch is to be asked about: its sowing day was past already when records began, or when it was planned, and
 * nobody has said what became of it.
 */
function isAskedAbout(planned: Batch, ledger: Ledger, { since, today }: Reality): boolean {
  const { sow, planting, way } = planned
  if (sow === undefined || sow >= today || isConfirmed(ledger)) return false
  const task = way.route.boughtAge === undefined ? 'sow/0' : 'receive/0'
  if (ledger.waits.has(task) || ledger.dropped.has(task) || ledger.dropped.has('plant/0') || ledger.ended) return false
  const { plannedOn } = planting
  return sow < Math.max(since, plannedOn === undefined ? -Infinity : parseDay(plannedOn))
}

/**
 * A planned batch as it really is, with its parts.
 *
 * @returns the batch as planned where nothing has happened to it and nothing is overdue
 */
export function progressOf(planned: Batch, reality: Reality, climate: Climate, by: Keyed): Batch[] {
  const entries = reality.byBatch.get(planned.id)
  if (!planned.pass || (!entries && !isOverdue(planned, reality))) return [planned]
  const all = ledgerOf(planned.id, entries ?? [], meantOf(planned))
  const [root] = all.parts
  if (all.parts.length === 1 && isAskedAbout(planned, root!, reality)) return [asked(planned, all, reality)]
  if (
    all.parts.length === 1 &&
    all.impossible.length === 0 &&
    !root!.sown &&
    root!.done.size === 0 &&
    root!.dropped.size === 0 &&
    root!.waits.size === 0 &&
    !root!.ended &&
    !isOverdue(planned, reality)
  ) {
    // Notes and labels alone change no day.
    return [planned]
  }
  return all.parts.map((ledger) => onePart({ planned, recorded: ledger, all, reality, climate, by }))
}

const NONE_HELD: ReadonlyMap<string, Day> = new Map()
const NO_PLUGS: Progress['plugs'] = []

/** A batch to be asked about: as it was planned, and counted nowhere. */
function asked(planned: Batch, all: Ledgers, { today }: Reality): Batch {
  return batchInProgress(planned, planned, planned.course, {
    planned,
    ledger: all.parts[0]!,
    all,
    standing: 'to-sow',
    asks: true,
    today,
    cells: [],
    stand: undefined,
    plants: planned.plants,
    share: 1,
    plugs: NO_PLUGS,
    held: NONE_HELD,
    checked: [],
    happened: undefined,
    implied: new Set(),
    cuts: [],
    begins: -Infinity,
    ends: Infinity,
  })
}
