/** What this machine has and what it lacks: Node, packages, PostgreSQL, Chromium, accounts to run under. */
import { spawn, spawnSync } from 'node:child_process'
import { createHash } from 'node:crypto'
import { existsSync, readdirSync, readFileSync, writeFileSync } from 'node:fs'
import { createServer } from 'node:net'
import { dirname, join, resolve } from 'node:path'
import { fileURLToPath } from 'node:url'

export const ROOT = resolve(dirname(fileURLToPath(import.meta.url)), '..')
export const isRoot = process.getuid?.() === 0

/** Something a person can put right; printed without a stack. */
export class SetupError extends Error {}

export function say(text) {
  console.log(text)
}

/** Fails on a Node that is too old, before anything else does so less clearly. */
export function checkNode() {
  const [major, minor] = process.versions.node.split('.').map(Number)
  if (major < 20 || (major === 20 && minor < 11)) {
    throw new SetupError(`Dove Step needs Node 20.11 or newer; this is ${process.versions.node}.`)
  }
}

/** Installs npm packages when the lock file changed since they were last installed. */
export function ensurePackages() {
  const stamp = join(ROOT, 'node_modules', '.dove-step-lock')
  const lock = hashOf([join(ROOT, 'package.json'), join(ROOT, 'package-lock.json')])
  if (existsSync(stamp) && readFileSync(stamp, 'utf8') === lock) return
  say('Installing packages …')
  const npm = (command) =>
    spawnSync('npm', [command, '--no-audit', '--no-fund', '--loglevel=error'], {
      cwd: ROOT,
      encoding: 'utf8',
      env: { ...process.env, NODE_ENV: 'development' },
    })
  // "npm ci" refuses a lock file that lacks other platforms' optional packages; "install" reads the same lock.
  let result = npm('ci')
  if (result.status !== 0) result = npm('install')
  if (result.status !== 0) throw new SetupError(`npm could not install the packages:\n${result.stderr}`)
  // An install that rewrote the lock file for this platform leaves it as it was.
  spawnSync('git', ['checkout', '--quiet', '--', 'package-lock.json'], { cwd: ROOT })
  writeFileSync(stamp, hashOf([join(ROOT, 'package.json'), join(ROOT, 'package-lock.json')]))
}

function hashOf(files) {
  const hash = createHash('sha256')
  for (const file of files) hash.update(existsSync(file) ? readFileSync(file) : '')
  return hash.digest('hex')
}

/** Hash of everything the build is made from. */
export function sourceHash() {
  const files = [
    'package.json',
    'package-lock.json',
    'next.config.ts',
    'tsconfig.json',
    'scripts/service-worker.mjs',
  ].map((file) => join(ROOT, file))
  const walk = (folder) => {
    for (const entry of readdirSync(folder, { withFileTypes: true })) {
      const path = join(folder, entry.name)
      if (entry.isDirectory()) walk(path)
      else if (!/\.test\.tsx?$/.test(entry.name) && path !== SERVICE_WORKER) files.push(path)
    }
  }
  for (const folder of ['src', 'public']) if (existsSync(join(ROOT, folder))) walk(join(ROOT, folder))
  return hashOf(files.sort())
}

/** Written by each build, with the list of its files. */
const SERVICE_WORKER = join(ROOT, 'public', 'sw.js')

/** Builds the application unless the build that is there was made from the same sources. */
export function ensureBuild() {
  const stamp = join(ROOT, '.next', 'dove-step-sources')
  const hash = sourceHash()
  const built = existsSync(join(ROOT, '.next', 'BUILD_ID')) && existsSync(SERVICE_WORKER)
  if (built && existsSync(stamp) && readFileSync(stamp, 'utf8') === hash) return
  say('Building (about a minute) …')
  const result = spawnSync(process.execPath, [nextBin(), 'build'], {
    cwd: ROOT,
    encoding: 'utf8',
    env: { ...process.env, NODE_ENV: 'production', NEXT_TELEMETRY_DISABLED: '1' },
  })
  if (result.status !== 0) throw new SetupError(`The build failed:\n${result.stdout}\n${result.stderr}`)
  const worker = spawnSync(process.execPath, [join(ROOT, 'scripts', 'service-worker.mjs')], { encoding: 'utf8' })
  if (worker.status !== 0) throw new SetupError(`The service worker could not be written:\n${worker.stderr}`)
  writeFileSync(stamp, hash)
}

