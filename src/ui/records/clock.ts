/** The clock of this device against that of the server: where they differ by much, somebody is asked which is right. */
import * as z from 'zod/mini'

const MUCH = 10 * 60_000 // ms
const DECIDED = 'dove-clock'

const Decision = z.object({
  /** ms that this device was ahead when it was decided; behind where negative. */
  ahead: z.number(),
  right: z.enum(['server', 'device']),
})
type Decision = z.infer<typeof Decision>

export interface ClockState {
  /** ms that this device is ahead of the server, where that is to be asked about. */
  asks: number | undefined
}

export interface ClockParts {
  now(): number
  load(): string | null
  save(text: string): void
}

/** Watches how far this device is from the server, and knows what time to write. */
export function createClock(parts: ClockParts) {
  const listeners = new Set<() => void>()
  let state: ClockState = { asks: undefined }
  let ahead: number | undefined // of what was heard last
  let decided = read(parts.load())

  const become = (asks: number | undefined) => {
    if (state.asks === asks) return
    state = { asks }
    for (const listener of listeners) listener()
  }
  /** What was decided holds until the device is seen to be set otherwise. */
  const holds = () => decided !== undefined && (ahead === undefined || Math.abs(decided.ahead - ahead) < MUCH)

  return {
    get: () => state,
    subscribe(listener: () => void) {
      listeners.add(listener)
      return () => listeners.delete(listener)
    },
    /**
     * Takes the time an answer was made at.
     *
     * @param date as HTTP writes it; `null` where it was not said
     * @param asked moment of this device the answer was asked for, ms
     * @param answered moment it came
     */
    heard(date: string | null, asked: number, answered: number) {
      const server = date === null ? NaN : Date.parse(date)
      // An answer long on its way says little; HTTP leaves out parts of a second.
      if (Number.isNaN(server) || answered - asked > MUCH / 2) return
      ahead = Math.round((asked + answered) / 2 - server - 500)
      become(Math.abs(ahead) < MUCH || holds() ? undefined : ahead)
    },
    decide(right: Decision['right']) {
      decided = { ahead: ahead ?? 0, right }
      parts.save(JSON.stringify(decided))
      become(undefined)
    },
    /** The time to write: of this device, unless the server's was said to be right. */
    now: () => parts.now() - (decided?.right === 'server' && holds() ? decided.ahead : 0),
  }
}

function read(text: string | null): Decision | undefined {
  try {
    const found = Decision.safeParse(JSON.parse(text ?? 'null'))
    return found.success ? found.data : undefined
  } catch {
    return undefined // somebody else's
  }
}

/** What a browser that keeps nothing is asked to keep. */
const kept = {
  load() {
    try {
      return localStorage.getItem(DECIDED)
    } catch {
      return null // closed to pages, or none at all
    }
  },
  save(text: string) {
    try {
      localStorage.setItem(DECIDED, text)
    } catch {
      // A full device asks again at the next start.
    }
  },
}

/** The clock of this device. */
export const clock = createClock({ now: () => Date.now(), ...kept })
