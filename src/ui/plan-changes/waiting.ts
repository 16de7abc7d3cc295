/**
 * Changes of a season made without signal: kept on this device, tried in their order against the season as it is by then,
 * and where somebody else has changed the same meanwhile shown with both sides. None is lost without a word.
 */
import type { ChangeResult, ThingEdit } from '../../actions/change-season'
import { withEdits } from '../../season/apply-edits'
import type { Season } from '../../season/schema'

type Refused = Exclude<ChangeResult, { ok: true }>

/** Why a change was not saved as it is. */
export type Clash =
  Extract<Refused, { reason: 'stale' }> | { ok: false; reason: 'used' | 'no-season' | 'wrong'; message: string }

/** An edit that waits. */
export type WaitingEdit = ThingEdit & {
  /** It was made from what another change that waits had made of the same. */
  follows?: boolean
}

export interface WaitingChange {
  id: string
  /** Id of the season, or the copy of it, that it was made in. */
  season: string
  /** Its place in the order of this device. */
  n: number
  edits: readonly WaitingEdit[]
  summary: string
  clash?: Clash
}

/** Where changes lie, and how they are sent; stood in for in tests. */
export interface WaitingParts {
  load(): Promise<readonly WaitingChange[]>
  put(change: WaitingChange): Promise<void>
  drop(id: string): Promise<void>
  /**
   * Tries a change against the season as it is; what was saved is on the page when it answers.
   *
   * @param id a change that was saved before is not saved again
   * @returns nothing where nobody answers
   */
  send(season: string, edits: ThingEdit[], summary: string, id: string): Promise<ChangeResult | undefined>
  /** The version of a thing as the page shows it. */
  version(season: string, of: string, key: string): number | null
  /** Runs while no other page of this device does. */
  alone(run: () => Promise<void>): Promise<void>
  now(): number
}

export interface WaitingChanges {
  get(): readonly WaitingChange[]
  subscribe(listener: () => void): () => void
  /** Keeps a change; resolves when it lies on the device. */
  keep(change: { id: string; season: string; edits: readonly ThingEdit[]; summary: string }): Promise<WaitingChange>
  /** Sends what waits of a season, the first first. */
  send(season: string): Promise<void>
  /** Saves a change over what somebody else has made of the same. */
  useMine(id: string): Promise<void>
  /** Lets a change go: one that clashes, or one that was not sent yet. @returns false where a later one was made from it */
  remove(id: string): Promise<boolean>
}

const nameOf = ({ of, key }: { of: string; key: string }) => `${of}/${key}`

/** Whether two changes touch the same thing of the same season. */
function touches(a: WaitingChange, b: WaitingChange): boolean {
  const names = new Set(a.edits.map(nameOf))
  return a.season === b.season && b.edits.some((edit) => names.has(nameOf(edit)))
}

export function createWaitingChanges(parts: WaitingParts): WaitingChanges {
  let items: readonly WaitingChange[] = []
  const listeners = new Set<() => void>()
  let sending: Promise<void> | undefined
  const warn = (error: unknown) => console.warn('Changes of the plan cannot be kept on this device:', error)

  const become = (next: readonly WaitingChange[]) => {
    items = [...next].sort((a, b) => a.n - b.n)
    for (const listener of listeners) listener()
  }
  const put = async (change: WaitingChange) => {
    become([...items.filter(({ id }) => id !== change.id), change])
    await parts.put(change).catch(warn)
  }
  const drop = async (id: string) => {
    become(items.filter((one) => one.id !== id))
    await parts.drop(id).catch(warn)
  }

  /** An edit as the server is to try it: one that follows another that was saved is made from that. */
  const asSent = (season: string, { of, key, to, follows, ...seen }: WaitingEdit): ThingEdit =>
    follows ? { of, key, to, version: parts.version(season, of, key) } : ({ of, key, to, ...seen } as ThingEdit)

  /** @returns false where nobody answers */
  const sendOne = async (change: WaitingChange): Promise<boolean> => {
    const edits = change.edits.map((edit) => asSent(change.season, edit))
    const result = await parts.send(change.season, edits, change.summary, change.id)
    if (!result) return false
    if (result.ok) await drop(change.id)
    else if (result.reason === 'wrong')
      await put({ ...change, clash: { ok: false, reason: 'wrong', message: result.problems[0]?.message ?? '' } })
    else if (result.reason === 'stale') await put({ ...change, clash: result })
    else await put({ ...change, clash: { ...result, message: '' } })
    return true
  }

  const sendAll = async (season: string) => {
    // What another page of this device left behind, or has sent.
    const lying = await parts.load().catch(() => items)
    become(lying)
    for (const { id } of items) {
      const change = items.find((one) => one.id === id)
      if (!change || change.season !== season || change.clash) continue
      // One that was made from a change that is still to be decided waits for it.
      if (items.some((earlier) => earlier.n < change.n && touches(earlier, change))) continue
      if (!(await sendOne(change))) return
    }
  }

  const store: WaitingChanges = {
    get: () => items,
    subscribe(listener) {
      listeners.add(listener)
      return () => listeners.delete(listener)
    },
    async keep({ id, season, edits, summary }) {
      const before = items.filter((one) => one.season === season)
      const change: WaitingChange = {
        id,
        season,
        n: Math.max(parts.now(), ...items.map(({ n }) => n + 1)),
        edits: edits.map((edit) => ({
          ...edit,
          ...(before.some((one) => one.edits.some((other) => nameOf(other) === nameOf(edit))) ? { follows: true } : {}),
        })),
        summary,
      }
      become([...items, change])
      await parts.put(change)
      return change
    },
    send(season) {
      return (sending ??= parts.alone(() => sendAll(season)).finally(() => (sending = undefined)))
    },
    async useMine(id) {
      const change = items.find((one) => one.id === id)
      if (change?.clash?.reason !== 'stale') return
      const theirs = new Map(change.clash.stale.map((one) => [nameOf(one), one]))
      const { clash: _, ...rest } = change
      await put({
        ...rest,
        edits: change.edits.map((edit) => {
          const one = theirs.get(nameOf(edit))
          return one ? { of: edit.of, key: edit.key, to: edit.to, version: one.version } : edit
        }),
      })
      await store.send(change.season)
    },
    async remove(id) {
      const change = items.find((one) => one.id === id)
      if (!change) return true
      if (items.some((later) => later.n > change.n && touches(change, later))) return false
      await drop(id)
      return true
    },
  }
  void parts
    .load()
    .then((lying) => become([...lying, ...items.filter(({ id }) => lying.every((one) => one.id !== id))]))
    .catch(warn)
  return store
}

/** The season as it will be once what waits is saved; what is to be decided first is left out, with what was made from it. */
export function withWaiting(season: Season, waiting: readonly WaitingChange[]): Season {
  if (waiting.length === 0) return season
  const undecided: WaitingChange[] = []
  let next = season
  for (const change of waiting) {
    if (change.clash || undecided.some((earlier) => touches(earlier, change))) undecided.push(change)
    else next = withEdits(next, change.edits).document as unknown as Season
  }
  return next
}
