/** What of a season cannot be understood: it is left out, named and kept, and the rest works. */
import type { z } from 'zod'
import { choosesPlaces, LISTS, referencesOf } from './lists'
import { COLLECTIONS, type Collection } from './schema'

/** One thing that was left out. */
export interface SetAside {
  of: Collection | 'head' | 'records'
  key: string
  /** Why, in words. */
  problem: string
  /** As it stands in the database. */
  value: unknown
}

/**
 * Leaves out what refers to something that is left out itself, until nothing does any more.
 *
 * @param lists things by list
 * @param aside what was left out before; what is left out now is added
 * @returns the lists without them
 */
export function withoutBroken<T extends { value: { key: string } }>(
  lists: Readonly<Record<Collection, readonly T[]>>,
  aside: SetAside[],
): Readonly<Record<Collection, readonly T[]>> {
  const left = { ...lists }
  /** Whether a planting can do without any place; one that cannot is left out. */
  const needsNoPlace = (planting: { key: string; method?: unknown }): boolean => {
    const method = left.methods.find(({ value }) => value.key === planting.method)
    if (!method || !choosesPlaces(method.value)) return true
    aside.push({
      of: 'plantings',
      key: planting.key,
      problem: 'method: there is no place to raise it in.',
      value: planting,
    })
    return false
  }
  for (let before = -1; before !== aside.length;) {
    before = aside.length
    const keys = Object.fromEntries(
      COLLECTIONS.map((of) => [of, new Set(left[of].map(({ value }) => value.key))]),
    ) as Record<Collection, Set<string>>
    if (left.places.length === 0) left.plantings = left.plantings.filter((one) => needsNoPlace(one.value))
    for (const of of COLLECTIONS)
      left[of] = left[of].filter(({ value }) => {
        const broken = referencesOf(of, value).find(({ to, key }) => !keys[to].has(key))
        if (!broken) return true
        aside.push({
          of,
          key: value.key,
          problem: `${broken.at}: the ${LISTS[broken.to].one} "${broken.key}" cannot be read.`,
          value,
        })
        return false
      })
  }
  return left
}

/** Why something cannot be understood, in one line. */
export const oneLine = (error: z.ZodError): string =>
  error.issues
    .slice(0, 3)
    .map(({ path, message }) => (path.length > 0 ? `${path.join('.')}: ${message}` : message))
    .join('; ')
