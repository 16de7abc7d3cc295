/** Records of batches: which still count, of which batch or part they are, and in which order they are taken. */
import type { Entry } from '../../season/schema'
import type { Day } from '../calendar/day'

export type Recorded<Kind extends Entry['what']['did']> = Entry & { what: Extract<Entry['what'], { did: Kind }> }

/** A record of a batch with its day read. */
export interface Line<Kind extends Entry['what']['did'] = Entry['what']['did']> {
  entry: Recorded<Kind>
  on: Day
}

/** A record of a batch, whatever it says, with its day read. */
export interface AnyLine {
  entry: Entry
  on: Day
}

/** Id of the batch a part belongs to. */
export function rootOf(batch: string): string {
  const at = batch.indexOf('~')
  return at < 0 ? batch : batch.slice(0, at)
}

/** Number of a part; 1 for the batch itself. */
export function partOf(batch: string): number {
  const at = batch.indexOf('~')
  return at < 0 ? 1 : Number(batch.slice(at + 1))
}

/** Records that still count: those corrected or taken back are left out. */
export function standing(entries: readonly Entry[]): Entry[] {
  const corrected = new Set<string>()
  for (const { instead } of entries) if (instead !== undefined) corrected.add(instead)
  return entries.filter(({ id, void: taken }) => !taken && (corrected.size === 0 || !corrected.has(id)))
}

/** Records that count of every batch, its parts with it, each in the order of its days. */
export function byBatch(entries: readonly Entry[]): Map<string, Entry[]> {
  const groups = new Map<string, Entry[]>()
  for (const entry of standing(entries)) {
    if (entry.batch === undefined) continue
    const root = rootOf(entry.batch)
    const group = groups.get(root)
    if (group) group.push(entry)
    else groups.set(root, [entry])
  }
  for (const group of groups.values()) group.sort(inOrder)
  return groups
}

/** Records that count of every batch, kept up while records are added. */
export interface RecordIndex {
  readonly of: readonly Entry[]
  readonly byBatch: ReadonlyMap<string, readonly Entry[]>
  /** Day of the first record that counts or not; `Infinity` without one. */
  readonly firstDay: string | undefined
  /** Batches whose records are not what they were before the last addition; `undefined` when all are new. */
  readonly changed: ReadonlySet<string> | undefined
}

const groupOf = ({ batch }: Entry) => (batch === undefined ? undefined : rootOf(batch))

/**
 * Index of a season's records. Where they are those of before and some more, only the batches of the new ones are looked
 * at again.
 */
export function indexRecords(entries: readonly Entry[], before?: RecordIndex): RecordIndex {
  if (before && before.of === entries) return before.changed?.size === 0 ? before : { ...before, changed: new Set() }
  const old = before?.of
  let added: readonly Entry[] | undefined
  if (old && old.length > 0 && entries.length >= old.length && old.every((entry, i) => entry === entries[i]))
    added = entries.slice(old.length)
  if (!before || !added) {
    const byBatchNow = byBatch(entries)
    let firstDay: string | undefined
    for (const { at } of entries) if (firstDay === undefined || at < firstDay) firstDay = at
    return { of: entries, byBatch: byBatchNow, firstDay, changed: undefined }
  }
  const changed = new Set<string>()
  const corrected = new Set<string>()
  for (const entry of added) {
    const group = groupOf(entry)
    if (group !== undefined) changed.add(group)
    if (entry.instead !== undefined) corrected.add(entry.instead)
  }
  // What is corrected may be of another batch.
  if (corrected.size > 0) for (const entry of entries) if (corrected.has(entry.id)) changed.add(groupOf(entry) ?? '')
  const groups = new Map(before.byBatch)
  const own = new Map<string, Entry[]>()
  for (const entry of corrected.size > 0 ? standing(entries) : added) {
    const group = groupOf(entry)
    if (group === undefined || !changed.has(group) || entry.void) continue
    const list = own.get(group)
    if (list) list.push(entry)
    else own.set(group, corrected.size > 0 ? [entry] : [...(before.byBatch.get(group) ?? []), entry])
  }
  for (const group of changed) {
    const list = own.get(group)
    if (list) groups.set(group, list.sort(inOrder))
    else if (corrected.size > 0) groups.delete(group)
  }
  const firstDay = added.reduce<string | undefined>(
    (first, { at }) => (first === undefined || at < first ? at : first),
    before.firstDay,
  )
  return { of: entries, byBatch: groups, firstDay, changed }
}

/** By day, then as one day's work must go, then as it was written down; whichever arrived first does not matter. */
export const inOrder = (a: Entry, b: Entry): number =>
  a.on < b.on ? -1 : a.on > b.on ? 1 : rank(a) - rank(b) || (a.at < b.at ? -1 : a.at > b.at ? 1 : atOnce(a, b))

/** Of what was written in one moment, a part is made first. */
function atOnce(a: Entry, b: Entry): number {
  const splits = Number(b.what.did === 'split') - Number(a.what.did === 'split')
  return splits || (a.id < b.id ? -1 : a.id > b.id ? 1 : 0)
}

const AT_THE_BENCH = 5
const LAST = 7

/** Sown, counted, thinned and filled in this order; then what is done at the bench as it was written; planting, then the end. */
function rank({ what, batch }: Entry): number {
  const own = rankOf(what)
  // A part is made at the bench: nothing happens to it before.
  return batch !== undefined && partOf(batch) > 1 && own < AT_THE_BENCH ? AT_THE_BENCH : own
}

function rankOf(what: Entry['what']): number {
  switch (what.did) {
    case 'task':
      if (what.task === 'sow' || what.task === 'receive') return 0
      if (what.task === 'thin') return 2
      return what.task === 'plant' ? 6 : AT_THE_BENCH
    case 'count':
      return 1
    case 'fill':
      return 3
    case 'sow-again':
      return 4
    case 'end':
      // Some of it sold is no end of the rest.
      return what.plants === undefined ? LAST : AT_THE_BENCH
    case 'merge':
      return LAST
    default:
      return AT_THE_BENCH
  }
}
