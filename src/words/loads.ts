/** What is over, when and by how much, in the grower's words. */
import type { Day } from '../core/calendar/day'
import type { Load, Over } from '../core/capacity/load'
import type { Limit } from '../core/capacity/limits'
import { count, halfWords, hoursWords, range, type Format } from './format'

/** How much of a limit: tray places to the half (`7½`), hours as people say them (`2 h 10 min`). */
export const loadWords = (amount: number, f: Format, unit: Limit['unit'] = 'tray place'): string =>
  unit === 'hour' ? hoursWords(f, amount) : halfWords(f, amount)

/** How much of it is over: never said to be nothing. */
export const beyondWords = (amount: number, f: Format, unit: Limit['unit'] = 'tray place'): string =>
  loadWords(Math.max(unit === 'hour' ? 1 / 60 : 0.5, amount), f, unit)

/** `8 over, 24 Apr to 3 May`. */
export function overWords(over: Over, f: Format, unit?: Limit['unit']): string {
  return f.t('words.loads.over', {
    most: beyondWords(over.most, f, unit),
    range: range(f, over.from, over.until),
  })
}

/** The stretch over its limit that holds a day, or else the next one. */
export function nextOver(load: Load<unknown>, day: Day): Over | undefined {
  return load.over.find((over) => over.until > day)
}

/** All a load says about being over, from a day on. */
export function overSummary(load: Load<unknown>, day: Day, f: Format, unit?: Limit['unit']): string {
  const coming = load.over.filter((over) => over.until > day)
  if (coming.length === 0)
    return load.over.length === 0 ? f.t('words.loads.neverOver') : f.t('words.loads.notOverAgain')
  const [first, ...rest] = coming
  return `${overWords(first!, f, unit)}${rest.length > 0 ? f.t('words.loads.later', { moreTimes: count(f, rest.length, 'moreTime') }) : ''}`
}
