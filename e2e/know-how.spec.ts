import { Crop } from '../src/season/schema'
import { choose, demo, expect, settled, test, visit } from './farm'

const figure = (page: import('@playwright/test').Page, path: string) => page.locator(`[data-figure="${path}"]`)
const row = (page: import('@playwright/test').Page, code: string) =>
  page.getByRole('button', { name: new RegExp(`^${code} `) })

test('a crop entered from its packet is planned, compared three ways, and one is used', async ({ page }) => {
  await visit(page, '/know-how')
  await page.getByRole('link', { name: 'From a packet' }).first().click()
  await page.getByLabel('Name on the packet').fill('Snow bell')
  await choose(page, 'Season', 'cool season')
  await page.getByLabel('Up in, days').fill('6')
  await page.getByLabel('to, days').fill('10')
  await page.getByLabel('at', { exact: true }).first().fill('17')
  await page.getByLabel('to', { exact: true }).first().fill('19')
  await page.getByLabel('Raised, weeks').fill('5')
  await page.getByLabel('to, weeks').fill('8')
  // 8 days at 18 °C above a base of 3 °C.
  await expect(page.getByRole('status')).toContainText('120 degree-days to come up')
  for (const school of ['One seed a cell', 'Small cells, then potted up', 'Sown in a flat'])
    await page.getByRole('checkbox', { name: new RegExp(school) }).check()
  await page.getByRole('button', { name: 'Save', exact: true }).click()
  await expect(page.getByRole('heading', { name: 'Snow bell', level: 1 })).toBeVisible()

  await visit(page, '/plan?new=1')
  await page.getByRole('combobox', { name: 'What' }).fill('Snow bell')
  await page.getByRole('option', { name: 'Snow bell', exact: true }).click()
  await page.getByLabel('Plants wanted').fill('300')
  await page.getByLabel('Planted on').fill('2027-06-20')
  await page.getByRole('button', { name: /Seed, age/ }).click()
  await page.getByLabel('Code on labels').fill('snow')
  await page.getByRole('button', { name: 'Save' }).click()
  await page.getByRole('searchbox', { name: 'Find' }).fill('SNOW')
  await expect(row(page, 'SNOW')).toBeVisible()
  const before = await row(page, 'SNOW').getAttribute('aria-label')

  await page.getByRole('complementary').getByRole('button', { name: 'Compare methods' }).click()
  const dialog = page.getByRole('dialog')
  await expect(dialog.getByRole('columnheader')).toHaveCount(4) // the figures' names, and three ways
  await expect(dialog.getByRole('row', { name: /^Potting/ })).toContainText('0 min')
  await expect(dialog.getByRole('row', { name: /^Enough and on time/ })).toContainText('%')
  await dialog.getByRole('button', { name: /^Use .*potted into/ }).click()
  await expect(dialog).toBeHidden()
  await expect(row(page, 'SNOW')).not.toHaveAttribute('aria-label', before!)
  await expect(page.getByRole('complementary')).toContainText('Pot up')
  await page.getByRole('button', { name: 'Undo' }).first().click()
  await expect(row(page, 'SNOW')).toHaveAttribute('aria-label', before!)
})

test('a figure said a grower’s way is taken, marked as yours, changes the plan, and can be put back', async ({
  page,
}) => {
  await visit(page, '/plan?batch=cw.1')
  const sown = await row(page, 'CW-1').getAttribute('aria-label')
  await visit(page, '/know-how?crop=cosmos')
  const heat = figure(page, 'germination.thermalTime')
  await expect(heat).toContainText('published range')
  await page.getByRole('button', { name: 'Enter it as on a packet' }).first().click()
  await page.getByLabel('First up, days').fill('12')
  await page.getByLabel('Last up, days').fill('16')
  await page.getByLabel('Coolest', { exact: true }).fill('18')
  await page.getByLabel('Warmest', { exact: true }).fill('20')
  await page.getByRole('button', { name: 'Use it' }).click()
  await expect(heat).toContainText('Yours')
  await expect(heat.getByRole('textbox')).toHaveValue('182') // 14 days × (19 − 6) °C
  await page.getByRole('button', { name: 'Save', exact: true }).click()
  await expect(page.getByText('Cosmos changed')).toBeVisible()
  await visit(page, '/plan?batch=cw.1')
  await expect(row(page, 'CW-1')).not.toHaveAttribute('aria-label', sown!)

  await visit(page, '/know-how?crop=cosmos')
  await page.getByRole('button', { name: 'Put back Heat to come up' }).click()
  await expect(heat).not.toContainText('Yours')
  await page.getByRole('button', { name: 'Save', exact: true }).click()
  await expect(page.getByRole('button', { name: 'Save', exact: true })).toBeDisabled()
  await visit(page, '/plan?batch=cw.1')
  await expect(row(page, 'CW-1')).toHaveAttribute('aria-label', sown!)
})

