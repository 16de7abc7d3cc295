/** Without signal: every view of a season that was looked at once, and what was recorded there. */
import type { Page } from '@playwright/test'
import { parseDay } from '../src/core/calendar/day'
import { labelCodes } from '../src/core/labels/content'
import { createPlanner } from '../src/core/plan/plan'
import { demo, expect, settled, test, visit } from './farm'
import { share } from './people-in-tests'
import { AT, NO_WAY, opens, visitOnce } from './without-signal'

test.use({ reuseContext: false, serviceWorkers: 'allow' })

test('after one visit every view opens without signal, a label too, and nothing finished looks open', async ({
  page,
  context,
  errors,
}) => {
  await visitOnce(page)
  await context.setOffline(true)
  for (const [view, heading] of [
    ['plan', 'Plan'],
    ['benches', 'Benches'],
    ['field', 'Field'],
    ['seed', 'Seed'],
    ['labels', 'Labels'],
    ['know-how', 'What is known'],
    ['journal', 'Journal'],
    ['farm', 'Sallow Ferry'],
    ['sowing', 'Sowing day'],
  ] as const) {
    await opens(page, `${AT}/${view}`)
    await expect(page.getByRole('heading', { level: 1, name: new RegExp(heading) }).first(), view).toBeVisible()
  }
  await expect(page.getByText(/^No connection since \d/)).toBeVisible()

  // A batch, and its count, of which no page was ever looked at.
  await opens(page, `${AT}/batch?id=ta`)
  await expect(page.getByText('TA', { exact: true })).toBeVisible()
  await page.getByRole('tab', { name: 'More' }).click()
  await expect(page.getByRole('tab', { name: 'More' })).toHaveAttribute('aria-selected', 'true')

  // So does the label on its tray.
  const season = demo()
  const { batches } = createPlanner().plan(season, parseDay(season.season.opensOn!))
  await opens(page, `/b/${labelCodes(batches, season.records).get('ta')}`)
  await expect(page.getByText('TA', { exact: true })).toBeVisible()

  // Written down without signal, on a page that is closed and opened again: it stays done.
  await opens(page, '/today')
  const task = page.locator('[data-task="cd.1/thin/0"]')
  await page.getByRole('button', { name: 'Done: Thin CD-1' }).click()
  await expect(task).toContainText(/done/i)
  await opens(page, `${AT}/plan`)
  await opens(page, `${AT}/today`)
  await expect(task).toContainText(/done/i)
  await expect(page.getByText(/No connection: 1 entry waits/)).toBeVisible()

  // With signal it arrives; and without signal again it does not look open, though the server alone has it by now.
  await context.setOffline(false)
  await expect(page.getByText(/No connection/)).toBeHidden()
  await expect
    .poll(async () => (await (await page.request.get('/out/journal.csv')).text()).trim().split('\n').at(-1))
    .toContain('CD-1')
  await settled(page)
  await context.setOffline(true)
  await opens(page, `${AT}/today`)
  await expect(task).toContainText(/done/i)
  await context.setOffline(false)
  errors.splice(0, errors.length, ...errors.filter((error) => !NO_WAY.test(error)))
})

test('the server is gone and comes back: pages open from the device, and follow by themselves', async ({
  page,
  farm,
  errors,
}) => {
  await visitOnce(page)
  await farm.kill()
  await opens(page, `${AT}/benches`)
  await expect(page.getByRole('heading', { level: 1, name: /Benches/ })).toBeVisible()
  await expect(page.getByText(/^No connection since \d/)).toBeVisible()
  await farm.start()
  await expect(page.getByText(/^No connection since \d/)).toBeHidden()
  errors.splice(
    0,
    errors.length,
    ...errors.filter((error) => !/ERR_CONNECTION_REFUSED|ERR_EMPTY_RESPONSE|ERR_INCOMPLETE/.test(error)),
  )
})

