/** Days: typed as people write them, chosen in a calendar with its weeks, the same on every screen. */
import { demo, expect, test, visit } from './farm'

test('a planting day is typed in any usual form, or chosen in the calendar; what is no day is said and kept', async ({
  page,
}) => {
  await visit(page, '/plan?new=1')
  const on = page.getByLabel('Planted on', { exact: true })
  await on.fill('week 20')
  await on.blur()
  await expect(on).toHaveValue('Mon 17 May 2027')
  await on.fill('3/6')
  await on.blur()
  await expect(on).toHaveValue('Thu 3 Jun 2027')
  await on.fill('some day')
  await on.blur()
  await expect(on).toHaveValue('some day')
  await expect(page.getByText('Write a day, as 17 March, 17/3 or week 11.')).toBeVisible()
  await on.locator('..').getByRole('button', { name: 'Choose in a calendar' }).click()
  const calendar = page.getByRole('dialog', { name: 'Choose in a calendar' })
  await expect(calendar.getByRole('gridcell', { name: '12' })).toBeVisible()
  await expect(calendar.getByRole('button', { name: 'Today, Mon 12 Apr' })).toBeVisible()
  await calendar.getByRole('gridcell', { name: '29' }).click()
  await expect(calendar).toBeHidden()
  await expect(on).toHaveValue('Thu 29 Apr 2027')
})

test.describe('on an American farm', () => {
  test.use({ locale: 'en-US', season: { ...demo(), farm: { ...demo().farm, region: 'us' } } })
  test('the month comes first, and the working day goes where it is typed', async ({ page }) => {
    await visit(page, '/today')
    const day = page.getByRole('textbox', { name: 'Type a working day' })
    await expect(day).toHaveValue('Mon Apr 12 2027')
    await day.fill('5/3')
    await expect(page.getByRole('heading', { level: 1, name: /May 3/ })).toBeVisible()
    await day.fill('12/31/2031')
    await day.blur()
    await expect(day).toHaveValue('Mon May 3 2027')
  })
})
