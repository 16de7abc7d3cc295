/**
 * npm run bench -- --live: a record sent to the served demo farm, until fifty pages that listen are told, and until pages
 * in a browser show it. Prints one JSON line a measurement.
 */
import { readFileSync } from 'node:fs'
import { get } from 'node:http'
import { setTimeout as pause } from 'node:timers/promises'
import type { Page } from '@playwright/test'
import { readSeasonText } from '../src/interchange/season-file'
import { withServedSeason } from './served-season'

const LISTENERS = 50
const PAGES = 5
const CHANGES = 20
const APART = 1500 // ms
const round = (ms: number) => Math.round(ms * 10) / 10
const at = (times: number[], share: number) => {
  const sorted = times.toSorted((a, b) => a - b)
  return round(sorted[Math.min(sorted.length - 1, Math.floor(sorted.length * share))]!)
}

/** Listens as a page does. @returns when revisions were told, and what ends it */
function listener(url: string): Promise<{ told: number[]; end: () => void }> {
  return new Promise((ready, failed) => {
    const told: number[] = []
    const asked = get(`${url}/api/changes`, { agent: false }, (response) => {
      response.setEncoding('utf8')
      response.on('data', (text: string) => {
        for (const _ of text.matchAll(/^data: \d+$/gm)) told.push(performance.now())
        if (told.length > 0) ready({ told, end: () => void response.destroy() })
      })
      response.on('error', () => undefined) // ended by us
    })
    asked.on('error', failed)
  })
}

async function record(url: string, n: number): Promise<number> {
  const sent = performance.now()
  const [on, at] = ['2027-04-12', '2027-04-12T09:00:00.000Z']
  const what = { did: 'note' }
  const answer = await fetch(`${url}/api/records`, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({
      records: [{ id: crypto.randomUUID(), on, at, who: 'Crew A', batch: 'ta', what, note: `Note ${n}.` }],
    }),
  })
  const { kept } = (await answer.json()) as { kept: { ok: boolean }[] }
  if (!kept[0]?.ok) throw new Error('a record was refused')
  return sent
}

/** When a page drew a note, by the clock of all processes. */
const drawn = (page: Page, n: number) =>
  page
    .waitForFunction((text) => document.body.innerText.includes(text), `Note ${n}.`, {
      polling: 'raf',
      timeout: 20_000,
    })
    .then(() => performance.now())

const read = readSeasonText(readFileSync('demo/sallow-ferry-2027.json', 'utf8'))
if (!read.ok) throw new Error('the demo farm must read')
await withServedSeason(read.season, async (browser, url) => {
  for (const pages of [0, 1, PAGES]) {
    const open = await Promise.all(
      Array.from({ length: pages }, async () => {
        const page = await (await browser.newContext()).newPage()
        await page.goto(`${url}/batch?id=ta`)
        await page.locator('html[data-ready]').waitFor()
        return page
      }),
    )
    const listeners = await Promise.all(Array.from({ length: LISTENERS }, () => listener(url)))
    const [told, shown]: number[][] = [[], []]
    for (let n = 0; n < CHANGES; n++) {
      await pause(APART)
      const waiting = open.map((page) => drawn(page, n + pages * 100))
      const sent = await record(url, n + pages * 100)
      await pause(300)
      for (const one of listeners) {
        const when = one.told.find((time) => time > sent)
        if (when === undefined) throw new Error('a page was not told within 0.3 s')
        told!.push(when - sent)
      }
      shown!.push(...(await Promise.all(waiting)).map((when) => when - sent))
    }
    for (const { end } of listeners) end()
    for (const page of open) await page.context().close()
    const line = { bench: 'a change elsewhere', listeners: LISTENERS, pages, changes: CHANGES }
    console.log(JSON.stringify({ ...line, told_median_ms: at(told!, 0.5), told_slowest_ms: at(told!, 1) }))
    if (pages > 0)
      console.log(
        JSON.stringify({ ...line, drawn_median_ms: at(shown!, 0.5), drawn_slowest_ms: at(shown!, 1), limit_ms: 1000 }),
      )
  }
})
