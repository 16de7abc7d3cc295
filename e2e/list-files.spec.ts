/** Seed lots, beds and varieties from spreadsheets and out again. */
import { readFileSync, writeFileSync } from 'node:fs'
import Excel from 'exceljs'
import { asDocument, demo, expect, test, visit } from './farm'

const AT = '/sallow-ferry/2027'

test('a seed box kept in a spreadsheet is shown row by row, taken in one step and given back by one undo', async ({
  page,
}, testInfo) => {
  const known = demo().lots[0]!
  const variety = demo().varieties.find(({ key }) => key === known.variety)!
  const book = new Excel.Workbook()
  const sheet = book.addWorksheet('Seed box')
  sheet.addRow(['Seed box, winter 2027'])
  sheet.mergeCells('A1:E1')
  sheet.addRow([])
  sheet.addRow(['Crop', 'Variety', 'Lot number', 'Seeds left', 'Germ. test', 'Tested'])
  sheet.addRow(['Tomato', 'yellow pear', 'YP 26', 1200, 0.92, new Date('2026-11-03T00:00:00Z')])
  sheet.addRow(['', variety.name, known.name, { formula: '5+2', result: 7 }, '', ''])
  sheet.addRow(['Tomatto', '', 'X', 10, '', ''])
  sheet.addRow(['zucchini', 'round', '', 'a few', '', ''])
  const file = testInfo.outputPath('seed box.xlsx')
  await book.xlsx.writeFile(file)
  await visit(page, '/seed')
  await page.getByTestId('lots-file').setInputFiles(file)
  await expect(page.getByRole('heading', { name: 'Which column of seed box.xlsx says what?' })).toBeVisible()
  await page.getByRole('button', { name: 'See what it changes' }).click()
  await expect(page.getByRole('button', { name: '1 new' })).toBeVisible()
  await expect(page.getByRole('button', { name: '1 changed' })).toBeVisible()
  await expect(page.getByRole('button', { name: '2 not imported' })).toBeVisible()
  await expect(page.getByText(/Kind: not known\. Like it: .*Tomato/)).toBeVisible()
  await expect(page.getByText('Seeds left: write a number.')).toBeVisible()
  await expect(page.getByRole('row', { name: /Line 6 .*Not imported/ })).toBeVisible()
  await page.getByRole('button', { name: 'Import 2 rows' }).click()
  await expect(page.getByText('Seed lots from seed box.xlsx: 1 new, 1 changed')).toBeVisible()
  const then = await asDocument(page, AT)
  const added = then.lots.find(({ name }) => name === 'YP 26')!
  expect(added).toMatchObject({ seeds: 1200, germination: 0.92, testedOn: '2026-11-03' })
  expect(then.varieties.find(({ key }) => key === added.variety)!.name).toBe('Tomato, yellow pear')
  expect(then.lots.find(({ key }) => key === known.key)).toEqual({ ...known, seeds: 7 })
  expect(then.crops).toEqual(demo().crops)
  await page.getByRole('button', { name: 'Undo', exact: true }).last().click()
  await expect.poll(async () => (await asDocument(page, AT)).lots).toEqual(demo().lots)
  expect((await asDocument(page, AT)).varieties).toEqual(demo().varieties)
})

test('lots, beds and varieties go out and come in again without a difference', async ({ page }, testInfo) => {
  for (const [of, path] of [
    ['lots', '/seed'],
    ['beds', '/field?tab=beds'],
    ['varieties', '/know-how'],
  ] as const) {
    await visit(page, path)
    await page.getByRole('button', { name: 'Sheets' }).click()
    const [download] = await Promise.all([
      page.waitForEvent('download'),
      page.getByRole('menuitem', { name: 'As XLSX' }).click(),
    ])
    const file = testInfo.outputPath(`${of}.xlsx`)
    writeFileSync(file, readFileSync(await download.path()))
    await page.getByTestId(`${of}-file`).setInputFiles(file)
    await page.getByRole('button', { name: 'See what it changes' }).click()
    await expect(
      page.getByRole('button', { name: new RegExp(`^${demo()[of].length} as (it is|they are)$`) }),
    ).toBeVisible()
    await expect(page.getByRole('button', { name: 'Import 0 rows' })).toBeDisabled()
    await page.getByRole('button', { name: 'Cancel' }).click()
  }
})

test('a file of something else is refused with what it lacks, and nothing is taken', async ({ page }, testInfo) => {
  const refused = async (name: string, bytes: Uint8Array | string, says: RegExp) => {
    const file = testInfo.outputPath(name)
    writeFileSync(file, bytes)
    await page.getByTestId('lots-file').setInputFiles(file)
    await expect(page.getByText(says)).toBeVisible()
  }
  await visit(page, '/seed')
  await refused('notes.csv', 'hello\nworld\n', /No table of seed lots was found in notes\.csv/)
  await refused('big.csv', Buffer.alloc(10_000_001, 65), /larger than 10 MB/)
  await refused('picture.xlsx', Uint8Array.from([0x50, 0x4b, 3, 4, 0, 0]), /not a spreadsheet that can be read/)
  expect((await asDocument(page, AT)).lots).toEqual(demo().lots)
})
