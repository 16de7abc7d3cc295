/** Many plantings changed in one step, counted in presses, and taken back in one. */
import { expect, reload, test, visit } from './farm'

test('twenty batches are moved in at most eight presses, with what it does to the benches, and taken back by one', async ({
  page,
}) => {
  await page.setViewportSize({ width: 1280, height: 1300 })
  await visit(page, '/plan?group=none')
  const before = await page.getByRole('button', { name: /plant \w+ \d+ \w+/ }).allInnerTexts()
  let presses = 0
  const press = async (of: ReturnType<typeof page.getByRole>, options = {}) => {
    presses++
    await of.click(options)
  }
  await press(page.getByRole('button', { name: 'Tick rows' }))
  const rows = page.getByRole('list', { name: 'Batches' }).getByRole('checkbox')
  await press(rows.nth(0))
  await press(rows.nth(20), { modifiers: ['Shift'] })
  const bar = page.getByRole('toolbar', { name: 'Tick rows' })
  await expect(bar.getByRole('status')).toHaveText('21 ticked')
  await press(rows.nth(0))
  await press(bar.getByRole('button', { name: 'Change …' }))
  const panel = page.getByRole('dialog', { name: 'Change 20 batches' })
  await press(panel.getByLabel('Days later'))
  await page.keyboard.type('7')
  await expect(panel.getByTestId('effect')).toContainText('20 batches change')
  await press(panel.getByRole('button', { name: 'Save' }))
  await expect(panel).toBeHidden()
  expect(presses).toBeLessThanOrEqual(8)
  await expect(page.getByText('Changed 20 batches: moved')).toBeVisible()
  await page.getByRole('button', { name: 'Stop ticking' }).click()
  await page.getByRole('button', { name: 'Undo' }).first().click()
  await expect(page.getByText(/Undone|taken back/i).first()).toBeVisible()
  await reload(page)
  expect(await page.getByRole('button', { name: /plant \w+ \d+ \w+/ }).allInnerTexts()).toEqual(before)
})

test('a copy goes to another season, and is there', async ({ page }) => {
  const tickTwo = async () => {
    await visit(page, '/plan?group=none')
    await page.getByRole('button', { name: 'Tick rows' }).click()
    const rows = page.getByRole('list', { name: 'Batches' }).getByRole('checkbox')
    await rows.nth(0).click()
    await rows.nth(1).click()
    await page.getByRole('button', { name: 'Copy to another season …' }).click()
  }
  await tickTwo()
  await expect(page.getByText('There is no other season yet.')).toBeVisible()
  await visit(page, '/farms')
  await page.getByRole('button', { name: 'Copy season 2027 of Sallow Ferry' }).click()
  await expect(page.getByText('2027 copy').first()).toBeVisible()
  await visit(page, '/sallow-ferry/2027/plan?group=none')
  await tickTwo()
  await page.getByRole('button', { name: 'Copy', exact: true }).click()
  await expect(page.getByText(/^Copied 2 plantings to Sallow Ferry, 2027 copy/)).toBeVisible()
  await page.getByRole('button', { name: 'Look' }).click()
  await expect(page).toHaveURL(/\/sallow-ferry\/2027-copy\/plan/)
  await expect(page.getByText(/^127 batches/)).toBeVisible()
})

test('rows of the sheet, lots of seed and the work of the day are ticked and done together', async ({ page }) => {
  await visit(page, '/sheet')
  const sheet = page.getByTestId('sheet')
  await sheet.locator('.dsg-cell').nth(12).click()
  await page.keyboard.press('Shift+ArrowDown')
  await page.keyboard.press('Shift+ArrowDown')
  await page.getByRole('button', { name: 'Change 3 rows …' }).click()
  const panel = page.getByRole('dialog', { name: /^Change \d+ batch/ })
  await panel.getByLabel('To week').fill('week 90')
  await expect(panel.getByText('Write a week or a day')).toBeVisible()
  await expect(panel.getByRole('button', { name: 'Save' })).toBeDisabled()
  await panel.getByRole('button', { name: 'Cancel' }).click()

  await visit(page, '/seed')
  await page.getByRole('button', { name: 'Tick lots' }).click()
  const lots = page.getByRole('table').getByRole('checkbox')
  await lots.nth(0).click()
  await lots.nth(4).click({ modifiers: ['Shift'] })
  await expect(page.getByText('5 lots ticked')).toBeVisible()
  await page.getByRole('combobox', { name: 'Kept' }).click()
  await page.getByRole('option', { name: 'warm and damp' }).click()
  await page.getByRole('button', { name: 'Change', exact: true }).click()
  await expect(page.getByText(/^Changed \d lots/)).toBeVisible()

  await visit(page, '/today')
  await page.getByRole('button', { name: 'Tick several' }).click()
  const work = page.locator('li[data-task]').getByRole('checkbox')
  await work.nth(0).click()
  await work.nth(1).click()
  const bar = page.getByRole('toolbar', { name: 'Tick several' })
  await expect(bar.getByRole('status')).toHaveText('2 ticked')
  await bar.getByRole('button', { name: 'Done', exact: true }).click()
  await expect(page.getByText('Done: 2 pieces of work')).toBeVisible()
})
