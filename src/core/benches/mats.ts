/** Mats in turn: who needs the heat of a germination place most, when each leaves it, and who gives way where it is full. */
import type { Season } from '../../season/schema'
import type { Day } from '../calendar/day'
import { capacityOn, type Load } from '../capacity/load'
import type { Batch, Stay } from '../batch/batch'
import type { Planner } from '../plan/plan'
import { LOT_PACE_SPREAD } from '../germination/emergence'
import { forwardPass } from '../schedule/forward'

/** Days slower without heat from which heat is called a help. */
const HELP = 3

/** One batch in the queue for a germination place. */
export interface Turn {
  batch: Batch
  stay: Stay
  /** Must have heat; comes up well sooner by it; or hardly needs it. */
  need: 'must' | 'helps' | 'little'
  /** Days slower where it grows on; `undefined` where it would not come up well there at all. */
  slower: number | undefined
  /** Day it is planned to leave, and the days it may leave when its seed is quick or slow (two in three lie between). */
  leaves: { early: Day; planned: Day; late: Day }
  /** Days on which there is no room for it after all who need heat more. */
  waits: number
}

/** How much a batch needs heat, by the days it is slower without. */
export const needOf = (slower: number | undefined): Turn['need'] =>
  slower === undefined ? 'must' : slower >= HELP ? 'helps' : 'little'

/** Everything that stands in heat at a place in [from, until), those who need heat most first, and who finds no room in that order. */
export function matsInTurn(
  planner: Planner,
  season: Season,
  batches: readonly Batch[],
  load: Load<{ key: string }>,
  from: Day,
  until: Day,
): Turn[] {
  const place = season.places.findIndex(({ key }) => key === load.of.key)
  const turns = batches.flatMap((batch): Turn[] => {
    const stay = batch.stays.find((one) => one.kind === 'germinate' && one.place === place)
    if (!stay || stay.from >= until || stay.until <= from) return []
    const slower = withoutHeat(planner, season, batch)?.slower
    return [
      {
        batch,
        stay,
        slower,
        need: needOf(slower),
        leaves: leavingDays(batch, stay),
        waits: 0,
      },
    ]
  })
  const lost = ({ slower }: Turn) => slower ?? Infinity
  turns.sort((a, b) => lost(b) - lost(a) || a.stay.from - b.stay.from || (a.batch.code < b.batch.code ? -1 : 1))
  // Room is given out in the order of need, each for its whole stay.
  const first = turns.reduce((day, { stay }) => Math.min(day, stay.from), from)
  const last = turns.reduce((day, { stay }) => Math.max(day, stay.until), until)
  const free = Float64Array.from({ length: last - first }, (_, i) => capacityOn(load, first + i))
  for (const turn of turns) {
    const { stay } = turn
    for (let day = stay.from; day < stay.until; day++) if (free[day - first]! < stay.trayPlaces - 1e-9) turn.waits++
    if (turn.waits === 0) for (let day = stay.from; day < stay.until; day++) free[day - first]! -= stay.trayPlaces
  }
  return turns
}

/** What it costs a batch to come up without heat. */
export interface WithoutHeat {
  /** Days later that it comes up. */
  slower: number
  /** Days after its planting day that it would be ready. */
  late: number
}

/** What it costs a batch to come up in the place it grows on in; `undefined` where it does not come up well there. */
export function withoutHeat(planner: Planner, season: Season, batch: Batch): WithoutHeat | undefined {
  const { way, pass, otherwise, sow } = batch
  const germinateAt = way.method.stages[0]!.place
  const { id, code, planting, n, plants, plantOn, age, confidence } = batch
  const cold = planner.tryOne(season, {
    id,
    code,
    planting,
    n,
    plants,
    plantOn,
    sowOn: sow,
    age,
    confidence,
    pinned: false,
    otherwise: { ...otherwise, germinateAt },
  })
  if (!cold.pass || !pass || cold.pass.emergence === Infinity) return undefined
  if (cold.marks.some(({ kind }) => kind === 'never-emerges' || kind === 'no-germination' || kind === 'weak-emergence'))
    return undefined
  return {
    slower: Math.max(0, cold.pass.emergence - pass.emergence),
    late: Math.max(0, (cold.ready ?? Infinity) - plantOn),
  }
}

function leavingDays({ way, sow, plantOn }: Batch, stay: Stay): Turn['leaves'] {
  const at = (lnPace: number) => {
    const factor = Math.exp(lnPace)
    const route = { ...way.route, pace: way.route.pace * factor, leaveHeatShare: way.route.leaveHeatShare * factor }
    return Math.min(plantOn, forwardPass(route, sow!, plantOn).leavesHeat)
  }
  return {
    early: Math.min(stay.until, at(-LOT_PACE_SPREAD)),
    planned: stay.until,
    late: Math.max(stay.until, at(LOT_PACE_SPREAD)),
  }
}
