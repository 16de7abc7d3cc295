/** A spreadsheet file as it is read beside the page: the file stays on the device, and a bad one takes nothing down but the worker. */
import { LIST_FILES, type ListName } from '../list-sheets/lists'
import { readList, type ReadList } from '../list-sheets/read-list'
import { fileRowsOf, PLAN_FILE, writtenDays, type FileColumn, type FileRow } from '../plan-sheet/file-rows'
import type { DayOrder, TypedDays } from '../../core/calendar/typed-day'
import type { Season } from '../../season/schema'
import { loadWorkbooks, readSheetFile, type FileFault } from './read-file'
import { findTable, orderOf, rowsOf, type Said, type SheetKind, type Table } from './table'

/** What a file is looked through for. */
export type Sought = 'plan' | ListName

/** What was found in a file: its headings, what they were guessed to be, and some of what stands below them. */
export type Found =
  | {
      ok: true
      headings: string[]
      guess: (string | undefined)[]
      samples: string[][]
      rows: number
      /** Line in the file of each row, from 1. */
      lines: number[]
    }
  | { ok: false; fault: FileFault | 'no-table' }

const SAMPLES = 3 // cells shown of a column

let sought: Sought = 'plan'
let kind: SheetKind<string> = PLAN_FILE as SheetKind<string>
let table: Table<string> | undefined

export const sheetFile = {
  /** Loads what reads workbooks, which is large, before there is a file. */
  async loadReader(): Promise<void> {
    await loadWorkbooks()
  },
  async openFile(name: string, bytes: ArrayBuffer, what: Sought): Promise<Found> {
    sought = what
    kind = what === 'plan' ? (PLAN_FILE as SheetKind<string>) : LIST_FILES[what]
    table = undefined
    const read = await readSheetFile(name, new Uint8Array(bytes))
    if (!read.ok) return read
    const found = findTable(read.cells, kind)
    if (!found || found.rows.length === 0) return { ok: false, fault: 'no-table' }
    table = found
    const samples = found.headings.map((_, i) =>
      [...new Set(found.rows.map((row) => (row[i] ?? '').trim()).filter(Boolean))].slice(0, SAMPLES),
    )
    const { headings, guess, rows, lines } = found
    return { ok: true, headings, guess, samples, rows: rows.length, lines }
  },
  /** The order in which days are written in the columns that hold them. */
  orderOf(columns: readonly (string | undefined)[], from: number): ReturnType<typeof orderOf> {
    const days = columns.flatMap((column, i) => (column !== undefined && kind.days.includes(column) ? [i] : []))
    return orderOf(table?.rows.flatMap((row) => days.map((i) => row[i] ?? '')) ?? [], from)
  },
  /** Rows as plantings, their days written as they are here. */
  plantings(columns: readonly (string | undefined)[], days: TypedDays, locale: string): FileRow[] {
    const rows = table ? rowsOf(table, columns, kind) : []
    return writtenDays(fileRowsOf(rows as Said<FileColumn>[]), days, locale)
  },
  /** Rows as things of a list of a season, with what each would do. */
  things(columns: readonly (string | undefined)[], season: Season, order: DayOrder | undefined): ReadList {
    const rows = table ? rowsOf(table, columns, kind) : []
    return readList(sought === 'plan' ? 'lots' : sought, rows, season, { order })
  },
}
