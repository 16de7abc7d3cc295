/** The accounts of a batch: places for a plant, and what became of those that are gone. Amounts only move from one to another. */
import type { LossCause } from '../../season/schema'

/** Places for a plant that stand: cells, blocks, pots, clumps; in an open flat the seedlings, each seed being one until somebody looked. */
export interface Standing {
  /** Nobody has looked, or nobody has counted them all. */
  sown: number
  /** Nothing came up, or what came is gone. */
  blank: number
  one: number
  /** More than one. */
  more: number
}

/** Places that stand no more, by what became of them. */
export interface Gone {
  /** Potted out of, or thrown out with the tray, as blanks. */
  emptied: number
  planted: number
  sold: number
  given: number
  discarded: number
  /** Good ones that were not wanted when the rest was moved on or planted. */
  leftOver: number
  lost: Partial<Record<LossCause, number>>
}

/** Everything that came into a batch or part, and everything that left it. */
export interface Accounts {
  standing: Standing
  gone: Gone
  /** Places sown or received. */
  sown: number
  /** Plants there were beyond the places: doubles pricked apart, roots divided. */
  extra: number
  /** Seedlings pulled out where more than one stood; they had no place of their own. */
  thinned: number
  /** Doubles moved into blanks. */
  filled: number
  /** Blanks sown again. */
  sownAgain: number
  /** Moved out of an open flat, and moved on into a larger container: each move counts. */
  prickedOut: number
  pottedOn: number
  /** Taken over from, and given to, other parts of the batch. */
  fromParts: number
  toParts: number
  merged: number
}

export const nothing = (): Accounts => ({
  standing: { sown: 0, blank: 0, one: 0, more: 0 },
  gone: { emptied: 0, planted: 0, sold: 0, given: 0, discarded: 0, leftOver: 0, lost: {} },
  sown: 0,
  extra: 0,
  thinned: 0,
  filled: 0,
  sownAgain: 0,
  prickedOut: 0,
  pottedOn: 0,
  fromParts: 0,
  toParts: 0,
  merged: 0,
})

/** Places that stand, blanks among them. */
export const places = ({ sown, blank, one, more }: Standing): number => sown + blank + one + more

/** Places with a plant, or where one may come. */
export const alive = ({ sown, one, more }: Standing): number => sown + one + more

/** Places lost, whatever the cause. */
export const lostOf = ({ lost }: Gone): number => Object.values(lost).reduce((sum, n) => sum + n, 0)

/** Places that stand no more. */
export const goneOf = (gone: Gone): number =>
  gone.emptied + gone.planted + gone.sold + gone.given + gone.discarded + gone.leftOver + lostOf(gone)

/** What came in less what stands and what left; 0 by law. */
export const imbalance = ({ standing, gone, sown, extra, fromParts, toParts }: Accounts): number =>
  sown + extra + fromParts - places(standing) - goneOf(gone) - toParts

/** Places taken out of the standing ones, by what they were. */
export type Taken = Standing & { extra: number }

const FIRST = ['one', 'sown', 'more', 'blank'] as const

/**
 * Takes so many places with a plant: single ones first, then such as nobody had looked at, then doubles, then blanks in
 * which something came up after all; beyond that doubles give two each.
 *
 * @param late whether something can have come up since they were counted
 * @returns what was taken, or `undefined` where there are not so many
 */
export function take(standing: Standing, n: number, extraFor: number, late: boolean): Taken | undefined {
  const taken: Taken = { sown: 0, blank: 0, one: 0, more: 0, extra: 0 }
  let left = n
  for (const kind of FIRST) {
    if (kind === 'blank' && !late) continue
    const some = Math.min(left, standing[kind])
    taken[kind] = some
    left -= some
  }
  if (left > extraFor) return undefined
  taken.extra = left
  for (const kind of FIRST) standing[kind] -= taken[kind]
  return taken
}

/** Most plants that can be taken. */
export const mostOf = (standing: Standing, extraFor: number, late: boolean): number =>
  alive(standing) + (late ? standing.blank : 0) + extraFor
