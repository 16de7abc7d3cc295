/** The guided start: what stands in its fields at first, and what is missing in a step. */
import { farmOf, problemsOf, type Answers as BeginAnswers } from '../../library/begin'
import type { Region } from '../../library/entry'
import { libraryKind } from '../../library/library'
import { PRESET_PLACES, yearToBegin, seasonSpan } from '../../library/presets'
import { readyWays } from '../../library/schools'
import type { Crop } from '../../season/schema'
import { type Format, type Units, createFormat } from '../../words/format'
import { parseDay } from '../../core/calendar/day'

/** What is answered, with the units it is answered in. */
export interface Answers extends BeginAnswers {
  units: Units
  region: Region
  spread: number
}

/** What stands there before anything is answered. */
export function firstAnswers(today: string, units: Units): Answers {
  return {
    units,
    region: units === 'us' ? 'us' : 'uk',
    farm: '',
    year: yearToBegin(today, 45),
    latitude: undefined,
    coldest: 0,
    warmest: 19,
    lastFrost: '05-05',
    firstFrost: '10-08',
    spread: 14,
    places: Object.fromEntries(PRESET_PLACES.map(({ key, trayPlaces }) => [key, key === 'lit-rack' ? 0 : trayPlaces])),
    containers: { 'cells-128': null, 'cells-72': null, 'pots-9': null },
    crops: [],
    plantings: [],
    today,
  }
}

/** What a latitude brings with it, where the grower has not said otherwise: the season and the half-year of frosts. */
export function withLatitude(answers: Answers, latitude: number | undefined): Answers {
  const before = (answers.latitude ?? 45) < 0
  const now = (latitude ?? 45) < 0
  if (before === now) return { ...answers, latitude }
  return {
    ...answers,
    latitude,
    year: yearToBegin(answers.today!, latitude ?? 45),
    plantings: [],
    ...(now ? { lastFrost: '10-05', firstFrost: '04-25' } : { lastFrost: '05-05', firstFrost: '10-08' }),
  }
}

/** Ten crops that many begin with. */
export const BEGIN_WITH = [
  'lettuce',
  'tomato',
  'kale',
  'basil',
  'cabbage',
  'courgette',
  'parsley',
  'zinnia',
  'snapdragon',
  'sunflower',
]

/** Which answers belong to a step. */
const OF_STEP: readonly (readonly string[])[] = [
  ['farm', 'year', 'latitude', 'coldest', 'warmest'],
  ['lastFrost', 'firstFrost'],
  ['places'],
  ['containers'],
  ['crops'],
  ['plantings'],
]

/** What is wrong in a step, by field; empty when it is answered. */
export function wrongIn(step: number, answers: Answers): { path: string; message: string }[] {
  const own = OF_STEP[step] ?? []
  if (step === 4 && answers.crops.length === 0) return [{ path: 'crops', message: 'Choose at least one crop.' }]
  return problemsOf(answers).filter(
    ({ path }) => own.includes(path.split(/[.[]/)[0]!) && !(step === 4 && path.startsWith('crops[')),
  )
}

/** What is missing in a step, in words; none when it is answered. */
export function missing(step: number, answers: Answers): string | undefined {
  const [first] = wrongIn(step, answers)
  if (!first) return undefined
  const field = FIELD_WORDS[first.path.split(/[.[]/)[0]!]
  return field && !first.message.startsWith('Choose') ? `${field} ${first.message}` : first.message
}

const FIELD_WORDS: Record<string, string | undefined> = {
  farm: 'The name of the farm',
  year: 'The year',
  latitude: 'The latitude',
  coldest: 'The coldest month',
  warmest: 'The warmest month',
  lastFrost: 'Last frost:',
  firstFrost: 'First frost:',
  places: 'Room:',
  containers: 'Containers:',
  plantings: 'Plantings:',
}

/** Crops that no growing method fits with what the farm has. */
export function cropsWithoutWay(answers: Answers): Crop[] {
  const farm = farmOf(answers)
  return answers.crops
    .flatMap((key) => libraryKind(key)?.crop ?? [])
    .filter((crop) => readyWays(crop, farm).length === 0)
}

/** First and last day of the season that is begun. */
export function seasonWords({ year, latitude, today }: Answers): string {
  const { from, to } = seasonSpan(year, latitude ?? 45, today)
  const format = createFormat('en-GB', 'metric')
  return format.t('firstFarm.to', {
    parseDay: format.longDate(parseDay(from)),
    parseDay2: format.longDate(parseDay(to)),
  })
}

/** A latitude as it was understood. */
export const latitudeWords = (latitude: number, f: Format): string =>
  latitude < 0
    ? f.t('firstFarm.degreesSouth', { degrees: f.number(-latitude, 1) })
    : f.t('firstFarm.degreesNorth', { degrees: f.number(latitude, 1) })
