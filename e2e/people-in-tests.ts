/** People for the browser tests: the owner who shares the farm, and others who join. */
import type { Browser, BrowserContext, Page } from '@playwright/test'
import { expect, visit } from './farm'

export const PASSWORD = 'three blue doors'

export async function fillIn(page: Page, { name, email }: { name?: string; email: string }): Promise<void> {
  if (name !== undefined) await page.getByRole('main').getByLabel('Your name').fill(name)
  await page.getByLabel('E-mail address').fill(email)
  await page.getByLabel('Password').fill(PASSWORD)
}

/** The first person shares the farm, and owns it. */
export async function share(page: Page): Promise<void> {
  await visit(page, '/people')
  await expect(page.getByText(/Nobody has to sign in/)).toBeVisible()
  await fillIn(page, { name: 'Ines', email: 'ines@example.org' })
  await page.getByRole('button', { name: 'Start sharing' }).click()
  await expect(page.getByRole('region', { name: 'On this farm' })).toContainText('Ines')
}

export async function linkFor(page: Page, role: string): Promise<string> {
  await page.getByRole('combobox', { name: 'As', exact: true }).press('ArrowDown')
  await page.getByRole('option', { name: role, exact: true }).click()
  await page.getByRole('button', { name: 'Make a link' }).click()
  return page.getByRole('textbox', { name: `Link for ${role}` }).inputValue()
}

export const another = (browser: Browser, baseURL: string | undefined): Promise<BrowserContext> =>
  browser.newContext({ baseURL: baseURL! })

/** Somebody follows a link on a device of their own. */
export async function joins(browser: Browser, baseURL: string | undefined, link: string, name: string): Promise<Page> {
  const page = await (await another(browser, baseURL)).newPage()
  await visit(page, link)
  await fillIn(page, { name, email: `${name.toLowerCase()}@example.org` })
  await page.getByRole('button', { name: 'Join' }).click()
  await page.waitForURL(/\/today$/)
  await page.locator('html[data-ready]').waitFor()
  return page
}

/** The link in the code that makes a device a phone of the crew. */
export async function codeFor(page: Page, name: string): Promise<string> {
  await page.getByLabel('Name of the phone').fill(name)
  await page.getByRole('button', { name: 'Add a phone' }).click()
  await expect(page.getByRole('img', { name: `Code for ${name}` })).toBeVisible()
  return page.getByRole('textbox', { name: 'Or open this on the phone' }).inputValue()
}

/** A phone of its own that scans a code. */
export async function joinsAsPhone(browser: Browser, baseURL: string | undefined, link: string): Promise<Page> {
  const context = await browser.newContext({ baseURL: baseURL!, viewport: { width: 390, height: 844 }, hasTouch: true })
  const page = await context.newPage()
  await page.goto(link)
  await page.getByRole('button', { name: /^Use this device as/ }).click()
  await page.waitForURL(/\/today$/)
  await page.locator('html[data-ready]').waitFor()
  return page
}
