/** What can be started on a day: every kind of the farm and of the library, with the days that are left for it. */
import { formatDay, parseDay, type Day } from '../../core/calendar/day'
import { capacityOn, loadOn, type Load } from '../../core/capacity/load'
import type { Batch, Stay } from '../../core/batch/batch'
import { ownCrop } from '../../core/batch/own-crop'
import { createOpenAir, openAirOf } from '../../core/weather/open-air'
import { createPlanner, type Plan, type Planner } from '../../core/plan/plan'
import { startOn, type SowingTime, type Start, type StartState } from '../../core/plan/start-now'
import { isBoughtIn, isInPlace } from '../../core/sowing/policies'
import { editsToAdd, type Addition } from '../../library/adding'
import { library, libraryKind, namedFor, wordsFor } from '../../library/library'
import { methodOfSchool, readyWays } from '../../library/schools'
import { freeCode, freeKeyIn } from '../../season/keys'
import type { Crop, Method, Place, Planting, Season } from '../../season/schema'
import type { Said } from '../../ui/records/use-record'

/** Sowing days of a way, as a page shows them. */
export interface ShownTime {
  /** Growing method: by its key where the farm has it, else by its ready-made name. */
  method: { key: string } | { school: string }
  called: string
  from: Day
  until: Day | undefined
  end: SowingTime['end']
  plantOn: Day | undefined
  harvest: Day | undefined
}

/** Where a sowing of the day would stand. */
export interface StartRoom {
  /** Names of the places it stands in, in order. */
  places: string[]
  /** Names of those with too little room while it stands there. */
  full: string[]
  /** Whether any of them is heated by a mat, a cabinet or a thermostat. */
  heated: boolean
}

export interface StartRow {
  /** Key of the crop. */
  key: string
  name: string
  /** Every name it is found by, in small letters. */
  words: string
  family: string | undefined
  group: Crop['group']
  onFarm: boolean
  state: StartState
  day: Day | undefined
  last: boolean
  why: Start['why']
  raised: ShownTime | undefined
  inPlace: ShownTime | undefined
  /** Seeds in store; `undefined` where there is no lot of it. */
  seeds: number | undefined
  room: StartRoom | undefined
}

/** A kind with the ways it can be grown here. */
interface Candidate {
  crop: Crop
  onFarm: boolean
  ways: readonly Method[]
  inPlace: Method | undefined
  /** School of each way that the farm does not have yet, by the method's key. */
  schools: ReadonlyMap<string, string>
}

const AHEAD = 560 // days after the day asked about on which something may be planted
/** Plants of a kind that are asked about unless said otherwise. */
export const USUAL_PLANTS = 50

/**
 * Every kind of the farm, and every kind of the library, as it can be started on a day; one after the other, for all of
 * them take a while.
 *
 * @param plants plants of it that would be raised, for room
 */
export function* startRows(plan: Plan, today: Day, plants = USUAL_PLANTS): Generator<StartRow> {
  const { season } = plan
  const kinds = candidates(season)
  const trial = trialSeason(season, kinds)
  const planner = createPlanner()
  const air = airAround(season, today)
  const facts = { site: season.site, air, agePoint: season.habits.agePoint }
  const seeds = seedsInStore(plan)
  for (const kind of kinds) {
    const { crop, ways, inPlace, onFarm } = kind
    const own = ownCropOf(season, crop)
    const tried = new Map(
      ways.map((method) => [method, planner.previewBy(trial, tryFor(crop, method, today), method, today)[0]!.way]),
    )
    const start = startOn({ crop: own, ways: [...tried.values()], inPlace: inPlace !== undefined }, today, facts)
    const shown = (time: SowingTime | undefined): ShownTime | undefined => {
      const method = time && (time.way ? time.way.method : inPlace)
      if (!method) return undefined
      const { from, until, end, plantOn, harvest } = time
      const school = kind.schools.get(method.key)
      return {
        method: school === undefined ? { key: method.key } : { school },
        called: method.name,
        from,
        until,
        end,
        plantOn,
        harvest,
      }
    }
    yield {
      key: crop.key,
      name: crop.name,
      words: wordsFor(crop),
      family: crop.family,
      group: crop.group,
      onFarm,
      state: start.state,
      day: start.day,
      last: start.last,
      why: start.why,
      raised: shown(start.raised),
      inPlace: shown(start.inPlace),
      seeds: seeds.get(crop.key),
      room: roomFor(start, plan, { trial, planner }, { today, plants }),
    }
  }
}

