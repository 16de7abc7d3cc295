/** Rows of a spreadsheet as they come: where the headings stand, and which column says what. */
import { readTypedDay, type DayOrder } from '../../core/calendar/typed-day'
import { EMPTY_ROW, HEADINGS, plainText, SHEET_COLUMNS, type SheetColumn, type SheetRow } from './columns'

/** What a column of a file can be: one of the sheet, or the code that a planting goes by. */
export type FileColumn = SheetColumn | 'code'
export const FILE_COLUMNS: readonly FileColumn[] = ['code', ...SHEET_COLUMNS]

const CODE_HEADINGS = ['code', 'id', 'codigo'] as const

/** A table found in a file. */
export interface Table {
  headings: string[]
  /** What each column was guessed to be. */
  guess: (FileColumn | undefined)[]
  /** Rows below the headings, without empty ones. */
  rows: string[][]
  /** Line of the first of them in the file, from 1. */
  firstLine: number
}

const LOOKED_AT = 30 // rows from the top in which headings are looked for

const headingsOf = (column: FileColumn): readonly string[] => (column === 'code' ? CODE_HEADINGS : HEADINGS[column])

/** How surely a heading says a column; 0 not at all. */
function sureness(heading: string, column: FileColumn): number {
  const plain = plainText(heading)
  if (plain === '') return 0
  const names = headingsOf(column)
  const whole = names.indexOf(plain)
  if (whole >= 0) return 100 - whole
  const part = names.findIndex((name) => name.length > 2 && ` ${plain} `.includes(` ${name} `))
  return part < 0 ? 0 : 50 - part
}

/** Which column each heading says, each column once, the surest first. */
export function guessColumns(headings: readonly string[]): (FileColumn | undefined)[] {
  const wishes = headings
    .flatMap((heading, at) => FILE_COLUMNS.map((column) => ({ at, column, sure: sureness(heading, column) })))
    .filter(({ sure }) => sure > 0)
    .sort((a, b) => b.sure - a.sure)
  const guess: (FileColumn | undefined)[] = headings.map(() => undefined)
  const taken = new Set<FileColumn>()
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
 * @returns `undefined` where no row reads like headings of plantings
 */
export function findTable(cells: readonly (readonly string[])[]): Table | undefined {
  let best: { headings: string[]; guess: (FileColumn | undefined)[]; found: number; below: number } | undefined
  const offer = (headings: readonly string[], below: number) => {
    const guess = guessColumns(headings)
    const found = guess.filter((one) => one !== undefined).length
    if ((guess.includes('kind') || guess.includes('variety')) && found >= 2 && found > (best?.found ?? 0))
      best = { headings: [...headings], guess, found, below }
  }
  const last = Math.min(LOOKED_AT, cells.length)
  for (let i = 0; i < last; i++) offer(cells[i]!, i + 1)
  for (let i = 0; i + 1 < last; i++) offer(merged(cells[i]!, cells[i + 1]!), i + 2)
  if (!best) return undefined
  const { headings, guess, below } = best
  const body = cells.slice(below)
  const rows = body.filter((row) => row.some((cell) => cell.trim() !== '')).map((row) => [...row])
  const first = body.findIndex((row) => row.some((cell) => cell.trim() !== ''))
  return { headings: headings.map((one) => one.trim()), guess, rows, firstLine: below + Math.max(first, 0) + 1 }
}

/** A row of the file as a row of the sheet, with the code it goes by. */
export interface FileRow {
  code: string
  row: SheetRow
}

/** Rows of a table by what its columns were said to be. */
export function rowsOf(table: Table, columns: readonly (FileColumn | undefined)[]): FileRow[] {
  return table.rows.map((cells) => {
    const said: Partial<Record<FileColumn, string>> = {}
    columns.forEach((column, i) => {
      if (column !== undefined) said[column] = unguarded(cells[i] ?? '').trim()
    })
    const { code = '', ...row } = said
    return { code, row: { ...EMPTY_ROW, ...row } }
  })
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
