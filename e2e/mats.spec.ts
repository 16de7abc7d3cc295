/** Mats and lamps in the evening: what leaves tomorrow, what comes, and how high the lamp hangs. */
import { readFileSync } from 'node:fs'
import { readSeasonText } from '../src/interchange/season-file'
import { demo, expect, settled, test, visit } from './farm'

test.describe('on an evening in April', () => {
  test.use({ season: { ...demo(), season: { ...demo().season, opensOn: '2027-04-17' } } })

  test('what may leave the heat tomorrow is ticked off, and its room is free', async ({ page }) => {
    await visit(page, '/today')
    await page.getByRole('link', { name: 'Mats and lamps this evening' }).click()
    await expect(page.getByRole('heading', { name: 'Mats and lamps, evening of Sat 17 Apr' })).toBeVisible()
    const mats = page.locator('[data-warm="mats"]')
    await expect(mats).toContainText('0 of 8 tray places taken tomorrow')
    const pepper = mats.locator('[data-leaves="ph"]')
    await expect(pepper).toContainText('2 trays to: Warm bench')
    await expect(pepper).toContainText('planned for Sun 18 Apr')
    await pepper.getByRole('button', { name: /^Done: / }).click()
    await settled(page)
    await expect(mats).toHaveCount(0)

    // The lamp is hung by the tallest leaves; measured they are taller than was thought.
    const rack = page.locator('[data-warm="lit-rack"]')
    await expect(rack).toContainText('Tallest: SR, about')
    await rack.getByRole('link', { name: 'SR Snapdragon, red' }).click()
    await page.goto(new URL('./batch?id=sr&tab=check', page.url()).href)
    await page.getByLabel(/^Height/).fill('22')
    await page
      .getByRole('button', { name: /^(Save|Record)/ })
      .first()
      .click()
    await settled(page)
    await visit(page, '/mats')
    await expect(rack).toContainText('Tallest: SR, 22 cm.')
    await expect(rack).toContainText('Raise the lamp by 7 cm, to 37 cm over the trays.')
  })

  test('how far over the leaves a lamp hangs is set with its place', async ({ page }) => {
    await visit(page, '/farm?place=lit-rack')
    await page.getByLabel('Hung over the leaves').fill('30')
    await page.getByRole('button', { name: 'Save', exact: true }).click()
    await settled(page)
    await visit(page, '/mats')
    await expect(page.locator('[data-warm="lit-rack"]')).toContainText('more than there is. Move the tallest out.')
  })
})

test.describe('on one tunnel', () => {
  const read = readSeasonText(readFileSync(new URL('../demo/one-tunnel-2027.json', import.meta.url), 'utf8'))
  if (!read.ok) throw new Error('the season file could not be read')
  test.use({ season: read.season })

  test('a farm without mats and lamps is told so', async ({ page }) => {
    await visit(page, '/mats')
    await expect(page.getByText('This farm has no heat mats, germination cabinets or lamps.')).toBeVisible()
    await visit(page, '/today')
    await expect(page.getByRole('link', { name: 'Mats and lamps this evening' })).toHaveCount(0)
  })
})
