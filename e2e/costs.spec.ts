/** What plants cost, and what earns its bench. */
import { demo, expect, settled, test, visit } from './farm'

test('says what a plant of each kind costs, part by part, and what has no price', async ({ page }) => {
  await visit(page, '/buying')
  await page.getByRole('link', { name: 'What it costs' }).click()
  await expect(page.getByRole('heading', { name: 'What it costs' })).toBeVisible()
  const kinds = page.getByRole('region', { name: 'Costs by kind' })
  const lettuce = kinds.locator('[data-kind="lettuce"]')
  const money = (text: string) => Number(text.replace(/,/g, ''))
  const cells = async () => (await lettuce.locator('td').allTextContents()).slice(1)
  const before = await cells()
  const inAll = money(before.at(-2)!)
  expect(money(before[1]!)).toBeCloseTo(inAll / money(before[0]!), 1)
  // The parts are the whole.
  const parts = before.slice(2, -2).reduce((sum, text) => sum + (text === '' ? 0 : money(text)), 0)
  expect(Math.abs(parts - inAll)).toBeLessThan(0.05)

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
