/** What plants cost, and what earns its bench. */
import { demo, expect, settled, test, visit } from './farm'

test('says what a plant of each kind costs, part by part, and what has no price', async ({ page }) => {
  await visit(page, '/buying')
  await page.getByRole('link', { name: 'What it costs' }).click()
  await expect(page.getByRole('heading', { name: 'What it costs' })).toBeVisible()
  const kinds = page.getByRole('region', { name: 'Costs by kind' })
  const lettuce = kinds.locator('[data-kind="lettuce"]')
  /** The first sum of a cell: what a head or a kilo comes to stands below it. */
  const money = (text: string) => Number(/[\d,]*\.?\d+/.exec(text)![0].replace(/,/g, ''))
  const cells = async () => (await lettuce.locator('td').allTextContents()).slice(1)
  const before = await cells()
  const titles = (await kinds.locator('th').allTextContents()).slice(1)
  const at = (title: string) => money(before[titles.indexOf(title)]!)
  expect(at('A plant')).toBeCloseTo(at('In all') / at('Plants'), 1)
  // The parts are the whole.
  const parts = titles.slice(2, titles.indexOf('In all'))
  const sum = parts.reduce((all, title) => all + (before[titles.indexOf(title)] === '' ? 0 : at(title)), 0)
  expect(Math.abs(sum - at('In all'))).toBeLessThan(0.05)

  // An hour of work that costs twice as much makes work twice as dear.
  const head = (await kinds.locator('th').allTextContents()).slice(1)
  const work = head.indexOf('Work')
  await visit(page, '/farm?edit=habits')
  await page.getByLabel('An hour of work').fill(String(demo().habits.costs.hour! * 2))
  await page.getByRole('button', { name: 'Save', exact: true }).click()
  await settled(page)
  await visit(page, '/costs')
  const after = await cells()
  expect(Math.abs(money(after[work]!) - 2 * money(before[work]!))).toBeLessThan(0.03)
})

test('ranks what earns its bench by the prices of its kind', async ({ page }) => {
  await visit(page, '/costs?show=earns')
  const table = page.getByRole('region', { name: 'What earns its bench' })
  const zinnia = table.locator('[data-earns="zm.1"]')
  // 840 plants of 18 stems at 0.30.
  const money = async (row: typeof zinnia, nth: number) => Number((await row.locator('td').nth(nth).textContent())!.replace(/[^\d.]/g, '')) // prettier-ignore
  const brings = await money(zinnia, 1)
  expect(await money(zinnia, 4)).toBeCloseTo((brings - (await money(zinnia, 2))) / (await money(zinnia, 3)), -1)
  // A price twice as high brings twice as much.
  await visit(page, '/know-how?crop=zinnia')
  await page.getByRole('textbox', { name: /^One of its yield/ }).fill('0.6')
  await page.getByRole('button', { name: 'Save', exact: true }).click()
  await settled(page)
  await visit(page, '/costs?show=earns')
  expect(await money(zinnia, 1)).toBeCloseTo(brings * 2, 1)
})

test('says up to which price a plug is cheaper bought in', async ({ page }) => {
  await visit(page, '/costs?show=buy')
  const pepper = page.getByRole('region', { name: 'Raise or buy in' }).locator('[data-kind="pepper"]')
  const even = Number((await pepper.locator('td b').textContent())!.replace(/[^\d.]/g, ''))
  expect(even).toBeGreaterThan(0)
  await pepper.getByLabel('Offered at: Sweet pepper').fill(String(even * 0.9))
  await expect(pepper.getByRole('status')).toHaveText('buy in')
  await pepper.getByLabel('Offered at: Sweet pepper').fill(String(even * 1.1))
  await expect(pepper.getByRole('status')).toHaveText('raise')
  await pepper.getByLabel('Offered at: Sweet pepper').fill('-1')
  await expect(pepper).toContainText('Not below 0.')
  // The seed of tomatoes has no price: a dear plug may still be the cheaper.
  const tomato = page.getByRole('region', { name: 'Raise or buy in' }).locator('[data-kind="tomato"]')
  await expect(tomato).toContainText('or more')
  await tomato.getByLabel('Offered at: Tomato').fill('9')
  await expect(tomato.getByRole('status')).toHaveCount(0)
})

test('plants are sold by the price list, and what was sold is taken in', async ({ page }) => {
  await visit(page, '/costs?show=sales')
  const sales = page.getByRole('region', { name: 'Plant sales' })
  const parsley = sales.locator('[data-sale="py.1"]')
  await expect(parsley).toContainText('36')
  const price = page.locator('[data-price^="parsley "]')
  await price.getByLabel(/^Price of: Parsley/).fill('0.5')
  await price.getByRole('button', { name: /^Save the price of: Parsley/ }).click()
  await settled(page)
  await expect(parsley).toContainText('€0.50')
  await expect(parsley).toContainText('€18.00')
  await visit(page, '/costs?show=months')
  await expect(page.getByRole('region', { name: 'By month' }).locator('tfoot')).toContainText('In all')
})

test.describe('a farm with nothing planned', () => {
  test.use({ season: { ...demo(), plantings: [], records: [], orders: [] } })

  test('has no costs, and says where they come from', async ({ page }) => {
    for (const show of ['', 'earns', 'buy', 'sales', 'months']) {
      await visit(page, show === '' ? '/costs' : `/costs?show=${show}`)
      await expect(
        page.getByText(/^(Nothing is raised|No planting says|No plants are for sale|Nothing is spent)/),
      ).toBeVisible()
    }
  })
})

test.describe('a farm that never said what anything costs', () => {
  const { habits, ...rest } = demo()
  const free = { ...habits, costs: {} }
  test.use({
    season: {
      ...rest,
      habits: free,
      mixes: rest.mixes.map(({ litrePrice: _, ...mix }) => mix),
      lots: rest.lots.map(({ packetPrice: _, ...lot }) => lot),
      containers: rest.containers.map(({ price: _, ...container }) => container),
    },
  })

  test('is told no price and no verdict it could not have', async ({ page }) => {
    await visit(page, '/costs?show=buy')
    const tomato = page.getByRole('region', { name: 'Raise or buy in' }).locator('[data-kind="tomato"]')
    await tomato.getByLabel('Offered at: Tomato').fill('0.4')
    await expect(tomato).toContainText('–')
    await expect(tomato).not.toContainText('cheaper')
    await expect(tomato.getByRole('status')).toHaveCount(0)
  })
})
