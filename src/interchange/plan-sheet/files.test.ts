import Excel from 'exceljs'
import { describe, expect, it } from 'vitest'
import { sallowFerry } from '../../../scripts/demo/sallow-ferry'
import { parseDay } from '../../core/calendar/day'
import { createPlanner } from '../../core/plan/plan'
import { readSeason } from '../../season/read'
import { sheet as words } from '../../words/messages/en/sheet'
import { readRows } from './read-rows'
import { readSheetFile } from '../sheet-file/read-file'
import { findTable, guessColumns, orderOf, rowsOf } from '../sheet-file/table'
import { sheetCsv, sheetXlsx } from '../sheet-file/write-cells'
import { fileRowsOf, PLAN_FILE } from './file-rows'
import { planCells, templateCells, type SheetHeadings } from './write-file'

const read = readSeason(sallowFerry)
if (!read.ok) throw new Error('the demo farm must read')
const { season } = read
const headings: SheetHeadings = words.columns
const bytes = (text: string) => new TextEncoder().encode(text)

/** Rows of a file, put back onto the plantings they go by. */
async function back(name: string, file: Uint8Array) {
  const found = await readSheetFile(name, file)
  if (!found.ok) throw new Error(found.fault)
  const table = findTable(found.cells, PLAN_FILE)!
  expect(table.guess).toEqual(PLAN_FILE.columns)
  const rows = fileRowsOf(rowsOf(table, table.guess, PLAN_FILE))
  return readRows(
    rows.map(({ code, row }) => ({ row, base: season.plantings.find((one) => one.code === code) })),
    season,
    { order: 'dmy', planner: createPlanner() },
  )
}

