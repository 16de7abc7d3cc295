/** What the season still needs of everything that is bought, what there is of it, and from when it is short. */
import type { Season, Supply } from '../../season/schema'
import { filled, coveringOf } from '../advice/session'
import { workOfOne, type Work } from '../advice/work'
import { ownedOn } from '../capacity/owned'
import type { Batch } from '../batch/batch'
import { parseDay, type Day } from '../calendar/day'
import { measureOut } from '../mix/mix'
import type { Plan } from '../plan/plan'
import { seedToHave } from '../seed/handling'
import { feedUses } from './feed-use'
import { goodThatCame, onTheWay } from '../supply/orders'
import { idOf, unitOf, type StoreUnit, type Thing } from '../supply/thing'

/** Something that is needed. */
export interface Need {
  /** The same for the same thing. */
  id: string
  of: Thing
  name: string
  unit: StoreUnit
  /** Still to be used from today on; of containers, the most that are in use at once. */
  needed: number
  /** What there is today; `undefined` where nobody counted it. */
  have: number | undefined
  /** What was used by the records beyond what there was: it was counted wrong, or something came that nobody entered. */
  overdrawn: number
  /** What is ordered and still to come. */
  onOrder: number
  /** What is missing for the rest of the season, beside what is to come. */
  short: number
  /** First day on which something is missing. */
  firstShort: Day | undefined
  /** The supply that says what there is and what it is sold in. */
  supply: Supply | undefined
}

/** So much used on a day. */
interface Use {
  day: Day
  amount: number
  done: boolean
}

const SMALL = 1e-9

/**
 * Everything that the season still needs, in the order it runs short; what does not run short after it.
 *
 * @param today what lies before it and was not recorded is still to be done
 */
export function needsOf(plan: Plan, today: Day): Need[] {
  const { season } = plan
  const supplies = new Map(season.supplies.map((supply) => [idOf(supply.of), supply]))
  const coming = onTheWay(season.orders)
  const needs = [
    ...seedNeeds(plan, coming),
    ...containerNeeds(plan, today, coming),
    ...materialNeeds(plan, today, { supplies, coming }),
  ]
  return needs
    .map((need) => ({ ...need, supply: supplies.get(need.id), onOrder: coming.get(need.id) ?? 0 }))
    .sort(
      (a, b) =>
        (a.firstShort ?? Infinity) - (b.firstShort ?? Infinity) ||
        a.name.localeCompare(b.name) ||
        (a.id < b.id ? -1 : 1),
    )
}

type Bare = Omit<Need, 'supply' | 'onOrder'>
type Coming = ReadonlyMap<string, number>

/** Seed by variety: what its lots lack, less what others of them have to spare, and what is sown of no lot yet. */
function seedNeeds(plan: Plan, coming: Coming): Bare[] {
  const { season } = plan
  const { handling } = season.habits
  const needs = new Map<string, Bare & { spare: number; known: boolean }>()
  // What stands in no lot nobody has counted.
  const inLots = new Set(season.lots.map(({ variety }) => variety))
  const names = new Map(season.varieties.map(({ key, name }) => [key, name]))
  const of = (variety: string) => {
    const known = needs.get(variety)
    if (known) return known
    const thing: Thing = { what: 'seed', variety }
    const made = {
      id: idOf(thing),
      of: thing,
      name: names.get(variety) ?? variety,
      unit: 'seeds' as const,
      needed: 0,
      have: 0,
      overdrawn: 0,
      short: 0,
      firstShort: undefined,
      spare: 0,
      known: inLots.has(variety),
    }
    needs.set(variety, made)
    return made
  }
  for (const { lot, needed, left, short, runsOut, beyond } of plan.lots) {
    const need = of(lot.variety)
    need.overdrawn += beyond
    need.needed += needed
    if (left === undefined) need.known = false
    else {
      need.have = (need.have ?? 0) + left
      need.spare += Math.max(0, left - needed)
    }
    need.short += short
    if (runsOut && short > 0) need.firstShort = Math.min(need.firstShort ?? Infinity, runsOut.day)
  }
  for (const { sow, seed, sizing, way, variety, progress } of plan.batches) {
    if (seed.lot || sow === undefined || !sizing || way.route.boughtAge !== undefined) continue
    if (progress?.ledger.sown || progress?.standing === 'gone' || progress?.asks) continue
    const need = of(variety.key)
    const seeds = seedToHave(sizing.seeds, handling)
    need.needed += seeds
    need.short += seeds
    need.firstShort = Math.min(need.firstShort ?? Infinity, sow)
  }
  return [...needs.values()].flatMap(({ spare, known, ...need }) => {
    if (need.needed <= 0) return []
    const short = Math.max(0, need.short - spare - (coming.get(need.id) ?? 0))
    return [
      { ...need, short, have: known ? need.have : undefined, firstShort: short > 0 ? need.firstShort : undefined },
    ]
  })
}

/** Containers: how many more than are owned are in use at once. */
function containerNeeds({ containers, season }: Plan, today: Day, coming: Coming): Bare[] {
  return containers.flatMap(({ of: container, from, days, capacity }) => {
    const of: Thing = { what: 'container', container: container.key }
    const more = coming.get(idOf(of)) ?? 0
    let [needed, short, firstShort] = [0, 0, undefined as Day | undefined]
    for (let i = Math.max(0, today - from); i < days.length; i++) {
      needed = Math.max(needed, days[i]!)
      const over = days[i]! - capacity[i]! - more
      if (over <= SMALL) continue
      short = Math.max(short, over)
      firstShort ??= from + i
    }
    if (needed <= SMALL) return []
    return [
      {
        id: idOf(of),
        of,
        name: container.name,
        unit: 'trays' as const,
        needed: Math.ceil(needed - SMALL),
        have: ownedOn(container, season.records, today),
        overdrawn: 0,
        short: Math.max(0, Math.ceil(short - SMALL)),
        firstShort,
      },
    ]
  })
}

