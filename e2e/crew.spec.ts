import { readFileSync } from 'node:fs'
import jsQR from 'jsqr'
import sharp from 'sharp'
import { demo, expect, test, visit } from './farm'
import { ROOT } from '../scripts/machine.mjs'

test.use({ viewport: { width: 390, height: 844 }, hasTouch: true })

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
  await expect(page.getByText('Mix: Home mix')).toBeVisible()
  await expect(page.getByText('Sieved compost')).toBeVisible()
  await page.getByRole('button', { name: 'Sown: ZM-1' }).click()
  await expect(page.getByText('Sown, Grower')).toBeVisible()
  await expect.poll(async () => (await journal(page)).length).toBe(known + 1)
  await visit(page, '/today')
  await expect(task(page, 'zm.1/sow/0')).toContainText('Done')
  await task(page, 'zm.1/sow/0').getByRole('button', { name: /Take back/ }).click()
  await expect(task(page, 'zm.1/sow/0').getByRole('button', { name: /^Done/ })).toBeVisible()
  await expect.poll(async () => (await journal(page)).length).toBe(known + 2)
})

test('something else: fewer trays on another day, a loss with its cause, put off, and dropped with a reason', async ({ page }) => {
  await visit(page, '/today')
  await page.getByRole('button', { name: 'Something else: Sow ZM-1' }).click()
  const form = page.getByRole('dialog', { name: /Something else/ })
  await form.getByLabel('Trays').fill('4')
  await form.getByLabel('Cells sown').fill('288')
  await form.getByLabel('Seeds sown').fill('288')
  await form.getByLabel('Note').fill('One tray was cracked.')
  await form.getByRole('button', { name: 'Write it down' }).click()
  await expect(task(page, 'zm.1/sow/0')).toContainText('Done')
  await visit(page, '/batch?id=zm.1')
  await expect(page.getByText('Sown: 288 seeds, 288 cells, 4 trays, on Warm bench')).toBeVisible()
  await expect(page.getByText('One tray was cracked.')).toBeVisible()

  await visit(page, '/today')
  await page.getByRole('button', { name: 'Something else: Thin CD-1' }).click()
  await form.getByRole('tab', { name: 'Never' }).click()
  await form.getByRole('button', { name: 'Drop it' }).click()
  await expect(form.getByText('Say why, so that next year knows.')).toBeVisible()
  await form.getByLabel('Why').fill('Left as clumps.')
  await form.getByRole('button', { name: 'Drop it' }).click()
  await expect(task(page, 'cd.1/thin/0')).toBeHidden()

  await page.getByRole('button', { name: 'Something else: First feed LA-3' }).click()
  await form.getByRole('tab', { name: 'Not yet' }).click()
  await form.getByRole('button', { name: 'Put it off' }).click()
  await expect(task(page, 'la.3/feed/0')).toContainText('First feed')
  await expect(task(page, 'la.3/feed/0').getByRole('button', { name: /^Done/ })).toBeHidden() // it is in the rest of the week
  await expect.poll(async () => (await journal(page)).length).toBe(known + 3)
})

test('a stand is counted on the drawn tray, and what failed is sown again', async ({ page }) => {
  await visit(page, '/today')
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
  await expect(page.getByRole('button', { name: 'Done: Sow QYR1' })).toBeVisible()
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
  await page.getByRole('button', { name: 'Write it down' }).click()
  await expect(page.getByText('Looked at: 4 true leaves, plug lifts whole, roots showing')).toBeVisible()
})

test('a part goes its own way with the history of the whole, and comes back', async ({ page }) => {
  await visit(page, '/batch?id=ca&tab=more')
  await page.getByRole('button', { name: /A part goes its own way/ }).click()
  await page.getByLabel('Cells that go').fill('9999')
  await page.getByRole('button', { name: 'Write it down' }).click()
  await expect(page.getByText(/is no part/)).toBeVisible()
  await page.getByLabel('Cells that go').fill('100')
  await page.getByLabel('The part').press('ArrowDown')
  await page.getByRole('option', { name: 'goes out to harden' }).click()
  await page.getByRole('button', { name: 'Write it down' }).click()
  await page.getByRole('link', { name: /Part 2, 100/ }).click()
  await expect(page.getByText('CA/2', { exact: true })).toBeVisible()
  await expect(page.getByText(/hardening/).first()).toBeVisible()
  await page.getByRole('tab', { name: 'More' }).click()
  await page.getByRole('button', { name: /Put it back together/ }).click()
  await page.getByRole('button', { name: 'Write it down' }).click()
  await expect.poll(async () => (await journal(page)).length).toBe(known + 3)
})

