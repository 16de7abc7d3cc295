/** A practice season: begun from a plan, played by days on the real screens, judged, begun again, deleted; the real season stays as it is. */
import { readFileSync } from 'node:fs'
import type { Page } from '@playwright/test'
import { parseDay, weekStart } from '../src/core/calendar/day'
import { crewOn } from '../src/core/practice/crew'
import { readSeason } from '../src/season/read'
import { asDocument, demo, expect, reload, settled, test, visit } from './farm'

const farm = (name: string) => {
  const read = readSeason(JSON.parse(readFileSync(`demo/${name}-2027.json`, 'utf8')))
  if (!read.ok) throw new Error(`${name} must read`)
  return read.season
}

const banner = (page: Page) => page.getByRole('region', { name: 'Practice season' })

async function begin(page: Page, first?: string): Promise<string> {
  await visit(page, '/practice')
  if (first) {
    await page.getByLabel('First day').fill(first)
    await page.keyboard.press('Tab')
  }
  await page.getByRole('button', { name: 'Begin to practise' }).click()
  await expect(page).toHaveURL(/\/practice-.*\/today$/)
  await page.locator('html[data-ready]').waitFor()
  await expect(banner(page)).toContainText('day 1 of practice')
  return new URL(page.url()).pathname.replace('/today', '')
}

/** Presses a button that lets days pass, and waits until it is another day. */
async function pass(page: Page, button: string): Promise<void> {
  const day = /day (\d+) of practice/
  const before = day.exec((await banner(page).textContent())!)![1]!
  await banner(page).getByRole('button', { name: button }).click()
  await expect(banner(page)).not.toContainText(`day ${before} of practice`)
  await settled(page)
}

test.describe('on a farm with one tunnel', () => {
  test.use({ season: farm('one-tunnel') })

  test('a practice season is played on the real screens, and the real season stays as it was', async ({ page }) => {
    const real = farm('one-tunnel')
    await visit(page, '/today')
    const home = new URL(page.url()).pathname.replace('/today', '')
    const at = await begin(page)
    const whole = await asDocument(page, at)
    expect(whole.records).toEqual([])
    expect(whole.plantings.length).toBe(6)
    expect(whole.season.practice!.home).toBe(home)

    // The first sowing, on Today, as always.
    const sowing = page.locator('[data-task*="/sow"]').first()
    const batch = (await sowing.getAttribute('data-task'))!.split('/')[0]!
    await sowing.getByRole('button', { name: /^Done: / }).click()
    await settled(page)
    // Nothing shows on the day it was sown.
    await visit(page, `${at}/batch?id=${batch}`)
    const here = page.getByRole('region', { name: 'What you see today' })
    await expect(here).toContainText('Nothing has come up yet.')
    for (let turns = 0; turns < 12 && !/First seedlings/.test((await banner(page).textContent())!); turns++)
      await pass(page, turns < 6 ? 'Next day' : 'To the next work')
    await expect(banner(page)).toContainText('First seedlings')
    for (let days = 0; days < 2; days++) await pass(page, 'Next day')
    await pass(page, 'Next week')
    const trays = here.getByRole('img', { name: /^A tray seen from above/ })
    await expect(trays.first()).toBeVisible()
    await expect(here).toContainText('true lea')
    const said = await Promise.all((await trays.all()).map((tray) => tray.getAttribute('aria-label')))
    const up = said.reduce((sum, one) => sum + Number(/in ([\d,]+) of/.exec(one!)![1]!.replace(',', '')), 0)
    expect(up).toBeGreaterThan(0)

    // The same is there after the page is loaded again: it is not drawn anew.
    await reload(page)
    await expect(trays.first()).toHaveAttribute('aria-label', said[0]!)
    // The plan knows of it once it is counted.
    const readings = (await asDocument(page, at)).readings
    expect(readings.length).toBe(whole.places.length)
    expect(readings[0]!.days.length).toBeGreaterThan(4)

    // Weeks pass and nobody does anything more: what is over is judged, and there is nothing to plant.
    await banner(page).getByRole('link', { name: 'How it goes' }).click()
    await expect(page.getByText('No planting is over yet.')).toBeVisible()
    const yours = page.getByText('Planted on time by you')
    for (let weeks = 0; weeks < 40 && (await yours.count()) === 0; weeks++) await pass(page, 'Next week')
    await expect(yours).toBeVisible()
    const first = page.getByRole('listitem').filter({ hasText: 'The call' }).first()
    await first.getByText('The call').click()
    await expect(first).toContainText(/of [\d,]+ cells showed/)
    await expect(first).toContainText(/You did not plant it|You planted on/)

    // Begun again in the same year: the same greenhouse, nothing done.
    await page.getByRole('button', { name: 'Begin again, the same year' }).click()
    await page.getByRole('button', { name: 'Yes' }).click()
    await expect(banner(page)).toContainText('day 1 of practice')
    const again = await asDocument(page, at)
    expect(again.records).toEqual([])
    expect(again.readings).toEqual([])
    expect(again.season.practice).toEqual(whole.season.practice)

    // Deleted, and back where it was made from; there nothing has changed.
    await visit(page, `${at}/practice`)
    await page.getByRole('button', { name: 'Delete this practice season' }).click()
    await page.getByRole('button', { name: 'Yes' }).click()
    await expect(page).toHaveURL(new RegExp(`${home}/today$`))
    await expect(banner(page)).toHaveCount(0)
    const after = await asDocument(page, home)
    expect(after.records).toEqual(real.records)
    expect(after.plantings).toEqual(real.plantings)
    expect((await page.request.get(`${at}/today`)).status()).toBe(404)
  })

  test('another takes the place of the one before; a day after the last sowing has nothing to practise', async ({
    page,
  }) => {
    const at = await begin(page)
    const before = (await asDocument(page, at)).season.practice!
    await visit(page, before.home + '/today')
    const again = await begin(page)
    expect(again).toBe(at)
    expect((await asDocument(page, at)).season.practice!.home).toBe(before.home)
    await visit(page, '/farms')
    await expect(page.getByText('Practice: ', { exact: false })).toHaveCount(1)

    await visit(page, before.home + '/practice')
    await page.getByLabel('First day').fill('31 Dec 2027')
    await page.keyboard.press('Tab')
    await page.getByRole('button', { name: 'Begin to practise' }).click()
    await expect(page.getByText('Nothing is sown from seed on that day')).toBeVisible()
  })
})

