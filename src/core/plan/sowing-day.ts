/** A sowing session: what is sown on a day, in the order of the work, with everything it takes and what of it is missing. */
import type { Container, Place } from '../../season/schema'
import type { Day } from '../calendar/day'
import { measureOut, mixLitres, type Measured } from '../mix/mix'
import { settle } from '../field/who-gets-what'
import type { Batch } from '../batch/batch'
import type { Plan } from './plan'
import { batchWork } from '../batch/work'

/** Something a session lacks. */
export type Missing =
  | { kind: 'seed'; batch: Batch; lot: string; short: number }
  | { kind: 'no-lot'; batch: Batch }
  | { kind: 'container'; container: Container; short: number }
  | { kind: 'place'; place: Place; over: number }
  | { kind: 'preparation'; batch: Batch; what: string; from: Day }

/** Who a sowing is for. */
export interface For {
  batch: Batch
  who: { to: 'bed' | 'customer' | 'sale' | 'spare'; name: string; plants: number }[]
}

/** Everything about one sowing day. */
export interface SowingDay {
  day: Day
  /** In the order of the work: like with like, what goes to heat last so that it does not wait. */
  batches: Batch[]
  containers: { container: Container; trays: number; cells: number; litres: number }[]
  litres: number
  measured: Measured
  labels: number
  /** Trays by the place they are carried to. */
  places: { place: number; trays: number; trayPlaces: number }[]
  /** Trays that are covered. */
  covers: number
  minutes: { fill: number; sow: number }
  missing: Missing[]
  for: For[]
}

const HEATED: ReadonlySet<Place['kind']> = new Set(['heat-mat', 'germination-cabinet'])

/** The session of a day; without batches where nothing is sown. */
export function sowingDay(plan: Plan, day: Day): SowingDay {
  const { season } = plan
  const { habits, places } = season
  const own = plan.batches.filter(
    ({ sow, way, sizing, stays, progress }) =>
      sow === day &&
      way.route.boughtAge === undefined &&
      sizing &&
      stays.length > 0 &&
      stays[0]!.from === day &&
      !progress?.ledger.splitOff &&
      progress?.standing !== 'gone',
  )
  const rank = ({ stays }: Batch) => (HEATED.has(places[stays[0]!.place]!.kind) ? 1 : 0)
  const batches = own.sort(
    (a, b) =>
      rank(a) - rank(b) ||
      a.stays[0]!.containerNumber - b.stays[0]!.containerNumber ||
      a.way.crop.name.localeCompare(b.way.crop.name) ||
      (a.code < b.code ? -1 : 1),
  )
  const containers = new Map<number, SowingDay['containers'][number]>()
  const byPlace = new Map<number, SowingDay['places'][number]>()
  let covers = 0
  const minutes = { fill: 0, sow: 0 }
  for (const batch of batches) {
    const { container, containerNumber, cells, trays, trayPlaces, place } = batch.stays[0]!
    const one = containers.get(containerNumber) ?? { container, trays: 0, cells: 0, litres: 0 }
    containers.set(containerNumber, {
      container,
      trays: one.trays + trays,
      cells: one.cells + cells,
      litres: one.litres + mixLitres(container, cells, habits.mixCompaction),
    })
    const at = byPlace.get(place) ?? { place, trays: 0, trayPlaces: 0 }
    byPlace.set(place, { place, trays: at.trays + trays, trayPlaces: at.trayPlaces + trayPlaces })
    if (HEATED.has(places[place]!.kind)) covers += trays
    for (const work of batchWork(batch, habits))
      if (work.from === day && (work.kind === 'fill' || work.kind === 'sow')) minutes[work.kind] += work.minutes
  }
  const litres = [...containers.values()].reduce((sum, one) => sum + one.litres, 0)
  return {
    day,
    batches,
    containers: [...containers].sort(([a], [b]) => a - b).map(([, one]) => one),
    litres,
    measured: measureOut(habits.mix, litres),
    labels: batches.reduce((sum, { stays }) => sum + stays[0]!.trays, 0),
    places: [...byPlace.values()].sort((a, b) => a.place - b.place),
    covers,
    minutes,
    missing: missingOn(plan, day, batches),
    for: batches.map((batch) => ({ batch, who: whoGets(plan, batch) })),
  }
}

function missingOn(plan: Plan, day: Day, batches: readonly Batch[]): Missing[] {
  const missing: Missing[] = []
  for (const batch of batches) {
    const use = plan.shortOfSeed.get(batch.id)
    if (use) missing.push({ kind: 'seed', batch, lot: use.lot.name, short: Math.min(use.short, batch.sizing!.seeds) })
    else if (!batch.seed.lot) missing.push({ kind: 'no-lot', batch })
    let ahead = 0
    for (let i = batch.way.preparation.length - 1; i >= 0; i--) {
      const { what, days } = batch.way.preparation[i]!
      ahead += days
      if (!batch.progress?.ledger.done.has(`prepare/${i}`))
        missing.push({ kind: 'preparation', batch, what, from: day - ahead })
    }
  }
  const used = new Set(batches.flatMap(({ stays }) => stays[0]!.containerNumber))
  for (const number of used) {
    const load = plan.containers[number]
    const short = load ? load.days[day - load.from]! - load.capacity[day - load.from]! : 0
    if (short > 1e-9) missing.push({ kind: 'container', container: load!.of, short: Math.ceil(short) })
  }
  for (const at of new Set(batches.map(({ stays }) => stays[0]!.place))) {
    const load = plan.places[at]!
    const over = load.days[day - load.from]! - load.capacity[day - load.from]!
    if (over > 1e-9) missing.push({ kind: 'place', place: load.of, over })
  }
  return missing
}

function whoGets(plan: Plan, batch: Batch): For['who'] {
  const goes = plan.inField.find(({ id }) => id === batch.id)?.goes ?? []
  return settle(goes, batch.plants).shares.map(({ share, gets }) => ({
    to: share.to,
    name:
      share.to === 'bed'
        ? (plan.season.beds.find(({ key }) => key === share.bed)?.name ?? share.bed)
        : share.to === 'customer'
          ? share.name
          : share.to === 'sale'
            ? 'for sale'
            : 'spare',
    plants: gets,
  }))
}

/** Days with sowings over [from, until). */
export function sowingDays(plan: Plan, from: Day, until: Day): Day[] {
  const days = new Set<Day>()
  for (const { sow, way, sizing } of plan.batches)
    if (sow !== undefined && sow >= from && sow < until && sizing && way.route.boughtAge === undefined) days.add(sow)
  return [...days].sort((a, b) => a - b)
}
