/**
 * npm run soak: what takes too long for every test run. A server is sent what nobody should send, and is killed part by
 * part while records are written: none that was acknowledged may be lost or doubled, and the first start after must serve.
 *
 * Options: --kills 60, --writes 1000, --rough 1 (share of the full counts), --seasons 20, --seed 1, --archive (restores to a
 * minute, too)
 */
import { spawn, type ChildProcess } from 'node:child_process'
import { chmodSync, mkdtempSync, readFileSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { parseArgs } from 'node:util'
import { freePort, ROOT } from './machine.mjs'
import { tryArchive } from './soak/archive'
import { chanceOf } from './soak/chance'
import { oddDocuments, sendDocuments } from './soak/documents'
import { sendRough } from './soak/rough'
import { playSeasons } from './soak/seasons'
import { readOddSheets } from './soak/sheets'
import { demoSeasonId, startWriters } from './soak/writers'

const { values } = parseArgs({
  options: {
    kills: { type: 'string', default: '60' },
    writes: { type: 'string', default: '1000' },
    rough: { type: 'string', default: '1' },
    seasons: { type: 'string', default: '20' },
    seed: { type: 'string', default: '1' },
    archive: { type: 'boolean', default: false },
  },
})
const [kills, writes, rough, seasons, seed] = [
  values.kills,
  values.writes,
  values.rough,
  values.seasons,
  values.seed,
].map(Number) as [number, number, number, number, number]
const folder = mkdtempSync(join(tmpdir(), 'dove-step-soak-'))
chmodSync(folder, 0o755)
const port = await freePort()
const url = `http://127.0.0.1:${port}`
const print = (line: object) => console.log(JSON.stringify(line))
const sleep = (ms: number) => new Promise((done) => setTimeout(done, ms))
const faults: string[] = []
const MOST_FAULTS = 100 // then it ends

const chance = chanceOf(seed)

interface Started {
  child: ChildProcess
  said: string
  ended: boolean
}

/** Starts it all, and waits until it serves; one that ends before has failed. */
async function start(): Promise<Started> {
  const child = spawn(process.execPath, [join(ROOT, 'scripts/start.mjs')], {
    cwd: ROOT,
    env: { ...process.env, DOVE_STEP_DATA: folder, PORT: String(port), DATABASE_URL: '', DOVE_STEP_LIMITS: 'off' },
    stdio: ['ignore', 'pipe', 'pipe'],
    detached: true,
  })
  const started: Started = { child, said: '', ended: false }
  for (const stream of [child.stdout, child.stderr]) stream.on('data', (text) => (started.said += String(text)))
  child.once('exit', () => (started.ended = true))
  const begun = Date.now()
  while (!started.said.includes('is ready: ')) {
    if (started.ended || Date.now() - begun > 120_000) throw new Error(`a start did not serve: ${started.said}`)
    await sleep(100)
  }
  return started
}

const ready = async () =>
  fetch(`${url}/api/health`, { signal: AbortSignal.timeout(5000) }).then(
    ({ ok }) => ok,
    () => false,
  )
async function untilReady(what: string): Promise<number> {
  const begun = Date.now()
  while (!(await ready())) {
    if (Date.now() - begun > 60_000) throw new Error(`it did not come back after ${what}`)
    await sleep(100)
  }
  return Date.now() - begun
}

/** Memory of the web server, MB. */
function memory(): number {
  const { children } = running()
  const sizes = children.map((pid) => {
    try {
      return Number(/VmRSS:\s+(\d+)/.exec(readFileSync(`/proc/${pid}/status`, 'utf8'))?.[1] ?? 0) / 1024
    } catch {
      return 0 // it has ended
    }
  })
  return Math.round(sizes[0] ?? 0)
}

function running(): { holder: number; postmaster: number; children: number[] } {
  const { pid, children } = JSON.parse(readFileSync(join(folder, 'running.json'), 'utf8')) as {
    pid: number
    children: { pid: number }[]
  }
  const [postmaster] = readFileSync(join(folder, 'cluster', 'postmaster.pid'), 'utf8').split('\n')
  return { holder: pid, postmaster: Number(postmaster), children: children.map((one) => one.pid) }
}

let now = await start()
for (const signal of ['SIGINT', 'SIGTERM'] as const)
  process.once(signal, () => {
    now.child.kill('SIGTERM')
    process.exit(1)
  })
try {
  await untilReady('the first start')

  // What nobody should send.
  await sendRough(url, { records: 50, photos: 5, addresses: 60 }, seed + 1)
  const before = memory()
  const outcome = await sendRough(
    url,
    { records: Math.round(1000 * rough), photos: Math.round(300 * rough), addresses: Math.round(500 * rough) },
    seed,
  )
  await sleep(5000)
  const after = memory()
  print({ what: 'rough', ...outcome, longest: Math.round(outcome.longest), memoryBefore: before, memoryAfter: after })
  faults.push(...outcome.faults)
  if (outcome.longest > 5000) faults.push(`an answer took ${Math.round(outcome.longest)} ms`)

  // Documents to import; spreadsheets, which are read on the device.
  const good = readFileSync(join(ROOT, 'demo/one-tunnel-2027.json'), 'utf8')
  const imports = await sendDocuments(url, oddDocuments(good, Math.round(5000 * rough), seed))
  print({ what: 'documents', ...imports, longest: Math.round(imports.longest), memoryAfter: memory() })
  faults.push(...imports.faults)
  if (imports.longest > 5000) faults.push(`an answer took ${Math.round(imports.longest)} ms`)
  const sheets = await readOddSheets(Math.round(1000 * rough), seed)
  print({ what: 'spreadsheets', ...sheets, longest: Math.round(sheets.longest) })
  faults.push(...sheets.faults)
  if (sheets.longest > 5000) faults.push(`a spreadsheet took ${Math.round(sheets.longest)} ms`)

  // Whole seasons, recorded by several devices.
  const farms = ['one-tunnel', 'loft-and-porch', 'kestrel-flat'].map((name) =>
    readFileSync(join(ROOT, `demo/${name}-2027.json`), 'utf8'),
  )
  const played = await playSeasons(url, farms, seasons, seed)
  print({ what: 'seasons', ...played, longest: Math.round(played.longest), memoryAfter: memory() })
  faults.push(...played.faults)

  // Killed while records are written. Farms were made by then: this one is named.
  const season = await demoSeasonId(url)
  const writers = startWriters({ url, season, devices: 4, pause: 60, mostFaults: MOST_FAULTS })
  const back: number[] = []
  const done: Record<string, number> = {}
  for (let i = 0; i < kills; i++) {
    await sleep(300 + 1500 * chance())
    const { holder, postmaster, children } = running()
    const [web, worker] = children.slice(-2)
    const parts = {
      database: [postmaster],
      web: [web!],
      worker: [worker!],
      start: [holder],
      everything: [holder, postmaster, ...children],
    }
    const names = Object.keys(parts) as (keyof typeof parts)[]
    const part = names[Math.floor(chance() * names.length)]!
    for (const pid of parts[part])
      try {
        process.kill(pid, 'SIGKILL')
      } catch (error) {
        if ((error as NodeJS.ErrnoException).code !== 'ESRCH') throw error
      }
    done[part] = (done[part] ?? 0) + 1
    const begun = Date.now()
    if (part === 'start' || part === 'everything') {
      while (!now.ended) await sleep(20)
      now = await start()
    } else await sleep(50)
    await untilReady(part)
    back.push(Date.now() - begun)
  }
  await writers.end(writes)
  const { lost, doubled } = await writers.compared()
  faults.push(...writers.faults)
  back.sort((a, b) => a - b)
  print({
    what: 'kills',
    kills: done,
    acknowledged: writers.acknowledged.size,
    lost,
    doubled,
    backMedian: back[Math.floor(back.length / 2)],
    backLongest: back.at(-1),
  })
  if (lost > 0 || doubled > 0) faults.push(`${lost} lost, ${doubled} doubled`)

  if (values.archive) {
    const found = await tryArchive({
      folder,
      url,
      season,
      start: async () => {
        now = await start()
        await untilReady('a start')
      },
      stop: async () => {
        now.child.kill('SIGINT')
        while (!now.ended) await sleep(20)
      },
    })
    print({ what: 'archive', faults: found.length })
    faults.push(...found)
  }

  const begun = Date.now()
  now.child.kill('SIGINT')
  while (!now.ended) await sleep(20)
  print({ what: 'stop', ms: Date.now() - begun })
  if (Date.now() - begun > 10_000) faults.push('it took more than ten seconds to stop')
} finally {
  if (!now.ended) now.child.kill('SIGTERM')
  while (!now.ended) await sleep(50)
  rmSync(folder, { recursive: true, force: true })
}
for (const fault of faults.slice(0, 40)) console.error(fault)
console.log(`${faults.length} faults`)
process.exitCode = faults.length === 0 ? 0 : 1
