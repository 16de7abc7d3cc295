import { readFileSync } from 'node:fs'
import type { Page } from '@playwright/test'
import { choose, chooseVariety, deaf, demo, expect, reload, settled, test, visit } from './farm'

const panel = (page: Page) => page.getByRole('complementary')
const saved = (page: Page) => panel(page).getByRole('button', { name: 'Save', exact: true })

test('the gates of the next weeks say go, at risk or wait, each with its reason', async ({ page }) => {
  await visit(page, '/field')
  await expect(page.getByText('simulated', { exact: true })).toBeVisible()
  const row = (code: string) => page.getByRole('button', { name: new RegExp(`${code} `) })
  await expect(row('RD-1')).toContainText('Go')
  await expect(row('LA-3')).toContainText('Wait')
  await expect(row('LA-3')).toContainText('overwintered leeks until Tue 4 May')
  await row('LA-2').click()
  const gates = panel(page).getByRole('region', { name: 'Gates' })
  await expect(gates).toContainText('chance of −2 °C or colder')
  await expect(gates).toContainText('Check whether the leaves are firm and dark.')
  // Leaves looked at open that gate.
  await panel(page).getByRole('button', { name: 'Firm and dark' }).click()
  await expect(gates).toContainText('Firm and dark.')
  await saved(page).click()
  await expect(page.getByText('LA-2 Lettuce, red oak changed in the field')).toBeVisible()
  await reload(page)
  await expect(gates).toContainText('Firm and dark.')
})

test('Today says of what goes out that day whether it can', async ({ page }) => {
  await visit(page, '/today')
  await page.getByLabel('Type a working day').fill('2027-04-27')
  const planting = page.getByRole('link', { name: /Plant out LA-3 Lettuce, red oak/ })
  await expect(planting).toContainText('Wait')
  await expect(planting).toContainText('overwintered leeks until Tue 4 May')
  await planting.click()
  await expect(panel(page)).toContainText('Can it go out?')
})

test('a cold night in a forecast from a file makes tender plants wait, and switching it off goes back to usual years', async ({
  page,
}) => {
  await visit(page, '/field?weather=1')
  const csv = [
    'date,low °C,high °C',
    ...Array.from({ length: 12 }, (_, i) => `2027-04-${12 + i},${i === 6 ? -2.5 : 5},16`),
    '2027-04-30,warm,20',
  ].join('\n')
  await panel(page)
    .getByTestId('forecast-file')
    .setInputFiles({ name: 'week.csv', mimeType: 'text/csv', buffer: Buffer.from(csv) })
  await expect(panel(page).getByRole('status')).toContainText('12 days read.')
  await panel(page).getByText('1 row dropped').click()
  await expect(panel(page)).toContainText('no temperature: 2027-04-30, warm, 20')
  await panel(page).getByRole('button', { name: 'Use this forecast' }).click()
  await saved(page).click()
  await expect(page.getByText('from week.csv')).toBeVisible()
  await expect(page.getByText('simulated', { exact: true })).toHaveCount(0)
  await expect(page.getByRole('button', { name: /LA-2 / })).toContainText(
    '−2.5 °C forecast for the night of Sun 18 Apr',
  )
  await choose(page, 'Comes from', 'nowhere: usual years only')
  await saved(page).click()
  await expect(page.getByText('No forecast: gates go by usual years.')).toBeVisible()
})

test('a planting put in a bed that frees late shows who is in the way and that it would outgrow its cells; it follows the bed', async ({
  page,
}) => {
  await visit(page, '/plan?new=1')
  await chooseVariety(page, 'Lettuce, green butter')
  await choose(page, 'Growing method', /rack then tunnel/)
  await page.getByLabel('Plants wanted').fill('200')
  await page.getByLabel('Planted on').fill('2027-06-01')
  await choose(page, 'Bed', 'R1')
  await expect(page.getByText(/18.8 m of 30 m, 3 rows/)).toBeVisible()
  await page.getByRole('button', { name: /Seed, age/ }).click()
  await page.getByLabel('Code on labels').fill('ZB')
  await page.getByRole('button', { name: 'Save' }).click()
  await page.getByRole('link', { name: 'In the field' }).click()
  const alert = panel(page).getByRole('alert').first()
  await expect(alert).toContainText('garlic until Fri 2 Jul')
  await expect(alert).toContainText(
    /Plants wait 34 days for the bed and outgrow their cells \d+ days before it is free/,
  )
  await panel(page).getByRole('button', { name: 'Let it follow R1' }).click()
  await expect(page.getByText('ZB hung on bed R1')).toBeVisible()
  // The cabbage was in the list before: it has the bed first, so this one comes after it.
  await expect(panel(page)).toContainText('Fri 24 Sep')
  await expect(panel(page).getByText('garlic until')).toHaveCount(0)
})

