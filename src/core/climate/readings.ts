/** From what a thermometer says hour by hour to what a day was: faults left out, gaps said. */
import { formatDay, type Day } from '../calendar/day'

/** A reading each hour of a day, °C; none where the thermometer said nothing. */
export interface DayOfHours {
  day: Day
  hours: readonly (number | undefined)[]
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
  for (const { day, hours } of all) {
    const on = formatDay(day)
    const sound = hours.map((value, i) => {
      if (value === undefined) return undefined
      if (!Number.isFinite(value) || value < COLDEST || value > WARMEST) return undefined
      const [before, after] = [hours[i - 1], hours[i + 1]]
      const lone =
        before !== undefined &&
        after !== undefined &&
        Math.abs(value - before) > JUMP &&
        Math.abs(value - after) > JUMP &&
        Math.abs(before - after) < JUMP
      return lone ? undefined : value
    })
    const said = hours.filter((value) => value !== undefined).length
    const kept = sound.filter((value) => value !== undefined)
    if (said > kept.length) faults.push({ on, kind: 'impossible', hours: said - kept.length })
    if (said < 24) faults.push({ on, kind: 'gap', hours: 24 - said })
    const night = sound.slice(0, 7).some((value) => value !== undefined)
    const noon = sound.slice(11, 16).some((value) => value !== undefined)
    if (kept.length < ENOUGH || !night || !noon) continue
    const [low, high] = [Math.min(...kept), Math.max(...kept)]
    if (!held && low === high && kept.length >= STUCK) {
      faults.push({ on, kind: 'stuck', hours: kept.length })
      continue
    }
    days.push({ on, low: round(low), high: round(high) })
  }
  return { days, faults }
}

const round = (value: number) => Math.round(value * 10) / 10
