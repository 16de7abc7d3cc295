import { readFileSync } from 'node:fs'
import { choose, chooseVariety, expect, test, visit } from './farm'

/** What the new planting of the story is sown with, read off its own preview. */
async function addBasil(page: import('@playwright/test').Page) {
  await visit(page, '/plan')
  await page.getByRole('button', { name: 'Add planting' }).click()
  await chooseVariety(page, 'Basil, purple')
  await page.getByLabel('Plants wanted').fill('900')
  await page.getByLabel('Planted on').fill('2027-05-30')
  await page.getByRole('button', { name: /Seed, age/ }).click()
  await page.getByLabel('Code on labels').fill('zz9')
  const preview = page.getByTestId('preview')
  await expect(preview).toContainText('Sow')
  const text = await preview.innerText()
  const [, seeds, cells] = /([\d,]+) seeds in ([\d,]+) cells/.exec(text)!
  const [, sow] = /Sow (\w{3} \d+ \w{3})/.exec(text)!
  await page.getByRole('button', { name: 'Save' }).click()
  await expect(page.getByText('ZZ9 Basil, purple added')).toBeVisible()
  return { seeds: seeds!, cells: cells!, sow: sow! }
}

const row = (page: import('@playwright/test').Page, code: string) =>
  page.getByRole('button', { name: new RegExp(`^${code} `) })

test('a new planting goes from panel to stair, bench load, week list, CSV and calendar, and is there after a restart', async ({
  page,
  farm,
}) => {
  const { seeds, cells, sow } = await addBasil(page)

  // The stair: the row is there, its card open, with the same numbers as the preview.
  await expect(row(page, 'ZZ9')).toHaveAttribute('aria-label', new RegExp(`sow ${sow}, plant Sun 30 May`))
  await expect(page.getByRole('complementary')).toContainText(cells)

  // The bench load on the day it stands there.
  await page.getByRole('link', { name: 'Benches' }).click()
  await page.getByLabel('Type a working day').fill('2027-05-15')
  await page
    .getByRole('list', { name: 'Places' })
    .getByRole('button', { name: /Warm bench/ })
    .click()
  await expect(page.getByRole('link', { name: /ZZ9/ })).toBeVisible()

  // The week list of its sowing week.
  await page.getByRole('navigation', { name: 'Views' }).first().getByRole('link', { name: /Today/ }).click()
  await page.getByLabel('Type a working day').fill('2027-04-19')
  const sowing = page.getByRole('row', { name: /ZZ9/ })
  await expect(sowing).toContainText(seeds)
  await expect(sowing).toContainText('Heat mats')

  // Out: CSV and calendar.
  const [csv] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('link', { name: 'Sowing list, CSV' }).click(),
  ])
  const csvText = readFileSync(await csv.path(), 'utf8')
  expect(csvText).toContain(`ZZ9,"Basil, purple"`)
  expect(csvText).toContain(seeds.replace(',', ''))
  await page.getByRole('link', { name: 'Calendar', exact: true }).click()
  const [ics] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('link', { name: 'As a file, once' }).click(),
  ])
  expect(readFileSync(await ics.path(), 'utf8').replace(/\r\n[ \t]/g, '')).toContain('SUMMARY:Sow ZZ9 Basil\\, purple')

  // After the server has crashed and come back, it is all still there.
  await page.goto('about:blank') // so that nothing is asked for while there is no one to answer
  await farm.restart()
  await visit(page, '/plan')
  await page.getByRole('searchbox', { name: 'Find' }).fill('zz9')
  await expect(row(page, 'ZZ9')).toBeVisible()
})

test('undo takes a planting away again and redo brings it back, by button and by key', async ({ page }) => {
  await addBasil(page)
  await page.getByRole('alert').getByRole('button', { name: 'Undo' }).click()
  await expect(page.getByText('Taken back: ZZ9 Basil, purple added')).toBeVisible()
  await page.getByRole('searchbox', { name: 'Find' }).fill('zz9')
  await expect(page.getByText('Nothing matches.')).toBeVisible()
  await page.getByRole('heading', { name: 'Plan' }).click()
  await page.keyboard.press('Control+y')
  await expect(row(page, 'ZZ9')).toBeVisible()
  await page.keyboard.press('Control+z')
  await expect(page.getByText('Nothing matches.')).toBeVisible()
})

