/**
 * The conveyor of heat and light, looked at in the evening: what may leave the mats and lit shelves tomorrow by what
 * showed today, what takes its room, who waits and what that costs; and how high each lamp belongs.
 */
import type { Container, Place, Season } from '../../season/schema'
import { needOf, withoutHeat, type Turn, type WithoutHeat } from '../benches/mats'
import type { Batch, Stay } from '../batch/batch'
import type { Day } from '../calendar/day'
import { lampDay } from '../climate/light'
import { heightNow, type Measured } from '../growth/height'
import { leavesAt } from '../growth/rate'
import type { Plan, Planner } from '../plan/plan'
import { ageOn } from '../schedule/forward'
import { isSown } from './rounds'
import { workBetween, type Work } from './work'

const SMALL = 1e-9
const AHEAD = 60 // days looked ahead for room
const EVEN = 2 / 3 // share of the light of the tallest, under which the shortest are called too far from the lamp

/** Trays that may go tomorrow. */
export interface Leaving {
  work: Work
  stay: Stay
  /** `showing`: enough were counted to show; `due`: its day; `late`: it should have gone. */
  why: 'showing' | 'due' | 'late'
  /** Where it goes, by number; the same place where it is only uncovered, or potted there. */
  to: number | undefined
  /** What was counted, where that is why. */
  counted: { showing: number; cells: number } | undefined
  /** What it is potted into in the same place: that comes to it as what else comes tomorrow. */
  pottedHere: { container: Container; trays: number } | undefined
  /** Tray places that become free. */
  frees: number
}

/** Trays that are to come by tomorrow. */
export interface Coming {
  work: Work
  /** Tray places. */
  size: number
  /** Whether there is room for it tomorrow, after all who need it more. */
  room: boolean
  /** First day with room for it, where there is none tomorrow; `undefined` where there is none in two months. */
  roomFrom: Day | undefined
  /** How much it needs heat; and what it costs to come up without, `undefined` where it would not come up well. Of heat alone. */
  need: Turn['need'] | undefined
  without: WithoutHeat | undefined
}

/** How a lamp hangs over what stands under it. */
export interface Lamp {
  /** cm from the trays to the tallest and the shortest leaves; `undefined` where nothing is up, or nothing is known of it. */
  tallest: Tall | undefined
  shortest: Tall | undefined
  /** cm from the trays to the lamp, as it should hang, where it is said how far over the leaves that is. */
  hang: number | undefined
  /** cm that what hangs over it leaves too little for that. */
  noRoom: number
  /** cm the lamp hangs too low, and too high. */
  tooLow: number
  tooHigh: number
  /** Share of the tallest's light that reaches the shortest, where that is too little. */
  uneven: number | undefined
  /** Share of its light that would be enough, where it can be turned down. */
  dim: number | undefined
}

/** How tall a batch is. */
export interface Tall {
  batch: Batch
  /** cm */
  height: number
  /** Whether it was measured, and not only calculated by its leaves. */
  measured: boolean
}

/** One mat, cabinet or lit shelf on the evening. */
export interface WarmPlace {
  /** Place by number in the season. */
  place: number
  gives: 'heat' | 'light'
  /** Tray places there are tomorrow, and taken tomorrow by what stays and what finds room. */
  room: number
  taken: number
  leaving: Leaving[]
  coming: Coming[]
  /** What stays, the first to leave first. */
  staying: { batch: Batch; stay: Stay }[]
  lamp: Lamp | undefined
}

/** Whether a place is there to warm seed, or to light seedlings; `undefined` for a bench. */
export function whatItGives({
  kind,
  lamp,
  stock,
}: Pick<Place, 'kind' | 'lamp' | 'stock'>): 'heat' | 'light' | undefined {
  if (kind === 'lit-shelf' || (lamp && kind !== 'germination-cabinet' && kind !== 'heat-mat')) return 'light'
  if (kind === 'heat-mat' || kind === 'germination-cabinet' || stock.some(({ gives }) => gives === 'heat'))
    return 'heat'
  return undefined
}

/**
 * Every mat, cabinet and lit shelf on the evening of a day, in the order of the places; those nothing stands on, comes to
 * or leaves are left out.
 */
