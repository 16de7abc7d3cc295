/** Spreadsheet files as cells of text: CSV of any common kind, and XLSX. */
import Papa from 'papaparse'
import { plainNumber } from './plain-text'

/** Why a file is not read. */
export type FileFault = 'empty' | 'too-large' | 'too-many-rows' | 'old-format' | 'macros' | 'not-a-sheet'

/** The cells of a file, or why there are none. */
export type FileCells = { ok: true; cells: string[][]; sheet: string | undefined } | { ok: false; fault: FileFault }

export const MOST_BYTES = 10_000_000
const MOST_ROWS = 10_000
const MOST_COLUMNS = 80

const begins = (bytes: Uint8Array, ...with_: number[]) => with_.every((byte, i) => bytes[i] === byte)

/**
 * Reads a file.
 *
 * @param name its name, for what kind it says it is; the content has the word
 */
export async function readSheetFile(name: string, bytes: Uint8Array): Promise<FileCells> {
  if (bytes.length === 0) return { ok: false, fault: 'empty' }
  if (bytes.length > MOST_BYTES) return { ok: false, fault: 'too-large' }
  if (begins(bytes, 0xd0, 0xcf, 0x11, 0xe0)) return { ok: false, fault: 'old-format' }
  const limited = (cells: string[][], sheet?: string): FileCells =>
    cells.length > MOST_ROWS
      ? { ok: false, fault: 'too-many-rows' }
      : { ok: true, sheet, cells: cells.map((row) => row.slice(0, MOST_COLUMNS)) }
  if (begins(bytes, 0x50, 0x4b)) {
    if (/\.xlsm$/i.test(name)) return { ok: false, fault: 'macros' }
    const read = await workbookCells(bytes)
    return read ? limited(read.cells, read.sheet) : { ok: false, fault: 'not-a-sheet' }
  }
  const text = textOf(bytes)
  if (text === undefined) return { ok: false, fault: 'not-a-sheet' }
  const { data } = Papa.parse<string[]>(text, { delimitersToGuess: [',', ';', '\t', '|'] })
  return limited(data)
}

/** Text in UTF-8 or UTF-16, else in the old Western code page; `undefined` for what is no text at all. */
function textOf(bytes: Uint8Array): string | undefined {
  if (begins(bytes, 0xff, 0xfe) || begins(bytes, 0xfe, 0xff))
    return new TextDecoder(bytes[0] === 0xff ? 'utf-16le' : 'utf-16be').decode(bytes).replace(/^\uFEFF/, '')
  if (bytes.subarray(0, 4000).includes(0)) return undefined
  try {
    return new TextDecoder('utf-8', { fatal: true }).decode(bytes).replace(/^\uFEFF/, '')
  } catch {
    return new TextDecoder('windows-1252').decode(bytes)
  }
}

/** What reads workbooks. */
export const loadWorkbooks = async () => (await import('exceljs')).default

/** The first sheet of a workbook that has anything in it. */
async function workbookCells(bytes: Uint8Array): Promise<{ cells: string[][]; sheet: string } | undefined> {
  const Excel = await loadWorkbooks()
  const book = new Excel.Workbook()
  try {
    await book.xlsx.load(bytes.buffer.slice(bytes.byteOffset, bytes.byteOffset + bytes.byteLength) as ArrayBuffer)
  } catch {
    return undefined // a packed file of another kind, or a broken one
  }
  const sheet = book.worksheets.find(({ actualRowCount }) => actualRowCount > 0)
  if (!sheet) return undefined
  const cells: string[][] = []
  sheet.eachRow({ includeEmpty: true }, (row, at) => {
    const texts: string[] = []
    row.eachCell({ includeEmpty: true }, (cell, column) => {
      // What is merged is said once.
      texts[column - 1] = cell.isMerged && cell.master.address !== cell.address ? '' : cellText(cell.value)
    })
    cells[at - 1] = Array.from(texts, (text) => text ?? '')
  })
  return { cells: Array.from(cells, (row) => row ?? []), sheet: sheet.name }
}

/** What a cell shows: of a formula what it came to, of a day its date. */
function cellText(value: unknown): string {
  if (value === null || value === undefined) return ''
  if (value instanceof Date) return value.toISOString().slice(0, 10)
  if (typeof value === 'number') return plainNumber(value)
  if (typeof value !== 'object') return String(value as string | boolean)
  if ('richText' in value) return (value.richText as { text: string }[]).map(({ text }) => text).join('')
  if ('result' in value) return cellText(value.result)
  if ('text' in value) return cellText(value.text)
  return ''
}
