/** Crops that flower or bulb by day length: how much leaf they can still make before it. */
import type { Season, Site } from '../../season/schema'
import type { Day } from '../calendar/day'
import { dayLength } from '../climate/day-length'
import { leavesAt } from '../growth/rate'
import type { OpenAir } from '../weather/open-air'
import type { FieldCrop } from './field-crop'

export interface LeafTime {
  /** Day length at which it turns, hours. */
  hours: number
  /** First day so long (or so short) after it is planted; `undefined` when the site never has one. */
  turns: Day | undefined
  /** Days it has in the field before that. */
  days: number
  /** True leaves it has made by then, where its crop says how fast it makes them. */
  leaves: number | undefined
  /** Lamps it stands under, while it is raised, that are on for at least as long: it may turn in its tray. */
  lamps: { place: string; hours: number }[]
}

const YEAR = 366

/** First day in [from, from + a year) at least so long, or at most so long for short-day kinds. */
export function dayOfLength(
  site: Pick<Site, 'latitude'>,
  hours: number,
  habit: 'long' | 'short',
  from: Day,
): Day | undefined {
  for (let day = from; day < from + YEAR; day++) {
    const length = dayLength(day, site.latitude)
    if (habit === 'long' ? length >= hours : length <= hours) return day
  }
  return undefined
}

/**
 * Leaf time of a planting whose crop turns by day length.
 *
 * Leaves are counted on from the plant's age at planting, by the warmth of the open air.
 *
 * @returns `undefined` for day-neutral crops and those without a critical day length
 */
export function leafTime(
  stand: FieldCrop,
  { site, places }: Pick<Season, 'site' | 'places'>,
  air: OpenAir,
): LeafTime | undefined {
  const { care, growth } = stand.crop
  if (care.criticalHours === undefined || (care.dayLength !== 'long' && care.dayLength !== 'short')) return undefined
  const turns = dayOfLength(site, care.criticalHours, care.dayLength, stand.from)
  const until = turns ?? stand.until
  const start = stand.inPlace ? stand.inPlace.up : stand.from
  const age = stand.batch?.pass ? stand.batch.ageAtPlanting : 0
  const leaves =
    growth.leafInterval === undefined || start === undefined || start > until
      ? undefined
      : leavesAt(age + air.warmth(growth, start, until), growth.leafInterval, growth.firstLeaf)
  const lit = new Set((stand.batch?.stays ?? []).map(({ place }) => places[place]!))
  const lamps = [...lit].flatMap(({ name, lamp }) =>
    lamp && care.dayLength === 'long' && lamp.hours >= care.criticalHours! ? [{ place: name, hours: lamp.hours }] : [],
  )
  return { hours: care.criticalHours, turns, days: until - stand.from, leaves, lamps }
}
