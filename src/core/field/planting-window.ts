/** When a kind may go out in a year: from its first usual day in spring to the last that still comes to something before winter. */
import type { Crop, Site } from '../../season/schema'
import type { Day } from '../calendar/day'
import { midsummerBefore } from '../frost/midsummer'
import { firstFrostFor, workingFrostDate } from '../frost/working-date'
import { plantingForHarvest } from './days-to-harvest'
import type { OpenAir } from '../weather/open-air'

/** Days from the working frost date from which a kind usually goes out, by tenderness. Estimates. */
export const USUALLY_OUT = { hardy: -56, 'half-hardy': -28, tender: 0 } as const

/** Days after the first autumn frost to plan by for which a kind still stands and grows, by tenderness. Estimates. */
const STILL_STANDS = { hardy: 42, 'half-hardy': 14, tender: 0 } as const

const PICKING = 14 // days of harvest that make a planting worth its bed, where it is picked longer than that: an estimate
const ONE_CUT = 7 // days of harvest of a kind that says nothing: it is cut in one go
const TO_ROOT = 42 // days before the first autumn frost by which what stays over winter should be in: an estimate
const OVER_WINTER = 200 // days to harvest from which nobody waits for it in the same year
const MONTHS_ON = 200 // days after the last spring frost that lie in the next season of frosts

/** What ends the time for planting. */
export type WindowEnd =
  /** The first harvest has to come by a day; in so many of the years a frost has ended it sooner. */
  | { by: 'harvest'; day: Day; chance: number }
  /** It stays over winter, and has to root before the first frost of this day. */
  | { by: 'roots'; day: Day }
  /** Even what goes out first is not ripe by then. */
  | { by: 'never'; day: Day }
  /** No autumn frost is known. */
  | { by: 'open' }

export interface PlantingWindow {
  first: Day
  /** Last day that comes to something; `undefined` where nothing ends it, or no day does. */
  last: Day | undefined
  end: WindowEnd
}

/**
 * Window of planting days in the open, of the year whose spring a day leads to (midsummer to midsummer).
 *
 * @param day any day of the season of frosts before that summer
 * @param known the open air of the site, and the days a planting of a day is raised, for kinds whose days to harvest are counted from sowing
 */
export function plantingWindow(
  crop: Crop,
  { frost, latitude }: Pick<Site, 'frost' | 'latitude'>,
  day: Day,
  { air, nurseryDaysOf }: { air: OpenAir; nurseryDaysOf: (plantOn: Day) => number | undefined },
): PlantingWindow {
  if (!frost) return { first: midsummerBefore(day, latitude), last: undefined, end: { by: 'open' } }
  const spring = workingFrostDate(frost, latitude, day)
  const first = spring + USUALLY_OUT[crop.tenderness]
  const summer = Math.max(midsummerBefore(spring + MONTHS_ON, latitude), spring + 1)
  const trusted = firstFrostFor(frost, latitude, summer, frost.trustedChance)
  if (staysOverWinter(crop)) return { first, last: trusted - TO_ROOT, end: { by: 'roots', day: trusted } }
  const lastFor = (by: Day) => {
    const day = plantingForHarvest(crop, by, nurseryDaysOf(by - 60) ?? 0, air)
    // The later it goes out, the shorter it is raised.
    return day === undefined || crop.field.maturity?.from !== 'sowing'
      ? day
      : plantingForHarvest(crop, by, nurseryDaysOf(day) ?? 0, air)
  }
  const stands = STILL_STANDS[crop.tenderness]
  const picked = trusted + stands - Math.min(PICKING, crop.field.harvestDays ?? ONE_CUT)
  // What is not picked for its usual time before the frost that is planned by may still be ripe before that of most years.
  const ends = [
    { by: 'harvest' as const, day: picked, chance: frost.trustedChance },
    { by: 'harvest' as const, day: firstFrostFor(frost, latitude, summer, HALF) + stands, chance: HALF },
  ]
  for (const end of ends) {
    const last = lastFor(end.day)
    if (last !== undefined && last >= first) return { first, last, end }
  }
  return { first, last: undefined, end: { by: 'never', day: ends[1]!.day } }
}

const HALF = 0.5 // of the years

const staysOverWinter = ({ lifespan, field }: Crop): boolean =>
  lifespan === 'perennial' || (field.maturity?.days ?? 0) > OVER_WINTER
