/** What really stands where a batch of a practice season stands: of what was sown, potted and thrown away as it was written down. */
import type { Batch } from '../batch/batch'
import type { Day } from '../calendar/day'
import { seenAt } from '../drills/stands'
import type { Seen } from '../growth/plant-state'
import { leavesAt } from '../growth/rate'
import { movedDoublesSurvival } from '../ledger/moved-doubles'
import { sownCells } from '../progress/seen'
import { ageOn, limitDay, readyDay, forwardPass } from '../schedule/forward'
import { passFrom, type RealPass } from '../schedule/pass-from'
import type { Route } from '../schedule/route'
import { inFlats, isBoughtIn } from '../sowing/policies'
import { atItsPace, cellsOn, drawSowing, plantsIn, type CellSeen, type Sowing } from './sowing'

/** A batch as it really is. */
export interface Really {
  batch: Batch
  sowing: Sowing
  route: Route
  pass: RealPass
  /** First and last cell of the sowing that are this part's: [from, until). */
  from: number
  until: number
}

/** @returns nothing of a batch that is not sown, or was bought in */
export function reallyOf(batch: Batch, seed: number): Really | undefined {
  const { progress, way } = batch
  const happened = progress?.happened
  if (!happened || progress.standing === 'to-sow' || progress.asks || isBoughtIn(way.method)) return undefined
  const { planned, ledger, all } = progress
  if (!planned.sizing) return undefined
  const cells = inFlats(way.method)
    ? (ledger.sown?.entry.what.seeds ?? planned.sizing.cells)
    : sownCells(ledger, planned)
  const sowing = drawSowing(planned, seed, cells)
  const route = atItsPace(way.route, planned.way.route, sowing)
  let from = 0
  for (const part of all.parts) {
    if (part.id === ledger.id) break
    from += Math.round(part.share * cells)
  }
  return {
    batch,
    sowing,
    route,
    pass: passFrom(route, { ...happened, seen: [] }, batch.plantOn),
    from: Math.min(cells, from),
    until: Math.min(cells, from + Math.round(ledger.share * cells)),
  }
}

/** The cells of a batch on a day, with those of its blanks that were sown again. */
export function cellsSeen({ batch, sowing, route, pass, from, until }: Really, day: Day): CellSeen[] {
  const cells = cellsOn(sowing, route, pass, day).slice(from, until)
  batch.progress!.ledger.again.forEach(({ on, cells: sown }, i) => {
    if (on > day) return
    const before = cellsOn(sowing, route, pass, on).slice(from, until)
    const blanks = before.flatMap(({ stands }, at) => (stands ? [] : [at])).slice(0, sown)
    const more = drawSowing(batch.progress!.planned, sowing.seed, blanks.length, `${sowing.id} again ${i}`)
    // As old as they are: with the temperatures of the same trays.
    const later = cellsOn(more, route, forwardPass(route, on, pass.planting), day)
    blanks.forEach((at, n) => {
      if (!cells[at]!.stands) cells[at] = later[n]!
    })
  })
  return cells
}

/** Good plants of a batch on a day: no more than were potted, and than its records leave. */
export function plantsOn(really: Really, day: Day): number {
  const { ledger } = really.batch.progress!
  const moved = really.sowing.divisions ?? []
  let plants = plantsIn(cellsSeen(really, day))
  for (const { on, entry } of ledger.lines)
    if (entry.what.did === 'fill' && on <= day) plants += Math.floor(entry.what.cells * movedDoublesSurvival(undefined))
  for (const [step, { on, entry }] of ledger.done) {
    if (on > day || !step.startsWith('pot-up/')) continue
    plants *= moved[Number(step.split('/')[1])] ?? 1
    plants = Math.min(plants, entry.what.plants ?? entry.what.cells ?? Infinity)
  }
  return Math.max(0, Math.min(plants, ledger.most ?? Infinity))
}

const GENTLE = 10 // days from ready to outgrown in a container that is not the last, where a plant's looks are told by days

/** What the eye sees of a plant on a day; nothing before one is up. */
export function plantSeen({ batch, route, pass }: Really, day: Day): Seen | undefined {
  if (!(day > pass.emergence)) return undefined
  const { leafInterval, firstLeaf } = batch.way.crop.growth
  const leaves = leafInterval === undefined ? 0 : Math.floor(leavesAt(ageOn(route, pass, day), leafInterval, firstLeaf))
  let leg = 0
  for (let i = 1; i < route.legs.length; i++) if ((pass.pieces[i + pass.inHeat]?.from ?? Infinity) <= day) leg = i
  const step = route.legs[leg]!.step
  const from = step === 0 ? pass.emergence : pass.pieces[leg + pass.inHeat]!.from
  const next = route.legs.findIndex((one) => one.step > step)
  const [ready, limit] =
    next < 0
      ? [readyDay(route, pass), limitDay(route, pass)]
      : [pass.due[next] ?? Infinity, (pass.due[next] ?? Infinity) + GENTLE]
  const place =
    day < ready
      ? (day - from) / Math.max(1, (ready === Infinity ? day + GENTLE : ready) - from)
      : 1 + Math.min(1, (day - ready) / Math.max(1, limit - ready))
  return { ...seenAt(place, Math.max(0, leaves)), ...(leafInterval === undefined ? { leaves: undefined } : {}) }
}
