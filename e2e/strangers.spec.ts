/** Farms that are not the demo farm: begun from nothing north and south, and with sowing days that were past before anybody kept records. */
import { readFileSync } from 'node:fs'
import { readSeason } from '../src/season/read'
import type { Entry, Season } from '../src/season/schema'
import { asDocument, choose, expect, test, visit } from './farm'

/** One of the small farms, opened on a day. */
function farmOn(name: string, day: string): Season {
  const document = JSON.parse(readFileSync(`demo/${name}.json`, 'utf8'))
  const read = readSeason({
    ...document,
    farm: { ...document.farm, recordsFrom: day },
    season: { ...document.season, opensOn: day },
  })
  if (!read.ok) throw new Error(read.problems.map(({ path, message }) => `${path} ${message}`).join('\n'))
  return read.season
}

test.describe('from nothing', () => {
  test.use({ season: null })

  test('a northern farm in °F finds its kinds by their own names, and nothing is sown before it is begun', async ({
    page,
  }) => {
    await visit(page, '/today')
    await page.getByRole('link', { name: 'Begin my farm' }).click()
    await page.getByRole('button', { name: '°F, inches' }).click()
    await page.getByLabel('Name of the farm').fill('Loft and Porch')
    await page.getByLabel('Latitude').fill('47°36′ N')
    await expect(page.getByText('47.6° north of the equator')).toBeVisible()
    await page.getByLabel('Mean of the coldest month').fill('16')
    await page.getByLabel('Mean of the warmest month').fill('70')
    await page.getByLabel('Last frost in spring').fill('May 18')
    await page.getByRole('group', { name: 'Heated bench' }).getByLabel('Room').fill('0')
    await page.getByRole('group', { name: 'Unheated tunnel' }).getByLabel('Room').fill('12 x 3 ft')
    for (const [typed, name] of [
      ['zucch', 'Zucchini'],
      ['antirrhinum', 'Snapdragon'],
      ['scallion', 'Scallion'],
    ] as const) {
      await page.getByLabel('Find a kind, any name').fill(typed)
      await page.getByRole('button', { name, exact: true }).click()
    }
    await page.getByLabel('Quantity, 1', { exact: true }).locator('xpath=..').click()
    for (let row = 0; row < 3; row++) {
      await page.keyboard.type('120')
      await page.keyboard.press('Enter')
    }
    await expect(page.getByRole('status')).toContainText('First sowings')
    await page.getByRole('button', { name: 'Begin', exact: true }).click()
    await page.waitForURL(/\/today/)
    await page.locator('html[data-ready]').waitFor()
    await page.getByRole('link', { name: 'Plan', exact: true }).click()
    await expect(page.getByText('3 batches')).toBeVisible()
    await expect(page.getByText('before the season')).toHaveCount(0)
    await expect(page.getByText('sowing day past')).toHaveCount(0)
    await visit(page, '/farm')
    await expect(page.getByText(/Records are kept from/)).toBeVisible()
    await visit(page, '/today')
    await expect(page.getByRole('heading', { name: /sowing day/ })).toHaveCount(0)
    await expect(page.getByRole('heading', { name: 'Rounds' })).toHaveCount(0)
  })

  test('a southern farm gets its own half of the year, and a frost of the other half is refused where it stands', async ({
    page,
  }) => {
    await visit(page, '/today')
    await page.getByRole('link', { name: 'Begin my farm' }).click()
    await page.getByLabel('Name of the farm').fill('Kestrel Flat')
    await page.getByLabel('Latitude').fill('-42')
    await page.getByLabel('Mean of the coldest month').fill('7')
    await page.getByLabel('Mean of the warmest month').fill('17')
    await expect(page.getByText(/1 Jul \d{4} to 30 Jun \d{4}/)).toBeVisible()
    await page.getByLabel('Last frost in spring').fill('05-05')
    await expect(page.getByText(/05-05 is not in winter or spring south of the equator/)).toBeVisible()
    await page.getByLabel('Last frost in spring').fill('early October')
    for (const crop of ['Lettuce', 'Tomato']) await page.getByRole('button', { name: crop, exact: true }).click()
    await page.getByLabel('Quantity, 1', { exact: true }).locator('xpath=..').click()
    await page.keyboard.type('20000000')
    await page.keyboard.press('Enter')
    await page.keyboard.type('60')
    await page.keyboard.press('Enter')
    await page.getByRole('button', { name: 'Begin', exact: true }).click()
    await expect(page.getByText('1 row of what you grow has something missing.')).toBeVisible()
    await page.getByLabel('Quantity, 1', { exact: true }).locator('xpath=..').click()
    await page.keyboard.type('60')
    await page.keyboard.press('Enter')
    await page.getByRole('button', { name: 'Begin', exact: true }).click()
    await page.waitForURL(/\/today/)
    await page.locator('html[data-ready]').waitFor()
    await page.getByRole('link', { name: 'Plan', exact: true }).click()
    await expect(page.getByText('2 batches')).toBeVisible()
    await expect(page.getByText('out of season')).toHaveCount(0)
  })
})