export const nextBin = () => join(ROOT, 'node_modules', 'next', 'dist', 'bin', 'next')

const KEPT_ALIVE = 75_000 // ms: longer than browsers and what stands before the server keep a connection they use again

/** What starts the web server. */
export const startArguments = (host, port) => [
  nextBin(),
  'start',
  ...['-H', host],
  ...['-p', String(port)],
  ...['--keepAliveTimeout', String(KEPT_ALIVE)],
]

export const tsxBin = () => join(ROOT, 'node_modules', 'tsx', 'dist', 'cli.mjs')

/** Folder of the PostgreSQL server programs, installed from Debian's packages where that is allowed. */
export function ensurePostgres() {
  const found = postgresBin()
  if (found) return found
  installDebian('postgresql', 'PostgreSQL')
  const bin = postgresBin()
  if (!bin) throw new SetupError('PostgreSQL was installed, but its server programs are not in /usr/lib/postgresql.')
  return bin
}

/** Folder of the server programs of one major version, else of the newest; `undefined` where it is not here. */
export function postgresBin(major) {
  const base = '/usr/lib/postgresql'
  const versions = existsSync(base) ? readdirSync(base).sort((a, b) => Number(b) - Number(a)) : []
  for (const version of versions)
    if ((major === undefined || version === major) && existsSync(join(base, version, 'bin', 'initdb')))
      return join(base, version, 'bin')
  const which = spawnSync('sh', ['-c', 'command -v initdb'], { encoding: 'utf8' })
  if (which.status !== 0) return undefined
  const bin = dirname(which.stdout.trim())
  return major === undefined || majorOf(bin) === major ? bin : undefined
}

/** Major version of the server programs in a folder. */
export const majorOf = (bin) =>
  /(\d+)/.exec(spawnSync(join(bin, 'postgres'), ['--version'], { encoding: 'utf8' }).stdout ?? '')?.[1]

/** The browser of the tests: the engine of Chromium without what only a window needs, a sixth quicker. */
export const CHROMIUM = '/usr/bin/chromium-headless-shell'

/** The whole of it, for what the shell lacks: notices. */
export const CHROMIUM_WITH_WINDOW = '/usr/bin/chromium'

/** Without a window, and quiet where there is no network. */
export const BROWSER_FLAGS = [
  '--no-sandbox',
  '--disable-gpu',
  '--disable-quic',
  '--no-first-run',
  '--disable-background-networking',
  '--disable-component-update',
  '--disable-sync',
]

/** Path of Chromium, installed from Debian's packages where that is allowed. */
export function ensureChromium() {
  if (!existsSync(CHROMIUM_WITH_WINDOW)) installDebian('chromium', 'Chromium')
  if (!existsSync(CHROMIUM)) installDebian('chromium-headless-shell', 'Chromium')
  return CHROMIUM
}

/** Caddy from Debian's packages. Its package would start one of its own, which is kept from it: ours is another. */
export function ensureCaddy() {
  if (existsSync('/usr/bin/caddy')) return
  installDebian('caddy', 'Caddy')
  spawnSync('systemctl', ['disable', '--now', 'caddy'])
}

/** What several servers need, from Debian's packages. Each would start one of its own, which is kept from it: ours are others. */
export function ensureServers() {
  for (const [name, title, path] of [
    ['etcd-server', 'etcd', '/usr/bin/etcd'],
    ['patroni', 'Patroni', '/usr/bin/patroni'],
    ['pgbouncer', 'pgBouncer', '/usr/sbin/pgbouncer'],
    ['haproxy', 'HAProxy', '/usr/sbin/haproxy'],
  ]) {
    if (existsSync(path)) continue
    installDebian(name, title)
    spawnSync('systemctl', ['disable', '--now', name.replace('-server', '')])
  }
}