test('a series is previewed sowing by sowing, edited, dropped from, duplicated and removed', async ({ page }) => {
  await visit(page, '/plan')
  await page.getByRole('button', { name: 'Add planting' }).click()
  await chooseVariety(page, 'Lettuce, green butter')
  await choose(page, 'Growing method', /warm bench/)
  await page.getByLabel('Plants wanted').fill('100')
  await page.getByLabel('Planted on').fill('2027-06-01')
  await page.getByRole('button', { name: 'A series' }).click()
  await page.getByLabel('Every … days').fill('7')
  await page.getByLabel('How many').fill('4')
  await expect(page.getByTestId('preview')).toContainText('4 sowings')
  await expect(page.getByRole('region', { name: 'Sowings of the series' }).getByRole('row')).toHaveCount(5)
  await page.getByRole('button', { name: /Seed, age/ }).click()
  await page.getByLabel('Code on labels').fill('W7')
  await page.getByRole('button', { name: 'Save' }).click()
  await page.getByRole('searchbox', { name: 'Find' }).fill('W7-')
  const rows = page.getByRole('button', { name: /^W7-\d / })
  await expect(rows).toHaveCount(4)

  // One of the series goes out later, with fewer plants.
  await row(page, 'W7-2').click()
  await page.getByRole('button', { name: 'Edit this one' }).click()
  await page.getByLabel('Planted on').fill('2027-06-10')
  await page.getByLabel('Plants wanted').fill('40')
  await page.getByRole('button', { name: 'Save' }).click()
  await expect(row(page, 'W7-2')).toHaveAttribute('aria-label', /40 plants.*plant Thu 10 Jun/)
  await expect(row(page, 'W7-3')).toHaveAttribute('aria-label', /100 plants.*plant Tue 15 Jun/)

  await row(page, 'W7-4').click()
  await page.getByRole('button', { name: 'Delete this one' }).click()
  await expect(rows).toHaveCount(3)

  await row(page, 'W7-1').click()
  await page.getByRole('button', { name: 'Duplicate' }).click()
  await expect(page.getByRole('heading', { name: 'Another like it' })).toBeVisible()
  await page.getByLabel('Planted on').fill('2027-08-01')
  await page.getByRole('button', { name: 'Save' }).click()
  await expect(page.getByText(/Lettuce, green butter added/)).toBeVisible()

  await row(page, 'W7-1').click()
  await page.getByRole('button', { name: 'Delete series' }).click()
  await expect(page.getByText('W7 Lettuce, green butter removed')).toBeVisible()
  await expect(page.getByText('Nothing matches.')).toBeVisible()
})

test('a form says what is wrong where it is wrong, keeps what was typed and saves nothing', async ({ page }) => {
  await visit(page, '/plan?new=1')
  await page.getByLabel('Plants wanted').fill('a few')
  await page.getByRole('button', { name: 'Save' }).click()
  await expect(page.getByText('Choose what to plant.')).toBeVisible()
  await expect(page.getByText('Write the number of plants as a whole number.')).toBeVisible()
  await expect(page.getByLabel('Plants wanted')).toHaveValue('a few')

  // What only the server can know is shown at its field too.
  await chooseVariety(page, 'Kale, curly green')
  await page.getByLabel('Plants wanted').fill('50')
  await page.getByLabel('Planted on').fill('2027-06-20')
  await page.getByRole('button', { name: /Seed, age/ }).click()
  await page.getByLabel('Code on labels').fill('TR')
  await page.getByRole('button', { name: 'Save' }).click()
  await expect(page.getByText(/The code "TR" is taken|the code "TR" is taken/)).toBeVisible()
  await expect(page.getByLabel('Plants wanted')).toHaveValue('50')
})

test('a planting that cannot work is kept, marked with the reason and what would work', async ({ page }) => {
  // A sowing by hand far too late for its plants to be ready.
  await visit(page, '/plan?batch=kb')
  await page.getByRole('button', { name: 'Edit', exact: true }).click()
  await page.getByRole('button', { name: /Seed, age/ }).click()
  await page.getByLabel('Sow on (by hand)').fill('2027-07-08')
  await expect(page.getByTestId('preview')).toContainText('Not ready at planting')
  await page.getByRole('button', { name: 'Save' }).click()
  const card = page.getByRole('complementary')
  await expect(card).toContainText('Not ready at planting')
  await expect(row(page, 'KB')).toHaveAttribute('aria-label', /not ready/)
  await card.getByRole('button', { name: 'Do this' }).first().click()
  await expect(row(page, 'KB')).not.toHaveAttribute('aria-label', /not ready/)
})

