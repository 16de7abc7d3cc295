/** What is over, when and by how much, in the grower's words. */
import type { Day } from '../core/calendar/day'
import type { Load, Over } from '../core/capacity/load'
import { count, range, type Format } from './format'

/** `8 over, 24 Apr to 3 May`. */
export function overWords(over: Over, f: Format): string {
  return f.t('words.loads.over', {
    // To the half place: a tray's edge is no truer than that.
    most: f.number(Math.max(0.5, Math.round(over.most * 2) / 2), 1),
    range: range(f, over.from, over.until),
  })
}

/** The stretch over its limit that holds a day, or else the next one. */
export function nextOver(load: Load<unknown>, day: Day): Over | undefined {
  return load.over.find((over) => over.until > day)
}

/** All a load says about being over, from a day on. */
export function overSummary(load: Load<unknown>, day: Day, f: Format): string {
  const coming = load.over.filter((over) => over.until > day)
  if (coming.length === 0)
    return load.over.length === 0 ? f.t('words.loads.neverOver') : f.t('words.loads.notOverAgain')
  const [first, ...rest] = coming
  return `${overWords(first!, f)}${rest.length > 0 ? f.t('words.loads.later', { moreTimes: count(f, rest.length, 'moreTime') }) : ''}`
}
