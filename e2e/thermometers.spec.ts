/** Thermometers that send by themselves: set up, heard, counted, and frost told. */
import AxeBuilder from '@axe-core/playwright'
import type { APIRequestContext, Page } from '@playwright/test'
import { expect, reload, test, visit } from './farm'

const NAME = 'Door of the long tunnel'

async function add(page: Page, name = NAME): Promise<string> {
  await page.getByRole('button', { name: 'Add a thermometer' }).click()
  const form = page.getByRole('dialog', { name: 'Add a thermometer' })
  await form.getByRole('button', { name: 'Save' }).click()
  await expect(form.getByText(/^Give it a name/)).toBeVisible()
  await form.getByRole('textbox', { name: 'Name' }).fill(name)
  await form.getByRole('combobox', { name: 'Place' }).press('ArrowDown')
  await page.getByRole('option', { name: 'Long tunnel' }).click()
  await form.getByRole('textbox', { name: 'Alarm when colder than' }).fill('50')
  await form.getByRole('button', { name: 'Save' }).click()
  await expect(form.getByText('The lower limit must be below the upper one.')).toBeVisible()
  await form.getByRole('textbox', { name: 'Alarm when colder than' }).fill('1')
  await form.getByRole('button', { name: 'Save' }).click()
  const how = page.getByRole('region', { name: `How ${name} sends` })
  await expect(how.getByRole('textbox', { name: 'For example' })).toHaveValue(/^curl .+\/api\/thermometer$/)
  const key = await how.getByRole('textbox', { name: 'Key', exact: true }).inputValue()
  await how.getByRole('button', { name: 'Done' }).click()
  await expect(how).toBeHidden()
  return key
}

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

test.describe('on a phone', () => {
  test.use({ serviceWorkers: 'allow' })

  test('a device is told of frost while no page is open, and a broker is set', async ({ page, context }) => {
    await page.setViewportSize({ width: 390, height: 844 })
    await context.grantPermissions(['notifications'])
    // Without the internet no push service answers: one that would stands in its place.
    await page.addInitScript(() => {
      const endpoint = 'https://push.example.com/this-device'
      const keys = { p256dh: 'p'.repeat(87), auth: 'a'.repeat(22) }
      const one = () => ({ endpoint, toJSON: () => ({ endpoint, keys }) }) as unknown as PushSubscription
      PushManager.prototype.subscribe = () => {
        sessionStorage.setItem('subscribed', '1')
        return Promise.resolve(one())
      }
      PushManager.prototype.getSubscription = () =>
        Promise.resolve(sessionStorage.getItem('subscribed') === null ? null : one())
    })
    await visit(page, '/readings')
    await add(page)
    await page.evaluate(() => navigator.serviceWorker.ready)
    const tell = page.getByRole('switch', { name: 'Tell this device of frost and heat' })
    await tell.click()
    await expect(page.getByText('This device will be told.')).toBeVisible()
    await expect(tell).toBeChecked()
    await reload(page)
    await expect(tell).toBeChecked()

    const found = await new AxeBuilder({ page }).analyze()
    expect(found.violations.map(({ id, nodes }) => [id, nodes.map(({ html }) => html)])).toEqual([])

    const devtools = await context.newCDPSession(page)
    const registrationId = new Promise<string>((known) =>
      devtools.on('ServiceWorker.workerRegistrationUpdated', ({ registrations }) => {
        if (registrations[0]) known(registrations[0].registrationId)
      }),
    )
    await devtools.send('ServiceWorker.enable')
    await devtools.send('ServiceWorker.deliverPushMessage', {
      origin: new URL(page.url()).origin,
      registrationId: await registrationId,
      data: JSON.stringify({
        title: 'Long tunnel: −0.5 °C',
        body: 'Colder than 1 °C since 03:40.',
        tag: 'alarm 1',
        at: '/',
      }),
    })
    await expect
      .poll(() =>
        page.evaluate(async () => {
          const registration = await navigator.serviceWorker.ready
          return (await registration.getNotifications()).map(({ title, body, tag }) => [title, body, tag])
        }),
      )
      .toEqual([['Long tunnel: −0.5 °C', 'Colder than 1 °C since 03:40.', 'alarm 1']])

    await tell.click()
    await expect(page.getByText('This device will not be told any more.')).toBeVisible()
    await expect(tell).not.toBeChecked()

    await page.getByRole('button', { name: 'Set the broker' }).click()
    const form = page.getByRole('dialog', { name: 'Broker (MQTT)' })
    await form.getByRole('textbox', { name: 'Address of the broker' }).fill('192.168.1.5')
    await form.getByRole('button', { name: 'Save' }).click()
    await expect(form.getByText('An address begins with mqtt:// or mqtts://.')).toBeVisible()
    await form.getByRole('textbox', { name: 'Address of the broker' }).fill('mqtt://192.168.1.5:1883')
    await form.getByRole('button', { name: 'Save' }).click()
    await expect(page.getByText('Connecting to mqtt://192.168.1.5:1883 …')).toBeVisible()
    await page.getByRole('button', { name: 'Delete the broker' }).click()
    await expect(page.getByRole('button', { name: 'Set the broker' })).toBeVisible()
  })
})
