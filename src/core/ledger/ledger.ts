/** What the records of a batch come to: how far it is, what there is of it, and what cannot be true. */
import type { Entry } from '../../season/schema'
import { parseDay, type Day } from '../calendar/day'

export type Recorded<Kind extends Entry['what']['did']> = Entry & { what: Extract<Entry['what'], { did: Kind }> }

/** A record of a batch with its day read. */
export interface Line<Kind extends Entry['what']['did'] = Entry['what']['did']> {
  entry: Recorded<Kind>
  on: Day
}

/** Everything known of a batch, or of a part of one, from what was written down. */
export interface Ledger {
  /** Id of the batch or part. */
  id: string
  /** Work done, by task and number: `pot-up/1`. The first record of each counts. */
  done: ReadonlyMap<string, Line<'task'>>
  dropped: ReadonlyMap<string, Line<'drop'>>
  waits: ReadonlyMap<string, Line<'wait'>>
  counts: readonly Line<'count'>[]
  checks: readonly Line<'check'>[]
  losses: readonly Line<'loss'>[]
  /** Moves and pottings that nobody had planned. */
  moves: readonly Line<'moved'>[]
  /** Blanks filled from doubles. */
  filled: number
  /** Cells, pots or flats in use now; `undefined` when nothing says so. */
  cells: number | undefined
  /** Most good plants there can be now; `undefined` when nothing says so. */
  most: number | undefined
  /** Plants known to be good: from a count of all cells or a move that was counted, less what was lost since. */
  plants: number | undefined
  /** When it was sown, with what that says of cells and seeds. */
  sown: Line<'task'> | undefined
  planted: Line<'task'> | undefined
  ended: Line<'end'> | Line<'merge'> | undefined
  /** Lots mixed by a slip: the name the mix was given. */
  mixed: Line<'mixed'> | undefined
  /** The part of its batch it was split off as, with the line that did so. */
  splitOff: Line<'split'> | undefined
  /** All lines that count, those of the batch it was split from among them, in order. */
  lines: readonly Line[]
}