function installDebian(name, title) {
  if (!isRoot) throw new SetupError(`${title} is not installed. Run this once:\n  sudo apt-get install -y ${name}`)
  say(`Installing ${title} …`)
  const env = { ...process.env, DEBIAN_FRONTEND: 'noninteractive' }
  const apt = (args) => spawnSync('apt-get', args, { env, encoding: 'utf8' })
  let result = apt(['install', '-y', '-qq', '--no-install-recommends', name])
  if (result.status !== 0) {
    apt(['update', '-qq'])
    result = apt(['install', '-y', '-qq', '--no-install-recommends', name])
  }
  if (result.status !== 0) {
    throw new SetupError(
      `${title} could not be installed. Run this yourself:\n  apt-get install -y ${name}\n${result.stderr}`,
    )
  }
}

/** A TCP port of the loopback address that nothing listens on. */
export function freePort() {
  return new Promise((found, failed) => {
    const server = createServer()
    server.once('error', failed)
    server.listen(0, '127.0.0.1', () => {
      const { port } = server.address()
      server.close(() => found(port))
    })
  })
}

/** Numbers of an account; `undefined` where there is none of that name. */
function account(name) {
  const id = (flag) => spawnSync('id', [flag, name], { encoding: 'utf8' })
  const [user, group] = [id('-u'), id('-g')]
  return user.status === 0 ? { name, uid: Number(user.stdout), gid: Number(group.stdout) } : undefined
}

/** The account that owns the files of the database, where root starts it. */
export const databaseAccount = () => (isRoot ? account('postgres') : undefined)

const SERVING = 'dove-step'

/** The account that web server and worker run under where root starts them: it owns nothing but backups. */
export function servingAccount() {
  if (!isRoot) return undefined
  const found = account(SERVING)
  if (found) return found
  spawnSync('useradd', [
    '--system',
    '--no-create-home',
    '--home-dir',
    '/nonexistent',
    '--shell',
    '/usr/sbin/nologin',
    SERVING,
  ])
  return account(SERVING) ?? account('nobody')
}

/** Whether an account can enter a folder and all its parents. */
export function canEnter({ name }, folder) {
  return spawnSync('runuser', ['-u', name, '--', 'test', '-r', folder, '-a', '-x', folder], { cwd: '/' }).status === 0
}

/** Whether an account can write into a folder. */
export const canWrite = ({ name }, folder) =>
  spawnSync('runuser', ['-u', name, '--', 'test', '-w', folder, '-a', '-x', folder], { cwd: '/' }).status === 0

/**
 * How a program is started under an account. Where the account may not enter the folder of the application, it is lent
 * the right to read files, and no other of root's; where the system lends none, it stays root.
 */
export function asAccount(who, program, args) {
  if (!who) return { command: program, args, options: {}, root: false }
  if (canEnter(who, ROOT)) return { command: program, args, options: { uid: who.uid, gid: who.gid }, root: false }
  const lent = [
    `--reuid=${who.uid}`,
    `--regid=${who.gid}`,
    '--clear-groups',
    '--inh-caps=-all,+dac_read_search',
    '--ambient-caps=-all,+dac_read_search',
  ]
  const works = spawnSync('setpriv', [...lent, process.execPath, '-e', '0'], { cwd: ROOT }).status === 0
  return works
    ? { command: 'setpriv', args: [...lent, program, ...args], options: {}, root: false }
    : { command: program, args, options: {}, root: true }
}

/** Runs a TypeScript file to its end and gives its exit code. */
export function runTypeScript(file, args = [], env = {}) {
  return new Promise((done) => {
    const child = spawn(process.execPath, [tsxBin(), join(ROOT, file), ...args], {
      cwd: ROOT,
      stdio: 'inherit',
      env: { ...process.env, ...env },
    })
    child.on('exit', (code) => done(code ?? 1))
  })
}
