/** npm start: everything from a fresh clone to an address in the browser, and up again whatever part of it ends. */
import { mkdirSync } from 'node:fs'
import { hostname } from 'node:os'
import { join } from 'node:path'
import { backupFolder, closedFolders, farmHome, startFarmCluster } from './cluster.mjs'
import { caddyWay, sayHow } from './https.mjs'
import { keepUp } from './keep-up.mjs'
import {
  asAccount,
  checkNode,
  ensureCaddy,
  ensureBuild,
  ensurePackages,
  freePort,
  nextBin,
  ROOT,
  runTypeScript,
  say,
  servingAccount,
  startArguments,
  SetupError,
} from './machine.mjs'

const dev = process.argv.includes('--dev')
const share = process.argv.includes('--share')
const newPostgres = process.argv.includes('--new-postgres')
const GIVE_UP = 5 // starts of the web server in a row that ended before it was ready
const LOOK_EVERY = 1000 // ms between looks whether the database is up

let stopping = false
let stop = () => undefined
// Before there is anything to stop, and while it is being stopped, another Ctrl-C changes nothing.
for (const signal of ['SIGINT', 'SIGTERM'])
  process.on(signal, () => {
    if (stopping) return
    stopping = true
    stop()
  })

async function main() {
  checkNode()
  ensurePackages()
  const cluster = process.env.DATABASE_URL ? undefined : await startFarmCluster({ newPostgres })
  if (cluster?.by)
    throw new SetupError(
      `Dove Step runs from this folder already${cluster.by.address ? `: ${cluster.by.address}` : ', just starting or making a backup'} (process ${cluster.by.pid}).\nOpen that, or stop it first: Ctrl-C where it was started, or kill ${cluster.by.pid}.`,
    )
  const url = cluster?.url ?? process.env.DATABASE_URL
  try {
    const backups = backupFolder()
    const env = { DATABASE_URL: url, DOVE_STEP_BACKUPS: backups }
    if ((await runTypeScript('scripts/load-demo.ts', [], env)) !== 0)
      throw new SetupError('The database could not be made ready.')
    backupFolder()
    for (const folder of dev ? [] : closedFolders())
      say(
        `No backup can be made into ${folder}: the account ${servingAccount().name} may not write there. Give it to that account with chown.`,
      )
    if (!dev && !stopping) ensureBuild()
    const port = Number(process.env.PORT) || (await freePort())
    const host = process.env.HOST ?? '127.0.0.1'
    const front = share ? caddyFor(port) : undefined
    if (front)
      Object.assign(env, {
        DOVE_STEP_HTTPS: '1',
        DOVE_STEP_ADDRESS: front.address,
        DOVE_STEP_HOSTS: [process.env.DOVE_STEP_HOSTS, front.domain, ...front.names].filter(Boolean).join(','),
      })
    if (front || !isOfThisMachine(host)) {
      env.DOVE_STEP_SHARED = '1'
      const name = host === '0.0.0.0' || host === '::' ? hostname().toLowerCase() : host
      if ((await runTypeScript('scripts/first-owner.ts', [front?.address ?? `http://${name}:${port}`], env)) !== 0)
        throw new SetupError('The database could not be made ready.')
    }
    if (!stopping) await serve(env, cluster, { host: front ? '127.0.0.1' : host, port, front })
  } finally {
    cluster?.stop()
  }
}

/** What stands before the application where it is shared by HTTPS. */
function caddyFor(port) {
  ensureCaddy()
  const domain = process.env.DOVE_STEP_DOMAIN || undefined
  const https = Number(process.env.HTTPS_PORT) || (domain ? 443 : 8443)
  const http = Number(process.env.HTTP_PORT) || (domain ? 80 : 8080)
  return { ...caddyWay({ home: join(farmHome(), 'caddy'), domain, to: port, https, http }), domain, http }
}

/** Whether an address is reached from this machine alone. */
const isOfThisMachine = (host) => host === 'localhost' || host === '::1' || /^127\./.test(host)

/** What the web server and the worker say goes to the terminal, and to files that never grow without end. */
async function keptLog(cluster) {
  if (!cluster) return undefined
  const { createStream } = await import('rotating-file-stream')
  const path = join(cluster.home, 'logs')
  mkdirSync(path, { recursive: true })
  const log = createStream('dove-step.log', { path, size: '5M', maxFiles: 6 })
  log.on('error', (error) => say(`The log in ${path} cannot be written: ${error.message}`))
  return log
}

