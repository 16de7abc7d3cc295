/** What comes out of the printer, read back from the PDF. */
import { getDocument } from 'pdfjs-dist/legacy/build/pdf.mjs'
import { demo, expect, test, visit } from './farm'
import { createPlanner } from '../src/core/plan/plan'
import type { Page } from '@playwright/test'

/** The pages of what is printed: the words of each, and whether any of them stands beyond its edge. */
async function printed(page: Page, format: 'A4' | 'Letter') {
  const data = await page.pdf({ format, preferCSSPageSize: false })
  const pdf = await getDocument({ data: new Uint8Array(data) }).promise
  const pages: { text: string; cut: string[]; fonts: number }[] = []
  for (let n = 1; n <= pdf.numPages; n++) {
    const one = await pdf.getPage(n)
    const [, , width] = one.view as [number, number, number, number]
    const { items, styles } = await one.getTextContent()
    const words = items.flatMap((item) => ('str' in item && item.str.trim() ? [item] : []))
    pages.push({
      text: words.map(({ str }) => str).join(' '),
      cut: words.flatMap(({ str, transform, width: w }) =>
        (transform as number[])[4]! < 0 || (transform as number[])[4]! + w > width + 1 ? [str] : [],
      ),
      fonts: Object.keys(styles).length,
    })
  }
  return pages
}

for (const format of ['A4', 'Letter'] as const)
  test(`the plan is printed over ${format} pages with its heads, and nothing of it is cut`, async ({ page }) => {
    await visit(page, '/plan')
    const pages = await printed(page, format)
    const { batches } = createPlanner().plan(demo())
    expect(pages.length).toBeGreaterThan(2)
    expect(pages.length).toBeLessThan(10)
    const all = pages.map(({ text }) => text).join(' ')
    for (const { code } of batches) expect(all).toContain(code)
    pages.forEach(({ text, cut, fonts }, i) => {
      expect(text).toContain('Code What Plants Sow')
      expect(text).toContain(`${i + 1} / ${pages.length}`)
      expect(cut).toEqual([])
      expect(fonts).toBeGreaterThan(0)
      // Nothing that is only for a hand.
      expect(text).not.toContain('Add planting')
    })
    expect(pages[0]!.text).toContain('Printed on Monday 12 April 2027')
    // On the screen nothing has changed.
    await expect(page.getByRole('button', { name: 'Add planting' })).toBeVisible()
  })

test('what is filtered is what is printed', async ({ page }) => {
  await visit(page, '/plan')
  await page.getByRole('searchbox', { name: 'Find' }).fill('kale')
  await expect(page.getByText(/^3 of \d+ batches/)).toBeVisible()
  const [only, ...more] = await printed(page, 'A4')
  expect(more).toEqual([])
  expect(only!.text).toContain('3 batches of the whole plan, by kind')
})

/** What is printed, something it says, and whether paper leaves out what only a wide screen shows. */
const SHEETS: [path: string, says: RegExp, narrower?: true][] = [
  ['/benches', /Heat mats/],
  ['/field', /The next seven days/, true],
  ['/field?tab=beds', /Field: Beds.*River side/],
  // Every one of the days that are shown.
  ['/field?tab=hardening', /Field: Hardening.*12 Apr.*25 Apr.*goes out Thu 15 Apr/],
  ['/buying', /Vermiculite/],
  ['/costs', /Lettuce/],
  ['/mats', /Heat mats/],
  ['/sowing?what=all', /l$|litres| l /],
  // All of the working is open, and there are lines to write on.
  ['/batch?id=la.4', /LA-4.*Good plants.*How it is calculated.*What would change it/],
  ['/know-how?crop=tomato', /Tomato/],
  ['/know-how?tab=methods', /128-cells, rack then tunnel/],
  ['/seed', /Lettuce/],
  ['/farm', /Warm bench/],
  ['/guide?page=plan', /Every batch as a stair/],
  ['/learned', /For the winter table: season 2027.*not again/],
]
for (const [path, says, narrower] of SHEETS)
  test(`${path} is printed whole, with its pages numbered`, async ({ page }) => {
    await visit(page, path)
    let pages: Awaited<ReturnType<typeof printed>> = []
    // Parts of a page that come later may still be on their way.
    await expect(async () => {
      pages = await printed(page, 'A4')
      expect(pages.map(({ text }) => text).join(' ')).toMatch(says)
    }).toPass()
    const letter = await printed(page, 'Letter')
    for (const sheet of [pages, letter])
      sheet.forEach(({ text, cut }, i) => {
        expect(text).toContain(`${i + 1} / ${sheet.length}`)
        expect(cut).toEqual([])
      })
    expect(pages[0]!.text).toContain('Sallow Ferry, ')
    if (narrower) return
    // Nothing is lost below the first page: the last words on the screen are on paper too.
    const end = await page.locator('main').evaluate((main) => {
      const words = document.createTreeWalker(main, NodeFilter.SHOW_TEXT)
      let last = ''
      for (let node = words.nextNode(); node; node = words.nextNode()) {
        const of = node.parentElement!
        if (
          node.textContent!.trim().length > 3 &&
          !of.closest('.no-print, svg, style, button, select') &&
          of.offsetParent
        )
          last = node.textContent!.trim()
      }
      return last
    })
    const flat = (text: string) => text.replace(/\s/g, '')
    for (const sheet of [pages, letter]) expect(flat(sheet.map(({ text }) => text).join(' '))).toContain(flat(end))
  })

test('paper is white though the screen is dark', async ({ page }) => {
  await page.emulateMedia({ colorScheme: 'dark' })
  await visit(page, '/plan')
  await expect(page.locator('html')).toHaveAttribute('data-dark')
  await page.evaluate(() => {
    // Heard after the page's own ear.
    window.addEventListener('beforeprint', () => {
      document.title = document.documentElement.hasAttribute('data-dark') ? 'dark' : 'light'
    })
  })
  await page.pdf({ format: 'A4' })
  await expect(page).toHaveTitle('light')
  await expect(page.locator('html')).toHaveAttribute('data-dark')
})

test('how the figures of a batch are calculated is opened by key, and what is open is printed once', async ({
  page,
}) => {
  await visit(page, '/batch?id=la.4')
  const section = page.getByRole('region', { name: 'How it is calculated' })
  await section.getByRole('button', { name: 'How it is calculated' }).press('Enter')
  await section.getByRole('button', { name: /^Cells/ }).press('Enter')
  await expect(section.getByText('Whole trays', { exact: false }).first()).toBeAttached()
  await expect(section.getByText(/The smallest number that is enough/)).toBeVisible()
  const all = (await printed(page, 'A4')).map(({ text }) => text).join(' ')
  expect(all.match(/The smallest number that is enough/g)).toHaveLength(1)
})
