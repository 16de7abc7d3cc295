/** npm start as growers meet it: the first start after anything has ended must serve. */
import { execFileSync, spawn, type ChildProcess } from 'node:child_process'
import { chmodSync, mkdirSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { expect, test as base } from '@playwright/test'
import { freePort, isRoot, ROOT } from '../scripts/machine.mjs'

interface Started {
  child: ChildProcess
  said: () => string
  ready: Promise<void>
  ended: Promise<number>
}

interface Place {
  folder: string
  url: string
  start(more?: Record<string, string>): Started
}

const pidsIn = (folder: string): { postmaster: number; holder: number; children: number[] } => {
  const { pid, children } = JSON.parse(readFileSync(join(folder, 'running.json'), 'utf8')) as {
    pid: number
    children: { pid: number }[]
  }
  const [postmaster] = readFileSync(join(folder, 'cluster', 'postmaster.pid'), 'utf8').split('\n')
  return { postmaster: Number(postmaster), holder: pid, children: children.map((one) => one.pid) }
}

/** Ends a process at once; one that ended by itself since it was noted, as the worker may without its database, is passed over. */
const endNow = (pid: number) => {
  try {
    process.kill(pid, 'SIGKILL')
  } catch (error) {
    if ((error as NodeJS.ErrnoException).code !== 'ESRCH') throw error
  }
}

/** How the server is, or `undefined` where it does not answer. */
const health = async (url: string): Promise<{ ready: boolean } | undefined> =>
  fetch(`${url}/api/health`, { signal: AbortSignal.timeout(5000) }).then(
    (answer) => answer.json() as Promise<{ ready: boolean }>,
    () => undefined,
  )
const isReady = (url: string) => expect.poll(async () => (await health(url))?.ready, { timeout: 30_000 }).toBe(true)

const test = base.extend<{ place: Place }>({
  place: async ({}, use) => {
    const folder = mkdtempSync(join(tmpdir(), 'dove-step-start-'))
    chmodSync(folder, 0o755)
    const port = await freePort()
    const all: Started[] = []
    const start = (more: Record<string, string> = {}): Started => {
      const child = spawn(process.execPath, [join(ROOT, 'scripts/start.mjs')], {
        cwd: ROOT,
        env: {
          ...process.env,
          DOVE_STEP_DATA: folder,
          PORT: String(port),
          DATABASE_URL: '',
          NODE_ENV: 'production',
          ...more,
        },
        stdio: ['ignore', 'pipe', 'pipe'],
        // In a group of its own, so that nothing sent to the tests reaches it.
        detached: true,
      })
      let said = ''
      const ended = new Promise<number>((done) => child.once('exit', (code) => done(code ?? -1)))
      const ready = new Promise<void>((done, failed) => {
        const hear = (text: Buffer) => {
          said += String(text)
          if (/is ready: /.test(said)) done()
        }
        child.stdout.on('data', hear)
        child.stderr.on('data', hear)
        void ended.then((code) => failed(new Error(`it ended with ${code}: ${said}`)))
      })
      ready.catch(() => undefined)
      const started = { child, said: () => said, ready, ended }
      all.push(started)
      return started
    }
    await use({ folder, url: `http://127.0.0.1:${port}`, start })
    for (const { child } of all) child.kill('SIGTERM')
    await Promise.all(all.map(({ ended }) => ended))
    rmSync(folder, { recursive: true, force: true })
  },
})
test.describe.configure({ timeout: 180_000 })

test('whatever part is ended without warning, it comes back, and the first start after serves', async ({ place }) => {
  const first = place.start()
  await first.ready
  await isReady(place.url)

  // Each part by itself: what is left starts it again at the same address.
  process.kill(pidsIn(place.folder).postmaster, 'SIGKILL')
  await expect.poll(first.said, { timeout: 30_000 }).toContain('The database is up again')
  await isReady(place.url)
  for (const pid of pidsIn(place.folder).children) endNow(pid)
  await expect.poll(first.said, { timeout: 30_000 }).toContain('The web server is up again')
  await isReady(place.url)

  // What holds them together, with the rest left behind; then everything at once.
  const { postmaster, holder } = pidsIn(place.folder)
  process.kill(holder, 'SIGKILL')
  await first.ended
  const second = place.start()
  await second.ready
  await isReady(place.url)
  expect(pidsIn(place.folder).postmaster).toBe(postmaster)
  const left = pidsIn(place.folder)
  for (const pid of [left.holder, left.postmaster, ...left.children]) endNow(pid)
  await second.ended
  const third = place.start()
  await third.ready
  await isReady(place.url)

  // One folder is served once: a second start is told, and stops nothing.
  const serving = pidsIn(place.folder)
  const other = place.start()
  expect(await other.ended).toBe(1)
  expect(other.said()).toContain(`Dove Step runs from this folder already: ${place.url}`)
  await isReady(place.url)
  expect(pidsIn(place.folder)).toEqual(serving)
  for (const pid of [serving.holder, serving.postmaster, ...serving.children]) process.kill(pid, 0)

  // Ctrl-C ends it all, though the database is being used; what a page listens to is ended, not cut.
  const listened = (await fetch(`${place.url}/api/changes`)).body!.pipeThrough(new TextDecoderStream()).getReader()
  let heard = ''
  while (!heard.includes('data: ')) heard += (await listened.read()).value ?? ''
  const ended = listened.read()
  const before = Date.now()
  third.child.kill('SIGINT')
  expect(await third.ended).toBe(0)
  expect(Date.now() - before).toBeLessThan(10_000)
  expect(await health(place.url)).toBeUndefined()
  expect((await ended).done).toBe(true)
})

test('what a power cut leaves behind holds nothing up: numbers of other processes, half-made files', async ({
  place,
}) => {
  // A database that was being made when the power went.
  const cluster = join(place.folder, 'cluster')
  mkdirSync(cluster)
  writeFileSync(join(cluster, 'PG_VERSION'), '15\n')
  const first = place.start()
  await first.ready
  await isReady(place.url)
  const { postmaster, holder, children } = pidsIn(place.folder)
  const [pidFile, running] = ['cluster/postmaster.pid', 'running.json'].map((name) => {
    const path = join(place.folder, name)
    return { path, text: readFileSync(path, 'utf8') }
  })
  for (const pid of [holder, postmaster, ...children]) endNow(pid)
  await first.ended

  // After the machine came back, the numbers belong to others: one of the account of the database, and this test.
  const stranger = isRoot
    ? spawn('runuser', ['-u', 'postgres', '--', 'sleep', '120'], { stdio: 'ignore' })
    : spawn('sleep', ['120'], { stdio: 'ignore' })
  writeFileSync(pidFile!.path, pidFile!.text.replace(/^\d+/, String(stranger.pid)))
  writeFileSync(running!.path, running!.text.replace(/"pid":\d+/, `"pid":${process.pid}`))
  const second = place.start()
  await second.ready
  await isReady(place.url)
  expect(stranger.exitCode).toBeNull()
  stranger.kill('SIGKILL')
})

test('what cannot be put right by itself is said in plain words', async ({ place }) => {
  const first = place.start()
  await first.ready
  first.child.kill('SIGTERM')
  await first.ended

  // A database of another PostgreSQL.
  const version = join(place.folder, 'cluster', 'PG_VERSION')
  const own = readFileSync(version, 'utf8')
  writeFileSync(version, '9\n')
  const other = place.start()
  expect(await other.ended).toBe(1)
  expect(other.said()).toContain('was made by PostgreSQL 9')
  expect(other.said()).toContain('npm start -- --new-postgres')
  writeFileSync(version, own)

  // A full disk: only where this account may mount one.
  const mounted = isRoot && mount(place.folder)
  test.skip(!mounted, 'no disk can be mounted here')
  try {
    execFileSync('chown', ['-R', 'postgres:', place.folder])
    const full = place.start()
    expect(await full.ended).toBe(1)
    expect(full.said()).toContain('The disk is full')
  } finally {
    execFileSync('umount', [place.folder])
  }
  const again = place.start()
  await again.ready
  await isReady(place.url)
})

/** A disk of 12 MB in the place of a folder. */
function mount(folder: string): boolean {
  try {
    execFileSync('mount', ['-t', 'tmpfs', '-o', 'size=12m,mode=755', 'none', folder], { stdio: 'ignore' })
    return true
  } catch {
    return false
  }
}

test('reached from other machines it lets nobody in unasked; the link it prints makes the first owner, once', async ({
  place,
  page,
}) => {
  const first = place.start({ HOST: '0.0.0.0' })
  await first.ready
  await isReady(place.url)
  expect((await fetch(`${place.url}/out/season.json`)).status).toBe(401)
  const link = /\/join\/[\w-]+/.exec(first.said())![0]
  await page.goto(`${place.url}/today`)
  await expect(page.getByText(/no owner yet/)).toBeVisible()
  await page.goto(place.url + link)
  await page.locator('html[data-ready]').waitFor()
  await page.getByLabel('Your name').fill('Ines')
  await page.getByLabel('E-mail address').fill('ines@example.org')
  await page.getByLabel('Password').fill('three blue doors')
  await page.getByRole('button', { name: 'Join' }).click()
  await expect(page.getByText('Ines, owner')).toBeVisible()
  first.child.kill('SIGINT')
  await first.ended
  const second = place.start({ HOST: '0.0.0.0' })
  await second.ready
  await isReady(place.url)
  expect(second.said()).not.toContain('/join/')
  expect((await fetch(`${place.url}/out/season.json`)).status).toBe(401)
})
