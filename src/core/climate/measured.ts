/** What was measured in the places of a season: by thermometers, out of files, and read off and written down by people. */
import type { Readings, Season } from '../../season/schema'
import { standing, type Recorded } from '../ledger/records'

/** Lowest and highest of a day, °C; one of them may not be known. */
export interface MeasuredDay {
  on: string
  low?: number | undefined
  high?: number | undefined
}

/** What was measured in one place, each day once, in the order of days. */
export interface Measured {
  place: string
  days: readonly MeasuredDay[]
}

type Part = Pick<Season, 'readings' | 'records'>

const written = new WeakMap<Season['records'], readonly Recorded<'temperature'>[]>()

/** Temperatures that people wrote down and nobody took back; the same list for the same records. */
export function writtenTemperatures(records: Season['records']): readonly Recorded<'temperature'>[] {
  let known = written.get(records)
  if (!known) {
    known = records.some(({ what }) => what.did === 'temperature')
      ? standing(records).filter((entry): entry is Recorded<'temperature'> => entry.what.did === 'temperature')
      : NONE
    written.set(records, known)
  }
  return known
}

const NONE: readonly Recorded<'temperature'>[] = []

const all = new WeakMap<readonly Recorded<'temperature'>[], { readings: readonly Readings[]; measured: Measured[] }>()

/**
 * All that was measured, by place. Where two sources say something of the same part of a day the later one holds, and what
 * somebody read off and wrote down before all; of what was written down twice of a day, the lowest low and the highest high.
 */
export function measuredOf({ readings, records }: Part): readonly Measured[] {
  const own = writtenTemperatures(records)
  const known = all.get(own)
  if (known?.readings === readings) return known.measured
  const places = new Map<string, Map<string, MeasuredDay>>()
  const dayOf = (place: string, on: string): MeasuredDay => {
    const days = places.get(place) ?? new Map<string, MeasuredDay>()
    places.set(place, days)
    const day = days.get(on) ?? { on }
    days.set(on, day)
    return day
  }
  // What is simulated never stands before what was measured.
  for (const { place, days } of [...readings].sort((a, b) => simulatedFirst(a) - simulatedFirst(b)))
    for (const { on, low, high } of days) Object.assign(dayOf(place, on), { low, high })
  for (const { place, on, low, high } of extremes(own).values()) {
    const day = dayOf(place, on)
    if (low !== undefined) day.low = low
    if (high !== undefined) day.high = high
  }
  const measured = [...places].map(([place, days]) => ({
    place,
    days: [...days.values()].sort((a, b) => (a.on < b.on ? -1 : 1)),
  }))
  all.set(own, { readings, measured })
  return measured
}

const simulatedFirst = ({ from }: Readings) => (from === 'stand-in' ? 0 : 1)

/** The lowest and the highest written down of each place and day. */
function extremes(entries: readonly Recorded<'temperature'>[]): Map<string, MeasuredDay & { place: string }> {
  const days = new Map<string, MeasuredDay & { place: string }>()
  for (const { place, on, what } of entries) {
    if (place === undefined) continue
    const key = `${place} ${on}`
    const before = days.get(key)
    days.set(key, {
      place,
      on,
      low: least(before?.low, what.low),
      high: most(before?.high, what.high),
    })
  }
  return days
}

const least = (a: number | undefined, b: number | undefined) =>
  a === undefined || b === undefined ? (a ?? b) : Math.min(a, b)
const most = (a: number | undefined, b: number | undefined) =>
  a === undefined || b === undefined ? (a ?? b) : Math.max(a, b)
