/**
 * Records on their way from this device: kept here at once, sent in order as soon as there is a way, and let go only
 * when the server says that it has them.
 */
import { createStore, delMany, setMany, values } from 'idb-keyval'
import type { Impossible } from '../../core/ledger/ledger'
import type { Entry } from '../../season/schema'
import { alone } from '../alone'
import { clock } from './clock'
import { sendPhotos } from './photo-store'
import { faultOf, ServerFault } from './server-fault'

/** Why the server would not take a record as it is. */
export type Refusal =
  | Impossible['reason']
  | { kind: 'unknown-batch' }
  | { kind: 'other-record' }
  | { kind: 'nothing-to-correct' }
  | { kind: 'no-such-season' }
  | { kind: 'ahead'; today: string }
  | { kind: 'malformed'; problems: string[] }
  /** The server fails at it, again and again, while it takes others. */
  | { kind: 'server-fault' }

/** One record of this device. */
export interface Queued {
  entry: Entry
  /** Id of the season it was written in: there it goes, whichever is open by the time it is sent. */
  season: string
  /** Its place in the order of this device, over all its pages. */
  n: number
  /** `kept`: the server has it, and the season on screen does not show it yet. */
  state: 'waiting' | 'kept' | 'refused'
  reason?: Refusal
  /** Its photos are still on this device only: they go after all records have gone. */
  photosWait?: boolean
}

/** Why the last try to send failed: nothing answered, or what answered failed at it. */
/** What a server answers to whoever has to sign in first. */
const SIGNED_OUT = 401

export type SendTrouble = 'no-connection' | 'server-fault' | 'signed-out'

export interface QueueState {
  items: readonly Queued[]
  trouble?: SendTrouble | undefined
  /** Whether this device can keep what it has through a restart; if not, whether for lack of room. */
  safe: true | 'full' | 'keeps-nothing'
}

/** What another person had written already, said once. */
export interface AlreadyWritten {
  entry: Entry
  who: string
  on: string
}

/** Where the queue lasts, and how it is sent; both can be stood in for in tests. */
export interface QueueParts {
  /** Everything on the device, of whichever of its pages. */
  load(): Promise<readonly Queued[]>
  put(items: readonly Queued[]): Promise<void>
  drop(ids: readonly string[]): Promise<void>
  /** Sends entries of one season. */
  send(
    entries: readonly Entry[],
    season: string,
  ): Promise<{ id: string; ok: boolean; again?: { who: string; on: string }; reason?: Refusal }[]>
  sendPhotos(photos: readonly string[], season: string): Promise<void>
  /** Whether the server can do its work, asked when it failed at one record. */
  healthy(): Promise<boolean>
  /** Sends while no other page of this device does. */
  alone(send: () => Promise<void>): Promise<void>
  later(run: () => void, ms: number): void
  /** Microseconds by a clock that all pages of the device share. */
  now(): number
}

export interface RecordQueue {
  get(): QueueState
  subscribe(listener: () => void): () => void
  /** Takes records of a season; resolves when they are safe on this device. */
  add(entries: readonly Entry[], season: string): Promise<void>
  /** Tries to send what waits, also what other pages of this device left behind. */
  send(): Promise<void>
  /** Lets go of records that the season, as it lies on the device, has by now; of another's after a long time only. */
  settle(known: ReadonlySet<string>, season: string): void
  /** Puts a record in the place of one that was refused; it is sent as a new one. */
  correct(id: string, entry: Entry, season: string): Promise<void>
  /** Takes back a record that was not sent yet, or gives up one that was refused. */
  remove(id: string): void
  /** Says what others had already written. */
  onAlready(listener: (already: AlreadyWritten) => void): () => void
}

const RETRY = [2_000, 5_000, 15_000, 30_000, 60_000, 120_000, 300_000] // ms
const AT_ONCE = 100
const LONG_AGO = 60 * 86_400 * 1_000_000 // µs
const FAULTS = 3 // times the server fails at one record, while it is well, before that is set aside

const isFull = (error: unknown) => error instanceof Error && error.name === 'QuotaExceededError'

