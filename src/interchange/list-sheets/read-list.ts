/** Rows of a file read into seed lots, beds or varieties: what each would add or change, and what is wrong in it. */
import type { DayOrder } from '../../core/calendar/typed-day'
import type { Addition } from '../../library/adding'
import { keyOf, freeKeyAmong } from '../../season/keys'
import { Bed, Lot, Supply, Variety, type Block, type Season } from '../../season/schema'
import { sameValue } from '../../season/values'
import { createBringing, type Bringing } from '../plan-sheet/bring'
import { plainText } from '../sheet-file/plain-text'
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
  /** An earlier row about the same thing, of which this is another size: that one takes it along. */
  sizeOf?: number
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
  /** The size of a supply that it says. */
  offer?: Supply['offers'][number]
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
  const read: ListRow[] = []
  /** Sizes that were said, by the first row about their supply. */
  const sizes = new Map<number, Set<string>>()
  rows.forEach((row, at) => {
    const size = of === 'supplies' ? anotherSize(row, { read, reading, sizes }) : undefined
    read.push(size ?? readOne(row, at))
  })
  return { rows: read, additions: reading.additions }

  function readOne(row: Said<string>, at: number): ListRow {
    const before = reading.additions.length
    const made = READERS[of](row, reading)
    if (made.offer) sizes.set(at, new Set([sizeKey(made.offer)]))
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
  }
}

/**
 * A row that says another size of a thing that an earlier row is about: the earlier one takes it along.
 *
 * @returns `undefined` where it is about something new, says nothing else, or something is wrong in it
 */
function anotherSize(row: Said<string>, { read, reading, sizes }: Sizes): ListRow | undefined {
  const first = read.findIndex(({ to, name }) => to && plainText(name) === plainText(row['thing'] ?? ''))
  const earlier = read[first]
  if (!earlier) return undefined
  const before = earlier.to as Supply
  const supplies = [...reading.season.supplies.filter(({ key }) => key !== before.key), before]
  const made = readSupply(row, { ...reading, season: { ...reading.season, supplies } })
  const said = sizes.get(first)
  if (made.problems.length > 0 || !made.offer || !said || said.has(sizeKey(made.offer))) return undefined
  const { thing, problems } = checkedBy('supplies', made.draft!)
  const after = thing as Supply
  if (problems.length > 0 || after.have !== before.have) return undefined
  said.add(sizeKey(made.offer))
  const changes = sameValue(before, after) ? [] : (['size'] as ListColumn[])
  const is = changes.length > 0 ? 'changed' : 'same'
  read[first] = { ...earlier, is: earlier.is === 'same' ? is : earlier.is, to: after }
  if (earlier.is !== 'new') read[first].changes = changedColumns('supplies', earlier.from!, after)
  return { name: made.name, problems: [], brings: undefined, is, changes, from: before, to: after, sizeOf: first }
}

interface Sizes {
  read: ListRow[]
  reading: ListReading
  sizes: ReadonlyMap<number, Set<string>>
}

const sizeKey = ({ supplier, size }: Supply['offers'][number]): string => JSON.stringify([plainText(supplier), size])

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
