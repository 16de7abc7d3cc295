/** Files that were sent to the server, kept in a folder of their own until something is done with them, or for an hour. */
import { createWriteStream } from 'node:fs'
import { mkdir, readdir, rm, stat } from 'node:fs/promises'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { Readable } from 'node:stream'
import { pipeline } from 'node:stream/promises'

const FOLDER = join(tmpdir(), `dove-step-brought-${process.getuid?.() ?? 'own'}`)
const KEPT_FOR = 3_600_000 // ms
const NAME = /^[0-9a-f]{8}(-[0-9a-f]{4}){3}-[0-9a-f]{12}$/

/** It is longer than is taken; nothing of it was kept. */
export class FileTooLong extends Error {}

/** Where a file lies by the name it was given; `undefined` for what is no such name. */
export const broughtAt = (name: string): string | undefined => (NAME.test(name) ? join(FOLDER, name) : undefined)

/**
 * Writes what is sent to a file as it comes.
 *
 * @param most bytes
 * @returns the name of the file
 * @throws FileTooLong
 */
export async function bring({ body, headers }: Pick<Request, 'body' | 'headers'>, most: number): Promise<string> {
  if (Number(headers.get('content-length') ?? 0) > most) throw new FileTooLong()
  await mkdir(FOLDER, { recursive: true, mode: 0o700 })
  await sweep()
  const name = crypto.randomUUID()
  const path = broughtAt(name)!
  let length = 0
  async function* counted(parts: AsyncIterable<Uint8Array>) {
    for await (const part of parts) {
      length += part.length
      if (length > most) throw new FileTooLong()
      yield part
    }
  }
  try {
    const from = body ? Readable.fromWeb(body as Parameters<typeof Readable.fromWeb>[0]) : Readable.from([])
    await pipeline(from, counted, createWriteStream(path, { mode: 0o600 }))
  } catch (error) {
    await rm(path, { force: true })
    throw error
  }
  return name
}

/** Takes a file away. */
export async function dropBrought(name: string): Promise<void> {
  const path = broughtAt(name)
  if (path) await rm(path, { force: true })
}

/** Takes away what nobody came back for. */
async function sweep(): Promise<void> {
  for (const name of await readdir(FOLDER)) {
    const path = join(FOLDER, name)
    const found = await stat(path).catch(() => undefined)
    if (found && Date.now() - found.mtimeMs > KEPT_FOR) await rm(path, { force: true })
  }
}
