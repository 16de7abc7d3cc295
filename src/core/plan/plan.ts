/** The whole plan of a season, recomputed only where something changed. */
import type { Container, Crop, Entry, Lot, Method, Place, Planting, Season, Variety } from '../../season/schema'
import { civil, parseDay, type Day } from '../calendar/day'
import { containerLoads, placeLoads, type Load } from '../capacity/load'
import { limitsOf, stockLimits, type Limit } from '../capacity/limits'
import { createClimate, type Climate } from '../climate/climate'
import { progressOf, realityOf } from '../progress/progress'
import type { Keyed } from '../progress/route-taken'
import { sisterChecks, type SisterIndex } from '../progress/sisters'
import { indexRecords, type Line, type RecordIndex } from '../ledger/records'
import { crewLoad } from '../labour/labour'
import { SEARCH_DAYS } from '../schedule/count-back'
import { numberKeys } from '../schedule/route'
import { judgedOn, lotNow } from '../seed/ageing'
import { lotUses, type Draw, type LotUse } from '../seed/lot-use'
import { sharedStays, sharedTrays, standers, type SharedTrays, type Stander } from '../traymap/shared-trays'
import { computeBatch, type Batch, type Bounds, type Stay } from '../batch/batch'
import { bedPlan, type BedPlan } from '../field/beds'
import { fieldCropOf, sownInPlace, type FieldCrop } from '../field/field-crop'
import { isInPlace } from '../sowing/policies'
import { expandPlanting, type Sought } from '../batch/expand'
import { raisedBy } from '../batch/otherwise'
import { ownCrop } from '../batch/own-crop'
import { batchWork } from '../batch/work'
import { createWay, type SeedShare, type Way, type WayFacts } from '../batch/ways'
import { policyOf } from '../sowing/policies'

/** A season computed. */
export interface Plan {
  season: Season
  /** Span of the season itself: first day and the day after its last. */
  from: Day
  to: Day
  /** In the order of the plantings. */
  batches: Batch[]
  /** By id; made when first asked for. */
  readonly byId: ReadonlyMap<string, Batch>
  /** What is sown where it is to stand; found when first asked for. */
  readonly inPlace: readonly FieldCrop[]
  /** What stands in the field, raised or sown there, in the order of the plantings; found when first asked for. */
  readonly inField: readonly FieldCrop[]
  /** What stands along every bed; found when first asked for. */
  readonly beds: BedPlan
  places: Load<Place>[]
  containers: Load<Container>[]
  /** Trays that batches could share, or do where the farm shares trays; found when first asked for. */
  readonly shared: SharedTrays
  /** What stands somewhere: batches, with trays they share standing for themselves where the farm shares trays. */
  readonly standing: readonly Stander[]
  /** Everything that is limited, with its load; found when first asked for. */
  readonly limits: readonly Limit[]
  /** What it asks of every seed lot; found when first asked for. */
  readonly lots: readonly LotUse[]
  /** The day it is, where the plan knows what has happened; `undefined` for a plan as it was made. */
  readonly today: Day | undefined
  /** First day of which records were kept; work before it counts as done where a batch is known to be sown. */
  readonly since: Day
  /** Batches their lot does not reach for, by id. */
  readonly shortOfSeed: ReadonlyMap<string, LotUse>
}

/** Computes plans of one season after another and keeps what did not change. */
export interface Planner {
  /**
   * Plan of a season; parts that are the same objects as last time are not computed again.
   *
   * @param today the day it is: then what was recorded holds, and what is overdue waits for this day. Without it, the
   *   plan as it was made
   */
  plan(season: Season, today?: Day): Plan
  /** Batches of a planting that is not in the season (yet), computed the same way. */
  preview(season: Season, planting: Planting): Batch[]
  /** What a planting that is not in the season (yet) sows in its place. */
  previewInPlace(season: Season, planting: Planting): FieldCrop[]
  /** One batch as it would be: on other days, or raised otherwise. The season is the one planned last. */
  tryOne(season: Season, sought: Sought): Batch
  /** One planting raised by a method that need not be in the season, for one planting day. */
  previewBy(season: Season, planting: Planting, method: Method, plantOn: Day): Batch[]
}

const SLACK = 60 // days kept ready on both sides, so that moving a date by a month remakes nothing
const AFTER = 420 // days after the last planting for which ready and limit days are still found