test('who signs out leaves nothing of the season on the device', async ({ page }) => {
  await share(page)
  await visitOnce(page)
  const left = () =>
    page.evaluate(async () => {
      const pages = (await caches.keys()).filter((name) => name.startsWith('dove-step-pages')).length
      const asked = indexedDB.open('dove-step-seasons')
      const keys = await new Promise<number>((done, failed) => {
        asked.onerror = () => failed(asked.error)
        asked.onsuccess = () => {
          const all = asked.result.transaction('held').objectStore('held').getAllKeys()
          all.onsuccess = () => done(all.result.length)
        }
      })
      return { pages, seasons: keys }
    })
  expect(await left()).toEqual({ pages: 1, seasons: 2 }) // the season, and which was kept when
  await visit(page, '/people')
  await page.getByRole('button', { name: 'Sign out', exact: true }).click()
  await expect(page).toHaveURL(/\/sign-in/)
  await expect.poll(left).toEqual({ pages: 0, seasons: 0 })
  // Nothing that was on its way comes after.
  await page.waitForTimeout(2_000)
  expect(await left()).toEqual({ pages: 0, seasons: 0 })
})

test('who signs out while pages are still being kept leaves none either', async ({ page }) => {
  await share(page)
  await visit(page, '/people')
  const pages = () =>
    page.evaluate(async () => (await caches.keys()).filter((name) => name.startsWith('dove-step-pages')))
  await expect.poll(pages, { timeout: 60_000 }).toHaveLength(1)
  await page.getByRole('button', { name: 'Sign out', exact: true }).click()
  await expect(page).toHaveURL(/\/sign-in/)
  await expect.poll(pages).toEqual([])
  await page.waitForTimeout(2_000) // what was on its way would have come
  expect(await pages()).toEqual([])
})

test('a change of the plan made without signal waits and is saved with it; what somebody else changed since is compared', async ({
  page,
  context,
  browser,
  baseURL,
  errors,
}) => {
  test.slow() // two devices, and a dozen pages opened without signal
  await visitOnce(page)
  await context.setOffline(true)
  const row = (own: Page, code: string) => own.getByRole('button', { name: new RegExp(`^${code} `) })
  const change = async (key: string, plants: string) => {
    await opens(page, `${AT}/plan?edit=${key}`)
    await page.getByLabel('Plants wanted').fill(plants)
    await page.getByRole('button', { name: 'Save' }).click()
    await expect(page.getByText('No connection: kept on this device, and saved when there is one.')).toBeVisible()
  }
  await change('au', '90')
  await expect(page.getByText('1 change of the plan waits on this device.', { exact: false })).toBeVisible()
  await expect(row(page, 'AU')).toHaveAttribute('aria-label', /90 plants/)
  // What the server would find wrong is found here.
  await opens(page, `${AT}/plan?edit=tr`)
  await page.getByLabel('Plants wanted').fill('0')
  await page.getByRole('button', { name: 'Save' }).click()
  await expect(page.getByText(/kept on this device, and saved/)).toHaveCount(0)
  await change('tr', '130')
  // The page is closed and opened again, still without signal: it is all there.
  await opens(page, `${AT}/plan?batch=au`)
  await expect(page.getByText('2 changes of the plan wait on this device.', { exact: false })).toBeVisible()
  await expect(row(page, 'AU')).toHaveAttribute('aria-label', /90 plants/)

  // Meanwhile somebody with signal changes one of the two.
  const elsewhere = await browser.newContext({ baseURL: baseURL!, locale: 'en-GB', serviceWorkers: 'block' })
  const other = await elsewhere.newPage()
  await visit(other, '/plan?edit=au')
  await other.getByLabel('Plants wanted').fill('66')
  await other.getByRole('button', { name: 'Save' }).click()
  await expect(other.getByText('AU Aubergine, dark oval changed')).toBeVisible()

  await context.setOffline(false)
  await other.goto(`${AT}/plan?batch=tr`)
  await expect(row(other, 'TR')).toHaveAttribute('aria-label', /130 plants/)
  const clash = page.getByRole('alert').filter({ hasText: 'somebody else has changed the same since' })
  await clash.getByRole('button', { name: 'Compare' }).click()
  const sides = page.getByRole('dialog', { name: 'Two changes of the same' })
  await expect(sides).toContainText('90 plants')
  await expect(sides).toContainText('66 plants')
  await sides.getByRole('button', { name: 'Save mine' }).click()
  await expect(page.getByText(/of the plan wait|was not saved/)).toHaveCount(0)
  await other.goto(`${AT}/plan?batch=au`)
  await expect(row(other, 'AU')).toHaveAttribute('aria-label', /90 plants/)
  await elsewhere.close()
  errors.splice(0, errors.length, ...errors.filter((error) => !NO_WAY.test(error)))
})
