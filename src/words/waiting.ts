/** What waiting with a piece of work means, in the grower's words. */
import type { Slips, Waiting } from '../core/advice/missed-day'
import type { Format } from './format'

const THEN: Record<Slips, string> = {
  limit: 'too old for its container',
  ready: 'not ready by its planting day',
  stretch: 'seedlings stretch',
  hardening: 'too little hardening',
  promise: 'a promised delivery is late',
  crowding: 'seedlings crowd each other',
}

/** Until when it can wait, and what happens then. */
export function waitingWords({ last, slips }: Waiting, today: number, f: Format): string {
  if (last < today) return `Could wait until ${f.date(last)}: ${THEN[slips]}`
  if (last === today) return `Today is the last good day: then ${THEN[slips]}`
  return `Can wait until ${f.date(last)}: then ${THEN[slips]}`
}
