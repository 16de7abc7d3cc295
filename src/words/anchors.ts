/** What a planting day hangs on, in the grower's words. */
import { springFrost, type AnchorProblem } from '../core/plan/anchor'
import type { Crop, Planting, Season } from '../season/schema'
import { parseDay } from '../core/calendar/day'
import { count, type Format } from './format'

export const ANCHOR_PROBLEMS: Record<AnchorProblem, string> = {
  'no-frost': 'The site has no frost dates yet: give them on the Farm page.',
  'no-maturity': 'This crop gives no days to harvest: add them under Know-how.',
  'from-sowing': 'This crop counts its days to harvest from sowing; give them from planting under Know-how, or choose a fixed day.',
}

/** One sentence for an anchor. */
export function anchorSentence(anchor: NonNullable<Planting['anchor']>, crop: Crop, season: Pick<Season, 'site' | 'season'>, f: Format): string {
  switch (anchor.to) {
    case 'last-frost': {
      const frost = f.date(springFrost(season))
      if (anchor.days === 0) return `On the working frost date, ${frost}.`
      return `${count(f, Math.abs(anchor.days), 'day')} ${anchor.days > 0 ? 'after' : 'before'} the working frost date, ${frost}.`
    }
    case 'first-frost':
      return `Ready before the first autumn frost: ${count(f, crop.field.maturity!.days, 'day')} to harvest, × ${f.number(anchor.factor, 2)} for shortening days.`
    case 'harvest':
      return `${count(f, crop.field.maturity!.days, 'day')} before a first harvest on ${f.date(parseDay(anchor.on))}.`
  }
}
