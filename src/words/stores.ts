/** What is in store, in the grower's words. */
import type { Need } from '../core/stores/needs'
import type { StoreUnit } from '../core/supply/thing'
import { count, mixWords, type Format } from './format'
import { doseWords } from './mix'

/** So much of something: `1,200 seeds`, `35 l`, `2 cups`. */
export function amountWords(f: Format, amount: number, unit: StoreUnit): string {
  switch (unit) {
    case 'seeds':
      return count(f, Math.ceil(amount), 'seed')
    case 'trays':
      return count(f, Math.ceil(amount), 'tray')
    case 'labels':
      return count(f, Math.ceil(amount), 'label')
    case 'l':
      return mixWords(f, amount)
    default:
      return doseWords(f, { amount, unit })
  }
}

/** What a need is of. */
export const needName = (f: Format, { of, name }: Pick<Need, 'of' | 'name'>): string =>
  of.what === 'labels' ? f.t('words.stores.labels') : of.what === 'seed' ? f.t('words.stores.seedOf', { name }) : name