/** The crop with the figures of its only variety, where there is only one. */
function ownCropOf(season: Season, crop: Crop): Crop {
  const varieties = season.varieties.filter((one) => one.crop === crop.key)
  return varieties.length === 1 ? ownCrop(crop, varieties[0]!) : crop
}

function candidates(season: Season): Candidate[] {
  const known = new Set(season.crops.flatMap(({ key, kind }) => [key, kind]))
  const region = season.farm.region ?? 'uk'
  const own = season.crops.map((crop) => candidate(season, crop, true))
  const others = library()
    .filter(({ crop }) => !known.has(crop.key))
    .map(({ crop }) => candidate(season, namedFor(crop, region), false))
  return [...own, ...others]
}

function candidate(season: Season, crop: Crop, onFarm: boolean): Candidate {
  const owned = season.methods.filter((method) => method.crop === crop.key && !isBoughtIn(method))
  const schools = new Map<string, string>()
  const ready = (onFarm && owned.length > 0 ? [] : readyWays(crop, season)).map(({ school, method }) => {
    const key = `@start ${crop.key} ${school}`
    schools.set(key, school)
    return { ...method, key }
  })
  const all = [...owned, ...ready]
  const raised = all.filter((method) => !isInPlace(method))
  return {
    crop,
    onFarm,
    // Of a kind that is new to the farm its usual way; of its own all that it has.
    ways: owned.length > 0 ? raised : crop.raise?.way === 'direct' ? [] : raised.slice(0, 1),
    inPlace: all.find(isInPlace) ?? inPlaceFor(season, crop, schools),
    schools,
  }
}

/** The ready way in place of a kind that may be sown so. */
function inPlaceFor(season: Season, crop: Crop, schools: Map<string, string>): Method | undefined {
  const way = crop.raise?.way ?? libraryKind(crop.kind)?.crop.raise?.way
  if (way === undefined || way === 'raised') return undefined
  const made = methodOfSchool('in-place', crop, season)
  if ('needs' in made) return undefined
  const key = `@start ${crop.key} in-place`
  schools.set(key, 'in-place')
  return { ...made, key }
}

/** The season with every kind and way that is asked about, and nothing planted. */
function trialSeason(season: Season, kinds: readonly Candidate[]): Season {
  const crops = kinds.filter(({ onFarm }) => !onFarm).map(({ crop }) => crop)
  const varieties = kinds.map(({ crop }) => ({ key: trialVariety(crop), crop: crop.key, name: crop.name }))
  return {
    ...season,
    crops: [...season.crops, ...crops],
    varieties: [...season.varieties, ...varieties],
    plantings: [],
  }
}

const trialVariety = ({ key }: Pick<Crop, 'key'>): string => `@start ${key}`

/** A planting that is only tried; it reaches so far ahead that every planting day asked about is known of. */
const tryFor = (crop: Crop, method: Pick<Method, 'key'>, today: Day): Planting => ({
  key: trialVariety(crop),
  code: '@',
  variety: trialVariety(crop),
  method: method.key,
  plants: 1,
  on: formatDay(today),
  series: { every: AHEAD, count: 2 },
  changes: [],
})

/** The open air of the site with ample days around a day, whether the season holds it or not. */
function airAround({ site, season }: Season, today: Day) {
  const [from, to] = [parseDay(season.from), parseDay(season.to) + 1]
  return today >= from && today < to ? openAirOf(site, from, to) : createOpenAir(site, today - AHEAD, today + 2 * AHEAD)
}

