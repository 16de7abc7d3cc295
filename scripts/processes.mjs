/** Which process is which: a number alone says little, because another process may have it by now. */
import {
  closeSync,
  existsSync,
  mkdirSync,
  openSync,
  readFileSync,
  readlinkSync,
  realpathSync,
  rmSync,
  writeSync,
} from 'node:fs'
import { dirname } from 'node:path'

/** Whether a process of this number lives, whoever's it is. */
export function lives(pid) {
  try {
    process.kill(pid, 0)
    return true
  } catch (error) {
    return error.code === 'EPERM'
  }
}

/** When a process began, in ticks since the machine did; `undefined` where it has ended, or the system does not say. */
export function begunAt(pid) {
  try {
    const stat = readFileSync(`/proc/${pid}/stat`, 'utf8')
    // The name of the program stands in brackets and may hold anything.
    const [state, ...rest] = stat.slice(stat.lastIndexOf(')') + 2).split(' ')
    return state === 'Z' ? undefined : rest[18]
  } catch {
    return undefined // it is gone, or there is no /proc here
  }
}

/** Whether a process noted with its beginning is still that process. */
export const isStill = ({ pid, begun }) => lives(pid) && (begun === undefined || begunAt(pid) === begun)

/** Whether a process is a database server on these files: it stands in their folder. */
export function standsIn(pid, folder) {
  if (!lives(pid)) return false
  if (!existsSync('/proc/self/cwd')) return true
  try {
    return readlinkSync(`/proc/${pid}/cwd`) === realpathSync(folder)
  } catch {
    return false // another account's, which ours never is
  }
}

const noted = (pid) => ({ pid, begun: begunAt(pid) })

/** What a lock file says; `undefined` where it is missing or half-written. */
function held(file) {
  try {
    return JSON.parse(readFileSync(file, 'utf8'))
  } catch (error) {
    if (error.code === 'ENOENT' || error instanceof SyntaxError) return undefined
    throw error
  }
}

const sleep = (ms) => new Promise((done) => setTimeout(done, ms))

/** Ends processes: asked first, then made to. */
export async function end(pids, patience) {
  const left = () => pids.filter((one) => isStill(one))
  for (const signal of ['SIGTERM', 'SIGKILL']) {
    for (const { pid } of left()) process.kill(pid, signal)
    for (let waited = 0; left().length > 0 && waited < patience; waited += 100) await sleep(100)
  }
}

/**
 * Holds a folder for this process. One that was ended without warning holds it no longer; what it had started is ended
 * first.
 *
 * @returns what it takes to say more of it and to let go; or whose it is
 */
export async function hold(file) {
  mkdirSync(dirname(file), { recursive: true })
  for (;;) {
    const own = { ...noted(process.pid), address: undefined, children: [] }
    const write = (flags) => {
      const handle = openSync(file, flags, 0o644)
      writeSync(handle, JSON.stringify(own))
      closeSync(handle)
    }
    try {
      write('wx')
    } catch (error) {
      if (error.code !== 'EEXIST') throw error
      const other = held(file)
      if (other && isStill(other)) return { by: other }
      await end(other?.children ?? [], 1500)
      rmSync(file, { force: true })
      continue
    }
    if (held(file)?.pid !== process.pid) continue
    return {
      serves(address) {
        own.address = address
        write('w')
      },
      started(pid) {
        own.children = [...own.children.filter((one) => isStill(one)), noted(pid)]
        write('w')
      },
      release: () => rmSync(file, { force: true }),
    }
  }
}
