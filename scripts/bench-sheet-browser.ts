/** npm run bench -- --sheet-browser: 2,000 rows of XLSX taken into the sheet of the production build, and one cell typed; tasks over 50 ms are told. */
import type { Page } from '@playwright/test'
import { readSeason } from '../src/season/read'
import { rowOf } from '../src/interchange/plan-sheet/read-rows'
import { cellsOf, sheetXlsx } from '../src/interchange/sheet-file/write-cells'
import { PLAN_FILE } from '../src/interchange/plan-sheet/file-rows'
import { sheet } from '../src/words/messages/en/sheet'
import { sallowFerry } from './demo/sallow-ferry'
import { largeSeason } from './large-season'
import { withServedSeason } from './served-season'

const ROWS = 2000
const read = readSeason(sallowFerry)
if (!read.ok) throw new Error('the demo farm must read')
const large = largeSeason(3 * ROWS)
const rows = large.plantings.slice(0, ROWS).map((planting) => ({ code: '', ...rowOf(planting, large) }))
const file = Buffer.from(await sheetXlsx(cellsOf(PLAN_FILE, sheet.columns, rows), 'Plan', PLAN_FILE))

/** Tasks over 50 ms from now on. */
const watch = (page: Page) =>
  page.evaluate(() => {
    const own = window as unknown as { long?: number[] }
    if (own.long) return void (own.long.length = 0)
    const long: number[] = (own.long = [])
    new PerformanceObserver((list) =>
      long.push(...list.getEntries().map(({ duration }) => Math.round(duration))),
    ).observe({
      type: 'longtask',
    })
  })
const longTasks = (page: Page) => page.evaluate(() => (window as unknown as { long: number[] }).long)

await withServedSeason({ ...read.season, plantings: [], records: [] }, async (browser, url) => {
  const page = await browser.newPage({ viewport: { width: 1280, height: 800 }, locale: 'en-GB' })
  page.on('console', (message) => message.type() === 'error' && console.error(message.text()))
  await page.goto(`${url}/sheet`)
  await page.locator('html[data-ready]').waitFor()
  await page.waitForTimeout(1500)
  const print = async (bench: string, begun: number) =>
    console.log(JSON.stringify({ bench, ms: Date.now() - begun, long_tasks: await longTasks(page) }))
  // The pointer is on the button while a file is being chosen.
  await page.getByRole('button', { name: sheet.fromAFile }).hover()
  await page.waitForTimeout(1500)
  await watch(page)
  let begun = Date.now()
  await page
    .getByTestId('sheet-file')
    .setInputFiles({ name: 'plan.xlsx', mimeType: 'application/octet-stream', buffer: file })
  const take = page.getByRole('button', { name: 'Import 2,000 rows' })
  await take.waitFor()
  await print('2,000 rows of XLSX opened', begun)
  await watch(page)
  begun = Date.now()
  await take.click()
  await page.getByText(/2,000 new/).waitFor()
  await print('read and planned row by row', begun)
  await watch(page)
  const cell = page.getByLabel('Quantity, 3', { exact: true })
  await cell.locator('xpath=..').click()
  await page.waitForTimeout(300)
  await watch(page)
  begun = Date.now()
  await page.keyboard.type('7')
  await page.waitForFunction(
    () => document.querySelector<HTMLInputElement>('[aria-label="Quantity, 3"]')?.value === '7',
  )
  await print('one cell typed', begun)
})
