/** A line that is slow, or comes and goes: every view opens, and what is written down arrives once. */
import { VIEWS_KEPT } from '../src/season/kept-pages'
import { asDocument, demo, expect, sendNow, settled, test } from './farm'
import { AT, NO_WAY, opens, visitOnce } from './without-signal'

test.use({ reuseContext: false, serviceWorkers: 'allow', viewport: { width: 390, height: 844 } })

/** Chances that are the same at every run. */
function chances(seed: number): () => number {
  let state = seed
  return () => {
    state = (Math.imul(state, 1_664_525) + 1_013_904_223) >>> 0
    return state / 2 ** 32
  }
}

/** Views that are drawn of the season, without those that begin something at once. */
const VIEWS = VIEWS_KEPT.filter((view) => view !== 'batch')

test('on a line that comes and goes every view opens, and what is ticked off arrives, each once', async ({
  page,
  context,
  errors,
}) => {
  await visitOnce(page)
  const chance = chances(7)
  let over = false
  let turns = 0
  const flapping = (async () => {
    while (!over) {
      await context.setOffline(turns++ % 2 === 0)
      await new Promise((done) => setTimeout(done, 150 + 900 * chance()))
    }
    await context.setOffline(false)
  })()

  const open = demo().records.length
  const written: string[] = []
  for (const view of VIEWS) {
    await opens(page, `${AT}/${view}`)
    await expect(page.getByRole('heading', { level: 1 }).first(), view).toBeAttached()
    if (view === 'scan' || written.length >= 4) continue
    // Between two views something is done on Today.
    await opens(page, `${AT}/today`)
    const task = page.locator('[data-task]:has(button[aria-label^="Done: "])').first()
    const name = (await task.getAttribute('data-task'))!
    await task.getByRole('button', { name: /^Done: / }).click()
    await expect(page.locator(`[data-task="${name}"]`).getByRole('button', { name: /^Done: / })).toHaveCount(0)
    written.push(name)
  }
  over = true
  await flapping
  expect(turns).toBeGreaterThan(10)
  expect(new Set(written).size).toBe(written.length)

  await opens(page, `${AT}/today`)
  await expect(page.getByText(/entr(?:y waits|ies wait)/)).toHaveCount(0, { timeout: 60_000 })
  await settled(page)
  // Each is there once, and nothing else came of it.
  await expect.poll(async () => (await asDocument(page, AT)).records.length).toBe(open + written.length)
  const { records } = await asDocument(page, AT)
  expect(new Set(records.map(({ id }) => id)).size).toBe(records.length)
  const batches = records.slice(open).map(({ batch }) => batch)
  expect(batches.sort()).toEqual(written.map((task) => task.split('/')[0]).sort())
  errors.splice(
    0,
    errors.length,
    ...errors.filter((error) => !NO_WAY.test(error) && !/ERR_NETWORK_CHANGED/.test(error)),
  )
})

test('on a line of a bad valley every view opens from the device within seconds', async ({ page, errors }) => {
  await visitOnce(page)
  const devtools = await page.context().newCDPSession(page)
  await devtools.send('Network.enable')
  await devtools.send('Network.emulateNetworkConditions', {
    offline: false,
    latency: 1500,
    downloadThroughput: 6_000,
    uploadThroughput: 3_000,
  })
  for (const view of VIEWS) {
    await opens(page, `${AT}/${view}`)
    await expect(page.getByRole('heading', { level: 1 }).first(), view).toBeAttached()
  }
  errors.splice(0, errors.length, ...errors.filter((error) => !NO_WAY.test(error)))
})

test('a new version waits until it is wanted, and takes what waits to be sent along', async ({
  page,
  context,
  errors,
}) => {
  await visitOnce(page)
  await context.route('**/api/records', (route) => route.abort())
  await opens(page, `${AT}/today`)
  const task = page.locator('[data-task]:has(button[aria-label^="Done: "])').first()
  const name = (await task.getAttribute('data-task'))!
  await task.getByRole('button', { name: /^Done: / }).click()
  const finished = page.locator(`[data-task="${name}"]`)
  await expect(finished.getByRole('button', { name: /^Done: / })).toHaveCount(0)

  // The same application under another name is a new one to the browser, once the page itself has asked for its own.
  await page.locator('html[data-quiet]').waitFor()
  await page.evaluate(() => navigator.serviceWorker.register('/sw.js?another'))
  // And its pages ask for it by that name, as the pages of a new version do.
  await page.addInitScript(() => {
    const register = navigator.serviceWorker?.register.bind(navigator.serviceWorker)
    if (register) navigator.serviceWorker.register = (_, options) => register('/sw.js?another', options)
  })
  const said = page.getByRole('alert').filter({ hasText: /new version/i })
  await expect(said).toBeVisible()
  let loads = 0
  page.on('load', () => loads++)
  await said.getByRole('button', { name: 'Reload' }).click()
  await expect.poll(() => loads).toBe(1)
  await page.locator('html[data-ready]').waitFor()
  await page.locator('html[data-quiet]').waitFor()
  await page.evaluate(() => navigator.serviceWorker.ready)
  await expect(said).toHaveCount(0)
  expect(await page.evaluate(() => navigator.serviceWorker.controller?.scriptURL)).toMatch(/another$/)
  await expect(finished.getByRole('button', { name: /^Done: / })).toHaveCount(0)

  const before = demo().records.length
  expect((await asDocument(page, AT)).records).toHaveLength(before)
  await sendNow(page, () => context.unroute('**/api/records'))
  await expect.poll(async () => (await asDocument(page, AT)).records.length).toBe(before + 1)
  await settled(page)
  expect((await asDocument(page, AT)).records.at(-1)!.batch).toBe(name.split('/')[0])
  errors.splice(0, errors.length, ...errors.filter((error) => !NO_WAY.test(error)))
})
