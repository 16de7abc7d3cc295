/** Languages, and addresses that find a view as it was left. */
import type { Page } from '@playwright/test'
import { demo, expect, settled, test, visit } from './farm'

test.describe('in Spanish', () => {
  test.use({ locale: 'es-ES', viewport: { width: 390, height: 844 } })

  test('a crew works a day: the browser says the language, and no English is left', async ({ page }) => {
    await visit(page, '/today')
    await expect(page.locator('html')).toHaveAttribute('lang', 'es')
    await expect(page).toHaveTitle('Hoy · Sallow Ferry')
    await expect(page.getByRole('heading', { level: 1 })).toHaveText(/^lunes 12 de abril de 2027$/)
    await page
      .getByRole('button', { name: /^Hecho: Aclarar/ })
      .first()
      .click()
    await expect(page.getByText(/: hecho\.$/).first()).toBeVisible()

    await visit(page, '/batch?id=la.4&tab=count')
    await expect(page.getByRole('tab', { name: 'Contar' })).toHaveAttribute('aria-selected', 'true')
    await page.getByRole('button', { name: 'Números' }).click()
    await expect(page.getByText(/^Celdas con plántula/).first()).toBeVisible()
    await visit(page, '/batch?id=da&tab=check')
    await page
      .getByRole('radio', { name: 'No, se deshace' })
      .or(page.getByRole('button', { name: 'No, se deshace' }))
      .click()
    await expect(page.getByText(/El cepellón todavía no sale entero\./)).toBeVisible()

    const { methods, places, containers, varieties, lots } = demo()
    const named = [methods, places, containers, varieties, lots].flat().map(({ name }) => name)
    // A sentence of the interface that is English stands out by words that Spanish does not have.
    for (const path of ['/today', '/batch?id=la.4', '/batch?id=la.4&tab=more', '/sowing', '/labels']) {
      await visit(page, path)
      // What the farm itself is named stays as its people wrote it.
      const text = named.reduce((all, name) => all.replaceAll(name, ''), await page.locator('main').innerText())
      expect(text.match(/\b(the|and|with|not yet|today|into|seeds|trays|sown|days)\b/gi) ?? [], path).toEqual([])
    }
  })

  test('each person may read another language', async ({ page }) => {
    await visit(page, '/farm')
    await page.getByRole('button', { name: 'English', exact: true }).click()
    // The page is drawn anew in it; only then is another one asked for.
    await expect(page.locator('html')).toHaveAttribute('lang', 'en')
    await settled(page)
    await visit(page, '/today')
    await expect(page.locator('html')).toHaveAttribute('lang', 'en')
    await expect(page.getByRole('heading', { level: 1 })).toHaveText(/^Monday 12 April 2027$/)
  })
})

test('a language nobody has a catalogue for is English', async ({ browser, page: first }) => {
  await first.goto('/today')
  const context = await browser.newContext({ locale: 'fi-FI', baseURL: new URL(first.url()).origin })
  const page = await context.newPage()
  await visit(page, '/today')
  await expect(page.locator('html')).toHaveAttribute('lang', 'en')
  await expect(page.getByRole('heading', { level: 1 })).toHaveText('Monday 12 April 2027')
  await context.close()
})

test('filter, grouping, zoom and working day stand in the address, and another window finds them', async ({
  page,
  context,
}) => {
  await visit(page, '/plan')
  await page.getByRole('button', { name: 'One list' }).click()
  await page.getByRole('searchbox', { name: 'Find' }).fill('tomato')
  await page.getByRole('button', { name: 'Show more of the season' }).click()
  await page.getByRole('slider', { name: 'Working day' }).press('Shift+ArrowRight')
  await expect(page).toHaveURL(/[?&]group=none(&|$)/)
  await expect(page).toHaveURL(/[?&]text=tomato(&|$)/)
  await expect(page).toHaveURL(/[?&]zoom=2(&|$)/)
  await expect(page).toHaveURL(/[?&]day=2027-04-19(&|$)/)
  const other = await context.newPage()
  await visit(other, page.url())
  await expect(other.getByRole('searchbox', { name: 'Find' })).toHaveValue('tomato')
  await expect(other.getByRole('button', { name: 'One list' })).toHaveAttribute('aria-pressed', 'true')
  await expect(other.getByRole('slider', { name: 'Working day' })).toHaveAttribute('aria-valuetext', /19 Apr/)
  // A batch opened beside it leaves the chart as it is.
  await visit(other, `${page.url()}&batch=tp`)
  await expect(other.getByRole('searchbox', { name: 'Find' })).toHaveValue('tomato')
  await expect(other).toHaveTitle(/Plan · Sallow Ferry/)
})

test('the title of a batch names it', async ({ page }) => {
  await visit(page, '/batch?id=la.4')
  await expect(page).toHaveTitle('LA-4 Lettuce, red oak · Sallow Ferry')
})

test.describe('on the narrowest screen', () => {
  test.use({ viewport: { width: 320, height: 640 } })

  test('no view scrolls sideways, and most of the screen is for what is read', async ({ page }) => {
    for (const path of ['/today', '/plan', '/benches', '/field', '/seed', '/labels', '/journal', '/farm', '/sowing']) {
      await visit(page, path)
      expect(await page.evaluate(() => document.documentElement.scrollWidth), path).toBeLessThanOrEqual(320)
      const main = (await page.locator('main').boundingBox())!
      expect(Math.min(main.height, 640) / 640, path).toBeGreaterThan(0.6)
    }
  })
})

/** Makes every text of the page longer by two fifths, as another language may be. */
const lengthen = (page: Page) =>
  page.evaluate(() => {
    const walk = document.createTreeWalker(document.body, NodeFilter.SHOW_TEXT)
    const texts: Text[] = []
    while (walk.nextNode()) texts.push(walk.currentNode as Text)
    for (const text of texts) {
      const said = text.data.trim()
      if (said.length < 4 || text.parentElement?.closest('script, style, svg, [aria-hidden="true"]')) continue
      text.data = `${text.data.trimEnd()} ${'mm '.repeat(Math.ceil((said.length * 0.4) / 3)).trim()} `
    }
  })

for (const width of [1280, 390])
  test(`texts two fifths longer are not cut at ${width} px`, async ({ page }) => {
    await page.setViewportSize({ width, height: 844 })
    for (const path of [
      '/today',
      '/batch?id=la.4',
      '/batch?id=da&tab=check',
      '/sowing',
      '/labels',
      '/journal',
      '/seed',
    ]) {
      await visit(page, path)
      await lengthen(page)
      expect(await page.evaluate(() => document.documentElement.scrollWidth), path).toBeLessThanOrEqual(width)
      const cut = await page.evaluate(() =>
        [...document.querySelectorAll<HTMLElement>('main button, main [role="tab"], main h1, main h2, main label')]
          .filter((one) => one.offsetWidth > 0 && getComputedStyle(one).textOverflow !== 'ellipsis')
          .filter((one) => one.scrollWidth > one.clientWidth + 2 && getComputedStyle(one).overflowX !== 'visible')
          .map((one) => one.innerText.slice(0, 60)),
      )
      expect(cut, path).toEqual([])
    }
  })
