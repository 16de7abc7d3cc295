/** People who sign in, what each may do, and how they come to the farm. */
import type { Page } from '@playwright/test'
import { demo, expect, test, visit } from './farm'
import { another, fillIn, joins, linkFor, PASSWORD, share } from './people-in-tests'

test('without sharing nobody signs in; with it a stranger sees nothing and changes nothing', async ({
  page,
  browser,
  baseURL,
}) => {
  await share(page)
  await visit(page, '/today')
  await expect(page.getByText('Ines, owner')).toBeVisible()
  const context = await another(browser, baseURL)
  const stranger = await context.newPage()
  await visit(stranger, '/plan?batch=tr')
  await expect(stranger).toHaveURL(/\/sign-in\?to=/)
  for (const path of ['/out/season.json', '/out/backup', '/api/revision', '/api/changes', '/api/backup/kept'])
    expect((await context.request.get(path)).status(), path).toBe(401)
  expect((await context.request.post('/api/records', { data: { records: [{}] } })).status()).toBe(401)

  await fillIn(stranger, { email: 'ines@example.org' })
  await stranger.getByLabel('Password').fill('three red doors')
  await stranger.getByRole('button', { name: 'Sign in' }).click()
  await expect(stranger.getByText(/do not go together/)).toBeVisible()
  await stranger.getByLabel('Password').fill(PASSWORD)
  await stranger.getByRole('button', { name: 'Sign in' }).click()
  // On to where they were going.
  await expect(stranger).toHaveURL(/\/plan\?batch=tr$/)
  await context.close()
})

test('crew comes by a link, records under their own name, and cannot change the plan', async ({
  page,
  browser,
  baseURL,
}) => {
  await share(page)
  const link = await linkFor(page, 'Crew')
  const crew = await joins(browser, baseURL, link, 'Tomas')
  await expect(crew.getByText('Tomas, crew')).toBeVisible()
  await crew.getByRole('button', { name: 'Done: Thin CD-1' }).click()
  await expect(crew.locator('[data-task="cd.1/thin/0"]').first()).toContainText(/Done .*, Tomas/)
  await expect
    .poll(async () => (await (await page.request.get('/out/journal.csv')).text()).trim().split('\n').at(-1))
    .toContain('Tomas')

  // A name that a device makes up does not count.
  const records = [
    {
      id: crypto.randomUUID(),
      on: '2027-04-12',
      at: '2027-04-12T09:00:00.000Z',
      who: 'Ines',
      batch: 'ta',
      what: { did: 'note' },
      note: 'Who wrote this?',
    },
  ]
  expect((await crew.request.post('/api/records', { data: { records } })).status()).toBe(200)
  const journal = await (await page.request.get('/out/journal.csv')).text()
  expect(journal.split('\n').find((line) => line.includes('Who wrote this?'))).toContain('Tomas')

  // What would be refused is not offered.
  await visit(crew, '/plan?batch=tr')
  await expect(crew.getByRole('button', { name: 'Add planting' })).toHaveCount(0)
  await crew.getByRole('button', { name: 'Edit', exact: true }).click()
  await expect(crew.getByText('You can look at this; planners and owners of the farm change it.')).toBeVisible()
  await expect(crew.getByRole('button', { name: 'Save' })).toHaveCount(0)
  for (const path of ['/out/backup', '/api/backup/kept'])
    expect((await crew.request.get(path)).status(), path).toBe(403)
  expect((await crew.request.post('/api/fit', { data: {} })).status()).toBe(403)

  // A link works once.
  const late = await (await another(browser, baseURL)).newPage()
  await visit(late, link)
  await expect(late.getByText(/has been used, withdrawn/)).toBeVisible()
  await late.context().close()

  // Taken off the farm, nothing of it is left to them.
  await visit(page, '/people')
  await page.getByRole('button', { name: 'Remove Tomas from the farm' }).click()
  await expect(page.getByRole('region', { name: 'On this farm' })).not.toContainText('Tomas')
  expect((await crew.request.get('/out/season.json')).status()).toBe(404)
  expect((await crew.request.get('/sallow-ferry/2027/today')).status()).toBe(404)
  await crew.context().close()
})

