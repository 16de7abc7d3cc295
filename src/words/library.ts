/** Where a figure comes from, and what lots and schools lack, in the grower's words. */
import { growthRate } from '../core/growth/rate'
import { daysToEmerge, weeksTo } from '../core/growth/entry'
import type { LotReason, LotWarning } from '../core/seed/ageing'
import { usualGermination, type About } from '../library/entry'
import type { SchoolNeeds } from '../library/schools'
import type { Crop } from '../season/schema'

import { shareWords, type Format } from './format'
/** Where a figure comes from, in a few words. */
export function sourceWords(about: About | undefined): string {
  if (!about) return 'yours'
  if (about.source === 'measured') return about.cited ?? about.says
  return about.source === 'range' ? `published range: ${about.says}` : about.says
}

/** What a farm lacks for a school. */
export function needsWords({ needs }: SchoolNeeds): string {
  const words: Record<SchoolNeeds['needs'], string> = {
    cells: 'needs a cell tray or pot of a fitting size',
    pots: 'needs pots',
    'open-flat': 'needs an open flat',
    'block-sheet': 'needs soil-block sheets',
    plantable: 'needs pots that are planted whole',
    sheet: 'needs foam, pellet or fibre sheets',
    place: 'needs a place to grow on',
    'leaf-interval': 'needs to know how fast true leaves come',
    'larger-container': 'needs a larger container to pot into',
    spacing: 'needs the distance between plants',
  }
  return words[needs]
}

/** Why a lot stands where it does. */
export function lotReasonWords(reason: LotReason, f: Format): string {
  switch (reason.kind) {
    case 'packet':
      return `${shareWords(reason.share)} by its packet or test of ${f.number(reason.tested)} seeds.`
    case 'untested':
      return `Never tested: assumed to be the usual ${shareWords(reason.share)} of its kind, which is not certain. Test ten seeds on damp paper.`
    case 'aged': {
      const stored = reason.stored
        ? { 'cool-dry': 'cool and dry', room: 'in a room', 'warm-damp': 'warm and damp' }[reason.stored]
        : 'in a room (not stated)'
      const form = reason.form === 'raw' ? '' : `, and ${reason.form} seed ages faster`
      return `Kept ${stored} for ${f.number(reason.years, 1)} years since${form}: down to about ${shareWords(reason.to)}, an estimate.`
    }
    case 'home-test':
      return `Home test on ${f.date(reason.on)}: ${f.number(reason.up)} of ${f.number(reason.sown)} came up (${shareWords(reason.up / reason.sown)}).`
  }
}

/** What to be careful of with a lot. */
export function lotWarningWords(warning: LotWarning): string {
  switch (warning) {
    case 'old-pelleted':
      return 'Pelleted seed more than a year old: test it before you rely on it.'
    case 'untested':
      return 'Untested: sow ten on damp paper and enter how many come up.'
    case 'no-test':
      return 'No test date and no year: its age is not known.'
    case 'old-test':
      return 'Last tested more than a year ago.'
    case 'weak':
      return 'Weak: well under what this kind usually does. Sow thicker, or replace it.'
    case 'treated':
      return 'Treated seed: never eaten or fed, gloves on; follow the label and local rules.'
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
      return days === undefined ? '' : `half are up in about ${f.number(days)} days at ${f.temperature(germinates)}`
    }
    case 'growth.leafInterval': {
      const rate = growthRate(growth, grows)
      return growth.leafInterval === undefined || rate <= 0
        ? ''
        : `about every ${f.number(growth.leafInterval / rate, 1)} days at ${f.temperature(grows)}`
    }
    case 'growth.points': {
      const weeks = (age: number) => weeksTo(g, growth, age, grows, germinates)
      return growth.points
        .map(({ ml, ready, limit }) => {
          const [from, to] = [weeks(ready), weeks(limit)]
          return from === undefined || to === undefined
            ? ''
            : `${f.volume(ml)}: ${f.number(from, 1)} to ${f.number(to, 1)} weeks from sowing at ${f.temperature(grows)}`
        })
        .filter((text) => text !== '')
        .join('; ')
    }
    default:
      return ''
  }
}
