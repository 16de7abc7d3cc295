/** The month on paper: what starts, what moves, what is planted where, what comes out. */
import { civil, fromCivil, type Day } from '../calendar/day'
import type { Plan } from './plan'
import { tasksBetween, type Task, type TaskKind } from '../batch/tasks'
import type { BedUse } from '../field/beds'
import type { FieldCrop } from '../field/field-crop'

const STARTS: ReadonlySet<TaskKind> = new Set(['order', 'prepare', 'receive', 'sow'])
const MOVES: ReadonlySet<TaskKind> = new Set(['leave-heat', 'pot-up', 'move', 'harden'])

export interface Month {
  from: Day
  until: Day
  starts: Task[]
  /** What is sown in its place this month. */
  sown: FieldCrop[]
  moves: Task[]
  /** Raised plants that go out, with where. */
  planted: { stand: FieldCrop; beds: BedUse[] }[]
  /** Ground that is cleared: plantings and what stood there from before. */
  out: { day: Day; what: string; bed: string | undefined }[]
  /** First harvests. */
  harvests: FieldCrop[]
}

/** First day of a day's month, and of the next. */
export function monthOf(day: Day): { from: Day; until: Day } {
  const { year, month } = civil(day)
  return { from: fromCivil(year, month, 1), until: fromCivil(year, month + 1, 1) }
}

/** Everything of the month a day lies in. */
export function monthSheet(plan: Plan, day: Day): Month {
  const { from, until } = monthOf(day)
  const within = (other: Day | undefined) => other !== undefined && other >= from && other < until
  const tasks = tasksBetween(plan.batches, from, until)
  const usesOf = new Map<string, BedUse[]>()
  const out: Month['out'] = []
  const seen = new Set<string>()
  for (const uses of plan.beds.uses.values()) {
    for (const use of uses) {
      if (use.stand) usesOf.set(use.stand.id, [...(usesOf.get(use.stand.id) ?? []), use])
      if (!within(use.until)) continue
      if (use.stand && (use.stand.clears === undefined || use.stand.batch?.progress?.asks)) continue
      if (use.stand) seen.add(use.stand.id)
      out.push({ day: use.until, what: use.what, bed: use.bed.name })
    }
  }
  // What is asked about is counted nowhere; its bed is kept for it.
  const stands = plan.inField
    .filter(({ batch }) => !batch?.progress?.asks)
    .sort((a, b) => a.from - b.from || (a.code < b.code ? -1 : 1))
  for (const { id, clears, code, variety } of stands)
    if (within(clears) && !seen.has(id)) out.push({ day: clears!, what: `${code} ${variety.name}`, bed: undefined })
  return {
    from,
    until,
    starts: tasks.filter(({ kind }) => STARTS.has(kind)),
    sown: stands.filter((stand) => stand.inPlace && within(stand.from)),
    moves: tasks.filter(({ kind }) => MOVES.has(kind)),
    planted: stands
      .filter((stand) => stand.batch && within(stand.from))
      .map((stand) => ({ stand, beds: usesOf.get(stand.id) ?? [] })),
    out: out.sort((a, b) => a.day - b.day || (a.what < b.what ? -1 : 1)),
    harvests: stands.filter(({ harvest }) => within(harvest)).sort((a, b) => a.harvest! - b.harvest!),
  }
}
