/** What the buying list shows. */
import { parseDay, type Day } from '../../core/calendar/day'
import { toBuy, type ToBuy } from '../../core/stores/buying'
import type { Need } from '../../core/stores/needs'
import { freeKeyIn } from '../../season/keys'
import type { Season, Supply } from '../../season/schema'
import { amountWords, needName } from '../../words/stores'
import { list, type Format } from '../../words/format'
import './words'

/** A supply for a need that has none yet. */
export const newSupply = (season: Pick<Season, 'supplies'>, { of, name }: Need, f: Format): Supply => ({
  key: freeKeyIn(season.supplies, 'supply'),
  name: needName(f, { of, name }),
  of,
  offers: [],
})

/** Something to keep in store that no plan asks for. */
export const freshSupply = (season: Pick<Season, 'supplies'>, name: string): Supply => ({
  key: freeKeyIn(season.supplies, 'supply'),
  name,
  of: { what: 'material', material: name, unit: 'l' },
  offers: [],
})

/** The suppliers of a farm, each once. */
export const suppliersOf = ({ supplies }: Pick<Season, 'supplies'>): string[] =>
  [...new Set(supplies.flatMap(({ offers }) => offers.map(({ supplier }) => supplier)))].sort((a, b) =>
    a.localeCompare(b),
  )

/** `2 × 50 l and 1 × 20 l, the merchant in town`. */
export function packWords({ need, packs }: Pick<ToBuy, 'need' | 'packs'>, f: Format): string {
  const sizes = new Map<string, string[]>()
  for (const { offer, count } of packs)
    sizes.set(offer.supplier, [
      ...(sizes.get(offer.supplier) ?? []),
      `${f.number(count)} × ${amountWords(f, offer.size, need.unit)}`,
    ])
  return [...sizes].map(([supplier, all]) => f.t('buying.packs', { sizes: list(f, all), supplier })).join('; ')
}

/** How a line stands: it should have been ordered, is to be this week, or has time. */
export const urgency = ({ orderBy }: Pick<ToBuy, 'orderBy'>, today: Day): 'late' | 'soon' | 'later' =>
  orderBy === undefined || orderBy > today + 7 ? 'later' : orderBy < today ? 'late' : 'soon'

/** A need as it would be with another supply: what is in the form, before it is saved. */
export function withSupply(need: Need, supply: Supply, today: Day): ToBuy {
  if (need.of.what !== 'material' && need.of.what !== 'labels') return toBuy({ ...need, supply })
  // Counted today, nothing has been used of it since.
  const countedNow = supply.countedOn === undefined || parseDay(supply.countedOn) >= today
  const have = supply.have === need.supply?.have && supply.countedOn === need.supply?.countedOn ? need.have : countedNow ? supply.have : need.have // prettier-ignore
  return toBuy({ ...need, supply, have, short: Math.max(0, need.needed - (have ?? 0) - need.onOrder) })
}
