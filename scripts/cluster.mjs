/** The database server of a farm: made at the first start, started again whatever ended it, and throw-away ones for tests. */
import { spawnSync } from 'node:child_process'
import { createHash, randomBytes } from 'node:crypto'
import {
  chmodSync,
  chownSync,
  existsSync,
  mkdirSync,
  mkdtempSync,
  readdirSync,
  readFileSync,
  renameSync,
  rmSync,
  statSync,
  writeFileSync,
} from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import {
  canEnter,
  canWrite,
  databaseAccount,
  ensurePostgres,
  freePort,
  isRoot,
  majorOf,
  postgresBin,
  ROOT,
  say,
  servingAccount,
  SetupError,
} from './machine.mjs'
import { hold, lives, standsIn } from './processes.mjs'

const OWNER = 'dovestep'
const sleep = (ms) => new Promise((done) => setTimeout(done, ms))

/** Runs a PostgreSQL program as the account that may: itself, or `postgres` when root. */
function runServerProgram(bin, program, args, options = {}) {
  const path = join(bin, program)
  const [command, rest] = isRoot ? ['runuser', ['-u', 'postgres', '--', path, ...args]] : [path, args]
  // In a process group of its own: a Ctrl-C at the terminal must not end what is stopping the database.
  const result = spawnSync(command, rest, { cwd: '/', encoding: 'utf8', detached: true, ...options })
  if (result.status !== 0) throw new SetupError(`${program} failed:\n${result.stdout ?? ''}${result.stderr ?? ''}`)
  return result
}

/** Where the database and what belongs to it lies: `.data/`, another folder that is named, or one that the database may enter. */
export function farmHome() {
  const who = databaseAccount()
  const asked = process.env.DOVE_STEP_DATA ?? join(ROOT, '.data')
  mkdirSync(asked, { recursive: true })
  if (!who) return asked
  chownSync(asked, who.uid, who.gid)
  if (canEnter(who, asked)) return asked
  const home = join('/var/lib/dove-step', createHash('sha256').update(asked).digest('hex').slice(0, 12))
  mkdirSync(home, { recursive: true })
  chownSync(home, who.uid, who.gid)
  writeFileSync(join(asked, 'WHERE.txt'), `The database is in ${home}.\n`)
  return home
}

/** The folder of backups, which belongs to the account that makes them. */
export function backupFolder() {
  const folder = process.env.DOVE_STEP_BACKUPS ?? join(farmHome(), 'backups')
  mkdirSync(folder, { recursive: true })
  const who = process.env.DOVE_STEP_BACKUPS ? undefined : servingAccount()
  if (who)
    for (const path of [folder, ...readdirSync(folder).map((name) => join(folder, name))])
      chownSync(path, who.uid, who.gid)
  return folder
}

/** Folders for backups that were named and that the account which makes them may not write to. */
export function closedFolders() {
  const who = servingAccount()
  const named = [process.env.DOVE_STEP_BACKUPS, process.env.DOVE_STEP_SECOND_BACKUPS].filter(Boolean)
  return who ? named.filter((folder) => !canWrite(who, folder)) : []
}

/** Makes a cluster beside its place and moves it there when it is whole: a half-made one is never taken for one. */
function makeCluster(bin, home, data, secretFile) {
  say('Making a database …')
  const making = `${data}.making`
  rmSync(making, { recursive: true, force: true })
  const who = databaseAccount()
  writeFileSync(secretFile, randomBytes(24).toString('base64url'), { mode: 0o600 })
  if (who) chownSync(secretFile, who.uid, who.gid)
  try {
    runServerProgram(bin, 'initdb', [
      ...['-D', making, '-U', OWNER, '-E', 'UTF8', '--locale=C.UTF-8', '--data-checksums'],
      ...['-A', 'scram-sha-256', `--pwfile=${secretFile}`],
    ])
  } catch (error) {
    rmSync(making, { recursive: true, force: true })
    throw new SetupError(plainTrouble(error.message, home) ?? error.message)
  }
  renameSync(making, data)
}

