/** Passkeys: made on one's own device, and signed in with; by a device of the browser's own that answers as a real one would. */
import type { Page } from '@playwright/test'
import { expect, test, visit } from './farm'
import { share } from './people-in-tests'

/** A phone's own keeper of passkeys, whose finger is always there. */
async function withKeeper(page: Page) {
  const devtools = await page.context().newCDPSession(page)
  await devtools.send('WebAuthn.enable')
  const { authenticatorId } = await devtools.send('WebAuthn.addVirtualAuthenticator', {
    options: {
      protocol: 'ctap2',
      transport: 'internal',
      hasResidentKey: true,
      hasUserVerification: true,
      isUserVerified: true,
      automaticPresenceSimulation: true,
    },
  })
  return {
    /** Whether whoever holds it is its owner. */
    isOwner: (isUserVerified: boolean) =>
      devtools.send('WebAuthn.setUserVerified', { authenticatorId, isUserVerified }),
    keys: async () => (await devtools.send('WebAuthn.getCredentials', { authenticatorId })).credentials.length,
  }
}

test.use({
  // Passkeys are made at names, not at addresses of digits.
  baseURL: async ({ baseURL }, use) => use(baseURL!.replace('127.0.0.1', 'localhost')),
})

test('a passkey is made, signs in without a password, and opens nothing once it is removed', async ({
  page,
  errors,
}) => {
  const keeper = await withKeeper(page)
  await share(page)
  await visit(page, '/people')
  const own = page.getByRole('region', { name: 'Your passkeys' })
  await own.getByRole('textbox', { name: 'Name of the passkey' }).fill('My phone')
  await own.getByRole('button', { name: 'Make a passkey' }).click()
  await expect(own.getByText('My phone', { exact: true })).toBeVisible()
  await expect(own).toContainText('not used yet')
  expect(await keeper.keys()).toBe(1)
  // One is enough on one device.
  await own.getByRole('textbox', { name: 'Name of the passkey' }).fill('Again')
  await own.getByRole('button', { name: 'Make a passkey' }).click()
  await expect(page.getByText('This device has a passkey for you already.')).toBeVisible()

  const signOut = async () => {
    await page.getByRole('button', { name: 'Sign out', exact: true }).click()
    await expect(page).toHaveURL(/\/sign-in/)
    await page.locator('html[data-ready]').waitFor()
  }
  await signOut()
  await page.getByRole('button', { name: 'Sign in with a passkey' }).click()
  await expect(page).toHaveURL(/\/today$/)
  await expect(page.getByText('Ines, owner')).toBeVisible()
  await visit(page, '/people')
  await expect(own).toContainText(/used \w/)

  // Somebody else's finger does not.
  await signOut()
  await keeper.isOwner(false)
  await page.getByRole('button', { name: 'Sign in with a passkey' }).click()
  await expect(page.getByRole('button', { name: 'Sign in with a passkey' })).toBeEnabled()
  await expect(page).toHaveURL(/\/sign-in/)
  await keeper.isOwner(true)
  await page.getByRole('button', { name: 'Sign in with a passkey' }).click()
  await expect(page).toHaveURL(/\/today$/)

  await visit(page, '/people')
  await own.getByRole('button', { name: 'Remove the passkey My phone' }).click()
  await expect(page.getByText('The passkey My phone opens nothing any more.')).toBeVisible()
  await signOut()
  await page.getByRole('button', { name: 'Sign in with a passkey' }).click()
  await expect(page.getByText('This passkey does not open anything here.')).toBeVisible()
  errors.splice(0, errors.length, ...errors.filter((error) => !/\/api\/auth\/passkey\/sign-in/.test(error)))
})