test('a viewer looks and records nothing; made a planner they change the plan; the last owner stays', async ({
  page,
  browser,
  baseURL,
}) => {
  await share(page)
  const viewer = await joins(browser, baseURL, await linkFor(page, 'Viewer'), 'Mara')
  const record = {
    id: crypto.randomUUID(),
    on: '2027-04-12',
    at: '2027-04-12T09:00:00.000Z',
    who: 'Mara',
    batch: 'ta',
    what: { did: 'note' },
    note: 'No.',
  }
  expect((await viewer.request.post('/api/records', { data: { records: [record] } })).status()).toBe(403)
  expect((await viewer.request.get('/out/season.json')).status()).toBe(200)

  await visit(page, '/people')
  await page.getByRole('combobox', { name: 'Role of Ines' }).press('ArrowDown')
  await page.getByRole('option', { name: 'Crew', exact: true }).click()
  await expect(page.getByText('A farm needs an owner.', { exact: false })).toBeVisible()
  await page.getByRole('combobox', { name: 'Role of Mara' }).press('ArrowDown')
  await page.getByRole('option', { name: 'Planner', exact: true }).click()
  await expect(page.getByText('Mara: Planner.')).toBeVisible()

  await visit(viewer, '/plan?batch=tr')
  await viewer.getByRole('button', { name: 'Edit', exact: true }).click()
  await viewer.getByLabel('Plants wanted').fill('99')
  await viewer.getByRole('button', { name: 'Save' }).click()
  await expect(viewer.getByRole('button', { name: /Undo/ }).first()).toBeEnabled()
  const season = (await (await page.request.get('/out/season.json')).json()) as {
    plantings: { key: string; plants: number }[]
  }
  expect(season.plantings.find(({ key }) => key === 'tr')!.plants).toBe(99)

  // Made a viewer again while a form is open: it is refused in words, and nothing is lost of what was typed.
  await viewer.getByRole('button', { name: 'Edit', exact: true }).click()
  await viewer.getByLabel('Plants wanted').fill('98')
  await page.getByRole('combobox', { name: 'Role of Mara' }).press('ArrowDown')
  await page.getByRole('option', { name: 'Viewer', exact: true }).click()
  await expect(page.getByText('Mara: Viewer.')).toBeVisible()
  await viewer.getByRole('button', { name: 'Save' }).click()
  await expect(viewer.getByText(/Your role on this farm does not allow that/)).toBeVisible()
  await expect(viewer.getByLabel('Plants wanted')).toHaveValue('98')

  // Sharing ends: nobody has to sign in, and who was signed in is not any more.
  await visit(page, '/people')
  await page.getByRole('button', { name: 'Stop sharing …' }).click()
  await page.getByRole('button', { name: 'Stop sharing now' }).click()
  await expect(page.getByText(/Nobody has to sign in/)).toBeVisible()
  await visit(viewer, '/today')
  await expect(viewer.getByText('Your name')).toBeVisible()
  await viewer.context().close()
})

