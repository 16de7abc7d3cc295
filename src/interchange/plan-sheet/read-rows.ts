/** Rows of the sheet read into plantings, with the kinds, varieties and methods that come with them. */
import { formatDay, parseDay } from '../../core/calendar/day'
import { readTypedDay, type DayOrder } from '../../core/calendar/typed-day'
import { changedPlanting } from '../../core/batch/planting-changes'
import { layoutOf, plantsIn } from '../../core/field/spacing'
import { plantsFromHand } from '../../core/plan/in-hand'
import type { Planner } from '../../core/plan/plan'
import type { Addition } from '../../library/adding'
import { codeMaker, freeKeyAmong } from '../../season/keys'
import { MOST_OF_SERIES, plantingSpan } from '../../season/planting-span'
import type { Crop, Method, Planting, Season, Variety } from '../../season/schema'
import { sameValue } from '../../season/values'
import { isEmptyRow, UNIT_WORDS, SHEET_UNITS, type SheetRow, type SheetUnit } from './columns'
import { plainText } from '../sheet-file/plain-text'
import { bringVariety, createBringing, ownName, type Bringing } from './bring'

/** What is wrong in a cell of a row. */
export type SheetProblem =
  | { column: 'kind' | 'variety'; what: 'unknown'; like: string[] }
  | { column: 'quantity'; what: 'no-number' | 'too-few' | 'too-many' }
  | { column: 'quantity'; what: 'not-from-this'; unit: SheetUnit }
  | { column: 'unit'; what: 'no-unit' | 'no-spacing' }
  | { column: 'on'; what: 'no-day' }
  | { column: 'on'; what: 'either'; days: [string, string] }
  | { column: 'every' | 'times'; what: 'no-number' | 'both' }
  | { column: 'times'; what: 'before-first' | 'too-often' }
  | { column: 'on' | 'times'; what: 'outside'; days: [string, string] }
  | { column: 'on'; what: 'not-after-sowing'; day: string }
  | { column: 'method'; what: 'no-method'; like: string[] }
  | { column: 'method'; what: 'none-fits' }

/** A row with what it comes to. */
export interface ReadRow {
  /** What it would write; none while something is wrong. */
  planting: Planting | undefined
  problems: readonly SheetProblem[]
  /** A kind or a variety that it brings along. */
  brings: string | undefined
}

/** All rows, and what the season would be. */
export interface ReadSheet {
  rows: readonly ReadRow[]
  /** Kinds, varieties and methods that are new, in the order they are needed. */
  additions: readonly Addition[]
  season: Season
}

/** A row with the planting it was made of, where there is one. */
export interface RowToRead {
  row: SheetRow
  base?: Planting | undefined
}

interface Reading extends Bringing {
  /** Keys of plantings that are taken. */
  keys: Set<string>
  /** Makes the code of a new planting. */
  codeFor: (name: string) => string
  order: DayOrder | undefined
  planner: Planner
  /** Notes what is wrong in the row that is being read. */
  fail: Fail
}

/**
 * Reads rows, one after another: what one brings along the next may use.
 *
 * @param known plantings that rows came to before, by row: the same object comes back where nothing has changed
 */
export function readRows(
  rows: readonly RowToRead[],
  season: Season,
  { order, planner }: Pick<Reading, 'order' | 'planner'>,
  known: ReadonlyMap<number, Planting> = new Map(),
): ReadSheet {
  // Plantings that are read are added to the same list: copying it for each would take as long as everything else.
  const plantings = [...season.plantings]
  const reading: Reading = {
    ...createBringing({ ...season, plantings }),
    keys: new Set(plantings.map(({ key }) => key)),
    codeFor: codeMaker(plantings.map(({ code }) => code)),
    order,
    planner,
    fail: () => undefined,
  }
  const read = rows.map(({ row, base }, i): ReadRow => {
    if (isEmptyRow(row)) return { planting: undefined, problems: [], brings: undefined }
    const one = readRow(row, base, reading)
    if (!one.planting) return one
    const before = known.get(i)
    const planting =
      base && sameValue(base, one.planting) ? base : before && sameValue(before, one.planting) ? before : one.planting
    if (!base) {
      plantings.push(planting)
      reading.keys.add(planting.key)
    }
    return { ...one, planting }
  })
  const changed = new Map(rows.flatMap(({ base }, i) => (base ? [[base, read[i]!.planting ?? base] as const] : [])))
  return {
    rows: read,
    additions: reading.additions,
    season: { ...reading.season, plantings: plantings.map((one) => changed.get(one) ?? one) },
  }
}

