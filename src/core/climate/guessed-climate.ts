/** A guess of a farm's temperatures and frosts from where it lies, to begin with where no record of its weather is at hand. */
import { formatDay, parseDay } from '../calendar/day'

/** How near the sea a farm lies: in its breath, some way from it, or far inland. */
export const SEAS = ['near', 'between', 'far'] as const
export type Sea = (typeof SEAS)[number]

/** Where a farm lies. */
export interface Whereabouts {
  /** Degrees, north above 0. */
  latitude: number
  /** Metres above the sea. */
  height: number
  sea: Sea
}

/** What is guessed. */
export interface GuessedClimate {
  /** Means of the coldest and of the warmest month, °C. */
  coldest: number
  warmest: number
  /** Days of the year (MM-DD) that half the years have their last and first frost before. */
  lastFrost: string
  firstFrost: string
  /** Frost is rare there: the dates stand in midwinter. */
  rareFrost: boolean
}

/**
 * Straight lines through the monthly means of the middle latitudes at the height of the sea, °C at 40° and a degree
 * of latitude further from the equator; and the mean of the day at which nights of frost end and begin.
 */
const LINES: Readonly<Record<Sea, { warmest: Line; coldest: Line; ends: number; begins: number }>> = {
  near: { warmest: [21.3, -0.455], coldest: [6.6, -0.21], ends: 10.5, begins: 7.5 },
  between: { warmest: [23.8, -0.43], coldest: [4.2, -0.27], ends: 11, begins: 7.5 },
  far: { warmest: [25.1, -0.41], coldest: [-0.8, -0.52], ends: 13.5, begins: 11.5 },
}
type Line = readonly [at40: number, perDegree: number]

/** °C colder for each metre higher: the usual fall of the open air. */
const FALL = 0.0065
/** Least °C from the coldest to the warmest month, for what lies near the equator. */
const LEAST_SWING = 3

/**
 * Guesses the temperatures and frosts of a place. A rough fit of the model's own, no record of any station: winters may
 * be 6 °C off and frosts three weeks, most of all on the eastern coasts of continents, in valleys and on slopes. South of
 * the equator, where there is more sea, every place is taken one step nearer to it.
 *
 * @throws RangeError beyond 72° or above 5,000 m, where nothing was fitted
 */
export function guessClimate({ latitude, height, sea }: Whereabouts): GuessedClimate {
  if (!(Math.abs(latitude) <= 72)) throw new RangeError(`latitude ${latitude} must lie between −72 and 72`)
  if (!(height >= -500 && height <= 5000)) throw new RangeError(`height ${height} m must lie between −500 and 5,000`)
  const south = latitude < 0
  const line = LINES[south ? (sea === 'far' ? 'between' : 'near') : sea]
  const beyond = Math.abs(latitude) - 40
  const at = ([at40, perDegree]: Line) => at40 + perDegree * beyond - FALL * height
  const warmest = tenth(Math.min(at(line.warmest), 29 - FALL * height))
  const coldest = tenth(Math.min(at(line.coldest), warmest - LEAST_SWING))
  const ends = daysFromPeak(coldest, warmest, line.ends)
  const begins = daysFromPeak(coldest, warmest, line.begins)
  // The wave of the year is highest in the middle of July, or of January.
  const peak = parseDay(south ? '2026-01-15' : '2026-07-15')
  const monthDay = (day: number) => formatDay(day).slice(5)
  return {
    coldest,
    warmest,
    lastFrost: monthDay(peak - Math.max(SUMMER, Math.min(ends, MIDWINTER))),
    firstFrost: monthDay(peak + Math.max(SUMMER, Math.min(begins, MIDWINTER))),
    rareFrost: ends > MIDWINTER || begins > MIDWINTER,
  }
}

const tenth = (x: number) => Math.round(x * 10) / 10
/** Days from the height of summer that are midwinter, or nearly: frosts do not end after the one, nor begin before it. */
const MIDWINTER = 165
/** Days round the height of summer that are taken as free of frost wherever anything is grown. */
const SUMMER = 25

/** Days from the peak of the yearly wave at which it passes a temperature; beyond midwinter where it never falls so low. */
function daysFromPeak(coldest: number, warmest: number, passes: number): number {
  const wave = (passes - (warmest + coldest) / 2) / ((warmest - coldest) / 2)
  if (wave <= -1) return Infinity
  return wave >= 1 ? 0 : Math.round((Math.acos(wave) * 365) / (2 * Math.PI))
}
