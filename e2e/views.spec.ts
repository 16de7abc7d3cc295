import { readFileSync } from 'node:fs'
import { demo, expect, reload, settled, test, visit } from './farm'

test.describe('the working day', () => {
  test('moves every view: by keys, by dragging, by typing, and back with one stroke', async ({ page }) => {
    await visit(page, '/today')
    await expect(page.getByRole('heading', { name: 'Monday 12 April 2027' })).toBeVisible()
    const marker = page.getByRole('slider', { name: 'Working day' })
    await marker.focus()
    await page.keyboard.press('ArrowRight')
    await expect(page.getByRole('heading', { name: 'Tuesday 13 April 2027' })).toBeVisible()
    await page.keyboard.press('Shift+ArrowRight')
    await expect(marker).toHaveAttribute('aria-valuetext', 'Tuesday 20 April 2027')
    await page.getByLabel('Type a working day').fill('2027-06-14')
    await page
      .getByRole('navigation', { name: 'Views' })
      .first()
      .getByRole('link', { name: /Benches/ })
      .click()
    await expect(page.getByText('On Monday 14 June 2027')).toBeVisible()
    const box = (await page.getByRole('region', { name: 'Season ribbon' }).boundingBox())!
    await page.mouse.move(box.x + 300, box.y + 40)
    await page.mouse.down()
    await page.mouse.move(box.x + 500, box.y + 40, { steps: 8 })
    await page.mouse.up()
    await expect(page.getByText('On Monday 14 June 2027')).toBeHidden()
    await page.keyboard.press('Alt+t')
    await expect(page.getByText('On Monday 12 April 2027')).toBeVisible()
  })
  test('is kept when the page is loaded again', async ({ page }) => {
    await visit(page, '/today')
    await page.getByLabel('Type a working day').fill('2027-05-03')
    await expect(page.getByRole('heading', { name: 'Monday 3 May 2027' })).toBeVisible()
    await expect
      .poll(async () => (await page.context().cookies()).some(({ value }) => value.endsWith('2027-05-03')))
      .toBe(true)
    await reload(page)
    await expect(page.getByRole('heading', { name: 'Monday 3 May 2027' })).toBeVisible()
  })
})

test('benches say what is over and when, and a touch goes to that day', async ({ page }) => {
  await visit(page, '/benches')
  await page
    .getByRole('list', { name: 'Places' })
    .getByRole('button', { name: /Warm bench/ })
    .click()
  await expect(page.getByRole('img', { name: /Warm bench: most [\d.]+ tray places/ })).toBeVisible()
  await page
    .locator('section', { has: page.getByRole('heading', { name: 'Warm bench' }) })
    .getByRole('button', { name: /over,/ })
    .last()
    .click()
  await expect(page.getByRole('slider', { name: 'Working day' })).not.toHaveAttribute(
    'aria-valuetext',
    'Monday 12 April 2027',
  )
  await page.getByRole('button', { name: 'Trays owned' }).click()
  await expect(
    page.getByRole('list', { name: 'Trays owned' }).getByRole('button', { name: /72-cell tray/ }),
  ).toContainText('over')
})

test('what the plan shows is found again on the way back, and when the page is loaded anew', async ({ page }) => {
  await visit(page, '/plan')
  await page.getByRole('searchbox', { name: 'Find' }).fill('kale')
  await page.getByRole('button', { name: 'One list' }).click()
  await expect(page.getByText(/^3 of \d+ batches/)).toBeVisible()
  await page.getByRole('navigation', { name: 'Views' }).first().getByRole('link', { name: 'Seed' }).click()
  await expect(page.getByRole('heading', { name: 'Seed' }).first()).toBeVisible()
  await page.goBack()
  await expect(page.getByText(/^3 of \d+ batches/)).toBeVisible()
  await reload(page)
  await expect(page.getByRole('searchbox', { name: 'Find' })).toHaveValue('kale')
  await expect(page.getByText(/^3 of \d+ batches/)).toBeVisible()
  await expect(page.getByRole('button', { name: 'One list' })).toHaveAttribute('aria-pressed', 'true')
})

test('what was changed on the plan just before it was left is found again too', async ({ page }) => {
  await visit(page, '/plan')
  await page.getByRole('searchbox', { name: 'Find' }).fill('kale')
  await expect(page).toHaveURL(/text=kale/)
  await page.evaluate(() => {
    const press = (name: string, among: string) =>
      [...document.querySelectorAll<HTMLElement>(among)].find((found) => found.textContent.trim() === name)?.click()
    press('One list', 'button')
    setTimeout(() => press('Seed', 'nav a'))
  })
  await expect(page.getByRole('heading', { name: 'Seed' }).first()).toBeVisible()
  await page.goBack()
  await expect(page.getByText(/^3 of \d+ batches/)).toBeVisible()
  await expect(page.getByRole('button', { name: 'One list' })).toHaveAttribute('aria-pressed', 'true')
})

