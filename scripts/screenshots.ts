/** npm run screenshots: one picture of each main view, from the demo farm, into docs/screenshots/. */
import sharp from 'sharp'
import { trayPicture } from './tray-pictures/render'
import { PROOF } from './tray-pictures/style'
import { mkdirSync, readFileSync } from 'node:fs'
import type { Page } from '@playwright/test'
import { readSeasonText } from '../src/interchange/season-file'
import { ROOT } from './machine.mjs'
import { withServedSeason } from './served-season'

interface Shot {
  file: string
  path: string
  width?: number
  height?: number
  dark?: boolean
  /** Something to press first. */
  press?: RegExp
  /** More to do before the picture is taken. */
  act?: (page: Page) => Promise<void>
}

/** Until the search has a plan that holds in most years, and other years have judged it. */
async function fits(page: Page): Promise<void> {
  await page.getByRole('button', { name: 'Most years' }).click()
  await page
    .getByTestId('fit-status')
    .getByText(/Made to hold with/)
    .waitFor({ timeout: 120_000 })
  await page.getByRole('list', { name: 'Proposed changes' }).getByRole('listitem').first().waitFor()
  await page.waitForTimeout(3000)
}

const SHOTS: Shot[] = [
  { file: 'today', path: '/today' },
  { file: 'today-phone', path: '/today', width: 390, height: 844 },
  { file: 'plan', path: '/plan' },
  { file: 'plan-batch', path: '/plan?batch=tr', press: /^Cells/ },
  {
    file: 'start-now',
    path: '/start-now',
    dark: true,
    act: (page) => page.getByRole('heading', { name: 'In time' }).waitFor(),
  },
  { file: 'benches', path: '/benches' },
  { file: 'farm', path: '/farm?place=warm-bench' },
  { file: 'know-how', path: '/know-how?crop=tomato' },
  { file: 'seed', path: '/seed?lot=celosia-plume-lot' },
  { file: 'field', path: '/field?stand=la.3' },
  {
    file: 'sowing',
    path: '/sowing?what=pot-up',
    height: 1000,
    act: (page) => page.getByRole('button', { name: 'Sun 25 Apr' }).click(),
  },
  { file: 'labels', path: '/labels' },
  { file: 'earns', path: '/costs?show=earns' },
  {
    file: 'count-phone',
    path: '/batch?id=la.4&tab=count',
    width: 390,
    height: 844,
    act: async (page) => {
      const { picture } = trayPicture(PROOF[5]!, { rows: 8, perRow: 16 }, 43)
      const { width, height, data } = picture
      const buffer = await sharp(Buffer.from(data.buffer), { raw: { width, height, channels: 4 } })
        .removeAlpha()
        .jpeg({ quality: 85 })
        .toBuffer()
      await page.getByLabel('Count from a photo').setInputFiles({ name: 'tray.jpg', mimeType: 'image/jpeg', buffer })
      await page.getByText(/with a seedling/).waitFor()
    },
  },
  { file: 'buying', path: '/buying' },
  {
    file: 'begin',
    path: '/begin',
    act: async (page) => {
      await page.getByLabel('Name of the farm').fill('Reed Bank')
      await page.getByLabel('Latitude').fill('47°36′ N')
      for (const kind of ['Lettuce', 'Tomato', 'Kale', 'Zinnia'])
        await page.getByRole('button', { name: kind, exact: true }).click()
      await page.getByLabel('Quantity, 1', { exact: true }).locator('xpath=..').click()
      for (const many of ['240', '60', '120', '150']) {
        await page.keyboard.type(many)
        await page.keyboard.press('Enter')
      }
      await page
        .getByRole('status')
        .getByText(/First sowings/)
        .waitFor()
      await page.evaluate(() => window.scrollTo(0, 0))
    },
  },
  { file: 'fit', path: '/benches', press: /^Make it fit/, act: fits },
  { file: 'sheet', path: '/sheet' },
  {
    file: 'rehearse',
    path: '/rehearse',
    height: 900,
    act: async (page) => {
      await page.getByRole('button', { name: 'Rehearse 1,000 years' }).click()
      await page.getByRole('button', { name: /^Show all / }).click()
      const row = page.locator('[data-outlook="SF-3"]')
      await row.getByRole('button', { name: 'What would help most?' }).click()
      await row.getByRole('region').waitFor()
      await row.evaluate((one) => one.scrollIntoView({ block: 'center' }))
    },
  },
]

const demo = readSeasonText(readFileSync(`${ROOT}/demo/sallow-ferry-2027.json`, 'utf8'))
if (!demo.ok) throw new Error('the demo farm must read')
mkdirSync(`${ROOT}/docs/screenshots`, { recursive: true })
await withServedSeason(demo.season, async (browser, url) => {
  const only = process.argv.slice(2)
  for (const { file, path, width = 1280, height = 800, dark = false, press, act } of SHOTS) {
    if (only.length > 0 && !only.includes(file)) continue
    const page = await browser.newPage({
      viewport: { width, height },
      locale: 'en-GB',
      colorScheme: dark ? 'dark' : 'light',
    })
    await page.goto(`${url}${path}`)
    await page.locator('html[data-ready]').waitFor()
    await page.evaluate(() => document.fonts.ready)
    if (press) await page.getByRole('button', { name: press }).first().click()
    await act?.(page)
    await page.waitForTimeout(1200)
    await page.screenshot({ path: `${ROOT}/docs/screenshots/${file}.png` })
    await page.close()
    console.log(file)
  }
})
process.exit(0)
