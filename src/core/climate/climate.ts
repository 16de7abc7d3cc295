/** Running totals of daily rates for every place, so that a sum over any days is one subtraction. */
import type { Place, Site } from '../../season/schema'
import { inPartOfYear, parseDay, type Day } from '../calendar/day'
import { emergenceRate, germinationFactor, goodRange, ratesOver, type Germination } from '../germination/emergence'
import { growthRate, type GrowthRange } from '../growth/rate'
import { ChangingPlaces } from './changing-places'
import { lightFactor, lightOn } from './light'
import type { Measured } from './measured'
import { outdoorMean } from './outdoor'
import { HALF_DAY, hourlyTemperatures, temperatureRule } from './place-temperature'

/**
 * Running total: element `d − from` is the sum over days `from … d − 1`, so the sum over
 * [a, b) is `total[b − from] − total[a − from]`.
 */
export type RunningTotal = Float64Array

/** Running totals of a span of days, made when first asked for and kept. Places by their index in the season. */
export interface Climate {
  /** First day known. */
  readonly from: Day
  /** First day no longer known; totals reach up to it. */
  readonly to: Day
  readonly places: readonly Place[]
  /** Share of the way to emergence (pace 1). */
  emergence(place: number, g: Germination): RunningTotal
  /** The same, each hour times the part of a lot's germination that is left at its temperature. */
  comingUp(place: number, g: Germination): RunningTotal
  /** Effective degree-days: temperature and light. */
  growth(place: number, range: GrowthRange): RunningTotal
  /** Degree-days of temperature alone. */
  warmth(place: number, range: GrowthRange): RunningTotal
  /** Daily mean temperature, °C. */
  temperature(place: number): RunningTotal
  /** Number of days whose coldest hour is under a limit, °C. */
  coldNights(place: number, below: number): RunningTotal
  /** Number of days whose warmest hour is over a limit, °C. */
  hotDays(place: number, above: number): RunningTotal
  /** Number of days the place is not open; `undefined` when it always is. */
  closedDays(place: number): RunningTotal | undefined
  /** Places that change with the days; their totals are asked for by their numbers. */
  readonly changing: ChangingPlaces
}

/**
 * Climate of a site's places over [from, to).
 *
 * @param site monthly means in °C, latitude, clearness; daily means outdoors from the first day on, where they are known
 * @param readings what was measured, by place: on those days it holds instead
 * @param like a climate of the same days, or of more on both sides, whose changing places it shares: what was measured
 *   moves no trays
 */