/** What of a log says why the database does not start, in words a grower can act on; `undefined` for anything else. */
export function plainTrouble(text, home) {
  if (/No space left on device/i.test(text))
    return `The disk is full, so the database cannot start. Make room where ${home} lies, and start again; nothing is lost.`
  if (/Read-only file system/i.test(text))
    return `The disk of ${home} cannot be written to. A failing disk often looks like this: copy the folder to another one first.`
  if (/Permission denied/i.test(text))
    return `The database may not read or write its files in ${home}. They belong to another account than the one that started this.`
  if (/invalid page|checksum|could not read block/i.test(text))
    return `Files of the database in ${home} are damaged. Do not delete anything: bring the newest backup back (docs/backup.md, "On a bad day").`
  return undefined
}

/** What passes by itself, with a little patience. */
const PASSES =
  /shared memory block|lock file .* already exists|is another (postmaster|postgres)|starting up|shutting down/i
const PORT_TAKEN = /Address already in use|could not bind/i
const TRIES = 20

/** Takes away what a server that was ended without warning left behind, once nobody of it lives. */
function clearLeftovers(data, home) {
  const pidFile = join(data, 'postmaster.pid')
  if (existsSync(pidFile) && runningAt(data) === undefined) {
    const [pid] = readFileSync(pidFile, 'utf8').split('\n')
    if (!standsIn(Number(pid), data)) rmSync(pidFile, { force: true })
  }
  for (const name of readdirSync(home).filter((one) => /^\.s\.PGSQL\.\d+(\.lock)?$/.test(one))) {
    const lock = join(home, name.endsWith('.lock') ? name : `${name}.lock`)
    const pid = existsSync(lock) ? Math.abs(Number(readFileSync(lock, 'utf8').split('\n')[0])) : undefined
    if (pid === undefined || !standsIn(pid, data)) rmSync(join(home, name), { force: true })
  }
}

/** The logs of a cluster with their sizes: what it says before it has opened its own, and its own of each day. */
function logsOf(data, home) {
  const own = join(data, 'log')
  const files = [
    join(home, 'postgres.log'),
    ...(existsSync(own) ? readdirSync(own).map((name) => join(own, name)) : []),
  ]
  return new Map(files.filter((file) => existsSync(file)).map((file) => [file, statSync(file).size]))
}

const saidSince = (before, after) =>
  [...after]
    .filter(([file, size]) => size > (before.get(file) ?? 0))
    .map(([file]) =>
      readFileSync(file)
        .subarray(before.get(file) ?? 0)
        .toString('utf8'),
    )
    .join('\n')

/** Starts a cluster, whatever ended it: after a crash some things take a moment to pass. */
async function launchAgain(bin, data, home, wanted) {
  let port = wanted
  for (let tried = 1; ; tried++) {
    clearLeftovers(data, home)
    port ??= await freePort()
    const before = logsOf(data, home)
    try {
      launch(bin, data, home, port, ROTATED)
      return port
    } catch (error) {
      const said = saidSince(before, logsOf(data, home))
      const plain = plainTrouble(said, home)
      if (plain) throw new SetupError(plain)
      if (PORT_TAKEN.test(said) && wanted === undefined) port = undefined
      else if (!PASSES.test(said) && !PORT_TAKEN.test(said) && tried > 2)
        throw new SetupError(
          `The database does not start. It says:\n${said.split('\n').slice(-8).join('\n') || error.message}`,
        )
      if (tried >= TRIES)
        throw new SetupError(
          `The database does not start. Its logs are ${join(home, 'postgres.log')} and in ${join(data, 'log')}.`,
        )
      await sleep(500)
    }
  }
}

/** One file for each day of the week, written over a week later, and none beyond 10 MB. */
const ROTATED = [
  ...['-c', 'logging_collector=on', '-c', 'log_filename=postgres-%a.log', '-c', 'log_truncate_on_rotation=on'],
  ...['-c', 'log_rotation_age=1d', '-c', 'log_rotation_size=10MB'],
]

function launch(bin, data, home, port, more) {
  const options = ['-p', port, '-c', 'listen_addresses=127.0.0.1', '-c', `unix_socket_directories=${home}`, ...more]
  // pg_ctl hands its output on to the server, so it goes to a file and no pipe stays open.
  runServerProgram(
    bin,
    'pg_ctl',
    ['-D', data, '-l', join(home, 'postgres.log'), '-o', options.map(String).join(' '), '-w', '-t', '600', 'start'],
    {
      stdio: 'ignore',
    },
  )
}

