/** What was seen of a batch: what counts say of its stand, and what looks at its plants say of their age. */
import type { Day } from '../calendar/day'
import { rootedIn } from '../growth/container-age'
import { signFigures } from '../growth/plant-state'
import { leafAge } from '../growth/rate'
import type { Ledger } from '../ledger/ledger'
import type { Line } from '../ledger/records'
import { standForecast, type StandForecast } from '../ledger/stand-count'
import type { Batch, Progress } from '../batch/batch'
import type { Way } from '../batch/ways'
import { ageOn, gain, legAge, legStart, type Pass } from '../schedule/forward'
import type { Route } from '../schedule/route'
import { cellYield, meanYield } from '../sizing/cell'
import type { SeenAge } from '../schedule/pass-from'
import { inFlats } from '../sowing/policies'

/** Cells sown, as recorded or as planned. */
export const sownCells = (ledger: Ledger, planned: Batch): number =>
  ledger.sown?.entry.what.cells ?? planned.sizing?.cells ?? 0

/** What the counts of a batch say of its stand. Counts before a split are of the whole. */
export function standOf(
  route: Route,
  way: Way,
  planned: Batch,
  ledger: Ledger,
  pass: Pass,
  survival: number,
): StandForecast {
  const flats = inFlats(way.method)
  const cells = flats ? (ledger.sown?.entry.what.seeds ?? planned.sizing!.cells) : sownCells(ledger, planned)
  const counts = ledger.counts.map(({ on, entry: { what } }) => ({
    cells: Math.min(cells, what.cells),
    showing: Math.min(cells, what.showing, what.cells),
    thermalShare: thermalShareOn(route, pass, on) / (route.boughtAge === undefined ? route.pace : 1),
  }))
  const { germination, testedSeeds } = planned.seed
  return standForecast(
    {
      cells,
      seedsPerCell: flats ? 1 : way.seedsPerCell,
      germination,
      testedSeeds,
      spread: route.germination.spread,
      survival,
      perCell: plantsPerCell(way, germination),
    },
    counts,
    'coarse',
  )
}

/** Plants that a cell with seedlings gives: those kept of the seeds in it, on average. */
export function plantsPerCell({ keep, seedsPerCell }: Pick<Way, 'keep' | 'seedsPerCell'>, germination: number): number {
  if (keep <= 1) return 1
  const any = 1 - (1 - germination) ** seedsPerCell
  return any <= 0 ? 1 : meanYield(cellYield({ seedsPerCell, keep }, germination, 1)) / any
}

/** Sum of daily rates from sowing to a day, at the pace of the kind: heat first, then the places it stood in. */
export function thermalShareOn(route: Route, pass: Pass, day: Day): number {
  const { emergenceTotals: totals, legs } = route
  const { germPlace } = pass
  let from = Math.min(day, pass.leavesHeat)
  let sum = from > pass.sown ? gain(route, totals, germPlace, pass.sown, from, pass.planting) : 0
  for (let i = 0; i < legs.length && from < day; i++) {
    const next = i + 1 < legs.length ? Math.min(day, Math.max(from, legStart(pass, i + 1))) : day
    if (next > from) sum += gain(route, totals, legs[i]!.place, from, next, pass.planting)
    from = next
  }
  return sum
}

/** What checks say of the age: the leaf clock that of a plant with so many true leaves, the rest how far it is in its container. */
export function agesSeen(checks: readonly Line<'check'>[], way: Way, { steps }: Pick<Route, 'steps'>): SeenAge[] {
  if (checks.length === 0) return NONE_SEEN
  const { growth } = way.crop
  const figures = (step: number) =>
    signFigures(way.crop, steps[step]!.container.measures?.top, step === steps.length - 1)
  return checks.map(({ on, entry: { what } }) => {
    const counted = what.leaves !== undefined && what.leaves >= 1 && growth.leafInterval !== undefined
    const age = counted ? leafAge(what.leaves! + 0.5, growth.leafInterval!, growth.firstLeaf) : undefined
    return { on, age, seen: what, figures }
  })
}

const NONE_SEEN: SeenAge[] = []
const NO_PLUGS: Progress['plugs'] = []

export function plugsSeen(ledger: Ledger, route: Route, pass: Pass): Progress['plugs'] {
  if (ledger.checks.length === 0) return NO_PLUGS
  return ledger.checks.flatMap(({ on, entry: { what } }) =>
    what.lifts === undefined || on < pass.emergence
      ? []
      : [{ on, age: ageOn(route, pass, on), ready: readyAgeOn(route, pass, on), holds: what.lifts }],
  )
}

/** Age at which the plug holds in the container it stands in on a day. */
function readyAgeOn({ legs, steps }: Route, pass: Pass, on: Day): number {
  let { ready } = steps[0]!
  for (let i = 1; i < legs.length && legStart(pass, i) <= on; i++) {
    const { step, starts } = legs[i]!
    if (starts.by === 'potting') ready = rootedIn(steps[step]!.ready, steps[step - 1]!.ready, legAge(pass, i))
  }
  return ready
}
