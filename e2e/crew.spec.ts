import { readFileSync } from 'node:fs'
import jsQR from 'jsqr'
import sharp from 'sharp'
import { asDocument, demo, expect, reload, sendNow, settled, test, unfold, visit } from './farm'
import { ROOT } from '../scripts/machine.mjs'

test.use({ reuseContext: false, viewport: { width: 390, height: 844 }, hasTouch: true })

type Page = import('@playwright/test').Page

/** What the server has written, as its own journal says. */
async function journal(page: Page): Promise<string[]> {
  const text = await (await page.request.get('/out/journal.csv')).text()
  return text.trim().split('\r\n').slice(1)
}

const known = demo().records.length
const task = (page: Page, id: string) => page.locator(`[data-task="${id}"]`)

test('a sowing day: lots in order, one tap sows, and a wrong tap is taken back', async ({ page }) => {
  await visit(page, '/sowing')
  await expect(page.getByRole('heading', { name: /Sowing day, Mon 12 Apr/ })).toBeVisible()
  await expect(page.getByText('Mix: Fine seed mix')).toBeVisible()
  await expect(page.getByText('Peat-free fines')).toBeVisible()
  await page.getByRole('button', { name: 'Sown: ZM-1' }).click()
  await expect(page.getByText('Sown, Grower')).toBeVisible()
  await expect.poll(async () => (await journal(page)).length).toBe(known + 1)
  await visit(page, '/today')
  await unfold(page)
  await expect(task(page, 'zm.1/sow/0')).toContainText(DONE)
  await task(page, 'zm.1/sow/0')
    .getByRole('button', { name: /^Undo: / })
    .click()
  await expect(task(page, 'zm.1/sow/0').getByRole('button', { name: /^Done/ })).toBeVisible()
  await expect.poll(async () => (await journal(page)).length).toBe(known + 2)
})

/** As it says with the day and who; the button says the word alone. */
const DONE = /Done .*, /

test('something else: fewer trays on another day, a loss with its cause, put off, and dropped with a reason', async ({
  page,
}) => {
  await visit(page, '/today')
  await unfold(page)
  await page.getByRole('button', { name: 'Not as planned: Sow ZM-1' }).click()
  const form = page.getByRole('dialog', { name: /Not as planned/ })
  await form.getByLabel('Trays').fill('4')
  await form.getByLabel('Cells sown').fill('288')
  await form.getByLabel('Seeds sown').fill('288')
  await form.getByLabel('Note').fill('One tray was cracked.')
  await form.getByRole('button', { name: 'Save' }).click()
  await expect(task(page, 'zm.1/sow/0')).toContainText(DONE)
  await visit(page, '/batch?id=zm.1')
  await expect(page.getByText('Sown: 288 seeds, 288 cells, 4 trays, on Warm bench')).toBeVisible()
  await expect(page.getByText('One tray was cracked.')).toBeVisible()

  await visit(page, '/today')
  await unfold(page)
  await page.getByRole('button', { name: 'Not as planned: Thin CD-1' }).click()
  await form.getByRole('tab', { name: 'Skip' }).click()
  await form.getByRole('button', { name: 'Skip', exact: true }).click()
  await expect(form.getByText('Give the reason, for next year.')).toBeVisible()
  await form.getByLabel('Why').fill('Left as clumps.')
  await form.getByRole('button', { name: 'Skip', exact: true }).click()
  await expect(task(page, 'cd.1/thin/0')).toBeHidden()

  await page.getByRole('button', { name: 'Not as planned: Thin FE-1' }).click()
  await form.getByRole('tab', { name: 'Postpone' }).click()
  await form.getByRole('button', { name: 'Postpone', exact: true }).click()
  await expect(task(page, 'fe.1/thin/0')).toBeHidden()
  await page.getByRole('button', { name: 'The rest of week 15' }).click()
  await expect(task(page, 'fe.1/thin/0')).toContainText('Thin')
  await expect(task(page, 'fe.1/thin/0').getByRole('button', { name: /^Done: / })).toBeHidden() // it is in the rest of the week
  await task(page, 'fe.1/thin/0')
    .getByRole('button', { name: /^Done, or not as planned/ })
    .click()
  await expect(form.getByRole('heading', { name: 'Thin FE-1' })).toBeVisible()
  await form.getByRole('button', { name: 'Close' }).click()
  await expect.poll(async () => (await journal(page)).length).toBe(known + 3)
})