/** Why a record cannot stand as it was written. */
export interface Impossible {
  entry: Entry
  reason:
    | { kind: 'before-sowing'; sown: Day }
    | {
        kind: 'too-many'
        what: 'lost' | 'showing' | 'doubles' | 'counted' | 'filled' | 'split' | 'planted' | 'ended'
        said: number
        most: number
      }
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

/** Id of the batch a part belongs to. */
export const rootOf = (batch: string): string => batch.split('~')[0]!

/** Records that still count: those corrected or taken back are left out. */
export function standing(entries: readonly Entry[]): Entry[] {
  const corrected = new Set<string>()
  for (const { instead } of entries) if (instead !== undefined) corrected.add(instead)
  return entries.filter(({ id, void: taken }) => !taken && !corrected.has(id))
}

/** Records that count of every batch, its parts with it, each in the order of its days. */
export function byBatch(entries: readonly Entry[]): Map<string, Entry[]> {
  const groups = new Map<string, Entry[]>()
  for (const entry of standing(entries)) {
    if (entry.batch === undefined) continue
    const root = rootOf(entry.batch)
    const group = groups.get(root)
    if (group) group.push(entry)
    else groups.set(root, [entry])
  }
  for (const group of groups.values()) group.sort(inOrder)
  return groups
}

const inOrder = (a: Entry, b: Entry) =>
  a.on < b.on ? -1 : a.on > b.on ? 1 : rank(a) - rank(b) || (a.at < b.at ? -1 : a.at > b.at ? 1 : 0)
/** What is sown on a day is sown before anything else happens to it; what ends on a day ends last. */
const rank = ({ what }: Entry) =>
  what.did === 'task' && (what.task === 'sow' || what.task === 'receive')
    ? 0
    : what.did === 'end' || what.did === 'merge'
      ? 2
      : 1

/** A ledger while it is being counted. */
type Counting = {
  -readonly [Part in keyof Ledger]: Ledger[Part] extends ReadonlyMap<infer Key, infer Value>
    ? Map<Key, Value>
    : Ledger[Part] extends readonly (infer One)[]
      ? One[]
      : Ledger[Part]
}

const nothingYet = (id: string): Counting => ({
  id,
  done: new Map(),
  dropped: new Map(),
  waits: new Map(),
  counts: [],
  checks: [],
  losses: [],
  moves: [],
  filled: 0,
  cells: undefined,
  most: undefined,
  plants: undefined,
  sown: undefined,
  planted: undefined,
  ended: undefined,
  mixed: undefined,
  splitOff: undefined,
  lines: [],
})

/** What is split off: it has been through all that this has. */
const splitFrom = (
  { done, dropped, waits, counts, checks, losses, moves, filled, sown, mixed, lines }: Counting,
  id: string,
): Counting => ({
  ...nothingYet(id),
  done: new Map(done),
  dropped: new Map(dropped),
  waits: new Map(waits),
  counts: [...counts],
  checks: [...checks],
  losses: [...losses],
  moves: [...moves],
  filled,
  sown,
  mixed,
  lines: [...lines],
})

/**
 * What the records of one batch come to.
 *
 * @param id of the batch
 * @param entries its records that count, and those of its parts, in the order of their days
 */
export function ledgerOf(id: string, entries: readonly Entry[]): Ledgers {
  const parts = new Map([[id, nothingYet(id)]])
  const impossible: Impossible[] = []
  const again: Again[] = []
  const sowing = entries.find(({ what }) => what.did === 'task' && (what.task === 'sow' || what.task === 'receive'))
  const sown = sowing && parseDay(sowing.on)
  for (const entry of entries) {
    const part = parts.get(entry.batch!) ?? parts.get(id)!
    const line = { entry, on: parseDay(entry.on) } as Line
    const reason = whyNot(part, line, parts, sown)
    if (reason) {
      impossible.push({ entry, reason })
      continue
    }
    const first = take(part, line, parts)
    if (first) again.push({ entry, first })
  }
  return { parts: [...parts.values()].sort((a, b) => numberOf(a.id) - numberOf(b.id)), impossible, again }
}

const numberOf = (id: string) => Number(id.split('~')[1] ?? 1)
const stepOf = ({ task, nth }: { task: string; nth: number }) => `${task}/${nth}`
/** What may be done, or said, of a batch before it is sown. */
const BEFORE: ReadonlySet<string> = new Set(['order', 'prepare', 'sow', 'receive'])

function whyNot(
  part: Counting,
  { entry, on }: Line,
  parts: ReadonlyMap<string, Counting>,
  sown: Day | undefined,
): Impossible['reason'] | undefined {
  const { what } = entry
  const more = (
    kind: Extract<Impossible['reason'], { kind: 'too-many' }>['what'],
    said: number | undefined,
    most: number | undefined,
  ) =>
    said !== undefined && most !== undefined && said > most
      ? ({ kind: 'too-many', what: kind, said, most } as const)
      : undefined
  const early =
    what.did === 'label' ||
    what.did === 'note' ||
    what.did === 'drop' ||
    what.did === 'wait' ||
    what.did === 'mixed' ||
    (what.did === 'task' && BEFORE.has(what.task))
  if (sown !== undefined && on < sown && !early) return { kind: 'before-sowing', sown }
  if (part.ended && what.did !== 'note' && what.did !== 'label') return { kind: 'after-end', ended: part.ended.on }
  switch (what.did) {
    case 'loss':
      return more('lost', what.plants, part.plants ?? part.most)
    case 'count':
      return (
        more('counted', what.cells, what.flat ? (part.sown?.entry.what.seeds ?? part.most) : part.cells) ??
        more('showing', what.showing, what.cells) ??
        more('doubles', what.doubles, what.showing)
      )
    case 'fill': {
      const last = part.counts.at(-1)?.entry.what
      return last ? more('filled', what.cells, Math.min(last.doubles, last.cells - last.showing)) : undefined
    }
    case 'split':
      if (parts.has(`${rootOf(part.id)}~${what.part}`)) return { kind: 'part-taken' }
      return more('split', what.cells, part.cells) ?? more('split', what.plants, part.plants ?? part.most)
    case 'task':
      return what.task === 'plant' ? more('planted', what.plants, part.plants ?? part.most) : undefined
    case 'end':
      return more('ended', what.plants, part.plants ?? part.most)
    default:
      return undefined
  }
}

/** What was moved one by one was counted. */
function potted(part: Counting, cells: number | undefined, plants = cells): void {
  if (cells !== undefined) part.cells = cells
  part.plants = plants ?? part.plants
  if (part.plants !== undefined) part.most = part.plants
}

/** Takes a line in; gives the record that already said the same, if one did. */
function take(part: Counting, line: Line, parts: Map<string, Counting>): Entry | undefined {
  const { entry, on } = line
  const { what } = entry
  part.lines.push(line)
  switch (what.did) {
    case 'task': {
      const own = line as Line<'task'>
      const step = stepOf(what)
      const first = part.done.get(step)
      if (first) return first.entry
      part.done.set(step, own)
      if (what.task === 'sow' || what.task === 'receive') {
        part.sown = own
        part.cells = what.cells
        part.most = what.task === 'receive' ? what.cells : Math.max(what.seeds ?? 0, what.cells ?? 0) || undefined
      } else if (what.task === 'plant') {
        part.planted = own
        if (what.plants !== undefined && part.plants !== undefined) part.plants = what.plants
      } else if (what.task === 'pot-up') {
        potted(part, what.cells, what.plants)
      } else if (what.task === 'thin' && part.cells !== undefined && what.plants !== undefined)
        part.plants = what.plants
      return undefined
    }
    case 'drop':
      part.dropped.set(stepOf(what), line as Line<'drop'>)
      return undefined
    case 'wait':
      part.waits.set(stepOf(what), line as Line<'wait'>)
      return undefined
    case 'loss':
      part.losses.push(line as Line<'loss'>)
      if (part.plants !== undefined) part.plants -= what.plants
      if (part.most !== undefined) part.most -= what.plants
      return undefined
    case 'moved':
      part.moves.push(line as Line<'moved'>)
      if (what.container !== undefined) potted(part, what.cells)
      return undefined
    case 'count':
      part.counts.push(line as Line<'count'>)
      return undefined
    case 'fill':
      part.filled += what.cells
      return undefined
    case 'check':
      part.checks.push(line as Line<'check'>)
      return undefined
    case 'split': {
      const other = splitFrom(part, `${rootOf(part.id)}~${what.part}`)
      other.splitOff = line as Line<'split'>
      other.lines.push(line)
      const share = part.cells === undefined || part.cells === 0 ? undefined : what.cells / part.cells
      other.cells = what.cells
      if (part.plants !== undefined) {
        other.plants = Math.min(part.plants, what.plants ?? Math.round(part.plants * (share ?? 0)))
        part.plants -= other.plants
      }
      if (part.most !== undefined) {
        other.most = other.plants ?? Math.min(part.most, what.plants ?? Math.ceil(part.most * (share ?? 0)))
        part.most -= other.most
      }
      if (part.cells !== undefined) part.cells -= what.cells
      parts.set(other.id, other)
      return undefined
    }
    case 'merge': {
      part.ended = line as Line<'merge'>
      const into = parts.get(what.into)
      if (!into || into === part) return undefined
      into.lines.push(line)
      if (into.cells !== undefined && part.cells !== undefined) into.cells += part.cells
      if (into.most !== undefined && part.most !== undefined) into.most += part.most
      into.plants = into.plants !== undefined && part.plants !== undefined ? into.plants + part.plants : undefined
      return undefined
    }
    case 'end': {
      const left =
        what.plants !== undefined && (part.plants ?? part.most) !== undefined
          ? (part.plants ?? part.most)! - what.plants
          : 0
      // Some of it sold or thrown away is no end of the rest.
      if (left > 0) {
        if (part.plants !== undefined) part.plants -= what.plants!
        if (part.most !== undefined) part.most -= what.plants!
      } else part.ended = { entry, on } as Line<'end'>
      return undefined
    }
    case 'mixed':
      part.mixed = line as Line<'mixed'>
      return undefined
    default:
      return undefined
  }
}
