/** What is wrong with a batch, and what would do, in the grower's words. Every mark is phrased here and nowhere else. */
import type { Mark } from '../core/batch/marks'
import type { Remedy } from '../core/plan/nearest'
import type { Place } from '../season/schema'
import { count, range, shareWords, type Format } from './format'
import { placed } from './placed'

/** One sentence for a mark. */
export function markSentence(mark: Mark, places: readonly Place[], f: Format): string {
  const stood = 'place' in mark ? places[mark.place] : undefined
  const place = stood?.name ?? f.t('words.marks.thePlace')
  const at = stood ? placed(f, stood) : f.t('words.marks.there')
  switch (mark.kind) {
    case 'container-too-small':
      return f.t('words.marks.isTooSmallForThis', { container: mark.container })
    case 'never-emerges': {
      const cold = mark.temperature <= mark.base + (mark.ceiling - mark.base) / 2
      return f.t('words.marks.isTooHotToGerminate', {
        place,
        cold: cold ? 'yes' : 'no',
        temperature: f.temperature(mark.temperature),
        extra: cold
          ? f.t('words.marks.wellOver', { temperature: f.temperature(mark.base) })
          : f.t('words.marks.lessThan', { temperature: f.temperature(mark.ceiling) }),
      })
    }
    case 'no-germination':
      return f.t('words.marks.nothingComesUpOnAt', { at, temperature: f.temperature(mark.temperature) })
    case 'too-many':
      return f.t('words.marks.plantsWouldTakeMoreThan', { plants: f.number(mark.plants), most: f.number(mark.most) })
    case 'no-time':
      return mark.part === 'moves'
        ? f.t('words.marks.thereIsNoTimeFor', { at, temperature: f.temperature(mark.temperature) })
        : f.t('words.marks.noSowingInThe400', { at, temperature: f.temperature(mark.temperature) })
    case 'slow-emergence':
      return f.t('words.marks.slowToComeUpOn', {
        days: count(f, mark.days, 'day'),
        at,
        temperature: f.temperature(mark.temperature),
        days2: count(f, Math.ceil(mark.fastestDays), 'day'),
      })
    case 'weak-emergence':
      return f.t('words.marks.onlyAboutComeUpOn', {
        share: shareWords(mark.share),
        at,
        temperature: f.temperature(mark.temperature),
        share2: shareWords(mark.lotShare),
      })
    case 'not-ready':
      return mark.days === undefined
        ? f.t('words.marks.sownThenItIsNot')
        : f.t('words.marks.notReadyAtPlantingThe', { days: count(f, mark.days, 'day') })
    case 'past-limit':
      return f.t('words.marks.overgrownAtPlantingPastWhat', { days: count(f, mark.days, 'day') })
    case 'outgrown-before-move':
      return f.t('words.marks.outgrowsBeforeItIsPotted', { container: mark.container, day: f.date(mark.day) })
    case 'moves-after-planting':
      return mark.day === Infinity
        ? f.t('words.marks.aPottingUpOrMove')
        : f.t('words.marks.aPottingUpOrMoveOfDay', { day: f.date(mark.day) })
    case 'move-in-hardening':
      return f.t('words.marks.pottedUpOnWhileIt', { day: f.date(mark.day) })
    case 'cold-place':
      return f.t('words.marks.isTooColdToGrow', {
        place,
        range: range(f, mark.from, mark.until),
        temperature: f.temperature(mark.temperature),
        share: shareWords(mark.share),
      })
    case 'cold-nights':
      return f.t('words.marks.underOn', {
        nights: count(f, mark.nights, 'night'),
        temperature: f.temperature(mark.below),
        at,
        range: range(f, mark.from, mark.until),
      })
    case 'killing-nights':
      return f.t('words.marks.underOnThatKillsIt', {
        usualNights: count(f, mark.nights, 'usualNight'),
        temperature: f.temperature(mark.below),
        at,
        range: range(f, mark.from, mark.until),
      })
    case 'slower-than-usual':
      return mark.stay
        ? f.t('words.marks.slowOnWhereAreUsual', { at, weeks: weeks(f, mark.days), weeks2: weeks(f, mark.usual[1]) })
        : f.t('words.marks.slowHereFromSowingTo', {
            weeks: weeks(f, mark.days),
            at,
            weekRange: weekRange(f, mark.usual),
          })
    case 'faster-than-usual':
      return f.t('words.marks.quickHereFromSowingTo', {
        weeks: weeks(f, mark.days),
        at,
        weekRange: weekRange(f, mark.usual),
      })
    case 'sown-before-season':
      return f.t('words.marks.wouldBeSownOnBefore', { day: f.date(mark.day), begins: f.date(mark.begins) })
    case 'sowing-day-past':
      return f.t('words.marks.itsSowingDayIsPast', { day: f.date(mark.day) })
    case 'cold-half-year':
      return f.t('words.marks.isInTheColdHalf', { day: f.date(mark.day) })
    case 'weak-lot':
      return f.t('words.marks.isDownToAboutBy', {
        lot: mark.lot,
        share: shareWords(mark.share),
        cells: f.number(mark.cells),
        share2: shareWords(mark.packet),
        usualCells: f.number(mark.usualCells),
      })
    case 'hot-days':
      return f.t('words.marks.overOn', {
        days: count(f, mark.days, 'day'),
        temperature: f.temperature(mark.above),
        at,
        range: range(f, mark.from, mark.until),
      })
    case 'place-closed':
      return f.t('words.marks.isNotOpenOn', { place, day: f.date(mark.day) })
  }
}

/** Days as weeks; short ones as days. */
const weeks = (f: Format, days: number) =>
  days < 21 ? count(f, days, 'day') : f.t('words.marks.weeks', { days: f.number(days / 7, 1) })
const weekRange = (f: Format, [a, b]: readonly [number, number]) =>
  b < 21
    ? f.t('words.marks.toDays', { a: f.number(a), b: f.number(b) })
    : f.t('words.marks.toWeeks', { a: f.number(a / 7), b: f.number(b / 7) })

/** A word or two for a mark, for lists. */
export function markTag(mark: Mark, f: Format): string {
  return f.t(`words.marks.tags.${mark.kind}`)
}

/** One sentence for what would work. */
export function remedySentence(remedy: Remedy, f: Format): string {
  switch (remedy.kind) {
    case 'sow-on':
      return f.t('words.marks.sowOnTheDayCounted', { day: f.date(remedy.day) })
    case 'plant-on':
      return remedy.sow === undefined
        ? f.t('words.marks.plantOn', { day: f.date(remedy.day) })
        : f.t('words.marks.plantOnSown', { day: f.date(remedy.day), sow: f.date(remedy.sow) })
    case 'germinate-at':
      return f.t('words.marks.germinateOnSown', { at: placed(f, remedy.place), sow: f.date(remedy.sow) })
    case 'container':
      return f.t('words.marks.useSown', { container: remedy.container.name, sow: f.date(remedy.sow) })
  }
}