test('what follows a bed moves when the bed is cleared later: shown first, taken and undone as one', async ({
  page,
}) => {
  await visit(page, '/field?tab=beds&bed=r1')
  await panel(page).getByLabel('Clear on').fill('2027-07-12')
  await expect(panel(page)).toContainText('1 planting will move:')
  await expect(panel(page)).toContainText('CB Cabbage, pointed: Mon 5 Jul → Thu 15 Jul')
  await saved(page).click()
  await expect(page.getByText('R1 changed')).toBeVisible()
  await expect(panel(page)).toContainText('Thu 15 Jul to')
  await page.getByRole('alert').getByRole('button', { name: 'Undo' }).click()
  await expect(panel(page)).toContainText('Mon 5 Jul to')
})

test('beds are drawn on the day and through the season, and what finds no room is said', async ({ page }) => {
  await visit(page, '/field?tab=beds')
  await expect(page.getByText('1 planting finds no room')).toBeVisible()
  await expect(page.getByText('garlic, until 2 Jul').first()).toBeVisible()
  await page.getByRole('button', { name: 'Through the season' }).click()
  await page.getByRole('button', { name: /^LA-3 Lettuce, red oak: Tue 27 Apr .*no room for it/ }).click()
  await expect(panel(page)).toContainText('30 m too little room in W1')
  await panel(page).getByRole('button', { name: 'Plant Fri 7 May instead' }).click()
  await expect(page.getByRole('button', { name: /^LA-3 .*no room for it/ })).toHaveCount(0)
  // It clears on 2 July; the bed is turned around in three days, and the next comes after two.
  await expect(page.getByRole('button', { name: /^LB-6 .*no room for it/ })).toBeVisible()
})

test('plants are divided among bed, customer and sale, and the last go short when the stand is poor', async ({
  page,
}) => {
  await visit(page, '/field?stand=kl')
  await panel(page).getByRole('button', { name: 'Customer' }).click()
  await panel(page).getByLabel('Customer').fill('The weir kitchen')
  const plants = panel(page).getByLabel('Plants', { exact: true })
  await plants.last().fill('40')
  await panel(page).getByRole('button', { name: 'Plant sale' }).click()
  await plants.last().fill('30')
  await expect(panel(page).getByText(/70 plants more are promised than there are/)).toBeVisible()
  // The customer comes first; then a poor stand is counted.
  const up = panel(page).getByRole('button', { name: 'Served earlier' })
  const customer = (await plants.count()) - 2
  for (let i = customer; i > 0; i--) await up.nth(i).click()
  await panel(page).getByLabel('Good plants').fill('100')
  await expect(panel(page).getByText('gets 0').last()).toBeVisible()
  await saved(page).click()
  await expect(page.getByText('KL Kale, long black changed in the field')).toBeVisible()
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    visit(page, '/farm').then(() => page.getByRole('link', { name: 'Field plan, CSV' }).click()),
  ])
  const csv = readFileSync(await download.path(), 'utf8')
  expect(csv).toMatch(/KL,"Kale, long black",220,100,raised,customer,The weir kitchen,40,40/)
  expect(csv).toMatch(/KL,"Kale, long black",220,100,raised,sale,,30,0/)
})

test('rows are sown in place from the same panel, and thinned, counted and drawn without trays', async ({ page }) => {
  await visit(page, '/plan?new=1')
  await chooseVariety(page, 'Carrot, blunt orange')
  await page.getByLabel('Plants wanted').fill('600')
  await page.getByLabel('Planted on').fill('2027-05-10')
  await expect(page.getByTestId('preview')).toContainText('1,260 seeds along 18 m of row, for 600 plants 3 cm apart')
  await page.getByRole('button', { name: /Seed, age/ }).click()
  await page.getByLabel('Code on labels').fill('ZC')
  await page.getByRole('button', { name: 'Save' }).click()
  await page.getByRole('searchbox', { name: 'Find' }).fill('zc')
  await page.getByRole('button', { name: /^ZC Carrot, blunt orange, 600 plants, sow in place Mon 10 May/ }).click()
  await expect(page.getByRole('complementary')).toContainText('Thin')
  await page.getByLabel('Type a working day').fill('2027-05-10')
  await page.getByRole('navigation', { name: 'Views' }).first().getByRole('link', { name: /Today/ }).click()
  await expect(page.getByRole('link', { name: /Sow in place ZC Carrot/ })).toBeVisible()
})

