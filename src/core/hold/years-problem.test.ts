import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { isBetter, loadsOf, worthOf, type FitProblem, type Use } from '../fit/problem'
import { solveInYears, YearsFit, type YearsProblem } from './years-problem'

const DAYS = 14
const PATIENCE = { work: 20_000, idle: 3, steps: 12 }

const anyUse = fc
  .record({
    resource: fc.nat(1),
    from: fc.nat(DAYS - 1),
    long: fc.integer({ min: 1, max: DAYS }),
    amount: fc.constantFrom(0.5, 1, 2, 3),
  })
  .map(({ resource, from, long, amount }): Use => ({ resource, from, until: Math.min(DAYS, from + long), amount }))

const anyProblem = (years: number): fc.Arbitrary<YearsProblem> =>
  fc.record({
    days: fc.constant(DAYS),
    years: fc.constant(years),
    accepted: fc.integer({ min: 0, max: years - 1 }),
    resources: fc
      .tuple(fc.constantFrom(0, 1, 2, 4), fc.constantFrom(0, 2, 3))
      .map((rooms) => rooms.map((room) => ({ capacity: new Float64Array(DAYS).fill(room), weight: 1, yearly: true }))),
    batches: fc.array(
      fc.record({
        columns: fc.array(
          fc.record({
            cost: fc.integer({ min: 0, max: 20 }).map((cost) => cost / 2),
            always: fc.constant([]),
            inYears: fc.array(fc.array(anyUse, { maxLength: 2 }), { minLength: years, maxLength: years }),
          }),
          { minLength: 1, maxLength: 3 },
        ),
      }),
      { minLength: 1, maxLength: 4 },
    ),
  })

/** The loads of one year alone, as an ordinary problem. */
const inYear = ({ days, resources, batches }: YearsProblem, year: number): FitProblem => ({
  days,
  resources,
  batches: batches.map(({ columns }) => ({
    columns: columns.map(({ cost, inYears }) => ({ cost, uses: inYears[year]! })),
  })),
})

const firstOf = ({ batches }: YearsProblem) => new Int32Array(batches.length)

/** How much a resource is over in a week of a year, as every batch goes its first way. */
function overIn(problem: YearsProblem, year: number, resource: number, week: number) {
  const loads = loadsOf(inYear(problem, year), firstOf(problem))
  let over = 0
  for (let day = week * 7; day < week * 7 + 7; day++)
    over += Math.max(0, loads[resource * DAYS + day]! - problem.resources[resource]!.capacity[day]!)
  return over
}

function allChoices({ batches }: YearsProblem): Int32Array[] {
  const all: Int32Array[] = []
  const chosen = new Int32Array(batches.length)
  for (;;) {
    all.push(chosen.slice())
    let b = 0
    while (b < chosen.length && ++chosen[b]! === batches[b]!.columns.length) chosen[b++] = 0
    if (b === chosen.length) return all
  }
}

const solved = (fit: YearsFit, start: Int32Array) => {
  const steps = solveInYears(fit, start, PATIENCE)
  for (;;) {
    const { done, value } = steps.next()
    if (done) return value
  }
}

describe('what is over in years that might be', () => {
  it('is the sum over the years, of each limit and week the worst years left out, and no less can be', () => {
    fc.assert(
      fc.property(anyProblem(4), (problem) => {
        const chosen = firstOf(problem)
        let least = 0
        for (let resource = 0; resource < 2; resource++)
          for (let week = 0; week < 2; week++) {
            const overs = [0, 1, 2, 3].map((year) => overIn(problem, year, resource, week))
            // Of all ways to leave so many years out, the one that leaves least.
            const ways = [...Array(16).keys()]
              .map((mask) => overs.filter((_, year) => ((mask >> year) & 1) === 0))
              .filter(({ length }) => length === 4 - problem.accepted)
            least += Math.min(...ways.map((left) => left.reduce((sum, over) => sum + over, 0))) / 4
          }
        expect(new YearsFit(problem).worthOf(chosen).overfull).toBeCloseTo(least, 6)
      }),
    )
  })
  it('is never more where more years are accepted, and with one year it is the ordinary sum', () => {
    fc.assert(
      fc.property(anyProblem(3), (problem) => {
        const chosen = firstOf(problem)
        const overs = [0, 1, 2].map((accepted) => new YearsFit({ ...problem, accepted }).worthOf(chosen).overfull)
        expect(overs[1]!).toBeLessThanOrEqual(overs[0]! + 1e-9)
        expect(overs[2]!).toBeLessThanOrEqual(overs[1]! + 1e-9)
      }),
    )
    fc.assert(
      fc.property(anyProblem(1), (problem) => {
        const chosen = firstOf(problem)
        const { overfull, cost } = worthOf(inYear(problem, 0), chosen)
        expect(new YearsFit({ ...problem, accepted: 0 }).worthOf(chosen)).toEqual({
          overfull: expect.closeTo(overfull, 6) as number,
          cost: expect.closeTo(cost, 6) as number,
        })
      }),
    )
  })
  it('is told by limit and week as a share of years', () => {
    fc.assert(
      fc.property(anyProblem(4), (problem) => {
        const chosen = firstOf(problem)
        new YearsFit(problem).sharesOver(chosen).forEach((shares, resource) =>
          shares.forEach((share, week) => {
            const over = [0, 1, 2, 3].filter((year) => overIn(problem, year, resource, week) > 1e-6)
            expect(share).toBeCloseTo(over.length / 4, 9)
          }),
        )
      }),
    )
  })
})

describe('a search in years that might be', () => {
  it('never ends worse than it began, from wherever it begins, and is the same each time', () => {
    fc.assert(
      fc.property(anyProblem(3), fc.nat(), (problem, pick) => {
        const fit = new YearsFit(problem)
        const all = allChoices(problem)
        const start = all[pick % all.length]!
        const found = solved(fit, start)
        expect(isBetter(fit.worthOf(start), fit.worthOf(found))).toBe(false)
        expect([...solved(fit, start)]).toEqual([...found])
      }),
      { numRuns: 60 },
    )
  })
  it('is mostly as good as the best of all choices, also where years are excused by chance', () => {
    let best = 0
    let all = 0
    fc.assert(
      fc.property(anyProblem(3), (problem) => {
        const fit = new YearsFit(problem)
        const found = fit.worthOf(solved(fit, firstOf(problem)))
        all++
        if (!allChoices(problem).some((choice) => isBetter(fit.worthOf(choice), found))) best++
      }),
      { numRuns: 80, seed: 7 },
    )
    expect(best / all).toBeGreaterThan(0.8)
  })
  it('goes another way where more than the accepted years are over, and stays where no more are', () => {
    // A batch on a bench with room for two: in two of four years it takes three; elsewhere it always fits, and costs one more.
    const use = (resource: number, amount: number): Use => ({ resource, from: 0, until: 7, amount })
    const problem = (accepted: number): YearsProblem => ({
      days: 7,
      years: 4,
      accepted,
      resources: [2, 9].map((room) => ({ capacity: new Float64Array(7).fill(room), weight: 1, yearly: true })),
      batches: [
        {
          columns: [
            { cost: 0, always: [], inYears: [2, 3, 3, 2].map((amount) => [use(0, amount)]) },
            { cost: 1, always: [], inYears: [3, 3, 3, 3].map((amount) => [use(1, amount)]) },
          ],
        },
      ],
    })
    const chosen = (accepted: number) => [...solved(new YearsFit(problem(accepted)), Int32Array.of(0))]
    expect([chosen(0), chosen(1), chosen(2)]).toEqual([[1], [1], [0]])
  })
})
