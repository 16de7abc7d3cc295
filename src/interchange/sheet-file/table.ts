/** Rows of a spreadsheet as they come: where the headings stand, and which column says what. */
import { readTypedDay, type DayOrder } from '../../core/calendar/typed-day'
import { plainText } from './plain-text'

/** What a table may hold: its columns, and the words that head them. */
export interface SheetKind<C extends string> {
  /** Columns in the order they are written. */
  columns: readonly C[]
  /** Words a heading holds, the surest first; in small letters without accents. */
  headings: Readonly<Record<C, readonly string[]>>
  /** Columns of which a table has at least one: what a row is about. */
  about: readonly C[]
  /** Columns that hold days. */
  days: readonly C[]
  /** Columns that hold numbers. */
  numbers: readonly C[]
  /** Columns of long texts, which are drawn wide. */
  long: readonly C[]
  /** What a bare number in a column is measured in, by the words of its heading. */
  units?: Partial<Record<C, Readonly<Record<string, string>>>>
}

/** A table found in a file. */
export interface Table<C extends string> {
  headings: string[]
  /** What each column was guessed to be. */
  guess: (C | undefined)[]
  /** Rows below the headings, without empty ones. */
  rows: string[][]
  /** Line of each of them in the file, from 1. */
  lines: number[]
}

const LOOKED_AT = 30 // rows from the top in which headings are looked for

/** How surely a heading says a column; 0 not at all. */
function sureness(heading: string, names: readonly string[]): number {
  const plain = plainText(heading)
  if (plain === '') return 0
  const whole = names.indexOf(plain)
  if (whole >= 0) return 100 - whole
  const part = names.findIndex((name) => name.length > 2 && ` ${plain} `.includes(` ${name} `))
  return part < 0 ? 0 : 50 - part
}

/** Which column each heading says, each column once, the surest first. */
export function guessColumns<C extends string>(headings: readonly string[], kind: SheetKind<C>): (C | undefined)[] {
  const wishes = headings
    .flatMap((heading, at) =>
      kind.columns.map((column) => ({ at, column, sure: sureness(heading, kind.headings[column]) })),
    )
    .filter(({ sure }) => sure > 0)
    .sort((a, b) => b.sure - a.sure)
  const guess: (C | undefined)[] = headings.map(() => undefined)
  const taken = new Set<C>()
  for (const { at, column } of wishes) {
    if (guess[at] !== undefined || taken.has(column)) continue
    guess[at] = column
    taken.add(column)
  }
  return guess
}

/** Two rows of headings, one above the other, as one. A heading over several columns counts for each of them. */
function merged(above: readonly string[], below: readonly string[]): string[] {
  const width = Math.max(above.length, below.length)
  let last = ''
  return Array.from({ length: width }, (_, i) => {
    const [top, foot] = [(above[i] ?? '').trim(), (below[i] ?? '').trim()]
    if (top !== '') last = top
    return foot === '' ? top : top === '' && last === '' ? foot : `${top === '' ? last : top} ${foot}`.trim()
  })
}

/**
 * Finds the table in the cells of a file: titles above it are passed over, headings may take two rows.
 *
 * @returns `undefined` where no row reads like headings of such a table
 */
export function findTable<C extends string>(
  cells: readonly (readonly string[])[],
  kind: SheetKind<C>,
): Table<C> | undefined {
  let best: { headings: string[]; guess: (C | undefined)[]; found: number; below: number } | undefined
  const offer = (headings: readonly string[], below: number) => {
    const guess = guessColumns(headings, kind)
    const found = guess.filter((one) => one !== undefined).length
    const about = guess.some((one) => one !== undefined && kind.about.includes(one))
    if (about && found >= 2 && found > (best?.found ?? 0)) best = { headings: [...headings], guess, found, below }
  }
  const last = Math.min(LOOKED_AT, cells.length)
  for (let i = 0; i < last; i++) offer(cells[i]!, i + 1)
  for (let i = 0; i + 1 < last; i++) offer(merged(cells[i]!, cells[i + 1]!), i + 2)
  if (!best) return undefined
  const { headings, guess, below } = best
  const rows: string[][] = []
  const lines: number[] = []
  cells.slice(below).forEach((row, i) => {
    if (row.every((cell) => cell.trim() === '')) return
    rows.push([...row])
    lines.push(below + i + 1)
  })
  return { headings: headings.map((one) => one.trim()), guess, rows, lines }
}

/** A row by what its columns say; what no column says is empty. */
export type Said<C extends string> = Record<C, string>

/** Rows of a table by what its columns were said to be. */
export function rowsOf<C extends string>(
  { headings, rows }: Pick<Table<C>, 'headings' | 'rows'>,
  columns: readonly (C | undefined)[],
  kind: SheetKind<C>,
): Said<C>[] {
  const units = columns.map((column, i) => unitIn(headings[i] ?? '', column, kind))
  return rows.map((cells) => {
    const said = Object.fromEntries(kind.columns.map((column) => [column, ''])) as Said<C>
    columns.forEach((column, i) => {
      if (column === undefined) return
      const text = unguarded(cells[i] ?? '').trim()
      said[column] = units[i] !== undefined && /^[\d.,\s]+$/.test(text) && text !== '' ? `${text} ${units[i]}` : text
    })
    return said
  })
}

/** What bare numbers below a heading are measured in, where it says so. */
function unitIn<C extends string>(heading: string, column: C | undefined, { units }: SheetKind<C>): string | undefined {
  const known = column === undefined ? undefined : units?.[column]
  if (!known) return undefined
  const words = heading.toLowerCase().split(/[^\p{L}%'"]+/u)
  const found = Object.keys(known).find((word) => words.includes(word))
  return found === undefined ? undefined : known[found]
}

/** A text that was kept from being taken for a formula, as it was. */
const unguarded = (text: string) => (/^'[=+\-@]/.test(text) ? text.slice(1) : text)

/**
 * The order in which days are written in a column: as those tell that can be read one way only.
 *
 * @returns `undefined` where nothing tells, though it matters
 */
export function orderOf(texts: readonly string[], from: number): DayOrder | 'any' | undefined {
  let doubtful = false
  for (const text of texts) {
    const read = readTypedDay(text, { from })
    if (!read.ok) continue
    if (read.or !== undefined) doubtful = true
    else {
      const digits = /^\D*(\d{1,2})[-/. ](\d{1,2})\b/.exec(text.trim())
      if (digits && Number(digits[1]) > 12) return 'dmy'
      if (digits && Number(digits[2]) > 12) return 'mdy'
    }
  }
  return doubtful ? undefined : 'any'
}
