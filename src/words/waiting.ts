/** What waiting with a piece of work means, in the grower's words. */
import type { Waiting } from '../core/advice/missed-day'
import type { Format } from './format'

/** Until when it can wait, and what happens then. */
export function waitingWords({ last, slips }: Waiting, today: number, f: Format): string {
  if (last < today)
    return f.t('words.waiting.couldWaitUntil', { last: f.date(last), then: f.t(`words.waiting.then.${slips}`) })
  if (last === today) return f.t('words.waiting.todayIsTheLastGood', { then: f.t(`words.waiting.then.${slips}`) })
  return f.t('words.waiting.canWaitUntilThen', { last: f.date(last), then: f.t(`words.waiting.then.${slips}`) })
}
