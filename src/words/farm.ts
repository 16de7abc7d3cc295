/** Kinds of places and containers, months and weekdays, in the grower's words. */
import type { Place } from '../season/schema'
import { shareWords, type Format } from './format'

/** The months by their short names, from January. */
export const monthNames = (f: Format): string[] =>
  Array.from({ length: 12 }, (_, month) =>
    named(f, { month: 'short' }, Date.UTC(2027, month, 1)).replace('Sept', 'Sep'),
  )

/** The days of the week by their short names, from Monday. */
export const weekdayNames = (f: Format): string[] =>
  Array.from({ length: 7 }, (_, day) => named(f, { weekday: 'short' }, Date.UTC(2027, 0, 4 + day)))

const named = (f: Format, what: Intl.DateTimeFormatOptions, at: number) =>
  new Intl.DateTimeFormat(f.locale, { ...what, timeZone: 'UTC' }).format(at)

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
  if (place.transmission !== undefined)
    parts.push(f.t('words.farm.ofDaylight', { share: shareWords(place.transmission) }))
  if (place.lamp)
    parts.push(f.t('words.farm.lampMolMSH', { ppfd: String(place.lamp.ppfd), hours: String(place.lamp.hours) }))
  return parts.join(f.t('words.farm.and')) || f.t('words.farm.takenAsEnough')
}

/** `03-01` as `1 Mar`. */
export function monthDay(text: string, f: Format): string {
  const [month, date] = text.split('-').map(Number) as [number, number]
  return f.shortDate(Date.UTC(2027, month - 1, date) / 86_400_000)
}