test('without signal work is written down, waits, and arrives once and in order', async ({ page, context, errors }) => {
  await visit(page, '/today')
  await context.setOffline(true)
  await page.getByRole('button', { name: 'Done: Off heat, uncover CW-1' }).click()
  await page.getByRole('button', { name: 'Done: First feed KR' }).click()
  await expect(task(page, 'kr/feed/0')).toContainText('Done')
  await expect(page.getByText(/No connection: 2 entries wait on this device/)).toBeVisible()
  await context.setOffline(false)
  await expect(page.getByText(/No connection/)).toBeHidden()
  await expect.poll(async () => (await journal(page)).slice(known).map((line) => line.split(',')[3])).toEqual(['CW-1', 'KR'])
  // The browser itself complains of requests that found no way.
  errors.splice(0, errors.length, ...errors.filter((error) => !/ERR_INTERNET_DISCONNECTED|Failed to fetch/.test(error)))
})

test.describe('kept on the device', () => {
  test.use({ serviceWorkers: 'allow' })
  test('the application opens without signal, and what is written then arrives', async ({ page, context, errors }) => {
    await visit(page, '/today')
    await page.evaluate(() => navigator.serviceWorker.ready.then(() => undefined))
    await page.waitForFunction(() => navigator.serviceWorker.controller !== null)
    await page.reload()
    await page.locator('html[data-ready]').waitFor()
    await page.waitForLoadState('networkidle')
    await context.setOffline(true)
    await page.reload()
    await page.locator('html[data-ready]').waitFor()
    await page.getByRole('button', { name: 'Done: First feed TA' }).click()
    await expect(page.getByText(/No connection: 1 entry waits/)).toBeVisible()
    await page.reload()
    await page.locator('html[data-ready]').waitFor()
    await expect(task(page, 'ta/feed/0')).toContainText('Done')
    await context.setOffline(false)
    await expect.poll(async () => (await journal(page)).slice(known).map((line) => line.split(',')[3])).toEqual(['TA'])
    errors.splice(0, errors.length, ...errors.filter((error) => !/ERR_INTERNET_DISCONNECTED|Failed to fetch/.test(error)))
  })
})

test('the answer is lost and the server is gone: nothing is lost, nothing is written twice', async ({ page, farm, errors }) => {
  await visit(page, '/today')
  let cut = 0
  await page.route('**/api/records', async (route) => {
    if (cut++ > 0) return route.continue()
    await route.fetch()
    await farm.kill()
    await route.abort('connectionreset')
  })
  await page.getByRole('button', { name: 'Done: First feed ON' }).click()
  await expect(page.getByText(/No connection: 1 entry waits/)).toBeVisible()
  await farm.start()
  await expect(page.getByText(/No connection/)).toBeHidden({ timeout: 30_000 })
  expect((await journal(page)).slice(known).map((line) => line.split(',')[3])).toEqual(['ON'])
  errors.splice(0, errors.length, ...errors.filter((error) => !/ERR_CONNECTION|Failed to fetch|ERR_INCOMPLETE|ERR_EMPTY/.test(error)))
})

