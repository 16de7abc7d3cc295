/** Beds that are worked on by hand: stretches moved along them, to others and to other days; blocks laid out on the map. */
import type { Page } from '@playwright/test'
import { demo, expect, reload, settled, test, visit } from './farm'

const trial = (page: Page) => page.getByTestId('bed-trial')
const piece = (page: Page, code: string, bed: string) => page.locator(`[data-bed="${bed}"] [data-stand="${code}"]`)
const middle = async (of: ReturnType<typeof piece>) => {
  const { x, y, width, height } = (await of.boundingBox())!
  return { x: x + width / 2, y: y + height / 2, width }
}
async function drag(page: Page, from: { x: number; y: number }, to: { x: number; y: number }) {
  await page.mouse.move(from.x, from.y)
  await page.mouse.down()
  await page.mouse.move((from.x + to.x) / 2, (from.y + to.y) / 2, { steps: 4 })
  await page.mouse.move(to.x, to.y, { steps: 4 })
}

test('a planting is moved by days with the keys: its gates are shown, and it is kept, or let go', async ({ page }) => {
  await visit(page, '/field?tab=beds')
  await page.getByRole('button', { name: 'Through the season' }).click()
  const late = piece(page, 'LA-3', 'w1')
  await late.focus()
  await page.keyboard.press('Alt+ArrowRight')
  await page.keyboard.press('Alt+ArrowRight')
  await expect(trial(page)).toContainText('W1, from 0 m, Thu 29 Apr')
  await expect(trial(page)).toContainText('2 days later')
  // The bed is still taken: its gate says so.
  await expect(trial(page)).toContainText('too little room in W1')
  await page.keyboard.press('Escape')
  await expect(trial(page)).toHaveCount(0)
  await expect(late).toHaveAttribute('aria-label', /Tue 27 Apr/)
  // Two beds further there is room.
  await page.keyboard.press('Alt+ArrowDown')
  await page.keyboard.press('Alt+ArrowDown')
  await expect(trial(page)).toContainText('W3, from 0 m')
  await page.keyboard.press('Enter')
  await expect(page.getByText('LA-3 Lettuce, red oak changed in the field').first()).toBeVisible()
  await expect(piece(page, 'LA-3', 'w3')).toHaveAttribute('aria-label', /Tue 27 Apr/)
  await expect(trial(page)).toHaveCount(0)
  await page.getByRole('button', { name: 'Undo' }).first().click()
  await expect(piece(page, 'LA-3', 'w1')).toBeVisible()
})

test('a stretch is drawn along its bed and to another with the hand, and lies there afterwards', async ({ page }) => {
  await visit(page, '/field?tab=beds')
  const own = piece(page, 'LA-1', 'r5')
  await own.scrollIntoViewIfNeeded()
  const from = await middle(own)
  await drag(page, from, { x: from.x + 100, y: from.y })
  await expect(trial(page)).toContainText('R5, from ')
  await page.mouse.up()
  await expect(page.getByText('LA-1 Lettuce, red oak changed in the field').first()).toBeVisible()
  await settled(page)
  await reload(page)
  const then = await middle(piece(page, 'LA-1', 'r5'))
  expect(Math.abs(then.x - from.x - 100)).toBeLessThan(12)
  // To the bed below; no panel opens where something was dragged.
  const target = (await page.locator('[data-bed="r6"]').boundingBox())!
  await drag(page, then, { x: target.x + target.width / 2, y: target.y + target.height / 2 })
  await expect(trial(page)).toContainText('R6, from ')
  await page.mouse.up()
  await expect(piece(page, 'LA-1', 'r6')).toBeVisible()
  await expect(page.getByRole('complementary')).toHaveCount(0)
})