test('the plan is grouped, ordered and filtered, and walked by arrow keys', async ({ page }) => {
  await visit(page, '/plan')
  await expect(page.getByText(/125 batches/)).toBeVisible()
  await page.getByRole('button', { name: 'By week' }).click()
  await expect(page.getByText(/^Week \d+, from Mon/).first()).toBeVisible()
  await page.getByRole('searchbox', { name: 'Find' }).fill('snapdragon')
  await expect(page.getByText('4 of 125 batches')).toBeVisible()
  await page.getByRole('button', { name: 'One list' }).click()
  const rows = page.getByRole('list', { name: 'Batches' }).getByRole('button')
  await expect(rows).toHaveCount(4)
  await rows.first().focus()
  await page.keyboard.press('ArrowDown')
  await expect(rows.nth(1)).toBeFocused()
  await page.keyboard.press('Enter')
  await expect(page.getByRole('complementary')).toContainText('Snapdragon')
  await page.keyboard.press('Escape')
  await page.goBack()
  await expect(page.getByRole('complementary')).toBeVisible()
  // However soon one goes back: closed and opened again before the first is drawn.
  const panel = page.getByRole('complementary')
  for (let i = 0; i < 5; i++) {
    await page.evaluate(() => {
      const escape = new KeyboardEvent('keydown', { key: 'Escape', bubbles: true })
      document.querySelector('aside, [role=complementary]')!.dispatchEvent(escape)
      history.back()
    })
    await page.waitForTimeout(400)
    await expect(panel).toContainText('Snapdragon')
  }
})

test.describe('on a phone', () => {
  test.use({ viewport: { width: 390, height: 844 }, hasTouch: true, isMobile: true })
  test('today is read, a planting is added, and it is in the week list', async ({ page }) => {
    await visit(page, '/today')
    await expect(page.getByRole('heading', { name: 'Monday 12 April 2027' })).toBeVisible()
    await page.getByRole('link', { name: 'Plan' }).last().tap()
    await page.getByRole('button', { name: 'Add planting' }).tap()
    await page.getByRole('combobox', { name: 'What' }).fill('Chard')
    await page.getByRole('option', { name: 'Chard, mixed stems' }).tap()
    await page.getByLabel('Plants wanted').fill('120')
    await page.getByLabel('Planted on').fill('2027-05-25')
    await page.getByRole('button', { name: 'Save' }).tap()
    await expect(page.getByRole('dialog')).toContainText('Chard, mixed stems')
    await expect(page.getByRole('dialog')).toContainText('Sow')
    await page.getByRole('button', { name: 'Close' }).first().tap()
    await visit(page, '/today')
    await page.getByRole('button', { name: /^To sow, this week/ }).tap()
    await expect(page.getByRole('row', { name: /120|Chard, mixed stems/ }).first()).toBeVisible()
  })
  for (const path of [
    '/today',
    '/plan',
    '/benches',
    '/farm',
    '/batch?id=qy.1&tab=count',
    '/batch?id=da&tab=check',
    '/labels',
    '/journal',
    '/learned',
    '/sowing',
  ]) {
    test(`${path} never scrolls sideways, and what is touched is large enough`, async ({ page }) => {
      await visit(page, path)
      await settled(page)
      const { wide, small } = await page.evaluate(() => ({
        wide: document.documentElement.scrollWidth - window.innerWidth,
        small: [...document.querySelectorAll('nav a, main button')]
          .filter((e) => e.getClientRects().length > 0 && e.getBoundingClientRect().height < 24)
          .map((e) => e.textContent),
      }))
      expect(wide).toBeLessThanOrEqual(0)
      expect(small).toEqual([])
    })
  }
})

test('°F and inches are shown throughout when chosen', async ({ page }) => {
  await visit(page, '/farm')
  await page.getByRole('button', { name: '°F, inches' }).click()
  await expect(page.getByText('held at 75 °F')).toBeVisible()
  await visit(page, '/today')
  await expect(page.getByText(/Normal for the date: \d+ °F/)).toBeVisible()
})

test('a page is titled by its view and the farm, and an address that leads nowhere says so with a way back', async ({
  page,
  errors,
}) => {
  await visit(page, '/today')
  await expect(page).toHaveTitle('Today · Sallow Ferry')
  const answer = await page.goto('/todai')
  expect(answer!.status()).toBe(404)
  await expect(page.getByRole('heading', { name: 'There is no such page' })).toBeVisible()
  // The browser complains of the address, as it should.
  expect(errors.splice(0)).toEqual([expect.stringContaining('404')])
  await page.getByRole('link', { name: 'Today' }).click()
  await expect(page.getByRole('heading', { level: 1 })).toBeVisible()
})

