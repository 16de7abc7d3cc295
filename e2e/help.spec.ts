/** Help at hand: what a view is for, the guide in the application, and the first tour. */
import { expect, reload, settled, test, visit } from './farm'

test('a question mark says what a view is for, and leads to its page of the guide', async ({ page }) => {
  await visit(page, '/benches')
  await page.keyboard.press('?')
  const help = page.getByRole('dialog', { name: 'Benches' })
  await expect(help.getByText(/Where everything stands on the working day/)).toBeVisible()
  await expect(help.getByRole('img', { name: 'Trays on a bench, one of them without room' })).toBeVisible()
  await expect(help.getByText('Ctrl+K')).toBeVisible()
  await help.getByRole('link', { name: 'More in the guide' }).click()
  await expect(page).toHaveURL(/\/guide\?page=benches/)
  await expect(page.getByRole('article')).toContainText('looks for the fewest changes')
  await expect(page.getByRole('dialog')).toHaveCount(0)
})

test('the guide is searched, and its pages lead to each other', async ({ page }) => {
  await visit(page, '/guide')
  await expect(page.getByRole('heading', { name: 'Today' })).toBeVisible()
  await page.getByRole('searchbox', { name: 'Search the guide' }).fill('hardening')
  const pages = page.getByRole('navigation', { name: 'Pages of the guide' })
  await expect(pages.getByRole('link', { name: 'Field' })).toBeVisible()
  await expect(pages.getByRole('link', { name: 'Scan' })).toHaveCount(0)
  await pages.getByRole('link', { name: 'Field' }).click()
  await expect(page.getByRole('article')).toContainText('who gets the plants')
  await page.getByRole('searchbox', { name: 'Search the guide' }).fill('zeppelin')
  await expect(page.getByRole('status').filter({ hasText: 'No page says “zeppelin”.' })).toBeVisible()
})

test('the first tour goes through six views, is left, and is taken up where it was', async ({ page }) => {
  await visit(page, '/today')
  await page.getByRole('button', { name: 'Help with this page' }).click()
  await page.getByRole('button', { name: 'First tour' }).click()
  const tour = page.getByRole('region', { name: 'First tour' })
  await expect(tour).toContainText('Step 1 of 6')
  await tour.getByRole('button', { name: 'Next' }).click()
  await expect(page).toHaveURL(/\/batch\?id=/)
  await expect(tour).toContainText('Step 2 of 6')
  await tour.getByRole('button', { name: 'Next' }).click()
  await expect(page).toHaveURL(/\/plan/)
  await tour.getByRole('button', { name: 'Close' }).click()
  await expect(tour).toHaveCount(0)
  await reload(page)
  await settled(page)
  await expect(tour).toHaveCount(0)
  await page.getByRole('button', { name: 'Help with this page' }).click()
  await page.getByRole('button', { name: 'Go on with the tour' }).click()
  await expect(tour).toContainText('Step 3 of 6')
  for (const at of [4, 5, 6]) {
    await tour.getByRole('button', { name: 'Next' }).click()
    await expect(tour).toContainText(`Step ${at} of 6`)
  }
  await expect(page).toHaveURL(/\/buying/)
  await tour.getByRole('button', { name: 'Done' }).click()
  await expect(tour).toHaveCount(0)
})

test.describe('on a phone', () => {
  test.use({ viewport: { width: 390, height: 844 }, locale: 'es-MX' })
  test('help stands under More, in the language of the crew', async ({ page }) => {
    await visit(page, '/today')
    await page.getByRole('button', { name: 'Más', exact: true }).click()
    await page.getByRole('menuitem', { name: 'Ayuda' }).click()
    const help = page.getByRole('dialog', { name: 'Hoy' })
    await expect(help).toContainText('márquelo hecho')
    await help.getByRole('button', { name: 'Cerrar' }).click()
    await expect(help).toHaveCount(0)
  })
})

test.describe('with nothing yet', () => {
  test.use({ season: null })
  test('the tour is offered on the demo farm, once', async ({ page }) => {
    await page.goto('/')
    await page.getByRole('button', { name: 'Look at the demo farm' }).click()
    await expect(page).toHaveURL(/\/today/)
    const offer = page.getByText('New here? A tour in six steps shows what is where.')
    await expect(offer).toBeVisible()
    await page.getByRole('button', { name: 'Not now' }).click()
    await expect(offer).toHaveCount(0)
    await reload(page)
    await settled(page)
    await expect(offer).toHaveCount(0)
    // Help still begins it.
    await page.keyboard.press('?')
    await page.getByRole('button', { name: 'First tour' }).click()
    await expect(page.getByRole('region', { name: 'First tour' })).toContainText('Step 1 of 6')
  })
})
