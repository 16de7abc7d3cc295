/** A backup of everything, made when it is asked for and sent as a file. */
import { createReadStream } from 'node:fs'
import { mkdtemp, rm, stat } from 'node:fs/promises'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { Readable } from 'node:stream'
import { noteDone } from '../../actions/audited'
import { BackupError, makeBackup } from '../../data/backup/backup'
import { log } from '../../data/log'

let busy = false

const say = (text: string, status: number) =>
  new Response(`${text}\n`, {
    status,
    headers: { 'content-type': 'text/plain; charset=utf-8', 'cache-control': 'no-store' },
  })

/** One at a time: each reads the whole database. */
export async function sendBackup(): Promise<Response> {
  const url = process.env.DATABASE_URL
  if (!url) return say('There is no database.', 503)
  if (busy) return say('A backup is being made already: try again in a minute.', 429)
  busy = true
  const folder = await mkdtemp(join(tmpdir(), 'dove-step-send-'))
  const done = () => {
    busy = false
    rm(folder, { recursive: true, force: true }).catch((error: unknown) =>
      log.warn({ err: String(error) }, 'a backup that was sent could not be taken away'),
    )
  }
  try {
    const file = join(folder, 'backup')
    const { made } = await makeBackup(url, file)
    const { size } = await stat(file)
    await noteDone(null, 'backup-downloaded')
    const sent = createReadStream(file)
    sent.once('close', done)
    const name = `dove-step-${made.slice(0, 19).replace('T', '-').replaceAll(':', '')}.dovestep`
    return new Response(Readable.toWeb(sent) as ReadableStream, {
      headers: {
        'content-type': 'application/x-tar',
        'content-length': String(size),
        'content-disposition': `attachment; filename="${name}"`,
        'cache-control': 'no-store',
      },
    })
  } catch (error) {
    done()
    if (!(error instanceof BackupError)) throw error
    log.error({ err: error.message }, 'a backup that was asked for failed')
    return say(`The backup could not be made. ${error.message}`, 503)
  }
}
