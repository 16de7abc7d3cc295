/** A season looked back on: what was planned and what happened, and figures for the next that shrink toward the old ones. */
import { meantOf } from '../progress/meant'
import type { Crop, LossCause, Method, Season } from '../../season/schema'
import type { Day } from '../calendar/day'
import type { Batch } from '../batch/batch'
import type { Plan } from '../plan/plan'
import type { Progress } from '../batch/batch'

/** Planned against happened, over the batches of a variety, or of all varieties of a crop. */
export interface LookedBack {
  crop: string
  /** Key of the variety; `undefined` for a crop as a whole. */
  variety: string | undefined
  name: string
  batches: number
  /** Days from sowing to emergence, means over batches that were counted. */
  emergence: { planned: number; happened: number; seen: number } | undefined
  /** Share of seeds that came up, over those that were counted. */
  stand: { planned: number; happened: number; seeds: number } | undefined
  /** Days from sowing to ready, over batches potted up or planted. */
  ready: { planned: number; happened: number; seen: number } | undefined
  /** Plants lost, by cause. */
  losses: [LossCause, number][]
  /** Good plants that nobody planted. */
  leftOver: number
  /** Plantings that went out later than was planned, and by how many days together. */
  missed: { plantings: number; days: number }
}

/** A figure of the season that experience would change. */
export interface Suggestion {
  id: string
  of: 'crops' | 'methods'
  key: string
  /** Where in the thing, as a path. */
  path: string
  what: 'thermal-time' | 'usual-share' | 'survival' | 'ready'
  name: string
  /** What is raised by a method, where it is one: several of a name are told apart by it. */
  crops: readonly string[]
  /** Mix for one plant it holds for, ml, where it is said by volume. */
  ml?: number
  from: number
  to: number
  /** The figure before this season taught anything: what is seen is weighed against that, however often it is taken. */
  prior: number
  /** How much was seen: batches, or seeds, or plants. */
  seen: number
}

const BATCHES = 3 // a figure is worth this many batches of experience before any
const SEEDS = 200 // a usual germination share is worth a test of so many seeds
const PLANTS = 300 // a survival is worth so many plants
const WORTH_SAYING = 0.02 // relative change under which nothing is suggested

/** What happened by crop, and by variety where a crop has several, for batches that were sown; crops in the order of their names. */
export function lookBack(plan: Plan): LookedBack[] {
  const crops = new Map<string, Batch[]>()
  for (const batch of plan.batches) {
    if (!batch.progress?.ledger.sown && batch.progress?.standing !== 'planted') continue
    const own = crops.get(batch.way.crop.key)
    if (own) own.push(batch)
    else crops.set(batch.way.crop.key, [batch])
  }
  const byName = (a: LookedBack, b: LookedBack) => (a.name < b.name ? -1 : 1)
  return [...crops.values()]
    .map((batches) => {
      const varieties = new Map<string, Batch[]>()
      for (const batch of batches)
        varieties.set(batch.variety.key, [...(varieties.get(batch.variety.key) ?? []), batch])
      const { crop } = batches[0]!.way
      const each = [...varieties].map(([key, own]) => lookedBack(own, crop.key, key, own[0]!.variety.name)).sort(byName)
      return [
        each.length === 1 ? each[0]! : lookedBack(batches, crop.key, undefined, crop.name),
        ...(each.length === 1 ? [] : each),
      ]
    })
    .sort(([a], [b]) => byName(a!, b!))
    .flat()
}

