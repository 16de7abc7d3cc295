/** A season while it is looked at: as this device holds it at once, and then as it is, by what has changed since. */
import { seasonToday } from '../core/calendar/clock'
import { withSince, type SeasonHeld, type Since } from '../season/since'
import { dropSeason, heldSeason, holdSeason, leaveDevice } from './held-season'
import { faultOf, ServerFault } from './records/server-fault'

/** Why the last look at the server failed. `refused`: there is no such season any more, or not for this reader. */
export type LiveTrouble = 'no-connection' | 'server-fault' | 'signed-out' | 'refused'

export interface LiveState {
  held?: SeasonHeld
  /** What lies on the device for the next time; where nothing can, what is shown. */
  safe?: SeasonHeld
  trouble?: LiveTrouble | undefined
  /** Since when, ms. */
  troubleSince?: number | undefined
  /** Whether it is by something done here: then it is drawn at once. */
  own: boolean
}

export interface LiveSeason {
  get(): LiveState
  subscribe(listener: () => void): () => void
  isLookedAt(): boolean
  /** Draws what the device holds, and asks for what has changed since; once. */
  open(): Promise<void>
  /** Asks what has changed, and draws it. Resolves when what was so before the call is shown, or could not be asked for. */
  catchUp(own?: boolean): Promise<void>
}

/** Where a season lies and is asked for; stood in for in tests. */
export interface LiveParts {
  held(): Promise<SeasonHeld | undefined>
  hold(held: SeasonHeld): Promise<void>
  drop(): Promise<void>
  /** Deletes all that was kept for whoever was signed in. */
  leave(): Promise<void>
  /** @throws ServerFault, or anything else where nothing answers */
  ask(mark: string | undefined): Promise<Since | { gone: true }>
  later(run: () => void): void
  now(): number
}

const NOT_ALLOWED = 403
const SIGNED_OUT = 401

const troubleOf = (error: unknown): LiveTrouble =>
  !(error instanceof ServerFault)
    ? 'no-connection'
    : error.status === NOT_ALLOWED
      ? 'refused'
      : error.status === SIGNED_OUT
        ? 'signed-out'
        : 'server-fault'

export function createLiveSeason(parts: LiveParts): LiveSeason {
  let state: LiveState = { own: false }
  const listeners = new Set<() => void>()
  let opened: Promise<void> | undefined
  let running: Promise<void> | undefined
  let next: Promise<void> | undefined
  let keeping = false

  const become = (part: Partial<LiveState>) => {
    state = { ...state, ...part }
    for (const listener of listeners) listener()
  }

  const warn = (error: unknown) => console.warn('This device keeps no season for the next time:', error)

  /** Keeps what is shown for the next time. */
  const keepNow = async () => {
    const { held } = state
    if (!held || held === state.safe || state.trouble === 'refused') return
    // Where nothing can be kept, nothing old comes back from there either.
    await parts.hold(held).catch(warn)
    become({ safe: held })
  }

  /** The same, once for all that comes in a short while. */
  const keepSoon = () => {
    if (keeping) return
    keeping = true
    parts.later(() => {
      keeping = false
      void keepNow()
    })
  }

  const lookOnce = async (own: boolean) => {
    try {
      const { held } = state
      const since = await parts.ask(held?.mark)
      if ('gone' in since) throw new ServerFault(NOT_ALLOWED)
      const now = withSince(held, since)
      // Where nothing is otherwise, nothing is drawn again.
      if (now !== held || state.trouble) become({ held: now, trouble: undefined, troubleSince: undefined, own })
      if (own) await keepNow()
      else keepSoon()
    } catch (error) {
      const trouble = troubleOf(error)
      become({ trouble, troubleSince: state.troubleSince ?? parts.now(), own })
      if (trouble === 'refused') await parts.drop().catch(warn)
      if (trouble === 'signed-out') await parts.leave().catch(warn)
    }
  }

  const live: LiveSeason = {
    get: () => state,
    subscribe(listener) {
      listeners.add(listener)
      return () => listeners.delete(listener)
    },
    isLookedAt: () => listeners.size > 0,
    open() {
      return (opened ??= parts
        .held()
        .then((held) => {
          // Until the server says what day it is, it is the one of this device.
          if (held && !state.held)
            become({ held: { ...held, today: seasonToday(held.season, parts.now()) }, safe: held })
        })
        .catch(warn)
        .then(() => live.catchUp()))
    },
    catchUp(own = false) {
      if (!running) return (running = lookOnce(own).finally(() => (running = undefined)))
      // One that is on its way may have left before.
      return (next ??= running.then(() => {
        next = undefined
        return live.catchUp(own)
      }))
    },
  }
  return live
}

const KEPT_AFTER = 300 // ms
const LONG = 20_000 // ms what has changed is waited for

async function ask(view: string, mark: string | undefined): ReturnType<LiveParts['ask']> {
  // A connection that lets nothing through says nothing of it either. A whole season may take its time.
  const response = await fetch(
    seasonAddress(view, mark),
    mark === undefined ? {} : { signal: AbortSignal.timeout(LONG) },
  )
  if (!response.ok) throw faultOf(response)
  return (await response.json()) as Since | { gone: true }
}

/** Where a season is asked for. */
export const seasonAddress = (view: string, mark?: string): string =>
  `/api/season?season=${view}${mark === undefined ? '' : `&since=${mark}`}`

const MOST_OPEN = 3
const open = new Map<string, LiveSeason>()

/** The season of a view on this device, the same for all who look at it. */
export function liveSeason(view: string): LiveSeason {
  const known = open.get(view)
  const live =
    known ??
    createLiveSeason({
      held: () => heldSeason(view),
      hold: (held) => holdSeason(view, held),
      drop: () => dropSeason(view),
      leave: leaveDevice,
      ask: (mark) => ask(view, mark),
      later: (run) => void setTimeout(run, KEPT_AFTER),
      now: Date.now,
    })
  open.delete(view)
  open.set(view, live)
  if (open.size > MOST_OPEN) open.delete(open.keys().next().value!)
  return live
}

/** Whatever season is looked at shows what was done here. */
export const caughtUp = async (): Promise<void> => {
  await Promise.all([...open.values()].flatMap((live) => (live.isLookedAt() ? [live.catchUp(true)] : [])))
}
