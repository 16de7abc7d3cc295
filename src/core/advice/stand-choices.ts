/** What can be done about a stand: let it be, wait, move doubles into blanks, sow again, or plant fewer; and which is best. */
import type { LotUse } from '../seed/lot-use'
import type { Lot, Method, Season } from '../../season/schema'
import type { Day } from '../calendar/day'
import type { Batch } from '../batch/batch'
import { worthOf } from '../plan/worth'
import type { Planner } from '../plan/plan'
import { latestSowing } from '../schedule/count-back'
import { reach } from '../schedule/forward'
import { thermalShareFor } from '../germination/emergence'
import { plantsPerCell, thermalShareOn } from '../progress/seen'
import { standForecast, type StandCount, type StandForecast } from '../ledger/stand-count'
import { movedDoublesSurvival } from '../ledger/moved-doubles'
import { inFlats, isBoughtIn, isInPlace } from '../sowing/policies'

/** A count being weighed. */
export interface CountNow {
  /** Cells looked at, of these with a seedling, of these with more than one. */
  cells: number
  showing: number
  doubles: number
}

/** A way to sow again. */
export interface Resow {
  method: Method
  /** Last day on which it is still ready by the planting day. */
  lastDay: Day
  /** What to sow for the plants that lack. */
  plants: number
  cells: number
  seeds: number
  trays: number
  /** Lot to take them from, where it is not the batch's own: that one has too few left. */
  lot: Lot | undefined
}

export type StandChoice =
  | { kind: 'let-be' }
  /** Count again then: by that day nine in ten of all that come are up, or it is the last that leaves time. */
  | { kind: 'wait'; until: Day }
  | { kind: 'fill'; blanks: number; chance: number }
  | { kind: 'resow'; resow: Resow }
  /** Into the blanks of the same trays: they then hold two ages. */
  | { kind: 'resow-here'; cells: number; seeds: number; lot: Lot | undefined; chance: number }
  | { kind: 'fewer'; plants: number }

/** Everything that is known when a stand has been counted. */
export interface StandDecision {
  stand: StandForecast
  wanted: number
  /** Chance to have as many as are wanted. */
  chance: number
  /** Sum of daily rates so far: 1 is the day half are up. */
  thermalShare: number
  /** Plants expected to lack if nothing is done. */
  lacking: number
  /** What they are worth, where that is known: said with the planting, or by the prices of its kind. */
  atStake: number | undefined
  /** Best first; the first is advised. */
  choices: StandChoice[]
  /** The way to sow again that leaves most time; `undefined` when none leaves any. */
  lastResow: Resow | undefined
  /** Seed that is not there: how much a sowing again would take, and what is left; `undefined` where there is enough. */
  noSeed: { seeds: number; left: number; lot: Lot } | undefined
  /** Share of seedlings that live when they are moved into blanks. */
  fillSurvival: number
}

const FULL = 0.9

/**
 * Weighs a count of a batch.
 *
 * @param planner that planned the season last
 * @param batch as it is, sown
 * @param today the day of the count
 * @param methods other methods it may be raised by, beside its own
 * @param lots seed there is: nothing is advised that needs more; left out, seed is not asked about
 */