function lookedBack(batches: readonly Batch[], crop: string, variety: string | undefined, name: string): LookedBack {
  const wholes = batches.filter(({ progress }) => !progress!.ledger.splitOff)
  const counted = wholes.filter(({ progress }) => progress!.stand)
  const grown = wholes.filter(
    ({ progress, ready, sow }) =>
      ready !== undefined &&
      sow !== undefined &&
      progress!.planned.ready !== undefined &&
      (progress!.standing === 'planted' || [...progress!.ledger.done.keys()].some((step) => step.startsWith('pot-up'))),
  )
  const losses = new Map<LossCause, number>()
  let leftOver = 0
  const missed = { plantings: 0, days: 0 }
  for (const { progress, plantOn } of batches) {
    const { ledger, planned, standing } = progress!
    for (const { on, entry } of ledger.losses)
      if (!ledger.splitOff || on >= ledger.splitOff.on)
        losses.set(entry.what.cause, (losses.get(entry.what.cause) ?? 0) + entry.what.plants)
    const planted = ledger.planted?.entry.what.plants
    if (ledger.known) leftOver += ledger.accounts.gone.leftOver * Math.max(1, meantOf(planned).keep)
    else if (standing === 'planted' && planted !== undefined)
      leftOver += Math.max(0, Math.round(progress!.plants) - planted)
    if (standing === 'planted' && plantOn > planned.plantOn) {
      missed.plantings++
      missed.days += plantOn - planned.plantOn
    }
  }
  const mean = (of: readonly Batch[], value: (batch: Batch) => number) =>
    of.reduce((sum, batch) => sum + value(batch), 0) / of.length
  const days = (of: Batch, day: Day) => day - of.sow!
  return {
    crop,
    variety,
    name,
    batches: wholes.length,
    emergence:
      counted.length === 0
        ? undefined
        : {
            planned: mean(counted, ({ progress }) => days(progress!.planned, progress!.planned.pass!.emergence)),
            happened: mean(counted, (batch) => days(batch, batch.pass!.emergence)),
            seen: counted.length,
          },
    stand: counted.length === 0 ? undefined : standSeen(counted),
    ready:
      grown.length === 0
        ? undefined
        : {
            planned: mean(grown, ({ progress }) => days(progress!.planned, progress!.planned.ready!)),
            happened: mean(grown, (batch) => days(batch, batch.ready!)),
            seen: grown.length,
          },
    losses: [...losses].sort((a, b) => b[1] - a[1]),
    leftOver,
    missed,
  }
}

function standSeen(counted: readonly Batch[]): NonNullable<LookedBack['stand']> {
  const seedsOf = ({ progress, sizing }: Batch) => progress!.ledger.sown?.entry.what.seeds ?? sizing?.seeds ?? 1
  const seeds = counted.reduce((sum, batch) => sum + seedsOf(batch), 0)
  const over = (share: (batch: Batch) => number) =>
    counted.reduce((sum, batch) => sum + seedsOf(batch) * share(batch), 0) / seeds
  return {
    planned: over(({ seed }) => seed.germination),
    happened: over(({ progress }) => progress!.stand!.germination),
    seeds,
  }
}

/**
 * New figures, each between the old one and what was seen: the nearer to what was seen, the more of it there was.
 *
 * Thermal time by the pace that counts showed, θ·exp(n/(n + 3) · mean ln pace); the usual germination share as a test of 200
 * seeds and those that were counted; survival as 300 plants and those that were followed to planting; the age at which a plug
 * holds by the plugs that were lifted, times exp(n/(n + 3) · mean ln ratio), where they held sooner or later than was reckoned.
 */
