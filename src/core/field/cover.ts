/** Beds under cover: fleece, low tunnels, tunnels and glass, what they gain by day and by night, and from when they let plants out. */
import type { Bed, Season, Share } from '../../season/schema'
import { inPartOfYear, parseDay, type Day } from '../calendar/day'
import { createOpenAir, openAirOf, type OpenAir } from '../weather/open-air'

export type Cover = NonNullable<Bed['covers']>[number]

/** °C that a cover adds to the warmest and to the coldest hour of a usual day. */
export interface Gain {
  day: number
  night: number
}

/** What covers usually gain, and by how many days they bring a first planting forward. Estimates. */
export const USUAL_COVER: Readonly<Record<Cover['kind'], Gain & { earlier: number }>> = {
  fleece: { day: 2, night: 1.5, earlier: 7 },
  'low-tunnel': { day: 6, night: 2, earlier: 14 },
  tunnel: { day: 8, night: 2, earlier: 28 },
  glasshouse: { day: 9, night: 3, earlier: 35 },
}

/** Who plants are for. */
type Goes = readonly Share[] | undefined

/** Where beds lie. */
export type Ground = Pick<Season, 'beds'> & Partial<Pick<Season, 'blocks'>>

/** Covers of a bed: its own, else those of its block. */
function coversOfBed({ beds, blocks = [] }: Ground, key: string): readonly Cover[] {
  const bed = beds.find((one) => one.key === key)
  return bed?.covers ?? blocks.find((one) => one.key === bed?.block)?.covers ?? NONE
}

const NONE: readonly Cover[] = []

/** Covers over what goes into beds: those of the first bed it goes to. */
export function coversOver(season: Ground, goes: Goes): readonly Cover[] {
  const bed = goes?.find((share) => share.to === 'bed')
  return bed?.to === 'bed' ? coversOfBed(season, bed.bed) : NONE
}

/** What covers gain on a day; `undefined` where none is on. */
export function gainOn(covers: readonly Cover[], day: Day): Gain | undefined {
  const cover = covers.find(({ from, until }) => inPartOfYear(day, from, until))
  if (!cover) return undefined
  const usual = USUAL_COVER[cover.kind]
  return { day: cover.day ?? usual.day, night: cover.night ?? usual.night }
}

/** Days by which a cover that is on brings a first planting forward. */
export function earlierUnder(covers: readonly Cover[], day: Day): number {
  const on = covers.filter(({ from, until }) => inPartOfYear(day, from, until))
  return Math.max(0, ...on.map(({ kind }) => USUAL_COVER[kind].earlier))
}

const AROUND = 500 // days known before and after a season
const kept = new WeakMap<Season['site'], Map<string, OpenAir>>()

/** The air over a planting: the open air, or that under the cover of its bed. Kept while the site is the same object. */
export function airOver(season: Pick<Season, 'site' | 'season'> & Ground, goes: Goes): OpenAir {
  const { site } = season
  const from = parseDay(season.season.from)
  const to = parseDay(season.season.to) + 1
  const covers = coversOver(season, goes)
  if (covers.length === 0) return openAirOf(site, from, to)
  let own = kept.get(site)
  if (!own) kept.set(site, (own = new Map()))
  const id = JSON.stringify([covers, from, to])
  let air = own.get(id)
  if (!air) own.set(id, (air = createOpenAir(site, from - AROUND, to + AROUND, (day) => gainOn(covers, day))))
  return air
}
