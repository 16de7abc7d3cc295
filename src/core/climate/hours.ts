/** From what a thermometer sends, at whatever time and in whatever order, to what each hour was. */
import { clockTime } from '../calendar/clock'
import type { Day } from '../calendar/day'
import { isPossible, type DayOfHours, type HourRead } from './readings'

/** A temperature that was sent. */
export interface Sample {
  /** When it was measured, ms since the beginning of 1970 in UTC. */
  at: number
  /** °C */
  celsius: number
}

/** What came of an hour. */
export interface Hour {
  /** Its beginning in UTC, ms since the beginning of 1970. */
  hour: number
  /** Lowest and highest, °C; none where nothing that came could be. */
  read: HourRead | undefined
  /** Whether something came that cannot be: a wire that is loose says 85 or −127. */
  impossible: boolean
}

const HOUR = 3_600_000 // ms

/** The hour an instant lies in. */
const hourOf = (instant: number): number => Math.floor(instant / HOUR) * HOUR

/** Two times something came of the same hour, as one. Which came first, and whether it came twice, changes nothing. */
export function mergedHour(a: Hour, b: Hour): Hour {
  const [one, other] = [a.read ?? b.read, b.read ?? a.read]
  return {
    hour: a.hour,
    read: one && other && { low: Math.min(one.low, other.low), high: Math.max(one.high, other.high) },
    impossible: a.impossible || b.impossible,
  }
}

/** The hours of what was sent, in order. */
export function hoursOf(samples: readonly Sample[]): Hour[] {
  const hours = new Map<number, Hour>()
  for (const { at, celsius } of samples) {
    const hour = hourOf(at)
    const sound = isPossible(celsius)
    const own: Hour = { hour, read: sound ? { low: celsius, high: celsius } : undefined, impossible: !sound }
    const known = hours.get(hour)
    hours.set(hour, known ? mergedHour(known, own) : own)
  }
  return [...hours.values()].sort((a, b) => a.hour - b.hour)
}

/**
 * Days as the clock on the wall has them, of [from, until): an hour that it shows twice is one; one that is left out when
 * clocks are put forward is not missed.
 *
 * @param zone IANA name of the time zone
 */
export function daysOfHours(hours: readonly Hour[], from: Day, until: Day, zone?: string): DayOfHours[] {
  const days = new Map<Day, (HourRead | undefined)[]>()
  const impossible = new Map<Day, number>()
  for (let day = from; day < until; day++)
    days.set(
      day,
      Array.from({ length: 24 }, () => undefined),
    )
  for (const one of hours) {
    const { day, minute } = clockTime(one.hour, zone)
    const of = days.get(day)
    if (!of) continue
    const at = Math.floor(minute / 60)
    of[at] = mergedHour({ ...one, read: of[at] }, one).read
    if (one.impossible) impossible.set(day, (impossible.get(day) ?? 0) + 1)
  }
  return [...days].map(([day, read]) => ({
    day,
    hours: withoutJump(day, read, zone),
    impossible: impossible.get(day) ?? 0,
  }))
}

/** An hour that no clock showed is like the one before it. */
function withoutJump(day: Day, read: (HourRead | undefined)[], zone?: string): (HourRead | undefined)[] {
  if (read.every((one) => one !== undefined)) return read
  const noon = day * 24 * HOUR + 12 * HOUR
  const offset = (instant: number) => {
    const { day: on, minute } = clockTime(instant, zone)
    return on * 24 * HOUR + minute * 60_000 - instant
  }
  const [before, after] = [offset(noon - 24 * HOUR), offset(noon)]
  if (after <= before) return read
  // Clocks jump between two hours of the day; which one is found by asking each.
  return read.map((one, at) => {
    const wanted = day * 24 * HOUR + at * HOUR
    const shown = [wanted - before, wanted - after].some((instant) => instant + offset(instant) === wanted)
    return one ?? (shown ? undefined : read[at - 1])
  })
}