/** Seeds left in store by crop. */
function seedsInStore({ lots, season }: Plan): Map<string, number> {
  const cropOf = new Map(season.varieties.map(({ key, crop }) => [key, crop]))
  const seeds = new Map<string, number>()
  for (const { lot, left } of lots) {
    const crop = cropOf.get(lot.variety)
    if (crop !== undefined) seeds.set(crop, (seeds.get(crop) ?? 0) + (left ?? 0))
  }
  return seeds
}

/** Where a sowing of the day stands, and whether there is room; `undefined` for one that is not raised now. */
function roomFor(
  { state, raised }: Start,
  { places }: Plan,
  { trial, planner }: { trial: Season; planner: Planner },
  { today, plants }: { today: Day; plants: number },
): StartRoom | undefined {
  if (state !== 'in-time' || !raised?.way || raised.plantOn === undefined) return undefined
  const { way, plantOn } = raised
  const wanted: Planting = { ...tryFor(way.crop, way.method, today), plants, sowOn: formatDay(today) }
  const [batch] = planner.previewBy(trial, wanted, way.method, plantOn)
  const stays = batch?.stays ?? []
  const names = (some: readonly Stay[]) => [...new Set(some.map(({ place }) => trial.places[place]!.name))]
  const lacks = ({ place, from, until, trayPlaces }: Stay) => !holds(places[place]!, from, until, trayPlaces)
  return {
    places: names(stays),
    full: names(stays.filter(lacks)),
    heated: stays.some(({ place }) => isHeated(trial.places[place]!)),
  }
}

function holds(load: Load<Place>, from: Day, until: Day, trayPlaces: number): boolean {
  for (let day = from; day < until; day++) if (capacityOn(load, day) - loadOn(load, day) < trayPlaces) return false
  return true
}

const isHeated = ({ kind, temperature }: Place): boolean =>
  kind === 'heat-mat' || kind === 'germination-cabinet' || temperature.held !== undefined

/** What is to be written so that a kind is planned from a sowing of the day. */
export interface Started {
  edits: Addition[]
  planting: Planting
  /** As it would be raised; `undefined` for what is sown in its place. */
  batch: Batch | undefined
}

/** The edits that start a kind on a day in the way that is shown: kind and method where they are new, and the planting. */
export function startedBy(
  season: Season,
  { key, raised, inPlace }: Pick<StartRow, 'key' | 'raised' | 'inPlace'>,
  how: 'raised' | 'in-place',
  { today, plants }: { today: Day; plants: number },
): Started | undefined {
  const time = how === 'raised' ? raised : inPlace
  if (!time || time.plantOn === undefined) return undefined
  let now = season
  const edits: Addition[] = []
  const add = (more: readonly Addition[]) => {
    edits.push(...more)
    for (const { of, to } of more) now = { ...now, [of]: [...now[of], to] }
  }
  const known = season.crops.find((crop) => crop.key === key)
  const kind = known ?? libraryKind(key)?.crop
  if (!kind) return undefined
  const crop = known ?? namedFor(kind, season.farm.region ?? 'uk')
  let variety = season.varieties.find((one) => one.crop === crop.key)
  if (!known) add(editsToAdd(now, crop, []))
  else if (!variety) add(editsToAdd(now, crop, []).filter(({ of }) => of === 'varieties'))
  variety ??= now.varieties.at(-1)!
  const method = methodFor(now, crop, time.method)
  if (!method) return undefined
  if (method.isNew) add([{ of: 'methods', key: method.method.key, from: null, to: method.method }])
  const lot = season.lots.find((one) => one.variety === variety.key)
  const code = freeCode(season, variety.name)
  const planting: Planting = {
    key: freeKeyIn(season.plantings, code.toLowerCase()),
    code,
    variety: variety.key,
    method: method.method.key,
    plants,
    on: formatDay(time.plantOn),
    plannedOn: formatDay(today),
    changes: [],
    ...(how === 'raised' ? { sowOn: formatDay(today) } : {}),
    ...(lot ? { lot: lot.key } : {}),
  }
  const [batch] = how === 'raised' ? createPlanner().preview({ ...now, plantings: [] }, planting) : []
  edits.push({ of: 'plantings', key: planting.key, from: null, to: planting })
  return { edits, planting, batch }
}

