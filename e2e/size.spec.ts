/** What a phone has to fetch before Today answers: it may become less, and not more. */
import { expect, test } from './farm'

const SCRIPT = 492 // kB, compressed
const PAGE = 20 // kB

test('Today comes with no more script and page than it is allowed', async ({ page }) => {
  // What comes once the page has been quiet does not come now.
  await page.addInitScript(() => {
    window.requestIdleCallback = () => 0
  })
  await page.setViewportSize({ width: 390, height: 844 })
  await page.goto('/today')
  await page.locator('html[data-ready]').waitFor()
  const { script, own } = await page.evaluate(() => {
    const sum = (entries: PerformanceEntryList) =>
      (entries as PerformanceResourceTiming[]).reduce((bytes, one) => bytes + one.encodedBodySize, 0) / 1000
    const files = performance.getEntriesByType('resource')
    return {
      script: sum(files.filter(({ name }) => /\.js(\?|$)/.test(name))),
      own: sum(performance.getEntriesByType('navigation')),
    }
  })
  expect(script).toBeGreaterThan(200) // it is measured at all
  expect(script).toBeLessThan(SCRIPT)
  expect(own).toBeLessThan(PAGE)
})
