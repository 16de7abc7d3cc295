/** What is wrong in a line, in words. */
import { parseDay } from '../../core/calendar/day'
import type { SheetProblem } from '../../interchange/plan-sheet/read-rows'
import { list, type Format } from '../../words/format'

const offered = (like: readonly string[], f: Format) =>
  like.length === 0 ? '' : f.t('sheet.didYouMean', { names: list(f, like) })

/** One problem as a sentence. */
export function problemWords(problem: SheetProblem, f: Format): string {
  switch (problem.what) {
    case 'unknown':
      return problem.column === 'kind'
        ? f.t('sheet.unknownKind', { like: offered(problem.like, f) })
        : f.t('sheet.unknownVariety', { like: offered(problem.like, f) })
    case 'no-number':
      return problem.column === 'quantity' ? f.t('sheet.noQuantity') : f.t('sheet.noSeries')
    case 'too-few':
      return f.t('sheet.tooFew')
    case 'too-many':
      return f.t('sheet.tooMany')
    case 'not-from-this':
      return f.t('sheet.notFromThis')
    case 'no-unit':
      return f.t('sheet.noUnit')
    case 'no-spacing':
      return f.t('sheet.noSpacing')
    case 'no-day':
      return f.t('sheet.noDay')
    case 'either':
      return f.t('sheet.eitherDay', {
        one: f.date(parseDay(problem.days[0])),
        other: f.date(parseDay(problem.days[1])),
      })
    case 'before-first':
      return f.t('sheet.beforeFirst')
    case 'too-often':
      return f.t('sheet.tooOften')
    case 'outside':
      return f.t('sheet.outsideSeason', {
        from: f.date(parseDay(problem.days[0])),
        to: f.date(parseDay(problem.days[1])),
      })
    case 'not-after-sowing':
      return f.t('sheet.notAfterSowing', { day: f.date(parseDay(problem.day)) })
    case 'both':
      return f.t('sheet.bothOfSeries')
    case 'no-method':
      return f.t('sheet.noMethod', { names: list(f, problem.like) })
    case 'none-fits':
      return f.t('sheet.noneFits')
  }
}
