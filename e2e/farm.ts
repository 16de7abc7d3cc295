/** The running application for the browser tests: its own database, the production build, and a demo farm to begin from. */
import { spawn, type ChildProcess } from 'node:child_process'
import { mkdtempSync, readFileSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { test as base, expect, type Page, type Request } from '@playwright/test'
import { sql, type Kysely } from 'kysely'
import { connect } from '../src/data/database'
import type { Database } from '../src/data/schema'
import { migrate } from '../src/data/migrate'
import { createFarm } from '../src/data/season-repository'
import { readSeasonText } from '../src/interchange/season-file'
import type { Season } from '../src/season/schema'
import { freePort, startArguments, ROOT } from '../scripts/machine.mjs'
import { startTestCluster } from '../scripts/cluster.mjs'

export interface Farm {
  /** Empties the database and opens a season in it; none leaves it empty. */
  open(season: Season | null): Promise<void>
  /** Ends the server, as a crash would, and starts it again. */
  restart(): Promise<void>
  kill(): Promise<void>
  start(): Promise<void>
  /** The database, ended as a crash would, and started again. */
  database: { crash(): void; start(): void }
  /** Changes rows as no part of the application would; put right again by the next `open`. */
  spoil(statements: string): Promise<void>
  /** Holds the season against all writers while something is done. */
  holding(during: () => Promise<void>): Promise<void>
}

export const demo = (): Season => {
  const read = readSeasonText(readFileSync(`${ROOT}/demo/sallow-ferry-2027.json`, 'utf8'))
  if (!read.ok) throw new Error('the demo farm must read')
  return read.season
}

export const test = base.extend<
  { farm: Farm; season: Season | null; errors: string[] },
  { server: Farm & { url: string } }
>({
  server: [
    async ({}, use) => {
      const cluster = await startTestCluster()
      const { db, close } = connect(cluster.url)
      await migrate(db)
      const port = await freePort()
      const backups = mkdtempSync(join(tmpdir(), 'dove-step-backups-'))
      let child: ChildProcess | undefined
      const start = () =>
        new Promise<void>((ready, failed) => {
          child = spawn(process.execPath, startArguments('127.0.0.1', port), {
            cwd: ROOT,
            env: {
              ...process.env,
              DATABASE_URL: cluster.url,
              DOVE_STEP_BACKUPS: backups,
              DOVE_STEP_ADDRESS: `http://127.0.0.1:${port}`, // as others would reach it
              NODE_ENV: 'production',
              NEXT_TELEMETRY_DISABLED: '1',
            },
            stdio: ['ignore', 'pipe', 'inherit'],
          })
          child.stdout!.on('data', (text) => /ready/i.test(String(text)) && ready())
          child.once('exit', (code) => failed(new Error(`the server ended with ${code}`)))
        })
      const kill = () =>
        new Promise<void>((done) => {
          child?.removeAllListeners('exit')
          child?.once('exit', () => done())
          child?.kill('SIGKILL')
        })
      await start()
      await use({
        url: `http://127.0.0.1:${port}`,
        start,
        kill,
        restart: () => kill().then(start),
        database: cluster,
        async holding(during) {
          const own = connect(cluster.url)
          let over = false
          try {
            await own.db.transaction().execute(async (trx) => {
              await trx.selectFrom('season').select('revision').forUpdate().execute()
              await during()
              over = true
            })
          } catch (error) {
            // The connection that holds it may be what was cut.
            if (!over) throw error
          } finally {
            await own.close()
          }
        },
        async spoil(statements) {
          await sql.raw(statements).execute(db)
        },
        async open(season) {
          await emptied(db)
          if (season) await createFarm(db, season)
        },
      })
      await kill()
      await close()
      cluster.stop()
      rmSync(backups, { recursive: true, force: true })
    },
    { scope: 'worker', timeout: 120_000 },
  ],
  season: [({}, use) => use(demo()), { option: true }],
  farm: [
    async ({ server, season }, use) => {
      await server.open(season)
      await use(server)
    },
    { auto: true },
  ],
  baseURL: ({ server }, use) => use(server.url),
  /** What the page complained of; every test ends by seeing that it is nothing. */
  errors: [
    async ({ page }, use) => {
      const errors: string[] = []
      const asked = new Set<Request>()
      pending.set(page, asked)
      // What changes elsewhere is listened for as long as a page is open.
      page.on('request', (request) => request.resourceType() !== 'eventsource' && asked.add(request))
      page.on('requestfinished', (request) => asked.delete(request))
      page.on('requestfailed', (request) => asked.delete(request))
      page.on('pageerror', (error) => errors.push(String(error)))
      page.on('console', (message) => {
        const { url } = message.location()
        // Without a connection the browser says so of itself, and where somebody has to sign in.
        const said =
          /\/api\/(?:changes|thermometers)/.test(url) || (url.includes('/api/season') && /\b401\b/.test(message.text()))
        if (message.type() === 'error' && !said) errors.push(`${message.text()} (${url})`)
      })
      await use(errors)
      expect(errors).toEqual([])
    },
    { auto: true },
  ],
})

export { expect }

/** Takes every farm away. What the last test left at work on the server is waited for; where the two wait for each other it is tried again. */
async function emptied(db: Kysely<Database>, tries = 5): Promise<void> {
  try {
    await db.transaction().execute(async (trx) => {
      // Seasons first, as the server takes them.
      await sql`lock table season, farm in access exclusive mode`.execute(trx)
      await trx.deleteFrom('farm').execute()
      // Nobody has to sign in.
      for (const table of ['sharing', 'invitation', 'person', 'sign_in_rate'])
        await sql`delete from ${sql.table(table)}`.execute(trx)
    })
  } catch (error) {
    if (tries === 1 || (error as { code?: string }).code !== DEADLOCK) throw error
    await emptied(db, tries - 1)
  }
}

const DEADLOCK = '40P01'

/** A season of the farm as a document, by its address: `/sallow-ferry/2027`. */
export async function asDocument(page: Page, address: string): Promise<Season> {
  // A connection of its own: one that was kept may just be closing.
  const headers = { connection: 'close' }
  const text = await (await page.request.get(`${address}/farm`, { headers })).text()
  const id = /\/api\/season\?season=([0-9a-f-]{36})|view\\?":\\?"([0-9a-f-]{36})/.exec(text)!
  const out = `/out/season.json?season=${id[1] ?? id[2]}`
  return (await (await page.request.get(out, { headers })).json()) as Season
}

/** Opens a page and waits until it answers to the hand. */
export async function visit(page: Page, path: string): Promise<void> {
  await page.goto(path)
  await page.locator('html[data-ready]').waitFor()
}

/** Reloads the page and waits until it answers to the hand: a key that is pressed before goes nowhere. */
export async function reload(page: Page): Promise<void> {
  await page.reload()
  await page.locator('html[data-ready]').waitFor()
}

/** Lets requests through again, and sends what waits at once; where it has gone by itself just then, there is nothing left to press. */
export async function sendNow(page: Page, letThrough: () => Promise<void>): Promise<void> {
  const button = page.getByRole('button', { name: 'Send now' })
  await button.waitFor()
  await letThrough()
  await button.evaluateAll((all) => all.forEach((one) => (one as HTMLElement).click()))
}

const pending = new WeakMap<Page, Set<Request>>()
const QUIET = 500 // ms without a request

/** Waits until the page asks for nothing more, but for changes made elsewhere. */
export async function settled(page: Page): Promise<void> {
  let since = Date.now()
  await expect
    .poll(
      () => {
        if (pending.get(page)!.size > 0) since = Date.now()
        return Date.now() - since
      },
      { intervals: [100] },
    )
    .toBeGreaterThan(QUIET)
}

/** Keeps what is changed elsewhere from a page, until it is let hear of it. */
export async function deaf(page: Page): Promise<{ hears: () => Promise<void> }> {
  const feed = '**/api/changes*'
  await page.route(feed, (route) => route.abort())
  return {
    async hears() {
      await page.unroute(feed)
      await page.evaluate(() => document.dispatchEvent(new Event('visibilitychange')))
    },
  }
}

/** Chooses from one of the panel's lists. */
export async function choose(page: Page, label: string, option: string | RegExp): Promise<void> {
  // By key: on a slow machine the list opens between pressing and letting go of a mouse, which would choose what lies there.
  await page.getByRole('combobox', { name: label, exact: true }).press('ArrowDown')
  await page.getByRole('option', { name: option }).first().click()
}

/** Chooses what to plant by typing. */
export async function chooseVariety(page: Page, name: string): Promise<void> {
  const field = page.getByRole('combobox', { name: 'What' })
  await field.fill(name)
  await page.getByRole('option', { name, exact: true }).click()
}

/** Opens sister work that is folded on a phone, so that each piece of it stands on the page. */
export async function unfold(page: Page): Promise<void> {
  const folded = page.locator('[data-folded] button[aria-expanded="false"]')
  while ((await folded.count()) > 0) await folded.first().click()
}
