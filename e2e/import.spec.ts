/** Season documents of any size: sent as they are, looked at, brought in whole or not at all. */
import { v4 as newId } from 'uuid'
import { tenTimes } from '../scripts/ten-times'
import { asDocument, demo, expect, test, visit } from './farm'

test('a document ten times the demo becomes a farm of its own, with everything in it', async ({ page, farm }) => {
  await farm.open(null)
  await page.goto('/')
  const season = tenTimes(demo())
  const buffer = Buffer.from(JSON.stringify(season))
  await page.getByTestId('season-file').setInputFiles({ name: 'ten.json', mimeType: 'application/json', buffer })
  const preview = page.getByTestId('import-preview')
  await expect(preview).toContainText('Ten Ferries, season 2027', { timeout: 30_000 })
  await preview.getByRole('button', { name: 'Open it' }).click()
  await expect(page).toHaveURL(/\/ten-ferries\/2027\/today/, { timeout: 60_000 })
  const stored = await asDocument(page, '/ten-ferries/2027')
  expect(stored.plantings.map(({ key }) => key)).toEqual(season.plantings.map(({ key }) => key))
  expect(stored.records.map(({ id, note }) => [id, note])).toEqual(season.records.map(({ id, note }) => [id, note]))
})

test('a document of another farm is added beside the one that is open, which stays as it is', async ({ page }) => {
  await visit(page, '/farm')
  const before = await asDocument(page, '/sallow-ferry/2027')
  const other = { ...before, farm: { ...before.farm, name: 'Withy Bank' }, records: [] }
  const buffer = Buffer.from(JSON.stringify(other))
  await page.getByTestId('season-file').setInputFiles({ name: 'other.json', mimeType: 'application/json', buffer })
  const preview = page.getByTestId('import-preview')
  await expect(preview).toContainText('Withy Bank, season 2027', { timeout: 30_000 })
  await preview.getByRole('button', { name: 'Add as another farm' }).click()
  await expect(page).toHaveURL(/\/withy-bank\/2027\/today/, { timeout: 30_000 })
  expect(await asDocument(page, '/withy-bank/2027')).toEqual(other)
  expect(await asDocument(page, '/sallow-ferry/2027')).toEqual(before)
})

test('what is too long, no text, or no longer there is refused with what to do', async ({ page, request }) => {
  await visit(page, '/farm')
  await page.getByTestId('season-file').setInputFiles({
    name: 'picture.json',
    mimeType: 'application/json',
    buffer: Buffer.from([0xff, 0xfe, 0x00, 0xd8]),
  })
  await expect(page.getByText('The file could not be read as text.')).toBeVisible()
  const gone = await request.post('/api/import/preview', { data: { file: newId(), season: null } })
  expect(gone.status()).toBe(404)
  expect(
    (await request.post('/api/import/preview', { data: { file: '../../etc/passwd', season: null } })).status(),
  ).toBe(404)
  expect((await request.post('/api/import/apply', { data: { file: newId() } })).status()).toBe(400)
})