test('the sheet of parts is for developers only', async ({ page }) => {
  expect((await page.request.get('/dev/parts')).status()).toBe(404)
})

test('fonts come with the application', async ({ page }) => {
  const elsewhere: string[] = []
  page.on('request', (request) => {
    if (!request.url().startsWith('http://127.0.0.1')) elsewhere.push(request.url())
  })
  await visit(page, '/today')
  await expect
    .poll(() =>
      page.evaluate(() =>
        [...document.fonts]
          .filter((f) => f.status === 'loaded')
          .map((f) => f.family)
          .join(),
      ),
    )
    .toContain('Young Serif')
  expect(elsewhere.filter((url) => !url.startsWith('data:'))).toEqual([])
})

test.describe('a season with nothing planned', () => {
  test.use({ season: { ...demo(), plantings: [] } })
  test('invites the first planting on every view', async ({ page }) => {
    await visit(page, '/plan')
    await expect(page.getByText('Nothing is planned yet')).toBeVisible()
    await page.getByRole('button', { name: 'Add the first planting' }).click()
    await expect(page.getByRole('heading', { name: 'New planting' })).toBeVisible()
    await visit(page, '/today')
    await expect(page.getByText('Nothing falls on this day.')).toBeVisible()
    await visit(page, '/benches')
    await expect(page.getByRole('heading', { name: /Nothing stands there/ })).toBeVisible()
  })
})

test.describe('an empty database', () => {
  test.use({ season: null })
  test('asks for a season document and opens it', async ({ page }) => {
    await page.goto('/today')
    await expect(page.getByRole('link', { name: 'Begin my farm' })).toBeVisible()
    await page.getByTestId('season-file').setInputFiles('demo/sallow-ferry-2027.json')
    await page.getByRole('button', { name: 'Open it' }).click()
    await expect(page.getByRole('heading', { name: 'Monday 12 April 2027' })).toBeVisible()
    expect((await page.request.get('/out/season.json')).status()).toBe(200)
  })
})

test.describe('season documents', () => {
  test('go out and come back in the same; a change is previewed, taken, and undone', async ({ page }) => {
    await visit(page, '/farm')
    const [file] = await Promise.all([
      page.waitForEvent('download'),
      page.getByRole('link', { name: 'Season document' }).click(),
    ])
    const text = readFileSync(await file.path(), 'utf8')
    const bring = (content: string, name = 'mine.json') =>
      page
        .getByTestId('season-file')
        .setInputFiles({ name, mimeType: 'application/json', buffer: Buffer.from(content) })
    await bring(text)
    await expect(page.getByTestId('import-preview')).toContainText('There is nothing to import')

    const changed = JSON.parse(text) as { places: { trayPlaces: number }[]; plantings: unknown[] }
    changed.places[0]!.trayPlaces = 30
    changed.plantings.pop()
    await bring(JSON.stringify(changed))
    await expect(page.getByTestId('import-preview')).toContainText('Heat mats: trayPlaces')
    await expect(page.getByTestId('import-preview')).toContainText('1 removed (DA (dahlia-mixed))')
    await expect(page.locator('#place-mats')).toContainText('8 tray places')
    await page.getByRole('button', { name: 'Replace this season' }).click()
    await expect(page.locator('#place-mats')).toContainText('30 tray places')
    await page.getByRole('alert').getByRole('button', { name: 'Undo' }).click()
    await expect(page.locator('#place-mats')).toContainText('8 tray places')
  })
  test('that are wrong say everything that is wrong and change nothing', async ({ page }) => {
    await visit(page, '/farm')
    const bad = JSON.stringify({ ...demo(), places: [], site: { latitude: 100 } })
    await page
      .getByTestId('season-file')
      .setInputFiles({ name: 'bad.json', mimeType: 'application/json', buffer: Buffer.from(bad) })
    await expect(page.getByText('bad.json was not imported; nothing has changed.')).toBeVisible()
    await expect(page.getByText('must be at most 72; it is 100.')).toBeVisible()
    await expect(page.getByText('there is no place with the key "warm-bench" in places.').first()).toBeVisible()
    await page
      .getByTestId('season-file')
      .setInputFiles({ name: 'cut.json', mimeType: 'application/json', buffer: Buffer.from('{"format": 1,') })
    await expect(page.getByText(/cut.json was not imported/)).toBeVisible()
    await expect(page.locator('#place-mats')).toContainText('8 tray places')
  })
})
