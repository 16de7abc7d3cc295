/** The season looked back on: its figures, whether forecasts held, and the sheet for the winter table. */
import { demo, expect, settled, test, visit } from './farm'

test('the season is summed up in figures, and says whether its forecasts held', async ({ page }) => {
  await visit(page, '/learned')
  const figures = page.getByRole('region', { name: 'The season in figures' })
  await expect(figures).toContainText('2 batches')
  await expect(figures).toContainText('2 on time')
  await expect(figures).toContainText('99 % of 720 wanted')
  const held = page.getByRole('region', { name: 'Did the forecasts hold?' })
  await expect(held).toContainText('One batch was counted and then planted; its plants were within the range')
  await expect(held).toContainText('2 batches were sown with a chance of 90 % to have enough: 2 had enough.')
  await expect(held.getByRole('img', { name: /^Chance to have enough that was said/ })).toBeVisible()
  // The sheet for the winter table is for paper.
  await expect(page.getByTestId('winter-sheet')).toHaveCount(0)
  await expect(page.getByRole('button', { name: 'Print for the winter table' })).toBeVisible()
})

test.describe('before anything was written down', () => {
  test.use({ season: { ...demo(), records: [] } })
  test('nothing is made up', async ({ page }) => {
    await visit(page, '/learned')
    await settled(page)
    await expect(page.getByText('Once sowings are written down')).toBeVisible()
    await expect(page.getByRole('region', { name: 'The season in figures' })).toHaveCount(0)
    await expect(page.getByRole('region', { name: 'Did the forecasts hold?' })).toHaveCount(0)
  })
})
