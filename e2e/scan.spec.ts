/** Labels scanned: from a photo, before the camera, from a tag, and typed. */
import { writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { chromium, type Page } from '@playwright/test'
import QRCode from 'qrcode'
import sharp from 'sharp'
import { parseDay } from '../src/core/calendar/day'
import { labelCodes, stayOn } from '../src/core/labels/content'
import { createPlanner } from '../src/core/plan/plan'
import { demo, expect, test, visit } from './farm'

test.use({ reuseContext: false, viewport: { width: 390, height: 844 }, hasTouch: true })

const season = demo()
const today = parseDay(season.season.opensOn!)
const plan = createPlanner().plan(season, today)
const codes = labelCodes(plan.batches, season.records)
/** Batches that stand in other places than the tunnel, in more than one tray. */
const standing = plan.batches.filter((batch) => {
  const stay = stayOn(batch, today)
  return ['up', 'sown'].includes(batch.progress?.standing ?? '') && stay !== undefined && stay.trays > 1
})
const tunnel = season.places.findIndex(({ name }) => name === 'Long tunnel')
const [one, two] = standing.filter((batch) => stayOn(batch, today)!.place !== tunnel) as [
  (typeof standing)[0],
  (typeof standing)[0],
]

const label = (id: string) =>
  QRCode.toBuffer(`http://farm.example/b/${codes.get(id)}`, { width: 260, margin: 4, errorCorrectionLevel: 'M' })

/** A photo of labels: turned a little, on a dark bench. */
async function photo(ids: readonly string[]): Promise<Buffer> {
  const labels = await Promise.all(
    ids.map(async (id, i) => ({
      input: await sharp(await label(id))
        .rotate(7 + 9 * i, { background: '#ffffff' })
        .toBuffer(),
      left: 80 + i * 420,
      top: 90 + i * 120,
    })),
  )
  return sharp({ create: { width: 1000, height: 640, channels: 3, background: '#4a4038' } })
    .composite(labels)
    .jpeg({ quality: 80 })
    .toBuffer()
}

const choose = (page: Page, buffer: Buffer) =>
  page.getByLabel('From a photo').setInputFiles({ name: 'photo.jpg', mimeType: 'image/jpeg', buffer })

const journal = async (page: Page) => (await page.request.get('/out/journal.csv')).text()

test('two labels of one photo are moved together, in part; a photo without any is said to be that', async ({
  page,
}) => {
  await visit(page, '/scan')
  await choose(
    page,
    await sharp({ create: { width: 600, height: 400, channels: 3, background: '#7a8a70' } })
      .jpeg()
      .toBuffer(),
  )
  await expect(page.getByText('No label of Dove Step is seen in this photo.')).toBeVisible()

  await choose(page, await photo([one.id, two.id]))
  await expect(page.getByRole('heading', { name: 'Scanned: 2 batches' })).toBeVisible()
  await expect(page.getByText('No label of Dove Step')).toHaveCount(0)
  const [all, more] = [stayOn(one, today)!.trays, stayOn(two, today)!.trays]
  await page
    .getByRole('group', { name: `Trays of ${one.code}` })
    .getByRole('button', { name: 'One tray less' })
    .click()
  await page.getByRole('combobox', { name: 'Move to' }).click()
  await page.getByRole('option', { name: 'Long tunnel' }).click()
  await page.getByRole('button', { name: `Move ${all + more - 1} trays to Long tunnel` }).click()
  await expect(page.getByText(`${all + more - 1} trays moved to Long tunnel`)).toBeVisible()
  await expect(page.getByRole('heading', { name: /^Scanned/ })).toHaveCount(0)
  await expect
    .poll(async () => (await journal(page)).split('\r\n').filter((line) => /moved/.test(line)).length)
    .toBeGreaterThan(1)
})

test('a code that is typed or spoken is found, and a wrong one says what is wrong with it', async ({ page }) => {
  await visit(page, '/scan')
  const code = codes.get(one.id)!
  const field = page.getByRole('textbox', { name: 'Code on the tray' })
  await field.fill(code.slice(0, 4) + (code[4] === 'A' ? 'C' : 'A'))
  await page.getByRole('button', { name: 'Add', exact: true }).click()
  await expect(page.getByText(/has a wrong character, or two in the wrong order/)).toBeVisible()
  await field.fill(`${code.slice(0, 2).toLowerCase()} ${code.slice(2).toLowerCase()}`)
  await field.press('Enter')
  await expect(page.getByRole('heading', { name: 'Scanned: 1 batch' })).toBeVisible()
  await expect(field).toHaveValue('')

  // What was scanned stays while another page is looked at; from one label a count is one tap away.
  await page.getByRole('link', { name: 'Count', exact: true }).click()
  await expect(page.getByRole('tab', { name: 'Count' })).toHaveAttribute('aria-selected', 'true')
  await page.goBack()
  await expect(page.getByRole('heading', { name: 'Scanned: 1 batch' })).toBeVisible()
  await page.getByRole('button', { name: 'Record a loss' }).click()
  await expect(page.getByRole('dialog', { name: /Record a loss/ })).toContainText(one.code)
})

test('without a camera, or where it may not be used, it says so and how to go on', async ({ page }) => {
  await visit(page, '/scan')
  await page.getByRole('button', { name: 'Use the camera' }).click()
  await expect(page.getByRole('alert').getByText(/[Tt]ype the code/)).toBeVisible()
})

test('a tag that is held to the device says the same as a label', async ({ page }) => {
  await page.addInitScript(
    (address) => {
      class Tags extends EventTarget {
        scan() {
          const data = new TextEncoder().encode(address)
          setTimeout(() =>
            this.dispatchEvent(
              Object.assign(new Event('reading'), { message: { records: [{ recordType: 'url', data }] } }),
            ),
          )
          return Promise.resolve()
        }
      }
      Object.assign(window, { NDEFReader: Tags })
    },
    `https://farm.example/b/${codes.get(two.id)}`,
  )
  await visit(page, '/scan')
  await page.getByRole('button', { name: 'Read tags' }).click()
  await expect(page.getByRole('heading', { name: 'Scanned: 1 batch' })).toBeVisible()
  await expect(page.getByRole('main')).toContainText(two.code)
})

test('a label before the camera is read', async ({ baseURL, launchOptions }, info) => {
  // A film of one picture, as the browser plays it for a camera: luminance, and no colour.
  const [width, height] = [640, 480]
  const grey = await sharp(await photo([one.id]))
    .resize(width, height, { fit: 'cover', position: 'left' })
    .greyscale()
    .raw()
    .toBuffer()
  const film = join(info.outputDir, 'camera.y4m')
  const frame = Buffer.concat([Buffer.from('FRAME\n'), grey, Buffer.alloc((width * height) / 2, 128)])
  await sharp({ create: { width: 1, height: 1, channels: 3, background: '#000' } })
    .png()
    .toFile(info.outputPath('keep.png'))
  writeFileSync(film, Buffer.concat([Buffer.from(`YUV4MPEG2 W${width} H${height} F10:1 Ip A1:1 C420\n`), frame, frame]))
  const browser = await chromium.launch({
    ...launchOptions,
    args: [
      ...(launchOptions.args ?? []),
      '--use-fake-ui-for-media-stream',
      '--use-fake-device-for-media-stream',
      `--use-file-for-fake-video-capture=${film}`,
    ],
  })
  try {
    const page = await browser.newPage({ baseURL: baseURL!, locale: 'en-GB' })
    await visit(page, '/scan')
    await page.getByRole('button', { name: 'Use the camera' }).click()
    await expect(page.getByRole('heading', { name: 'Scanned: 1 batch' })).toBeVisible()
    await expect(page.getByRole('main')).toContainText(one.code)
    // Off means off: nothing holds the camera any more.
    const track = await page
      .locator('video')
      .evaluateHandle((video) => ((video as HTMLVideoElement).srcObject as MediaStream).getTracks()[0]!)
    await page.getByRole('button', { name: 'Camera off' }).click()
    await expect.poll(() => track.evaluate(({ readyState }) => readyState)).toBe('ended')
  } finally {
    await browser.close()
  }
})

test.describe('a photo shared from another application', () => {
  test.use({ serviceWorkers: 'allow' })

  test('is of the batch whose label is in it, and stays with it', async ({ page }) => {
    await visit(page, '/today')
    await page.evaluate(() => navigator.serviceWorker.ready.then(() => undefined))
    await page.waitForFunction(() => navigator.serviceWorker.controller !== null)
    // As a device sends it: a form with the photo in it.
    await page.evaluate(() => {
      const form = document.createElement('form')
      Object.assign(form, { method: 'post', action: '/shared-photo', enctype: 'multipart/form-data', id: 'share' })
      form.innerHTML = '<input type="file" name="photo">'
      document.body.append(form)
    })
    const picture = { name: 'IMG_1.jpg', mimeType: 'image/jpeg', buffer: await photo([one.id]) }
    await page.locator('#share input').setInputFiles(picture)
    await page.evaluate(() => (document.querySelector('#share') as HTMLFormElement).submit())
    await page.getByRole('button', { name: `Add to ${one.code}` }).click()
    await expect(page.getByText(`Photo added to ${one.code}`)).toBeVisible()
    await expect(page.getByRole('region', { name: 'Photo shared to Dove Step' })).toHaveCount(0)
    await visit(page, '/journal')
    await expect(page.getByRole('link', { name: 'Open the photo' }).first()).toBeVisible()
    await visit(page, '/scan')
    await expect(page.getByRole('region', { name: 'Photo shared to Dove Step' })).toHaveCount(0)
  })
})
