/** A phone that the crew shares: added by a code, used by two people, also without signal, and taken away. */
import { expect, test, visit, unfold } from './farm'
import { another, codeFor, joinsAsPhone, share } from './people-in-tests'

test('a phone joins by its code, two people record on it under their names, and it is removed', async ({
  page,
  browser,
  baseURL,
}) => {
  await share(page)
  await page.locator('html[data-ready]').waitFor()
  for (const name of ['Tomas', 'Wren']) {
    await page.getByLabel('Name of a helper').fill(name)
    await page.getByRole('button', { name: 'Add a helper' }).click()
    await expect(page.getByRole('button', { name: `Remove ${name} from shared phones` })).toBeVisible()
  }
  await page.getByRole('button', { name: 'PIN of Wren' }).click()
  await page.getByRole('textbox', { name: 'PIN of Wren' }).fill('2468')
  await page.getByRole('button', { name: 'Save', exact: true }).click()
  await expect(page.getByRole('button', { name: 'PIN of Wren' })).toHaveText('Change the PIN')

  const link = await codeFor(page, 'Crew phone 1')
  const phone = await joinsAsPhone(browser, baseURL, link)
  await expect(page.getByText('Crew phone 1 is ready.')).toBeVisible()
  // Nobody else becomes it by the same code.
  const late = await another(browser, baseURL)
  const tooLate = await late.newPage()
  await tooLate.goto(link)
  await expect(tooLate.getByText(/has been used/)).toBeVisible()
  await late.close()

  const bar = phone.getByText(/^Recording:/)
  await expect(bar).toHaveText('Recording: Crew phone 1')
  await phone.getByRole('button', { name: 'Choose your name' }).click()
  await phone.getByRole('button', { name: 'Tomas' }).click()
  await expect(bar).toHaveText('Recording: Tomas')
  await unfold(phone)
  await phone.getByRole('button', { name: 'Done: Thin CD-1' }).click()
  await expect(phone.locator('[data-task="cd.1/thin/0"]').first()).toContainText(/Done .*, Tomas/)

  // Another takes the phone while it has no signal, after one wrong PIN.
  await phone.context().setOffline(true)
  await phone.getByRole('button', { name: 'Change', exact: true }).click()
  await phone.getByRole('button', { name: 'Wren' }).click()
  await phone.getByRole('textbox', { name: 'PIN of Wren' }).fill('1111')
  await phone.getByRole('button', { name: 'Continue' }).click()
  await expect(phone.getByText('That is not the PIN of Wren.')).toBeVisible()
  await phone.getByRole('textbox', { name: 'PIN of Wren' }).fill('2468')
  await phone.getByRole('button', { name: 'Continue' }).click()
  await expect(bar).toHaveText('Recording: Wren')
  const second = phone.getByRole('button', { name: /^Done: / }).first()
  const task = (await second.getAttribute('aria-label'))!
  await second.click()
  await expect(phone.getByText(/Done .*, Wren/).first()).toBeVisible()
  await phone.context().setOffline(false)
  const journal = async () => (await page.request.get('/out/journal.csv')).text()
  await expect.poll(journal, task).toContain('Wren')
  expect(await journal()).toContain('Tomas')

  // A name that is not on the list counts as the phone's; and it changes no plan.
  const records = [
    {
      id: crypto.randomUUID(),
      on: '2027-04-12',
      at: '2027-04-12T09:00:00.000Z',
      who: 'Ines the second',
      batch: 'ta',
      what: { did: 'note' },
      note: 'Who wrote this?',
    },
  ]
  expect((await phone.request.post('/api/records', { data: { records } })).status()).toBe(200)
  expect((await journal()).split('\n').find((line) => line.includes('Who wrote this?'))).toContain('Crew phone 1')
  expect((await phone.request.post('/api/fit', { data: {} })).status()).toBe(403)

  await visit(page, '/people')
  await page.getByRole('button', { name: 'Remove the phone Crew phone 1' }).click()
  await expect(page.getByText(/Crew phone 1 is removed/)).toBeVisible()
  expect((await phone.request.post('/api/records', { data: { records } })).status()).toBe(401)
  await phone.goto('/today')
  await expect(phone).toHaveURL(/\/sign-in/)
})
