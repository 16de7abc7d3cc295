import { demo, expect, test, visit } from './farm'

const row = (page: import('@playwright/test').Page, code: string) =>
  page.getByRole('button', { name: new RegExp(`^${code} `) })

test('what someone else changes appears here without asking', async ({ page, context }) => {
  await visit(page, '/plan')
  await page.getByRole('searchbox', { name: 'Find' }).fill('aubergine')
  await expect(row(page, 'AU')).toHaveAttribute('aria-label', /72 plants/)
  const other = await context.newPage()
  await visit(other, '/plan?edit=au')
  await other.getByLabel('Plants wanted').fill('81')
  await other.getByRole('button', { name: 'Save' }).click()
  await expect(other.getByText('AU Aubergine, dark oval changed')).toBeVisible()
  await page.evaluate(() => document.dispatchEvent(new Event('visibilitychange')))
  await expect(row(page, 'AU')).toHaveAttribute('aria-label', /81 plants/)
  // What was being looked for is still there.
  await expect(page.getByRole('searchbox', { name: 'Find' })).toHaveValue('aubergine')
})

test('someone removes what another is editing: the other is told and loses nothing', async ({ page, context }) => {
  await visit(page, '/plan?edit=au')
  await page.getByLabel('Plants wanted').fill('99')
  const other = await context.newPage()
  await visit(other, '/plan?batch=au')
  await other.getByRole('button', { name: 'Delete', exact: true }).click()
  await expect(other.getByText('AU Aubergine, dark oval removed')).toBeVisible()
  await page.getByRole('button', { name: 'Save' }).click()
  await expect(page.getByText(/Someone else has removed this planting/)).toBeVisible()
  await expect(row(page, 'AU')).toHaveCount(0)
  await expect(page.getByLabel('Plants wanted')).toHaveValue('99')
  await page.getByRole('button', { name: 'Save' }).click()
  await expect(row(page, 'AU')).toHaveAttribute('aria-label', /99 plants/)
})

test('two undo at once: each takes back one change, and the rest stands', async ({ page, context }) => {
  for (const [key, plants] of [
    ['au', '80'],
    ['ce', '310'],
  ] as const) {
    await visit(page, `/plan?edit=${key}`)
    await page.getByLabel('Plants wanted').fill(plants)
    await page.getByRole('button', { name: 'Save' }).click()
    await expect(page.getByText(/changed$/).first()).toBeVisible()
  }
  const other = await context.newPage()
  await visit(other, '/plan')
  await Promise.all(
    [page, other].map((each) => each.getByRole('button', { name: 'Undo', exact: true }).first().click()),
  )
  await expect(page.getByText(/^Taken back/)).toBeVisible()
  await expect(other.getByText(/^Taken back/)).toBeVisible()
  await visit(page, '/plan')
  await page.getByRole('searchbox', { name: 'Find' }).fill('au')
  await expect(row(page, 'AU')).toHaveAttribute('aria-label', /72 plants/)
  await page.getByRole('searchbox', { name: 'Find' }).fill('celeriac')
  await expect(row(page, 'CE')).toHaveAttribute('aria-label', /300 plants/)
})

test.describe('three hundred batches over New Year, in the south', () => {
  const season = demo()
  test.use({
    season: {
      ...season,
      season: { name: '2027/28', from: '2027-07-01', to: '2028-06-30', opensOn: '2027-12-30' },
      site: {
        ...season.site,
        latitude: -42,
        outdoorMonthlyMeans: [
          ...season.site.outdoorMonthlyMeans.slice(6),
          ...season.site.outdoorMonthlyMeans.slice(0, 6),
        ],
      },
      places: season.places.map((place) => {
        const open = { ...place }
        delete open.open
        return open
      }),
      plantings: season.varieties.slice(0, 30).map((variety, i) => ({
        key: `s${i}`,
        code: `S${i}`,
        variety: variety.key,
        method: season.methods.find(({ crop }) => crop === variety.crop)!.key,
        plants: 100,
        on: `2027-10-${String((i % 28) + 1).padStart(2, '0')}`,
        series: { every: 14, count: 10 },
        changes: [],
      })),
    },
  })
  test('are planned, shown and walked through', async ({ page }) => {
    await visit(page, '/plan')
    await expect(page.getByText(/300 batches/)).toBeVisible()
    await page.getByRole('searchbox', { name: 'Find' }).fill('S0-')
    await expect(page.getByRole('list', { name: 'Batches' }).getByRole('button')).toHaveCount(10)
    await visit(page, '/today')
    await expect(page.getByRole('heading', { name: 'Thursday 30 December 2027' })).toBeVisible()
    const marker = page.getByRole('slider', { name: 'Working day' })
    await marker.focus()
    for (let i = 0; i < 3; i++) await page.keyboard.press('ArrowRight')
    await expect(page.getByRole('heading', { name: 'Sunday 2 January 2028' })).toBeVisible()
    await expect(page.getByText(/from Mon 3 Jan/)).toBeVisible()
    await visit(page, '/benches')
    await expect(page.getByRole('list', { name: 'Places' }).getByRole('button')).toHaveCount(6)
  })
})

test('exports are whole files with names, and nothing is cached', async ({ page }) => {
  await visit(page, '/today')
  for (const [path, type, name] of [
    ['/out/sowing-list.csv', 'text/csv', 'sallow-ferry-2027-sowing-list.csv'],
    ['/out/tasks.ics', 'text/calendar', 'sallow-ferry-2027-tasks.ics'],
    ['/out/season.json', 'application/json', 'sallow-ferry-2027-season.json'],
  ]) {
    const response = await page.request.get(path!)
    expect(response.status()).toBe(200)
    expect(response.headers()['content-type']).toContain(type)
    expect(response.headers()['content-disposition']).toContain(name)
    expect(response.headers()['cache-control']).toBe('no-store')
  }
})