test.describe('sowing days that were past before records began', () => {
  test.use({ season: farmOn('one-tunnel-2027', '2027-04-20') })

  test('are asked about; nothing is watered or late until somebody says what happened', async ({ page }) => {
    await visit(page, '/today')
    const asked = page.getByRole('region', { name: /sowing days are past/ })
    await expect(asked).toBeVisible()
    // A day of the year before says so, once.
    await expect(asked.getByText(/ 2026, \d/).first()).toBeVisible()
    await expect(asked.getByText(/2026 2026/)).toHaveCount(0)
    await expect(page.getByRole('heading', { name: 'Rounds' })).toHaveCount(0)
    await expect(page.getByText(/not ticked off/)).toHaveCount(0)
    const codes = await asked.getByRole('button', { name: /^Leave out: / }).allInnerTexts()
    const many = codes.length
    expect(many).toBeGreaterThanOrEqual(3)
    const first = (await asked
      .getByRole('button', { name: /^Sown already: / })
      .first()
      .getAttribute('aria-label'))!
    const code = first.replace('Sown already: ', '')
    await asked.getByRole('button', { name: first }).click()
    await asked.getByLabel('Sown on').fill('2027-05-01')
    await expect(asked.getByText('Choose today or an earlier day.')).toBeVisible()
    await asked.getByLabel('Sown on').fill('2027-04-02')
    await asked.getByLabel('Cells').fill('96')
    await asked.getByRole('button', { name: 'Save' }).click()
    await expect(asked.getByRole('button', { name: first })).toHaveCount(0)
    await expect(page.getByRole('heading', { name: 'Rounds' })).toBeVisible()
    await visit(page, `/plan?batch=${code.toLowerCase()}`)
    await expect(page.getByRole('complementary')).toContainText('96')

    await visit(page, '/today')
    const next = (await asked
      .getByRole('button', { name: /^Leave out: / })
      .first()
      .getAttribute('aria-label'))!
    await asked.getByRole('button', { name: next }).click()
    await expect(asked.getByRole('button', { name: next })).toHaveCount(0)
    const now = page.getByRole('button', { name: /^Sow now: / }).first()
    const sowNow = (await now.getAttribute('aria-label'))!.replace('Sow now: ', '')
    await now.click()
    await expect(page.getByRole('button', { name: `Sow now: ${sowNow}` })).toHaveCount(0)
    await expect(page.getByText(new RegExp(`^${sowNow}`)).first()).toBeVisible()
  })
})

test('a bed under cover is warmer: fleece and tunnels are written down at a bed', async ({ page }) => {
  await visit(page, '/field?tab=beds&bed=r1')
  const panel = page.getByRole('complementary')
  await choose(page, 'Cover', 'Low tunnel')
  await expect(panel.getByLabel('Warmer by night')).toHaveValue('2')
  await panel.getByLabel('Off on').fill('mid June')
  await panel.getByRole('button', { name: 'Save', exact: true }).click()
  await expect(page.getByText(/changed/).first()).toBeVisible()
  await visit(page, '/field?tab=beds&bed=r1')
  await expect(panel.getByLabel('Off on')).toHaveValue('15 Jun')
})

