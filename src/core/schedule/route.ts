/** A method made ready to be walked: places by number, containers with their ages, moves with their triggers. */
import type { Container, Crop, Method, Sowing } from '../../season/schema'
import type { Day } from '../calendar/day'
import type { Climate } from '../climate/climate'
import { Totals } from '../climate/totals'
import { fastestDays, thermalShareFor, type Germination } from '../germination/emergence'
import { coldOf } from '../growth/cold'
import { containerAge, containerHolds, type ContainerAge } from '../growth/container-age'
import { leafAge, type GrowthRange } from '../growth/rate'
import { germinatingPlace, growingPlace, PLACE_BY_RULE, usualRate, type Keeps } from './place-by-rule'
import { plantsSharing } from '../sowing/policies'
import { hardeningLeg } from './hardening'
import type { WorkDays } from './work-days'

/** One container on the way, with the ages it allows. */
export interface Step extends ContainerAge {
  container: Container
  /** Number of the container in the season. */
  containerNumber: number
  /** Index of the stage of the method that begins it. */
  stage: number
  /** Mix for one plant, ml. */
  ml: number
  /** Days without growth from the move into it; 0 for the first. */
  pauseDays: number
}

/** A stretch of the way begun by sowing or by reaching an age. */
export interface Leg {
  place: number
  /** What the place must keep to, where a rule finds it. */
  keeps?: Keeps
  step: number
  stage: number
  /** What begins it: a potting-up, with its point between ready and limit of the step before, or an age in degree-days; a day, where it is handed over by rule. */
  starts: { by: 'sowing' } | { by: 'potting'; point: number } | { by: 'age'; age: number } | { by: 'day'; day: Day }
}

/** A change of place counted in days before planting; hardening is the last. */
export interface TailLeg {
  place: number
  daysBefore: number
  stage: number | 'hardening'
  /** Somebody moved it, and nobody had planned to. */
  unplanned?: true
  /** Its day is as it happened or was settled: the days trays are moved on no longer shift it. */
  settled?: true
}

/** Stage of a leg that belongs to no stage of the method: somebody moved or potted it, and nobody had planned to. */
export const UNPLANNED = -1

/** Everything the forward pass needs for one crop, method and pace of seed. */
export interface Route {
  climate: Climate
  germination: Germination
  growth: GrowthRange
  /** Factor on thermal time of the seed lot. */
  pace: number
  /** Where it is put to germinate; by rule it changes with the sowing day. */
  germPlace: number
  /** Age of young plants that are bought in, on the day they arrive; `undefined` when seed is sown. */
  boughtAge: number | undefined
  /** Thermal share (pace 1) at which heat and cover are left. */
  leaveHeatShare: number
  steps: Step[]
  legs: Leg[]
  tail: TailLeg[]
  /** Days it is potted up on, where not any will do. */
  pottingDays?: WorkDays
  /** Days its trays change their place on, where not any will do. */
  movingDays?: WorkDays
  /** Days it is planted out on, where not any will do. */
  plantingDays?: WorkDays
  emergenceTotals: Totals
  growthTotals: Totals
}

/** A container that cannot raise this kind: it is never ready before it is too old. */
export interface ContainerRefused {
  container: Container
  ml: number
  ready: number
  limit: number
}

/**
 * Route of a crop by a method.
 *
 * @param pace factor on thermal time of the lot
 * @param germination share of the lot, for clumps: it says how many plants share a cell
 * @returns the route, and every container on it that is too small for the kind
 */
