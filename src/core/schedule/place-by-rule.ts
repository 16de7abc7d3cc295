/** Places by rule: the cheapest place that keeps about the usual pace of a kind and bears the nights of these days. */
import type { Place } from '../../season/schema'
import type { Day } from '../calendar/day'
import type { Choices } from '../climate/changing-places'
import type { Climate, RunningTotal } from '../climate/climate'
import { fastestDays, type Germination } from '../germination/emergence'
import { growthRate, type GrowthRange } from '../growth/rate'
import { checksUnder, type Cold } from '../growth/cold'

/** What a stage names in the place of a place. */
export const PLACE_BY_RULE = '@usual-pace'

/** How much longer than usual a stay may take. */
const SLOWEST = 1.3
const LOOKS_AHEAD = 14 // days whose pace is judged together
const MARGIN = 2 // °C over a night that kills: a usual night stands for some colder ones
const HEAT = 38 // °C that no kind is left in, where it has no limit of its own
const SHARE = 0.85 // part of a lot that must come up where it is put to germinate
const SLOWEST_UP = 1.5 // times the usual days to come up, from which a place is too cold to germinate in

const GROWING: ReadonlySet<Place['kind']> = new Set(['lit-shelf', 'bench', 'tunnel', 'cold-frame'])
const GERMINATING: ReadonlySet<Place['kind']> = new Set([...GROWING, 'heat-mat', 'germination-cabinet'])

/**
 * Price of a tray place for a day, in tray places of an unheated house: room, heat and light. An estimate that only
 * puts places in order.
 */
export function placePrice({ kind, temperature: { held, floor }, lamp }: Place): number {
  const heated = held !== undefined ? held : floor !== undefined && floor >= 3 ? floor : 0
  const small = kind === 'heat-mat' || kind === 'germination-cabinet' ? 1 : kind === 'cold-frame' ? 0.2 : 0
  return 1 + small + (heated > 0 ? 1 + heated / 100 : 0) + (lamp ? 2 : 0)
}

/** Places that may be taken, the cheapest first. Those without room are left out. */
function candidates(places: readonly Place[], kinds: ReadonlySet<Place['kind']>): number[] {
  const with_ = (wanted: (place: Place) => boolean) => places.flatMap((place, i) => (wanted(place) ? [i] : []))
  const fit = with_(({ kind, trayPlaces }) => kinds.has(kind) && trayPlaces > 0)
  const any = fit.length > 0 ? fit : with_(() => true)
  return any.sort((a, b) => placePrice(places[a]!) - placePrice(places[b]!) || a - b)
}

/** What a stay by rule must keep to. */
export interface Keeps {
  growth: GrowthRange
  /** Usual pace of the kind, degree-days a day. */
  usualRate: number
  cold: Cold
  /** °C over which a day harms it. */
  stressAbove: number | undefined
  /** Days the stay usually takes: within so many, trays are carried over at most once. */
  usualDays: number
}

/** Pace of a kind at the temperatures it is usually grown at, in enough light: degree-days a day. */
export function usualRate(growth: GrowthRange & { usual?: readonly [number, number] | undefined }): number {
  const { usual, base, optimum } = growth
  return growthRate(growth, usual ? (usual[0] + usual[1]) / 2 : base + 0.6 * (optimum - base))
}

/** Coldest usual night, °C, in which a plant is left to grow on. */
export const leastNight = (cold: Cold): number => Math.max(checksUnder(cold, 'soft'), cold.kills + MARGIN)

/** Number of the changing place in which a kind grows on by rule. */
export function growingPlace(climate: Climate, keeps: Keeps): number {
  const { growth, cold, stressAbove } = keeps
  const usualDays = Math.ceil(keeps.usualDays / LOOKS_AHEAD) * LOOKS_AHEAD
  const rate = Math.round(keeps.usualRate * 100) / 100
  const id = `grow ${growth.base} ${growth.optimum} ${rate} ${leastNight(cold)} ${cold.kills} ${stressAbove} ${usualDays}`
  return climate.changing.numberOf(id, () => growingChoices(climate, { ...keeps, usualRate: rate, usualDays }))
}