export function createClimate(
  site: Site & { outdoor?: Float64Array },
  places: readonly Place[],
  from: Day,
  to: Day,
  readings: readonly Measured[] = [],
  like?: Climate,
): Climate {
  const days = to - from
  const outdoor =
    site.outdoor ?? Float64Array.from({ length: days }, (_, i) => outdoorMean(site.outdoorMonthlyMeans, from + i))
  const hours = places.map(() => undefined as Float64Array | undefined)
  const totals = new Map<string, RunningTotal>()

  const hoursOf = (p: number): Float64Array =>
    (hours[p] ??= hourTable(
      places[p]!,
      outdoor,
      from,
      readings.filter(({ place }) => place === places[p]!.key),
    ))

  const lights = places.map(() => undefined as Float64Array | undefined)
  const lightOf = (p: number): Float64Array =>
    (lights[p] ??= Float64Array.from({ length: days }, (_, i) =>
      lightFactor(lightOn(places[p]!, from + i, site.latitude, site.clearness)),
    ))

  const kept = (key: string, make: () => RunningTotal): RunningTotal => {
    let total = totals.get(key)
    if (!total) totals.set(key, (total = make()))
    return total
  }

  const countDays = (p: number, hour: number, counts: (temperature: number) => boolean): RunningTotal => {
    const table = hoursOf(p)
    const total = new Float64Array(days + 1)
    for (let i = 0; i < days; i++) total[i + 1] = total[i]! + (counts(table[i * HALF_DAY + hour]!) ? 1 : 0)
    return total
  }

  const warmth = (p: number, range: GrowthRange) =>
    kept(`warmth ${p} ${range.base} ${range.optimum}`, () => growthTotal(hoursOf(p), days, range))

  const real = {
    emergence: (p: number, g: Germination) =>
      kept(`emergence ${p} ${germinationId(g)}`, () => emergenceTotal(hoursOf(p), days, g)),
    comingUp: (p: number, g: Germination) =>
      kept(`coming up ${p} ${germinationId(g)} ${g.goodFrom} ${g.goodTo}`, () => comingUpTotal(hoursOf(p), days, g)),
    warmth,
    growth: (p: number, range: GrowthRange) => {
      const place = places[p]!
      if (place.transmission === undefined && !place.lamp) return warmth(p, range)
      return kept(`growth ${p} ${range.base} ${range.optimum}`, () => {
        const warm = warmth(p, range)
        const light = lightOf(p)
        const total = new Float64Array(days + 1)
        for (let i = 0; i < days; i++) total[i + 1] = total[i]! + light[i]! * (warm[i + 1]! - warm[i]!)
        return total
      })
    },
    temperature: (p: number) => kept(`temperature ${p}`, () => temperatureTotal(hoursOf(p), days)),
    coldNights: (p: number, below: number) =>
      kept(`cold ${p} ${below}`, () => countDays(p, HALF_DAY - 1, (t) => t < below)),
    hotDays: (p: number, above: number) => kept(`hot ${p} ${above}`, () => countDays(p, 0, (t) => t > above)),
  }
  const closedDays = (p: number) => {
    const { open } = places[p]!
    if (!open) return undefined
    return kept(`closed ${p}`, () => {
      const total = new Float64Array(days + 1)
      for (let i = 0; i < days; i++) total[i + 1] = total[i]! + (inPartOfYear(from + i, open.from, open.until) ? 0 : 1)
      return total
    })
  }
  const changing = like?.changing ?? new ChangingPlaces(from, places.length)
  const offset = from - (like?.from ?? from)

  /** A total that also answers for changing places: day by day what the place gains that it then stands for. */
  const also =
    <More extends unknown[]>(name: string, total: (p: number, ...more: More) => RunningTotal) =>
    (p: number, ...more: More): RunningTotal => {
      const choices = changing.choicesOf(p)
      if (!choices) return total(p, ...more)
      return kept(`${name} ${p} ${JSON.stringify(more)}`, () => {
        const parts = new Map(changing.standsFor(p).map((place) => [place, total(place, ...more)]))
        const sum = new Float64Array(days + 1)
        for (let i = 0; i < days; i++) {
          const part = parts.get(choices[i + offset]!)!
          sum[i + 1] = sum[i]! + part[i + 1]! - part[i]!
        }
        return sum
      })
    }

  return {
    from,
    to,
    places,
    changing,
    emergence: also('emergence', real.emergence),
    comingUp: also('coming up', real.comingUp),
    warmth: also('warmth', real.warmth),
    growth: also('growth', real.growth),
    temperature: also('temperature', real.temperature),
    coldNights: also('cold', real.coldNights),
    hotDays: also('hot', real.hotDays),
    closedDays: (p) => (changing.choicesOf(p) ? undefined : closedDays(p)),
  }
}

const germinationId = (g: Germination) => `${g.base} ${g.optimum} ${g.plateauTo} ${g.ceiling} ${g.thermalTime}`

/** Sum over [a, b) of a running total that begins at `from`. */
export function sumOver(total: RunningTotal, from: Day, a: Day, b: Day): number {
  return total[b - from]! - total[a - from]!
}

// One loop for each rate, and not one loop that is handed a rate: called from a single place, the rate is
// compiled into the loop, which makes it several times as fast.

function growthTotal(hours: Float64Array, days: number, range: GrowthRange): RunningTotal {
  const total = new Float64Array(days + 1)
  const steady = isSteady(hours)
  for (let i = 0, at = 0; i < days; i++) {
    if (steady && i > 0) {
      total[i + 1] = total[i]! + total[1]!
      continue
    }
    let sum = 0
    for (const end = at + HALF_DAY; at < end; at++) sum += growthRate(range, hours[at]!)
    total[i + 1] = total[i]! + sum / HALF_DAY
  }
  return total
}

