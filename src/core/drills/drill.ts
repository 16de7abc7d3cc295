/** Questions drawn for practice. What is right is judged by the same rules as the real work, never by a list of answers. */
import type { Crop, Season } from '../../season/schema'
import { bearsWhileHardening } from '../field/hardening'
import { DOSE_LITRES, measureOut } from '../mix/mix'
import { pick, shuffled } from './chance'
import {
  drawCount,
  drawDecision,
  drawPlant,
  isDrawable,
  type CountDrill,
  type DecideDrill,
  type PlantDrill,
} from './stands'

/** A mixed question about the cold: which of some kinds. */
export interface ColdDrill {
  kind: 'bench' | 'frost'
  /** °C outside tonight. */
  low: number
  crops: readonly Crop[]
  /** °C each bears while it hardens. */
  bears: readonly number[]
  right: number
}

/** Whose label belongs to a tray. */
export interface LabelDrill {
  kind: 'label'
  /** What stands in the tray. */
  shown: Crop
  /** Names on the labels that lie about. */
  crops: readonly Crop[]
  right: number
}

/** What is seen on a drawing, or what is done first. */
export interface SymptomDrill {
  kind: 'symptom'
  symptom: string
  asks: 'what' | 'first'
  options: readonly string[]
  right: number
}

/** How much of a part goes into so much mix. */
export interface MixDrill {
  kind: 'mix'
  mix: string
  litres: number
  parts: readonly { what: string; parts: number }[]
  /** What is asked for. */
  part: string
  options: readonly number[]
  right: number
}

/** What is safe. Options are 0, the right one, and the others, as they are to be shown. */
export interface SafetyDrill {
  kind: 'safety'
  about: string
  options: readonly number[]
  right: number
}

export type Drill =
  CountDrill | DecideDrill | PlantDrill | ColdDrill | LabelDrill | SymptomDrill | MixDrill | SafetyDrill

/** A sign of trouble. */
export interface Symptom {
  key: string
  /** What is done first: the same word for those that are met alike. */
  first: string
}

/** What drills are drawn from, beside the season. */
export interface Surroundings {
  /** How seedlings of a kind look, in one word for each look; nothing where that is not known. */
  look: (crop: Crop) => string | undefined
  /** What can be wrong with seedlings, of which there is a drawing, and in a word what is done first. */
  symptoms: readonly Symptom[]
  /** What there is to know for one's own safety. */
  dangers: readonly string[]
}

type Random = () => number

const OPTIONS = 3

/** Kinds of a season that look unlike each other: one of each look. */
function unlike(crops: readonly Crop[], look: Surroundings['look'], random: Random): Crop[] {
  const seen = new Set<string>()
  return shuffled(crops, random).filter((crop) => {
    const own = look(crop)
    if (own === undefined || seen.has(own)) return false
    seen.add(own)
    return true
  })
}

const CLEAR = 2.5 // °C by which a kind bears a night, or does not, so that the answer is not a quibble

/**
 * One kind that bears a night and two that do not, or the other way round.
 *
 * @param kind `bench`: which may go out; `frost`: which must come in
 * @returns nothing where the kinds are too much alike
 */
export function drawCold(kind: ColdDrill['kind'], crops: readonly Crop[], random: Random): ColdDrill | undefined {
  const all = shuffled(crops, random).map((crop) => ({ crop, bears: bearsWhileHardening(crop) }))
  // The night is set by one of the kinds: it stands well to the other side of the others.
  for (const one of all) {
    const low = Math.round(kind === 'bench' ? one.bears + CLEAR : one.bears - CLEAR)
    const others = all.filter(
      ({ crop, bears }) =>
        crop.name !== one.crop.name && (kind === 'bench' ? bears >= low + CLEAR : bears <= low - CLEAR),
    )
    if (others.length < OPTIONS - 1) continue
    const shown = shuffled([one, ...others.slice(0, OPTIONS - 1)], random)
    return {
      kind,
      low,
      crops: shown.map(({ crop }) => crop),
      bears: shown.map(({ bears }) => bears),
      right: shown.indexOf(one),
    }
  }
  return undefined
}

function drawLabel(crops: readonly Crop[], look: Surroundings['look'], random: Random): LabelDrill | undefined {
  const [shown, ...others] = unlike(crops, look, random)
  if (!shown || others.length < OPTIONS - 1) return undefined
  const options = shuffled([shown, ...others.slice(0, OPTIONS - 1)], random)
  return { kind: 'label', shown, crops: options, right: options.indexOf(shown) }
}

