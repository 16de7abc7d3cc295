import { readFileSync } from 'node:fs'
import type { Page } from '@playwright/test'
import { readSeason } from '../src/season/read'
import type { Season } from '../src/season/schema'
import { choose, expect, test, visit } from './farm'

/** A southern farm without room to spare for doubt: every fourth planting is promised. */
const southern = (promised: boolean): Season => {
  const read = readSeason(JSON.parse(readFileSync('demo/kestrel-flat-2027.json', 'utf8')))
  if (!read.ok) throw new Error('the farm must read')
  const plantings = read.season.plantings.map((one, i): Season['plantings'][number] =>
    promised && i % 4 === 0 ? { ...one, worth: { by: 'promise' } } : one,
  )
  return { ...read.season, plantings }
}

const changes = (page: Page) => page.getByRole('list', { name: 'Proposed changes' }).getByRole('listitem')
const row = (page: Page, name: RegExp) => page.getByRole('row', { name }).getByRole('cell')

/** The plantings as they are written, and how sure each is to be. */
async function plantings(page: Page): Promise<unknown> {
  const { plantings } = (await (await page.request.get('/out/season.json')).json()) as Season
  return plantings.map(({ key, on, sowOn, confidence, otherwise, changes }) => ({ key, on, sowOn, confidence, otherwise, changes })) // prettier-ignore
}

async function madeToHold(page: Page): Promise<void> {
  await visit(page, '/benches')
  await page.getByRole('button', { name: 'Make it fit' }).click()
  await page.getByRole('button', { name: 'Most years' }).click()
  await expect(page.getByTestId('fit-status')).toContainText('Made to hold with', { timeout: 90_000 })
}

test.describe('a plan with promises', () => {
  test.use({ season: southern(true) })
  test('is made to hold: promises grow surer in years the search did not know, and the changes are made and undone', async ({
    page,
  }) => {
    test.slow()
    const before = await plantings(page)
    await madeToHold(page)
    await expect(page.getByRole('heading', { name: 'In 150 other years' })).toBeVisible()
    const kept = row(page, /^Promised plantings with enough in time, in 90 of 100 years/)
    const [was, is] = (await kept.allInnerTexts()).map((text) => Number.parseInt(text, 10))
    expect(is).toBeGreaterThan(was!)
    await expect(changes(page).first()).toContainText(/more, to have enough in [\d.]+ of 100 sowings/)
    // Surer asks for more: fewer promises are that sure to begin with, and another search is made.
    await choose(page, 'Promised plants are there in time', 'in 80 of 100 years')
    await expect(page.getByRole('row', { name: /in 80 of 100 years/ })).toBeVisible({ timeout: 90_000 })
    await expect(page.getByTestId('fit-status')).toContainText('Made to hold with', { timeout: 90_000 })
    await page.getByRole('button', { name: /^Apply \d+ changes?$/ }).click()
    await expect(page.getByText(/^Made it fit: \d+ changes?$/)).toBeVisible()
    expect(await plantings(page)).not.toEqual(before)
    await page.getByRole('button', { name: 'Undo', exact: true }).last().click()
    await expect.poll(() => plantings(page)).toEqual(before)
  })
})

test.describe('a plan without promises', () => {
  test.use({ season: southern(false) })
  test('is told how something is promised, and has only its places kept', async ({ page }) => {
    test.slow()
    await madeToHold(page)
    await expect(page.getByText(/^No planting is promised to anybody/)).toBeVisible()
    await expect(row(page, /^Weeks with a place or container kind over/)).toHaveCount(2)
  })
})
