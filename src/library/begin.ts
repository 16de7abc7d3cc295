/** Beginning a farm: what is asked, what is wrong with the answers, and the season document they make. */
import { z } from 'zod'
import { formatDay, parseDay } from '../core/calendar/day'
import { guessClimate, SEAS, type GuessedClimate, type Sea } from '../core/climate/guessed-climate'
import { firstFrostFor, lastFrostFor } from '../core/frost/working-date'
import { createPlanner } from '../core/plan/plan'
import { readSeason } from '../season/read'
import type { Container, Crop, Method, Place, Planting, SeasonInput, Site } from '../season/schema'
import { isTimeZone } from '../season/time-zone'
import type { Region } from './entry'
import { placesOf, roomProblems, type RoomAnswer } from './begin-places'
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

/** Dates of frost by night of earlier years. */
type FrostRecord = NonNullable<NonNullable<Site['frost']>['record']>

/** What is asked to begin a farm. */
export interface Answers {
  farm: string
  region?: Region | undefined
  /** What it measures in; metric unless said. */
  units?: 'metric' | 'us' | undefined
  /** Whose midnight begins a day, by its IANA name. */
  timeZone?: string | undefined
  year: number
  latitude: number | undefined
  /** Metres above the sea, and how near it is: for a guess of what is not said. */
  height?: number | undefined
  sea?: Sea | undefined
  /** Means of the coldest and of the warmest month, °C; guessed where they are left out. */
  coldest?: number | undefined
  warmest?: number | undefined
  /** MM-DD; half the years have it before (spring) or after (autumn). Guessed where it is left out. */
  lastFrost?: string | undefined
  firstFrost?: string | undefined
  /** Days by which it is later in one year of ten. */
  spread?: number | undefined
  /** Nights of earlier years; it has the word over the dates. */
  frostRecord?: FrostRecord | undefined
  /** Room by place, in tray places; none where it is 0. */
  places: Record<string, number>
  /** Houses and benches one by one; they have the word over `places`. */
  rooms?: readonly RoomAnswer[] | undefined
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
  timeZone: z.string().refine(isTimeZone, 'is no time zone: use a name such as Europe/Paris').optional(),
  year: z.number().int().min(2000).max(2100),
  latitude: z.number().min(-72, 'must lie between −72 and 72').max(72, 'must lie between −72 and 72'),
  height: z.number().min(-500).max(5000).optional(),
  sea: z.enum(SEAS).optional(),
  coldest: z.number().min(-50).max(40).optional(),
  warmest: z.number().min(-20).max(50).optional(),
  lastFrost: z.string().regex(monthDay, 'write the day of the year as MM-DD, for example 05-05').optional(),
  firstFrost: z.string().regex(monthDay, 'write the day of the year as MM-DD, for example 10-08').optional(),
  spread: z.number().min(0).max(90).optional(),
  places: z.record(z.string(), z.number().min(0).max(100_000)).default({}),
  rooms: z
    .array(
      z.strictObject({
        like: z.string(),
        name: z.string().trim().min(1).max(120).optional(),
        room: z.string().max(400),
        heatedTo: z.number().min(-20).max(40).nullable().optional(),
      }),
    )
    .max(60)
    .optional(),
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
  const { latitude, coldest, warmest, height = 0 } = answers
  if (answers.farm.trim() === '') say('farm', 'is empty: give the farm a name.')
  if (!Number.isInteger(answers.year) || answers.year < 2000 || answers.year > 2100)
    say('year', 'must lie between 2000 and 2100.')
  if (latitude === undefined || !(Math.abs(latitude) <= 72))
    say('latitude', 'must lie between −72 and 72; south is below 0.')
  if (!(height >= -500 && height <= 5000)) say('height', 'must lie between −500 and 5,000 m.')
  if (coldest !== undefined && warmest !== undefined && warmest <= coldest)
    say('warmest', `must be above the coldest month: ${warmest} °C is not above ${coldest} °C.`)
  const half = (latitude ?? 45) < 0 ? 'south' : 'north'
  const frost = (path: 'lastFrost' | 'firstFrost', which: 'spring' | 'autumn') => {
    const said = answers[path]
    if (said === undefined) return
    if (!monthDay.test(said)) say(path, 'write the day of the year as MM-DD, for example 05-05.')
    else if (!frostInItsHalf(said, which, latitude ?? 45))
      say(
        path,
        `${said} is not in ${which === 'spring' ? 'winter or spring' : 'autumn or early winter'} ${half} of the equator, where the ${which === 'spring' ? 'last frost comes from' : 'first frost comes from'} ${
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
  problems.push(...roomProblems(answers))
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

/** What is known or guessed of the weather of the farm. */
export interface Weather extends Omit<GuessedClimate, 'rareFrost'> {
  /** What of it nobody has said. */
  guessed: ('temperatures' | 'frost')[]
  rareFrost: boolean
}

/** The weather as it was answered, with a guess for what was not. */
export function weatherOf(answers: Answers): Weather {
  const { coldest, warmest, lastFrost, firstFrost, frostRecord } = answers
  const guess = guessFor(answers)
  const recorded = frostRecord && recordedFrost(frostRecord, answers)
  const dates = { lastFrost: lastFrost ?? guess.lastFrost, firstFrost: firstFrost ?? guess.firstFrost, ...recorded }
  const toldFrost = frostRecord !== undefined || (lastFrost !== undefined && firstFrost !== undefined)
  return {
    // What is guessed beside a month that was said keeps on its side of it.
    coldest: coldest ?? Math.min(guess.coldest, (warmest ?? Infinity) - 1),
    warmest: warmest ?? Math.max(guess.warmest, (coldest ?? -Infinity) + 1),
    ...dates,
    rareFrost: guess.rareFrost,
    guessed: [
      ...(coldest === undefined || warmest === undefined ? (['temperatures'] as const) : []),
      ...(toldFrost ? [] : (['frost'] as const)),
    ],
  }
}

/** The guess for where the farm lies; for the middle of the north until that is known. */
function guessFor({ latitude = 45, height = 0, sea = 'between' }: Answers): GuessedClimate {
  const sound = Math.abs(latitude) <= 72 && height >= -500 && height <= 5000
  return guessClimate(sound ? { latitude, height, sea } : { latitude: 45, height: 0, sea })
}

/** Days that half the years of a record have their last and first frost before. */
function recordedFrost(record: FrostRecord, { year, latitude = 45, today }: Answers) {
  const dates = { median: '05-01', spreadDays: 14 }
  const frost = { lastSpring: dates, firstAutumn: dates, trustedChance: 0.1, marginDays: 0, record }
  const near = parseDay(seasonSpan(year, latitude, today).from) + SPRING
  return {
    lastFrost: formatDay(lastFrostFor(frost, latitude, near, 0.5)).slice(5),
    firstFrost: formatDay(firstFrostFor(frost, latitude, near + HALF_YEAR, 0.5)).slice(5),
  }
}

const SPRING = 60 // days from the first of a season into its spring
const HALF_YEAR = 180

type FarmAnswers = Pick<Answers, 'places' | 'rooms' | 'units' | 'containers'>

/** The farm as it has been answered so far: places with their room and containers with their number. */
function farmOf(answers: FarmAnswers): { places: Place[]; containers: Container[] } {
  return {
    places: placesOf(answers).filter(({ trayPlaces }) => trayPlaces > 0),
    containers: PRESET_CONTAINERS.filter(({ key }) => key in answers.containers).map((one) => {
      const owned = answers.containers[one.key]
      return owned === null || owned === undefined ? one : { ...one, owned }
    }),
  }
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
export function firstDays(answers: Answers): Map<string, string> {
  const span = seasonSpan(answers.year, answers.latitude ?? 45, answers.today)
  const from = sowsFrom(answers)
  const crops = cropsOf(answers).map(({ crop }) => crop)
  const days = new Map(crops.map((crop) => [crop.key, firstPlanting(crop, weatherOf(answers).lastFrost, span, from)]))
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
  const weather = weatherOf(answers)
  const { frostRecord } = answers
  const frostDate = (median: string) => ({ median, spreadDays: answers.spread ?? 14 })
  return {
    format: 1,
    farm: {
      name: answers.farm.trim(),
      ...(answers.region ? { region: answers.region } : {}),
      ...(answers.units ? { units: answers.units } : {}),
      ...(answers.timeZone ? { timeZone: answers.timeZone } : {}),
      ...(answers.today === undefined ? {} : { recordsFrom: answers.today }),
    },
    season: seasonSpan(answers.year, latitude, answers.today),
    site: {
      latitude,
      ...(answers.height === undefined ? {} : { elevation: answers.height }),
      outdoorMonthlyMeans: monthlyMeans(weather.coldest, weather.warmest, latitude),
      frost: {
        lastSpring: frostDate(weather.lastFrost),
        firstAutumn: frostDate(weather.firstFrost),
        ...(frostRecord ? { record: frostRecord } : {}),
      },
      ...(weather.guessed.length > 0 ? { guessed: weather.guessed } : {}),
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