/** Everything that is sown from a lot, or was: batches, blanks sown again, and what is sown in its place. */
function drawsOf(
  batches: readonly Batch[],
  sownInPlace: readonly FieldCrop[],
  lots: ReadonlyMap<string, Lot>,
  today: Day | undefined,
): Draw[] {
  const draws: Draw[] = []
  for (const { id, code, sow, sizing, seed, progress } of batches) {
    const { ledger } = progress ?? {}
    // Parts were sown with their batch; what was dropped before it was sown takes nothing.
    if (ledger && !ledger.splitOff && !(progress!.standing === 'gone' && !ledger.sown)) {
      for (const { on, seeds, lot } of ledger.again) {
        const from = (lot === undefined ? undefined : lots.get(lot)) ?? seed.lot
        if (from) draws.push({ id: `${id}+${on}`, code, lot: from, day: on, seeds, done: true })
      }
    } else if (ledger) continue
    const said = ledger?.sown?.entry.what
    const seeds = (said?.seeds ?? sizing?.seeds ?? 0) + (said?.spilled ?? 0)
    const from = (said?.lot === undefined ? undefined : lots.get(said.lot)) ?? seed.lot
    const done = progress !== undefined && progress.standing !== 'to-sow'
    if (from && sow !== undefined && seeds > 0) draws.push({ id, code, lot: from, day: sow, seeds, done })
  }
  for (const { id, code, from, inPlace } of sownInPlace)
    if (inPlace?.lot)
      draws.push({
        id,
        code,
        lot: inPlace.lot,
        day: from,
        seeds: inPlace.seeds,
        done: today !== undefined && from < today,
      })
  return draws
}

/** Seed of a planting: its lot, else the variety's first lot, else the crop's usual share. It ages as the season goes on. */
interface Seed {
  /** As it stands when the season begins, or when it was last tested; its pace, and what clumps are planned with. */
  first: SeedShare
  /** As it stands on a sowing day. */
  on(day: Day): SeedShare
}

const SEED_STEP = 14 // days through which a lot is taken to stand as it is
const SEED_ROUND = 200 // parts of a share that are told apart: sizes are kept by them

