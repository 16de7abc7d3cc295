/** Sister work: the same step of several batches at one place, which is done in one go. */
import type { Work } from '../../core/advice/work'
import type { Batch } from '../../core/batch/batch'

export interface SisterWork {
  /** Different for everything at one place. */
  id: string
  work: readonly Work[]
}

/**
 * Work of one place with the sisters among it together, each where its first comes.
 *
 * @param step what a piece of work is called: work of one name, all open or all done, is sister work
 * @param most pieces that are left one by one
 */
export function withSisters(work: readonly Work[], step: (one: Work) => string, most: number): (Work | SisterWork)[] {
  const groups = new Map<string, Work[]>()
  for (const one of work) {
    const id = `${one.state} ${step(one)}`
    const own = groups.get(id)
    if (own) own.push(one)
    else groups.set(id, [one])
  }
  return [...groups].flatMap(([id, own]): (Work | SisterWork)[] => (own.length > most ? [{ id, work: own }] : own))
}

/** Names of the kinds of batches, each once, as it first comes. */
export const kindsOf = (batches: readonly Batch[]): string[] => [...new Set(batches.map(({ way }) => way.crop.name))]
