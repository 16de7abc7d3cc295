/** The sowing policies as one table: what each puts into a cell, what it is counted in, and what becomes of it. */
import type { Method, Sowing } from '../../season/schema'

/** What follows from how something is sown. */
export interface Policy {
  /** What a sowing is counted in: cells; seeds scattered over open flats; young plants that arrive; metres of row. */
  counted: 'cells' | 'seeds' | 'plants' | 'metres'
  seedsPerCell: number
  /** Seedlings of a sown cell that may come to count. */
  keep: number
  /** Plants that make a clump good; `undefined` where plants are counted and not clumps. */
  atLeast: number | undefined
  /** Plants that stand together in one cell until they are parted. */
  together: number
  /** Plants that one cell carries to the field. */
  carried: number
  /** Whether a cell is carried on whole, with all its plants, so that its stages are one. */
  whole: boolean
  /** Most parts one cell is divided into at its first potting up. */
  parts: number
  /** How long seedlings share a cell's mix, so that how many come up bears on their growth. */
  crowded: 'never' | 'until-parted' | 'always'
  /** Whether all but the best of a cell are taken out. */
  thins: boolean
  /** Share of seedlings good enough to go on, before anything happens to them. */
  usable: number
  /** Seeds scattered over one flat; `undefined` where cells are sown. */
  seedsPerFlat: number | undefined
}

const PLAIN: Policy = {
  counted: 'cells',
  seedsPerCell: 1,
  keep: 1,
  atLeast: undefined,
  together: 1,
  carried: 1,
  whole: false,
  parts: 1,
  crowded: 'never',
  thins: false,
  usable: 1,
  seedsPerFlat: undefined,
}

type Of<P extends Sowing['policy']> = Extract<Sowing, { policy: P }>

/** By policy: where it is not one seed in a cell that gives one plant. */
const POLICIES: { readonly [P in Sowing['policy']]: (sowing: Of<P>) => Partial<Policy> } = {
  single: () => ({}),
  thin: ({ seedsPerCell, keep }) => ({
    seedsPerCell,
    keep,
    together: keep,
    carried: keep,
    thins: seedsPerCell > keep,
  }),
  clump: ({ seedsPerCell, count, atLeast }) =>
    count === 'plants'
      ? { seedsPerCell, keep: seedsPerCell, carried: seedsPerCell, whole: true, crowded: 'always' }
      : { seedsPerCell, atLeast, crowded: 'always' },
  flat: ({ usable, seedsPerFlat }) => ({ counted: 'seeds', usable, seedsPerFlat }),
  divide: ({ seedsPerCell, parts }) => ({ seedsPerCell, keep: parts, parts, crowded: 'until-parted' }),
  bought: ({ good }) => ({ counted: 'plants', usable: good }),
  'in-place': () => ({ counted: 'metres' }),
}

const known = new WeakMap<Sowing, Policy>() // a sowing never changes: what follows from it is kept as long as it is

/** What follows from how something is sown. */
export function policyOf(sowing: Sowing): Policy {
  let policy = known.get(sowing)
  if (!policy) {
    const own = POLICIES[sowing.policy] as (sowing: Sowing) => Partial<Policy>
    known.set(sowing, (policy = { ...PLAIN, ...own(sowing) }))
  }
  return policy
}

/**
 * Plants that share the mix of one cell: those kept, or of a clump those that come up.
 *
 * @param first whether it is the container they were sown in
 * @param germinationShare share that comes up
 */
export function plantsSharing(sowing: Sowing, first: boolean, germinationShare: number): number {
  const { crowded, seedsPerCell, together } = policyOf(sowing)
  const crowd = crowded === 'always' || (crowded === 'until-parted' && first)
  return crowd ? Math.max(1, seedsPerCell * germinationShare) : together
}

type Sown = Pick<Method, 'sowing'>

/** Whether it is sown in open flats and pricked out: seedlings are counted there, and not cells. */
export const inFlats = ({ sowing }: Sown): boolean => policyOf(sowing).counted === 'seeds'

/** Whether it is bought in as young plants. */
export const isBoughtIn = ({ sowing }: Sown): boolean => policyOf(sowing).counted === 'plants'

/** Whether it is sown where the plants are to stand. */
export const isInPlace = ({ sowing }: Sown): boolean => policyOf(sowing).counted === 'metres'
