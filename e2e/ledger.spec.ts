/** Days that go otherwise, on a phone: what is recorded moves amounts, and everything adds up after. */
import { parseDay } from '../src/core/calendar/day'
import { readSeasonText } from '../src/interchange/season-file'
import { planReport } from '../src/interchange/plan-report'
import { readSeason } from '../src/season/read'
import type { Season, SeasonInput } from '../src/season/schema'
import { choose, demo, expect, test, visit, unfold } from './farm'

test.use({ viewport: { width: 390, height: 844 }, hasTouch: true })

type Page = import('@playwright/test').Page

/** The report of the command line, of the season as the server has it. */
async function report(page: Page, day: string) {
  const read = readSeasonText(await (await page.request.get('/out/season.json')).text())
  if (!read.ok) throw new Error('the season must read')
  return planReport(read.season, parseDay(day))
}

async function batches(page: Page, code: string, day: string) {
  return (await report(page, day)).batches.filter(
    (batch) => batch.code === code || batch.code.startsWith(`${code}/`),
  ) as unknown as {
    code: string
    progress: { status: string; container: string | null; standing: { amount: number; unit: string }; daysLate: number }
    ledger: Record<string, number>
  }[]
}

function made(change: (season: SeasonInput) => void): Season {
  const season = structuredClone(demo()) as SeasonInput
  change(season)
  const read = readSeason(season)
  if (!read.ok) throw new Error(read.problems.map(({ path, message }) => `${path} ${message}`).join('\n'))
  return read.season
}

/** The demo farm, with its snapdragons in open flats: 330 seeds in two flats. */
const inFlats = made((season) => {
  season.season.opensOn = '2027-04-12'
  const method = season.methods!.find(({ key }) => key === 'snapdragon-200-72')!
  method.sowing = { policy: 'flat', seedsPerFlat: 165, usable: 0.9 }
  method.stages[0]!.container = 'open-flat'
  for (const record of season.records!)
    if (record.batch === 'sr' && record.what.did === 'task' && record.what.task === 'sow')
      Object.assign(record.what, { cells: 2, trays: 2, seeds: 330 })
  season.records = season.records!.filter(({ batch, what }) => batch !== 'sr' || what.did === 'task')
})

test.describe('seedlings in a flat', () => {
  test.use({ season: inFlats })

  test('are pricked out in two sessions: the others stay, and join them later', async ({ page }) => {
    await visit(page, '/batch?id=sr')
    await page
      .getByRole('button', { name: /^Not as planned: (Prick out|Pot up) SR$/ })
      .first()
      .click()
    const form = page.getByRole('dialog', { name: /Not as planned/ })
    await form.getByLabel('Plants moved').fill('200')
    await expect(form.getByLabel('The other 130')).toBeVisible()
    await form.getByRole('button', { name: 'Save' }).click()
    await expect.poll(async () => (await batches(page, 'SR', '2027-04-12')).length).toBe(2)
    const [moved, rest] = await batches(page, 'SR', '2027-04-12')
    expect(moved).toMatchObject({ progress: { container: 'cells-72', standing: { amount: 200 } } })
    expect(rest).toMatchObject({
      code: 'SR/rest',
      progress: { container: 'open-flat', standing: { amount: 130, unit: 'seedlings' } },
    })

    await visit(page, '/batch?id=sr~99')
    await page
      .getByRole('button', { name: /^Not as planned: (Prick out|Pot up) SR\/rest$/ })
      .first()
      .click()
    await form.getByLabel('Plants moved').fill('100')
    await choose(page, 'The other 30', 'Thrown away')
    await form.getByRole('button', { name: 'Save' }).click()
    await expect
      .poll(async () => (await batches(page, 'SR', '2027-04-12')).map(({ progress }) => progress.standing.amount))
      .toEqual([300, 0])
    const [all] = await batches(page, 'SR', '2027-04-12')
    expect(all!.ledger).toMatchObject({ sown: 330, prickedOut: 300 })
  })
})

test('doubles go into blanks, and neither is there any more', async ({ page }) => {
  await visit(page, '/batch?id=la.4&tab=count')
  await page.getByRole('button', { name: 'Numbers' }).click()
  await page.getByLabel('Cells with a seedling').fill('360')
  await page.getByLabel('With more than one').fill('60')
  await page.getByRole('button', { name: /^Move doubles into 60 blanks/ }).click()
  await expect
    .poll(async () => (await batches(page, 'LA-4', '2027-04-12'))[0]!.ledger)
    .toMatchObject({ one: 420, doubles: 0, blank: 72, filled: 60 })
})

