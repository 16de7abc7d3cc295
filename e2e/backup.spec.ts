/** Farm → Backup: everything in one file, and back again, as a grower does it on a bad day. */
import { readFileSync } from 'node:fs'
import type { Page } from '@playwright/test'
import sharp from 'sharp'
import { v4 as newId } from 'uuid'
import { expect, test, visit } from './farm'

const EXPORTS = [
  'season.json',
  'plan.csv',
  'field-plan.csv',
  'journal.csv',
  'sowing-list.csv',
  'lists/lots.csv',
  'lists/beds.csv',
]

/** Everything that leaves the farm, with a photo. */
async function everything(page: Page, photo: string): Promise<Record<string, string>> {
  const out: Record<string, string> = {}
  for (const path of [...EXPORTS.map((name) => `/out/${name}`), `/api/photos/${photo}`]) {
    const answer = await page.request.get(path)
    expect(answer.status(), path).toBe(200)
    out[path] = (await answer.body()).toString('base64')
  }
  return out
}

/** A record with a photo, so that there is something of every kind. */
async function recorded(page: Page): Promise<string> {
  const photo = newId()
  const picture = await sharp({ create: { width: 60, height: 40, channels: 3, background: '#5a7f3c' } })
    .jpeg()
    .toBuffer()
  expect((await page.request.put(`/api/photos/${photo}`, { data: picture })).status()).toBe(204)
  const entry = {
    id: newId(),
    on: '2027-04-12',
    at: '2027-04-12T09:00:00.000Z',
    who: 'Crew B',
    batch: 'la.4',
    what: { did: 'loss', plants: 3, cause: 'cold' },
    note: 'By the door, “again”.',
    photos: [photo],
  }
  expect((await page.request.post('/api/records', { data: { records: [entry] } })).status()).toBe(200)
  return photo
}

test('a downloaded backup is brought back into an empty Dove Step, and everything is as it was', async ({
  page,
  farm,
}) => {
  await visit(page, '/farm')
  const photo = await recorded(page)
  const before = await everything(page, photo)
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('link', { name: 'Download a backup' }).click(),
  ])
  const file = await download.path()

  await farm.open(null)
  await page.goto('/')
  await page.getByTestId('backup-file').setInputFiles(file)
  const preview = page.getByTestId('backup-preview')
  await expect(preview).toContainText('Sallow Ferry')
  await expect(preview).toContainText('1 season, ')
  await expect(preview).toContainText('1 photo')
  await preview.getByRole('button', { name: 'Restore' }).click()
  await expect(page.getByText('season 2027').first()).toBeVisible()
  expect(await everything(page, photo)).toEqual(before)

  // A file that is none, and one that is cut short, change nothing and say so.
  await visit(page, '/farm')
  for (const buffer of [Buffer.from('a letter'), readFileSync(file).subarray(0, 20_000)]) {
    await page.getByTestId('backup-file').setInputFiles({ name: 'x.dovestep', mimeType: 'application/x-tar', buffer })
    await expect(page.getByText(/no backup of Dove Step, or it is cut short|was damaged/)).toBeVisible()
  }
  expect(await everything(page, photo)).toEqual(before)
})

test('one kept here takes back a bad day, after what is there was backed up too', async ({ page }) => {
  await visit(page, '/farm')
  const photo = await recorded(page)
  const before = await everything(page, photo)
  await page.getByRole('button', { name: 'Make one now' }).click()
  const kept = page.getByRole('list', { name: 'Backups kept here' }).getByRole('listitem')
  await expect(kept).toHaveCount(1)

  // Somebody deletes a planting and loses the way back.
  await visit(page, '/plan?batch=tr')
  await page.getByRole('button', { name: 'Delete', exact: true }).click()
  await expect(page.getByText(/Tomato, red slicer removed/)).toBeVisible()
  expect(await everything(page, photo)).not.toEqual(before)

  await visit(page, '/farm')
  await kept.getByRole('button', { name: /^Open the backup of/ }).click()
  const preview = page.getByTestId('backup-preview')
  await expect(preview).toContainText('It replaces everything that is here now:')
  const replace = preview.getByRole('button', { name: 'Replace everything' })
  await expect(replace).toBeDisabled()
  await preview.getByLabel('Replace all of it, on every device').check()
  await replace.click()
  await expect(preview).toBeHidden()
  await visit(page, '/plan?batch=tr')
  await expect(page.getByRole('complementary')).toContainText('Tomato, red slicer')
  expect(await everything(page, photo)).toEqual(before)
  // It goes on from there: what is changed now is not what was read before.
  await page.getByRole('button', { name: 'Pin as it is' }).click()
  await expect(page.getByText(/TR Tomato, red slicer changed/)).toBeVisible()
  await visit(page, '/farm')
  await expect(kept).toHaveCount(2)
})
