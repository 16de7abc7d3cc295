import { chmodSync, mkdtempSync, readdirSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import pg from 'pg'
import { afterAll, describe, expect, it, vi } from 'vitest'
import { moveCluster, plainTrouble, startFarmCluster } from './cluster.mjs'
import { ensurePostgres } from './machine.mjs'

const folder = mkdtempSync(join(tmpdir(), 'dove-step-move-'))
chmodSync(folder, 0o755)
vi.stubEnv('DOVE_STEP_DATA', folder)
afterAll(() => {
  vi.unstubAllEnvs()
  rmSync(folder, { recursive: true, force: true })
})

async function asked(sql: string): Promise<unknown[]> {
  const cluster = await startFarmCluster()
  const client = new pg.Client({ connectionString: cluster.url })
  await client.connect()
  try {
    return (await client.query<Record<string, unknown>>(sql)).rows
  } finally {
    await client.end()
    cluster.stop()
  }
}

describe('the database of a farm', () => {
  it('has checksums, and holds what it held after it was moved to another PostgreSQL', async () => {
    expect(await asked('show data_checksums')).toEqual([{ data_checksums: 'on' }])
    await asked(`create table kept (what text); insert into kept values ('a season''s work'), (null)`)
    const bin = ensurePostgres()
    await moveCluster(join(folder, 'cluster'), folder, bin, bin)
    expect(await asked('select what from kept')).toEqual([{ what: "a season's work" }, { what: null }])
    expect(readdirSync(folder).filter((name) => /^cluster-of-\d+-/.test(name))).toHaveLength(1)
    expect(readdirSync(folder)).not.toContain('moving.sql')
  }, 120_000)

  it.each([
    ['FATAL:  could not write lock file "postmaster.pid": No space left on device', 'The disk is full'],
    ['PANIC:  could not open file "pg_wal/000": Read-only file system', 'cannot be written to'],
    ['FATAL:  could not open directory "global": Permission denied', 'another account'],
    ['WARNING:  page verification failed, calculated checksum 1 but expected 2', 'are damaged'],
  ])('says what stops it: %s', (said, words) => expect(plainTrouble(said, '/farm')).toContain(words))
  it('says nothing of what it does not know', () =>
    expect(plainTrouble('LOG:  database system is shut down', '/farm')).toBeUndefined())
})