test('impossible figures are refused where they stand, with the rule', async ({ page }) => {
  await visit(page, '/know-how?crop=zinnia')
  const best = figure(page, 'germination.optimum')
  await best.getByRole('textbox').fill('5')
  await expect(best).toContainText('The optimum 5 °C must be above the base 8 °C.')
  await expect(page.getByRole('button', { name: 'Save', exact: true })).toBeDisabled()
  await best.getByRole('textbox').fill('warm')
  await expect(best).toContainText('Write a number.')
  await best.getByRole('textbox').fill('26')
  const share = figure(page, 'germination.usualShare')
  await share.getByRole('textbox').fill('120')
  await expect(share).toContainText('at most 1')
  await share.getByRole('textbox').fill('85')
  const points = figure(page, 'growth.points')
  await points.getByLabel('Too old after').first().fill('100')
  await expect(points.getByRole('alert')).toContainText('must be above the ready age 190')
})

test('what is in use cannot be taken away unawares', async ({ page }) => {
  await visit(page, '/farm?container=cells-72')
  await page.getByRole('button', { name: 'Delete', exact: true }).click()
  await expect(page.getByText(/is used by/)).toContainText('72-cell tray is used by 72-cells, bench then tunnel')
  await visit(page, '/know-how?variety=kale-curly')
  await page.getByRole('button', { name: 'Delete variety' }).click()
  await expect(page.getByText(/is used by Kale, curly green, lot of 2026/)).toBeVisible()
})

test('a variety has figures of its own over its crop', async ({ page }) => {
  await visit(page, '/know-how?variety=tomato-small-plum')
  const heat = figure(page, 'germination.thermalTime')
  await expect(heat).toContainText('Harrington & Minges 1954')
  await heat.getByRole('textbox').fill('140')
  await expect(heat).toContainText('crop: 97')
  await page.getByRole('button', { name: 'Save', exact: true }).click()
  await expect(page.getByText('Tomato, small plum changed')).toBeVisible()
  await visit(page, '/know-how?crop=tomato')
  await expect(figure(page, 'germination.thermalTime').getByRole('textbox')).toHaveValue('97')
  await expect(page.getByText('with figures of its own')).toBeVisible()
})

test('a kind of the library joins the season with the ways chosen, and goes out again', async ({ page }) => {
  await visit(page, '/know-how')
  await page.getByLabel('Find a crop').fill('echin')
  await page.getByRole('link', { name: 'Echinacea' }).click()
  await expect(page.getByText('A moist chill brings it up together').first()).toBeVisible()
  await page.getByRole('button', { name: 'Add Echinacea' }).click()
  await expect(page.getByText('Echinacea added to the season')).toBeVisible()
  await expect(page.getByRole('link', { name: /cell/ }).first()).toBeVisible()
  await page.getByRole('button', { name: 'Delete from the season' }).click()
  await page.getByRole('button', { name: 'Delete it with its varieties and methods' }).click()
  await expect(page.getByText('Echinacea taken out of the season')).toBeVisible()
})

test('a way is edited: policies, stages and moves, with what it comes to beside it', async ({ page }) => {
  await visit(page, '/know-how?method=cosmos-72')
  const beside = page.getByRole('complementary', { name: 'What it comes to' })
  await expect(beside).toContainText('Cosmos, white')
  const seeds = await beside.innerText()
  await choose(page, 'What goes into a cell', 'Several, thinned')
  await page.getByLabel('Seeds a cell').fill('3')
  await expect(beside).not.toHaveText(seeds)
  await page.getByRole('button', { name: 'Pot up', exact: true }).click()
  await expect(beside).toContainText('Pot up')
  await choose(page, 'What goes into a cell', 'In a flat, pricked out')
  // It begins in an open flat by itself; any other container is refused where it stands.
  await expect(beside).toContainText('Open flat')
  await page.getByRole('combobox', { name: 'Container', exact: true }).first().press('ArrowDown')
  await page.getByRole('option', { name: '128-cell tray' }).click()
  await expect(page.getByText('A flat to prick out from is sown in an open flat.').first()).toBeVisible()
  await page.getByRole('combobox', { name: 'Container', exact: true }).first().press('ArrowDown')
  await page.getByRole('option', { name: 'Open flat' }).click()
  await expect(beside).toContainText('Open flat')
  await page.getByRole('button', { name: 'Save', exact: true }).click()
  await expect(page.getByText('72-cells in the tunnel changed')).toBeVisible()
})