test('a stand is counted on the drawn tray, and what failed is sown again', async ({ page }) => {
  await visit(page, '/today')
  await unfold(page)
  await page.getByRole('link', { name: 'Count PL' }).click()
  await expect(page).toHaveURL(/\/batch\?id=pl&tab=count/)
  await visit(page, '/batch?id=qy.1&tab=count')
  const cell = page.getByRole('button', { name: /^Cell \d+:/ })
  await expect(cell).toHaveCount(18)
  await cell.nth(3).click()
  await expect(cell.nth(3)).toHaveAttribute('aria-label', 'Cell 4: empty')
  await cell.nth(4).click()
  await cell.nth(4).click()
  await expect(cell.nth(4)).toHaveAttribute('aria-label', 'Cell 5: more than one')
  await expect(page.getByText('17 of 18 up, 1 with more than one')).toBeVisible()
  await page.getByRole('button', { name: 'Numbers' }).click()
  await page.getByLabel('Cells with a seedling').fill('999')
  await expect(page.getByText(/Only \d+ were looked at/)).toBeVisible()
  await page.getByLabel('Cells with a seedling').fill('20')
  await expect(page.getByText(/to do nothing leaves about/i)).toBeVisible()
  await expect(page.getByText(/it still makes/)).toBeVisible()
  await page.getByRole('button', { name: /Sow \d+ cells again today/ }).click()
  await expect(page.getByText(/20 of \d+ cells up/)).toBeVisible()
  await visit(page, '/today')
  await unfold(page)
  await expect(page.getByRole('button', { name: 'Done: Sow QYR1' })).toBeVisible()
})

test('the day comes first: what comes after it is folded away, and opened it stays open on the way back', async ({
  page,
}) => {
  await visit(page, '/today')
  await unfold(page)
  const screens = () => page.locator('#view').evaluate((view) => view.scrollHeight / 844)
  expect(await screens()).toBeLessThan(6)
  const sow = page.getByRole('button', { name: /^To sow, this week/ })
  await expect(sow).toHaveAttribute('aria-expanded', 'false')
  await expect(page.getByRole('link', { name: 'Sowing day' })).toBeHidden()
  await sow.click()
  await page.getByRole('link', { name: 'Sowing day' }).click()
  await expect(page.getByRole('heading', { name: /Sowing day, Mon 12 Apr/ })).toBeVisible()
  await page.goBack()
  await expect(sow).toHaveAttribute('aria-expanded', 'true')
  await expect(page.getByRole('link', { name: 'Sowing day' })).toBeVisible()
})

test('what should show is looked for each day, and a count that is put off comes back on its day', async ({ page }) => {
  await visit(page, '/today')
  await unfold(page)
  const row = page.locator('[data-count]').filter({ hasText: 'Check germination' }).first()
  await expect(row).toContainText('the first should show')
  const id = (await row.getAttribute('data-count'))!
  await row.getByRole('button', { name: /^Not up yet/ }).click()
  await expect(page.getByText(/nothing shows yet\./)).toBeVisible()
  await expect(page.locator(`[data-count="${id}"]`)).toHaveCount(0)
  await visit(page, `/batch?id=${encodeURIComponent(id)}`)
  await expect(page.getByText(/^0 of [\d,]+ cells up/)).toBeVisible()
  await page.getByRole('tab', { name: 'Count' }).click()
  await page.getByRole('button', { name: 'Numbers' }).click()
  await page.getByLabel('Cells with a seedling').fill('2')
  await page.getByRole('button', { name: /^Wait, count again/ }).click()
  await expect(page.getByText(/2 of [\d,]+ cells up; count again/)).toBeVisible()
  await expect.poll(async () => (await journal(page)).length).toBe(known + 2)
})

