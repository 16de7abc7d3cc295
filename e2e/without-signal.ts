/** Pages of a season that lie on the device. */
import { expect, type Page } from '@playwright/test'
import { VIEWS_KEPT } from '../src/season/kept-pages'
import { settled, visit } from './farm'

export const AT = '/sallow-ferry/2027'

/** What the browser itself says of requests that found no way. */
export const NO_WAY = /ERR_INTERNET_DISCONNECTED|Failed to fetch|ERR_FAILED/

/** One visit: until the application and the views of the season lie on the device. */
export async function visitOnce(page: Page): Promise<void> {
  await visit(page, '/today')
  await expect
    .poll(
      () =>
        page.evaluate(async () => {
          const name = (await caches.keys()).find((one) => one.startsWith('dove-step-pages'))
          return name === undefined ? 0 : (await (await caches.open(name)).keys()).length
        }),
      { timeout: 90_000 },
    )
    .toBe(VIEWS_KEPT.length)
  await settled(page)
}

/** The address opens, and is the season's page. */
export async function opens(page: Page, path: string): Promise<void> {
  await page.goto(path)
  await page.locator('html[data-ready]').waitFor()
}