/** A queue with nothing in it until what lasted from before is loaded. */
export function createQueue(parts: QueueParts): RecordQueue {
  let state: QueueState = { items: [], safe: true }
  const listeners = new Set<() => void>()
  const already = new Set<(one: AlreadyWritten) => void>()
  let sending: Promise<void> | undefined
  let failures = 0
  let retryAsked = false

  /** Records that are known to lie on the device. */
  const saved = new Set<string>()

  const become = (next: Partial<QueueState>) => {
    state = { ...state, ...next }
    for (const listener of listeners) listener()
  }
  /** Private windows and full devices keep nothing: the page says so, and what is on it is still sent. */
  const onDevice = async (write: () => Promise<void>) => {
    try {
      await write()
      if (state.safe !== true) become({ safe: true })
    } catch (error) {
      become({ safe: isFull(error) ? 'full' : 'keeps-nothing' })
    }
  }
  const put = (items: readonly Queued[]) =>
    onDevice(async () => {
      await parts.put(items)
      for (const { entry } of items) saved.add(entry.id)
    })
  const letGo = (ids: readonly string[]) => {
    if (ids.length === 0) return
    const gone = new Set(ids)
    become({ items: state.items.filter(({ entry }) => !gone.has(entry.id)) })
    for (const id of ids) saved.delete(id)
    void onDevice(() => parts.drop(ids))
  }

  /** Takes in what other pages of this device have written, and lets go of what they have seen through. */
  const look = async () => {
    let stored
    try {
      stored = new Map((await parts.load()).map((item) => [item.entry.id, item]))
    } catch (error) {
      return become({ safe: isFull(error) ? 'full' : 'keeps-nothing' })
    }
    const own = new Set(state.items.map(({ entry }) => entry.id))
    const items = state.items.flatMap((item): Queued[] => {
      const other = stored.get(item.entry.id)
      if (!other) return saved.has(item.entry.id) ? [] : [item]
      return [item.state === 'waiting' && other.state !== 'waiting' ? other : item]
    })
    const found = [...stored.values()].filter(({ entry }) => !own.has(entry.id))
    if (found.length === 0 && items.length === state.items.length && items.every((item, i) => item === state.items[i]))
      return
    for (const id of stored.keys()) saved.add(id)
    become({ items: [...items, ...found].sort((a, b) => a.n - b.n) })
  }
  const loaded = look()

  const failed = (error: unknown) => {
    const fault = error instanceof ServerFault ? error : undefined
    become({ trouble: fault?.status === SIGNED_OUT ? 'signed-out' : fault ? 'server-fault' : 'no-connection' })
    const wait = Math.max(RETRY[Math.min(failures++, RETRY.length - 1)]!, fault?.pause ?? 0)
    if (retryAsked) return
    retryAsked = true
    parts.later(() => {
      retryAsked = false
      void queue.send()
    }, wait)
  }

  type Answers = Map<string, Awaited<ReturnType<QueueParts['send']>>[number]>

  /** Notes what became of records that were sent; says nothing of those the answer says nothing of. */
  const take = async (sent: readonly Queued[], answers: Answers) => {
    failures = 0
    const changed: Queued[] = []
    become({
      trouble: undefined,
      items: state.items.map((item): Queued => {
        const answer = answers.get(item.entry.id)
        if (!answer || item.state !== 'waiting') return item
        const { entry, season, n } = item
        const next: Queued = answer.ok
          ? { entry, season, n, state: 'kept', ...(entry.photos?.length ? { photosWait: true } : {}) }
          : { entry, season, n, state: 'refused', reason: answer.reason! }
        changed.push(next)
        return next
      }),
    })
    if (changed.length === 0) return false
    await put(changed)
    for (const { entry } of sent) {
      const again = answers.get(entry.id)?.again
      if (again) for (const listener of already) listener({ entry, ...again })
    }
    return true
  }

  /** Times the server failed at a record sent by itself, while it was well. */
  const faults = new Map<string, number>()

  /** Sends some records of one season; false when nothing more is to be tried now. */
  const sendSome = async (waiting: readonly Queued[], passed: Set<string>): Promise<boolean> => {
    let answers: Answers
    try {
      const sent = await parts.send(
        waiting.map(({ entry }) => entry),
        waiting[0]!.season,
      )
      answers = new Map(sent.map((answer) => [answer.id, answer]))
    } catch (error) {
      const waits = !(error instanceof ServerFault) || error.pause !== undefined || error.status === SIGNED_OUT
      if (waits || !(await parts.healthy())) {
        failed(error)
        return false
      }
      // One of them may be what it fails at: each for itself, so that it holds up no other.
      if (waiting.length > 1) {
        for (const one of waiting) if (!(await sendSome([one], passed))) return false
        return true
      }
      const { id } = waiting[0]!.entry
      const times = (faults.get(id) ?? 0) + 1
      faults.set(id, times)
      passed.add(id)
      if (times >= FAULTS) await take(waiting, new Map([[id, { id, ok: false, reason: { kind: 'server-fault' } }]]))
      return true
    }
    // An answer that says nothing of what was sent would be asked for again and again.
    if (await take(waiting, answers)) return true
    failed(new ServerFault(200))
    return false
  }

  const sendNow = async () => {
    await loaded
    await look()
    const passed = new Set<string>()
    for (;;) {
      const all = state.items.filter(({ state: how, entry }) => how === 'waiting' && !passed.has(entry.id))
      if (all.length === 0) break
      const { season } = all[0]!
      if (!(await sendSome(all.filter((item) => item.season === season).slice(0, AT_ONCE), passed))) return
    }
    if (state.items.some(({ state: how, entry }) => how === 'waiting' && passed.has(entry.id)))
      failed(new ServerFault(500))
    for (const item of state.items.filter(({ photosWait }) => photosWait)) {
      try {
        await parts.sendPhotos(item.entry.photos ?? [], item.season)
      } catch (error) {
        return failed(error)
      }
      const { photosWait: _, ...sent } = item
      become({
        trouble: undefined,
        items: state.items.map((other) => (other.entry.id === item.entry.id ? sent : other)),
      })
      if (saved.has(item.entry.id)) await put([sent])
    }
  }

  const queue: RecordQueue = {
    get: () => state,
    subscribe(listener) {
      listeners.add(listener)
      return () => listeners.delete(listener)
    },
    async add(entries, season) {
      const first = Math.max(1 + (state.items.at(-1)?.n ?? 0), parts.now())
      const items = entries.map((entry, i): Queued => ({ entry, season, n: first + i, state: 'waiting' }))
      // On the page at once; on the device before this is done; on the server as soon as can be.
      become({ items: [...state.items, ...items] })
      await loaded
      await put(items)
      void queue.send()
    },
    send() {
      return (sending ??= parts.alone(sendNow).finally(() => (sending = undefined)))
    },
    settle(known, season) {
      const done = state.items.filter(
        (item) =>
          item.state === 'kept' &&
          !item.photosWait &&
          (item.season === season ? known.has(item.entry.id) : parts.now() - item.n > LONG_AGO),
      )
      letGo(done.map(({ entry }) => entry.id))
    },
    remove(id) {
      letGo([id])
    },
    async correct(id, entry, season) {
      await queue.add([entry], season)
      letGo([id])
    },
    onAlready(listener) {
      already.add(listener)
      return () => already.delete(listener)
    },
  }
  return queue
}

