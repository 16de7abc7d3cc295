/** Cells as a spreadsheet file. Nothing leaves as a formula. */
import Papa from 'papaparse'
import type { SheetKind } from './table'

/** Cells of things below their headings. */
export const cellsOf = <C extends string>(
  { columns }: Pick<SheetKind<C>, 'columns'>,
  headings: Readonly<Record<C, string>>,
  rows: readonly Readonly<Record<C, string>>[],
): string[][] => [columns.map((column) => headings[column]), ...rows.map((row) => columns.map((column) => row[column]))]

/**
 * Cells as CSV.
 *
 * @param decimalComma then cells are parted by semicolons, as spreadsheets there expect it
 */
export const sheetCsv = (cells: readonly string[][], decimalComma: boolean): string =>
  `\uFEFF${Papa.unparse(cells as string[][], { delimiter: decimalComma ? ';' : ',', newline: '\r\n', escapeFormulae: true })}\r\n`

const DAY = /^\d{4}-\d\d-\d\d$/
const NUMBER = /^\d{1,9}(\.\d{1,6})?$/

/** Cells as XLSX: numbers and days as what they are, everything else as text. */
export async function sheetXlsx<C extends string>(
  cells: readonly string[][],
  name: string,
  { columns, days, numbers, long }: SheetKind<C>,
): Promise<Uint8Array> {
  const { default: Excel } = await import('exceljs')
  const book = new Excel.Workbook()
  const sheet = book.addWorksheet(name.replace(/[\\/?*[\]:]/g, ' ').slice(0, 31), {
    views: [{ state: 'frozen', ySplit: 1 }],
  })
  const plain = columns.map((column) => !days.includes(column) && !numbers.includes(column))
  for (const [i, row] of cells.entries()) {
    const added = sheet.addRow(
      row.map((text, column) => {
        if (i === 0 || plain[column] || text === '') return text === '' ? null : text
        if (DAY.test(text)) return new Date(`${text}T00:00:00Z`)
        return NUMBER.test(text) ? Number(text) : text
      }),
    )
    added.eachCell((cell) => {
      if (cell.value instanceof Date) cell.numFmt = 'yyyy-mm-dd'
    })
  }
  sheet.getRow(1).font = { bold: true }
  columns.forEach((column, i) => {
    const drawn = sheet.getColumn(i + 1)
    drawn.width = long.includes(column) ? 32 : 16
  })
  return new Uint8Array(await book.xlsx.writeBuffer())
}
