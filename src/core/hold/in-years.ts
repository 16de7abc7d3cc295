/** What ways of batches take, and whether they bring enough in time, in the years that might be. */
import { staysOver, type Batch } from '../batch/batch'
import type { Use } from '../fit/problem'
import type { Plan } from '../plan/plan'
import { USUAL } from '../rehearsal/rehearse'
import { eachYear, GRACE, isInTime, openOf, type Run } from '../rehearsal/years'

/** A way a batch may go: as one batch, or as the two it is split in. */
export interface Way {
  batch: Batch
  parts: readonly Batch[]
  /** Whether it is asked how often it brings enough. */
  promised: boolean
}

export interface WayInYears {
  /** What it takes of each limit, year by year. */
  uses: Use[][]
  /** Share of years in which it brings enough by the day that is promised; only of what is asked for. */
  chance: number
}

const SOON = 30 // years after which what is far from what is wished for is looked at no more
const FAR = 0.2 // share of years

interface Asked {
  /** Share of years that is wished for: what is far from it is not looked at in all of them. */
  wish: number
  seed: number
  /** Years whose loads are asked for. */
  loads: number
  /** Years in which promises are looked at. */
  chances: number
  /** What the days of a batch take. */
  usesOf: (batch: Batch, stays: Batch['stays']) => Use[]
}

/**
 * Goes through the years with all ways at once: each is tried in the same years.
 *
 * @returns after each stretch of years what share is done; in the end what each way takes and brings
 */
export function* inYears(
  plan: Plan,
  ways: readonly Way[],
  { wish, seed, loads, chances, usesOf }: Asked,
): Generator<number, WayInYears[]> {
  const found = ways.map((): WayInYears => ({ uses: [], chance: 0 }))
  const years = ways.some(({ promised }) => promised) ? Math.max(loads, chances) : loads
  const kept = new Float64Array(ways.length)
  const seen = new Float64Array(ways.length)
  const best = new Map<Batch, number>()
  /** Far from what is wished for, and from the best there is. */
  const isHopeless = (i: number) =>
    seen[i]! > SOON && kept[i]! / seen[i]! < Math.min(wish, best.get(ways[i]!.batch) ?? 0) - FAR
  const all = [...openOf(plan), ...ways.flatMap(({ parts }) => parts)]
  const visits = eachYear(plan, all, { ...USUAL, years, seed }, (run) => {
    const { n } = run.year
    ways.forEach((way, i) => {
      if (n < loads) found[i]!.uses[n] = way.parts.flatMap((part) => usesOf(part, staysIn(run, part)))
      if (!way.promised || n >= chances || isHopeless(i)) return
      seen[i]!++
      if (isKept(run, way)) kept[i]!++
    })
    if (n === SOON) ways.forEach(({ batch }, i) => best.set(batch, Math.max(best.get(batch) ?? 0, kept[i]! / seen[i]!)))
  })
  for (const done of visits) yield done / years
  found.forEach((one, i) => (one.chance = kept[i]! / Math.max(1, seen[i]!)))
  return found
}

/** Where a batch stands in a year; as planned where nothing of it is left to chance. */
function staysIn(run: Run, batch: Batch): Batch['stays'] {
  const outcome = run.outcome(batch)
  return outcome && batch.sizing
    ? staysOver({ spans: outcome.spans, way: batch.way, sizing: batch.sizing, progress: batch.progress })
    : batch.stays
}

/** Whether enough is there by the day that was wanted, give or take what still counts as on time. */
function isKept(run: Run, { batch, parts }: Way): boolean {
  let plants = 0
  for (const part of parts) {
    if (part.plantOn > batch.plantOn + GRACE) continue
    const outcome = run.outcome(part)
    if (outcome && isInTime(part, outcome)) plants += outcome.plants
  }
  return plants >= batch.plants
}
