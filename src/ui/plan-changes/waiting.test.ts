import { describe, expect, it } from 'vitest'
import fc from 'fast-check'
import type { ChangeResult, ThingEdit } from '../../actions/change-season'
import { readSmall } from '../../season/small-season'
import { createWaitingChanges, withWaiting, type WaitingChange } from './waiting'

const SEASON = 'now'

/** A server that keeps versions as the real one does, and a device; either can be away. */
function world() {
  const things = new Map<string, { value: unknown; version: number }>()
  const disk = new Map<string, WaitingChange>()
  const journal: string[] = []
  let revision = 0
  let n = 0
  const state = { down: false, answerLost: false }
  const known = new Set<string>()
  const server = (edits: ThingEdit[], summary: string, id = `direct ${summary}`): ChangeResult => {
    if (known.has(id)) return { ok: true, entry: summary, summary }
    const stale = edits.flatMap((edit) => {
      const now = things.get(`${edit.of}/${edit.key}`)
      const seen = 'version' in edit ? edit.version : undefined
      return seen === (now?.version ?? null)
        ? []
        : [{ of: edit.of, key: edit.key, now: now?.value ?? null, version: now?.version ?? null }]
    })
    if (stale.length > 0) return { ok: false, reason: 'stale', stale }
    revision++
    for (const { of, key, to } of edits)
      if (to === null) things.delete(`${of}/${key}`)
      else things.set(`${of}/${key}`, { value: to, version: revision })
    known.add(id)
    journal.push(summary)
    return { ok: true, entry: summary, summary }
  }
  const open = () =>
    createWaitingChanges({
      load: () => Promise.resolve([...disk.values()]),
      put: (change) => Promise.resolve(void disk.set(change.id, change)),
      drop: (id) => Promise.resolve(void disk.delete(id)),
      send: (_, edits, summary, id) => {
        if (state.down) return Promise.resolve(undefined)
        const answer = server(edits, summary, id)
        return Promise.resolve(state.answerLost ? undefined : answer)
      },
      version: (_, of, key) => things.get(`${of}/${key}`)?.version ?? null,
      alone: (run) => run(),
      now: () => ++n,
    })
  const version = (key: string) => things.get(`lots/${key}`)?.version ?? null
  const edit = (key: string, to: unknown, seen = version(key)): ThingEdit => ({ of: 'lots', key, to, version: seen })
  return { things, disk, journal, state, server, open, edit, version }
}

