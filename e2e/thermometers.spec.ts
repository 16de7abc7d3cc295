/** Thermometers that send by themselves: set up, heard, counted, and frost told. */
import type { APIRequestContext, Page } from '@playwright/test'
import { expect, test, visit } from './farm'
import { addThermometer as add, THERMOMETER as NAME } from './thermometers-in-tests'

const send = (request: APIRequestContext, key: string, data: unknown) =>
  request.post('/api/thermometer', {
    headers: { authorization: `Bearer ${key}`, 'content-type': 'application/json', connection: 'close' },
    data: typeof data === 'string' ? data : JSON.stringify(data),
  })

/** A look at once, as when somebody comes back to the page. */
const lookAgain = (page: Page) => page.evaluate(() => document.dispatchEvent(new Event('visibilitychange')))

test('a thermometer is added, sends with its key, and frost is told on every page until it is over', async ({
  page,
  request,
}) => {
  await visit(page, '/readings')
  const key = await add(page)
  const line = page.getByRole('listitem').filter({ hasText: NAME })
  await expect(line).toContainText('nothing sent yet')
  await expect(line).toContainText('Alarm below 1 °C and above')

  expect((await send(request, 'a'.repeat(32), { temperature: 4 })).status()).toBe(401)
  const taken = await send(request, key, [{ temperature: 4.6 }, { humidity: 80 }])
  expect(await taken.json()).toEqual({
    kept: 1,
    leftOut: 1,
    why: [{ reading: 2, why: 'No temperature was found in it.' }],
  })
  expect((await send(request, key, 'warm')).status()).toBe(422)
  await lookAgain(page)
  await expect(line).toContainText('4.6 °C at')
  await expect(line).toContainText('No temperature was found in it.')

  await visit(page, '/today')
  await expect(page.getByRole('region', { name: 'Frost and heat' })).toHaveCount(0)
  expect((await send(request, key, { temperature: -0.5 })).status()).toBe(200)
  await lookAgain(page)
  const alarm = page.getByRole('region', { name: 'Frost and heat' })
  await expect(alarm).toContainText('Long tunnel: −0.5 °C.')
  await expect(alarm).toContainText(
    /Colder than 1 °C since .+, at worst −0.5 °C\. Measured by Door of the long tunnel\./,
  )
  expect((await send(request, key, '35.6 F')).status()).toBe(200)
  await lookAgain(page)
  await expect(alarm).toHaveCount(0)

  // Its key is another one, and then it is none.
  await visit(page, '/readings')
  await page.getByRole('button', { name: `New key for ${NAME}` }).click()
  const how = page.getByRole('region', { name: `How ${NAME} sends` })
  const next = await how.getByRole('textbox', { name: 'Key', exact: true }).inputValue()
  expect((await send(request, key, { temperature: 4 })).status()).toBe(401)
  expect((await send(request, next, { temperature: 4 })).status()).toBe(200)
  await page.getByRole('button', { name: `Delete ${NAME}` }).click()
  await expect(page.getByText(`${NAME} was deleted; the days it measured stay.`)).toBeVisible()
  expect((await send(request, next, { temperature: 4 })).status()).toBe(401)
})

test('days that are over are measured days, their gaps are told, and its name is one of its own', async ({
  page,
  request,
}) => {
  await visit(page, '/readings')
  const key = await add(page)
  // The demo farm’s zone is that of the machine in tests: hours of three days that are over, one of them with a gap.
  const midnight = new Date()
  midnight.setHours(0, 0, 0, 0)
  const hours = Array.from({ length: 72 }, (_, i) => ({
    temperature: 6 + (i % 24) / 2,
    at: new Date(midnight.getTime() - (72 - i) * 3_600_000).toISOString(),
  }))
  const taken = await send(request, key, { readings: hours.filter((_, i) => i < 30 || i > 33) })
  expect(await taken.json()).toEqual({ kept: 68 })
  await lookAgain(page)
  const line = page.getByRole('listitem').filter({ hasText: NAME })
  await expect(line).toContainText('The last two weeks: 4 hours missing.')
  await expect(page.getByRole('button', { name: `Delete readings of ${NAME}` })).toBeVisible()
  await page.getByRole('button', { name: `Change ${NAME}` }).click()
  const form = page.getByRole('dialog', { name: `Change ${NAME}` })
  await form.getByRole('textbox', { name: 'Name' }).fill('North door')
  await form.getByRole('button', { name: 'Save' }).click()
  await expect(page.getByRole('button', { name: 'Delete readings of North door' })).toBeVisible()
  await page.getByRole('button', { name: 'Add a thermometer' }).click()
  const again = page.getByRole('dialog', { name: 'Add a thermometer' })
  await again.getByRole('textbox', { name: 'Name' }).fill('North door')
  await again.getByRole('button', { name: 'Save' }).click()
  await expect(again.getByText(/^There is a thermometer or a file of readings with that name/)).toBeVisible()
})

test('a list that comes late does not move a button from under the finger', async ({ page }) => {
  await visit(page, '/readings')
  await expect(page.getByRole('button', { name: 'Add a thermometer' })).toBeVisible()
  const held: (() => Promise<void>)[] = []
  let holding = true
  await page.route('**/api/thermometers*', (route) =>
    holding ? void held.push(() => route.continue()) : route.continue(),
  )
  await page.getByRole('button', { name: 'Add a thermometer' }).click()
  const form = page.getByRole('dialog', { name: 'Add a thermometer' })
  await form.getByRole('textbox', { name: 'Name' }).fill(NAME)
  await form.getByRole('button', { name: 'Save' }).click()
  const how = page.getByRole('region', { name: `How ${NAME} sends` })
  await how.getByRole('button', { name: 'Done' }).hover()
  await page.mouse.down()
  await expect.poll(() => held.length).toBeGreaterThan(0)
  holding = false
  for (const go of held) await go()
  await expect(page.getByRole('listitem').filter({ hasText: NAME })).toBeVisible()
  await page.mouse.up()
  await expect(how).toBeHidden()
})
