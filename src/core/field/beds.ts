/** Beds through the season: what stands where along each, and where two are in each other's way. */
import type { Bed, Season } from '../../season/schema'
import { parseDay, type Day } from '../calendar/day'
import { layoutOf, lengthFor, plantsIn, type Layout } from './spacing'
import type { FieldCrop } from './field-crop'

/** A stretch of a bed taken for a while. */
export interface BedUse {
  bed: Bed
  /** The planting; none where something stands there that is not of this season. */
  stand: FieldCrop | undefined
  /** Which of the parts of that planting it is. */
  share: number
  what: string
  /** Of what is not of this season: its family, and whether it covers the ground. */
  family?: string | undefined
  cover?: boolean
  from: Day
  until: Day
  plants: number
  layout: Layout | undefined
  /** cm of bed it takes; the whole bed where no spacing is known. */
  length: number
  /** cm from the head of the bed where it begins. */
  at: number
  between: boolean
}

/** Two or more that do not fit a bed together. */
export interface BedClash {
  bed: Bed
  /** The one that finds no room. */
  use: BedUse
  /** Who is in the way, on the day it would go in. */
  inTheWay: BedUse[]
  /** cm missing. */
  over: number
  /** First day its whole length is free and turned around. */
  freeOn: Day
}

/** All beds of a season. */
export interface BedPlan {
  /** By bed key, in order of their days. */
  uses: ReadonlyMap<string, readonly BedUse[]>
  clashes: readonly BedClash[]
  /** By stand id. */
  clashesOf: ReadonlyMap<string, readonly BedClash[]>
}

const TINY = 1e-6

/** Where every planting stands along its beds, first come first placed, and what does not fit. */
export function bedPlan(season: Season, stands: readonly FieldCrop[]): BedPlan {
  const byKey = new Map(season.beds.map((bed) => [bed.key, bed]))
  const uses = new Map<string, BedUse[]>(season.beds.map((bed) => [bed.key, standingOf(bed)]))
  for (const stand of stands) {
    for (const [nth, share] of stand.goes.entries()) {
      if (share.to !== 'bed') continue
      const bed = byKey.get(share.bed)
      if (!bed) continue
      const layout = layoutOf(stand.planting, stand.crop, bed, stand.inPlace?.thinTo)
      const length = layout ? lengthFor(share.plants, layout) : bed.length
      const from = share.on === undefined ? stand.from : parseDay(share.on)
      // What goes in later comes out as much later.
      const until = Math.max(from + 1, stand.until + (stand.clears === undefined ? 0 : from - stand.from))
      uses.get(bed.key)!.push({
        bed,
        stand,
        share: nth,
        what: `${stand.code} ${stand.variety.name}`,
        from,
        until,
        plants: share.plants,
        layout,
        length,
        at: share.at ?? NaN,
        between: layout?.between ?? false,
      })
    }
  }
  const clashes: BedClash[] = []
  for (const [key, own] of uses) {
    own.sort((a, b) => a.from - b.from || a.until - b.until)
    placeAlong(byKey.get(key)!, own, clashes, season.habits.turnaroundDays)
  }
  const clashesOf = new Map<string, BedClash[]>()
  for (const clash of clashes) {
    const id = clash.use.stand?.id
    if (id !== undefined) clashesOf.set(id, [...(clashesOf.get(id) ?? []), clash])
  }
  return { uses, clashes, clashesOf }
}

const BEFORE = -1e6 // a day before any season

function standingOf(bed: Bed): BedUse[] {
  return bed.standing.map(({ what, from, until, family, cover }) => ({
    bed,
    stand: undefined,
    share: -1,
    what,
    family,
    cover: cover === true,
    from: from === undefined ? BEFORE : parseDay(from),
    until: parseDay(until),
    plants: 0,
    layout: undefined,
    length: bed.length,
    at: 0,
    between: false,
  }))
}

/**
 * Gives every use its stretch: where it asks to be, else the first that is long enough while it stands.
 *
 * @param turnaround days from clearing a stretch to planting it again
 */
