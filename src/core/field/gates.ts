/** Whether a planting can go out: frost, night, soil, bed, plants and leaves, each with its reason. */
import type { Crop, Season } from '../../season/schema'
import { parseDay, type Day } from '../calendar/day'
import { checksUnder, coldOf } from '../growth/cold'
import { frostChanceAt } from '../frost/frost'
import { THRESHOLDS } from '../frost/percentiles'
import type { BedClash } from './beds'
import { airOver, coversOver, gainOn } from './cover'
import { coldestAhead, soilAhead, type Forecast } from '../weather/forecast'
import type { OpenAir } from '../weather/open-air'
import type { FieldCrop } from './field-crop'

export type Verdict = 'go' | 'risk' | 'wait'

/** One gate with the numbers it was judged by. */
export type Gate = { verdict: Verdict } & (
  | {
      kind: 'frost'
      threshold: number
      chance: number | undefined
      trusted: number
      cold: { day: Day; low: number } | undefined
      typed: boolean
    }
  | { kind: 'night'; above: number; low: number; forecast: boolean }
  | { kind: 'soil'; above: number; soil: number; forecast: boolean }
  | { kind: 'bed'; state: 'free' | 'none' | 'taken'; clashes: readonly BedClash[] }
  | { kind: 'plants'; state: 'ready' | 'not-ready' | 'past' | 'not-sown' | 'asked'; on: Day | undefined }
  | { kind: 'leaves'; state: 'good' | 'not-looked' | 'soft' | 'pale' }
)

/** A planting of the next weeks and its gates. */
export interface Gated {
  stand: FieldCrop
  verdict: Verdict
  gates: Gate[]
}

const NIGHTS_AFTER = 7 // nights after planting in which a forecast frost counts
const FIRST_NIGHTS = 3 // nights a plant needs to settle
const SETTLING = 14 // days after an autumn planting in which a first frost counts
const LOOK_BEFORE = 4 // days before planting from which leaves are looked at
const ROOT = { go: 0, risk: 1, wait: 2 } as const

/** Frost that harms a kind, by its place among the thresholds of a record: 0, −2 or −4 °C. */
const frostThreshold = ({ tenderness }: Pick<Crop, 'tenderness'>): number =>
  tenderness === 'tender' ? 0 : tenderness === 'half-hardy' ? 1 : 2

export interface GateFacts {
  season: Season
  air: OpenAir
  forecast: Forecast | undefined
  /** Day it is judged on. */
  today: Day
  clashes: readonly BedClash[] | undefined
}

/** Gates of one planting. */
export function gatesOf(stand: FieldCrop, open: GateFacts): Gated {
  // Under a cover its own air counts, and frost has to be so much harder.
  const covers = coversOver(open.season, stand.goes)
  const facts = covers.length === 0 ? open : { ...open, air: airOver(open.season, stand.goes) }
  const gates = [
    frostGate(stand, facts),
    nightGate(stand, facts),
    soilGate(stand, facts),
    bedGate(stand, facts),
    plantsGate(stand, facts),
    leavesGate(stand, facts),
  ].filter((gate) => gate !== undefined)
  return { stand, gates, verdict: worst(gates.map(({ verdict }) => verdict)) }
}

const worst = (verdicts: readonly Verdict[]): Verdict =>
  verdicts.reduce((a, b) => (ROOT[b] > ROOT[a] ? b : a), 'go' as Verdict)

/** Day from which a plant stands in the open: what is sown in its place from the day it is up. */
const inTheOpen = ({ from, inPlace }: FieldCrop): Day => inPlace?.up ?? from

function frostGate(stand: FieldCrop, { season, forecast }: GateFacts): Gate | undefined {
  const { crop } = stand
  const from = inTheOpen(stand)
  const { frost, latitude } = season.site
  const gained = gainOn(coversOver(season, stand.goes), from)?.night ?? 0
  const at = Math.min(THRESHOLDS.length - 1, frostThreshold(crop) + Math.floor(gained / 2))
  const threshold = THRESHOLDS[at]!
  const cold = coldestAhead(forecast, from, from + NIGHTS_AFTER)
  const freezing = cold && cold.low <= threshold ? cold : undefined
  const trusted = frost?.trustedChance ?? 0.1
  const chance = frost && frostChanceAt(frost, latitude, from, at, SETTLING)
  if (chance === undefined && !forecast) return undefined
  const typed = frost !== undefined && !frost.record
  return {
    kind: 'frost',
    threshold,
    chance,
    trusted,
    cold: freezing ?? cold,
    typed,
    verdict: freezing ? 'wait' : chance !== undefined && chance > trusted + 1e-9 ? 'risk' : 'go',
  }
}

