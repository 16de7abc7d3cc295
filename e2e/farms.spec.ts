import { lookAtBackup } from '../src/data/backup/backup'
import { asDocument, demo, expect, reload, test, visit } from './farm'
import { readSmall } from '../src/season/small-season'
import type { Page } from '@playwright/test'

const switchTo = async (page: Page, name: string) => {
  await page.getByRole('button', { name: /choose another/ }).click()
  await page.getByRole('menuitem', { name }).click()
}

test.describe('with nothing in the database', () => {
  test.use({ season: null })
  test('one begins a farm or looks at the demo farm; both stand beside each other, and either can go', async ({
    page,
  }) => {
    await visit(page, '/plan')
    await expect(page.getByRole('heading', { name: 'My own farm' })).toBeVisible()
    await page.getByRole('button', { name: 'Look at the demo farm' }).click()
    await expect(page).toHaveURL(/\/sallow-ferry\/2027\/today$/)
    await expect(page.getByRole('heading', { name: 'Monday 12 April 2027' })).toBeVisible()

    await switchTo(page, 'All farms and seasons')
    await page.getByTestId('season-file').setInputFiles({
      name: 'small.json',
      mimeType: 'application/json',
      buffer: Buffer.from(JSON.stringify({ ...readSmall(), farm: { ...readSmall().farm, name: 'Mill Field' } })),
    })
    await page.getByRole('button', { name: 'Open it' }).click()
    await expect(page).toHaveURL(/\/mill-field\/2027\/today$/)
    await expect(page).toHaveTitle('Today · Mill Field')

    // The demo farm goes without a word; an own one only by its name.
    await visit(page, '/farms')
    const own = page.getByRole('region', { name: 'Mill Field' })
    await own.getByRole('button', { name: 'Delete farm' }).click()
    await expect(own.getByRole('button', { name: 'Delete it for good' })).toBeDisabled()
    await own.getByLabel('Name of the farm').fill('Mill')
    await expect(own.getByRole('button', { name: 'Delete it for good' })).toBeDisabled()
    await own.getByRole('button', { name: 'Keep it' }).click()
    const shown = page.getByRole('region', { name: demo().farm.name })
    await shown.getByRole('button', { name: 'Delete farm' }).click()
    await shown.getByRole('button', { name: 'Delete it for good' }).click()
    await expect(shown).toBeHidden()
    await own.getByRole('button', { name: 'Delete farm' }).click()
    await own.getByLabel('Name of the farm').fill('Mill Field')
    await own.getByRole('button', { name: 'Delete it for good' }).click()
    await expect(page.getByText('There is no farm yet.')).toBeVisible()
    await visit(page, '/')
    await expect(page.getByRole('link', { name: 'Begin my farm' })).toBeVisible()
  })
})

test('two windows show two farms, and what is done in each stays in it', async ({ page, context }) => {
  const small = { ...readSmall(), farm: { ...readSmall().farm, name: 'Mill Field' } }
  await visit(page, '/farms')
  await page
    .getByTestId('season-file')
    .setInputFiles({ name: 'small.json', mimeType: 'application/json', buffer: Buffer.from(JSON.stringify(small)) })
  await page.getByRole('button', { name: 'Open it' }).click()
  await expect(page).toHaveURL(/\/mill-field\/2027\/today$/)

  const demoPage = await context.newPage()
  await visit(demoPage, '/sallow-ferry/2027/seed?lot=celosia-plume-lot')
  const [planting] = small.plantings
  await visit(page, `/mill-field/2027/plan?edit=${planting!.key}`)
  await page.getByLabel('Plants wanted').fill('41')
  await page.getByRole('button', { name: 'Save' }).click()
  await expect(page.getByText(/ changed/)).toBeVisible()
  expect((await asDocument(page, '/mill-field/2027')).plantings[0]!.plants).toBe(41)
  expect((await asDocument(page, '/sallow-ferry/2027')).plantings).toEqual(demo().plantings)

  // Whatever window looked last, each goes on in its own farm.
  await demoPage.getByRole('link', { name: 'Plan', exact: true }).click()
  await expect(demoPage).toHaveURL(/\/sallow-ferry\/2027\/plan/)
  await reload(page)
  await expect(page).toHaveTitle('Plan · Mill Field')
  await switchTo(page, 'Sallow Ferry, season 2027')
  await expect(page).toHaveURL(/\/sallow-ferry\/2027\/plan/)
  await demoPage.close()
})

