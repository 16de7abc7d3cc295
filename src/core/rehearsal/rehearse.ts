/** A season rehearsed: a thousand years that might be, by the same forward pass as the plan. */
import type { Batch } from '../batch/batch'
import type { Plan } from '../plan/plan'
import { worthOf } from '../plan/worth'
import type { Route } from '../schedule/route'
import { latenessOf } from './lateness'
import { createLoads, type LoadOutlook } from './loads'
import { outcomeOf, type LeftTo, type Outcome, type Year } from './one-batch'
import { recordedYears } from './recorded-years'
import { spreadIn, type Spread } from './spread'
import { AFTER, eachYear, GRACE, isInTime, openOf, weatherDays, type Rehearsed } from './years'

export const USUAL: Rehearsed = {
  years: 1000,
  seed: 1,
  leftTo: { weather: true, seed: true, badLots: true, losses: true, work: true, heat: true, hours: true, beds: true },
}

/** Why a planting misses. */
export type Reason =
  'cold' | 'slow-lot' | 'late-work' | 'hours' | 'delivery' | 'weak-lot' | 'losses' | 'heat' | 'bed' | 'outgrown'
export const REASONS: readonly Reason[] = [
  'cold',
  'slow-lot',
  'late-work',
  'hours',
  'delivery',
  'weak-lot',
  'losses',
  'heat',
  'bed',
  'outgrown',
]

/** What a thousand years say of one batch. */
export interface Outlook {
  id: string
  years: number
  /** Share of years with enough good plants on time. */
  chance: number
  /** Share with enough plants, and with plants ready in time. */
  enough: number
  inTime: number
  plants: Spread
  /** First day they may be planted; `Infinity` where they never may. */
  ready: Spread
  /** Plants missing and days late, in the mean of the years that miss. */
  short: number
  late: number
  /** Plants wanted that are not there in time, in the mean of all years; and what they would have brought, in the farm's money. */
  lost: number
  worth: number | undefined
  /** Years that miss, by what they miss for most. */
  reasons: Readonly<Record<Reason, number>>
}

export interface Rehearsal {
  years: number
  batches: readonly Outlook[]
  places: readonly LoadOutlook[]
  containers: readonly LoadOutlook[]
  /** Hours of the crew, where it is said how many there are. */
  crew: LoadOutlook | undefined
  /** Sowings, pottings and moves, that say how late work is here; `undefined` where too few were written down. */
  lateSowings: number | undefined
  lateMoves: number | undefined
  /** Deliveries of young plants that say how late and how short they come. */
  deliveries: number | undefined
  /** Whole years measured out of doors on the days of the season, and the place they were measured in, by number. */
  measured: { years: number; place: number | undefined }
}

interface Tally {
  batch: Batch
  plants: Float64Array
  ready: Float64Array
  reasons: Record<Reason, number>
  good: number
  enough: number
  inTime: number
  short: number
  late: number
  lost: number
}

/**
 * Rehearses a plan. What is planted, gone or still asked about is left out; what has begun goes on from today.
 *
 * @returns after each stretch of years how many are done, and in the end what they say
 */
export function* rehearse(plan: Plan, asked: Rehearsed = USUAL): Generator<number, Rehearsal> {
  const { years } = asked
  const open = openOf(plan)
  const tallies = open.map((batch): Tally => ({
    batch,
    plants: new Float64Array(years),
    ready: new Float64Array(years),
    reasons: {
      cold: 0,
      'slow-lot': 0,
      'late-work': 0,
      hours: 0,
      delivery: 0,
      'weak-lot': 0,
      losses: 0,
      heat: 0,
      bed: 0,
      outgrown: 0,
    },
    good: 0,
    enough: 0,
    inTime: 0,
    short: 0,
    late: 0,
    lost: 0,
  }))
  const loads = createLoads(plan, open, years)
  const taken = new Uint8Array(open.length)
  yield* eachYear(plan, open, asked, (run) => {
    const { n } = run.year
    if (run.due) loads.addHours(run.due, n)
    tallies.forEach((tally, i) => {
      const { batch } = tally
      const outcome = run.outcome(batch)
      if (!outcome) return
      taken[i] = 1
      count(tally, outcome, { route: run.routeOf(batch), year: run.year, n })
      loads.add(batch, outcome, n)
    })
  })
  return {
    years,
    batches: tallies.filter((_, i) => taken[i] === 1).map((tally) => outlookOf(tally, years)),
    ...loads.outlooks(),
    ...lateCounts(plan),
    measured: measuredFor(plan, open),
  }
}