export function standDecision(
  planner: Planner,
  season: Season,
  batch: Batch,
  count: CountNow,
  today: Day,
  methods: readonly Method[] = [],
  lots: readonly LotUse[] = [],
): StandDecision {
  const { way, pass } = batch
  const { route } = way
  const progress = batch.progress!
  const planned = progress.planned
  const survival = way.survivals.reduce((product, one) => product * one, 1)
  const flats = inFlats(way.method)
  const cells = Math.max(
    count.cells,
    flats
      ? (progress.ledger.sown?.entry.what.seeds ?? planned.sizing?.cells ?? 0)
      : (progress.ledger.sown?.entry.what.cells ?? planned.sizing?.cells ?? 0),
  )
  const { germination, testedSeeds } = batch.seed
  const { spread } = route.germination
  // Shares are on the lot's own pace, before what earlier counts said of it.
  const lotPace = planned.way.route.pace
  const shareOn = (day: Day) => thermalShareOn(route, pass!, day) / lotPace
  const counts: StandCount[] = [
    ...progress.ledger.counts
      .filter(({ on }) => on < today)
      .map(({ on, entry: { what } }) => ({
        cells: Math.min(cells, what.cells),
        showing: Math.min(cells, what.showing),
        thermalShare: shareOn(on),
      })),
    { cells: count.cells, showing: count.showing, thermalShare: shareOn(today) },
  ]
  const stand = standForecast(
    {
      cells,
      seedsPerCell: flats ? 1 : way.seedsPerCell,
      germination,
      testedSeeds,
      spread,
      survival,
      perCell: plantsPerCell(way, germination),
    },
    counts,
    'coarse',
  )
  const wanted = batch.plants
  const chance = stand.chanceOf(wanted)
  const lacking = Math.max(0, Math.ceil(wanted - stand.mean))
  const fillSurvival = movedDoublesSurvival(way.crop.care.roots)

  const scale = count.cells > 0 ? cells / count.cells : 1
  const blanks = flats ? 0 : Math.max(0, Math.floor(Math.min(count.doubles, count.cells - count.showing) * scale))
  const fromFilling = Math.floor(blanks * fillSurvival * survival)
  const filled = blanks > 0 ? stand.chanceOf(Math.max(0, wanted - fromFilling)) : chance

  // As many as make it as sure as it was meant to be, not only as many as are expected to lack.
  const again = Math.max(1, plantsToMake(stand, wanted - fromFilling, batch.confidence))
  const resows = [way.method, ...methods.filter(({ key }) => key !== way.method.key)].flatMap((method): Resow[] =>
    resowBy(planner, season, batch, method, again, today),
  )
  const lastResow = resows.reduce<Resow | undefined>(
    (best, one) => (!best || one.lastDay > best.lastDay ? one : best),
    undefined,
  )

  // Nine in ten of what comes are up by then, at the pace now believed.
  const goal = thermalShareFor(FULL, spread) * stand.pace * lotPace
  const place = route.climate.changing.on(pass!.leavesHeat > today ? pass!.germPlace : route.legs[0]!.place, today)
  const soFar = thermalShareOn(route, pass!, today)
  const up = soFar >= goal ? today : reach(route, route.emergenceTotals, place, today, goal - soFar, batch.plantOn)
  const choices: StandChoice[] = []
  const enough = chance >= batch.confidence
  if (enough) choices.push({ kind: 'let-be' })
  // While there is time to sow again, waiting must not use it up; once there is none, it costs nothing.
  const until = lastResow && lastResow.lastDay >= today ? Math.min(up, lastResow.lastDay) : up
  if (!enough && until > today && until < Infinity) choices.push({ kind: 'wait', until: Math.max(today + 1, until) })
  if (!enough && blanks > 0) choices.push({ kind: 'fill', blanks, chance: filled })
  // The method it is raised by, while there is time for it; else the one that still makes it.
  const best =
    resows.find(({ method, lastDay }) => method.key === way.method.key && lastDay >= today) ??
    resows.find(({ lastDay }) => lastDay >= today)
  const seed = best && seedFor(lots, batch, best.seeds)
  const noSeed = best && seed && !seed.there ? { seeds: best.seeds, left: seed.left, lot: seed.of } : undefined
  if (!enough && best && seed?.there !== false)
    choices.push({ kind: 'resow', resow: { ...best, lot: seed?.there ? seed.from : undefined } })
  // Blanks of the same trays can be sown again while the method it is raised by still leaves time.
  const empty = flats || count.cells < cells ? 0 : count.cells - count.showing
  const inTime = resows.some(({ method, lastDay }) => method.key === way.method.key && lastDay >= today)
  if (!enough && empty > 0 && inTime) {
    const each = seedsForOne(germination)
    const here = seedFor(lots, batch, empty * each)
    const comes = Math.floor(empty * (1 - (1 - germination) ** each) * survival)
    if (here.there)
      choices.push({
        kind: 'resow-here',
        cells: empty,
        seeds: empty * each,
        lot: here.from,
        chance: stand.chanceOf(Math.max(0, wanted - comes)),
      })
  }
  if (!enough) choices.push({ kind: 'fewer', plants: Math.max(0, Math.round(stand.mean)) })
  if (!enough) choices.push({ kind: 'let-be' })
  // Waiting is no answer once everything is up; filling is one where it is enough.
  if (!enough) {
    const rank = (choice: StandChoice) =>
      choice.kind === 'fill' && filled >= batch.confidence
        ? 0
        : choice.kind === 'wait'
          ? 1
          : choice.kind === 'resow'
            ? 2
            : choice.kind === 'fill' || choice.kind === 'resow-here'
              ? 3
              : choice.kind === 'fewer'
                ? 4
                : 5
    choices.sort((a, b) => rank(a) - rank(b))
  }
  const worth = worthOf(batch)
  const atStake = worth && worth.amount * Math.min(1, lacking / wanted)
  return {
    stand,
    wanted,
    chance,
    thermalShare: shareOn(today),
    lacking,
    atStake,
    choices,
    lastResow,
    noSeed,
    fillSurvival,
  }
}

