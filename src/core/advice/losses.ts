/** Losses of one cause that go on: how fast, and what would be left if they do. */
import type { LossCause } from '../../season/schema'
import type { Day } from '../calendar/day'
import { alive } from '../ledger/accounts'
import type { Batch } from '../batch/batch'

/** Losses of one cause that grow. */
export interface LossTrend {
  cause: LossCause
  /** Plants a day over the days looked at. */
  perDay: number
  /** Plants there are, and would be on the planting day if it goes on so. */
  left: number
  byPlanting: number
}

const DAYS = 10 // looked back

/**
 * The cause whose losses go on: written down on two days or more of the last ten, not fewer in the later half than in the
 * earlier, of what still stands.
 *
 * @returns the one that would take most; `undefined` where none goes on, or nothing says how many there are
 */
export function lossTrend({ progress, plantOn }: Batch, today: Day): LossTrend | undefined {
  if (!progress?.ledger.known || plantOn <= today) return undefined
  const left = alive(progress.ledger.accounts.standing)
  const byCause = new Map<LossCause, { on: Day; plants: number }[]>()
  for (const { on, entry } of progress.ledger.losses) {
    if (on <= today - DAYS || on > today) continue
    const { cause, plants } = entry.what
    byCause.set(cause, [...(byCause.get(cause) ?? []), { on, plants }])
  }
  let worst: LossTrend | undefined
  for (const [cause, losses] of byCause) {
    if (new Set(losses.map(({ on }) => on)).size < 2) continue
    const middle = today - DAYS / 2
    const sum = (late: boolean) =>
      losses.filter(({ on }) => on > middle === late).reduce((all, { plants }) => all + plants, 0)
    if (sum(true) < sum(false)) continue
    const first = Math.min(...losses.map(({ on }) => on))
    const perDay = (sum(true) + sum(false)) / Math.max(2, today - first + 1)
    const byPlanting = Math.max(0, Math.round(left - perDay * (plantOn - today)))
    if (!worst || perDay > worst.perDay) worst = { cause, perDay, left, byPlanting }
  }
  return worst
}