test('hardening says each day what plants get, by the school chosen', async ({ page }) => {
  await visit(page, '/field?tab=hardening')
  const grid = page.getByRole('region', { name: 'Hardening, day by day' })
  await expect(grid.getByRole('row', { name: /LA-2 Lettuce, red oak/ })).toContainText('7 h')
  await choose(page, 'Usually hardened by', 'a cool bench with a fan')
  await expect(page.getByText('Hardened by a cool bench with a fan')).toBeVisible()
  await expect(grid.getByRole('row', { name: /LA-2 Lettuce, red oak/ })).toContainText('fan')
  await page.getByRole('navigation', { name: 'Views' }).first().getByRole('link', { name: /Today/ }).click()
  await expect(page.getByText('Cool bench, fan on, kept a little dry.')).toBeVisible()
})

test('the month goes on one sheet with boxes to write in', async ({ page }) => {
  await visit(page, '/field?tab=month')
  const sheet = page.getByRole('article')
  await expect(sheet.getByRole('heading', { name: 'April 2027' })).toBeVisible()
  await expect(
    sheet.locator('section', { has: page.getByRole('heading', { name: 'To plant, and where' }) }),
  ).toContainText(/SD Snapdragon, pale, mid-season/)
  await page.getByRole('button', { name: 'The month after' }).click()
  await expect(sheet.getByRole('heading', { name: 'May 2027' })).toBeVisible()
  await expect(sheet.locator('section', { has: page.getByRole('heading', { name: 'Comes out' }) })).toContainText(
    'overwintered leeks',
  )
  await page.emulateMedia({ media: 'print' })
  await expect(page.getByRole('button', { name: 'Print' })).toBeHidden()
  await expect(sheet).toBeVisible()
})

test('harvest follows harvest: varieties are chained and planted all at once', async ({ page }) => {
  await visit(page, '/field?new=chain')
  await choose(page, 'Crop', 'Snapdragon')
  await panel(page).getByLabel('First harvest on').fill('2027-08-05')
  await expect(panel(page).getByText(/Sow .*, plant .*; cut/)).toHaveCount(3)
  await saved(page).click()
  await expect(page.getByText('3 plantings added, harvest after harvest')).toBeVisible()
})

test.describe('a farm without a field', () => {
  test.use({
    season: {
      ...demo(),
      blocks: [],
      beds: [],
      plantings: demo().plantings.map(({ goes: _goes, anchor: _anchor, ...planting }) => ({
        ...planting,
        changes: planting.changes.map(({ goes: _other, ...change }) => change),
      })),
    },
  })
  test('is given blocks and beds, twenty at a time, and undoes them', async ({ page }) => {
    await visit(page, '/field?tab=beds')
    await page.getByRole('button', { name: 'Add a block of beds' }).click()
    await panel(page).getByLabel('Name').fill('Hill')
    await saved(page).click()
    await panel(page).getByLabel('How many').fill('20')
    await panel(page).getByLabel('Named').fill('H')
    await saved(page).click()
    await expect(page.getByText('20 beds added')).toBeVisible()
    await expect(page.getByRole('button', { name: /^Bed H\d+$/ })).toHaveCount(20)
    await page.getByRole('alert').getByRole('button', { name: 'Undo' }).click()
    await expect(page.getByRole('button', { name: /^Bed H\d+$/ })).toHaveCount(0)
  })
})

test.describe('on a phone, in °F and inches', () => {
  test.use({ viewport: { width: 390, height: 844 } })
  test('gates and a planting are one column, with nothing wider than the screen', async ({
    page,
    context,
    baseURL,
  }) => {
    await context.addCookies([{ name: 'dove-step-units', value: 'us', url: baseURL! }])
    await visit(page, '/field')
    await expect(page.getByRole('button', { name: /LA-3 / })).toBeVisible()
    await page.getByRole('button', { name: /LA-2 / }).click()
    await expect(panel(page)).toContainText('°F')
    expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(390)
    await panel(page).getByRole('button', { name: 'Close' }).click()
    await expect(page.getByRole('heading', { name: 'Field' })).toBeVisible()
  })
})

