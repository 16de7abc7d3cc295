/** The season rehearsed, in the real worker. */
import { createPlanner } from '../src/core/plan/plan'
import { parseDay } from '../src/core/calendar/day'
import { demo, expect, test, visit } from './farm'

test('a rehearsal says how likely each planting is, why it misses, and how full the places get; it is kept, stopped and begun again', async ({
  page,
}) => {
  await visit(page, '/plan')
  await page.getByRole('link', { name: 'Rehearse', exact: true }).click()
  const start = page.getByRole('button', { name: 'Rehearse 1,000 years' })
  // At least one thing is left to chance.
  for (const chance of [
    'weather',
    'seed',
    'bad lots',
    'losses',
    'late work',
    'too few hours',
    'beds that clear late',
    'failing heat',
  ])
    await page.getByLabel(chance, { exact: true }).uncheck()
  await expect(page.getByText('Leave at least one of them to chance.')).toBeVisible()
  await expect(start).toBeDisabled()
  for (const chance of [
    'weather',
    'seed',
    'bad lots',
    'losses',
    'late work',
    'too few hours',
    'beds that clear late',
    'failing heat',
  ])
    await page.getByLabel(chance, { exact: true }).check()
  await start.click()
  await expect(page.getByText(/^[\d,]+ of 1,000 years$/)).toBeVisible()
  const sum = page.getByText(/ of \d+ comes? to enough plants in time in nine years of ten/)
  await expect(sum).toBeVisible()
  const rows = page.locator('[data-outlook]')
  await expect(rows).toHaveCount(15)
  // Those that miss most stand first, and say why.
  const often = await rows.evaluateAll((all) => all.map((row) => Number(/in (\d+) of 100 years/.exec(row.textContent ?? '')?.[1] ?? 0))) // prettier-ignore
  expect(often).toEqual([...often].sort((a, b) => a - b))
  await expect(rows.first()).toContainText(
    /^.*Misses in \d+ of 100: \d+ (too cold|a slow lot|done late|for want of hours|for a bed that cleared late|a weak lot|by losses|when heat failed|outgrown)/,
  )
  await expect(page.getByRole('img', { name: /^Warm bench: at most [\d½]+ of 40 tray places/ })).toBeVisible()
  const first = await rows.first().innerText()
  await page.getByRole('button', { name: /^Show all / }).click()
  expect(await rows.count()).toBeGreaterThan(60)

  // It is kept while other views are looked at, and the same season gives the same answer.
  await page.getByRole('navigation', { name: 'Views' }).first().getByRole('link', { name: 'Plan', exact: true }).click()
  await page.getByRole('link', { name: 'Rehearse', exact: true }).click()
  await expect(rows.first()).toHaveText(/./)
  await page.getByRole('button', { name: 'Rehearse again' }).click()
  await page.getByRole('button', { name: 'Stop' }).click()
  await expect(page.getByRole('button', { name: 'Rehearse again' })).toBeVisible()
  expect(await rows.first().innerText()).toBe(first)
})

test.describe('with nothing left to plant', () => {
  test.use({ season: { ...demo(), plantings: [], records: [] } })
  test('a rehearsal says so', async ({ page }) => {
    await visit(page, '/rehearse')
    await expect(page.getByText('Nothing is planned yet')).toBeVisible()
    await expect(page.getByRole('button', { name: 'Rehearse 1,000 years' })).toBeDisabled()
  })
})

test.describe('when all is planted', () => {
  const all = demo()
  const sweetPeas = all.plantings.filter(({ code }) => code === 'SP')
  test.use({
    season: { ...all, plantings: sweetPeas, records: all.records.filter(({ batch }) => batch === sweetPeas[0]!.key) },
  })
  test('a rehearsal says that nothing is left', async ({ page }) => {
    await visit(page, '/rehearse')
    await page.getByRole('button', { name: 'Rehearse 1,000 years' }).click()
    await expect(page.getByText('Nothing is left to be planted in this season.')).toBeVisible()
  })
})

test('what would help is tried in the same years, ranked, applied with one tap, and rehearsed again by itself', async ({
  page,
}) => {
  await visit(page, '/rehearse')
  await page.getByRole('button', { name: 'Rehearse 1,000 years' }).click()
  await page.getByRole('button', { name: /^Show all / }).click()
  // One that is still to be sown, and misses sometimes.
  const toSow = new Set(createPlanner().plan(demo(), parseDay('2027-04-12')).batches.flatMap(({ code, progress, sow }) => ((progress?.standing ?? 'to-sow') === 'to-sow' && sow! > parseDay('2027-04-20') ? [code] : []))) // prettier-ignore
  const helped = page
    .locator('[data-outlook]')
    .filter({ has: page.getByRole('button', { name: 'What would help most?' }) })
  const codes = await helped.evaluateAll((all) => all.map((one) => (one as HTMLElement).dataset['outlook']!))
  const code = codes.find((one) => toSow.has(one))!
  expect(code).toBeTruthy()
  const row = page.locator(`[data-outlook="${code}"]`)
  const before = Number(/in (\d+) of 100 years/.exec(await row.innerText())![1])
  await row.getByRole('button', { name: 'What would help most?' }).click()
  const help = row.getByRole('region', { name: `What would help ${code}` })
  await expect(help).toBeVisible()
  const gained = await help.locator('[data-lever]').evaluateAll((all) => all.map((one) => Number(/years, (\d+) more/.exec(one.textContent ?? '')?.[1] ?? 0))) // prettier-ignore
  expect(gained).toEqual([...gained].sort((a, b) => b - a))
  expect(gained.length).toBeGreaterThan(1)
  await help.getByRole('button', { name: 'for the room' }).click()
  const surer = help.locator('[data-lever="surer"]').first()
  await expect(surer).toContainText(/Sow \d+ cells more, to have enough in [\d.]+ of 100 sowings/)
  const said = Number(/then in (\d+) of 100 years/.exec(await surer.innerText())![1])
  await surer.getByRole('button', { name: /^Apply: Sow / }).click()
  await expect(page.getByText(new RegExp(`^${code}: Sow \\d+ cells more`)).first()).toBeVisible()
  // The season is rehearsed again, and has the chance that was said.
  await expect(row).toContainText(`in ${said} of 100 years`, { timeout: 60_000 })
  expect(said).toBeGreaterThan(before)
  // On the plan stairs have soft edges now.
  await page.getByRole('navigation', { name: 'Views' }).first().getByRole('link', { name: 'Plan', exact: true }).click()
  await expect(page.locator('[data-soft-edge]').first()).toBeVisible()
  await expect(page.getByRole('button', { name: /enough in time in \d+ of 100 years/ }).first()).toBeVisible()
})