/** Number and port of the server that runs on these files, from its own file; `undefined` when none does. */
function runningAt(data) {
  const file = join(data, 'postmaster.pid')
  if (!existsSync(file)) return undefined
  const [pid, , , port] = readFileSync(file, 'utf8').split('\n')
  return Number(pid) > 0 && Number(port) > 0 && standsIn(Number(pid), data)
    ? { pid: Number(pid), port: Number(port) }
    : undefined
}

/** The programs that fit the files there are. */
function binFor(data) {
  const newest = ensurePostgres()
  const file = join(data, 'PG_VERSION')
  if (!existsSync(file)) return newest
  const made = readFileSync(file, 'utf8').trim()
  const bin = postgresBin(made)
  if (bin) return bin
  throw new SetupError(
    `The database was made by PostgreSQL ${made}, and this machine has ${majorOf(newest)}. Either install that one beside it:
  apt-get install -y postgresql-${made}
and then, to move to the newer one:
  npm start -- --new-postgres
or move the folder away and bring a backup back:
  mv ${data} ${data}-of-${made} && npm run restore -- FILE`,
  )
}

/**
 * Moves a database to the newest PostgreSQL of this machine: everything is written out by the old one and read in by the
 * new one; the old files stay beside.
 *
 * @param from folder of the old server programs
 * @param to folder of the new ones
 */
export async function moveCluster(data, home, from, to) {
  const secretFile = join(home, 'database-password')
  const secret = readFileSync(secretFile, 'utf8').trim()
  const dump = join(home, 'moving.sql')
  const env = { ...process.env, PGPASSWORD: secret }
  const at = (port) => ['-h', '127.0.0.1', '-p', String(port), '-U', OWNER]
  const stop = (bin) => runServerProgram(bin, 'pg_ctl', ['-D', data, '-m', 'fast', '-w', 'stop'])
  const old = await launchAgain(from, data, home)
  try {
    runServerProgram(to, 'pg_dump', [...at(old), '-f', dump, 'postgres'], { env })
  } finally {
    stop(from)
  }
  const aside = `${data}-of-${majorOf(from)}-${Date.now()}`
  renameSync(data, aside)
  try {
    makeCluster(to, home, data, secretFile)
    const port = await launchAgain(to, data, home)
    try {
      const fresh = { ...env, PGPASSWORD: readFileSync(secretFile, 'utf8').trim() }
      const args = [...at(port), '-q', '-v', 'ON_ERROR_STOP=1', '-1', '-o', '/dev/null', '-f', dump, 'postgres']
      runServerProgram(to, 'psql', args, { env: fresh })
    } finally {
      stop(to)
    }
  } catch (error) {
    rmSync(data, { recursive: true, force: true })
    renameSync(aside, data)
    writeFileSync(secretFile, secret, { mode: 0o600 })
    throw error
  }
  rmSync(dump, { force: true })
  say(`The database is one of PostgreSQL ${majorOf(to)} now. What it was is in ${aside}; delete it when all is well.`)
}

/** Whether a cluster is whole: one that was being made by an earlier version when it was ended is not. */
const isWhole = (data) => existsSync(join(data, 'PG_VERSION')) && existsSync(join(data, 'global', 'pg_control'))

/**
 * Starts the farm's own cluster, made at the first start, and gives its address. Only one holds the folder; whoever comes
 * second may use what runs.
 *
 * @param options.newPostgres moves it to the newest PostgreSQL of this machine first
 */
export async function startFarmCluster({ newPostgres = false } = {}) {
  ensurePostgres()
  const home = farmHome()
  const data = join(home, 'cluster')
  const secretFile = join(home, 'database-password')
  const held = await hold(join(home, 'running.json'))
  const url = (port) => `postgres://${OWNER}:${readFileSync(secretFile, 'utf8').trim()}@127.0.0.1:${port}/postgres`
  if (held.by)
    return { by: held.by, alreadyRunning: true, url: url(await portWhenUp(data, held.by)), stop: () => undefined }
  try {
    if (existsSync(data) && !isWhole(data)) renameSync(data, `${data}.half-made-${Date.now()}`)
    const bin = binFor(data)
    if (!existsSync(data)) makeCluster(bin, home, data, secretFile)
    else if (newPostgres) {
      const newest = ensurePostgres()
      if (majorOf(bin) === majorOf(newest)) say(`The database is one of PostgreSQL ${majorOf(bin)} already.`)
      else await moveCluster(data, home, bin, newest)
    }
    const own = binFor(data)
    // One that a start before left behind, ended without warning, goes on.
    const port = runningAt(data)?.port ?? (await launchAgain(own, data, home))
    return {
      alreadyRunning: false,
      url: url(port),
      held,
      home,
      isUp: () => runningAt(data) !== undefined,
      again: () => launchAgain(own, data, home, port),
      stop() {
        try {
          if (runningAt(data)) stopWithin(own, data)
        } finally {
          held.release()
        }
      },
    }
  } catch (error) {
    held.release()
    throw error
  }
}