function nightGate(stand: FieldCrop, { season, air, forecast }: GateFacts): Gate | undefined {
  const { crop } = stand
  const from = inTheOpen(stand)
  const above = crop.field.nightAbove ?? checksUnder(coldOf(crop), 'hardening')
  const cold = coldestAhead(forecast, from, from + FIRST_NIGHTS)
  const gained = gainOn(coversOver(season, stand.goes), from)?.night ?? 0
  const low = cold ? cold.low + gained : air.night(from)
  return {
    kind: 'night',
    above,
    low,
    forecast: cold !== undefined,
    verdict: low >= above ? 'go' : cold ? 'wait' : 'risk',
  }
}

function soilGate({ crop, from, inPlace }: FieldCrop, { air, forecast }: GateFacts): Gate | undefined {
  const above = crop.field.soilAbove ?? (inPlace ? crop.germination.goodFrom : undefined)
  if (above === undefined) return undefined
  const { soil, forecast: known } = soilAhead(air, forecast, from)
  return { kind: 'soil', above, soil, forecast: known, verdict: soil >= above ? 'go' : 'wait' }
}

function bedGate({ goes }: FieldCrop, { season, clashes }: GateFacts): Gate | undefined {
  const inBed = goes.some(({ to }) => to === 'bed')
  if (!inBed && (season.beds.length === 0 || goes.length > 0)) return undefined
  if (!inBed) return { kind: 'bed', state: 'none', clashes: [], verdict: 'risk' }
  return clashes && clashes.length > 0
    ? { kind: 'bed', state: 'taken', clashes, verdict: 'wait' }
    : { kind: 'bed', state: 'free', clashes: [], verdict: 'go' }
}

function plantsGate({ batch, from }: FieldCrop, { today }: GateFacts): Gate | undefined {
  if (!batch) return undefined
  const { sow, ready, limit } = batch
  if (batch.progress?.asks) return { kind: 'plants', state: 'asked', on: sow, verdict: 'wait' }
  if (sow === undefined || ready === undefined) return { kind: 'plants', state: 'not-sown', on: sow, verdict: 'wait' }
  if (ready > from) return { kind: 'plants', state: 'not-ready', on: ready, verdict: 'wait' }
  if (limit !== undefined && limit < Math.max(from, Math.min(today, from + 1)))
    return { kind: 'plants', state: 'past', on: limit, verdict: 'risk' }
  return { kind: 'plants', state: 'ready', on: ready, verdict: 'go' }
}

/** A plant grown soft under cover burns outside: leaves are looked at in the last days before it goes. */
function leavesGate({ batch, from, leaves }: FieldCrop, { today }: GateFacts): Gate | undefined {
  if (!batch || today < from - LOOK_BEFORE) return undefined
  const seen = leaves && parseDay(leaves.on) >= from - 2 * LOOK_BEFORE ? leaves : undefined
  if (!seen) return { kind: 'leaves', state: 'not-looked', verdict: 'risk' }
  if (!seen.firm) return { kind: 'leaves', state: 'soft', verdict: 'wait' }
  return seen.dark
    ? { kind: 'leaves', state: 'good', verdict: 'go' }
    : { kind: 'leaves', state: 'pale', verdict: 'wait' }
}

/** Gates of everything planted in [from, until), by day; what is known to be out already is asked no more. */
export function gatesBetween(
  stands: readonly FieldCrop[],
  clashesOf: ReadonlyMap<string, readonly BedClash[]>,
  from: Day,
  until: Day,
  facts: Omit<GateFacts, 'clashes'>,
): Gated[] {
  return stands
    .filter(
      (stand) =>
        wantsOut(stand, facts.today) >= from &&
        wantsOut(stand, facts.today) < until &&
        !(stand.from < facts.today && stand.batch?.progress?.standing === 'planted'),
    )
    .sort((a, b) => a.from - b.from || (a.code < b.code ? -1 : 1))
    .map((stand) => gatesOf(stand, { ...facts, clashes: clashesOf.get(stand.id) }))
}

/** The day it is to be judged for: its planting day, or today where that is due and has not happened. */
const wantsOut = ({ from, batch }: FieldCrop, today: Day): Day =>
  batch?.progress?.held.has('plant/0') ? Math.min(from, today) : from
