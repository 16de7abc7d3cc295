/** A thermometer set up by the form, as several tests need one. */
import type { Page } from '@playwright/test'
import { expect } from './farm'

export const THERMOMETER = 'Door of the long tunnel'

/** Adds one, with what is wrong told on the way; its key. */
export async function addThermometer(page: Page, name = THERMOMETER): Promise<string> {
  await page.getByRole('button', { name: 'Add a thermometer' }).click()
  const form = page.getByRole('dialog', { name: 'Add a thermometer' })
  await form.getByRole('button', { name: 'Save' }).click()
  await expect(form.getByText(/^Give it a name/)).toBeVisible()
  await form.getByRole('textbox', { name: 'Name' }).fill(name)
  await form.getByRole('combobox', { name: 'Place' }).press('ArrowDown')
  await page.getByRole('option', { name: 'Long tunnel' }).click()
  await form.getByRole('textbox', { name: 'Alarm when colder than' }).fill('50')
  await form.getByRole('button', { name: 'Save' }).click()
  await expect(form.getByText('The lower limit must be below the upper one.')).toBeVisible()
  await form.getByRole('textbox', { name: 'Alarm when colder than' }).fill('1')
  await form.getByRole('button', { name: 'Save' }).click()
  const how = page.getByRole('region', { name: `How ${name} sends` })
  await expect(how.getByRole('textbox', { name: 'For example' })).toHaveValue(/^curl .+\/api\/thermometer$/)
  const key = await how.getByRole('textbox', { name: 'Key', exact: true }).inputValue()
  await how.getByRole('button', { name: 'Done' }).click()
  await expect(how).toBeHidden()
  return key
}
