/** A tray counted from a photo of it: found, put right by its corners, used, corrected by tapping and recorded; without signal too. */
import type { Page } from '@playwright/test'
import sharp from 'sharp'
import { countable } from '../src/core/advice/countable'
import { parseDay } from '../src/core/calendar/day'
import { createPlanner } from '../src/core/plan/plan'
import type { Picture } from '../src/core/traypicture/picture'
import { benchPicture, trayPicture } from '../scripts/tray-pictures/render'
import { PROOF } from '../scripts/tray-pictures/style'
import { demo, expect, test, visit } from './farm'

test.use({ reuseContext: false, viewport: { width: 390, height: 844 }, hasTouch: true, serviceWorkers: 'allow' })

const season = demo()
const today = parseDay(season.season.opensOn!)
const plan = createPlanner().plan(season, today)
/** A batch in whole trays of cells that is being counted. */
const batch = plan.batches.find((one) => {
  const there = countable(one, today)
  return one.progress?.standing === 'sown' && there && !there.flat && !there.cells && there.of >= there.container.cells
})!
const { container } = countable(batch, today)!
const grid = { rows: container.cells / container.rowCells!, perRow: container.rowCells! }

const jpeg = ({ width, height, data }: Picture) =>
  sharp(Buffer.from(data.buffer), { raw: { width, height, channels: 4 } })
    .removeAlpha()
    .jpeg({ quality: 85 })
    .toBuffer()

const choose = async (page: Page, picture: Picture) =>
  page
    .getByLabel('Count from a photo')
    .setInputFiles({ name: 'tray.jpg', mimeType: 'image/jpeg', buffer: await jpeg(picture) })

const style = PROOF.find(({ name }) => name === 'pale leaves on vermiculite')!
/** The tray lies across: its rows run along the picture. */
const photo = trayPicture(style, { rows: grid.perRow, perRow: grid.rows }, 77)
const truth = {
  up: photo.cells.filter((cell) => cell === 'one' || cell === 'two').length,
  empty: photo.cells.filter((cell) => cell === 'none').length,
}

test('a photo fills the drawn tray, is put right by tapping, and goes into the count, with the photo', async ({
  page,
  context,
}) => {
  await visit(page, `/batch?id=${encodeURIComponent(batch.id)}&tab=count`)
  await choose(page, benchPicture(style, 3))
  const dialog = page.getByRole('dialog', { name: 'Count from a photo' })
  await expect(dialog.getByText(`No tray of ${container.cells} cells is seen in this photo.`)).toBeVisible()
  await expect(dialog.getByRole('button', { name: 'Use this count' })).toBeDisabled()
  await dialog.getByRole('button', { name: 'Cancel' }).click()

  await page.evaluate(() => navigator.serviceWorker.ready.then(() => undefined))
  await page.locator('html[data-quiet]').waitFor()
  await context.setOffline(true)
  await choose(page, photo.picture)
  const said = dialog.getByRole('status')
  await expect(said).toContainText('with a seedling')
  const [up, , empty] = (await said.textContent())!.match(/\d+/g)!.map(Number) as [number, number, number]
  expect(Math.abs(up - truth.up)).toBeLessThanOrEqual(Math.ceil(container.cells * 0.06))
  expect(Math.abs(empty - truth.empty)).toBeLessThanOrEqual(Math.ceil(container.cells * 0.03))

  // A corner that was moved has the cells judged anew, and moved back as before.
  const corner = dialog.getByRole('button', { name: 'Corner 1' })
  await corner.focus()
  for (let i = 0; i < 8; i++) await page.keyboard.press('ArrowLeft')
  await expect(dialog.getByRole('button', { name: 'Use this count' })).toBeEnabled()
  for (let i = 0; i < 8; i++) await page.keyboard.press('ArrowRight')
  await expect(said).toContainText(`${up} with a seedling`)
  await dialog.getByLabel('Keep the photo with the count').check()
  await dialog.getByRole('button', { name: 'Use this count' }).click()
  await expect(dialog).toBeHidden()
  await context.setOffline(false)

  // What is not sure does not count before it is tapped.
  const unsure = page.getByRole('button', { name: /^Cell \d+: not sure/ })
  const open = await unsure.count()
  await expect(page.getByText(new RegExp(`^${up} of ${container.cells - open} up`))).toBeVisible()
  for (let left = open; left > 0; left--) await unsure.first().click()
  await expect(unsure).toHaveCount(0)
  await expect(page.getByText(new RegExp(`^${up + open} of ${container.cells} up`))).toBeVisible()

  await page.getByRole('button', { name: /^Leave it as it is/ }).click()
  await expect(page.getByText(`${batch.code}: counted`).first()).toBeVisible()
  const journal = async () => (await page.request.get('/out/journal.csv')).text()
  await expect.poll(journal).toMatch(new RegExp(`,count,.*,${container.cells},.*,${up + open},`))
  await visit(page, '/journal')
  await expect(page.getByRole('link', { name: 'Open the photo' }).first()).toBeVisible()
})