test('blocks lie on a map to scale, are moved by their names, and plantings are moved there, too', async ({ page }) => {
  await visit(page, '/field?tab=beds')
  await page.getByRole('button', { name: 'Map', exact: true }).click()
  const map = page.getByRole('img', { name: 'Map of 6 blocks with 120 beds' })
  await expect(map).toBeVisible()
  const name = map.getByText('House field')
  await name.scrollIntoViewIfNeeded()
  const before = (await name.boundingBox())!
  const grip = { x: before.x + 20, y: before.y + 8 }
  await drag(page, grip, { x: grip.x + 25, y: grip.y + 12 })
  await page.mouse.up()
  await expect(page.getByText('House field moved on the map').first()).toBeVisible()
  await expect(async () => {
    const after = (await name.boundingBox())!
    expect(Math.abs(after.x - before.x - 25)).toBeLessThan(3)
  }).toPass()
  const stand = map.locator('[data-map-stand="LA-1"]').last()
  await stand.scrollIntoViewIfNeeded()
  const box = (await stand.boundingBox())!
  await drag(
    page,
    { x: box.x + box.width / 2, y: box.y + box.height / 2 },
    { x: box.x + box.width / 2 + 60, y: box.y + box.height / 2 },
  )
  await expect(trial(page)).toContainText('R5, from ')
  await page.mouse.up()
  await expect(page.getByText('LA-1 Lettuce, red oak changed in the field').first()).toBeVisible()
  // A tap opens what lies there.
  await map.locator('[data-map-bed="W4"]').click()
  await expect(page.getByRole('complementary')).toContainText('W4')
})

test('where its beds run is said by the compass', async ({ page }) => {
  await visit(page, '/field?block=river')
  await page.getByRole('combobox', { name: 'Beds run from their heads to the' }).press('ArrowDown')
  await page.getByRole('option', { name: 'south', exact: true }).click()
  await page.getByRole('button', { name: 'Save' }).click()
  await settled(page)
  await page.getByRole('button', { name: 'Map', exact: true }).click()
  const bed = (await page.locator('[data-map-bed="R7"] polygon').boundingBox())!
  expect(bed.height).toBeGreaterThan(bed.width * 10)
})

test.describe('on a farm with three hundred beds', () => {
  const season = demo()
  const [bed] = season.beds
  const more = Array.from({ length: 300 - season.beds.length }, (_, i) => ({
    ...bed!,
    key: `more-${i}`,
    name: `Bed ${i + 1}`,
    block: season.blocks[i % season.blocks.length]!.key,
    grew: undefined,
    covers: undefined,
  }))
  test.use({ season: { ...season, beds: [...season.beds, ...more] } })
  test('all of them are listed, drawn through the season, and lie on the map', async ({ page }) => {
    await visit(page, '/field?tab=beds')
    await expect(page.getByText(/of 300 beds taken/)).toBeVisible()
    await expect(page.getByText('Bed 180', { exact: true })).toBeAttached()
    await page.getByRole('button', { name: 'Through the season' }).click()
    await expect(page.locator('[data-bed="more-179"]')).toBeAttached()
    await page.getByRole('button', { name: 'Map', exact: true }).click()
    await expect(page.getByRole('img', { name: 'Map of 6 blocks with 300 beds' })).toBeVisible()
    await expect(page.locator('[data-map-bed="Bed 180"]')).toBeAttached()
  })
})

test.describe('on a farm with one bed', () => {
  const season = demo()
  test.use({
    season: {
      ...season,
      blocks: season.blocks.slice(0, 1),
      beds: season.beds.slice(0, 1),
      records: [],
      plantings: season.plantings.map(({ goes: _, anchor: __, changes: ___, ...planting }) => ({
        ...planting,
        changes: [],
      })),
    },
  })
  test('it is drawn, and what has no bed is said', async ({ page }) => {
    await visit(page, '/field?tab=beds')
    await expect(page.getByText(/of 1 bed taken/)).toBeVisible()
    await expect(page.getByText(/[0-9]+ plantings to come without a bed/)).toBeVisible()
    await page.getByRole('button', { name: 'Map', exact: true }).click()
    await expect(page.locator('[data-map-bed]')).toHaveCount(1)
  })
})
