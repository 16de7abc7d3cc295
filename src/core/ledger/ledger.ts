/** The ledger of a batch: what its records come to, as amounts that move from one account to another. */
import type { Entry } from '../../season/schema'
import { parseDay, type Day } from '../calendar/day'
import { alive, mostOf, nothing, places, take, type Accounts, type Standing } from './accounts'
import { inOrder, partOf, type AnyLine, type Line } from './records'

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

/** A ledger while it is being written. */
type Open = {
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
const partedFrom = (part: Open, id: string): Open => ({
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

const NEARLY_ALL = 0.85 // of what there was, from which the rest was not wanted, where nobody says what became of it
const TOGETHER = 7 // days within which what is potted up in two sessions stays one batch
/** Number of the first part that is left behind; those that are split off by hand count up from 2. */
export const RESTS_FROM = 99

/** Work that only what is sown can have. */
const SHOWS_SOWN: ReadonlySet<string> = new Set([
  'leave-heat',
  'thin',
  'pinch',
  'feed',
  'pot-up',
  'move',
  'harden',
  'plant',
])
/** What may be done, or said, of a batch before it is sown. */
const BEFORE: ReadonlySet<string> = new Set(['order', 'prepare', 'sow', 'receive'])

const stepOf = ({ task, nth }: { task: string; nth: number }) => `${task}/${nth}`
const isSowing = ({ what }: Entry) => what.did === 'task' && (what.task === 'sow' || what.task === 'receive')

/** Whether somebody said that it is sown, by a record of it or of what comes after. */
function saysSown({ what }: Entry): boolean {
  if (what.did === 'task') return !BEFORE.has(what.task) || isSowing({ what } as Entry)
  return what.did === 'count' || what.did === 'check' || what.did === 'moved' || what.did === 'split'
}

/** Whether somebody said that a batch is sown, by a record of it or of what comes after. */
export function isConfirmed({ sown, planted, counts, checks, moves, partly, done, splitOff }: Ledger): boolean {
  return (
    sown !== undefined ||
    planted !== undefined ||
    splitOff !== undefined ||
    counts.length + checks.length + moves.length + partly.length > 0 ||
    [...done.keys()].some((step) => SHOWS_SOWN.has(step.split('/')[0]!))
  )
}

/**
 * What the records of one batch come to.
 *
 * Laws, tested: what came in is what stands and what left, for every part and for the whole; no account is below zero; the
 * order of arrival does not matter; what cannot be is refused with the account that lacks it.
 *
 * @param id of the batch
 * @param entries its records that count, and those of its parts
 * @param meant what it was meant to be; numbers that no record gives are taken from it
 */
export function ledgerOf(id: string, entries: readonly Entry[], meant?: Meant): Ledgers {
  return new Writing(id, [...entries].sort(inOrder), meant).all()
}

class Writing {
  private readonly parts: Map<string, Open>
  private readonly impossible: Impossible[] = []
  private readonly again: Again[] = []
  private readonly sown: Day | undefined
  private readonly saidSown: Day
  private readonly named: ReadonlySet<number>

  constructor(
    private readonly id: string,
    entries: readonly Entry[],
    private readonly meant: Meant | undefined,
  ) {
    this.parts = new Map([[id, opened(id)]])
    const sowing = entries.find(isSowing)
    this.sown = sowing && parseDay(sowing.on)
    const first = entries.find(saysSown)
    this.saidSown = first ? parseDay(first.on) : Infinity
    this.named = new Set(entries.flatMap(({ what }) => (what.did === 'split' ? [what.part] : [])))
    for (const entry of entries) this.write(entry)
  }

  all(): Ledgers {
    const parts = [...this.parts.values()].sort((a, b) => partOf(a.id) - partOf(b.id))
    return { parts, impossible: this.impossible, again: this.again }
  }

  private write(entry: Entry): void {
    const part = this.parts.get(entry.batch!) ?? this.parts.get(this.id)!
    const line = { entry, on: parseDay(entry.on) }
    const reason = this.whyNotAtAll(part, line)
    if (reason) {
      this.impossible.push({ entry, reason })
      return
    }
    if (!part.known && saysSown(entry) && !isSowing(entry)) this.sowAsMeant(part)
    const result = this.take(part, line)
    if (result && 'kind' in result) {
      this.impossible.push({ entry, reason: result })
      return
    }
    part.lines.push(line)
    if (result) this.again.push({ entry, first: result.first })
  }

  private whyNotAtAll(part: Open, { entry, on }: AnyLine): Impossible['reason'] | undefined {
    const { what } = entry
    const early =
      what.did === 'label' ||
      what.did === 'note' ||
      what.did === 'drop' ||
      what.did === 'wait' ||
      what.did === 'mixed' ||
      (what.did === 'task' && BEFORE.has(what.task))
    if (this.sown !== undefined && on < this.sown && !early) return { kind: 'before-sowing', sown: this.sown }
    // What was never said to be sown has nothing to lose, to fill, or to sell.
    if (!early && on < this.saidSown && (what.did === 'loss' || what.did === 'fill' || what.did === 'sow-again'))
      return { kind: 'not-sown' }
    if (part.ended && what.did !== 'note' && what.did !== 'label') return { kind: 'after-end', ended: part.ended.on }
    return undefined
  }

  /** Sown as it was meant to be, where nobody wrote down how many. */
  private sowAsMeant(part: Open): void {
    const { meant } = this
    if (!meant || part.id !== this.id || meant.cells === undefined) return
    this.sow(part, meant.cells, meant.seeds, false)
  }

  private sow(part: Open, cells: number | undefined, seeds: number | undefined, received: boolean): void {
    part.cells = cells
    const flat = this.meant?.flat
    // While nobody says whether cells or seedlings are counted, it may be either.
    const units = received || flat === false ? cells : flat ? seeds : Math.max(seeds ?? 0, cells ?? 0) || undefined
    if (units === undefined) return
    part.accounts.sown += units
    part.accounts.standing[received ? 'one' : 'sown'] += units
    part.known = true
    part.most = this.mostPlants(part)
  }

  /** Plants beyond one a place that can be taken: doubles pricked apart, seeds sown together that nobody counted yet, roots divided. */
  private extraOf({ accounts: { standing }, sown }: Open): number {
    const { meant } = this
    const cells = sown?.entry.what.cells ?? meant?.cells
    const seeds = sown?.entry.what.seeds ?? meant?.seeds
    const together = meant?.flat || !cells || !seeds ? 1 : Math.max(1, seeds / cells)
    const apart = standing.more + Math.floor(standing.sown * (together - 1))
    const parts = meant?.parts ?? 1
    return parts > 1 ? alive(standing) * (parts - 1) + apart * parts : apart
  }

  private late(part: Open, on: Day): boolean {
    return part.plants === undefined && on > part.lookedAt
  }

  private mostPlants(part: Open): number {
    return mostOf(part.accounts.standing, 0, false) * this.keep
  }

  private get keep(): number {
    return Math.max(1, this.meant?.keep ?? 1)
  }

  /** Takes so many places out of those that stand, or says that there are not so many. */
  private takeOut(part: Open, what: Short, places: number, on: Day, said = places) {
    const extra = this.extraOf(part)
    const late = this.late(part, on)
    const { standing } = part.accounts
    const taken = take(standing, places, extra, late)
    if (!taken) return { kind: 'too-many', what, said, most: mostOf(standing, extra, late) } as const
    part.accounts.extra += taken.extra
    return taken
  }

  /** After amounts moved: what there is at most, and how many are known to be good. */
  private settle(part: Open): void {
    if (!part.known) return
    part.most = this.mostPlants(part)
    if (part.plants !== undefined) part.plants = part.most
  }

  private take(part: Open, line: AnyLine): { first: Entry } | Impossible['reason'] | undefined {
    const { entry, on } = line
    const { what } = entry
    switch (what.did) {
      case 'task':
        return this.takeTask(part, line as Line<'task'>)
      case 'drop':
        part.dropped.set(stepOf(what), line as Line<'drop'>)
        return undefined
      case 'wait':
        part.waits.set(stepOf(what), line as Line<'wait'>)
        return undefined
      case 'loss':
        return this.takeLoss(part, line as Line<'loss'>)
      case 'moved':
        return what.container === undefined
          ? this.moveOn(part, line as Line<'moved'>)
          : this.pot(part, line as Line<'moved'>, `moved/${entry.id}`)
      case 'count':
        return this.takeCount(part, line as Line<'count'>)
      case 'fill':
        return this.fill(part, what.cells)
      case 'sow-again':
        return this.sowAgain(part, line as Line<'sow-again'>)
      case 'check':
        part.checks.push(line as Line<'check'>)
        return undefined
      case 'split':
        return this.split(part, line as Line<'split'>)
      case 'merge':
        return this.merge(part, line as Line<'merge'>)
      case 'end':
        return this.end(part, line as Line<'end'>)
      case 'mixed':
        part.mixed = { entry, on } as Line<'mixed'>
        return undefined
      default:
        return undefined
    }
  }

  private takeTask(part: Open, line: Line<'task'>): { first: Entry } | Impossible['reason'] | undefined {
    const { what } = line.entry
    const step = stepOf(what)
    const first = part.done.get(step)
    const behind = part.behind.get(step)
    // What was left behind is potted up, moved or planted in a second session, under the name of the whole.
    if (first && behind && !behind.ended && !behind.done.has(step)) {
      const result = this.takeTask(behind, line)
      if (!result) behind.lines.push(line)
      return result
    }
    if (first) return { first: first.entry }
    if (what.task === 'pot-up') return this.pot(part, line, step)
    if (what.task === 'plant') return this.plant(part, line)
    part.done.set(step, line)
    if (what.task === 'sow' || what.task === 'receive') {
      part.sown = line
      const meant = this.meant
      const cells = what.cells ?? meant?.cells
      const seeds =
        what.seeds ??
        (meant?.seeds && meant.cells && cells ? Math.round((meant.seeds * cells) / meant.cells) : undefined)
      this.sow(part, cells, seeds, what.task === 'receive')
    } else if (what.task === 'thin') this.thin(part, line)
    return undefined
  }

  private thin(part: Open, { entry: { what }, on }: Line<'task'>): void {
    const { standing } = part.accounts
    part.accounts.thinned += standing.more
    standing.one += standing.more
    standing.more = 0
    // Whoever thins all of it sees what there is.
    const kept = what.plants === undefined ? undefined : Math.ceil(what.plants / this.keep)
    if (kept === undefined || !part.known || kept > places(standing)) return
    const all = places(standing)
    Object.assign(standing, { sown: 0, one: kept, more: 0, blank: all - kept })
    part.lookedAt = on
    part.plants = 0
    this.settle(part)
  }

  private takeCount(part: Open, line: Line<'count'>): Impossible['reason'] | undefined {
    const { cells, showing, doubles, flat } = line.entry.what
    const { standing } = part.accounts
    const seeds = part.sown?.entry.what.seeds ?? this.meant?.seeds
    const all = flat ? (this.meant?.flat ? (part.known ? places(standing) : seeds) : (seeds ?? part.most)) : part.cells
    const most = all === undefined || part.again.length === 0 ? all : Math.max(all, cells)
    if (most !== undefined && cells > most) return { kind: 'too-many', what: 'counted', said: cells, most }
    if (showing > cells) return { kind: 'too-many', what: 'showing', said: showing, most: cells }
    if (doubles > showing) return { kind: 'too-many', what: 'doubles', said: doubles, most: showing }
    part.counts.push(line)
    // A look at some of them says what is likely, and moves nothing.
    if (!part.known || part.plants !== undefined || all === undefined || cells < all) return undefined
    if (this.meant?.flat !== undefined && places(standing) !== cells) return undefined
    const unit = places(standing)
    if (unit !== cells) {
      // Nobody had said whether cells or seeds are counted: now somebody has.
      part.accounts.sown += cells - unit
    }
    Object.assign(standing, { sown: 0, one: showing - doubles, more: doubles, blank: cells - showing })
    part.lookedAt = line.on
    Object.assign(part, { kept: 1, filledSince: 0, againSince: 0 })
    this.settle(part)
    return undefined
  }

  /** Doubles moved into blanks, one for one. */
  private fill(part: Open, blanks: number): Impossible['reason'] | undefined {
    const { accounts } = part
    const { standing } = accounts
    const last = part.counts.at(-1)?.entry.what
    const whole = part.known && standing.sown === 0
    const most = whole
      ? Math.min(standing.more, standing.blank)
      : last
        ? Math.min(last.doubles, last.cells - last.showing)
        : undefined
    if (most !== undefined && blanks > most) return { kind: 'too-many', what: 'filled', said: blanks, most }
    accounts.filled += blanks
    part.filledSince += blanks
    if (whole) {
      standing.more -= blanks
      standing.blank -= blanks
      standing.one += 2 * blanks
      this.settle(part)
    }
    return undefined
  }

  private sowAgain(part: Open, { entry: { what }, on }: Line<'sow-again'>): Impossible['reason'] | undefined {
    const { standing } = part.accounts
    const empty = part.known ? standing.blank + standing.sown : undefined
    if (empty !== undefined && what.cells > empty)
      return { kind: 'too-many', what: 'sown-again', said: what.cells, most: empty }
    part.again.push({ on, cells: what.cells, seeds: what.seeds, lot: what.lot })
    part.againSince += what.cells
    if (!part.known) return undefined
    const blanks = Math.min(what.cells, standing.blank)
    standing.blank -= blanks
    standing.sown += blanks
    part.accounts.sownAgain += what.cells
    this.settle(part)
    return undefined
  }

  private takeLoss(part: Open, line: Line<'loss'>): Impossible['reason'] | undefined {
    const { plants, cause } = line.entry.what
    const { accounts } = part
    const units = this.unitsOf(plants)
    if (part.known) {
      const before = alive(accounts.standing)
      const taken = this.takeOut(part, 'lost', units, line.on, plants)
      if ('kind' in taken) return taken
      part.kept *= before > 0 ? alive(accounts.standing) / before : 1
    } else accounts.extra += units
    accounts.gone.lost[cause] = (accounts.gone.lost[cause] ?? 0) + units
    part.losses.push(line)
    this.settle(part)
    // Nothing of it is left.
    if (part.known && places(accounts.standing) === 0) part.ended = line
    return undefined
  }

  private unitsOf(plants: number): number {
    return Math.ceil(plants / this.keep)
  }

  /** Places with a plant that a step finds: those counted, else those it was meant to find. */
  private thereFor(part: Open, meant: number | undefined): number {
    const { standing } = part.accounts
    if (standing.sown === 0) return standing.one + standing.more
    if (part.good !== undefined) return Math.min(alive(standing), part.good)
    return meant === undefined ? alive(standing) : Math.min(alive(standing), Math.round(meant * part.share))
  }

  /** Potted up, pricked out or potted on: all of it or some. */
  private pot(part: Open, line: Line<'task'> | Line<'moved'>, step: string): Impossible['reason'] | undefined {
    const { on } = line
    const { what } = line.entry
    const stage = what.did === 'task' ? what.nth : undefined
    const there = part.known ? this.thereFor(part, stage === undefined ? undefined : this.meant?.potted?.(stage)) : 0
    // Done as it was meant, with no number: all that were counted, or as many as were meant.
    const cells =
      what.cells ?? (what.did === 'task' ? what.plants : undefined) ?? (part.known && this.meant ? there : undefined)
    const first = part.into === undefined
    const finish = () => {
      if (what.did === 'task') part.done.set(step, line as Line<'task'>)
      else part.moves.push(line as Line<'moved'>)
      part.into = { step, on, container: what.container, place: what.place }
      part.lookedAt = on
    }
    if (cells === undefined) {
      finish()
      return undefined
    }
    const plants = what.did === 'task' ? what.plants : undefined
    const goods = plants === undefined ? cells : Math.min(cells, this.unitsOf(plants))
    if (!part.known) {
      part.accounts.sown += goods
      part.known = true
    } else {
      const before = places(part.accounts.standing)
      const taken = this.takeOut(part, 'potted', goods, on)
      if ('kind' in taken) return taken
      const rest = what.did === 'task' ? what.rest : undefined
      const stays = this.staysBehind(part, rest, goods, there)
      const ahead = this.aheadOf(part, step, line)
      if (stays && ahead) {
        // A second session: they join those that went first, and the others still wait.
        this.join(ahead, part, line, goods, cells, there)
        this.shrink(part, before, on)
        part.good = Math.max(0, there - goods)
        part.partly.push(line as Line<'task'>)
        return undefined
      }
      if (stays) this.leaveBehind(part, line, step, goods, there, before)
      else this.clear(part, rest)
      if (ahead) {
        this.join(ahead, part, line, goods, cells, there)
        part.ended = line
        return undefined
      }
    }
    part.accounts.standing.one += goods
    if (first && this.meant?.flat) part.accounts.prickedOut += goods
    else part.accounts.pottedOn += goods
    part.cells = cells
    part.plants = 0
    part.good = undefined
    this.settle(part)
    finish()
    return undefined
  }

  /** A number for a part that is left behind: from the top down, whatever else there is. */
  private newRest(): string {
    let n = RESTS_FROM
    while (this.parts.has(`${this.id}~${n}`) || this.named.has(n)) n--
    return `${this.id}~${n}`
  }

  /** Whether those that did not go stay where they are. */
  private staysBehind(
    part: Open,
    rest: 'stays' | 'left-over' | 'discarded' | undefined,
    went: number,
    there: number,
  ): boolean {
    if (alive(part.accounts.standing) === 0) return false
    if (rest !== undefined) return rest === 'stays'
    return (this.meant?.parts ?? 1) === 1 && went < NEARLY_ALL * there
  }

  /** Those that stay behind become a part of their own, for which the step is still to be done. */
  private leaveBehind(part: Open, line: AnyLine, step: string, went: number, there: number, before: number): void {
    const { standing } = part.accounts
    const other = partedFrom(part, this.newRest())
    other.restOf = part.id
    other.waitsFor = step
    other.splitOff = line
    other.lines.push(line)
    other.plants = part.plants
    other.cells = part.cells
    other.good = standing.sown === 0 ? undefined : Math.max(0, there - went)
    const left = places(standing)
    other.accounts.fromParts = left
    part.accounts.toParts += left
    Object.assign(other.accounts.standing, standing)
    Object.assign(standing, { sown: 0, blank: 0, one: 0, more: 0 })
    const share = Math.min(1, went / Math.max(1, there))
    other.share = part.share * (1 - share)
    part.share *= share
    this.shrink(other, before, line.on)
    this.settle(other)
    this.parts.set(other.id, other)
    part.behind.set(step, other)
  }

  /** The part that went first by the same step a few days ago, to the same container and place. */
  private aheadOf(part: Open, step: string, { on, entry: { what } }: Line<'task'> | Line<'moved'>): Open | undefined {
    const ahead = part.restOf !== undefined && part.waitsFor === step ? this.parts.get(part.restOf) : undefined
    const { into } = ahead ?? {}
    if (!ahead || !into || ahead.ended || ahead.planted || into.step !== step || on - into.on > TOGETHER)
      return undefined
    const same = (a: string | undefined, b: string | undefined) => a === undefined || b === undefined || a === b
    return same(into.container, what.container) && same(into.place, what.place) ? ahead : undefined
  }

  private join(ahead: Open, part: Open, line: AnyLine, goods: number, cells: number, there: number): void {
    part.accounts.toParts += goods
    ahead.accounts.fromParts += goods
    ahead.accounts.standing.one += goods
    if (this.meant?.flat && part.into === undefined) ahead.accounts.prickedOut += goods
    else ahead.accounts.pottedOn += goods
    if (ahead.cells !== undefined) ahead.changes.push({ on: line.on, cells: (ahead.cells += cells) })
    const share = part.share * Math.min(1, goods / Math.max(1, there))
    ahead.share += share
    part.share -= share
    ahead.lines.push(line)
    this.settle(ahead)
    this.settle(part)
  }

  /** Fewer cells are in use than before some left; of open flats, fewer flats. */
  private shrink(part: Open, before: number, on: Day): void {
    if (part.cells === undefined) return
    const left = places(part.accounts.standing)
    const gone = Math.max(0, before - left)
    part.cells =
      this.meant?.flat && part.into === undefined
        ? Math.ceil((part.cells * left) / Math.max(1, before))
        : Math.max(0, part.cells - gone)
    part.changes.push({ on, cells: part.cells })
  }

  /** What is left when all that are wanted have gone: blanks go with their trays, good ones were not wanted. */
  private clear({ accounts: { standing, gone } }: Open, rest: 'stays' | 'left-over' | 'discarded' | undefined): void {
    gone.emptied += standing.blank + standing.sown
    gone[rest === 'discarded' ? 'discarded' : 'leftOver'] += standing.one + standing.more
    Object.assign(standing, { sown: 0, blank: 0, one: 0, more: 0 })
  }

  /** Moved to another place, all of it or some. */
  private moveOn(part: Open, line: Line<'moved'>): Impossible['reason'] | undefined {
    const { cells } = line.entry.what
    const { standing } = part.accounts
    if (part.known && cells !== undefined && cells < places(standing)) {
      const before = places(standing)
      const taken = this.takeOut(part, 'moved', cells, line.on)
      if ('kind' in taken) return taken
      this.leaveBehind(part, line, `moved/${line.entry.id}`, cells, alive(standing) + cells, before)
      Object.assign(standing, { sown: taken.sown, blank: taken.blank, one: taken.one + taken.extra, more: taken.more })
      if (part.cells !== undefined) this.shrink(part, before, line.on)
      this.settle(part)
    }
    part.moves.push(line)
    return undefined
  }

  private plant(part: Open, line: Line<'task'>): Impossible['reason'] | undefined {
    const { what } = line.entry
    if (part.known) {
      const { accounts } = part
      const before = places(accounts.standing)
      const wanted = this.meant?.plants
      const there = this.thereFor(part, wanted === undefined ? undefined : this.unitsOf(wanted))
      const units = what.plants === undefined ? there : this.unitsOf(what.plants)
      const taken = this.takeOut(part, 'planted', units, line.on, what.plants)
      if ('kind' in taken) return taken
      if (this.staysBehind(part, what.plants === undefined ? 'left-over' : what.rest, units, there))
        this.leaveBehind(part, line, 'plant/0', units, there, before)
      else this.clear(part, what.rest)
      accounts.gone.planted += units
      part.most = units * this.keep
      part.plants = what.plants ?? (part.plants === undefined ? undefined : part.most)
    }
    part.planted = line
    part.done.set('plant/0', line)
    return undefined
  }

  private split(part: Open, line: Line<'split'>): Impossible['reason'] | undefined {
    const { what } = line.entry
    const id = `${this.id}~${what.part}`
    if (this.parts.has(id)) return { kind: 'part-taken' }
    if (part.cells !== undefined && what.cells > part.cells && !this.meant?.flat)
      return { kind: 'too-many', what: 'split', said: what.cells, most: part.cells }
    const other = partedFrom(part, id)
    other.splitOff = line
    other.lines.push(line)
    if (part.known) {
      const { standing } = part.accounts
      const before = places(standing)
      const plants = what.plants === undefined ? undefined : this.unitsOf(what.plants)
      const life = alive(standing)
      // So many plants go; blanks only with whole trays, that is where more cells than plants are said.
      const goods = Math.min(plants ?? what.cells, what.cells)
      const blanks = Math.min(standing.blank, what.cells - Math.min(goods, life))
      if (goods > life + (plants === undefined ? standing.blank : 0))
        return { kind: 'too-many', what: 'split', said: what.plants ?? what.cells, most: life * this.keep }
      const taken = take(standing, Math.min(goods, life), 0, false)!
      standing.blank -= blanks
      taken.blank += blanks
      const went = places(taken)
      Object.assign(other.accounts.standing, { sown: taken.sown, blank: taken.blank, one: taken.one, more: taken.more })
      other.accounts.fromParts = went
      part.accounts.toParts += went
      const share = before === 0 ? 0 : life === 0 ? went / before : Math.min(1, alive(taken) / life)
      other.share = part.share * share
      part.share -= other.share
      if (part.good !== undefined) {
        other.good = Math.round(part.good * share)
        part.good -= other.good
      }
      other.plants = part.plants
    } else {
      const share = part.cells ? Math.min(1, what.cells / part.cells) : 0.5
      other.share = part.share * share
      part.share -= other.share
    }
    other.into = part.into
    const flats = this.meant?.flat && part.into === undefined
    const all = places(part.accounts.standing) + places(other.accounts.standing)
    other.cells =
      flats && part.cells !== undefined
        ? Math.max(1, Math.ceil((part.cells * places(other.accounts.standing)) / Math.max(1, all)))
        : what.cells
    other.changes.push({ on: line.on, cells: other.cells })
    if (flats) this.shrink(part, all, line.on)
    else if (part.cells !== undefined) {
      part.cells = Math.max(0, part.cells - what.cells)
      part.changes.push({ on: line.on, cells: part.cells })
    }
    this.settle(part)
    this.settle(other)
    this.parts.set(id, other)
    return undefined
  }

  private merge(part: Open, line: Line<'merge'>): undefined {
    part.ended = line
    const into = this.parts.get(line.entry.what.into)
    if (!into || into === part) return undefined
    into.lines.push(line)
    const { standing } = part.accounts
    const all = places(standing)
    into.accounts.merged += all
    into.accounts.fromParts += all
    part.accounts.toParts += all
    for (const kind of ['sown', 'blank', 'one', 'more'] as const) into.accounts.standing[kind] += standing[kind]
    Object.assign(standing, { sown: 0, blank: 0, one: 0, more: 0 } satisfies Standing)
    into.again.push(...part.again.filter((one) => !into.again.includes(one)))
    into.share += part.share
    part.share = 0
    into.plants = into.plants !== undefined && part.plants !== undefined ? 0 : undefined
    if (into.cells !== undefined && part.cells !== undefined)
      into.changes.push({ on: line.on, cells: (into.cells += part.cells) })
    this.settle(into)
    return undefined
  }

  private end(part: Open, line: Line<'end'>): Impossible['reason'] | undefined {
    const { how, plants } = line.entry.what
    const { accounts } = part
    const { gone, standing } = accounts
    const account = how === 'left-over' ? 'leftOver' : how
    if (!part.known) {
      part.ended = line
      return undefined
    }
    if (plants === undefined) {
      gone[account] += alive(standing)
      gone.emptied += standing.blank
      Object.assign(standing, { sown: 0, blank: 0, one: 0, more: 0 })
      part.ended = line
    } else {
      const before = places(standing)
      const units = this.unitsOf(plants)
      const life = alive(standing)
      const taken = this.takeOut(part, 'ended', units, line.on, plants)
      if ('kind' in taken) return taken
      gone[account] += units
      part.kept *= life > 0 ? alive(standing) / life : 1
      // Some of it sold or thrown away is no end of the rest.
      if (alive(standing) === 0) {
        gone.emptied += standing.blank
        standing.blank = 0
        part.ended = line
      } else if (part.plants !== undefined) this.shrink(part, before, line.on)
    }
    this.settle(part)
    return undefined
  }
}
