/** What was sown just now as edits of the season and records: kinds that are new to the farm come with it. */
import type { ThingEdit } from '../../actions/change-season'
import { formatDay, type Day } from '../../core/calendar/day'
import type { Batch } from '../../core/batch/batch'
import { plantableFrom } from '../../core/plan/nearest'
import { createPlanner } from '../../core/plan/plan'
import { cellCount, type Cells } from '../../core/traymap/mixed-tray'
import { library, namedFor, wordsFor } from '../../library/library'
import { wayInto } from '../../library/schools'
import type { Container, Crop, Lot, Method, Planting, Season, Variety } from '../../season/schema'
import { editsToAdd } from '../../library/adding'
import { freeCode, freeKeyIn } from '../../season/keys'
import type { Said } from './use-record'
import type { Format } from '../../words/format'

/** Something that can be sown: a variety of the farm, or a kind of the library that is not on it yet. */
export interface Sowable {
  key: string
  name: string
  crop: Crop
  variety: Variety | undefined
  /** All it is found by, in small letters. */
  words: string
}

/** What can be sown: the farm's own varieties first, then every kind of the library it does not have. */
export function sowables(season: Pick<Season, 'varieties' | 'crops' | 'farm'>): Sowable[] {
  const crops = new Map(season.crops.map((crop) => [crop.key, crop]))
  const own = season.varieties.flatMap((variety): Sowable[] => {
    const crop = crops.get(variety.crop)
    if (!crop) return []
    const words = `${variety.name} ${wordsFor(crop)}`.toLowerCase()
    return [{ key: variety.key, name: variety.name, crop, variety, words }]
  })
  const known = new Set(season.crops.flatMap(({ key, kind }) => [key, kind]))
  const others = library()
    .filter(({ crop }) => !known.has(crop.key))
    .map(({ crop: plain }): Sowable => {
      const crop = namedFor(plain, season.farm.region ?? 'uk')
      return { key: `kind ${crop.key}`, name: crop.name, crop, variety: undefined, words: wordsFor(crop) }
    })
  return [...own, ...others]
}

/** One kind in the tray. */
export interface SownPart {
  what: Sowable
  lot: Lot | undefined
  /** In a cell; of an open flat, all together. */
  seeds: number
  /** Its cells, or lines of a flat, where it shares the tray. */
  cells: Cells
}

export interface JustSown {
  container: Container
  /** Containers; 1 where several kinds share one. */
  wholes: number
  parts: readonly SownPart[]
  /** By key; where the method germinates it, unless given. */
  place: string | undefined
  on: Day
  today: Day
  /** Name of the tray that is shared. */
  tray: string
}

/** Edits and records of what was sown just now, or why it cannot be written down. */
export type Written = { edits: ThingEdit[]; plantings: Planting[]; said: Said[] } | { problem: string }

const USUAL = 0.85 // of cells, that give a plant
const FIRST_GUESS = 60 // days from sowing, before the planting day is found
const HALF_YEAR = 150 // days

