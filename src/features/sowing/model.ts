/** What a sowing day needs and lacks. */
import type { Missing } from '../../core/plan/sowing-day'
import { count, type Format } from '../../words/format'

export function missingWords(one: Missing, f: Format): string {
  switch (one.kind) {
    case 'seed':
      return `${count(f, one.short, 'seed')} of ${one.lot}, for ${one.batch.code}`
    case 'no-lot':
      return `no seed is entered for ${one.batch.code} ${one.batch.variety.name}`
    case 'container':
      return `${f.number(one.short)} × ${one.container.name}`
    case 'place':
      return `room for ${f.number(one.over, 1)} trays on ${one.place.name}`
    case 'preparation':
      return `${one.what} of ${one.batch.code}, from ${f.date(one.from)}`
  }
}
