/**
 * npm run bench -- --fit: how good a plan the search finds, and how fast, beside HiGHS given the same columns and day rows
 * cold. The seasons are made from seeds: 40, 100 and 300 batches in places with 80 % of the room they would take unconstrained.
 * Prints one JSON line a measurement. The cold solver alone takes minutes.
 */
import { readFileSync } from 'node:fs'
import { placeTrays } from '../src/core/benches/placement'
import { fitSeason } from '../src/core/fit/columns'
import { chosenOf, fitModel } from '../src/core/fit/model'
import { worthOf } from '../src/core/fit/problem'
import { FitSolver } from '../src/core/fit/solve'
import { createPlanner } from '../src/core/plan/plan'
import type { Held, HoldWanted } from '../src/core/hold/hold'
import { readSeason } from '../src/season/read'
import type { Season } from '../src/season/schema'
import { fitPlan } from '../src/worker/fit-plan'
import { prove } from '../src/worker/prove'
import { ROOM, tightSeason } from './tight-season'

const GAP = 0.01
const SIZES = [
  [40, 1],
  [100, 1],
  [300, 1],
] as const // batches and seed

const round = (value: number, digits = 2) => Math.round(value * 10 ** digits) / 10 ** digits
const print = (line: object) => console.log(JSON.stringify(line))

async function compare(batches: number, seed: number, cold: boolean): Promise<void> {
  const season = tightSeason(batches, seed)
  const planner = createPlanner()
  const plan = planner.plan(season)
  const begun = performance.now()
  const { problem } = fitSeason(planner, plan, { from: plan.from - 400 })
  const columns_s = (performance.now() - begun) / 1000
  const now = worthOf(problem, new Int32Array(problem.batches.length))
  const searched = performance.now()
  const solver = new FitSolver(problem, { gap: GAP })
  let fits_s: number | undefined
  const seconds = () => (performance.now() - searched) / 1000
  while (!solver.done) {
    solver.step()
    if (solver.standing.overfull === 0) fits_s ??= seconds()
  }
  const search_s = seconds()
  const found = solver.standing
  const line = {
    bench: `fit of ${batches} batches at ${ROOM * 100} % of their room, seed ${seed}`,
    columns: problem.batches.reduce((sum, one) => sum + one.columns.length, 0),
    columns_s: round(columns_s),
    overfull_now: round(now.overfull),
    overfull: round(found.overfull),
    first_fits_s: fits_s === undefined ? null : round(fits_s),
    objective: round(found.cost),
    bound: round(found.bound),
    gap: round(found.gap, 4),
    search_s: round(search_s),
    changed: Array.from(solver.chosen).filter((column) => column > 0).length,
  }
  if (!cold) return print(line)
  const model = fitModel(solver.packed)
  const coldly = performance.now()
  const proof = await prove(model, { gap: GAP, onNews: () => performance.now() - coldly > MOST_COLD })
  const cold_s = (performance.now() - coldly) / 1000
  const coldCost = proof.values ? worthOf(problem, chosenOf(solver.packed, model, proof.values)).cost : Infinity
  const best = Math.min(coldCost, found.cost)
  print({
    ...line,
    rows: model.rows,
    cold_objective: round(coldCost),
    cold_bound: round(proof.bound),
    cold_s: round(cold_s),
    cold_status: proof.status,
    above_best: round(found.cost / best - 1, 4),
    above_cold_bound: round(found.cost / proof.bound - 1, 4),
    limit_above: 0.01,
    time_share: round(search_s / cold_s, 3),
    limit_share: 0.1,
  })
}

const MOST_COLD = 600_000 // ms after which the cold solver is stopped

function placing(): void {
  const season = tightSeason(300, 1)
  const { standing } = createPlanner().plan(season)
  const times = Array.from({ length: 9 }, () => {
    const begun = performance.now()
    season.places.forEach((_, i) => placeTrays(standing, season.places, i))
    return performance.now() - begun
  }).sort((a, b) => a - b)
  print({ bench: 'place 300 batches on their benches', ms: round(times[4]!), limit: 200 })
}

/** Made to hold in most years, beside the ordinary fit with its proof: time, and what 150 years say that neither knew. */
async function holding(name: string, season: Season): Promise<void> {
  const { from } = season.season
  const timed = async (wanted?: HoldWanted) => {
    const begun = performance.now()
    const status = await fitPlan(season, from, { wanted })
    return { s: (performance.now() - begun) / 1000, status }
  }
  const ordinary = await timed()
  const { s, status } = await timed({ chance: 0.9, over: 0.1 })
  const found = status.holding!.found!
  const kept = ({ promises }: Held['held']) => promises.filter(({ chance }) => chance >= 0.9).length
  print({
    bench: `made to hold, ${name}`,
    ordinary_s: round(ordinary.s),
    hold_s: round(s),
    ratio: round(s / ordinary.s),
    limit: 3,
    promises: found.held.promises.length,
    kept_ordinary: kept(found.ordinary),
    kept: kept(found.held),
    weeks_over_ordinary: found.ordinary.overs.length,
    weeks_over: found.held.overs.length,
  })
}

async function demoFarm(): Promise<void> {
  const read = readSeason(JSON.parse(readFileSync('demo/sallow-ferry-2027.json', 'utf8')))
  if (!read.ok) throw new Error('the demo farm must read')
  await holding('the demo farm', read.season)
}

placing()
await demoFarm()
await holding('100 batches at 80 % of their room', tightSeason(100, 1))
for (const [batches, seed] of SIZES) await compare(batches, seed, !process.argv.includes('--quick'))
