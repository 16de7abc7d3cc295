/** What can be chosen in the planting form, and what a choice comes to. */
import type { Day } from '../../core/calendar/day'
import { bedClear } from '../../core/field/beds'
import { layoutOf, lengthFor, plantsIn } from '../../core/field/spacing'
import { anchoredDay, type AnchorProblem, type TooEarly } from '../../core/field/anchor'
import type { Crop, Planting, Season } from '../../season/schema'
import { metres } from '../../words/field'
import { count, type Format, type Units } from '../../words/format'
import { wordsFor } from '../../library/library'
import { anchorOf, type PlantingForm } from './planting-form'
import {
  benchRoom,
  bySeedsACell,
  lackingOf,
  plantsFromHand,
  takenBy,
  type BenchRoom,
  type BySeedsACell,
  type InHand,
  type Lacking,
} from '../../core/plan/in-hand'
import type { Plan, Planner } from '../../core/plan/plan'

/** What is typed of a planting, with what it is a change of and the crop it comes to. */
export interface Typed {
  values: PlantingForm
  base: Planting | undefined
  crop: Crop | undefined
}

/** The day that what is typed hangs on, or why it comes to none; `undefined` while it is a fixed day or not written yet. */
export function hungDay(
  { values, base, crop }: Typed,
  plan: Plan,
  units: Units,
  nurseryDays: number | undefined,
): Day | AnchorProblem | TooEarly | undefined {
  const { season } = plan
  if (values.hangs === 'fixed' || !crop) return undefined
  if (values.hangs === 'last-frost' && !/^[-−]?\d{1,3}$/.test(values.frostDays.trim())) return undefined
  if (values.hangs === 'harvest' && !/^\d{4}-\d\d-\d\d$/.test(values.harvestOn)) return undefined
  if (values.hangs === 'event' && (values.event === '' || !/^\d{1,3}$/.test(values.eventDays.trim()))) return undefined
  if (values.hangs === 'bed' && (values.afterBed === '' || !/^\d{1,3}$/.test(values.bedDays.trim()))) return undefined
  const anchor = anchorOf(values, units, base)!
  if (anchor.to === 'warmth' && anchor.night === undefined && anchor.soil === undefined) return undefined
  // A bed is clear after the plantings that are listed before this one.
  const at = base ? season.plantings.indexOf(base) : season.plantings.length
  const before = new Set(season.plantings.slice(0, at < 0 ? undefined : at).map(({ key }) => key))
  const clear = (key: string) => {
    const bed = season.beds.find((one) => one.key === key)
    return (
      bed &&
      bedClear(
        bed,
        plan.inField.filter(({ planting }) => before.has(planting.key)),
      )
    )
  }
  const goes = values.bed === '' ? base?.goes : [{ to: 'bed' as const, bed: values.bed, plants: 1 }]
  return anchoredDay(anchor, crop, season, { nurseryDays, clear, goes })
}

/** What the planting takes of the bed that is chosen. */
export function bedWords({ values, base, crop }: Typed, season: Season, f: Format): string | undefined {
  const bed = season.beds.find(({ key }) => key === values.bed)
  const plants = Number(values.plants)
  if (!bed || !crop || !(plants >= 1)) return undefined
  const method = season.methods.find(({ key }) => key === values.method)
  const thinTo = method?.sowing.policy === 'in-place' ? method.sowing.thinTo : undefined
  const layout = layoutOf(base ?? {}, crop, bed, thinTo)
  if (!layout) return f.t('plan.thisCropGivesNoSpacing')
  return f.t('plan.ofAWholeBedHolds', {
    metres: metres(f, lengthFor(plants, layout)),
    metres2: metres(f, bed.length),
    rows: count(f, layout.rows, 'row'),
    plantsIn: f.number(plantsIn(bed.length, layout)),
  })
}

/** Varieties whose own name, or any name of their kind, holds what was typed. */
export function varietyFilter(season: Season) {
  const said = new Map(
    season.varieties.map(({ key, name, crop }) => {
      const of = season.crops.find((one) => one.key === crop)
      return [key, `${name.toLowerCase()} ${of ? wordsFor(of) : ''}`] as const
    }),
  )
  return (keys: string[], { inputValue }: { inputValue: string }) => {
    const words = inputValue.toLowerCase().split(/\s+/).filter(Boolean)
    return keys.filter((key) => words.every((word) => said.get(key)?.includes(word)))
  }
}

export function cropName(
  season: { varieties: { key: string; crop: string }[]; crops: { key: string; name: string }[] },
  variety: string,
): string {
  const crop = season.varieties.find(({ key }) => key === variety)?.crop
  return season.crops.find(({ key }) => key === crop)?.name ?? ''
}

/** What there is, as it is asked: an amount, or a bench for some weeks. */
export type HandAsked =
  | { of: 'cells' | 'trays' | 'seeds'; amount: number | undefined }
  | { of: 'room'; place: string; weeks: number | undefined }

/** What comes of something in hand: the plants that may be promised, and what it takes. */
export interface FromHand {
  plants: number
  /** Chance that there are so many. */
  chance: number
  /** Good plants to expect. */
  expected: number
  cells: number
  seeds: number
  /** Of what is in hand, not taken. */
  left: number
  /** The bench, where that is what is in hand. */
  room: BenchRoom | undefined
  /** Seeds a cell, the best first; empty where it is not for choosing. */
  bySeeds: readonly BySeedsACell[]
  /** Batches of the same variety that lack plants or seed. */
  lacking: readonly Lacking[]
}

interface HandWays {
  season: Season
  planner: Planner
  plan: Plan
}

/**
 * What may be promised from something in hand, for the first sowing of a planting.
 *
 * @returns `undefined` where not even one plant may be
 */
export function fromHand(
  asked: HandAsked,
  planting: Planting,
  { season, planner, plan }: HandWays,
): FromHand | undefined {
  const single: Planting = { ...planting, changes: [] }
  delete single.series
  delete single.goes
  const one = (plants: number) => planner.preview(season, { ...single, plants }).at(0)
  const method = season.methods.find(({ key }) => key === planting.method)
  const first = one(1)
  const time = asked.of === 'room' ? benchTime(asked, season) : undefined
  const room = first && time && benchRoom(plan, first, time)
  if (!first || !method || (asked.of === 'room' && !room)) return undefined
  const hand: InHand =
    asked.of === 'room'
      ? { of: 'room', amount: room!.free, place: time!.place }
      : { of: asked.of, amount: asked.amount ?? 0 }
  const found = plantsFromHand(hand, one)
  if (!found?.batch.sizing) return undefined
  const { sizing } = found.batch
  return {
    plants: found.plants,
    chance: sizing.chance,
    expected: Math.floor(found.plants + sizing.spare),
    cells: sizing.cells,
    seeds: sizing.seeds,
    left: Math.max(0, hand.amount - takenBy(found.batch, hand)!),
    room,
    bySeeds: bySeedsACell(hand, method, (plants, by) =>
      planner.previewBy(season, { ...single, plants }, by, found.batch.plantOn).at(0),
    ),
    lacking: lackingOf(plan, planting),
  }
}

const DAYS_IN_WEEK = 7

function benchTime({ place, weeks }: Extract<HandAsked, { of: 'room' }>, season: Season) {
  const at = season.places.findIndex(({ key }) => key === place)
  return at < 0 || weeks === undefined || weeks <= 0 ? undefined : { place: at, days: Math.round(weeks * DAYS_IN_WEEK) }
}
