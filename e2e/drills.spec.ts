/** Two-minute drills: on the phone, by keyboard, without signal, in Spanish, and what planners see of them. */
import type { Page } from '@playwright/test'
import { demo, expect, reload, test, visit } from './farm'

const question = (page: Page) => page.getByRole('region', { name: /^Question \d of \d$|^Pregunta \d de \d$/ })

/** Answers a whole round, always the first option; how many were right. */
async function playRound(page: Page, answer: (n: number) => Promise<void>): Promise<number> {
  let right = 0
  for (let n = 1; n <= 8; n++) {
    await expect(page.getByRole('region', { name: `Question ${n} of 8` })).toBeVisible()
    await answer(n)
    const verdict = question(page).getByRole('status')
    await expect(verdict).toContainText(/^(Right|Not quite)\./)
    if ((await verdict.textContent())!.startsWith('Right')) right++
    await page.getByRole('button', { name: n === 8 ? 'Finish' : 'Next' }).click()
  }
  return right
}

test.describe('on the phone', () => {
  test.use({ viewport: { width: 390, height: 844 } })

  test('a round is played, its answers kept, and the planner sees who practised what', async ({ page }) => {
    await visit(page, '/today')
    await page.getByRole('button', { name: 'More', exact: true }).click()
    await page.getByRole('menuitem', { name: 'Two-minute drills' }).click()
    await expect(page.getByText('Nobody has practised yet.')).toBeVisible()
    await page.getByRole('button', { name: 'Begin' }).click()
    const right = await playRound(page, () => question(page).getByRole('button').nth(1).click())
    await expect(page.getByRole('heading', { name: `${right} of 8 right` })).toBeVisible()
    await expect(page.getByText(`${right} of 8 answers right so far.`)).toBeVisible()
    const row = page.getByRole('row', { name: /^Grower/ })
    await expect(row.getByRole('cell', { name: /^\d of \d$/ }).first()).toBeVisible()
    // Nothing of it is a record, and another device of the same person knows of it.
    expect((await page.request.get('/out/journal.csv')).ok()).toBe(true)
    await page.evaluate(() => localStorage.clear())
    await reload(page)
    await expect(page.getByText(`${right} of 8 answers right so far.`)).toBeVisible()
  })
})

test('a round is played by keys, and what is right is explained', async ({ page }) => {
  await visit(page, '/drills')
  await page.getByRole('button', { name: 'Begin' }).press('Enter')
  await expect(page.getByRole('img', { name: /seedlings in \d+ cells/ })).toBeVisible()
  // The first question is a count: the tray says what is right.
  const said = await page.getByRole('img', { name: /seedlings in \d+ cells/ }).getAttribute('aria-label')
  const [up, cells] = said!.match(/\d+/g)!.map(Number)
  const options = await question(page).getByRole('button').allTextContents()
  const index = options.slice(1).findIndex((text) => text.replace(/^\d/, '') === String(cells! - up!))
  await page.keyboard.press(String(index + 1))
  await expect(question(page).getByRole('status')).toContainText(`leave ${cells! - up!} empty`)
  await expect(question(page).getByRole('status')).toContainText('Right.')
  await expect(page.getByRole('button', { name: 'Next' })).toBeFocused()
  await page.keyboard.press('Enter')
  await expect(page.getByRole('region', { name: 'Question 2 of 8' })).toBeVisible()
  await page.getByRole('button', { name: 'Leave' }).press('Enter')
  await expect(page.getByRole('heading', { name: '1 of 1 right' })).toBeVisible()
})

test('without signal answers wait, and arrive once', async ({ page, context, errors }) => {
  await visit(page, '/drills')
  await expect(page.getByText('Nobody has practised yet.')).toBeVisible()
  await context.setOffline(true)
  await page.getByRole('button', { name: 'Begin' }).click()
  await question(page).getByRole('button').nth(1).click()
  await page.getByRole('button', { name: 'Leave' }).click()
  await expect(page.getByText('1 answer waits on this device for a connection.')).toBeVisible()
  await context.setOffline(false)
  await expect(page.getByText(/answer waits/)).toBeHidden()
  await reload(page)
  await expect(page.getByRole('row', { name: /^Grower [01] of 1/ })).toBeVisible()
  errors.splice(0, errors.length, ...errors.filter((error) => !/ERR_INTERNET_DISCONNECTED|Failed to fetch/.test(error)))
})

test.describe('in Spanish', () => {
  test.use({ locale: 'es-ES', viewport: { width: 390, height: 844 } })
  test('questions, answers and reasons are in Spanish', async ({ page }) => {
    await visit(page, '/drills')
    await page.getByRole('button', { name: 'Empezar' }).click()
    await expect(page.getByRole('region', { name: 'Pregunta 1 de 8' })).toBeVisible()
    await expect(page.getByText('¿Cuántas celdas están vacías?')).toBeVisible()
    await question(page).getByRole('button').nth(1).click()
    await expect(question(page).getByRole('status')).toContainText(/Correcto|No del todo/)
    await expect(question(page).getByRole('status')).toContainText('dejan')
  })
})

test.describe('on a farm with nothing yet', () => {
  const season = demo()
  test.use({
    season: {
      ...season,
      plantings: [],
      records: [],
      crops: [],
      varieties: [],
      methods: [],
      lots: [],
      supplies: [],
      orders: [],
    },
  })
  test('there is still what every greenhouse asks', async ({ page }) => {
    await visit(page, '/drills')
    await page.getByRole('button', { name: 'Begin' }).click()
    await expect(page.getByText('How many cells are empty?')).toBeVisible()
  })
})
