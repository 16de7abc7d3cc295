/** How far the first tour is on this device; it can be left and taken up again. */
'use client'
import * as z from 'zod/mini'
import type { Plan } from '../../core/plan/plan'
import { useRouter } from '../navigation'
import { useSeason } from '../season-context'
import { useKept, type Reads } from '../use-kept'

/** What the tour looks at, in its order. */
export const TOUR = ['today', 'batch', 'plan', 'benches', 'sowing', 'buying'] as const

const State = z.object({ step: z.number(), open: z.boolean(), offered: z.boolean() })
type State = z.output<typeof State>
const NOT_BEGUN: State = { step: 0, open: false, offered: true }

/** Where a step leads to: of the batches one that is up, else the first. */
function wayTo(step: number, { batches }: Plan): string {
  const name = TOUR[step] ?? 'today'
  if (name !== 'batch') return `/${name}`
  const shown = batches.find(({ progress }) => progress?.standing === 'up') ?? batches[0]
  return shown ? `/batch?id=${encodeURIComponent(shown.id)}` : '/plan'
}

export function useTour() {
  const { plan } = useSeason()
  const router = useRouter()
  const [{ step: kept, open, offered }, set] = useKept<State>('tour', State as unknown as Reads<State>, NOT_BEGUN, 'device') // prettier-ignore
  const step = Math.min(Math.max(kept, 0), TOUR.length - 1)
  const go = (to: number) => {
    set({ step: to, open: true, offered: false })
    router.push(wayTo(to, plan))
  }
  return {
    /** Step that is shown; `undefined` while the tour is left. */
    step: open ? step : undefined,
    isBegun: step > 0,
    /** Whether it is offered by itself: until it was begun, or refused. */
    offered,
    way: wayTo(step, plan),
    begin: () => go(step),
    go,
    leave: () => set({ step, open: false, offered: false }),
    /** Through: the next time it begins anew. */
    end: () => set({ step: 0, open: false, offered: false }),
  }
}