/** Serves until it is stopped. */
async function serve(env, cluster, { host, port, front }) {
  const address = `http://${host}:${port}`
  const who = dev ? undefined : servingAccount()
  const log = await keptLog(cluster)
  const shared = { ...process.env, ...env, NEXT_TELEMETRY_DISABLED: '1', ...(who ? { HOME: '/tmp' } : {}) }
  let told = false
  let ready = false
  let tried = 0

  const webWay = asAccount(
    who,
    process.execPath,
    dev ? [nextBin(), 'dev', '-H', host, '-p', String(port)] : startArguments(host, port),
  )
  if (webWay.root)
    say(
      'This folder is closed to other accounts, so the web server and its worker run as root. Put the checkout where everyone may read to avoid that.',
    )
  const web = keepUp(
    () => ({
      ...webWay,
      options: {
        ...webWay.options,
        cwd: ROOT,
        stdio: ['ignore', 'pipe', 'pipe'],
        env: { ...shared, NODE_ENV: dev ? 'development' : 'production' },
      },
    }),
    {
      started(child) {
        ready = false
        cluster?.held.started(child.pid)
        child.stderr.on('data', (text) => {
          process.stderr.write(text)
          log?.write(text)
        })
        child.stdout.on('data', (text) => {
          if (dev) process.stdout.write(text)
          if (ready || !/ready/i.test(String(text))) return
          ready = true
          tried = 0
          cluster?.held.serves(address)
          say(
            told ? 'The web server is up again.' : `Dove Step is ready: ${front?.address ?? address}\nCtrl-C stops it.`,
          )
          if (front && !told) void sayHow(front)
          told = true
        })
      },
      ended(code, _, wait) {
        if (!ready && ++tried >= GIVE_UP) return false
        say(`The web server ended (${code}); it is started again in ${wait / 1000} s.`)
      },
    },
  )

  // Fits asked of the server, and the backup of every night, are made by a process of their own.
  const workerWay = asAccount(who, process.execPath, ['--import', 'tsx', 'scripts/serve-fits.ts'])
  const worker = keepUp(
    () => ({
      ...workerWay,
      options: { ...workerWay.options, cwd: ROOT, stdio: ['ignore', 'ignore', 'pipe'], env: shared },
    }),
    {
      started(child) {
        cluster?.held.started(child.pid)
        child.stderr.on('data', (text) => {
          process.stderr.write(text)
          log?.write(text)
        })
      },
      ended: (code, _, wait) => say(`The worker ended (${code}); it is started again in ${wait / 1000} s.`),
    },
  )

  const caddy =
    front &&
    keepUp(
      () => ({
        ...front,
        options: {
          ...front.options,
          cwd: ROOT,
          stdio: ['ignore', 'ignore', 'pipe'],
          env: { ...process.env, ...front.env },
        },
      }),
      {
        started(child) {
          cluster?.held.started(child.pid)
          child.stderr.on('data', (text) => {
            process.stderr.write(text)
            log?.write(text)
          })
        },
        ended: (code, _, wait) => say(`Caddy ended (${code}); it is started again in ${wait / 1000} s.`),
      },
    )

  let starting = false
  const watch = setInterval(async () => {
    if (!cluster || starting || stopping || cluster.isUp()) return
    starting = true
    say('The database ended; it is started again.')
    try {
      await cluster.again()
      say('The database is up again.')
    } catch (error) {
      say(error.message)
    } finally {
      starting = false
    }
  }, LOOK_EVERY)

  stop = () => void Promise.all([web.stop(), worker.stop(), caddy?.stop()])
  if (stopping) stop()
  const code = await web.done
  clearInterval(watch)
  await worker.stop()
  await caddy?.stop()
  log?.end()
  if (code !== undefined) throw new SetupError(`The web server does not start: it ended with ${code}.`)
}

main().then(
  () => process.exit(0),
  (error) => {
    // What was being done when it was stopped has failed because of that.
    if (!stopping) console.error(error instanceof SetupError ? error.message : error)
    process.exit(stopping ? 130 : 1)
  },
)