function growingChoices(climate: Climate, { growth, usualRate: usual, cold, stressAbove, usualDays }: Keeps): Choices {
  const { places } = climate
  const days = climate.to - climate.from
  const order = candidates(places, GROWING)
  const least = leastNight(cold)
  const need = usual / SLOWEST
  const lacks = order.map((place) => {
    const grows = climate.growth(place, growth)
    const chills = climate.coldNights(place, least)
    const kills = climate.coldNights(place, cold.kills)
    const hot = climate.hotDays(place, stressAbove ?? HEAT)
    const closed = climate.closedDays(place)
    return Float64Array.from({ length: days }, (_, i) => {
      const ahead = Math.min(LOOKS_AHEAD, days - i)
      const on = (total: RunningTotal) => total[i + 1]! - total[i]!
      const pace = (grows[i + ahead]! - grows[i]!) / ahead
      return (
        (closed && on(closed) > 0 ? 10_000 : 0) +
        1000 * on(kills) +
        10 * on(chills) +
        5 * on(hot) +
        Math.max(0, (need - pace) / need - 1e-9)
      )
    })
  })
  const choices = new Uint16Array(days)
  const at = new Uint16Array(days)
  for (let i = 0; i < days; i++) {
    let best = 0
    for (let k = 0; k < order.length && lacks[best]![i]! > 0; k++) if (lacks[k]![i]! < lacks[best]![i]!) best = k
    at[i] = best
  }
  const longest = Math.ceil(SLOWEST * usualDays) + 7
  const prices = order.map((place) => placePrice(places[place]!))
  for (const { from, to, k } of carriedOnce(at, lacks, prices, longest)) choices.fill(order[k]!, from, to)
  return choices
}

/** Why a place is not taken on a day, the gravest reason first. Temperatures °C, paces degree-days a day. */
export type PlaceLack =
  | { kind: 'closed' }
  | { kind: 'kills'; under: number }
  | { kind: 'chills'; under: number }
  | { kind: 'hot'; above: number }
  | { kind: 'slow'; pace: number; usual: number }

/** The places a rule chooses among on a day, the cheapest first, each with what it lacks. */
export function judgedPlaces(
  climate: Climate,
  { growth, usualRate: usual, cold, stressAbove }: Keeps,
  day: Day,
): { place: number; lack: PlaceLack | undefined }[] {
  const i = day - climate.from
  const ahead = Math.min(LOOKS_AHEAD, climate.to - day)
  const on = (total: RunningTotal | undefined) => total !== undefined && total[i + 1]! - total[i]! > 0
  const least = leastNight(cold)
  const hottest = stressAbove ?? HEAT
  return candidates(climate.places, GROWING).map((place) => {
    const grows = climate.growth(place, growth)
    const pace = (grows[i + ahead]! - grows[i]!) / ahead
    const lack: PlaceLack | undefined = on(climate.closedDays(place))
      ? { kind: 'closed' }
      : on(climate.coldNights(place, cold.kills))
        ? { kind: 'kills', under: cold.kills }
        : on(climate.coldNights(place, least))
          ? { kind: 'chills', under: least }
          : on(climate.hotDays(place, hottest))
            ? { kind: 'hot', above: hottest }
            : pace < usual / SLOWEST - 1e-9
              ? { kind: 'slow', pace, usual }
              : undefined
    return { place, lack }
  })
}

interface Stretch {
  from: number
  to: number
  k: number
}

/**
 * Stretches of days with one choice, none but the outer two shorter than the longest stay: then no stay meets more than
 * one change. A shorter one goes to a neighbour, or takes days from one that has enough; whichever lacks least, then
 * whichever costs least.
 *
 * @param at choice of each day, by number
 * @param lacks by choice and day
 * @param prices by choice
 */
