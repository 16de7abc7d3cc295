/** What comes from outside: other websites, other names, odd addresses, and days no calendar has. */
import { readFileSync } from 'node:fs'
import { request as ask } from 'node:http'
import { v4 as newId } from 'uuid'
import { oddDocuments, sendDocuments } from '../scripts/soak/documents'
import { sendRough } from '../scripts/soak/rough'
import { expect, test, visit } from './farm'

/** Asked as another program or website would ask, with whatever headers. */
function asked(
  url: string,
  path: string,
  { method = 'GET', headers = {}, body = '' }: { method?: string; headers?: Record<string, string>; body?: string },
): Promise<{ status: number; text: string; headers: Record<string, unknown> }> {
  const { hostname, port } = new URL(url)
  return new Promise((done, failed) => {
    const sent = ask({ hostname, port, path, method, headers }, (response) => {
      let text = ''
      response.on('data', (part) => (text += String(part)))
      response.on('end', () => done({ status: response.statusCode!, text, headers: response.headers }))
    })
    sent.on('error', failed)
    sent.end(body)
  })
}

const record = (part: object = {}) => ({
  id: newId(),
  on: '2027-04-12',
  at: '2027-04-12T08:00:00Z',
  who: 'Crew A',
  batch: 'ca',
  what: { did: 'note' },
  note: 'from outside',
  ...part,
})

test('another website can neither write nor read, nor can a name that is led here', async ({ page, server }) => {
  await visit(page, '/today')
  const json = { 'content-type': 'application/json' }
  const body = JSON.stringify({ records: [record()] })
  const from = (headers: Record<string, string>) =>
    asked(server.url, '/api/records', { method: 'POST', headers: { ...json, ...headers }, body })
  expect((await from({ origin: 'http://evil.example' })).status).toBe(403)
  expect((await from({ origin: 'null' })).status).toBe(403)
  expect((await from({ 'sec-fetch-site': 'cross-site' })).status).toBe(403)
  expect((await from({ host: 'evil.example' })).status).toBe(403)
  expect((await from({ origin: server.url, 'sec-fetch-site': 'same-origin' })).status).toBe(200)
  const read = (headers: Record<string, string>) => asked(server.url, '/out/season.json', { headers })
  expect((await read({ host: 'evil.example:80' })).status).toBe(403)
  expect((await read({ 'sec-fetch-site': 'cross-site', 'sec-fetch-mode': 'no-cors' })).status).toBe(403)
  expect((await read({})).status).toBe(200)
  await visit(page, '/journal')
  await expect(page.getByText('from outside')).toHaveCount(1)
})

test('every answer says what the browser may do with it', async ({ page, server }) => {
  await visit(page, '/today')
  for (const path of ['/sallow-ferry/2027/today', '/farms', '/nowhere/at/all', '/out/season.json', '/api/revision']) {
    const { headers } = await asked(server.url, path, {})
    expect(headers['content-security-policy'], path).toMatch(/script-src 'self' 'nonce-[^']{16,}' 'strict-dynamic';/)
    expect(headers['x-content-type-options'], path).toBe('nosniff')
    expect(headers['content-security-policy'], path).toContain("frame-ancestors 'none'")
    expect(headers['referrer-policy'], path).toBe('same-origin')
  }
})

test('odd addresses are answered with what is not there, never with a fault', async ({ page, server, errors }) => {
  await visit(page, '/today')
  for (const path of [
    '/b/%ff',
    '/b/%F0%9F%92',
    '/b/constructor',
    '/b/' + 'A'.repeat(3000),
    '/%00/2027/today',
    '/sallow-ferry/%ff/today',
    '/sallow-ferry/2027/batch?id=__proto__',
    '/sallow-ferry/2027/plan?group=constructor&zoom=toString',
    '/sallow-ferry/2027/know-how?wrong=constructor',
    '/sallow-ferry/2027/today?day=9999-99-99',
    '/out/season.json?season=%ff',
    '/out/labels.pdf?ids=%00&day=nonsense',
    '/api/photos/%ff',
    '/api/fit/%00',
    '/api/start-now?day=%ff',
    '/api/revision?season=constructor',
  ]) {
    const { status } = await asked(server.url, path, {})
    expect(status, path).toBeLessThan(500)
  }
  for (const body of [
    '',
    '{',
    'null',
    '[]',
    '{"records":[]}',
    '{"records":[null]}',
    `{"records":${'['.repeat(5000)}`,
  ]) {
    const { status } = await asked(server.url, '/api/records', {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body,
    })
    expect(status, body.slice(0, 40)).toBeLessThan(500)
  }
  errors.splice(0, errors.length)
})

