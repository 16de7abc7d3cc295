/** One batch in one year that might be: by the same forward pass as the plan, with what was drawn for it. */
import type { Batch } from '../batch/batch'
import { LOT_PACE_SPREAD } from '../germination/emergence'
import { layOut, type Span } from '../batch/course'
import type { Day } from '../calendar/day'
import type { Climate, RunningTotal } from '../climate/climate'
import { Totals } from '../climate/totals'
import { BAD_LOT, type StandForecast } from '../ledger/stand-count'
import { forwardPass, legStart, limitDay, readyDay, type Pass } from '../schedule/forward'
import { passFrom } from '../schedule/pass-from'
import type { Route } from '../schedule/route'
import { cellYield, meanYield, yieldVariance, type CellYield } from '../sizing/cell'
import { deliveryAt, lateAt, type Delivery, type Lateness } from './lateness'
import { binomialAt, drawsOf, normalAt, shareAt } from './draws'
import { killedOn, type HeatOfYear } from './heat'
import { NEVER, type Waits } from './hours'

/** What is left to chance; the rest is as planned. */
export interface LeftTo {
  weather: boolean
  /** Share and pace of each lot, and which of its seeds come up. */
  seed: boolean
  /** Whether a lot is one of the few of which anything may be true, whatever its test said. */
  badLots: boolean
  /** Which plants are lost on the way. */
  losses: boolean
  /** How late it is sown, potted, moved and delivered, and how much is delivered, by the farm's own records. */
  work: boolean
  /** Nights on which the heat of a place fails. */
  heat: boolean
  /** How long work waits where a week has more of it than hours. */
  hours: boolean
  /** How late beds clear, by what stands there before. */
  beds: boolean
}

/** One year: its number, its weather, and what is drawn in it. */
export interface Year {
  seed: number
  n: number
  climate: Climate | undefined
  /** Totals of this weather, by those of the plan they take the place of. */
  totals: Map<RunningTotal, RunningTotal>
  leftTo: LeftTo
  /** Days that work was late on this farm; none where it is not asked about. */
  late?: Lateness | undefined
  /** Nights on which heat failed; none where that is not left to chance. */
  heat?: HeatOfYear | undefined
  /** How long the work of a day waits for hours; none where they are not limited, or not asked about. */
  waits?: Waits | undefined
  /** Of what is open: as it would be were all done when due; kept, as what waits for hours is found from it. */
  due?: ReadonlyMap<Batch, Due> | undefined
}

/** What becomes of a batch in a year. */
export interface Outcome {
  /** Good plants at planting. */
  plants: number
  /** First day they may be planted; `Infinity` when never. */
  ready: Day
  /** First day they have outgrown their cells. */
  limit: Day
  pass: Pass
  spans: readonly Span[]
  /** Night on which all of it died of cold, where that was. */
  killed: Day | undefined
  /** Days it waits for its bed beyond the planting day. */
  waits: number
  /** Share of the lot that comes up, and its pace, as drawn. */
  share: number
  pace: number
}

export const CLUMPED = 25 // plants that are lost as if one: losses come by the tray and not by the plant; an estimate

/**
 * Totals of a year: what was until today, then what the year gains.
 *
 * @param offset days from the first that is known to the first of the year's; @param known how many of the year's are past
 */
function totalsOf(own: RunningTotal, year: RunningTotal, offset: number, known: number): RunningTotal {
  if (known <= 0) return year
  const total = new Float64Array(year.length)
  const last = Math.min(known, total.length - 1)
  const before = own[offset]!
  for (let i = 0; i <= last; i++) total[i] = own[i + offset]! - before
  const ahead = total[last]! - year[last]!
  for (let i = last + 1; i < total.length; i++) total[i] = year[i]! + ahead
  return total
}

/** A way in a year: its route with that year's totals; totals that several ways share are made once. */
export function routeIn({ route }: Batch['way'], { climate, totals }: Year, today: Day): Route {
  if (!climate) return route
  const offset = climate.from - route.climate.from
  const known = Math.min(climate.to, today) - climate.from
  const inYear = (own: RunningTotal, year: () => RunningTotal): RunningTotal => {
    let total = totals.get(own)
    if (!total) totals.set(own, (total = totalsOf(own, year(), offset, known)))
    return total
  }
  const { germination, growth } = route
  return {
    ...route,
    climate,
    emergenceTotals: new Totals((place) =>
      inYear(route.emergenceTotals.of(place), () => climate.emergence(place, germination)),
    ),
    growthTotals: new Totals((place) => inYear(route.growthTotals.of(place), () => climate.growth(place, growth))),
  }
}

