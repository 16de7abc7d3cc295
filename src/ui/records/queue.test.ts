import { describe, expect, it } from 'vitest'
import { entry } from '../../core/testing/records'
import type { Entry } from '../../season/schema'
import { ServerFault } from './server-fault'
import { createQueue, type Queued, type QueueParts } from './queue'

const NOW = 'season-of-now'
const note = () => entry('a', '2027-03-01', { did: 'note' })

/** A server and a device that can fail. */
function world() {
  const stored = new Map<string, Entry>()
  const order: string[] = []
  const seasons = new Map<string, string>()
  const disk = new Map<string, Queued>()
  const state = {
    now: 0,
    down: false,
    answerLost: false,
    photosDown: false,
    photos: [] as string[],
    refuse: new Set<string>(),
    again: new Map<string, { who: string; on: string }>(),
    retries: [] as (() => void)[],
    diskFails: false,
    diskError: new Error('no room'),
    /** Records the server fails at, whenever they are among those sent. */
    faults: new Set<string>(),
    healthy: true,
    waits: [] as number[],
  }
  const unlessFull = <T>(value: () => T): Promise<T> =>
    state.diskFails ? Promise.reject(state.diskError) : Promise.resolve(value())
  const parts: QueueParts = {
    load: () => unlessFull(() => [...disk.values()]),
    put: (items) => unlessFull(() => items.forEach((item) => disk.set(item.entry.id, item))),
    drop: (ids) => unlessFull(() => ids.forEach((id) => disk.delete(id))),
    sendPhotos: (photos) => {
      if (state.photosDown) return Promise.reject(new Error('too slow'))
      state.photos.push(...photos)
      return Promise.resolve()
    },
    send: (entries, season) => {
      if (state.down) return Promise.reject(new Error('no signal'))
      if (!state.healthy || entries.some(({ id }) => state.faults.has(id))) return Promise.reject(new ServerFault(500))
      const answers = entries.map(({ id }) =>
        state.refuse.has(id)
          ? { id, ok: false, reason: { kind: 'unknown-batch' as const } }
          : { id, ok: true, ...(state.again.has(id) ? { again: state.again.get(id)! } : {}) },
      )
      for (const one of entries) {
        if (state.refuse.has(one.id)) continue
        if (!stored.has(one.id)) order.push(one.id)
        stored.set(one.id, one)
        seasons.set(one.id, season)
      }
      return state.answerLost ? Promise.reject(new Error('cut off')) : Promise.resolve(answers)
    },
    healthy: () => Promise.resolve(state.healthy),
    alone: (send) => send(),
    later: (run, ms) => {
      state.retries.push(run)
      state.waits.push(ms)
    },
    now: () => ++state.now,
  }
  return { state, parts, stored, order, seasons, disk }
}

