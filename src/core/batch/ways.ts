/** Everything about a crop raised by a method that all its batches share: route, sowing table, sizes. */
import type { Container, Crop, Lot, Method } from '../../season/schema'
import type { Day } from '../calendar/day'
import type { Climate } from '../climate/climate'
import { createSowingTable, type SowingTable } from '../schedule/count-back'
import { coldOf, type Cold } from '../growth/cold'
import type { FarmDays } from '../schedule/work-days'
import { compileRoute, type ContainerRefused, type Route } from '../schedule/route'
import { sizeBatch, type Sizing } from '../sizing/size'
import { conditionsOf, type Conditions } from './conditions'
import { Course } from './course'
import { inFlats, isBoughtIn, policyOf } from '../sowing/policies'

/** Germination share of the seed a batch draws from, as it stands this season. */
export interface SeedShare {
  lot: Lot | undefined
  germination: number
  testedSeeds: number
  pace: number
}

/** A crop by a method with seed of one pace. */
export interface Way {
  crop: Crop
  /** The three nights of the kind. */
  cold: Cold
  method: Method
  route: Route
  refused: ContainerRefused[]
  /** Every sowing day walked; made when first asked for. */
  readonly table: SowingTable
  /** What its places are like, for marks. */
  readonly conditions: Conditions
  /** Survival of each container's stay, place-only stages multiplied in. */
  survivals: number[]
  /** Days that the feed in the mix of each container lasts from filling. */
  feedsDays: number[]
  /** Plants that one cell carries; of a clump, those that are sown. */
  keep: number
  seedsPerCell: number
  /** What is done to the seed before sowing, in order. */
  preparation: Crop['preparation']
  /** Cells or pots in use in a container of the route; flats, when it is sown in flats. */
  cellsIn(step: number, sizing: Sizing): number
  /** Whole containers that so many cells take. */
  traysOf(step: number, cells: number): number
  /** Standard-flat footprints that so many cells take: a tray that breaks apart takes no more than its packs. */
  trayPlacesOf(step: number, cells: number): number
  /** Course to a planting day; courses already found are kept, but for sowings chosen by hand. */
  course(plantOn: Day, agePoint: number, sowOn: Day | undefined): Course
  /** Size for a need; sizes already found are kept. */
  size(need: number, seed: SeedShare, confidence: number, temperatureFactor: number): Sizing | undefined
}

/** What a way is made from. */
export interface WayFacts {
  climate: Climate
  containers: ReadonlyMap<string, Container>
  placeNumber: ReadonlyMap<string, number>
  containerNumber: ReadonlyMap<string, number>
  /** Sowing days to be walked. */
  sowFrom: Day
  sowTo: Day
  rounding: 'cells' | 'rows' | 'trays'
  /** Days of sowing, potting up, moving and planting out, where not any will do. */
  days: FarmDays
  /** Days that the feed in the mix lasts that a container is filled with. */
  feedsDays(container: Container, stage: Method['stages'][number] | undefined, potted: boolean): number
  /** Sizes found, by all that a size hangs on but need, seed and confidence: ways that differ only in places share them. */
  sizes: Map<string, Sizes>
}

interface Sizes {
  usual: Map<SeedShare | number, Map<number, Map<number, Sizing | undefined>>>
  odd: Map<string, Sizing | undefined>
}

function sizesOf({ sizes }: WayFacts, id: string): Sizes {
  let own = sizes.get(id)
  if (!own) sizes.set(id, (own = { usual: new Map(), odd: new Map() }))
  return own
}

/** Days that a route keeps to, where the farm has chosen some. */
function keepDays(route: Route, { potting, moving, planting }: FarmDays): void {
  if (potting) route.pottingDays = potting
  if (moving) route.movingDays = moving
  if (planting) route.plantingDays = planting
}

