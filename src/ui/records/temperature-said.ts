/** What was read off a thermometer, as records. */
import type { Day } from '../../core/calendar/day'
import type { Said } from './use-record'

/** Of which day the high is: a thermometer read in the morning has that of yesterday. */
export type HighOf = 'yesterday' | 'today'

export interface ReadOff {
  /** Key of the place; empty where none was chosen. */
  place: string
  /** °C. */
  low: number | undefined
  high: number | undefined
  highOf: HighOf
}

const COLDEST = -60
const WARMEST = 70

export type ReadOffProblem = 'place' | 'nothing' | 'range' | 'order'

/** Records of a low of the night that ended today and of a high; one record where both are of today. */
export function temperaturesSaid(
  { place, low, high, highOf }: ReadOff,
  today: Day,
): { ok: true; said: Said[] } | { ok: false; reason: ReadOffProblem } {
  if (place === '') return { ok: false, reason: 'place' }
  if (low === undefined && high === undefined) return { ok: false, reason: 'nothing' }
  if ([low, high].some((one) => one !== undefined && (one < COLDEST || one > WARMEST)))
    return { ok: false, reason: 'range' }
  if (highOf === 'today' && low !== undefined && high !== undefined && low > high) return { ok: false, reason: 'order' }
  const said: Said[] = []
  if (low !== undefined) said.push({ place, on: today, what: { did: 'temperature', low } })
  if (high === undefined) return { ok: true, said }
  if (highOf === 'yesterday') said.push({ place, on: today - 1, what: { did: 'temperature', high } })
  else if (low === undefined) said.push({ place, on: today, what: { did: 'temperature', high } })
  else said[0] = { place, on: today, what: { did: 'temperature', low, high } }
  return { ok: true, said }
}
