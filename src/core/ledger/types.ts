/** What a ledger is: of a batch or a part, and what could not be of its records. */
import type { Entry } from '../../season/schema'
import type { Day } from '../calendar/day'
import type { Accounts } from './accounts'
import type { AnyLine, Line } from './records'

/** What a batch was meant to be, where it is known: it holds where a record gives no number. */
export interface Meant {
  /** Sown in open flats, where seedlings are counted and not cells. */
  flat: boolean
  /** Plants that one place carries. */
  keep: number
  /** Plants that one can be divided into on the way. */
  parts: number
  /** Cells sown or received, and seeds in all. */
  cells?: number
  seeds?: number
  /** Plants that are meant to be planted. */
  plants?: number
  /** Cells that are meant to be filled by the potting of a stage. */
  potted?(stage: number): number | undefined
}

/** Everything known of a batch, or of a part of one, from what was written down. */
export interface Ledger {
  /** Id of the batch or part. */
  id: string
  /** Work done in full, by task and number: `pot-up/1`. The first record of each counts. */
  done: ReadonlyMap<string, Line<'task'>>
  dropped: ReadonlyMap<string, Line<'drop'>>
  waits: ReadonlyMap<string, Line<'wait'>>
  counts: readonly Line<'count'>[]
  checks: readonly Line<'check'>[]
  losses: readonly Line<'loss'>[]
  /** Moves and pottings that nobody had planned. */
  moves: readonly Line<'moved'>[]
  /** Work done on some of it. */
  partly: readonly Line<'task'>[]
  accounts: Accounts
  /** Whether anything says how many there are; what is not known is no account. */
  known: boolean
  /** Cells, pots or flats in use now; `undefined` when nothing says so. */
  cells: number | undefined
  /** Most good plants there can be now; `undefined` when nothing says so. */
  most: number | undefined
  /** Plants known to be good: moved one by one, less what went since. */
  plants: number | undefined
  /** Days on which its cells changed within one container. */
  changes: readonly { on: Day; cells: number }[]
  /** Sowings into its blanks, each an age of its own in the same trays. */
  again: readonly { on: Day; cells: number; seeds: number; lot: string | undefined }[]
  /** Share that is left of what was promised by the sowing, or by the last count of all: less what was lost or sold since. */
  kept: number
  /** Doubles moved into blanks, and blanks sown again, since all was counted last. */
  filledSince: number
  againSince: number
  /** Share of the planned batch that this is: 1 when it was never parted. */
  share: number
  /** When it was sown, with what that says of cells and seeds. */
  sown: Line<'task'> | undefined
  planted: Line<'task'> | undefined
  ended: AnyLine | undefined
  /** Lots mixed by a slip: the name the mix was given. */
  mixed: Line<'mixed'> | undefined
  /** The line that made it a part of its own. */
  splitOff: AnyLine | undefined
  /** Left behind when others of this part were potted up or moved on. */
  restOf: string | undefined
  /** All lines that count, those of the batch it was split from among them, in order. */
  lines: readonly AnyLine[]
}

/** What can be short for a record. */
export type Short =
  | 'lost'
  | 'showing'
  | 'doubles'
  | 'counted'
  | 'filled'
  | 'split'
  | 'planted'
  | 'ended'
  | 'potted'
  | 'moved'
  | 'sown-again'

/** Why a record cannot stand as it was written. */
export interface Impossible {
  entry: Entry
  reason:
    | { kind: 'before-sowing'; sown: Day }
    | { kind: 'not-sown' }
    | { kind: 'too-many'; what: Short; said: number; most: number }
    | { kind: 'after-end'; ended: Day }
    | { kind: 'part-taken' }
}

/** A record that says what another already said. */
export interface Again {
  entry: Entry
  first: Entry
}

export interface Ledgers {
  /** The batch itself first, then its parts by number. */
  parts: readonly Ledger[]
  impossible: readonly Impossible[]
  again: readonly Again[]
}
