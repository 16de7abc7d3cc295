import { demo, expect, test, visit } from './farm'
import type { Locator, Page } from '@playwright/test'

/** What has the focus: its name, and the outline or border that shows it. */
const focused = (page: Page) =>
  page.evaluate(() => {
    const active = document.activeElement as HTMLElement
    // A box to tick or to type in shows it on what is drawn around it.
    const drawn =
      active.closest<HTMLElement>('.Mui-focusVisible') ??
      active.closest('.MuiInputBase-root')?.querySelector<HTMLElement>('fieldset') ??
      active
    const { outlineStyle, outlineWidth, borderTopWidth } = getComputedStyle(drawn)
    return {
      name: `${active.tagName} ${active.getAttribute('aria-label') ?? active.textContent?.slice(0, 40)}`,
      px: Math.max(
        outlineStyle === 'none' ? 0 : parseFloat(outlineWidth),
        drawn.tagName === 'FIELDSET' ? parseFloat(borderTopWidth) : 0,
      ),
      body: active === document.body,
    }
  })

for (const colorScheme of ['light', 'dark'] as const) {
  test.describe(`by ${colorScheme}`, () => {
    test.use({ colorScheme })
    for (const path of ['/today', '/plan?batch=ca', '/farm?edit=habits'])
      test(`${path} shows where the focus is at every step`, async ({ page }) => {
        await visit(page, path)
        const unseen: string[] = []
        for (let i = 0; i < 40; i++) {
          await page.keyboard.press('Tab')
          const { name, px, body } = await focused(page)
          if (!body && px < 2) unseen.push(name)
        }
        expect(unseen).toEqual([])
      })
  })
}

test('a batch is opened by key, its panel has the focus, and closing gives it back', async ({ page }) => {
  await visit(page, '/plan')
  const row = page.getByRole('button', { name: /^CA / })
  await row.focus()
  await page.keyboard.press('Enter')
  const panel = page.getByRole('complementary', { name: /Cabbage/ })
  await expect(panel).toBeFocused()
  await page.keyboard.press('Tab')
  await expect(panel.getByRole('button', { name: 'Close' })).toBeFocused()
  await page.keyboard.press('Enter')
  await expect(panel).toHaveCount(0)
  await expect(row).toBeFocused()
  await page.keyboard.press('Enter')
  await expect(panel).toBeFocused()
  await page.keyboard.press('Escape')
  await expect(row).toBeFocused()
})

test('a place is edited by keys alone from the list to its panel and back', async ({ page }) => {
  await visit(page, '/farm')
  const link = page.getByRole('link', { name: 'Warm bench', exact: true })
  await link.focus()
  await page.keyboard.press('Enter')
  const panel = page.getByRole('complementary', { name: 'Warm bench' })
  await expect(panel).toBeFocused()
  await panel.getByRole('link', { name: 'Close' }).focus()
  await page.keyboard.press('Enter')
  await expect(panel).toHaveCount(0)
  await expect(link).toBeFocused()
})

test('a page that is loaded with its panel open begins at its top', async ({ page }) => {
  await visit(page, '/plan?batch=ca')
  expect((await focused(page)).body).toBe(true)
  await page.keyboard.press('Tab')
  expect((await focused(page)).name).toContain('Skip to the view')
})

test.describe('a batch that outgrows its container', () => {
  const season = demo()
  const early = season.plantings.find(({ key }) => key === 'cm')!
  test.use({
    season: {
      ...season,
      plantings: season.plantings.map((one) => (one === early ? { ...one, sowOn: '2027-04-15' } : one)),
    },
  })
  test('shows it by a shape of its own, not by colour alone', async ({ page }) => {
    await visit(page, '/plan?batch=cm')
    const panel = page.getByRole('complementary')
    const [ready, past] = await Promise.all(
      ['ready', 'past-limit'].map((part) => panel.locator(`[data-part="${part}"]`).first().getAttribute('d')),
    )
    expect(ready).toMatch(/^M[\d.]+ [\d.]+H[\d.]+$/)
    expect(past!.match(/l/g)!.length).toBeGreaterThanOrEqual(4)
  })
})

test('the units of the farm follow it to every device; a person may choose otherwise on their own', async ({
  page,
  browser,
  baseURL,
}) => {
  await visit(page, '/farm?edit=site')
  await page.getByRole('combobox', { name: 'Units of the farm' }).press('ArrowDown')
  await page.getByRole('option', { name: '°F, gallons, inches' }).click()
  await page.getByRole('button', { name: 'Save' }).click()
  await expect(page.getByText('held at 75 °F')).toBeVisible()
  const phone = await (await browser.newContext({ baseURL: baseURL! })).newPage()
  await visit(phone, '/today')
  await expect(phone.getByText(/Normal for the date: \d+ °F/)).toBeVisible()
  await visit(phone, '/farm')
  await phone.getByRole('button', { name: '°C, litres, cm' }).click()
  await expect(phone.getByText('held at 24 °C')).toBeVisible()
  await expect(page.getByText('held at 75 °F')).toBeVisible()
  await phone.getByRole('button', { name: 'As the farm' }).click()
  await expect(phone.getByText('held at 75 °F')).toBeVisible()
  await phone.context().close()
})