function emergenceTotal(hours: Float64Array, days: number, g: Germination): RunningTotal {
  const total = new Float64Array(days + 1)
  const steady = isSteady(hours)
  for (let i = 0, at = 0; i < days; i++) {
    if (steady && i > 0) {
      total[i + 1] = total[i]! + total[1]!
      continue
    }
    total[i + 1] = total[i]! + ratesOver(g, hours, at, at + HALF_DAY) / HALF_DAY
    at += HALF_DAY
  }
  return total
}

/** Each hour's pace times the part of the lot that comes up at its temperature: where it swings, warm hours bring up most. */
function comingUpTotal(hours: Float64Array, days: number, g: Germination): RunningTotal {
  const total = new Float64Array(days + 1)
  const steady = isSteady(hours)
  const good = goodRange(g)
  for (let i = 0, at = 0; i < days; i++) {
    if (steady && i > 0) {
      total[i + 1] = total[i]! + total[1]!
      continue
    }
    let sum = 0
    if (isWithin(hours, at, at + HALF_DAY, good)) {
      sum = ratesOver(g, hours, at, at + HALF_DAY)
      at += HALF_DAY
    } else
      for (const end = at + HALF_DAY; at < end; at++)
        sum += emergenceRate(g, hours[at]!) * germinationFactor(g, hours[at]!, good)
    total[i + 1] = total[i]! + sum / HALF_DAY
  }
  return total
}

function temperatureTotal(hours: Float64Array, days: number): RunningTotal {
  const total = new Float64Array(days + 1)
  const steady = isSteady(hours)
  for (let i = 0, at = 0; i < days; i++) {
    if (steady && i > 0) {
      total[i + 1] = total[i]! + total[1]!
      continue
    }
    let sum = 0
    for (const end = at + HALF_DAY; at < end; at++) sum += hours[at]!
    total[i + 1] = total[i]! + sum / HALF_DAY
  }
  return total
}

function isWithin(hours: Float64Array, at: number, end: number, { from, to }: { from: number; to: number }): boolean {
  for (let i = at; i < end; i++) if (hours[i]! < from || hours[i]! > to) return false
  return true
}

/** Whether a table of hours holds one temperature throughout, as a thermostat's does. */
function isSteady(hours: Float64Array): boolean {
  const first = hours[0]!
  for (let i = 1; i < hours.length; i++) if (hours[i] !== first) return false
  return true
}

function hourTable(place: Place, outdoor: Float64Array, from: Day, readings: readonly Measured[]): Float64Array {
  const table = plannedHours(place, outdoor, from)
  // Where two sources measured a day, the later one holds.
  for (const { days } of readings) {
    for (const { on, low, high } of days) {
      const i = parseDay(on) - from
      if (i < 0 || i >= outdoor.length) continue
      // Of what was not read off, the day is as it was calculated, as far as that can be.
      const day = table.subarray(i * HALF_DAY, (i + 1) * HALF_DAY)
      const least = low ?? Math.min(...day, high!)
      const most = high ?? Math.max(...day, low!)
      hourlyTemperatures({ lift: 0, halfRange: (most - least) / 2 }, (least + most) / 2, table, i * HALF_DAY)
    }
  }
  return table
}

function plannedHours(place: Place, outdoor: Float64Array, from: Day): Float64Array {
  const table = new Float64Array(outdoor.length * HALF_DAY)
  if (place.temperature.held !== undefined && place.temperature.periods.length === 0) {
    return table.fill(place.temperature.held)
  }
  const { periods } = place.temperature
  for (let i = 0; i < outdoor.length; i++) {
    const rule = periods.length > 0 ? temperatureRule(place, from + i) : place.temperature
    hourlyTemperatures(rule, outdoor[i]!, table, i * HALF_DAY)
  }
  return table
}
