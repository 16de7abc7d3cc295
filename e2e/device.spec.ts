/** A device on a bad day: entries that cannot be kept, no room, a wrong clock, a server that fails. */
import type { Page } from '@playwright/test'
import { v4 as newId } from 'uuid'
import { asDocument, demo, expect, reload, test, visit } from './farm'

const entry = (what: object, more: object = {}) => ({
  id: newId(),
  on: '2027-04-12',
  at: '2027-04-12T09:00:00.000Z',
  who: 'Crew B',
  batch: 'la.4',
  what,
  ...more,
})

/** Puts entries on the device as an earlier page would have left them. */
async function leftOnDevice(page: Page, entries: { id: string }[]): Promise<void> {
  const season = /\\?"own\\?":\\?"([0-9a-f-]{36})/.exec(await page.content())![1]!
  await page.evaluate(
    ([items, season]) =>
      new Promise<void>((done, failed) => {
        const open = indexedDB.open('dove-step-records')
        open.onerror = () => failed(new Error('no store'))
        open.onsuccess = () => {
          const change = open.result.transaction('records', 'readwrite')
          items.forEach((one, n) =>
            change.objectStore('records').put({ entry: one, season, n: n + 1, state: 'waiting' }, one.id),
          )
          change.oncomplete = () => done()
        }
      }),
    [entries, season] as const,
  )
}

const records = async (page: Page) => (await asDocument(page, '')).records

test('an entry that cannot be kept is set aside with its reason, holds up none, and is corrected and sent again', async ({
  page,
}) => {
  const bad = entry({ did: 'loss', plants: 100_000, cause: 'cold' }, { note: 'By the door.' })
  const lost = entry({ did: 'note' }, { batch: 'gone.1', note: 'Of a batch that is gone.' })
  const good = entry({ did: 'note' }, { note: 'All well.' })
  await visit(page, '/today')
  await leftOnDevice(page, [bad, lost, good])
  await reload(page)
  const bar = page.getByRole('alert').filter({ hasText: 'could not be kept' })
  await expect(bar).toHaveCount(2)
  await expect(bar.first()).toContainText('100,000')
  await expect.poll(async () => (await records(page)).some(({ id }) => id === good.id)).toBe(true)

  // After a reload it is still there; put right, it goes.
  await reload(page)
  await bar.first().getByRole('button', { name: 'Correct' }).click()
  const dialog = page.getByRole('dialog')
  await expect(dialog).toContainText('Correct the number')
  await dialog.getByLabel('Plants').fill('3')
  await dialog.getByRole('button', { name: 'Send again' }).click()
  await expect(bar).toHaveCount(1)
  await expect
    .poll(async () => (await records(page)).find(({ note }) => note === 'By the door.')?.what)
    .toEqual({ did: 'loss', plants: 3, cause: 'cold' })

  await bar.getByRole('button', { name: 'Correct' }).click()
  await dialog.getByRole('button', { name: 'Send again' }).click()
  await expect(dialog).toContainText('Choose the batch.')
  await dialog.getByLabel('Batch').fill('LA-4')
  await page.getByRole('option', { name: /LA-4/ }).click()
  await dialog.getByRole('button', { name: 'Send again' }).click()
  await expect(bar).toHaveCount(0)
  await expect.poll(async () => (await records(page)).length).toBe(demo().records.length + 3)
})

test('a server that fails at one entry takes the others; that one is set aside in the end', async ({
  page,
  errors,
}) => {
  const [bad, good] = [entry({ did: 'note' }, { note: 'Poison.' }), entry({ did: 'note' }, { note: 'All well.' })]
  await visit(page, '/today')
  await leftOnDevice(page, [bad, good])
  await page.route('**/api/records', (route) =>
    route.request().postData()!.includes('Poison.') ? route.fulfill({ status: 500, body: 'oh' }) : route.continue(),
  )
  await reload(page)
  await expect(page.getByText(/The server cannot take entries just now: 1 entry waits/)).toBeVisible()
  await expect.poll(async () => (await records(page)).some(({ id }) => id === good.id)).toBe(true)
  await page.getByRole('button', { name: 'Send now' }).click()
  await expect(page.getByText(/fails at it again and again/)).toBeVisible({ timeout: 20_000 })
  await expect(page.getByText(/The server cannot take/)).toBeHidden()
  await page.getByRole('button', { name: 'Delete' }).click()
  await expect(page.getByText(/could not be kept/)).toBeHidden()
  errors.splice(0, errors.length, ...errors.filter((error) => !/status of 500/.test(error)))
})

test('a device without room records all the same, and says so', async ({ page }) => {
  await page.addInitScript(() => {
    const full = () => {
      throw new DOMException('The quota is used up', 'QuotaExceededError')
    }
    IDBObjectStore.prototype.put = full
    Storage.prototype.setItem = full
  })
  await visit(page, '/today')
  const before = (await records(page)).length
  await page.getByRole('button', { name: 'Done: Sow ZM-1' }).click()
  await expect(page.getByText('This device is full', { exact: false })).toBeVisible()
  await expect.poll(async () => (await records(page)).length).toBe(before + 1)
  // Everything else goes on.
  await page.getByRole('link', { name: 'Plan' }).first().click()
  await expect(page.getByRole('heading', { name: 'Plan', exact: true })).toBeVisible()
})

test.describe('a device whose clock is wrong', () => {
  const { opensOn: _, ...season } = demo().season
  test.use({ season: { ...demo(), season } })

  test('is asked which is right, once, and writes the time that was said to be', async ({ page }) => {
    const WRONG = 30 * 3_600_000
    await page.clock.install({ time: Date.now() + WRONG })
    await visit(page, '/journal')
    const asked = page.getByRole('alert').filter({ hasText: 'Which one is right?' })
    await expect(asked).toBeVisible()
    await asked.getByRole('button', { name: 'The server' }).click()
    await expect(asked).toBeHidden()
    await reload(page)
    await page.getByRole('button', { name: 'Write a note' }).click()
    await page.getByRole('dialog').getByLabel('Note').fill('By the right clock.')
    await page.getByRole('dialog').getByRole('button', { name: 'Save' }).click()
    await expect
      .poll(async () => (await records(page)).filter(({ note }) => note === 'By the right clock.').length)
      .toBe(1)
    const written = (await records(page)).find(({ note }) => note === 'By the right clock.')
    expect(Math.abs(Date.parse(written!.at) - Date.now())).toBeLessThan(60_000)
    await expect(asked).toBeHidden()
  })
})
