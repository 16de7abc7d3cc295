/** When to lift three plugs: just before a batch is ready, midway to its limit, and after days too hot or too cold. */
import type { Day } from '../calendar/day'
import { placeOf } from '../growth/plant-state'
import type { Batch } from '../batch/batch'
import type { Plan } from '../plan/plan'
import { sistersOf } from '../progress/sisters'
import { ageOn, legStart } from '../schedule/forward'
import { isSown } from './rounds'
import { warningsOf } from './warnings'

/** A batch whose plugs are to be looked at. */
export interface PlugCheckDue {
  batch: Batch
  why: 'nearly-ready' | 'midway-to-limit' | 'after-heat' | 'after-cold'
  /** Place by number in the season. */
  place: number
  /** Batches of the same sowing, which the answer also holds for. */
  sisters: Batch[]
}

const LONG_STANDING = 14 // days since it came up, from which it is worth a look
const NEARLY = 0.88 // of the way to ready
const MIDWAY = 1.5 // between ready and limit
const LOOK_BACK = 4 // days for which measured heat or cold is asked about

/** Batches whose plugs tell most today; of each sowing one. */
export function plugChecksDue(plan: Plan, day: Day): PlugCheckDue[] {
  const hurt = new Map<string, 'heat' | 'cold'>()
  const hurtOn = new Map<string, Day>()
  for (const { kind, day: on, batches } of warningsOf(plan, day - LOOK_BACK, day))
    for (const { id } of batches) {
      if (hurt.has(id)) continue
      hurt.set(id, kind)
      hurtOn.set(id, on)
    }
  const asked = new Set<string>()
  return plan.batches.flatMap((batch): PlugCheckDue[] => {
    if (asked.has(batch.id)) return []
    const due = checkDue(batch, plan, day, hurt.get(batch.id), hurtOn.get(batch.id))
    if (!due) return []
    const sisters = sistersOf(batch, plan.batches)
    for (const { id } of sisters) asked.add(id)
    return [{ ...due, sisters }]
  })
}

function checkDue(
  batch: Batch,
  plan: Plan,
  day: Day,
  hurt: 'heat' | 'cold' | undefined,
  hurtOn: Day | undefined,
): Omit<PlugCheckDue, 'sisters'> | undefined {
  const { progress, pass, way, stays } = batch
  if (!progress || !pass || !isSown(batch, plan, day)) return undefined
  if (progress.standing !== 'up' && progress.standing !== 'hardening') return undefined
  if (day - pass.emergence < LONG_STANDING) return undefined
  const stay = stays.find(({ from, until }) => from <= day && day < until)
  // Seedlings of an open flat have no plug.
  if (!stay || stay.container.kind === 'open-flat') return undefined
  const { route } = way
  let leg = 0
  for (let i = 1; i < route.legs.length; i++) if (legStart(pass, i) <= day) leg = i
  const { step } = route.legs[leg]!
  const { ready: plain, limit } = route.steps[step]!
  const ready = step === route.steps.length - 1 && pass.readyAge < Infinity ? pass.readyAge : plain
  const on = (at: Day) => placeOf(ageOn(route, pass, at), ready, limit)
  const last = progress.checked.at(-1)?.on ?? -Infinity
  const due = (why: PlugCheckDue['why']) => ({ batch, why, place: stay.place })
  const now = on(day)
  if (hurt && hurtOn !== undefined && last < hurtOn) return due(hurt === 'heat' ? 'after-heat' : 'after-cold')
  if (now >= MIDWAY) return last === -Infinity || on(last) < MIDWAY - 0.2 ? due('midway-to-limit') : undefined
  if (now >= NEARLY && now < 1.15)
    return last === -Infinity || on(last) < NEARLY - 0.2 ? due('nearly-ready') : undefined
  return undefined
}
