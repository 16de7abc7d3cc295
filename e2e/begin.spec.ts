/** From an empty database to a printed sowing list: on one page, by hand or with a sheet that is pasted, north and south, in both units. */
import { writeFileSync } from 'node:fs'
import type { Page } from '@playwright/test'
import { formatDay } from '../src/core/calendar/day'
import { createPlanner } from '../src/core/plan/plan'
import { asDocument, choose, expect, test, visit } from './farm'

test.use({ season: null })

/** Counts what a hand does: presses of the mouse, fields that are filled, keys. */
function hand(page: Page) {
  const done = { clicks: 0, fields: 0, keys: 0 }
  const THINK = 1.35
  const POINT = 1.3
  const KEY = 0.28
  return {
    done,
    async click(name: string, role: 'button' | 'link' = 'button') {
      done.clicks++
      await page.getByRole(role, { name, exact: true }).click()
    },
    async fill(label: string, text: string) {
      done.fields++
      done.keys += text.length
      await page.getByLabel(label, { exact: true }).fill(text)
    },
    /** Goes into a cell of the sheet. */
    async cell(label: string) {
      done.clicks++
      await page.getByLabel(label, { exact: true }).locator('xpath=..').click()
    },
    /** Types down a column, a cell after another. */
    async down(texts: readonly string[]) {
      for (const text of texts) {
        if (text !== '') done.fields++
        done.keys += text.length + 1
        await page.keyboard.type(text)
        await page.keyboard.press(text === '' ? 'ArrowDown' : 'Enter')
      }
    },
    async paste(rows: readonly (readonly string[])[]) {
      done.clicks++
      await page.evaluate(
        (text) => {
          const data = new DataTransfer()
          data.setData('text/plain', text)
          document.dispatchEvent(new ClipboardEvent('paste', { clipboardData: data, bubbles: true, cancelable: true }))
        },
        rows.map((row) => row.join('\t')).join('\n'),
      )
    },
    /** Clicks and fields, and seconds at a keystroke estimate: 1.35 s of thought and 1.3 s of pointing each, 0.28 s a key. */
    told: () => ({
      steps: done.clicks + done.fields,
      seconds: Math.round((done.clicks + done.fields) * (THINK + POINT) + done.keys * KEY),
      ...done,
    }),
  }
}

/** The season that was begun, read back from the server. */
const begun = async (page: Page) => {
  await page.waitForURL(/\/today/)
  await page.locator('html[data-ready]').waitFor()
  return asDocument(page, new URL(page.url()).pathname.split('/').slice(0, 3).join('/'))
}

/** On to the sowing list of the first day anything is sown, printed. */
async function printsFirstSowings(page: Page) {
  const season = await begun(page)
  const { batches } = createPlanner().plan(season)
  const first = batches.reduce((one, other) => (other.sow! < one.sow! ? other : one))
  await visit(page, '/sowing')
  await page.getByLabel('Type a working day').fill(formatDay(first.sow!))
  await expect(page.getByText(first.code, { exact: true }).first()).toBeVisible()
  const printed = await page.pdf({ format: 'A4' })
  expect(printed.subarray(0, 5).toString()).toBe('%PDF-')
  expect(printed.length).toBeGreaterThan(5000)
  return season
}

