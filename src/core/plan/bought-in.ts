/** Raising a kind against buying it in as plugs: up to which price buying is the cheaper, and what it saves in hours and room. */
import type { Crop, Method, Season } from '../../season/schema'
import type { Batch } from '../batch/batch'
import type { Day } from '../calendar/day'
import { isBoughtIn, isInPlace } from '../sowing/policies'
import { effortOf, type Effort } from './compare'
import type { CostPart } from './cost-items'
import type { Plan, Planner } from './plan'

/** One batch raised, and bought in for the same day. */
export interface Against {
  batch: Batch
  plantOn: Day
  raised: Effort
  bought: Effort
  /** Plugs that have to be bought. */
  plugs: number
  /** Price of a plug at which both cost the same, in the farm's money; below 0 where even a gift would cost more. */
  evenAt: number
}

/** A kind that could be bought in. */
export interface BuyOrRaise {
  crop: Crop
  /** Its largest batch, and what its other days come to: the lowest and highest price at which both cost the same. */
  main: Against
  least: Against
  most: Against
  /** Hours of work, and tray places × weeks, that buying a hundred plants in saves; below 0 where it takes more. */
  hours: number
  trayWeeks: number
  /** What a plug is offered at, where a method of the kind says so. */
  offered: number | undefined
  /** Costs of which no price is known: they are in neither. */
  unknown: CostPart[]
}

const GOOD = 0.97 // share of plugs that pass inspection on arrival, as everywhere
const ORDER_DAYS = 28
const MOST_DAYS = 3 // batches of a kind that are compared: first, last and largest

/** The way a kind is bought in: the farm's own where it has one, else its usual way from plugs that just hold. */
export function boughtWay(season: Season, batch: Batch): Method | undefined {
  const { method, route } = batch.way
  const own = season.methods.find((one) => one.crop === method.crop && isBoughtIn(one))
  if (own) return own
  const [first] = route.steps
  if (!first || !Number.isFinite(first.ready)) return undefined
  const { hardening, stages, ...rest } = method
  const [start, ...later] = stages
  const { germinateAt: _heat, ...free } = start!
  return {
    ...rest,
    key: `${method.key}-bought`.slice(0, 60),
    sowing: { policy: 'bought', age: Math.max(0, first.ready), good: GOOD, orderDays: ORDER_DAYS },
    stages: [free, ...later],
    hardening,
  }
}

function against(planner: Planner, season: Season, batch: Batch): Against | undefined {
  const way = boughtWay(season, batch)
  if (!way) return undefined
  const { n: _n, planting, plantOn } = batch
  const { series: _series, sowOn: _sowOn, sowAnchor: _anchor, otherwise: _otherwise, goes: _goes, ...single } = planting
  const [other] = planner.previewBy(season, { ...single, plants: batch.plants, changes: [] }, way, plantOn)
  if (!other?.sizing || other.sow === undefined || other.sizing.cells <= 0) return undefined
  const raised = effortOf(batch.progress?.planned ?? batch, season)
  const bought = effortOf(other, season)
  const plugs = other.sizing.cells
  const rest = bought.cost.known - bought.cost.parts.plants
  return { batch, plantOn, raised, bought, plugs, evenAt: (raised.cost.known - rest) / plugs }
}

const weeksOf = ({ heatedDays, litDays, benchDays }: Effort): number => (heatedDays + litDays + benchDays) / 7

/** Every kind that is raised, with the price of a plug at which buying in costs the same; the lowest first, which are the cheapest to raise. */
export function buyOrRaise(planner: Planner, plan: Plan): BuyOrRaise[] {
  const { season } = plan
  const kinds = new Map<string, Batch[]>()
  for (const batch of plan.batches) {
    const { way, sizing, sow, progress } = batch
    if (!sizing || sow === undefined || progress?.ledger.splitOff || isBoughtIn(way.method) || isInPlace(way.method)) continue // prettier-ignore
    const known = kinds.get(way.crop.key)
    if (known) known.push(batch)
    else kinds.set(way.crop.key, [batch])
  }
  return [...kinds.values()]
    .flatMap((batches): BuyOrRaise[] => {
      const byDay = batches.toSorted((a, b) => a.plantOn - b.plantOn)
      const largest = batches.reduce((a, b) => (b.plants > a.plants ? b : a))
      const chosen = new Set([largest, byDay[0]!, byDay.at(-1)!].slice(0, MOST_DAYS))
      const found = [...chosen].flatMap((batch) => against(planner, season, batch) ?? [])
      const main = found.find(({ batch }) => batch === largest) ?? found[0]
      if (!main) return []
      const { raised, bought, batch } = main
      const offered = season.methods.flatMap(({ crop, sowing }) =>
        crop === batch.way.crop.key && sowing.policy === 'bought' && sowing.price !== undefined ? [sowing.price] : [],
      )[0]
      return [
        {
          crop: batch.way.crop,
          main,
          least: found.reduce((a, b) => (b.evenAt < a.evenAt ? b : a)),
          most: found.reduce((a, b) => (b.evenAt > a.evenAt ? b : a)),
          hours: ((raised.minutesInAll - bought.minutesInAll) / 60 / batch.plants) * 100,
          trayWeeks: ((weeksOf(raised) - weeksOf(bought)) / batch.plants) * 100,
          offered,
          unknown: [...new Set([...raised.cost.unknown, ...bought.cost.unknown.filter((part) => part !== 'plants')])],
        },
      ]
    })
    .sort((a, b) => a.main.evenAt - b.main.evenAt || a.crop.name.localeCompare(b.crop.name))
}
