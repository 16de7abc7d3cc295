/** Beginning a farm: what is asked, what is wrong with the answers, and the season document they make. */
import { z } from 'zod'
import { formatDay, parseDay } from '../core/calendar/day'
import { createPlanner } from '../core/plan/plan'
import { readSeason } from '../season/read'
import type { Container, Crop, Method, Place, Planting, SeasonInput } from '../season/schema'
import type { Region } from './entry'
import { kindNamed, library, namedFor } from './library'
import { firstPlanting, frostInItsHalf, monthlyMeans, PRESET_CONTAINERS, PRESET_PLACES, seasonSpan } from './presets'
import { readyWays } from './schools'

/** Something wanted in the field. */
export interface PlantingAnswer {
  /** Key or any common name of a kind. */
  crop: string
  plants: number | undefined
  /** First planting day; a first good one for the kind when it is left out. */
  on?: string | undefined
  /** Again every so many days, so often in all. */
  every?: number | undefined
  count?: number | undefined
}

/** What is asked to begin a farm. */
export interface Answers {
  farm: string
  region?: Region | undefined
  /** What it measures in; metric unless said. */
  units?: 'metric' | 'us' | undefined
  year: number
  latitude: number | undefined
  /** Means of the coldest and of the warmest month, °C. */
  coldest: number | undefined
  warmest: number | undefined
  /** MM-DD; half the years have it before (spring) or after (autumn). */
  lastFrost: string
  firstFrost: string
  /** Days by which it is later in one year of ten. */
  spread?: number | undefined
  /** Room by place, in tray places; none where it is 0. */
  places: Record<string, number>
  /** Owned by container; absent where it is not used, `null` for as many as it takes. */
  containers: Record<string, number | null>
  /** Keys or any common names of kinds. */
  crops: readonly string[]
  plantings: readonly PlantingAnswer[]
  /** The day it is: from then on records are kept. */
  today?: string | undefined
}

const monthDay = /^(0[1-9]|1[0-2])-(0[1-9]|[12]\d|3[01])$/
const count = z.number().int().min(0).max(100_000)

/** Answers as a file holds them. */
const AnswersFile = z.strictObject({
  farm: z.string().trim().min(1, 'is empty: give the farm a name').max(120),
  region: z.enum(['uk', 'us']).optional(),
  units: z.enum(['metric', 'us']).optional(),
  year: z.number().int().min(2000).max(2100),
  latitude: z.number().min(-72, 'must lie between −72 and 72').max(72, 'must lie between −72 and 72'),
  coldest: z.number().min(-50).max(40),
  warmest: z.number().min(-20).max(50),
  lastFrost: z.string().regex(monthDay, 'write the day of the year as MM-DD, for example 05-05'),
  firstFrost: z.string().regex(monthDay, 'write the day of the year as MM-DD, for example 10-08'),
  spread: z.number().min(0).max(90).optional(),
  places: z.record(z.string(), z.number().min(0).max(100_000)),
  containers: z.record(z.string(), count.nullable()),
  crops: z.array(z.string()).max(200).default([]),
  plantings: z
    .array(
      z.strictObject({
        crop: z.string(),
        plants: z
          .number()
          .int()
          .min(1)
          .max(10_000_000, 'is more than ten million plants: split it into several plantings'),
        on: z.iso.date().optional(),
        every: z.number().int().min(1).max(365).optional(),
        count: z.number().int().min(1).max(400).optional(),
      }),
    )
    .max(2000)
    .default([]),
  today: z.iso.date().optional(),
})

/** What is wrong, and where. */
export interface AnswerProblem {
  path: string
  message: string
}

/** The season document that answers make, or everything that is wrong with them. */
export type Begun = { ok: true; document: SeasonInput } | { ok: false; problems: AnswerProblem[] }

