/** Running totals of daily rates for every place, so that a sum over any days is one subtraction. */
import type { Place, Site } from '../../season/schema'
import { civil, inPartOfYear, parseDay, type Day } from '../calendar/day'
import { emergenceRate, germinationFactor, goodRange, ratesOver, type Germination } from '../germination/emergence'
import { growthRate, type GrowthRange } from '../growth/rate'
import { ChangingPlaces } from './changing-places'
import { daylightOn, lightFactor, lightInside } from './light'
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
  /** The site; with daily means outdoors from the first day on, where they are known. */
  readonly site: Site & { outdoor?: Float64Array }

  /** First day known. */
  readonly from: Day
  /** First day no longer known; totals reach up to it. */
  readonly to: Day
  readonly places: readonly Place[]
  /** Light of the sky by day, mol/m²·day. */
  daylight(): Float64Array
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
  let outdoor: Outdoor | undefined
  const hours = places.map(() => undefined as Hours | undefined)
  const totals = new Map<string, RunningTotal>()

  const hoursOf = (p: number): Hours =>
    (hours[p] ??= hourTable(
      places[p]!,
      (outdoor ??= outdoorOf(site, from, days)),
      from,
      readings.filter(({ place }) => place === places[p]!.key),
    ))

  let sky: Float64Array | undefined
  // Years differ in warmth and not in light: of days that both have it is found once.
  const daylight = (): Float64Array =>
    (sky ??=
      like && hasSameSky(like, { site, from, to })
        ? like.daylight().subarray(from - like.from, to - like.from)
        : Float64Array.from({ length: days }, (_, i) => daylightOn(from + i, site)))
  const factors = places.map(() => undefined as Float64Array | undefined)
  const lightOf = (p: number): Float64Array =>
    (factors[p] ??= daylight().map((outside) => lightFactor(lightInside(places[p]!, outside))))

  const kept = (key: string, make: () => RunningTotal): RunningTotal => {
    let total = totals.get(key)
    if (!total) totals.set(key, (total = make()))
    return total
  }

  const countDays = (p: number, hour: number, counts: (temperature: number) => boolean): RunningTotal => {
    const { table } = hoursOf(p)
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
    site,
    from,
    to,
    places,
    daylight,
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

/** Whether a climate knows the light of the sky of all the days of another. */
const hasSameSky = (like: Climate, { site, from, to }: Pick<Climate, 'site' | 'from' | 'to'>): boolean =>
  like.from <= from && like.to >= to && like.site.latitude === site.latitude && like.site.clearness === site.clearness

const germinationId = (g: Germination) => `${g.base} ${g.optimum} ${g.plateauTo} ${g.ceiling} ${g.thermalTime}`

/** Sum over [a, b) of a running total that begins at `from`. */
export function sumOver(total: RunningTotal, from: Day, a: Day, b: Day): number {
  return total[b - from]! - total[a - from]!
}

/** Temperatures of a place, and for each day an earlier one that is the same in every hour, or −1. */
interface Hours {
  /** °C, twelve to a day, the warmest first. */
  table: Float64Array
  like: Int32Array
}

// One loop for each rate, and not one loop that is handed a rate: called from a single place, the rate is
// compiled into the loop, which makes it several times as fast. What a day adds that was there before is not
// added up again: years that are only known by their months are all alike.

function growthTotal({ table, like }: Hours, days: number, range: GrowthRange): RunningTotal {
  const total = new Float64Array(days + 1)
  for (let i = 0; i < days; i++) {
    const j = like[i]!
    if (j >= 0) {
      total[i + 1] = total[i]! + (total[j + 1]! - total[j]!)
      continue
    }
    let sum = 0
    for (let at = i * HALF_DAY; at < (i + 1) * HALF_DAY; at++) sum += growthRate(range, table[at]!)
    total[i + 1] = total[i]! + sum / HALF_DAY
  }
  return total
}

function emergenceTotal({ table, like }: Hours, days: number, g: Germination): RunningTotal {
  const total = new Float64Array(days + 1)
  for (let i = 0; i < days; i++) {
    const j = like[i]!
    const gain = j >= 0 ? total[j + 1]! - total[j]! : ratesOver(g, table, i * HALF_DAY, (i + 1) * HALF_DAY) / HALF_DAY
    total[i + 1] = total[i]! + gain
  }
  return total
}

/** Each hour's pace times the part of the lot that comes up at its temperature: where it swings, warm hours bring up most. */
function comingUpTotal({ table, like }: Hours, days: number, g: Germination): RunningTotal {
  const total = new Float64Array(days + 1)
  const good = goodRange(g)
  for (let i = 0; i < days; i++) {
    const j = like[i]!
    if (j >= 0) {
      total[i + 1] = total[i]! + (total[j + 1]! - total[j]!)
      continue
    }
    const from = i * HALF_DAY
    const until = from + HALF_DAY
    let sum = 0
    if (table[from]! <= good.to && table[until - 1]! >= good.from) sum = ratesOver(g, table, from, until)
    else
      for (let at = from; at < until; at++) sum += emergenceRate(g, table[at]!) * germinationFactor(g, table[at]!, good)
    total[i + 1] = total[i]! + sum / HALF_DAY
  }
  return total
}

function temperatureTotal({ table, like }: Hours, days: number): RunningTotal {
  const total = new Float64Array(days + 1)
  for (let i = 0; i < days; i++) {
    const j = like[i]!
    if (j >= 0) {
      total[i + 1] = total[i]! + (total[j + 1]! - total[j]!)
      continue
    }
    let sum = 0
    for (let at = i * HALF_DAY; at < (i + 1) * HALF_DAY; at++) sum += table[at]!
    total[i + 1] = total[i]! + sum / HALF_DAY
  }
  return total
}

/** Daily means outdoors, and for each day the same date of the year before where it is as warm, or −1. */
interface Outdoor {
  means: Float64Array
  like: Int32Array
}

function outdoorOf(site: Site & { outdoor?: Float64Array }, from: Day, days: number): Outdoor {
  const means =
    site.outdoor ?? Float64Array.from({ length: days }, (_, i) => outdoorMean(site.outdoorMonthlyMeans, from + i))
  const like = new Int32Array(days).fill(-1)
  for (let i = 365; i < days; i++) {
    const { month, date } = civil(from + i)
    const before = [i - 365, i - 366].find((j) => {
      const then = j >= 0 ? civil(from + j) : undefined
      return then?.month === month && then.date === date
    })
    if (before !== undefined && means[before] === means[i]) like[i] = before
  }
  return { means, like }
}

function hourTable(place: Place, outdoor: Outdoor, from: Day, readings: readonly Measured[]): Hours {
  const { table, like } = plannedHours(place, outdoor, from)
  if (readings.length === 0) return { table, like }
  const days = outdoor.means.length
  const read = new Uint8Array(days)
  // Where two sources measured a day, the later one holds.
  for (const { days: measured } of readings) {
    for (const { on, low, high } of measured) {
      const i = parseDay(on) - from
      if (i < 0 || i >= days) continue
      read[i] = 1
      // Of what was not read off, the day is as it was calculated, as far as that can be.
      const day = table.subarray(i * HALF_DAY, (i + 1) * HALF_DAY)
      const least = low ?? Math.min(...day, high!)
      const most = high ?? Math.max(...day, low!)
      hourlyTemperatures({ lift: 0, halfRange: (most - least) / 2 }, (least + most) / 2, table, i * HALF_DAY)
    }
  }
  const own = like.map((j, i) => (read[i] === 1 || read[j] === 1 ? -1 : j))
  return { table, like: own }
}

function plannedHours(place: Place, { means, like }: Outdoor, from: Day): Hours {
  const table = new Float64Array(means.length * HALF_DAY)
  const { periods, ...usual } = place.temperature
  if (usual.held !== undefined && periods.length === 0) {
    // A thermostat's days are all alike.
    return { table: table.fill(usual.held), like: new Int32Array(means.length).fill(0).fill(-1, 0, 1) }
  }
  for (let i = 0; i < means.length; i++) {
    const j = like[i]!
    if (j >= 0) table.copyWithin(i * HALF_DAY, j * HALF_DAY, (j + 1) * HALF_DAY)
    else {
      const rule = periods.length > 0 ? temperatureRule(place, from + i) : usual
      hourlyTemperatures(rule, means[i]!, table, i * HALF_DAY)
    }
  }
  return { table, like }
}