function readRow(row: SheetRow, base: Planting | undefined, reading: Reading): ReadRow {
  const problems: SheetProblem[] = []
  reading.fail = (problem) => void problems.push(problem)
  const what = readWhat(row, reading)
  const method = what && readMethod(row.method, what.crop, base, reading)
  const on = readDay(row.on, reading)
  const series = readSeries(row, base, on, reading)
  const amount = readAmount(row, reading)
  const ready = what && method && on !== undefined && amount && problems.length === 0
  if (!ready) return { planting: undefined, problems, brings: what?.brings }
  const start: Planting = base ?? {
    ...newPlanting(what.variety.name, reading),
    variety: what.variety.key,
    method: method.key,
  }
  const note = row.note.trim().slice(0, 2000)
  const draft = changedPlanting(start, {
    variety: what.variety.key,
    method: method.key,
    on,
    series,
    note: note === '' ? undefined : note,
  })
  const plants = plantsOf(amount, draft, what.crop, reading)
  if (plants === undefined) return { planting: undefined, problems, brings: what.brings }
  const planting = withGoes(changedPlanting(draft, { plants }), row.goes, reading.season)
  if (!goTogether(planting, reading)) return { planting: undefined, problems, brings: what.brings }
  return { planting, problems, brings: what.brings }
}

interface What {
  crop: Crop
  variety: Variety
  brings: string | undefined
}

type Fail = (problem: SheetProblem) => undefined

function readWhat(row: SheetRow, reading: Reading): What | undefined {
  const found = bringVariety(row.kind, row.variety, reading)
  return found.ok ? found : reading.fail({ column: found.column, what: 'unknown', like: found.like })
}

/** The method that is named; else the one it had, the one its sisters have, or the first of the kind. */
function readMethod(
  text: string,
  crop: Crop,
  base: Planting | undefined,
  { season, fail }: Reading,
): Method | undefined {
  const own = season.methods.filter((method) => method.crop === crop.key)
  if (own.length === 0) return fail({ column: 'method', what: 'none-fits' })
  const wanted = plainText(text)
  if (wanted === '') {
    const had = own.find(({ key }) => key === base?.method)
    if (had) return had
    const used = season.plantings.findLast((one) => own.some(({ key }) => key === one.method))
    return own.find(({ key }) => key === used?.method) ?? own[0]
  }
  const found =
    own.find(({ name }) => plainText(name) === wanted) ??
    own.find(({ name }) => plainText(name).includes(wanted)) ??
    own.find(({ stages }) =>
      stages.some(
        ({ container }) => plainText(season.containers.find(({ key }) => key === container)?.name ?? '') === wanted,
      ),
    )
  return found ?? fail({ column: 'method', what: 'no-method', like: own.map(({ name }) => name) })
}

function readDay(text: string, { season, order, fail }: Reading): string | undefined {
  const read = readTypedDay(text, { from: parseDay(season.season.from), order })
  if (!read.ok) return fail({ column: 'on', what: 'no-day' })
  if (read.or !== undefined)
    return fail({ column: 'on', what: 'either', days: [formatDay(read.day), formatDay(read.or)] })
  return formatDay(read.day)
}

const PER_WEEK = 7

/** Days from one to the next: `14`, `14 days`, `2 weeks`, `weekly`. */
function daysBetween(text: string): number | undefined {
  const plain = plainText(text)
  if (/^(weekly|every week|semanal)$/.test(plain)) return PER_WEEK
  const found = /^(?:every |cada )?(\d{1,3}) ?(days?|d|dias?|weeks?|wks?|w|semanas?)?$/.exec(plain)
  if (!found) return undefined
  const n = Number(found[1]) * (found[2] && /^(w|s)/.test(found[2]) ? PER_WEEK : 1)
  return n >= 1 && n <= 365 ? n : undefined
}

