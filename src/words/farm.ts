/** Kinds of places and containers, months and weekdays, in the grower's words. */
import type { Container, Place } from '../season/schema'
import { shareWords, type Format } from './format'

export const MONTHS = ['Jan', 'Feb', 'Mar', 'Apr', 'May', 'Jun', 'Jul', 'Aug', 'Sep', 'Oct', 'Nov', 'Dec'] as const
export const WEEKDAYS = ['Mon', 'Tue', 'Wed', 'Thu', 'Fri', 'Sat', 'Sun'] as const

/** How warm a place is. */
export function warmthWords(t: Place['temperature'], f: Format): string {
  if (t.held !== undefined) return f.t('words.farm.heldAt', { temperature: f.temperature(t.held) })
  const parts = [t.lift ? f.t('words.farm.overOutdoors', { degrees: f.degrees(t.lift) }) : f.t('words.farm.asOutdoors')]
  if (t.floor !== undefined) parts.push(f.t('words.farm.notUnder', { temperature: f.temperature(t.floor) }))
  if (t.ceiling !== undefined) parts.push(f.t('words.farm.notOver', { temperature: f.temperature(t.ceiling) }))
  return parts.join(', ')
}

/** What light it has. */
export function lightWords(place: Place, f: Format): string {
  const parts: string[] = []
  if (place.transmission !== undefined) parts.push(`${shareWords(place.transmission)} of daylight`)
  if (place.lamp) parts.push(`lamp ${place.lamp.ppfd} µmol/m²s, ${place.lamp.hours} h`)
  return parts.join(' and ') || 'taken as enough'
}

/** `03-01` as `1 Mar`. */
export function monthDay(text: string, f: Format): string {
  const [month, date] = text.split('-').map(Number) as [number, number]
  return f.shortDate(Date.UTC(2027, month - 1, date) / 86_400_000)
}
