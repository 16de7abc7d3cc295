/** Backups asked for by the interface: what is kept, what is in one, and bringing one back. */
import { existsSync } from 'node:fs'
import { stat } from 'node:fs/promises'
import { basename, join } from 'node:path'
import { z } from 'zod'
import { asker } from '../../actions/asker'
import { note } from '../../data/audit-repository'
import { bring, broughtAt, dropBrought, FileTooLong } from '../../data/brought/brought-file'
import { BackupError, contentsOf, lookAtBackup, restoreBackup, type Manifest } from '../../data/backup/backup'
import { backUp, backupsIn } from '../../data/backup/folder'
import { isSealed } from '../../data/backup/sealed'
import { database } from '../../data/database'
import { log } from '../../data/log'
import { forgetSeasons } from '../../data/season-cache'

const MOST_BYTES = 4_000_000_000

/** A backup that lies with the server, or that was sent to it. */
export interface KeptBackup {
  file: string
  /** When it was made, ms. */
  at: number
  bytes: number
}

/** What a backup holds, and what there is now. */
export interface BackupLook {
  file: string
  backup: Pick<Manifest, 'made' | 'farms' | 'journal'>
  now: Manifest['farms']
}

/** A request about one backup. */
const Asked = z.strictObject({ file: z.string().max(100), passphrase: z.string().max(1000).optional() })

let busy = false

const folder = () => process.env.DOVE_STEP_BACKUPS ?? join(process.cwd(), '.data', 'backups')
const problem = (text: string, status: number, more: object = {}) =>
  Response.json({ problem: text, ...more }, { status })

/** The backups that are kept beside the database, the newest first. */
export async function keptBackups(): Promise<KeptBackup[]> {
  const kept = await backupsIn(folder())
  return Promise.all(kept.map(async ({ path, at }) => ({ file: basename(path), at, bytes: (await stat(path)).size })))
}

/** Where a backup lies; only what is kept by its own name, or was sent, can be asked for. */
async function pathOf(file: string): Promise<string | undefined> {
  const brought = broughtAt(file)
  if (brought) return existsSync(brought) ? brought : undefined
  return (await backupsIn(folder())).find(({ path }) => basename(path) === file)?.path
}

/** Takes a backup that is sent, as it comes. */
export async function takeBackup(request: Request): Promise<Response> {
  try {
    return Response.json({ file: await bring(request, MOST_BYTES) })
  } catch (error) {
    if (error instanceof FileTooLong) return problem('A backup has at most 4 GB.', 413)
    throw error
  }
}

/** Does one thing with one backup at a time, and says what is wrong with it. */
async function withBackup(
  request: Request,
  work: (path: string, asked: z.output<typeof Asked>) => Promise<object>,
): Promise<Response> {
  const asked = Asked.safeParse(await request.json().catch(() => undefined))
  if (!asked.success) return problem('Say which backup: { "file": name }.', 400)
  const path = await pathOf(asked.data.file)
  if (!path) return problem('That backup is no longer there. Choose it again.', 404)
  if (busy) return problem('A backup is being read or brought back already. Try again in a minute.', 429)
  busy = true
  try {
    if ((await isSealed(path)) && !asked.data.passphrase)
      return problem('This backup is sealed: give its passphrase.', 200, { sealed: true })
    return Response.json(await work(path, asked.data))
  } catch (error) {
    if (!(error instanceof BackupError)) throw error
    // What is wrong with a file is an answer.
    return problem(error.message, 200, { sealed: await isSealed(path).catch(() => false) })
  } finally {
    busy = false
  }
}

/** What is in a backup, after checking that it is whole. */
export const lookAt = (request: Request): Promise<Response> =>
  withBackup(request, async (path, { file, passphrase }): Promise<BackupLook> => {
    const { made, farms, journal } = await lookAtBackup(path, passphrase)
    return { file, backup: { made, farms, journal }, now: (await contentsOf(database())).farms }
  })

/** Brings a backup back in the place of everything there is, which is backed up first. */
export const bringBack = (request: Request): Promise<Response> =>
  withBackup(request, async (path, { file, passphrase }) => {
    const url = process.env.DATABASE_URL!
    const before = (await contentsOf(database())).farms
    const kept = before.length === 0 ? undefined : (await backUp({ url, folder: folder(), sparing: true })).path
    const one = await asker()
    const { made } = await restoreBackup(url, path, { passphrase, replace: true })
    forgetSeasons(database())
    // Whoever did it may not be there any more: only the name is noted.
    if (one.kind === 'person')
      await note(
        database(),
        { farm: null, person: null, who: one.name },
        'restored',
        made.slice(0, 16).replace('T', ' '),
      )
    await dropBrought(file)
    log.warn({ before: kept && basename(kept) }, 'a backup was brought back')
    return { before: kept ? basename(kept) : null }
  })

/** Makes a backup now, into the folder of the others. */
export async function makeOneNow(): Promise<Response> {
  if (busy) return problem('A backup is being read or brought back already. Try again in a minute.', 429)
  busy = true
  try {
    await backUp({
      url: process.env.DATABASE_URL!,
      folder: folder(),
      second: process.env.DOVE_STEP_SECOND_BACKUPS,
      passphrase: process.env.DOVE_STEP_PASSPHRASE,
    })
    return Response.json(await keptBackups())
  } catch (error) {
    if (error instanceof BackupError) return problem(error.message, 503)
    if (!(error instanceof Error && 'code' in error)) throw error
    return problem(`The folder of backups cannot be written: ${error.message}`, 503)
  } finally {
    busy = false
  }
}