/** Everything that follows from what was sown: kind, variety and method where they are new, the planting, and the record. */
export function justSown(season: Season, sown: JustSown, format: Format): Written {
  const { container, wholes, parts, on, today, tray } = sown
  const flat = container.kind === 'open-flat'
  const edits: ThingEdit[] = []
  const plantings: Planting[] = []
  const said: Said[] = []
  let now = season
  const add = (more: readonly ThingEdit[]) => {
    edits.push(...more)
    now = withAdded(now, more)
  }
  for (const { what, lot, seeds, cells } of parts) {
    // The same new kind may be in two parts.
    let variety = what.variety ?? now.varieties.find(({ crop }) => crop === what.crop.key)
    if (!variety) {
      add(editsToAdd(now, what.crop, []))
      variety = now.varieties.at(-1)!
    }
    let method = methodInto(now.methods, what.crop.key, container)
    if (!method) {
      const made = wayInto(container, what.crop, now)
      if ('needs' in made) return { problem: needsWords(made.needs, what.crop, container, format) }
      method = { ...made, key: freeKeyIn(now.methods, `${what.crop.key}-${container.key}`.slice(0, 56)) }
      add([{ of: 'methods', key: method.key, from: null, to: method }])
    }
    const shares = parts.length > 1
    const places = flat ? wholes : cellCount(cells) * wholes
    const allSeeds = Math.round(flat ? seeds : places * seeds)
    const wanted = flat ? allSeeds * what.crop.germination.usualShare * USUAL : places * USUAL
    const code = freeCode(now, variety.name)
    const first: Planting = {
      key: freeKeyIn(now.plantings, code.toLowerCase()),
      code,
      variety: variety.key,
      method: method.key,
      plants: Math.max(1, Math.round(wanted)),
      on: formatDay(on + FIRST_GUESS),
      sowOn: formatDay(on),
      plannedOn: formatDay(today),
      changes: [],
      ...(lot ? { lot: lot.key } : {}),
    }
    // With a planner of its own: what the page has computed of everything else is kept.
    const [tried] = createPlanner().preview({ ...now, plantings: [] }, first)
    const works = tried && plantableDay(tried, on)
    const planting = works === undefined ? first : { ...first, on: formatDay(works) }
    const place = sown.place ?? now.places[tried?.stays[0]?.place ?? -1]?.key
    plantings.push(planting)
    add([{ of: 'plantings', key: planting.key, from: null, to: planting }])
    said.push({
      batch: planting.key,
      on,
      what: {
        did: 'task',
        task: 'sow',
        nth: 0,
        container: container.key,
        cells: places,
        trays: wholes,
        seeds: allSeeds,
        ...(place === undefined ? {} : { place }),
        ...(lot ? { lot: lot.key } : {}),
        ...(shares ? { tray: { id: tray, cells: cells.map(([from, until]) => [from, until]) } } : {}),
      },
    })
  }
  return { edits, plantings, said }
}

/** Place where something sown into a container usually stands first; none where it cannot be sown there. */
export function usualPlaceOf(
  season: Season,
  what: Sowable,
  container: string,
  on: Day,
  today: Day,
  format: Format,
): Season['places'][number] | undefined {
  const into = season.containers.find(({ key }) => key === container)
  if (!into) return undefined
  const parts: SownPart[] = [{ what, lot: undefined, seeds: 1, cells: [[0, 1]] }]
  const tried = justSown(season, { container: into, wholes: 1, parts, place: undefined, on, today, tray: '' }, format)
  if ('problem' in tried) return undefined
  const said = tried.said[0]!.what
  return season.places.find(({ key }) => said.did === 'task' && key === said.place)
}

/** First planting day it is ready for; slow kinds are looked for in the next half year, too. */
function plantableDay(tried: Batch, sown: Day): Day | undefined {
  for (const from of [sown + 1, sown + HALF_YEAR]) {
    const works = plantableFrom({ way: tried.way, agePoint: tried.agePoint, plantOn: from }, sown)
    if (works) return works.plantOn
  }
  return undefined
}

/** A season with things added, as the planner wants it to try them. */
function withAdded(season: Season, edits: readonly ThingEdit[]): Season {
  const next: Record<string, unknown> = { ...season }
  for (const { of, to } of edits) next[of] = [...(next[of] as unknown[]), to]
  return next as unknown as Season
}

/** A method of the kind that begins in this container; else its first that is sown in cells as this is, or in a flat. */
function methodInto(methods: readonly Method[], crop: string, { key, kind }: Container): Method | undefined {
  const flat = kind === 'open-flat'
  const own = methods.filter(
    ({ crop: of, sowing: { policy }, stages }) =>
      of === crop && stages.length > 0 && policy !== 'in-place' && policy !== 'bought' && (policy === 'flat') === flat,
  )
  return own.find(({ stages }) => stages[0]!.container === key) ?? own[0]
}

function needsWords(needs: string, crop: Crop, container: Container, format: Format): string {
  if (needs === 'leaf-interval') return format.t('records.inAnOpenFlatNeeds', { crop: crop.name })
  if (container.kind === 'open-flat' && needs === 'cells')
    return format.t('records.nothingOnTheFarmIs', { crop: crop.name })
  if (needs === 'place') return format.t('records.thereIsNoPlaceOn')
  return format.t('records.isFarFromAnySize', { container: container.name, crop: crop.name })
}