function seedOf(lot: Lot | undefined, crop: Crop, season: Season): Seed {
  if (!lot) {
    const usual = { lot: undefined, germination: crop.germination.usualShare, testedSeeds: 100, pace: 1 }
    return { first: usual, on: () => usual }
  }
  const from = judgedOn(lot, season.season)
  const at = (day: Day): SeedShare => {
    const { germination, testedSeeds } = lotNow(lot, crop, day)
    return { lot, germination, testedSeeds, pace: lot.pace }
  }
  const first = at(from)
  const byStep = new Map<number, SeedShare>()
  // Of equal shares there is one object, and so are the sizes kept for it. In a season only the share changes notably.
  const byShare = new Map<number, SeedShare>()
  const shareAt = (step: number): SeedShare => {
    const { germination } = at(from + step * SEED_STEP)
    if (Math.abs(germination - first.germination) < 0.5 / SEED_ROUND) return first
    const rounded = Math.round(germination * SEED_ROUND) / SEED_ROUND
    let share = byShare.get(rounded)
    if (!share) byShare.set(rounded, (share = { ...first, germination: rounded }))
    return share
  }
  return {
    first,
    on(day) {
      const step = Math.max(0, Math.floor((day - from) / SEED_STEP))
      let share = byStep.get(step)
      if (!share) byStep.set(step, (share = shareAt(step)))
      return share
    },
  }
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

/** Seed as it stands on the day it is sown. */
const seedFor = (seed: Seed, { sow }: { sow: Day | undefined }): SeedShare =>
  sow === undefined ? seed.first : seed.on(sow)

/** A planner with nothing computed yet. */
export function createPlanner(): Planner {
  let tables: Tables | undefined
  let kept = new Map<Planting, Batch[]>()
  let records: RecordIndex | undefined
  let since: Day | undefined
  let sisters: SisterIndex | undefined
  let real = new Map<Batch, Real>()

  /** Planned batches as they really are; those to which nothing new has happened are kept. */
  const realOf = (season: Season, t: Tables, planned: readonly Batch[], today: Day): Batch[] => {
    records = indexRecords(season.records, records)
    const { recordsFrom } = season.farm
    const from = recordsFrom === undefined ? undefined : parseDay(recordsFrom)
    const reality = realityOf(records, today, from)
    since = reality.since
    sisters = sisterChecks(planned, records, sisters)
    reality.sisters = sisters.checks
    const next = new Map<Batch, Real>()
    const all = planned.flatMap((batch) => {
      const entries = reality.byBatch.get(batch.id)
      const looks = reality.sisters?.get(batch.id)
      const before = real.get(batch)
      const same =
        before &&
        before.since === reality.since &&
        before.today === today &&
        sameItems(before.entries, entries) &&
        before.looks === looks
      const now = same
        ? before
        : { entries, looks, since: reality.since, today, batches: progressOf(batch, reality, t.measured, t.keyed) }
      next.set(batch, now)
      return now.batches
    })
    real = next
    return all
  }

  const factsOf = (season: Season, t: Tables, planting: Planting) => {
    const variety = t.varieties.get(planting.variety)!
    const crop = ownCrop(t.crops.get(variety.crop)!, variety)
    const lot = planting.lot === undefined ? t.firstLot.get(variety.key) : t.lots.get(planting.lot)
    let seed = t.seeds.get(lot ?? crop)
    if (!seed) t.seeds.set(lot ?? crop, (seed = seedOf(lot, crop, season)))
    return { variety, crop, seed }
  }

  const inPlaceOf = (season: Season, t: Tables, planting: Planting): FieldCrop[] => {
    const { variety, crop, seed } = factsOf(season, t, planting)
    const { first } = seed
    return sownInPlace(season, planting, variety, crop, t.methods.get(planting.method)!, first)
  }

  const batchesOf = (season: Season, t: Tables, planting: Planting, by?: Method, plantOn?: Day): Batch[] => {
    const method = by ?? t.methods.get(planting.method)!
    if (isInPlace(method)) return []
    const { variety, crop, seed } = factsOf(season, t, planting)
    const { habits } = season
    const confidence = planting.confidence ?? habits.confidence
    const { bounds } = t
    const usual = t.way(crop, method, seed.first)
    return expandPlanting(planting).map((one) => {
      const sought = plantOn === undefined ? one : { ...one, plantOn }
      const agePoint = one.age ?? habits.agePoint
      const way = by || !one.otherwise ? usual : t.way(crop, raisedBy(method, one.otherwise, t.methods), seed.first)
      const course = way.course(sought.plantOn, agePoint, sought.sowOn)
      return computeBatch(sought, { variety, course, seed: seedFor(seed, course), agePoint, confidence, bounds })
    })
  }

  const prepare = (season: Season, extra?: Planting): Tables => {
    const span = plantingSpan(season.plantings, extra)
    if (!tables || !tables.fits(season, span)) {
      tables = createTables(season, span)
      kept = new Map()
    }
    return tables
  }

  return {
    plan(season, today) {
      const t = prepare(season)
      const next = new Map<Planting, Batch[]>()
      const planned: Batch[] = []
      for (const planting of season.plantings) {
        const own = kept.get(planting) ?? batchesOf(season, t, planting)
        next.set(planting, own)
        for (const batch of own) planned.push(batch)
      }
      kept = next
      const really = today === undefined ? undefined : realOf(season, t, planned, today)
      const batches = really ?? planned
      // What has to be asked about first stands nowhere, and takes nothing.
      const counted = really?.some(({ progress }) => progress?.asks)
        ? really.filter(({ progress }) => !progress?.asks)
        : batches
      const from = parseDay(season.season.from)
      const to = parseDay(season.season.to) + 1
      let first = from
      let last = to
      for (let i = 0; i < counted.length; i++) {
        const { stays, free } = counted[i]!.laidOut
        if (stays.length === 0) continue
        if (stays[0]!.from < first) first = stays[0]!.from
        if (free > last) last = free
      }
      let byId: Map<string, Batch> | undefined
      let lots: LotUse[] | undefined
      let short: Map<string, LotUse> | undefined
      let inPlace: FieldCrop[] | undefined
      let stands: FieldCrop[] | undefined
      let beds: BedPlan | undefined
      let limits: Limit[] | undefined
      let sharing: SharedTrays | undefined
      const sharedNow = () =>
        (sharing ??= sharedTrays(
          counted.filter(({ progress }) => !progress?.ledger.splitOff && progress?.standing !== 'gone'),
        ))
      const standing: readonly { stays: readonly Stay[] }[] = season.habits.shareTrays
        ? sharedStays(counted, sharedNow())
        : counted
      const places = placeLoads(standing, season.places, first, last)
      const containers = containerLoads(standing, season.containers, first, last)
      return {
        season,
        from,
        to,
        today,
        since: (really && since) ?? -Infinity,
        batches,
        get byId() {
          return (byId ??= new Map(batches.map((batch) => [batch.id, batch])))
        },
        get lots() {
          return (lots ??= lotUses(
            drawsOf(counted, this.inPlace, t.lots, today),
            season,
            today === undefined ? [] : season.records,
          ))
        },
        get inPlace() {
          return (inPlace ??= season.plantings.flatMap((planting) =>
            isInPlace(t.methods.get(planting.method)!) ? inPlaceOf(season, t, planting) : [],
          ))
        },
        get inField() {
          if (stands) return stands
          const sown = new Map<Planting, FieldCrop[]>()
          const raised = new Map<Planting, Batch[]>()
          for (const batch of batches) {
            // What was thrown away or sold never comes to stand in the field.
            if (batch.progress?.standing === 'gone') continue
            const own = raised.get(batch.planting)
            if (own) own.push(batch)
            else raised.set(batch.planting, [batch])
          }
          for (const stand of this.inPlace) sown.set(stand.planting, [...(sown.get(stand.planting) ?? []), stand])
          return (stands = season.plantings.flatMap((planting) => {
            if (isInPlace(t.methods.get(planting.method)!)) return sown.get(planting) ?? []
            return (raised.get(planting) ?? []).map((batch) => fieldCropOf(season, batch))
          }))
        },
        get beds() {
          return (beds ??= bedPlan(season, this.inField))
        },
        get shortOfSeed() {
          return (short ??= new Map(this.lots.flatMap((use) => [...use.without].map((id) => [id, use] as const))))
        },
        places,
        containers,
        get shared() {
          return sharedNow()
        },
        get standing() {
          return standers(counted, season.habits.shareTrays ? sharedNow() : undefined)
        },
        get limits() {
          if (limits) return limits
          const stock = stockLimits(
            this.standing.map(({ stays, batch }) => ({
              stays,
              wantsLight: batch.way.crop.germination.light === 'light',
            })),
            season.places,
            first,
            last,
          )
          // Work is known to the day it is planted, beyond the last stay.
          const crew = crewLoad(
            counted.map((batch) => batchWork(batch, season.habits)),
            season.habits,
            first,
            last + 1,
          )
          return (limits = limitsOf(places, stock, containers, crew))
        },
      }
    },
    preview(season, planting) {
      return batchesOf(season, prepare(season, planting), planting)
    },
    previewInPlace(season, planting) {
      const t = prepare(season, planting)
      return isInPlace(t.methods.get(planting.method)!) ? inPlaceOf(season, t, planting) : []
    },
    tryOne(season, sought) {
      const t = tables?.fits(season, NO_SPAN) ? tables : prepare(season)
      const { planting } = sought
      const { variety, crop, seed } = factsOf(season, t, planting)
      const { habits } = season
      const agePoint = sought.age ?? habits.agePoint
      const way = t.way(crop, raisedBy(t.methods.get(planting.method)!, sought.otherwise, t.methods), seed.first)
      const course = way.course(sought.plantOn, agePoint, sought.sowOn)
      const confidence = planting.confidence ?? habits.confidence
      const { bounds } = t
      return computeBatch(sought, { variety, course, seed: seedFor(seed, course), agePoint, confidence, bounds })
    },
    previewBy(season, planting, method, plantOn) {
      return batchesOf(season, prepare(season, planting), planting, method, plantOn)
    },
  }
}

/** A batch as it really is, and what that was found from. */
interface Real {
  entries: readonly Entry[] | undefined
  looks: readonly Line<'check'>[] | undefined
  since: Day
  today: Day
  batches: Batch[]
}

function sameItems<T>(a: readonly T[] | undefined, b: readonly T[] | undefined): boolean {
  return a === b || (a !== undefined && b !== undefined && a.length === b.length && a.every((item, i) => item === b[i]))
}

/** A span that any tables reach over. */
const NO_SPAN: Span = { first: Infinity, last: -Infinity }

interface Span {
  first: Day
  last: Day
}

/** Facts of a season by key, its climate, and the ways already put together. */
interface Tables {
  climate: Climate
  /** With what was measured in the place of what was reckoned. */
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

function createTables(season: Season, span: Span): Tables {
  const sowFrom = span.first - SEARCH_DAYS - SLACK
  const sowTo = span.last + SLACK
  const climate = createClimate(season.site, season.places, sowFrom - 1, sowTo + AFTER)
  // What was measured is true of what has begun; the plan stays what it was.
  const measured =
    season.readings.length === 0
      ? climate
      : createClimate(season.site, season.places, sowFrom - 1, sowTo + AFTER, season.readings, climate)
  const facts: WayFacts = {
    climate,
    containers: new Map(season.containers.map((container) => [container.key, container])),
    placeNumber: numberKeys(season.places),
    containerNumber: numberKeys(season.containers),
    sowFrom,
    sowTo,
    rounding: season.habits.rounding,
    sowingWeekdays: season.habits.sowingWeekdays,
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
      other.readings === season.readings &&
      other.containers === season.containers &&
      other.crops === season.crops &&
      other.varieties === season.varieties &&
      other.lots === season.lots &&
      other.methods === season.methods,
  }
}

/** First and last day a planting or sowing of a season may fall on. */
function plantingSpan(plantings: readonly Planting[], extra: Planting | undefined): Span {
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
