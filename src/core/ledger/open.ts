/** A ledger while it is being written: what stands, what is left behind, and how amounts are taken out of it. */
import type { Day } from '../calendar/day'
import { alive, mostOf, nothing, places, take } from './accounts'
import type { Ledger, Meant, Short } from './types'

/** A ledger while it is being written. */
export type Open = {
  -readonly [Part in keyof Ledger]: Ledger[Part] extends ReadonlyMap<infer Key, infer Value>
    ? Map<Key, Value>
    : Ledger[Part] extends readonly (infer One)[]
      ? One[]
      : Ledger[Part]
} & {
  /** Last day all its places were looked at. */
  lookedAt: Day
  /** The step a rest waits for, and by that step the part that waits behind this one. */
  waitsFor: string | undefined
  behind: Map<string, Open>
  /** Good ones expected among those nobody has counted. */
  good: number | undefined
  /** The last potting, and where it went. */
  into: { step: string; on: Day; container: string | undefined; place: string | undefined } | undefined
}

const opened = (id: string): Open => ({
  id,
  done: new Map(),
  dropped: new Map(),
  waits: new Map(),
  counts: [],
  checks: [],
  losses: [],
  moves: [],
  partly: [],
  accounts: nothing(),
  known: false,
  cells: undefined,
  most: undefined,
  plants: undefined,
  changes: [],
  again: [],
  kept: 1,
  filledSince: 0,
  againSince: 0,
  share: 1,
  sown: undefined,
  planted: undefined,
  ended: undefined,
  mixed: undefined,
  splitOff: undefined,
  restOf: undefined,
  lines: [],
  lookedAt: -Infinity,
  waitsFor: undefined,
  behind: new Map(),
  good: undefined,
  into: undefined,
})

/** A part that has been through all that another has, with nothing in its accounts yet. */
export const partedFrom = (part: Open, id: string): Open => ({
  ...opened(id),
  done: new Map(part.done),
  dropped: new Map(part.dropped),
  waits: new Map(part.waits),
  counts: [...part.counts],
  checks: [...part.checks],
  losses: [...part.losses],
  moves: [...part.moves],
  changes: [...part.changes],
  again: [...part.again],
  kept: part.kept,
  known: part.known,
  sown: part.sown,
  mixed: part.mixed,
  lines: [...part.lines],
  lookedAt: part.lookedAt,
  into: part.into,
})

/** Amounts of one batch and its parts, while its records are taken. */
export class Amounts {
  protected readonly parts: Map<string, Open>

  constructor(
    protected readonly id: string,
    protected readonly meant: Meant | undefined,
  ) {
    this.parts = new Map([[id, opened(id)]])
  }

  /** Plants beyond one a place that can be taken: doubles pricked apart, seeds sown together that nobody counted yet, roots divided. */
  protected extraOf({ accounts: { standing }, sown }: Open): number {
    const { meant } = this
    const cells = sown?.entry.what.cells ?? meant?.cells
    const seeds = sown?.entry.what.seeds ?? meant?.seeds
    const together = meant?.flat || !cells || !seeds ? 1 : Math.max(1, seeds / cells)
    const apart = standing.more + Math.floor(standing.sown * (together - 1))
    const parts = meant?.parts ?? 1
    return parts > 1 ? alive(standing) * (parts - 1) + apart * parts : apart
  }

  protected late(part: Open, on: Day): boolean {
    return part.plants === undefined && on > part.lookedAt
  }

  protected mostPlants(part: Open): number {
    return mostOf(part.accounts.standing, 0, false) * this.keep
  }

  protected get keep(): number {
    return Math.max(1, this.meant?.keep ?? 1)
  }

  protected unitsOf(plants: number): number {
    return Math.ceil(plants / this.keep)
  }

  /** Takes so many places out of those that stand, or says that there are not so many. */
  protected takeOut(part: Open, what: Short, n: number, on: Day, said = n) {
    const extra = this.extraOf(part)
    const late = this.late(part, on)
    const { standing } = part.accounts
    const taken = take(standing, n, extra, late)
    if (!taken) return { kind: 'too-many', what, said, most: mostOf(standing, extra, late) } as const
    part.accounts.extra += taken.extra
    return taken
  }

  /** After amounts moved: what there is at most, and how many are known to be good. */
  protected settle(part: Open): void {
    if (!part.known) return
    part.most = this.mostPlants(part)
    if (part.plants !== undefined) part.plants = part.most
  }

  /** Places with a plant that a step finds: those counted, else those it was meant to find. */
  protected thereFor(part: Open, meant: number | undefined): number {
    const { standing } = part.accounts
    if (standing.sown === 0) return standing.one + standing.more
    if (part.good !== undefined) return Math.min(alive(standing), part.good)
    return meant === undefined ? alive(standing) : Math.min(alive(standing), Math.round(meant * part.share))
  }

  /** Fewer cells are in use than before some left; of open flats, fewer flats. */
  protected shrink(part: Open, before: number, on: Day): void {
    if (part.cells === undefined) return
    const left = places(part.accounts.standing)
    const gone = Math.max(0, before - left)
    part.cells =
      this.meant?.flat && part.into === undefined
        ? Math.ceil((part.cells * left) / Math.max(1, before))
        : Math.max(0, part.cells - gone)
    part.changes.push({ on, cells: part.cells })
  }
}
