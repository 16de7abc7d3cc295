import Excel from 'exceljs'
import { asDocument, demo, expect, test, visit } from './farm'
import type { Page } from '@playwright/test'

const AT = '/sallow-ferry/2027'

/** Pastes text as a spreadsheet would, where the cursor stands. */
async function paste(page: Page, rows: string[][]) {
  await page.evaluate(
    (text) => {
      const data = new DataTransfer()
      data.setData('text/plain', text)
      document.dispatchEvent(new ClipboardEvent('paste', { clipboardData: data, bubbles: true, cancelable: true }))
    },
    rows.map((row) => row.join('\t')).join('\n'),
  )
}

/** Goes to the first empty row, below everything. */
async function toTheEnd(page: Page) {
  const cell = page.getByTestId('sheet').locator('.dsg-cell:not(.dsg-cell-gutter)').nth(20)
  await cell.click()
  await page.keyboard.press('Control+ArrowDown')
  await page.keyboard.press('Control+ArrowLeft')
}

test('a block pasted from a spreadsheet becomes plantings in one step, and one undo takes all of them back', async ({
  page,
}) => {
  await visit(page, '/sheet')
  await expect(page.getByText('Everything is saved.')).toBeVisible()
  await toTheEnd(page)
  await paste(page, [
    ['Kale', 'long black', '48', 'plants', '17 April', '14', '3', '', '', 'first try'],
    ['Watermelon', '', '2 trays', '', '1 June', '', '', '', '', ''],
    ['Tomatto', '', '10', '', '20 May', '', '', '', '', ''],
    ['Kale', 'curly green', '50', 'seeds', '04/05/2027', '', '', '', 'Saturday market', ''],
  ])
  await expect(page.getByText('3 new')).toBeVisible()
  await expect(page.getByText('1 row with something missing')).toBeVisible()
  await expect(page.getByText(/No kind of that name\. Like it: .*Tomato/)).toBeVisible()
  await expect(page.getByText(/New: Watermelon · Sow .*2 trays/)).toBeVisible()
  await page.getByRole('button', { name: 'Save' }).click()
  await expect(page.getByText('Sheet: 3 new')).toBeVisible()
  const then = await asDocument(page, AT)
  const added = then.plantings.filter(({ key }) => !demo().plantings.some((one) => one.key === key))
  expect(added.map(({ plants, on, series, note, goes }) => ({ plants: plants > 0, on, series, note, goes }))).toEqual([
    { plants: true, on: '2027-04-17', series: { every: 14, count: 3 }, note: 'first try', goes: undefined },
    { plants: true, on: '2027-06-01', series: undefined, note: undefined, goes: undefined },
    {
      plants: true,
      on: '2027-05-04',
      series: undefined,
      note: undefined,
      goes: [{ to: 'customer', name: 'Saturday market', plants: added[2]!.plants }],
    },
  ])
  expect(then.crops.some(({ name }) => name === 'Watermelon')).toBe(true)
  // What was not understood stays in its row, word for word.
  await expect(page.getByText('1 row with something missing')).toBeVisible()
  await page.getByRole('button', { name: 'Undo', exact: true }).last().click()
  await expect.poll(async () => (await asDocument(page, AT)).plantings).toEqual(demo().plantings)
})

test('cells are typed in from the keyboard; a row that is wrong says why and is not saved', async ({ page }) => {
  await visit(page, '/sheet')
  await toTheEnd(page)
  await page.keyboard.type('zucchini')
  await page.keyboard.press('Tab')
  await page.keyboard.press('Tab')
  await page.keyboard.type('12')
  await expect(page.getByText(/Write the planting day: 17 March, 17\/3, week 11/).first()).toBeVisible()
  await expect(page.getByRole('button', { name: 'Save' })).toBeDisabled()
  await page.getByRole('button', { name: 'Drop changes' }).click()
  await expect(page.getByText('Everything is saved.')).toBeVisible()
  expect((await asDocument(page, AT)).plantings).toEqual(demo().plantings)
})

