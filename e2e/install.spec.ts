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
    await expect(page.getByRole('heading', { level: 1 }).first()).toBeVisible()
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
  await page.getByRole('button', { name: 'Done: First feed TA' }).click()
  await expect.poll(badge).toBe(before - 1)
})