/** Everything that is wrong with answers, by path; empty when a season can be made of them. */
export function problemsOf(answers: Answers): AnswerProblem[] {
  const problems: AnswerProblem[] = []
  const say = (path: string, message: string) => void problems.push({ path, message })
  const { latitude, coldest, warmest } = answers
  if (answers.farm.trim() === '') say('farm', 'is empty: give the farm a name.')
  if (!Number.isInteger(answers.year) || answers.year < 2000 || answers.year > 2100)
    say('year', 'must lie between 2000 and 2100.')
  if (latitude === undefined || !(Math.abs(latitude) <= 72))
    say('latitude', 'must lie between −72 and 72; south is below 0.')
  if (coldest === undefined) say('coldest', 'is missing: the mean of the coldest month, °C.')
  if (warmest === undefined) say('warmest', 'is missing: the mean of the warmest month, °C.')
  if (coldest !== undefined && warmest !== undefined && warmest <= coldest)
    say('warmest', `must be above the coldest month: ${warmest} °C is not above ${coldest} °C.`)
  const half = (latitude ?? 45) < 0 ? 'south' : 'north'
  const frost = (path: 'lastFrost' | 'firstFrost', which: 'spring' | 'autumn') => {
    if (!monthDay.test(answers[path])) say(path, 'write the day of the year as MM-DD, for example 05-05.')
    else if (!frostInItsHalf(answers[path], which, latitude ?? 45))
      say(
        path,
        `${answers[path]} is not in ${which === 'spring' ? 'winter or spring' : 'autumn or early winter'} ${half} of the equator, where the ${which === 'spring' ? 'last frost comes from' : 'first frost comes from'} ${
          (which === 'spring') === (half === 'north') ? 'January to mid-July' : 'mid-July to December'
        }.`,
      )
  }
  frost('lastFrost', 'spring')
  frost('firstFrost', 'autumn')
  const listed = (path: string, keys: readonly string[], known: readonly { key: string }[]) => {
    for (const key of keys)
      if (!known.some((one) => one.key === key))
        say(`${path}.${key}`, `is not known; there are ${known.map((one) => one.key).join(', ')}.`)
  }
  listed('places', Object.keys(answers.places), PRESET_PLACES)
  listed('containers', Object.keys(answers.containers), PRESET_CONTAINERS)
  if (!Object.values(answers.places).some((room) => room > 0)) say('places', 'none has any room: give at least one.')
  if (Object.keys(answers.containers).length === 0) say('containers', 'is empty: name at least one.')
  if (answers.crops.length + answers.plantings.length === 0) say('crops', 'is empty: name at least one.')
  answers.crops.forEach((name, i) => {
    if (!kindNamed(name)) say(`crops[${i}]`, unknownKind(name))
  })
  answers.plantings.forEach(({ crop, plants, on }, i) => {
    if (!kindNamed(crop)) say(`plantings[${i}].crop`, unknownKind(crop))
    if (plants !== undefined && plants > 10_000_000)
      say(`plantings[${i}].plants`, 'is more than ten million plants: split it into several plantings.')
    if (on !== undefined && !z.iso.date().safeParse(on).success)
      say(`plantings[${i}].on`, 'write the day as YYYY-MM-DD.')
  })
  if (problems.length === 0)
    for (const { crop, at } of cropsOf(answers))
      if (readyWays(crop, farmOf(answers)).length === 0)
        say(at, `none of these containers fits ${crop.name}: name a larger or a smaller one.`)
  return problems
}

const unknownKind = (name: string) => `“${name}” is no kind of the library, by its key or any of its common names.`

/** Kinds that are named, each once, under the names of the region. */
function cropsOf({ crops, plantings, region = 'uk' }: Pick<Answers, 'crops' | 'plantings' | 'region'>) {
  const found = new Map<string, { crop: Crop; at: string }>()
  const take = (name: string, at: string) => {
    const kind = kindNamed(name)
    if (kind && !found.has(kind.crop.key)) found.set(kind.crop.key, { crop: namedFor(kind.crop, region), at })
  }
  crops.forEach((name, i) => take(name, `crops[${i}]`))
  plantings.forEach(({ crop }, i) => take(crop, `plantings[${i}].crop`))
  return [...found.values()]
}

/** The farm as it has been answered so far: places with their room and containers with their number. */
export function farmOf(answers: Pick<Answers, 'places' | 'containers'>): { places: Place[]; containers: Container[] } {
  return {
    places: PRESET_PLACES.filter(({ key }) => (answers.places[key] ?? 0) > 0).map((place) => ({
      ...place,
      trayPlaces: answers.places[place.key]!,
    })),
    containers: PRESET_CONTAINERS.filter(({ key }) => key in answers.containers).map((one) => {
      const owned = answers.containers[one.key]
      return owned === null || owned === undefined ? one : { ...one, owned }
    }),
  }
}

/** Plantings to begin with: one of each crop, on its first good day. */
export function plantingsFor(answers: Answers): PlantingAnswer[] {
  const days = firstDays(answers)
  return cropsOf({ ...answers, plantings: [] }).map(({ crop }) => {
    const known = answers.plantings.find((wish) => kindNamed(wish.crop)?.crop.key === crop.key)
    return known ?? { crop: crop.key, plants: undefined, on: days.get(crop.key), every: undefined, count: undefined }
  })
}

/** First day a season of answers can sow on: the season's, or the day it is begun. */
function sowsFrom({ year, latitude, today }: Answers): string {
  const { from } = seasonSpan(year, latitude ?? 45, today)
  return today !== undefined && today > from ? today : from
}

const TRIES = 6

/**
 * First good planting day of every kind that is named, by its key: for its tenderness a while before or after the last
 * frost, and so late that what this farm has can raise it from a sowing inside the season.
 */