test('a plant that is looked at is to be potted up, and its leaves move the forecast', async ({ page }) => {
  await visit(page, '/batch?id=da&tab=check')
  const verdict = page.getByRole('region', { name: 'Verdict' })
  await page.getByRole('button', { name: 'No, it falls apart' }).click()
  await expect(verdict).toContainText('Wait')
  await page.getByRole('button', { name: 'Yes', exact: true }).click()
  await page.getByRole('button', { name: 'showing' }).click()
  await expect(verdict).toContainText('Pot up now, into 9 cm pots')
  await page.getByRole('button', { name: 'circling hard' }).click()
  await expect(verdict).toContainText('Past its best')
  await page.getByRole('button', { name: 'showing' }).click()
  await page.getByRole('group', { name: 'How many true leaves?' }).getByRole('button', { name: '4' }).click()
  await page.getByRole('button', { name: 'Save' }).click()
  await expect(page.getByText('Looked at: 4 true leaves, plug lifts whole, roots showing')).toBeVisible()
})

test('the next step of a batch is done before its day, into another pot than was planned', async ({ page }) => {
  await visit(page, '/batch?id=sr')
  const next = page.getByRole('region', { name: 'What comes next' })
  await expect(next.getByRole('listitem').first()).toContainText('Pot up Fri 16 Apr')
  await next.getByRole('button', { name: 'Not as planned: Pot up SR' }).click()
  const form = page.getByRole('dialog', { name: /Not as planned/ })
  await form.getByRole('combobox', { name: 'Into' }).press('ArrowDown')
  await page.getByRole('option', { name: 'Soil-block sheet' }).click()
  await form.getByRole('button', { name: 'Save' }).click()
  await expect(page.getByText(/Potted up: .*into Soil-block sheet/)).toBeVisible()
  await expect(page.getByRole('list', { name: 'Steps' })).toContainText('Soil-block sheet')
  await expect(next.getByRole('listitem').first()).toContainText('Harden off')
  await expect.poll(async () => (await journal(page)).length).toBe(known + 1)
  // Pressed in error: the notice takes it back.
  await page.getByRole('button', { name: 'Undo' }).last().click()
  await expect(next.getByRole('listitem').first()).toContainText('Pot up')
})

test('what gains days is done with one touch, and the forecast follows', async ({ page }) => {
  await visit(page, '/batch?id=la.4')
  const outgrown = page.locator('dt', { hasText: 'Outgrown' }).locator('xpath=following-sibling::dd')
  const before = await outgrown.innerText()
  await page.getByRole('tab', { name: 'Check' }).click()
  await page.getByRole('button', { name: 'Yes', exact: true }).click()
  await page.getByRole('button', { name: 'Do it: Move to Cold frames' }).click()
  await expect(page.getByRole('combobox', { name: 'Where to' })).toHaveText('Cold frames')
  await page.getByRole('button', { name: 'Save' }).click()
  await expect(page.getByText('Moved to Cold frames')).toBeVisible()
  await expect(page.getByText('Looked at: plug lifts whole')).toBeVisible()
  await expect(page.getByText(/up, .*Cold frames/)).toBeVisible()
  await expect(outgrown).not.toHaveText(before)
  await expect.poll(async () => (await journal(page)).length).toBe(known + 2)
  await visit(page, '/batch?id=la.4&tab=more')
  await page.getByRole('button', { name: /Moved, or potted on/ }).click()
  await page.getByRole('button', { name: 'Save' }).click()
  await expect(page.getByText('Choose where it went, or what it was potted into.')).toBeVisible()
  await page.getByRole('combobox', { name: 'Into' }).press('ArrowDown')
  await page.getByRole('option', { name: '50-cell deep tray' }).click()
  await page.getByLabel('Plants potted').fill('400')
  await page.getByRole('button', { name: 'Save' }).click()
  await expect(page.getByText('Potted on into 50-cell deep tray, 400')).toBeVisible()
  await expect(page.getByText(/up, 8 × 50-cell deep tray, Cold frames/)).toBeVisible()
})

