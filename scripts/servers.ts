/**
 * npm run cluster: several servers in the place of one, here on loopback, as docs/scale.md describes them, until Ctrl-C.
 *
 * With --kills 4 (and --devices 30) they are made anew in a folder of their own, and machines are taken down in turn while
 * devices record: the one of the primary with all that runs on it, and an instance of the application. None that was
 * acknowledged may be lost. PORT is the address; --loud says what the parts say.
 */
import { chmodSync, mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { parseArgs } from 'node:util'
import { farmHome } from './cluster.mjs'
import { ensureBuild, runTypeScript, SetupError } from './machine.mjs'
import { startServers, type Servers } from './servers/servers.mjs'
import { demoSeasonId, startWriters } from './soak/writers'

const { values } = parseArgs({
  options: {
    kills: { type: 'string', default: '0' },
    devices: { type: 'string', default: '30' },
    loud: { type: 'boolean', default: false },
  },
})
const kills = Number(values.kills)
const AWAY = 40_000 // ms a machine stays away: longer than the database waits for it
const TOLD = 20 // changes whose way to the other instance is measured
const sleep = (ms: number) => new Promise((done) => setTimeout(done, ms))
const print = (line: object) => console.log(JSON.stringify(line))
const middle = (all: number[]) => Math.round([...all].sort((a, b) => a - b)[Math.floor(all.length / 2)]!)

async function prepare(url: string, backups: string): Promise<void> {
  const env = { DATABASE_URL: url, DOVE_STEP_BACKUPS: backups }
  if ((await runTypeScript('scripts/load-demo.ts', [], env)) !== 0)
    throw new SetupError('The database could not be made ready.')
}

/** How long it takes until a page that listens to one instance is told of what was recorded at the other, ms. */
async function measureTold({ instances: [first, second] }: Servers, season: string): Promise<number[]> {
  const ending = new AbortController()
  const heard = await fetch(`${second}/api/changes?season=${season}`, { signal: ending.signal })
  const reader = heard.body!.pipeThrough(new TextDecoderStream()).getReader()
  const next = async () => {
    for (;;) {
      const { value } = await reader.read()
      if (value?.includes('data:')) return
    }
  }
  await next() // where it stands now
  const times: number[] = []
  for (let i = 0; i < TOLD; i++) {
    const told = next()
    const begun = performance.now()
    const writers = startWriters({ url: first!, season, devices: 1, pause: 0 })
    await writers.end(1)
    await told
    times.push(performance.now() - begun)
  }
  ending.abort()
  await reader.cancel().catch(() => undefined) // it was ended just now
  return times
}

/** Takes machines down while devices record. @returns what is wrong, if anything */
async function killThem(servers: Servers): Promise<string[]> {
  const faults: string[] = []
  const season = await demoSeasonId(servers.url)
  const told = await measureTold(servers, season)
  print({ what: 'told at the other instance', medianMs: middle(told), longestMs: Math.round(Math.max(...told)) })
  if (Math.max(...told) > 1000) faults.push('a change took more than a second to the other instance')

  const writers = startWriters({ url: servers.url, season, devices: Number(values.devices), pause: 100 })
  await sleep(5000)
  const before = writers.acknowledged.size
  writers.longestGap()
  await sleep(10_000)
  print({
    what: 'undisturbed',
    perSecond: (writers.acknowledged.size - before) / 10,
    gapMs: Math.round(writers.longestGap()),
  })
  for (let i = 0; i < kills; i++) {
    const primary = (await servers.until('A primary', servers.nameOfPrimary)) as 'a' | 'b'
    const whole = i % 2 === 0
    const other = primary === 'a' ? 'b' : 'a'
    const parts = whole
      ? servers.machines[primary]
      : servers.machines[other].filter(({ name }) => name.startsWith('application'))
    writers.longestGap()
    for (const part of parts) part.kill()
    await sleep(whole ? AWAY : 10_000)
    const now = await servers.until('A primary', servers.nameOfPrimary)
    for (const part of parts) part.start()
    await servers.until('The second database', servers.isWhole)
    await sleep(5000)
    print({
      what: whole ? 'the machine of the primary was taken down' : 'an instance was killed',
      primary: `${primary} → ${now}`,
      gapMs: Math.round(writers.longestGap()),
    })
    if (whole && now === primary) faults.push('no other database took over')
  }
  await writers.end()
  await sleep(1000)
  const compared = await writers.compared()
  print({ what: 'records', acknowledged: writers.acknowledged.size, ...compared })
  faults.push(...writers.faults)
  if (compared.lost > 0 || compared.doubled > 0) faults.push('records were lost or doubled')
  return faults
}

let folder: string
if (kills > 0) {
  folder = mkdtempSync(join(tmpdir(), 'dove-step-servers-'))
  chmodSync(folder, 0o755)
} else folder = farmHome()
let asked = false
let go: () => void = () => undefined
const told = new Promise<void>((done) => (go = done))
for (const signal of ['SIGINT', 'SIGTERM'] as const)
  process.on(signal, () => {
    asked = true
    go()
  })
try {
  ensureBuild()
  const servers = await startServers({
    folder: join(folder, 'servers'),
    web: Number(process.env.PORT) || undefined,
    prepare,
    isOver: () => asked,
    ...(values.loud ? { tell: (part: string, text: string) => process.stderr.write(`[${part}] ${text}`) } : {}),
    env: kills > 0 ? { DOVE_STEP_LIMITS: 'off' } : {},
  })
  try {
    if (kills > 0 && !asked) {
      const faults = await Promise.race([killThem(servers), told.then(() => ['stopped before it was done'])])
      for (const fault of faults) console.error(fault)
      console.log(`${faults.length} faults`)
      process.exitCode = faults.length === 0 ? 0 : 1
    } else if (!asked) {
      console.log(`Dove Step is ready: ${servers.url}\nCtrl-C stops all of it.`)
      await told
    }
  } finally {
    await servers.stop()
  }
} catch (error) {
  if (!(error instanceof SetupError)) throw error
  console.error(error.message)
  process.exitCode = 1
} finally {
  if (kills > 0) rmSync(folder, { recursive: true, force: true })
}
process.exit()