/** What is used up by work: parts of mixes and what is added to them, what covers seed, labels, feed. */
function materialNeeds(
  plan: Plan,
  today: Day,
  { supplies, coming }: { supplies: ReadonlyMap<string, Supply>; coming: Coming },
): Bare[] {
  const uses = new Map<string, { of: Thing; name: string; unit: StoreUnit; days: Days }>()
  const known = (id: string, of: Thing, unit: StoreUnit, name: string): Days => {
    const one = uses.get(id)
    if (one) return one.days
    const days: Days = { used: new Map(), toUse: new Map() }
    uses.set(id, { of, unit, name, days })
    return days
  }
  const add = ({ id, of, unit, use: { day, amount, done } }: Used) => {
    if (amount <= SMALL) return
    const { used, toUse } = known(id, of, unit, of.what === 'material' ? of.material : '')
    const days = done ? used : toUse
    days.set(day, (days.get(day) ?? 0) + amount)
  }
  for (const batch of plan.batches) for (const one of usedUp(plan, batch)) add(one)
  const { feed } = plan.season.habits
  if (feed) {
    const of: Thing = { what: 'material', material: feed.what, unit: feed.unit }
    const id = idOf(of)
    for (const batch of plan.batches) for (const use of feedUses(plan, batch)) add({ id, of, unit: feed.unit, use })
  }
  // What is kept though no plan uses it.
  for (const [id, { of, name }] of supplies)
    if (of.what === 'material' || of.what === 'labels')
      known(id, of, unitOf(of), of.what === 'material' ? of.material : name)
  return [...uses].map(([id, { of, name, unit, days }]) => {
    const supply = supplies.get(id)
    const keep = supply?.keep ?? 0
    const left = haveNow(supply, days.used, plan.season)
    const have = left === undefined ? undefined : Math.max(0, left)
    const limit = (have ?? 0) + (coming.get(id) ?? 0)
    let [needed, firstShort] = [0, keep > limit + SMALL ? today : (undefined as Day | undefined)]
    for (const [day, amount] of [...days.toUse].sort(([one], [other]) => one - other)) {
      needed += amount
      if (needed + keep > limit + SMALL) firstShort ??= Math.max(day, today)
    }
    return { id, of, name, unit, needed, have, overdrawn: Math.max(0, -(left ?? 0)), short: Math.max(0, needed + keep - limit), firstShort } // prettier-ignore
  })
}

/** What is used of one thing by day: what was, and what will be. */
interface Days {
  used: Map<Day, number>
  toUse: Map<Day, number>
}

/** So much of something that one batch uses. */
interface Used {
  /** Of the thing. */
  id: string
  of: Thing
  unit: StoreUnit
  use: Use
}

/** What was found of a batch, and by what: it is the same object as long as nothing of it changes. */
const found = new WeakMap<Batch, { by: readonly unknown[]; used: readonly Used[] }>()

/** What a batch uses up; what was found of it is kept. */
function usedUp(plan: Plan, batch: Batch): readonly Used[] {
  const { season, today, since } = plan
  const by = [season.habits, season.mixes, today, since]
  const known = found.get(batch)
  if (known?.by.every((one, i) => one === by[i])) return known.used
  const used: Used[] = []
  for (const work of workOfOne(plan, batch))
    takeOf(season, work, (of, unit, use) => used.push({ id: idOf(of), of, unit, use }))
  found.set(batch, { by, used })
  return used
}

/** What a piece of work uses up. */
function takeOf(season: Season, work: Work, add: (of: Thing, unit: StoreUnit, use: Use) => void): void {
  const { task, state } = work
  if (task.kind !== 'sow' && task.kind !== 'pot-up') return
  if (task.kind === 'sow' && task.batch.progress?.ledger.splitOff) return
  const takes = (amount: number): Use => ({ day: task.day, amount, done: state === 'done' })
  const mix = filled({ season }, task.kind, work)
  if (mix) {
    const { parts, additives } = measureOut(mix.mix, mix.litres)
    for (const { what, litres } of parts) add({ what: 'material', material: what, unit: 'l' }, 'l', takes(litres))
    for (const { what, amount, unit } of additives) add({ what: 'material', material: what, unit }, unit, takes(amount))
  }
  if (task.kind === 'sow')
    add({ what: 'material', material: season.habits.covering, unit: 'l' }, 'l', takes(coveringOf(work)))
  add({ what: 'labels' }, 'labels', takes(task.trays))
}

/** What is left of what was counted: what came since is put to it, what was used since is taken off. Below 0 where more was used than there was. */
function haveNow(supply: Supply | undefined, uses: ReadonlyMap<Day, number>, { orders }: Season): number | undefined {
  if (supply?.have === undefined || supply.countedOn === undefined) return undefined
  const counted = parseDay(supply.countedOn)
  let used = 0
  for (const [day, amount] of uses) if (day > counted) used += amount
  const id = idOf(supply.of)
  const came = orders.reduce((sum, order) => sum + (idOf(order.of) === id ? goodThatCame(order, counted) : 0), 0)
  return supply.have + came - used
}