test('a messy spreadsheet is matched by guess and by hand, changed, saved, and comes back without a difference', async ({
  page,
}) => {
  const book = new Excel.Workbook()
  const sheet = book.addWorksheet('Spring')
  sheet.addRow(['Mill Field, what we want'])
  sheet.mergeCells('A1:D1')
  sheet.addRow([])
  sheet.addRow(['Crop', 'How many', 'When', 'Something'])
  sheet.addRow(['Kale, curly green', '120 plants', '4/5', 'for the box'])
  sheet.addRow([])
  sheet.addRow(['Swiss chard', 60, '6/5', ''])
  await visit(page, '/sheet')
  await page.getByTestId('sheet-file').setInputFiles({
    name: 'spring.xlsx',
    mimeType: 'application/vnd.openxmlformats-officedocument.spreadsheetml.sheet',
    buffer: Buffer.from(await book.xlsx.writeBuffer()),
  })
  const dialog = page.getByRole('dialog', { name: /spring\.xlsx/ })
  // Both days could be either: it is asked.
  await expect(dialog.getByRole('button', { name: 'Import 2 rows' })).toBeDisabled()
  await dialog.getByRole('combobox', { name: 'Days are written' }).press('ArrowDown')
  await page.getByRole('option', { name: 'day first: 4/5 is 4 May' }).click()
  await dialog.getByRole('combobox', { name: 'Something' }).press('ArrowDown')
  await page.getByRole('option', { name: 'Note' }).click()
  await dialog.getByRole('button', { name: 'Import 2 rows' }).click()
  await expect(page.getByText('2 new')).toBeVisible()
  await page.getByRole('button', { name: 'Save' }).click()
  await expect(page.getByText('Sheet: 2 new')).toBeVisible()
  await expect(page.getByText('Everything is saved.')).toBeVisible()
  const then = await asDocument(page, AT)
  expect(then.plantings.slice(-2).map(({ plants, on, note }) => [plants, on, note])).toEqual([
    [120, '2027-05-04', 'for the box'],
    [60, '2027-05-06', undefined],
  ])
  // Out and in again.
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('link', { name: 'XLSX', exact: true }).click(),
  ])
  await page.getByTestId('sheet-file').setInputFiles(await download.path())
  await page
    .getByRole('dialog')
    .getByRole('button', { name: /^Import \d+ rows$/ })
    .click()
  await expect(page.getByText('Everything is saved.')).toBeVisible()

  await page
    .getByTestId('sheet-file')
    .setInputFiles({ name: 'picture.xlsx', mimeType: 'image/png', buffer: Buffer.from([0x89, 0x50, 0x4e, 0x47, 0, 0]) })
  await expect(page.getByText(/picture\.xlsx is not a spreadsheet that can be read/)).toBeVisible()
})

test('the table is entered and left by keys alone', async ({ page }) => {
  await visit(page, '/sheet')
  await page.getByRole('link', { name: 'As stairs' }).focus()
  await page.keyboard.press('Tab')
  await page.keyboard.press('ArrowDown')
  await page.keyboard.press('ArrowRight')
  await page.keyboard.press('ArrowRight')
  await page.keyboard.type('77')
  await page.keyboard.press('Enter')
  await expect(page.getByText('1 changed')).toBeVisible()
  await expect(page.getByRole('button', { name: 'Save' })).toBeEnabled() // until then keys pass it by
  await page.keyboard.press('Escape')
  await page.keyboard.press('Tab')
  await expect(page.getByRole('button', { name: 'Save' })).toBeFocused()
  await page.keyboard.press('Enter')
  await expect(page.getByText('Sheet: 1 changed')).toBeVisible()
  expect((await asDocument(page, AT)).plantings[1]!.plants).toBe(77)
})