export function eveningOf(planner: Planner, plan: Plan, day: Day): WarmPlace[] {
  const { season } = plan
  const works = workBetween(plan, Math.min(day, plan.today ?? day), day + 2).filter(({ state }) => state === 'open')
  return season.places.flatMap((place, number) => {
    const gives = whatItGives(place)
    if (!gives) return []
    const standing = plan.batches.flatMap((batch) => standsAt(plan, batch, number, day))
    const leaving = standing.flatMap((one) => leavingOf(one, works, number, day) ?? [])
    const coming = comingTo(planner, season, works, { number, gives })
    if (standing.length + coming.length === 0) return []
    const capacity = (on: Day) => roomOn(plan, number, on)
    giveRoom(coming, { standing, leaving, capacity, day })
    const stays = standing.reduce((sum, { stay }) => sum + stay.trayPlaces, 0)
    const taken = stays - sumOf(leaving, ({ frees }) => frees) + sumOf(coming, ({ room, size }) => (room ? size : 0))
    const lamp = place.lamp || gives === 'light' ? lampOf(season, place, standing, day) : undefined
    const off = new Set(leaving.map(({ stay }) => stay))
    const staying = standing.filter(({ stay }) => !off.has(stay)).sort((a, b) => a.stay.until - b.stay.until)
    return [{ place: number, gives, room: capacity(day + 1), taken, leaving, coming, staying, lamp }]
  })
}

const sumOf = <T>(list: readonly T[], of: (one: T) => number): number => list.reduce((sum, one) => sum + of(one), 0)

interface Stands {
  batch: Batch
  stay: Stay
}

function standsAt(plan: Plan, batch: Batch, place: number, day: Day): Stands[] {
  if (!isSown(batch, plan, day)) return []
  const stay = batch.stays.find((one) => one.place === place && one.from <= day && day < one.until)
  return stay ? [{ batch, stay }] : []
}

const LEAVES: ReadonlySet<Work['task']['kind']> = new Set(['leave-heat', 'pot-up', 'move', 'harden', 'plant'])

/** What takes a batch away from where it stands by tomorrow: work that is due, or seedlings that showed sooner. */
function leavingOf({ batch, stay }: Stands, works: readonly Work[], place: number, day: Day): Leaving | undefined {
  const counted = stay.kind === 'germinate' ? enoughShow(batch) : undefined
  const due = works.find(({ task }) => task.batch === batch && LEAVES.has(task.kind) && task.day <= day + 1)
  if (due && (due.task.fromPlace === place || due.task.fromPlace === undefined)) {
    const to = due.task.place
    const why = due.late > 0 ? 'late' : counted ? 'showing' : 'due'
    const { kind, container, trays } = due.task
    const pottedHere = kind === 'pot-up' && to === place && container ? { container, trays } : undefined
    return { work: due, stay, to, why, counted, pottedHere, frees: to === place && !pottedHere ? 0 : stay.trayPlaces }
  }
  const next = batch.stays[batch.stays.indexOf(stay) + 1]
  if (!counted || !next || next.potted) return undefined
  const { container, cells, trays } = next
  const task = {
    id: `${batch.id}/leave-heat/${next.stage}`,
    kind: 'leave-heat',
    nth: next.stage,
    day: day + 1,
    batch,
    place: next.place,
    fromPlace: place,
    container,
    cells,
    trays,
    what: undefined,
  } as const
  const work: Work = { task, state: 'open', due: next.from, late: 0, line: undefined }
  return {
    work,
    stay,
    to: next.place,
    why: 'showing',
    counted,
    pottedHere: undefined,
    frees: next.place === place ? 0 : stay.trayPlaces,
  }
}

/** The last count of a batch, where so many show of all that will come that heat may be left. */
function enoughShow({ progress, way }: Batch): Leaving['counted'] {
  const last = progress?.ledger.counts.at(-1)
  const stand = progress?.stand
  if (!last || !stand || progress.ledger.done.has('leave-heat/0')) return undefined
  const { showing, cells } = last.entry.what
  const sown = progress.planned.sizing?.cells ?? 0
  if (sown <= 0 || cells <= 0 || showing <= 0) return undefined
  const share = showing / cells / Math.max(SMALL, stand.cells / sown)
  return share >= way.method.leaveHeatAt - SMALL ? { showing, cells } : undefined
}

/** What is to come to a place by tomorrow: sowings into heat, trays that are moved onto a shelf, and what is potted there. */
function comingTo(
  planner: Planner,
  season: Season,
  works: readonly Work[],
  { number, gives }: { number: number; gives: WarmPlace['gives'] },
): Coming[] {
  const coming = works.flatMap((work): Coming[] => {
    const { task } = work
    const { batch, kind } = task
    if (task.place !== number || (task.fromPlace === number && kind !== 'pot-up')) return []
    if (kind !== 'sow' && kind !== 'receive' && kind !== 'leave-heat' && kind !== 'pot-up' && kind !== 'move') return []
    const stay = batch.stays.find((one) => one.place === number && (kind === 'sow' || one.stage === task.nth)) ?? batch.stays[0] // prettier-ignore
    if (!stay || stay.trayPlaces <= 0) return []
    const germinates = gives === 'heat' && kind === 'sow' && stay.kind === 'germinate'
    const without = germinates ? withoutHeat(planner, season, batch) : undefined
    return [{ work, size: stay.trayPlaces, room: false, roomFrom: undefined, need: germinates ? needOf(without?.slower) : undefined, without }] // prettier-ignore
  })
  const lost = ({ need, without }: Coming) => (need === 'must' ? Infinity : (without?.slower ?? 0))
  return coming.sort(
    (a, b) =>
      lost(b) - lost(a) || a.work.due - b.work.due || (a.work.task.batch.code < b.work.task.batch.code ? -1 : 1),
  )
}

