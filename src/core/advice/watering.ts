/** How often something is watered. */
import type { Entry } from '../../season/schema'
import { parseDay, type Day } from '../calendar/day'

const SMALL = 30 // ml for one plant, under which a cell dries within a day once it is full of root
const TWICE = 0.5
const FROM_BELOW = 2.3 // times as long, where the tray draws water up and holds it
const LONGEST = 3 // days from above
const LONGEST_BELOW = 7
const USUAL = 20 // °C that the days are meant for
const STANDS_STILL = 4 // °C at which hardly any water is used

/** How and how warm something is watered. */
export interface Watering {
  /** Trays draw it up from below. */
  below?: boolean | undefined
  /** Mean °C measured there in the last days; none: taken as usual. */
  warmth?: number | undefined
}

/**
 * Days a batch can go without water: 3 for a fresh large pot, falling as the plant fills its cell, half a day where a
 * small cell is full of root; up to a week from below; sooner where it is warm, later where it is cool. Estimates.
 *
 * @param grown share of the way to outgrowing its container, 0 … 1 and beyond
 * @param ml mix for one plant
 */
export function waterEvery(grown: number, ml: number, { below = false, warmth = USUAL }: Watering = {}): number {
  const full = Math.min(1, Math.max(0, grown))
  // A cell holds water for a full plant in the measure of its mix: about a day at 60 ml.
  const usual = (ml / 60) ** 0.4 * (3 - 2.2 * full)
  const warm = Math.min(1.5, Math.max(0.6, (USUAL - STANDS_STILL) / Math.max(1, warmth - STANDS_STILL)))
  const days = usual * warm * (below ? FROM_BELOW : 1)
  if (days < 0.9 && ml < SMALL) return TWICE
  return Math.min(below ? LONGEST_BELOW : LONGEST, Math.max(1, Math.floor(days)))
}

const LOOKED_BACK = 30 // days
const FEWEST = 5 // rounds apart, from which they say something
const DOUBT = 5 // rounds that what is reckoned counts for
const FORGOTTEN = 10 // days apart, from which a round was not ticked rather than not done

/**
 * Days from one watering to the next as a place was really watered, leaning to what is reckoned where there are few rounds.
 *
 * @param rounds of one place, of water
 * @param reckoned days; @param day the day it is
 * @returns `undefined` where too few rounds were ticked to say
 */
export function learnedEvery(rounds: readonly Entry[], reckoned: number, day: Day): number | undefined {
  const days = [...new Set(rounds.map(({ on }) => parseDay(on)))].filter((on) => on < day && on >= day - LOOKED_BACK)
  const apart = days
    .sort((a, b) => a - b)
    .flatMap((on, i) => (i === 0 ? [] : [on - days[i - 1]!]))
    .filter((gap) => gap < FORGOTTEN)
    .sort((a, b) => a - b)
  if (apart.length < FEWEST) return undefined
  const middle = (apart[Math.floor((apart.length - 1) / 2)]! + apart[Math.ceil((apart.length - 1) / 2)]!) / 2
  return (apart.length * middle + DOUBT * reckoned) / (apart.length + DOUBT)
}
