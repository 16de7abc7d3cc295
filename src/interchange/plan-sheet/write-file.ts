/** The plan as a spreadsheet file, and an empty one to fill in. */
import Papa from 'papaparse'
import type { Season } from '../../season/schema'
import { EMPTY_ROW, type SheetRow } from './columns'
import { rowOf } from './read-rows'
import { FILE_COLUMNS, type FileColumn } from './table'

/** Headings in the language of the reader. */
export type SheetHeadings = Readonly<Record<FileColumn, string>>

/** Every planting as a row below the headings. */
export function planCells(season: Season, headings: SheetHeadings): string[][] {
  const line = (code: string, row: SheetRow) => FILE_COLUMNS.map((column) => (column === 'code' ? code : row[column]))
  return [
    FILE_COLUMNS.map((column) => headings[column]),
    ...season.plantings.map((planting) => line(planting.code, rowOf(planting, season))),
  ]
}

/** Headings with a row that shows how one is written. */
export function templateCells(season: Season, headings: SheetHeadings): string[][] {
  const { from } = season.season
  const example: SheetRow = {
    ...EMPTY_ROW,
    kind: season.crops[0]?.name ?? 'Lettuce',
    quantity: '48',
    unit: 'plants',
    on: `${Number(from.slice(0, 4)) + 1}-05-17`,
    every: '14',
    times: '4',
  }
  return [
    FILE_COLUMNS.map((column) => headings[column]),
    FILE_COLUMNS.map((column) => (column === 'code' ? '' : example[column])),
  ]
}

/**
 * Cells as CSV.
 *
 * @param decimalComma then cells are parted by semicolons, as spreadsheets there expect it
 */
export const sheetCsv = (cells: readonly string[][], decimalComma: boolean): string =>
  `\uFEFF${Papa.unparse(cells as string[][], { delimiter: decimalComma ? ';' : ',', newline: '\r\n', escapeFormulae: true })}\r\n`

const DAY = /^\d{4}-\d\d-\d\d$/
const WHOLE = /^\d{1,9}$/

/** Cells as XLSX: whole numbers and days as what they are, everything else as text, nothing as a formula. */
export async function sheetXlsx(cells: readonly string[][], name: string): Promise<Uint8Array> {
  const { default: Excel } = await import('exceljs')
  const book = new Excel.Workbook()
  const sheet = book.addWorksheet(name.replace(/[\\/?*[\]:]/g, ' ').slice(0, 31), {
    views: [{ state: 'frozen', ySplit: 1 }],
  })
  const texts = new Set(
    ['code', 'kind', 'variety', 'method', 'goes', 'note'].map((one) => FILE_COLUMNS.indexOf(one as FileColumn)),
  )
  for (const [i, row] of cells.entries()) {
    sheet.addRow(
      row.map((text, column) => {
        if (i === 0 || texts.has(column) || text === '') return text === '' ? null : text
        if (DAY.test(text)) return new Date(`${text}T00:00:00Z`)
        return WHOLE.test(text) ? Number(text) : text
      }),
    )
  }
  sheet.getRow(1).font = { bold: true }
  FILE_COLUMNS.forEach((column, i) => {
    const drawn = sheet.getColumn(i + 1)
    drawn.width = column === 'note' || column === 'method' ? 32 : 16
    if (column === 'on') drawn.numFmt = 'yyyy-mm-dd'
  })
  return new Uint8Array(await book.xlsx.writeBuffer())
}
