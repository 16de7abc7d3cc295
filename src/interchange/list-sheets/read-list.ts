/** Rows of a file read into seed lots, beds or varieties: what each would add or change, and what is wrong in it. */
import type { DayOrder } from '../../core/calendar/typed-day'
import type { Addition } from '../../library/adding'
import { keyOf, freeKeyAmong } from '../../season/keys'
import { Bed, Lot, Supply, Variety, type Block, type Season } from '../../season/schema'
import { sameValue } from '../../season/values'
import { createBringing, type Bringing } from '../plan-sheet/bring'
import type { Said } from '../sheet-file/table'
import { LIST_FILES, type ListColumn, type ListName } from './lists'
import { readBed } from './beds'
import { readLot } from './lots'
import { readSupply } from './supplies'
import { readVariety } from './varieties'

/** What is wrong in a cell of a row. */
export type ListProblem =
  | { column: ListColumn; what: 'unknown'; like: string[] }
  | { column: ListColumn; what: 'missing' | 'no-number' | 'no-day' | 'either' | 'no-choice' | 'refused' }
  /** An earlier row of the file is about the same. */
  | { column: ListColumn; what: 'twice'; row: number }

export type Thing = Lot | Bed | Variety | Supply

/** A row with what it comes to. */
export interface ListRow {
  /** What it does: nothing of a row that something is wrong in is taken. */
  is: 'new' | 'changed' | 'same' | 'wrong'
  /** What it is about, in short. */
  name: string
  /** Columns in which it says something else than the season. */
  changes: ListColumn[]
  problems: ListProblem[]
  /** A variety, a kind or a block that it brings along. */
  brings: string | undefined
  from: Thing | null
  to: Thing | undefined
}

/** All rows, and what comes along with those that are taken. */
export interface ReadList {
  rows: ListRow[]
  additions: Addition[]
}

/** How rows of one list are read. */
export interface ListReading extends Bringing {
  order: DayOrder | undefined
  /** What bare lengths are measured in here. */
  feet: boolean
  blocks: Block[]
}

/** What the reader of a list makes of a row. */
export interface RowRead {
  name: string
  problems: ListProblem[]
  brings: string | undefined
  /** The thing it is about, where the season has it. */
  base: Thing | undefined
  /** What the row would make of it; the key of a new one is given later. */
  draft: Thing | undefined
}

const READERS: Readonly<Record<ListName, (row: Said<string>, reading: ListReading) => RowRead>> = {
  lots: readLot,
  beds: readBed,
  varieties: readVariety,
  supplies: readSupply,
}
const SCHEMAS = { lots: Lot, beds: Bed, varieties: Variety, supplies: Supply } as const

/**
 * Reads rows one after another. What a row leaves empty stays as it is; a row about something the season has changes it,
 * any other adds.
 *
 * @param rows by column, as they stand in the file
 */
export function readList(
  of: ListName,
  rows: readonly Said<string>[],
  season: Season,
  { order }: { order: DayOrder | undefined },
): ReadList {
  const reading: ListReading = {
    ...createBringing(season),
    order,
    feet: season.farm.units === 'us',
    blocks: [...season.blocks],
  }
  const keys = new Set(season[of].map(({ key }) => key))
  const seen = new Map<string, number>()
  const read = rows.map((row, at): ListRow => {
    const before = reading.additions.length
    const made = READERS[of](row, reading)
    const known = made.base ?? (of === 'varieties' ? made.draft : undefined)
    const own = known ? `key ${known.key}` : `new ${made.name.toLowerCase()}`
    const twice = seen.get(own)
    const problems = [...made.problems]
    if (twice !== undefined) problems.push({ column: LIST_FILES[of].about[0] as ListColumn, what: 'twice', row: twice })
    else seen.set(own, at)
    const checked = made.draft && problems.length === 0 ? checkedBy(of, made.draft) : undefined
    problems.push(...(checked?.problems ?? []))
    const wrong = problems.length > 0 || !made.draft
    // Nothing comes along with a row that is not taken.
    if (wrong && twice === undefined) takeBack(before, reading)
    if (wrong) return { ...made, is: 'wrong', problems, changes: [], from: made.base ?? null, to: undefined }
    return settled(made, checked!.thing, { of, keys, reading })
  })
  return { rows: read, additions: reading.additions }
}

interface Settling {
  of: ListName
  /** Keys that are taken. */
  keys: Set<string>
  reading: ListReading
}

function settled(made: RowRead, thing: Thing, { of, keys, reading }: Settling): ListRow {
  const { base, name, brings } = made
  if (base) {
    const changes = changedColumns(of, base, thing)
    const is = sameValue(base, thing) ? 'same' : 'changed'
    return { is, name, brings, problems: [], changes, from: base, to: thing }
  }
  // A variety that is new came along already: then it only takes what the row says beside it.
  const brought = of === 'varieties' ? reading.additions.find(({ to }) => to.key === thing.key) : undefined
  const key = brought ? thing.key : freeKeyAmong(keys, keyOf(name))
  keys.add(key)
  if (brought) reading.additions.splice(reading.additions.indexOf(brought), 1)
  return { is: 'new', name, brings, problems: [], changes: [], from: null, to: { ...thing, key } }
}

function takeBack(before: number, reading: ListReading): void {
  const gone = new Set(reading.additions.splice(before).map(({ to }) => to as object))
  if (gone.size === 0) return
  const { season } = reading
  const fresh = createBringing({
    ...season,
    crops: season.crops.filter((one) => !gone.has(one)),
    varieties: season.varieties.filter((one) => !gone.has(one)),
    methods: season.methods.filter((one) => !gone.has(one)),
  })
  reading.season = fresh.season
  reading.names = fresh.names
  reading.blocks = reading.blocks.filter((one) => !gone.has(one))
}

/** A draft as the schema has it; what it refuses, by column. */
function checkedBy(of: ListName, draft: Thing): { thing: Thing; problems: ListProblem[] } {
  const read = SCHEMAS[of].safeParse(draft)
  if (read.success) return { thing: read.data, problems: [] }
  const columns = new Set(read.error.issues.map(({ path }) => columnOf(of, String(path[0]))))
  return { thing: draft, problems: [...columns].map((column) => ({ column, what: 'refused' })) }
}

/** The column that a property of a thing stands in. */
const COLUMN_OF: Readonly<Record<string, ListColumn | undefined>> = {
  germination: 'comesUp',
  overrides: 'maturity',
  variety: 'variety',
  crop: 'kind',
  have: 'inStore',
  of: 'thing',
  offers: 'size',
}

/** The column that the name of a thing stands in. */
const NAMED: Readonly<Record<ListName, ListColumn>> = {
  lots: 'lot',
  beds: 'bed',
  varieties: 'variety',
  supplies: 'thing',
}

function columnOf(of: ListName, property: string): ListColumn {
  if (property === 'name') return NAMED[of]
  const columns = LIST_FILES[of].columns as readonly ListColumn[]
  return COLUMN_OF[property] ?? columns.find((column) => column === property) ?? columns[0]!
}

function changedColumns(of: ListName, from: Thing, to: Thing): ListColumn[] {
  const [a, b] = [from, to] as unknown as Record<string, unknown>[]
  const properties = new Set([...Object.keys(a!), ...Object.keys(b!)])
  const changed = [...properties].filter((property) => !sameValue(a![property], b![property]))
  return [...new Set(changed.map((property) => columnOf(of, property)))]
}
