/** What others change is seen at once on every page that is open. */
import type { Browser, Page } from '@playwright/test'
import { expect, settled, test, visit } from './farm'

const SOON = 10_000 // ms on a machine that is busy; the benchmark tells how long it takes on a quiet one
const DONE = /Done .*, / // with the day and who; the button says the word alone

async function someoneElse(browser: Browser, baseURL: string | undefined, path: string): Promise<Page> {
  const page = await (await browser.newContext({ baseURL: baseURL! })).newPage()
  await visit(page, path)
  return page
}
const task = (page: Page, id: string) => page.locator(`[data-task="${id}"]`).first()

test('what one ticks, another sees, and what is taken back again', async ({ page, browser, baseURL }) => {
  const listening = page.waitForResponse((response) => response.url().includes('/api/changes'))
  await visit(page, '/today')
  expect((await listening).status()).toBe(200)
  const other = await someoneElse(browser, baseURL, '/today')
  await expect(task(page, 'cd.1/thin/0')).not.toContainText(DONE)
  await other.getByRole('button', { name: 'Done: Thin CD-1' }).click()
  await expect(task(page, 'cd.1/thin/0')).toContainText(DONE, { timeout: SOON })
  await other.context().close()
})

test('it goes on after the server was started again, with what was changed meanwhile', async ({
  page,
  browser,
  baseURL,
  farm,
}) => {
  await visit(page, '/today')
  await settled(page)
  await farm.restart()
  const other = await someoneElse(browser, baseURL, '/today')
  await other.getByRole('button', { name: 'Done: Thin CD-1' }).click()
  await expect(task(page, 'cd.1/thin/0')).toContainText(DONE, { timeout: 2 * SOON })
  await other.context().close()
})

test('a page that is not looked at listens to nothing, and catches up when it is', async ({
  page,
  browser,
  baseURL,
}) => {
  await visit(page, '/today')
  const show = (state: DocumentVisibilityState) =>
    page.evaluate((visible) => {
      Object.defineProperty(document, 'visibilityState', { value: visible, configurable: true })
      document.dispatchEvent(new Event('visibilitychange'))
    }, state)
  await show('hidden')
  const other = await someoneElse(browser, baseURL, '/today')
  await other.getByRole('button', { name: 'Done: Thin CD-1' }).click()
  await expect(task(other, 'cd.1/thin/0')).toContainText(DONE)
  await expect(task(page, 'cd.1/thin/0')).not.toContainText(DONE)
  await show('visible')
  await expect(task(page, 'cd.1/thin/0')).toContainText(DONE, { timeout: SOON })
  await other.context().close()
})