test('a list is one stop for Tab, and arrows walk its rows', async ({ page }) => {
  for (const [path, list, name] of [
    ['/plan', 'list', 'Batches'],
    ['/benches', 'list', 'Places'],
  ] as const) {
    await visit(page, path)
    const rows = page.getByRole(list, { name }).getByRole('button')
    await rows.first().focus()
    const stops = await page
      .getByRole(list, { name })
      .getByRole('button')
      .evaluateAll((all) => all.filter((one) => (one as HTMLElement).tabIndex >= 0).length)
    expect(stops, path).toBe(1)
    await page.keyboard.press('ArrowDown')
    await expect(rows.nth(1)).toBeFocused()
    await page.keyboard.press('Tab')
    expect(await rows.evaluateAll((all) => all.includes(document.activeElement as HTMLElement)), path).toBe(false)
  }
})

test('what is dragged can be moved without dragging: a planting by its card, a tray by a list or a tap', async ({
  page,
}) => {
  await visit(page, '/plan?batch=la.4')
  const card = page.getByRole('complementary')
  await expect(card).toContainText('Wed 5 May')
  await card.getByRole('button', { name: '7 days later' }).click()
  await expect(card).toContainText('Wed 12 May')
  await page.getByRole('button', { name: 'Undo', exact: true }).last().click()
  await expect(card).toContainText('Wed 5 May')

  await visit(page, '/benches')
  await page
    .getByRole('list', { name: 'Places' })
    .getByRole('button', { name: /Warm bench/ })
    .click()
  const tray = page.locator('[data-piece]').first()
  const code = (await tray.getAttribute('data-piece'))!
  await tray.focus()
  await page.keyboard.press('Enter')
  const chosen = page.getByTestId('tray-card')
  await expect(chosen).toContainText(code)
  // The last tray place of the bench, by a tap.
  await page.locator('[data-free]').last().dispatchEvent('click')
  await expect(page.getByText(`${code} stands where it was put`).first()).toBeVisible()
})

/** Works by keys alone, and counts them. */
function keysOf(page: Page) {
  let pressed = 0
  const press = async (key: string) => {
    pressed++
    await page.keyboard.press(key)
  }
  return {
    press,
    pressed: () => pressed,
    type: async (text: string) => {
      pressed += text.length
      await page.keyboard.type(text)
    },
    /** Tab until something has the focus; no job should need more than that many. */
    to: async (wanted: Locator, most: number) => {
      for (let i = 0; i < most; i++) {
        if (await wanted.evaluate((one) => one === document.activeElement, undefined, { timeout: 5000 })) return
        await press('Tab')
      }
      await expect(wanted).toBeFocused()
    },
  }
}

test('the commonest jobs are done by keys alone', async ({ page }) => {
  const spent: Record<string, number> = {}
  // 1: what is done today is ticked off, from the head of the page.
  await visit(page, '/today')
  let keys = keysOf(page)
  await page.getByRole('button', { name: 'Sown just now' }).focus()
  await keys.to(page.getByRole('button', { name: /^Done: Thin/ }).first(), 25)
  await keys.press('Enter')
  await expect(page.getByText(/: done\.$/).first()).toBeVisible()
  spent['tick off a task'] = keys.pressed()

  // 2: a loss.
  keys = keysOf(page)
  await page.getByRole('button', { name: 'Record a loss' }).focus()
  await keys.press('Enter')
  await keys.to(page.getByRole('dialog').getByLabel('Find a batch'), 6)
  await keys.type('dahlia')
  await keys.to(page.getByRole('dialog').getByRole('button', { name: /^DA / }).first(), 4)
  await keys.press('Enter')
  await keys.to(page.getByRole('dialog').getByRole('button', { name: '2', exact: true }), 8)
  await keys.press('Enter')
  await keys.to(page.getByRole('dialog').getByRole('button', { name: 'pests' }), 20)
  await keys.press('Enter')
  await expect(page.getByText(/2 plants lost, pests/).first()).toBeVisible()
  spent['record a loss'] = keys.pressed()

  // 3: a batch is found and looked at.
  await visit(page, '/plan')
  keys = keysOf(page)
  await page.getByRole('searchbox', { name: 'Find' }).focus()
  await keys.type('dahlia')
  await keys.to(page.getByRole('list', { name: 'Batches' }).getByRole('button').first(), 6)
  await keys.press('Enter')
  await expect(page.getByRole('complementary')).toContainText('Dahlia')
  spent['find a batch'] = keys.pressed()

  // 4: its planting is moved by a day.
  keys = keysOf(page)
  await keys.to(page.getByRole('complementary').getByRole('button', { name: '1 day later' }), 14)
  await keys.press('Enter')
  await expect(page.getByRole('alert').getByRole('button', { name: 'Undo' })).toBeVisible()
  spent['move a planting'] = keys.pressed()

  // 5: another working day, and back.
  keys = keysOf(page)
  await page.getByRole('slider', { name: 'Working day' }).focus()
  await keys.press('Shift+ArrowRight')
  await keys.press('Alt+t')
  await expect(page.getByRole('slider', { name: 'Working day' })).toHaveAttribute('aria-valuetext', /12 April/)
  spent['look a week ahead and come back'] = keys.pressed()
  for (const [job, n] of Object.entries(spent)) expect(n, job).toBeLessThan(45)
  test.info().annotations.push({ type: 'keys', description: JSON.stringify(spent) })
})
