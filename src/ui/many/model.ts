/** What a change of many batches does: to them, to the benches and to the seed, before it is saved. */
import type { ThingEdit } from '../../actions/change-season'
import { changedMany, methodLikeness, type ManyChange, type ManyChanged, type Ticked } from '../../core/batch/many'
import type { Batch } from '../../core/batch/batch'
import { isStop } from '../../core/batch/marks'
import { overChanges, type OverChange } from '../../core/capacity/over-change'
import type { Plan, Planner } from '../../core/plan/plan'
import type { Container, Place, Planting, Season } from '../../season/schema'
import { moveEdits, movesIn } from '../moves'
import { movedPlanting, type Moved } from '../../core/field/anchor'

/** Batches and what is sown in place, by their ids, as they are ticked. */
export function tickedOf(plan: Plan, ids: readonly string[]): Ticked[] {
  const inPlace = new Map(plan.inPlace.map((stand) => [stand.id, stand]))
  return ids.flatMap((id): Ticked[] => {
    const batch = plan.byId.get(id)
    if (batch) {
      const { planting, n, progress } = batch
      return [{ id, planting, n, sown: progress !== undefined && progress.standing !== 'to-sow' }]
    }
    const stand = inPlace.get(id)
    return stand ? [{ id, planting: stand.planting, n: stand.n, sown: false }] : []
  })
}

/** What may be chosen for all that is ticked. */
export interface ManyChoices {
  /** Methods: of one kind by key, of several what they have in common. */
  methods: readonly (readonly [string, string])[]
  methodOf(chosen: string): NonNullable<ManyChange['method']>
  lots: readonly (readonly [string, string])[]
}

export function choicesFor(season: Season, ticked: readonly Ticked[]): ManyChoices {
  const cropOf = new Map(season.varieties.map(({ key, crop }) => [key, crop]))
  const crops = new Set(ticked.map(({ planting }) => cropOf.get(planting.variety)))
  const methods = season.methods.filter(({ crop }) => crops.has(crop))
  const varieties = new Set(ticked.map(({ planting }) => planting.variety))
  const lots = season.lots.filter(({ variety }) => varieties.has(variety)).map(({ key, name }) => [key, name] as const)
  if (crops.size <= 1)
    return { methods: methods.map(({ key, name }) => [key, name] as const), methodOf: (key) => ({ key }), lots }
  const alike = new Map<string, string>()
  for (const method of methods) if (!alike.has(methodLikeness(method))) alike.set(methodLikeness(method), method.name)
  return { methods: [...alike], methodOf: (like) => ({ like }), lots }
}

/** Everything that follows from a change of many. */
export interface ManyEffect extends ManyChanged {
  edits: ThingEdit[]
  /** Other plantings that move because of it. */
  moves: readonly Moved[]
  over: readonly (OverChange<Place> | OverChange<Container>)[]
  /** Trays and seeds of the first containers, as they are and as they would be. */
  trays: readonly [was: number, would: number]
  seeds: readonly [was: number, would: number]
  /** Batches that could not be raised any more. */
  stops: readonly Batch[]
}

/** @param versions of the plantings as they were seen, by `plantings/key` */
export function effectOf(
  {
    season,
    plan,
    planner,
    versions,
  }: { season: Season; plan: Plan; planner: Planner; versions: Record<string, number> },
  ticked: readonly Ticked[],
  change: ManyChange,
): ManyEffect {
  const made = changedMany(season, ticked, change)
  const next = withPlantings(season, made.plantings)
  const all = movesIn(next, plan)
  // What is changed itself and hangs on something goes where that brings it.
  const own = new Map(
    all.filter(({ planting }) => made.plantings.has(planting.key)).map((one) => [one.planting.key, one]),
  )
  for (const [key, moved] of own) made.plantings.set(key, movedPlanting(moved))
  const moves = all.filter(({ planting }) => !own.has(planting.key))
  const moved = new Map(moves.map((one) => [one.planting.key, movedPlanting(one)]))
  const would = planner.plan(withPlantings(season, new Map([...made.plantings, ...moved])), plan.today)
  const over = [...overChanges(plan.places, would.places), ...overChanges(plan.containers, would.containers)]
  const sum = (of: Plan, count: (batch: Batch) => number) => of.batches.reduce((all, batch) => all + count(batch), 0)
  const trays = ({ stays }: Batch) => stays[0]?.trays ?? 0
  const seeds = ({ sizing }: Batch) => sizing?.seeds ?? 0
  const touched = new Set(made.changed)
  const stopped = (batch: Batch | undefined) => batch?.marks.some(isStop) ?? false
  return {
    ...made,
    edits: [
      ...[...made.plantings].map(([key, to]) => ({
        of: 'plantings' as const,
        key,
        to,
        version: versions[`plantings/${key}`] ?? null,
      })),
      ...moveEdits(moves),
    ],
    moves,
    over,
    trays: [sum(plan, trays), sum(would, trays)],
    seeds: [sum(plan, seeds), sum(would, seeds)],
    stops: would.batches.filter(
      (batch) => touched.has(batch.id) && stopped(batch) && !stopped(plan.byId.get(batch.id)),
    ),
  }
}

const withPlantings = (season: Season, changed: ReadonlyMap<string, Planting | null>): Season => ({
  ...season,
  plantings: season.plantings.flatMap((planting) => {
    const next = changed.get(planting.key)
    return next === null ? [] : [next ?? planting]
  }),
})