test('a record of a day that no calendar has is refused, and every page goes on', async ({ page, server }) => {
  await visit(page, '/today')
  const wrong = [
    record({ at: '9999-12-31T23:59:59.9999999Z' }),
    record({ on: '9999-12-31' }),
    record({ on: '0001-01-01' }),
    record({ at: '1969-12-31T00:00:00Z' }),
    record({ note: 'nul \0 inside' }),
    record({ note: 'half \ud83d character' }),
    record({ who: 'A'.repeat(5000) }),
  ]
  const { status, text } = await asked(server.url, '/api/records', {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({ records: [...wrong, record({ note: 'a good one' })] }),
  })
  expect(status).toBe(200)
  const { kept } = JSON.parse(text) as { kept: { ok: boolean; reason?: { kind: string } }[] }
  expect(kept.filter(({ ok }) => ok)).toHaveLength(1)
  expect(kept.filter(({ reason }) => reason?.kind === 'malformed')).toHaveLength(wrong.length)
  for (const view of ['/today', '/plan', '/journal', '/benches']) {
    await visit(page, view)
    await expect(page.locator('main')).toBeVisible()
  }
  await visit(page, '/journal')
  await expect(page.getByText('a good one')).toBeVisible()
})

test('what nobody should send is refused item by item, never with a fault, and the farm is as it was', async ({
  page,
  server,
}) => {
  await visit(page, '/today')
  const before = await (await page.request.get('/out/plan.csv')).text()
  const outcome = await sendRough(server.url, { records: 60, photos: 6, addresses: 60 }, 7)
  expect(outcome.faults).toEqual([])
  expect(outcome.sent).toBe(126)
  expect(await (await page.request.get('/out/plan.csv')).text()).toBe(before)
  await visit(page, '/today')
})

test('season documents nobody should send are refused with why, or become farms whose pages open', async ({
  server,
}) => {
  const text = readFileSync('demo/one-tunnel-2027.json', 'utf8')
  const outcome = await sendDocuments(server.url, oddDocuments(text, 40, 5))
  expect(outcome.faults).toEqual([])
  expect(outcome.taken + outcome.refused).toBe(40)
  expect(outcome.taken).toBeGreaterThan(0)
})

test('backups are neither read nor brought back by another website', async ({ server }) => {
  for (const [path, method] of [
    ['/api/backup/kept', 'GET'],
    ['/api/backup/look', 'POST'],
    ['/api/backup/upload', 'POST'],
    ['/api/backup/restore', 'POST'],
    ['/api/backup/make', 'POST'],
  ] as const) {
    const headers = { origin: 'http://evil.example', 'sec-fetch-site': 'cross-site', 'sec-fetch-mode': 'no-cors' }
    expect((await asked(server.url, path, { method, headers })).status, path).toBe(403)
    expect((await asked(server.url, path, { method, headers: { host: 'evil.example' } })).status, path).toBe(403)
  }
  const odd = JSON.stringify({ file: '../../etc/passwd' })
  const { status, headers } = await asked(server.url, '/api/backup/look', { method: 'POST', body: odd })
  expect(status).toBe(404)
  expect(headers['x-content-type-options']).toBe('nosniff')
})

test('a season with an unreadable row is shown without it, says so, and the rest works', async ({ page, server }) => {
  await server.spoil(`update planting set plants = 2000000000 where key = 'tr'`)
  await visit(page, '/plan')
  const bar = page.getByRole('alert').filter({ hasText: 'One thing of this season cannot be read' })
  await expect(bar).toBeVisible()
  await bar.getByRole('button', { name: 'Show all' }).click()
  await expect(bar).toContainText('Planting tr')
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    bar.getByRole('link', { name: 'Download' }).click(),
  ])
  expect(readFileSync(await download.path(), 'utf8')).toContain('"key": "tr"')
  for (const view of ['today', 'benches', 'field', 'seed', 'journal', 'farm']) {
    await visit(page, `/${view}`)
    await expect(bar).toBeVisible()
  }
})
