/** A season while it is looked at, with a server and a device that can fail. */
import { describe, expect, it } from 'vitest'
import { readSmall } from '../season/small-season'
import type { SeasonHeld, Since } from '../season/since'
import { createLiveSeason, type LiveParts } from './live-season'
import { ServerFault } from './records/server-fault'

const season = { ...readSmall(), season: { ...readSmall().season, opensOn: undefined } }

const heldAt = (revision: number): SeasonHeld => ({
  season,
  revision,
  versions: {},
  setAside: [],
  undo: null,
  redo: null,
  today: '2027-03-01',
  mark: `m${revision}`,
})

/** What the server says to whoever holds a mark: one more thing each time. */
const changesTo = (revision: number, farm = season.farm.name): Since => ({
  changes: {
    revision,
    undo: null,
    redo: null,
    today: '2027-03-02',
    mark: `m${revision}`,
    farm,
    things: [],
    records: { all: false, list: [] },
  },
})

function world() {
  const asked: (string | undefined)[] = []
  const laters: (() => void)[] = []
  const state = {
    disk: undefined as SeasonHeld | undefined,
    answer: (mark: string | undefined): Promise<Since | { gone: true }> =>
      Promise.resolve(mark === undefined ? { whole: heldAt(7) } : changesTo(8)),
    diskFails: false,
    dropped: 0,
    left: 0,
  }
  const parts: LiveParts = {
    held: () => (state.diskFails ? Promise.reject(new Error('private')) : Promise.resolve(state.disk)),
    hold: (held) => {
      if (state.diskFails) return Promise.reject(new Error('private'))
      state.disk = held
      return Promise.resolve()
    },
    drop: () => {
      state.disk = undefined
      state.dropped++
      return Promise.resolve()
    },
    leave: () => {
      state.disk = undefined
      state.left++
      return Promise.resolve()
    },
    ask: (mark) => {
      asked.push(mark)
      return state.answer(mark)
    },
    later: (run) => void laters.push(run),
    now: () => Date.UTC(2027, 4, 5, 12),
  }
  /** Lets what waits for a quiet moment be done. */
  const quiet = async () => {
    for (const run of laters.splice(0)) run()
    await new Promise((done) => setTimeout(done))
  }
  return { parts, state, asked, quiet }
}

describe('a season that is looked at', () => {
  it('is asked for whole where the device holds nothing, and kept', async () => {
    const { parts, state, asked, quiet } = world()
    const live = createLiveSeason(parts)
    expect(live.get().held).toBeUndefined()
    await live.open()
    expect(asked).toEqual([undefined])
    expect(live.get().held!.revision).toBe(7)
    expect(live.get().safe).toBeUndefined()
    await quiet()
    expect(state.disk!.revision).toBe(7)
    expect(live.get().safe).toBe(live.get().held)
  })

  it('is drawn as the device holds it before anything answers, on the day of this device', async () => {
    const { parts, state, asked } = world()
    state.disk = heldAt(5)
    const answers: ((since: Since) => void)[] = []
    state.answer = () => new Promise((done) => answers.push(done))
    const live = createLiveSeason(parts)
    const opened = live.open()
    await new Promise((done) => setTimeout(done))
    expect(live.get().held).toMatchObject({ revision: 5, today: '2027-05-05' })
    expect(asked).toEqual(['m5'])
    answers[0]!(changesTo(6))
    await opened
    // The server has the word on the day.
    expect(live.get().held).toMatchObject({ revision: 6, today: '2027-03-02' })
  })

  it('stays as it is where nothing answers, and says why', async () => {
    const { parts, state } = world()
    for (const [error, trouble] of [
      [new TypeError('Failed to fetch'), 'no-connection'],
      [new ServerFault(500), 'server-fault'],
      [new ServerFault(401), 'signed-out'],
    ] as const) {
      state.disk = heldAt(5)
      state.answer = () => Promise.reject(error)
      const live = createLiveSeason(parts)
      await live.open()
      expect(live.get()).toMatchObject({ trouble, held: { revision: 5 } })
      // Who was signed out elsewhere, perhaps because the phone is lost, leaves nothing on it.
      expect([state.left, state.disk?.revision]).toEqual(trouble === 'signed-out' ? [1, undefined] : [0, 5])
    }
    state.disk = heldAt(5)
    state.answer = () => Promise.reject(new ServerFault(500))
    const live = createLiveSeason(parts)
    await live.open()
    state.answer = () => Promise.resolve(changesTo(6))
    await live.catchUp()
    expect(live.get()).toMatchObject({ trouble: undefined, held: { revision: 6 } })
  })

  it('that is gone, or may not be seen, does not stay on the device', async () => {
    for (const answer of [() => Promise.resolve({ gone: true as const }), () => Promise.reject(new ServerFault(403))]) {
      const { parts, state, quiet } = world()
      state.disk = heldAt(5)
      state.answer = answer
      const live = createLiveSeason(parts)
      await live.open()
      await quiet()
      expect(live.get().trouble).toBe('refused')
      expect(state.disk).toBeUndefined()
    }
  })

  it('shows what was done before it was asked, also where another question was on its way', async () => {
    const { parts, state } = world()
    let revision = 7
    const waits: (() => void)[] = []
    state.answer = async (mark) => {
      const now = revision
      await new Promise<void>((done) => waits.push(done))
      return mark === undefined ? { whole: heldAt(now) } : changesTo(now)
    }
    const live = createLiveSeason(parts)
    const opened = live.open()
    await new Promise((done) => setTimeout(done))
    // Written while the first question is on its way: its answer cannot have it.
    revision = 9
    const shown = [live.catchUp(true), live.catchUp(true)]
    for (let i = 0; i < 4; i++) {
      waits.splice(0).forEach((go) => go())
      await new Promise((done) => setTimeout(done))
    }
    await opened
    await Promise.all(shown)
    expect(live.get().held!.revision).toBe(9)
  })

  it('by something done here lies on the device before whoever did it goes on', async () => {
    const { parts, state } = world()
    const live = createLiveSeason(parts)
    await live.open()
    expect(state.disk).toBeUndefined()
    await live.catchUp(true)
    expect(state.disk!.revision).toBe(8)
    expect(live.get().safe).toBe(live.get().held)
  })

  it('asks once for many who ask at the same time', async () => {
    const { parts, asked } = world()
    const live = createLiveSeason(parts)
    await live.open()
    await Promise.all([live.catchUp(), live.catchUp(), live.catchUp(), live.catchUp()])
    expect(asked).toHaveLength(3) // one on its way, and one for all who came meanwhile
  })

  it('on a device that keeps nothing lets go of records once they are shown', async () => {
    const { parts, state, quiet } = world()
    state.diskFails = true
    const live = createLiveSeason(parts)
    await live.open()
    await quiet()
    expect(live.get().safe).toBe(live.get().held)
  })

  it('tells who looks at it, and knows whether anybody does', async () => {
    const { parts } = world()
    const live = createLiveSeason(parts)
    let told = 0
    expect(live.isLookedAt()).toBe(false)
    const stop = live.subscribe(() => told++)
    expect(live.isLookedAt()).toBe(true)
    await live.open()
    expect(told).toBeGreaterThan(0)
    const before = told
    stop()
    await live.catchUp()
    expect(told).toBe(before)
    expect(live.isLookedAt()).toBe(false)
  })
})