/** Stops a cluster: what is being asked of it is broken off, and after a few seconds it is stopped as a crash would, which loses nothing. */
function stopWithin(bin, data) {
  try {
    runServerProgram(bin, 'pg_ctl', ['-D', data, '-m', 'fast', '-w', '-t', '5', 'stop'])
  } catch {
    runServerProgram(bin, 'pg_ctl', ['-D', data, '-m', 'immediate', '-w', '-t', '5', 'stop'])
  }
}

/** Port of the cluster that another process is starting or has started. */
async function portWhenUp(data, by) {
  for (let waited = 0; waited < 60_000 && lives(by.pid); waited += 250) {
    const running = runningAt(data)
    if (running) return running.port
    await sleep(250)
  }
  throw new SetupError(`Process ${by.pid} holds the database and has not started it. Stop that process, and try again.`)
}

const TEST_HOME = 'dove-step-test-'
const running = new Set()

/** Ends every throw-away cluster of this process, whatever ends the process itself. */
function endWithMe(stop) {
  if (running.size === 0) {
    process.once('exit', () => [...running].forEach((one) => one()))
    for (const [signal, code] of [
      ['SIGINT', 130],
      ['SIGTERM', 143],
    ]) {
      const own = () => {
        // A runner that knows of the signal tidies up by itself, in its own time.
        if (process.listenerCount(signal) === 1) process.exit(code)
      }
      process.on(signal, own)
    }
  }
  running.add(stop)
}

/** Takes away clusters whose process is gone: ended in a way that left it no time. */
function sweepTestClusters(bin) {
  for (const name of readdirSync(tmpdir()).filter((one) => one.startsWith(TEST_HOME))) {
    const home = join(tmpdir(), name)
    try {
      process.kill(Number(readFileSync(join(home, 'owner'), 'utf8')), 0)
    } catch (error) {
      if (error.code !== 'ESRCH') continue // it lives, or says nothing of whose it is
      const data = join(home, 'cluster')
      if (runningAt(data) !== undefined) runServerProgram(bin, 'pg_ctl', ['-D', data, '-m', 'immediate', '-w', 'stop'])
      rmSync(home, { recursive: true, force: true })
    }
  }
}

/** A throw-away cluster for tests: no password, no waiting for the disk. It can be ended as a crash would, and started again. */
export async function startTestCluster() {
  const bin = ensurePostgres()
  sweepTestClusters(bin)
  const home = mkdtempSync(join(tmpdir(), TEST_HOME))
  chmodSync(home, 0o755)
  writeFileSync(join(home, 'owner'), String(process.pid))
  const who = databaseAccount()
  if (who) chownSync(home, who.uid, who.gid)
  const data = join(home, 'cluster')
  runServerProgram(bin, 'initdb', ['-D', data, '-U', 'dovestep', '-E', 'UTF8', '--locale=C.UTF-8', '-A', 'trust', '-N'])
  const port = await freePort()
  const start = () => launch(bin, data, home, port, ['-c', 'fsync=off', '-c', 'full_page_writes=off'])
  const crash = () => void runServerProgram(bin, 'pg_ctl', ['-D', data, '-m', 'immediate', '-w', 'stop'])
  const stop = () => {
    running.delete(stop)
    if (existsSync(join(data, 'postmaster.pid'))) crash()
    rmSync(home, { recursive: true, force: true })
  }
  endWithMe(stop)
  start()
  return { url: `postgres://dovestep@127.0.0.1:${port}/postgres`, crash, start, stop }
}