const cells = new WeakMap<Batch, Map<number, CellYield>>()

/** What one of its cells yields of a lot of which such a share comes up. */
function yieldOf(batch: Batch, share: number): CellYield {
  let known = cells.get(batch)
  if (!known) cells.set(batch, (known = new Map()))
  let cell = known.get(share)
  if (!cell) {
    const { input } = batch.sizing!
    known.set(share, (cell = cellYield(input, share * (input.temperatureFactor ?? 1), input.survivals[0]!)))
  }
  return cell
}

/**
 * A batch in a year.
 *
 * @param route its way in that year; @param sown how many cells are sown in the place of those planned
 * @returns nothing of a batch that stands nowhere, or is planted or gone
 */
export function outcomeOf(batch: Batch, route: Route, year: Year, sown = batch.sizing?.cells): Outcome | undefined {
  const { sow, plantOn } = batch
  if (sow === undefined || sown === undefined || !isOpen(batch)) return undefined
  const due = year.due?.get(batch) ?? new Due(batch, route, year)
  const { share, pace, route: paced } = due
  const pass = passIn(batch, due, year)
  const spans = pass === due.pass ? due.spans : layOut(paced, batch.way.method.stages.length, pass, plantOn)
  const killed = year.leftTo.heat && year.heat ? killedOn(spans, pass.emergence, batch.way.cold, year.heat) : undefined
  const own = drawsOf(year.seed, year.n, batch.id)
  const came = Math.round(sown * (deliveryIn(batch, year)?.share ?? 1))
  return {
    plants:
      killed === undefined
        ? asRecorded(batch, () => plantsOf(batch, { share, sown: came, leftTo: year.leftTo, own }))
        : 0,
    ready: readyDay(paced, pass),
    limit: limitDay(paced, pass),
    pass,
    spans: killed === undefined ? spans : untilDay(spans, killed + 1),
    killed,
    waits: 0,
    share,
    pace,
  }
}

/** The same, where it waits in its last place for a bed that clears late. */
export function waitingForBed(outcome: Outcome, waits: number): Outcome {
  if (waits <= 0) return outcome
  const { spans, killed } = outcome
  const last = spans.at(-1)
  return {
    ...outcome,
    waits,
    spans: killed !== undefined || !last ? spans : [...spans.slice(0, -1), { ...last, until: last.until + waits }],
  }
}

/** Where it stands until a day. */
const untilDay = (spans: readonly Span[], day: Day): Span[] =>
  spans.filter(({ from }) => from < day).map((span) => ({ ...span, until: Math.min(span.until, day) }))

/** Whether it stands somewhere and is still to be planted. */
export const isOpen = ({ sizing, course, progress }: Batch): boolean =>
  sizing !== undefined &&
  course.stands &&
  !(progress && (progress.standing === 'planted' || progress.standing === 'gone' || progress.asks))

/** Days it is sown, or delivered, late in a year. */
function lateIn(batch: Batch, year: Year): number {
  const { seed, n, leftTo, late } = year
  if (batch.way.route.boughtAge !== undefined) return deliveryIn(batch, year)?.late ?? 0
  if (!leftTo.work || !late?.sowing) return 0
  return lateAt(late.sowing, drawsOf(seed, n, `late ${batch.id}`)())
}

/** How what is still to be bought in comes in a year; `undefined` where it comes as ordered. */
function deliveryIn({ id, way, progress }: Batch, { seed, n, leftTo, late }: Year): Delivery | undefined {
  if (!leftTo.work || !late?.deliveries || way.route.boughtAge === undefined) return undefined
  if (progress && progress.standing !== 'to-sow') return undefined
  return deliveryAt(late.deliveries, drawsOf(seed, n, `delivered ${id}`)())
}

/** By leg of the route: days that it is potted or moved late in a year; `undefined` where that is never, or not known. */
function movesLateIn({ id }: Batch, { legs }: Route, { seed, n, leftTo, late }: Year): number[] | undefined {
  if (!leftTo.work || !late?.moving || late.moving.at(-1) === 0 || legs.length < 2) return undefined
  const draw = drawsOf(seed, n, `moved late ${id}`)
  return legs.map((_, leg) => (leg === 0 ? 0 : lateAt(late.moving!, draw())))
}