test('a home test moves the share of a lot, and the seed asked for', async ({ page }) => {
  await visit(page, '/seed?lot=zinnia-mixed-lot')
  await expect(page.getByTestId('share-now')).toHaveText('87 %')
  const panel = page.getByRole('complementary')
  const asked = Number(/season: ([\d,]+) seeds/.exec(await panel.innerText())![1]!.replace(',', ''))
  await panel.getByLabel('On', { exact: true }).fill('2027-02-01')
  await panel.getByLabel('Sown', { exact: true }).fill('100')
  await panel.getByLabel('Came up').fill('120')
  await expect(panel).toContainText('More than were sown.')
  await panel.getByLabel('Came up').fill('50')
  await panel.getByRole('button', { name: 'Add this test' }).click()
  await expect(page.getByTestId('share-now')).toHaveText(/^6[789] %$/)
  await page.getByRole('button', { name: 'Save', exact: true }).click()
  await expect(page.getByText('Zinnia, tall mixed, lot of 2026 changed')).toBeVisible()
  await expect
    .poll(async () => Number(/season: ([\d,]+) seeds/.exec(await panel.innerText())![1]!.replace(',', '')))
    .toBeGreaterThan(asked * 1.15)
})

test('seed that runs short is said in the plan', async ({ page }) => {
  await visit(page, '/plan?batch=cm')
  await expect(row(page, 'CM')).toHaveAttribute('aria-label', /short of seed/)
  await page
    .getByRole('complementary')
    .getByRole('link', { name: /Celosia, rose plume, lot/ })
    .click()
  await expect(page).toHaveURL(/seed\?lot=celosia-plume-lot/)
})

test('places and containers are changed, and their measures reckoned', async ({ page }) => {
  await visit(page, '/farm?new=container')
  const panel = page.getByRole('complementary')
  await panel.getByLabel('Name').fill('Square pots')
  await choose(page, 'Kind', 'pots in a carrier')
  await choose(page, 'Shape', 'square')
  await panel.getByLabel('Depth').fill('8')
  await panel.getByLabel('Across the top').fill('7')
  await panel.getByLabel('Across the bottom').fill('5')
  await panel.getByRole('button', { name: 'Use 291 ml for the mix' }).click()
  await panel.getByRole('button', { name: 'Use 28 pots' }).click()
  await panel.getByRole('button', { name: 'Save', exact: true }).click()
  await expect(page.getByRole('row', { name: /Square pots/ })).toContainText('291')

  await visit(page, '/farm?place=tunnel')
  await panel.getByLabel('Room', { exact: true }).fill('80')
  await panel.getByRole('button', { name: 'Save', exact: true }).click()
  await expect(page.getByRole('row', { name: /Long tunnel/ })).toContainText('80 tray places')
  await page.getByRole('link', { name: 'Benches' }).click()
  await expect(page.getByRole('list', { name: 'Places' }).getByRole('button', { name: /Long tunnel/ })).toContainText(
    '80',
  )
})

test('young plants that are bought have an order, an arrival and no seed', async ({ page }) => {
  await visit(page, '/plan?batch=ep')
  const card = page.getByRole('complementary')
  await expect(card).toContainText('bought in')
  await expect(card).toContainText('Arrive')
  await visit(page, '/today')
  await page.getByLabel('Type a working day').fill('2027-04-06')
  await expect(page.getByText(/Receive and look over/).first()).toBeVisible()
  await page.getByLabel('Type a working day').fill('2027-01-26')
  await expect(page.getByText(/Order young plants/).first()).toBeVisible()
})