test.describe('on a farm that counts its hours', () => {
  const crew = { hours: 21, parts: [] }
  test.use({ season: { ...farm('one-tunnel'), habits: { ...farm('one-tunnel').habits, crew } } })

  test('half the crew is away in some weeks, and the hours of the others are as they were', async ({ page }) => {
    const at = await begin(page)
    const { practice } = (await asDocument(page, at)).season
    const first = parseDay(practice!.from)
    const short = new Set<number>()
    for (let week = 0; week < 14; week++) {
      const today = first + 7 * week
      const away = crewOn(crew, practice!.seed, first, today) !== crew
      if (away) short.add(weekStart(today))
      await expect(banner(page).getByText('Half the crew is away this week: there are 10 h 30 min.')).toHaveCount(
        away ? 1 : 0,
      )
      if (week < 13) await pass(page, 'Next week')
    }
    await visit(page, `${at}/practice`)
    await expect(page.getByRole('listitem').filter({ hasText: /you did .+ of work/ })).toHaveCount(short.size)
    const { crew: now } = (await asDocument(page, at)).habits
    expect(now).toEqual(crewOn(crew, practice!.seed, first, first + 91))
  })
})

test.describe('on a phone', () => {
  test.use({ viewport: { width: 390, height: 844 }, season: farm('loft-and-porch') })

  test('days pass by a thumb, and by the keyboard', async ({ page }) => {
    await begin(page)
    const next = banner(page).getByRole('button', { name: 'Next day' })
    await expect(next).toBeInViewport()
    await next.focus()
    await page.keyboard.press('Enter')
    await expect(banner(page)).toContainText('day 2 of practice')
    await pass(page, 'To the next work')
    expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(390)
  })
})

test.describe('a farm with nothing in its plan', () => {
  const empty = {
    plantings: [],
    records: [],
    crops: [],
    varieties: [],
    methods: [],
    lots: [],
    supplies: [],
    orders: [],
  }
  test.use({ season: { ...demo(), ...empty } })

  test('says so', async ({ page }) => {
    await visit(page, '/practice')
    await expect(page.getByText('There is nothing in the plan yet.')).toBeVisible()
    await expect(page.getByRole('button', { name: 'Begin to practise' })).toHaveCount(0)
  })
})
