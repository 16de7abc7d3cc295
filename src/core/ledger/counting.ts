/** Sowing, counting, thinning, filling blanks and losing: what happens to a batch where it stands. */
import { alive, places } from './accounts'
import { Amounts, type Open } from './open'
import type { Line } from './records'
import type { Impossible } from './types'

/** What happens to a batch in the trays it was sown into. */
export class Counting extends Amounts {
  /** Sown as it was meant to be, where nobody wrote down how many. */
  protected sowAsMeant(part: Open): void {
    const { meant } = this
    if (!meant || part.id !== this.id || meant.cells === undefined) return
    this.sow(part, meant.cells, meant.seeds, false)
  }

  protected sow(part: Open, cells: number | undefined, seeds: number | undefined, received: boolean): void {
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

  protected thin(part: Open, { entry: { what }, on }: Line<'task'>): void {
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

  protected takeCount(part: Open, line: Line<'count'>): Impossible['reason'] | undefined {
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
  protected fill(part: Open, blanks: number): Impossible['reason'] | undefined {
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

  protected sowAgain(part: Open, { entry: { what }, on }: Line<'sow-again'>): Impossible['reason'] | undefined {
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

  protected takeLoss(part: Open, line: Line<'loss'>): Impossible['reason'] | undefined {
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
}
