/** Photos made small, one at a time, each in a process of its own that is ended when it takes too long. */
import { spawn } from 'node:child_process'
import { join } from 'node:path'
import { kindOf, type PhotoKind } from './kinds'

/** A photo made small: JPEG without any data about where and with what it was taken. */
export interface SmallPhoto {
  bytes: Buffer
  width: number
  height: number
}

/** Why a photo was not taken. */
export type PhotoProblem =
  /** It is none of the kinds that are taken. */
  | { problem: 'no-photo' }
  /** It is damaged, has too many pixels, or is of a kind that cannot be read here. */
  | { problem: 'cannot-be-read'; kind: PhotoKind }
  /** Too many wait already. */
  | { problem: 'busy' }

const PATIENCE = 20_000 // ms
const MOST_WAITING = 12
const MAKER = 'src/worker/small-photo.mjs'

let waiting = 0
let line: Promise<unknown> = Promise.resolve()

/** Makes a photo small when those before it are done. */
export async function madeSmall(photo: Uint8Array): Promise<SmallPhoto | PhotoProblem> {
  const kind = kindOf(photo)
  if (!kind) return { problem: 'no-photo' }
  if (waiting >= MOST_WAITING) return { problem: 'busy' }
  waiting++
  const turn = line.then(() => inProcess(photo))
  line = turn.catch(() => undefined).then(() => waiting--)
  return (await turn) ?? { problem: 'cannot-be-read', kind }
}

/** One photo in a process; `undefined` where it could not be read. */
function inProcess(photo: Uint8Array): Promise<SmallPhoto | undefined> {
  return new Promise((done, failed) => {
    const file = join(process.cwd(), MAKER)
    const child = spawn(process.execPath, ['--max-old-space-size=256', file], { stdio: ['pipe', 'pipe', 'pipe'] })
    const parts: Buffer[] = []
    let said = ''
    const late = setTimeout(() => child.kill('SIGKILL'), PATIENCE)
    child.stdout.on('data', (part: Buffer) => parts.push(part))
    child.stderr.on('data', (part: Buffer) => (said += String(part)))
    child.once('error', failed)
    // One that was ended early takes no more of what it is sent.
    child.stdin.once('error', () => undefined)
    child.once('close', (code) => {
      clearTimeout(late)
      const whole = Buffer.concat(parts)
      if (code === 1 && /Cannot find|ERR_MODULE/.test(said)) return failed(new Error(`photos cannot be read: ${said}`))
      if (code !== 0 || whole.length <= 8) return done(undefined)
      done({ bytes: whole.subarray(8), width: whole.readUInt32BE(0), height: whole.readUInt32BE(4) })
    })
    child.stdin.end(photo)
  })
}
