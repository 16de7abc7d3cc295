/** The ledger of a batch: what its records come to, as amounts that move from one account to another. */
import type { Entry } from '../../season/schema'
import { parseDay, type Day } from '../calendar/day'
import { Bench } from './bench'
import type { Open } from './open'
import { inOrder, partOf, type AnyLine, type Line } from './records'
import type { Again, Impossible, Ledger, Ledgers, Meant } from './types'

export { RESTS_FROM } from './bench'
export type { Impossible, Ledger, Ledgers, Meant } from './types'

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

class Writing extends Bench {
  private readonly impossible: Impossible[] = []
  private readonly again: Again[] = []
  /** Day it was sown, as recorded; first day on which something says that it is sown. */
  private readonly sownOn: Day | undefined
  private readonly saidSown: Day

  constructor(id: string, entries: readonly Entry[], meant: Meant | undefined) {
    super(id, meant)
    const sowing = entries.find(isSowing)
    this.sownOn = sowing && parseDay(sowing.on)
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
    if (this.sownOn !== undefined && on < this.sownOn && !early) return { kind: 'before-sowing', sown: this.sownOn }
    // What was never said to be sown has nothing to lose, to fill, or to sell.
    if (!early && on < this.saidSown && (what.did === 'loss' || what.did === 'fill' || what.did === 'sow-again'))
      return { kind: 'not-sown' }
    if (part.ended && what.did !== 'note' && what.did !== 'label') return { kind: 'after-end', ended: part.ended.on }
    return undefined
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
}
