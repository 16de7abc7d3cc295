/** The whole plan of a season, recomputed only where something changed. */
import type { Container, Entry, Method, Place, Planting, Season } from '../../season/schema'
import { parseDay, type Day } from '../calendar/day'
import { containerLoads, placeLoads, type Load } from '../capacity/load'
import { limitsOf, stockLimits, type Limit } from '../capacity/limits'
import { progressOf, realityOf } from '../progress/progress'
import { sisterChecks, type SisterIndex } from '../progress/sisters'
import { indexRecords, type Line, type RecordIndex } from '../ledger/records'
import { crewLoad } from '../labour/labour'
import { lotUses, type LotUse } from '../seed/lot-use'
import { sharedStays, sharedTrays, standers, type SharedTrays, type Stander } from '../traymap/shared-trays'
import { computeBatch, type Batch, type Stay } from '../batch/batch'
import { bedPlan, type BedPlan } from '../field/beds'
import { fieldCropOf, sownInPlace, type FieldCrop } from '../field/field-crop'
import { onPlantingDay } from '../schedule/moving-days'
import { isInPlace } from '../sowing/policies'
import { expandPlanting, type Sought } from '../batch/expand'
import { raisedBy } from '../batch/otherwise'
import { ownCrop } from '../batch/own-crop'
import { batchWork } from '../batch/work'
import { drawsOf } from './draws'
import { seedFor, seedOf } from './seed-by-day'
import { createTables, NO_SPAN, plantingSpan, type Tables } from './tables'

const NO_RECORDS: Season['records'] = []

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
    const { bounds } = t
    const usual = t.way(crop, method, seed.first)
    return expandPlanting(planting).map((one) => {
      const agePoint = one.age ?? habits.agePoint
      const way = by || !one.otherwise ? usual : t.way(crop, raisedBy(method, one.otherwise, t.methods), seed.first)
      const wanted = onPlantingDay(one.plantOn, way.route.plantingDays)
      const sought = { ...one, plantOn: plantOn ?? wanted }
      const course = way.course(sought.plantOn, agePoint, sought.sowOn)
      const confidence = confidenceOf(one, season)
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
      const records = today === undefined ? NO_RECORDS : season.records
      const containers = containerLoads(standing, { containers: season.containers, records }, first, last)
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
          return (lots ??= lotUses(drawsOf(counted, this.inPlace, t.lots, today), season, records))
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
      const confidence = confidenceOf(sought, season)
      const { bounds } = t
      return computeBatch(sought, { variety, course, seed: seedFor(seed, course), agePoint, confidence, bounds })
    },
    previewBy(season, planting, method, plantOn) {
      return batchesOf(season, prepare(season, planting), planting, method, plantOn)
    },
  }
}

/** Chance wanted of enough plants: that of the batch, of its planting, or the farm's. */
const confidenceOf = ({ confidence, planting }: Sought, { habits }: Season): number =>
  confidence ?? planting.confidence ?? habits.confidence

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
