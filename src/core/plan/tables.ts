/** What a planner has ready of a season: its facts by key, its climate, and the ways already put together. */
import type { Crop, Entry, Lot, Method, Planting, Season, Variety } from '../../season/schema'
import type { Bounds } from '../batch/batch'
import { createWay, type SeedShare, type Way, type WayFacts } from '../batch/ways'
import { civil, parseDay, type Day } from '../calendar/day'
import { createClimate, type Climate } from '../climate/climate'
import { measuredOf, writtenTemperatures } from '../climate/measured'
import type { Keyed } from '../progress/route-taken'
import { SEARCH_DAYS } from '../schedule/count-back'
import { numberKeys } from '../schedule/route'
import { farmDays } from '../schedule/work-days'
import { mixUseOf, whichMix } from '../mix/which-mix'
import { policyOf } from '../sowing/policies'
import type { Seed } from './seed-by-day'

const SLACK = 60 // days kept ready on both sides, so that moving a date by a month remakes nothing
const AFTER = 420 // days after the last planting for which ready and limit days are still found

/** A span that any tables reach over. */
export const NO_SPAN: Span = { first: Infinity, last: -Infinity }

export interface Span {
  first: Day
  last: Day
}

/** Facts of a season by key, its climate, and the ways already put together. */
export interface Tables {
  climate: Climate
  /** With what was measured in the place of what was calculated. */
  measured: Climate
  keyed: Keyed
  varieties: ReadonlyMap<string, Variety>
  crops: ReadonlyMap<string, Crop>
  methods: ReadonlyMap<string, Method>
  lots: ReadonlyMap<string, Lot>
  firstLot: ReadonlyMap<string, Lot>
  seeds: Map<Lot | Crop, Seed>
  bounds: Bounds
  way(crop: Crop, method: Method, seed: SeedShare): Way
  fits(season: Season, span: Span): boolean
}

export function createTables(season: Season, span: Span): Tables {
  const sowFrom = span.first - SEARCH_DAYS - SLACK
  const sowTo = span.last + SLACK
  const climate = createClimate(season.site, season.places, sowFrom - 1, sowTo + AFTER)
  // What was measured is true of what has begun; the plan stays what it was.
  const readings = measuredOf(season)
  const temperatures = writtenTemperatures(season.records)
  const measured =
    readings.length === 0
      ? climate
      : createClimate(season.site, season.places, sowFrom - 1, sowTo + AFTER, readings, climate)
  const facts: WayFacts = {
    climate,
    containers: new Map(season.containers.map((container) => [container.key, container])),
    placeNumber: numberKeys(season.places),
    containerNumber: numberKeys(season.containers),
    sowFrom,
    sowTo,
    rounding: season.habits.rounding,
    days: farmDays(season.habits),
    feedsDays: (container, stage, potted) =>
      whichMix(season, container, stage, mixUseOf(container, potted)).feedsDays ?? 0,
    sizes: new Map(),
  }
  const ways = new WeakMap<Method, Map<Crop, Map<number, Way>>>() // ways tried and dropped are forgotten
  const firstLot = new Map<string, Lot>()
  for (const lot of season.lots) if (!firstLot.has(lot.variety)) firstLot.set(lot.variety, lot)
  return {
    climate,
    measured,
    keyed: {
      places: facts.placeNumber,
      containers: new Map(season.containers.map((container, number) => [container.key, { container, number }])),
    },
    varieties: new Map(season.varieties.map((variety) => [variety.key, variety])),
    crops: new Map(season.crops.map((crop) => [crop.key, crop])),
    methods: new Map(season.methods.map((method) => [method.key, method])),
    lots: new Map(season.lots.map((lot) => [lot.key, lot])),
    firstLot,
    seeds: new Map(),
    bounds: boundsOf(season),
    way(crop, method, { pace, germination }) {
      let byCrop = ways.get(method)
      if (!byCrop) ways.set(method, (byCrop = new Map()))
      let bySeed = byCrop.get(crop)
      if (!bySeed) byCrop.set(crop, (bySeed = new Map()))
      // Only where seedlings share a cell does it matter to their growth how many of them come up.
      const { crowded } = policyOf(method.sowing)
      const sharing = crowded === 'never' ? 1 : Math.round(germination * 100) / 100
      const id = pace * 1000 + sharing
      let way = bySeed.get(id)
      if (!way) bySeed.set(id, (way = createWay(facts, crop, method, pace, sharing)))
      return way
    },
    fits: (other, { first, last }) =>
      first - SEARCH_DAYS >= sowFrom &&
      last <= sowTo &&
      other.site === season.site &&
      other.season === season.season &&
      other.farm.recordsFrom === season.farm.recordsFrom &&
      other.habits === season.habits &&
      other.places === season.places &&
      other.mixes === season.mixes &&
      other.readings === season.readings &&
      sameRecords(writtenTemperatures(other.records), temperatures) &&
      other.containers === season.containers &&
      other.crops === season.crops &&
      other.varieties === season.varieties &&
      other.lots === season.lots &&
      other.methods === season.methods,
  }
}

/** A record is never changed: it is the same by its id. */
const sameRecords = (a: readonly Entry[], b: readonly Entry[]) =>
  a === b || (a.length === b.length && a.every(({ id }, i) => id === b[i]!.id))

/** First and last day a planting or sowing of a season may fall on. */
export function plantingSpan(plantings: readonly Planting[], extra: Planting | undefined): Span {
  let first = Infinity
  let last = -Infinity
  // Sowings so many days before the first planting are known of anyway.
  const sown = (iso: string) => (first = Math.min(first, parseDay(iso) + SEARCH_DAYS))
  const take = (planting: Planting) => {
    const on = parseDay(planting.on)
    first = Math.min(first, on)
    last = Math.max(last, on)
    if (planting.sowOn !== undefined) sown(planting.sowOn)
    const { series } = planting
    if (!series) return
    if (series.last !== undefined) last = Math.max(last, parseDay(series.last))
    if (series.dates) last = Math.max(last, parseDay(series.dates.at(-1)!))
    if (series.count !== undefined) last = Math.max(last, on + (series.count - 1) * series.every)
    for (const change of planting.changes) {
      if (change.sowOn !== undefined) sown(change.sowOn)
      if (change.on === undefined) continue
      first = Math.min(first, parseDay(change.on))
      last = Math.max(last, parseDay(change.on))
    }
  }
  for (const planting of plantings) take(planting)
  if (extra) take(extra)
  return first === Infinity ? { first: 0, last: 0 } : { first, last }
}

/** What a season says that bears on every batch. */
function boundsOf({ season, farm, site }: Season): Bounds {
  const south = site.latitude < 0
  return {
    begins: parseDay(season.from),
    recordsFrom: farm.recordsFrom === undefined ? -Infinity : parseDay(farm.recordsFrom),
    coldHalf: (day) => {
      const { month } = civil(day)
      return (month >= 4 && month <= 9) === south
    },
  }
}