function measuredFor({ season }: Plan, open: readonly Batch[]): Rehearsal['measured'] {
  const base = open.find(({ way }) => way.refused.length === 0)?.way.route.climate
  if (!base) return { years: 0, place: undefined }
  const { years, place } = recordedYears(season, ...weatherDays(open, base))
  return { years: years.length, place }
}

function lateCounts(plan: Plan): Pick<Rehearsal, 'lateSowings' | 'lateMoves' | 'deliveries'> {
  const { sowing, moving, deliveries } = latenessOf(plan)
  return { lateSowings: sowing?.length, lateMoves: moving?.length, deliveries: deliveries?.length }
}

function count(tally: Tally, outcome: Outcome, { route, year, n }: { route: Route; year: Year; n: number }): void {
  const { batch } = tally
  const { plants, ready, killed, waits } = outcome
  tally.plants[n] = plants
  tally.ready[n] = ready
  const enough = plants >= batch.plants
  const inTime = isInTime(batch, outcome)
  tally.lost += batch.plants - (inTime ? Math.min(plants, batch.plants) : 0)
  if (enough) tally.enough++
  if (inTime) tally.inTime++
  if (enough && inTime) {
    tally.good++
    return
  }
  if (!enough) tally.short += batch.plants - plants
  tally.late += Math.min(AFTER, Math.max(ready - batch.plantOn, waits))
  tally.reasons[killed === undefined ? reasonOf(batch, outcome, { enough, route, year }) : 'heat']++
}

interface Missed {
  enough: boolean
  route: Route
  year: Year
}

function reasonOf(batch: Batch, { ready, limit, pace, waits }: Outcome, { enough, route, year }: Missed): Reason {
  /** The same year, with less of it left to chance. */
  const without = (part: Partial<LeftTo>) =>
    outcomeOf(batch, route, { ...year, leftTo: { ...year.leftTo, ...part }, due: undefined })
  const isLate = (outcome: Outcome | undefined) => !outcome || outcome.ready > batch.plantOn + GRACE
  const isBought = batch.way.route.boughtAge !== undefined
  if (ready > batch.plantOn + GRACE) {
    if (year.waits && !isLate(without({ hours: false }))) return 'hours'
    if (year.late && !isLate(without({ work: false }))) return isBought ? 'delivery' : 'late-work'
    return pace > 1 && !isLate(without({ seed: false, badLots: false })) ? 'slow-lot' : 'cold'
  }
  if (!enough) {
    const asOrdered = isBought && year.late ? without({ work: false }) : undefined
    if (asOrdered && asOrdered.plants >= batch.plants) return 'delivery'
    const usual = without({ seed: false, badLots: false })
    return usual && usual.plants >= batch.plants ? 'weak-lot' : 'losses'
  }
  if (limit < batch.plantOn) return 'outgrown'
  return waits > 0 ? 'bed' : 'losses'
}

function outlookOf(
  { batch, plants, ready, reasons, good, enough, inTime, short, late, lost }: Tally,
  years: number,
): Outlook {
  const missed = Math.max(1, years - good)
  const brings = worthOf(batch)
  return {
    id: batch.id,
    years,
    chance: good / years,
    enough: enough / years,
    inTime: inTime / years,
    plants: spreadIn(plants),
    ready: spreadIn(ready),
    short: short / missed,
    late: late / missed,
    lost: lost / years,
    worth: brings && (brings.amount * lost) / years / Math.max(1, batch.plants),
    reasons,
  }
}
