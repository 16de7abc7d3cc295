/** One planting raised several ways, measured alike. */
import { LOT_PACE_SPREAD } from '../germination/emergence'
import type { Method, Place, Planting, Season } from '../../season/schema'
import type { Day } from '../calendar/day'
import { mixLitres } from '../mix/mix'
import { mixUseOf, whichMix } from '../mix/which-mix'
import { ageOn, forwardPass, movesDone } from '../schedule/forward'
import { normalCdf } from '../statistics/normal'
import type { WorkKind } from '../labour/labour'
import type { Batch } from '../batch/batch'
import { batchWork } from '../batch/work'
import type { Planner } from './plan'
import { costItems, type CostPart } from './cost-items'

/** What raising a batch takes. Space in tray places × days, mix in litres, work in minutes. */
export interface Effort {
  heatedDays: number
  litDays: number
  benchDays: number
  mixLitres: number
  minutes: { sowing: number; thinning: number; potting: number; moving: number }
  minutesInAll: number
  /** What of it is known to cost, in the farm's money, part by part and together; and what is not known. */
  cost: { known: number; unknown: CostPart[]; parts: Record<CostPart, number> }
}

/** A way with what it comes to. */
export interface ComparedWay {
  method: Method
  batch: Batch
  effort: Effort
  /** Chance to have enough good plants, ready on the planting day. */
  onTime: number
}

const HEATED: ReadonlySet<Place['kind']> = new Set(['heat-mat', 'germination-cabinet'])
/** Which part of the effort a piece of work belongs to; planting out takes as long whatever way plants were raised. */
const PART_OF: Partial<Record<WorkKind, keyof Effort['minutes']>> = {
  fill: 'sowing',
  sow: 'sowing',
  thin: 'thinning',
  'prick-out': 'potting',
  'pot-up': 'potting',
  move: 'moving',
  harden: 'moving',
}

/** Compares ways of raising one planting for one planting day, in the order given. */
export function compareWays(
  planner: Planner,
  season: Season,
  planting: Planting,
  plantOn: Day,
  methods: readonly Method[],
): ComparedWay[] {
  const single: Planting = { ...planting, changes: [] }
  delete single.series
  delete single.sowOn
  return methods.flatMap((method) => {
    const [batch] = planner.previewBy(season, single, method, plantOn)
    return batch ? [{ method, batch, effort: effortOf(batch, season), onTime: chanceOnTime(batch) }] : []
  })
}

const found = new WeakMap<Batch, { by: readonly unknown[]; effort: Effort }>()

/** Space, mix, work and money that a batch takes; what was found of a batch is kept. */
export function effortOf(batch: Batch, season: Season): Effort {
  const by = [season.habits, season.mixes, season.places]
  const known = found.get(batch)
  if (known?.by.every((one, i) => one === by[i])) return known.effort
  const effort = reckoned(batch, season)
  found.set(batch, { by, effort })
  return effort
}

function reckoned(batch: Batch, season: Season): Effort {
  const { stays, sizing, way } = batch
  const { habits, places } = season
  const { sowing } = way.method
  const effort: Effort = {
    heatedDays: 0,
    litDays: 0,
    benchDays: 0,
    mixLitres: 0,
    minutes: { sowing: 0, thinning: 0, potting: 0, moving: 0 },
    minutesInAll: 0,
    cost: { known: 0, unknown: [], parts: { seed: 0, plants: 0, work: 0, mix: 0, heat: 0, pots: 0, room: 0 } },
  }
  if (!sizing) return effort
  const { minutes } = effort
  stays.forEach((stay, i) => {
    const space = stay.trayPlaces * (stay.until - stay.from)
    const { kind } = places[stay.place]!
    if (HEATED.has(kind)) effort.heatedDays += space
    else if (kind === 'lit-shelf') effort.litDays += space
    else effort.benchDays += space
    const bought = i === 0 && sowing.policy === 'bought'
    if (stay.potted && !bought) {
      const stage = way.method.stages[Math.max(0, stay.stage)]
      const mix = whichMix(season, stay.container, stage, mixUseOf(stay.container, i > 0))
      effort.mixLitres += mixLitres(stay.container, stay.cells, mix.compaction)
    }
  })
  for (const { kind, minutes: some } of batchWork(batch, habits)) {
    const part = PART_OF[kind]
    if (part) minutes[part] += some
  }
  effort.minutesInAll = minutes.sowing + minutes.thinning + minutes.potting + minutes.moving

  const { items, unknown } = costItems(batch, season)
  effort.cost.unknown = unknown
  for (const { part, money } of items) {
    effort.cost.parts[part] += money
    effort.cost.known += money
  }
  return effort
}

/**
 * Chance that a batch is enough and ready on its planting day: the chance of enough plants, times the chance
 * that its seed is no slower than would still do. Ln pace is normal about the lot's own.
 */
export function chanceOnTime(batch: Batch): number {
  const { sizing, sow, way, plantOn } = batch
  if (!sizing || sow === undefined) return 0
  const ready = (lnPace: number) => {
    const factor = Math.exp(lnPace)
    const route = { ...way.route, pace: way.route.pace * factor, leaveHeatShare: way.route.leaveHeatShare * factor }
    const pass = forwardPass(route, sow, plantOn)
    return movesDone(pass) && ageOn(route, pass, plantOn) >= pass.readyAge - 1e-9
  }
  if (way.route.boughtAge !== undefined) return ready(0) ? sizing.chance : 0
  let low = -4 * LOT_PACE_SPREAD
  let high = 4 * LOT_PACE_SPREAD
  if (!ready(low)) return 0
  if (ready(high)) return sizing.chance
  for (let i = 0; i < 20; i++) {
    const middle = (low + high) / 2
    if (ready(middle)) low = middle
    else high = middle
  }
  return sizing.chance * normalCdf(low / LOT_PACE_SPREAD)
}
