/** The weather of a usual year in the field: nights, soil, and running totals of warmth out of doors. */
import type { Site } from '../../season/schema'
import type { Day } from '../calendar/day'
import { HALF_DAY, hourlyTemperatures } from '../climate/place-temperature'
import { dayLength } from '../climate/day-length'
import { outdoorMean } from '../climate/outdoor'
import { emergenceRate, type Germination } from '../germination/emergence'
import { growthRate, type GrowthRange } from '../growth/rate'

/** Days whose mean the soil of a bed follows. */
export const SOIL_DAYS = 10
const YEAR = 366

/** The open field over a span of days, from the monthly means of the site. */
export interface OpenAir {
  readonly from: Day
  readonly to: Day
  /** Mean of a day, °C. */
  mean(day: Day): number
  /** Coldest hour of a usual night, °C. */
  night(day: Day): number
  /** Soil at the depth of a young root: mean of the ten days before, with the site's own difference; °C. An estimate. */
  soil(day: Day): number
  /** First day from `a` on, within a year, that is so many hours long. */
  longDay(hours: number, a: Day): Day | undefined
  /** Degree-days over [a, b), °C·days. */
  warmth(range: GrowthRange, a: Day, b: Day): number
  /** First day whose degree-days from `a` reach a sum, or `undefined` within the span. */
  dayOfWarmth(range: GrowthRange, a: Day, sum: number): Day | undefined
  /** Latest day from which a sum is reached by `b`, or `undefined` within the span. */
  startForWarmth(range: GrowthRange, b: Day, sum: number): Day | undefined
  /** First day on which a thermal share of emergence is reached in soil, for a sowing at the start of `a`. */
  emergence(germination: Germination, a: Day, share?: number): Day | undefined
}

/**
 * Open air over [from, to).
 *
 * @param gain °C that a cover adds to the warmest and to the coldest hour of a day; `undefined` while none is on
 */
export function createOpenAir(
  site: Pick<Site, 'outdoorMonthlyMeans' | 'nightDrop' | 'soilLift' | 'latitude'> & {
    /** Mean of a day, °C, where it is known; else that of the months holds. */
    daily?: (day: Day) => number | undefined
  },
  from: Day,
  to: Day,
  gain: (day: Day) => { day: number; night: number } | undefined = () => undefined,
): OpenAir {
  const days = to - from
  const start = from - SOIL_DAYS
  const meanOf = (day: Day) => {
    const more = gain(day)
    const mean = site.daily?.(day) ?? outdoorMean(site.outdoorMonthlyMeans, day)
    return mean + (more ? (more.day + more.night) / 2 : 0)
  }
  const means = Float64Array.from({ length: days + SOIL_DAYS }, (_, i) => meanOf(start + i))
  const mean = (day: Day) => means[day - start] ?? meanOf(day)
  /** °C from the mean of a day to its coldest hour. */
  const half = (day: Day) => {
    const more = gain(day)
    return site.nightDrop + (more ? (more.day - more.night) / 2 : 0)
  }
  const soil = (day: Day) => {
    let sum = 0
    for (let back = 1; back <= SOIL_DAYS; back++) sum += mean(day - back)
    return sum / SOIL_DAYS + site.soilLift
  }
  const totals = new Map<string, Float64Array>()
  const totalOf = (id: string, rate: (day: Day) => number) => {
    let total = totals.get(id)
    if (!total) {
      totals.set(id, (total = new Float64Array(days + 1)))
      for (let i = 0; i < days; i++) total[i + 1] = total[i]! + rate(from + i)
    }
    return total
  }
  const hours = new Float64Array(HALF_DAY)
  const warmthTotal = (range: GrowthRange) =>
    totalOf(`warmth ${range.base} ${range.optimum}`, (day) => {
      hourlyTemperatures({ halfRange: half(day) }, mean(day), hours)
      let sum = 0
      for (const temperature of hours) sum += growthRate(range, temperature)
      return sum / HALF_DAY
    })
  return {
    from,
    to,
    mean,
    night: (day) => mean(day) - half(day),
    longDay(hours, a) {
      for (let day = a; day < a + YEAR; day++) if (dayLength(day, site.latitude) >= hours) return day
      return undefined
    },
    soil,
    warmth(range, a, b) {
      const total = warmthTotal(range)
      return total[clamp(b - from, days)]! - total[clamp(a - from, days)]!
    },
    dayOfWarmth(range, a, sum) {
      const total = warmthTotal(range)
      const want = total[clamp(a - from, days)]! + sum - 1e-9
      const at = firstAtLeast(total, want, clamp(a - from, days))
      return at === undefined ? undefined : from + at
    },
    startForWarmth(range, b, sum) {
      const total = warmthTotal(range)
      const want = total[clamp(b - from, days)]! - sum
      if (want < 0) return undefined
      const above = firstAtLeast(total, want + 1e-9, 0) ?? days + 1
      return from + Math.min(above - 1, clamp(b - from, days))
    },
    emergence(germination, a, share = 1) {
      const { base, optimum, plateauTo, ceiling, thermalTime } = germination
      const total = totalOf(`emergence ${base} ${optimum} ${plateauTo} ${ceiling} ${thermalTime}`, (day) =>
        emergenceRate(germination, soil(day)),
      )
      const at = firstAtLeast(total, total[clamp(a - from, days)]! + share - 1e-9, clamp(a - from, days))
      return at === undefined ? undefined : from + at
    },
  }
}

const clamp = (index: number, days: number) => Math.min(days, Math.max(0, index))

/** Index of the first element from `begin` on that is at least `want`; the totals never fall. */
function firstAtLeast(total: Float64Array, want: number, begin: number): number | undefined {
  let low = begin
  let high = total.length
  while (low < high) {
    const middle = (low + high) >> 1
    if (total[middle]! >= want) high = middle
    else low = middle + 1
  }
  return low < total.length ? low : undefined
}

const AROUND = 500 // days known before and after a season
const kept = new WeakMap<Site, OpenAir>()

/** The open air of a season's site, with ample days on both sides; kept while the site is the same object. */
export function openAirOf(site: Site, seasonFrom: Day, seasonTo: Day): OpenAir {
  const known = kept.get(site)
  if (known && known.from <= seasonFrom - AROUND && known.to >= seasonTo + AROUND) return known
  const air = createOpenAir(site, seasonFrom - AROUND, seasonTo + AROUND)
  kept.set(site, air)
  return air
}

/**
 * First day of a season's spring from which usual nights and soil have reached temperatures and do not fall below them
 * again before midsummer.
 *
 * @param night, soil °C; what is not given is not asked
 * @param from, to days looked at, from midwinter to midsummer
 * @returns `undefined` when it never gets so warm
 */
export function warmFrom(
  air: OpenAir,
  night: number | undefined,
  soil: number | undefined,
  from: Day,
  to: Day,
): Day | undefined {
  let first: Day | undefined
  for (let day = to - 1; day >= from; day--) {
    const warm = (night === undefined || air.night(day) >= night) && (soil === undefined || air.soil(day) >= soil)
    if (warm) first = day
    else if (first !== undefined) break
  }
  return first
}
