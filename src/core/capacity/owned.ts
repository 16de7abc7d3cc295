/** Trays of a kind that there are: those owned, less those that broke or were lost. */
import type { Container, Entry } from '../../season/schema'
import { parseDay, type Day } from '../calendar/day'
import { standing } from '../ledger/records'

/** So many trays gone on a day. */
export interface Breakage {
  on: Day
  trays: number
}

const found = new WeakMap<readonly Entry[], ReadonlyMap<string, readonly Breakage[]>>()

/** What broke or was lost by kind of container, in the order of its days; what corrects a record takes its place. */
export function breakages(records: readonly Entry[]): ReadonlyMap<string, readonly Breakage[]> {
  const known = found.get(records)
  if (known) return known
  const byContainer = new Map<string, Breakage[]>()
  const any = records.some(({ what }) => what.did === 'broke')
  for (const { what, on } of any ? standing(records) : []) {
    if (what.did !== 'broke') continue
    const one = { on: parseDay(on), trays: what.trays }
    byContainer.set(what.container, [...(byContainer.get(what.container) ?? []), one])
  }
  for (const list of byContainer.values()) list.sort((a, b) => a.on - b.on)
  found.set(records, byContainer)
  return byContainer
}

/** Trays of a kind that broke or were lost by the evening of a day. */
export function brokenBy(container: Pick<Container, 'key'>, records: readonly Entry[], day: Day): number {
  const list = breakages(records).get(container.key) ?? []
  return list.reduce((sum, { on, trays }) => sum + (on <= day ? trays : 0), 0)
}

/**
 * Trays of a kind that there are on the evening of a day, never fewer than none.
 *
 * @returns `undefined` where nobody said how many are owned
 */
export function ownedOn(
  container: Pick<Container, 'key' | 'owned'>,
  records: readonly Entry[],
  day: Day,
): number | undefined {
  return container.owned === undefined ? undefined : Math.max(0, container.owned - brokenBy(container, records, day))
}

/** Trays of a kind that there are on each day of [from, to); without end where nobody said how many are owned. */
export function ownedOver(container: Container, records: readonly Entry[], from: Day, to: Day): Float64Array {
  const days = new Float64Array(to - from).fill(container.owned ?? Infinity)
  if (container.owned === undefined) return days
  let gone = 0
  for (const { on, trays } of breakages(records).get(container.key) ?? []) {
    gone += trays
    days.fill(Math.max(0, container.owned - gone), Math.min(days.length, Math.max(0, on - from)))
  }
  return days
}
