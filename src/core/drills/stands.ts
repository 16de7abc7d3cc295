/** Questions about trays and plants, drawn from one planting of the season as if it alone were raised. */
import type { Entry, Planting, Season } from '../../season/schema'
import { standDecision, type StandDecision } from '../advice/stand-choices'
import { judge, type Checked, type Seen } from '../advice/verdict'
import type { Batch } from '../batch/batch'
import { formatDay, type Day } from '../calendar/day'
import { shareShowing } from '../germination/emergence'
import { leavesAt } from '../growth/rate'
import { createPlanner, type Planner } from '../plan/plan'
import { thermalShareOn } from '../progress/seen'
import { ageOn } from '../schedule/forward'
import { inFlats, isBoughtIn, isInPlace } from '../sowing/policies'
import { pick, shuffled } from './chance'

/** How many cells of a tray are empty. */
export interface CountDrill {
  kind: 'count'
  perRow: number
  up: readonly boolean[]
  options: readonly number[]
  right: number
}

export const STAND_ANSWERS = ['let-be', 'wait', 'resow'] as const
export type StandAnswer = (typeof STAND_ANSWERS)[number]

/** What to do about a stand. */
export interface DecideDrill {
  kind: 'decide'
  batch: Batch
  today: Day
  cells: number
  showing: number
  decision: StandDecision
  options: readonly StandAnswer[]
  right: number
}

export const PLANT_ANSWERS = ['wait', 'move-up', 'plant', 'past'] as const
export type PlantAnswer = (typeof PLANT_ANSWERS)[number]

/** What to do with a plant. */
export interface PlantDrill {
  kind: 'plant'
  batch: Batch
  today: Day
  seen: Seen
  checked: Checked
  options: readonly PlantAnswer[]
  right: number
}

type Random = () => number

const TRIES = 30 // draws before a question is given up
const ANSWERS = 3

const inCells = ({ methods, plantings }: Pick<Season, 'methods' | 'plantings'>): Planting[] => {
  const of = new Map(methods.map((method) => [method.key, method]))
  return plantings.filter(({ method: key }) => {
    const method = of.get(key)
    return method && !inFlats(method) && !isBoughtIn(method) && !isInPlace(method)
  })
}

/** Whether a season has a planting that questions can be drawn from. */
export const isDrawable = (season: Season): boolean => inCells(season).length > 0

const TRAYS = [
  { perRow: 6, cells: 48 },
  { perRow: 6, cells: 60 },
  { perRow: 8, cells: 72 },
] as const
const FEWEST_UP = 0.6
const MOST_UP = 0.95

/** A tray, drawn cell by cell, each with its own luck. */
export function drawCount(random: Random): CountDrill {
  const { perRow, cells } = pick(TRAYS, random)
  const share = FEWEST_UP + (MOST_UP - FEWEST_UP) * random()
  const up = Array.from({ length: cells }, () => random() < share)
  const blanks = up.filter((one) => !one).length
  const off = 2 + Math.floor(random() * 3)
  const others = [blanks - off, blanks + off, blanks + 2 * off].filter((one) => one >= 0)
  const options = [blanks, ...shuffled(others, random).slice(0, ANSWERS - 1)].toSorted((a, b) => a - b)
  return { kind: 'count', perRow, up, options, right: options.indexOf(blanks) }
}

/** A planting of the season alone, planned; nothing where it cannot be raised. */
function alone(season: Season, random: Random): { season: Season; planner: Planner; batch: Batch } | undefined {
  const all = inCells(season)
  if (all.length === 0) return undefined
  const planting = pick(all, random)
  // As if it were new: nothing has happened, nobody has decided anything.
  const own: Season = { ...season, plantings: [planting], records: [] }
  const planner = createPlanner()
  const batch = planner.plan(own).batches.find(({ sow, pass, sizing }) => sow !== undefined && pass && sizing)
  return batch && { season: own, planner, batch }
}

/** Its sowing, on its day and as it was planned, as somebody would write it down. */
export const sowingRecord = ({ id, sow, sizing }: Batch): Entry => ({
  id: '00000000-0000-4000-8000-000000000001',
  on: formatDay(sow!),
  at: `${formatDay(sow!)}T08:00:00.000Z`,
  who: '-',
  batch: id,
  what: { did: 'task', task: 'sow', nth: 0, cells: sizing!.cells, seeds: sizing!.seeds },
})

