/**
 * How far a plant is in its container, by its age and by what the eye and the hand say.
 *
 * One scale for all of it: 0 just up, 1 its plug holds and it may move on, 2 it has outgrown what it stands in. Its age in
 * degree-days gives a place on it; each thing seen says that it is at least, or at most, so far. More signs of age never
 * make it younger.
 */
import type { Crop, Entry } from '../../season/schema'

/** What was seen of a plant; every answer may be left out. */
export type Seen = Omit<Extract<Entry['what'], { did: 'check' }>, 'did'>

/** Between what was seen, a plant is at least and at most so far. */
export interface Evidence {
  least: number
  most: number
}

/** Figures of a kind that say what signs mean, and of the pot it stands in. */
export interface SignFigures {
  /** Height at which it is moved up, and at which it is called stretched, in widths of its pot. */
  moveUpHeight: number
  stretchedHeight: number
  firstBud: NonNullable<Crop['care']['firstBud']>
  /** cm across the pot at the top, where it is known. */
  potWidth: number | undefined
  /** Whether it goes out from this container. */
  last: boolean
}

const MOVE_UP = 3 // pot widths
const STRETCHED = 2.2
const NEARLY = 0.95 // a plug that falls apart is at most so far
const ROOTS: Record<NonNullable<Seen['roots']>, Evidence> = {
  none: { least: 0, most: NEARLY },
  showing: { least: 1, most: 1.6 },
  // Once round: time to move it on.
  'circling-a-little': { least: 1.2, most: 1.9 },
  'circling-hard': { least: 2, most: Infinity },
}
const PALE = 1.2 // its mix is used up: at least so far
const LEANING = 1.2
const TALL = 1.3 // a plant that has its height is at least so far
const BUD_OUT = 1.5 // a bud where that is time to plant

/** Figures of a kind, with what is usual where it gives none: three pot widths, and a first bud is too late for cucurbits. */
export function signFigures(
  { care, family }: Pick<Crop, 'care' | 'family'>,
  potWidth: number | undefined,
  last: boolean,
): SignFigures {
  return {
    moveUpHeight: care.moveUpHeight ?? MOVE_UP,
    stretchedHeight: care.stretchedHeight ?? STRETCHED,
    firstBud: care.firstBud ?? (family === 'Cucurbitaceae' || !last ? 'past-its-best' : 'time-to-plant'),
    potWidth,
    last,
  }
}

/** Whether it is taller than three (or so many) of its pot's widths; whether it is stretched for its pot. */
export const isTall = ({ height }: Seen, { potWidth, moveUpHeight }: SignFigures): boolean =>
  height !== undefined && potWidth !== undefined && height >= moveUpHeight * potWidth
export const isStretched = ({ height, leaning }: Seen, { potWidth, stretchedHeight }: SignFigures): boolean =>
  leaning === true || (height !== undefined && potWidth !== undefined && height > stretchedHeight * potWidth)

/** What was seen, as at least and at most; signs of age outweigh signs of youth. */
function evidenceOf(seen: Seen, figures: SignFigures): Evidence {
  let least = 0
  let most = Infinity
  const atLeast = (far: number) => (least = Math.max(least, far))
  if (seen.roots !== undefined) {
    most = Math.min(most, ROOTS[seen.roots].most)
    // A plug that falls apart does not hold, whatever roots show at its foot.
    if (seen.lifts !== false || ROOTS[seen.roots].least >= 2) atLeast(ROOTS[seen.roots].least)
  }
  if (seen.lifts === true) atLeast(1)
  if (seen.lifts === false) most = Math.min(most, NEARLY)
  if (isTall(seen, figures)) atLeast(TALL)
  if (seen.buds && figures.firstBud !== 'no-matter') atLeast(figures.firstBud === 'past-its-best' ? 2 : BUD_OUT)
  return { least, most }
}

/**
 * Place on the scale by age.
 *
 * @param age, ready, limit degree-days
 */
export function placeOf(age: number, ready: number, limit: number): number {
  if (age < ready) return ready > 0 ? Math.max(0, age) / ready : 1
  return 1 + (age - ready) / Math.max(1e-9, limit - ready)
}

/** Age of a place on the scale, degree-days. */
export const ageAt = (place: number, ready: number, limit: number): number =>
  place < 1 ? place * ready : ready + (place - 1) * Math.max(0, limit - ready)

/**
 * Where a plant is, by its age and what was seen. Leaves pale, or stems leaning, mean more the farther it is anyway.
 *
 * @param byAge place by age alone
 */
export function agreedPlace(byAge: number, seen: Seen, figures: SignFigures): number {
  const { least, most } = evidenceOf(seen, figures)
  let place = Math.max(least, Math.min(byAge, most))
  if (place >= 1 && seen.pale) place = Math.max(place, PALE)
  if (place >= 1 && isStretched(seen, figures)) place = Math.max(place, LEANING)
  return place
}
