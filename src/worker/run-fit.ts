/** Runs a fit to its end: the fast search first, then the proof, with news on the way. */
import { chosenOf } from '../core/fit/model'
import { gapOf, FitSolver, type SolveOptions, type Standing } from '../core/fit/solve'
import type { FitProblem } from '../core/fit/problem'
import { prove } from './prove'

/** How a fit stands: what is being done, and the best so far. */
export interface FitNews extends Standing {
  doing: 'searching' | 'proving' | 'done'
  /** The best choice, when it is another than the last that was told. */
  chosen: Int32Array | undefined
  /** Whether no choice is less overfull. */
  overfullProven: boolean
}

export interface RunOptions extends SolveOptions {
  onNews?: (news: FitNews) => void
  /** Asked between slices; true ends the search with the best so far. */
  stopped?: () => boolean
  /** Lets others have a turn between slices. */
  pause?: () => Promise<void>
  /** A choice to begin with, where it is better than none. */
  start?: Int32Array
  /** Leaves out the proof. */
  searchOnly?: boolean
  /** Ends as soon as nothing is over. */
  untilItFits?: boolean
}

/**
 * Searches and proves until the best choice is within the gap of what is possible, or it is stopped.
 *
 * @returns the best choice, and how it stands
 */
export async function runFit(
  problem: FitProblem,
  { onNews, stopped, pause, start: begin, searchOnly, untilItFits, ...options }: RunOptions = {},
): Promise<FitNews & { chosen: Int32Array }> {
  const solver = new FitSolver(problem, options)
  if (begin) solver.offer(begin)
  let overfullProven = false
  let told: Int32Array | undefined
  const news = (doing: FitNews['doing']): FitNews => {
    const standing = solver.standing
    const chosen = solver.chosen === told ? undefined : solver.chosen
    told = solver.chosen
    return { ...standing, doing, chosen, overfullProven: overfullProven || standing.overfull === 0 }
  }
  onNews?.(news('searching'))
  while (!solver.done && !stopped?.() && !(untilItFits && solver.standing.overfull === 0)) {
    solver.step()
    onNews?.(news('searching'))
    await pause?.()
  }
  const finished = () => ({ ...news('done'), chosen: solver.chosen })
  if (searchOnly || untilItFits || stopped?.() || problem.batches.length === 0 || solver.standing.gap <= solver.gap) {
    onNews?.(news('done'))
    return finished()
  }
  onNews?.(news('proving'))
  const { gap } = solver
  const tell =
    (model: Parameters<typeof chosenOf>[1], cost: boolean) => (one: { values?: Float64Array; bound?: number }) => {
      if (one.values) solver.offer(chosenOf(solver.packed, model, one.values))
      if (cost && one.bound !== undefined && Number.isFinite(one.bound)) solver.proven(one.bound)
      onNews?.(news('proving'))
      return stopped?.()
    }
  const first = solver.standing.overfull > 0
  if (first) {
    const { model, start } = solver.toProve()
    const proof = await prove(model, { gap: 1e-6, start, onNews: tell(model, false) })
    if (proof.values) solver.offer(chosenOf(solver.packed, model, proof.values))
    overfullProven = proof.status === 'proven'
  }
  if (!stopped?.()) {
    const { model, start } = solver.standing.overfull > 0 ? solver.toProveCost() : solver.toProve()
    const overfull = solver.standing.overfull > 0
    const proof = await prove(model, { gap, start, onNews: tell(model, !overfull) })
    if (proof.values) solver.offer(chosenOf(solver.packed, model, proof.values))
    if (!overfull && Number.isFinite(proof.bound)) solver.proven(proof.bound)
    if (overfull && Number.isFinite(proof.bound)) {
      const end = {
        ...news('done'),
        chosen: solver.chosen,
        bound: proof.bound,
        gap: gapOf(solver.standing.cost, proof.bound),
      }
      onNews?.(end)
      return end
    }
  }
  onNews?.(news('done'))
  return finished()
}
