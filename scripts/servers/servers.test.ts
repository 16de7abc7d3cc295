/** Parts of a cluster as real processes, and what its servers are told. */
import { mkdtempSync, readFileSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { afterAll, describe, expect, it } from 'vitest'
import { etcdArguments, haproxyConfig, patroniConfig, pgbouncerConfig } from './configs.mjs'
import { createPart } from './part.mjs'

const passwords = { superuser: 'one', replication: 'two', rewind: 'three', app: 'four' }
const databases = [
  { name: 'a', port: 5001, rest: 8001 },
  { name: 'b', port: 5002, rest: 8002 },
]

describe('what the servers are told', () => {
  it('a write is acknowledged on two databases, and only one that has it all takes over', () => {
    const text = patroniConfig({ ...databases[0]!, etcd: [2001, 2002, 2003], folder: '/f', bin: '/bin', passwords })
    const { bootstrap, etcd3, postgresql } = JSON.parse(text) as {
      bootstrap: { dcs: { synchronous_mode: boolean; ttl: number; loop_wait: number; retry_timeout: number } }
      etcd3: { hosts: string[] }
      postgresql: { pg_hba: string[]; listen: string }
    }
    const { synchronous_mode, ttl, loop_wait, retry_timeout } = bootstrap.dcs
    expect(synchronous_mode).toBe(true)
    // Else the primary could still take writes when another has been made one.
    expect(ttl).toBeGreaterThanOrEqual(loop_wait + 2 * retry_timeout)
    expect(etcd3.hosts).toHaveLength(3)
    expect(postgresql.listen).toBe('127.0.0.1:5001')
    expect(postgresql.pg_hba.every((line) => line.endsWith('scram-sha-256'))).toBe(true)
  })

  it('the members know each other, and each listens on its own ports', () => {
    const members = ['a', 'b', 'c'].map((name, i) => ({ name, client: 2001 + i, peer: 3001 + i }))
    const all = members.map(({ name }) => etcdArguments({ name, data: `/f/${name}`, members }))
    const part = (args: string[], named: string) => args.find((one) => one.startsWith(`--${named}=`))
    expect(new Set(all.map((args) => part(args, 'initial-cluster'))).size).toBe(1)
    expect(new Set(all.map((args) => part(args, 'listen-client-urls'))).size).toBe(3)
    expect(part(all[1]!, 'listen-peer-urls')).toContain(':3002')
  })

  it('sessions are kept whole, by which rows are held to their farm', () => {
    const text = pgbouncerConfig({ port: 6001, to: 7000, folder: '/f' })
    expect(text).toMatch(/^pool_mode = session$/m)
    expect(text).toMatch(/^server_reset_query = DISCARD ALL$/m)
  })

  it('what stands before them reaches every instance and every database and says nobody else’s address', () => {
    const text = haproxyConfig({ web: 80, primary: 7000, apps: [{ name: 'a', port: 9001 }, { name: 'b', port: 9002 }], databases }) // prettier-ignore
    for (const port of [9001, 9002, 5001, 5002]) expect(text).toContain(`127.0.0.1:${port}`)
    expect(text).toContain('http-request del-header X-Forwarded-For')
    expect(text).toMatch(/OPTIONS \/primary/)
  })
})

describe('a part', () => {
  const folder = mkdtempSync(join(tmpdir(), 'dove-step-part-'))
  const file = join(folder, 'pids')
  const program = `
    const { spawn } = require('node:child_process')
    const child = spawn(process.execPath, ['-e', 'setInterval(() => {}, 1000)'], { detached: true })
    require('node:fs').appendFileSync(process.argv[1], process.pid + ' ' + child.pid + '\\n')
    process.on('SIGTERM', () => { child.kill(); process.exit() })
    setInterval(() => {}, 1000)`
  const said: string[] = []
  const part = createPart('one', { command: process.execPath, args: ['-e', program, file], options: {} }, (_, text) =>
    said.push(text),
  )
  const started = () => {
    try {
      return readFileSync(file, 'utf8').trim().split('\n').map((line) => line.split(' ').map(Number)) // prettier-ignore
    } catch {
      return []
    }
  }
  const lives = (pid: number) => {
    try {
      process.kill(pid, 0)
      // One that has ended is there until it is looked after.
      return !/^State:\s+Z/m.test(readFileSync(`/proc/${pid}/status`, 'utf8'))
    } catch {
      return false
    }
  }
  afterAll(async () => {
    await part.stop()
    rmSync(folder, { recursive: true, force: true })
  })

  it('is started again when it ends, and stays away with all it started when its machine is taken down', async () => {
    part.start()
    await expect.poll(() => started().length, { timeout: 10_000 }).toBe(1)
    process.kill(started()[0]![0]!, 'SIGKILL')
    await expect.poll(() => started().length, { timeout: 10_000 }).toBe(2)
    process.kill(started()[0]![1]!, 'SIGKILL') // what the first left behind
    const [own, child] = started()[1]!
    part.kill()
    await expect.poll(() => lives(own!) || lives(child!), { timeout: 10_000 }).toBe(false)
    await new Promise((done) => setTimeout(done, 1500))
    expect(started()).toHaveLength(2)
    part.start()
    await expect.poll(() => started().length, { timeout: 10_000 }).toBe(3)
    const last = started()[2]!
    await part.stop()
    expect(lives(last[0]!)).toBe(false)
    await expect.poll(() => lives(last[1]!), { timeout: 5000 }).toBe(false)
  }, 60_000)
})