function methodFor(
  season: Season,
  crop: Crop,
  how: ShownTime['method'],
): { method: Method; isNew: boolean } | undefined {
  if ('key' in how) {
    const method = season.methods.find(({ key }) => key === how.key)
    return method && { method, isNew: false }
  }
  const made = methodOfSchool(how.school, crop, season)
  if ('needs' in made) return undefined
  return { method: { ...made, key: freeKeyIn(season.methods, `${crop.key}-${how.school}`) }, isNew: true }
}

/** The record of a sowing of the day as it was planned; `undefined` where it has no size. */
export function sowingOf(season: Season, { planting, batch }: Started): Said | undefined {
  const stay = batch?.stays[0]
  if (!batch?.sizing || !stay) return undefined
  return {
    batch: planting.key,
    what: {
      did: 'task',
      task: 'sow',
      nth: 0,
      container: stay.container.key,
      cells: batch.sizing.cells,
      trays: stay.trays,
      seeds: batch.sizing.seeds,
      place: season.places[stay.place]!.key,
      ...(planting.lot === undefined ? {} : { lot: planting.lot }),
    },
  }
}

/** In the order a grower reads them: what runs out first, what is too late in cells, what comes next, and the rest. */
const RANK: Record<StartState, number> = { 'in-time': 0, 'in-place': 1, 'not-yet': 2, over: 3, never: 4 }

/** Rows by what can be done, the most pressing first. */
export const inOrder = (rows: readonly StartRow[]): StartRow[] =>
  [...rows].sort(
    (a, b) => RANK[a.state] - RANK[b.state] || (a.day ?? Infinity) - (b.day ?? Infinity) || (a.name < b.name ? -1 : 1),
  )

const GROUPS = ['last', 'inTime', 'inPlace', 'soon', 'later', 'never'] as const
export type StartGroup = (typeof GROUPS)[number]

const SOON = 42 // days

/** Rows under the headings they are read under; headings with nothing under them are left out. */
export function groupsOf(rows: readonly StartRow[], day: Day): (readonly [StartGroup, StartRow[]])[] {
  const groupOf = ({ state, last, day: on }: StartRow): StartGroup => {
    if (state === 'in-time') return last ? 'last' : 'inTime'
    if (state === 'in-place') return 'inPlace'
    if (state === 'not-yet') return on !== undefined && on - day <= SOON ? 'soon' : 'later'
    return state === 'over' ? 'later' : 'never'
  }
  return GROUPS.flatMap((group) => {
    const list = rows.filter((row) => groupOf(row) === group)
    return list.length > 0 ? [[group, list] as const] : []
  })
}

/** What a reader wants to see. */
export interface StartFilter {
  text: string
  seed: boolean
  room: boolean
  /** Without mats, cabinets and heated houses. */
  unheated: boolean
  family: string
  group: string
}

export function filtered(rows: readonly StartRow[], filter: StartFilter): StartRow[] {
  const words = filter.text.trim().toLowerCase().split(/\s+/).filter(Boolean)
  return rows.filter(
    (row) =>
      words.every((word) => row.words.includes(word)) &&
      (!filter.seed || (row.seeds ?? 0) > 0) &&
      (!filter.room || row.room === undefined || row.room.full.length === 0) &&
      (!filter.unheated || row.room === undefined || !row.room.heated) &&
      (filter.family === '' || row.family === filter.family) &&
      (filter.group === '' || row.group === filter.group),
  )
}
