/**
 * Backups: one file with everything in the database (farms, seasons, records, photos, journal), that says what is in it and
 * is checked before anything is brought back from it.
 *
 * The file is a tar with `manifest.json` and `database.dump` (pg_dump, custom format), sealed where there is a passphrase.
 */
import { execFile } from 'node:child_process'
import { createHash } from 'node:crypto'
import { createReadStream } from 'node:fs'
import { chmod, mkdtemp, readFile, rename, rm, writeFile } from 'node:fs/promises'
import { tmpdir } from 'node:os'
import { dirname, join } from 'node:path'
import { pipeline } from 'node:stream/promises'
import { promisify } from 'node:util'
import { sql, type Kysely } from 'kysely'
import { z } from 'zod'
import { connect } from '../database'
import { migrate } from '../migrate'
import type { Database } from '../schema'
import { isSealed, seal, SealError, unseal } from './sealed'

const run = promisify(execFile)

const counted = z.int().min(0)

/** What a backup says of itself. */
const Manifest = z.object({
  format: z.literal(1),
  made: z.iso.datetime(),
  /** Last migration the database had. */
  schema: z.string(),
  /** Version of the database server. */
  postgres: z.string(),
  sha256: z.string().regex(/^[0-9a-f]{64}$/),
  bytes: counted,
  farms: z.array(
    z.object({ name: z.string(), seasons: counted, plantings: counted, records: counted, photos: counted }),
  ),
  journal: counted,
})
export type Manifest = z.output<typeof Manifest>

/** Why a backup cannot be made or brought back, in words for whoever stands before it. */
export class BackupError extends Error {}

/** What is in a database, as a backup tells it. */
export async function contentsOf(
  db: Kysely<Database>,
): Promise<Pick<Manifest, 'farms' | 'journal' | 'schema' | 'postgres'>> {
  const farms = await sql<Manifest['farms'][number]>`
    select name,
      (select count(*) from season s where s.farm_id = f.farm_id and s.what_if_of is null)::int as seasons,
      (select count(*) from planting p where p.farm_id = f.farm_id)::int as plantings,
      (select count(*) from record r where r.farm_id = f.farm_id)::int as records,
      (select count(*) from photo o where o.farm_id = f.farm_id)::int as photos
    from farm f order by name, farm_id`.execute(db)
  const one = await sql<{ journal: number; schema: string; postgres: string }>`
    select (select count(*) from journal)::int as journal,
      (select max(name) from kysely_migration) as schema, current_setting('server_version') as postgres`.execute(db)
  return { farms: farms.rows, ...one.rows[0]! }
}

/** Runs a program of PostgreSQL against a database; the address with its password never stands in its arguments. */
async function runAgainst(url: string, program: string, args: readonly string[]): Promise<void> {
  const { hostname, port, username, password, pathname } = new URL(url)
  const env = {
    ...process.env,
    PGHOST: hostname,
    PGPORT: port || '5432',
    PGUSER: decodeURIComponent(username),
    PGPASSWORD: decodeURIComponent(password),
    PGDATABASE: pathname.slice(1) || 'postgres',
  }
  try {
    await run(program, args, { env, maxBuffer: 16 * 1024 * 1024 })
  } catch (error) {
    const said = (error as { stderr?: string }).stderr?.trim().split('\n').slice(0, 3).join('\n')
    throw new BackupError(`${program} failed: ${said ?? String(error)}`, { cause: error })
  }
}

async function checksum(path: string): Promise<{ sha256: string; bytes: number }> {
  const hash = createHash('sha256')
  let bytes = 0
  await pipeline(createReadStream(path), async function* (parts: AsyncIterable<Buffer>) {
    for await (const part of parts) {
      hash.update(part)
      bytes += part.length
    }
    yield* []
  })
  return { sha256: hash.digest('hex'), bytes }
}

/** Works in a folder that is gone afterwards. */
async function inFolder<T>(work: (folder: string) => Promise<T>): Promise<T> {
  const folder = await mkdtemp(join(tmpdir(), 'dove-step-backup-'))
  try {
    return await work(folder)
  } finally {
    await rm(folder, { recursive: true, force: true })
  }
}

/**
 * Makes a backup of everything in a database. The file is there only once it is whole.
 *
 * @param url of the database
 * @param to the file to make
 * @param passphrase seals it, where there is one
 * @throws BackupError
 */
