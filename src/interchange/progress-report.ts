/** How far a batch is on a day, and what became of everything sown, as plain data; the journal as a table says the same words. */
import { formatDay, type Day } from '../core/calendar/day'
import { waitingOf } from '../core/advice/missed-day'
import { workAhead, workBetween, type Work } from '../core/advice/work'
import { alive } from '../core/ledger/accounts'
import type { Impossible, Ledger } from '../core/ledger/ledger'
import type { Batch, Stay } from '../core/batch/batch'
import type { Container } from '../season/schema'
import type { Plan } from '../core/plan/plan'
import { inFlats } from '../core/sowing/policies'

/** What stands of a batch, in the unit it is counted in. */
export interface StandingAmount {
  amount: number
  unit: 'seedlings' | 'cells' | 'blocks' | 'pots'
}

const UNITS: Partial<Record<Container['kind'], StandingAmount['unit']>> = { 'block-sheet': 'blocks', pots: 'pots' }

/** Steps that take a batch on; preparing, thinning, pinching and feeding are care beside them. */
const STEPS: ReadonlySet<Work['task']['kind']> = new Set([
  'sow',
  'receive',
  'leave-heat',
  'pot-up',
  'move',
  'harden',
  'plant',
])

/** How far a batch or part is, and its accounts. */
export function progressReport(batch: Batch, plan: Plan, day: Day) {
  const { progress } = batch
  const stay = stayOn(batch, day, plan)
  const next = workAhead(plan, batch, day).find(({ task }) => STEPS.has(task.kind))
  const late = workBetween(plan, day, day + 1).filter(
    ({ task, state }) => task.batch === batch && state === 'open' && STEPS.has(task.kind),
  )
  return {
    progress: {
      status: statusOf(batch, plan),
      place: stay ? plan.season.places[stay.place]!.key : null,
      container: stay?.container.key ?? null,
      standing: standingOf(batch, stay),
      daysLate: Math.max(0, ...late.map((work) => work.late)),
      next: next ? nextReport(next) : null,
    },
    ledger: progress ? ledgerReport(progress.ledger) : null,
    notCounted: progress
      ? progress.all.impossible.map(({ entry, reason }) => ({ record: entry.id, on: entry.on, ...reasonOf(reason) }))
      : [],
  }
}

/** Why a record could not be, with its days as dates. */
function reasonOf(reason: Impossible['reason']) {
  if (reason.kind === 'before-sowing') return { reason: reason.kind, sown: formatDay(reason.sown) }
  if (reason.kind === 'after-end') return { reason: reason.kind, ended: formatDay(reason.ended) }
  if (reason.kind === 'too-many')
    return { reason: reason.kind, account: reason.what, said: reason.said, most: reason.most }
  return { reason: reason.kind }
}

function statusOf({ progress, sow }: Batch, { today }: Plan): string {
  if (progress) return progress.asks ? 'asked-about' : progress.standing
  return sow === undefined ? 'cannot-be-sown' : today !== undefined ? 'to-sow' : 'planned'
}

/** The stay a batch is in on a day; none before it is sown, nor once it is planted or gone. */
function stayOn({ stays, progress }: Batch, day: Day, { today }: Plan): Stay | undefined {
  const status = progress?.standing
  if (today !== undefined && (!progress || progress.asks || status === 'to-sow')) return undefined
  if (status === 'planted' || status === 'gone') return undefined
  return stays.find(({ from, until }) => from <= day && day < until)
}

function standingOf({ progress, way }: Batch, stay: Stay | undefined): StandingAmount {
  if (!stay || !progress) return { amount: 0, unit: 'cells' }
  const flat = inFlats(way.method) && stay.container.kind === 'open-flat'
  const unit = flat ? 'seedlings' : (UNITS[stay.container.kind] ?? 'cells')
  const { known, accounts } = progress.ledger
  return { amount: known ? alive(accounts.standing) : stay.cells, unit }
}

function nextReport(work: Work) {
  const waiting = waitingOf(work)
  return {
    step: work.task.kind,
    nth: work.task.nth,
    due: formatDay(work.due),
    lastHarmless: waiting ? formatDay(waiting.last) : null,
    then: waiting?.slips ?? null,
  }
}

/** The accounts of a batch or part: what came in is what stands and what left. */
function ledgerReport({ accounts, known, restOf, splitOff }: Ledger) {
  const { standing, gone, sown, extra, thinned, prickedOut, pottedOn, filled, sownAgain, fromParts, toParts, merged } =
    accounts
  return {
    known,
    part: restOf !== undefined ? 'left behind' : splitOff ? 'split off' : 'whole',
    sown,
    blank: standing.blank + gone.emptied,
    one: standing.one,
    doubles: standing.more,
    notCounted: standing.sown,
    extra,
    filled,
    sownAgain,
    thinned,
    prickedOut,
    pottedOn,
    cameOver: fromParts - merged,
    splitOff: toParts,
    merged,
    planted: gone.planted,
    sold: gone.sold,
    given: gone.given,
    lost: gone.lost,
    discarded: gone.discarded,
    leftOver: gone.leftOver,
  }
}
