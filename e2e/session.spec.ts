/** Sessions of any kind: what a potting day takes, its sheet, and ticking it off; mixes by name; the days of the week potted up on. */
import { demo, expect, settled, test, visit } from './farm'

const potting = { ...demo(), season: { ...demo().season, opensOn: '2027-04-16' } }

test.describe('a potting day', () => {
  test.use({ season: potting })

  test('says its mix, containers and labels, is printed, and is ticked off', async ({ page }) => {
    await visit(page, '/sowing?what=pot-up')
    await expect(page.getByRole('heading', { name: 'Potting day, Fri 16 Apr' })).toBeVisible()
    const mix = page.locator('[data-mix="Potting mix"]')
    await expect(mix).toContainText('Mix: Potting mix')
    await expect(mix).toContainText(/Sieved compost: [\d.]+ l/)
    await expect(mix).toContainText(/Bone meal: \d+ g/)
    await expect(page.getByRole('link', { name: 'Labels', exact: true }).last()).toHaveAttribute('href', /batch=/)

    // Litres of the session are those of its lines.
    const litres = (text: string) => Number(/([\d.]+) l/.exec(text)![1])
    const lines = page.locator('[data-line="pot-up"], [data-line="prick-out"]')
    const said = await lines.getByText(/Potting mix: /).allTextContents()
    expect(said.length).toBeGreaterThan(0)
    const sum = said.reduce((all, text) => all + litres(text.replace(/.*Potting mix: /, '')), 0)
    const whole = litres((await mix.locator('.big').textContent())!)
    expect(Math.abs(whole - sum)).toBeLessThanOrEqual(0.6 * said.length)

    // The sheet of paper: every line opened, no buttons.
    await page.emulateMedia({ media: 'print' })
    await expect(page.getByRole('button', { name: 'Print' })).toBeHidden()
    expect((await page.pdf({ format: 'A4' })).length).toBeGreaterThan(10_000)
    await page.emulateMedia({ media: 'screen' })

    const before = await page.getByRole('button', { name: /^(Done: |All done: )/ }).count()
    expect(before).toBeGreaterThan(0)
    await lines.first().getByRole('button', { name: /^(Done: |All done: )/ }).first().click() // prettier-ignore
    await expect(lines.first()).toContainText('Done, Grower')
    await settled(page)
    await expect.poll(async () => (await page.request.get('/out/journal.csv')).text()).toMatch(/2027-04-16.*(Pot up|Potted|potted|Prick)/) // prettier-ignore
  })
})

test('mixes are named, made up, used by containers, and kept where something uses them', async ({ page }) => {
  await visit(page, '/farm#mixes')
  const mixes = page.getByRole('region', { name: 'Mix: table' })
  await expect(mixes).toContainText('Peat-free fines 3, Vermiculite 1')
  await expect(mixes).toContainText('Bone meal 20 g in 10 l')
  await visit(page, '/farm?new=mix')
  await page.getByLabel('Name', { exact: true }).fill('Cactus mix')
  await page.getByLabel('Parts', { exact: true }).first().fill('0')
  await expect(page.getByRole('button', { name: 'Save', exact: true })).toBeDisabled()
  await page.getByLabel('Parts', { exact: true }).first().fill('4')
  await page.getByRole('button', { name: 'Something added' }).click()
  await page.getByRole('combobox', { name: 'Unit' }).click()
  await page.getByRole('option', { name: 'cups' }).click()
  await page.getByLabel('Amount', { exact: true }).fill('2')
  await page.getByRole('button', { name: 'Save', exact: true }).click()
  await expect(mixes).toContainText('Lime 2 cups in 10 l')
  await visit(page, '/farm?container=pots-9')
  await page.getByLabel('Filled with').click()
  await page.getByRole('option', { name: 'Cactus mix' }).click()
  await page.getByRole('button', { name: 'Save', exact: true }).click()
  await settled(page)
  await visit(page, '/farm?mix=mix')
  await page.getByRole('button', { name: 'Delete', exact: true }).last().click()
  await expect(page.getByText(/Cactus mix is used by/)).toBeVisible()
})

test('potting is moved to the days of the week it is done on, and a batch may keep its own', async ({ page }) => {
  await visit(page, '/farm?edit=habits')
  await page.getByRole('group', { name: 'Potted up on' }).getByLabel('Tue').check()
  await page.getByRole('button', { name: 'Save', exact: true }).click()
  await settled(page)
  await visit(page, '/sowing?what=pot-up')
  const days = await page.getByRole('button', { name: /^\w{3} \d+ \w{3}$/ }).allTextContents()
  expect(days.length).toBeGreaterThan(0)
  expect(days.filter((text) => text.startsWith('Tue')).length).toBeGreaterThanOrEqual(days.length - 1)
  await page.getByRole('button', { name: days.find((text) => text.startsWith('Tue'))!, exact: true }).click()
  await expect(page.getByText(/moved to a potting day: .*(later|earlier)/).first()).toBeVisible()
})

test('planting out is moved to the days of the week it is done on, and says so', async ({ page }) => {
  await visit(page, '/farm?edit=habits')
  await page.getByRole('group', { name: 'Planted out on' }).getByLabel('Thu').check()
  await page.getByRole('button', { name: 'Save', exact: true }).click()
  await settled(page)
  await expect(page.getByText(/planted out on Thu/)).toBeVisible()
  // Wanted on Sunday 30 May: the Thursday before is as near as the one after, and nearer than none.
  await visit(page, '/plan?batch=ph')
  await expect(page.getByText(/Planted .*(later|earlier).* to fall on a planting day; its own day is/)).toBeVisible()
  await page.getByRole('button', { name: 'On its own day' }).click()
  await settled(page)
  await expect(page.getByText(/to fall on a planting day/)).toHaveCount(0)
})

test('work is done on dates too, and on no other day near them', async ({ page }) => {
  await visit(page, '/farm?edit=habits')
  const planting = page.getByRole('group', { name: 'Planted out on' })
  await planting.getByLabel('Add a date').fill('2027-06-01')
  await planting.getByLabel('Add a date').press('Enter')
  await planting.getByLabel('Add a date').fill('2027-05-11')
  await planting.getByRole('button', { name: 'Add', exact: true }).click()
  await expect(planting.getByText('Tue 11 May')).toBeVisible()
  await page.getByRole('button', { name: 'Save', exact: true }).click()
  await settled(page)
  await expect(page.getByText(/planted out on Tue 11 May, Tue 1 Jun/)).toBeVisible()
  // Wanted on Sunday 30 May.
  await visit(page, '/plan?batch=ph')
  await expect(page.getByText(/Planted 2 days later to fall on a planting day; its own day is/)).toBeVisible()
  await visit(page, '/farm?edit=habits')
  await planting.getByRole('button', { name: 'Tue 11 May' }).press('Delete')
  await planting.getByRole('button', { name: 'Tue 1 Jun' }).press('Delete')
  await page.getByRole('button', { name: 'Save', exact: true }).click()
  await settled(page)
  await expect(page.getByText(/planted out on/)).toHaveCount(0)
})