test('a sign-in that is ended elsewhere is over at once, and passwords cannot be guessed one after another', async ({
  page,
  browser,
  baseURL,
  errors,
}) => {
  await share(page)
  const context = await another(browser, baseURL)
  const phone = await context.newPage()
  await visit(phone, '/sign-in')
  await fillIn(phone, { email: 'ines@example.org' })
  await phone.getByRole('button', { name: 'Sign in' }).click()
  await phone.waitForURL(/\/today$/)
  const kept = await context.cookies()
  await visit(page, '/people')
  const signIns = page.getByRole('region', { name: 'Where you are signed in' })
  await expect(signIns.getByRole('listitem')).toHaveCount(2)
  await signIns.getByRole('button', { name: /^Sign out there/ }).click()
  await expect(signIns.getByRole('listitem')).toHaveCount(1)
  expect((await context.request.get('/out/season.json')).status()).toBe(401)
  await context.close()
  // The cookie, kept by somebody, opens nothing.
  const thief = await another(browser, baseURL)
  await thief.addCookies(kept)
  expect((await thief.request.get('/out/season.json')).status()).toBe(401)

  const tried: number[] = []
  for (let i = 0; i < 12; i++) {
    const data = { email: 'ines@example.org', password: `guess number ${i}` }
    tried.push((await thief.request.post('/api/auth/sign-in/email', { data })).status())
  }
  expect(tried.slice(0, 3)).toEqual([401, 401, 401])
  expect(tried.at(-1)).toBe(429)
  await thief.close()
  expect(errors).toEqual([])
})

test('a farm of somebody else is not there, by whatever id it is asked for', async ({ page, browser, baseURL }) => {
  await share(page)
  // The owner's page follows.
  await expect(page.getByRole('region', { name: 'On this farm' })).not.toContainText('Tomas')
  const mara = await joins(browser, baseURL, await linkFor(page, 'Planner'), 'Mara')
  const sent = async (by: Page, season: string | null, revision: number) => {
    const document = Buffer.from(JSON.stringify(demo()))
    const { file } = (await (await by.request.post('/api/import/upload', { data: document })).json()) as {
      file: string
    }
    const preview = (await (await by.request.post('/api/import/preview', { data: { file, season } })).json()) as {
      season: string | null
    }
    const applied = (await (
      await by.request.post('/api/import/apply', { data: { file, season, revision } })
    ).json()) as { ok: boolean; season: string; at: string }
    return { preview, applied }
  }
  const { applied: own } = await sent(mara, null, 0)
  expect(own.ok).toBe(true)
  const asked = `season=${own.season}`
  const revision = async () => (await (await mara.request.get(`/api/revision?${asked}`)).json()) as { revision: number }
  const before = await revision()
  expect(before.revision).toBeGreaterThan(0)

  expect((await page.request.get(`${own.at}/today`)).status()).toBe(404)
  for (const path of [
    '/out/season.json',
    '/out/plan.csv',
    '/out/journal.csv',
    '/api/changes',
    '/api/start-now?day=2027-04-12',
  ])
    expect((await page.request.get(`${path}${path.includes('?') ? '&' : '?'}${asked}`)).status(), path).toBe(404)
  expect(await (await page.request.get(`/api/revision?${asked}`)).json()).toEqual({ revision: null })
  expect((await page.request.post('/api/fit', { data: { season: own.season } })).status()).toBe(404)
  const record = {
    id: crypto.randomUUID(),
    on: '2027-04-12',
    at: '2027-04-12T09:00:00.000Z',
    who: 'Ines',
    batch: 'ta',
    what: { did: 'note' },
    note: 'Not mine.',
  }
  const records = await page.request.post('/api/records', { data: { season: own.season, records: [record] } })
  expect(await records.json()).toMatchObject({ kept: [{ ok: false, reason: { kind: 'no-such-season' } }] })
  const imported = await sent(page, own.season, before.revision)
  expect(imported.preview.season).toBe(null)
  expect(imported.applied).toMatchObject({ ok: false, reason: 'changed-since' })
  await visit(page, '/farms')
  await expect(page.getByRole('main').getByRole('region')).toHaveCount(1)
  expect(await revision()).toEqual(before)
  await mara.context().close()
})

