import { describe, expect, it } from 'vitest'
import { entry } from '../../core/forecast/some-records'
import type { Entry } from '../../season/schema'
import { createQueue, type Queued, type QueueParts } from './queue'

const NOW = 'season-of-now'
const note = () => entry('a', '2027-03-01', { did: 'note' })

/** A server and a device that can fail. */
function world() {
  const stored = new Map<string, Entry>()
  const order: string[] = []
  const seasons = new Map<string, string>()
  const state = { disk: undefined as readonly Queued[] | undefined, down: false, answerLost: false, refuse: new Set<string>(), again: new Map<string, { who: string; on: string }>(), retries: [] as (() => void)[], diskFails: false }
  const parts: QueueParts = {
    load: () => (state.diskFails ? Promise.reject(new Error('no room')) : Promise.resolve(state.disk)),
    save: (items) => {
      if (state.diskFails) return Promise.reject(new Error('no room'))
      state.disk = items
      return Promise.resolve()
    },
    send: (entries, season) => {
      if (state.down) return Promise.reject(new Error('no signal'))
      const answers = entries.map(({ id }) => (state.refuse.has(id) ? { id, ok: false, reason: { kind: 'unknown-batch' as const } } : { id, ok: true, ...(state.again.has(id) ? { again: state.again.get(id)! } : {}) }))
      for (const one of entries) {
        if (state.refuse.has(one.id)) continue
        if (!stored.has(one.id)) order.push(one.id)
        stored.set(one.id, one)
        seasons.set(one.id, season)
      }
      return state.answerLost ? Promise.reject(new Error('cut off')) : Promise.resolve(answers)
    },
    later: (run) => state.retries.push(run),
  }
  return { state, parts, stored, order, seasons }
}

describe('records on their way', () => {
  it('are on the device before they are said to be, and on the server once, in order', async () => {
    const { parts, stored, order, state } = world()
    const queue = createQueue(parts)
    const [a, b] = [note(), note()]
    await queue.add([a], NOW)
    expect(state.disk!.map(({ entry: { id } }) => id)).toContain(a.id)
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
    expect(first.get()).toMatchObject({ offline: true, items: [{ state: 'waiting' }, { state: 'waiting' }, { state: 'waiting' }] })
    const second = createQueue(parts)
    state.down = false
    await second.send()
    expect(order).toEqual(made.map(({ id }) => id))
    expect(second.get().offline).toBe(false)
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
    expect(queue.get().items.map((item) => [item.state, item.reason?.kind])).toEqual([['refused', 'unknown-batch'], ['kept', undefined]])
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
    // What the season on screen never will show is let go of; what it will show soon is not.
    queue.settle(new Set(), NOW)
    expect(queue.get().items.map((item) => item.entry.id)).toEqual([c.id])
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
    expect(queue.get().safe).toBe(false)
    expect(stored.size).toBe(1)
  })
})
