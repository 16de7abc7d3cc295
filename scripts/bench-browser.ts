/** npm run bench -- --browser: frames of the production build with 500 stairs, scrolled and with the working day dragged. */
import type { Page } from '@playwright/test'
import { largeSeason } from './large-season'
import { tightSeason } from './tight-season'
import { withServedSeason } from './served-season'

/** Frames drawn while something is done: their number, the slowest, and tasks over 50 ms. */
async function framesWhile(page: Page, act: () => Promise<void>) {
  await page.evaluate(() => {
    const seen = { frames: [] as number[], long: [] as number[], on: true }
    ;(window as unknown as { seen: typeof seen }).seen = seen
    let last = performance.now()
    const frame = (now: number) => {
      seen.frames.push(now - last)
      last = now
      if (seen.on) requestAnimationFrame(frame)
    }
    requestAnimationFrame(frame)
    new PerformanceObserver((list) => seen.long.push(...list.getEntries().map((entry) => entry.duration))).observe({
      type: 'longtask',
    })
  })
  await act()
  return page.evaluate(() => {
    const { seen } = window as unknown as { seen: { frames: number[]; long: number[]; on: boolean } }
    seen.on = false
    const sorted = [...seen.frames.slice(2)].sort((a, b) => a - b)
    const at = (share: number) => Math.round((sorted[Math.floor(sorted.length * share)] ?? 0) * 10) / 10
    return {
      frames: sorted.length,
      median_ms: at(0.5),
      p99_ms: at(0.99),
      slowest_ms: at(1 - 1e-9),
      over_50: sorted.filter((ms) => ms > 50).length,
      long_tasks: seen.long.map(Math.round),
    }
  })
}

if (!process.argv.includes('--fit-only'))
  await withServedSeason(largeSeason(500), async (browser, url) => {
    const page = await browser.newPage({ viewport: { width: 1280, height: 800 }, locale: 'en-GB' })
    await page.goto(`${url}/plan`)
    await page.locator('html[data-ready]').waitFor()
    await page.getByRole('button', { name: 'One list' }).click()
    await page.waitForTimeout(1500)
    const print = (line: object) => console.log(JSON.stringify(line))
    const scroller = (await page.getByTestId('plan-scroller').boundingBox())!
    await page.mouse.move(scroller.x + 500, scroller.y + 200)
    print({
      bench: 'scroll 500 stairs',
      ...(await framesWhile(page, async () => {
        for (let i = 0; i < 60; i++) {
          await page.mouse.wheel(0, 240)
          await page.waitForTimeout(30)
        }
      })),
      limit_ms: 50,
    })
    const ribbon = (await page.getByRole('region', { name: 'Season ribbon' }).boundingBox())!
    for (const view of ['Plan', 'Today', 'Benches']) {
      await page
        .getByRole('navigation', { name: 'Views' })
        .first()
        .getByRole('link', { name: new RegExp(`^${view}`) })
        .click()
      await page.waitForTimeout(1500)
      print({
        bench: `drag the working day on ${view}, 500 batches`,
        ...(await framesWhile(page, async () => {
          await page.mouse.move(ribbon.x + 300, ribbon.y + 30)
          await page.mouse.down()
          for (let i = 0; i < 80; i++) {
            await page.mouse.move(ribbon.x + 300 + i * 4, ribbon.y + 30)
            await page.waitForTimeout(20)
          }
          await page.mouse.up()
        })),
        limit_ms: 50,
      })
    }
  })

await withServedSeason(
  { ...tightSeason(300, 1), season: { ...tightSeason(300, 1).season, opensOn: '2027-01-05' } },
  async (browser, url) => {
    const page = await browser.newPage({ viewport: { width: 1280, height: 800 }, locale: 'en-GB' })
    await page.goto(`${url}/benches`)
    await page.locator('html[data-ready]').waitFor()
    await page.waitForTimeout(2500)
    let fits_s = 0
    const frames = await framesWhile(page, async () => {
      const begun = Date.now()
      await page.getByRole('button', { name: 'Make it fit' }).click()
      await page.getByTestId('fit-status').getByText('It fits with').waitFor({ timeout: 60_000 })
      fits_s = (Date.now() - begun) / 1000
      await page.waitForTimeout(4000)
    })
    console.log(
      JSON.stringify({ bench: 'make 300 batches fit in the browser', fits_s, limit_s: 3, ...frames, limit_ms: 50 }),
    )
  },
)
process.exit(0)