function drawSymptom(key: string, symptoms: readonly Symptom[], random: Random): SymptomDrill | undefined {
  const shown = symptoms.find((one) => one.key === key)
  if (!shown) return undefined
  const asks = random() < 0.5 ? 'what' : 'first'
  const met = new Set([shown.first])
  const others = shuffled(symptoms, random).filter((one) => {
    if (one === shown || (asks === 'first' && met.has(one.first))) return false
    met.add(one.first)
    return true
  })
  if (others.length < OPTIONS - 1) return undefined
  const options = shuffled([shown, ...others.slice(0, OPTIONS - 1)], random).map((one) => one.key)
  return { kind: 'symptom', symptom: key, asks, options, right: options.indexOf(key) }
}

const APART = 0.15 // of the right amount

const BATCHES_OF_MIX = [10, 20, 40, 60, 80] as const // litres that are mixed at once

/** @returns nothing where a farm has no mix of several parts */
export function drawMix({ mixes, habits }: Pick<Season, 'mixes' | 'habits'>, random: Random): MixDrill | undefined {
  const mix = shuffled([habits.mix, ...mixes], random).find(({ parts }) => parts.length > 1)
  if (!mix) return undefined
  const litres = pick(BATCHES_OF_MIX, random)
  const part = pick(mix.parts, random)
  const amount = measureOut(mix, litres).parts.find(({ what }) => what === part.what)!.litres
  // The usual slips: parts taken for litres of ten, the share of one part alone, twice as much.
  const slips = [(part.parts * litres) / DOSE_LITRES, litres / mix.parts.length, amount * 2, amount / 2, amount * 1.5]
  const rounded = (value: number) => Math.round(value * 10) / 10
  const options = [rounded(amount)]
  for (const slip of slips.map(rounded))
    // No two so near that it would be a quibble which of them is meant.
    if (options.length < OPTIONS && options.every((one) => Math.abs(one - slip) > amount * APART)) options.push(slip)
  options.sort((a, b) => a - b)
  return {
    kind: 'mix',
    mix: mix.name,
    litres,
    parts: mix.parts,
    part: part.what,
    options,
    right: options.indexOf(rounded(amount)),
  }
}

function drawSafety(about: string, random: Random): SafetyDrill {
  const options = shuffled([0, 1, 2], random)
  return { kind: 'safety', about, options, right: options.indexOf(0) }
}

/** Cards of what can be practised with a season, in the order they are first met: kinds of question take turns. */
export function cardsOf(season: Season, { symptoms, dangers, look }: Surroundings): string[] {
  const random = () => 0
  const work = [
    'count',
    ...(isDrawable(season) ? ['plant', 'decide'] : []),
    ...(drawCold('frost', season.crops, random) ? ['frost'] : []),
    ...(drawCold('bench', season.crops, random) ? ['bench'] : []),
    ...(drawLabel(season.crops, look, random) ? ['label'] : []),
    ...(drawMix(season, random) ? ['mix'] : []),
  ]
  const lists = [work, symptoms.map(({ key }) => `symptom/${key}`), dangers.map((one) => `safety/${one}`)]
  const cards: string[] = []
  for (let i = 0; i < Math.max(...lists.map(({ length }) => length)); i++)
    for (const list of lists) if (list[i] !== undefined) cards.push(list[i]!)
  return cards
}

/**
 * Draws a question of a card.
 *
 * @param random numbers in [0, 1)
 * @returns nothing where the season has not what it takes, or has it no more
 */
export function drawDrill(card: string, season: Season, around: Surroundings, random: Random): Drill | undefined {
  const [kind, of] = card.split('/')
  switch (kind) {
    case 'count':
      return drawCount(random)
    case 'decide':
      return drawDecision(season, random)
    case 'plant':
      return drawPlant(season, random)
    case 'frost':
    case 'bench':
      return drawCold(kind, season.crops, random)
    case 'label':
      return drawLabel(season.crops, around.look, random)
    case 'mix':
      return drawMix(season, random)
    case 'symptom':
      return drawSymptom(of!, around.symptoms, random)
    case 'safety':
      return around.dangers.includes(of!) ? drawSafety(of!, random) : undefined
    default:
      return undefined
  }
}
