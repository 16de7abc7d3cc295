/** Where a figure comes from, and what lots and schools lack, in the grower's words. */
import { growthRate } from '../core/growth/rate'
import { daysToEmerge, weeksTo } from '../core/growth/entry'
import type { LotReason, LotWarning } from '../core/seed/ageing'
import { usualGermination, type About } from '../library/entry'
import type { SchoolNeeds } from '../library/schools'
import type { Crop } from '../season/schema'

import { shareWords, type Format } from './format'
/** Where a figure comes from, in a few words. */
export function sourceWords(about: About | undefined, f: Format): string {
  if (!about) return f.t('words.figures.yours')
  if (about.source === 'measured') return about.cited ?? about.says
  return about.source === 'range' ? f.t('words.figures.publishedRange', { says: about.says }) : about.says
}

/** What a farm lacks for a school. */
export function needsWords({ needs }: SchoolNeeds, f: Format): string {
  return f.t(`words.figures.lacked.${needs}`)
}

/** Why a lot stands where it does. */
export function lotReasonWords(reason: LotReason, f: Format): string {
  switch (reason.kind) {
    case 'packet':
      return f.t('words.figures.byItsPacketOrTest', {
        share: shareWords(reason.share),
        tested: f.number(reason.tested),
      })
    case 'untested':
      return f.t('words.figures.neverTestedAssumedToBe', { share: shareWords(reason.share) })
    case 'aged': {
      const stored = reason.stored
        ? {
            'cool-dry': f.t('words.figures.coolAndDry'),
            room: f.t('words.figures.inARoom'),
            'warm-damp': f.t('words.figures.warmAndDamp'),
          }[reason.stored]
        : f.t('words.figures.inARoomNotStated')
      const form = reason.form === 'raw' ? '' : f.t('words.figures.andSeedAgesFaster', { form: reason.form })
      return f.t('words.figures.keptForYearsSinceDown', {
        stored,
        years: f.number(reason.years, 1),
        form,
        share: shareWords(reason.to),
      })
    }
    case 'home-test':
      return f.t('words.figures.homeTestOnOfCame', {
        on: f.date(reason.on),
        up: f.number(reason.up),
        sown: f.number(reason.sown),
        share: shareWords(reason.up / reason.sown),
      })
  }
}

/** What to be careful of with a lot. */
export function lotWarningWords(warning: LotWarning, f: Format): string {
  switch (warning) {
    case 'old-pelleted':
      return f.t('words.figures.pelletedSeedMoreThanA')
    case 'untested':
      return f.t('words.figures.untestedSowTenOnDamp')
    case 'no-test':
      return f.t('words.figures.noTestDateAndNo')
    case 'old-test':
      return f.t('words.figures.lastTestedMoreThanA')
    case 'weak':
      return f.t('words.figures.weakWellUnderWhatThis')
    case 'treated':
      return f.t('words.figures.treatedSeedNeverEatenOr')
  }
}

/** A figure of the model said the way growers say it; empty where it already is. */
export function plainly(crop: Crop, path: string, f: Format): string {
  const { germination: g, growth } = crop
  const germinates = usualGermination(g)
  const grows = growth.usual ? (growth.usual[0] + growth.usual[1]) / 2 : growth.optimum - 6
  switch (path) {
    case 'germination.thermalTime': {
      const days = daysToEmerge(g, germinates)
      return days === undefined
        ? ''
        : f.t('words.figures.halfAreUpInAbout', { days: f.number(days), temperature: f.temperature(germinates) })
    }
    case 'growth.leafInterval': {
      const rate = growthRate(growth, grows)
      return growth.leafInterval === undefined || rate <= 0
        ? ''
        : f.t('words.figures.aboutEveryDaysAt', {
            leafInterval: f.number(growth.leafInterval / rate, 1),
            temperature: f.temperature(grows),
          })
    }
    case 'growth.points': {
      const weeks = (age: number) => weeksTo(g, growth, age, grows, germinates)
      return growth.points
        .map(({ ml, ready, limit }) => {
          const [from, to] = [weeks(ready), weeks(limit)]
          return from === undefined || to === undefined
            ? ''
            : f.t('words.figures.toWeeksFromSowingAt', {
                volume: f.volume(ml),
                from: f.number(from, 1),
                to: f.number(to, 1),
                temperature: f.temperature(grows),
              })
        })
        .filter((text) => text !== '')
        .join('; ')
    }
    default:
      return ''
  }
}
