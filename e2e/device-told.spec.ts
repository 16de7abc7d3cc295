/** A device told of frost while no page is open. */
import AxeBuilder from '@axe-core/playwright'
import { BROWSER_FLAGS, CHROMIUM_WITH_WINDOW } from '../scripts/machine.mjs'
import { expect, reload, test, visit } from './farm'
import { addThermometer as add } from './thermometers-in-tests'

// The shell of Chromium has no notices; the whole of it has.
test.use({
  reuseContext: false,
  serviceWorkers: 'allow',
  launchOptions: { executablePath: CHROMIUM_WITH_WINDOW, args: BROWSER_FLAGS },
})

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