test('by hand: 12 kinds and 40 plantings in at most 45 clicks and fields', async ({ page }) => {
  await visit(page, '/')
  const user = hand(page)
  await user.click('Begin my farm', 'link')
  await user.fill('Name of the farm', 'Reed Bank')
  await user.fill('Latitude', '47.6')
  const ticked = [
    'Lettuce',
    'Tomato',
    'Kale',
    'Basil',
    'Cabbage',
    'Courgette',
    'Parsley',
    'Zinnia',
    'Snapdragon',
    'Sunflower',
  ]
  for (const kind of ticked) await user.click(kind)
  for (const name of ['leek', 'celery']) {
    await user.fill('Find a kind, any name', name)
    await page.keyboard.press('Enter')
  }
  await user.cell('Quantity, 1')
  await user.down(['200', '60', '120', '80', '150', '40', '90', '120', '150', '60', '300', '100'])
  await user.cell('Every, days, 1')
  await user.down(['14 × 5', '', '21 × 5', '14 × 5', '21 × 5', '', '', '21 × 5', '', '14 × 5', '', '21 × 5'])
  await expect(page.getByRole('status')).toContainText('12 kinds, 40 plantings')
  await expect(page.getByRole('status')).toContainText('First sowings')
  await user.click('Begin')
  const season = await printsFirstSowings(page)
  const told = user.told()
  console.log(`Guided start by hand: ${JSON.stringify(told)}`)
  expect(told.steps).toBeLessThanOrEqual(45)
  expect(told.seconds).toBeLessThanOrEqual(300)
  expect(season.crops).toHaveLength(12)
  expect(season.site.guessed).toEqual(['temperatures', 'frost'])
})

const SHEET = [
  ['Zucchini', '', '24', 'plants', '', '21', '3'],
  ['Eggplant', 'long purple', '18', '', '', '', ''],
  ['Arugula', '', '120', '', '', '14', '6'],
  ['Scallion', '', '200', '', '', '21', '4'],
  ['Cilantro', '', '2 trays', '', '', '14', '5'],
  ['Bell pepper', 'red', '36', '', '', '', ''],
  ['Tomato', 'red cherry', '40', '', '', '', ''],
  ['Tomato', 'yellow plum', '20', '', '', '', ''],
  ['Lettuce', 'green butterhead', '72', 'cells', '', '14', '6'],
  ['Kale', 'curly', '60', '', '', '28', '4'],
  ['Basil', 'large leaf', '90', '', '', '21', '4'],
  ['Zinnia', 'tall mixed', '120', '', '', '21', '3'],
  ['Snapdragon', '', '150', '', '', '', ''],
]

test.describe('with a pasted sheet', () => {
  const farms = [
    { name: 'Loft and Porch', where: '47°36′ N', units: '°F, inches' },
    { name: 'Kestrel Flat', where: '42 S', units: '°C, litres, cm' },
  ]
  for (const { name, where, units } of farms)
    test(`${name}: at most 15 clicks and fields`, async ({ page }) => {
      await visit(page, '/')
      const user = hand(page)
      await user.click('Begin my farm', 'link')
      await user.click(units)
      await user.fill('Name of the farm', name)
      await user.fill('Latitude', where)
      await user.cell('Kind, 1')
      await user.paste(SHEET)
      await expect(page.getByRole('status')).toContainText('12 kinds, 40 plantings')
      await user.click('Begin')
      await printsFirstSowings(page)
      const told = user.told()
      console.log(`Guided start with a pasted sheet, ${name}: ${JSON.stringify(told)}`)
      expect(told.steps).toBeLessThanOrEqual(15)
    })
})

