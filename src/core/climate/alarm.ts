/** Whether a place is too cold or too hot at this moment, by one thermometer, and whether it still says anything. */
import type { Place } from '../../season/schema'
import type { Day } from '../calendar/day'
import { isPossible } from './readings'
import type { Sample } from './hours'
import { temperatureRule } from './place-temperature'

/** From where on somebody wants to be told, °C. */
export interface AlarmLimits {
  below?: number | undefined
  above?: number | undefined
}

/** An alarm that is on. */
export interface Alarm {
  kind: 'cold' | 'heat'
  /** When it began, ms since the beginning of 1970 in UTC. */
  since: number
  /** The lowest, or the highest, since then, °C. */
  worst: number
}

/** What a thermometer said last, and whether that is an alarm. */
export interface Heard {
  last: Sample | undefined
  alarm: Alarm | undefined
}

const BACK = 1 // °C it must come back by, so that an alarm does not flutter
const SILENT = 3 * 3_600_000 // ms without a word that is not a bad connection any more

/**
 * What is known after more was sent. What is older than the last of before changes nothing: that night is over.
 *
 * @param sent in any order
 */
export function heardAfter({ below, above }: AlarmLimits, before: Heard, sent: readonly Sample[]): Heard {
  let { last, alarm } = before
  for (const sample of [...sent].sort((a, b) => a.at - b.at)) {
    const { at, celsius } = sample
    if (!isPossible(celsius) || (last && at <= last.at)) continue
    last = sample
    const kind =
      below !== undefined && celsius < below ? 'cold' : above !== undefined && celsius > above ? 'heat' : 'none'
    if (kind !== 'none')
      alarm =
        alarm?.kind === kind
          ? { ...alarm, worst: kind === 'cold' ? Math.min(alarm.worst, celsius) : Math.max(alarm.worst, celsius) }
          : { kind, since: at, worst: celsius }
    else if (alarm && isOver(alarm, { below, above }, celsius)) alarm = undefined
  }
  return { last, alarm }
}

function isOver({ kind }: Alarm, { below, above }: AlarmLimits, celsius: number): boolean {
  const limit = kind === 'cold' ? below : above
  if (limit === undefined) return true
  return kind === 'cold' ? celsius >= limit + BACK : celsius <= limit - BACK
}

/** Whether a thermometer that has said something has said nothing for too long. @param now ms */
export const isSilent = (last: number | undefined, now: number): boolean => last !== undefined && now - last > SILENT

const FROST = 1 // °C: below it a night can freeze at the height of plants
const HEAT = 38 // °C
const HEATER = 2 // °C below what a heater keeps: it has failed
const THERMOSTAT = { below: 4, above: 5 } // °C

/**
 * When somebody would want to be told of a place, °C: what keeps it has failed, or plants are harmed. A guess to begin from.
 *
 * @param wholeIn in which it is a whole number of degrees
 */
export function usualLimits(place: Place, day: Day, wholeIn: 'C' | 'F'): { below: number; above: number } {
  const { held, floor, ceiling } = temperatureRule(place, day)
  const whole = (celsius: number) =>
    wholeIn === 'F' ? (Math.round(celsius * 1.8 + 32) - 32) / 1.8 : Math.round(celsius)
  if (held !== undefined) return { below: whole(held - THERMOSTAT.below), above: whole(held + THERMOSTAT.above) }
  const below = floor === undefined ? FROST : Math.max(FROST, floor - HEATER)
  return { below: whole(below), above: whole(Math.max(HEAT, (ceiling ?? 0) + 4)) }
}
