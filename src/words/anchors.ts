/** What a planting day hangs on, in the grower's words. */
import { springFrost, type AnchorProblem, type TooEarly } from '../core/field/anchor'
import type { Crop, Planting, Season } from '../season/schema'
import { parseDay } from '../core/calendar/day'
import { count, list, type Format } from './format'

const ANCHOR_PROBLEMS: Record<AnchorProblem, string> = {
  'no-frost': 'The site has no frost dates yet: give them on the Farm page.',
  'no-maturity': 'This crop gives no days to harvest: add them under Know-how.',
  'from-sowing':
    'This crop counts its days to harvest from sowing, and no sowing works for it yet: choose a fixed day first.',
  'no-event': 'That event is no longer in the list: choose another, or a fixed day.',
  'no-bed': 'That bed is no longer there: choose another, or a fixed day.',
  'bed-open': 'Nothing stands in that bed before this planting, so it is free: choose a fixed day.',
  'never-warm': 'A usual spring here never gets so warm: choose a lower temperature, or a fixed day.',
  'never-ripe': 'A usual year here is never warm enough to ripen it by then: choose a later harvest.',
}

/** Why an anchor gives no day. */
export function anchorProblem(problem: AnchorProblem | TooEarly, f: Format): string {
  if (typeof problem === 'string') return ANCHOR_PROBLEMS[problem]
  const { planting, harvest } = problem
  const out = `the first day it usually goes out is ${f.date(planting)}`
  return harvest === undefined
    ? `Too early: ${out}, and a usual year here does not ripen it then. Choose another kind or a bed under cover.`
    : `Too early: ${out}, and its first harvest then is about ${f.date(harvest)}. A bed under cover, an earlier season group, or sowing the autumn before brings it forward.`
}

/** What an anchor is called. */
export const ANCHOR_WORDS: Record<NonNullable<Planting['anchor']>['to'], string> = {
  'last-frost': 'the last frost',
  'first-frost': 'the first autumn frost',
  harvest: 'its first harvest',
  event: 'its event',
  bed: 'its bed',
  warmth: 'warm nights and soil',
}

/** Days to harvest, as they are counted. */
function toHarvest(crop: Crop, f: Format): string {
  const { days, at } = crop.field.maturity!
  return at === undefined
    ? count(f, days, 'day')
    : `${count(f, days, 'day')} at ${f.temperature(at)}, counted in warmth,`
}

/** One sentence for an anchor. */
export function anchorSentence(
  anchor: NonNullable<Planting['anchor']>,
  crop: Crop,
  season: Pick<Season, 'site' | 'season' | 'beds'>,
  f: Format,
): string {
  switch (anchor.to) {
    case 'last-frost': {
      const frost = f.date(springFrost(season))
      if (anchor.days === 0) return `On the working frost date, ${frost}.`
      return `${anchor.weeks ? count(f, Math.abs(anchor.days) / 7, 'week') : count(f, Math.abs(anchor.days), 'day')} ${anchor.days > 0 ? 'after' : 'before'} the working frost date, ${frost}.`
    }
    case 'first-frost':
      return `Ready before the first autumn frost: ${count(f, crop.field.maturity!.days, 'day')} to harvest, × ${f.number(anchor.factor, 2)} for shortening days.`
    case 'harvest':
      return `${toHarvest(crop, f)} before a first harvest on ${f.date(parseDay(anchor.on))}.`
    case 'event': {
      const event = season.site.events.find(({ key }) => key === anchor.event)
      const when = event ? `${event.name} on ${f.date(parseDay(event.on))}` : 'the event'
      return `${toHarvest(crop, f)} before a first harvest ${anchor.days === 0 ? `for ${when}` : `${count(f, anchor.days, 'day')} ahead of ${when}`}.`
    }
    case 'bed': {
      const bed = season.beds.find(({ key }) => key === anchor.bed)?.name ?? 'the bed'
      return anchor.days === 0
        ? `On the day ${bed} is clear.`
        : `${count(f, anchor.days, 'day')} after ${bed} is clear.`
    }
    case 'warmth': {
      const parts = [
        anchor.night === undefined ? undefined : `usual nights keep above ${f.temperature(anchor.night)}`,
        anchor.soil === undefined ? undefined : `the soil has ${f.temperature(anchor.soil)}`,
      ].filter((part) => part !== undefined)
      return `From the day ${list(f, parts)}.`
    }
  }
}