test.describe('on a phone', () => {
  test.use({ viewport: { width: 390, height: 844 } })
  test('know-how, seed and farm are one column, list then page', async ({ page }) => {
    for (const path of [
      '/know-how',
      '/know-how?crop=tomato',
      '/know-how?tab=trouble',
      '/know-how?new=packet',
      '/seed',
      '/seed?lot=celosia-plume-lot',
      '/farm?place=tunnel',
    ]) {
      await visit(page, path)
      const wide = await page.evaluate(() => document.documentElement.scrollWidth)
      expect(wide, path).toBeLessThanOrEqual(390)
    }
    await visit(page, '/know-how')
    await page.getByRole('link', { name: 'Basil' }).click()
    await expect(page.getByRole('heading', { name: 'Basil', level: 1 })).toBeVisible()
    await page.getByRole('link', { name: 'All crops' }).click()
    await expect(page.getByLabel('Find a crop')).toBeVisible()
  })
})

test('in °F and inches every figure is shown and taken in them', async ({ page, context, baseURL }) => {
  await context.addCookies([{ name: 'dove-step-units', value: 'us', url: baseURL! }])
  expect(demo().crops.length).toBeGreaterThan(30)
  await visit(page, '/know-how?crop=tomato')
  const base = figure(page, 'germination.base')
  await expect(base.getByRole('textbox')).toHaveValue('45.9')
  await expect(base).toContainText('°F')
  await base.getByRole('textbox').fill('50')
  await page.getByRole('button', { name: 'Save', exact: true }).click()
  await expect(page.getByText('Tomato changed')).toBeVisible()
  await context.clearCookies()
  await visit(page, '/know-how?crop=tomato')
  await expect(base.getByRole('textbox')).toHaveValue('10')
})

test('what is wrong is found from what is seen, by stage and by crop', async ({ page }) => {
  await visit(page, '/know-how?tab=trouble')
  await page.getByLabel('What you see').fill('stem')
  await expect(page.getByRole('button', { name: /Stems pinched at the soil line/ })).toBeVisible()
  await expect(page.getByRole('button', { name: /^Small dark flies/ })).toBeHidden()
  await page.getByLabel('What you see').fill('')
  await choose(page, 'When', 'while it germinates')
  await expect(page.getByRole('button', { name: /^Flower buds/ })).toBeHidden()
  await page.getByRole('button', { name: /^Nothing up/ }).click()
  await choose(page, 'Crop', 'Sweet pea')
  await expect(page.getByText('Sweet pea needs before sowing: nick and soak.')).toBeVisible()
  await page.getByLabel('What you see').fill('volcano')
  await expect(page.getByText('Nothing matches.')).toBeVisible()
})

test('what is wrong is called as people call it, drawn, and written on the batch it was seen on', async ({ page }) => {
  await visit(page, '/know-how?tab=trouble')
  await page.getByLabel('What you see').fill('leggy')
  await expect(page.locator('[data-trouble]')).toHaveCount(1)
  await page.getByRole('button', { name: /^Long, pale, leaning stems/ }).click()
  await expect(page.getByText('Heat and cover off at the first green')).toBeVisible()
  await page.getByLabel('Seen on').fill('LA-4')
  await expect(page.getByRole('option', { name: /^LA-4/ })).toBeVisible()
  await page.keyboard.press('ArrowDown')
  await page.keyboard.press('Enter')
  await page.getByRole('button', { name: 'Write it down' }).click()
  await expect(page.getByText('LA-4: written down.')).toBeVisible()
  await settled(page)
  await visit(page, '/journal')
  await expect(page.getByText('Seen: Long, pale, leaning stems.').first()).toBeVisible()
})

test('a kind shows how deep it is sown and how it stands in a bed', async ({ page }) => {
  await visit(page, '/know-how?crop=lettuce')
  await expect(page.getByRole('img', { name: /deep|On the surface/ }).first()).toBeVisible()
  await expect(
    page.getByRole('img', { name: /rows? on a bed 75 cm wide, .* in the row: .* plants on 1 m/ }),
  ).toBeVisible()
})

test('cautions stand at the work they belong to', async ({ page }) => {
  await visit(page, '/today')
  await page.getByText('Take care today').click()
  await expect(page.getByText(/Wet dry mix before you work it/)).toBeVisible()
  await visit(page, '/plan?batch=sf.1')
  await page.getByLabel('Type a working day').fill('2027-04-20')
  await visit(page, '/plan?batch=sp')
  await expect(page.getByRole('complementary')).toContainText('poisonous if eaten')
})

