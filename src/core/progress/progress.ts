/** Batches as they really are: what was recorded holds, what is overdue waits for today, the rest is forecast. */
import type { Entry } from '../../season/schema'
import { parseDay, type Day } from '../calendar/day'
import type { Climate } from '../climate/climate'
import { isConfirmed, ledgerOf, type Ledger, type Ledgers } from '../ledger/ledger'
import type { Line, RecordIndex } from '../ledger/records'
import type { StandForecast } from '../ledger/stand-count'
import { batchInProgress, type Batch } from '../plan/batch'
import { meantOf } from './meant'
import { onePart } from './one-part'
import type { Happened } from './pass'
import type { Keyed } from './route-taken'
import type { SisterChecks } from './sisters'

/** How far a batch is. */
export type Standing = 'to-sow' | 'sown' | 'up' | 'hardening' | 'planted' | 'gone'

/** What has happened to a batch, beside what was planned for it. */
export interface Progress {
  planned: Batch
  ledger: Ledger
  /** Every part of the batch it belongs to, and what of its records could not be. */
  all: Ledgers
  standing: Standing
  /** Whether somebody has to say first whether it was sown: until then it stands nowhere. */
  asks: boolean
  /** First day that is forecast: what lies before it has happened. */
  today: Day
  /** By container of the way: cells, pots or flats in use. */
  cells: readonly number[]
  /** What counts say of the stand; `undefined` before one. */
  stand: StandForecast | undefined
  /** Good plants expected at planting: of those counted, else in the same share as was sown. */
  plants: number
  /** Share of the planned batch that this part is: 1 when it was never split. */
  share: number
  /** Looks at plugs, with the age that was reckoned then and the age at which the plug was to hold. */
  plugs: readonly { on: Day; age: number; ready: number; holds: boolean }[]
  /** Steps that are due and have not happened, with the day they were due: what follows is forecast as if they were done tomorrow. */
  held: ReadonlyMap<string, Day>
  /** Looks at its plants, and at those of the same sowing, by their days. */
  checked: readonly Line<'check'>[]
  /** What fixes its course, for asking what would be if a step came later; `undefined` while it is asked about. */
  happened: Happened | undefined
  /** Steps nobody ticked off though what comes after them was: `leave-heat/0`. */
  implied: ReadonlySet<string>
  /** Days on which its cells changed within one container. */
  cuts: readonly { on: Day; cells: number }[]
  /** First day it stands anywhere for itself, for a part; first day it no longer does, when it is gone. */
  begins: Day
  ends: Day
}

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