test('a tray without its label is found again, and slips have a way out', async ({ page }) => {
  await visit(page, '/batch?id=kl&tab=more')
  await page.getByRole('button', { name: /Lot or label mix-up/ }).click()
  const what = page.getByRole('combobox', { name: 'What happened' })
  await what.press('ArrowDown')
  await page.getByRole('option', { name: 'Cells were sown twice' }).click()
  await page.getByLabel('Cells, about').fill('30')
  await page.getByRole('button', { name: 'Save' }).click()
  await expect(page.getByText('30 cells were sown twice: count them as doubles, and thin.')).toBeVisible()
  await visit(page, '/batch?id=kl&tab=more')
  await page.getByRole('button', { name: /Lot or label mix-up/ }).click()
  await what.press('ArrowDown')
  await page.getByRole('option', { name: 'A tray lost its label' }).click()
  await page.getByRole('link', { name: 'Find out which it is' }).click()
  const found = page.getByRole('region', { name: 'A tray without its label' })
  await found.getByRole('combobox', { name: 'Looks like' }).press('ArrowDown')
  await page.getByRole('option', { name: 'Kale' }).click()
  const likely = found.getByRole('list', { name: 'What it may be' }).getByRole('listitem')
  await expect(likely).toHaveCount(2)
  await found.getByRole('combobox', { name: 'Found on' }).press('ArrowDown')
  await page.getByRole('option', { name: 'Cold frames' }).click()
  await expect(likely.first()).toContainText('Should stand elsewhere')
  await likely.filter({ hasText: 'KL' }).getByRole('link', { name: 'It is this' }).click()
  await expect(page).toHaveURL(/labels\?batch=kl/)
  await expect(page.getByRole('button', { name: /Make \d+ labels? as PDF/ })).toBeEnabled()
})

test('what is thrown away on the day it was sown is gone everywhere, and breaks no page', async ({ page, request }) => {
  const made = (what: object) => ({
    id: crypto.randomUUID(),
    on: '2027-04-12',
    at: '2027-04-12T08:00:00.000Z',
    who: 'Crew A',
    batch: 'zm.1',
    what,
  })
  await request.post('/api/records', {
    data: {
      records: [
        made({ did: 'task', task: 'sow', nth: 0, cells: 351, trays: 5, seeds: 351 }),
        made({ did: 'end', how: 'discarded' }),
      ],
    },
  })
  for (const path of [
    '/today',
    '/plan?batch=zm.1',
    '/sowing',
    '/labels',
    '/benches',
    '/field',
    '/learned',
    '/batch?id=zm.1',
    '/batch?id=zm.1&tab=more',
  ]) {
    await visit(page, path)
    await expect(page.getByText('This view could not be shown')).toHaveCount(0)
  }
  for (const tab of ['count', 'check']) {
    await visit(page, `/batch?id=zm.1&tab=${tab}`)
    await expect(page.getByText('It is gone: nothing of it stands here any more.')).toBeVisible()
  }
})

test('a part goes its own way with the history of the whole, and comes back', async ({ page }) => {
  await visit(page, '/batch?id=ca&tab=more')
  await page.getByRole('button', { name: /Split the batch/ }).click()
  await page.getByLabel('Plants that go').fill('9999')
  await page.getByRole('button', { name: 'Save' }).click()
  await expect(page.getByText(/is no part/)).toBeVisible()
  await page.getByLabel('Plants that go').fill('100')
  await page.getByLabel('The part').press('ArrowDown')
  await page.getByRole('option', { name: 'goes out to harden' }).click()
  await page.getByRole('button', { name: 'Save' }).click()
  await page.getByRole('link', { name: /CA\/2, 100/ }).click()
  await expect(page.getByText('CA/2', { exact: true })).toBeVisible()
  await expect(page.getByText(/hardening/).first()).toBeVisible()
  await page.getByRole('tab', { name: 'More' }).click()
  await page.getByRole('button', { name: /Merge back/ }).click()
  await page.getByRole('button', { name: 'Save' }).click()
  await expect.poll(async () => (await journal(page)).length).toBe(known + 3)
})

