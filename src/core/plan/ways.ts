/** Everything about a crop raised by a method that all its batches share: route, sowing table, sizes. */
import type { Container, Crop, Lot, Method } from '../../season/schema'
import type { Day } from '../calendar/day'
import type { Climate, RunningTotal } from '../climate/climate'
import { createSowingTable, type SowingTable } from '../schedule/count-back'
import { compileRoute, type ContainerRefused, type Route } from '../schedule/route'
import { roundUp, sizeBatch, type Sizing, type SizingInput } from '../sizing/size'
import { Course } from './course'

/** Germination share of the seed a batch draws from. */
export interface SeedShare {
  lot: Lot | undefined
  germination: number
  testedSeeds: number
  pace: number
}

/** A crop by a method with seed of one pace. */
export interface Way {
  crop: Crop
  method: Method
  route: Route
  refused: ContainerRefused[]
  table: SowingTable
  /** Running totals by place number, for marks. */
  temperature: RunningTotal[]
  warmth: RunningTotal[]
  coldNights: RunningTotal[] | undefined
  hotDays: RunningTotal[] | undefined
  closedDays: (RunningTotal | undefined)[]
  /** Survival of each container's stay, place-only stages multiplied in. */
  survivals: number[]
  /** Plants that one cell carries. */
  keep: number
  seedsPerCell: number
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
  /** Days of the week sown on, 1 Monday … 7; none means any. */
  sowingWeekdays: readonly number[]
}

/** Puts a crop, a method and a pace together. */
export function createWay(facts: WayFacts, crop: Crop, method: Method, pace: number): Way {
  const { climate, containers, placeNumber, sowFrom, sowTo, rounding } = facts
  const { route, refused } = compileRoute(climate, crop, method, containers, placeNumber, pace, facts.containerNumber)
  const used = new Set([
    route.germPlace,
    ...route.legs.map((leg) => leg.place),
    ...route.tail.map((leg) => leg.place),
  ])
  const byPlace = (make: (place: number) => RunningTotal) => {
    const totals: RunningTotal[] = []
    for (const place of used) totals[place] = make(place)
    return totals
  }
  const sowing = method.sowing
  const seedsPerCell = sowing.policy === 'thin' ? sowing.seedsPerCell : 1
  const keep = sowing.policy === 'thin' ? sowing.keep : 1
  const survivals = stageSurvivals(method)
  const unit = roundingUnit(route.steps[0]!.container, rounding)

  const usual = new Map<Lot | number, Map<number, Map<number, Sizing | undefined>>>()
  const odd = new Map<string, Sizing | undefined>()
  const make = (need: number, seed: SeedShare, confidence: number, temperatureFactor: number) => {
    const { germination, testedSeeds } = seed
    const input: SizingInput = { need, germination, testedSeeds, temperatureFactor, seedsPerCell, keep, survivals, confidence }
    const sizing = sizeBatch(input)
    return sizing && roundUp(sizing, unit)
  }
  const courses = new Map<number, Map<Day, Course>>()
  const way: Way = {
    crop,
    method,
    route,
    refused,
    table: createSowingTable(route, sowFrom, sowTo),
    temperature: byPlace((place) => climate.temperature(place)),
    warmth: byPlace((place) => climate.warmth(place, crop.growth)),
    coldNights: crop.minNight === undefined ? undefined : byPlace((place) => climate.coldNights(place, crop.minNight!)),
    hotDays: crop.stressAbove === undefined ? undefined : byPlace((place) => climate.hotDays(place, crop.stressAbove!)),
    closedDays: climate.places.map((_, place) => (used.has(place) ? climate.closedDays(place) : undefined)),
    survivals,
    keep,
    seedsPerCell,
    course(plantOn, agePoint, sowOn) {
      if (sowOn !== undefined) return new Course(way, plantOn, agePoint, sowOn, facts.sowingWeekdays)
      if (courses.size > MOST_AGES) courses.clear()
      let byDay = courses.get(agePoint)
      if (!byDay) courses.set(agePoint, (byDay = new Map()))
      if (byDay.size >= MOST_COURSES) byDay.clear()
      let course = byDay.get(plantOn)
      if (!course) byDay.set(plantOn, (course = new Course(way, plantOn, agePoint, undefined, facts.sowingWeekdays)))
      return course
    },
    size(need, seed, confidence, factor) {
      if (factor !== 1) {
        const id = `${need} ${seed.germination} ${seed.testedSeeds} ${confidence} ${factor.toFixed(3)}`
        if (!odd.has(id)) odd.set(id, make(need, seed, confidence, Number(factor.toFixed(3))))
        return odd.get(id)
      }
      const of = seed.lot ?? seed.germination
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

const MOST_AGES = 50 // ages for which courses are kept
const MOST_COURSES = 2000 // planting days kept for one way and age

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
