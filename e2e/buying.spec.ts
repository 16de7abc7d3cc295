/** The buying list: what is short, in the cheapest packs, by when; what there is in store; as a file and on paper. */
import { expect, settled, test, visit } from './farm'

test('what is short is bought in the cheapest packs, to be ordered in time', async ({ page }) => {
  await visit(page, '/seed')
  await page.getByRole('link', { name: 'Buying list' }).click()
  await expect(page.getByRole('heading', { name: 'Buying list' })).toBeVisible()
  const trays = page.locator('[data-need="container/cells-72"]')
  await expect(trays).toContainText('18 trays')
  // Two of ten cost 28, one of fifty 58; they come a week later.
  await expect(trays).toContainText('2 × 10 trays, the merchant in town')
  await expect(trays).toContainText('28.00')
  await expect(trays).toContainText('3 days late')

  // Kelp is not counted, and nobody said where it is sold.
  const kelp = page.locator('[data-need="material/kelp meal/g"]')
  await expect(kelp).toContainText('not counted')
  await kelp.getByRole('link', { name: 'Add what it is sold in' }).click()
  await page.getByLabel('In store', { exact: true }).fill('100')
  await page.getByRole('button', { name: 'A size' }).click()
  await page.getByLabel('In one', { exact: true }).fill('0')
  await expect(page.getByRole('button', { name: 'Save', exact: true })).toBeDisabled()
  await page.getByLabel('In one', { exact: true }).fill('150')
  await page.getByLabel('Price', { exact: true }).fill('-1')
  await expect(page.getByRole('button', { name: 'Save', exact: true })).toBeDisabled()
  await page.getByLabel('Price', { exact: true }).fill('3.5')
  await expect(page.getByRole('status').filter({ hasText: 'Least cost' })).toContainText('2 × 150 g')
  await page.getByRole('button', { name: 'Save', exact: true }).click()
  await settled(page)
  await expect(kelp).toContainText('100 g')
  await expect(kelp).toContainText('7.00')

  // Enough in store: it leaves the list.
  await page.getByLabel('In store', { exact: true }).fill('5000')
  await page.getByRole('button', { name: 'Save', exact: true }).click()
  await settled(page)
  await expect(kelp).toHaveCount(0)

  const csv = await (await page.request.get('/out/buying-list.csv')).text()
  expect(csv.split('\r\n')[0]).toContain('order_by,needed_from,what,unit')
  expect(csv).toContain('2027-04-09,2027-04-16,72-cell tray,trays,78,60,18,the merchant in town,10,2,14,28')
  expect(csv).not.toContain('Kelp')
})

test('a potting ticked off takes its mix from the store', async ({ page }) => {
  await visit(page, '/buying?show=all')
  const all = page.getByLabel('Show')
  await all.click()
  await page.getByRole('option', { name: 'everything needed' }).click()
  const fines = page.locator('[data-need="material/peat-free fines/l"]')
  await expect(fines).toContainText('180 l')
  await visit(page, '/sowing')
  await page.getByRole('button', { name: 'Sown: ZM-1' }).click()
  await settled(page)
  await visit(page, '/buying')
  await page.getByLabel('Show').click()
  await page.getByRole('option', { name: 'everything needed' }).click()
  // Six trays of 72 cells take 20 litres, three parts of four of them fines: 15 litres.
  await expect(fines).toContainText('165 l')
})

test('what is ordered comes, and a delivery short by two packs is to be bought again', async ({ page }) => {
  await visit(page, '/buying')
  const seed = page.locator('[data-need="seed/radish-round"]')
  await seed.getByRole('button', { name: 'Ordered: Seed: Radish, round red' }).click()
  await settled(page)
  await expect(seed).toHaveCount(0)
  const mix = page.locator('[data-need="material/peat-free fines/l"]')
  const text = (await mix.textContent())!
  const packs = Number(/(\d+) × 70 l/.exec(text)![1])
  expect(packs).toBeGreaterThan(3)
  await mix.getByRole('button', { name: /^Ordered: / }).click()
  await settled(page)
  await expect(mix).toHaveCount(0)

  const orders = page.getByRole('region', { name: 'On order' })
  await expect(orders).toContainText(`${packs} × 70 l`)
  await orders.getByRole('button', { name: 'Arrived: Peat-free fines' }).first().click()
  const dialog = page.getByRole('dialog', { name: 'Arrived: Peat-free fines' })
  await dialog.getByLabel('Of these no good').fill(String(packs + 1))
  await expect(dialog.getByText('More than came.')).toBeVisible()
  await expect(dialog.getByRole('button', { name: 'Save' })).toBeDisabled()
  await dialog.getByLabel('Of these no good').fill('0')
  await dialog.getByLabel('Packs that came').fill(String(packs - 2))
  await dialog.getByLabel('The rest is not coming: order it anew').check()
  await dialog.getByRole('button', { name: 'Save' }).click()
  await expect(dialog).toBeHidden()
  await settled(page)
  await expect(orders).toContainText('came short')
  // In store now, and short again by what did not come.
  await expect(mix).toContainText(`${180 + (packs - 2) * 70} l`)
  await expect(mix.locator('b')).toContainText(/1\d\d l|\d\d l/)

  // Seed goes into its lot.
  await orders.getByRole('button', { name: 'Arrived: Seed: Radish, round red' }).click()
  await page.getByRole('dialog').getByRole('button', { name: 'Save' }).click()
  await expect(page.getByRole('dialog')).toBeHidden()
  await settled(page)
  await expect.poll(async () => (await page.request.get('/out/journal.csv')).text()).toContain('10000')
  await expect(seed).toHaveCount(0)
})