test('the library is found as one types, and by group', async ({ page }) => {
  await visit(page, '/know-how')
  const list = page.getByRole('navigation', { name: 'Crops' })
  await expect(list.getByText('In this season, 34')).toBeVisible()
  await list.getByLabel('Find a crop').fill('ranunc')
  for (const name of ['Larkspur', 'Nigella', 'Delphinium', 'Aquilegia'])
    await expect(list.getByRole('link', { name })).toBeVisible()
  await choose(page, 'Group', 'Perennials')
  await expect(list.getByRole('link')).toHaveCount(2) // the packet, and aquilegia
  await list.getByRole('link', { name: 'Aquilegia' }).click()
  await expect(page.getByText(/Needs cold on the seed/).first()).toBeVisible()
  await expect(page.getByText(/poisonous if eaten/).first()).toBeVisible()
  await expect(page.locator('[data-figure="germination.ceiling"]')).toContainText('estimate')
  await list.getByLabel('Find a crop').fill('no such plant')
  await expect(list.getByText('Nothing of that name.')).toBeVisible()
})

test('two people change one crop: the second is told and loses nothing', async ({ page, context }) => {
  const other = await context.newPage()
  for (const each of [page, other]) await visit(each, '/know-how?crop=kale')
  const rowsOf = (each: typeof page) => each.locator('[data-figure="field.rowSpacing"]').getByRole('textbox')
  await rowsOf(other).fill('70')
  await rowsOf(page).fill('80')
  await other.getByRole('button', { name: 'Save', exact: true }).click()
  await expect(other.getByText('Kale changed')).toBeVisible()
  await page.getByRole('button', { name: 'Save', exact: true }).click()
  await expect(page.getByText(/Someone else changed this meanwhile/)).toBeVisible()
  await expect(rowsOf(page)).toHaveValue('80')
  await page.getByRole('button', { name: 'Cancel changes' }).click()
  await expect(rowsOf(page)).toHaveValue('70')
})

test('a kind is read before it is edited: its year, how it looks, and how long it keeps in what the farm has', async ({
  page,
}) => {
  await visit(page, '/know-how?crop=tomato')
  const year = page.getByRole('region', { name: 'Its year on this farm' })
  const row = year.getByRole('listitem').filter({ has: page.getByRole('link', { name: 'TR', exact: true }) })
  await expect(row.getByRole('img', { name: /^TR Tomato, red slicer: .* Mar to .* Oct/ })).toBeVisible()
  const ages = page.getByRole('region', { name: 'How long it keeps in each container' })
  await expect(ages.getByRole('img', { name: /^72-cell tray: good to plant from week \d/ })).toBeVisible()
  await expect(page.getByRole('img', { name: 'Seed leaves: narrow and pointed, a pair. True leaves: of several leaflets' })).toBeVisible() // prettier-ignore
  await expect(page.getByText(/^Your places on Mon 12 Apr: Heat mats/)).toBeVisible()
  await row.getByRole('link', { name: 'TR', exact: true }).click()
  await expect(page).toHaveURL(/\/batch\?id=tr/)

  await visit(page, '/know-how?tab=methods')
  await expect(page.getByRole('img', { name: /^8 weeks from sowing to planting, at most 6 tray places for 100 plants$/ }).first()).toBeVisible() // prettier-ignore
})

test('an address with a part there is not shows the kinds', async ({ page }) => {
  await visit(page, '/know-how?tab=somewhere')
  await expect(page.getByRole('tab', { name: 'Crops' })).toHaveAttribute('aria-selected', 'true')
  await expect(page.getByRole('searchbox', { name: 'Find a crop' }).or(page.getByLabel('Find a crop'))).toBeVisible()
})

test.describe('of a kind with hardly a figure', () => {
  const season = demo()
  const { care: _, field: __, seed: ___, minNight: ____, ...bare } = season.crops.find(({ key }) => key === 'tomato')!
  test.use({
    season: {
      ...season,
      crops: [...season.crops, Crop.parse({ ...bare, key: 'oddity', name: 'Oddity', family: 'Unknownaceae' })],
    },
  })
  test('its page says what is known, and nothing that is not', async ({ page }) => {
    await visit(page, '/know-how?crop=oddity')
    await expect(page.getByRole('heading', { level: 1, name: 'Oddity' })).toBeVisible()
    await settled(page)
    const words = await page.locator('main').innerText()
    expect(words).not.toMatch(/NaN|undefined|Infinity|null/)
    await expect(page.getByText('What it looks like')).toHaveCount(0)
  })
})