test('without signal work is written down, waits, and arrives once and in order', async ({ page, context, errors }) => {
  await visit(page, '/today')
  await unfold(page)
  await context.setOffline(true)
  await page.getByRole('button', { name: 'Done: Uncover and move CW-1' }).click()
  await page.getByRole('button', { name: 'Done: Thin FE-1' }).click()
  await expect(task(page, 'fe.1/thin/0')).toContainText(DONE)
  await expect(page.getByText(/No connection: 2 entries wait on this device/)).toBeVisible()
  await context.setOffline(false)
  await expect(page.getByText(/No connection/)).toBeHidden()
  await expect
    .poll(async () => (await journal(page)).slice(known).map((line) => line.split(',')[3]))
    .toEqual(['CW-1', 'FE-1'])
  // The browser itself complains of requests that found no way.
  errors.splice(0, errors.length, ...errors.filter((error) => !/ERR_INTERNET_DISCONNECTED|Failed to fetch/.test(error)))
})

test('the connection is lost before the page has all its parts: it stays, and they come when there is one', async ({
  page,
  context,
  errors,
}) => {
  await page.addInitScript(() => {
    const waiting: (() => void)[] = []
    window.requestIdleCallback = (run) => waiting.push(run as () => void)
    Object.assign(window, { nowQuiet: () => waiting.splice(0).forEach((run) => run()) })
  })
  await visit(page, '/today')
  await unfold(page)
  await context.setOffline(true)
  await page.evaluate(() => (window as unknown as { nowQuiet: () => void }).nowQuiet())
  await page.keyboard.press('?')
  await expect(page.getByText(/This part could not be fetched/)).toBeVisible()
  await page.getByRole('button', { name: 'Done: Thin FE-1' }).click()
  await expect(task(page, 'fe.1/thin/0')).toContainText(DONE)
  await context.setOffline(false)
  await expect(page.getByRole('dialog', { name: /Today/ })).toBeVisible()
  errors.splice(0, errors.length, ...errors.filter((error) => !/ERR_INTERNET_DISCONNECTED|Failed to fetch/.test(error)))
})

test.describe('kept on the device', () => {
  test.use({ serviceWorkers: 'allow' })
  test('the application opens without signal, and what is written then arrives', async ({ page, context, errors }) => {
    await visit(page, '/today')
    await unfold(page)
    await page.evaluate(() => navigator.serviceWorker.ready.then(() => undefined))
    await page.waitForFunction(() => navigator.serviceWorker.controller !== null)
    await reload(page)
    await unfold(page)
    await settled(page)
    await context.setOffline(true)
    await reload(page)
    await unfold(page)
    await page.getByRole('button', { name: 'Done: Thin CD-1' }).click()
    await expect(page.getByText(/No connection: 1 entry waits/)).toBeVisible()
    await reload(page)
    await unfold(page)
    await expect(task(page, 'cd.1/thin/0')).toContainText(DONE)
    await context.setOffline(false)
    await expect
      .poll(async () => (await journal(page)).slice(known).map((line) => line.split(',')[3]))
      .toEqual(['CD-1'])
    errors.splice(
      0,
      errors.length,
      ...errors.filter((error) => !/ERR_INTERNET_DISCONNECTED|Failed to fetch/.test(error)),
    )
  })
})

test('the answer is lost and the server is gone: nothing is lost, nothing is written twice', async ({
  page,
  farm,
  errors,
}) => {
  await visit(page, '/today')
  await unfold(page)
  let cut = 0
  await page.route('**/api/records', async (route) => {
    if (cut++ > 0) return route.continue()
    await route.fetch()
    await farm.kill()
    await route.abort('connectionreset')
  })
  await page.getByRole('button', { name: 'Done: Thin CD-1' }).click()
  await expect(page.getByText(/No connection: 1 entry waits/)).toBeVisible()
  await farm.start()
  await expect(page.getByText(/No connection/)).toBeHidden({ timeout: 30_000 })
  expect((await journal(page)).slice(known).map((line) => line.split(',')[3])).toEqual(['CD-1'])
  errors.splice(
    0,
    errors.length,
    ...errors.filter((error) => !/ERR_CONNECTION|Failed to fetch|ERR_INCOMPLETE|ERR_EMPTY/.test(error)),
  )
})

