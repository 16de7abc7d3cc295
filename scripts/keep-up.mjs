/** Keeps a process up: whatever ends it, it is started again, until it is to stop. */
import { spawn } from 'node:child_process'

const PAUSES = [300, 1000, 2000, 5000, 10_000, 30_000] // ms before the first, second … start after an end
const STEADY = 60_000 // ms after which an end counts as the first again
const PATIENCE = 6000 // ms a process has to end by itself when it is asked to

/**
 * @param start what to spawn: `{ command, args, options }`
 * @param on.started is told of every new process
 * @param on.ended is told of an end that was not asked for, and of the pause before the next start; says false to give up
 */
export function keepUp(start, on) {
  let child
  let stopping = false
  let failures = 0
  let pause
  let over
  const done = new Promise((resolve) => (over = resolve))

  const begin = () => {
    const { command, args, options } = start()
    const begun = Date.now()
    child = spawn(command, args, options)
    on.started(child)
    const ended = (code) => {
      child = undefined
      if (stopping) return over()
      if (Date.now() - begun > STEADY) failures = 0
      const wait = PAUSES[Math.min(failures++, PAUSES.length - 1)]
      if (on.ended(code, failures, wait) === false) return over(code)
      pause = setTimeout(begin, wait)
    }
    child.once('error', ended)
    child.once('exit', (code, signal) => ended(signal ?? code))
  }
  begin()

  return {
    /** Settles once it is over for good: with nothing after a stop, with the last code when given up. */
    done,
    async stop() {
      if (stopping) return done
      stopping = true
      clearTimeout(pause)
      if (!child) over()
      else {
        const hard = setTimeout(() => child?.kill('SIGKILL'), PATIENCE)
        child.kill('SIGTERM')
        await done
        clearTimeout(hard)
      }
      return done
    },
  }
}
