/** From what a thermometer says hour by hour to what a day was: faults left out, gaps said. */
import { formatDay, type Day } from '../calendar/day'

/** Lowest and highest of an hour, °C. */
export interface HourRead {
  low: number
  high: number
}

/** A reading, or the lowest and the highest, of each hour of a day, °C; none where the thermometer said nothing. */
export interface DayOfHours {
  day: Day
  hours: readonly (number | HourRead | undefined)[]
  /** Hours in which something was said that cannot be, and was left out before. */
  impossible?: number
}

/** A day as it was. */
export interface ReadDay {
  on: string
  low: number
  high: number
}

/** Why a day, or hours of it, were left out. */
export interface ReadingFault {
  on: string
  kind: 'gap' | 'impossible' | 'stuck'
  hours: number
}

const COLDEST = -45
const WARMEST = 60
const JUMP = 14 // °C in one hour and back: a fault, not weather
const ENOUGH = 18 // hours of a day, with some at night and some by day
const STUCK = 24 // hours at the very same tenth, in a place that is not held at one temperature

/**
 * Lowest and highest of each day.
 *
 * @param held whether a thermostat holds the place: then one temperature all day is no fault
 */
export function daysOf(all: readonly DayOfHours[], held = false): { days: ReadDay[]; faults: ReadingFault[] } {
  const days: ReadDay[] = []
  const faults: ReadingFault[] = []
  for (const { day, hours: said, impossible = 0 } of all) {
    const on = formatDay(day)
    const hours = said.map((value) => (typeof value === 'number' ? { low: value, high: value } : value))
    const sound = hours.map((value, i) =>
      value && isSound(value) && !isLone(value, hours[i - 1], hours[i + 1]) ? value : undefined,
    )
    const spoken = hours.filter((value) => value !== undefined).length
    const kept = sound.filter((value) => value !== undefined)
    const wrong = Math.max(impossible, spoken - kept.length)
    if (wrong > 0) faults.push({ on, kind: 'impossible', hours: wrong })
    if (spoken < 24) faults.push({ on, kind: 'gap', hours: 24 - spoken })
    const night = sound.slice(0, 7).some((value) => value !== undefined)
    const noon = sound.slice(11, 16).some((value) => value !== undefined)
    if (kept.length < ENOUGH || !night || !noon) continue
    const [low, high] = [Math.min(...kept.map((one) => one.low)), Math.max(...kept.map((one) => one.high))]
    if (!held && low === high && kept.length >= STUCK) {
      faults.push({ on, kind: 'stuck', hours: kept.length })
      continue
    }
    days.push({ on, low: round(low), high: round(high) })
  }
  return { days, faults }
}

/** Whether a place can be so warm: what a broken wire says is not. @param celsius °C */
export const isPossible = (celsius: number): boolean =>
  Number.isFinite(celsius) && celsius >= COLDEST && celsius <= WARMEST

const isSound = ({ low, high }: HourRead) => isPossible(low) && isPossible(high)

/** Whether an hour jumps away from both beside it, which are like each other. */
const isLone = (value: HourRead, before: HourRead | undefined, after: HourRead | undefined): boolean =>
  before !== undefined &&
  after !== undefined &&
  (['low', 'high'] as const).some(
    (end) =>
      Math.abs(value[end] - before[end]) > JUMP &&
      Math.abs(value[end] - after[end]) > JUMP &&
      Math.abs(before[end] - after[end]) < JUMP,
  )

const round = (value: number) => Math.round(value * 10) / 10
