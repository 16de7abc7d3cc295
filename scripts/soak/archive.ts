/**
 * Continuous archiving as docs/backup.md describes it, tried: a farm is brought back to a moment between two records.
 * Needs pgBackRest (Debian's package).
 */
import { execFileSync } from 'node:child_process'
import { chownSync, existsSync, mkdirSync, readdirSync, readFileSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { v4 as newId } from 'uuid'
import pg from 'pg'
import { databaseAccount } from '../machine.mjs'

/** A server that runs from a folder: how it is started, stopped, and asked. */
export interface Farm {
  folder: string
  url: string
  /** Id of the season that is written to. */
  season: string
  start(): Promise<void>
  stop(): Promise<void>
}

/** @returns what is wrong, if anything */
export async function tryArchive({ folder, url, season: id, start, stop }: Farm): Promise<string[]> {
  const who = databaseAccount()
  const into = join(folder, 'archive')
  mkdirSync(into)
  if (who) chownSync(into, who.uid, who.gid)
  const cluster = join(folder, 'cluster')
  const password = readFileSync(join(folder, 'database-password'), 'utf8').trim()
  const pidFile = join(cluster, 'postmaster.pid')
  const port = () => readFileSync(pidFile, 'utf8').split('\n')[3]!
  const config = join(folder, 'pgbackrest.conf')
  writeFileSync(
    config,
    `[global]
repo1-path=${into}
repo1-retention-full=4
log-path=${into}
lock-path=${into}
log-level-console=warn
[farm]
pg1-path=${cluster}
pg1-socket-path=${folder}
pg1-user=dovestep
pg1-database=postgres
`,
  )
  const backrest = (...args: string[]) => {
    const all = [`--config=${config}`, '--stanza=farm', ...args]
    const env = { ...process.env, PGPASSWORD: password, PGBACKREST_PG1_PORT: existsSync(pidFile) ? port() : '5432' }
    const [program, rest] = who ? ['runuser', ['-u', who.name, '--', 'pgbackrest', ...all]] : ['pgbackrest', all]
    return execFileSync(program, rest, { cwd: '/', encoding: 'utf8', env })
  }
  const sql = async (...statements: string[]) => {
    const client = new pg.Client({
      host: '127.0.0.1',
      port: Number(port()),
      user: 'dovestep',
      password,
      database: 'postgres',
    })
    await client.connect()
    try {
      let rows: Record<string, unknown>[] = []
      for (const statement of statements) rows = (await client.query(statement)).rows as Record<string, unknown>[]
      return rows
    } finally {
      await client.end()
    }
  }
  const record = async (note: string) => {
    const entry = { id: newId(), on: '2027-04-12', at: '2027-04-12T09:00:00.000Z', who: 'Crew', batch: 'la.4' }
    const answer = await fetch(`${url}/api/records`, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify({ season: id, records: [{ ...entry, what: { did: 'note' }, note }] }),
    })
    const text = await answer.text()
    if (!answer.ok || !text.includes('"ok":true')) throw new Error(`a record was not taken: ${answer.status} ${text}`)
  }
  const notes = async () => {
    const season = (await (await fetch(`${url}/out/season.json?season=${id}`)).json()) as {
      records: { note?: string }[]
    }
    return season.records.flatMap(({ note }) => (note?.startsWith('archive ') ? [note] : []))
  }

  await sql(
    `alter system set archive_mode = on`,
    `alter system set archive_command = 'pgbackrest --config=${config} --stanza=farm archive-push %p'`,
    `alter system set archive_timeout = '60s'`,
  )
  await stop()
  await start()
  backrest('stanza-create')
  backrest('check')
  backrest('backup', '--type=full')
  await record('archive before')
  await new Promise((done) => setTimeout(done, 1500))
  const [moment] = await sql(`select now()::text as at`)
  await new Promise((done) => setTimeout(done, 1500))
  await record('archive after')
  // Whatever is in the stretch that is not full yet is archived within a minute; here at once.
  await sql(`select pg_switch_wal()`)
  for (
    let i = 0;
    i < 100 && readdirSync(join(cluster, 'pg_wal', 'archive_status')).some((name) => name.endsWith('.ready'));
    i++
  )
    await new Promise((done) => setTimeout(done, 200))
  const faults: string[] = []
  const had = (await notes()).sort().join(', ')
  if (had !== 'archive after, archive before') faults.push(`before it was brought back: ${had}`)
  await stop()
  backrest('restore', '--delta', '--type=time', `--target=${String(moment!.at)}`, '--target-action=promote')
  await start()
  const left = (await notes()).join(', ')
  if (left !== 'archive before') faults.push(`brought back to ${String(moment!.at)} it holds: ${left}`)
  return faults
}
