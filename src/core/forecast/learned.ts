/** A season looked back on: what was planned and what happened, and figures for the next that shrink toward the old ones. */
import type { LossCause, Season } from '../../season/schema'
import type { Day } from '../calendar/day'
import type { Batch } from '../plan/batch'
import type { Plan } from '../plan/plan'

/** Planned against happened, over the batches of a variety. */
export interface LookedBack {
  crop: string
  variety: string
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
  what: 'thermal-time' | 'usual-share' | 'survival'
  name: string
  from: number
  to: number
  /** How much was seen: batches, or seeds, or plants. */
  seen: number
}

const BATCHES = 3 // a figure is worth this many batches of experience before any
const SEEDS = 200 // a usual germination share is worth a test of so many seeds
const PLANTS = 300 // a survival is worth so many plants
const WORTH_SAYING = 0.02 // relative change under which nothing is suggested

/** What happened by variety, for batches that were sown. */
export function lookBack(plan: Plan): LookedBack[] {
  const groups = new Map<string, Batch[]>()
  for (const batch of plan.batches) {
    if (!batch.asItIs?.tally.sown && batch.asItIs?.standing !== 'planted') continue
    groups.set(batch.variety.key, [...(groups.get(batch.variety.key) ?? []), batch])
  }
  return [...groups].map(([variety, batches]) => {
    const [first] = batches
    const wholes = batches.filter(({ asItIs }) => !asItIs!.tally.splitOff)
    const counted = wholes.filter(({ asItIs }) => asItIs!.stand)
    const grown = wholes.filter(({ asItIs, ready, sow }) => ready !== undefined && sow !== undefined && asItIs!.planned.ready !== undefined && (asItIs!.standing === 'planted' || [...asItIs!.tally.done.keys()].some((step) => step.startsWith('pot-up'))))
    const losses = new Map<LossCause, number>()
    let leftOver = 0
    const missed = { plantings: 0, days: 0 }
    for (const { asItIs, plantOn } of batches) {
      const { tally, planned, standing } = asItIs!
      for (const { on, entry } of tally.losses) if (!tally.splitOff || on >= tally.splitOff.on) losses.set(entry.what.cause, (losses.get(entry.what.cause) ?? 0) + entry.what.plants)
      const planted = tally.planted?.entry.what.plants
      if (standing === 'planted' && planted !== undefined) leftOver += Math.max(0, Math.round(asItIs!.plants) - planted)
      if (standing === 'planted' && plantOn > planned.plantOn) {
        missed.plantings++
        missed.days += plantOn - planned.plantOn
      }
    }
    const mean = (of: readonly Batch[], value: (batch: Batch) => number) => of.reduce((sum, batch) => sum + value(batch), 0) / of.length
    const days = (of: Batch, day: Day) => day - of.sow!
    return {
      crop: first!.way.crop.key,
      variety,
      name: first!.variety.name,
      batches: wholes.length,
      emergence: counted.length === 0 ? undefined : { planned: mean(counted, ({ asItIs }) => days(asItIs!.planned, asItIs!.planned.pass!.emergence)), happened: mean(counted, (batch) => days(batch, batch.pass!.emergence)), seen: counted.length },
      stand: counted.length === 0 ? undefined : standSeen(counted),
      ready: grown.length === 0 ? undefined : { planned: mean(grown, ({ asItIs }) => days(asItIs!.planned, asItIs!.planned.ready!)), happened: mean(grown, (batch) => days(batch, batch.ready!)), seen: grown.length },
      losses: [...losses].sort((a, b) => b[1] - a[1]),
      leftOver,
      missed,
    }
  })
}

function standSeen(counted: readonly Batch[]): NonNullable<LookedBack['stand']> {
  const seedsOf = ({ asItIs, sizing }: Batch) => asItIs!.tally.sown?.entry.what.seeds ?? sizing?.seeds ?? 1
  const seeds = counted.reduce((sum, batch) => sum + seedsOf(batch), 0)
  const over = (share: (batch: Batch) => number) => counted.reduce((sum, batch) => sum + seedsOf(batch) * share(batch), 0) / seeds
  return { planned: over(({ seed }) => seed.germination), happened: over(({ asItIs }) => asItIs!.stand!.germination), seeds }
}

/**
 * New figures, each between the old one and what was seen: the nearer to what was seen, the more of it there was.
 *
 * Thermal time by the pace that counts showed, θ·exp(n/(n + 3) · mean ln pace); the usual germination share as a test of 200
 * seeds and those that were counted; survival as 300 plants and those that were followed to planting.
 */
export function suggestionsOf(plan: Plan, season: Season): Suggestion[] {
  const suggestions: Suggestion[] = []
  const sown = plan.batches.filter(({ asItIs }) => asItIs?.tally.sown && !asItIs.tally.splitOff)
  const add = (suggestion: Omit<Suggestion, 'id'>) => {
    if (Math.abs(suggestion.to - suggestion.from) / Math.abs(suggestion.from) >= WORTH_SAYING) suggestions.push({ ...suggestion, id: `${suggestion.of}/${suggestion.key}/${suggestion.path}` })
  }
  for (const crop of season.crops) {
    const counted = sown.filter(({ way, asItIs }) => way.crop.key === crop.key && asItIs!.stand)
    if (counted.length === 0) continue
    const n = counted.length
    const pace = counted.reduce((sum, { asItIs }) => sum + Math.log(asItIs!.stand!.pace), 0) / n
    const { thermalTime, usualShare } = crop.germination
    add({ of: 'crops', key: crop.key, path: 'germination.thermalTime', what: 'thermal-time', name: crop.name, from: thermalTime, to: round(thermalTime * Math.exp((n / (n + BATCHES)) * pace), 1), seen: n })
    const { seeds, happened } = standSeen(counted)
    add({ of: 'crops', key: crop.key, path: 'germination.usualShare', what: 'usual-share', name: crop.name, from: usualShare, to: round((usualShare * SEEDS + happened * seeds) / (SEEDS + seeds), 3), seen: seeds })
  }
  for (const method of season.methods) {
    const followed = sown.filter(({ planting, asItIs }) => planting.method === method.key && asItIs!.standing === 'planted' && asItIs!.tally.losses.length + (asItIs!.tally.planted?.entry.what.plants ?? 0) > 0)
    const [stage] = method.stages
    if (followed.length === 0 || !stage) continue
    const lost = followed.reduce((sum, { asItIs }) => sum + asItIs!.tally.losses.reduce((all, { entry }) => all + entry.what.plants, 0), 0)
    const had = followed.reduce((sum, { asItIs, plants }) => sum + Math.max(plants, asItIs!.plants), 0) + lost
    const others = method.stages.slice(1).reduce((product, { survival }) => product * survival, 1)
    const seen = Math.min(1, (1 - lost / had) / others)
    add({ of: 'methods', key: method.key, path: 'stages.0.survival', what: 'survival', name: method.name, from: stage.survival, to: round((stage.survival * PLANTS + seen * had) / (PLANTS + had), 3), seen: Math.round(had) })
  }
  return suggestions
}

const round = (value: number, digits: number) => Math.round(value * 10 ** digits) / 10 ** digits
