/** Changes that wait, as they lie on this device and go to the server. */
'use client'
import { createStore, del, set, values } from 'idb-keyval'
import { changeSeason } from '../../actions/change-season'
import { alone } from '../alone'
import { callForSeason } from '../call-server'
import { liveSeason } from '../live-season'
import { createWaitingChanges, type WaitingChange, type WaitingChanges } from './waiting'

let own: WaitingChanges | undefined

/** The changes of this device that wait; they outlive every page that is drawn. */
export function deviceChanges(): WaitingChanges {
  if (own) return own
  const store = createStore('dove-step-changes', 'changes')
  return (own = createWaitingChanges({
    load: () => values<WaitingChange>(store),
    put: (change) => set(change.id, change, store),
    drop: (id) => del(id, store),
    async send(season, edits, summary, id) {
      const called = await callForSeason(() => changeSeason(season, edits, summary, id))
      return called.ok ? called.answer : undefined
    },
    version: (season, of, key) =>
      liveSeason(season).get().held?.versions[of === 'head' ? 'head' : `${of}/${key}`] ?? null,
    alone: (run) => alone('dove-step-changes', run),
    now: () => Date.now(),
  }))
}

const NONE: readonly WaitingChange[] = []

/** On the server there is no device, and nothing waits. */
export const noChanges: WaitingChanges = {
  get: () => NONE,
  subscribe: () => () => undefined,
  keep: () => Promise.reject(new Error('there is no device to keep it on')),
  send: () => Promise.resolve(),
  useMine: () => Promise.resolve(),
  remove: () => Promise.resolve(true),
}
