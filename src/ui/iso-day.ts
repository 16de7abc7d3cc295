/** ISO days that may be anything, as they come from fields. */
import { parseDay, type Day } from '../core/calendar/day'

/** The day, or `undefined` where it is none. */
export function readIso(iso: string): Day | undefined {
  try {
    return parseDay(iso)
  } catch {
    return undefined // what is no day is not one: the field says so
  }
}