function firstDays(answers: Answers): Map<string, string> {
  const span = seasonSpan(answers.year, answers.latitude ?? 45, answers.today)
  const from = sowsFrom(answers)
  const crops = cropsOf(answers).map(({ crop }) => crop)
  const days = new Map(crops.map((crop) => [crop.key, firstPlanting(crop, answers.lastFrost, span, from)]))
  const wishes = crops.map(({ key }) => ({ crop: key, plants: 50, on: days.get(key)! }))
  const read = readSeason(seasonWith(answers, wishes))
  if (!read.ok) return days
  const planner = createPlanner()
  let { season } = read
  for (let i = 0; i < TRIES; i++) {
    let moved = false
    for (const { way, plantOn, sow } of planner.plan(season).batches) {
      // What cannot be raised here at all stays on its day, and its marks say why.
      const late = sow === undefined ? 0 : parseDay(from) - sow
      if (late <= 0 || plantOn + late + 2 > parseDay(span.to)) continue
      days.set(way.crop.key, formatDay(plantOn + late + 2))
      moved = true
    }
    if (!moved) break
    // Only the days change: what was computed of everything else is kept.
    season = { ...season, plantings: season.plantings.map((one) => ({ ...one, on: days.get(one.variety)! })) }
  }
  return days
}

/** Short codes for labels, none twice. */
function codeMaker(): (name: string) => string {
  const codes = new Set<string>()
  return (name) => {
    const letters = name
      .normalize('NFD')
      .toUpperCase()
      .replace(/[^A-Z]/g, '')
    for (let i = 1; i < letters.length; i++) {
      const code = letters[0]! + letters[i]!
      if (!codes.has(code)) return (codes.add(code), code)
    }
    for (let n = 1; ; n++) if (!codes.has(`X${n}`)) return (codes.add(`X${n}`), `X${n}`)
  }
}

/** The season document that answers make. They must have no problems. */
export function documentOf(answers: Answers): SeasonInput {
  const needed = answers.plantings.some(({ on, plants }) => on === undefined && plants !== undefined)
  const days = needed ? firstDays(answers) : undefined
  return seasonWith(
    answers,
    answers.plantings.map((wish) => ({ ...wish, on: wish.on ?? days?.get(kindNamed(wish.crop)?.crop.key ?? '') })),
  )
}

function seasonWith(answers: Answers, plantings: readonly PlantingAnswer[]): SeasonInput {
  const latitude = answers.latitude ?? 45
  const farm = farmOf(answers)
  const crops = cropsOf(answers).map(({ crop }) => crop)
  const methods: Method[] = crops.flatMap((crop) =>
    readyWays(crop, farm).map(({ school, method }) => ({ ...method, key: `${crop.key}-${school}` })),
  )
  const codeFor = codeMaker()
  const frostDate = (median: string) => ({ median, spreadDays: answers.spread ?? 14 })
  return {
    format: 1,
    farm: {
      name: answers.farm.trim(),
      ...(answers.region ? { region: answers.region } : {}),
      ...(answers.units ? { units: answers.units } : {}),
      ...(answers.today === undefined ? {} : { recordsFrom: answers.today }),
    },
    season: seasonSpan(answers.year, latitude, answers.today),
    site: {
      latitude,
      outdoorMonthlyMeans: monthlyMeans(answers.coldest ?? 0, answers.warmest ?? 19, latitude),
      frost: { lastSpring: frostDate(answers.lastFrost), firstAutumn: frostDate(answers.firstFrost) },
    },
    ...farm,
    crops,
    varieties: crops.map(({ key, name }) => ({ key, crop: key, name })),
    methods,
    plantings: plantings.flatMap((wish): (typeof Planting)['_input'][] => {
      const key = kindNamed(wish.crop)?.crop.key
      const crop = crops.find((one) => one.key === key)
      const method = methods.find((one) => one.crop === key)
      if (!crop || !method || wish.plants === undefined || wish.plants < 1 || wish.on === undefined) return []
      const code = codeFor(crop.name)
      return [
        {
          key: code.toLowerCase(),
          code,
          variety: crop.key,
          method: method.key,
          plants: Math.round(wish.plants),
          on: wish.on,
          ...(answers.today === undefined ? {} : { plannedOn: answers.today }),
          ...(wish.every !== undefined && wish.count !== undefined && wish.count > 1
            ? { series: { every: Math.round(wish.every), count: Math.round(wish.count) } }
            : {}),
        },
      ]
    }),
  }
}

/** Begins a farm from answers as a file holds them: the season document, or everything that is wrong with them, by path. */
export function begin(answers: unknown): Begun {
  const read = AnswersFile.safeParse(answers)
  if (!read.success) {
    const problems = read.error.issues.map(({ path, message, code, ...issue }) => {
      const at = path.reduce<string>(
        (text, part) =>
          typeof part === 'number' ? `${text}[${part}]` : text ? `${text}.${String(part)}` : String(part),
        '',
      )
      return {
        path: at,
        message:
          code === 'unrecognized_keys' && 'keys' in issue
            ? `has something unknown: ${issue.keys.join(', ')}.`
            : message,
      }
    })
    return { ok: false, problems }
  }
  const problems = problemsOf(read.data)
  return problems.length > 0 ? { ok: false, problems } : { ok: true, document: documentOf(read.data) }
}

/** Every kind, as crops. */
export const allKinds = () => library().map(({ crop }) => crop)