test('a label is printed, its code is read back from the page, and opens the batch', async ({ page, baseURL }) => {
  await visit(page, '/labels')
  await page.getByRole('button', { name: /Make 12 labels as PDF/ }).click()
  await expect(page.getByRole('link', { name: 'Open the PDF' })).toBeVisible()
  const pdf = await page.request.get(`/out/labels.pdf?ids=zm.1&each=batch&sheet=roll-62&address=${encodeURIComponent(baseURL!)}`)
  expect(pdf.headers()['content-type']).toBe('application/pdf')
  const bytes = [...(await pdf.body())]
  for (const name of ['pdf', 'pdf.worker']) await page.route(`**/pdf-for-test/${name}.mjs`, (route) => route.fulfill({ contentType: 'text/javascript', body: readFileSync(`${ROOT}/node_modules/pdfjs-dist/legacy/build/${name}.mjs`) }))
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

test('a photo is made small, keeps nothing of where it was taken, and is seen in the journal', async ({ page }) => {
  await visit(page, '/batch?id=ca&tab=more')
  await page.getByRole('button', { name: /A note or a photo/ }).click()
  await page.getByLabel('Note').fill('Good colour.')
  const picture = await sharp({ create: { width: 2400, height: 1800, channels: 3, background: '#4a7a3a' } }).withExif({ IFD3: { GPSLatitudeRef: 'N', GPSLatitude: '45/1 18/1 0/1' } }).jpeg().toBuffer()
  expect((await sharp(picture).metadata()).exif).toBeDefined()
  await page.getByLabel('Add photos').setInputFiles({ name: 'not-a-photo.jpg', mimeType: 'image/jpeg', buffer: Buffer.from('nothing') })
  await expect(page.getByText('not-a-photo.jpg cannot be read as a photo.')).toBeVisible()
  await expect(page.getByRole('link', { name: 'Open the photo' })).toHaveCount(0)
  await page.getByLabel('Add photos').setInputFiles({ name: 'tray.jpg', mimeType: 'image/jpeg', buffer: picture })
  await page.getByRole('button', { name: 'Write it down' }).click()
  await expect(page.getByText('Good colour.')).toBeVisible()
  await expect(page.getByRole('link', { name: 'Open the photo' })).toBeVisible()
  await expect.poll(async () => (await journal(page)).length).toBe(known + 1)
  const id = /[0-9a-f-]{36}/.exec((await journal(page)).at(-1)!)![0]
  const kept = await sharp(await (await page.request.get(`/api/photos/${id}`)).body()).metadata()
  expect({ width: kept.width, height: kept.height, exif: kept.exif }).toEqual({ width: 1600, height: 1200, exif: undefined })
})

test.describe('a season that records nothing', () => {
  test.use({ season: { ...demo(), records: [], readings: [] } })
  test('goes by its plan, and one stroke catches up', async ({ page }) => {
    await visit(page, '/today')
    await expect(page.getByText(/late: due/)).toHaveCount(0)
    await expect(page.getByRole('button', { name: 'Done: Sow ZM-1' })).toBeVisible()
    await visit(page, '/learned')
    await expect(page.getByText('Once sowings are written down')).toBeVisible()
    await page.getByRole('button', { name: 'Begin season 2028' }).click()
    await expect(page).toHaveURL(/\/plan/)
    await visit(page, '/learned')
    await page.getByRole('button', { name: 'Open season 2027' }).click()
    await expect(page.getByRole('button', { name: 'Open season 2028' })).toBeVisible()
  })
  test('keeps what a device without signal wrote in it, though the next has been begun meanwhile', async ({ page, browser, baseURL, errors }) => {
    await visit(page, '/today')
    await page.route('**/api/**', (route) => route.abort('internetdisconnected'))
    await page.getByRole('button', { name: 'Done: Sow ZM-1' }).click()
    await expect(page.getByText(/No connection: 1 entry waits/)).toBeVisible()
    const office = await (await browser.newContext({ baseURL: baseURL! })).newPage()
    await visit(office, '/plan?edit=au')
    const stale = await office.context().newPage()
    await visit(stale, '/learned')
    await stale.getByRole('button', { name: 'Begin season 2028' }).click()
    await expect(stale).toHaveURL(/\/plan/)
    // A plan that is open on another page is not changed under the name of this one.
    await office.getByLabel('Plants wanted').fill('11')
    await office.getByRole('button', { name: 'Save' }).click()
    await expect(office.getByText(/Another season or copy has been opened since this page was drawn/)).toBeVisible()
    await expect(office.getByLabel('Plants wanted')).toHaveValue('11')
    await page.unroute('**/api/**')
    await page.getByRole('button', { name: 'Send now' }).click()
    await expect(page.getByText(/No connection/)).toBeHidden()
    await expect(page.getByText('Season 2028').first()).toBeAttached({ timeout: 10_000 })
    expect(await journal(page)).toEqual([])
    await visit(stale, '/learned')
    await stale.getByRole('button', { name: 'Open season 2027' }).click()
    await expect.poll(async () => (await journal(stale)).map((line) => line.split(',')[3])).toEqual(['ZM-1'])
    // The page that was left open says that another season is open, and shows it when asked.
    await page.evaluate(() => document.dispatchEvent(new Event('visibilitychange')))
    await expect(page.getByText(/Another season or copy is open now/)).toBeVisible()
    await page.getByRole('button', { name: 'Show it' }).click()
    await expect(page.getByText(/Another season or copy is open now/)).toBeHidden()
    await expect(task(page, 'zm.1/sow/0')).toContainText('Done')
    await office.context().close()
    errors.splice(0, errors.length, ...errors.filter((error) => !/ERR_INTERNET_DISCONNECTED|Failed to fetch/.test(error)))
  })
})