export function suggestionsOf(plan: Plan, season: Season): Suggestion[] {
  const suggestions: Suggestion[] = []
  const sown = plan.batches.filter(({ progress }) => progress?.ledger.sown && !progress.ledger.splitOff)
  const add = (
    of: Crop | Method,
    suggestion: Omit<Suggestion, 'id' | 'key' | 'name' | 'prior' | 'to' | 'crops'> & { crops?: readonly string[] },
    weigh: (prior: number) => number,
  ) => {
    const before = of.learned?.[suggestion.path]
    // Nothing new: the same evidence is not taken twice.
    if (before && suggestion.seen <= before.seen) return
    const prior = before?.from ?? suggestion.from
    const to = weigh(prior)
    if (Math.abs(to - suggestion.from) / Math.abs(suggestion.from) >= WORTH_SAYING)
      suggestions.push({
        crops: [],
        ...suggestion,
        key: of.key,
        name: of.name,
        prior,
        to,
        id: `${suggestion.of}/${of.key}/${suggestion.path}`,
      })
  }
  /** Between a figure and what so many batches say of it, on the scale of their ratio. */
  const toward = (prior: number, seen: number, n: number) => prior * (seen / prior) ** (n / (n + BATCHES))
  for (const crop of season.crops) {
    const own = sown.filter(({ way }) => way.crop.key === crop.key)
    const counted = own.filter(({ progress }) => progress!.stand)
    if (counted.length > 0) {
      const n = counted.length
      const pace = Math.exp(counted.reduce((sum, { progress }) => sum + Math.log(progress!.stand!.pace), 0) / n)
      const { thermalTime, usualShare } = crop.germination
      add(
        crop,
        { of: 'crops', path: 'germination.thermalTime', what: 'thermal-time', from: thermalTime, seen: n },
        (prior) => round(toward(prior, thermalTime * pace, n), 1),
      )
      const { seeds, happened } = standSeen(counted)
      add(
        crop,
        { of: 'crops', path: 'germination.usualShare', what: 'usual-share', from: usualShare, seen: seeds },
        (prior) => round((prior * SEEDS + happened * seeds) / (SEEDS + seeds), 3),
      )
    }
    const ratios = own.flatMap(({ progress }) => plugRatio(progress!.plugs) ?? [])
    if (ratios.length > 0) {
      const n = ratios.length
      const ratio = Math.exp(ratios.reduce((sum, one) => sum + Math.log(one), 0) / n)
      crop.growth.points.forEach(({ ml, ready, limit }, i) => {
        add(crop, { of: 'crops', path: `growth.points.${i}.ready`, what: 'ready', ml, from: ready, seen: n }, (prior) =>
          Math.round(Math.min(toward(prior, ready * ratio, n), limit * NEARLY)),
        )
      })
    }
  }
  for (const method of season.methods) {
    const followed = sown.filter(
      ({ planting, progress }) =>
        planting.method === method.key &&
        progress!.standing === 'planted' &&
        progress!.ledger.losses.length + (progress!.ledger.planted?.entry.what.plants ?? 0) > 0,
    )
    const [stage] = method.stages
    if (followed.length === 0 || !stage) continue
    const lost = followed.reduce(
      (sum, { progress }) => sum + progress!.ledger.losses.reduce((all, { entry }) => all + entry.what.plants, 0),
      0,
    )
    const crops = [...new Set(followed.map(({ way }) => way.crop.name))]
    const had = followed.reduce((sum, { progress, plants }) => sum + Math.max(plants, progress!.plants), 0) + lost
    const others = method.stages.slice(1).reduce((product, { survival }) => product * survival, 1)
    const seen = Math.min(1, (1 - lost / had) / others)
    add(
      method,
      {
        of: 'methods',
        path: 'stages.0.survival',
        what: 'survival',
        crops,
        from: stage.survival,
        seen: Math.round(had),
      },
      (prior) => round((prior * PLANTS + seen * had) / (PLANTS + had), 3),
    )
  }
  return suggestions
}

const NEARLY = 0.95 // of the limit, which a ready age never passes

/**
 * Ready age that the plugs of a batch tell of, as a share of what was reckoned: between the oldest that fell apart and the
 * youngest that held.
 *
 * @returns `undefined` where they agree with what was reckoned, or nothing was lifted
 */
export function plugRatio(plugs: Progress['plugs']): number | undefined {
  let apart = 0
  let held = Infinity
  for (const { age, ready, holds } of plugs) {
    const share = age / ready
    if (!(share > 0)) continue
    if (holds) held = Math.min(held, share)
    else apart = Math.max(apart, share)
  }
  if (apart > held) return undefined // they contradict one another
  if (held < 1) return apart > 0 ? (apart + held) / 2 : held
  if (apart > 1) return held < Infinity ? (apart + held) / 2 : apart
  return apart > 0 || held < Infinity ? 1 : undefined
}

const round = (value: number, digits: number) => Math.round(value * 10 ** digits) / 10 ** digits