describe('changes made without signal', () => {
  it('go in their order once there is signal, each from what the one before made', async () => {
    const { open, edit, journal, things, state, disk, server } = world()
    server([edit('a', { seeds: 1 })], 'before')
    state.down = true
    const changes = open()
    await changes.keep({ id: 'first', season: SEASON, edits: [edit('a', { seeds: 2 })], summary: 'first' })
    await changes.keep({ id: 'new', season: SEASON, edits: [edit('b', { seeds: 7 }, null)], summary: 'new' })
    await changes.keep({ id: 'again', season: SEASON, edits: [edit('a', { seeds: 3 })], summary: 'again' })
    await changes.send(SEASON)
    expect(changes.get()).toHaveLength(3)
    state.down = false
    // The page was closed meanwhile.
    const later = open()
    await later.send(SEASON)
    expect(journal).toEqual(['before', 'first', 'new', 'again'])
    expect(things.get('lots/a')!.value).toEqual({ seeds: 3 })
    expect([later.get(), disk.size]).toEqual([[], 0])
  })

  it('that were saved, and the answer lost, are not saved twice and clash with nothing', async () => {
    const { open, edit, journal, state } = world()
    const changes = open()
    state.answerLost = true
    await changes.keep({
      id: 'first',
      season: SEASON,
      edits: [edit('a', { seeds: 2, plannedOn: 'today' }, null)],
      summary: 'first',
    })
    await changes.send(SEASON)
    expect(changes.get()).toHaveLength(1)
    state.answerLost = false
    await changes.send(SEASON)
    expect([journal, changes.get()]).toEqual([['first'], []])
  })

  it('of what somebody else has changed are kept with both sides, until one is chosen', async () => {
    const { open, edit, state, server, things, journal } = world()
    server([edit('a', { seeds: 1 }), edit('b', { seeds: 1 })], 'before')
    state.down = true
    const changes = open()
    const mine = await changes.keep({ id: 'mine', season: SEASON, edits: [edit('a', { seeds: 2 })], summary: 'mine' })
    await changes.keep({
      id: 'made from mine',
      season: SEASON,
      edits: [edit('a', { seeds: 3 })],
      summary: 'made from mine',
    })
    await changes.keep({ id: 'of another', season: SEASON, edits: [edit('b', { seeds: 9 })], summary: 'of another' })
    server([edit('a', { seeds: 50 })], 'theirs')
    state.down = false
    await changes.send(SEASON)
    // What has nothing to do with it is not held up.
    expect(journal).toEqual(['before', 'theirs', 'of another'])
    const [first, second] = changes.get()
    expect(first!.clash).toMatchObject({ reason: 'stale', stale: [{ key: 'a', now: { seeds: 50 } }] })
    expect(second!.clash).toBeUndefined()
    expect(things.get('lots/a')!.value).toEqual({ seeds: 50 })
    await changes.useMine(mine.id)
    expect(journal.slice(3)).toEqual(['mine', 'made from mine'])
    expect(things.get('lots/a')!.value).toEqual({ seeds: 3 })
    expect(changes.get()).toEqual([])
  })

  it('are let go only by whoever made them, and not from under a later one', async () => {
    const { open, edit, state, server, things } = world()
    server([edit('a', { seeds: 1 })], 'before')
    state.down = true
    const changes = open()
    const first = await changes.keep({
      id: 'first',
      season: SEASON,
      edits: [edit('a', { seeds: 2 })],
      summary: 'first',
    })
    const second = await changes.keep({
      id: 'second',
      season: SEASON,
      edits: [edit('a', { seeds: 3 })],
      summary: 'second',
    })
    expect(await changes.remove(first.id)).toBe(false)
    expect(await changes.remove(second.id)).toBe(true)
    expect(await changes.remove(first.id)).toBe(true)
    state.down = false
    await changes.send(SEASON)
    expect(things.get('lots/a')!.value).toEqual({ seeds: 1 })
  })

  it('are shown as if they were saved; what is to be decided is not', () => {
    const season = readSmall()
    const [lot] = season.lots
    const change = (id: string, n: number, seeds: number, clash?: WaitingChange['clash']): WaitingChange => ({
      id,
      season: SEASON,
      n,
      edits: [{ of: 'lots', key: lot!.key, to: { ...lot, seeds }, version: 1 }],
      summary: id,
      ...(clash ? { clash } : {}),
    })
    expect(withWaiting(season, [])).toBe(season)
    expect(withWaiting(season, [change('a', 1, 5), change('b', 2, 6)]).lots[0]).toMatchObject({ seeds: 6 })
    const clash = { ok: false as const, reason: 'stale' as const, stale: [] }
    expect(withWaiting(season, [change('a', 1, 5, clash), change('b', 2, 6)]).lots[0]).toEqual(lot)
  })

  it('of two devices apart come together, whatever happens in what order: nothing is lost silently', async () => {
    const act = fc.record({
      device: fc.integer({ min: 0, max: 1 }),
      what: fc.constantFrom('keep', 'keep', 'keep', 'send', 'down', 'up', 'lose', 'reopen', 'mine', 'theirs'),
      key: fc.constantFrom('a', 'b', 'c'),
      gone: fc.boolean(),
    })
    await fc.assert(
      fc.asyncProperty(fc.array(act, { maxLength: 40 }), async (acts) => {
        const shared = world()
        const { things, server, journal } = shared
        let made = 0
        const devices = [0, 1].map(() => {
          const state = { down: false, answerLost: false }
          const disk = new Map<string, WaitingChange>()
          const open = () =>
            createWaitingChanges({
              load: () => Promise.resolve([...disk.values()]),
              put: (change) => Promise.resolve(void disk.set(change.id, change)),
              drop: (id) => Promise.resolve(void disk.delete(id)),
              send: (_, edits, summary, id) => {
                if (state.down) return Promise.resolve(undefined)
                const answer = server(edits, summary, id)
                return Promise.resolve(state.answerLost ? undefined : answer)
              },
              version: (_, of, key) => things.get(`${of}/${key}`)?.version ?? null,
              alone: (run) => run(),
              now: () => ++made,
            })
          return { state, disk, open, changes: open(), seen: new Map<string, number | null>() }
        })
        const kept = new Set<string>()
        const letGo = new Set<string>()
        type Device = (typeof devices)[0]
        const look = (device: Device) => {
          if (!device.state.down)
            for (const key of ['a', 'b', 'c']) device.seen.set(key, things.get(`lots/${key}`)?.version ?? null)
        }
        const acting: Record<(typeof acts)[0]['what'], (device: Device, act: (typeof acts)[0]) => unknown> = {
          async keep(device, { device: which, key, gone }) {
            const summary = `${which} ${++made}`
            kept.add(summary)
            const to = gone ? null : { said: summary }
            const version = device.seen.get(key) ?? null
            await device.changes.keep({
              id: summary,
              season: SEASON,
              edits: [{ of: 'lots', key, to, version }],
              summary,
            })
          },
          send: (device) => device.changes.send(SEASON),
          down: (device) => (device.state.down = true),
          up: (device) => Object.assign(device.state, { down: false, answerLost: false }),
          lose: (device) => (device.state.answerLost = true),
          reopen: (device) => (device.changes = device.open()),
          async mine(device) {
            const clashing = device.changes.get().find(({ clash }) => clash)
            if (clashing) await device.changes.useMine(clashing.id)
          },
          async theirs(device) {
            const clashing = device.changes.get().find(({ clash }) => clash)
            if (clashing && (await device.changes.remove(clashing.id))) letGo.add(clashing.summary)
          },
        }
        for (const act of acts) {
          const device = devices[act.device]!
          look(device)
          await acting[act.what](device, act)
          await Promise.resolve()
        }
        // In the end there is signal, and everybody's change wins that they still want.
        for (const device of devices) {
          Object.assign(device.state, { down: false, answerLost: false })
          for (let i = 0; i < 100 && (i === 0 || device.changes.get().length > 0); i++) {
            await device.changes.send(SEASON)
            for (const { id, clash } of device.changes.get()) if (clash) await device.changes.useMine(id)
          }
          expect(device.changes.get()).toEqual([])
          expect(device.disk.size).toBe(0)
        }
        // Each was saved once, or was let go of by somebody.
        const times = (list: readonly string[], summary: string) => list.filter((one) => one === summary).length
        for (const summary of kept) {
          expect(times(journal, summary), summary).toBeLessThanOrEqual(1)
          if (!letGo.has(summary)) expect(times(journal, summary), summary).toBe(1)
        }
        const values = [...things.values()].map(({ value }) => (value as { said: string }).said)
        // What stands in the end is what somebody made, and its last.
        for (const said of values) expect(kept.has(said)).toBe(true)
      }),
      { numRuns: 500 },
    )
  })
})
