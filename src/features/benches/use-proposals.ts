/** The changes that were found, and the plan with those that are taken. */
import { startTransition, useEffect, useRef, useState } from 'react'
import type { Day } from '../../core/calendar/day'
import { plantingsOf, withPlantings } from '../../core/fit/as-plantings'
import { proposalSteps, type Pick, type Proposal } from '../../core/fit/proposals'
import { planFigures, type PlanFigures } from '../../core/plan/figures'
import type { Plan, Planner } from '../../core/plan/plan'

const NO_PROPOSALS = { proposals: [] as readonly Proposal[], picks: undefined }
const EVERY = 1500 // ms between two lists of changes while the search goes on
const TURN = 8 // ms of work before the page has its turn again

/** The proposals of picks, made a little at a time: a search has news several times a second, and the page must answer meanwhile. */
export function useProposals({
  planner,
  plan,
  picks,
  from,
  searching,
}: {
  planner: Planner
  plan: Plan
  picks: readonly Pick[] | undefined
  from: Day
  searching: boolean
}): { proposals: readonly Proposal[]; picks: readonly Pick[] | undefined } {
  const last = useRef(0)
  const [made, setMade] = useState<{ of: Plan; from: Day; picks: readonly Pick[]; proposals: readonly Proposal[] }>()
  useEffect(() => {
    if (!picks) return
    let gone = false
    const make = async () => {
      const steps = proposalSteps(planner, plan, picks, from)
      let turn = performance.now()
      for (;;) {
        const step = steps.next()
        if (step.done) {
          last.current = performance.now()
          return startTransition(() => (gone ? undefined : setMade({ of: plan, from, picks, proposals: step.value })))
        }
        if (performance.now() - turn < TURN) continue
        await new Promise((next) => setTimeout(next))
        if (gone) return
        turn = performance.now()
      }
    }
    // While better plans still come every moment, only now and then one is shown.
    const wait = searching ? EVERY - (performance.now() - last.current) : 60
    const soon = setTimeout(() => void make(), Math.max(60, wait))
    return () => {
      gone = true
      clearTimeout(soon)
    }
  }, [planner, plan, picks, from, searching])
  return picks && made?.of === plan && made.from === from ? made : NO_PROPOSALS
}

/** The figures of the plan, and it with changes taken with its own, worked out in steps; the last one while the next is being made. */
export function useAfter(
  planner: Planner,
  plan: Plan,
  taken: readonly Proposal[],
  from: Day,
): { before: PlanFigures | undefined; after: { plan: Plan; figures: PlanFigures } | undefined } {
  const [before, setBefore] = useState<{ of: Plan; from: Day; figures: PlanFigures }>()
  const [made, setMade] = useState<{ of: Plan; from: Day; plan: Plan; figures: PlanFigures }>()
  useEffect(() => {
    const soon = setTimeout(() => {
      const figures = planFigures(plan, from)
      startTransition(() => setBefore({ of: plan, from, figures }))
    }, 30)
    return () => clearTimeout(soon)
  }, [plan, from])
  useEffect(() => {
    let gone = false
    const turn = () => new Promise((next) => setTimeout(next))
    const make = async () => {
      const changes = plantingsOf(
        planner,
        plan,
        taken.map(({ pick }) => pick),
      )
      await turn()
      // A few plantings more with every turn: the planner keeps what it has computed.
      for (let some = AT_ONCE; some < changes.length && !gone; some += AT_ONCE) {
        planner.plan(withPlantings(plan.season, changes.slice(0, some)), eveningBefore(plan))
        await turn()
      }
      if (gone) return
      const after = planner.plan(withPlantings(plan.season, changes), eveningBefore(plan))
      await turn()
      // Limits are found when first asked for.
      void after.limits
      await turn()
      const figures = planFigures(after, from)
      startTransition(() => (gone ? undefined : setMade({ of: plan, from, plan: after, figures })))
    }
    if (taken.length > 0) void make()
    return () => void (gone = true)
  }, [planner, plan, taken, from])
  return {
    before: before?.of === plan && before.from === from ? before.figures : undefined,
    after: taken.length > 0 && made?.of === plan && made.from === from ? made : undefined,
  }
}

/** The day a fit is planned on: the evening before, so that what is due is done on the day itself. */
const eveningBefore = ({ today }: Plan) => (today === undefined ? undefined : today - 1)

const AT_ONCE = 8

// rows drawn, or plantings computed, in one turn

/** How many of so many rows are drawn: some at once, and some more with every turn, so that a long list does not hold up the page. */
export function useGrowing(count: number): number {
  const [drawn, setDrawn] = useState(AT_ONCE)
  useEffect(() => {
    if (drawn >= count) return
    const soon = setTimeout(() => startTransition(() => setDrawn(drawn + AT_ONCE)), 16)
    return () => clearTimeout(soon)
  }, [drawn, count])
  return drawn
}
