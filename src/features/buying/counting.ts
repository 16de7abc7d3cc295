/** A stocktake: everything that can be counted, and what becomes of the season when it was. */
import { brokenBy, ownedOn } from '../../core/capacity/owned'
import { formatDay, parseDay, type Day } from '../../core/calendar/day'
import type { Plan } from '../../core/plan/plan'
import { needsOf } from '../../core/stores/needs'
import { idOf, unitOf, type StoreUnit, type Thing } from '../../core/supply/thing'
import type { ThingEdit } from '../../actions/change-season'
import { freeKeyIn } from '../../season/keys'
import type { Season, Supply } from '../../season/schema'
import type { Said } from '../../ui/records/use-record'
import type { Format } from '../../words/format'
import { needName } from '../../words/stores'

export const STORE_GROUPS = ['material', 'labels', 'container', 'seed'] as const

/** One thing to count: a material, the labels, a container, or one lot of seed. */
export interface Countable {
  id: string
  group: (typeof STORE_GROUPS)[number]
  of: Thing
  name: string
  unit: StoreUnit
  /** The lot, for seed. */
  lot?: string
  /** What there is by the records; `undefined` where it was never counted. */
  have: number | undefined
  /** Day it was counted, where that is known. */
  countedOn: Day | undefined
}

/** Everything that can be counted, by group and name. */
export function countables(plan: Plan, today: Day, f: Format): Countable[] {
  const { season } = plan
  const needs = needsOf(plan, today)
  const things: Countable[] = []
  const store = (thing: Pick<Countable, 'of' | 'name' | 'unit' | 'have'>, supply: Supply | undefined) =>
    things.push({ ...thing, id: idOf(thing.of), group: thing.of.what, countedOn: supply?.countedOn === undefined ? undefined : parseDay(supply.countedOn) }) // prettier-ignore
  const listed = new Set<string>()
  for (const need of needs) {
    const { of, unit, have } = need
    if (of.what !== 'material' && of.what !== 'labels') continue
    listed.add(need.id)
    store({ of, name: needName(f, need), unit, have }, need.supply)
  }
  for (const supply of season.supplies) {
    const { of, name, have } = supply
    if (listed.has(idOf(of)) || (of.what !== 'material' && of.what !== 'labels')) continue
    store({ of, name, unit: unitOf(of), have }, supply)
  }
  for (const container of season.containers) {
    const of: Thing = { what: 'container', container: container.key }
    const have = ownedOn(container, season.records, today)
    things.push({
      id: idOf(of),
      group: 'container',
      of,
      name: container.name,
      unit: 'trays',
      have,
      countedOn: undefined,
    })
  }
  const varieties = new Map(season.varieties.map(({ key, name }) => [key, name]))
  for (const { lot, left } of plan.lots) {
    const variety = varieties.get(lot.variety) ?? lot.variety
    things.push({
      id: `lot/${lot.key}`,
      group: 'seed',
      of: { what: 'seed', variety: lot.variety },
      name: lot.name.startsWith(variety) ? lot.name : `${variety}, ${lot.name}`,
      unit: 'seeds',
      lot: lot.key,
      have: left,
      countedOn: undefined,
    })
  }
  return things.sort(
    (a, b) => STORE_GROUPS.indexOf(a.group) - STORE_GROUPS.indexOf(b.group) || a.name.localeCompare(b.name),
  )
}

/** Whether a number can be what there is of it: whole where it is counted in pieces. */
export const canBe = ({ unit }: Pick<Countable, 'unit'>, n: number): boolean =>
  Number.isFinite(n) && n >= 0 && (!['seeds', 'trays', 'labels'].includes(unit) || Number.isInteger(n))

/** What a stocktake changes: stores and containers as facts of the season, seed and what broke as records. */
export function stocktake(
  counted: readonly { thing: Countable; now: number }[],
  season: Pick<Season, 'supplies' | 'containers' | 'records'>,
  today: Day,
): { edits: ThingEdit[]; records: Said[] } {
  const edits: ThingEdit[] = []
  const records: Said[] = []
  const made: Supply[] = []
  for (const { thing, now } of counted) {
    const { of, lot } = thing
    if (lot !== undefined) records.push({ what: { did: 'seed', lot, how: 'counted', seeds: now } })
    else if (of.what === 'container') {
      const container = season.containers.find(({ key }) => key === of.container)
      if (!container) continue
      const { have } = thing
      if (have !== undefined && now < have)
        records.push({ what: { did: 'broke', container: container.key, trays: have - now } })
      else {
        const owned = now + brokenBy(container, season.records, today)
        edits.push({ of: 'containers', key: container.key, from: container, to: { ...container, owned } })
      }
    } else {
      const supply = season.supplies.find((one) => idOf(one.of) === thing.id)
      const said = { have: now, countedOn: formatDay(today) }
      if (supply) edits.push({ of: 'supplies', key: supply.key, from: supply, to: { ...supply, ...said } })
      else {
        const key = freeKeyIn([...season.supplies, ...made], 'supply')
        const fresh: Supply = { key, name: thing.name, of, offers: [], ...said }
        made.push(fresh)
        edits.push({ of: 'supplies', key, from: null, to: fresh })
      }
    }
  }
  return { edits, records }
}
