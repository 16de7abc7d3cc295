/** What can be started now: found, narrowed, added to the plan and sown by one tap; on farms north and south, and on a phone. */
import { readFileSync } from 'node:fs'
import { readSeason } from '../src/season/read'
import type { Season } from '../src/season/schema'
import { demo, expect, test, visit } from './farm'

test('a kind that is in time is added and sown by one tap', async ({ page }) => {
  await visit(page, '/today')
  await page.getByRole('link', { name: 'What can I start now?' }).click()
  await expect(page.getByRole('heading', { name: 'Last chance before autumn' })).toBeVisible()
  await page.getByLabel('Find a kind').fill('zucchini')
  const courgette = page.getByRole('listitem').filter({ hasText: 'Courgette' })
  await expect(courgette).toContainText(/\d+ days left/)
  await expect(courgette).toContainText(/Planted .* first harvest/)
  await expect(page.getByRole('listitem')).toHaveCount(1)
  await page.getByLabel('Plants wanted').fill('30')
  await courgette.getByRole('button', { name: 'Add Courgette to the plan and record it as sown today' }).click()
  await expect(page.getByText(/^Sown .*Courgette: \d+ seeds/)).toBeVisible()
  await visit(page, '/plan')
  await expect(page.getByText('126 batches')).toBeVisible()
  // Of a kind that is new to the farm its variety and growing method come with it.
  await visit(page, '/start-now?text=hollyhock')
  await page.getByRole('button', { name: 'Add Hollyhock to the plan', exact: true }).click()
  await expect(page.getByText(/^Added .*Hollyhock, sown/)).toBeVisible()
  await visit(page, '/know-how')
  await expect(page.getByText('Hollyhock').first()).toBeVisible()
})

test('what is asked in a way that cannot be meant is refused, and nothing is worked out', async ({ request, page }) => {
  await visit(page, '/today')
  for (const query of ['', 'day=2027-04-31', 'day=9999-12-31', 'day=2027-04-12&plants=0', 'day=2027-04-12&season=1'])
    expect((await request.get(`/api/start-now?${query}`)).status(), query).toBe(400)
  const none = '00000000-0000-4000-8000-000000000000'
  expect((await request.get(`/api/start-now?day=2027-04-12&season=${none}`)).status()).toBe(404)
})

test.describe('south of the equator, on a phone', () => {
  const document = JSON.parse(readFileSync('demo/kestrel-flat-2027.json', 'utf8')) as Season
  const read = readSeason({ ...document, season: { ...document.season, opensOn: '2027-10-05' } })
  if (!read.ok) throw new Error('the farm must read')
  test.use({ season: read.season, viewport: { width: 390, height: 844 }, hasTouch: true })
  test('spring is in October, and autumn ends it in March', async ({ page }) => {
    await visit(page, '/start-now?text=lettuce')
    const lettuce = page.getByRole('listitem').filter({ hasText: 'Lettuce' })
    await expect(lettuce).toContainText(/until \w+ \d+ (Feb|Mar)/)
    await expect(page.getByRole('heading', { name: 'In time' })).toBeVisible()
  })
})

test.describe('where no frost is known', () => {
  const { frost: _, ...site } = demo().site
  test.use({ season: { ...demo(), site } })
  test('that is said, with the way to enter it', async ({ page }) => {
    await visit(page, '/start-now')
    await expect(page.getByText('No frost dates are known')).toBeVisible()
    await page.getByRole('link', { name: 'Enter them on Farm' }).click()
    await expect(page).toHaveURL(/\/farm\?edit=frost/)
  })
})
