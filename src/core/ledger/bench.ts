/** The potting bench: potted up, moved, planted, split off, merged and sold, all of a batch or some; the others stay behind. */
import { alive, places, take, type Standing } from './accounts'
import { Counting } from './counting'
import { partedFrom, type Open } from './open'
import type { AnyLine, Line } from './records'
import type { Impossible } from './types'

const NEARLY_ALL = 0.85 // of what there was, from which the rest was not wanted, where nobody says what became of it
const TOGETHER = 7 // days within which what is potted up in two sessions stays one batch

/** Number of the first part that is left behind; those that are split off by hand count up from 2. */
export const RESTS_FROM = 99

type Rest = 'stays' | 'left-over' | 'discarded' | undefined

/** What leaves a batch, or goes on without the rest of it. */
export class Bench extends Counting {
  /** Numbers of parts that are split off by hand. */
  protected named: ReadonlySet<number> = new Set()

  /** Potted up, pricked out or potted on: all of it or some. */
  protected pot(part: Open, line: Line<'task'> | Line<'moved'>, step: string): Impossible['reason'] | undefined {
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
  protected newRest(): string {
    let n = RESTS_FROM
    while (this.parts.has(`${this.id}~${n}`) || this.named.has(n)) n--
    return `${this.id}~${n}`
  }

  /** Whether those that did not go stay where they are. */
  protected staysBehind(part: Open, rest: Rest, went: number, there: number): boolean {
    if (alive(part.accounts.standing) === 0) return false
    if (rest !== undefined) return rest === 'stays'
    return (this.meant?.parts ?? 1) === 1 && went < NEARLY_ALL * there
  }

  /** Those that stay behind become a part of their own, for which the step is still to be done. */
  protected leaveBehind(part: Open, line: AnyLine, step: string, went: number, there: number, before: number): void {
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
  protected aheadOf(part: Open, step: string, { on, entry: { what } }: Line<'task'> | Line<'moved'>): Open | undefined {
    const ahead = part.restOf !== undefined && part.waitsFor === step ? this.parts.get(part.restOf) : undefined
    const { into } = ahead ?? {}
    if (!ahead || !into || ahead.ended || ahead.planted || into.step !== step || on - into.on > TOGETHER)
      return undefined
    const same = (a: string | undefined, b: string | undefined) => a === undefined || b === undefined || a === b
    return same(into.container, what.container) && same(into.place, what.place) ? ahead : undefined
  }

  protected join(ahead: Open, part: Open, line: AnyLine, goods: number, cells: number, there: number): void {
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

  /** What is left when all that are wanted have gone: blanks go with their trays, good ones were not wanted. */
  protected clear({ accounts: { standing, gone } }: Open, rest: Rest): void {
    gone.emptied += standing.blank + standing.sown
    gone[rest === 'discarded' ? 'discarded' : 'leftOver'] += standing.one + standing.more
    Object.assign(standing, { sown: 0, blank: 0, one: 0, more: 0 })
  }

  /** Moved to another place, all of it or some. */
  protected moveOn(part: Open, line: Line<'moved'>): Impossible['reason'] | undefined {
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

  protected plant(part: Open, line: Line<'task'>): Impossible['reason'] | undefined {
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

  protected split(part: Open, line: Line<'split'>): Impossible['reason'] | undefined {
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

  protected merge(part: Open, line: Line<'merge'>): undefined {
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

  protected end(part: Open, line: Line<'end'>): Impossible['reason'] | undefined {
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
