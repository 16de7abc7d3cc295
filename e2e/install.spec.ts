/** Keeping the application on a device. */
import { expect, test, visit } from './farm'

test('it can be installed: its manifest and icons are there for anybody, and what it opens is', async ({ page }) => {
  await visit(page, '/today')
  const address = await page.locator('link[rel="manifest"]').getAttribute('href')
  const answer = await page.request.get(address!)
  expect(answer.headers()['content-type']).toContain('manifest')
  const { icons, shortcuts, start_url, display, name } = (await answer.json()) as {
    name: string
    display: string
    start_url: string
    icons: { src: string; sizes: string; type: string; purpose?: string }[]
    shortcuts: { name: string; url: string }[]
  }
  expect([name, display]).toEqual(['Dove Step', 'standalone'])
  for (const { src, sizes, type } of icons) {
    const icon = await page.request.get(src)
    expect(icon.headers()['content-type'], src).toContain(type)
    if (type !== 'image/png') continue
    // Width and height stand in the head of a PNG.
    const bytes = await icon.body()
    expect(`${bytes.readUInt32BE(16)}x${bytes.readUInt32BE(20)}`, src).toBe(sizes)
  }
  // Browsers install nothing without one of each.
  expect(icons.map(({ sizes, purpose = 'any' }) => `${sizes} ${purpose}`)).toEqual(
    expect.arrayContaining(['192x192 any', '512x512 any', '512x512 maskable']),
  )
  for (const { url } of [{ url: start_url }, ...shortcuts]) {
    await visit(page, url)
    // A shortcut may open a dialog over it.
    await expect(page.getByRole('heading', { level: 1, includeHidden: true }).first()).toBeVisible()
    expect(new URL(page.url()).pathname).toBe(`/sallow-ferry/2027${new URL(url, page.url()).pathname}`)
    if (url.includes('sown')) await expect(page.getByRole('dialog', { name: 'Sown just now' })).toBeVisible()
  }
})

test('the browser’s offer waits under Farm until somebody takes it', async ({ page }) => {
  await visit(page, '/today')
  const offered = await page.evaluate(() => {
    const offer = Object.assign(new Event('beforeinstallprompt', { cancelable: true }), {
      prompt: () => {
        document.body.dataset.asked = 'yes'
        return Promise.resolve({ outcome: 'accepted' })
      },
    })
    window.dispatchEvent(offer)
    return offer.defaultPrevented
  })
  expect(offered).toBe(true)
  await page.getByRole('link', { name: 'Farm', exact: true }).click()
  await page.getByRole('button', { name: 'Install Dove Step' }).click()
  await expect(page.locator('body[data-asked]')).toBeVisible()
  await expect(page.getByRole('button', { name: 'Install Dove Step' })).toHaveCount(0)
})

test('the icon says how much is due today, and follows what is done', async ({ page }) => {
  await page.addInitScript(() => {
    navigator.setAppBadge = (due?: number) => {
      document.documentElement.dataset.badge = String(due)
      return Promise.resolve()
    }
  })
  await visit(page, '/today')
  const badge = () => page.locator('html').getAttribute('data-badge').then(Number)
  const before = await badge()
  expect(before).toBeGreaterThan(0)
  await page.getByRole('button', { name: 'Done: Thin CD-1' }).click()
  await expect.poll(badge).toBe(before - 1)
})

test('how it comes to a phone is told step by step, for the device at hand and for others', async ({
  browser,
  baseURL,
}) => {
  const context = await browser.newContext({
    baseURL: baseURL!,
    locale: 'en-GB',
    serviceWorkers: 'block',
    viewport: { width: 390, height: 844 },
    userAgent: 'Mozilla/5.0 (Linux; Android 14; Phone) AppleWebKit/537.36 Chrome/120.0 Mobile Safari/537.36',
  })
  const page = await context.newPage()
  await visit(page, '/today')
  await page.getByRole('button', { name: 'More', exact: true }).click()
  await page.getByRole('menuitem', { name: 'On your phone' }).click()
  await expect(page.getByRole('heading', { level: 1, name: 'On your phone' })).toBeVisible()
  const steps = page.getByRole('region', { name: 'Step by step' })
  await expect(steps.getByRole('button', { name: 'Android' })).toHaveAttribute('aria-pressed', 'true')
  await expect(steps).toContainText('“Install app”')
  await steps.getByRole('button', { name: 'iPhone or iPad' }).click()
  await expect(steps).toContainText('“Add to Home Screen”')
  // The machine itself needs nothing; others are told what to do.
  const https = page.getByRole('region', { name: 'HTTPS' })
  await expect(https).toContainText('npm run share')
  await expect(page.getByRole('region', { name: 'On another device' })).toHaveCount(0)
  // What lies here is said, and the browser is asked to keep it.
  const kept = page.getByRole('region', { name: 'Kept on this device' })
  await expect(kept).toContainText(/Dove Step keeps \d+ MB here\./)
  await context.close()
})