test('who forgot their password chooses a new one by a link of the owner', async ({ page, browser, baseURL }) => {
  await share(page)
  const crew = await joins(browser, baseURL, await linkFor(page, 'Crew'), 'Tomas')
  await visit(page, '/people')
  await page.getByRole('button', { name: 'New password for Tomas' }).click()
  const link = await page.getByLabel('Link by which Tomas chooses a new password').inputValue()

  // Nobody has signed in on the device it is opened on.
  const forgot = await (await another(browser, baseURL)).newPage()
  await visit(forgot, new URL(link).pathname)
  await forgot.getByLabel('New password').fill('short')
  await forgot.getByRole('button', { name: 'Save' }).click()
  await expect(forgot.getByLabel('New password')).toHaveAttribute('aria-invalid', 'true')
  await forgot.getByLabel('New password').fill('four green gates')
  await forgot.getByRole('button', { name: 'Save' }).click()
  await forgot.getByRole('link', { name: 'Sign in' }).click()
  await forgot.getByLabel('E-mail').fill('tomas@example.org')
  await forgot.getByLabel('Password').fill('four green gates')
  await forgot.getByRole('button', { name: 'Sign in' }).click()
  await expect(forgot.getByText('Tomas, crew')).toBeVisible()
  // Where they were signed in before, they are no more.
  expect((await crew.request.get('/out/season.json')).status()).toBe(401)
  await visit(forgot, new URL(link).pathname)
  await expect(forgot.getByText(/has been used, or is older than a day/)).toBeVisible()
  await crew.context().close()
  await forgot.context().close()
})

test('what is kept of a person is theirs to export and delete; owners see what was done; the server is handed over', async ({
  page,
  browser,
  baseURL,
}) => {
  await share(page)
  const crew = await joins(browser, baseURL, await linkFor(page, 'Crew'), 'Tomas')
  await crew.getByRole('button', { name: 'Done: Thin CD-1' }).click()
  await expect(crew.locator('[data-task="cd.1/thin/0"]').first()).toContainText(/Done .*, Tomas/)
  const own = async () =>
    (await (await crew.request.get('/out/me.json')).json()) as { name: string; records: unknown[] }
  await expect.poll(async () => (await own()).records).toHaveLength(1)
  const audit = await crew.request.get('/sallow-ferry/2027/audit')
  expect(await audit.text()).not.toContain('Ines')
  await crew.goto('/sallow-ferry/2027/audit')
  await expect(crew.getByRole('heading', { name: 'There is no such page' })).toBeVisible()
  await visit(crew, '/today')

  await visit(page, '/people')
  await page.getByRole('button', { name: 'Delete me …' }).click()
  await page.getByRole('button', { name: 'Delete me now' }).click()
  await expect(page.getByText(/You keep this server/)).toBeVisible()

  await visit(crew, '/people')
  await crew.getByRole('button', { name: 'Delete me …' }).click()
  await crew.getByRole('button', { name: 'Delete me now' }).click()
  await crew.waitForURL(/\/sign-in/)
  await expect.poll(async () => (await page.request.get('/out/journal.csv')).text()).toContain('Former member')
  expect(await (await page.request.get('/out/journal.csv')).text()).not.toContain('Tomas')

  const mara = await joins(browser, baseURL, await linkFor(page, 'Planner'), 'Mara')
  await visit(page, '/people')
  await page.getByRole('combobox', { name: 'Hand over to' }).press('ArrowDown')
  await page.getByRole('option', { name: 'Mara' }).click()
  await page.getByRole('button', { name: 'Hand the server over' }).click()
  await expect(page.getByText('Mara keeps this server now.')).toBeVisible()
  expect((await page.request.get('/api/backup/kept')).status()).toBe(403)
  expect((await mara.request.get('/api/backup/kept')).status()).toBe(200)

  await visit(page, '/people')
  await page.getByRole('link', { name: 'Who signed in, invited, exported and restored' }).click()
  const table = page.getByRole('table', { name: 'What was done' })
  await expect(table).toContainText('handed the server over: Mara')
  await expect(table).toContainText('Former member')
  await expect(table).toContainText('exported: journal.csv')
  await expect(table).not.toContainText('Tomas')
  await mara.context().close()
})
