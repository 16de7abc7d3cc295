/**
 * Records on their way from this device: kept here at once, sent in order as soon as there is a way, and let go only
 * when the server says that it has them.
 */
import { get, set } from 'idb-keyval'
import type { Impossible } from '../../core/forecast/tally'
import type { Entry } from '../../season/schema'
import { sendPhotos } from './photos'

/** Why the server would not take a record as it is. */
export type Refusal = Impossible['reason'] | { kind: 'unknown-batch' } | { kind: 'other-record' } | { kind: 'nothing-to-correct' } | { kind: 'no-such-season' } | { kind: 'malformed'; problems: string[] }

/** One record of this device. */
export interface Queued {
  entry: Entry
  /** Id of the season it was written in: there it goes, whichever is open by the time it is sent. */
  season: string
  /** `kept`: the server has it, and the season on screen does not show it yet. */
  state: 'waiting' | 'kept' | 'refused'
  reason?: Refusal
}

export interface QueueState {
  items: readonly Queued[]
  /** Whether the last try to send failed. */
  offline: boolean
  /** Whether this device can keep what it has through a restart. */
  safe: boolean
}

/** What another person had written already, said once. */
export interface AlreadyWritten {
  entry: Entry
  who: string
  on: string
}

/** Where the queue lasts, and how it is sent; both can be stood in for in tests. */
export interface QueueParts {
  load(): Promise<readonly Queued[] | undefined>
  save(items: readonly Queued[]): Promise<void>
  /** Sends entries of one season. */
  send(entries: readonly Entry[], season: string): Promise<{ id: string; ok: boolean; again?: { who: string; on: string }; reason?: Refusal }[]>
  later(run: () => void, ms: number): void
}

export interface RecordQueue {
  get(): QueueState
  subscribe(listener: () => void): () => void
  /** Takes records of a season; resolves when they are safe on this device. */
  add(entries: readonly Entry[], season: string): Promise<void>
  /** Tries to send what waits. */
  send(): Promise<void>
  /** Lets go of records that the season on screen shows by now, and of those kept in another, which it never will. */
  settle(known: ReadonlySet<string>, season: string): void
  /** Takes back a record that was not sent yet, or gives up one that was refused. */
  remove(id: string): void
  /** Says what others had already written. */
  onAlready(listener: (already: AlreadyWritten) => void): () => void
}

const RETRY = [2_000, 5_000, 15_000, 30_000] // ms
const AT_ONCE = 100

/** A queue with nothing in it until what lasted from before is loaded. */
export function createQueue(parts: QueueParts): RecordQueue {
  let state: QueueState = { items: [], offline: false, safe: true }
  const listeners = new Set<() => void>()
  const already = new Set<(one: AlreadyWritten) => void>()
  let sending: Promise<void> | undefined
  let failures = 0
  let retryAsked = false

  const become = (next: Partial<QueueState>) => {
    state = { ...state, ...next }
    for (const listener of listeners) listener()
  }
  const keep = async () => {
    try {
      await parts.save(state.items)
      if (!state.safe) become({ safe: true })
    } catch {
      // Private windows and full devices keep nothing: the page says so, and what is on it is still sent.
      become({ safe: false })
    }
  }
  const loaded = parts.load().then(
    (items) => {
      if (items && items.length > 0) become({ items: [...items, ...state.items] })
    },
    () => become({ safe: false }),
  )

  const sendNow = async () => {
    await loaded
    for (;;) {
      const all = state.items.filter((item) => item.state === 'waiting')
      if (all.length === 0) return
      const { season } = all[0]!
      const waiting = all.filter((item) => item.season === season).slice(0, AT_ONCE)
      let answers
      try {
        answers = new Map((await parts.send(waiting.map(({ entry }) => entry), season)).map((answer) => [answer.id, answer]))
      } catch {
        become({ offline: true })
        const wait = RETRY[Math.min(failures++, RETRY.length - 1)]!
        if (!retryAsked) {
          retryAsked = true
          parts.later(() => {
            retryAsked = false
            void queue.send()
          }, wait)
        }
        return
      }
      failures = 0
      become({
        offline: false,
        items: state.items.map((item): Queued => {
          const answer = answers.get(item.entry.id)
          if (!answer || item.state !== 'waiting') return item
          const { entry, season } = item
          return answer.ok ? { entry, season, state: 'kept' } : { entry, season, state: 'refused', reason: answer.reason! }
        }),
      })
      await keep()
      for (const { entry } of waiting) {
        const again = answers.get(entry.id)?.again
        if (again) for (const listener of already) listener({ entry, ...again })
      }
    }
  }

  const queue: RecordQueue = {
    get: () => state,
    subscribe(listener) {
      listeners.add(listener)
      return () => listeners.delete(listener)
    },
    async add(entries, season) {
      // On the page at once; on the device before this is done; on the server as soon as can be.
      become({ items: [...state.items, ...entries.map((entry): Queued => ({ entry, season, state: 'waiting' }))] })
      await loaded
      await keep()
      void queue.send()
    },
    send() {
      return (sending ??= sendNow().finally(() => (sending = undefined)))
    },
    settle(known, season) {
      const left = state.items.filter((item) => item.state !== 'kept' || (item.season === season && !known.has(item.entry.id)))
      if (left.length === state.items.length) return
      become({ items: left })
      void keep()
    },
    remove(id) {
      become({ items: state.items.filter((item) => item.entry.id !== id) })
      void keep()
    },
    onAlready(listener) {
      already.add(listener)
      return () => already.delete(listener)
    },
  }
  return queue
}

const STORE = 'dove-records'

/** The queue of this device. */
export function deviceQueue(): RecordQueue {
  const queue = createQueue({
    load: () => get<readonly Queued[]>(STORE),
    save: (items) => set(STORE, items),
    async send(entries, season) {
      await sendPhotos(entries.flatMap(({ photos }) => photos ?? []), season)
      const response = await fetch('/api/records', { method: 'POST', headers: { 'content-type': 'application/json' }, body: JSON.stringify({ season, records: entries }), signal: AbortSignal.timeout(20_000) })
      if (!response.ok) throw new Error(`the server answered ${response.status}`)
      return ((await response.json()) as { kept: Awaited<ReturnType<QueueParts['send']>> }).kept
    },
    later: (run, ms) => void setTimeout(run, ms),
  })
  window.addEventListener('online', () => void queue.send())
  void queue.send()
  return queue
}

const NOTHING: QueueState = { items: [], offline: false, safe: true }

/** On the server there is no device, and nothing waits. */
export const emptyQueue: RecordQueue = {
  get: () => NOTHING,
  subscribe: () => () => undefined,
  add: () => Promise.reject(new Error('there is no device to record on')),
  send: () => Promise.resolve(),
  settle: () => undefined,
  remove: () => undefined,
  onAlready: () => () => undefined,
}
