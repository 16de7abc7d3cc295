/** Kinds of places and containers, months and weekdays, in the grower's words. */
import type { Container, Place } from '../season/schema'
import { shareWords, type Format } from './format'

export const CONTAINER_KIND_WORDS: Record<Container['kind'], string> = {
  'open-flat': 'open flat',
  'cell-tray': 'cell tray',
  'break-apart-pack': 'packs that break apart',
  'block-sheet': 'soil-block sheet',
  'foam-sheet': 'foam sheet',
  'pellet-sheet': 'pellet sheet',
  'fibre-sheet': 'mineral-fibre sheet',
  pots: 'pots in a carrier',
}

export const PLACE_KIND_WORDS: Record<Place['kind'], string> = {
  'heat-mat': 'heat mat',
  'germination-cabinet': 'germination cabinet',
  'lit-shelf': 'lit shelf',
  bench: 'bench',
  tunnel: 'tunnel',
  'cold-frame': 'cold frame',
  'hardening-area': 'hardening area',
}

export const MONTHS = ['Jan', 'Feb', 'Mar', 'Apr', 'May', 'Jun', 'Jul', 'Aug', 'Sep', 'Oct', 'Nov', 'Dec'] as const
export const WEEKDAYS = ['Mon', 'Tue', 'Wed', 'Thu', 'Fri', 'Sat', 'Sun'] as const

/** How warm a place is. */
export function warmthWords(t: Place['temperature'], f: Format): string {
  if (t.held !== undefined) return `held at ${f.temperature(t.held)}`
  const parts = [t.lift ? `${f.degrees(t.lift)} over outdoors` : 'as outdoors']
  if (t.floor !== undefined) parts.push(`not under ${f.temperature(t.floor)}`)
  if (t.ceiling !== undefined) parts.push(`not over ${f.temperature(t.ceiling)}`)
  return parts.join(', ')
}

/** What light it has. */
export function lightWords(place: Place): string {
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
