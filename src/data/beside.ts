/** A process beside the server that does tasks one after another: what they need can neither hold it up nor take it down. */
import { spawn, type ChildProcess } from 'node:child_process'
import { join } from 'node:path'

export interface BesideOptions {
  /** The program, from the folder Dove Step runs in; it answers each message with `{ answer }` or `{ failed }`. */
  program: string
  /** MB */
  memory: number
  /** ms one task may take */
  patience: number
  /** ms without work until it ends, so that its memory is given back */
  keptFor: number
  mostWaiting: number
}

type Said = { answer: unknown } | { failed: string }

/** Too many wait already. */
export class TooManyWaiting extends Error {}
/** The process ended in the middle of a task, by itself or because it took too long. */
export class EndedBeside extends Error {}

/**
 * @returns does one task when those before it are done; throws `TooManyWaiting`, `EndedBeside`, or what the program said
 */
export function createBeside<Task, Answer>(options: BesideOptions): (task: Task) => Promise<Answer> {
  let child: ChildProcess | undefined
  let idle: NodeJS.Timeout | undefined
  let waiting = 0
  let line: Promise<unknown> = Promise.resolve()

  const end = (own: ChildProcess) => {
    if (child === own) child = undefined
    if (own.connected) own.disconnect()
  }
  const begin = () => {
    const made = startProgram(options)
    made.once('exit', () => end(made))
    return made
  }
  const work = async (task: Task): Promise<unknown> => {
    clearTimeout(idle)
    const own = (child ??= begin())
    try {
      return await answered(own, task, options.patience)
    } catch (error) {
      if (error instanceof EndedBeside) end(own)
      throw error
    } finally {
      if (child === own) idle = setTimeout(() => end(own), options.keptFor).unref()
    }
  }
  return async (task) => {
    if (waiting >= options.mostWaiting) throw new TooManyWaiting()
    waiting++
    const turn = line.then(() => work(task))
    line = turn.catch(() => undefined).then(() => waiting--)
    return (await turn) as Answer
  }
}

function startProgram({ program, memory }: BesideOptions): ChildProcess {
  const file = join(process.cwd(), program)
  const loader = program.endsWith('.ts') ? ['--import', 'tsx'] : []
  const made = spawn(process.execPath, [`--max-old-space-size=${memory}`, ...loader, file], {
    stdio: ['ignore', 'ignore', 'pipe', 'ipc'],
    serialization: 'advanced',
  })
  // Nothing waits for it when the server ends; it ends then by itself.
  made.unref()
  made.channel?.unref()
  return made
}

function answered(own: ChildProcess, task: unknown, patience: number): Promise<unknown> {
  return new Promise((done, failed) => {
    let said = ''
    const hear = (part: Buffer) => (said = (said + String(part)).slice(-4000))
    const late = setTimeout(() => own.kill('SIGKILL'), patience)
    const settle = () => {
      clearTimeout(late)
      own.off('message', answer).off('exit', ended).off('error', failed)
      own.stderr?.off('data', hear)
    }
    const answer = (what: Said) => {
      settle()
      if ('answer' in what) done(what.answer)
      else failed(new Error(what.failed))
    }
    const ended = (code: number | null, signal: string | null) => {
      settle()
      failed(new EndedBeside(`it ended (${signal ?? code}): ${said}`))
    }
    own.stderr?.on('data', hear)
    own.on('message', answer).once('exit', ended).once('error', failed)
    own.send(task as object, (error) => {
      if (!error) return
      settle()
      failed(new EndedBeside(error.message))
    })
  })
}
