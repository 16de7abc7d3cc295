/** How late work really is on a farm, by what was written down. */
import type { Batch } from '../batch/batch'
import type { Day } from '../calendar/day'
import type { Plan } from '../plan/plan'
import { passFrom } from '../schedule/pass-from'
import { isBoughtIn } from '../sowing/policies'

/** Sowings, pottings and moves, or deliveries, that have to be written down before they say how late these are. */
export const FEWEST_LATE = 8

/** Days that work was late, in order; what was done earlier, or on its day, was 0 late. `undefined` where too little was written down to say. */
export interface Lateness {
  sowing: readonly number[] | undefined
  /** Of potting up, pricking out and moving. */
  moving: readonly number[] | undefined
  /** Of young plants that are bought in: with the share of what was ordered that came. */
  deliveries: readonly Delivery[] | undefined
}

/** One delivery: days late, and the share of the plants that came, 1 at most. */
export interface Delivery {
  late: number
  share: number
}

export function latenessOf({ batches }: Pick<Plan, 'batches'>): Lateness {
  const deliveries = batches.flatMap(deliveryOf)
  return {
    sowing: enough(batches.flatMap(sowingLate)),
    moving: enough(batches.flatMap(movesLate)),
    deliveries: deliveries.length < FEWEST_LATE ? undefined : deliveries,
  }
}

/** How late young plants came, and how many of them. */
function deliveryOf({ progress, way, sizing }: Batch): Delivery[] {
  const received = isBoughtIn(way.method) ? progress?.ledger.sown : undefined
  const planned = progress?.planned.sow
  if (!received || planned === undefined || !sizing || progress?.ledger.splitOff) return []
  const { cells } = received.entry.what
  const ordered = progress?.planned.sizing?.cells ?? sizing.cells
  return [{ late: Math.max(0, received.on - planned), share: cells === undefined ? 1 : Math.min(1, cells / ordered) }]
}

const enough = (late: number[]) => (late.length < FEWEST_LATE ? undefined : late.sort((a, b) => a - b))

function sowingLate({ progress, way }: Batch): number[] {
  if (isBoughtIn(way.method)) return []
  const sown: Day | undefined = progress?.ledger.sown?.on
  const planned = progress?.planned.sow
  // A part was sown with the whole that it is of.
  return sown === undefined || planned === undefined || progress?.ledger.splitOff ? [] : [Math.max(0, sown - planned)]
}

/** How long after it could have been each potting and move was done: by the days and temperatures that really were before it. */
function movesLate({ progress, way, plantOn }: Batch): number[] {
  const happened = progress?.happened
  if (!happened || progress.ledger.splitOff || isBoughtIn(way.method)) return []
  const { route } = way
  return route.legs.flatMap(({ starts, stage }, leg): number[] => {
    const line = progress.ledger.done.get(`${starts.by === 'potting' ? 'pot-up' : 'move'}/${stage}`)
    if (leg === 0 || !line) return []
    const { due } = passFrom(
      route,
      {
        ...happened,
        legs: happened.legs.map((day, at) => (at < leg ? day : undefined)),
        seen: happened.seen.filter(({ on }) => on < line.on),
        notBefore: happened.legs.map(() => -Infinity),
      },
      plantOn,
    )
    const could = due[leg] ?? Infinity
    return could === Infinity ? [] : [Math.max(0, line.on - could)]
  })
}

/** A delivery as one of those there were: each is as likely. */
export const deliveryAt = (all: readonly Delivery[], u: number): Delivery =>
  all[Math.min(all.length - 1, Math.floor(u * all.length))]!

/** Days late below which a share u of them lies. */
export const lateAt = (late: readonly number[], u: number): number =>
  late[Math.min(late.length - 1, Math.floor(u * late.length))]!