/** Puts a crop, a method and a pace together. */
export function createWay(facts: WayFacts, crop: Crop, method: Method, pace: number, germinationShare = 1): Way {
  const { climate, containers, placeNumber, sowFrom, sowTo, rounding } = facts
  const { route, refused } = compileRoute(
    climate,
    crop,
    method,
    containers,
    placeNumber,
    pace,
    facts.containerNumber,
    germinationShare,
  )
  if (!method.anyDay) keepDays(route, facts.days)
  const { sowing } = method
  const { seedsPerCell, keep, atLeast, whole, together, usable, seedsPerFlat } = policyOf(sowing)
  const bought = isBoughtIn(method)
  const flats = inFlats(method)
  const stages = stageSurvivals(method)
  const survivals = whole ? [stages.reduce((product, share) => product * share, 1)] : stages
  const divisions = stageDivisions(method)
  const firstDivision = divisions.findIndex((parts) => parts > 1)
  const unit = flats ? 1 : roundingUnit(route.steps[0]!.container, rounding)

  const { usual, odd } = sizesOf(facts, JSON.stringify([sowing, survivals, divisions, unit]))
  const make = (need: number, seed: SeedShare, confidence: number, temperatureFactor: number) => {
    const sizing = sizeBatch(
      {
        need,
        germination: bought ? usable : seed.germination,
        testedSeeds: bought ? Infinity : seed.testedSeeds,
        temperatureFactor: flats ? temperatureFactor * usable : temperatureFactor,
        seedsPerCell,
        keep,
        ...(atLeast === undefined ? {} : { atLeast }),
        survivals,
        confidence,
        ...(divisions.length > 0 && !whole ? { divisions } : {}),
      },
      unit,
    )
    return sizing && bought ? { ...sizing, seeds: 0 } : sizing
  }
  let table: SowingTable | undefined
  const courses = new Map<number, Map<Day, Course>>()
  const way: Way = {
    crop,
    cold: coldOf(crop),
    method,
    route,
    refused,
    get table() {
      return (table ??= createSowingTable(route, sowFrom, sowTo))
    },
    conditions: conditionsOf(climate, crop),
    survivals,
    feedsDays: route.steps.map(({ container, stage }, step) =>
      facts.feedsDays(container, method.stages[stage], step > 0),
    ),
    keep,
    seedsPerCell,
    preparation: bought ? [] : (method.preparation ?? crop.preparation),
    cellsIn(step, sizing) {
      if (step === 0) return seedsPerFlat === undefined ? sizing.cells : Math.ceil(sizing.cells / seedsPerFlat)
      const count = sizing.counts[step]
      if (count === undefined) return sizing.cells
      return Math.ceil(count / (firstDivision < 0 || step < firstDivision ? together : 1))
    },
    traysOf: (step, cells) => traysIn(route.steps[step]!.container, cells, step === 0 && flats),
    trayPlacesOf: (step, cells) => trayPlacesIn(route.steps[step]!.container, cells, step === 0 && flats),
    course(plantOn, agePoint, sowOn) {
      if (sowOn !== undefined) return new Course(way, plantOn, agePoint, sowOn, facts.days.sowing)
      if (courses.size > MOST_AGES) courses.clear()
      let byDay = courses.get(agePoint)
      if (!byDay) courses.set(agePoint, (byDay = new Map()))
      if (byDay.size >= MOST_COURSES) byDay.clear()
      let course = byDay.get(plantOn)
      if (!course) byDay.set(plantOn, (course = new Course(way, plantOn, agePoint, undefined, facts.days.sowing)))
      return course
    },
    size(need, seed, confidence, factor) {
      if (factor !== 1) {
        const id = `${need} ${seed.germination} ${seed.testedSeeds} ${confidence} ${factor.toFixed(3)}`
        if (!odd.has(id)) odd.set(id, make(need, seed, confidence, Number(factor.toFixed(3))))
        return odd.get(id)
      }
      const of = seed.lot ? seed : seed.germination + 10 * seed.testedSeeds
      let byConfidence = usual.get(of)
      if (!byConfidence) usual.set(of, (byConfidence = new Map()))
      let byNeed = byConfidence.get(confidence)
      if (!byNeed) byConfidence.set(confidence, (byNeed = new Map()))
      let sizing = byNeed.get(need)
      if (sizing === undefined && !byNeed.has(need)) byNeed.set(need, (sizing = make(need, seed, confidence, 1)))
      return sizing
    },
  }
  return way
}

/** Whole containers that so many cells take; of flats, the flats are counted. */
export const traysIn = (container: Container, cells: number, flats: boolean): number =>
  flats ? cells : Math.ceil(cells / container.cells)

/** Standard-flat footprints that so many cells take. */
export function trayPlacesIn(container: Container, cells: number, flats: boolean): number {
  const { packCells, trayPlaces } = container
  if (packCells === undefined) return traysIn(container, cells, flats) * trayPlaces
  return (Math.ceil(cells / packCells) * packCells * trayPlaces) / container.cells
}

const MOST_AGES = 50 // ages for which courses are kept
const MOST_COURSES = 2000 // planting days kept for one way and age

/** Parts that each plant is divided into on entering a container; empty when none is. */
function stageDivisions(method: Method): number[] {
  const steps = method.stages.filter(({ container }) => container !== undefined).map(({ divide }) => divide ?? 1)
  return steps.some((parts) => parts > 1) ? steps : []
}

function stageSurvivals(method: Method): number[] {
  const survivals: number[] = []
  for (const stage of method.stages) {
    if (stage.container === undefined) survivals[survivals.length - 1]! *= stage.survival
    else survivals.push(stage.survival)
  }
  return survivals
}

function roundingUnit(container: Container, rounding: WayFacts['rounding']): number {
  if (rounding === 'trays') return container.cells
  if (rounding === 'rows') return container.rowCells ?? 1
  return 1
}
