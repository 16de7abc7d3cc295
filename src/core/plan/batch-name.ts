/** What a batch is called, by its id alone. */
import type { Season } from '../../season/schema'
import { partOf, rootOf } from '../ledger/records'

/**
 * Code and variety of a batch or part by its id, without counting anything back: `LA-4 Lettuce, red oak`.
 *
 * @returns nothing where no planting has that batch
 */
export function batchName(
  { plantings, varieties }: Pick<Season, 'plantings' | 'varieties'>,
  id: string,
): string | undefined {
  const root = rootOf(id)
  const nthOf = (key: string) => (root.startsWith(`${key}.`) ? root.slice(key.length + 1) : '')
  const found = plantings.find(({ key, series }) => (series ? /^\d+$/.test(nthOf(key)) : root === key))
  if (!found) return undefined
  const nth = found.series ? `-${nthOf(found.key)}` : ''
  const part = partOf(id)
  const variety = varieties.find(({ key }) => key === found.variety)?.name ?? ''
  return `${found.code}${nth}${part > 1 ? `/${part}` : ''} ${variety}`
}
