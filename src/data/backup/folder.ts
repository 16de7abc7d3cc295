/** A folder of backups: one a night, named by when it was made, thinned out as they grow old. */
import { copyFile, mkdir, readdir, rename, rm } from 'node:fs/promises'
import { basename, join } from 'node:path'
import { makeBackup, type Manifest } from './backup'
import { toDrop } from './retention'

const NAME = /^dove-step-(\d{4})-(\d\d)-(\d\d)-(\d\d)(\d\d)(\d\d)\.dovestep$/

const nameAt = (at: number): string =>
  `dove-step-${new Date(at).toISOString().slice(0, 19).replace('T', '-').replaceAll(':', '')}.dovestep`

/** A backup in a folder, with when it was made, ms. */
export interface Kept {
  path: string
  at: number
}

/** Backups of a folder, the newest first; none where there is no such folder. Files of other names are none of ours. */
export async function backupsIn(folder: string): Promise<Kept[]> {
  let names: string[]
  try {
    names = await readdir(folder)
  } catch (error) {
    if ((error as NodeJS.ErrnoException).code === 'ENOENT') return []
    throw error
  }
  return names
    .flatMap((name): Kept[] => {
      const found = NAME.exec(name)
      if (!found) return []
      const [year, month, date, hour, minute, second] = found.slice(1).map(Number) as [
        number,
        number,
        number,
        number,
        number,
        number,
      ]
      return [{ path: join(folder, name), at: Date.UTC(year, month - 1, date, hour, minute, second) }]
    })
    .sort((a, b) => b.at - a.at)
}

/** How a backup is made into a folder. */
export interface BackUp {
  url: string
  folder: string
  /** Another folder that gets a copy, on another disk perhaps. */
  second?: string | undefined
  passphrase?: string | undefined
  /** ms */
  now?: number
  /** Leaves those that are no longer kept until the next time: one of them is about to be used. */
  sparing?: boolean
}

/** Makes a backup into a folder, copies it to the second, and takes out of both what is no longer kept. */
export async function backUp(way: BackUp): Promise<{ path: string; manifest: Manifest }> {
  const { url, folder, second, passphrase, now = Date.now(), sparing = false } = way
  await mkdir(folder, { recursive: true, mode: 0o700 })
  const path = join(folder, nameAt(now))
  const manifest = await makeBackup(url, path, passphrase)
  if (!sparing) await thinOut(folder, now)
  if (second) {
    await mkdir(second, { recursive: true, mode: 0o700 })
    const part = join(second, `.${basename(path)}.part`)
    await copyFile(path, part)
    await rename(part, join(second, basename(path)))
    await thinOut(second, now)
  }
  return { path, manifest }
}

async function thinOut(folder: string, now: number): Promise<void> {
  const kept = await backupsIn(folder)
  const old = new Set(
    toDrop(
      kept.map(({ at }) => at),
      now,
    ),
  )
  for (const { path, at } of kept) if (old.has(at)) await rm(path, { force: true })
}

const NIGHT_HOUR = 3 // o'clock here, from which the backup of a night is made
const DAY_MS = 86_400_000

/** Whether the backup of this night is due: none was made since three in the morning, or the last is more than a day old. */
export function isDue(newest: number | undefined, now: number): boolean {
  if (newest === undefined) return true
  const night = new Date(now)
  night.setHours(NIGHT_HOUR, 0, 0, 0)
  return now - newest >= DAY_MS || (now >= night.getTime() && newest < night.getTime())
}
