/** What a rehearsal says, in the order it is read. */
import type { Lever } from '../../core/rehearsal/levers'
import type { LoadOutlook } from '../../core/rehearsal/loads'
import { REASONS, type Outlook, type Reason } from '../../core/rehearsal/rehearse'

export const SURE = 0.9
const UNSURE = 0.7
const SELDOM = 0.02 // share of years below which a place is said to be over in hardly any

/** How what would help is ranked: by what it gains, by that for its money, by that for its room. */
export const RANKS = ['chance', 'money', 'room'] as const
export type Rank = (typeof RANKS)[number]

const LEAST = { money: 0.01, room: 0.5 } // what costs nothing is counted as costing so little

/** Levers, the best first; what saves comes before what costs, where that is what they are ranked by. */
export function ordered<T extends Pick<Lever, 'chance' | 'was' | 'money' | 'trayDays'>>(
  all: readonly T[],
  rank: Rank,
): T[] {
  const gained = ({ chance, was }: T) => chance - was
  const worth = (one: T): number => {
    if (rank === 'chance') return gained(one)
    return gained(one) / Math.max(LEAST[rank], rank === 'money' ? one.money : one.trayDays)
  }
  return [...all].sort((a, b) => worth(b) - worth(a) || gained(b) - gained(a))
}

/** Plantings that miss most first. */
export const byChance = (batches: readonly Outlook[]): Outlook[] =>
  [...batches].sort((a, b) => a.chance - b.chance || (a.id < b.id ? -1 : 1))

/** How many come off in nine years of ten, and how many in fewer than seven. */
export const sumOf = (batches: readonly Outlook[]): { sure: number; unsure: number; all: number } => ({
  sure: batches.filter(({ chance }) => chance >= SURE).length,
  unsure: batches.filter(({ chance }) => chance < UNSURE).length,
  all: batches.length,
})

/** Plants wanted that are not there in time in the mean of all years, and their worth where it is known of any. */
export function lostIn(batches: readonly Pick<Outlook, 'lost' | 'worth'>[]): {
  plants: number
  worth: number | undefined
} {
  const known = batches.filter(({ worth }) => worth !== undefined)
  return {
    plants: batches.reduce((sum, { lost }) => sum + lost, 0),
    worth: known.length === 0 ? undefined : known.reduce((sum, { worth }) => sum + worth!, 0),
  }
}

/** Years of a hundred, a whole number, that come to the whole where the parts are added up. */
export const ofHundred = (share: number): number => Math.round(share * 100)

/** Why it misses, years of a hundred, the commonest first; what is less than one is left out. */
export function whyMissed({ reasons, years }: Pick<Outlook, 'reasons' | 'years'>): { reason: Reason; n: number }[] {
  return REASONS.map((reason) => ({ reason, n: ofHundred(reasons[reason] / years) }))
    .filter(({ n }) => n > 0)
    .sort((a, b) => b.n - a.n)
}

/** Whether a kind of container comes near to what there is, in any year. */
export const isTight = ({ high, over }: Pick<LoadOutlook, 'high' | 'over'>): boolean =>
  over.some((share) => share > 0) && high.some((most) => most > 0)

/** The week a place is over in most years; nothing where it hardly ever is. */
export function worstWeek({
  over,
  weeks,
}: Pick<LoadOutlook, 'over' | 'weeks'>): { week: number; share: number } | undefined {
  let worst = -1
  over.forEach((share, i) => {
    if (share > (worst < 0 ? SELDOM : over[worst]!)) worst = i
  })
  return worst < 0 ? undefined : { week: weeks[worst]!, share: over[worst]! }
}