describe('records on their way', () => {
  it('are on the device before they are said to be, and on the server once, in order', async () => {
    const { parts, stored, order, disk } = world()
    const queue = createQueue(parts)
    const [a, b] = [note(), note()]
    await queue.add([a], NOW)
    expect(disk.has(a.id)).toBe(true)
    await queue.add([b], NOW)
    await queue.send()
    expect(order).toEqual([a.id, b.id])
    expect(queue.get().items.map((item) => item.state)).toEqual(['kept', 'kept'])
    queue.settle(new Set([a.id]), NOW)
    expect(queue.get().items.map((item) => item.entry.id)).toEqual([b.id])
    expect(stored.size).toBe(2)
  })
  it('wait without signal, through a restart of the device, and arrive in order', async () => {
    const { parts, order, state } = world()
    state.down = true
    const first = createQueue(parts)
    const made = [note(), note(), note()]
    for (const one of made) await first.add([one], NOW)
    await first.send()
    expect(first.get()).toMatchObject({
      trouble: 'no-connection',
      items: [{ state: 'waiting' }, { state: 'waiting' }, { state: 'waiting' }],
    })
    const second = createQueue(parts)
    state.down = false
    await second.send()
    expect(order).toEqual(made.map(({ id }) => id))
    expect(second.get().trouble).toBeUndefined()
  })
  it('are sent again when the answer was lost, and written once', async () => {
    const { parts, order, stored, state } = world()
    state.answerLost = true
    const queue = createQueue(parts)
    const one = note()
    await queue.add([one], NOW)
    await queue.send()
    expect(queue.get().items[0]!.state).toBe('waiting')
    state.answerLost = false
    state.retries.shift()!()
    await queue.send()
    expect(order).toEqual([one.id])
    expect(stored.size).toBe(1)
    expect(queue.get().items[0]!.state).toBe('kept')
  })
  it('that are refused stay with their reason and hold up nothing', async () => {
    const { parts, stored, state } = world()
    const queue = createQueue(parts)
    const [bad, good] = [note(), note()]
    state.refuse.add(bad.id)
    await queue.add([bad, good], NOW)
    await queue.send()
    expect(queue.get().items.map((item) => [item.state, item.reason?.kind])).toEqual([
      ['refused', 'unknown-batch'],
      ['kept', undefined],
    ])
    expect([...stored.keys()]).toEqual([good.id])
    queue.remove(bad.id)
    expect(queue.get().items).toHaveLength(1)
  })
  it('go to the season they were written in, in order, though another is open by then', async () => {
    const { parts, order, seasons, state } = world()
    state.down = true
    const queue = createQueue(parts)
    const [a, b, c] = [note(), note(), note()]
    await queue.add([a, b], 'season-before')
    await queue.add([c], NOW)
    await queue.send()
    state.down = false
    await queue.send()
    expect(order).toEqual([a.id, b.id, c.id])
    expect([...seasons.values()]).toEqual(['season-before', 'season-before', NOW])
    // What another season has is not known here: opened without signal, it must not show what was done as open.
    queue.settle(new Set([c.id]), NOW)
    expect(queue.get().items.map((item) => item.entry.id)).toEqual([a.id, b.id])
    // It is not carried along for ever.
    state.now += 61 * 86_400 * 1_000_000
    queue.settle(new Set(), NOW)
    expect(queue.get().items).toEqual([])
  })
  it('of two pages of one device are all kept, and sent by whichever is left', async () => {
    const { parts, order, state, disk } = world()
    state.down = true
    const [one, other] = [createQueue(parts), createQueue(parts)]
    const [a, b, c] = [note(), note(), note()]
    await one.add([a], NOW)
    await other.add([b], NOW)
    await one.add([c], NOW)
    expect([...disk.keys()].sort()).toEqual([a.id, b.id, c.id].sort())
    // The first page is closed by the phone, unsent.
    state.down = false
    await other.send()
    expect(order).toEqual([a.id, b.id, c.id])
    other.settle(new Set([a.id, b.id, c.id]), NOW)
    expect(disk.size).toBe(0)
    // The page that was away sees that all is done, and sends nothing twice.
    await one.send()
    expect(one.get().items).toEqual([])
    expect(order).toHaveLength(3)
  })
  it('go before their photos, which wait for a better line through a restart', async () => {
    const { parts, order, state, disk } = world()
    state.photosDown = true
    const queue = createQueue(parts)
    const [pictured, plain] = [{ ...note(), photos: ['p1', 'p2'] }, note()]
    await queue.add([pictured, plain], NOW)
    await queue.send()
    expect(order).toEqual([pictured.id, plain.id])
    queue.settle(new Set([pictured.id, plain.id]), NOW)
    expect([...disk.values()].map(({ entry, state: how, photosWait }) => [entry.id, how, photosWait])).toEqual([
      [pictured.id, 'kept', true],
    ])
    state.photosDown = false
    const later = createQueue(parts)
    await later.send()
    expect(state.photos).toEqual(['p1', 'p2'])
    expect(order).toHaveLength(2)
    later.settle(new Set([pictured.id]), NOW)
    expect(disk.size).toBe(0)
  })
  it('are not asked for again and again by an answer that says nothing of them', async () => {
    const { parts, state } = world()
    const queue = createQueue({ ...parts, send: () => Promise.resolve([]) })
    await queue.add([note()], NOW)
    await queue.send()
    expect(queue.get().trouble).toBe('server-fault')
    expect(state.retries.length).toBe(1)
  })
  it('tell when another had written the same', async () => {
    const { parts, state } = world()
    const queue = createQueue(parts)
    const one = note()
    state.again.set(one.id, { who: 'Crew B', on: '2027-03-01' })
    const told: string[] = []
    queue.onAlready(({ who }) => told.push(who))
    await queue.add([one], NOW)
    await queue.send()
    expect(told).toEqual(['Crew B'])
  })
  it('are sent all the same where the device keeps nothing, and the page knows', async () => {
    const { parts, stored, state } = world()
    state.diskFails = true
    const queue = createQueue(parts)
    await queue.add([note()], NOW)
    await queue.send()
    expect(queue.get().safe).toBe('keeps-nothing')
    expect(stored.size).toBe(1)
  })
  it('of a full device are sent all the same, and it is said that it is full', async () => {
    const { parts, stored, state } = world()
    state.diskFails = true
    state.diskError = Object.assign(new Error('the quota is used up'), { name: 'QuotaExceededError' })
    const queue = createQueue(parts)
    await queue.add([note()], NOW)
    await queue.send()
    expect(queue.get().safe).toBe('full')
    expect(stored.size).toBe(1)
    state.diskFails = false
    await queue.add([note()], NOW)
    expect(queue.get().safe).toBe(true)
  })
  it('of a device that was signed out wait until somebody signs in, however often they are sent', async () => {
    const { parts, stored, disk } = world()
    let signedIn = false
    const queue = createQueue({
      ...parts,
      send: (...all) => (signedIn ? parts.send(...all) : Promise.reject(new ServerFault(401))),
    })
    const [one, two] = [note(), note()]
    await queue.add([one, two], NOW)
    for (let i = 0; i < 8; i++) await queue.send()
    expect(queue.get().trouble).toBe('signed-out')
    expect([one, two].map(({ id }) => disk.get(id)!.state)).toEqual(['waiting', 'waiting'])
    signedIn = true
    await queue.send()
    expect(stored.size).toBe(2)
    expect(queue.get().trouble).toBeUndefined()
  })
  it('that the server fails at hold up no others, and are set aside after a few tries', async () => {
    const { parts, order, state, disk } = world()
    const queue = createQueue(parts)
    const [a, bad, c, d] = [note(), note(), note(), note()]
    state.faults.add(bad.id)
    await queue.add([a, bad, c, d], NOW)
    await queue.send()
    expect(order).toEqual([a.id, c.id, d.id])
    expect(queue.get().items.map((item) => item.state)).toEqual(['kept', 'waiting', 'kept', 'kept'])
    expect(queue.get().trouble).toBe('server-fault')
    for (let i = 0; i < 3; i++) await queue.send()
    expect(disk.get(bad.id)).toMatchObject({ state: 'refused', reason: { kind: 'server-fault' } })
    // Corrected, it goes as a new one.
    const better = { ...bad, id: note().id }
    await queue.correct(bad.id, better, NOW)
    await queue.send()
    expect(order).toEqual([a.id, c.id, d.id, better.id])
    expect(disk.has(bad.id)).toBe(false)
  })
  it('wait while the server is unwell, none set aside, with pauses that grow to minutes', async () => {
    const { parts, order, state } = world()
    state.healthy = false
    const queue = createQueue(parts)
    const made = [note(), note()]
    await queue.add(made, NOW)
    for (let i = 0; i < 12; i++) {
      await queue.send()
      state.retries.pop()?.()
      await queue.send()
    }
    expect(queue.get().items.map((item) => item.state)).toEqual(['waiting', 'waiting'])
    expect(queue.get().trouble).toBe('server-fault')
    expect([...state.waits].sort((x, y) => x - y)).toEqual(state.waits)
    expect(state.waits[0]).toBe(2000)
    expect(state.waits.at(-1)).toBe(300_000)
    state.healthy = true
    await queue.send()
    expect(order).toEqual(made.map(({ id }) => id))
  })
  it('of two pages are sent by one of them at a time', async () => {
    const { parts, order } = world()
    let line: Promise<void> = Promise.resolve()
    const alone = (send: () => Promise<void>) => (line = line.then(send))
    let sending = 0
    const send: QueueParts['send'] = async (entries, season) => {
      expect(++sending).toBe(1)
      await new Promise((done) => setTimeout(done, 5))
      const answer = await parts.send(entries, season)
      sending--
      return answer
    }
    const [one, other] = [createQueue({ ...parts, alone, send }), createQueue({ ...parts, alone, send })]
    const made = [note(), note(), note(), note()]
    await Promise.all(made.map((entry, i) => (i % 2 === 0 ? one : other).add([entry], NOW)))
    await Promise.all([one.send(), other.send()])
    expect([...order].sort()).toEqual(made.map(({ id }) => id).sort())
  })
})
