/**
 * npm run bench -- --phone: Today on a phone at the edge of the field (390 × 844, a processor four times slower, 1.6 Mbit/s,
 * 150 ms): until it answers to the first tap, how much comes down, and how soon it shows what somebody else records.
 */
import type { BrowserContext, Page } from '@playwright/test'
import { parseDay } from '../src/core/calendar/day'
import { createPlanner } from '../src/core/plan/plan'
import type { Season } from '../src/season/schema'
import { sallowFerry } from './demo/sallow-ferry'
import { VIEWS_KEPT } from '../src/season/kept-pages'
import { readSeason } from '../src/season/read'
import { largeSeason } from './large-season'
import { withServedSeason } from './served-season'
import { slowLine } from './slow-line'

const LATENCY = 150 // ms there and back
const RATE = 200_000 // bytes a second: 1.6 Mbit/s
const SLOWER = Number(process.env.SLOWER ?? 4)

const demo = (): Season => {
  const read = readSeason(sallowFerry)
  if (!read.ok) throw new Error('the demo farm must read')
  return read.season
}

const print = (line: object) => console.log(JSON.stringify(line))

/** A page of a slow phone. */
async function phonePage(context: BrowserContext): Promise<Page> {
  const page = await context.newPage()
  const session = await context.newCDPSession(page)
  await session.send('Emulation.setCPUThrottlingRate', { rate: SLOWER })
  return page
}

/** When what happened, ms after it was asked for. */
const timeline = (page: Page) =>
  page.evaluate(() => {
    const at = (entries: PerformanceEntryList) =>
      Math.round(Math.max(0, ...(entries as PerformanceResourceTiming[]).map((one) => one.responseEnd)))
    const files = performance.getEntriesByType('resource')
    return {
      page_ms: at(performance.getEntriesByType('navigation')),
      scripts_ms: at(files.filter(({ name }) => /\.js(\?|$)/.test(name))),
      season_ms: at(files.filter(({ name }) => name.includes('/api/season'))),
      paint_ms: Math.round(performance.getEntriesByName('first-contentful-paint')[0]?.startTime ?? 0),
    }
  })

/** Seconds until a tap on Today is answered, counted from when it was asked for. */
async function firstTap(page: Page, url: string): Promise<number> {
  const begun = performance.now()
  await page.goto(`${url}/today`, { waitUntil: 'commit' })
  await page.locator('html[data-ready]').waitFor({ timeout: 120_000 })
  // A tap that changes nothing but what is shown.
  await page.evaluate(
    () =>
      new Promise<void>((done) => {
        document.querySelector<HTMLElement>('main button')?.focus()
        requestAnimationFrame(() => setTimeout(done))
      }),
  )
  return Math.round(performance.now() - begun) / 1000
}

const scripts = (page: Page) =>
  page.evaluate(() => {
    const files = performance.getEntriesByType('resource') as PerformanceResourceTiming[]
    const sum = (some: PerformanceResourceTiming[]) =>
      Math.round(some.reduce((bytes, one) => bytes + one.encodedBodySize, 0) / 1000)
    return {
      script_kB: sum(files.filter(({ name }) => /\.js(\?|$)/.test(name))),
      season_kB: sum(files.filter(({ name }) => name.includes('/api/season'))),
      page_kB: sum(performance.getEntriesByType('navigation') as PerformanceResourceTiming[]),
    }
  })

/** Views and files lie on the device. */
async function keptAll(page: Page): Promise<void> {
  const kept = () =>
    page.evaluate(async () => {
      const name = (await caches.keys()).find((one) => one.startsWith('dove-step-pages'))
      return name === undefined ? 0 : (await (await caches.open(name)).keys()).length
    })
  while ((await kept()) < VIEWS_KEPT.length) await page.waitForTimeout(500)
}

const BATCHES = (process.env.BATCHES ?? '125,500,2000').split(',')

for (const [name, season, limit_s] of (
  [
    ['125 batches', demo(), 2.5],
    ['500 batches', largeSeason(500), 3.5],
    ['2000 batches', largeSeason(2000), 3.5],
  ] as const
).filter(([name]) => BATCHES.includes(name.split(' ')[0]!)))
  await withServedSeason(season, async (browser, direct) => {
    const line = await slowLine(Number(new URL(direct).port), LATENCY, RATE)
    const url = `http://127.0.0.1:${line.port}`
    const context = await browser.newContext({ viewport: { width: 390, height: 844 }, hasTouch: true, locale: 'en-GB' })
    const first = await phonePage(context)
    const first_s = await firstTap(first, url)
    print({
      bench: `first visit, ${name}`,
      first_tap_s: first_s,
      limit_s,
      ...(await scripts(first)),
      ...(await timeline(first)),
    })
    await keptAll(first)
    const memory = await first.evaluate(
      () => (performance as unknown as { memory: { usedJSHeapSize: number } }).memory.usedJSHeapSize,
    )
    await first.close()

    const again = await phonePage(context)
    line.taken()
    print({
      bench: `later visit, ${name}`,
      first_tap_s: await firstTap(again, url),
      limit_s: 1,
      down_kB: Math.round(line.taken() / 1000),
      ...(await timeline(again)),
    })

    // Somebody else records: how soon it is here, and how much came down for it.
    const id = createPlanner().plan(season, parseDay(season.season.opensOn!)).batches[0]!.id
    await again.waitForTimeout(3000)
    const shown = again.evaluate(
      () =>
        new Promise<number>((done) => {
          new PerformanceObserver((list) => {
            for (const one of list.getEntriesByType('resource'))
              if (one.name.includes('/api/season'))
                requestAnimationFrame(() => done((one as PerformanceResourceTiming).encodedBodySize))
          }).observe({ type: 'resource' })
        }),
    )
    const begun = performance.now()
    const record = {
      id: crypto.randomUUID(),
      on: season.season.opensOn,
      at: new Date().toISOString(),
      who: 'Crew B',
      batch: id,
      what: { did: 'note' },
      note: 'Looked at it',
    }
    const answer = await fetch(`${direct}/api/records`, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify({ records: [record] }),
    })
    if (!answer.ok) throw new Error(await answer.text())
    const bytes = await shown
    print({
      bench: `a record of somebody else, ${name}`,
      shown_ms: Math.round(performance.now() - begun),
      limit_ms: 1000,
      bytes,
      limit_bytes: 5000,
    })
    await again.close()

    line.cut(true)
    const without = await phonePage(context)
    print({ bench: `later visit without signal, ${name}`, first_tap_s: await firstTap(without, url), limit_s: 1 })
    print({ bench: `memory of the page, ${name}`, MB: Math.round(memory / 1e6), limit_MB: 80 })
    line.close()
  })
process.exit(0)