function placeAlong(bed: Bed, uses: BedUse[], clashes: BedClash[], turnaround: number): void {
  const placed: BedUse[] = []
  for (const use of uses) {
    const together = placed.filter(
      (other) =>
        other.between === use.between && other.until + turnaround > use.from && other.from < use.until + turnaround,
    )
    const asked = Number.isNaN(use.at) ? undefined : use.at
    const at = asked ?? firstGap(bed.length, together, use.length)
    const inTheWay = together.filter(
      (other) => at === undefined || (other.at < at + use.length - TINY && at < other.at + other.length - TINY),
    )
    const beyond = asked === undefined ? use.length - bed.length : asked + use.length - bed.length
    if (use.stand && (at === undefined || inTheWay.length > 0 || beyond > TINY)) {
      const taken = together.reduce((sum, other) => sum + other.length, 0)
      clashes.push({
        bed,
        use,
        inTheWay,
        over: Math.max(0, beyond, taken + use.length - bed.length),
        freeOn: freeFrom(bed, together, use, turnaround),
      })
    }
    use.at = at ?? Math.max(0, bed.length - use.length)
    placed.push(use)
  }
}

/** Where the first gap of a length begins, cm from the head; `undefined` when there is none. */
export function firstGap(
  bedLength: number,
  others: readonly Pick<BedUse, 'at' | 'length'>[],
  length: number,
): number | undefined {
  let at = 0
  for (const { at: from, length: taken } of [...others].sort((a, b) => a.at - b.at)) {
    // What was put beyond the end of the bed makes no room there.
    if (Math.min(from, bedLength) - at >= length - TINY) return at
    at = Math.max(at, from + taken)
  }
  return bedLength - at >= length - TINY ? at : undefined
}

/** First day on which a use would find its length, when those that stand there now leave as planned and the bed is made ready again. */
function freeFrom(bed: Bed, others: readonly BedUse[], use: BedUse, turnaround: number): Day {
  if (use.length > bed.length + TINY) return Infinity
  const days = [...new Set(others.map(({ until }) => until + turnaround))].sort((a, b) => a - b)
  for (const day of days)
    if (
      firstGap(
        bed.length,
        others.filter(({ until }) => until + turnaround > day),
        use.length,
      ) !== undefined
    )
      return day
  return use.from
}

/** What taking so long to get a bed means for plants that wait in their cells. */
export interface Hold {
  /** Day the bed is free and ready. */
  freeOn: Day
  /** Days they wait past their planting day. */
  days: number
  /** Days of that after they have outgrown their cells. */
  overgrown: number
}

/** The wait of a raised batch for its bed, or `undefined` when nothing is in its way. */
export function holdFor(stand: FieldCrop, clashes: readonly BedClash[] | undefined): Hold | undefined {
  if (!stand.batch || !clashes || clashes.length === 0) return undefined
  const freeOn = Math.max(...clashes.map((clash) => clash.freeOn))
  if (freeOn <= stand.from) return undefined
  const { limit } = stand.batch
  return { freeOn, days: freeOn - stand.from, overgrown: limit === undefined ? 0 : Math.max(0, freeOn - limit) }
}

/** Room of a bed on a day: cm taken, cm left. */
export function roomOn(bed: Bed, uses: readonly BedUse[], day: Day): { taken: number; left: number; uses: BedUse[] } {
  const now = uses.filter((use) => use.from <= day && day < use.until)
  const taken = now.reduce((sum, use) => sum + (use.between ? 0 : use.length), 0)
  return { taken, left: Math.max(0, bed.length - taken), uses: now }
}

/** Plants of a planting that a whole bed holds, or `undefined` when its spacing is not known. */
export function plantsToABed(stand: FieldCrop, bed: Bed): number | undefined {
  const layout = layoutOf(stand.planting, stand.crop, bed, stand.inPlace?.thinTo)
  return layout && plantsIn(bed.length, layout)
}

/**
 * Day from which a bed is clear for a planting: after what stands there from before, and after the plantings of it that are
 * listed before this one. The order of the list decides, so that two beds never wait for each other.
 *
 * @param before stands of the plantings listed before it
 */
export function bedClear(bed: Bed, before: readonly FieldCrop[]): Day | undefined {
  let clear: Day | undefined
  for (const { until } of bed.standing) clear = Math.max(clear ?? -Infinity, parseDay(until))
  for (const stand of before) {
    if (stand.goes.some((share) => share.to === 'bed' && share.bed === bed.key))
      clear = Math.max(clear ?? -Infinity, stand.until)
  }
  return clear
}
