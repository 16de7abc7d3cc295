/** What a planting day hangs on, in the grower's words. */
import { springFrost, type AnchorProblem, type TooEarly } from '../core/field/anchor'
import type { Crop, Planting, Season } from '../season/schema'
import { parseDay } from '../core/calendar/day'
import { count, list, type Format } from './format'

/** Why an anchor gives no day. */
export function anchorProblem(problem: AnchorProblem | TooEarly, f: Format): string {
  if (typeof problem === 'string') return f.t(`words.anchors.anchorProblems.${problem}`)
  const { planting, harvest } = problem
  const out = f.t('words.anchors.theFirstDayItUsually', { planting: f.date(planting) })
  return harvest === undefined
    ? f.t('words.anchors.tooEarlyAndAUsual', { out })
    : f.t('words.anchors.tooEarlyAndItsFirst', { out, harvest: f.date(harvest) })
}

/** Days to harvest, as they are counted. */
function toHarvest(crop: Crop, f: Format): string {
  const { days, at } = crop.field.maturity!
  return at === undefined
    ? count(f, days, 'day')
    : f.t('words.anchors.atCountedInWarmth', { days: count(f, days, 'day'), temperature: f.temperature(at) })
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
      const frost = f.date(springFrost(season, anchor.average))
      const average = anchor.average ? 'yes' : 'no'
      if (anchor.days === 0) return f.t('words.anchors.onTheWorkingFrostDate', { frost, average })
      return f.t('words.anchors.beforeTheWorkingFrostDate', {
        extra: anchor.weeks ? count(f, Math.abs(anchor.days) / 7, 'week') : count(f, Math.abs(anchor.days), 'day'),
        days: anchor.days > 0 ? 'yes' : 'no',
        average,
        frost,
      })
    }
    case 'first-frost':
      return f.t('words.anchors.readyBeforeTheFirstAutumn', {
        days: count(f, crop.field.maturity!.days, 'day'),
        factor: f.number(anchor.factor, 2),
      })
    case 'harvest':
      return f.t('words.anchors.beforeAFirstHarvestOn', {
        toHarvest: toHarvest(crop, f),
        parseDay: f.date(parseDay(anchor.on)),
      })
    case 'event': {
      const event = season.site.events.find(({ key }) => key === anchor.event)
      const when = event
        ? f.t('words.anchors.on', { event: event.name, parseDay: f.date(parseDay(event.on)) })
        : f.t('words.anchors.theEvent')
      return f.t('words.anchors.beforeAFirstHarvest', {
        toHarvest: toHarvest(crop, f),
        extra:
          anchor.days === 0
            ? f.t('words.anchors.for', { when })
            : f.t('words.anchors.aheadOf', { days: count(f, anchor.days, 'day'), when }),
      })
    }
    case 'bed': {
      const bed = season.beds.find(({ key }) => key === anchor.bed)?.name ?? f.t('words.anchors.theBed')
      return anchor.days === 0
        ? f.t('words.anchors.onTheDayIsClear', { bed })
        : f.t('words.anchors.afterIsClear', { days: count(f, anchor.days, 'day'), bed })
    }
    case 'warmth': {
      const parts = [
        anchor.night === undefined
          ? undefined
          : f.t('words.anchors.usualNightsKeepAbove', { temperature: f.temperature(anchor.night) }),
        anchor.soil === undefined
          ? undefined
          : f.t('words.anchors.theSoilHas', { temperature: f.temperature(anchor.soil) }),
      ].filter((part) => part !== undefined)
      return f.t('words.anchors.fromTheDay', { list: list(f, parts) })
    }
  }
}
