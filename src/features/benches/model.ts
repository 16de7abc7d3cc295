/** What the benches page asks of limits and places, without drawing it. */
import type { Batch } from '../../core/batch/batch'
import type { Day } from '../../core/calendar/day'
import { capacityOn, loadOn, type Load } from '../../core/capacity/load'
import type { Place } from '../../season/schema'
import { nextOver } from '../../words/loads'
import { placeTrays, type BenchLevel, type Piece, type Placement } from '../../core/benches/placement'
import type { Plan } from '../../core/plan/plan'
import type { Limit } from '../../core/capacity/limits'

/** Whether a place is one that seed is put into to be warm. */
export const givesHeat = (place: Place): boolean =>
  place.kind === 'heat-mat' ||
  place.kind === 'germination-cabinet' ||
  place.kind === 'lit-shelf' ||
  place.stock.some(({ gives }) => gives === 'heat')

/** The place that is over soonest, or else the fullest on the day. */
export function firstWorry(loads: readonly Load<unknown>[], day: Day): number {
  let best = 0
  let score = -Infinity
  loads.forEach((load, i) => {
    const over = nextOver(load, day)
    const full = loadOn(load, day) / Math.max(1e-9, capacityOn(load, day))
    const own = over ? 1000 - Math.max(0, over.from - day) + over.most / 1000 : Math.min(full, 10)
    if (own > score) [best, score] = [i, own]
  })
  return best
}

export type Shown = 'place' | 'container' | 'crew'

/** Which list a limit is shown in. */
export const listOf = ({ kind }: Limit): Shown => (kind === 'container' || kind === 'crew' ? kind : 'place')

/** A level of a bench with the first tray place from which something would stand free. */
export interface FreeSpot {
  level: number
  name: string
  at: number
}

/** Every level where a piece has room besides what stands there on the day; where it stands already is none. */
export function freeSpots(levels: readonly BenchLevel[], pieces: readonly Piece[], piece: Piece): FreeSpot[] {
  const { size } = piece.standing
  return levels.flatMap(({ name, size: holds }, level) => {
    const others = pieces.filter((one) => one !== piece && one.level === level)
    for (let at = 0; at + size <= holds + 1e-9; at++) {
      const free = others.every((one) => one.at + one.length <= at + 1e-9 || at + size <= one.at + 1e-9)
      if (free) return level === piece.level && at === piece.at ? [] : [{ level, name, at }]
    }
    return []
  })
}

/** Where trays go when they leave, and where they will stand there. */
export interface NextSpot {
  /** Place by number in the season. */
  place: number
  placement: Placement
  day: Day
  /** Where it will stand; none where there is no room for it, or for all of it, on that day. */
  pieces: Piece[]
}

/** Where a piece goes next: in another place, or potted up or moved within its own; nothing where it goes to the field. */
export function nextSpot(
  { season, standing }: Pick<Plan, 'season' | 'standing'>,
  { standing: { batch, until } }: Piece,
): NextSpot | undefined {
  const next = batch.stays.find(({ from }) => from === until)
  if (!next) return undefined
  const placement = placeTrays(standing, season.places, next.place)
  const pieces = placement.pieces.filter(({ standing: one, from }) => one.batch.id === batch.id && one.from === until && from === until) // prettier-ignore
  return { place: next.place, placement, day: until, pieces }
}

/** What is done with trays when they leave where they stand. */
export const NEXT_STEPS = ['pot-up', 'move', 'harden', 'plant'] as const
export type NextStep = (typeof NEXT_STEPS)[number]

/** What trays are tinted by: the crop in them, or what is next for them. */
export const TINTED_BY = ['crop', 'next'] as const
export type TintedBy = (typeof TINTED_BY)[number]

/**
 * What is next for trays that stand in a place until a day.
 *
 * @param until day they leave it
 */
export function nextStep({ stays }: Pick<Batch, 'stays'>, until: Day): NextStep {
  const next = stays.find(({ from }) => from >= until)
  if (!next) return 'plant'
  return next.potted ? 'pot-up' : next.kind === 'harden' ? 'harden' : 'move'
}