/** Asks the server what time it is, where it can be reached. */
function lookAtClock(): void {
  if (!navigator.onLine) return
  const asked = Date.now()
  fetch('/api/health?only=live', { cache: 'no-store' })
    .then((response) => {
      clock.heard(response.headers.get('date'), asked, Date.now())
      // An answer that is not read to its end keeps its connection open.
      return response.text()
    })
    .catch(() => undefined) // it is asked again when the page comes back to the front
}

/** The queue of this device: every record under its own id, so that pages open beside one another never write over one another. */
export function deviceQueue(): RecordQueue {
  const store = createStore('dove-step-records', 'records')
  const queue = createQueue({
    load: () => values<Queued>(store),
    put: (items) =>
      setMany(
        items.map((item) => [item.entry.id, item]),
        store,
      ),
    drop: (ids) => delMany([...ids], store),
    async send(entries, season) {
      const asked = Date.now()
      const response = await fetch('/api/records', {
        method: 'POST',
        headers: { 'content-type': 'application/json' },
        body: JSON.stringify({ season, records: entries }),
        signal: AbortSignal.timeout(20_000),
      })
      clock.heard(response.headers.get('date'), asked, Date.now())
      if (!response.ok) {
        await response.body?.cancel()
        throw faultOf(response)
      }
      return ((await response.json()) as { kept: Awaited<ReturnType<QueueParts['send']>> }).kept
    },
    sendPhotos,
    healthy: () =>
      fetch('/api/health', { cache: 'no-store', signal: AbortSignal.timeout(5000) }).then(
        async (response) => {
          await response.text()
          return response.ok
        },
        () => false,
      ),
    alone: (send) => alone('dove-step-sends', send),
    later: (run, ms) => void setTimeout(run, ms * (0.8 + 0.4 * Math.random())),
    now: () => Math.round((performance.timeOrigin + performance.now()) * 1000),
  })
  lookAtClock()
  window.addEventListener('online', () => void queue.send())
  document.addEventListener('visibilitychange', () => {
    if (document.visibilityState !== 'visible') return
    lookAtClock()
    void queue.send()
  })
  void queue.send()
  const add = queue.add.bind(queue)
  let asked = false
  return {
    ...queue,
    add(entries, season) {
      // A browser short of room clears what it was not asked to keep; some ask the user, so only once there is something.
      if (!asked) void navigator.storage?.persist?.().catch(() => false)
      asked = true
      return add(entries, season)
    },
  }
}

const NOTHING: QueueState = { items: [], safe: true }

/** On the server there is no device, and nothing waits. */
export const emptyQueue: RecordQueue = {
  get: () => NOTHING,
  subscribe: () => () => undefined,
  add: () => Promise.reject(new Error('there is no device to record on')),
  send: () => Promise.resolve(),
  settle: () => undefined,
  remove: () => undefined,
  correct: () => Promise.reject(new Error('there is no device to record on')),
  onAlready: () => () => undefined,
}