test('a batch goes into two kinds of pot with two fates, in one step', async ({ page }) => {
  await visit(page, '/batch?id=sr')
  await page.getByRole('button', { name: 'Not as planned: Pot up SR' }).first().click()
  const form = page.getByRole('dialog', { name: /Not as planned/ })
  await form.getByLabel('Plants moved').fill('300')
  await form.getByRole('button', { name: 'Some into another pot' }).click()
  await form.getByLabel('Plants in it').fill('46')
  await choose(page, 'Other pot', '9 cm pots')
  await form.getByLabel('For whom, or what for').fill('plant sale')
  await form.getByRole('button', { name: 'Save' }).click()
  await expect
    .poll(async () =>
      (await batches(page, 'SR', '2027-04-12')).map(({ code, progress }) => [
        code,
        progress.container,
        progress.standing.amount,
      ]),
    )
    .toEqual([
      ['SR', 'cells-72', 300],
      ['SR/2', 'pots-9', 46],
    ])
})

test.describe('on a day too late', () => {
  test.use({ season: made((season) => void (season.season.opensOn = '2027-04-19')) })

  test('potting that is due has not happened, and is ticked for yesterday', async ({ page }) => {
    await visit(page, '/today')
    await unfold(page)
    const row = page.locator('[data-task="sr/pot-up/1"]').first()
    await expect(row).toContainText('late')
    expect((await batches(page, 'SR', '2027-04-19'))[0]).toMatchObject({
      progress: { container: 'cells-200', status: 'up' },
    })
    await row.getByRole('button', { name: /^Done yesterday/ }).click()
    await expect
      .poll(async () => (await batches(page, 'SR', '2027-04-19'))[0]!.progress)
      .toMatchObject({ container: 'cells-72' })
    const [sr] = await batches(page, 'SR', '2027-04-18')
    expect(sr!.progress.container).toBe('cells-72')
  })
})

test('a mixed tray sown just now is labelled, and counted by its rows', async ({ page }) => {
  await visit(page, '/today')
  await unfold(page)
  await page.getByRole('button', { name: 'Sown just now' }).click()
  const form = page.getByRole('dialog', { name: 'Sown just now' })
  await choose(page, 'Into', '72-cell tray')
  const what = form.getByRole('combobox', { name: 'What was sown' })
  await what.first().fill('basil')
  await page.getByRole('option').first().click()
  await form.getByRole('button', { name: 'Another sowing in the same tray' }).click()
  await what.nth(1).fill('dahlia')
  await page.getByRole('option').first().click()
  const rows = form.getByRole('group', { name: 'Rows of the tray' }).getByRole('button')
  const all = await rows.count()
  for (let row = 0; row < 4; row++) await rows.nth(all - 1 - row).click()
  await form.getByRole('button', { name: 'Save' }).click()
  await expect(page.getByText(/sown\. Labels: /)).toBeVisible()
  await expect
    .poll(async () => {
      const { plantings, records } = readSeasonOf(await (await page.request.get('/out/season.json')).text())
      return [plantings.length, records.length]
    })
    .toEqual([demo().plantings.length + 2, demo().records.length + 4])
  const { plantings } = readSeasonOf(await (await page.request.get('/out/season.json')).text())
  const second = plantings.at(-1)!
  await visit(page, `/batch?id=${second.key}&tab=count`)
  const cells = page.getByRole('group', { name: 'Tray 1 of 1' }).getByRole('button')
  await expect(cells).toHaveCount(72)
  await expect(cells.first()).toBeDisabled()
  const own = page.getByRole('button', { name: /^Cell \d+: one seedling$/ })
  const mine = await own.count()
  expect(mine).toBeGreaterThan(0)
  expect(mine).toBeLessThan(72)
  await own.first().click()
  await expect(page.getByText(`${mine - 1} of ${mine} up`)).toBeVisible()
})

const readSeasonOf = (text: string): Season => {
  const read = readSeasonText(text)
  if (!read.ok) throw new Error('the season must read')
  return read.season
}

test('a loss is three taps, and a correction of a sowing changes the seed that is left', async ({ page }) => {
  await visit(page, '/today')
  await unfold(page)
  await page.getByRole('button', { name: 'Record a loss' }).click()
  const loss = page.getByRole('dialog', { name: 'Record a loss' })
  await loss.getByRole('button', { name: /LA-3/ }).click()
  await loss.getByRole('group', { name: 'How many' }).getByRole('button', { name: '10', exact: true }).click()
  await loss.getByRole('button', { name: 'damped off' }).click()
  await expect
    .poll(async () => (await batches(page, 'LA-3', '2027-04-12'))[0]!.ledger.lost)
    .toEqual({ 'damping-off': 10 })

  const left = async () => {
    const { lots } = (await report(page, '2027-04-12')) as unknown as {
      lots: { lot: string; left: number; used: number }[]
    }
    return lots.find(({ lot }) => lot === 'lettuce-red-oak-lot')!
  }
  const before = await left()
  await visit(page, '/journal')
  await page.getByLabel(/Search batch/).fill('sown LA-4')
  const line = page.getByRole('listitem').filter({ hasText: 'Sown: 492 seeds' }).first()
  await line.getByRole('button', { name: 'Correct' }).click()
  await page.getByRole('dialog').getByLabel('Seeds').fill('592')
  await page.getByRole('dialog').getByRole('button', { name: 'Put this in its place' }).click()
  await expect.poll(async () => (await left()).left).toBe(before.left - 100)
  expect((await left()).used).toBe(before.used + 100)
})