test('the database dies between request and answer, before it has written and after: nothing is lost, nothing is written twice', async ({
  page,
  farm,
  errors,
}) => {
  await visit(page, '/today')
  await unfold(page)
  // Before: the writing waits for a lock when the database goes down under it.
  let asked: () => void = () => {}
  const arrived = new Promise<void>((done) => (asked = done))
  page.on('request', (request) => request.url().endsWith('/api/records') && asked())
  await farm.holding(async () => {
    await page.getByRole('button', { name: 'Done: Thin CD-1' }).click()
    await arrived
    await page.waitForTimeout(300)
    farm.database.crash()
  })
  await expect(page.getByText(/(No connection|The server cannot take entries just now): 1 entry waits/)).toBeVisible()
  farm.database.start()
  await expect(page.getByText(/No connection|The server cannot take/)).toBeHidden({ timeout: 60_000 })
  expect((await journal(page)).slice(known).map((line) => line.split(',')[3])).toEqual(['CD-1'])
  // After: it is written, and then the answer is lost with the database.
  let cut = 0
  await page.route('**/api/records', async (route) => {
    if (cut++ > 0) return route.continue()
    await route.fetch()
    farm.database.crash()
    await route.abort('connectionreset')
  })
  await page.getByRole('button', { name: 'Done: Thin FE-1' }).click()
  await expect(page.getByText(/(No connection|The server cannot take entries just now): 1 entry waits/)).toBeVisible()
  farm.database.start()
  await expect(page.getByText(/No connection|The server cannot take/)).toBeHidden({ timeout: 60_000 })
  expect((await journal(page)).slice(known).map((line) => line.split(',')[3])).toEqual(['CD-1', 'FE-1'])
  errors.splice(
    0,
    errors.length,
    ...errors.filter((error) => !/ERR_CONNECTION|Failed to fetch|status of 50[03]|React error #441/.test(error)),
  )
})

test('a page that failed while the database was away comes back by itself', async ({ page, farm, errors }) => {
  await visit(page, '/today')
  await unfold(page)
  farm.database.crash()
  await page.goto('/journal')
  await expect(page.getByText(/Nothing was lost/)).toBeVisible()
  farm.database.start()
  await expect(page.getByRole('heading', { name: 'Journal' })).toBeVisible({ timeout: 20_000 })
  errors.splice(0)
})

test('a label is printed, its code is read back from the page, and opens the batch', async ({ page, baseURL }) => {
  await visit(page, '/labels')
  await page.getByRole('button', { name: /Make \d+ labels as PDF/ }).click()
  await expect(page.getByRole('link', { name: 'Open the PDF' })).toBeVisible()
  const pdf = await page.request.get(
    `/out/labels.pdf?ids=zm.1&each=batch&sheet=roll-62&address=${encodeURIComponent(baseURL!)}`,
  )
  expect(pdf.headers()['content-type']).toBe('application/pdf')
  const bytes = [...(await pdf.body())]
  for (const name of ['pdf', 'pdf.worker'])
    await page.route(`**/pdf-for-test/${name}.mjs`, (route) =>
      route.fulfill({
        contentType: 'text/javascript',
        body: readFileSync(`${ROOT}/node_modules/pdfjs-dist/legacy/build/${name}.mjs`),
      }),
    )
  const picture = await page.evaluate(async (data) => {
    const load = new Function('return import("/pdf-for-test/pdf.mjs")') as () => Promise<typeof import('pdfjs-dist')>
    const pdfjs = await load()
    pdfjs.GlobalWorkerOptions.workerSrc = '/pdf-for-test/pdf.worker.mjs'
    const document_ = await pdfjs.getDocument({ data: new Uint8Array(data) }).promise
    const sheet = await document_.getPage(1)
    const viewport = sheet.getViewport({ scale: 4 })
    const canvas = document.createElement('canvas')
    canvas.width = viewport.width
    canvas.height = viewport.height
    const context = canvas.getContext('2d')!
    await sheet.render({ canvasContext: context, viewport }).promise
    const image = context.getImageData(0, 0, canvas.width, canvas.height)
    const text = (await sheet.getTextContent()).items.map((item) => ('str' in item ? item.str : '')).join(' ')
    return { width: image.width, height: image.height, pixels: [...image.data], text }
  }, bytes)
  const found = jsQR(Uint8ClampedArray.from(picture.pixels), picture.width, picture.height)
  expect(picture.text).toContain('Zinnia, tall mixed')
  expect(found?.data).toMatch(new RegExp(`^${baseURL!}/b/[A-Z0-9]{5}$`))
  await page.goto(found!.data)
  await expect(page).toHaveURL(/\/batch\?id=zm\.1/)
  await expect(page.getByRole('heading', { name: 'Zinnia, tall mixed' })).toBeVisible()
  const code = found!.data.slice(-5)
  await visit(page, '/labels')
  await page.getByLabel('Code on a tray').fill(code.slice(0, 4) + (code[4] === 'A' ? 'C' : 'A'))
  await page.getByRole('button', { name: 'Open', exact: true }).click()
  await expect(page.getByText('one was read wrong')).toBeVisible()
})

test('the journal is searched, an entry is corrected, and both stay', async ({ page }) => {
  await visit(page, '/journal')
  await page.getByLabel(/Search batch/).fill('frozen heater')
  await expect(page.getByText('Nothing is found by these words.')).toBeVisible()
  await page.getByLabel(/Search batch/).fill('heater CA')
  const line = page.getByRole('listitem').filter({ hasText: '14 plants lost: cold or frost' })
  await expect(line).toBeVisible()
  await line.getByRole('button', { name: 'Correct' }).click()
  await page.getByRole('dialog').getByLabel('Plants').fill('9')
  await page.getByRole('dialog').getByRole('button', { name: 'Put this in its place' }).click()
  await expect(page.getByText('9 plants lost: cold or frost').first()).toBeVisible()
  await expect(page.getByText(/corrected: 9 plants lost/)).toBeVisible()
})

test('what the season showed is taken into its figures, once, and can be undone', async ({ page }) => {
  await visit(page, '/learned')
  const table = page.getByRole('region', { name: 'Planned, and what happened' })
  await expect(table.getByRole('row', { name: /^Cabbage 2/ })).toContainText('14 cold or frost')
  await expect(table.getByRole('row', { name: /^Cabbage, red/ })).not.toContainText('14')
  const list = page.getByRole('region', { name: 'New figures, if you wish' })
  const offered = list.getByRole('listitem')
  const all = await offered.count()
  expect(all).toBeGreaterThan(1)
  await list
    .getByRole('button', { name: /^Ignore:/ })
    .first()
    .click()
  await expect(offered).toHaveCount(all - 1)
  const name = (await list
    .getByRole('button', { name: /^Apply:/ })
    .first()
    .getAttribute('aria-label'))!
  await list.getByRole('button', { name }).first().click()
  await expect(page.getByText(/changed to what was seen/)).toBeVisible()
  await expect(list.getByRole('button', { name, exact: true })).toHaveCount(0)
  await page.getByRole('button', { name: /^Select all/ }).click()
  await expect(page.getByText(/figures changed to what was seen/)).toBeVisible()
  await reload(page)
  await expect(page.getByText('Planned, and what happened')).toBeVisible()
  expect(await offered.count()).toBeLessThan(all)
  await page.keyboard.press('Control+z')
  await page.keyboard.press('Control+z')
  await expect(offered).toHaveCount(all)
})

test('a photo is made small, keeps nothing of where it was taken, and is seen in the journal', async ({ page }) => {
  await visit(page, '/batch?id=ca&tab=more')
  await page.getByRole('button', { name: /A note or a photo/ }).click()
  await page.getByLabel('Note').fill('Good colour.')
  const picture = await sharp({ create: { width: 2400, height: 1800, channels: 3, background: '#4a7a3a' } })
    .withExif({ IFD3: { GPSLatitudeRef: 'N', GPSLatitude: '45/1 18/1 0/1' } })
    .jpeg()
    .toBuffer()
  expect((await sharp(picture).metadata()).exif).toBeDefined()
  await page
    .getByLabel('Add photos')
    .setInputFiles({ name: 'not-a-photo.jpg', mimeType: 'image/jpeg', buffer: Buffer.from('nothing') })
  await expect(page.getByText('not-a-photo.jpg cannot be read as a photo.')).toBeVisible()
  await expect(page.getByRole('link', { name: 'Open the photo' })).toHaveCount(0)
  await page.getByLabel('Add photos').setInputFiles({ name: 'tray.jpg', mimeType: 'image/jpeg', buffer: picture })
  await page.getByRole('button', { name: 'Save' }).click()
  await expect(page.getByText('Good colour.')).toBeVisible()
  await expect(page.getByRole('link', { name: 'Open the photo' })).toBeVisible()
  await expect.poll(async () => (await journal(page)).length).toBe(known + 1)
  const id = /[0-9a-f-]{36}/.exec((await journal(page)).at(-1)!)![0]
  // The record goes first, its photo after it.
  await expect.poll(async () => (await page.request.get(`/api/photos/${id}`)).status()).toBe(200)
  const kept = await sharp(await (await page.request.get(`/api/photos/${id}`)).body()).metadata()
  expect({ width: kept.width, height: kept.height, exif: kept.exif }).toEqual({
    width: 1600,
    height: 1200,
    exif: undefined,
  })
})

test.describe('a season that records nothing', () => {
  const { recordsFrom: _unsaid, ...farm } = demo().farm
  test.use({ season: { ...demo(), farm, records: [], readings: [] } })
  test('goes by its plan for what is still to come, and asks about the rest', async ({ page }) => {
    await visit(page, '/today')
    await unfold(page)
    await expect(page.getByRole('heading', { name: /sowing days are past/ })).toBeVisible()
    await expect(page.getByText(/late: due/)).toHaveCount(0)
    await expect(page.getByRole('button', { name: 'Done: Sow ZM-1' })).toBeVisible()
    await visit(page, '/learned')
    await expect(page.getByText('Once sowings are written down')).toBeVisible()
    await page.getByRole('button', { name: 'Begin season 2028' }).click()
    await expect(page).toHaveURL(/\/sallow-ferry\/2028\/plan/)
    await visit(page, '/learned')
    await page.getByRole('link', { name: 'Open season 2027' }).click()
    await expect(page).toHaveURL(/\/sallow-ferry\/2027\/today/)
    await visit(page, '/learned')
    await expect(page.getByRole('link', { name: 'Open season 2028' })).toBeVisible()
  })
  test('keeps what a device without signal wrote in it, though the next has been begun meanwhile', async ({
    page,
    browser,
    baseURL,
    errors,
  }) => {
    await visit(page, '/today')
    await unfold(page)
    await page.route('**/api/**', (route) => route.abort('internetdisconnected'))
    await page.getByRole('button', { name: 'Done: Sow ZM-1' }).click()
    await expect(page.getByText(/No connection: 1 entry waits/)).toBeVisible()
    const office = await (await browser.newContext({ baseURL: baseURL! })).newPage()
    await visit(office, '/plan?edit=bs')
    const stale = await office.context().newPage()
    await visit(stale, '/learned')
    await stale.getByRole('button', { name: 'Begin season 2028' }).click()
    await expect(stale).toHaveURL(/\/plan/)
    // A plan that is open on another page stays that of its season, and what is changed there is changed in it.
    await office.getByLabel('Plants wanted').fill('11')
    await office.getByRole('button', { name: 'Save' }).click()
    await expect(office.getByText(/changed/)).toBeVisible()
    const [then, next] = await Promise.all(['2027', '2028'].map((year) => asDocument(office, `/sallow-ferry/${year}`)))
    expect([then!, next!].map((season) => season.plantings.find(({ key }) => key === 'bs')!.plants)).toEqual([11, 280])
    await sendNow(page, () => page.unroute('**/api/**'))
    await expect(page.getByText(/No connection/)).toBeHidden()
    await expect
      .poll(async () => (await asDocument(page, '/sallow-ferry/2027')).records.map(({ batch }) => batch))
      .toEqual(['zm.1'])
    expect((await asDocument(page, '/sallow-ferry/2028')).records).toEqual([])
    await expect(task(page, 'zm.1/sow/0')).toContainText(DONE)
    await office.context().close()
    errors.splice(
      0,
      errors.length,
      ...errors.filter((error) => !/ERR_INTERNET_DISCONNECTED|Failed to fetch/.test(error)),
    )
  })
})
