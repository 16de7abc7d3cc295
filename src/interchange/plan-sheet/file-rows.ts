/** The plan in a file: a table of plantings, each with the code it goes by. */
import type { Day } from '../../core/calendar/day'
import { readTypedDay, type TypedDays } from '../../core/calendar/typed-day'
import type { Said, SheetKind } from '../sheet-file/table'
import { HEADINGS, SHEET_COLUMNS, type SheetColumn, type SheetRow } from './columns'

/** What a column of a file can be: one of the sheet, or the code that a planting goes by. */
export type FileColumn = SheetColumn | 'code'

/** Plantings as a table. */
export const PLAN_FILE: SheetKind<FileColumn> = {
  columns: ['code', ...SHEET_COLUMNS],
  headings: { code: ['code', 'id', 'codigo'], ...HEADINGS },
  about: ['kind', 'variety'],
  days: ['on'],
  numbers: ['quantity', 'every', 'times'],
  long: ['method', 'note'],
}

/** A row of the file as a row of the sheet, with the code it goes by. */
export interface FileRow {
  code: string
  row: SheetRow
}

/** How a day is written in a cell: so that it is read back as the same. */
export type WriteDay = (day: Day) => string

export const writeDayIn = (locale: string): WriteDay => {
  const format = new Intl.DateTimeFormat(locale, { day: 'numeric', month: 'short', year: 'numeric', timeZone: 'UTC' })
  return (day) => format.format(day * 86_400_000)
}

/** Rows of a file as rows of the sheet. */
export const fileRowsOf = (rows: readonly Said<FileColumn>[]): FileRow[] =>
  rows.map(({ code, ...row }) => ({ code, row }))

/** Rows of a file with their days written as they are here: no order of day and month is left open. What is no day stays as it is. */
export function writtenDays(rows: readonly FileRow[], days: TypedDays, locale: string): FileRow[] {
  const write = writeDayIn(locale)
  const written = (text: string): string => {
    const read = readTypedDay(text, days)
    return read.ok ? write(read.day) : text
  }
  return rows.map(({ code, row }) => ({
    code,
    row: { ...row, on: written(row.on), times: /^\d{1,3}$/.test(row.times.trim()) ? row.times : written(row.times) },
  }))
}
