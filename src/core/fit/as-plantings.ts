/** The plantings that changes of single batches come to. */
import type { Planting, Season, Share } from '../../season/schema'
import { present } from '../../season/values'
import { withSaid } from '../batch/one-of-series'
import type { Batch } from '../batch/batch'
import { formatDay, parseDay, type Day } from '../calendar/day'
import { foundOf } from '../field/who-gets-what'
import type { Plan, Planner } from '../plan/plan'
import type { PickPart } from './options'
import type { Pick } from './proposals'

/** A planting before and after changes; `from` is null for one that is new. */
export interface PlantingChange {
  key: string
  from: Planting | null
  to: Planting
}

/** The plantings that changes come to: those changed in the order of the season, then the second halves of what is split. */
export function plantingsOf(planner: Planner, plan: Plan, picks: readonly Pick[]): PlantingChange[] {
  const { season } = plan
  const changed = new Map<string, Planting>()
  const added: Planting[] = []
  const taken: Taken = {
    codes: new Set(season.plantings.map(({ code }) => code)),
    keys: new Set(season.plantings.map(({ key }) => key)),
  }
  for (const { batch: id, parts } of picks) {
    const batch = plan.byId.get(id)
    if (!batch) continue
    const of = { planner, season, batch }
    const planting = changed.get(batch.planting.key) ?? batch.planting
    const [first, second] = parts
    const [mine, rest] = second ? dividedShares(foundOf(planting, batch.n).goes, first!.plants) : [undefined, undefined]
    changed.set(
      planting.key,
      withPart(of, planting, first!, second ? { plants: first!.plants, goes: mine } : undefined),
    )
    if (second) added.push(secondHalf(of, second, rest, taken))
  }
  return [
    ...season.plantings.flatMap((from): PlantingChange[] => {
      const to = changed.get(from.key)
      return to ? [{ key: from.key, from, to }] : []
    }),
    ...added.map((to) => ({ key: to.key, from: null, to })),
  ]
}

/** A season with changed plantings in the place of its own. */
export function withPlantings(season: Season, changes: readonly PlantingChange[]): Season {
  if (changes.length === 0) return season
  const byKey = new Map(changes.map((change) => [change.key, change.to]))
  const plantings = season.plantings.map((planting) => byKey.get(planting.key) ?? planting)
  return { ...season, plantings: [...plantings, ...changes.flatMap(({ from, to }) => (from ? [] : [to]))] }
}

/** A batch that is changed. */
interface Of {
  planner: Planner
  season: Season
  batch: Batch
}

/** Codes and keys that are taken. */
interface Taken {
  codes: Set<string>
  keys: Set<string>
}

interface Half {
  plants: number
  goes: Share[] | undefined
}

/** Day a part is sown where it is not the one that is counted back anyway; what is raised otherwise keeps the day it was proposed with. */
function sowOnOf({ planner, season, batch }: Of, part: PickPart): string | undefined {
  if (part.otherwise !== batch.otherwise) return formatDay(part.sow)
  const { id, code, planting, n, age } = batch
  const usual = planner.tryOne(season, {
    id,
    code,
    planting,
    n,
    age,
    pinned: false,
    plants: part.plants,
    plantOn: part.plantOn,
    sowOn: undefined,
    otherwise: part.otherwise,
  })
  return usual.sow === part.sow ? undefined : formatDay(part.sow)
}

function withPart(of: Of, planting: Planting, part: PickPart, half: Half | undefined): Planting {
  const { batch } = of
  const on = part.plantOn === batch.plantOn && batch.n > 0 ? {} : { on: formatDay(part.plantOn) }
  const next = withSaid(batch.n === 0 ? hungOn(planting, part.plantOn) : planting, batch.n, {
    ...on,
    sowOn: sowOnOf(of, part),
    otherwise: part.otherwise,
    ...present({ confidence: part.confidence }),
  })
  return half ? withSaid(next, batch.n, { plants: half.plants, ...present({ goes: half.goes }) }) : next
}

/** A planting whose day moves, hung on the frost as far from it as then; on anything else it hangs no more. */
function hungOn(planting: Planting, plantOn: Day): Planting {
  const { anchor, ...free } = planting
  const shift = plantOn - parseDay(planting.on)
  if (!anchor || shift === 0) return planting
  if (anchor.to !== 'last-frost') return free
  const days = anchor.days + shift
  // Weeks are said only of whole weeks.
  const { weeks, ...hung } = anchor
  return { ...planting, anchor: { ...hung, days, ...(weeks && days % 7 === 0 ? { weeks } : {}) } }
}

/** The second half of a batch that is split, as a planting of its own. */
function secondHalf(of: Of, part: PickPart, goes: Share[] | undefined, { codes, keys }: Taken): Planting {
  const { batch } = of
  const { planting } = batch
  const stem = batch.code.replace('-', '').slice(0, 10)
  const code = [...'BCDEFGHJKLMNPQRSTUVWXYZ'].map((letter) => `${stem}${letter}`).find((one) => !codes.has(one))!
  const key = [
    planting.key,
    ...Array.from({ length: 99 }, (_, i) => `${planting.key.slice(0, 50)}-part-${i + 2}`),
  ].find((one) => !keys.has(one))!
  codes.add(code)
  keys.add(key)
  const { lot, agePoint, confidence, note, spacing, worth, may } = planting
  return {
    key,
    code,
    variety: planting.variety,
    method: planting.method,
    plants: part.plants,
    on: formatDay(part.plantOn),
    changes: [],
    ...present({
      lot,
      agePoint: batch.age ?? agePoint,
      confidence,
      note,
      spacing,
      worth,
      may,
      sowOn: sowOnOf(of, part),
      otherwise: part.otherwise,
      goes,
    }),
  }
}

/** Shares of the first so many plants, and of the rest. */
function dividedShares(goes: readonly Share[] | undefined, plants: number): [Share[] | undefined, Share[] | undefined] {
  if (!goes) return [undefined, undefined]
  const first: Share[] = []
  const rest: Share[] = []
  let left = plants
  for (const share of goes) {
    const mine = Math.min(left, share.plants)
    if (mine > 0) first.push({ ...share, plants: mine })
    if (share.plants > mine) rest.push({ ...share, plants: share.plants - mine })
    left -= mine
  }
  return [first, rest]
}
