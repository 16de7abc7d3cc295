/** A thermometer read in the house: typed in two taps, also without signal, and counted from then on. */
import { expect, settled, test, visit } from './farm'

test.use({ viewport: { width: 390, height: 844 }, hasTouch: true })

test('the low of the night and yesterday’s high of a place are written down without signal, and shown', async ({
  page,
  context,
  errors,
}) => {
  await visit(page, '/today')
  await page.locator('html[data-quiet]').waitFor()
  await context.setOffline(true)
  await page.getByRole('button', { name: 'Temperature', exact: true }).click()
  const sheet = page.getByRole('dialog', { name: 'Temperature' })
  await sheet.getByRole('button', { name: 'Save' }).click()
  await expect(sheet.getByText('Choose the place.')).toBeVisible()
  await sheet.getByRole('button', { name: 'Long tunnel' }).click()
  await sheet.getByRole('button', { name: 'Save' }).click()
  await expect(sheet.getByText('Write the low, the high, or both.')).toBeVisible()
  await sheet.getByRole('textbox', { name: /^Low of the night to/ }).fill('−4')
  await sheet.getByRole('button', { name: 'Yesterday', exact: true }).click()
  await sheet.getByRole('textbox', { name: /^High of/ }).fill('99')
  await sheet.getByRole('button', { name: 'Save' }).click()
  await expect(sheet.getByText(/^No thermometer says that/)).toBeVisible()
  await sheet.getByRole('textbox', { name: /^High of/ }).fill('31,5')
  await sheet.getByRole('button', { name: 'Save' }).click()
  await expect(sheet).toBeHidden()
  await expect(page.getByText('Temperature saved: Long tunnel').first()).toBeVisible()
  await context.setOffline(false)
  await settled(page)

  // A frost where tender plants stand is said at once.
  await expect(page.getByText(/^−4 °C/).first()).toBeVisible()
  await visit(page, '/journal')
  await expect(page.getByText('Low −4 °C: Long tunnel').first()).toBeVisible()
  await expect(page.getByText('High 31.5 °C: Long tunnel').first()).toBeVisible()
  await visit(page, '/readings')
  await expect(page.getByRole('img', { name: /^Long tunnel: lows from/ })).toBeVisible()

  // The place that was read last is the one at the next time.
  await page.getByRole('button', { name: 'Write down a temperature' }).click()
  await expect(sheet.getByRole('button', { name: 'Long tunnel' })).toHaveAttribute('aria-pressed', 'true')
  await sheet.getByRole('button', { name: 'Close' }).click()
  errors.splice(0, errors.length, ...errors.filter((error) => !/ERR_INTERNET_DISCONNECTED|Failed to fetch/.test(error)))
})