export function carriedOnce(
  at: ArrayLike<number>,
  lacks: readonly Float64Array[],
  prices: readonly number[],
  longest: number,
): Stretch[] {
  const stretches: Stretch[] = []
  for (let i = 0; i < at.length; i++) {
    const last = stretches.at(-1)
    if (last && last.k === at[i]) last.to = i + 1
    else stretches.push({ from: i, to: i + 1, k: at[i]! })
  }
  const length = ({ from, to }: Stretch) => to - from
  /** What it costs that days are spent at one choice and not at another. */
  const cost = (k: number, instead: number, from: number, to: number) => {
    let sum = 0
    for (let i = from; i < to; i++) sum += 1000 * (lacks[k]![i]! - lacks[instead]![i]!)
    return sum + (prices[k]! - prices[instead]!) * (to - from)
  }
  for (;;) {
    let shortest = -1
    for (let i = 1; i < stretches.length - 1; i++)
      if (length(stretches[i]!) < longest && (shortest < 0 || length(stretches[i]!) < length(stretches[shortest]!)))
        shortest = i
    if (shortest < 0) return stretches
    const one = stretches[shortest]!
    const [before, after] = [stretches[shortest - 1]!, stretches[shortest + 1]!]
    const lacking = longest - length(one)
    const ways: { cost: number; take: () => void }[] = [before, after].map((other) => ({
      cost: cost(other.k, one.k, one.from, one.to),
      take: () => void (one.k = other.k),
    }))
    if (length(after) - lacking >= longest)
      ways.push({
        cost: cost(one.k, after.k, one.to, one.to + lacking),
        take: () => void (after.from = one.to += lacking),
      })
    if (length(before) - lacking >= longest)
      ways.push({
        cost: cost(one.k, before.k, one.from - lacking, one.from),
        take: () => void (before.to = one.from -= lacking),
      })
    ways.reduce((best, way) => (way.cost < best.cost - 1e-9 ? way : best)).take()
    for (let i = stretches.length - 1; i > 0; i--) {
      if (stretches[i]!.k !== stretches[i - 1]!.k) continue
      stretches[i - 1]!.to = stretches[i]!.to
      stretches.splice(i, 1)
    }
  }
}

/** Number of the changing place in which a kind is put to germinate by rule; what holds on the sowing day holds until it leaves heat. */
export function germinatingPlace(climate: Climate, germination: Germination): number {
  const { base, optimum, plateauTo, ceiling, thermalTime, goodFrom, goodTo } = germination
  const id = `germinate ${base} ${optimum} ${plateauTo} ${ceiling} ${thermalTime} ${goodFrom} ${goodTo}`
  return climate.changing.numberOf(id, () => germinatingChoices(climate, germination))
}

function germinatingChoices(climate: Climate, germination: Germination): Choices {
  const { places } = climate
  const days = climate.to - climate.from
  const order = candidates(places, GERMINATING)
  const usual = fastestDays(germination) * (4 / 3) // as a little under its best, where it is usually germinated
  const longest = Math.ceil(SLOWEST_UP * usual + 1)
  const totals = order.map((place) => ({
    pace: climate.emergence(place, germination),
    up: climate.comingUp(place, germination),
    closed: climate.closedDays(place),
  }))
  return Uint16Array.from({ length: days }, (_, i) => {
    let best = order[0]!
    let least = Infinity
    for (let k = 0; k < order.length && least > 0; k++) {
      const { pace, up, closed } = totals[k]!
      const end = Math.min(days, i + longest)
      const gained = pace[end]! - pace[i]!
      const share = gained > 0 ? (up[end]! - up[i]!) / gained : 0
      const lack =
        Math.max(0, 1 - gained) + 2 * Math.max(0, SHARE - share) + (closed && closed[end]! > closed[i]! ? 10 : 0)
      if (lack < least - 1e-9) {
        least = lack < 1e-9 ? 0 : lack
        best = order[k]!
      }
    }
    return best
  })
}

/** The hand-over within a stage: its task is a move, told apart by this number added to that of the stage. */
export const HAND_OVER = 30

/** Stage of the method that a stay belongs to, where it was handed over within it. */
export const stageOf = (stage: number): number => (stage >= HAND_OVER ? stage - HAND_OVER : stage)

/** Whether a day lies before a place is handed over, and where to. */
export function handOver(climate: Climate, place: number, from: Day): { on: Day; to: number } | undefined {
  const on = climate.changing.after(place, from)
  return on === Infinity ? undefined : { on, to: climate.changing.on(place, on) }
}