export async function makeBackup(url: string, to: string, passphrase?: string): Promise<Manifest> {
  return inFolder(async (folder) => {
    const dump = join(folder, 'database.dump')
    const { db, close } = connect(url)
    try {
      await runAgainst(url, 'pg_dump', ['--format=custom', '--no-owner', '--no-privileges', `--file=${dump}`])
      const manifest: Manifest = {
        format: 1,
        made: new Date().toISOString(),
        ...(await contentsOf(db)),
        ...(await checksum(dump)),
      }
      await writeFile(join(folder, 'manifest.json'), `${JSON.stringify(manifest, null, 1)}\n`)
      const packed = join(folder, 'packed.tar')
      await run('tar', ['-C', folder, '-cf', packed, 'manifest.json', 'database.dump'])
      const part = join(dirname(to), `.${Date.now()}-${process.pid}.part`)
      if (passphrase) await seal(packed, part, passphrase)
      else await run('cp', [packed, part])
      await chmod(part, 0o600)
      await rename(part, to)
      return manifest
    } finally {
      await close()
    }
  })
}

/** Unpacks a backup and checks that it is whole. */
async function unpacked<T>(
  file: string,
  passphrase: string | undefined,
  work: (manifest: Manifest, dump: string) => Promise<T>,
): Promise<T> {
  return inFolder(async (folder) => {
    let tar = file
    if (await isSealed(file)) {
      if (!passphrase) throw new BackupError('This backup is sealed: give its passphrase.')
      tar = join(folder, 'opened.tar')
      try {
        await unseal(file, tar, passphrase)
      } catch (error) {
        throw error instanceof SealError ? new BackupError(error.message, { cause: error }) : error
      }
    }
    try {
      await run('tar', ['-C', folder, '-xf', tar, 'manifest.json', 'database.dump'])
    } catch (error) {
      throw new BackupError('This is no backup of Dove Step, or it is cut short.', { cause: error })
    }
    const manifest = readManifest(await readFile(join(folder, 'manifest.json'), 'utf8'))
    const dump = join(folder, 'database.dump')
    const found = await checksum(dump)
    if (found.sha256 !== manifest.sha256)
      throw new BackupError('The backup was damaged: what it holds is not what was written. Take another one.')
    return work(manifest, dump)
  })
}

function readManifest(text: string): Manifest {
  let json: unknown
  try {
    json = JSON.parse(text)
  } catch (error) {
    throw new BackupError('This is no backup of Dove Step: its manifest cannot be read.', { cause: error })
  }
  const read = Manifest.safeParse(json)
  if (!read.success) throw new BackupError('This backup is of a form that this version of Dove Step does not know.')
  return read.data
}

/**
 * What a backup holds, after checking that it is whole.
 *
 * @throws BackupError
 */
export const lookAtBackup = (file: string, passphrase?: string): Promise<Manifest> =>
  unpacked(file, passphrase, (manifest) => Promise.resolve(manifest))

/** Whether there is any farm in a database. */
async function holdsFarms(url: string): Promise<boolean> {
  const { db, close } = connect(url)
  try {
    const there = await sql<{ farm: string | null }>`select to_regclass('farm')::text as farm`.execute(db)
    if (there.rows[0]?.farm === null) return false
    const farms = await sql`select from farm limit 1`.execute(db)
    return farms.rows.length > 0
  } finally {
    await close()
  }
}

/** Takes out everything of Dove Step that a database holds. */
const EMPTIED = `set client_min_messages = warning;
drop schema if exists graphile_worker cascade;
drop schema if exists public cascade;
create schema public;
`

/**
 * Brings a backup back into a database, in one step: all of it or nothing. The schema is brought up to date after.
 *
 * @param replace takes out what the database holds now; without it, one that holds a farm is refused
 * @throws BackupError
 */
export async function restoreBackup(
  url: string,
  file: string,
  { passphrase, replace = false }: { passphrase?: string | undefined; replace?: boolean } = {},
): Promise<Manifest> {
  return unpacked(file, passphrase, async (manifest, dump) => {
    if (!replace && (await holdsFarms(url)))
      throw new BackupError(
        'There are farms in this database already. Say that they are to be replaced, or use an empty one.',
      )
    // As a script, so that taking out what is there and bringing back what was there are one step.
    const script = join(dirname(dump), 'restore.sql')
    await runAgainst(url, 'pg_restore', ['--no-owner', '--no-privileges', `--file=${script}`, dump])
    const first = join(dirname(dump), 'first.sql')
    await writeFile(first, EMPTIED)
    const quiet = ['--quiet', '--no-psqlrc', '--output=/dev/null', '--set=ON_ERROR_STOP=1']
    await runAgainst(url, 'psql', [...quiet, '--single-transaction', `--file=${first}`, `--file=${script}`])
    const { db, close } = connect(url)
    try {
      await migrate(db)
    } finally {
      await close()
    }
    return manifest
  })
}