type Series = Planting['series']

/** `14` and `6` in their columns, or both in the first: `14 × 6`, `every 2 weeks, 6 times`. */
function seriesSaid(row: SheetRow): { every: string; times: string } {
  const [every, times] = [row.every.trim(), row.times.trim()]
  const both = times === '' ? /^(.*[^\s,x×])\s*(?:x|×|,|;)\s*(\d{1,3})\s*(?:x|times|veces)?$/i.exec(every) : null
  return both ? { every: both[1]!, times: both[2]! } : { every, times }
}

function readSeries(
  row: SheetRow,
  base: Planting | undefined,
  on: string | undefined,
  { season, order, fail }: Reading,
): Series | undefined {
  const { every, times } = seriesSaid(row)
  if (every === '' && times === '') return undefined
  if (every === '') return times === '1' ? undefined : fail({ column: 'every', what: 'both' })
  const days = daysBetween(every)
  if (days === undefined) return fail({ column: 'every', what: 'no-number' })
  if (times === '') return fail({ column: 'times', what: 'both' })
  const had = base?.series
  const kept = had?.every === days ? had : { every: days }
  const { count: _, last: __, ...rest } = kept
  if (/^\d{1,3}( ?(x|times|veces))?$/i.test(times)) {
    const count = Number.parseInt(times, 10)
    return count < 1 || count > MOST_OF_SERIES
      ? fail({ column: 'times', what: 'no-number' })
      : count === 1
        ? undefined
        : { ...rest, count }
  }
  const until = readTypedDay(times.replace(/^(until|till|to|hasta)\s+/i, ''), {
    from: on === undefined ? parseDay(season.season.from) : parseDay(on),
    order,
  })
  return until.ok && until.or === undefined
    ? { ...rest, last: formatDay(until.day) }
    : fail({ column: 'times', what: 'no-number' })
}

/** Whether the days of a planting follow each other and belong to the season; what is wrong is noted. */
function goTogether({ on, sowOn, series }: Planting, { season, fail }: Reading): boolean {
  const { earliest, latest } = plantingSpan(season.season)
  const days: [string, string] = [earliest, latest]
  const first = parseDay(on)
  if (on < earliest || on > latest) fail({ column: 'on', what: 'outside', days })
  else if (sowOn !== undefined && sowOn >= on) fail({ column: 'on', what: 'not-after-sowing', day: sowOn })
  else if (series?.last !== undefined && series.last < on) fail({ column: 'times', what: 'before-first' })
  else if (series?.last !== undefined && (parseDay(series.last) - first) / series.every >= MOST_OF_SERIES)
    fail({ column: 'times', what: 'too-often' })
  else if (series && (series.last ?? formatDay(first + ((series.count ?? 1) - 1) * series.every)) > latest)
    fail({ column: 'times', what: 'outside', days })
  else return true
  return false
}

interface Amount {
  n: number
  unit: SheetUnit
  /** A length that was said in feet. */
  feet: boolean
}

/** `48`, `2 trays`, `1,200`, `30 ft`; a unit in the quantity has the word. */
function readAmount(row: SheetRow, { fail }: Reading): Amount | undefined {
  const found = /^([\d.,\s]*\d)\s*(.*)$/.exec(row.quantity.trim())
  if (!found) return fail({ column: 'quantity', what: 'no-number' })
  const n = numberIn(found[1]!)
  const said = plainText(found[2]! === '' ? row.unit : found[2]!)
  const unit = SHEET_UNITS.find((one) => UNIT_WORDS[one].includes(said))
  if (!unit)
    return fail({
      column: found[2] === '' ? 'unit' : 'quantity',
      what: found[2] === '' ? 'no-unit' : 'no-number',
    } as SheetProblem)
  if (n === undefined) return fail({ column: 'quantity', what: 'no-number' })
  if (!(n > 0)) return fail({ column: 'quantity', what: 'too-few' })
  return { n, unit, feet: /f(ee|oo)?t/.test(said) }
}