test('guesses give way to what is said, and what is wrong is said where it stands', async ({ page }) => {
  await visit(page, '/begin')
  // What belongs to a place comes once there is one.
  await expect(page.getByLabel('Last frost in spring')).toHaveCount(0)
  await page.getByRole('button', { name: 'Begin', exact: true }).click()
  await expect(page.getByText('give the farm a name').first()).toBeVisible()
  await page.getByLabel('Name of the farm').fill('Upper Fold')
  await page.getByLabel('Latitude').fill('47.6')
  await expect(page.getByLabel('Last frost in spring')).toHaveValue('13 Apr')
  await page.getByLabel('Height above the sea').fill('800')
  await expect(page.getByLabel('Last frost in spring')).not.toHaveValue('13 Apr')
  await choose(page, 'The sea is', /^far/)
  const cold = Number((await page.getByLabel('Mean of the coldest month').inputValue()).replace('−', '-'))
  expect(cold).toBeLessThan(-5)
  await page.getByLabel('Mean of the coldest month').fill('-3')
  await page.getByLabel('Last frost in spring').fill('mid May')
  await page.getByLabel('First frost in autumn').fill('05-05')
  await expect(page.getByText(/^05-05 is not in autumn or early winter/)).toBeVisible()
  await page.getByLabel('First frost in autumn').fill('28 Sep')

  const house = page.getByRole('group', { name: 'Heated bench' })
  await house.getByLabel('Room').fill('a lot')
  await expect(house.getByText('Write a number of trays, or benches such as 3.6 × 0.9 m, 2 levels.')).toBeVisible()
  await house.getByLabel('Room').fill('2 benches 3.6 x 0.9 m, 2 levels')
  await expect(house.getByText('2 benches: 72 trays')).toBeVisible()
  await house.getByLabel('Heated to').fill('8')
  await page.getByRole('button', { name: 'Delete Heat mats' }).click()
  await page.getByRole('button', { name: 'Add a place' }).click()
  await page.getByRole('group', { name: 'Unheated tunnel 2' }).getByLabel('Name').fill('Field tunnel')

  await page.getByRole('button', { name: 'Lettuce', exact: true }).click()
  await page.getByLabel('Quantity, 1', { exact: true }).locator('xpath=..').click()
  await page.keyboard.type('many')
  await page.keyboard.press('Enter')
  await page.getByRole('button', { name: 'Begin', exact: true }).click()
  await expect(page.getByText('1 row of what you grow has something missing.')).toBeVisible()
  await page.getByLabel('Quantity, 1', { exact: true }).locator('xpath=..').click()
  await page.keyboard.type('2 trays')
  await page.keyboard.press('Enter')
  await page.getByRole('button', { name: 'Begin', exact: true }).click()
  const made = await begun(page)
  expect(made.site.guessed).toEqual(['temperatures'])
  expect(made.site.outdoorMonthlyMeans[0]).toBe(-3)
  expect(made.site.elevation).toBe(800)
  expect(made.site.frost!.lastSpring.median).toBe('05-15')
  expect(made.places.map(({ name, trayPlaces }) => [name, trayPlaces])).toEqual([
    ['Heated bench', 72],
    ['Unheated tunnel', 60],
    ['Standing-out ground', 40],
    ['Field tunnel', 24],
  ])
  await visit(page, '/farm')
  await expect(page.getByText(/Temperatures are guessed from where the farm lies/)).toBeVisible()
})

test('frost comes from a file of nights in place of a guess', async ({ page }, testInfo) => {
  const nights = ['date,min']
  for (let day = Date.UTC(2015, 0, 1); day < Date.UTC(2026, 0, 1); day += 86_400_000) {
    const iso = new Date(day).toISOString().slice(0, 10)
    // Frost until the 20th of April and from the 10th of October.
    nights.push(`${iso},${iso.slice(5) <= '04-20' || iso.slice(5) >= '10-10' ? -1 : 6}`)
  }
  const file = testInfo.outputPath('Lower station.csv')
  writeFileSync(file, nights.join('\n'))
  await visit(page, '/begin')
  await page.getByLabel('Name of the farm').fill('Reed Bank')
  await page.getByLabel('Latitude').fill('47.6')
  await page.getByTestId('nights-file').setInputFiles(file)
  await expect(page.getByText(/4,018 days read/)).toBeVisible()
  await page.getByRole('button', { name: 'Use this record' }).click()
  await expect(page.getByText(/Frost from Lower station, .*before 2[01] Apr .* after (9|10) Oct/)).toBeVisible()
  await expect(page.getByLabel('Last frost in spring')).toHaveCount(0)
  await page.getByRole('button', { name: 'Begin', exact: true }).click()
  const made = await begun(page)
  expect(made.site.frost!.record!.name).toBe('Lower station')
  expect(made.site.guessed).toEqual(['temperatures'])
})