const answerOf = (kind: StandDecision['choices'][number]['kind']): StandAnswer | undefined =>
  kind === 'resow-here' || kind === 'resow' ? 'resow' : kind === 'wait' || kind === 'let-be' ? kind : undefined

/** Shares of what a lot promises that really come up: as promised, weaker, bad. */
const LOTS = [1, 0.75, 0.4] as const
const LATEST = 12 // days after half are up

/** A tray some days after sowing, some of it up: to let be, to wait for, or to sow again. */
export function drawDecision(season: Season, random: Random): DecideDrill | undefined {
  const wanted = pick(STAND_ANSWERS, random)
  let found: DecideDrill | undefined
  for (let tries = 0; tries < TRIES; tries++) {
    const own = alone(season, random)
    if (!own) continue
    const sowing = own.batch
    const today = sowing.pass!.emergence + Math.floor(random() * (LATEST + 2)) - 1
    if (today <= sowing.sow! || today >= sowing.plantOn) continue
    const practice = { ...own.season, records: [sowingRecord(sowing)] }
    const plan = own.planner.plan(practice, today)
    const batch = plan.byId.get(sowing.id)
    if (!batch?.progress || !batch.pass) continue
    const { cells } = sowing.sizing!
    const share =
      sowing.seed.germination *
      pick(LOTS, random) *
      shareShowing(thermalShareOn(batch.way.route, batch.pass, today), batch.way.route.germination.spread)
    const each = 1 - (1 - share) ** batch.way.seedsPerCell
    let showing = 0
    for (let i = 0; i < cells; i++) if (random() < each) showing++
    const decision = standDecision(own.planner, practice, batch, { cells, showing, doubles: 0 }, today, [], plan.lots)
    const answer = answerOf(decision.choices[0]!.kind)
    if (answer === undefined) continue
    found = {
      kind: 'decide',
      batch,
      today,
      cells,
      showing,
      decision,
      options: STAND_ANSWERS,
      right: STAND_ANSWERS.indexOf(answer),
    }
    if (answer === wanted) return found
  }
  return found
}

/** What an eye sees of a plant so far in its container: 0 just up, 1 its plug holds, 2 outgrown. */
export function seenAt(place: number, leaves: number): Seen {
  return {
    leaves,
    lifts: place >= 1,
    roots: place < 0.8 ? 'none' : place < 1.3 ? 'showing' : place < 1.9 ? 'circling-a-little' : 'circling-hard',
    ...(place > 1.7 ? { pale: true } : {}),
  }
}

const plantAnswer = ({ verdict }: Checked): PlantAnswer =>
  verdict.kind === 'pot-up' || verdict.kind === 'prick-out' ? 'move-up' : verdict.kind

/** A plant on some day of its way: to wait, to move up, to plant, or past its best. */
export function drawPlant(season: Season, random: Random): PlantDrill | undefined {
  const wanted = pick(PLANT_ANSWERS, random)
  let found: PlantDrill | undefined
  for (let tries = 0; tries < TRIES; tries++) {
    const own = alone(season, random)
    if (!own) continue
    const { batch } = own
    const { leafInterval, firstLeaf } = batch.way.crop.growth
    if (leafInterval === undefined) continue
    const up = batch.pass!.emergence
    const today = up + 1 + Math.floor(random() * Math.max(1, batch.plantOn + 10 - up))
    const leaves = Math.min(
      12,
      Math.floor(leavesAt(ageOn(batch.way.route, batch.pass!, today), leafInterval, firstLeaf)),
    )
    const plain = judge(batch, { leaves }, today)
    const place =
      plain.age < plain.ready
        ? plain.age / Math.max(1e-9, plain.ready)
        : 1 + (plain.age - plain.ready) / Math.max(1e-9, plain.limit - plain.ready)
    const seen = seenAt(place, leaves)
    const checked = judge(batch, seen, today)
    const answer = plantAnswer(checked)
    // A stretch that nobody would wait for, or a plant a week before its day, makes no fair question.
    if (checked.verdict.kind === 'plant' && checked.verdict.inDays > 4) continue
    found = {
      kind: 'plant',
      batch,
      today,
      seen,
      checked,
      options: PLANT_ANSWERS,
      right: PLANT_ANSWERS.indexOf(answer),
    }
    if (answer === wanted) return found
  }
  return found
}
