import { expect, test, visit } from './farm'

test('anything is found from anywhere by one key, and gone to', async ({ page }) => {
  await visit(page, '/benches')
  await page.keyboard.press('/')
  const box = page.getByRole('combobox', { name: 'Find anything' })
  await expect(box).toBeFocused()
  await box.fill('eggplant')
  await expect(page.getByRole('option', { name: /^AU Aubergine/ })).toBeVisible()
  await box.fill('au')
  await page.keyboard.press('Enter')
  await expect(page).toHaveURL(/\/sallow-ferry\/2027\/batch\?id=au/)
  // A day is looked at without leaving the page.
  await page.keyboard.press('Control+k')
  await page.getByRole('combobox', { name: 'Find anything' }).fill('29 Apr')
  await page.keyboard.press('Enter')
  await expect(page).toHaveURL(/[?&]day=2027-04-29/)
  await expect(page).toHaveURL(/batch\?id=au/)
  await page.getByRole('button', { name: 'Find' }).click()
  await page.getByRole('combobox', { name: 'Find anything' }).fill('working date')
  await page.getByRole('option', { name: /Frost and working date/ }).click()
  await expect(page).toHaveURL(/\/farm\?edit=frost/)
  await page.keyboard.press('Escape')
  await page.locator('main').focus()
  await page.keyboard.press('?')
  await expect(page.getByRole('dialog', { name: 'Keys' })).toContainText('find anything and go there')
})

test.describe('on a phone', () => {
  test.use({ viewport: { width: 390, height: 844 }, hasTouch: true })
  test('it is found under More', async ({ page }) => {
    await visit(page, '/today')
    await page.getByRole('button', { name: 'More', exact: true }).click()
    await page.getByRole('menuitem', { name: 'Find' }).click()
    await page.getByRole('combobox', { name: 'Find anything' }).fill('xyzzyplugh')
    await expect(page.getByText('Nothing goes by “xyzzyplugh”.')).toBeVisible()
  })
})
