/** Imports are done beside the server, one after another: what a large file needs can neither hold it up nor take it down. */
import { spawn, type ChildProcess } from 'node:child_process'
import { join } from 'node:path'
import type { ImportTask } from './import-file'

const PROGRAM = 'src/features/farm-page/import-process.ts'
const MEMORY = 2000 // MB
const PATIENCE = 180_000 // ms one import may take
const KEPT_FOR = 60_000 // ms without work until it ends, so that its memory is given back
const MOST_WAITING = 4

type Said = { answer: unknown } | { failed: string }

/** Too many wait already. */
export class TooManyImports extends Error {}

let child: ChildProcess | undefined
let idle: NodeJS.Timeout | undefined
let waiting = 0
let line: Promise<unknown> = Promise.resolve()

/**
 * Does one import when those before it are done.
 *
 * @throws TooManyImports
 */
export async function importBeside<T>(task: ImportTask): Promise<T> {
  if (waiting >= MOST_WAITING) throw new TooManyImports()
  waiting++
  const turn = line.then(() => inProcess(task))
  line = turn.catch(() => undefined).then(() => waiting--)
  return (await turn) as T
}

async function inProcess(task: ImportTask): Promise<unknown> {
  clearTimeout(idle)
  const own = (child ??= begin())
  try {
    return await answered(own, task)
  } finally {
    if (child === own) idle = setTimeout(() => end(own), KEPT_FOR).unref()
  }
}

function end(own: ChildProcess): void {
  if (child === own) child = undefined
  if (own.connected) own.disconnect()
}

function begin(): ChildProcess {
  const file = join(process.cwd(), PROGRAM)
  const made = spawn(process.execPath, [`--max-old-space-size=${MEMORY}`, '--import', 'tsx', file], {
    stdio: ['ignore', 'ignore', 'pipe', 'ipc'],
  })
  // Nothing waits for it when the server ends; it ends then by itself.
  made.unref()
  made.channel?.unref()
  made.once('exit', () => end(made))
  return made
}

function answered(own: ChildProcess, task: ImportTask): Promise<unknown> {
  return new Promise((done, failed) => {
    let said = ''
    const hear = (part: Buffer) => (said = (said + String(part)).slice(-4000))
    const late = setTimeout(() => own.kill('SIGKILL'), PATIENCE)
    const ended = (code: number | null, signal: string | null) =>
      settle({ failed: `it ended (${signal ?? code}): ${said}` })
    const broken = (error: Error) => settle({ failed: error.message })
    const settle = (what: Said) => {
      clearTimeout(late)
      own.off('message', settle).off('exit', ended).off('error', broken)
      own.stderr?.off('data', hear)
      if ('answer' in what) done(what.answer)
      else failed(new Error(`a season could not be imported: ${what.failed}`))
    }
    own.stderr?.on('data', hear)
    own.on('message', settle).once('exit', ended).once('error', broken)
    own.send(task)
  })
}
