/** Batches of one sowing: the same variety by the same method on the same day. What is seen of one is true of the others. */
import { parseDay, type Day } from '../calendar/day'
import type { Entry } from '../../season/schema'
import type { Line, RecordIndex } from '../ledger/records'
import type { Batch } from '../batch/batch'

/** Looks at plants of sister batches, by the id of the batch they also tell of. */
export type SisterChecks = ReadonlyMap<string, readonly Line<'check'>[]>

/** What makes batches sisters; `undefined` for one that nobody has said is sown. */
function sowingOf(batch: Batch, entries: readonly Entry[] | undefined): string | undefined {
  const sowing = entries?.find(({ what }) => what.did === 'task' && (what.task === 'sow' || what.task === 'receive'))
  return sowing && `${batch.variety.key} ${batch.way.method.key} ${sowing.on}`
}

/** Sister batches and what was seen of them, kept up while records are added. */
export interface SisterIndex {
  readonly checks: SisterChecks
  readonly planned: readonly Batch[]
  /** By sowing, the batches of it; and of each batch the sowing. */
  readonly groups: ReadonlyMap<string, readonly Batch[]>
  readonly sowings: ReadonlyMap<string, string>
}

/**
 * Looks at plants that also tell of a batch's sisters, while they stand in the container they were sown into.
 *
 * @param before what was found last; only sowings of which something new is written are looked at again
 */
export function sisterChecks(
  planned: readonly Batch[],
  { byBatch, changed }: Pick<RecordIndex, 'byBatch' | 'changed'>,
  before?: SisterIndex,
): SisterIndex {
  const known = before && changed && sameBatches(before.planned, planned) ? before : undefined
  const stale = known ? [...changed!] : []
  const same = known && stale.every((id) => known.sowings.get(id) === sowingById(known, id, byBatch))
  if (known && same) {
    const groups = new Set(stale.map((id) => known.sowings.get(id)).filter((sowing) => sowing !== undefined))
    if (groups.size === 0) return known
    const checks = new Map(known.checks)
    for (const sowing of groups) addLooks(known.groups.get(sowing)!, byBatch, checks)
    return { ...known, checks }
  }
  const groups = new Map<string, Batch[]>()
  const sowings = new Map<string, string>()
  for (const batch of planned) {
    const sowing = sowingOf(batch, byBatch.get(batch.id))
    if (sowing === undefined) continue
    sowings.set(batch.id, sowing)
    const group = groups.get(sowing)
    if (group) group.push(batch)
    else groups.set(sowing, [batch])
  }
  const checks = new Map<string, readonly Line<'check'>[]>()
  for (const group of groups.values()) addLooks(group, byBatch, checks)
  return { checks, planned, groups, sowings }
}

const sameBatches = (a: readonly Batch[], b: readonly Batch[]) =>
  a === b || (a.length === b.length && a.every((batch, i) => batch === b[i]))

function sowingById({ groups, sowings, planned }: SisterIndex, id: string, byBatch: RecordIndex['byBatch']) {
  const sowing = sowings.get(id)
  const batch =
    (sowing === undefined ? undefined : groups.get(sowing)?.find((one) => one.id === id)) ??
    planned.find((one) => one.id === id)
  return batch && sowingOf(batch, byBatch.get(id))
}

/** Puts in, for each batch of a sowing, what was seen of the others. */
function addLooks(
  group: readonly Batch[],
  byBatch: RecordIndex['byBatch'],
  checks: Map<string, readonly Line<'check'>[]>,
): void {
  if (group.length < 2) return
  const lookedAt = group.filter(({ id }) => byBatch.get(id)!.some(({ what }) => what.did === 'check'))
  for (const batch of group) {
    const pottedOn = firstPotting(byBatch.get(batch.id)!)
    const lines: Line<'check'>[] = []
    for (const other of lookedAt) {
      if (other === batch) continue
      const entries = byBatch.get(other.id)!
      const until = Math.min(pottedOn, firstPotting(entries))
      for (const entry of entries) {
        const on = parseDay(entry.on)
        if (entry.what.did === 'check' && on < until) lines.push({ entry, on } as Line<'check'>)
      }
    }
    const old = checks.get(batch.id)
    if (lines.length === 0) checks.delete(batch.id)
    else if (!old || old.length !== lines.length || old.some(({ entry }, i) => entry !== lines[i]!.entry))
      checks.set(batch.id, lines)
  }
}

function firstPotting(entries: readonly Entry[]): Day {
  const potting = entries.find(
    ({ what }) => (what.did === 'task' && what.task === 'pot-up') || (what.did === 'moved' && what.container),
  )
  return potting ? parseDay(potting.on) : Infinity
}

/** Batches of the same sowing as one, itself left out, as they are now. */
export function sistersOf(batch: Batch, batches: readonly Batch[]): Batch[] {
  const sown = batch.progress?.ledger.sown?.on
  if (sown === undefined) return []
  return batches.filter(
    (other) =>
      other !== batch &&
      other.progress?.ledger.sown?.on === sown &&
      other.variety.key === batch.variety.key &&
      other.way.method.key === batch.way.method.key &&
      other.progress.standing !== 'gone' &&
      other.progress.standing !== 'planted',
  )
}
