/** What share of a seed lot comes up now: its test, what age and storage have taken since, and tests made at home. */
import type { Crop, Lot } from '../../season/schema'
import type { Day } from '../calendar/day'
import { parseDay } from '../calendar/day'
import { normalCdf, normalQuantile } from '../statistics/normal'

/** Why a lot stands where it does, one thing each; phrased by the interface. */
export type LotReason =
  | { kind: 'packet'; share: number; tested: number }
  /** Nobody has tested it: as is usual for its kind, worth no more than a test of so many seeds. */
  | { kind: 'untested'; share: number; worth: number }
  | { kind: 'aged'; years: number; from: number; to: number; stored: Lot['stored']; form: Lot['form'] }
  | { kind: 'home-test'; on: Day; sown: number; up: number }

/** What to be careful of with a lot. */
export type LotWarning = 'old-pelleted' | 'untested' | 'no-test' | 'old-test' | 'weak' | 'treated'

/** A lot as it stands on a day. */
export interface LotNow {
  /** Share that comes up in the good range of temperatures. */
  germination: number
  /** Seeds that this knowledge is worth: a lot tested with so many would be as sure. */
  testedSeeds: number
  reasons: LotReason[]
  warnings: LotWarning[]
}

const DAYS_IN_YEAR = 365.25
const USUAL_YEARS = 5 // until good seed kept cool and dry has fallen to half, where a crop gives no figure: an estimate
const GOOD = 0.9 // share of good fresh seed, from which those years are counted
/** How fast seed ages against seed kept cool and dry. An ordinary room takes nothing more in the few years seed is kept. Estimates. */
const STORAGE_PACE: Record<NonNullable<Lot['stored']>, number> = { 'cool-dry': 1, room: 1, 'warm-damp': 4 }
/** Pelleted and primed seed ages faster than raw. Estimates. */
const FORM_PACE: Record<Lot['form'], number> = { raw: 1, pelleted: 1.6, primed: 2 }
const DOUBT_A_YEAR = 0.7 // part of a test's worth that is left after a year of raw seed kept cool and dry; less where it ages faster
const UNTESTED_WORTH = 6 // seeds of a test that what is usual for a kind is worth, for seed nobody has tested: an estimate
const OLD_TEST = 400 // days
const WEAK = 0.7

/**
 * A lot as it stands on a day: the share its packet or test gives, moved down the ageing curve for the time
 * since, then joined with home tests, each weighted by the seeds it was made with. Seed that was never tested is taken to
 * be as is usual for its kind, with a wide doubt.
 *
 * Ageing: the share in probits falls in a straight line, by 1 in σ years; σ is the crop's years to half
 * divided by the probit of good seed, shorter for damp or warm storage and for pelleted or primed seed.
 *
 * @param on the day the seed is used
 * @see Ellis & Roberts (1980), improved equations for the prediction of seed longevity: v = Kᵢ − p/σ
 */
export function lotNow(lot: Lot, crop: Crop, on: Day): LotNow {
  const { germination: said } = lot
  const known = said ?? crop.germination.usualShare
  const worth = said === undefined ? UNTESTED_WORTH : lot.testedSeeds
  const reasons: LotReason[] = [
    said === undefined
      ? { kind: 'untested', share: known, worth }
      : { kind: 'packet', share: said, tested: lot.testedSeeds },
  ]
  const warnings: LotWarning[] = []
  const stored = lot.stored ?? 'room'
  const pace = STORAGE_PACE[stored] * FORM_PACE[lot.form]
  const sigma = (crop.seed.keepsYears ?? USUAL_YEARS) / normalQuantile(GOOD) / pace
  const knownOn = testDay(lot)
  const years = knownOn === undefined ? 0 : Math.max(0, on - knownOn) / DAYS_IN_YEAR
  let germination = aged(known, years / sigma)
  let tested = worth * DOUBT_A_YEAR ** (years * pace)
  if (germination < known - 0.005)
    reasons.push({ kind: 'aged', years, from: known, to: germination, stored: lot.stored, form: lot.form })
  for (const test of [...lot.homeTests].sort((a, b) => (a.on < b.on ? -1 : 1))) {
    const testedOn = parseDay(test.on)
    if (testedOn > on) continue
    const since = Math.max(0, on - testedOn) / DAYS_IN_YEAR
    const share = aged(test.up / test.sown, since / sigma)
    const weight = test.sown * DOUBT_A_YEAR ** (since * pace)
    germination = (germination * tested + share * weight) / (tested + weight)
    tested += weight
    reasons.push({ kind: 'home-test', on: testedOn, sown: test.sown, up: test.up })
  }
  const packed = lot.year === undefined ? knownOn : parseDay(`${lot.year}-01-01`)
  if (lot.form === 'pelleted' && packed !== undefined && on - packed > DAYS_IN_YEAR) warnings.push('old-pelleted')
  const last = Math.max(knownOn ?? -Infinity, ...lot.homeTests.map((test) => parseDay(test.on)))
  if (said === undefined && lot.homeTests.length === 0) warnings.push('untested')
  else if (last === -Infinity) warnings.push('no-test')
  else if (on - last > OLD_TEST) warnings.push('old-test')
  if (germination < WEAK * crop.germination.usualShare) warnings.push('weak')
  if (lot.treated) warnings.push('treated')
  return { germination, testedSeeds: Math.max(1, tested), reasons, warnings }
}

/** The day a lot is judged on for a season: its first day, or the lot's last test when that is later. */
export function judgedOn(lot: Lot, season: { from: string }): Day {
  return Math.max(parseDay(season.from), testDay(lot) ?? -Infinity, ...lot.homeTests.map((test) => parseDay(test.on)))
}

/** The day a lot is shown as it stands: today, once the season has begun. */
export const standsOn = (lot: Lot, season: { from: string }, today: Day): Day => Math.max(judgedOn(lot, season), today)

/** Day the packet's figure holds for: its test, else the beginning of the year it was packed for. */
function testDay(lot: Lot): Day | undefined {
  if (lot.testedOn !== undefined) return parseDay(lot.testedOn)
  return lot.year === undefined ? undefined : parseDay(`${lot.year}-01-01`)
}

/** A share moved down by so many probits. */
function aged(share: number, probits: number): number {
  if (probits <= 0 || share <= 0) return share
  return normalCdf(normalQuantile(Math.min(0.995, share)) - probits)
}

/** Seeds left in a lot, counted or by weight; `undefined` when it is not known. */
export function seedsLeft(lot: Lot, crop: Crop): number | undefined {
  if (lot.seeds !== undefined) return lot.seeds
  return lot.grams !== undefined && crop.seed.perGram !== undefined
    ? Math.floor(lot.grams * crop.seed.perGram)
    : undefined
}