describe('the plan as a file', () => {
  it.each(['plan.xlsx', 'plan.csv', 'plan-semicolon.csv'])('comes back from %s without a difference', async (name) => {
    const cells = planCells(season, headings)
    const file = name.endsWith('xlsx')
      ? await sheetXlsx(cells, 'Plan', PLAN_FILE)
      : bytes(sheetCsv(cells, name.includes('semi')))
    const sheet = await back(name, file)
    expect(sheet.rows.flatMap(({ problems }) => problems)).toEqual([])
    expect(sheet.season.plantings).toEqual(season.plantings)
    expect(sheet.additions).toEqual([])
  })
  it('holds no formula, whatever was written in it', async () => {
    const note = '=HYPERLINK("http://127.0.0.1","x")'
    const danger = { ...season, plantings: season.plantings.map((one, i) => (i === 0 ? { ...one, note } : one)) }
    const cells = planCells(danger, headings)
    const book = new Excel.Workbook()
    const file = await sheetXlsx(cells, 'Plan', PLAN_FILE)
    await book.xlsx.load(file.buffer as ArrayBuffer)
    book.worksheets[0]!.eachRow((row) => row.eachCell((cell) => expect(cell.formula).toBeUndefined()))
    expect(sheetCsv(cells, false)).not.toMatch(/(^|,)"?[=+@]/m)
    const csv = await readSheetFile('plan.csv', bytes(sheetCsv(cells, false)))
    const table = findTable(csv.ok ? csv.cells : [], PLAN_FILE)!
    expect(fileRowsOf(rowsOf(table, table.guess, PLAN_FILE))[0]!.row.note).toBe(note)
  })
  it('has an empty one to fill in, whose example reads', async () => {
    const found = await readSheetFile('empty.xlsx', await sheetXlsx(templateCells(season, headings), 'Plan', PLAN_FILE))
    const table = findTable(found.ok ? found.cells : [], PLAN_FILE)!
    expect(fileRowsOf(rowsOf(table, table.guess, PLAN_FILE))).toHaveLength(1)
    expect(fileRowsOf(rowsOf(table, table.guess, PLAN_FILE))[0]!.row).toMatchObject({
      quantity: '48',
      unit: 'plants',
      every: '14',
      times: '4',
    })
  })
})

describe('a spreadsheet of somebody’s own', () => {
  const messy = [
    ['Mill Field, spring 2027', '', '', '', ''],
    ['', '', '', '', ''],
    ['What', '', 'How many', 'Field', 'Remarks'],
    ['Crop', 'Variety', '', 'Planting date', ''],
    ['Kale', 'curly green', '120', '17/4', 'early'],
    ['', '', '', '', ''],
    ['zucchini', '', '12 plants', '20 May', ''],
    ['Lettuce', 'red oak', '2 trays', 'week 16', 'cut and come again'],
  ]
  it('is found below its titles, with headings in two rows and rows left empty', async () => {
    const csv = messy.map((row) => row.join(';')).join('\n')
    const found = await readSheetFile('mine.csv', bytes(csv))
    const table = findTable(found.ok ? found.cells : [], PLAN_FILE)!
    expect(table.guess).toEqual(['kind', 'variety', 'quantity', 'on', 'note'])
    expect(
      fileRowsOf(rowsOf(table, table.guess, PLAN_FILE)).map(({ row }) => [row.kind, row.quantity, row.on, row.note]),
    ).toEqual([
      ['Kale', '120', '17/4', 'early'],
      ['zucchini', '12 plants', '20 May', ''],
      ['Lettuce', '2 trays', 'week 16', 'cut and come again'],
    ])
    expect(table.lines).toEqual([5, 7, 8])
  })
  it('made by a spreadsheet program has merged titles, days, formulas and rich text read as they are shown', async () => {
    const book = new Excel.Workbook()
    const sheet = book.addWorksheet('Spring')
    sheet.addRow(['Mill Field'])
    sheet.mergeCells('A1:E1')
    sheet.addRow(['Crop', 'Plants', 'Plant out', 'Bed'])
    sheet.addRow([
      'Kale',
      { formula: '60*2', result: 120 },
      new Date('2027-04-17T00:00:00Z'),
      { richText: [{ text: 'N' }, { text: '4' }] },
    ])
    const found = await readSheetFile('mine.xlsx', new Uint8Array(await book.xlsx.writeBuffer()))
    const table = findTable(found.ok ? found.cells : [], PLAN_FILE)!
    expect(fileRowsOf(rowsOf(table, table.guess, PLAN_FILE))[0]!.row).toMatchObject({
      kind: 'Kale',
      quantity: '120',
      on: '2027-04-17',
      goes: 'N4',
    })
  })
  it('in the old Western code page keeps its accents', async () => {
    const latin = Uint8Array.from([...'Crop;Plants;Date\nC\u00e9leri;10;1 May\n'].map((letter) => letter.charCodeAt(0)))
    const found = await readSheetFile('old.csv', latin)
    expect(found.ok && found.cells[1]![0]).toBe('Céleri')
  })
  it('says each thing once', () => {
    expect(guessColumns(['Date', 'Planting date', 'Crop', 'Name', 'x', ''], PLAN_FILE)).toEqual([
      undefined,
      'on',
      'kind',
      undefined,
      undefined,
      undefined,
    ])
  })
  it('tells the order of its days where one can be read one way only, and asks where none can', () => {
    const from = parseDay('2026-10-01')
    expect(orderOf(['4/5', '17/5'], from)).toBe('dmy')
    expect(orderOf(['4/5', '5/17'], from)).toBe('mdy')
    expect(orderOf(['4/5', '6/7'], from)).toBeUndefined()
    expect(orderOf(['4 May', 'week 3', ''], from)).toBe('any')
  })
  it('that is not one is refused with what it is', async () => {
    const fault = async (name: string, file: Uint8Array) => {
      const found = await readSheetFile(name, file)
      return found.ok ? 'read' : found.fault
    }
    expect(await fault('a.csv', new Uint8Array())).toBe('empty')
    expect(await fault('a.csv', new Uint8Array(10_000_001).fill(65))).toBe('too-large')
    expect(await fault('a.csv', bytes('a\n'.repeat(10_002)))).toBe('too-many-rows')
    expect(await fault('a.xls', Uint8Array.from([0xd0, 0xcf, 0x11, 0xe0, 1]))).toBe('old-format')
    expect(await fault('a.xlsm', Uint8Array.from([0x50, 0x4b, 3, 4]))).toBe('macros')
    expect(await fault('a.xlsx', Uint8Array.from([0x50, 0x4b, 3, 4, 0, 0]))).toBe('not-a-sheet')
    expect(await fault('a.png', Uint8Array.from([0x89, 0x50, 0, 0]))).toBe('not-a-sheet')
    expect(findTable([['hello'], ['world', '1']], PLAN_FILE)).toBeUndefined()
  })
})