test('two people write one planting: the second is told, and nothing written is lost', async ({ page, context }) => {
  const other = await context.newPage()
  const { hears } = await deaf(page)
  for (const each of [page, other]) await visit(each, '/field?stand=kl')
  await panel(page).getByLabel('Good plants').fill('200')
  await panel(other).getByLabel('Good plants').fill('180')
  await saved(other).click()
  await expect(other.getByText('KL Kale, long black changed in the field')).toBeVisible()
  // Before this page has heard of it, the server refuses; once it has, it says so.
  await saved(page).click()
  await expect(panel(page).getByText(/Someone else changed this meanwhile/)).toBeVisible()
  await expect(panel(page).getByLabel('Good plants')).toHaveValue('200')
  await hears()
  await expect(panel(page).getByText(/save to put it in the place of theirs/)).toBeVisible()
  await saved(page).click()
  await expect(page.getByText('KL Kale, long black changed in the field')).toBeVisible()
  await reload(page)
  await expect(panel(page).getByLabel('Good plants')).toHaveValue('200')
})

test.describe('in the south, over New Year', () => {
  const season = demo()
  test.use({
    season: {
      ...season,
      season: { name: '2027/28', from: '2027-07-01', to: '2028-06-30', opensOn: '2027-10-12' },
      site: {
        ...season.site,
        latitude: -42,
        outdoorMonthlyMeans: [
          ...season.site.outdoorMonthlyMeans.slice(6),
          ...season.site.outdoorMonthlyMeans.slice(0, 6),
        ],
        frost: {
          lastSpring: { median: '11-04', spreadDays: 15 },
          firstAutumn: { median: '04-09', spreadDays: 12 },
          trustedChance: 0.2,
          marginDays: 0,
        },
        events: [],
      },
      beds: season.beds.map((bed) => ({
        ...bed,
        standing: bed.standing.map(({ what }) => ({ what, until: '2028-01-02' })),
      })),
      plantings: season.plantings.map(({ anchor: _anchor, ...planting }) => {
        const later = (iso: string) => new Date(Date.parse(iso) + 183 * 86_400_000).toISOString().slice(0, 10)
        const { series } = planting
        return {
          ...planting,
          on: later(planting.on),
          ...(series ? { series: { ...series, ...(series.last ? { last: later(series.last) } : {}) } } : {}),
          changes: planting.changes.map((change) => ({ ...change, ...(change.on ? { on: later(change.on) } : {}) })),
          ...(planting.stand ? { stand: { ...planting.stand, on: later(planting.stand.on) } } : {}),
          ...(planting.leaves ? { leaves: { ...planting.leaves, on: later(planting.leaves.on) } } : {}),
          goes: planting.goes?.map((share) => ('on' in share && share.on ? { ...share, on: later(share.on) } : share)),
        }
      }),
    },
  })
  test('gates, beds and hardening follow the southern spring', async ({ page }) => {
    await visit(page, '/field?stand=tr')
    await expect(page.getByText('On Tuesday 12 October 2027')).toBeVisible()
    await expect(panel(page).getByRole('region', { name: 'Gates' })).toContainText(
      /\d+ % chance of 0 °C or colder, by the dates entered/,
    )
    await page.getByRole('button', { name: 'Beds', exact: true }).click()
    await page.getByRole('button', { name: 'Through the season' }).click()
    await expect(page.getByRole('button', { name: /^CB Cabbage, pointed: .*Jan/ }).first()).toBeVisible()
    await page.getByRole('button', { name: 'Month sheet' }).click()
    await expect(page.getByRole('article').getByRole('heading', { name: 'October 2027' })).toBeVisible()
  })
})

test('what follows its own family in a bed is named, and a bed bears its cover crops and families in mind', async ({
  page,
}) => {
  await visit(page, '/field?tab=beds')
  await expect(page.getByText(/^\d+ plantings follow their own family within 2 years$/)).toBeVisible()
  await page.getByRole('button', { name: 'Show them' }).click()
  const named = page.getByRole('list', { name: 'Rotation' }).getByRole('listitem')
  await expect(named.first()).toContainText(/ grew in | stands in /)
  await page.getByRole('button', { name: 'Bed O1', exact: true }).click()
  await page.getByRole('button', { name: 'A family that grew here' }).click()
  await expect(page.getByText('Must not be empty.', { exact: true })).toBeVisible()
  await expect(page.getByRole('button', { name: 'Save' })).toBeDisabled()
  await page.getByLabel('Family').last().fill('Asteraceae')
  await page.getByRole('button', { name: 'A cover crop' }).click()
  await page.getByLabel('Cover crop').fill('Phacelia')
  await page.getByRole('button', { name: 'Save' }).click()
  await settled(page)
  await reload(page)
  await page.getByRole('button', { name: 'Through the season' }).click()
  await expect(page.getByTitle(/^Phacelia/)).toBeVisible()
})
