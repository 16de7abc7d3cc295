/** What is wrong with a batch, and what would do, in the grower's words. Every mark is phrased here and nowhere else. */
import type { Mark } from '../core/batch/marks'
import type { Remedy } from '../core/plan/nearest'
import type { Place } from '../season/schema'
import { count, range, shareWords, type Format } from './format'

/** One sentence for a mark. */
export function markSentence(mark: Mark, places: readonly Place[], f: Format): string {
  const place = 'place' in mark ? (places[mark.place]?.name ?? 'the place') : ''
  switch (mark.kind) {
    case 'container-too-small':
      return `${mark.container} is too small for this kind: it is too old there before its plug pulls cleanly.`
    case 'never-emerges': {
      const cold = mark.temperature <= mark.base + (mark.ceiling - mark.base) / 2
      return `${place} is too ${cold ? 'cold' : 'hot'} to germinate in: about ${f.temperature(mark.temperature)}, and this kind needs ${
        cold ? `well over ${f.temperature(mark.base)}` : `less than ${f.temperature(mark.ceiling)}`
      }.`
    }
    case 'no-germination':
      return `Nothing comes up on ${place} at about ${f.temperature(mark.temperature)}, so no number of cells is enough.`
    case 'too-many':
      return `${f.number(mark.plants)} plants would take more than ${f.number(mark.most)} cells in one sowing. Split it into several plantings.`
    case 'no-time':
      return mark.part === 'moves'
        ? `There is no time for all the moves before planting: growth on ${place} is too slow at about ${f.temperature(mark.temperature)}.`
        : `No sowing in the 400 days before is ready in time: growth on ${place} is too slow at about ${f.temperature(mark.temperature)}.`
    case 'slow-emergence':
      return `Slow to come up: ${count(f, mark.days, 'day')} on ${place} at about ${f.temperature(mark.temperature)}; ${count(f, Math.ceil(mark.fastestDays), 'day')} at its best temperature.`
    case 'weak-emergence':
      return `Only about ${shareWords(mark.share)} come up on ${place} at ${f.temperature(mark.temperature)}; the lot has ${shareWords(mark.lotShare)}.`
    case 'not-ready':
      return mark.days === undefined
        ? 'Sown then, it is not ready by planting, nor within a year after.'
        : `Not ready at planting: the plug pulls cleanly ${count(f, mark.days, 'day')} later.`
    case 'past-limit':
      return `Overgrown at planting: past what its container can hold by ${count(f, mark.days, 'day')}.`
    case 'outgrown-before-move':
      return `Outgrows ${mark.container} before it is potted up on ${f.date(mark.day)}.`
    case 'moves-after-planting':
      return mark.day === Infinity
        ? 'A potting-up or move on the way never comes: growth is too slow.'
        : `A potting-up or move falls on ${f.date(mark.day)}, not before planting.`
    case 'move-in-hardening':
      return `Potted up on ${f.date(mark.day)}, while it is hardening off.`
    case 'cold-place':
      return `${place} is too cold to grow on, ${range(f, mark.from, mark.until)}: about ${f.temperature(mark.temperature)}, ${shareWords(mark.share)} of full growth.`
    case 'cold-nights':
      return `${count(f, mark.nights, 'night')} under ${f.temperature(mark.below)} on ${place}, ${range(f, mark.from, mark.until)}.`
    case 'killing-nights':
      return `${count(f, mark.nights, 'usualNight')} under ${f.temperature(mark.below)} on ${place}, ${range(f, mark.from, mark.until)}: that kills it. Use a heated place, or plant later.`
    case 'slower-than-usual':
      return mark.stay
        ? `Slow on ${place}: ${weeks(f, mark.days)} where ${weeks(f, mark.usual[1])} are usual. A warmer or lit place, or a later planting, would shorten it.`
        : `Slow here: ${weeks(f, mark.days)} from sowing to planting, most of them on ${place}; ${weekRange(f, mark.usual)} are usual. A heated or lit place, a later planting, or sowing in place would do.`
    case 'faster-than-usual':
      return `Quick here: ${weeks(f, mark.days)} from sowing to planting, most of them on ${place}; ${weekRange(f, mark.usual)} are usual. A cooler place makes a sturdier plant.`
    case 'sown-before-season':
      return `Would be sown on ${f.date(mark.day)}, before the season begins on ${f.date(mark.begins)}. Plant later, or buy young plants.`
    case 'sowing-day-past':
      return `Its sowing day, ${f.date(mark.day)}, is past, and nobody has recorded that it was sown.`
    case 'cold-half-year':
      return `${f.date(mark.day)} is in the cold half of the year, and this kind bears no frost.`
    case 'weak-lot':
      return `${mark.lot} is down to about ${shareWords(mark.share)} by its age: ${f.number(mark.cells)} cells where its packet’s ${shareWords(mark.packet)} would need ${f.number(mark.usualCells)}. Test ten seeds, use another lot, or buy fresh seed.`
    case 'hot-days':
      return `${count(f, mark.days, 'day')} over ${f.temperature(mark.above)} on ${place}, ${range(f, mark.from, mark.until)}.`
    case 'place-closed':
      return `${place} is not open on ${f.date(mark.day)}.`
  }
}

/** Days as weeks; short ones as days. */
const weeks = (f: Format, days: number) => (days < 21 ? count(f, days, 'day') : `${f.number(days / 7, 1)} weeks`)
const weekRange = (f: Format, [a, b]: readonly [number, number]) =>
  b < 21 ? `${f.number(a)} to ${f.number(b)} days` : `${f.number(a / 7)} to ${f.number(b / 7)} weeks`

/** A word or two for a mark, for lists. */
export function markTag(mark: Mark): string {
  const tags: Record<Mark['kind'], string> = {
    'container-too-small': 'container too small',
    'never-emerges': 'never comes up',
    'no-germination': 'never comes up',
    'too-many': 'too many plants',
    'no-time': 'no time to grow',
    'slow-emergence': 'slow to come up',
    'weak-emergence': 'weak stand',
    'not-ready': 'not ready',
    'past-limit': 'overgrown',
    'outgrown-before-move': 'outgrows its cell',
    'moves-after-planting': 'moves too late',
    'move-in-hardening': 'moved in hardening',
    'cold-place': 'cold place',
    'cold-nights': 'cold nights',
    'killing-nights': 'killing cold',
    'slower-than-usual': 'slow',
    'faster-than-usual': 'quick',
    'sown-before-season': 'before the season',
    'sowing-day-past': 'sowing day past',
    'cold-half-year': 'out of season',
    'weak-lot': 'weak seed',
    'hot-days': 'too hot',
    'place-closed': 'place closed',
  }
  return tags[mark.kind]
}

/** One sentence for what would work. */
export function remedySentence(remedy: Remedy, f: Format): string {
  switch (remedy.kind) {
    case 'sow-on':
      return `Sow on ${f.date(remedy.day)}, the day counted back.`
    case 'plant-on':
      return remedy.sow === undefined
        ? `Plant on ${f.date(remedy.day)}.`
        : `Plant on ${f.date(remedy.day)}, sown ${f.date(remedy.sow)}.`
    case 'germinate-at':
      return `Germinate on ${remedy.place.name}, sown ${f.date(remedy.sow)}.`
    case 'container':
      return `Use ${remedy.container.name}, sown ${f.date(remedy.sow)}.`
  }
}
