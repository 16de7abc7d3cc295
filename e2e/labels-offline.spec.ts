/** Labels as a PDF from the device itself, also without signal. */
import { expect, reload, test, visit } from './farm'
import { NO_WAY } from './without-signal'

test.use({ reuseContext: false, serviceWorkers: 'allow' })

test('labels and the map of coded trays are made on the device without signal', async ({ page, context, errors }) => {
  await page.addInitScript(() => {
    const made = new Map<string, Blob>()
    Object.assign(window, { made })
    const create = URL.createObjectURL.bind(URL)
    URL.createObjectURL = (of: Blob) => {
      const at = create(of)
      made.set(at, of)
      return at
    }
  })
  await visit(page, '/labels')
  await page.locator('html[data-quiet]').waitFor()
  await page.evaluate(() => navigator.serviceWorker.ready)
  await reload(page) // from now on the service worker has the page
  await context.setOffline(true)

  /** What a link leads to, as text: the policy of the page lets no script fetch it. */
  const file = async (name: string) => {
    const at = await page.getByRole('link', { name }).getAttribute('href')
    return page.evaluate(async (href) => {
      const made = (window as unknown as { made: Map<string, Blob> }).made.get(href!)!
      return new TextDecoder('latin1').decode(await made.arrayBuffer())
    }, at)
  }
  const pages = (text: string) => text.split('/Type /Page\n').length - 1

  const make = page.getByRole('button', { name: /Make \d+ labels as PDF/ })
  const labels = Number(/\d+/.exec((await make.textContent())!)![0])
  await make.click()
  await expect(page.getByRole('link', { name: 'Open the PDF' })).toBeVisible()
  const pdf = await file('Open the PDF')
  expect(pdf.slice(0, 5)).toBe('%PDF-')
  expect(pages(pdf)).toBe(Math.ceil(labels / 24))
  // Its own letters are in it.
  expect(pdf).toContain('AtkinsonHyperlegible')

  await page.getByRole('button', { name: 'Map of coded trays' }).click()
  await expect(page.getByRole('link', { name: 'Open the map' })).toBeVisible()
  expect(pages(await file('Open the map'))).toBeGreaterThan(0)
  errors.splice(0, errors.length, ...errors.filter((error) => !NO_WAY.test(error)))
})