/** `1,200`, `1.200`, `1 200`, `12.5`: a mark before three digits at the end parts thousands. */
export function numberIn(text: string): number | undefined {
  const plain = text.replace(/\s/g, '')
  const whole = /^\d{1,3}([.,]\d{3})+$/.test(plain) ? plain.replace(/[.,]/g, '') : plain.replace(',', '.')
  return /^\d+(\.\d+)?$/.test(whole) ? Number(whole) : undefined
}

const MOST_PLANTS = 10_000_000
const CM_IN_FOOT = 30.48

function plantsOf({ n, unit, feet }: Amount, draft: Planting, crop: Crop, reading: Reading): number | undefined {
  const { fail } = reading
  const whole = (plants: number | undefined): number | undefined =>
    plants === undefined || plants < 1
      ? fail({ column: 'quantity', what: 'too-few' })
      : plants > MOST_PLANTS
        ? fail({ column: 'quantity', what: 'too-many' })
        : plants
  if (unit === 'plants') return whole(Math.round(n))
  if (unit === 'metres') {
    const layout = layoutOf(draft, crop, reading.season.beds[0])
    if (!layout) return fail({ column: 'unit', what: 'no-spacing' })
    return whole(plantsIn(n * (feet ? CM_IN_FOOT : 100), layout))
  }
  const { series: _, changes: __, ...single } = draft
  const found = plantsFromHand({ of: unit, amount: n }, (plants) =>
    reading.planner.preview(reading.season, { ...single, changes: [], plants }).at(0),
  )
  return found ? whole(found.plants) : fail({ column: 'quantity', what: 'not-from-this', unit })
}

function newPlanting(
  name: string,
  { season, keys, codeFor }: Reading,
): Pick<Planting, 'key' | 'code' | 'plants' | 'on' | 'changes'> {
  const code = codeFor(name)
  return {
    key: freeKeyAmong(keys, `p-${code.toLowerCase()}`),
    code,
    plants: 1,
    on: season.season.from,
    changes: [],
  }
}

/** Who the plants are for: a bed by its name, else a buyer. */
function withGoes(planting: Planting, text: string, season: Season): Planting {
  const wanted = text.trim()
  if (wanted === goesText(planting, season)) return fitGoes(planting)
  const { goes: _, ...rest } = planting
  if (wanted === '') return rest
  const bed = season.beds.find(({ name }) => plainText(name) === plainText(wanted))
  const { plants } = planting
  return {
    ...rest,
    goes: [bed ? { to: 'bed', bed: bed.key, plants } : { to: 'customer', name: wanted.slice(0, 120), plants }],
  }
}

/** One share takes all; several stay as they are. */
function fitGoes(planting: Planting): Planting {
  const [only, ...more] = planting.goes ?? []
  return only && more.length === 0 && only.plants !== planting.plants
    ? { ...planting, goes: [{ ...only, plants: planting.plants }] }
    : planting
}

/** Who the plants of a planting are for, as one cell says it. */
function goesText({ goes }: Pick<Planting, 'goes'>, season: Season): string {
  const names = (goes ?? []).map((share) =>
    share.to === 'bed'
      ? (season.beds.find(({ key }) => key === share.bed)?.name ?? share.bed)
      : share.to === 'customer'
        ? share.name
        : share.to,
  )
  return [...new Set(names)].join(', ')
}

/** A planting as a row of the sheet. */
export function rowOf(planting: Planting, season: Season): SheetRow {
  const variety = season.varieties.find(({ key }) => key === planting.variety)
  const crop = season.crops.find(({ key }) => key === variety?.crop)
  const { series } = planting
  return {
    kind: crop?.name ?? '',
    variety: variety ? ownName(crop, variety.name) : '',
    quantity: String(planting.plants),
    unit: 'plants',
    on: planting.on,
    every: series ? String(series.every) : '',
    times: series ? (series.count === undefined ? (series.last ?? '') : String(series.count)) : '',
    method: season.methods.find(({ key }) => key === planting.method)?.name ?? '',
    goes: goesText(planting, season),
    note: planting.note ?? '',
  }
}
