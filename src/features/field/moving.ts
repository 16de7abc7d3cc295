/** A stretch of bed that is moved: along its bed, to another, or to other days. */
import { formatDay, parseDay, type Day } from '../../core/calendar/day'
import { plantedOn } from '../../core/batch/one-of-series'
import type { BedUse } from '../../core/field/beds'
import { foundOf } from '../../core/field/who-gets-what'
import type { Bed, Planting } from '../../season/schema'
import { present } from '../../season/values'
import { plantingOf } from './model'

/** Where it would go; what is left out stays. */
export interface To {
  bed?: string
  /** cm from the head of the bed; the first gap of another bed where nothing is said. */
  at?: number
  /** Days later; below 0 earlier. */
  days?: number
}

/** Whether its days can be moved: what is out stays out. */
export const daysAreOpen = ({ stand }: BedUse): boolean => {
  const standing = stand?.batch?.progress?.standing
  return stand !== undefined && standing !== 'planted' && standing !== 'gone'
}

/** The planting with one of its stretches elsewhere. */
export function movedTo({ stand, share: nth }: BedUse, { bed, at, days = 0 }: To): Planting {
  const { planting, n, from } = stand!
  const { goes, ...found } = foundOf(planting, n)
  const share = goes?.[nth]
  if (!goes || share?.to !== 'bed') return planting
  const { at: was, on, ...rest } = share
  const own = on !== undefined
  const next = {
    ...rest,
    bed: bed ?? share.bed,
    ...present({
      on: own && days !== 0 ? formatDay(parseDay(on) + days) : on,
      at: at ?? (bed === undefined || bed === share.bed ? was : undefined),
    }),
  }
  const placed = plantingOf(
    planting,
    n,
    present({ ...found, goes: goes.map((other, i) => (i === nth ? next : other)), spacing: planting.spacing }),
  )
  return days === 0 || own ? placed : plantedOn(placed, n, formatDay(from + days))
}

/** The bed it would lie in, what else stands there, and the cm that spots are rounded to. */
interface Spots {
  bed: Pick<Bed, 'length'>
  others: readonly Pick<BedUse, 'at' | 'length' | 'from' | 'until'>[]
  step: number
}

const NEAR = 35 // cm within which it meets what is beside it

/**
 * Where a stretch that is let go at a spot begins: at the end of what is beside it where that is near, else on the round figure.
 *
 * @param at cm from the head
 */
export function spotNear(
  at: number,
  { length, from, until }: Pick<BedUse, 'length' | 'from' | 'until'>,
  { bed, others, step }: Spots,
): number {
  const most = Math.max(0, bed.length - length)
  const beside = others.filter((other) => other.from < until && from < other.until)
  const edges = [0, most, ...beside.flatMap((other) => [other.at + other.length, other.at - length])]
  const inside = (spot: number) => spot >= 0 && spot <= most + 1e-6
  const nearest = edges.filter(inside).sort((a, b) => Math.abs(a - at) - Math.abs(b - at))[0]
  if (nearest !== undefined && Math.abs(nearest - at) <= NEAR) return Math.round(nearest)
  return Math.round(Math.min(most, Math.max(0, Math.round(at / step) * step)))
}

/** How many days a move across so much of a season is. */
export const daysAcross = (share: number, from: Day, to: Day): number => Math.round(share * (to - from))

const HALF_METRE = 50 // cm

/** A step with the keys: to the left or right, and to the bed before or after. */
export interface Step {
  sideways: number
  down: number
}

/**
 * Where a stretch would go, one step on.
 *
 * @param now where it would go so far; @param at where it is then
 * @param along what is drawn from left to right
 */
export function stepOn(
  now: To,
  at: BedUse,
  { sideways, down }: Step,
  { along, beds }: { along: 'day' | 'season'; beds: readonly Bed[] },
): To | undefined {
  if (down !== 0) {
    const { at: _at, ...rest } = now
    const i = beds.findIndex(({ key }) => key === at.bed.key)
    return { ...rest, bed: beds[Math.min(beds.length - 1, Math.max(0, i + down))]!.key }
  }
  if (along === 'season') return daysAreOpen(at) ? { ...now, days: (now.days ?? 0) + sideways } : undefined
  const most = Math.max(0, at.bed.length - at.length)
  return { ...now, at: Math.min(most, Math.max(0, Math.round(at.at) + sideways * HALF_METRE)) }
}
