/** A sowing of a practice season as it really is: drawn cell by cell, the same for one seed, and seen day by day. */
import type { Batch } from '../batch/batch'
import type { Day } from '../calendar/day'
import { shareShowing } from '../germination/emergence'
import { thermalShareOn } from '../progress/seen'
import { drawsOf } from '../rehearsal/draws'
import { CLUMPED, drawLot, type LeftTo } from '../rehearsal/one-batch'
import { legStart, type Pass } from '../schedule/forward'
import type { Route } from '../schedule/route'
import { inFlats } from '../sowing/policies'

const YEAR = 0
/** What is left to chance in a practice year. */
export const CHANCE: LeftTo = {
  weather: true,
  seed: true,
  badLots: true,
  losses: true,
  work: false,
  heat: false,
  hours: false,
  beds: false,
}

/** One cell: which of its seeds come up, and when; whether what came dies while it is small. */
interface Cell {
  /** Of each seed that comes up: the share of all that come which is up before it. */
  comes: readonly number[]
  /** How far through its first stage it dies, 0 to 1; `undefined` when it lives. */
  dies: number | undefined
}

/** Everything that was drawn for a sowing. */
export interface Sowing {
  id: string
  cells: readonly Cell[]
  /** Plants kept of a cell. */
  keep: number
  /** Share of the lot that comes up, and the thermal time it takes as a multiple of that of its kind. */
  share: number
  pace: number
  spread: number
  survivals: readonly number[]
  divisions: readonly number[] | undefined
  seed: number
}

/**
 * Draws a sowing.
 *
 * @param cells cells sown; in flats, seeds
 * @param name what it is known by: the same name draws the same, and more cells leave the first as they were
 */
export function drawSowing(batch: Batch, seed: number, cells: number, name = batch.id): Sowing {
  const { way, sizing } = batch
  const { survivals, divisions, temperatureFactor = 1 } = sizing!.input
  const { share, pace } = drawLot(batch, { seed, n: YEAR, leftTo: CHANCE })
  const each = inFlats(way.method) ? 1 : way.seedsPerCell
  const draw = drawsOf(seed, YEAR, `cells ${name}`)
  const drawn = Array.from({ length: cells }, (): Cell => {
    const comes: number[] = []
    for (let i = 0; i < each; i++) {
      const [isGood, when] = [draw() < share * temperatureFactor, draw()]
      if (isGood) comes.push(when)
    }
    const [lives, dies] = [draw() < survivals[0]!, draw()]
    return { comes: comes.sort((a, b) => a - b), dies: lives ? undefined : dies }
  })
  return {
    id: name,
    cells: drawn,
    keep: inFlats(way.method) ? 1 : way.keep,
    share,
    pace: way.route.pace * pace,
    spread: way.route.germination.spread,
    survivals,
    divisions,
    seed,
  }
}

/** A route at the pace of a sowing's own lot. */
export function atItsPace(route: Route, planned: Route, { pace }: Pick<Sowing, 'pace'>): Route {
  const own = planned.pace === 0 ? 1 : pace / planned.pace
  return { ...route, pace, leaveHeatShare: planned.leaveHeatShare * own }
}

/** The days of a stage: from emergence, or from the potting that begins it, to the next. */
function daysOfStage({ legs }: Route, pass: Pass, stage: number): { from: Day; until: Day } {
  const begins = (of: number): Day => {
    const leg = legs.findIndex((one) => one.stage >= of)
    return leg < 0 ? pass.planting : Math.min(pass.planting, legStart(pass, leg))
  }
  const from = stage === 0 ? Math.min(pass.emergence, pass.planting) : begins(stage)
  return { from, until: Math.max(from, begins(stage + 1)) }
}

/** Losses come by the tray and not by the plant: cells that stand together share one fate in a stage. */
function diesInClump({ seed, id, survivals }: Sowing, cell: number, stage: number): number | undefined {
  const draw = drawsOf(seed, YEAR, `clump ${id} ${stage} ${Math.floor(cell / CLUMPED)}`)
  const lives = draw() < survivals[stage]!
  return lives ? undefined : draw()
}

/** A cell as somebody sees it on a day. */
export interface CellSeen {
  /** Something came up in it, and stands. */
  stands: boolean
  /** Something came up in it and has died. */
  dead: boolean
  /** More than one stands in it. */
  double: boolean
  /** Plants that will be kept of it. */
  plants: number
}

/**
 * The cells of a sowing on a day.
 *
 * @param route at the pace of its lot, with the temperatures that really were
 * @param pass of the route as it was really taken
 */
export function cellsOn(sowing: Sowing, route: Route, pass: Pass, day: Day): CellSeen[] {
  const { cells, keep, pace, spread, survivals } = sowing
  const showing = day < pass.sown ? 0 : shareShowing(thermalShareOn(route, pass, day) / pace, spread)
  const stages = survivals.map((_, stage) => daysOfStage(route, pass, stage))
  const isOver = (stage: number, share: number | undefined) =>
    share !== undefined && day > stages[stage]!.from + share * (stages[stage]!.until - stages[stage]!.from)
  const clumps = new Map<number, boolean>()
  const clumpDies = (i: number) => {
    const clump = Math.floor(i / CLUMPED)
    let dies = clumps.get(clump)
    if (dies === undefined) {
      dies = survivals.some((_, stage) => stage > 0 && isOver(stage, diesInClump(sowing, i, stage)))
      clumps.set(clump, dies)
    }
    return dies
  }
  return cells.map(({ comes, dies }, i) => {
    const up = comes.filter((when) => when < showing).length
    const dead = up > 0 && (isOver(0, dies) || clumpDies(i))
    return { stands: up > 0 && !dead, dead, double: up > 1 && !dead, plants: dead ? 0 : Math.min(keep, up) }
  })
}

/** Plants that stand, of so many cells. */
export const plantsIn = (cells: readonly CellSeen[]): number => cells.reduce((sum, { plants }) => sum + plants, 0)