/**
 * Plants that have to come from elsewhere for a stand to be enough with a confidence: the fewest that leave it
 * a number it reaches so surely.
 */
function plantsToMake(stand: Pick<StandForecast, 'chanceOf'>, wanted: number, confidence: number): number {
  let low = 0
  let high = Math.max(0, wanted)
  while (low < high) {
    const middle = (low + high) >> 1
    if (stand.chanceOf(wanted - middle) >= confidence) high = middle
    else low = middle + 1
  }
  return low
}

function resowBy(planner: Planner, season: Season, batch: Batch, method: Method, plants: number, today: Day): Resow[] {
  const { planting, plantOn } = batch
  if (isInPlace(method) || isBoughtIn(method)) return []
  const otherwise = method.key === planting.method ? batch.otherwise : { method: method.key }
  const sought = {
    id: `${batch.id}-again`,
    code: batch.code,
    planting,
    n: batch.n,
    plants,
    plantOn,
    sowOn: today,
    age: batch.age,
    confidence: batch.confidence,
    otherwise,
    pinned: false,
  }
  const tried = planner.tryOne(season, sought)
  if (tried.way.refused.length > 0 || !tried.sizing) return []
  // Ready by then, however young.
  const lastDay = latestSowing(tried.way.table, plantOn, 0)
  if (lastDay === undefined) return []
  return [
    {
      method,
      lastDay,
      plants,
      cells: tried.sizing.cells,
      seeds: tried.sizing.seeds,
      trays: tried.stays[0]?.trays ?? 0,
      lot: undefined,
    },
  ]
}

const SURE = 0.95 // chance that a blank sown again shows at all
const MOST_EACH = 3

/** Seeds for a blank that is sown again: as many as make it nearly sure to show, three at most. */
function seedsForOne(germination: number): number {
  let n = 1
  while (n < MOST_EACH && 1 - (1 - germination) ** n < SURE) n++
  return n
}

/** Seed for a sowing again: from the batch's own lot, or from another of its variety where that has too little left. */
function seedFor(
  lots: readonly LotUse[],
  { seed }: Batch,
  seeds: number,
): { there: true; from: Lot | undefined } | { there: false; left: number; of: Lot } {
  const own = seed.lot && lots.find(({ lot }) => lot.key === seed.lot!.key)
  if (!own || own.left === undefined || own.left >= seeds) return { there: true, from: undefined }
  const other = lots.find(
    ({ lot, left, needed }) =>
      lot !== own.lot && lot.variety === own.lot.variety && (left === undefined || left - needed >= seeds),
  )
  return other ? { there: true, from: other.lot } : { there: false, left: own.left, of: own.lot }
}
