/** npm start: everything from a fresh clone to an address in the browser. */
import { spawn } from 'node:child_process'
import { existsSync } from 'node:fs'
import { join } from 'node:path'
import {
  accountCanEnter,
  checkNode,
  ensureBuild,
  ensurePackages,
  freePort,
  isRoot,
  nextBin,
  ROOT,
  runTypeScript,
  say,
  serverAccount,
  SetupError,
  startFarmCluster,
} from './machine.mjs'

const dev = process.argv.includes('--dev')
let stopping = false
// Before there is anything to stop, and while it is being stopped, another Ctrl-C changes nothing.
for (const signal of ['SIGINT', 'SIGTERM']) process.on(signal, () => (stopping ? undefined : (stopping = true)))

async function main() {
  checkNode()
  ensurePackages()
  let cluster
  let url = process.env.DATABASE_URL
  if (!url) {
    cluster = await startFarmCluster()
    url = cluster.url
  }
  try {
    if ((await runTypeScript('scripts/load-demo.ts', [], { DATABASE_URL: url })) !== 0)
      throw new SetupError('The database could not be made ready.')
    if (!dev && !stopping) ensureBuild()
    if (!stopping) await serve(url)
  } finally {
    if (cluster && !cluster.alreadyRunning) cluster.stop()
  }
}

/** Serves until it is stopped. */
async function serve(url) {
  const port = Number(process.env.PORT) || (await freePort())
  const host = process.env.HOST ?? '127.0.0.1'
  const account = dev ? undefined : serverAccount()
  const canRead = !isRoot || (existsSync(join(ROOT, '.next')) && accountCanEnter(join(ROOT, '.next')))
  if (account && !canRead)
    say(
      'The server account cannot read this folder, so the web server runs as root. Put the checkout where everyone may read to avoid that.',
    )
  const child = spawn(process.execPath, [nextBin(), dev ? 'dev' : 'start', '-H', host, '-p', String(port)], {
    cwd: ROOT,
    stdio: ['ignore', 'pipe', 'inherit'],
    env: {
      ...process.env,
      DATABASE_URL: url,
      NODE_ENV: dev ? 'development' : 'production',
      NEXT_TELEMETRY_DISABLED: '1',
      HOME: account ? '/tmp' : process.env.HOME,
    },
    ...(account && canRead ? { uid: account.uid, gid: account.gid } : {}),
  })
  let told = false
  child.stdout.on('data', (text) => {
    if (dev) process.stdout.write(text)
    if (!told && /ready/i.test(String(text))) {
      told = true
      say(`Dove Step is ready: http://${host}:${port}\nCtrl-C stops it.`)
    }
  })
  // Fits asked of the server are made by a process of their own.
  const fits = spawn(process.execPath, ['--import', 'tsx', 'scripts/serve-fits.ts'], {
    cwd: ROOT,
    stdio: ['ignore', 'ignore', 'inherit'],
    env: { ...process.env, DATABASE_URL: url },
  })
  const stop = () => {
    stopping = true
    fits.kill('SIGTERM')
    child.kill('SIGTERM')
  }
  process.on('SIGINT', stop)
  process.on('SIGTERM', stop)
  const code = await new Promise((done) => child.on('exit', (status, signal) => done(signal ? 0 : status)))
  if (fits.exitCode === null) {
    fits.kill('SIGTERM')
    await new Promise((done) => fits.on('exit', done))
  }
  if (code !== 0 && code !== 143 && code !== 130) throw new SetupError(`The web server ended with code ${code}.`)
}

main().then(
  () => process.exit(0),
  (error) => {
    // What was being done when it was stopped has failed because of that.
    if (!stopping) console.error(error instanceof SetupError ? error.message : error)
    process.exit(stopping ? 130 : 1)
  },
)