test('the working opens in sentences whose inputs lead to where they are set', async ({ page }) => {
  await visit(page, '/plan?batch=tr')
  const card = page.getByRole('complementary')
  await card.getByRole('button', { name: /^Cells/ }).click()
  await expect(card).toContainText('120 good plants wanted')
  await card.getByRole('link', { name: /of this lot come up/ }).click()
  await expect(page).toHaveURL(/seed\?lot=tomato-red-slicer-lot/)
  await expect(page.getByRole('complementary')).toContainText('Tomato, red slicer')
})

test('two people editing: the second is told, loses nothing, and may still have the last word', async ({
  page,
  context,
}) => {
  const other = await context.newPage()
  for (const each of [page, other]) {
    await visit(each, '/plan?edit=au')
    await expect(each.getByLabel('Plants wanted')).toHaveValue('72')
  }
  await page.getByLabel('Plants wanted').fill('90')
  await page.getByRole('button', { name: 'Save' }).click()
  await expect(page.getByText('AU Aubergine, dark oval changed')).toBeVisible()
  await other.getByLabel('Plants wanted').fill('60')
  await other.getByRole('button', { name: 'Save' }).click()
  await expect(other.getByText(/Someone else has changed this planting.*plants: now 90/)).toBeVisible()
  await expect(other.getByLabel('Plants wanted')).toHaveValue('60')
  await other.getByRole('button', { name: 'Save' }).click()
  await expect(other.getByText('AU Aubergine, dark oval changed')).toBeVisible()
  await expect(row(other, 'AU')).toHaveAttribute('aria-label', /60 plants/)
})

test('when the server is gone a change waits on the device, and is saved once it is back', async ({
  page,
  farm,
  errors,
}) => {
  await visit(page, '/plan?edit=au')
  await page.locator('html[data-quiet]').waitFor()
  await page.getByLabel('Plants wanted').fill('95')
  await farm.kill()
  await page.getByRole('button', { name: 'Save' }).click()
  await expect(page.getByText('No connection: kept on this device, and saved when there is one.')).toBeVisible()
  await expect(row(page, 'AU')).toHaveAttribute('aria-label', /95 plants/)
  await farm.start()
  await expect(page.getByText(/of the plan waits on this device/)).toHaveCount(0)
  await visit(page, '/plan?batch=au')
  await expect(row(page, 'AU')).toHaveAttribute('aria-label', /95 plants/)
  errors.length = 0 // the browser reports the refused connection itself
})

test('two trays in hand are planned from: the plants that may be promised, and what is left over', async ({ page }) => {
  await visit(page, '/plan?new=1')
  await chooseVariety(page, 'Tomato, red slicer')
  await page.getByRole('button', { name: 'From what is in hand' }).click()
  const hand = page.getByRole('group', { name: 'From what is in hand' })
  await expect(hand.getByRole('status')).toHaveText('How many are there?')
  await hand.getByLabel('In hand').fill('2')
  await choose(page, 'Of', 'trays')
  await expect(hand.getByRole('status')).toHaveText(/^[\d,]+ plants to count on \(.*0 left over\./)
  const plants = (await hand.getByRole('status').textContent())!.split(' ')[0]!
  await hand.getByRole('button', { name: 'Use that' }).click()
  await expect(page.getByLabel('Plants wanted')).toHaveValue(plants.replace(',', ''))
  await expect(hand.getByRole('status')).toContainText(/Best: .* seeds? a cell/)
  await hand.getByLabel('In hand').fill('0')
  await expect(hand.getByRole('button', { name: 'Use that' })).toBeDisabled()
  // A bench that is free for three weeks, in the place of an amount.
  await choose(page, 'Of', 'a bench')
  await expect(hand.getByRole('status')).toHaveText('For how many weeks is it free?')
  await choose(page, 'Bench', 'Warm bench')
  await hand.getByLabel('Free for').fill('3')
  await expect(hand.getByRole('status')).toContainText('finds no room there then')
  await choose(page, 'Bench', 'Standing-out ground')
  await expect(hand.getByRole('status')).toContainText(/tray places are free there from .*; it stands there \d+ days/)
})