test('a season is copied, put away and taken out; the demo farm is put back as it ships', async ({ page }) => {
  await visit(page, '/farms')
  const farm = page.getByRole('region', { name: demo().farm.name })
  await farm.getByRole('button', { name: 'Copy season 2027 of Sallow Ferry' }).click()
  await expect(page).toHaveURL(/\/sallow-ferry\/2027-copy\/today$/)
  const copy = await asDocument(page, '/sallow-ferry/2027-copy')
  expect(copy.plantings).toEqual(demo().plantings)
  expect(copy.records).toEqual([])
  await visit(page, '/farms')
  await farm.getByRole('button', { name: 'Put away season 2027 copy of Sallow Ferry' }).click()
  await expect(farm.getByText('put away', { exact: true })).toBeVisible()
  await visit(page, '/sallow-ferry')
  await expect(page).toHaveURL(/\/sallow-ferry\/2027\/today$/)
  await page.getByRole('button', { name: /choose another/ }).click()
  await expect(page.getByRole('menuitem', { name: 'Sallow Ferry, season 2027 copy' })).toHaveCount(0)
  await page.keyboard.press('Escape')
  await visit(page, '/farms')
  await farm.getByRole('button', { name: 'Take season 2027 copy of Sallow Ferry out again' }).click()
  await expect(farm.getByText('put away', { exact: true })).toBeHidden()
  // Only the farm that ships is put back, and only when asked twice.
  await expect(farm.getByRole('button', { name: 'Put it back as it was' })).toHaveCount(0)
  await page.getByRole('button', { name: 'Look at the demo farm' }).click()
  await expect(page).toHaveURL(/\/sallow-ferry-2\/2027\/today$/)
  await visit(page, '/sallow-ferry-2/2027/plan?edit=bs')
  await page.getByLabel('Plants wanted').fill('11')
  await page.getByRole('button', { name: 'Save' }).click()
  await expect(page.getByText(/ changed/)).toBeVisible()
  await visit(page, '/farms')
  await page.getByRole('button', { name: 'Put it back as it was' }).click()
  await page.getByRole('button', { name: 'Put it back', exact: true }).click()
  await expect(page).toHaveURL(/\/sallow-ferry-2\/2027\/today$/)
  expect((await asDocument(page, '/sallow-ferry-2/2027')).plantings).toEqual(demo().plantings)
})

test('an address of no farm and of no season says so, with a way back', async ({ page, errors }) => {
  for (const path of ['/nobody', '/nobody/2027/plan', '/sallow-ferry/1999/today']) {
    const response = await page.goto(path)
    expect(response!.status(), path).toBe(404)
    await expect(page.getByRole('heading', { name: 'There is no such page' })).toBeVisible()
  }
  await page.getByRole('link', { name: 'Today' }).click()
  await expect(page).toHaveURL(/\/sallow-ferry\/2027\/today/)
  errors.splice(0, errors.length, ...errors.filter((error) => !/404/.test(error)))
})

test('a backup of everything is downloaded from the farm page, and says what is in it', async ({ page }) => {
  await visit(page, '/farm')
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('link', { name: 'Download a backup' }).click(),
  ])
  expect(download.suggestedFilename()).toMatch(/^dove-step-\d{4}-\d\d-\d\d-\d{6}\.dovestep$/)
  const held = await lookAtBackup(await download.path())
  expect(held.farms).toHaveLength(1)
  expect(held.farms[0]).toMatchObject({ name: 'Sallow Ferry', seasons: 1, plantings: demo().plantings.length })
})