/** Days that what is still to be done of a batch is late: its sowing or delivery, and the legs of its route. */
interface Late {
  sowing: number
  moving: readonly number[] | undefined
}

const IN_TIME: Late = { sowing: 0, moving: undefined }

/** A batch in a year in which all that is still to be done is done when it is due: at the pace of its lot. */
export class Due {
  readonly share: number
  readonly pace: number
  /** Its way in the year, at that pace. */
  readonly route: Route
  readonly #batch: Batch
  #pass: Pass | undefined
  #spans: readonly Span[] | undefined

  constructor(batch: Batch, route: Route, year: Year) {
    const { share, pace } = lotIn(batch, route, year)
    this.#batch = batch
    this.share = share
    this.pace = pace
    this.route = pace === 1 ? route : { ...route, pace: route.pace * pace, leaveHeatShare: route.leaveHeatShare * pace }
  }

  get pass(): Pass {
    return (this.#pass ??= passBy(this.#batch, this.route, IN_TIME))
  }

  get spans(): readonly Span[] {
    const { way, plantOn } = this.#batch
    return (this.#spans ??= layOut(this.route, way.method.stages.length, this.pass, plantOn))
  }
}

/** Its pass in a year: what has happened as it was, what is still to be done as late as that year has it. */
function passIn(batch: Batch, due: Due, year: Year): Pass {
  const { route } = due
  const late: Late = { sowing: lateIn(batch, year), moving: movesLateIn(batch, route, year) }
  const waits = year.leftTo.hours ? (year.waits ?? NEVER) : NEVER
  if (waits === NEVER) return late.sowing === 0 && !late.moving ? due.pass : passBy(batch, route, late)
  // How late work was on the farm holds what waited for hours then: the longer of the two counts, and not both.
  const sowing = Math.max(late.sowing, route.boughtAge === undefined ? waits(due.pass.sown) : 0)
  const moving = route.legs.map((_, leg) =>
    leg === 0 ? 0 : Math.max(late.moving?.[leg] ?? 0, waits(legStart(due.pass, leg))),
  )
  return sowing === 0 && moving.every((days) => days === 0) ? due.pass : passBy(batch, route, { sowing, moving })
}

function passBy({ sow, plantOn, progress }: Batch, route: Route, { sowing, moving }: Late): Pass {
  const late = moving?.some((days) => days > 0) ? moving : undefined
  if (progress?.happened && progress.standing !== 'to-sow')
    return passFrom(route, { ...progress.happened, late }, plantOn)
  const sown = Math.min(sow! + sowing, plantOn - 1)
  if (!late) return forwardPass(route, sown, plantOn)
  const none = route.legs.map(() => undefined)
  const notBefore = route.legs.map(() => -Infinity)
  return passFrom(route, { sown, leftHeat: undefined, legs: none, seen: [], notBefore, late }, plantOn)
}

/** Share and pace of its lot in a year: of what was counted or looked at the pace is known. */
function lotIn(batch: Batch, { boughtAge }: Route, year: Year) {
  const { leftTo } = year
  if (boughtAge !== undefined || !(leftTo.seed || leftTo.badLots))
    return { share: batch.sizing!.input.germination, pace: 1 }
  const { progress } = batch
  const known = progress !== undefined && (progress.stand !== undefined || progress.checked.length > 0)
  const { share, pace } = drawLot(batch, year)
  return { share, pace: known ? 1 : pace }
}

/** Share of a batch's lot that comes up and its pace, as they are drawn for a year; the same for all that is sown of the lot. */
export function drawLot(
  { sizing, seed, variety }: Pick<Batch, 'sizing' | 'seed' | 'variety'>,
  year: Pick<Year, 'seed' | 'n' | 'leftTo'>,
): { share: number; pace: number } {
  const { germination, testedSeeds } = sizing!.input
  const { leftTo } = year
  const name = seed.lot ? `lot ${seed.lot.key}` : `of ${variety.key}`
  const lot = drawsOf(year.seed, year.n, name)
  const drawn = shareAt(germination, testedSeeds, lot())
  const tested = leftTo.seed ? drawn : germination
  const bad = drawsOf(year.seed, year.n, `bad ${name}`)
  const share = leftTo.badLots && bad() < BAD_LOT ? bad() : tested
  return { share, pace: leftTo.seed ? Math.exp(LOT_PACE_SPREAD * normalAt(lot())) : 1 }
}

/**
 * Plants of what has begun: in the share that its records leave of what was promised, by more or fewer cells sown, losses,
 * parts split off. Plants that were counted one by one are as many as they are.
 *
 * @param draw plants of the whole as it was planned, or as its counts say
 */
function asRecorded({ progress }: Batch, draw: () => number): number {
  if (!progress || progress.standing === 'to-sow') return draw()
  const { ledger, stand, planned, plants } = progress
  if (ledger.plants !== undefined) return Math.floor(plants)
  const promised = stand ? stand.mean : planned.plants + (planned.sizing?.spare ?? 0)
  return promised > 0 ? Math.round((draw() * plants) / promised) : 0
}

interface Drawing {
  share: number
  sown: number
  leftTo: LeftTo
  own: () => number
}

/** Good plants of so many cells: those that come up, then through each stage those that stay good. */
function plantsOf(batch: Batch, { share, sown, leftTo, own }: Drawing): number {
  const { progress } = batch
  const { input, counts, cells: planned } = batch.sizing!
  const { survivals, divisions } = input
  const [upU, ...lossUs] = Array.from({ length: survivals.length + 1 }, own)
  const survivalOf = (stage: number) => survivals[stage]!
  if (progress?.stand) {
    const { stand } = progress
    return leftTo.seed ? standAt(stand, upU!) : Math.round(stand.mean)
  }
  const cell = yieldOf(batch, share)
  let plants = Math.round(sown * meanYield(cell))
  if (leftTo.seed || leftTo.losses)
    plants =
      cell.length === 2
        ? binomialAt(sown, cell[1]!, upU!)
        : Math.max(0, Math.round(sown * meanYield(cell) + normalAt(upU!) * Math.sqrt(sown * yieldVariance(cell))))
  for (let stage = 1; stage < survivals.length; stage++) {
    const parted = plants * (divisions?.[stage] ?? 1)
    const carried = Math.min(parted, sown === planned ? counts[stage]! : Infinity)
    const survival = survivalOf(stage)
    // Losses come together: so many that share one fate are one trial.
    plants = leftTo.losses
      ? Math.min(carried, lostInClumps(carried, survival, lossUs[stage - 1]!))
      : Math.round(carried * survival)
  }
  return plants
}

/** What is left of so many plants that are lost in clumps. */
function lostInClumps(plants: number, survival: number, u: number): number {
  const clumps = Math.max(1, plants / CLUMPED)
  const spread = Math.sqrt((survival * (1 - survival)) / clumps)
  return Math.max(0, Math.round(plants * Math.min(1, survival + spread * normalAt(u))))
}

const POINTS = 80 // of a stand's curve that are calculated; between them it is as good as straight

/** The curve of a counted stand: the share of stands with fewer plants than each point, `step` plants apart. */
const stands = new WeakMap<StandForecast, { first: number; step: number; below: Float64Array }>()

/** The number of plants of a counted stand below which a share u of all stands lies. */
function standAt(stand: StandForecast, u: number): number {
  let table = stands.get(stand)
  if (!table) {
    const first = Math.max(0, Math.floor(stand.mean - 3 * (stand.mean - stand.low)) - 2)
    const last = Math.ceil(stand.mean + 3 * (stand.high - stand.mean)) + 2
    const step = Math.max(1, Math.ceil((last - first) / POINTS))
    const points = Math.ceil((last - first) / step) + 1
    table = {
      first,
      step,
      below: Float64Array.from({ length: points }, (_, i) => 1 - stand.chanceOf(first + i * step + 1)),
    }
    stands.set(stand, table)
  }
  const { first, step, below } = table
  let [low, high] = [0, below.length - 1]
  while (low < high) {
    const middle = (low + high) >> 1
    if (below[middle]! > u) high = middle
    else low = middle + 1
  }
  if (low === 0 || step === 1) return first + low * step
  const [under, over] = [below[low - 1]!, below[low]!]
  const part = over > under ? Math.min(1, Math.max(0, (u - under) / (over - under))) : 1
  return first + (low - 1) * step + Math.ceil(part * step)
}
