/** Beginning a farm on one page: what stands in its fields at first, what is wrong with them, and the season they make. */
import { parseDay, type Day } from '../../core/calendar/day'
import { createPlanner, type Plan, type Planner } from '../../core/plan/plan'
import type { DayOrder } from '../../core/calendar/typed-day'
import { indexNames, readNames } from '../../interchange/plan-sheet/names'
import type { ReadRow } from '../../interchange/plan-sheet/read-rows'
import { documentOf, firstDays, problemsOf, type Answers as BeginAnswers } from '../../library/begin'
import type { Region } from '../../library/entry'
import { PRESET_PLACES, seasonSpan, yearToBegin } from '../../library/presets'
import { readSeason } from '../../season/read'
import type { Season } from '../../season/schema'
import { writeDayIn } from '../../interchange/plan-sheet/file-rows'
import { createReader, type Line } from '../../interchange/plan-sheet/reader'
import { ended, newLine } from '../../ui/typed-sheet/model'
import type { Format, Units } from '../../words/format'
import './words'

/** What is answered, with the units it is answered in. */
export interface Answers extends BeginAnswers {
  units: Units
  region: Region
  rooms: NonNullable<BeginAnswers['rooms']>
}

const USUAL_PLACES = ['mats', 'warm-bench', 'tunnel', 'outside']

/** What stands there before anything is answered. */
export function firstAnswers(today: string, units: Units): Answers {
  return {
    units,
    region: units === 'us' ? 'us' : 'uk',
    farm: '',
    year: yearToBegin(today, 45),
    latitude: undefined,
    sea: 'between',
    spread: 14,
    places: {},
    rooms: PRESET_PLACES.filter(({ key }) => USUAL_PLACES.includes(key)).map(({ key, name, trayPlaces }) => ({
      like: key,
      name,
      room: String(trayPlaces),
    })),
    containers: { 'cells-128': null, 'cells-72': null, 'pots-9': null },
    crops: [],
    plantings: [],
    today,
  }
}

/** What a latitude brings with it: the season it lies in. Frosts that were said for the other half of the earth are guessed anew. */
export function withLatitude(answers: Answers, latitude: number | undefined): Answers {
  const [before, now] = [(answers.latitude ?? 45) < 0, (latitude ?? 45) < 0]
  if (before === now) return { ...answers, latitude }
  return {
    ...answers,
    latitude,
    year: yearToBegin(answers.today!, latitude ?? 45),
    lastFrost: undefined,
    firstFrost: undefined,
    frostRecord: undefined,
  }
}

/** Kinds that many begin with. */
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

/** What is wrong with the answers about the farm, by path; kinds and plantings are another matter. */
export const wrongWith = (answers: Answers) =>
  problemsOf({ ...answers, crops: [], plantings: [] }).filter(({ path }) => path !== 'crops')

/** The farm without any kinds yet; none while something is wrong with the answers. */
export function bareFarm(answers: Answers): Season | undefined {
  if (wrongWith(answers).length > 0) return undefined
  const read = readSeason(documentOf({ ...answers, crops: [], plantings: [] }))
  return read.ok ? read.season : undefined
}

/** What is grown, read from lines of a sheet. */
export interface Grown {
  /** Lines in which something is written, with the days that were taken for empty ones. */
  edited: readonly Line[]
  rows: readonly ReadRow[]
  season: Season
  plan: Plan
  /** Days that were taken, by line. */
  taken: ReadonlyMap<string, { on: string }>
}

interface Ways {
  planner: Planner
  order: DayOrder
  locale: string
}

const isWritten = ({ id: _, of: __, ...row }: Line) => Object.values(row).some((text) => text.trim() !== '')

/** A kind that was named without saying how much of it: it comes to the farm, and its plantings later. */
const isForLater = ({ quantity, on, every, times }: Line) =>
  [quantity, on, every, times].every((text) => text.trim() === '')

/** Reads lines as they are written, again and again: only what has changed is worked out anew. */
export function createGrowing({ planner, order, locale }: Ways) {
  const reader = createReader()
  const write = writeDayIn(locale)
  let known: { of: Answers; kinds: string; days: ReadonlyMap<string, string> } | undefined
  const daysFor = (answers: Answers, crops: readonly string[]): ReadonlyMap<string, string> => {
    const kinds = [...new Set(crops)].sort().join(' ')
    if (known?.of !== answers || known.kinds !== kinds)
      known = { of: answers, kinds, days: firstDays({ ...answers, crops: kinds.split(' '), plantings: [] }) }
    return known.days
  }
  return (answers: Answers, bare: Season, lines: readonly Line[]): Grown => {
    const written = lines.filter(isWritten)
    const names = indexNames(bare)
    const kinds = written.map((line) => {
      const found = line.on.trim() === '' ? readNames(line.kind, line.variety, names) : undefined
      return found?.is === 'new-kind' ? found.crop.key : undefined
    })
    const asked = kinds.flatMap((key) => key ?? [])
    const days = asked.length > 0 ? daysFor(answers, asked) : new Map<string, string>()
    const taken = new Map<string, { on: string }>()
    const edited = written.map((line, i): Line => {
      const day = kinds[i] === undefined ? undefined : days.get(kinds[i])
      if (day === undefined) return line
      const on = write(parseDay(day))
      taken.set(line.id, { on })
      return { ...line, on }
    })
    const read = reader.read(edited, bare, { order, planner })
    // Everything is new here: that goes without saying.
    const rows = read.rows.map((row, i) => ({ ...(isForLater(written[i]!) ? later(row) : row), brings: undefined }))
    const since = answers.today === undefined ? {} : { plannedOn: answers.today }
    const season = { ...read.season, plantings: read.season.plantings.map((one) => ({ ...one, ...since })) }
    return { edited, rows, season, plan: planner.plan(season), taken }
  }
}

const later = (row: ReadRow): ReadRow => ({
  ...row,
  problems: row.problems.filter(({ column }) => column !== 'quantity' && column !== 'on'),
})

export const createGrowingIn = (locale: string, order: DayOrder) =>
  createGrowing({ planner: createPlanner(), order, locale })

/** Lines with another kind in them, where the next empty one is. */
export function withKind(lines: readonly Line[], kind: string, id: string): readonly Line[] {
  const filled = lines.filter(isWritten)
  return ended([...filled, { ...newLine(id), kind }])
}

/** Lines without those of a kind in which nothing else is written. */
export const withoutKind = (lines: readonly Line[], kind: string): readonly Line[] =>
  ended(lines.filter((line) => line.kind !== kind || !isForLater(line)))

/** First and last day of the season that is begun. */
export function seasonWords({ year, latitude, today }: Answers, f: Format): string {
  const { from, to } = seasonSpan(year, latitude ?? 45, today)
  const write = writeDayIn(f.locale)
  return f.t('firstFarm.to', { parseDay: write(parseDay(from)), parseDay2: write(parseDay(to)) })
}

/** First day of the season, from which days without a year are counted. */
export const firstDayOf = ({ year, latitude, today }: Answers): Day =>
  parseDay(seasonSpan(year, latitude ?? 45, today).from)

/** A latitude as it was understood. */
export const latitudeWords = (latitude: number, f: Format): string =>
  latitude < 0
    ? f.t('firstFarm.degreesSouth', { degrees: f.number(-latitude, 1) })
    : f.t('firstFarm.degreesNorth', { degrees: f.number(latitude, 1) })
