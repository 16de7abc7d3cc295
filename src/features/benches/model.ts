/** What the benches page asks of limits and places, without drawing it. */
import type { Batch } from '../../core/batch/batch'
import type { Day } from '../../core/calendar/day'
import { capacityOn, loadOn, type Load } from '../../core/capacity/load'
import type { Place } from '../../season/schema'
import { nextOver } from '../../words/loads'
import type { BenchLevel, Piece } from '../../core/benches/placement'
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
