/** Mixes in the grower's words. */
import type { DOSE_UNITS, Mix } from '../season/schema'
import { mixWords, type Format } from './format'

type DoseUnit = (typeof DOSE_UNITS)[number]

/** So much of an additive, in the unit its dose is said in. */
export function doseWords(f: Format, { amount, unit }: { amount: number; unit: DoseUnit }): string {
  const text = f.number(amount, amount < 10 ? 1 : 0)
  return f.t(`words.mix.dose.${unit}`, { n: amount, text })
}

/** What a mix is made of: `Compost 3, coir 3; Bone meal 20 g in 10 l`. */
export function recipeWords(f: Format, { parts, additives }: Pick<Mix, 'parts' | 'additives'>): string {
  const made =
    parts.length === 1 ? parts[0]!.what : parts.map(({ what, parts }) => `${what} ${f.number(parts, 2)}`).join(', ')
  const added = additives.map(({ what, amount, unit, litres = 10 }) =>
    f.t('words.mix.doseIn', { what, dose: doseWords(f, { amount, unit }), litres: mixWords(f, litres) }),
  )
  return [made, ...added].join('; ')
}
