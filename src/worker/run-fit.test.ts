import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { BoundSearch } from '../core/fit/bound'
import { oversOf } from '../core/fit/model'
import { isBetter, pack, worthOf, type FitProblem, type Worth } from '../core/fit/problem'
import { Choice } from '../core/fit/search'
import { FitSolver } from '../core/fit/solve'
import { prove } from './prove'
import { runFit, type FitNews } from './run-fit'

const DAYS = 7

const anyUse = fc
  .record({
    resource: fc.nat(1),
    from: fc.nat(DAYS - 1),
    long: fc.integer({ min: 1, max: DAYS }),
    amount: fc.constantFrom(0.5, 1, 1.5, 2, 3),
  })
  .map(({ resource, from, long, amount }) => ({ resource, from, until: Math.min(DAYS, from + long), amount }))
const anyColumn = fc.record({
  cost: fc.integer({ min: 0, max: 40 }).map((c) => c / 4),
  uses: fc.array(anyUse, { maxLength: 3 }),
})
const anyProblem: fc.Arbitrary<FitProblem> = fc
  .record({
    batches: fc.array(fc.array(anyColumn, { minLength: 1, maxLength: 4 }), { minLength: 1, maxLength: 5 }),
    room: fc.array(fc.constantFrom(0, 1, 2, 3, 4, 5), { minLength: 2, maxLength: 2 }),
    later: fc.constantFrom(0, 2, 5),
  })
  .map(({ batches, room, later }) => ({
    days: DAYS,
    // The second resource changes in the middle of the time.
    resources: room.map((one, r) => ({
      capacity: Float64Array.from({ length: DAYS }, (_, d) => (r === 1 && d >= 4 ? later : one)),
      weight: r === 0 ? 1 : 0.5,
    })),
    batches: batches.map((columns) => ({ columns })),
  }))

/** The best choice found by trying all of them. */
function bruteForce(problem: FitProblem): Worth {
  let best: Worth | undefined
  const chosen = new Int32Array(problem.batches.length)
  for (;;) {
    const worth = worthOf(problem, chosen)
    if (!best || isBetter(worth, best)) best = worth
    let b = 0
    while (b < chosen.length && ++chosen[b]! === problem.batches[b]!.columns.length) chosen[b++] = 0
    if (b === chosen.length) return best
  }
}

describe('a fit', () => {
  it('is never worse than the best of all choices, and never over where one fits', async () => {
    await fc.assert(
      fc.asyncProperty(anyProblem, async (problem) => {
        const best = bruteForce(problem)
        const fit = await runFit(problem, { gap: 0 })
        expect(worthOf(problem, fit.chosen)).toEqual({
          overfull: expect.closeTo(fit.overfull, 6) as number,
          cost: expect.closeTo(fit.cost, 6) as number,
        })
        expect(fit.overfull).toBeCloseTo(best.overfull, 5)
        expect(fit.cost).toBeCloseTo(best.cost, 5)
        if (fit.overfull === 0) expect(fit.bound).toBeLessThanOrEqual(best.cost + 1e-6)
      }),
      { numRuns: 90 },
    )
  }, 60_000)
  it('has a bound that no choice beats, at whatever prices', () => {
    fc.assert(
      fc.property(anyProblem, (problem) => {
        const best = bruteForce(problem)
        const search = new BoundSearch(pack(problem), 1000)
        for (let i = 0; i < 60; i++)
          expect(search.step(best.cost + 1000 * best.overfull)).toBeLessThanOrEqual(
            best.cost + 1000 * best.overfull + 1e-6,
          )
      }),
    )
  })
  it('is the same each time it is asked', () => {
    fc.assert(
      fc.property(anyProblem, (problem) => {
        const run = () => {
          const solver = new FitSolver(problem)
          while (!solver.done) solver.step()
          return [...solver.chosen]
        }
        expect(run()).toEqual(run())
      }),
      { numRuns: 20 },
    )
  })
  it('sums as it goes what it would sum at once', () => {
    fc.assert(
      fc.property(anyProblem, fc.array(fc.tuple(fc.nat(4), fc.nat(3)), { maxLength: 12 }), (problem, changes) => {
        const choice = new Choice(pack(problem))
        const chosen = new Int32Array(problem.batches.length)
        choice.set(chosen)
        for (const [b, c] of changes) {
          const batch = b % chosen.length
          chosen[batch] = c % problem.batches[batch]!.columns.length
          choice.take(batch)
          choice.put(batch, chosen[batch])
        }
        const { overfull, cost } = worthOf(problem, chosen)
        expect(choice.worth.overfull).toBeCloseTo(overfull, 5)
        expect(choice.worth.cost).toBeCloseTo(cost, 6)
      }),
    )
  })
  it('keeps the best it has when it is stopped', async () => {
    const [problem] = fc.sample(anyProblem, { numRuns: 1, seed: 4 })
    const told: FitNews[] = []
    const fit = await runFit(problem!, { gap: 0, stopped: () => true, onNews: (news) => told.push(news) })
    expect(worthOf(problem!, fit.chosen).cost).toBeCloseTo(fit.cost, 9)
    expect(told.at(-1)!.doing).toBe('done')
  })
  it('says which days are over, and where nothing is there to choose from', async () => {
    const full: FitProblem = {
      days: 3,
      resources: [{ capacity: Float64Array.of(1, 0, 1), weight: 1 }],
      batches: [{ columns: [{ cost: 1, uses: [{ resource: 0, from: 0, until: 3, amount: 1 }] }] }],
    }
    const fit = await runFit(full, {})
    expect([fit.overfull, fit.overfullProven]).toEqual([1, true])
    expect(oversOf(pack(full), fit.chosen)).toEqual([{ resource: 0, from: 1, until: 2, most: 1 }])
    const none = await runFit({ days: 3, resources: full.resources, batches: [] }, {})
    expect([none.overfull, none.cost, none.chosen.length]).toEqual([0, 0, 0])
  })
  it('is told by the solver that nothing can be done', async () => {
    const proof = await prove(
      {
        variables: 1,
        rows: 1,
        cost: Float64Array.of(1),
        rowLower: Float64Array.of(2),
        rowUpper: Float64Array.of(2),
        starts: Int32Array.of(0, 1),
        index: Int32Array.of(0),
        value: Float64Array.of(1),
        columns: Int32Array.of(0),
      },
      { gap: 0 },
    )
    expect(proof.status).toBe('impossible')
  })
})