/** Gives the room of tomorrow to those who need it most, and says when there is room for the others. */
function giveRoom(
  coming: Coming[],
  { standing, leaving, capacity, day }: { standing: readonly Stands[]; leaving: readonly Leaving[]; capacity: (on: Day) => number; day: Day }, // prettier-ignore
): void {
  const gone = new Set(leaving.filter(({ frees }) => frees > 0).map(({ stay }) => stay))
  const free = Float64Array.from({ length: AHEAD }, (_, i) => {
    const on = day + 1 + i
    return capacity(on) - sumOf(standing, ({ stay }) => (gone.has(stay) || stay.until <= on ? 0 : stay.trayPlaces))
  })
  for (const one of coming) {
    const first = free.findIndex((room) => room >= one.size - SMALL)
    one.room = first === 0
    one.roomFrom = first > 0 ? day + 1 + first : undefined
    if (first < 0) continue
    // It keeps its room as long as it is planned to stay.
    const { batch, place } = one.work.task
    const stay = batch.stays.find((other) => other.place === place)
    const days = stay ? Math.max(1, stay.until - stay.from) : 1
    for (let i = first; i < Math.min(AHEAD, first + days); i++) free[i]! -= one.size
  }
}

function roomOn(plan: Plan, place: number, day: Day): number {
  const { capacity, from } = plan.places[place]!
  return capacity[Math.min(capacity.length - 1, Math.max(0, day - from))]!
}

/** How the lamp of a place hangs over what stands there. */
function lampOf(season: Season, place: Place, standing: readonly Stands[], day: Day): Lamp {
  const tall = standing
    .flatMap(({ batch, stay }) => (stay.kind === 'germinate' ? [] : (heightOf(batch, day) ?? [])))
    .sort((a, b) => b.height - a.height)
  const { latitude, clearness } = season.site
  return {
    tallest: tall[0],
    shortest: tall.at(-1),
    ...hungOver(place, tall[0]?.height, tall.at(-1)?.height),
    dim: dimTo(place, lampDay(place, day, latitude, clearness)?.enough),
  }
}

/**
 * Where a lamp belongs by the heights under it.
 *
 * @param tallest and shortest cm
 */
function hungOver(
  { lamp, layout }: Place,
  tallest: number | undefined,
  shortest = tallest,
): Pick<Lamp, 'hang' | 'noRoom' | 'tooLow' | 'tooHigh' | 'uneven'> {
  const above = lamp?.above
  if (above === undefined || tallest === undefined)
    return { hang: undefined, noRoom: 0, tooLow: 0, tooHigh: 0, uneven: undefined }
  const hang = tallest + above
  const { headroom = Infinity, lampHeight = hang } = layout ?? {}
  // Under a row of lamps light falls about as the distance grows.
  const reaches = above / (above + tallest - shortest!)
  return {
    hang,
    noRoom: Math.max(0, hang - headroom),
    tooLow: Math.max(0, hang - lampHeight),
    tooHigh: Math.max(0, lampHeight - hang),
    uneven: reaches < EVEN ? reaches : undefined,
  }
}

/** Share of its light that a lamp can be turned down to, by the hours that would be enough of all of it. */
function dimTo({ lamp }: Place, enough: number | undefined): number | undefined {
  if (!lamp?.dims || lamp.hours <= 0 || enough === undefined) return undefined
  const share = enough / lamp.hours
  return share < 0.95 ? share : undefined
}

/** How tall a batch is on a day; `undefined` before it is up, and where nothing is known of it. */
function heightOf(batch: Batch, day: Day): Tall | undefined {
  const { way, pass, progress } = batch
  if (!pass || day < pass.emergence) return undefined
  const { growth, care } = way.crop
  const leavesOn = (on: Day) =>
    growth.leafInterval === undefined
      ? undefined
      : leavesAt(ageOn(way.route, pass, on), growth.leafInterval, growth.firstLeaf)
  const line = progress?.checked.findLast(({ on, entry }) => on <= day && entry.what.height !== undefined)
  const measured: Measured | undefined = line && {
    height: line.entry.what.height!,
    leaves: line.entry.what.leaves ?? leavesOn(line.on) ?? 0,
  }
  const height = heightNow(care, leavesOn(day), measured)
  return height === undefined ? undefined : { batch, height, measured: measured !== undefined }
}
