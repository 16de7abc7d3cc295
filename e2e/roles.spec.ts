/** Every address of files and data, asked as each role: one that is new and has no line here fails. */
import { readdirSync, readFileSync } from 'node:fs'
import { ROOT } from '../scripts/machine.mjs'
import { expect, test, visit } from './farm'
import { codeFor, joins, joinsAsPhone, linkFor, share } from './people-in-tests'

type Method = 'GET' | 'POST' | 'PUT' | 'DELETE'
type Who = 'viewer' | 'phone' | 'crew' | 'planner' | 'owner'

const READ: readonly Who[] = ['viewer', 'phone', 'crew', 'planner', 'owner']
const RECORD: readonly Who[] = ['phone', 'crew', 'planner', 'owner']
const PLAN: readonly Who[] = ['planner', 'owner']
const OWN: readonly Who[] = ['owner']
/** Not phones that a crew shares. */
const PEOPLE: readonly Who[] = ['viewer', 'crew', 'planner', 'owner']
const PUBLIC = 'public'

const ID = '7b1c2d3e-4f50-4a6b-8c7d-9e0f1a2b3c4d'

/** What is sent with it: as much as it takes to be asked who may. */
const SENT: Readonly<Record<string, object>> = {
  '/api/records': { records: [{}] },
  '/api/import/preview': { file: 'none', season: null },
  '/api/import/apply': { file: 'none', season: null, revision: 0 },
}

/** By the folder of each route and its method: who may, and how it is asked where it has parts. */
const RULES: Readonly<Record<string, readonly Who[] | typeof PUBLIC>> = {
  'GET /api/auth/[...all]': PUBLIC,
  'POST /api/auth/[...all]': PUBLIC,
  'GET /api/health': PUBLIC,
  'GET /api/backup/kept': OWN,
  'POST /api/backup/look': OWN,
  'POST /api/backup/make': OWN,
  'POST /api/backup/restore': OWN,
  'POST /api/backup/upload': OWN,
  'GET /api/changes': READ,
  'POST /api/fit': PLAN,
  'GET /api/fit/[run]': READ,
  'DELETE /api/fit/[run]': PLAN,
  'POST /api/import/apply': PLAN,
  'POST /api/import/preview': PLAN,
  'POST /api/import/upload': PLAN,
  'GET /api/photos/[photo]': READ,
  'PUT /api/photos/[photo]': RECORD,
  'POST /api/records': RECORD,
  'GET /api/revision': READ,
  'GET /api/season': READ,
  'GET /api/start-now': READ,
  'GET /api/calendar/[name]': PUBLIC, // by the token in its address
  'POST /api/thermometer': PUBLIC, // by the key of a thermometer
  'GET /api/thermometers': READ,
  'GET /b/[code]': READ,
  'GET /out/backup': OWN,
  'GET /out/field-plan.csv': READ,
  'GET /out/journal.csv': READ,
  'GET /out/labels.pdf': READ,
  'GET /out/left-out.json': READ,
  'GET /out/lists/[file]': READ,
  'GET /out/me.json': PEOPLE,
  'GET /out/plan-template.xlsx': READ,
  'GET /out/plan.csv': READ,
  'GET /out/plan.xlsx': READ,
  'GET /out/season.json': READ,
  'GET /out/buying-list.csv': READ,
  'GET /out/buying-list.xlsx': READ,
  'GET /out/sowing-list.csv': READ,
  'GET /out/tasks.ics': READ,
}

/** Every method of every route there is, from the files themselves. */
function routes(): string[] {
  const files = readdirSync(`${ROOT}/src/app`, { recursive: true, encoding: 'utf8' }).filter((file) =>
    /(^|\/)route\.ts$/.test(file),
  )
  return files
    .flatMap((file) => {
      const text = readFileSync(`${ROOT}/src/app/${file}`, 'utf8')
      const at = `/${file.replace(/\/route\.ts$/, '')}`
      return (['GET', 'POST', 'PUT', 'DELETE', 'PATCH'] as const)
        .filter((method) =>
          new RegExp(`export (?:async function|const) ${method}\\b|export \\{[^}]*\\bas ${method}\\b`).test(text),
        )
        .map((method) => `${method} ${at}`)
    })
    .sort()
}

test('every route answers those who may, and nobody else', async ({ page, browser, baseURL }) => {
  expect(routes()).toEqual(Object.keys(RULES).sort())
  await share(page)
  const cookies: Partial<Record<Who, string>> = {}
  const cookieOf = async (one: typeof page) =>
    (await one.context().cookies()).map(({ name, value }) => `${name}=${value}`).join('; ')
  for (const [who, role] of [
    ['viewer', 'Viewer'],
    ['crew', 'Crew'],
    ['planner', 'Planner'],
  ] as const) {
    await visit(page, '/people')
    const one = await joins(browser, baseURL, await linkFor(page, role), role)
    cookies[who] = await cookieOf(one)
    await one.context().close()
  }
  await visit(page, '/people')
  const phone = await joinsAsPhone(browser, baseURL, await codeFor(page, 'Crew phone 1'))
  cookies.phone = await cookieOf(phone)
  await phone.context().close()
  cookies.owner = await cookieOf(page)
  const fit = (await (await page.request.post('/api/fit', { data: {} })).json()) as { run: string }

  let asks = 0
  /** Its status; what is streamed is let go of. */
  const ask = async (rule: string, cookie: string | undefined): Promise<number> => {
    const [method, at] = rule.split(' ') as [Method, string]
    const path = at
      .replace('[...all]', 'get-session')
      .replace('[run]', fit.run)
      .replace('[photo]', ID)
      .replace('[code]', 'AB12')
      .replace('[file]', 'lots.csv')
    const asked = (): Promise<Response> =>
      fetch(`${baseURL}${path}`, {
        method,
        redirect: 'manual',
        headers: {
          ...(cookie === undefined ? {} : { cookie }),
          'content-type': 'application/json',
          'x-forwarded-for': `10.0.0.${++asks % 250}`, // what is asked for too often is refused by address
        },
        ...(method === 'POST' || method === 'PUT' ? { body: JSON.stringify(SENT[at] ?? {}) } : {}),
      })
    // What is refused before it was read ends its connection, which the next may have been about to use.
    const answer = await asked().catch(asked)
    // What is told for as long as somebody listens is let go of.
    if (at === '/api/changes') await answer.body?.cancel()
    else await answer.arrayBuffer()
    return answer.status
  }
  for (const [rule, may] of Object.entries(RULES)) {
    if (may === PUBLIC) continue
    // Pages send whoever has not signed in to where that is done; data and files say so.
    expect([401, 307], `${rule} by nobody`).toContain(await ask(rule, undefined))
    expect([401, 307], `${rule} by somebody made up`).toContain(await ask(rule, 'dove-step.session_token=made.up'))
    for (const who of READ) {
      const status = await ask(rule, cookies[who])
      if (may.includes(who)) expect([401, 403], `${rule} by ${who}`).not.toContain(status)
      else expect(status, `${rule} by ${who}`).toBe(403)
    }
  }
})