export function compileRoute(
  climate: Climate,
  crop: Crop,
  method: Method,
  containers: ReadonlyMap<string, Container>,
  placeNumber: ReadonlyMap<string, number>,
  pace = 1,
  containerNumber: ReadonlyMap<string, number> = new Map(),
  germinationShare = 1,
): { route: Route; refused: ContainerRefused[] } {
  const { sowing } = method
  const steps: Step[] = []
  const legs: Leg[] = []
  const tail: TailLeg[] = []
  const cold = coldOf(crop)
  const rate = usualRate(crop.growth)
  const keepsFor = (ages: ContainerAge | undefined): Keeps => {
    const since = steps.at(-2)?.ready ?? 0
    const usualDays = ages && rate > 0 ? Math.max(7, (ages.ready + 0.3 * (ages.limit - ages.ready) - since) / rate) : 28
    return { growth: crop.growth, usualRate: rate, cold, stressAbove: crop.stressAbove, usualDays }
  }
  /** The place of a stage, with what it must keep to where a rule finds it. */
  const placeOf = (key: Method['stages'][number]['place']): { place: number; keeps?: Keeps } => {
    if (key !== PLACE_BY_RULE) return { place: placeNumber.get(key)! }
    const keeps = keepsFor(steps.at(-1))
    return { place: growingPlace(climate, keeps), keeps }
  }
  method.stages.forEach((stage, i) => {
    if (stage.container !== undefined) {
      const container = containers.get(stage.container)!
      const ml = container.cellVolume / plantsSharing(sowing, i === 0, germinationShare)
      const pauseDays = i === 0 || container.plantable ? 0 : crop.pauseDays
      steps.push({
        container,
        containerNumber: containerNumber.get(container.key) ?? -1,
        stage: i,
        ml,
        pauseDays,
        ...(i === 0 && sowing.policy === 'flat' ? flatAge(sowing, crop.growth) : containerAge(crop.growth.points, ml)),
      })
      const point = stage.potUpPoint ?? method.potUpPoint
      const starts = i === 0 ? { by: 'sowing' as const } : { by: 'potting' as const, point }
      legs.push({ ...placeOf(stage.place), step: steps.length - 1, stage: i, starts })
    } else if (stage.when && 'daysBeforePlanting' in stage.when) {
      tail.push({ place: placeOf(stage.place).place, daysBefore: stage.when.daysBeforePlanting, stage: i })
    } else {
      const age =
        stage.when && 'age' in stage.when
          ? stage.when.age
          : leafAge(stage.when!.leaf, crop.growth.leafInterval!, crop.growth.firstLeaf)
      legs.push({ ...placeOf(stage.place), step: steps.length - 1, stage: i, starts: { by: 'age', age } })
    }
  })
  const hardening = hardeningLeg(method, placeNumber)
  if (hardening) tail.push(hardening)
  const germination: Germination = crop.germination
  const germKey = method.stages[0]!.germinateAt ?? method.stages[0]!.place
  const germPlace = germKey === PLACE_BY_RULE ? germinatingPlace(climate, germination) : placeNumber.get(germKey)!
  const route: Route = {
    climate,
    germination,
    growth: crop.growth,
    pace,
    germPlace,
    boughtAge: sowing.policy === 'bought' ? sowing.age : undefined,
    leaveHeatShare: thermalShareFor(method.leaveHeatAt, germination.spread) * pace,
    steps,
    legs,
    tail,
    emergenceTotals: new Totals((place) => climate.emergence(place, germination)),
    growthTotals: new Totals((place) => climate.growth(place, crop.growth)),
  }
  const refused = steps.filter((step) => !containerHolds(step))
  return { route, refused: refused.map(({ container, ml, ready, limit }) => ({ container, ml, ready, limit })) }
}

/** An open flat has no cells: leaves say when seedlings may be pricked out, and when they must. */
function flatAge(
  { readyLeaf, limitLeaf }: Extract<Sowing, { policy: 'flat' }>,
  { leafInterval, firstLeaf }: Crop['growth'],
): ContainerAge {
  return { ready: leafAge(readyLeaf, leafInterval!, firstLeaf), limit: leafAge(limitLeaf, leafInterval!, firstLeaf) }
}

/** Days to emergence at the optimum temperature: the fastest this seed can be. */
export const fastestEmergence = ({ germination, pace }: Route): number => fastestDays(germination, pace)

/** Number of each thing of a list by its key. */
export function numberKeys(list: readonly { key: string }[]): Map<string, number> {
  return new Map(list.map(({ key }, i) => [key, i]))
}
