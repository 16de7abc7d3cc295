/** One process of a cluster: kept up, and taken down for a while as a machine that lost its power would be. */
import { spawn } from 'node:child_process'
import { readFileSync } from 'node:fs'

const PAUSE = 1000 // ms before it is started again
const PATIENCE = 15_000 // ms it has to end when it is asked to

/** Processes that a process has started, and theirs. */
function family(pid) {
  let own = []
  try {
    own = readFileSync(`/proc/${pid}/task/${pid}/children`, 'utf8').split(' ').filter(Boolean).map(Number)
  } catch {
    return [] // it has ended
  }
  return own.flatMap((child) => [child, ...family(child)])
}

function end(pid, signal) {
  try {
    process.kill(pid, signal)
  } catch (error) {
    if (error.code !== 'ESRCH') throw error // it has ended by itself
  }
}

/**
 * @param how what to spawn: `{ command, args, options }`
 * @param say told what it says, line by line or more
 */
export function createPart(name, how, say) {
  let child
  let away = true
  let timer
  const begin = () => {
    const { command, args, options } = how
    // In a group of its own: a Ctrl-C at the terminal ends the parts in order, not all at once.
    child = spawn(command, args, { stdio: ['ignore', 'pipe', 'pipe'], detached: true, ...options })
    for (const stream of [child.stdout, child.stderr]) stream.on('data', (text) => say(name, String(text)))
    const over = () => {
      child = undefined
      if (!away) timer = setTimeout(begin, PAUSE)
    }
    child.once('error', (error) => (say(name, `${error.message}\n`), over()))
    child.once('exit', over)
  }
  return {
    name,
    start() {
      if (!away) return
      away = false
      begin()
    },
    /** As when the power goes: it and all it started are ended at once, and stay away until it is started. */
    kill() {
      away = true
      clearTimeout(timer)
      const pid = child?.pid
      if (pid === undefined) return
      // Ended from the top, so that none starts another while the rest are being ended.
      for (const one of [pid, ...family(pid)]) end(one, 'SIGKILL')
    },
    async stop() {
      away = true
      clearTimeout(timer)
      const ending = child
      if (!ending) return
      const gone = new Promise((done) => ending.once('exit', done))
      const hard = setTimeout(() => end(ending.pid, 'SIGKILL'), PATIENCE)
      end(ending.pid, 'SIGTERM')
      await gone
      clearTimeout(hard)
    },
  }
}