test('a growing method can leave the place to the rule, and the working says which was taken and why', async ({
  page,
}) => {
  await visit(page, '/know-how?method=lettuce-128-tunnel')
  await choose(page, 'Grows on at', 'Cheapest that suits')
  await page.getByRole('button', { name: 'Save', exact: true }).click()
  await expect(page.getByText(/changed/).first()).toBeVisible()
  await visit(page, '/plan?batch=lb.3')
  await page
    .getByRole('complementary')
    .getByRole('button', { name: /^Sowing day/ })
    .click()
  await expect(page.getByText(/the cheapest place that keeps about its usual pace/).first()).toBeVisible()
})

test.describe('with one tunnel', () => {
  test.use({ season: farmOn('one-tunnel-2027', '2027-03-20') })

  test('a kind that is new to the farm is sown just now: its variety, method, planting, record and label come with it', async ({
    page,
  }) => {
    await visit(page, '/today')
    await page.getByRole('button', { name: 'Sown just now' }).click()
    const form = page.getByRole('dialog', { name: 'Sown just now' })
    await form.getByRole('combobox', { name: 'What was sown' }).fill('zucchini')
    await page.getByRole('option').first().click()
    await choose(page, 'Into', /128/)
    await form.getByRole('button', { name: 'Save' }).click()
    // Far too small for it: said where it stands, and nothing typed is lost.
    await expect(form.getByRole('alert')).toContainText('is far from any size')
    await form.getByRole('combobox', { name: 'What was sown' }).fill('calendula')
    await page.getByRole('option').first().click()
    await form.getByRole('button', { name: 'Save' }).click()
    await expect(page.getByText(/sown\. Labels: /)).toBeVisible()
    const kept = async () => {
      const { crops, plantings, records } = await (await page.request.get('/out/season.json')).json()
      return {
        crop: crops.at(-1).key,
        planting: plantings.at(-1).variety,
        did: records?.map(({ what }: Entry) => what.did),
      }
    }
    await expect.poll(kept).toEqual({ crop: 'calendula', planting: 'calendula', did: ['task', 'label'] })
  })
})

test.describe('a page left open', () => {
  const { opensOn: _, ...season } = farmOn('one-tunnel-2027', '2027-04-20').season
  const farm = farmOn('one-tunnel-2027', '2027-04-20')
  // Its day is another one than the server's for many hours.
  const zone = new Date().getUTCHours() < 12 ? 'Pacific/Pago_Pago' : 'Pacific/Kiritimati'
  const dayThere = (instant: number) => new Date(instant).toLocaleDateString('sv-SE', { timeZone: zone })
  const year = Number(dayThere(Date.now()).slice(0, 4))
  const read = readSeason({
    ...farm,
    farm: { ...farm.farm, timeZone: zone },
    season: { ...season, from: `${year}-01-01`, to: `${year + 1}-12-31` },
    plantings: [],
    records: [],
  })
  if (!read.ok) throw new Error(read.problems.map(({ path, message }) => `${path} ${message}`).join('\n'))
  test.use({ season: read.season })

  test('over midnight writes what is done on the day it is done', async ({ page }) => {
    const today = dayThere(Date.now())
    await page.clock.install()
    await visit(page, '/today')
    const shown = page.getByLabel('Type a working day')
    const drawn = await shown.inputValue()
    await expect(shown).toHaveValue(new RegExp(` ${Number(today.slice(8))} `))
    await page.clock.fastForward('24:00:00')
    // The view follows the day where it stood on the day it was.
    await expect(shown).not.toHaveValue(drawn)
    await page.getByRole('button', { name: 'Sown just now' }).click()
    const form = page.getByRole('dialog', { name: 'Sown just now' })
    await form.getByRole('combobox', { name: 'What was sown' }).fill('lettuce')
    await page.getByRole('option').first().click()
    await form.getByRole('button', { name: 'Save' }).click()
    const tomorrow = dayThere(await page.evaluate(() => Date.now()))
    const records = async () => (await asDocument(page, '')).records.map(({ on }) => on)
    await expect.poll(records).toContain(tomorrow)
    expect(tomorrow > today).toBe(true)
  })
})
